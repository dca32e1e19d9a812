namespace InkBasin.Core.Ink;

/// <summary>What a batch gets of a tint.</summary>
/// <param name="ExactMl">c·V/100, ml.</param>
/// <param name="Drops">Whole drops.</param>
/// <param name="GivenMlPer100Ml">What those drops make, ml per 100 ml of mixed resin.</param>
/// <param name="OffPercent">How far that is from what was wanted, %; positive is too strong.</param>
public sealed record TintDose(double ExactMl, int Drops, double GivenMlPer100Ml, double OffPercent)
{
    /// <summary>
    /// Whole drops of tint for a batch: c·V/100/dropMl, rounded (models.md §6). Equal batches get the same count, so the
    /// layers match.
    /// </summary>
    /// <param name="mlPer100Ml">Wanted strength c, ml in 100 ml of mixed resin, ≥ 0 (1 counts as 1 % of tint).</param>
    /// <param name="mixedMl">The batch V, ml, above 0.</param>
    /// <param name="dropMl">One drop, ml, above 0.</param>
    /// <exception cref="RefusedException">A number out of range.</exception>
    public static TintDose For(double mlPer100Ml, double mixedMl, double dropMl)
    {
        Require.NotNegative(mlPer100Ml, "mlPer100Ml");
        Require.Positive(mixedMl, "mixedMl");
        Require.Positive(dropMl, "dropMl");
        var exact = mlPer100Ml * mixedMl / 100;
        var drops = (int)Math.Min(int.MaxValue, Math.Round(exact / dropMl, MidpointRounding.AwayFromZero));
        var given = drops * dropMl * 100 / mixedMl;
        return new TintDose(exact, drops, given, mlPer100Ml > 0 ? ((given / mlPer100Ml) - 1) * 100 : 0);
    }
}
