using InkBasin.Core.Dams;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;
using InkBasin.Core;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Builds;

/// <summary>Liquid poured at a place of a build.</summary>
public sealed record PouredRequest(PointMm At, double VolumeMl);

/// <summary>A pour test on a build's ground.</summary>
/// <param name="Pours">Where and how much, one after another.</param>
/// <param name="Frames">Pictures of the last pour while it runs, 1…60.</param>
public sealed record PourTestRequest(IReadOnlyList<PouredRequest?> Pours, int Frames = 1);

/// <summary>Liquid that stands somewhere.</summary>
/// <param name="LowestAt">Its lowest place.</param>
/// <param name="LevelMm">Its level, mm.</param>
/// <param name="VolumeMl">Volume, ml.</param>
/// <param name="AreaMm2">Wet area, mm².</param>
/// <param name="MaxDepthMm">Greatest depth, mm.</param>
/// <param name="WetRuns">Wet cells as runs: row, first column, column past the last.</param>
public sealed record StandingPool(PointMm LowestAt, double LevelMm, double VolumeMl, double AreaMm2, double MaxDepthMm, int[] WetRuns);

/// <summary>Liquid that left the board.</summary>
/// <param name="Side">The side.</param>
/// <param name="AtMm">Where along it, mm.</param>
/// <param name="VolumeMl">Volume, ml.</param>
/// <param name="How">Over an open edge, over a dam's top, or past its end.</param>
public sealed record EscapedLiquid(BoardSide Side, double AtMm, double VolumeMl, Escape How);

/// <summary>How a pour test stands at a moment.</summary>
/// <param name="PouredMl">Poured so far, ml.</param>
/// <param name="Pools">Where liquid stands, largest first.</param>
/// <param name="RunOffMl">What left the board, ml.</param>
/// <param name="RunOff">Where it left, most first.</param>
public sealed record PourFrame(double PouredMl, IReadOnlyList<StandingPool> Pools, double RunOffMl, IReadOnlyList<EscapedLiquid> RunOff);

/// <summary>What a given amount of resin is good for in a water.</summary>
/// <param name="VolumeMl">How much there is, ml.</param>
/// <param name="WaterlineMm">The waterline it reaches, mm; null when it would run over before.</param>
/// <param name="SpillMm">Where it would run over, mm.</param>
/// <param name="NeedMl">What the water takes to its waterline as planned, ml.</param>
/// <param name="OverFalseBedMm">Depth over a false bed at which it would be enough, mm; null when it is enough without.</param>
/// <param name="FillTopMm">Top of that false bed, mm over the board.</param>
public sealed record EnoughAnswer(double VolumeMl, double? WaterlineMm, double SpillMm, double NeedMl, double? OverFalseBedMm, double? FillTopMm);

/// <summary>The water test without the mess: liquid poured on a build's ground.</summary>
internal static class PourEndpoints
{
    private const int MostFrames = 60;
    private const int MostPours = 100;
    private const double MostMl = 1_000_000;

    public static void MapPour(this RouteGroupBuilder builds)
    {
        builds.MapPost("/{id:guid}/pour", PourOn);
        builds.MapGet("/{id:guid}/waters/{waterId}/enough", Enough);
    }

    private static async Task<Ok<EnoughAnswer>> Enough(Guid id, string waterId, double volumeMl, BuildStore store, Answers answers, CancellationToken cancel)
    {
        Require.Within(volumeMl, 0.01, MostMl, "volumeMl");
        var build = (await store.GetAsync(id, cancel)).Build;
        var water = (await answers.OfAsync(build, cancel)).Of(waterId);
        var (basin, takes) = (water.Standing.Basin, water.Takes);

        // The ground is asked for what would stand there of plain reckoning: the water test's share off, what is displaced on top.
        var reckonedMl = (volumeMl + takes.DisplacedMl) / takes.Calibration;
        var depth = basin.Region.Cells.Length > 0 ? Backwards.DepthOverFalseBed(basin.Region, reckonedMl) : null;
        return TypedResults.Ok(new EnoughAnswer(
            volumeMl,
            Backwards.WaterlineFor(basin.Region.Field, build.Dams, water.Standing.Seed, reckonedMl, cancel),
            basin.Spill.LevelMm,
            takes.Range?.ExpectedMl ?? 0,
            depth,
            water.Standing.WaterlineMm - depth));
    }

    private static async Task<Ok<IReadOnlyList<PourFrame>>> PourOn(Guid id, PourTestRequest request, BuildStore store, Grounds grounds, CancellationToken cancel)
    {
        if (request.Pours.Count is < 1 or > MostPours) throw new RefusedException("pours", $"Pour at 1 to {MostPours} places.");
        if (request.Frames is < 1 or > MostFrames) throw new RefusedException("frames", $"Ask for 1 to {MostFrames} pictures.");
        var build = (await store.GetAsync(id, cancel)).Build;
        var field = (await grounds.OfAsync(build, cancel)).Surface;
        var test = new PourTest(field, new EdgeOutlets(field, build.Dams));
        double poured = 0;
        for (var i = 0; i + 1 < request.Pours.Count; i++)
        {
            var pour = Checked(request.Pours[i], i);
            test.Add(pour, cancel);
            poured += pour.VolumeMl;
        }

        // The last pour in equal portions: how it comes to rest does not depend on them.
        var last = Checked(request.Pours[^1], request.Pours.Count - 1);
        var frames = new List<PourFrame>(request.Frames);
        for (var k = 1; k <= request.Frames; k++)
        {
            test.Add(last with { VolumeMl = last.VolumeMl / request.Frames }, cancel);
            frames.Add(Frame(test.Outcome(), poured + (last.VolumeMl * k / request.Frames), field.Columns, build.Dams));
        }

        return TypedResults.Ok<IReadOnlyList<PourFrame>>(frames);
    }

    private static Pour Checked(PouredRequest? asked, int index)
    {
        var pour = Require.Present(asked, $"pours[{index}]");
        Require.Within(pour.VolumeMl, 0, MostMl, $"pours[{index}].volumeMl");
        return new Pour(pour.At, pour.VolumeMl);
    }

    private static PourFrame Frame(PourOutcome outcome, double pouredMl, int columns, IReadOnlyList<Dam> dams) => new(
        pouredMl,
        [.. outcome.Pools.Select(pool => new StandingPool(pool.LowestAt, pool.LevelMm, pool.VolumeMl, pool.AreaMm2, pool.MaxDepthMm, WetRegion.RunsOf(pool.Cells, columns)))],
        outcome.RunOffMl,
        [.. outcome.RunOff.Select(one => new EscapedLiquid(one.Side, one.AtMm, one.VolumeMl, Escapes.Of(dams, one.Side, one.AtMm)))]);
}
