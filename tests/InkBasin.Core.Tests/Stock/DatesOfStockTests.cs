using InkBasin.Core.Plan;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Stock;

/// <summary>Dates on bottles and goods: those nobody means are refused, and reckoning on from any other ends.</summary>
public class DatesOfStockTests
{
    private static readonly ProductSheet Sheet = Stores.Examples.Sheets.First(sheet => sheet.Id == "coating-epoxy") with { UnopenedMonths = 600, OpenedMonths = 6 };

    [Theory]
    [InlineData(1900, 1, 1, true)]
    [InlineData(2999, 12, 31, true)]
    [InlineData(1899, 12, 31, false)]
    [InlineData(3000, 1, 1, false)]
    public void No_bottle_and_no_good_has_a_date_outside_the_years_of_builds(int year, int month, int day, bool kept)
    {
        var on = new DateOnly(year, month, day);
        void Tried(string? field, Action check)
        {
            if (kept) check();
            else Assert.Equal(field, Assert.Throws<RefusedException>(check).Field);
        }

        Tried("bottle.boughtOn", () => new Bottle("b", Sheet.Id, Part.One, 100, on, null).Check("bottle"));
        Tried("bottle.openedOn", () => new Bottle("b", Sheet.Id, Part.One, 100, null, on).Check("bottle"));
        Tried("good.boughtOn", () => new Good("g", GoodKind.Plaster, "Plaster", 100) { BoughtOn = on }.Check("good"));
        Tried("good.openedOn", () => new Good("g", GoodKind.Plaster, "Plaster", 100) { OpenedOn = on }.Check("good"));
        Tried("good.keepsUntil", () => new Good("g", GoodKind.Plaster, "Plaster", 100) { KeepsUntil = on }.Check("good"));
    }

    // Kept before such dates were refused: it is shown with the last day there is rather than taking the whole shelf away.
    [Fact]
    public void A_bottle_that_keeps_longer_than_there_are_days_keeps_to_the_last()
    {
        static Bottle Of(DateOnly on) => new("b", "coating-epoxy", Part.One, 100, on, null);
        Assert.Equal(DateOnly.MaxValue, Of(new DateOnly(9999, 12, 30)).KeepsUntil(Sheet));
        Assert.Equal(DateOnly.MaxValue, Of(DateOnly.MaxValue.AddDays(-18_000)).KeepsUntil(Sheet));
        Assert.Equal(DateOnly.MaxValue.AddDays(-1), Of(DateOnly.MaxValue.AddDays(-18_001)).KeepsUntil(Sheet));
    }
}
