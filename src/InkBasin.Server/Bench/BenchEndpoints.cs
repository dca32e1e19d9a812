using InkBasin.Core;
using InkBasin.Core.Bench;
using InkBasin.Core.Plan;
using InkBasin.Server.Builds;
using InkBasin.Server.Instruments;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.SignalR;

namespace InkBasin.Server.Bench;

/// <summary>A session in the list of a build.</summary>
public sealed record BenchSessionCard(Guid Id, string Title, DateTimeOffset OpenedAt, DateTimeOffset? EndedAt, bool IsRehearsal, int At, int Of);

/// <summary>The bench of a build.</summary>
/// <param name="Ready">What could be poured, in order.</param>
/// <param name="Sessions">Sessions that were opened, the last first.</param>
public sealed record BenchOfBuild(IReadOnlyList<BenchReady> Ready, IReadOnlyList<BenchSessionCard> Sessions);

/// <summary>POST /api/builds/{id}/bench: opens a session.</summary>
/// <param name="Number">Its number in the list.</param>
/// <param name="Device">The device that holds it.</param>
/// <param name="RehearseAt">Only practised, so many times as fast, 1…120; null when it is meant.</param>
/// <param name="Title">What stood under that number where it was chosen: another window may have moved the list since. Null when nobody looked.</param>
/// <param name="Together">Numbers of what is taken as one mix, <paramref name="Number"/> the least of them; null for none.</param>
public sealed record OpenSessionRequest(int Number, BenchDevice Device, double? RehearseAt = null, string? Title = null, IReadOnlyList<int>? Together = null);

/// <summary>POST /api/bench/{id}/events: what happened, oldest first.</summary>
/// <param name="Device">The device that says so.</param>
/// <param name="Events">The events; those sent before are passed over. Where one is refused those before it are taken, and the error names it: <c>events[3].value</c>.</param>
public sealed record HappenedRequest(BenchDevice Device, IReadOnlyList<BenchEvent> Events);

/// <summary>POST /api/bench/{id}/hold: asks for a session, or answers who asks.</summary>
/// <param name="Device">The device.</param>
/// <param name="LetGo">Null asks for it; from the device that holds it true lets go and false keeps it.</param>
public sealed record HoldRequest(BenchDevice Device, bool? LetGo = null);

/// <summary>POST /api/bench/{id}/rehearsal: another speed, or something goes wrong.</summary>
public sealed record RehearseRequest(double? Speed = null, Mishap? Mishap = null);

/// <summary>The bench: sessions are opened, gone through, watched and handed over.</summary>
internal static class BenchEndpoints
{
    // More than anybody presses while a phone is off the network.
    private const int MostAtOnce = 500;

    public static void AddBench(this WebApplicationBuilder builder)
    {
        builder.Services.AddScoped<BenchStore>();
        builder.Services.AddScoped<BenchTold>();
        builder.Services.AddSingleton<BenchHolds>();
        builder.Services.AddSingleton<BenchViews>();
        builder.Services.AddSingleton<BenchWatchers>();
        builder.Services.AddSignalR().AddJsonProtocol();
    }

    public static void MapBench(this WebApplication app)
    {
        var builds = app.MapGroup("/api/builds").WithTags("bench").ProducesValidationProblem().ProducesProblem(StatusCodes.Status404NotFound).ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        builds.MapGet("/{id:guid}/bench", OfBuild);
        builds.MapPost("/{id:guid}/bench", Open);
        var bench = app.MapGroup("/api/bench").WithTags("bench").ProducesValidationProblem().ProducesProblem(StatusCodes.Status404NotFound).ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        bench.MapGet("/{session:guid}", Get);
        bench.MapGet("/{session:guid}/instruments", Instruments);
        bench.MapPost("/{session:guid}/events", Happened).ProducesProblem(StatusCodes.Status409Conflict);
        bench.MapPost("/{session:guid}/hold", Hold);
        bench.MapPost("/{session:guid}/rehearsal", Rehearse);
        app.MapHub<BenchHub>("/hubs/bench");
    }

    private static async Task<Ok<BenchOfBuild>> OfBuild(Guid id, int[] together, Answers answers, BenchStore sessions, TimeProvider time, CancellationToken cancel)
    {
        var ready = BuildBench.Of(await answers.OfAsync(id, cancel), time.GetUtcNow(), together);
        return TypedResults.Ok(new BenchOfBuild(ready, [.. (await sessions.OfBuildAsync(id, cancel)).Select(Card)]));
    }

    private static BenchSessionCard Card(StoredSession session)
    {
        var state = session.State;
        return new BenchSessionCard(session.Id, session.Script.Title, session.OpenedAt, state.EndedAt, session.Rehearsal is not null, state.At, state.Steps.Count);
    }

    private static async Task<Created<BenchView>> Open(Guid id, OpenSessionRequest request, BuildStore builds, Answers answers, BenchStore sessions, BenchViews views, TimeProvider time, CancellationToken cancel)
    {
        request.Device.Check("device");
        var found = await answers.OfAsync((await builds.GetAsync(id, cancel)).Build, cancel);
        var now = time.GetUtcNow();
        var ready = BuildBench.Of(found, now, request.Together).FirstOrDefault(one => one.Number == request.Number)
            ?? throw new RefusedException("number", "That session is not ahead any more: look at the list anew.", RefusalKind.Impossible);
        if (request.Title is { } title && title != ready.Title) throw new RefusedException("number", $"The list has moved: “{ready.Title}” stands there now. Nothing was opened; look at it anew.", RefusalKind.Impossible);
        if (ready.Stop is { } stop) throw new RefusedException("number", stop.Sentence, RefusalKind.Impossible);
        if (request.RehearseAt is null) CheckReady(ready);
        var rehearsal = request.RehearseAt is { } speed ? Rehearsal.Begin(Random.Shared.Next(), now, speed) : null;
        var opened = await sessions.OpenAsync(id, BuildBench.ScriptOf(found, request.Number, request.Together), request.Device, rehearsal, cancel);
        return TypedResults.Created($"/api/bench/{opened.Id}", views.Of(opened));
    }

