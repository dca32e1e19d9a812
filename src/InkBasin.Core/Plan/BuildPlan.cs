using System.Text.Json.Serialization;
using InkBasin.Core.Dams;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Pours;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>How well a water stands at its waterline: told in a word and a shape, never by colour alone.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Standing>))]
public enum Standing
{
    /// <summary>Freeboard of 2 mm or more.</summary>
    [JsonStringEnumMemberName("holds")] Holds,

    /// <summary>Freeboard under 2 mm.</summary>
    [JsonStringEnumMemberName("tight")] Tight,

    /// <summary>It would run over.</summary>
    [JsonStringEnumMemberName("stop")] Stop,
}

/// <summary>Something the maker should know about a water.</summary>
/// <param name="Standing">How much it matters.</param>
/// <param name="Sentence">What it is, in the maker's words.</param>
public sealed record Notice(Standing Standing, string Sentence);

/// <summary>A number that went into a figure.</summary>
/// <param name="Name">What it is.</param>
/// <param name="Value">Its value in <paramref name="Unit"/>.</param>
/// <param name="Unit">mm, ml, g, mm², h, %, °C, drops, or empty for a plain number.</param>
public sealed record WorkingInput(string Name, double Value, string Unit);

/// <summary>How a figure came about.</summary>
/// <param name="Figure">What was worked out.</param>
/// <param name="Inputs">What went in.</param>
/// <param name="Formula">How, in words.</param>
/// <param name="Source">Whence: a paper, the product's sheet, the maker's own choice.</param>
public sealed record Working(string Figure, IReadOnlyList<WorkingInput> Inputs, string Formula, string Source);

/// <summary>One layer as it is to be poured.</summary>
/// <param name="FromMm">Its underside, mm over the board.</param>
/// <param name="ToMm">Pour to here, mm over the board.</param>
/// <param name="DepthMm">Its depth, mm.</param>
/// <param name="VolumeMl">Resin on the model, ml.</param>
/// <param name="Mix">What to measure out.</param>
/// <param name="Tint">Drops for each batch; null when clear.</param>
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
    TintDose? Tint,
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
    BegunPour? Poured);

/// <summary>One water, planned.</summary>
public sealed record WaterPlan
{
    /// <summary>Id of the water.</summary>
    public required string Id { get; init; }

    /// <summary>Its waterline, mm.</summary>
    public required double WaterlineMm { get; init; }

    /// <summary>Ground at the seed, mm.</summary>
    public required double SeedGroundMm { get; init; }

    /// <summary>Lowest bed, mm; null when nothing is wet.</summary>
    public required double? BedMm { get; init; }

    /// <summary>Volume to the waterline, ml.</summary>
    public required double VolumeMl { get; init; }

    /// <summary>What drowned things take the place of, ml.</summary>
    public required double DisplacedMl { get; init; }

    /// <summary>Measured over reckoned volume of its last water test; 1 without one.</summary>
    public required double Calibration { get; init; }

    /// <summary>Resin it takes, calibrated and less what is displaced, with how well that is known; null when nothing is wet.</summary>
    public required VolumeRange? Takes { get; init; }

    /// <summary>Its water tests, oldest first.</summary>
    public required IReadOnlyList<WaterTestPlan> Tests { get; init; }

    /// <summary>The last of them; null without any.</summary>
    [JsonIgnore]
    public WaterTestPlan? LastTest => WaterTestPlan.LastOf(Tests);

    /// <summary>What the first layer will lose through the leak the last test has shown; null when it has shown none.</summary>
    public required Seep? Seep { get; init; }

    /// <summary>How deep a layer may be over its bed; null without a product or water, or where no layer is safe.</summary>
    public required SafePlan? Safe { get; init; }

    /// <summary>Names of the waters it is one with at this waterline.</summary>
    public required IReadOnlyList<string> JoinedWith { get; init; }

    /// <summary>Wet area, mm².</summary>
    public required double AreaMm2 { get; init; }

    /// <summary>Greatest depth, mm.</summary>
    public required double MaxDepthMm { get; init; }

    /// <summary>Mean depth, mm.</summary>
    public required double MeanDepthMm { get; init; }

    /// <summary>Greatest depth at full size, m.</summary>
    public required double ScaleDepthM { get; init; }

