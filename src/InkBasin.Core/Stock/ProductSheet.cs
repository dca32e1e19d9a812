using System.Text.Json.Serialization;
using InkBasin.Core.Pours;

namespace InkBasin.Core.Stock;

/// <summary>What a pouring product is.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ProductKind>))]
public enum ProductKind
{
    /// <summary>Thin two-part epoxy, quick and hot.</summary>
    [JsonStringEnumMemberName("coatingEpoxy")] CoatingEpoxy,

    /// <summary>Two-part epoxy for layers of a centimetre or two.</summary>
    [JsonStringEnumMemberName("castingEpoxy")] CastingEpoxy,

    /// <summary>Slow, thin two-part epoxy for deep layers.</summary>
    [JsonStringEnumMemberName("deepPourEpoxy")] DeepPourEpoxy,
}

/// <summary>
/// A product's sheet: what its maker says of it. The sheet always wins over a model (models.md §3). All hours and the
/// viscosity hold at <paramref name="ReferenceC"/>.
/// </summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">Name on the bottle.</param>
/// <param name="Kind">What it is.</param>
/// <param name="IsExample">True for the made-up sheets that ship: to be replaced by the reader's own.</param>
/// <param name="Ratio">Mix ratio.</param>
/// <param name="DensityA">Density of part one, g/ml.</param>
/// <param name="DensityB">Density of part two, g/ml.</param>
/// <param name="LeastLayerMm">Least layer, mm.</param>
/// <param name="GreatestLayerMm">Greatest layer, mm.</param>
/// <param name="MaxBatchG">Greatest mass mixed at once, g.</param>
/// <param name="PotLifeMin">Pot life, minutes, for <paramref name="PotLifeMassG"/> g.</param>
/// <param name="PotLifeMassG">Mass the pot life was measured on, g.</param>
/// <param name="GelH">Thin-film gel (working) time, h.</param>
/// <param name="RecoatFromH">Earliest next layer, h after the pour.</param>
/// <param name="RecoatToH">End of the recoat window, h after the pour: later, scuff and wipe first.</param>
/// <param name="DemouldH">Firm enough to strip dams, h after the pour.</param>
/// <param name="FullCureH">Fully cured, h after the pour.</param>
/// <param name="ReferenceC">Temperature of all these times, °C.</param>
/// <param name="WorkFromC">Least working temperature, °C.</param>
/// <param name="WorkToC">Greatest working temperature, °C.</param>
/// <param name="MixedViscosityMPaS">Viscosity just mixed, mPa·s.</param>
/// <param name="ShrinkPercent">Shrinkage in curing, % of the volume.</param>
/// <param name="TolerancePercent">How far the ratio may be off, %.</param>
/// <param name="TintLimitPercent">Most tint, ml in 100 ml of mixed resin.</param>
/// <param name="StirMin">Minutes of stirring.</param>
/// <param name="SafetyNote">The caution shown with every batch.</param>
public sealed record ProductSheet(
    string Id,
    string Name,
    ProductKind Kind,
    bool IsExample,
    MixRatio Ratio,
    double DensityA,
    double DensityB,
    double LeastLayerMm,
    double GreatestLayerMm,
    double MaxBatchG,
    double PotLifeMin,
    double PotLifeMassG,
    double GelH,
    double RecoatFromH,
    double RecoatToH,
    double DemouldH,
    double FullCureH,
    double ReferenceC,
    double WorkFromC,
    double WorkToC,
    double MixedViscosityMPaS,
    double ShrinkPercent,
    double TolerancePercent,
    double TintLimitPercent,
    double StirMin,
    string SafetyNote)
{
    /// <summary>Density of the mix, g/ml: the parts' masses over their volumes.</summary>
    [JsonIgnore]
    public double MixedDensity => Ratio.Basis == RatioBasis.Volume
        ? ((Ratio.A * DensityA) + (Ratio.B * DensityB)) / (Ratio.A + Ratio.B)
        : (Ratio.A + Ratio.B) / ((Ratio.A / DensityA) + (Ratio.B / DensityB));
}

/// <summary>The sheets that ship. Generic names and made-up plausible numbers; they describe no product.</summary>
public static class ExampleSheets
{
    private const string Caution =
        "Nitrile gloves, eye protection, fresh air; keep it off the skin. Never leave a mixed mass in the cup: it heats. See the product's safety sheet.";

    /// <summary>One coating, one casting and one deep-pour epoxy.</summary>
    public static IReadOnlyList<ProductSheet> All { get; } =
    [
        new("coating-epoxy", "Coating epoxy (example)", ProductKind.CoatingEpoxy, true, new MixRatio(1, 1, RatioBasis.Volume), 1.13, 1.01, 1, 6, 300, 25, 100, 6, 12, 36, 20, 72, 23, 18, 28, 900, 0.6, 3, 3, 3, Caution),
        new("casting-epoxy", "Casting epoxy (example)", ProductKind.CastingEpoxy, true, new MixRatio(2, 1, RatioBasis.Volume), 1.12, 0.99, 2, 15, 900, 60, 200, 9, 18, 48, 30, 96, 23, 17, 28, 550, 0.8, 3, 4, 4, Caution),
        new("deep-pour-epoxy", "Deep-pour epoxy (example)", ProductKind.DeepPourEpoxy, true, new MixRatio(100, 45, RatioBasis.Weight), 1.1, 0.98, 8, 40, 4000, 240, 500, 24, 24, 72, 72, 168, 23, 16, 27, 250, 1, 2, 4, 5, Caution),
    ];
}
