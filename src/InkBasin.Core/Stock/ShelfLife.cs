namespace InkBasin.Core.Stock;

/// <summary>How long the bottles of a product keep for the pours that are made of them, one after another, what goes off first being used first.</summary>
public sealed class ShelfLife
{
    private readonly List<(Bottle Bottle, DateOnly KeepsUntil)> _bottles;
    private readonly Dictionary<Part, double> _taken = new() { [Part.One] = 0, [Part.Two] = 0 };

    /// <param name="sheet">The product.</param>
    /// <param name="bottles">All bottles; those of other products are passed over.</param>
    public ShelfLife(ProductSheet sheet, IEnumerable<Bottle> bottles)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(bottles);
        _bottles = [.. bottles.Where(bottle => bottle.ProductId == sheet.Id).Select(bottle => (bottle, KeepsUntil: bottle.KeepsUntil(sheet) ?? DateOnly.MaxValue)).OrderBy(one => one.KeepsUntil)];
    }

    /// <summary>The last day the next pour can be made of them, both parts in date; null where no day is too late, or no day early enough: then there is too little.</summary>
    /// <param name="oneG">Part one it takes, g, ≥ 0.</param>
    /// <param name="twoG">Part two, g, ≥ 0.</param>
    public DateOnly? Take(double oneG, double twoG)
    {
        var (one, two) = (Take(Part.One, oneG), Take(Part.Two, twoG));
        var last = one is { } a && two is { } b ? (a < b ? a : b) : one ?? two;
        return last == DateOnly.MaxValue ? null : last;
    }

    // Pours before it have used up what goes off first: what they took of bottles that keep no longer than a day is not asked of those that do.
    private DateOnly? Take(Part part, double g)
    {
        if (g <= 0) return null;
        List<(Bottle Bottle, DateOnly KeepsUntil)> bottles = [.. _bottles.Where(one => one.Bottle.Part == part)];
        var before = _taken[part];
        _taken[part] = before + g;
        foreach (var day in bottles.Select(one => one.KeepsUntil).Distinct().OrderDescending())
        {
            var gone = bottles.Where(one => one.KeepsUntil < day).Sum(one => one.Bottle.LeftG);
            var there = bottles.Where(one => one.KeepsUntil >= day).Sum(one => one.Bottle.LeftG);
            if (there >= before + g - Math.Min(before, gone)) return day;
        }

        return null;
    }
}