    // The list is answered before resin is opened; a rehearsal opens none.
    private static void CheckReady(BenchReady ready)
    {
        if (!ready.IsNext) throw new RefusedException("number", "Another layer comes first.", RefusalKind.Impossible);
        if (ready.Open == 0) return;
        var first = ready.Lists.SelectMany(list => list.Checks).First(check => !check.Settled);
        throw new RefusedException("beforePour", $"Not yet: {ready.Open} {(ready.Open == 1 ? "question is" : "questions are")} open before this pour, first “{first.Question}”", RefusalKind.Impossible);
    }

    private static async Task<Ok<BenchView>> Get(Guid session, BenchStore sessions, BenchTold told, BenchViews views, CancellationToken cancel)
    {
        var stored = await sessions.GetAsync(session, cancel);
        return TypedResults.Ok(views.Of(stored, await told.TellAsync(stored, cancel)));
    }

    private static async Task<Ok<IReadOnlyList<InstrumentState>>> Instruments(Guid session, BenchStore sessions, BenchInstruments instruments, CancellationToken cancel) =>
        TypedResults.Ok(await instruments.ReadAsync(await sessions.GetAsync(session, cancel), cancel));

    private static async Task<Results<Ok<BenchView>, ProblemHttpResult>> Happened(
        Guid session, HappenedRequest request, BenchStore sessions, BenchInstruments instruments, BenchTold told, BenchViews views, IHubContext<BenchHub, IBenchWatcher> hub, CancellationToken cancel)
    {
        request.Device.Check("device");
        if (request.Events.Count is < 1 or > MostAtOnce) throw new RefusedException("events", $"Tell 1 to {MostAtOnce} events at once.");
        var stored = await sessions.GetAsync(session, cancel);
        if (stored.Holder is { } holder && holder.Id != request.Device.Id)
        {
            return TypedResults.Problem(
                $"{holder.Name} holds this session: take it over first. Nothing of yours is lost.", statusCode: StatusCodes.Status409Conflict, title: "Held by another device",
                extensions: new Dictionary<string, object?> { ["holder"] = holder });
        }

        var before = stored.State.At;
        async Task<BenchView> Taken()
        {
            stored = await sessions.GetAsync(session, cancel);
            if (stored.State is var state && state.At != before) await instruments.TareForAsync(stored, state, cancel);
            return await TellAllAsync(stored, told, views, hub, cancel);
        }

        for (var i = 0; i < request.Events.Count; i++)
        {
            try
            {
                await sessions.AddAsync(session, Require.Present(request.Events[i], "kind"), cancel);
            }
            catch (RefusedException refused)
            {
                // Those before it are taken; which one is not is named, so that what waits behind it can be told without it.
                if (i > 0) await Taken();
                throw new RefusedException($"events[{i}].{refused.Field}", refused.Message, refused.Kind);
            }
        }

        return TypedResults.Ok(await Taken());
    }

    private static async Task<Ok<BenchView>> Hold(Guid session, HoldRequest request, BenchStore sessions, BenchHolds holds, BenchTold told, BenchViews views, IHubContext<BenchHub, IBenchWatcher> hub, CancellationToken cancel)
    {
        request.Device.Check("device");
        var stored = await sessions.GetAsync(session, cancel);
        var next = request.LetGo is { } letGo ? holds.Answer(stored, request.Device, letGo) : holds.Ask(stored, request.Device) ? request.Device : null;
        if (next is not null) await sessions.HoldAsync(session, next, cancel);
        return TypedResults.Ok(await TellAllAsync(await sessions.GetAsync(session, cancel), told, views, hub, cancel));
    }

    private static async Task<Ok<BenchView>> Rehearse(Guid session, RehearseRequest request, BenchStore sessions, BenchTold told, BenchViews views, TimeProvider time, IHubContext<BenchHub, IBenchWatcher> hub, CancellationToken cancel)
    {
        await sessions.RehearseAsync(
            session,
            (rehearsal, before) =>
            {
                var now = time.GetUtcNow();
                if (request.Speed is { } speed) rehearsal = rehearsal.GoOn(now, speed);
                return request.Mishap is { } mishap ? rehearsal.With(now, Require.Known(mishap, "mishap"), LeftStandingMin(before, rehearsal.At(now))) : rehearsal;
            },
            cancel);
        return TypedResults.Ok(await TellAllAsync(await sessions.GetAsync(session, cancel), told, views, hub, cancel));
    }

    // Until two minutes past its time: that is what is practised.
    private static double LeftStandingMin(StoredSession session, DateTimeOffset now) =>
        session.State.Cups.Where(cup => cup is { OutBy: not null, Stands: true }).Select(cup => (cup.OutBy!.Value - now).TotalMinutes + 2).Where(minutes => minutes > 0).DefaultIfEmpty(Rehearsal.AwayMin).Max();

    private static async Task<BenchView> TellAllAsync(StoredSession stored, BenchTold told, BenchViews views, IHubContext<BenchHub, IBenchWatcher> hub, CancellationToken cancel)
    {
        var view = views.Of(stored, await told.TellAsync(stored, cancel));
        await hub.Clients.Group(BenchHub.GroupOf(stored.Id)).Changed(view);
        return view;
    }
}
