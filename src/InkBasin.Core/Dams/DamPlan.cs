using InkBasin.Core.Ground;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Dams;

/// <summary>A dam as it stands against the ground and the waters.</summary>
/// <param name="Number">From 1, in the build's order.</param>
/// <param name="LengthMm">Length, overlaps and all, mm.</param>
/// <param name="LowestBedMm">Lowest ground along it, mm; null beside the board.</param>
/// <param name="HeightMm">Height of its panel, mm.</param>
/// <param name="SeamMm">Seam to be sealed, mm.</param>
/// <param name="Holds">Ids of the waters it holds.</param>
/// <param name="DeepestMm">Deepest water at it, mm; 0 when it holds none.</param>
/// <param name="Standing">The worst of its notices.</param>
/// <param name="Notices">What the maker should know, worst first.</param>
/// <param name="Working">How its panel and seam came about.</param>
public sealed record DamPlan(
    int Number,
    double LengthMm,
    double? LowestBedMm,
    double HeightMm,
    double SeamMm,
    IReadOnlyList<string> Holds,
    double DeepestMm,
    Standing Standing,
    IReadOnlyList<Notice> Notices,
    Working Working)
{
    private const double OverlapMm = 10;

    /// <summary>All dams of a board.</summary>
    /// <param name="dams">The dams.</param>
    /// <param name="field">The ground.</param>
    /// <param name="waters">The waters.</param>
    /// <param name="stock">The sheet they are cut from.</param>
    public static IReadOnlyList<DamPlan> All(IReadOnlyList<Dam> dams, HeightField field, IReadOnlyList<StandingWater> waters, DamStock stock)
    {
        ArgumentNullException.ThrowIfNull(dams);
        ArgumentNullException.ThrowIfNull(stock);
        if (dams.Count == 0) return [];
        var outlets = new EdgeOutlets(field, []);
        return [.. dams.Select((dam, i) => Of(i + 1, dam, field, outlets, waters, stock.SeatingMm))];
    }

    /// <summary>The panels of the dams that are cut from sheet.</summary>
    /// <param name="dams">The dams.</param>
    /// <param name="plans">The same, planned.</param>
    /// <param name="stock">The sheet.</param>
    /// <exception cref="RefusedException">A panel is higher than the sheet.</exception>
    public static DamCut Cut(IReadOnlyList<Dam> dams, IReadOnlyList<DamPlan> plans, DamStock stock)
    {
        ArgumentNullException.ThrowIfNull(dams);
        return DamCut.Of(
            [.. plans.Where(dam => dams[dam.Number - 1].Make != DamMake.Tape).Select(dam => (dam.Number, new DamMeasures(dam.LengthMm, dam.LowestBedMm, dam.HeightMm, dam.SeamMm)))],
            stock);
    }

    private static DamPlan Of(int number, Dam dam, HeightField field, EdgeOutlets outlets, IReadOnlyList<StandingWater> waters, double seatingMm)
    {
        var measures = DamMeasures.Of(field, outlets, dam, seatingMm);
        int[] places = [.. outlets.Along(dam)];
        var notices = new List<Notice>();
        var holds = new List<string>();
        double deepest = 0;
        foreach (var water in waters)
        {
            int[] under = [.. places.Where(k => water.Covers(outlets.CellOn(dam.Side, k)))];
            if (under.Length == 0) continue;
            holds.Add(water.Id);
            deepest = Math.Max(deepest, under.Max(k => water.WaterlineMm - field.HeightsMm[outlets.CellOn(dam.Side, k)]));
            var over = dam.TopMm - water.WaterlineMm;
            if (Freeboard.Of(over) != Standing.Holds) notices.Add(DamNotices.Top(water.Name, over));
            var past = PastEnd(dam, under, field.CellMm, outlets.CellsAlong(dam.Side) * field.CellMm);
            if (past < OverlapMm - field.CellMm) notices.Add(DamNotices.Ends(water.Name, past, OverlapMm));
        }

        var choice = DamChoice.Of(dam.Make);
        if (places.Length == 0) notices.Add(DamNotices.BesideTheBoard());
        else if (holds.Count == 0) notices.Add(DamNotices.HoldsNothing());
        if (choice.MostDepthMm is { } most && deepest > most) notices.Add(DamNotices.TooDeepForItsMake(choice, deepest, most));
        if (holds.Count > 0 && choice.ReleaseAgent is { } agent && !dam.Released) notices.Add(DamNotices.NoRelease(agent));
        return new DamPlan(
            number, measures.LengthMm, measures.LowestBedMm, measures.HeightMm, measures.SeamMm, holds, deepest, notices.Worst(), notices.WorstFirst(), WorkingOf(dam, measures, seatingMm));
    }

    // The water should end well before the dam does, unless the board ends there.
    private static double PastEnd(Dam dam, int[] under, double cellMm, double lengthMm)
    {
        double first = under[0] * cellMm, last = (under[^1] + 1) * cellMm;
        return Math.Min(dam.FromMm > 0 ? first - dam.FromMm : OverlapMm, dam.ToMm < lengthMm ? dam.ToMm - last : OverlapMm);
    }

    private static Working WorkingOf(Dam dam, DamMeasures measures, double seatingMm) => new(
        "Panel and seam",
        [
            new("from", dam.FromMm, "mm"),
            new("to", dam.ToMm, "mm"),
            new("top", dam.TopMm, "mm"),
            new("lowest bed along it", measures.LowestBedMm ?? 0, "mm"),
            new("seating", seatingMm, "mm"),
            new("seam", measures.SeamMm, "mm"),
        ],
        "Length from end to end; height = top − lowest bed + seating. The seam runs along the ground at its foot and up both its ends.",
        "The ground at the board’s edge");
}
