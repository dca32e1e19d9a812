using InkBasin.Core.Ink;
using InkBasin.Core.Resin;

namespace InkBasin.Core.Pours;

/// <summary>One layer as it is to be poured.</summary>
/// <param name="FromMm">Its underside, mm over the board.</param>
/// <param name="ToMm">Pour to here, mm over the board.</param>
/// <param name="DepthMm">Its depth, mm.</param>
/// <param name="VolumeMl">Resin on the model, ml.</param>
/// <param name="Mix">What to measure out.</param>
/// <param name="Ink">What each batch gets of the tints; null when clear.</param>
/// <param name="PourH">Hours from the first pour.</param>
/// <param name="RecoatFromH">Earliest next layer, hours from the first pour.</param>
/// <param name="RecoatToH">Past this the surface must be scuffed and wiped before the next one.</param>
/// <param name="PourAt">When, if the first pour has a date.</param>
/// <param name="RecoatFromAt">Earliest next layer.</param>
/// <param name="RecoatToAt">End of the recoat window.</param>
/// <param name="StripH">Dams may come off by the sheet, hours from the first pour.</param>
/// <param name="FullCureH">Fully cured, hours from the first pour.</param>
/// <param name="PotLifeMin">How long a batch may stay in its cup, minutes; null when it neither heats nor thickens.</param>
/// <param name="Cure">How it will cure at its own place.</param>
/// <param name="Poured">What is logged of it once it is poured; null while it is ahead.</param>
public sealed record PlannedLayer(
    double FromMm,
    double ToMm,
    double DepthMm,
    double VolumeMl,
    MixAnswer Mix,
    BatchInk? Ink,
    double PourH,
    double RecoatFromH,
    double RecoatToH,
    DateTimeOffset? PourAt,
    DateTimeOffset? RecoatFromAt,
    DateTimeOffset? RecoatToAt,
    double StripH,
    double FullCureH,
    double? PotLifeMin,
    LayerCure Cure,
    BegunPour? Poured)
{
    /// <summary>Where it stands: one place or several, each poured by itself.</summary>
    public required PlannedPools Pools { get; init; }

    /// <summary>The colours poured side by side in it, the water's own first; empty where it is one colour. <see cref="Mix"/> then has the cups of all of them.</summary>
    public IReadOnlyList<PlannedZone> Zones { get; init; } = [];

    /// <summary>What goes in with it: before it is poured, into it, or on it.</summary>
    public IReadOnlyList<ThingMoment> Things { get; init; } = [];

    /// <summary>Why it cannot be mixed with this measure and this sheet; null when it can.</summary>
    public Notice? MixStop { get; init; }
}
