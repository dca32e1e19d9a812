namespace InkBasin.Core.Pours;

/// <summary>How a maker wants a water cut into layers.</summary>
/// <param name="WaterlineMm">Level the last one ends at, mm.</param>
/// <param name="Strategy">How it is cut.</param>
/// <param name="SealMm">Depth of the seal pour, mm, 0.5…20.</param>
/// <param name="OwnTopsMm">Tops set by hand, mm over the board, rising; null leaves them to the strategy.</param>
/// <param name="TopUpMm">Depth of a thin last pour of its own that evens out what the others have shrunk, mm; 0 for none.</param>
public sealed record Layering(double WaterlineMm, LayerStrategy Strategy, double SealMm, IReadOnlyList<double>? OwnTopsMm, double TopUpMm);
