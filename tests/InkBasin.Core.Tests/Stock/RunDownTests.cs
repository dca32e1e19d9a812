using FsCheck.Xunit;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Stock;

public class RunDownTests
{
    private static readonly ProductSheet Sheet = ExampleSheets.All[0];
    private static readonly DateOnly Day = new(2027, 3, 1);

    private static Bottle Of(string id, Part part, double g, int openedDaysAgo = 30) => new(id, Sheet.Id, part, g, null, Day.AddDays(-openedDaysAgo));

    [Fact]
    public void Two_part_used_bottles_are_emptied_one_after_the_other_the_older_first()
    {
        var stock = new RunDown(Sheet, [Of("new", Part.One, 100, 10), Of("old", Part.One, 40, 200), Of("b", Part.Two, 200), new Bottle("other", "another", Part.One, 999, null, null)]);
        var first = stock.Take(60, 50, Day);
        Assert.True(first.Enough);
        Assert.Equal((80, 150), (first.OneLeftG, first.TwoLeftG));
        var second = stock.Take(100, 100, Day.AddDays(1));
        Assert.False(second.Enough);
        Assert.Equal((20, 0, 0, 50), (second.OneShortG, second.TwoShortG, second.OneLeftG, second.TwoLeftG));
    }

    [Fact]
    public void What_is_past_its_date_does_not_count_and_is_told()
    {
        var stock = new RunDown(Sheet, [Of("stale", Part.One, 500, 400), Of("b", Part.Two, 500)]);
        var draw = stock.Take(60, 50, Day);
        Assert.Equal((60, 500), (draw.OneShortG, draw.StaleG));

        // Without a day no date is held against it.
        Assert.True(new RunDown(Sheet, [Of("stale", Part.One, 500, 400), Of("b", Part.Two, 500)]).Take(60, 50, null).Enough);
    }

    [Fact]
    public void A_bottle_keeps_by_the_earlier_of_bought_and_opened()
    {
        var bottle = new Bottle("x", Sheet.Id, Part.One, 1, Day.AddDays(-700), Day.AddDays(-10));
        Assert.Equal(Day.AddDays(-700 + 720), bottle.KeepsUntil(Sheet));
        Assert.Equal(Day.AddDays(-10 + 360), (bottle with { BoughtOn = null }).KeepsUntil(Sheet));
        Assert.Null((bottle with { BoughtOn = null, OpenedOn = null }).KeepsUntil(Sheet));
        Assert.Throws<RefusedException>(() => (bottle with { OpenedOn = Day.AddDays(-900) }).Check("bottle"));
    }

    [Property]
    public bool What_is_taken_and_what_is_left_and_short_add_up(byte[] bottles, byte[] takes)
    {
        var stock = new RunDown(Sheet, bottles.Select((g, i) => Of($"b{i}", Part.One, g)));
        double had = bottles.Sum(g => (double)g), taken = 0;
        foreach (var g in takes)
        {
            var draw = stock.Take(g, 0, Day);
            taken += g - draw.OneShortG;
            if (Math.Abs(had - taken - draw.OneLeftG) > 1e-6) return false;
        }

        return taken <= had + 1e-9;
    }
}
