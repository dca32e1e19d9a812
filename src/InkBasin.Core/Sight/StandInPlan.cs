using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Sight;

/// <summary>How a stand-in stands on the board.</summary>
/// <param name="Id">The stand-in.</param>
/// <param name="LengthMm">Length at scale, mm.</param>
/// <param name="WidthMm">Width at scale, mm.</param>
/// <param name="HeightMm">Height at scale, mm.</param>
/// <param name="OverhangMm">How far it reaches out over its footprint, mm.</param>
/// <param name="BaseMm">Level of its base, mm over the board.</param>
/// <param name="LowestGroundMm">Lowest ground under its footprint on the board, mm; null when all of it is off the board.</param>
/// <param name="HighestGroundMm">Highest ground under it, mm.</param>
/// <param name="MoreWidthMm">How much wider the board must be for it to fit however it is moved, mm.</param>
/// <param name="MoreDepthMm">How much deeper, mm.</param>
/// <param name="Standing">The worst of its notices.</param>
/// <param name="Notices">What the maker should know, worst first.</param>
public sealed record StandInPlan(
    string Id,
    double LengthMm,
    double WidthMm,
    double HeightMm,
    double OverhangMm,
    double BaseMm,
    double? LowestGroundMm,
    double? HighestGroundMm,
    double MoreWidthMm,
    double MoreDepthMm,
    Standing Standing,
    IReadOnlyList<Notice> Notices)
{
    /// <summary>Clear of the water by less than this is tight, mm: resin climbs about so far by itself (models.md §2, creep).</summary>
    public const double TightClearanceMm = 2;

    // Less than this is no difference on a board.
    private const double HairMm = 0.05;

    /// <summary>Stands a thing on the ground among the waters.</summary>
    /// <param name="thing">The thing, checked.</param>
    /// <param name="board">The board it stands on.</param>
    /// <param name="scale">N of 1:N.</param>
    /// <param name="field">The ground.</param>
    /// <param name="waters">The waters.</param>
    public static StandInPlan Of(StandIn thing, Board board, double scale, HeightField field, IReadOnlyList<StandingWater> waters)
    {
        ArgumentNullException.ThrowIfNull(thing);
        ArgumentNullException.ThrowIfNull(board);
        ArgumentNullException.ThrowIfNull(field);
        double ToMm(double metres) => metres * 1000 / scale;
        var foot = thing.Corners(scale);
        var reach = thing.Corners(scale, ToMm(thing.OverhangM));
        double? lowest = null, highest = null;
        foreach (var cell in Cells(field, foot))
        {
            var height = field.HeightsMm[cell];
            lowest = Math.Min(lowest ?? height, height);
            highest = Math.Max(highest ?? height, height);
        }

        var notices = new List<Notice>();
        var afloat = thing.DraughtM > 0 ? waters.FirstOrDefault(water => water.Covers(field.CellAt(thing.Centre))) : null;
        var level = thing.BaseMm ?? (afloat is null ? highest ?? 0 : afloat.WaterlineMm - ToMm(thing.DraughtM));
        var (moreWidth, moreDepth) = CheckBoard(thing, board, foot, notices);
        if (afloat is not null && thing.BaseMm is null && highest is { } bed && bed > level + HairMm) notices.Add(StandInNotices.Aground(thing, afloat.Name, bed - level));
        foreach (var water in waters)
        {
            if (thing.OverhangM > 0) CheckClear(notices, thing, water, Over(Cells(field, reach), field, foot, ToMm(thing.OverhangM)), level + ToMm(thing.OverhangFromM), "hangs over");
            if (thing.UnderM > 0) CheckClear(notices, thing, water, Cells(field, foot), level + ToMm(thing.UnderM), "spans");
        }

        return new StandInPlan(
            thing.Id, ToMm(thing.LengthM), ToMm(thing.WidthM), ToMm(thing.HeightM), ToMm(thing.OverhangM), level, lowest, highest, moreWidth, moreDepth, notices.Worst(), notices.WorstFirst());
    }

    private static (double MoreWidthMm, double MoreDepthMm) CheckBoard(StandIn thing, Board board, PointMm[] foot, List<Notice> notices)
    {
        double left = foot.Min(p => p.XMm), right = foot.Max(p => p.XMm), back = foot.Min(p => p.YMm), front = foot.Max(p => p.YMm);
        double moreWidth = Math.Max(0, right - left - board.WidthMm), moreDepth = Math.Max(0, front - back - board.DepthMm);
        if (moreWidth > HairMm) notices.Add(StandInNotices.NeedsBoard(thing, moreWidth, "width"));
        if (moreDepth > HairMm) notices.Add(StandInNotices.NeedsBoard(thing, moreDepth, "depth"));
        Over(-left, moreWidth, "left");
        Over(right - board.WidthMm, moreWidth, "right");
        Over(-back, moreDepth, "back");
        Over(front - board.DepthMm, moreDepth, "front");
        return (moreWidth, moreDepth);

        void Over(double overMm, double moreMm, string side)
        {
            if (overMm > HairMm && moreMm <= HairMm) notices.Add(StandInNotices.OverTheEdge(thing, overMm, side));
        }
    }

    // One sentence a water: the least clearance is the same everywhere, as both are level.
    private static void CheckClear(List<Notice> notices, StandIn thing, StandingWater water, IEnumerable<int> cells, double undersideMm, string how)
    {
        if (cells.Any(water.Covers)) notices.Add(StandInNotices.Clear(thing, water.Name, undersideMm - water.WaterlineMm, how));
    }

    // What reaches out is rounded at the corners: every place no farther from the footprint than it reaches.
    private static IEnumerable<int> Over(IEnumerable<int> cells, HeightField field, PointMm[] foot, double reachMm) =>
        cells.Where(cell => field.CentreOf(cell) is var at && !Rings.Contains(foot, at.XMm, at.YMm) && Rings.DistanceMm(foot, at.XMm, at.YMm) <= reachMm);

    // The cells whose centres lie in a ring; for one smaller than a cell, the cell at its middle.
    private static List<int> Cells(HeightField field, PointMm[] ring)
    {
        var box = CellGrid.Of(field).Around(ring, 0);
        var cells = new List<int>();
        for (var row = box.Row0; row < box.Row1; row++)
        {
            for (var column = box.Column0; column < box.Column1; column++)
            {
                if (Rings.Contains(ring, (column + 0.5) * field.CellMm, (row + 0.5) * field.CellMm)) cells.Add((row * field.Columns) + column);
            }
        }

        var middle = field.CellAt(new PointMm(ring.Average(p => p.XMm), ring.Average(p => p.YMm)));
        if (cells.Count == 0 && middle >= 0) cells.Add(middle);
        return cells;
    }
}