    /// <summary>Level at which it runs over, mm.</summary>
    public required double SpillMm { get; init; }

    /// <summary>Spill level − waterline, mm.</summary>
    public required double FreeboardMm { get; init; }

    /// <summary>Where it runs over.</summary>
    public required PointMm SpillAt { get; init; }

    /// <summary>How well it stands.</summary>
    public required Standing Standing { get; init; }

    /// <summary>Where the board's edge lets it off.</summary>
    public required IReadOnlyList<OpenEdge> OpenEdges { get; init; }

    /// <summary>A dam for each open edge, not yet standing (models.md §7: height and overlap).</summary>
    public required IReadOnlyList<Dam> ProposedDams { get; init; }

    /// <summary>Wet cells as runs: row, first column, column past the last.</summary>
    public required int[] WetRuns { get; init; }

    /// <summary>What the water looks like over a usual bed with its ink, '#rrggbb', at depths from nothing to the greatest in equal steps.</summary>
    public required IReadOnlyList<string> DepthColours { get; init; }

    /// <summary>The layers, from the bed up; empty when nothing is wet.</summary>
    public required IReadOnlyList<PlannedLayer> Layers { get; init; }

    /// <summary>Gloss gel on its surface; null when none is wanted.</summary>
    public required GelPlan? Gel { get; init; }

    /// <summary>What its last pour came to and what to do now; null until one is noted.</summary>
    public required AfterPour? After { get; init; }

    /// <summary>All resin still to be mixed, ml, with what cups and sticks keep.</summary>
    public required double MixedMl { get; init; }

    /// <summary>All resin still to be mixed, g.</summary>
    public required double MixedG { get; init; }

    /// <summary>Hours from the first pour until the dams may be stripped; null without layers.</summary>
    public required double? StripH { get; init; }

    /// <summary>Hours from the first pour to full cure; null without layers.</summary>
    public required double? FullCureH { get; init; }

    /// <summary>When the dams may be stripped.</summary>
    public required DateTimeOffset? StripAt { get; init; }

    /// <summary>When it is fully cured.</summary>
    public required DateTimeOffset? FullCureAt { get; init; }

    /// <summary>What the maker should know, worst first.</summary>
    public required IReadOnlyList<Notice> Notices { get; init; }

    /// <summary>Sentences of what forbids the pour itself, whatever the level: the product, the ink or the heat.</summary>
    [JsonIgnore]
    public IReadOnlyList<string> PourStops { get; init; } = [];

    /// <summary>How each figure came about, by the figure's name.</summary>
    public required IReadOnlyDictionary<string, Working> Workings { get; init; }
}

/// <summary>The ground of a plan in figures.</summary>
/// <param name="Columns">Cells from left to right.</param>
/// <param name="Rows">Cells from back to front.</param>
/// <param name="CellMm">Side of a cell, mm.</param>
/// <param name="LowestMm">Lowest ground, mm.</param>
/// <param name="HighestMm">Highest ground, mm.</param>
/// <param name="SkinAreaMm2">True area under plaster, mm².</param>
/// <param name="SkinMl">Plaster, ml.</param>
/// <param name="Surveys">What the soundings of each measured bed say of it.</param>
public sealed record GroundPlan(
    int Columns,
    int Rows,
    double CellMm,
    double LowestMm,
    double HighestMm,
    double SkinAreaMm2,
    double SkinMl,
    IReadOnlyList<SurveyFigures> Surveys);

/// <summary>All that follows from a build.</summary>
/// <param name="Ground">The ground in figures.</param>
/// <param name="Waters">The waters, in the build's order.</param>
/// <param name="StandIns">How each stand-in stands, in the build's order.</param>
/// <param name="Dams">How each dam stands, in the build's order.</param>
/// <param name="Drowned">How each drowned thing stands, in the build's order.</param>
/// <param name="Sessions">Mixing sessions ahead, in their order, over all waters.</param>
/// <param name="Room">What the log says of the room.</param>
public sealed record BuildPlan(
    GroundPlan Ground,
    IReadOnlyList<WaterPlan> Waters,
    IReadOnlyList<StandInPlan> StandIns,
    IReadOnlyList<DamPlan> Dams,
    IReadOnlyList<DrownedPlan> Drowned,
    IReadOnlyList<MixSession> Sessions,
    RoomMeans Room);
