using System.Data;
using System.Text.Json;
using InkBasin.Core;
using InkBasin.Core.Bench;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store;

/// <summary>A device at the bench.</summary>
/// <param name="Id">Its own mark, made by itself.</param>
/// <param name="Name">What it is called.</param>
public sealed record BenchDevice(string Id, string Name)
{
    /// <summary>Refuses a device without a mark.</summary>
    /// <exception cref="RefusedException">It is missing or too long.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The device needs a mark of at most 64 characters.");
        Require.Name(Name, $"{field}.name");
    }
}

/// <summary>A session as it is kept.</summary>
/// <param name="Id">Identity.</param>
/// <param name="BuildId">The build.</param>
/// <param name="Script">Its script.</param>
/// <param name="OpenedAt">When it was opened.</param>
/// <param name="Events">What has happened, in order.</param>
/// <param name="Rehearsal">Its own clock and mishaps; null for one that is meant.</param>
/// <param name="Holder">The device that may go on with it; null when none holds it.</param>
/// <param name="Told">Whether the build knows all of it.</param>
/// <param name="Version">How often anything but its events has changed.</param>
public sealed record StoredSession(Guid Id, Guid BuildId, BenchScript Script, DateTimeOffset OpenedAt, IReadOnlyList<BenchEvent> Events, Rehearsal? Rehearsal, BenchDevice? Holder, bool Told, int Version)
{
    /// <summary>Higher in what was read after any change, and the same only in what is the same: whoever has two answers knows by it which is the newer.</summary>
    public int Revision => Version + Events.Count;

    /// <summary>Where it stands.</summary>
    public BenchState State => BenchSession.Of(Script, OpenedAt, Events);

    /// <summary>The session's time.</summary>
    /// <param name="real">The clock on the wall.</param>
    public DateTimeOffset Now(DateTimeOffset real) => Rehearsal?.At(real) ?? real;
}

/// <summary>There is no such session.</summary>
public sealed class SessionNotFoundException() : Exception("That session is not kept here: it may have been a rehearsal that was cleared away.");

/// <summary>Sessions at the bench. What has happened is only ever added to, one row an event, and is there once it is acknowledged.</summary>
public sealed class BenchStore(InkBasinContext context, TimeProvider time)
{
    /// <summary>A rehearsal that ended so long ago is cleared away, days.</summary>
    public const int RehearsalsKeptDays = 7;

    // Another device wrote at the same moment: tried again after what it wrote.
    private const int MostTries = 8;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { AllowOutOfOrderMetadataProperties = true };

    /// <summary>Opens a session. A build has one that is meant open at a time.</summary>
    /// <param name="buildId">The build.</param>
    /// <param name="script">Its script.</param>
    /// <param name="device">The device that opens and so holds it.</param>
    /// <param name="rehearsal">Its own clock; null for one that is meant.</param>
    /// <param name="cancel">Gives up; nothing is opened then.</param>
    /// <exception cref="RefusedException">The device cannot be, or another session is still open.</exception>
    public async Task<StoredSession> OpenAsync(Guid buildId, BenchScript script, BenchDevice device, Rehearsal? rehearsal, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(device);
        device.Check("device");
        var now = time.GetUtcNow().UtcDateTime;

        // With the file's own lock: of two devices that open one at the same moment the second finds the first's.
        await using var alone = await context.Database.BeginTransactionAsync(IsolationLevel.Serializable, cancel);
        if (rehearsal is null)
        {
            var meant = await ReadAllAsync(context.BenchSessions.Where(row => row.BuildId == buildId && row.Rehearsal == null && row.EndedUtc == null), cancel);
            if (meant.FirstOrDefault(one => one.State.EndedAt is null) is { } open)
                throw new RefusedException("number", $"“{open.Script.Title}” is still open at the bench: go on with it, or end it first.", RefusalKind.Impossible);
        }
        else
        {
            var old = now.AddDays(-RehearsalsKeptDays);
            await context.BenchSessions.Where(row => row.Rehearsal != null && row.OpenedUtc < old).ExecuteDeleteAsync(cancel);
        }

        var row = new BenchSessionRow
        {
            Id = Guid.CreateVersion7(),
            BuildId = buildId,
            Script = JsonSerializer.Serialize(script, Json),
            OpenedUtc = now,
            Rehearsal = rehearsal is null ? null : JsonSerializer.Serialize(rehearsal, Json),
            Holder = device.Id,
            HolderName = device.Name,
        };
        context.BenchSessions.Add(row);
        await context.SaveChangesAsync(cancel);
        await alone.CommitAsync(cancel);
        return Read(row, []);
    }

    /// <summary>A session.</summary>
    /// <exception cref="SessionNotFoundException">There is none.</exception>
    /// <exception cref="StoredDataException">It cannot be read.</exception>
    public async Task<StoredSession> GetAsync(Guid id, CancellationToken cancel = default)
    {
        // As it was at one moment: two questions see the same of the file within a transaction, and this level is what SQLite begins without locking it.
        await using var moment = await context.Database.BeginTransactionAsync(IsolationLevel.ReadUncommitted, cancel);
        var row = await context.BenchSessions.AsNoTracking().SingleOrDefaultAsync(one => one.Id == id, cancel) ?? throw new SessionNotFoundException();
        return Read(row, await EventsAsync(id, cancel));
    }

    /// <summary>A build's sessions, the last opened first. One that cannot be read is left out here and told when it is asked for.</summary>
    public async Task<IReadOnlyList<StoredSession>> OfBuildAsync(Guid buildId, CancellationToken cancel = default) => await ReadAllAsync(context.BenchSessions.Where(row => row.BuildId == buildId), cancel);

