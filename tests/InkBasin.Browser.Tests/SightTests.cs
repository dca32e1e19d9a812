using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>The Relief and the Mirror.</summary>
[Collection("other browser")]
public class SightTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    [Fact]
    public async Task The_relief_turns_by_hand_and_by_keys_and_is_lit_from_the_side_chosen()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "ground");
        _page.Click("Relief");
        var canvas = _page.Until(() => _page.First(".relief-view canvas[data-drawn]"), "the relief");
        var seen = new List<string> { Picture() };
        void Changed(string what)
        {
            _page.Until(() => !seen.Contains(Picture()), what);
            seen.Add(Picture());
        }

        _page.Drag(canvas, 90, 20);
        Changed("another side after a drag");
        canvas.SendKeys(Keys.ArrowLeft);
        Changed("another side after a key");
        _page.Click("front");
        Changed("another light");
        _page.Click("carved foam");
        Changed("the foam without its plaster");
        _page.Click("foam sheets");
        Changed("the sheets as they are stacked");
        _page.Click("finished");

        // As a picture, once and twice as large; what a download would get is read back.
        _page.Script("""
            window.pictures = [];
            HTMLAnchorElement.prototype.click = function () {
              const image = new Image();
              image.onload = () => window.pictures.push(`${this.download} ${image.width} ${image.height}`);
              image.src = this.href;
            };
            """);
        _page.Click("picture");
        _page.Click("×2");
        _page.Until(() => Convert.ToInt32(_page.Script("return window.pictures.length"), System.Globalization.CultureInfo.InvariantCulture) == 2, "two pictures");
        var size = (string)_page.Script("const c = document.querySelector('.relief-view canvas').getBoundingClientRect(); return `${Math.round(c.width)} ${Math.round(c.height)} ${Math.round(c.width) * 2} ${Math.round(c.height) * 2}`")!;
        Assert.Equal($"Sallow Quay copy.png {string.Join(' ', size.Split(' ')[..2])}|Sallow Quay copy ×2.png {string.Join(' ', size.Split(' ')[2..])}", (string)_page.Script("return window.pictures.sort((a, b) => a.length - b.length).join('|')")!);
        _page.Click("Relief");
        _page.Until(() => _page.All(".relief-view").Count == 0, "flat again");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task On_a_phone_the_reliefs_tools_lie_in_one_row_under_it_and_the_last_of_them_is_within_reach()
    {
        _page.Open(await fixture.Named("Sallow Quay"), "water", 360, 780);
        _page.Script("document.querySelector('.relief-switch').scrollIntoView({ block: 'center' })");
        _page.Click("Relief");
        var view = _page.Until(() => _page.First(".relief-view:has(canvas[data-drawn])"), "the relief");
        Assert.InRange(_page.Find(".relief-tools").Size.Height, 24, view.Size.Height / 6);
        _page.Script("document.querySelector('.relief-tools > :last-child').scrollIntoView({ inline: 'nearest', block: 'center' })");
        _page.Click("foam sheets");
        Assert.Equal("true", _page.Button("foam sheets").GetAttribute("aria-pressed"));
    }

    // The ground tilts up; what is pressed beside it stays where the hand goes for it.
    [Theory]
    [InlineData(1280, 800)]
    [InlineData(360, 780)]
    public async Task The_reliefs_tools_stand_still_while_it_tilts_up(int width, int height)
    {
        _page.Open(await fixture.Named("Sallow Quay"), "water", width, height);
        _page.Script("""
            window.places = new Set();
            window.frames = 0;
            const look = () => {
              const last = document.querySelector('.relief-view:has(canvas[data-drawn]) .relief-tools > :last-child')?.getBoundingClientRect();
              if (last) { window.frames++; window.places.add(`${Math.round(last.x + scrollX)} ${Math.round(last.y + scrollY)}`); }
              requestAnimationFrame(look);
            };
            look();
            document.querySelector('.relief-switch').scrollIntoView({ block: 'center' });
            """);
        _page.Click("Relief");
        _page.Until(() => Convert.ToInt32(_page.Script("return window.frames"), System.Globalization.CultureInfo.InvariantCulture) > 40, "it has come up");
        Assert.Single((IEnumerable<object>)_page.Script("return [...window.places]")!);
    }

    // The water of the Relief is drawn live while its waterline is dragged, and its ground is not made anew for it.
    [Fact]
    public async Task The_relief_follows_a_dragged_waterline()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "water");
        _page.Click("Relief");
        _page.Until(() => _page.First(".relief-view canvas[data-drawn]"), "the relief");
        var before = Picture();
        var grip = _page.Find("[data-testid=waterline]");
        var (x, y) = _page.MiddleOf(grip);
        _page.Pointer().MoveTo(x, y).Press().MoveTo(x, y + 60).Done();
        _page.Until(() => Picture() != before, "another picture while the grip is held");
        _page.Pointer().Release().Done();
        _page.Settled();
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task An_eye_and_a_peak_are_put_and_the_mirror_answers_in_words_and_in_the_relief()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "water");
        _page.Click("Shore");
        _page.Click("Put the eye");
        _page.ClickBoard(560, 380);
        _page.Until(() => _page.All(".sight .sight-mirror").Count == 1, "the place that mirrors the peak");
        _page.Click("Choose the peak");
        _page.ClickBoard(420, 20);
        _page.Until(() => _page.All(".slip section").Any(part => part.Text.StartsWith("Mirror", StringComparison.Ordinal) && part.Text.Contains("mirrors ground", StringComparison.Ordinal)), "the answer");
        _page.Click("Relief");
        _page.Until(() => _page.First(".relief-view canvas[data-drawn]"), "the relief");
        var above = Picture();
        _page.Click("from the eye");
        _page.Until(() => Picture() != above, "seen from the eye");

        // What the picture itself mirrors, cell by cell, is what the route says.
        var said = System.Text.RegularExpressions.Regex.Match(_page.Text(".slip"), @"(\d+) %[^.]*mirrors ground").Groups[1].Value;
        var drawn = _page.Until(() => _page.Find(".relief-view canvas").GetAttribute("data-mirrors-ground") is { Length: > 0 } share ? share : null, "what the relief mirrors");
        Assert.Equal(double.Parse(said, System.Globalization.CultureInfo.InvariantCulture), double.Parse(drawn, System.Globalization.CultureInfo.InvariantCulture), 0.75);
        Assert.Empty(_page.Faults());

        // A peak under water is refused in a sentence.
        _page.Click("Relief");
        _page.Click("Choose the peak");
        _page.ClickBoard(300, 268);
        _page.Until(() => _page.All(".field-wrong").Any(p => p.Text.Contains("under it", StringComparison.Ordinal)), "the refusal");
    }

    // Straight from above the water of the Relief is Core's colour, but for the four hundredths of the sky that every such surface mirrors.
    [Fact]
    public async Task The_water_of_the_relief_has_cores_colours()
    {
        var id = await fixture.Begin("Looked into");
        object At(double x, double y) => new { xMm = x, yMm = y };
        await fixture.Edit(id, new { kind = "add", list = "recipe", item = new { kind = "pond", id = "pond", name = "Pond", outline = new { points = new[] { At(90, 50), At(210, 50), At(210, 150), At(90, 150) }, curved = false }, depthMm = 12, shelfDepthMm = 0, shelfWidthMm = 0, slopeDeg = 70 }, index = 1 });
        await fixture.Edit(id, new { kind = "add", list = "waters", item = new { id = "w", name = "Pond water", seed = At(150, 100), waterlineMm = 23.0, productId = "coating-epoxy", ink = new { tintId = "blue-green", mlPer100Ml = 0.3, shades = new[] { new { tintId = "white-paste", mlPer100Ml = 0.05 } } } }, index = 0 });
        var look = (await fixture.Read(id))["plan"]!["waters"]![0]!["look"]!;
        await Compare(Rgb(look["tops"]!.AsArray()[^1]!["colours"]!.AsArray()[^1]!.GetValue<string>()));

        // Clear resin over a bed painted by hand: Core's picture, cell by cell.
        await fixture.Edit(id, new { kind = "set", list = "waters", id = "w", fields = new { ink = new { tintId = (string?)null, shades = Array.Empty<object>() }, bedStrokes = new[] { new { colour = "#c04020", widthMm = 80, path = new[] { At(130, 100), At(170, 100) } } } } });
        var bytes = await fixture.Http.GetByteArrayAsync($"/api/builds/{id}/waters/w/picture");
        int Int(int place) => BitConverter.ToInt32(bytes, 4 + (place * 4));
        var cellMm = (await fixture.Read(id))["build"]!["board"]!["cellMm"]!.GetValue<double>();
        var at = bytes.Length - (Int(2) * Int(3) * 4) + ((((int)(100 / cellMm) - Int(1)) * Int(2)) + (int)(150 / cellMm) - Int(0)) * 4;
        Assert.Equal(255, bytes[at + 3]);
        await Compare([bytes[at], bytes[at + 1], bytes[at + 2]]);

        // A thing drowned there, seen through as much water as stands over it, in its own colour.
        await fixture.Edit(id, new { kind = "set", list = "waters", id = "w", fields = new { ink = new { tintId = "blue-green", mlPer100Ml = 0.04 } } });
        await fixture.Edit(id, new { kind = "add", list = "drowned", item = new { id = "hull", name = "Hull", at = At(150, 100), lengthMm = 40, widthMm = 40, heightMm = 3, densityGPerMl = 2, colour = "#c02818" }, index = 0 });
        var plan = (await fixture.Read(id))["plan"]!;
        var water = plan["waters"]![0]!;
        var over = 23.0 - (plan["drowned"]![0]!["baseMm"]!.GetValue<double>() + 3);
        Assert.True(over > 2);
        var share = over / water["ink"]!["deepestMm"]!.GetValue<double>();
        var shares = water["look"]!["shares"]!.AsArray().Select(one => one!.GetValue<double>()).ToList();
        var next = shares.FindIndex(one => one >= share);
        double[][] hull = [.. new[] { next - 1, next }.Select(i => Rgb(water["ink"]!["drowned"]![0]!["colours"]![i]!.GetValue<string>()))];
        var part = (share - shares[next - 1]) / (shares[next] - shares[next - 1]);
        await Compare([.. hull[0].Zip(hull[1], (low, high) => low + ((high - low) * part))]);

        async Task Compare(double[] wanted)
        {
            _page.Open(id, "ink");
            _page.Click("Relief");
            var canvas = _page.Until(() => _page.First(".relief-view canvas[data-drawn]"), "the relief");
            for (var i = 0; i < 9; i++) canvas.SendKeys(Keys.ArrowUp);
            double[] zenith = [0.60, 0.72, 0.78];
            static double Light(double v) => v / 255 <= 0.04045 ? v / 255 / 12.92 : Math.Pow(((v / 255) + 0.055) / 1.055, 2.4);
            static double Shown(double v) => 255 * (v <= 0.0031308 ? v * 12.92 : (1.055 * Math.Pow(v, 1 / 2.4)) - 0.055);
            double[] expected = [.. wanted.Select((value, k) => Shown((Light(value) * 0.96) + (zenith[k] * 0.04)))];
            var (x, y) = _page.MiddleOf(canvas);
            int[]? seen = null;
            _page.Until(() => (seen = _page.Pixels([(x + 6, y + 4)])[0]).Zip(expected).All(pair => Math.Abs(pair.First - pair.Second) <= 3), $"{string.Join(' ', expected.Select(v => v.ToString("0", System.Globalization.CultureInfo.InvariantCulture)))} in the middle, not {string.Join(' ', seen ?? [])}");
            await Task.CompletedTask;
        }
    }

    private static double[] Rgb(string hex) => [Convert.ToInt32(hex[1..3], 16), Convert.ToInt32(hex[3..5], 16), Convert.ToInt32(hex[5..7], 16)];

    // A drawing is kept for reading only until the next one is shown: it is read in the frame it is made.
    private string Picture() => ((ITakesScreenshot)_page.Find(".relief-view canvas")).GetScreenshot().AsBase64EncodedString;
}
