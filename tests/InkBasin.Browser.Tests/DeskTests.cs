using System.Globalization;
using System.Net.Http.Json;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>The desk and its instruments: what a drag draws anew, a pointer that is lost, the Sheet looked at nearer, labels that keep clear, a phone.</summary>
[Collection("browser")]
public class DeskTests(BrowserFixture fixture)
{
    // Counts what React draws anew, as its own tools do: a component is drawn where its fibre did work in this commit and is not the one of before.
    private const string CountRenders = """
        window.drawn = [];
        window.__REACT_DEVTOOLS_GLOBAL_HOOK__ = {
          supportsFiber: true, renderers: new Map(), inject: () => 1, onCommitFiberUnmount() {}, onPostCommitFiberRoot() {},
          onCommitFiberRoot(id, root) {
            const place = (fibre) => {
              const marks = [];
              for (let up = fibre; up; up = up.return)
                if (typeof up.type === 'string') {
                  const name = up.memoizedProps?.className;
                  if (name) marks.push(name);
                  if (up.memoizedProps?.['data-water']) marks.push('water=' + up.memoizedProps['data-water']);
                }
              return ' ' + marks.join(' ') + ' ';
            };
            const below = (fibre) => { let down = fibre.child; while (down && typeof down.type !== 'string') down = down.child; return down?.memoizedProps?.className ?? ''; };
            const walk = (now, before) => {
              if (typeof now.type !== 'string' && now.type !== null && (now.flags & 1) === 1) window.drawn.push(place(now) + '> ' + below(now));
              if (before !== null && now.child === before.child) return;
              for (let child = now.child; child; child = child.sibling) walk(child, child.alternate);
            };
            walk(root.current, root.current.alternate);
          },
        };
        """;

    private readonly BenchPage _page = new(fixture);

