using System.Text.Json.Serialization;

namespace InkBasin.Core.Resin;

/// <summary>How a planned layer will cure at its own place in the stack.</summary>
/// <param name="PeakC">Hottest it becomes, °C.</param>
/// <param name="PeakAtH">When, hours after its pour.</param>
/// <param name="FoamFacePeakC">Hottest the foam's face becomes, °C; null without foam.</param>
/// <param name="GelH">Gelled, hours after its pour; null when not within the time looked at.</param>
/// <param name="TackFreeH">Tack-free.</param>
/// <param name="FirmH">Firm enough to strip dams.</param>
/// <param name="LargestBubbleMm">Largest bubble from its bed that stays in it, mm; null where nothing rises.</param>
/// <param name="Standing">How hot and how deep that is: holds, tight within 8 °C of the limit, stop over it or over the safe depth.</param>
public sealed record LayerCure(
    double PeakC,
    double PeakAtH,
    double? FoamFacePeakC,
    double? GelH,
    double? TackFreeH,
    double? FirmH,
    double? LargestBubbleMm,
    Standing Standing)
{
    /// <summary>The cure of its slowest point in the course of time, from its pour on; empty for what does not react by itself.</summary>
    [JsonIgnore]
    public IReadOnlyList<CureMoment> Course { get; init; } = [];
}

/// <summary>How far a layer has cured at a time.</summary>
/// <param name="AtH">Hours after its pour.</param>
/// <param name="Cure">Degree of cure of its slowest point, 0…1.</param>
public readonly record struct CureMoment(double AtH, double Cure);

/// <summary>How deep a layer of a water may be.</summary>
/// <param name="SafeMm">The depth, mm.</param>
/// <param name="LimitedBy">What forbids more.</param>
/// <param name="PeakC">Hottest resin at that depth, °C.</param>
/// <param name="SheetMm">The sheet's greatest layer, mm.</param>
/// <param name="Sentence">In the maker's words.</param>
public sealed record SafePlan(double SafeMm, DepthLimit LimitedBy, double PeakC, double SheetMm, string Sentence);

/// <summary>What lies under the deepest point of a water, and whether any of the water stands over foam.</summary>
/// <param name="Layers">From the bottom up: board, foam, plaster.</param>
/// <param name="OnFoam">Whether any of the water stands over foam, plastered or not.</param>
public sealed record BedColumn(IReadOnlyList<StackLayer> Layers, bool OnFoam);
