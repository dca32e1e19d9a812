using System.Globalization;
using System.Text;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>The rest of the tools of the ground, each driven once by a real pointer.</summary>
[Collection("browser")]
public class GroundToolsTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    private async Task<string> OpenGround(string name)
    {
        var id = await fixture.Begin(name);
        _page.BoardWidthMm = 300;
        _page.Open(id, "ground");
        return id;
    }

    private void DragBoard(double x0, double y0, double x1, double y1)
    {
        var (fromX, fromY) = _page.OnScreen(x0, y0);
        var (toX, toY) = _page.OnScreen(x1, y1);
        _page.Pointer().MoveTo(fromX, fromY).Press().MoveTo((fromX + toX) / 2, toY).MoveTo(toX, toY).Release().Done();
    }

    private void Until(Func<Task<bool>> so, string what) => _page.Until(() => so().GetAwaiter().GetResult(), what);

    [Theory]
    [InlineData("Smooth")]
    [InlineData("Roughen")]
    [InlineData("Level")]
    public async Task A_brush_of_the_other_kinds_changes_the_ground_under_it(string brush)
    {
        var id = await OpenGround("Brush kinds board");

        // A wall of 4 mm to be worked on.
        _page.Click("Build a wall");
        _page.ClickBoard(40, 100);
        _page.ClickBoard(260, 100);
        _page.Press(Keys.Enter);
        _page.Until(() => _page.All(".step-name").Count == 2, "the wall");
        _page.Settled();
        var wall = await fixture.HeightAt(id, 150, 100);
        _page.Click(brush);
        DragBoard(100, 100, 200, 100);
        _page.Until(() => _page.All(".step-name").Count == 3, "the stroke");
        _page.Settled();
        Until(async () => Math.Abs(await fixture.HeightAt(id, 150, 100) - wall) > 0.05 || Math.Abs(await fixture.HeightAt(id, 152, 96) - 25) > 0.05, "the ground under the brush changed");
        Assert.Equal(wall, await fixture.HeightAt(id, 60, 100), 3);
        Assert.Equal(25, await fixture.HeightAt(id, 150, 150), 3);
    }

    [Fact]
    public async Task A_stroke_faster_than_the_page_can_draw_it_is_kept_whole()
    {
        var id = await OpenGround("Quick hand board");
        _page.Click("Scoop");
        var places = Enumerable.Range(0, 9).SelectMany(k => { var (x, y) = _page.OnScreen(60 + (20 * k), k == 4 ? 130 : 100); return new[] { x, y }; }).ToArray();

        // All of it between two frames, as on a machine that is busy: press, seven moves and the release.
        fixture.Driver.ExecuteAsyncScript("""
            const [places, done] = arguments;
            const svg = document.querySelector('.sheet-drawing');
            const tell = (kind, k, buttons) => svg.dispatchEvent(new PointerEvent(kind, {
                bubbles: true, pointerId: 1, isPrimary: true, pointerType: 'mouse', button: 0, buttons,
                clientX: places[2 * k], clientY: places[2 * k + 1] }));
            tell('pointerdown', 0, 1);
            for (let k = 1; k < 8; k++) tell('pointermove', k, 1);
            tell('pointerup', 8, 0);
            requestAnimationFrame(done);
            """, places);
        _page.Until(() => _page.All(".step-name").Count == 2, "the stroke");
        _page.Settled();
        var path = (await fixture.Read(id))["build"]!["recipe"]![1]!["items"]![0]!["path"]!.AsArray();
        Assert.Equal(9, path.Count);
        Assert.Equal(130, path[4]!["yMm"]!.GetValue<double>(), 1.0);
        Assert.Equal(220, path[8]!["xMm"]!.GetValue<double>(), 1.0);
    }

    [Fact]
    public async Task Foam_is_laid_by_dragging_across_and_plaster_over_a_region()
    {
        var id = await OpenGround("Foam board");
        _page.Click("Lay foam");
        DragBoard(90, 50, 210, 150);
        _page.Until(() => _page.All(".step-name").Count == 2, "the sheet");
        Until(async () => await fixture.HeightAt(id, 150, 100) == 35, "ten more millimetres of foam");
        Assert.Equal(25, await fixture.HeightAt(id, 20, 20));

        _page.Click("Skin with plaster");
        _page.Until(() => _page.All(".step-name").Count == 3, "the skin");
        _page.Settled();
        _page.Choose(_page.Field("Covers"), "region");
        Until(async () => await fixture.HeightAt(id, 4, 4) == 25, "the corner bare again");
        Assert.InRange(await fixture.HeightAt(id, 150, 100), 36, 38);
    }

    [Fact]
    public async Task A_bed_is_measured_with_a_stick_and_says_how_sure_it_is()
    {
        var id = await OpenGround("Measured board");
        _page.Click("Measure a bed");
        DragBoard(80, 40, 220, 160);
        _page.Until(() => _page.All(".step-name").Count == 2, "the bed");
        Until(async () => Math.Abs(await fixture.HeightAt(id, 127, 100) - 17) < 0.7, "eight deep where the first stick stood");
        _page.Click("Add depths");
        _page.ClickBoard(150, 65);
        _page.ClickBoard(185, 100);
        _page.Until(() => _page.All("g[aria-label^='Sounding ']").Count == 3, "three soundings");
        _page.Press(Keys.Escape);
        _page.Settled();
        _page.Type("2", "3");
        Until(async () => Math.Abs(await fixture.HeightAt(id, 150, 65) - 22) < 0.7, "three deep where it was measured so");
        Assert.Contains("give or take", _page.Until(() => _page.First(".step-fields"), "the fields").Text, StringComparison.Ordinal);

        // One is moved by hand and one taken out.
        _page.Find("g[aria-label^='Sounding 3 ']").SendKeys(Keys.Delete);
        _page.Until(() => _page.All("g[aria-label^='Sounding ']").Count == 2, "a sounding taken out");
        _page.Drag(_page.Find("g[aria-label^='Sounding 2 ']"), -60, 0);
        Until(async () => (await fixture.Read(id))["build"]!["recipe"]![1]!["soundings"]![1]!["place"]!["xMm"]!.GetValue<double>() < 140, "the sounding moved");
    }

    [Fact]
    public async Task A_pond_that_exists_goes_from_an_empty_shelf_by_photo_shore_and_jug_to_the_first_cups_card()
    {
        _page.SetViewport(1280, 800);
        fixture.Driver.Navigate().GoToUrl(fixture.Address);
        _page.Shelf("Builds");
        _page.Until(() => _page.First(".new-build input") is { Displayed: true }, "a build may be begun");
        _page.Field("Name").SendKeys("Pond that exists");
        _page.Click("Begin");
        _page.Until(() => _page.Text(".top-build").Contains("Pond that exists", StringComparison.Ordinal), "its bench");
        var id = _page.Until(() => fixture.Driver.Url.Split('/') is [.., "builds", var made, _] ? made : null, "the build begun");
        _page.BoardWidthMm = 400;
        fixture.Driver.FindElement(By.PartialLinkText("Board")).Click();
        var photo = fixture.ScratchFile("from-above.png");
        fixture.Driver.GetScreenshot().SaveAsFile(photo);
        _page.Until(() => _page.First("input[type=file][accept*='image']"), "the photo asked for").SendKeys(photo);
        _page.Until(() => _page.First("image.underlay"), "the photo to trace under the Sheet");

        fixture.Driver.FindElement(By.PartialLinkText("Ground")).Click();
        _page.Click("Measure by jug");
        DragBoard(100, 80, 220, 170);
        _page.Until(() => _page.First("[data-testid=jug-wants]") is { } wants && wants.Text.Contains("depth is still to be measured", StringComparison.Ordinal), "it asks for the depth");
        Assert.Equal("", _page.Field("Depth at the deepest place").GetAttribute("value"));
        _page.Type("Depth at the deepest place", "14");
        _page.Until(() => _page.First("[data-testid=jug-wants]") is { } wants && wants.Text.Contains("A mark is still to be poured", StringComparison.Ordinal), "and for a mark");
        Mark("5", "12");
        _page.Until(() => _page.First("[data-testid=jug-figures]"), "what one mark tells");
        var wide = Number("[data-testid=jug-figures]", @"give or take ([\d.]+)");

        // In any order; a third reshapes the bed on the Sheet.
        Mark("12", "62");
        Mark("9", "38");
        _page.Until(() => _page.All("[data-testid=jug-marks] tbody tr").Select(row => row.FindElement(By.TagName("th")).Text).SequenceEqual(["5.0", "9.0", "12.0"]), "three marks, rising");
        _page.Settled();
        Assert.True(Number("[data-testid=jug-figures]", @"give or take ([\d.]+)") < wide);
        var total = Number("[data-testid=jug-figures]", @"^([\d.]+)");

        // However long the Slip becomes, it scrolls by itself and the bench stays.
        Assert.Equal(true, _page.Script("return document.documentElement.scrollHeight <= window.innerHeight"));

        // A slip of the hand stops the bed and loses nothing.
        Mark("11", "600");
        Assert.Contains("more than a bed straight down from the shore", _page.Until(() => _page.First("[data-testid=jug-stop]"), "the slip told").Text, StringComparison.Ordinal);
        _page.Click("Strike the mark at 11.0 mm out");
        _page.Until(() => Math.Abs(Number("[data-testid=jug-figures]", @"^([\d.]+)") - total) < 1e-9, "as it was");

        _page.Click("Put a water in it");
        _page.Settled();
        fixture.Driver.FindElement(By.PartialLinkText("Water")).Click();
        _page.Until(() => _page.First("[data-testid=volume]"), "its volume");
        Assert.Equal(total, _page.Volume, 0.02 * total);
        fixture.Driver.FindElement(By.PartialLinkText("Pours")).Click();
        _page.Click("Mix");
        Assert.Contains("layer 1 of Water", _page.Until(() => _page.First("[data-testid=session-1]"), "the first cups").Text, StringComparison.Ordinal);
        Assert.NotEmpty(_page.All("[data-testid=session-1] .pour-card"));
        Assert.True((await fixture.Read(id))["build"]!["photo"] is not null);
        Assert.Empty(_page.Faults());

        void Mark(string deep, string ml)
        {
            _page.Type("Stood deep", deep);
            _page.Type("Poured in, in all", ml);
            _page.Click("Add the mark");
            _page.Until(() => _page.Field("Stood deep").GetAttribute("value")?.Length == 0, "the mark taken");
        }

        double Number(string css, string pattern) =>
            double.Parse(System.Text.RegularExpressions.Regex.Match(_page.Text(css), pattern).Groups[1].Value, CultureInfo.InvariantCulture);
    }

    [Fact]
    public async Task A_step_is_copied_to_the_side_and_both_are_ground()
    {
        var id = await OpenGround("Copy board");
        _page.Click("Dig a pond");
        DragBoard(60, 60, 140, 120);
        _page.Until(() => _page.All(".step-name").Count == 2, "the pond");
        _page.Settled();
        _page.Click("Copy Pond");
        _page.Until(() => _page.All(".step-name").Any(step => step.Text.StartsWith("Pond copy", StringComparison.Ordinal)), "the copy");
        _page.Drag(_page.Until(() => _page.First("g[aria-label^='All of Pond copy']"), "its handle"), 220, 0);
        _page.Until(() => _page.Find(".top-history button").GetAttribute("title")!.Contains("Reshape", StringComparison.Ordinal), "the copy moved");
        Assert.True(await fixture.HeightAt(id, 100, 90) < 20);
        var (x, _) = _page.OnScreen(0, 0);
        var (x2, _) = _page.OnScreen(100, 0);
        var moved = 112 + (220 * 100.0 / (x2 - x));
        Assert.True(await fixture.HeightAt(id, moved, 100) < 20);
    }

    [Fact]
    public async Task Ground_is_brought_in_from_a_file_laid_down_moved_and_a_lying_file_is_refused()
    {
        var id = await OpenGround("Import board");
        var text = new StringBuilder("ncols 60\nnrows 40\nxllcorner 0\nyllcorner 0\ncellsize 2\n");
        for (var row = 0; row < 40; row++) text.AppendJoin(' ', Enumerable.Range(0, 60).Select(c => (30 + (c / 4.0)).ToString(CultureInfo.InvariantCulture))).Append('\n');
        var (good, lying) = (fixture.ScratchFile("hill.asc"), fixture.ScratchFile("lying.asc"));
        File.WriteAllText(good, text.ToString());
        File.WriteAllText(lying, "ncols 60\nnrows 40\ncellsize 2\n1 2 3");

        _page.Until(() => _page.All("summary").FirstOrDefault(s => s.Text == "Bring ground in"), "the part for files").Click();
        _page.Choose(_page.Field("Lengths in the file"), "mm");
        var chooser = _page.Find("input[type=file][accept*='.asc']");
        chooser.SendKeys(lying);
        _page.Until(() => _page.All(".field-wrong").Any(p => p.Text.Contains("too short", StringComparison.Ordinal)), "the refusal");
        Assert.Single((await fixture.Read(id))["build"]!["recipe"]!.AsArray());

        _page.Find("input[type=file][accept*='.asc']").SendKeys(good);
        _page.Until(() => _page.All(".read-file").Any(p => p.Text.Contains("60 × 40 heights", StringComparison.Ordinal)), "what was read");
        _page.Click("Lay it on the board");
        _page.Until(() => _page.All(".step-name").Count == 2, "the step");
        _page.Settled();

        // 120 × 80 mm in the middle of 300 × 200, rising from 30.
        Until(async () => Math.Abs(await fixture.HeightAt(id, 151, 101) - 37.5) < 0.2, "the hill laid down");
        Assert.Equal(25, await fixture.HeightAt(id, 40, 100));
        _page.Drag(_page.Until(() => _page.First("g[aria-label^='All of Existing ground']"), "its handle"), -60, 0);
        Until(async () => await fixture.HeightAt(id, 85, 101) > 29, "the hill moved");
    }

    [Fact]
    public async Task What_to_cut_and_mix_is_told_with_its_drawing_and_its_reckoning()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "ground");
        _page.Until(() => _page.All("summary").FirstOrDefault(s => s.Text == "Cut and mix"), "the part for making").Click();
        _page.Until(() => _page.All(".cutting svg").Count > 1, "the stock sheets");
        Assert.True(_page.All(".cutting .piece").Count >= 4);
        Assert.Contains("powder into", _page.Text(".making"), StringComparison.Ordinal);
        _page.Find("button[title='How the plaster came about']").Click();
        Assert.Contains("wet density", _page.Text(".making .working"), StringComparison.OrdinalIgnoreCase);

        // Thicker stock takes fewer sheets, and the drawing follows.
        _page.All("summary").First(s => s.Text == "Stock and mixes").Click();
        _page.Type("Foam, thickness", "40");
        _page.Until(() => _page.Text(".making").Contains("1 in the stack", StringComparison.Ordinal), "one sheet in the stack");
        Assert.Empty(_page.Faults());
    }
}
