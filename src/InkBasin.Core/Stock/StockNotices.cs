using System.Globalization;

namespace InkBasin.Core.Stock;

/// <summary>What is said of the cupboard.</summary>
public static class StockNotices
{
    /// <summary>Of a bottle past its date.</summary>
    public static Notice Stale(StandingBottle standing)
    {
        ArgumentNullException.ThrowIfNull(standing);
        var bottle = standing.Bottle;
        return Notice.Of(
            "stale",
            Standing.Stop,
            $"{Name(standing.ProductName, bottle.Part)} is past its date since {Day(standing.KeepsUntil!.Value)} and counts for no pour: {bottle.LeftG:0} g for waste, as its safety sheet says. {(bottle.Part == Part.Two ? "Old hardener yellows, thickens and may set soft." : "Old resin clouds and grains; do not trust it by its look.")}",
            ("leftG", bottle.LeftG));
    }

    /// <summary>Of a bottle that goes off before it is used up.</summary>
    public static Notice GoesOff(Bottle bottle, ProductSheet sheet, DateOnly keepsUntil, double leftG)
    {
        ArgumentNullException.ThrowIfNull(bottle);
        ArgumentNullException.ThrowIfNull(sheet);
        return Notice.Of("goesOff", Standing.Tight, $"{Name(sheet.Name, bottle.Part)} goes off on {Day(keepsUntil)} with {leftG:0} g in it, and a later pour needs it: pour sooner, or buy for that one.", ("leftG", leftG));
    }

    private static string Name(string? product, Part part) => $"{product ?? "A product without a sheet"}, part {(part == Part.One ? "one" : "two")},";

    private static string Day(DateOnly day) => day.ToString("d MMM yyyy", CultureInfo.InvariantCulture);
}
