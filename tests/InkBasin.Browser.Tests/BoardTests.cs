using System.Globalization;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>The Board: stand-ins, ruler, photo, neighbouring sections.</summary>
[Collection("other browser")]
public class BoardTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture);

    private void Until(Func<Task<bool>> so, string what) => _page.Until(() => so().GetAwaiter().GetResult(), what);

    private async Task<System.Text.Json.Nodes.JsonNode> Thing(string id) => (await fixture.Read(id))["build"]!["standIns"]![0]!;

    [Fact]
    public async Task A_bridge_is_put_down_said_to_be_too_long_turned_by_hand_and_taken_up()
    {
        var id = await fixture.Begin("Bridge board", 250, 200);
        _page.BoardWidthMm = 250;
        _page.Open(id, "board");
        _page.Choose(_page.Field("Catalogue"), "girderbridge");
        _page.Click("Put it down");
        _page.ClickBoard(125, 100);

        // 22 m at 1:76 are 289.5 mm: 39 mm more than the board's 250.
        _page.Until(() => _page.All(".stand-in-notice").Any(p => p.Text.Contains("needs 39 mm more board in its width", StringComparison.Ordinal)), "the footprint check");
        Assert.Single(_page.All(".stand-in .stand-in-foot"));

        _page.Drag(_page.Until(() => _page.First("g[aria-label^='Turn Girder bridge']"), "the handle to turn it"), -120, 60);
        Until(async () => Math.Abs((await Thing(id))["turnDeg"]!.GetValue<double>()) > 5, "it turned");
        _page.Drag(_page.Find("g[aria-label^='All of Girder bridge']"), 30, -20);
        Until(async () => (await Thing(id))["centre"]!["xMm"]!.GetValue<double>() > 125, "it moved");
        _page.Click("Remove Girder bridge");
        _page.Until(() => _page.All(".stand-in").Count == 0, "it taken up");
        _page.Press("z");
        _page.Until(() => _page.All(".stand-in").Count == 1, "and put back");
    }

    [Fact]
    public async Task Branches_over_the_water_are_warned_of_when_their_base_is_lowered()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        _page.BoardWidthMm = 620;
        _page.Open(id, "board");
        _page.Choose(_page.Field("Catalogue"), "alder");
        _page.Click("Put it down");
        _page.ClickBoard(330, 170);
        _page.Until(() => _page.All(".stand-in-notice").Any(p => p.Text.Contains("clear of the waterline", StringComparison.Ordinal)), "clear of the creek");
        _page.Type("Base at", "5");
        _page.Until(() => _page.All(".stand-in-notice.standing-tight, .stand-in-notice.standing-stop").Count > 0, "too low now");
        _page.Click("Let it stand by itself");
        _page.Until(() => _page.All(".stand-in-notice.standing-stop").Count == 0, "by itself again");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task The_ruler_reads_the_bench_and_the_full_size()
    {
        var id = await fixture.Begin("Ruler board");
        _page.BoardWidthMm = 300;
        _page.Open(id, "board");
        _page.Click("Lay the ruler");
        var (x0, y0) = _page.OnScreen(50, 100);
        var (x1, y1) = _page.OnScreen(250, 100);
        _page.Pointer().MoveTo(x0, y0).Press().MoveTo((x0 + x1) / 2, y0).MoveTo(x1, y1).Release().Done();
        var length = _page.Until(() => _page.First(".measure .measure-length"), "the ruler").Text;
        Assert.Equal(200, double.Parse(length.Split(' ')[0], CultureInfo.InvariantCulture), 1.1);
        Assert.Contains("15.2 m at full size", _page.Text(".measure"), StringComparison.Ordinal);
        _page.Press(Keys.Escape);
        _page.Until(() => _page.All(".measure").Count == 0, "the ruler laid down");
    }

    [Fact]
    public async Task The_marks_of_a_cup_that_worked_become_its_shape()
    {
        var id = await fixture.Begin("Cup board");
        _page.Open(id, "board");
        _page.Click("Shape it by its marks");
        Assert.Equal("", _page.Field("Inner height to the rim").GetAttribute("value"));
        Assert.False(_page.Button("Take this cup").Enabled);
        void Mark(string mm, string ml)
        {
            _page.Type("Mark, over the base", mm);
            _page.Type("In it up to there", ml);
            _page.Click("Add the mark");
        }

        // Straight, 50 across: 39.27 ml for every 20 mm. A slip of the hand is told and taken back.
        _page.Type("Inner height to the rim", "90");
        Mark("40", "78.54");
        Mark("20", "90");
        Assert.Contains("a higher mark holds more", _page.Until(() => _page.First("[data-testid=cup-marks] .notice-stop"), "the slip told").Text, StringComparison.Ordinal);
        Assert.False(_page.Button("Take this cup").Enabled);
        _page.Find("[aria-label^='Strike the mark at 20']").Click();
        Mark("20", "39.27");
        Assert.Contains("50.0 mm across the base, 50.0 mm across the rim; holds 177 ml", _page.Until(() => _page.First("[data-testid=cup-told]"), "the shape").Text, StringComparison.Ordinal);
        _page.Click("Take this cup");
        _page.Until(() => _page.All("[data-testid=cup-marks]").Count == 0, "taken");
        _page.Settled();
        var cup = (await fixture.Read(id))["build"]!["measuring"]!["cup"]!;
        Assert.Equal(50, cup["baseMm"]!.GetValue<double>(), 2);
        Assert.Equal(50, cup["topMm"]!.GetValue<double>(), 2);
        Assert.Equal(90, cup["heightMm"]!.GetValue<double>());
        Assert.DoesNotContain(_page.Faults(), fault => !fault.Contains("422", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_photo_is_laid_down_sized_by_two_points_moved_and_taken_away()
    {
        var id = await fixture.Begin("Photo board");
        _page.BoardWidthMm = 300;
        var file = fixture.ScratchFile("sketch.png");
        _page.Open(id, "board");

        // Any picture will do: the screen itself.
        fixture.Driver.GetScreenshot().SaveAsFile(file);
        _page.Find("input[type=file][accept*='image']").SendKeys(file);
        _page.Until(() => _page.First("image.underlay"), "the photo under the Sheet");
        _page.Settled();
        var before = (await fixture.Read(id))["build"]!["photo"]!["mmPerPx"]!.GetValue<double>();
        _page.Click("Size it by two points");
        var (x0, y0) = _page.OnScreen(150, 100);
        var (x1, y1) = _page.OnScreen(250, 100);
        _page.Pointer().MoveTo(x0, y0).Press().MoveTo(x1, y1).Release().Done();

        // 100 mm on the board; said to be 15.2 m, which is 200 mm at 1:76.
        _page.Type("They really lie apart by", "15.2");
        Until(async () => Math.Abs(((await fixture.Read(id))["build"]!["photo"]!["mmPerPx"]!.GetValue<double>() / before) - 2) < 0.03, "twice as large");
        _page.Drag(_page.Find("g[aria-label^='The photo']"), 40, 0);
        Until(async () => (await fixture.Read(id))["build"]!["photo"]!["centre"]!["xMm"]!.GetValue<double>() > 155, "it moved");
        _page.Click("Take it away");
        _page.Until(() => _page.All("image.underlay").Count == 0, "it taken away");
    }

    [Fact]
    public async Task A_neighbour_is_joined_its_mismatch_named_and_its_profile_taken()
    {
        var upper = await fixture.Begin("Upper section");
        var id = await fixture.Begin("Lower section");
        _page.BoardWidthMm = 300;

        // A hill at the left edge of the upper section, by hand.
        _page.Open(upper, "ground");
        _page.Click("Raise a ridge");
        _page.ClickBoard(5, 60);
        _page.ClickBoard(5, 140);
        _page.Press(Keys.Enter);
        _page.Until(() => _page.All(".step-name").Count == 2, "the hill");
        _page.Settled();

        _page.Open(id, "board");
        _page.Click("Join a section");
        var section = _page.Until(() => _page.Field("Section"), "the joint");
        _page.Choose(section, "Upper section");
        _page.Choose(_page.Field("Meets this board at its"), "right");
        _page.Choose(_page.Field("with its own"), "left");
        _page.Until(() => _page.All(".joint .notices li").Any(li => li.Text.Contains("Upper section stands", StringComparison.Ordinal) && li.Text.Contains("greatest mismatch", StringComparison.Ordinal)), "the mismatch");
        Assert.Single(_page.All(".joint-profile svg"));
        _page.Click("Take its profile");
        _page.Until(() => _page.All(".joint .notices li").Any(li => li.Text.Contains("The ground meets Upper section", StringComparison.Ordinal)), "the ground meets");
        Assert.True(await fixture.HeightAt(id, 299, 100) > 30);
    }
}
