namespace InkBasin.Core.Stock;

/// <summary>Takes an amount out of goods of one kind: what goes off soonest first, the nearly empty before the full.</summary>
public static class GoodsRunDown
{
    private const double Nothing = 1e-9;

    /// <summary>What is taken of each.</summary>
    /// <param name="goods">The goods that serve.</param>
    /// <param name="amount">How much, in the unit of their kind, ≥ 0. More than there is takes all there is.</param>
    /// <param name="on">The day.</param>
    /// <param name="pastToo">Whether what is past its date then is taken when nothing else is left: so it is at the bench, and nobody plans it.</param>
    /// <returns>Amounts by id; goods nothing is taken of are left out.</returns>
    public static IReadOnlyDictionary<string, double> Take(IEnumerable<Good> goods, double amount, DateOnly on, bool pastToo)
    {
        ArgumentNullException.ThrowIfNull(goods);
        var taken = new Dictionary<string, double>(StringComparer.Ordinal);
        foreach (var good in goods.Where(good => pastToo || !(good.KeepsUntil < on)).OrderBy(good => good.KeepsUntil < on).ThenBy(good => good.KeepsUntil ?? DateOnly.MaxValue).ThenBy(good => good.Left))
        {
            var part = Math.Min(good.Left, amount);
            if (part <= Nothing) continue;
            taken[good.Id] = part;
            amount -= part;
        }

        return taken;
    }
}
