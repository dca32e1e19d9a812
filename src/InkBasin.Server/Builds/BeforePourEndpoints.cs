using InkBasin.Core.Plan;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Builds;

/// <summary>The list before a pour of a water.</summary>
/// <param name="Layer">The layer that comes next, from 1; null when all have begun.</param>
/// <param name="Checks">The questions.</param>
/// <param name="Open">How many still hold it back.</param>
/// <param name="Begun">Pours of this water that have begun.</param>
public sealed record BeforePourAnswer(int? Layer, IReadOnlyList<PourCheck> Checks, int Open, IReadOnlyList<BegunPour> Begun);

/// <summary>What must be true before resin is opened: drying, the list, and the gate on it.</summary>
internal static class BeforePourEndpoints
{
    public static void MapBeforePour(this RouteGroupBuilder builds)
    {
        builds.MapGet("/{id:guid}/drying", Drying);
        builds.MapGet("/{id:guid}/waters/{waterId}/before-pour", List);
    }

    /// <summary>Holds an edit back that would begin a pour with a question open.</summary>
    public static async Task GateAsync(Guid id, EditRequest request, BuildStore store, Grounds grounds, Core.Plan.Stores stores, TimeProvider time, CancellationToken cancel)
    {
        var stored = await store.GetAsync(id, cancel);

        // Made on another version it is a conflict, and the store says so.
        if (stored.Version != request.Version) return;
        var after = request.Edit.Apply(stored.Build).After;
        if (!BeforePour.Begins(stored.Build, after)) return;
        var ground = await grounds.OfAsync(stored.Build, cancel);
        var plan = Planner.Plan(stored.Build, ground, stores, cancel);
        BeforePour.Gate(stored.Build, after, waterId => BeforePour.Of(stored.Build, plan, waterId, ground.SkinMm.Max(), stores, time.GetUtcNow()));
    }

    private static async Task<Ok<DryingPlan>> Drying(Guid id, BuildStore store, Grounds grounds, TimeProvider time, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        return TypedResults.Ok(DryingPlan.Of(build, (await grounds.OfAsync(build, cancel)).SkinMm.Max(), time.GetUtcNow()));
    }

    private static async Task<Ok<BeforePourAnswer>> List(Guid id, string waterId, BuildStore store, Grounds grounds, Core.Plan.Stores stores, TimeProvider time, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var ground = await grounds.OfAsync(build, cancel);
        var plan = Planner.Plan(build, ground, stores, cancel);
        var checks = BeforePour.Of(build, plan, waterId, ground.SkinMm.Max(), stores, time.GetUtcNow());
        List<BegunPour> begun = [.. build.Begun.Where(pour => pour.WaterId == waterId)];
        var layers = plan.Waters.First(water => water.Id == waterId).Layers.Count;
        return TypedResults.Ok(new BeforePourAnswer(begun.Count < layers ? begun.Count + 1 : null, checks, checks.Count(check => !check.Settled), begun));
    }
}
