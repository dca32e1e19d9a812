using InkBasin.Core.Ground;

namespace InkBasin.Core.Ink;

/// <summary>A tint one may use for a wanted colour.</summary>
/// <param name="Id">Which.</param>
/// <param name="Colour">What 1 ml in 100 ml of mixed resin swallows and scatters, 1/mm.</param>
/// <param name="MostMlPer100Ml">No more than this of it, ml in 100 ml; null leaves it to the sum.</param>
public sealed record TintAtHand(string Id, InkLayer Colour, double? MostMlPer100Ml = null);

/// <summary>What a water is to look like.</summary>
/// <param name="Resin">The resin alone.</param>
/// <param name="Bed">The bed under it.</param>
/// <param name="DepthMm">At this depth of water, mm, above 0.</param>
/// <param name="Target">It is to have this colour.</param>
public sealed record WantedLook(InkLayer Resin, LinearRgb Bed, double DepthMm, LinearRgb Target)
{
    /// <summary>Most tint in all, ml in 100 ml.</summary>
    public double TintLimitPercent { get; init; } = MostTintPercent;

    /// <summary>How deep one is to see: from here on a light and a dark patch of bed cannot be told apart, mm; null leaves that open.</summary>
    public double? SeeMm { get; init; }

    /// <summary>The two patches.</summary>
    public (LinearRgb Light, LinearRgb Dark) Patches { get; init; } = (UsualBed.Light, UsualBed.Dark);

    /// <summary>No sheet allows more, ml in 100 ml.</summary>
    public const double MostTintPercent = 20;
}

/// <summary>How much of a tint.</summary>
/// <param name="Id">Which.</param>
/// <param name="MlPer100Ml">ml in 100 ml of mixed resin, ≥ 0.</param>
public sealed record MatchedDose(string Id, double MlPer100Ml);

/// <summary>The tints that come nearest a wanted look.</summary>
/// <param name="Doses">One for every tint at hand, in their order; 0 for those not needed.</param>
/// <param name="Ink">The resin with them in it.</param>
/// <param name="Colour">What that looks like.</param>
/// <param name="DeltaE">How far off, CIEDE2000.</param>
public sealed record InkMatch(IReadOnlyList<MatchedDose> Doses, InkLayer Ink, LinearRgb Colour, double DeltaE)
{
    /// <summary>Side by side, a smaller difference is not seen: the colour is reached.</summary>
    public const double JustSeen = 1;

    /// <summary>No more tints than this are tried together.</summary>
    public const int MostTints = 60;

    // Looks no eye tells apart are equals: among them the least tint is taken.
    private const double Equal = 0.05;

    // A factor of e in what is left of the contrast counts as this much difference of colour.
    private const double ContrastWeight = 2;

    private const int Shortlist = 12;

    private const int Leaders = 4;

    // Two tints whose light goes this nearly the same way are one colour in two bottles (cosine of the angle between them).
    private const double SameWay = 0.999;

    /// <summary>Whether the colour is reached.</summary>
    public bool Reachable => DeltaE < JustSeen;

    /// <summary>
    /// The doses whose water comes nearest to a wanted look; among equals the least tint. A colour is three numbers, so three tints do what any number of
    /// them can, unless a limit is in the way: every three (four, where one is to see so deep) are tried from several starts by bounded least squares over
    /// the parts of CIEDE2000, and then all of them together from the best.
    /// </summary>
    /// <param name="wanted">The look.</param>
    /// <param name="tints">Tints at hand, 0…60.</param>
    /// <param name="cancel">Looked at before every trial.</param>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public static InkMatch Of(WantedLook wanted, IReadOnlyList<TintAtHand> tints, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(wanted);
        ArgumentNullException.ThrowIfNull(tints);
        Require.Positive(wanted.DepthMm, "depthMm");
        Require.NotNegative(wanted.TintLimitPercent, "tintLimitPercent");
        if (wanted.SeeMm is { } see) Require.Positive(see, "seeMm");
        if (tints.Count > MostTints) throw new RefusedException("tints", $"Give at most {MostTints} tints to choose from.");
        double[] most = [.. tints.Select((tint, i) => Math.Min(wanted.TintLimitPercent, tint.MostMlPer100Ml is { } own ? Require.NotNegative(own, $"tints[{i}].mostMlPer100Ml") : double.MaxValue))];
        int[] usable = [.. Enumerable.Range(0, tints.Count).Where(i => most[i] > 0)];
        var search = new Search(wanted, tints, most, cancel);
        search.Try([], []);
        if (usable.Length > 0)
        {
            var together = wanted.SeeMm is null ? 3 : 4;
            foreach (var one in usable) search.TryFromAllStarts([one]);
            if (usable.Length > Shortlist)
            {
                // What does little alone may be just what a better one lacks: the best few are tried with every other.
                foreach (var one in search.Best(usable, Leaders))
                {
                    foreach (var other in usable.Where(other => !search.Alike(one, other))) search.TryFromAllStarts([one, other]);
                }

                usable = search.Best(usable, Shortlist);
            }

            for (var size = 2; size <= Math.Min(together, usable.Length); size++)
            {
                foreach (var some in Choose(usable, size)) search.TryFromAllStarts(some);
            }

            if (usable.Length > together) search.TryTogether(usable);
        }

