using InkBasin.Core.Builds;
using InkBasin.Core.Dams;
using InkBasin.Core.Ground;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Sight;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>One water, planned: each aspect in its own place.</summary>
/// <param name="Id">Id of the water.</param>
/// <param name="Level">Where it stands and how well.</param>
/// <param name="Edges">Where the board's edge lets it off.</param>
/// <param name="Takes">Its tests, and what it takes.</param>
/// <param name="Safe">How deep a layer may be over its bed; null without a product or water, or where no layer is safe.</param>
/// <param name="Layers">The layers, from the bed up.</param>
/// <param name="Look">What it looks like.</param>
/// <param name="Ink">What its ink does: over its bed, in the cup, through a clear side.</param>
/// <param name="Gel">Gloss gel on its surface; null when none is wanted.</param>
/// <param name="Seep">What the first layer will lose through the leak the last test has shown.</param>
/// <param name="After">What its last pour came to and what to do now.</param>
/// <param name="Notices">What the maker should know, worst first.</param>
/// <param name="Workings">How each figure came about, by the figure's name.</param>
public sealed record WaterPlan(
    string Id,
    WaterLevel Level,
    WaterEdges Edges,
    WaterTakes Takes,
    SafePlan? Safe,
    Answer<LayerPlans> Layers,
    WaterLook Look,
    WaterInk Ink,
    GelPlan? Gel,
    Answer<Seep> Seep,
    Answer<AfterPour> After,
    IReadOnlyList<Notice> Notices,
    IReadOnlyDictionary<string, Working> Workings)
{
    /// <summary>The waves the real water would have, to scale.</summary>
    public required WaveScale Waves { get; init; }
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
/// <param name="JugBeds">What the jug says of each bed it measured.</param>
public sealed record GroundPlan(
    int Columns,
    int Rows,
    double CellMm,
    double LowestMm,
    double HighestMm,
    double SkinAreaMm2,
    double SkinMl,
    IReadOnlyList<SurveyFigures> Surveys,
    IReadOnlyList<JugBedPlan> JugBeds)
{
    /// <summary>Measures a ground.</summary>
    internal static GroundPlan Of(Build build, CompiledGround ground)
    {
        var (skinArea, skinMl) = ground.Plaster;
        var (lowest, highest) = ground.RangeMm;
        var field = ground.Surface;
        return new GroundPlan(
            field.Columns, field.Rows, field.CellMm, lowest, highest, skinArea, skinMl,
            [.. build.Recipe.OfType<SurveyedBed>().Where(bed => bed.Enabled).Select(bed => bed.Figures(build.Board.CellMm))],
            [.. build.Recipe.OfType<JugBed>().Where(bed => bed.Enabled).Select(bed => bed.Figures(build.Board))]);
    }
}

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
    Answer<IReadOnlyList<MixSession>> Sessions,
    RoomMeans Room);
