namespace InkBasin.Core.Drying;

/// <summary>A weighing of the drying piece.</summary>
/// <param name="AtH">When, hours on any clock.</param>
/// <param name="MassG">Its mass, g, above 0.</param>
public readonly record struct Weighing(double AtH, double MassG);

/// <summary>When a piece will be dry, from its weighings (models.md §8).</summary>
/// <param name="FinalG">Mass once dry, g.</param>
/// <param name="TimeConstantH">Time constant τ, h.</param>
/// <param name="DryAtH">When its loss in a day falls under the limit, on the weighings' clock.</param>
/// <param name="RmseG">Root mean square of the weighings' distances from the curve, g.</param>
public sealed record DryingForecast(double FinalG, double TimeConstantH, double DryAtH, double RmseG)
{
    /// <summary>Fewest weighings, at times that differ.</summary>
    public const int FewestWeighings = 4;

    // Beyond so many spans of the weighings a time constant is a guess.
    private const double MostSpans = 50;
    private const double Golden = 0.6180339887498949;

    /// <summary>
    /// Fits m(t) = m∞ + A·e^(−(t − t₁)/τ) by least squares: for each τ the other two follow in closed form (variable projection, Golub &amp;
    /// Pereyra 1973), and τ is sought by a scan and a golden section. Dry is the first moment from which a day takes off no more than the limit.
    /// </summary>
    /// <param name="weighings">Weighings in any order, at 4 different times or more.</param>
    /// <param name="lossPercentPerDay">Loss in 24 h under which it counts as dry, % of the mass then, above 0.</param>
    /// <exception cref="RefusedException">Too few, none lighter than the one before, or the loss is not slowing down.</exception>
    public static DryingForecast Of(IReadOnlyList<Weighing> weighings, double lossPercentPerDay = 0.1)
    {
        ArgumentNullException.ThrowIfNull(weighings);
        Require.Within(lossPercentPerDay, 1e-6, 50, "lossPercentPerDay");
        for (var i = 0; i < weighings.Count; i++)
        {
            Require.Finite(weighings[i].AtH, $"weighings[{i}].atH");
            Require.Positive(weighings[i].MassG, $"weighings[{i}].massG");
        }

        Weighing[] sorted = [.. weighings.OrderBy(one => one.AtH)];
        if (sorted.Select(one => one.AtH).Distinct().Count() < FewestWeighings)
            throw new RefusedException("weighings", $"Weigh it at {FewestWeighings} different times before a forecast is worth anything.", RefusalKind.Impossible);
        if (!sorted.Zip(sorted.Skip(1)).Any(pair => pair.Second.MassG < pair.First.MassG))
            throw new RefusedException("weighings", "It has not grown lighter at all: either it is dry, or the scale wanders.", RefusalKind.Impossible);

        var first = sorted[0].AtH;
        var span = sorted[^1].AtH - first;
        var (low, high) = Bracket(sorted, first, span);
        while (high - low > 1e-12)
        {
            double a = high - (Golden * (high - low)), b = low + (Golden * (high - low));
            if (Fit(sorted, first, Math.Exp(a)).SquaresG2 <= Fit(sorted, first, Math.Exp(b)).SquaresG2) high = b;
            else low = a;
        }

        var tau = Math.Exp((low + high) / 2);
        var (final, amplitude, squares) = Fit(sorted, first, tau);
        if (tau > MostSpans * span || final <= 0 || amplitude <= 0)
            throw new RefusedException("weighings", "The loss is not slowing down yet: keep weighing.", RefusalKind.Impossible);

        var share = lossPercentPerDay / 100;
        var day = 1 - Math.Exp(-24 / tau);
        var dry = first;
        if (day > share)
        {
            // The excess over m∞ at which a day takes off just the limit.
            var excess = share * final / (day - share);
            dry = Math.Max(first, first + (tau * Math.Log(amplitude / excess)));
        }

        return new DryingForecast(final, tau, dry, Math.Sqrt(squares / sorted.Length));
    }

    // The stretch of log τ round the best of a scan, from a hundredth of the shortest interval's scale to past the longest that counts.
    private static (double Low, double High) Bracket(Weighing[] sorted, double first, double span)
    {
        const int Steps = 240;
        double from = Math.Log(span / 1000), to = Math.Log(span * MostSpans * 4);
        var best = 0;
        var least = double.PositiveInfinity;
        for (var k = 0; k <= Steps; k++)
        {
            var squares = Fit(sorted, first, Math.Exp(from + ((to - from) * k / Steps))).SquaresG2;
            if (squares < least) (best, least) = (k, squares);
        }

        return (from + ((to - from) * Math.Max(0, best - 1) / Steps), from + ((to - from) * Math.Min(Steps, best + 1) / Steps));
    }

    // The straight line of mass over e^(−(t − t₁)/τ), about its means, so that nothing is lost where the curve is nearly straight.
    private static (double FinalG, double AmplitudeG, double SquaresG2) Fit(Weighing[] sorted, double first, double tau)
    {
        double meanE = 0, meanM = 0;
        foreach (var (at, mass) in sorted)
        {
            meanE += Math.Exp(-(at - first) / tau) / sorted.Length;
            meanM += mass / sorted.Length;
        }

        double ee = 0, em = 0;
        foreach (var (at, mass) in sorted)
        {
            var e = Math.Exp(-(at - first) / tau) - meanE;
            ee += e * e;
            em += e * (mass - meanM);
        }

        if (ee <= 0) return (meanM, 0, double.PositiveInfinity);
        var amplitude = em / ee;
        double squares = 0;
        foreach (var (at, mass) in sorted)
        {
            var off = mass - meanM - (amplitude * (Math.Exp(-(at - first) / tau) - meanE));
            squares += off * off;
        }

        return (meanM - (amplitude * meanE), amplitude, squares);
    }
}