        var doses = search.Least();
        var ink = InkLayer.Mixed(wanted.Resin, doses.Select((ml, i) => (tints[i].Colour, ml)));
        var colour = ink.Over(wanted.Bed, wanted.DepthMm);
        return new InkMatch([.. doses.Select((ml, i) => new MatchedDose(tints[i].Id, ml))], ink, colour, Lab.DeltaE(colour, wanted.Target));
    }

    private static IEnumerable<int[]> Choose(int[] from, int size, int start = 0)
    {
        if (size == 0)
        {
            yield return [];
            yield break;
        }

        for (var i = start; i <= from.Length - size; i++)
        {
            foreach (var rest in Choose(from, size - 1, i + 1)) yield return [from[i], .. rest];
        }
    }

    private sealed class Search(WantedLook wanted, IReadOnlyList<TintAtHand> tints, double[] most, CancellationToken cancel)
    {
        private static readonly double[] StartTimes = [0.03, 0.3, 1.5, 8];

        private readonly Lab _target = Lab.Of(wanted.Target);
        private readonly List<(double[] Doses, double Off)> _found = [];

        /// <summary>Goes down from a start; keeps where it ends.</summary>
        /// <returns>How far off the look is there.</returns>
        public double Try(int[] which, double[] start)
        {
            cancel.ThrowIfCancellationRequested();
            var x = start;
            double[] upper = [.. which.Select(i => most[i])];
            if (which.Length > 0) BoundedLeastSquares.Descend((doses, r) => Off(which, doses, r), 5, x, new double[which.Length], upper, 40);

            // The sum is held by a steep rise only: what is over it by a hair comes down to it.
            if (x.Sum() > wanted.TintLimitPercent) x = [.. x.Select(ml => ml * wanted.TintLimitPercent / x.Sum())];
            var r = new double[5];
            Off(which, x, r);
            var off = Math.Sqrt(r.Sum(one => one * one));
            var doses = new double[tints.Count];
            foreach (var (i, at) in which.Index()) doses[at] = x[i];
            _found.Add((doses, off));
            return off;
        }

        // Light goes down and up again: a strength of about one over the depth is where a tint does most. There are several valleys: the two best
        // places of a coarse grid are gone down from, the second only where the first does not reach the look.
        public void TryFromAllStarts(int[] which)
        {
            var (r, places) = (new double[5], new List<(double[] Doses, double Off)>());
            var count = (int)Math.Pow(StartTimes.Length, which.Length);
            for (var place = 0; place < count; place++)
            {
                var doses = new double[which.Length];
                for (int i = 0, digits = place; i < doses.Length; i++, digits /= StartTimes.Length) doses[i] = Math.Min(most[which[i]], StartTimes[digits % StartTimes.Length] * Usual(which[i]));
                Off(which, doses, r);
                places.Add((doses, r.Sum(one => one * one)));
            }

            foreach (var (doses, _) in places.OrderBy(one => one.Off).Take(2))
            {
                if (Try(which, doses) < Equal / 5) return;
            }
        }

        // The best of them; one like another comes after all that are not.
        public int[] Best(int[] which, int count)
        {
            int[] ranked = [.. which.OrderBy(i => _found.Where(one => one.Doses[i] > 0).Select(one => one.Off).DefaultIfEmpty(double.MaxValue).Min())];
            List<int> taken = [], spare = [];
            foreach (var i in ranked) (taken.Exists(other => Alike(i, other)) ? spare : taken).Add(i);
            return [.. taken.Concat(spare).Take(count).Order()];
        }

        public bool Alike(int i, int j) => i == j || Dot(i, j) > SameWay * Math.Sqrt(Dot(i, i) * Dot(j, j));

        private double Dot(int i, int j)
        {
            var (a, b) = (tints[i].Colour, tints[j].Colour);
            return (a.Absorption.R * b.Absorption.R) + (a.Absorption.G * b.Absorption.G) + (a.Absorption.B * b.Absorption.B) + (a.Scatter.R * b.Scatter.R) + (a.Scatter.G * b.Scatter.G) + (a.Scatter.B * b.Scatter.B);
        }

        public void TryTogether(int[] which)
        {
            foreach (var (doses, _) in _found.OrderBy(one => one.Off).Take(3).ToList()) Try(which, [.. which.Select(i => doses[i])]);
        }

        public double[] Least()
        {
            var nearest = _found.Min(one => one.Off);
            return _found.Where(one => one.Off <= nearest + Equal).MinBy(one => one.Doses.Sum()).Doses;
        }

        private double Usual(int i) => Math.Min(1, 0.5 / (wanted.DepthMm * Mean(tints[i].Colour))) is var ml && double.IsFinite(ml) ? ml : 1;

        private static double Mean(InkLayer ink) => (ink.Absorption.R + ink.Absorption.G + ink.Absorption.B + ink.Scatter.R + ink.Scatter.G + ink.Scatter.B) / 3;

        // The three parts of the difference of colour; what is left of the contrast where one is to see no deeper; what is over the sheet's limit.
        private void Off(int[] which, ReadOnlySpan<double> doses, Span<double> r)
        {
            LinearRgb k = wanted.Resin.Absorption, s = wanted.Resin.Scatter;
            var sum = 0.0;
            for (var i = 0; i < which.Length; i++)
            {
                var tint = tints[which[i]].Colour;
                (k, s, sum) = (k.Plus(tint.Absorption, doses[i]), s.Plus(tint.Scatter, doses[i]), sum + doses[i]);
            }

            var ink = new InkLayer(k, s);
            (r[0], r[1], r[2]) = Lab.Differences(_target, Lab.Of(ink.Over(wanted.Bed, wanted.DepthMm)));
            r[3] = wanted.SeeMm is { } see ? ContrastWeight * Math.Log(Math.Max(1e-4, ink.Contrast(wanted.Patches.Light, wanted.Patches.Dark, see) ?? 0) / InkLayer.FadedContrast) : 0;
            r[4] = 1e3 * Math.Max(0, sum - wanted.TintLimitPercent);
        }
    }
}