    [Fact]
    public async Task A_dragged_waterline_draws_anew_only_what_shows_it()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        var script = (Dictionary<string, object>)fixture.Driver.ExecuteCdpCommand("Page.addScriptToEvaluateOnNewDocument", new() { ["source"] = CountRenders })!;
        try
        {
            _page.Open(id, "water");
            _page.Until(() => _page.First("[data-testid=waterline]"), "the grip");
            var line = _page.Waterline;
            _page.Script("window.drawn = []");
            _page.Drag(_page.Find("[data-testid=waterline]"), 0, -30);
            _page.Until(() => _page.Waterline > line, "it rose");
            _page.Settled();
            var drawn = ((IReadOnlyCollection<object>)_page.Script("return window.drawn")!).Cast<string>().ToList();
            int Times(string what) => drawn.Count(one => one.Contains(what, StringComparison.Ordinal));

            // What shows it is drawn anew: the Staff with the hand, the water as answers come; on a busy machine that may be the last one alone …
            Assert.True(Times(" staff ") > 4, "the Staff follows");
            Assert.True(Times(" water=creek ") + Times("> water selected") > 0, "the water follows");

            // … and what does not is left alone: the board's edge, things on it, the other waters, the head.
            Assert.True(Times("> dams") == 0, string.Join('|', drawn.GroupBy(one => one).Select(g => $"{g.Count()} {g.Key}")));
            Assert.Equal((0, "underlay"), (Times("> underlay"), "underlay"));
            Assert.Equal((0, "stand-in"), (Times("> stand-in"), "stand-in"));
            Assert.Equal((0, "cut line"), (Times("> cut-line"), "cut line"));
            Assert.Equal([], drawn.Where(one => one.Contains(" sheet ", StringComparison.Ordinal) && one.Contains("> water", StringComparison.Ordinal) && !one.Contains("selected", StringComparison.Ordinal)).Distinct());
            Assert.True(Times("> top") <= 4, $"the head is drawn {Times("> top")} times: as it is tried, and as it is kept");
            Assert.True(drawn.Count < 1500, $"{drawn.Count} parts were drawn");
        }
        finally
        {
            fixture.Driver.ExecuteCdpCommand("Page.removeScriptToEvaluateOnNewDocument", new() { ["identifier"] = script["identifier"] });
            _page.Open(id, "water");
        }
    }

    [Theory]
    [InlineData("water", "[data-testid=waterline]", 0, -40)]
    [InlineData("water", "[data-testid=cut-waterline]", 0, -20)]
    [InlineData("pours", ".staff-top", 0, -25)]
    [InlineData("water", "g[aria-label^='End A of the cut line']", 40, 0)]
    [InlineData("water", "g[aria-label^='Cut line.']", 60, 0)]
    [InlineData("ground", "g[aria-label^='Point 4 of Creek']", 30, 20, "Creek")]
    [InlineData("ground", "g[aria-label^='All of Garden pond']", 40, 10, "Garden pond")]
    [InlineData("ground", "g[aria-label^='New point of Creek after point 4']", 15, 25, "Creek")]
    [InlineData("water", "g[aria-label^='Beginning of dam 1']", -20, 0, "Dams")]
    public async Task What_is_dragged_goes_back_when_the_pointer_is_lost_and_can_be_dragged_again(string stage, string handle, int dx, int dy, string? press = null) =>
        await Lose(await fixture.CopyOf("Sallow Quay"), stage, handle, dx, dy, press);

    [Fact]
    public async Task A_weir_goes_back_too() =>
        await Lose(await fixture.CopyOf("Three Weirs at Ondry"), "ground", "g[aria-label^='Weir 2 of Mill stream']", 40, 0, "Mill stream");

    [Fact]
    public async Task A_thing_in_the_water_goes_back_too() =>
        await Lose(await fixture.CopyOf("Sallow Quay"), "water", "g[aria-label^='All of Mooring stone']", 20, 20, "In it", ":nth-child(4 of .drowned) path");

    [Theory]
    [InlineData("ground", "g[aria-label^='Sounding 2 of Measured bed']", 30, 10, "Measured bed", null)]
    [InlineData("board", "g[aria-label^='The photo']", 30, 10, null, null)]
    [InlineData("board", "g[aria-label^='All of Alder']", 30, 10, null, ".stand-in-foot")]
    [InlineData("board", "g[aria-label^='Turn Alder']", 10, 40, null, ".stand-in-foot")]
    public async Task What_is_traced_measured_or_stood_on_the_board_goes_back_too(string stage, string handle, int dx, int dy, string? press, string? take)
    {
        var id = await fixture.Begin("Held things");
        using var picture = new ByteArrayContent(fixture.Driver.GetScreenshot().AsByteArray);
        picture.Headers.ContentType = new("application/octet-stream");
        using var kept = await fixture.Http.PostAsync("/api/pictures", picture, TestContext.Current.CancellationToken);
        var photo = (await kept.Content.ReadFromJsonAsync<System.Text.Json.Nodes.JsonNode>(TestContext.Current.CancellationToken))!;
        await fixture.Edit(id, new { kind = "set", list = (string?)null, id = (string?)null, fields = new { photo = new { pictureId = photo["pictureId"]!.GetValue<string>(), widthPx = 1280, heightPx = 800, centre = new { xMm = 70, yMm = 60 }, mmPerPx = 0.1, turnDeg = 0, fade = 0.5 } } });
        await fixture.Edit(id, new { kind = "add", list = "standIns", item = new { id = "alder", name = "Alder", centre = new { xMm = 210, yMm = 60 }, turnDeg = 0, lengthM = 2, widthM = 2, heightM = 2, overhangM = 0, overhangFromM = 0, underM = 0, draughtM = 0 }, index = 0 });
        var soundings = new[] { new { place = new { xMm = 120, yMm = 140 }, depthMm = 8 }, new { place = new { xMm = 180, yMm = 150 }, depthMm = 6 } };
        var outline = new { points = new[] { new { xMm = 60, yMm = 110 }, new { xMm = 240, yMm = 110 }, new { xMm = 240, yMm = 180 }, new { xMm = 60, yMm = 180 } }, curved = true };
        await fixture.Edit(id, new { kind = "add", list = "recipe", item = new { id = "bed", kind = "surveyedBed", name = "Measured bed", outline, waterlineMm = 20, soundings, smoothing = 0 }, index = 1 });
        await Lose(id, stage, handle, dx, dy, press, take);
    }

    /// <summary>Drags a handle, loses the pointer, moves on, drags again; `press` is chosen before, by its words, and `take` on the Sheet.</summary>
    private async Task Lose(string id, string stage, string handle, int dx, int dy, string? press, string? take = null)
    {
        _page.Open(id, stage);
        if (press is not null) _page.Until(() => _page.All(".step-name, .slip button").FirstOrDefault(one => one.Text.StartsWith(press, StringComparison.Ordinal)), press).Click();
        if (take is not null)
        {
            var (tx, ty) = _page.MiddleOf(_page.Until(() => _page.First(take), take));
            _page.Pointer().MoveTo(tx, ty).Press().Release().Done();
        }

        string Shown() => (string)_page.Script("return [...document.querySelectorAll('[data-testid=waterline], .staff-top, .sheet .handle')].map((one) => `${one.getAttribute('aria-valuenow')} ${one.getAttribute('transform')}`).join(' ')")!;
        var grip = _page.Until(() => _page.First(handle), handle);
        var version = (await fixture.Read(id))["version"]!.GetValue<int>();
        var before = Shown();
        var (x, y) = _page.MiddleOf(grip);
        _page.Pointer().MoveTo(x, y).Press().MoveTo(x + (dx / 2), y + (dy / 2)).MoveTo(x + dx, y + dy).Done();
        _page.Until(() => Shown() != before, "it follows");
        _page.LosePointer(_page.Find(handle));
        _page.Until(() => Shown() == before, "it went back");

        // What comes after is no part of that drag.
        _page.Pointer().MoveTo(x + 5, y + 80).Release().MoveTo(x, y).Done();
        Assert.Equal(before, Shown());
        Assert.Equal(version, (await fixture.Read(id))["version"]!.GetValue<int>());

        _page.Drag(_page.Find(handle), dx, dy);
        _page.Until(() => Shown() != before, "dragged again it moves");
    }

    [Fact]
    public async Task Escape_gives_a_drag_up_and_a_brush_that_loses_its_pointer_draws_no_more()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "water");
        var line = _page.Waterline;
        var (x, y) = _page.MiddleOf(_page.Find("[data-testid=waterline]"));
        _page.Pointer().MoveTo(x, y).Press().MoveTo(x, y - 50).Done();
        _page.Until(() => _page.Waterline > line, "it rose");
        _page.Press(Keys.Escape);
        _page.Until(() => Math.Abs(_page.Waterline - line) < 1e-9, "it went back");
        _page.Pointer().Release().Done();

        _page.BoardWidthMm = 620;
        _page.Open(id, "ground");
        _page.Click("Scoop");
        var (bx, by) = _page.OnScreen(150, 300);
        _page.Pointer().MoveTo(bx, by).Press().MoveTo(bx + 20, by).MoveTo(bx + 40, by).Done();
        _page.LosePointer(_page.Find(".sheet-drawing"));
        _page.Pointer().MoveTo(bx + 80, by + 20).MoveTo(bx + 120, by + 20).Release().Done();
        var steps = (await fixture.Read(id))["build"]!["recipe"]!.AsArray();
        Assert.DoesNotContain(steps, step => step!["kind"]!.GetValue<string>() == "strokes");

        // The brush is still in the hand.
        _page.Pointer().MoveTo(bx, by).Press().MoveTo(bx + 20, by).MoveTo(bx + 40, by).Release().Done();
        _page.Until(() => fixture.Read(id).GetAwaiter().GetResult()["build"]!["recipe"]!.AsArray().Any(step => step!["kind"]!.GetValue<string>() == "strokes"), "a stroke");
    }

    [Fact]
    public async Task The_sheet_is_looked_at_nearer_and_further_and_what_stands_on_it_keeps_its_size()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "water");
        double Width() => Number(".board-edge", "width");
        var whole = Width();
        var grip = Number(".cut-line .handle-mark", "width");
        var (x, y) = _page.OnScreen(300, 268);
        for (var k = 0; k < 40 && Width() < 4 * whole; k++) _page.Wheel(x, y, -120);
        _page.Until(() => Width() >= 4 * whole, "four times as near");

        // The place under the pointer stays there, the grips keep their size, the ruler still measures.
        var (nx, ny) = _page.OnScreen(300, 268);
        Assert.InRange(Math.Abs(nx - x) + Math.Abs(ny - y), 0, 12);
        Assert.Equal(grip, Number(".cut-line .handle-mark", "width"), 1);
        Assert.InRange(Number(".scale-bar-frame", "width"), 20, 200);

        // Dragged about with the hand; then a water is still chosen by a press on it.
        _page.Pointer().MoveTo(x, y).Press().MoveTo(x - 60, y + 30).MoveTo(x - 120, y + 60).Release().Done();
        _page.Until(() => Math.Abs(_page.OnScreen(300, 268).X - (nx - 120)) < 8, "the board was dragged");
        Assert.Equal(0, (await fixture.Read(id))["undoList"]?.AsArray().Count ?? 0);

        // And back: by key, by button.
        _page.Press("0");
        _page.Until(() => Math.Abs(Width() - whole) < 0.5, "the whole board");
        _page.Click("Nearer");
        _page.Until(() => Width() > 1.4 * whole, "by button");
        _page.Press("-");
        _page.Until(() => Math.Abs(Width() - whole) < 0.5, "by key");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task The_relief_is_turned_by_the_hand_and_stops_when_the_pointer_is_lost()
    {
        var id = await fixture.CopyOf("The Drowned Pit");
        _page.Open(id, "water");
        _page.Click("Relief");
        _page.Until(() => _page.First(".relief-view canvas[data-drawn=true]"), "the Relief");
        string Seen() => ((ITakesScreenshot)_page.Find(".relief-view canvas")).GetScreenshot().AsBase64EncodedString;
        string Still()
        {
            // Drawn in a frame of its own, and slowly without a graphics processor.
            var seen = Seen();
            _page.Until(() => seen == (seen = Seen()), "it stands still");
            return seen;
        }

        var before = Still();
        var (x, y) = _page.MiddleOf(_page.Find(".relief-view canvas"));
        _page.Pointer().MoveTo(x, y).Press().MoveTo(x + 60, y).MoveTo(x + 120, y + 20).Done();
        _page.Until(() => Seen() != before, "it turns");
        _page.LosePointer(_page.Find(".relief-view canvas"));
        var turned = Still();
        _page.Pointer().MoveTo(x + 200, y + 60).MoveTo(x - 80, y).Release().Done();
        Assert.Equal(turned, Still());
        _page.Pointer().MoveTo(x, y).Press().MoveTo(x - 90, y).Release().Done();
        _page.Until(() => Seen() != turned, "it turns again");
    }

    [Fact]
    public async Task A_weirs_handle_lies_where_the_weir_is()
    {
        var id = await fixture.CopyOf("Three Weirs at Ondry");
        var streams = (await fixture.Http.GetFromJsonAsync<System.Text.Json.Nodes.JsonArray>($"/api/builds/{id}/running", TestContext.Current.CancellationToken))!;
        var falls = streams.SelectMany(stream => stream!["falls"]!.AsArray()).Select(fall => (X: fall!["at"]!["xMm"]!.GetValue<double>(), Y: fall["at"]!["yMm"]!.GetValue<double>())).ToList();
        _page.BoardWidthMm = 900;
        _page.Open(id, "ground");
        _page.All(".step-name").First(step => step.Text.Contains("Mill stream", StringComparison.Ordinal)).Click();
        var weirs = _page.Until(() => _page.All("g[aria-label^='Weir ']") is { Count: 3 } all ? all : null, "the weirs' handles");
        var perMm = Number(".board-edge", "width") / 900;
        foreach (var ((x, y), weir) in falls.Zip(weirs))
        {
            var (wanted, at) = (_page.OnScreen(x, y), _page.MiddleOf(weir.FindElement(By.CssSelector(".handle-mark"))));
            Assert.InRange(Math.Sqrt(Math.Pow(at.X - wanted.X, 2) + Math.Pow(at.Y - wanted.Y, 2)) / perMm, 0, 5);
        }
    }

    [Fact]
    public async Task On_a_phone_sheet_cut_and_staff_open_from_the_slip_and_the_waterline_is_dragged()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        try
        {
            _page.Open(id, "water", 390, 844);
            _page.Click("Staff");
            _page.Until(() => _page.First("[data-testid=waterline]"), "the grip");
            var line = _page.Waterline;
            var grip = _page.Until(() => _page.All("[data-testid=waterline]").FirstOrDefault(one => one.Displayed), "the Staff over the screen");
            Assert.True(Number(".staff", "height") > 700);
            _page.Drag(grip, 0, -60);
            _page.Until(() => _page.Waterline > line, "it rose");
            _page.Click("Back to the Slip");
            _page.Until(() => !_page.Find(".staff").Displayed, "back");

            _page.Click("Sheet");
            _page.Until(() => Number(".sheet", "height") > 700, "the Sheet over the screen");
            var whole = Number(".board-edge", "width");
            _page.Pinch(195, 420, 60, 170);
            _page.Until(() => Number(".board-edge", "width") > 2 * whole, "two fingers");
            _page.Click("Back to the Slip");

            double Level() => double.Parse(_page.Find("[data-testid=cut-waterline]").GetAttribute("aria-valuenow")!, CultureInfo.InvariantCulture);
            _page.Click("Cut");
            var cut = _page.Until(() => _page.All("[data-testid=cut-waterline]").FirstOrDefault(one => one.Displayed), "the waterline in the Cut");
            var now = Level();
            _page.Drag(cut, 0, 40);
            _page.Until(() => Level() < now, "it fell");
            Assert.Empty(_page.Faults());
        }
        finally
        {
            _page.SetViewport(1280, 800);
        }
    }

    [Theory]
    [InlineData(1280, 800)]
    [InlineData(1024, 768)]
    [InlineData(390, 844)]
    public async Task No_two_labels_of_an_instrument_lie_on_each_other_nor_over_its_edge(int width, int height)
    {
        var faults = new List<string>();
        try
        {
            foreach (var name in new[] { "Sallow Quay", "Three Weirs at Ondry", "The Drowned Pit" })
            {
                var id = await fixture.CopyOf(name);
                foreach (var stage in new[] { "board", "ground", "water", "pours" })
                {
                    _page.Open(id, stage, width, height);
                    _page.Until(() => Equals(_page.Script("return document.fonts.status"), "loaded"), "the faces");
                    foreach (var instrument in width < 760 ? new[] { "Sheet", "Cut", "Staff" } : [""])
                    {
                        if (instrument.Length > 0) _page.Click(instrument);
                        faults.AddRange(((IReadOnlyCollection<object>)_page.Script(Overlaps)!).Select(one => $"{name}, {stage}{instrument}: {one}"));
                        if (instrument.Length > 0) _page.Click("Back to the Slip");
                    }
                }
            }
        }
        finally
        {
            _page.SetViewport(1280, 800);
        }

        Assert.Empty(faults);
    }

    [Theory]
    [InlineData("Sallow Quay", "Creek")]
    [InlineData("Three Weirs at Ondry", "Mill stream")]
    [InlineData("The Drowned Pit", "Quarry hole")]
    public async Task No_label_lies_on_the_grips_of_a_step(string name, string step)
    {
        _page.Open(await fixture.CopyOf(name), "ground");
        _page.Until(() => _page.All(".step-name").FirstOrDefault(one => one.Text.StartsWith(step, StringComparison.Ordinal)), step).Click();
        _page.Until(() => _page.First(".step-handles .handle-mark"), "its grips");
        Assert.Empty(((IReadOnlyCollection<object>)_page.Script(Overlaps)!).Cast<string>());
    }

    private const string Overlaps = """
        const faults = [];
        for (const svg of document.querySelectorAll('.sheet-drawing, .cut > svg, .staff > svg')) {
          const edge = svg.getBoundingClientRect();
          if (edge.width < 10) continue;
          const texts = [...svg.querySelectorAll('text')].filter((text) => text.textContent.trim() !== '').map((text) => ({ words: text.textContent, box: text.getBoundingClientRect() }));
          const grips = [...svg.querySelectorAll('.step-handles .handle-mark')].map((grip) => grip.getBoundingClientRect());
          texts.forEach(({ words, box }, i) => {
            const seen = box.right > edge.left && box.left < edge.right && box.bottom > edge.top && box.top < edge.bottom;
            if (!seen) return;
            if (box.left < edge.left - 1 || box.right > edge.right + 1 || box.top < edge.top - 1 || box.bottom > edge.bottom + 1) faults.push(`${words} over the edge`);
            for (const grip of grips)
              if (Math.min(box.right, grip.right) - Math.max(box.left, grip.left) > 1 && Math.min(box.bottom, grip.bottom) - Math.max(box.top, grip.top) > 4) faults.push(`${words} under a grip`);
            for (const other of texts.slice(i + 1)) {
              const across = Math.min(box.right, other.box.right) - Math.max(box.left, other.box.left);
              const down = Math.min(box.bottom, other.box.bottom) - Math.max(box.top, other.box.top);
              // A line's box is taller than its letters.
              if (across > 1 && down > 4) faults.push(`${words} on ${other.words}`);
            }
          });
        }
        return faults;
        """;

    private double Number(string css, string key) =>
        Convert.ToDouble(_page.Script($"return document.querySelector('{css}').getBoundingClientRect().{key}"), CultureInfo.InvariantCulture);
}
