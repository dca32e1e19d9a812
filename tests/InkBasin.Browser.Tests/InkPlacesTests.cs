using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>Several colours in one water, and its bed by brush: on the Sheet, in the recipe, matched and tried.</summary>
[Collection("other browser")]
public class InkPlacesTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    [Fact]
    public async Task A_colour_of_its_own_is_put_down_moved_widened_and_has_a_cup_of_its_own()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        OpenWithAColour(id);
        var place = (await Water(id))["ink"]!["places"]![0]!;
        Assert.Equal(200, place["at"]!["xMm"]!.GetValue<double>(), 1.0);
        Assert.Equal(30, place["reachMm"]!.GetValue<double>());

        // Dragged by its middle, widened by its edge; its tint drawn by the number.
        _page.Drag(_page.Find("g[aria-label^='Colour 1.']"), 30, 0);
        _page.Settled();
        Assert.InRange((await Water(id))["ink"]!["places"]![0]!["at"]!["xMm"]!.GetValue<double>(), 210, 245);
        _page.Drag(_page.Find("g[aria-label^='Reach of colour 1']"), 25, 0);
        _page.Settled();
        Assert.InRange((await Water(id))["ink"]!["places"]![0]!["reachMm"]!.GetValue<double>(), 45, 65);
        _page.Choose(_page.Field("Another tint here"), "red");
        _page.Until(() => _page.First("[data-testid=place-1] [data-testid=dose-red]"), "the tint");
        _page.Type("Red, in 100 ml", "0.6");
        _page.Settled();
        place = (await Water(id))["ink"]!["places"]![0]!;
        Assert.Equal(("red", 0.6), (place["parts"]!.AsArray()[^1]!["tintId"]!.GetValue<string>(), place["parts"]!.AsArray()[^1]!["mlPer100Ml"]!.GetValue<double>()));

        // What it takes is told, and it is mixed in cups of its own.
        var plan = await Plan(id);
        var zones = plan["layers"]!["is"]!["layers"]![1]!["zones"]!.AsArray();
        Assert.Equal(2, zones.Count);
        Assert.Contains("in layer 2", _page.Text("[data-testid=place-1]"), StringComparison.Ordinal);
        await SheetIsCores(id, 235, 270);

        _page.Click("Take colour 1 out");
        _page.Until(() => _page.All("[data-place]").Count == 0, "one colour again");
        Assert.Empty(_page.Faults());
    }

    // Who goes by the big words alone would leave a place without its cup.
    [Fact]
    public async Task Its_cup_stands_beside_the_waters_own_wherever_it_is_said_what_to_mix()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        var creek = await Water(id);
        object place = new { id = "rust", at = new { xMm = 200, yMm = 250 }, reachMm = 55, parts = new[] { new { tintId = "red", mlPer100Ml = 0.6 } } };
        await fixture.Edit(id, new
        {
            kind = "set",
            list = "waters",
            id = creek["id"]!.GetValue<string>(),
            fields = new { ink = new { tintId = creek["ink"]!["tintId"]!.GetValue<string>(), mlPer100Ml = 0.22, places = new[] { place } } },
        });
        List<JsonNode> sessions = [.. (await fixture.Read(id))["plan"]!["sessions"]!["is"]!.AsArray().Select(session => session!).Where(session => session["pools"]!.AsArray().Any(pool => pool!["waterId"]!.GetValue<string>() == creek["id"]!.GetValue<string>()))];
        _page.Open(id, "water");
        _page.Until(() => _page.All("[data-testid=layers] tbody tr").Count > 0, "the layers");
        List<string> said = [.. _page.All("[data-testid=layers] tbody td:last-child div").Select(mix => mix.Text)];
        Assert.Equal([.. sessions.Select(session => $"{session["cards"]![0]!["batch"]!["aG"]} + {session["cards"]![0]!["batch"]!["bG"]}")], said);
        Assert.Equal(2 * _page.All("[data-testid=layers] tbody tr").Count, said.Count);
        Assert.Contains($"The plan mixes {sessions.Sum(session => session["mixedMl"]!.GetValue<double>()):0} ml", _page.Text("[data-testid=mixed]"), StringComparison.Ordinal);
        Assert.Contains("for layer 1, and beside it a cup of another colour (under Mix)", _page.NextThing, StringComparison.Ordinal);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task What_a_bed_looks_like_stays_while_it_is_painted_anew()
    {
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/builds/[^/]+/waters/[^/]+/picture");
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "ink");
        _page.Click("Bed");
        _page.Type("Brush", "40");
        _page.Click("Paint on the Sheet");
        void Stroke(int from)
        {
            var (a, b) = (_page.OnScreen(from, 215), _page.OnScreen(from + 60, 245));
            _page.Pointer().MoveTo(a.X, a.Y).Press().MoveTo((a.X + b.X) / 2, (a.Y + b.Y) / 2).MoveTo(b.X, b.Y).Release().Done();
        }

        Stroke(120);
        _page.Until(() => _page.All("[data-water] image").Count > 0, "the first stroke is seen");
        var pictures = _page.All("[data-water] image").Count;
        answers.Hold();
        Stroke(300);
        answers.UntilOneIsHeld();
        Assert.Equal(pictures, _page.All("[data-water] image").Count);
        answers.LetGo();
        _page.Settled();
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_bed_is_painted_by_brush_on_the_sheet_and_a_stroke_taken_off()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "ink");
        _page.Click("Bed");
        _page.Type("Paint", "#d03020");
        _page.Type("Brush", "40");
        _page.Click("Paint on the Sheet");
        foreach (var from in new[] { 120, 300 })
        {
            var (a, b) = (_page.OnScreen(from, 215), _page.OnScreen(from + 60, 245));
            _page.Pointer().MoveTo(a.X, a.Y).Press().MoveTo((a.X + b.X) / 2, (a.Y + b.Y) / 2).MoveTo(b.X, b.Y).Release().Done();
            _page.Settled();
        }

        var strokes = (await Water(id))["bedStrokes"]!.AsArray();
        Assert.Equal(2, strokes.Count);
        Assert.Equal(("#d03020", 40), (strokes[0]!["colour"]!.GetValue<string>(), strokes[0]!["widthMm"]!.GetValue<double>()));
        await SheetIsCores(id, 150, 190);
        _page.Press(Keys.Escape);
        _page.Click("Last stroke off");
        _page.Until(() => _page.Text("[data-testid=brush]").Contains("One stroke", StringComparison.Ordinal), "one stroke less");
        _page.Click("Last stroke off");
        _page.Until(() => _page.All("[data-water] image").Count == 0, "the bed by its depths alone");
        _page.Settled();
        Assert.Empty((await Water(id))["bedStrokes"]!.AsArray());
        Assert.Empty(_page.Faults());
    }

    // Of several colours the one that is chosen is matched, and the puddle is one of its cup.
    [Fact]
    public async Task Match_and_trial_are_of_the_colour_that_is_chosen()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        OpenWithAColour(id);
        var own = (await Water(id))["ink"]!.DeepClone();

        _page.Click("Match");
        _page.Choose(_page.Field("Of its colours"), "colour 1");
        _page.Click("Quarry blue");
        _page.Click("Find the doses");
        var found = _page.Until(() => _page.First("[data-testid=matched]"), "what was found").Text;
        _page.Click("Take this ink");
        _page.Until(() => !JsonNode.DeepEquals(Water(id).Result["ink"]!["places"]![0]!["parts"], own["places"]![0]!["parts"]), "the colour has it");
        _page.Settled();
        var ink = (await Water(id))["ink"]!;
        var parts = ink["places"]![0]!["parts"]!.AsArray();
        Assert.NotEmpty(parts);
        Assert.All(parts, part => Assert.Contains($"{part!["mlPer100Ml"]!.GetValue<double>()} ml in 100 ml", found, StringComparison.Ordinal));
        Assert.Equal(own["tintId"]!.GetValue<string>(), ink["tintId"]!.GetValue<string>());
        Assert.Equal(own["mlPer100Ml"]!.GetValue<double>(), ink["mlPer100Ml"]!.GetValue<double>());
        Assert.True(JsonNode.DeepEquals(own["shades"], ink["shades"]));

        // As that colour's own cup reckons it; the water's own would look otherwise.
        var inHand = (await Plan(id))["ink"]!["inHand"]!;
        var (water, place) = (inHand[0]!["puddle"]!["hex"]!.GetValue<string>(), inHand[1]!["puddle"]!["hex"]!.GetValue<string>());
        Assert.NotEqual(water, place);
        _page.Click("Trial");
        _page.Choose(_page.Field("Of its colours"), "colour 1");
        _page.Type("It looks", place);
        _page.Until(() => _page.Button("Log the puddle").Enabled, "it can be logged");
        _page.Click("Log the puddle");
        var tried = _page.Until(() => _page.First("[data-testid=tried]"), "what it says");
        Assert.Contains("As reckoned", tried.Text, StringComparison.Ordinal);
        _page.Settled();
        var kept = (await fixture.Read(id))["build"]!["trials"]!.AsArray().Single()!["ink"]!;
        Assert.Equal(parts[0]!["tintId"]!.GetValue<string>(), kept["tintId"]!.GetValue<string>());
        Assert.Empty(_page.Faults());
    }

    // The picture on the Sheet is the one Core made, byte for byte; and it is what stands on the screen.
    private async Task SheetIsCores(string id, double xMm, double yMm)
    {
        var water = (await Water(id))["id"]!.GetValue<string>();
        var bytes = await fixture.Http.GetByteArrayAsync($"/api/builds/{id}/waters/{water}/picture");
        int Int(int place) => BitConverter.ToInt32(bytes, 4 + (place * 4));
        var (column0, row0, columns, rows, layers) = (Int(0), Int(1), Int(2), Int(3), Int(4));
        var size = columns * rows * 4;
        var finished = bytes.AsSpan(bytes.Length - size, size).ToArray();
        var shown = _page.Until(
            () =>
            {
                var drawn = (string?)fixture.Driver.ExecuteAsyncScript(
                    """
                    const done = arguments[1], image = document.querySelector(`[data-water="${arguments[0]}"] image`);
                    if (image === null) return done(null);
                    const picture = new Image();
                    picture.onload = () => {
                      const canvas = Object.assign(document.createElement('canvas'), { width: picture.width, height: picture.height });
                      const paint = canvas.getContext('2d');
                      paint.drawImage(picture, 0, 0);
                      done(btoa(Array.from(paint.getImageData(0, 0, canvas.width, canvas.height).data, (v) => String.fromCharCode(v)).join('')));
                    };
                    picture.src = image.getAttribute('href');
                    """,
                    water);
                return drawn is not null && Convert.FromBase64String(drawn).AsSpan().SequenceEqual(finished) ? drawn : null;
            },
            "the picture Core made");
        Assert.NotNull(shown);
        Assert.True(layers > 1);
        var cellMm = (await fixture.Read(id))["build"]!["board"]!["cellMm"]!.GetValue<double>();
        var at = ((((int)(yMm / cellMm) - row0) * columns) + (int)(xMm / cellMm) - column0) * 4;
        var (x, y) = _page.OnScreen(xMm, yMm);
        Assert.Equal(255, finished[at + 3]);
        var pixel = _page.Pixels([(x, y)])[0];
        for (var channel = 0; channel < 3; channel++) Assert.InRange(pixel[channel], finished[at + channel] - 4, finished[at + channel] + 4);
    }

    // A colour of its own put down in the creek.
    private void OpenWithAColour(string id)
    {
        _page.BoardWidthMm = 620;
        _page.Open(id, "ink");
        _page.Click("Places");
        _page.Click("A colour of its own");
        _page.ClickBoard(200, 220);
        _page.Until(() => _page.First("[data-testid=place-1]"), "the colour");
        _page.Settled();
    }

    private async Task<JsonNode> Plan(string id) => (await fixture.Read(id))["plan"]!["waters"]![0]!;

    private async Task<JsonNode> Water(string id) => (await fixture.Read(id))["build"]!["waters"]![0]!;
}
