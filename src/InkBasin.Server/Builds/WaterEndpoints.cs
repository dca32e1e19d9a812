using InkBasin.Core.Builds;
using InkBasin.Core.Dams;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Water;
using InkBasin.Core;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Builds;

/// <summary>A hollow of the ground with the cells it covers when it is full.</summary>
/// <param name="Hollow">The hollow.</param>
/// <param name="WetRuns">Its cells as runs: row, first column, column past the last.</param>
public sealed record HollowAnswer(Hollow Hollow, int[] WetRuns);

/// <summary>What a water holds to a level.</summary>
/// <param name="LevelMm">The level, mm.</param>
/// <param name="VolumeMl">Volume, ml.</param>
public sealed record ReckonedAnswer(double LevelMm, double VolumeMl);

/// <summary>A proposal for a channel: weirs that split it, and the waters between them.</summary>
/// <param name="Channel">The channel with its weirs.</param>
/// <param name="Waters">A water for each reach.</param>
/// <param name="Reaches">The reaches.</param>
public sealed record ReachProposal(Channel Channel, IReadOnlyList<Water> Waters, IReadOnlyList<ProposedReach> Reaches);

/// <summary>Where water would stand, run and be held: hollows, shores, streams and the panels of dams.</summary>
internal static class WaterEndpoints
{
    private const int MostHollows = 60;

    public static void MapWaterStage(this RouteGroupBuilder builds)
    {
        builds.MapGet("/{id:guid}/hollows", Hollows);
        builds.MapGet("/{id:guid}/dam-panels", Panels);
        builds.MapGet("/{id:guid}/running", Running);
        builds.MapGet("/{id:guid}/reaches", Propose);
        builds.MapGet("/{id:guid}/waters/{waterId}/reckoned", Reckoned);
        builds.MapGet("/{id:guid}/waters/{waterId}/shore", Shore);
        builds.MapGet("/{id:guid}/waters/{waterId}/heat", Heat);
        builds.MapGet("/{id:guid}/waters/{waterId}/strategies", Strategies);
        builds.MapGet("/{id:guid}/waters/{waterId}/surface", Surface);
        builds.MapGet("/{id:guid}/waters/{waterId}/pools", Pools);
        builds.MapGet("/{id:guid}/waters/{waterId}/picture", Picture);
        builds.MapPost("/{id:guid}/waters/{waterId}/ink-match", MatchInk);
    }

    private static async Task<Ok<IReadOnlyList<HollowAnswer>>> Hollows(Guid id, BuildStore store, Grounds grounds, CancellationToken cancel, double leastMl = 0.5)
    {
        Require.Within(leastMl, 0.01, 1e6, "leastMl");
        var build = (await store.GetAsync(id, cancel)).Build;
        var field = (await grounds.OfAsync(build, cancel)).Surface;
        var hollows = DepressionHierarchy.Find(field, new EdgeOutlets(field, build.Dams), BuildAnswers.DimpleMm, leastMl, cancel);
        return TypedResults.Ok<IReadOnlyList<HollowAnswer>>(
            [.. hollows.Take(MostHollows).Select(hollow => new HollowAnswer(hollow, WetRegion.Flood(field, field.CellAt(hollow.LowestAt), hollow.SpillMm).Runs()))]);
    }

    private static async Task<Ok<DamCut>> Panels(Guid id, Answers answers, CancellationToken cancel)
    {
        return TypedResults.Ok((await answers.OfAsync(id, cancel)).DamCut());
    }

    private static async Task<Ok<IReadOnlyList<RunningWater>>> Running(Guid id, BuildStore store, Grounds grounds, Answers answers, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var ground = await grounds.OfAsync(build, cancel);
        return TypedResults.Ok(Streams.Of(build.Recipe, ground.Surface, answers.OnGround(build, ground, cancel).Standing, build.Scale, cancel));
    }

