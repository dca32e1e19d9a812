namespace InkBasin.Core.Stock;

/// <summary>A size a product is sold in: a kit of both parts, or one bottle.</summary>
/// <param name="Id">Identity.</param>
/// <param name="ProductId">The product.</param>
/// <param name="OneG">Part one in it, g, 0 for none, 0…100,000.</param>
/// <param name="TwoG">Part two in it, g, 0 for none, 0…100,000.</param>
/// <param name="Price">What it costs, in the maker's own money; null when nobody knows.</param>
public sealed record Pack(string Id, string ProductId, double OneG, double TwoG, double? Price = null)
{
    /// <summary>Refuses a pack nobody sells.</summary>
    /// <exception cref="RefusedException">A part is missing or out of range.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The pack needs an id of at most 64 characters.");
        Require.Present(ProductId, $"{field}.productId");
        Require.Within(OneG, 0, 100_000, $"{field}.oneG");
        Require.Within(TwoG, 0, 100_000, $"{field}.twoG");
        if (OneG + TwoG < 1) throw new RefusedException($"{field}.oneG", "A pack holds something: say how much.");
        if (Price is { } price) Require.Within(price, 0, 1_000_000, $"{field}.price");
    }
}

/// <summary>So many of one pack.</summary>
/// <param name="Pack">The pack.</param>
/// <param name="Count">How many, from 1.</param>
public sealed record PackCount(Pack Pack, int Count);

/// <summary>Packs to buy for what is missing.</summary>
/// <param name="Packs">Which and how many.</param>
/// <param name="OneOverG">Part one that is left over, g.</param>
/// <param name="TwoOverG">Part two that is left over, g.</param>
/// <param name="Price">What they cost; null when one has no price.</param>
public sealed record PackChoice(IReadOnlyList<PackCount> Packs, double OneOverG, double TwoOverG, double? Price)
{
    /// <summary>Most packs of one size that are bought at once.</summary>
    public const int MostOfOne = 60;

    /// <summary>Most sizes of a product.</summary>
    public const int MostSizes = 8;

    /// <summary>Most choices looked at.</summary>
    public const int MostTried = 300_000;

    // Dust of the arithmetic is no shortage.
    private const double HairG = 1e-6;

    /// <summary>
    /// The cheapest packs that hold what is missing; where one has no price, those that leave least over. Of two as good the one with less left over, then the one with
    /// fewer packs. Branch and bound over all choices: exact, unless so many are as good that the search stops at <see cref="MostTried"/> with the best so far.
    /// </summary>
    /// <param name="packs">The sizes it is sold in, at most <see cref="MostSizes"/>.</param>
    /// <param name="oneG">Part one that is missing, g, ≥ 0.</param>
    /// <param name="twoG">Part two that is missing, g, ≥ 0.</param>
    /// <returns>Null when nothing is missing, or no number of them up to <see cref="MostOfOne"/> each holds it.</returns>
    /// <exception cref="RefusedException">An amount is out of range, or there are too many sizes.</exception>
    public static PackChoice? Cheapest(IReadOnlyList<Pack> packs, double oneG, double twoG)
    {
        ArgumentNullException.ThrowIfNull(packs);
        Require.NotNegative(oneG, "oneG");
        Require.NotNegative(twoG, "twoG");
        if (packs.Count > MostSizes) throw new RefusedException("packs", $"Keep a product to {MostSizes} sizes.");
        if (oneG + twoG <= HairG) return null;
        var priced = packs.All(pack => pack.Price is not null);
        var search = new Search([.. packs.OrderByDescending(pack => pack.OneG + pack.TwoG)], oneG, twoG, priced);
        return search.Best();
    }

    // Depth first over the sizes, the largest first; a branch that cannot hold it all, or not for less than the best, is left.
    private sealed class Search(IReadOnlyList<Pack> packs, double oneG, double twoG, bool priced)
    {
        private readonly int[] _counts = new int[packs.Count];
        private int _tried;
        private int[]? _best;
        private (double Cost, double OverG, int Packs) _least = (double.PositiveInfinity, double.PositiveInfinity, int.MaxValue);

        public PackChoice? Best()
        {
            Try(0, 0, 0, 0);
            if (_best is not { } best) return null;
            List<PackCount> chosen = [.. packs.Zip(best).Where(one => one.Second > 0).Select(one => new PackCount(one.First, one.Second))];
            double Sum(Func<Pack, double> of) => chosen.Sum(one => of(one.Pack) * one.Count);
            return new PackChoice(chosen, Math.Max(0, Sum(pack => pack.OneG) - oneG), Math.Max(0, Sum(pack => pack.TwoG) - twoG), priced ? Sum(pack => pack.Price!.Value) : null);
        }

        private void Try(int at, double one, double two, double price)
        {
            if (++_tried > MostTried || Least(at, one, two, price) > _least.Cost + HairG) return;
            if (one >= oneG - HairG && two >= twoG - HairG)
            {
                var now = (Cost(one, two, price), one + two - oneG - twoG, _counts.Sum());
                if (Better(now)) (_least, _best) = (now, [.. _counts]);
                return;
            }

            if (at == packs.Count) return;
            var pack = packs[at];
            var enough = Math.Max(Times(oneG - one, pack.OneG), Times(twoG - two, pack.TwoG));
            for (var count = Math.Min(enough, MostOfOne); count >= 0; count--)
            {
                _counts[at] = count;
                Try(at + 1, one + (count * pack.OneG), two + (count * pack.TwoG), price + (count * (pack.Price ?? 0)));
            }

            _counts[at] = 0;
        }

        // What a branch costs at least: what is missing, at the cheapest gram of the sizes to come; endless where they cannot hold it.
        private double Least(int at, double one, double two, double price)
        {
            var (missingOne, missingTwo) = (Math.Max(0, oneG - one - HairG), Math.Max(0, twoG - two - HairG));
            if (missingOne + missingTwo <= 0) return Cost(one, two, price);
            var rest = packs.Skip(at);
            if (rest.Sum(pack => pack.OneG) * MostOfOne < missingOne || rest.Sum(pack => pack.TwoG) * MostOfOne < missingTwo) return double.PositiveInfinity;
            return Cost(one, two, price) + ((missingOne + missingTwo) * (priced ? rest.Min(pack => pack.Price!.Value / (pack.OneG + pack.TwoG)) : 1));
        }

        // Without prices what is bought counts by its grams: the least bought leaves the least over.
        private double Cost(double one, double two, double price) => priced ? price : one + two;

        private bool Better((double Cost, double OverG, int Packs) now) =>
            now.Cost < _least.Cost - HairG || (now.Cost < _least.Cost + HairG && (now.OverG < _least.OverG - HairG || (now.OverG < _least.OverG + HairG && now.Packs < _least.Packs)));

        private static int Times(double missing, double each) => each <= 0 || missing <= HairG ? 0 : (int)Math.Min(MostOfOne, Math.Ceiling((missing - HairG) / each));
    }
}
