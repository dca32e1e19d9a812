using InkBasin.Core.Drying;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Dams;

/// <summary>A dam that would close an open edge, not yet standing.</summary>
/// <param name="Side">The side of the board.</param>
/// <param name="FromMm">Where it begins, mm along the side.</param>
/// <param name="ToMm">Where it ends, mm.</param>
/// <param name="TopMm">Its top, mm over the board.</param>
public sealed record ProposedDam(Ground.BoardSide Side, double FromMm, double ToMm, double TopMm);

/// <summary>Where the board's edge lets a water off, and what leaks.</summary>
/// <param name="Open">The open edges.</param>
/// <param name="Proposed">A dam for each.</param>
public sealed record WaterEdges(IReadOnlyList<OpenEdge> Open, IReadOnlyList<ProposedDam> Proposed)
{
    // A dam overlaps the opening by 10 mm at both ends and stands 5 mm over the waterline (models.md §7).
    private const double OverlapMm = 10;
    private const double OverMm = 5;

    /// <summary>Looks at a water's edges.</summary>
    public static WaterEdges Of(StandingWater water)
    {
        ArgumentNullException.ThrowIfNull(water);
        var field = water.Region.Field;
        return new WaterEdges(water.Basin.OpenEdges, [.. water.Basin.OpenEdges.Select(edge =>
        {
            var length = field.CellMm * (edge.Side is Ground.BoardSide.Back or Ground.BoardSide.Front ? field.Columns : field.Rows);
            return new ProposedDam(edge.Side, Math.Max(0, edge.FromMm - OverlapMm), Math.Min(length, edge.ToMm + OverlapMm), water.WaterlineMm + OverMm);
        })]);
    }

    /// <summary>What resin will lose through the leak the last test of a water has shown; null when it has shown none.</summary>
    /// <param name="water">The water.</param>
    /// <param name="dams">Dams of the board: a leak at one has the head over its foot; without dams, that over the deepest bed.</param>
    /// <param name="tests">The water's tests, oldest first.</param>
    /// <param name="resinToMm">Level of the first layer, mm.</param>
    /// <param name="sheet">The product, in two parts.</param>
    /// <param name="room">The air: what dries off in it is no leak.</param>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public static Seep? SeepOf(StandingWater water, IReadOnlyList<Dam> dams, IReadOnlyList<WaterTestPlan> tests, double resinToMm, ProductSheet sheet, Room room)
    {
        ArgumentNullException.ThrowIfNull(water);
        ArgumentNullException.ThrowIfNull(dams);
        ArgumentNullException.ThrowIfNull(sheet);
        if (WaterTestPlan.Last(tests) is not { LostMl: > 0 and var lost, StoodMin: > 0 } test) return null;
        lost -= Evaporation.MlPerH(water.Basin.Storage?.AreaAt(test.LevelMm) ?? 0, room) * test.StoodMin / 60;
        if (lost <= 0) return null;
        var field = water.Region.Field;
        var outlets = new EdgeOutlets(field, []);
        var lowest = dams.SelectMany(dam => outlets.Along(dam).Select(k => outlets.CellOn(dam.Side, k))).Where(water.Covers)
            .Select(cell => field.HeightsMm[cell]).DefaultIfEmpty(water.Region.LowestBedMm ?? 0).Min();
        double tested = test.LevelMm - lowest, head = resinToMm - lowest;
        return tested <= 0 || head <= 0
            ? null
            : Seep.Of(new LeakTest(lost, test.StoodMin, tested), head, ResinProperties.Of(sheet), sheet.MixedViscosityMPaS, room.AirC);
    }
}
