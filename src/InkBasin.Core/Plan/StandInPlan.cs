using System.Globalization;
using InkBasin.Core.Ground;
using InkBasin.Core.Sight;

namespace InkBasin.Core.Plan;

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

    /// <summary>Stands a thing on the ground among the waters.</summary>
    /// <param name="thing">The thing, checked.</param>
    /// <param name="build">Its build: board and scale.</param>
    /// <param name="field">The ground.</param>
    /// <param name="waters">The waters, each with which cells of the ground it covers.</param>
    internal static StandInPlan Of(StandIn thing, Build build, HeightField field, IReadOnlyList<(Water Water, Lazy<bool[]> Wet)> waters)
    {
        double ToMm(double metres) => metres * 1000 / build.Scale;
        var foot = thing.Corners(build.Scale);
        var reach = thing.Corners(build.Scale, ToMm(thing.OverhangM));
        double? lowest = null, highest = null;
        foreach (var cell in Cells(field, foot))
        {
            var height = field.HeightsMm[cell];
            lowest = Math.Min(lowest ?? height, height);
            highest = Math.Max(highest ?? height, height);
        }

        var notices = new List<Notice>();
        var afloat = thing.DraughtM > 0 ? waters.FirstOrDefault(w => field.CellAt(thing.Centre) is >= 0 and var cell && w.Wet.Value[cell]) : default;
        var level = thing.BaseMm ?? (afloat.Water is { } water ? water.WaterlineMm - ToMm(thing.DraughtM) : highest ?? 0);
        CheckBoard(thing, build, foot, notices, out var moreWidth, out var moreDepth);
        if (afloat.Water is { } under && thing.BaseMm is null && highest is { } bed && bed > level + 0.05)
            notices.Add(new(Standing.Stop, $"{thing.Name} is aground in {under.Name}: it needs {Mm(bed - level)} mm more water under it."));
        foreach (var (over, wet) in waters)
        {
            if (thing.OverhangM > 0) CheckClear(notices, thing, over, wet, Over(Cells(field, reach), field, foot, ToMm(thing.OverhangM)), level + ToMm(thing.OverhangFromM), "hangs over");
            if (thing.UnderM > 0) CheckClear(notices, thing, over, wet, Cells(field, foot), level + ToMm(thing.UnderM), "spans");
        }

        var sorted = notices.OrderByDescending(notice => notice.Standing).ToList();
        return new StandInPlan(
            thing.Id, ToMm(thing.LengthM), ToMm(thing.WidthM), ToMm(thing.HeightM), ToMm(thing.OverhangM), level, lowest, highest, moreWidth, moreDepth, sorted.Count > 0 ? sorted[0].Standing : Standing.Holds, sorted);
    }

    private static void CheckBoard(StandIn thing, Build build, PointMm[] foot, List<Notice> notices, out double moreWidthMm, out double moreDepthMm)
    {
        double left = foot.Min(p => p.XMm), right = foot.Max(p => p.XMm), back = foot.Min(p => p.YMm), front = foot.Max(p => p.YMm);
        moreWidthMm = Math.Max(0, right - left - build.Board.WidthMm);
        moreDepthMm = Math.Max(0, front - back - build.Board.DepthMm);
        if (moreWidthMm > 0.05) notices.Add(new(Standing.Stop, $"{thing.Name} needs {Mm(moreWidthMm)} mm more board in its width, or another turn."));
        if (moreDepthMm > 0.05) notices.Add(new(Standing.Stop, $"{thing.Name} needs {Mm(moreDepthMm)} mm more board in its depth, or another turn."));
        Over(notices, thing, moreWidthMm, Math.Max(0, -left), "left");
        Over(notices, thing, moreWidthMm, Math.Max(0, right - build.Board.WidthMm), "right");
        Over(notices, thing, moreDepthMm, Math.Max(0, -back), "back");
        Over(notices, thing, moreDepthMm, Math.Max(0, front - build.Board.DepthMm), "front");
    }

    private static void Over(List<Notice> notices, StandIn thing, double moreMm, double overMm, string side)
    {
        if (overMm > 0.05 && moreMm <= 0.05) notices.Add(new(Standing.Tight, $"{thing.Name} stands {Mm(overMm)} mm over the {side} edge: move it in, or give it that much more board."));
    }

    // One sentence a water: the least clearance is the same everywhere, as both are level.
    private static void CheckClear(List<Notice> notices, StandIn thing, Water water, Lazy<bool[]> wet, IEnumerable<int> cells, double undersideMm, string how)
    {
        if (!cells.Any(cell => wet.Value[cell])) return;
        var clear = undersideMm - water.WaterlineMm;
        var standing = clear < 0 ? Standing.Stop : clear < TightClearanceMm ? Standing.Tight : Standing.Holds;
        notices.Add(new(standing, standing switch
        {
            Standing.Stop => $"{thing.Name} {how} {water.Name} and would hang {Mm(-clear)} mm into the resin: set it higher, or put it in afterwards.",
            Standing.Tight => $"{thing.Name} {how} {water.Name} by only {Mm(clear)} mm: resin climbs about {TightClearanceMm:0} mm.",
            _ => $"{thing.Name} {how} {water.Name}, {Mm(clear)} mm clear of the waterline.",
        }));
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

    private static string Mm(double mm) => mm.ToString(mm < 9.95 ? "0.#" : "0", CultureInfo.InvariantCulture);
}
