using System.Text.Json.Serialization;

namespace InkBasin.Core.Stock;

/// <summary>What a product is.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ProductKind>))]
public enum ProductKind
{
    /// <summary>Thin two-part epoxy, quick and hot.</summary>
    [JsonStringEnumMemberName("coatingEpoxy")] CoatingEpoxy,

    /// <summary>Two-part epoxy for layers of a centimetre or two.</summary>
    [JsonStringEnumMemberName("castingEpoxy")] CastingEpoxy,

    /// <summary>Slow, thin two-part epoxy for deep layers.</summary>
    [JsonStringEnumMemberName("deepPourEpoxy")] DeepPourEpoxy,

    /// <summary>Unsaturated polyester with a few parts of catalyst: its styrene dissolves polystyrene.</summary>
    [JsonStringEnumMemberName("polyester")] Polyester,

    /// <summary>Ready-mixed acrylic "water" that dries.</summary>
    [JsonStringEnumMemberName("onePartWater")] OnePartWater,

    /// <summary>Resin that hardens under a lamp.</summary>
    [JsonStringEnumMemberName("uvResin")] UvResin,

    /// <summary>Gloss gel or medium for the surface: it holds a shape.</summary>
    [JsonStringEnumMemberName("glossGel")] GlossGel,
}

/// <summary>
/// What is usual for a kind of product. A sheet's own number always wins; these stand in for what a label does not say, and are marked as assumed.
/// Hours that follow the gel time are given as multiples of it.
/// </summary>
/// <param name="Kind">The kind.</param>
/// <param name="IsOnePart">Comes ready mixed.</param>
/// <param name="LevelsItself">Finds its own level.</param>
/// <param name="AttacksPolystyrene">Dissolves bare XPS and EPS.</param>
/// <param name="IsForSurface">Goes on the cured surface, not into the bed.</param>
/// <param name="RatioA">Part one of a usual ratio.</param>
/// <param name="RatioB">Part two; 0 for one part.</param>
/// <param name="DensityA">g/ml.</param>
/// <param name="DensityB">g/ml.</param>
/// <param name="LeastLayerMm">mm.</param>
/// <param name="GreatestLayerMm">mm.</param>
/// <param name="MaxBatchG">g.</param>
/// <param name="PotLifeMin">Minutes; 0 without one.</param>
/// <param name="PotLifeMassG">g.</param>
/// <param name="GelH">h; 0 without one.</param>
/// <param name="RecoatFromPerGel">Earliest next layer in gel times.</param>
/// <param name="RecoatToPerGel">End of the recoat window in gel times.</param>
/// <param name="DemouldPerGel">Firm enough to strip dams, in gel times.</param>
/// <param name="FullCurePerGel">Fully cured, in gel times.</param>
/// <param name="WorkFromC">°C.</param>
/// <param name="WorkToC">°C.</param>
/// <param name="ViscosityMPaS">mPa·s.</param>
/// <param name="ShrinkPercent">% of the volume.</param>
/// <param name="TolerancePercent">% of the ratio.</param>
/// <param name="TintLimitPercent">ml in 100 ml.</param>
/// <param name="StirMin">Minutes.</param>
/// <param name="HeatJPerG">J/g.</param>
/// <param name="ActivationKJPerMol">kJ/mol.</param>
/// <param name="InitialCatalysis">κ.</param>
/// <param name="OpenedMonths">Months an opened bottle keeps.</param>
/// <param name="Caution">Shown with every batch.</param>
public sealed record KindTraits(
    ProductKind Kind,
    bool IsOnePart,
    bool LevelsItself,
    bool AttacksPolystyrene,
    bool IsForSurface,
    double RatioA,
    double RatioB,
    double DensityA,
    double DensityB,
    double LeastLayerMm,
    double GreatestLayerMm,
    double MaxBatchG,
    double PotLifeMin,
    double PotLifeMassG,
    double GelH,
    double RecoatFromPerGel,
    double RecoatToPerGel,
    double DemouldPerGel,
    double FullCurePerGel,
    double WorkFromC,
    double WorkToC,
    double ViscosityMPaS,
    double ShrinkPercent,
    double TolerancePercent,
    double TintLimitPercent,
    double StirMin,
    double HeatJPerG,
    double ActivationKJPerMol,
    double InitialCatalysis,
    double OpenedMonths,
    string Caution)
{
    /// <summary>The caution of epoxies.</summary>
    public const string Epoxy =
        "Nitrile gloves, eye protection, fresh air; keep it off the skin. Never leave a mixed mass in the cup: it heats. See the product's safety sheet.";

    private const string Styrene =
        "Styrene vapour: the respirator the safety sheet names, window open, no flame or spark. Catalyst burns eyes: goggles. It dissolves bare polystyrene foam. See the product's safety sheet.";

    private const string Drying =
        "Keep it from frost and fingers; do not breathe the dust when it is sanded. Thick coats stay cloudy. See the product's safety sheet.";

    private const string Lamp =
        "Uncured it is sticky and sensitising: nitrile gloves, eye protection. Never look into the lamp, nor let it shine at eyes. See the product's safety sheet.";

    /// <summary>What is usual for each kind.</summary>
    public static IReadOnlyList<KindTraits> All { get; } =
    [
        new(ProductKind.CoatingEpoxy, false, true, false, false, 1, 1, 1.13, 1.01, 1, 6, 300, 25, 100, 6, 2, 6, 20.0 / 6, 12, 18, 28, 900, 0.6, 3, 3, 3, 300, 55, 0.05, 12, Epoxy),
        new(ProductKind.CastingEpoxy, false, true, false, false, 2, 1, 1.12, 0.99, 2, 15, 900, 60, 200, 9, 2, 16.0 / 3, 10.0 / 3, 32.0 / 3, 17, 28, 550, 0.8, 3, 4, 4, 210, 55, 0.05, 12, Epoxy),
        new(ProductKind.DeepPourEpoxy, false, true, false, false, 100, 45, 1.1, 0.98, 8, 40, 4000, 240, 500, 24, 1, 3, 3, 7, 16, 27, 250, 1, 2, 4, 5, 185, 55, 0.05, 12, Epoxy),
        new(ProductKind.Polyester, false, true, true, false, 100, 2, 1.12, 1.16, 1, 3, 300, 14, 100, 2, 2, 24, 2.5, 36, 16, 26, 450, 6, 15, 2, 2, 330, 55, 0.05, 6, Styrene),
        new(ProductKind.OnePartWater, true, false, false, false, 1, 0, 1.05, 1.05, 0.5, 3, 20_000, 0, 0, 0, 0, 0, 0, 0, 10, 30, 2500, 30, 3, 5, 0, 0, 55, 0.05, 24, Drying),
        new(ProductKind.UvResin, true, true, false, false, 1, 0, 1.13, 1.13, 0.3, 3, 20_000, 0, 0, 0, 0, 0, 0, 0, 10, 35, 600, 4, 3, 1, 0, 0, 55, 0.05, 12, Lamp),
        new(ProductKind.GlossGel, true, false, false, true, 1, 0, 1.05, 1.05, 0.1, 1, 20_000, 0, 0, 0, 0, 0, 0, 0, 10, 30, 20_000, 50, 3, 5, 0, 0, 55, 0.05, 24, Drying),
    ];

    /// <summary>What is usual for a kind.</summary>
    public static KindTraits Of(ProductKind kind) => All.First(traits => traits.Kind == kind);
}
