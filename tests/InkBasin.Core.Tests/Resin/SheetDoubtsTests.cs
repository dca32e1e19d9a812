using InkBasin.Core.Resin;

namespace InkBasin.Core.Tests.Resin;

public class SheetDoubtsTests
{
    public static TheoryData<string> Shipped => [.. ExampleSheets.All.Select(sheet => sheet.Id)];

    [Theory]
    [MemberData(nameof(Shipped))]
    public void The_sheets_that_ship_agree_with_themselves(string id) =>
        Assert.Empty(SheetDoubts.Of(ExampleSheets.All.Single(sheet => sheet.Id == id)));

    [Fact]
    public void A_gel_time_typed_in_minutes_is_noticed()
    {
        // 0.4 h for 24: forty times too quick for its own depth and hours.
        var doubts = SheetDoubts.Of(ExampleSheets.All[2] with { GelH = 0.4 });
        Assert.Equal(["demouldH", "greatestLayerMm"], doubts.Select(doubt => doubt.Field));
        Assert.All(doubts, doubt => Assert.Contains("Check the gel time", doubt.Sentence, StringComparison.Ordinal));
        Assert.True(doubts[1].Model < 20);
    }

    [Fact]
    public void Hours_far_too_soon_for_the_gel_time_are_noticed()
    {
        var doubt = Assert.Single(SheetDoubts.Of(ExampleSheets.All[0] with { DemouldH = 4 }));
        Assert.Equal(("demouldH", 4, "h"), (doubt.Field, doubt.Sheet, doubt.Unit));
        Assert.True(doubt.Model > 8);
    }
}
