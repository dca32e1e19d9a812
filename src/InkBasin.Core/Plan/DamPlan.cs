using System.Globalization;
using InkBasin.Core.Dams;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Plan;

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

    /// <summary>All dams of a build.</summary>
    /// <param name="build">The build.</param>
    /// <param name="field">The ground.</param>
    /// <param name="waters">The waters, each with which cells of the ground it covers.</param>
    internal static IReadOnlyList<DamPlan> All(Build build, HeightField field, IReadOnlyList<(Water Water, Lazy<bool[]> Wet)> waters)
    {
        if (build.Dams.Count == 0) return [];
        var outlets = new EdgeOutlets(field, []);
        return [.. build.Dams.Select((dam, i) => Of(i + 1, dam, build, field, outlets, waters))];
    }

    /// <summary>The panels of a build's dams.</summary>
    /// <param name="build">The build.</param>
    /// <param name="dams">Its dams, planned.</param>
    /// <exception cref="RefusedException">A panel is higher than the sheet.</exception>
    public static DamCut Cut(Build build, IReadOnlyList<DamPlan> dams)
    {
        ArgumentNullException.ThrowIfNull(build);
        return DamCut.Of(
            [.. dams.Where(dam => build.Dams[dam.Number - 1].Make != DamMake.Tape).Select(dam => (dam.Number, new DamMeasures(dam.LengthMm, dam.LowestBedMm, dam.HeightMm, dam.SeamMm)))],
            build.Making.DamSheet);
    }

    private static DamPlan Of(int number, Dam dam, Build build, HeightField field, EdgeOutlets outlets, IReadOnlyList<(Water Water, Lazy<bool[]> Wet)> waters)
    {
        var seating = build.Making.DamSheet.SeatingMm;
        var measures = DamMeasures.Of(field, outlets, dam, seating);
        int[] places = [.. outlets.Along(dam)];
        var notices = new List<Notice>();
        var holds = new List<string>();
        double deepest = 0;
        foreach (var (water, wet) in waters)
        {
            int[] under = [.. places.Where(k => wet.Value[outlets.CellOn(dam.Side, k)])];
            if (under.Length == 0) continue;
            holds.Add(water.Id);
            deepest = Math.Max(deepest, under.Max(k => water.WaterlineMm - field.HeightsMm[outlets.CellOn(dam.Side, k)]));
            Top(notices, dam, water);
            Ends(notices, dam, water, under, field.CellMm, outlets.CellsAlong(dam.Side) * field.CellMm);
        }

        var choice = DamChoice.Of(dam.Make);
        if (places.Length == 0) notices.Add(new(Standing.Stop, "It stands beside the board: move it to the edge it is to hold."));
        else if (holds.Count == 0) notices.Add(new(Standing.Tight, "No water stands at it."));
        if (choice.MostDepthMm is { } most && deepest > most)
            notices.Add(new(Standing.Tight, $"{Mm(deepest)} mm of water is much for {choice.Name.ToLowerInvariant()}: {most:0} mm is about what it holds through a night. Take sheet."));
        if (holds.Count > 0 && choice.ReleaseAgent is { } agent && !dam.Released)
            notices.Add(new(Standing.Tight, $"No release agent yet: {char.ToLowerInvariant(agent[0])}{agent[1..]}, or it has to be torn off."));
        List<Notice> sorted = [.. notices.OrderByDescending(notice => notice.Standing)];
        return new DamPlan(
            number, measures.LengthMm, measures.LowestBedMm, measures.HeightMm, measures.SeamMm, holds, deepest, sorted.Count > 0 ? sorted[0].Standing : Standing.Holds, sorted, WorkingOf(dam, measures, seating));
    }

    private static void Top(List<Notice> notices, Dam dam, Water water)
    {
        var over = dam.TopMm - water.WaterlineMm;
        if (over < 0) notices.Add(new(Standing.Stop, $"Its top is {Mm(-over)} mm under the waterline of {water.Name}."));
        else if (over < Planner.TightFreeboardMm) notices.Add(new(Standing.Tight, $"Only {Mm(over)} mm over the waterline of {water.Name}: 5 mm is good."));
    }

    // The water should end well before the dam does, unless the board ends there.
    private static void Ends(List<Notice> notices, Dam dam, Water water, int[] under, double cellMm, double lengthMm)
    {
        double first = under[0] * cellMm, last = (under[^1] + 1) * cellMm;
        var shortest = Math.Min(dam.FromMm > 0 ? first - dam.FromMm : OverlapMm, dam.ToMm < lengthMm ? dam.ToMm - last : OverlapMm);
        if (shortest < OverlapMm - cellMm)
            notices.Add(new(Standing.Tight, $"It ends {Mm(Math.Max(0, shortest))} mm past {water.Name}: give it {OverlapMm:0} mm at each end."));
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

    private static string Mm(double mm) => mm.ToString("0.#", CultureInfo.InvariantCulture);
}
