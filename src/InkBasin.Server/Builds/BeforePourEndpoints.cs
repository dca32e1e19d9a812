using InkBasin.Core.Builds;
using InkBasin.Core.Drying;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
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
    public static async Task GateAsync(Build before, Build after, Answers answers, TimeProvider time, CancellationToken cancel)
    {
        var lists = new Dictionary<(string Water, string Id), IReadOnlyList<PourCheck>>();
        foreach (var asked in PourGate.Asked(before, after))
            lists[(asked.Pour.WaterId, asked.Pour.Id)] = BeforePour.Of((await answers.OfAsync(asked.Build, cancel)).Of(asked.Pour.WaterId).Questions(time.GetUtcNow()));
        PourGate.Check(before, after, pour => lists[(pour.WaterId, pour.Id)]);
    }

    private static async Task<Ok<DryingPlan>> Drying(Guid id, Answers answers, TimeProvider time, CancellationToken cancel) =>
        TypedResults.Ok((await answers.OfAsync(id, cancel)).Drying(time.GetUtcNow()));

    private static async Task<Ok<BeforePourAnswer>> List(Guid id, string waterId, Answers answers, TimeProvider time, CancellationToken cancel)
    {
        var water = (await answers.OfAsync(id, cancel)).Of(waterId);
        var (begun, layers) = (water.Case.Begun, water.Layers.Is?.Layers.Count ?? 0);
        var checks = BeforePour.Of(water.Questions(time.GetUtcNow()));
        return TypedResults.Ok(new BeforePourAnswer(begun.Count < layers ? begun.Count + 1 : null, checks, checks.Count(check => !check.Settled), begun));
    }
}
