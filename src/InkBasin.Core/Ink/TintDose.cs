namespace InkBasin.Core.Ink;

/// <summary>A tint thinned in part one (or in the product itself, where that is one part), so that a drop of it is fine enough.</summary>
/// <param name="PartsToOne">Parts of the thinner to one of tint, by volume.</param>
/// <param name="UsedMl">How much of it goes into the batch, ml.</param>
/// <param name="ThinnerMl">Of the thinner that comes in with it, ml: it is part of what is measured out.</param>
public sealed record LetDown(int PartsToOne, double UsedMl, double ThinnerMl);

/// <summary>What a batch gets of a tint.</summary>
/// <param name="TintId">Which.</param>
/// <param name="Name">Its name.</param>
/// <param name="Unit">What it is measured out in: drops, where it is let down.</param>
/// <param name="WantedMlPer100Ml">What the recipe asks for, ml per 100 ml of mixed resin.</param>
/// <param name="ExactMl">c·V/100, ml.</param>
/// <param name="Amount">How much of the unit is really measured out.</param>
/// <param name="GivenMlPer100Ml">What that makes, ml per 100 ml of mixed resin.</param>
/// <param name="OffPercent">How far that is from what was wanted, %; positive is too strong.</param>
/// <param name="LetDown">How it is thinned first; null when it goes in as it is.</param>
public sealed record TintDose(
    string TintId,
    string Name,
    TintUnit Unit,
    double WantedMlPer100Ml,
    double ExactMl,
    double Amount,
    double GivenMlPer100Ml,
    double OffPercent,
    LetDown? LetDown)
{
    /// <summary>An amount as it is measured out: 7 drops, 1 drop, 12.5 mg.</summary>
    public static string Words(double amount, TintUnit unit) => FormattableString.Invariant($"{amount:0.##} {UnitWords(amount, unit)}");

    /// <summary>What an amount is counted in.</summary>
    public static string UnitWords(double amount, TintUnit unit) => unit switch
    {
        TintUnit.Drop => amount == 1 ? "drop" : "drops",
        TintUnit.Milligram => "mg",
        _ => "mm on the stick",
    };

    /// <summary>Whole steps of a measure, halves rounded away from nought: c·V/100/step (models.md §6).</summary>
    /// <param name="mlPer100Ml">Wanted strength c, ml in 100 ml of mixed resin, ≥ 0 (1 counts as 1 % of tint).</param>
    /// <param name="mixedMl">The batch V, ml, above 0.</param>
    /// <param name="stepMl">One step of the measure, a drop for example, ml, above 0.</param>
    /// <exception cref="RefusedException">A number out of range.</exception>
    public static long StepsFor(double mlPer100Ml, double mixedMl, double stepMl)
    {
        Require.NotNegative(mlPer100Ml, "mlPer100Ml");
        Require.Positive(mixedMl, "mixedMl");
        Require.Positive(stepMl, "stepMl");
        return (long)Math.Min(1e15, Math.Round(mlPer100Ml * mixedMl / 100 / stepMl, MidpointRounding.AwayFromZero));
    }
}
