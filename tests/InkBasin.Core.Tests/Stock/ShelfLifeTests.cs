using InkBasin.Core.Plan;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Stock;

/// <summary>Until when pours can be made of the bottles there are.</summary>
public class ShelfLifeTests
{
    private static readonly DateOnly Bought = new(2027, 1, 1);

    private static readonly ProductSheet Sheet = Stores.Examples.Sheets.First(sheet => sheet.Id == "coating-epoxy") with { UnopenedMonths = 1, OpenedMonths = null };

    private static Bottle Of(Part part, double leftG, int laterDays) => new($"{part}{laterDays}{leftG}", Sheet.Id, part, leftG, Bought.AddDays(laterDays), null);

    private static DateOnly After(int days) => Bought.AddDays(30 + days);

    [Fact]
    public void The_part_that_goes_off_first_decides()
    {
        Assert.Equal(After(4), new ShelfLife(Sheet, [Of(Part.One, 100, 4), Of(Part.Two, 100, 9)]).Take(50, 50));
        Assert.Equal(After(4), new ShelfLife(Sheet, [Of(Part.One, 100, 9), Of(Part.Two, 100, 4)]).Take(50, 50));

        // None of part two is taken of one-part products; bottles of other products do not count.
        Assert.Equal(After(9), new ShelfLife(Sheet, [Of(Part.One, 100, 9), Of(Part.Two, 100, 4), Of(Part.One, 100, 40) with { ProductId = "other" }]).Take(50, 0));
    }

    // An old bottle with 60 g and a newer one with 100: what fits into the newer may wait for it, unless earlier pours have emptied that.
    [Theory]
    [InlineData(100, 9)]
    [InlineData(101, 4)]
    [InlineData(160, 4)]
    [InlineData(161, null)]
    public void What_is_needed_of_the_old_bottle_cannot_wait(double g, int? days) =>
        Assert.Equal(days is { } later ? After(later) : null, new ShelfLife(Sheet, [Of(Part.One, 60, 4), Of(Part.One, 100, 9)]).Take(g, 0));

    [Fact]
    public void Pours_before_it_use_the_old_bottle_up()
    {
        var shelf = new ShelfLife(Sheet, [Of(Part.One, 60, 4), Of(Part.One, 100, 9)]);
        Assert.Equal(After(9), shelf.Take(60, 0));

        // All of the newer one is left for it, and the third finds nothing.
        Assert.Equal(After(9), shelf.Take(100, 0));
        Assert.Null(shelf.Take(1, 0));
    }

    [Fact]
    public void Without_a_date_nothing_is_said()
    {
        Assert.Null(new ShelfLife(Sheet, [new("b", Sheet.Id, Part.One, 100, null, null)]).Take(50, 0));
        Assert.Null(new ShelfLife(Sheet, []).Take(50, 0));
    }
}
