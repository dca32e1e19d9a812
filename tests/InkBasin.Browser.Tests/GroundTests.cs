using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

[Collection("other browser")]
public class GroundTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    [Fact]
    public async Task A_channel_is_drawn_undone_redone_and_still_there_after_a_reload()
    {
        var id = await fixture.Begin("Channel board");
        _page.Open(id, "ground");
        _page.Click("Scoop a channel");
        _page.ClickBoard(-10, 100);
        _page.ClickBoard(100, 80);
        _page.ClickBoard(200, 130);
        _page.ClickBoard(310, 100);
        _page.Press(Keys.Enter);
        _page.Until(() => _page.All(".step-name").Any(step => step.Text.StartsWith("Channel", StringComparison.Ordinal)), "the channel among the steps");
        _page.Settled();
        Assert.InRange(await fixture.HeightAt(id, 100, 80), 5, 8);
        Assert.Equal(25, await fixture.HeightAt(id, 100, 20));

        _page.Press("z");
        _page.Until(() => _page.All(".step-name").Count == 1, "the channel undone");
        Assert.Equal(25, await fixture.HeightAt(id, 100, 80));
        _page.Press("Z");
        _page.Until(() => _page.All(".step-name").Count == 2, "the channel redone");

        _page.Reload();
        _page.Until(() => _page.All(".step-name").Count == 2, "the channel after a reload");
        Assert.InRange(await fixture.HeightAt(id, 200, 130), 5, 8);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task The_ground_changes_while_a_point_is_dragged_and_is_kept_when_let_go()
    {
        var id = await fixture.Begin("Dragged board");
        _page.Open(id, "ground");
        _page.Click("Scoop a channel");
        _page.Press(Keys.Enter);
        _page.Until(() => _page.All("g[aria-label^='Point 2 of Channel']").Count == 1, "the channel's points");
        _page.Settled();
        Assert.InRange(await fixture.HeightAt(id, 150, 100), 5, 8);
        var picture = Picture();

        var (x, y) = _page.OnScreen(150, 100);
        var (toX, toY) = _page.OnScreen(150, 40);
        // Beside the mark in the middle that moves the whole channel.
        var mark = _page.Find("g[aria-label^='Point 2 of Channel'] .handle-mark");
        _page.Pointer().MoveTo(x, y).Press().MoveTo(x, (y + toY) / 2).MoveTo(toX, toY).Done();
        _page.Until(() => Picture() != picture, "another picture of the ground while it is held");
        Assert.InRange(await fixture.HeightAt(id, 150, 100), 5, 8);
        _page.Pointer().Release().Done();
        _page.Until(() => _page.Find(".top-history button").GetAttribute("title")!.Contains("Reshape", StringComparison.Ordinal), "the drag as one edit");
        Assert.NotNull(mark);
        Assert.Equal(25, await fixture.HeightAt(id, 150, 100));
        Assert.InRange(await fixture.HeightAt(id, 150, 40), 5, 8);
    }

    [Fact]
    public async Task A_pond_is_dug_by_dragging_across_it_and_a_water_put_in_it()
    {
        var id = await fixture.Begin("Pond board");
        _page.Open(id, "ground");
        _page.Click("Dig a pond");
        var (x0, y0) = _page.OnScreen(90, 60);
        var (x1, y1) = _page.OnScreen(210, 140);
        _page.Pointer().MoveTo(x0, y0).Press().MoveTo((x0 + x1) / 2, y1).MoveTo(x1, y1).Release().Done();
        _page.Until(() => _page.All(".step-name").Any(step => step.Text.StartsWith("Pond", StringComparison.Ordinal)), "the pond among the steps");
        _page.Settled();
        Assert.Equal(17, await fixture.HeightAt(id, 150, 100), 1);

        _page.Press("3");
        _page.Click("Put a water on the board");
        _page.ClickBoard(150, 100);
        _page.Until(() => _page.All("[data-testid=waterline]").Count == 1, "the water's Staff");
        var field = _page.Field("Waterline");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys("23" + Keys.Enter);
        _page.Until(() => _page.Volume > 10, "water in the pond");
        Assert.NotEmpty(_page.Layers);
    }

    [Theory]
    [InlineData("Raise a ridge", 150, 100, 5)]
    [InlineData("Lay a track bed", 150, 100, 2)]
    [InlineData("Build a wall", 150, 100, 8)]
    public async Task A_step_drawn_along_a_line_raises_the_ground_under_it(string tool, double xMm, double yMm, double atLeastMm)
    {
        var id = await fixture.Begin("Line board");
        _page.Open(id, "ground");
        _page.Click(tool);
        _page.ClickBoard(40, 100);
        _page.ClickBoard(150, 100);
        _page.ClickBoard(260, 100);
        _page.Press(Keys.Enter);
        _page.Until(() => _page.All(".step-name").Count == 2, "the step");
        _page.Settled();
        Assert.True(await fixture.HeightAt(id, xMm, yMm) >= 25 + atLeastMm);
        Assert.Equal(25, await fixture.HeightAt(id, 150, 10));
    }

    [Fact]
    public async Task A_ford_raises_the_bed_an_island_stands_in_it_and_both_can_go_again()
    {
        var id = await fixture.Begin("Ford board");
        _page.Open(id, "ground");
        _page.Click("Scoop a channel");
        _page.Press(Keys.Enter);
        _page.Until(() => _page.All(".step-name").Count == 2, "the channel");
        _page.Settled();
        var bed = await fixture.HeightAt(id, 150, 100);
        _page.Click("Add a ford");
        Until(async () => await fixture.HeightAt(id, 150, 100) > bed + 4);
        _page.Click("Remove ford 1");
        Until(async () => Math.Abs(await fixture.HeightAt(id, 150, 100) - bed) < 0.01);
        _page.Click("Add an island");
        Until(async () => await fixture.HeightAt(id, 150, 100) > bed + 10);
        var along = _page.Field("Along");
        along.SendKeys(Keys.Control + "a");
        along.SendKeys("20" + Keys.Enter);
        Until(async () => Math.Abs(await fixture.HeightAt(id, 150, 100) - bed) < 0.01);
        Assert.True(await fixture.HeightAt(id, 48, 100) > bed + 8);
    }

    [Theory]
    [InlineData("Level a pad", 0)]
    [InlineData("Fill the bed", 4)]
    [InlineData("Strew rocks", 0.5)]
    public async Task A_step_dragged_out_changes_the_ground_inside_it(string tool, double atLeastMm)
    {
        var id = await fixture.Begin("Box board");
        _page.Open(id, "ground");
        _page.Click(tool);
        var (x0, y0) = _page.OnScreen(90, 60);
        var (x1, y1) = _page.OnScreen(210, 140);
        _page.Pointer().MoveTo(x0, y0).Press().MoveTo((x0 + x1) / 2, y1).MoveTo(x1, y1).Release().Done();
        _page.Until(() => _page.All(".step-name").Count == 2, "the step");
        _page.Settled();
        var highest = (await fixture.Read(id))["plan"]!["ground"]!["highestMm"]!.GetValue<double>();
        Assert.True(highest >= 25 + atLeastMm, $"highest {highest}");
        Assert.Equal(25, await fixture.HeightAt(id, 20, 20));
    }

    [Theory]
    [InlineData("Rise", 1)]
    [InlineData("Scoop", -1)]
    public async Task A_brush_stroke_changes_the_ground_under_it_and_is_one_edit(string brush, int sign)
    {
        var id = await fixture.Begin("Brush board");
        _page.Open(id, "ground");
        _page.Click(brush);
        var (x0, y0) = _page.OnScreen(60, 100);
        var (x1, y1) = _page.OnScreen(240, 100);
        _page.Pointer().MoveTo(x0, y0).Press().MoveTo((x0 + x1) / 2, y0).MoveTo(x1, y1).Release().Done();
        _page.Until(() => _page.All(".step-name").Any(step => step.Text.StartsWith("By hand", StringComparison.Ordinal)), "the set of strokes");
        _page.Settled();
        Assert.Equal(25 + (2 * sign), await fixture.HeightAt(id, 150, 100), 0.2);
        Assert.Equal(25, await fixture.HeightAt(id, 150, 130));

        // The brush is still in the hand: a second stroke joins the set, and one undo takes back one stroke.
        var (x2, y2) = _page.OnScreen(150, 40);
        _page.Pointer().MoveTo(x2, y2).Press().MoveTo(x2 + 30, y2).Release().Done();
        _page.Until(() => _page.Find(".top-history button").GetAttribute("title")!.Contains("with the brush", StringComparison.Ordinal), "the second stroke");
        Assert.Equal(2, (await fixture.Read(id))["build"]!["recipe"]!.AsArray().Count);
        _page.Press("z");
        Until(async () => Math.Abs(await fixture.HeightAt(id, 155, 40) - 25) < 0.01);
        Assert.Equal(25 + (2 * sign), await fixture.HeightAt(id, 150, 100), 0.2);
    }

    [Fact]
    public async Task The_steps_are_worked_by_keys_alone()
    {
        var id = await fixture.Begin("Key board");
        _page.Open(id, "ground");
        _page.Button("Dig a pond").SendKeys(Keys.Enter);
        _page.Until(() => _page.All(".sheet-hint").Count == 1, "the tool at hand");
        _page.Press(Keys.Enter);
        var point = _page.Until(() => _page.First("g[aria-label^='Point 1 of Pond']"), "the pond's points");
        _page.Settled();
        var before = await Outline(id);
        point.SendKeys(Keys.ArrowRight);
        _page.Until(() => _page.Find(".top-history button").GetAttribute("title")!.Contains("Reshape", StringComparison.Ordinal), "the point moved");
        var after = await Outline(id);
        Assert.Equal(before[0] + 1, after[0], 6);

        _page.Find("g[aria-label^='Point 2 of Pond']").SendKeys(Keys.Delete);
        _page.Until(() => _page.All("g[aria-label^='Point ']").Count == 7, "a point taken out");
    }

    [Fact]
    public async Task A_step_is_switched_off_moved_and_removed()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "ground");
        _page.Find("input[aria-label='Creek is part of the ground']").Click();
        _page.Settled();
        Until(async () => await fixture.HeightAt(id, 300, 268) > 15);
        _page.Press("z");
        _page.Until(() => _page.Find("input[aria-label='Creek is part of the ground']").Selected, "the creek back");
        _page.Click("Move Creek earlier");
        _page.Until(() => _page.All(".step-name")[4].Text.StartsWith("Creek", StringComparison.Ordinal), "the creek before the track");
        _page.Click("Remove Dock basin");
        _page.Until(() => _page.All(".step-name").Count == 9, "one step fewer");
    }

    private void Until(Func<Task<bool>> so) => _page.Until(() => so().GetAwaiter().GetResult(), "the ground to follow");

    private async Task<double[]> Outline(string id) =>
        [.. (await fixture.Read(id))["build"]!["recipe"]![1]!["outline"]!["points"]!.AsArray().Select(point => point!["xMm"]!.GetValue<double>())];

    private string Picture() => (string)_page.Script("return document.querySelector('canvas.relief').toDataURL()")!;
}
