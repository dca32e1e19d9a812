using System.Globalization;
using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>The Ink stage: colours on the screen are Core's, tints are drawn and matched, the bed is painted.</summary>
[Collection("other browser")]
public class InkTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    [Fact]
    public async Task No_tint_is_said_to_be_gone_while_the_tints_are_on_their_way()
    {
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/stores/tints");
        var id = await fixture.Named("Sallow Quay");
        foreach (var stage in new[] { "ink", "pours" })
        {
            _page.Open(id, "board");
            answers.Hold();
            _page.Script($"[...document.querySelectorAll('a')].find(a => a.href.endsWith('/{stage}')).click()");
            answers.UntilOneIsHeld();
            _page.Until(() => _page.Text(".slip").Contains("A tint", StringComparison.Ordinal), "the recipe without its names");
            Assert.DoesNotContain("gone", _page.Text(".slip"), StringComparison.Ordinal);
            answers.LetGo();
            _page.Until(() => _page.Text(".slip").Contains("Blue-green", StringComparison.Ordinal), "its names");
        }
    }

    // What a maker holds the cup against has to be what was reckoned: pixels of the picture, not styles.
    [Fact]
    public async Task Colours_on_the_screen_are_those_reckoned()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "ink");
        _page.Until(() => _page.First("[data-lane=painted]"), "the wedge");
        var plan = await Plan(id);
        double[] shares = [.. plan["look"]!["shares"]!.AsArray().Select(share => share!.GetValue<double>())];
        var points = new List<(double X, double Y)>();
        var wanted = new List<(string What, double[] Colour)>();

        foreach (var lane in plan["ink"]!["lanes"]!.AsArray())
        {
            var box = Box($"[data-lane={lane!["bed"]!.GetValue<string>()}]");
            foreach (var share in new[] { 0.02, 0.11, 0.3, 0.62, 0.95 })
            {
                // The middle of a pixel, and what share of the depth that is.
                var x = Math.Floor(box.X + (box.Width * share)) + 0.5;
                points.Add((x, box.Y + (box.Height / 2)));
                wanted.Add(($"{lane["bed"]} at {share}", Among(lane["colours"]!.AsArray(), shares, (x - box.X) / box.Width)));
            }
        }

        foreach (var (sample, key) in new[] { ("cup", "cup"), ("smear", "smear"), ("puddle", "puddle") })
        {
            var box = Box($"[data-sample={sample}]");
            points.Add((box.X + (box.Width / 2), box.Y + (box.Height / 2)));
            wanted.Add((sample, Rgb(plan["ink"]!["inHand"]![0]![key]!["hex"]!.GetValue<string>())));
        }

        var tops = plan["look"]!["tops"]!.AsArray();
        for (var band = 1; band <= tops.Count; band++)
        {
            var box = Box($"[data-band='{band}']");
            points.Add((box.X + 4, box.Y + (box.Height / 2)));
            wanted.Add(($"band {band} of the Staff", Rgb(tops[band - 1]!["colours"]!.AsArray()[^1]!.GetValue<string>())));
        }

        Assert.True(tops.Count > 1);
        Compare(points, wanted);
        Assert.Empty(_page.Faults());
    }

    // Four reaches of one ink are mixed in one: table, let-down and what comes next tell the one cup the hand holds, each tint by its name.
    [Fact]
    public async Task What_goes_into_a_cup_is_that_of_the_cup_it_is_mixed_in()
    {
        var id = await fixture.CopyOf("Three Weirs at Ondry");
        var first = (await fixture.Read(id))["plan"]!["sessions"]!["is"]![0]!;
        List<JsonNode> doses = [.. first["cards"]![0]!["ink"]!["doses"]!.AsArray().Select(dose => dose!)];
        _page.Open(id, "ink");
        _page.Until(() => _page.All("[data-testid=doses] tbody tr").Count == 2, "both layers");
        Assert.Equal(
            ["1", .. doses.Select(dose => dose["amount"]!.ToJsonString()), first["cards"]![0]!["ink"]!["deltaE"]!.GetValue<double>().ToString("0.0", CultureInfo.InvariantCulture)],
            _page.First("[data-testid=doses] tbody tr")!.Text.Split(' '));
        Assert.Equal(doses.Select(dose => $"drops 1:{dose["letDown"]!["partsToOne"]}"), _page.All("[data-testid=doses] thead span").Select(head => head.Text));
        Assert.All(doses, dose => Assert.Contains(_page.All("[data-testid=let-down]"), card => card.Text.StartsWith($"Let down {dose["name"]!.GetValue<string>()} 1:{dose["letDown"]!["partsToOne"]}: ", StringComparison.Ordinal)));
        Assert.StartsWith("Layer 1 is mixed with Tail reach, Meadow reach, Mill reach: a cup of ", _page.All("[data-testid=mixed-with]")[0].Text, StringComparison.Ordinal);
        _page.Open(id, "pours");
        var next = _page.NextThing;
        Assert.All(doses, dose => Assert.Contains($"{dose["amount"]} drops of {dose["name"]!.GetValue<string>()} let down 1:{dose["letDown"]!["partsToOne"]}", next, StringComparison.Ordinal));

        // So are the grams, and what there is to mix, for all of them.
        var sessions = (await fixture.Read(id))["plan"]!["sessions"]!["is"]!.AsArray();
        var mixedMl = sessions.Sum(session => session!["mixedMl"]!.GetValue<double>()).ToString("0", CultureInfo.InvariantCulture);
        Assert.Contains($"2 layers, {mixedMl} ml to mix", _page.Text(".pours-sum"), StringComparison.Ordinal);
        _page.Open(id, "water");
        _page.Until(() => _page.All("[data-testid=layers] tbody tr").Count == 2, "both layers");
        Assert.Equal(
            sessions.Select(session => $"{session!["cards"]![0]!["batch"]!["aG"]} + {session["cards"]![0]!["batch"]!["bG"]}"),
            _page.All("[data-testid=layers] tbody td:last-child").Select(cell => cell.Text));
        Assert.Equal("Layers 1, 2 are mixed with Tail reach, Meadow reach, Mill reach: what is mixed is for all of them.", _page.Text("[data-testid=mixed-with]"));
        Assert.Contains($"The plan mixes {mixedMl} ml", _page.Text("[data-testid=mixed]"), StringComparison.Ordinal);
        Assert.Empty(_page.Faults());
    }

    // On the Sheet each step of depth wears the colour of its middle.
    [Fact]
    public async Task The_sheet_wears_the_same_colours()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "ink");
        _page.Until(() => _page.All("[data-water]").Count == 3, "the waters");
        var waters = (await fixture.Read(id))["plan"]!["waters"]!.AsArray();
        var points = new List<(double X, double Y)>();
        var wanted = new List<(string What, double[] Colour)>();
        foreach (var (water, xMm, yMm) in new[] { (0, 60, 120), (0, 215, 255), (0, 330, 290), (1, 405, 120), (1, 345, 122) })
        {
            var (level, look) = (waters[water]!["level"]!, waters[water]!["look"]!);
            double depth = level["waterlineMm"]!.GetValue<double>() - await fixture.HeightAt(id, xMm, yMm), most = level["maxDepthMm"]!.GetValue<double>();
            var step = new[] { 0.5, 1, 2, 5, 10, 20, 50 }.First(one => most / one <= 6);
            var low = Math.Floor(depth / step) * step;
            Assert.True(depth > step && depth - low is > 0.15 && low + step - depth > 0.15, $"{xMm}, {yMm} is {depth} deep: no place to look");
            double[] shares = [.. look["shares"]!.AsArray().Select(share => share!.GetValue<double>())];
            points.Add(_page.OnScreen(xMm, yMm));
            wanted.Add(($"water {water} at {xMm}, {yMm}", Among(look["tops"]!.AsArray()[^1]!["colours"]!.AsArray(), shares, (low + Math.Min(low + step, most)) / 2 / most)));
        }

        Compare(points, wanted);
    }

    // The Cut shows each layer in the colour one sees once it is poured, by the depth at that place.
    [Fact]
    public async Task The_cut_wears_the_same_colours()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "pours");
        _page.Until(() => _page.First(".cut-water.selected .cut-layer"), "the cut");
        var look = (await Plan(id))["look"]!;
        double[] shares = [.. look["shares"]!.AsArray().Select(share => share!.GetValue<double>())];
        var tops = look["tops"]!.AsArray();

        // In the middle of the lowest layer its own underside is the bed; the layers over it are looked at in the same place.
        var found = JsonNode.Parse((string)_page.Script("""
            const cut = document.querySelector('.cut svg').getBoundingClientRect();
            const ticks = [...document.querySelectorAll('.cut-tick')].map((tick) => ({ mm: Number(tick.textContent), y: tick.querySelector('path').getBoundingClientRect().y - cut.y }));
            const perMm = (ticks[0].y - ticks[1].y) / (ticks[1].mm - ticks[0].mm);
            const mm = (y) => ticks[0].mm + (ticks[0].y - y) / perMm;
            const layers = [...document.querySelectorAll('.cut-water.selected .cut-layer')].map((layer) => layer.getAttribute('points').split(' ').map((one) => one.split(',').map(Number)));
            const at = Math.floor(layers[0].length / 4);
            const [x] = layers[0][at];
            const bed = layers[0][layers[0].length - 1 - at][1];
            return JSON.stringify(layers.map((points) => {
              const tops = points.slice(0, points.length / 2);
              const k = tops.findIndex((point) => point[0] >= x);
              const low = points[points.length - 1 - k][1];
              return { x: cut.x + x, y: cut.y + (tops[k][1] + low) / 2, thick: low - tops[k][1], topMm: mm(tops[k][1]), bedMm: mm(bed) };
            }));
            """)!)!.AsArray();
        var (points, wanted) = (new List<(double X, double Y)>(), new List<(string What, double[] Colour)>());
        foreach (var layer in found)
        {
            if (layer!["thick"]!.GetValue<double>() < 4) continue;
            double topMm = layer["topMm"]!.GetValue<double>(), bedMm = layer["bedMm"]!.GetValue<double>();
            var top = tops.MinBy(one => Math.Abs(one!["toMm"]!.GetValue<double>() - topMm))!;
            points.Add((layer["x"]!.GetValue<double>(), layer["y"]!.GetValue<double>()));
            wanted.Add(($"layer to {topMm:0.0}", Among(top["colours"]!.AsArray(), shares, (top["toMm"]!.GetValue<double>() - bedMm) / top["deepestMm"]!.GetValue<double>())));
        }

        Assert.True(points.Count >= 2);
        Compare(points, wanted);
    }

    [Fact]
    public async Task A_tint_is_drawn_up_by_hand_and_the_water_follows()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "ink");
        var column = _page.Until(() => _page.First("[data-testid=dose-umber]"), "the column");
        double Strength() => double.Parse(_page.Find("[data-testid=dose-umber]").GetAttribute("aria-valuenow")!, CultureInfo.InvariantCulture);
        string Deep() => _page.Find("[data-band='3']").GetAttribute("style")!;
        var (strength, colour) = (Strength(), Deep());
        _page.Drag(column, 0, -30);
        _page.Settled();
        _page.Until(() => Strength() > strength * 2, "stronger");
        _page.Until(() => Deep() != colour, "another colour on the Staff");
        Assert.Equal(Strength(), (await Water(id))["ink"]!["shades"]![0]!["mlPer100Ml"]!.GetValue<double>());

        // By keys too, and all of it is taken back.
        var drawn = Strength();
        _page.Find("[data-testid=dose-umber]").SendKeys(Keys.PageDown);
        _page.Until(() => Math.Abs(Strength() - (drawn - 0.05)) < 1e-9, "weaker by a key");
        _page.Settled();
        _page.Find("button[aria-label^='Undo']").Click();
        _page.Until(() => Math.Abs(Strength() - drawn) < 1e-9, "the key taken back");
        _page.Find("button[aria-label^='Undo']").Click();
        _page.Until(() => Math.Abs(Strength() - strength) < 1e-9, "the drag taken back");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_water_in_words_is_matched_and_taken()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "ink");
        _page.Click("Match");
        _page.Until(() => _page.All(".starting-waters button").Count == 12, "a dozen waters");
        _page.Click("Quarry blue");
        _page.Click("Red");
        _page.Click("Find the doses");
        var found = _page.Until(() => _page.First("[data-testid=matched]"), "what was found");
        Assert.Contains("The colour is", found.Text, StringComparison.Ordinal);
        Assert.DoesNotContain("Red", found.Text, StringComparison.Ordinal);
        _page.Click("Take this ink");
        _page.Settled();
        var plan = await Plan(id);
        var ink = (await Water(id))["ink"]!;
        _page.Until(() => found.Text.Contains($"{ink["mlPer100Ml"]!.GetValue<double>()}", StringComparison.Ordinal), "the strength that leads");

        // The deepest place has the colour that was found: drops and let-downs keep within a difference of 2.
        var last = plan["look"]!["tops"]!.AsArray()[^1]!["colours"]!.AsArray()[^1]!.GetValue<string>();
        Assert.All(Rgb(last).Zip(Rgb("#2f5a66")), pair => Assert.InRange(pair.First, pair.Second - 9, pair.Second + 9));
        _page.Click("Recipe");
        _page.Until(() => _page.All("[data-testid=doses] tbody tr").Count > 1, "the doses");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_bed_is_painted_and_the_wedge_shows_it()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "ink");
        _page.Click("Bed");
        _page.Type("Earth", "#552211");
        _page.Until(() => Water(id).Result["paint"]!["earth"]!.GetValue<string>() == "#552211", "it is kept");
        _page.Until(() => _page.Find("#wedge-earth stop").GetAttribute("stop-color") == "#552211", "the earth in the wedge");
        _page.Click("No beach");
        _page.Until(() => _page.Find("#wedge-painted stop").GetAttribute("stop-color") == "#552211", "earth up to the shore");

        // What is no colour stays in the field, marked, and changes nothing.
        var field = _page.Field("Earth");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys("brown");
        Assert.Contains("is-invalid", field.GetAttribute("class")!, StringComparison.Ordinal);
        field.SendKeys(Keys.Enter);
        Assert.Equal("#552211", (await Water(id))["paint"]!["earth"]!.GetValue<string>());
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_trial_puddle_is_logged_and_judged_and_what_was_seen_is_not_filled_in()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.Open(id, "ink");
        _page.Click("Trial");
        var log = _page.Button("Log the puddle");
        Assert.Equal("", _page.Field("It looks").GetAttribute("value"));
        Assert.False(log.Enabled);
        var reckoned = (await Plan(id))["ink"]!["inHand"]![0]!["puddle"]!["hex"]!.GetValue<string>();
        _page.Type("It looks", reckoned);
        _page.Until(() => log.Enabled, "it can be logged");
        log.Click();
        var tried = _page.Until(() => _page.First("[data-testid=tried]"), "what it says");
        Assert.Contains("As reckoned", tried.Text, StringComparison.Ordinal);
        Assert.Equal("", _page.Field("It looks").GetAttribute("value"));
        _page.Type("It looks", "#101010");
        _page.Click("Log the puddle");
        _page.Until(() => _page.All("[data-testid=tried]").Count == 2, "a second one");
        _page.Until(() => _page.All("[data-testid=tried]")[1].Text.Contains("darker: the tints are not what they are taken for", StringComparison.Ordinal), "far off");
        _page.All("[data-testid=tried] .link")[0].Click();
        _page.Until(() => _page.All("[data-testid=tried]").Count == 1, "one struck out");
        _page.Settled();
        Assert.Equal("#101010", (await fixture.Read(id))["build"]!["trials"]!.AsArray().Single()!["seenHex"]!.GetValue<string>());
        Assert.Empty(_page.Faults());
    }

    private async Task<JsonNode> Plan(string id) => JsonNode.Parse(await fixture.Http.GetStringAsync($"/api/builds/{id}"))!["plan"]!["waters"]![0]!;

    private async Task<JsonNode> Water(string id) => JsonNode.Parse(await fixture.Http.GetStringAsync($"/api/builds/{id}"))!["build"]!["waters"]![0]!;

    private (double X, double Y, double Width, double Height) Box(string css)
    {
        var box = JsonNode.Parse((string)_page.Script("const b = document.querySelector(arguments[0]).getBoundingClientRect(); return JSON.stringify([b.x, b.y, b.width, b.height]);", css)!)!.AsArray();
        return (box[0]!.GetValue<double>(), box[1]!.GetValue<double>(), box[2]!.GetValue<double>(), box[3]!.GetValue<double>());
    }

    private void Compare(List<(double X, double Y)> points, List<(string What, double[] Colour)> wanted)
    {
        var seen = _page.Pixels(points);
        for (var i = 0; i < points.Count; i++)
        {
            for (var k = 0; k < 3; k++)
                Assert.True(Math.Abs(seen[i][k] - wanted[i].Colour[k]) <= 1, $"{wanted[i].What}: {string.Join(' ', seen[i])} on the screen, {string.Join(' ', wanted[i].Colour.Select(one => one.ToString("0.0", CultureInfo.InvariantCulture)))} reckoned");
        }
    }

    private static double[] Among(JsonArray colours, double[] shares, double share)
    {
        var high = 1;
        while (high < shares.Length - 1 && shares[high] < share) high++;
        var (from, to) = (Rgb(colours[high - 1]!.GetValue<string>()), Rgb(colours[high]!.GetValue<string>()));
        var t = (share - shares[high - 1]) / (shares[high] - shares[high - 1]);
        return [.. from.Zip(to).Select(pair => pair.First + ((pair.Second - pair.First) * t))];
    }

    private static double[] Rgb(string hex) => [.. new[] { 1, 3, 5 }.Select(at => (double)Convert.ToInt32(hex.Substring(at, 2), 16))];
}
