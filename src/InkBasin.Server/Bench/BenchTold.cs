using System.Text.Json;
using System.Text.Json.Nodes;
using InkBasin.Core;
using InkBasin.Core.Bench;
using InkBasin.Core.Builds;
using InkBasin.Core.Log;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Store;

namespace InkBasin.Server.Bench;

/// <summary>
/// Tells a build what a session has poured: a layer is begun once it is poured, and what became of it is noted when the session ends. It follows from the
/// session alone, so it can be done again at any time: whatever was told before the server was killed is not told twice.
/// </summary>
internal sealed partial class BenchTold(BenchStore sessions, BuildStore builds, Core.Plan.Stores stores, ILogger<BenchTold> logger)
{
    // Another window changed the build at the same moment: told again on what it left.
    private const int MostTries = 8;

    /// <summary>Tells a build all it does not know of a session yet. A rehearsal is told to nobody.</summary>
    /// <returns>What could not be told, in words; empty when all was.</returns>
    public async Task<IReadOnlyList<string>> TellAsync(StoredSession session, CancellationToken cancel)
    {
        if (session.Rehearsal is not null) return [];
        if (session.Told) return await TellLateAsync(session, cancel);
        var (state, untold) = (session.State, new List<string>());
        foreach (var layer in state.Poured) untold.AddRange(await TellAsync(session, state, layer, cancel));
        if (state.EndedAt is null) return untold;
        untold.AddRange(await TellRoomAsync(session, cancel));
        untold.AddRange(await WriteAsync(session, cancel));
        if (untold.Count == 0) await sessions.TellAsync(session.Id, cancel);
        return untold;
    }

    private async Task<IReadOnlyList<string>> TellAsync(StoredSession session, BenchState state, PouredLayer layer, CancellationToken cancel)
    {
        var planned = session.Script.Layers.First(one => one.WaterId == layer.WaterId && one.Layer == layer.Layer);
        var at = session.Script.Layers.Index().First(one => one.Item == planned).Index;
        return await EditAsync(session.BuildId, planned.Name, build =>
        {
            if (build.Begun.FirstOrDefault(pour => pour.WaterId == layer.WaterId && pour.Layer == layer.Layer) is not { } begun)
                return Begun(build, new BeginPour($"bench-{session.Id:N}-{at}", layer.WaterId, layer.Layer, layer.At, planned.ToMm), session.Script.ProductId);
            return state.EndedAt is { } ended && begun.Result is null ? new LogPour(begun.Id, Fields(ResultOf(session, state, layer, planned, ended))) : null;
        }, cancel);
    }

    // Of what the cup was mixed of, whatever was chosen for the water since.
    private static BuildEdit Begun(Build build, BeginPour begin, string mixedOf)
    {
        var water = build.WaterOf(begin.WaterId);
        return water.ProductId == mixedOf ? begin : new Together($"Begin layer {begin.Layer} of {water.Name}", [begin, new PouredOf(begin.Id, mixedOf)]);
    }

    private PourResult ResultOf(StoredSession session, BenchState state, PouredLayer layer, BenchLayer planned, DateTimeOffset ended)
    {
        var sheet = stores.Sheet(session.Script.ProductId);
        var share = planned.VolumeMl / session.Script.Layers.Sum(one => one.VolumeMl);
        double? leftMl = sheet is not null && state.Cups.All(cup => cup.LeftG is not null) ? state.Cups.Sum(cup => cup.LeftG) / sheet.MixedDensity * share : null;
        string?[] said =
        [
            layer.Whole ? null : "The session was ended before all of it was poured.",
            .. state.Leaks.Select(leak => leak.LostMl is { } lost ? $"A dam leaked: {lost:0.#} ml." : "A dam leaked."),
            .. session.Events.OfType<BenchNote>().Select(note => note.Text),
        ];
        var note = string.Join(" ", said.OfType<string>());
        return new PourResult(layer.OneG, layer.TwoG, leftMl, layer.ReachedMm, null, note.Length == 0 ? null : note.Length > 400 ? $"{note[..399]}…" : note, ended)
        {
            FromBottles = layer.OneG is not null && stores.Bottles.Any(bottle => bottle.ProductId == session.Script.ProductId),
        };
    }

