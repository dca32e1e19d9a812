using System.Text.Json.Serialization;

namespace InkBasin.Core.Stock;

/// <summary>Which part of a product a bottle holds.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Part>))]
public enum Part
{
    /// <summary>Part one: the resin; of one-part products the whole.</summary>
    [JsonStringEnumMemberName("one")] One,

    /// <summary>Part two: hardener or catalyst.</summary>
    [JsonStringEnumMemberName("two")] Two,
}

/// <summary>A bottle or tin at hand, full or part used. A kit is two of them.</summary>
/// <param name="Id">Identity.</param>
/// <param name="ProductId">The sheet it belongs to.</param>
/// <param name="Part">Which part is in it.</param>
/// <param name="LeftG">What is left in it, g, 0…1,000,000.</param>
/// <param name="BoughtOn">When it was bought; null when nobody knows.</param>
/// <param name="OpenedOn">When it was opened; null while it is closed, or when nobody knows.</param>
public sealed record Bottle(string Id, string ProductId, Part Part, double LeftG, DateOnly? BoughtOn, DateOnly? OpenedOn)
{
    private const int DaysOfMonth = 30;

    /// <summary>What was in it when new, g; null when nobody knows.</summary>
    public double? FullG { get; init; }

    /// <summary>What it cost new, in the maker's own money; null when nobody knows.</summary>
    public double? Price { get; init; }

    /// <summary>Price of a gram; null when it cannot be known.</summary>
    [JsonIgnore]
    public double? PricePerG => Price / FullG;

    /// <summary>Refuses a bottle nobody has.</summary>
    /// <exception cref="RefusedException">A part is missing or out of range.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The bottle needs an id of at most 64 characters.");
        Require.Present(ProductId, $"{field}.productId");
        Require.Known(Part, $"{field}.part");
        Require.Within(LeftG, 0, 1_000_000, $"{field}.leftG");
        if (FullG is { } full) Require.Within(full, 0.1, 1_000_000, $"{field}.fullG");
        if (LeftG > FullG) throw new RefusedException($"{field}.leftG", "More is left in it than it held when it was new: check the two.", RefusalKind.Impossible);
        if (Price is { } price) Require.Within(price, 0, 1_000_000, $"{field}.price");
        Clock.Check(BoughtOn, $"{field}.boughtOn");
        Clock.Check(OpenedOn, $"{field}.openedOn");
        if (OpenedOn < BoughtOn) throw new RefusedException($"{field}.openedOn", "It was opened before it was bought: check the dates.", RefusalKind.Impossible);
    }

    /// <summary>The last day it keeps by its sheet; null when the sheet or the dates say nothing.</summary>
    public DateOnly? KeepsUntil(ProductSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        var closed = Add(BoughtOn, sheet.UnopenedMonths);
        var open = Add(OpenedOn, sheet.OpenedMonths);
        return closed is { } a && open is { } b ? (a < b ? a : b) : closed ?? open;
    }

    /// <summary>A day so many months of a sheet later, a month being 30 days, or the last day there is; null when either says nothing.</summary>
    internal static DateOnly? Add(DateOnly? from, double? months) =>
        from is { } day && months is { } m ? day.AddDays((int)Math.Min(Math.Round(m * DaysOfMonth), DateOnly.MaxValue.DayNumber - day.DayNumber)) : null;
}

/// <summary>What a pour takes out of the bottles, and what that leaves.</summary>
/// <param name="OneG">Part one it takes, g.</param>
/// <param name="TwoG">Part two it takes, g.</param>
/// <param name="OneLeftG">Part one left after it, in bottles that are in date, g.</param>
/// <param name="TwoLeftG">Part two left after it, g.</param>
/// <param name="OneShortG">Part one that is missing for it, g.</param>
/// <param name="TwoShortG">Part two that is missing, g.</param>
/// <param name="StaleG">What stands on the shelf past its date, g.</param>
public sealed record StockDraw(double OneG, double TwoG, double OneLeftG, double TwoLeftG, double OneShortG, double TwoShortG, double StaleG)
{
    /// <summary>Whether there is enough.</summary>
    public bool Enough => OneShortG <= 0 && TwoShortG <= 0;
}

/// <summary>The bottles of one product, run down pour by pour: what goes off first is used first.</summary>
public sealed class RunDown
{
    private readonly List<(Bottle Bottle, DateOnly? KeepsUntil)> _bottles;
    private readonly Dictionary<string, double> _left;

    /// <param name="sheet">The product.</param>
    /// <param name="bottles">All bottles; those of other products are passed over.</param>
    public RunDown(ProductSheet sheet, IEnumerable<Bottle> bottles)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(bottles);
        _bottles = [.. bottles.Where(bottle => bottle.ProductId == sheet.Id).Select(bottle => (bottle, bottle.KeepsUntil(sheet))).OrderBy(one => one.Item2 ?? DateOnly.MaxValue).ThenBy(one => one.bottle.LeftG)];
        _left = _bottles.ToDictionary(one => one.Bottle.Id, one => one.Bottle.LeftG);
    }

    /// <summary>Whether any bottle of the product is noted at all: without one nothing can be told.</summary>
    public bool Known => _bottles.Count > 0;

    /// <summary>Takes a pour out of them.</summary>
    /// <param name="oneG">Part one, g, ≥ 0.</param>
    /// <param name="twoG">Part two, g, ≥ 0.</param>
    /// <param name="on">The day; null when it is not known, and then no date counts.</param>
    public StockDraw Take(double oneG, double twoG, DateOnly? on)
    {
        var (oneShort, oneLeft) = Take(Part.One, oneG, on);
        var (twoShort, twoLeft) = Take(Part.Two, twoG, on);
        return new StockDraw(oneG, twoG, oneLeft, twoLeft, oneShort, twoShort, _bottles.Where(one => !Keeps(one.KeepsUntil, on)).Sum(one => _left[one.Bottle.Id]));
    }

    /// <summary>What is left in a bottle, g; null when it is none of the product.</summary>
    public double? Find(string bottleId) => _left.TryGetValue(bottleId, out var left) ? left : null;

    private (double Short, double Left) Take(Part part, double g, DateOnly? on)
    {
        double left = 0;
        foreach (var (bottle, keeps) in _bottles)
        {
            if (bottle.Part != part || !Keeps(keeps, on)) continue;
            var taken = Math.Min(g, _left[bottle.Id]);
            g -= taken;
            left += _left[bottle.Id] -= taken;
        }

        // Dust of the arithmetic is no shortage.
        return (g > 1e-9 ? g : 0, left);
    }

    private static bool Keeps(DateOnly? keepsUntil, DateOnly? on) => keepsUntil is not { } last || on is not { } day || day <= last;
}
