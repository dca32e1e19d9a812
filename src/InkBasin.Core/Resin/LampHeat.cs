namespace InkBasin.Core.Resin;

/// <summary>
/// How hot a layer gets that hardens under a lamp within seconds: the heat of its cure, less what its faces carry off meanwhile. Heat diffuses √(a·t) deep in the time of a flash; of a
/// layer of depth d the share d/(d + 2·√(a·t)) stays in it (a lumped estimate: it errs on the warm side for narrow water).
/// </summary>
public static class LampHeat
{
    /// <summary>Heat of an acrylate that hardens, J/g, of which a flash sets free most.</summary>
    public const double HeatJPerG = 300;

    /// <summary>Share of it that a flash sets free.</summary>
    public const double CureShare = 0.8;

    private const double HeatCapacityJPerGK = 1.8;
    private const double DiffusivityMm2PerS = 0.1;

    /// <summary>Its peak, °C.</summary>
    /// <param name="depthMm">Depth of the layer, mm, ≥ 0.</param>
    /// <param name="flashS">How long the flash is, s, above 0.</param>
    /// <param name="roomC">The room, °C.</param>
    public static double PeakC(double depthMm, double flashS, double roomC) =>
        roomC + (HeatJPerG * CureShare / HeatCapacityJPerGK * depthMm / (depthMm + (2 * Math.Sqrt(DiffusivityMm2PerS * flashS))));
}