    // The session itself, its notes and its photos, each once.
    private async Task<IReadOnlyList<string>> WriteAsync(StoredSession session, CancellationToken cancel)
    {
        var first = session.Script.Layers[0];
        List<LogEntry> entries =
        [
            new() { Id = $"session-{session.Id:N}", At = session.OpenedAt, WaterId = first.WaterId, Layer = first.Layer, Session = SessionRecord.Of(session.Script, session.OpenedAt, session.Events) },
            .. session.State.Cups.Where(cup => cup is { MetAt: not null, TurnedAt: not null }).Select(cup => new LogEntry
            {
                Id = $"turned-{session.Id:N}-{cup.Number}", At = cup.TurnedAt!.Value, WaterId = first.WaterId, Layer = first.Layer, Seen = SeenState.Turned, AfterMin = Math.Max(0.1, (cup.TurnedAt!.Value - cup.MetAt!.Value).TotalMinutes),
            }),
            .. session.Events.OfType<BenchNote>().Select((note, i) => new LogEntry { Id = $"note-{session.Id:N}-{i}", At = note.At, WaterId = first.WaterId, Layer = first.Layer, Text = note.Text }),
            .. session.Events.OfType<BenchPhoto>().Select((photo, i) => new LogEntry { Id = $"photo-{session.Id:N}-{i}", At = photo.At, WaterId = first.WaterId, Layer = first.Layer, PhotoId = photo.AttachmentId }),
        ];
        return await WriteAsync(session.BuildId, [.. entries, .. LateReadings(session)], cancel);
    }

    // A cure goes on for hours after the hand has left: what room sensor and thermometer still read is added to what was told.
    private async Task<IReadOnlyList<string>> TellLateAsync(StoredSession session, CancellationToken cancel)
    {
        if (session.Events.Count == 0 || session.Events[^1] is not (RoomRead or SurfaceRead)) return [];
        return [.. await TellRoomAsync(session, cancel), .. await WriteAsync(session.BuildId, LateReadings(session), cancel)];
    }

    private static IEnumerable<LogEntry> LateReadings(StoredSession session)
    {
        var state = session.State;
        if (state.Poured.Count == 0) return [];
        var last = state.Poured.MaxBy(layer => layer.At)!;
        return session.Events.OfType<SurfaceRead>().Where(read => read.At > state.EndedAt).Select((read, i) => new LogEntry { Id = $"surface-{session.Id:N}-{i}", At = read.At, WaterId = last.WaterId, Layer = last.Layer, SurfaceC = read.SurfaceC });
    }

    private async Task<IReadOnlyList<string>> WriteAsync(Guid buildId, IEnumerable<LogEntry> entries, CancellationToken cancel)
    {
        foreach (var entry in entries)
        {
            var untold = await EditAsync(buildId, "the log", build =>
                build.Log.Any(one => one.Id == entry.Id) ? null : build.Waters.Any(water => water.Id == entry.WaterId) ? new WriteLog(entry) : Elsewhere(entry) is { } words ? new WriteLog(words) : null, cancel);
            if (untold.Count > 0) return untold;
        }

        return [];
    }

    // The water is gone: what is said of the pour itself stays, what was read of it alone does not.
    private static LogEntry? Elsewhere(LogEntry entry) => entry.SurfaceC is not null
        ? null
        : entry with { WaterId = null, Layer = null, Seen = null, Text = entry.Text ?? (entry.Seen is null ? null : "A cup turned.") };

    private async Task<IReadOnlyList<string>> TellRoomAsync(StoredSession session, CancellationToken cancel)
    {
        foreach (var read in session.Events.OfType<RoomRead>())
        {
            // To the second: the log goes by the moment.
            var at = read.At.AddTicks(-(read.At.Ticks % TimeSpan.TicksPerSecond));
            var untold = await EditAsync(session.BuildId, "the room", build =>
                build.RoomLog.Any(one => one.At == at) || build.RoomLog.Count >= RoomLog.MostReadings ? null : new AddItem("roomLog", Fields(new RoomReading(at, read.AirC)), null), cancel);
            if (untold.Count > 0) return untold;
        }

        return [];
    }

    private static JsonObject Fields<T>(T value) => (JsonObject)JsonSerializer.SerializeToNode(value, BuildJson.Options)!;

    // Edit upon edit until nothing is left to tell.
    private async Task<IReadOnlyList<string>> EditAsync(Guid buildId, string what, Func<Build, BuildEdit?> next, CancellationToken cancel)
    {
        for (var tries = 1; ; tries++)
        {
            try
            {
                var stored = await builds.GetAsync(buildId, cancel);
                if (next(stored.Build) is not { } edit) return [];
                await builds.EditAsync(buildId, stored.Version, edit, cancel: cancel);
                tries = 0;
            }
            catch (BuildChangedException) when (tries < MostTries)
            {
                // Told on what the other window left.
            }
            catch (Exception refused) when (refused is RefusedException or BuildNotFoundException or StoredDataException)
            {
                LogUntold(logger, buildId, what, refused.Message);
                return [$"{what}: {refused.Message}"];
            }
        }
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "Build {Id} could not be told of {What}: {Why}")]
    private static partial void LogUntold(ILogger logger, Guid id, string what, string why);
}