    /// <summary>Sessions the build does not yet know all of, rehearsals not among them.</summary>
    public async Task<IReadOnlyList<StoredSession>> UntoldAsync(CancellationToken cancel = default) => await ReadAllAsync(context.BenchSessions.Where(row => !row.Told && row.Rehearsal == null), cancel);

    /// <summary>Adds what happened; sent again with the same mark it is not added twice.</summary>
    /// <param name="id">The session.</param>
    /// <param name="event">What happened. Its time is moved between what happened last and now: no clock but this one's counts.</param>
    /// <param name="cancel">Gives up; nothing is added then.</param>
    /// <returns>Whether it was new.</returns>
    /// <exception cref="SessionNotFoundException">There is no such session.</exception>
    /// <exception cref="RefusedException">It cannot happen as the session stands.</exception>
    public async Task<bool> AddAsync(Guid id, BenchEvent @event, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(@event);
        for (var tries = 1; ; tries++)
        {
            var session = await GetAsync(id, cancel);
            var now = session.Now(time.GetUtcNow());
            var from = session.Events.Count > 0 ? session.Events.Max(one => one.At) : session.OpenedAt;
            var happened = @event with { At = @event.At < from ? from : @event.At > now ? (now > from ? now : from) : @event.At };
            if (BenchSession.Take(session.Script, session.OpenedAt, session.Events, happened) is not { } state) return false;
            var row = new BenchEventRow { SessionId = id, Number = session.Events.Count + 1, EventId = happened.Id, Event = JsonSerializer.Serialize(happened, Json) };
            context.BenchEvents.Add(row);
            var head = await context.BenchSessions.SingleAsync(one => one.Id == id, cancel);
            if (state.EndedAt is { } ended && head.EndedUtc is null) (head.EndedUtc, head.Version) = (ended.UtcDateTime, head.Version + 1);
            try
            {
                await context.SaveChangesAsync(cancel);
                context.ChangeTracker.Clear();
                return true;
            }
            catch (DbUpdateException) when (tries < MostTries)
            {
                context.ChangeTracker.Clear();
            }
        }
    }

    /// <summary>Gives a session into a device's hands.</summary>
    public Task HoldAsync(Guid id, BenchDevice device, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(device);
        device.Check("device");
        return ChangeAsync(id, (row, _) => (row.Holder, row.HolderName) = (device.Id, device.Name), cancel);
    }

    /// <summary>Changes a rehearsal's clock or mishaps.</summary>
    /// <exception cref="RefusedException">The session is meant.</exception>
    public Task RehearseAsync(Guid id, Func<Rehearsal, StoredSession, Rehearsal> change, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(change);
        return ChangeAsync(
            id,
            (row, session) => row.Rehearsal = JsonSerializer.Serialize(change(session.Rehearsal ?? throw new RefusedException("rehearsal", "This session is meant: its clock is the clock on the wall.", RefusalKind.Impossible), session), Json),
            cancel);
    }

    /// <summary>Notes that the build knows all of a session.</summary>
    public Task TellAsync(Guid id, CancellationToken cancel = default) => ChangeAsync(id, (row, _) => row.Told = true, cancel);

    private async Task ChangeAsync(Guid id, Action<BenchSessionRow, StoredSession> change, CancellationToken cancel)
    {
        for (var tries = 1; ; tries++)
        {
            var row = await context.BenchSessions.SingleOrDefaultAsync(one => one.Id == id, cancel) ?? throw new SessionNotFoundException();
            change(row, Read(row, await EventsAsync(id, cancel)));
            row.Version++;
            try
            {
                await context.SaveChangesAsync(cancel);
                context.ChangeTracker.Clear();
                return;
            }
            catch (DbUpdateConcurrencyException) when (tries < MostTries)
            {
                context.ChangeTracker.Clear();
            }
        }
    }

    private async Task<IReadOnlyList<StoredSession>> ReadAllAsync(IQueryable<BenchSessionRow> rows, CancellationToken cancel)
    {
        var found = new List<StoredSession>();
        foreach (var row in await rows.AsNoTracking().OrderByDescending(row => row.OpenedUtc).ToListAsync(cancel))
        {
            try
            {
                found.Add(Read(row, await EventsAsync(row.Id, cancel)));
            }
            catch (StoredDataException)
            {
                // Kept as it is; whoever asks for it by its address is told.
            }
        }

        return found;
    }

    private async Task<List<BenchEvent>> EventsAsync(Guid id, CancellationToken cancel) =>
        [.. (await context.BenchEvents.AsNoTracking().Where(row => row.SessionId == id).OrderBy(row => row.Number).Select(row => row.Event).ToListAsync(cancel))
            .Select(text => Written.Read("What happened in this session", () => JsonSerializer.Deserialize<BenchEvent>(text, Json)))];

    private static StoredSession Read(BenchSessionRow row, IReadOnlyList<BenchEvent> events) => new(
        row.Id,
        row.BuildId,
        Written.Read("The script of this session", () => JsonSerializer.Deserialize<BenchScript>(row.Script, Json)),
        new DateTimeOffset(DateTime.SpecifyKind(row.OpenedUtc, DateTimeKind.Utc)),
        events,
        row.Rehearsal is null ? null : Written.Read("This rehearsal", () => JsonSerializer.Deserialize<Rehearsal>(row.Rehearsal, Json)),
        row.Holder is null ? null : new BenchDevice(row.Holder, row.HolderName ?? "Another device"),
        row.Told,
        row.Version);
}