    private static async Task<Ok<ReachProposal>> Propose(
        Guid id, string stepId, BuildStore store, Grounds grounds, Core.Plan.Stores stores, CancellationToken cancel, double deepestMm = 8, double leastMm = 3, string? productId = null)
    {
        Require.Within(deepestMm, 0.5, 200, "deepestMm");
        Require.Within(leastMm, 0.2, 100, "leastMm");
        var build = (await store.GetAsync(id, cancel)).Build;
        if (build.Recipe.FirstOrDefault(step => step.Id == stepId) is not Channel channel) throw new RefusedException("stepId", "Only a channel is split into reaches.", RefusalKind.Impossible);
        var bare = (await grounds.CompilerAsync(build, cancel))([.. build.Recipe.Select(step => step == channel ? channel with { Weirs = [] } : step)]);
        var split = Streams.Split(channel, bare, deepestMm, leastMm);
        var product = productId ?? (build.Waters.Count > 0 ? build.Waters[^1].ProductId : stores.Sheets[0].Id);
        return TypedResults.Ok(new ReachProposal(split.Channel, build.WatersFor(split, product), split.Reaches));
    }

    private static async Task<Ok<MatchedInk>> MatchInk(Guid id, string waterId, InkWish wish, BuildStore store, Answers answers, Core.Plan.Stores stores, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        return TypedResults.Ok(MatchedInk.Of((await answers.OfAsync(build, cancel)).Of(waterId).Case, wish, stores.Tints, cancel));
    }

    private static async Task<Ok<ReckonedAnswer>> Reckoned(Guid id, string waterId, double levelMm, BuildStore store, Grounds grounds, CancellationToken cancel)
    {
        Require.Within(levelMm, -500, 1000, "levelMm");
        var build = (await store.GetAsync(id, cancel)).Build;
        var water = build.Waters.FirstOrDefault(w => w.Id == waterId)
            ?? throw new RefusedException("waterId", "That water is not there any more.", RefusalKind.Impossible);
        var field = (await grounds.OfAsync(build, cancel)).Surface;
        return TypedResults.Ok(new ReckonedAnswer(levelMm, WetRegion.Flood(field, field.CellAt(water.Seed), levelMm, cancel).VolumeMl));
    }

    private static async Task<Ok<IReadOnlyList<WayOfCutting>>> Strategies(Guid id, string waterId, Answers answers, CancellationToken cancel) =>
        TypedResults.Ok(StrategyTrade.Of((await answers.OfAsync(id, cancel)).Of(waterId).Case, cancel));

    private static async Task<Ok<SurfacePlan>> Surface(Guid id, string waterId, Answers answers, CancellationToken cancel) =>
        TypedResults.Ok((await answers.OfAsync(id, cancel)).Of(waterId).Surface());

    private static async Task<FileContentHttpResult> Picture(Guid id, string waterId, Answers answers, CancellationToken cancel) =>
        TypedResults.File(WaterPictureFile.Write((await answers.OfAsync(id, cancel)).Of(waterId).Picture()), GroundPicture.ContentType);

    private static async Task<Ok<IReadOnlyList<PoolPlace>>> Pools(Guid id, string waterId, Answers answers, CancellationToken cancel)
    {
        var all = await answers.OfAsync(id, cancel);
        return TypedResults.Ok(all.Of(waterId).Layers.Is?.PlacesAhead(all.Surface.Columns) ?? []);
    }

    private static async Task<Ok<HeatCurve>> Heat(Guid id, string waterId, Answers answers, CancellationToken cancel)
    {
        var water = (await answers.OfAsync(id, cancel)).Of(waterId);
        var sheet = water.Case.Sheet ?? throw new RefusedException("productId", "The product sheet is not in the stores: choose another product.", RefusalKind.Impossible);
        var course = water.Course ?? throw new RefusedException("waterlineMm", "Nothing is wet at that waterline: raise it above the ground at the seed.", RefusalKind.Impossible);
        var curing = course.Curing ?? throw new RefusedException("productId", $"{sheet.Name} is one part: it does not cure by itself and has no heat to follow.", RefusalKind.Impossible);
        return TypedResults.Ok(HeatCurve.Of(curing, sheet.GreatestLayerMm));
    }

    private static async Task<Ok<ShorePlan>> Shore(
        Guid id, string waterId, BuildStore store, Answers answers, CancellationToken cancel, double spacingMm = 40, double? datumXMm = null, double? datumYMm = null)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var water = (await answers.OfAsync(build, cancel)).Of(waterId);
        PointMm? datum = datumXMm is { } x && datumYMm is { } y ? new PointMm(x, y) : null;
        return TypedResults.Ok(ShorePlan.Of(water.Standing.Region, build.Board.ThicknessMm, water.Case.Sheet?.MixedDensity ?? ShorePlan.UsualDensity, spacingMm, datum));
    }
}
