namespace InkBasin.Core.Ink;

/// <summary>The ink of a water: one tint at one strength, the same in every batch.</summary>
/// <param name="TintId">The tint; null leaves the resin clear.</param>
/// <param name="MlPer100Ml">Strength, ml of tint in 100 ml of mixed resin, 0…20.</param>
/// <param name="FirstTimes">How many times as strong the first layer is, 1…20: most of the colour low down, clearer water over it.</param>
public sealed record InkChoice(string? TintId, double MlPer100Ml, double FirstTimes = 1)
{
    /// <summary>Strength of a layer, ml in 100 ml.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    public double StrengthOf(int layer) => layer == 0 ? MlPer100Ml * FirstTimes : MlPer100Ml;
}
