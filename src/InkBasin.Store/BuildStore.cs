using InkBasin.Core.Builds;
using InkBasin.Core.Plan;
using InkBasin.Core;
using InkBasin.Formats;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Logging;

namespace InkBasin.Store;

/// <summary>A build as it was read.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Version">The version read.</param>
/// <param name="Build">The build.</param>
/// <param name="ChangedAt">When it was last changed.</param>
/// <param name="BinnedAt">When it was put in the bin; null while on the shelf.</param>
/// <param name="UndoLabel">What undo would take back; null when nothing.</param>
/// <param name="RedoLabel">What redo would do again; null when nothing.</param>
public sealed record StoredBuild(
    Guid Id,
    int Version,
    Build Build,
    DateTimeOffset ChangedAt,
    DateTimeOffset? BinnedAt,
    string? UndoLabel,
    string? RedoLabel);

/// <summary>A build as it stands on the shelf.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">Its name.</param>
/// <param name="Build">The build; null when its record cannot be read.</param>
/// <param name="ChangedAt">When it was last changed.</param>
/// <param name="BinnedAt">When it was put in the bin; null while on the shelf.</param>
/// <param name="Version">Raised with every change.</param>
public sealed record ShelvedBuild(Guid Id, string Name, Build? Build, DateTimeOffset ChangedAt, DateTimeOffset? BinnedAt, int Version);

/// <summary>What is on a build's undo list.</summary>
/// <param name="Version">To be named with the next change.</param>
/// <param name="UndoLabel">What undo would take back; null when nothing.</param>
/// <param name="RedoLabel">What redo would do again; null when nothing.</param>
public sealed record UndoList(int Version, string? UndoLabel, string? RedoLabel);

/// <summary>A change somebody made.</summary>
public sealed record MadeChange(int Version, string Label, DateTimeOffset MadeAt);

/// <summary>The build is not there (or no longer).</summary>
public sealed class BuildNotFoundException() : Exception("That build is not on the shelf: it may have been removed in another window.");

/// <summary>The writer had seen an older version: nothing was written.</summary>
/// <param name="current">The present version.</param>
/// <param name="changes">What changed since the version the writer had seen.</param>
public sealed class BuildChangedException(int current, IReadOnlyList<MadeChange> changes)
    : Exception("Another window changed this build in the meantime. Nothing of yours was written over it.")
{
    /// <summary>The present version.</summary>
    public int Current { get; } = current;

    /// <summary>What changed since the version the writer had seen, oldest first.</summary>
    public IReadOnlyList<MadeChange> Changes { get; } = changes;
}

/// <summary>Builds kept in the database: every change is an edit with an inverse, versioned, and survives a restart.</summary>
public sealed partial class BuildStore(InkBasinContext context, ReadBuilds read, BottleDraws bottles, WorkDraws works, ShelfStore shelf, TimeProvider time, ILogger<BuildStore> logger)
{
    /// <summary>Edits kept on a build's undo list.</summary>
    public const int UndoDepth = 500;

    // Another window drew from the same bottles at the same moment: tried again from what is left.
    private const int MostTries = 8;

    /// <summary>All builds on the shelf, or all in the bin, latest change first. One that cannot be read is among them, without its build.</summary>
    public async Task<IReadOnlyList<ShelvedBuild>> ListAsync(bool binned, CancellationToken cancel = default)
    {
        var rows = await context.Builds.AsNoTracking().Where(b => b.BinnedUtc != null == binned)
            .OrderByDescending(b => b.ChangedUtc).ThenBy(b => b.Name).ToListAsync(cancel);
        return [.. rows.Select(Shelved)];
    }

    /// <summary>What is on a build's undo list, whatever becomes of its plan: nothing when its record cannot be read, as taking back begins from it.</summary>
    /// <exception cref="BuildNotFoundException">There is no such build.</exception>
    public async Task<UndoList> UndoListAsync(Guid id, CancellationToken cancel = default)
    {
        int version;
        try
        {
            version = (await ReadAsync(id, cancel)).Row.Version;
        }
        catch (StoredDataException unreadable)
        {
            LogUnreadable(logger, id, unreadable);
            return new UndoList(await context.Builds.AsNoTracking().Where(b => b.Id == id).Select(b => b.Version).SingleAsync(cancel), null, null);
        }

        return new UndoList(version, await LastDone(id).Select(e => e.Label).FirstOrDefaultAsync(cancel), await FirstUndone(id).Select(e => e.Label).FirstOrDefaultAsync(cancel));
    }

    /// <summary>One build, on the shelf or in the bin.</summary>
    /// <exception cref="BuildNotFoundException">There is none.</exception>
    public async Task<StoredBuild> GetAsync(Guid id, CancellationToken cancel = default)
    {
        var (row, build) = await ReadAsync(id, cancel);
        return await ViewAsync(row, build, cancel);
    }

    /// <summary>Puts a new build on the shelf.</summary>
    /// <param name="build">The build.</param>
    /// <param name="id">Its own id, where it has one and nothing here bears it yet: what names it finds it again. Else it gets a new one.</param>
    /// <param name="cancel">Gives up; nothing is kept then.</param>
    /// <exception cref="RefusedException">The build cannot be.</exception>
    public async Task<StoredBuild> CreateAsync(Build build, Guid? id = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(build);
        build.Check();
        await CheckAttachmentsAsync(build, null, cancel);

        // What another bench, or the build it was copied from, took out of its bottles was not taken out of these.
        build = build with { Begun = [.. build.Begun.Select(pour => pour.Result is { FromBottles: true } result ? pour with { Result = result with { FromBottles = false } } : pour)] };
        var now = Now();
        var own = id is { } wanted && wanted != Guid.Empty && !await context.Builds.AnyAsync(b => b.Id == wanted, cancel) ? wanted : Guid.CreateVersion7();
        var row = new BuildRow { Id = own, Name = build.Name, Document = Written.Of(build), Version = 1, CreatedUtc = now, ChangedUtc = now };
        context.Builds.Add(row);
        context.Changes.Add(new ChangeRow { BuildId = row.Id, Version = 1, Label = "Begin", MadeUtc = now });
        await context.SaveChangesAsync(cancel);

        // Read back from its document its steps would be other objects than those whose ground is already compiled.
        read.Keep(row.Id, row.Version, build, row.Document.Length);
        return View(row, build, null, null);
    }

    /// <summary>Takes a build's file in, with the labels that came with it: all of it or nothing.</summary>
    /// <param name="document">The file. Its build's own id is kept where nothing here bears it.</param>
    /// <param name="copy">As a copy, under a name and an id of its own.</param>
    /// <param name="shelf">The shelf the labels go to.</param>
    /// <param name="prove">Looks at the build, given the shelf as it would be; what it throws, nothing is written of.</param>
    /// <param name="cancel">Gives up; nothing is written then.</param>
    /// <exception cref="RefusedException">The build or a label cannot be, or the shelf has no room for the labels.</exception>
    public async Task<StoredBuild> TakeInAsync(BuildDocument document, bool copy, ShelfStore shelf, Func<Build, Stores, Task> prove, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(document);
        ArgumentNullException.ThrowIfNull(shelf);
        ArgumentNullException.ThrowIfNull(prove);
        var build = copy ? document.Build with { Name = CopyName(document.Build.Name) } : document.Build;
        StoredBuild? made = null;
        await ChangedBeside.TryAsync(context, async () =>
        {
            await prove(build, await shelf.LayDownAsync(document.Labels, document.Tints, cancel));
            made = await CreateAsync(build, copy ? null : document.Id, cancel);
        });
        await shelf.LoadAsync(cancel);
        return made!;
    }

    /// <summary>A copy of a build under another name, with an undo list of its own.</summary>
    /// <exception cref="BuildNotFoundException">There is none to copy.</exception>
    public async Task<StoredBuild> CopyAsync(Guid id, CancellationToken cancel = default)
    {
        var build = BuildOf(await RowAsync(id, cancel));
        return await CreateAsync(build with { Name = CopyName(build.Name) }, cancel: cancel);
    }

    /// <summary>What a copy of a build is called: its name, or as much of it as leaves room and parts no letter.</summary>
    public static string CopyName(string name)
    {
        ArgumentNullException.ThrowIfNull(name);
        var length = Math.Min(name.Length, 74);
        if (length < name.Length && char.IsHighSurrogate(name[length - 1])) length--;
        return $"{name[..length]} copy";
    }

    /// <summary>Makes an edit.</summary>
    /// <param name="id">The build.</param>
    /// <param name="version">The version the writer saw.</param>
    /// <param name="edit">The edit.</param>
    /// <param name="mark">The writer's own mark for this request: sent again because its answer was lost, it is not made twice. Null for none.</param>
    /// <param name="prove">Looks at what the edit would make, given the build before and after it; what it throws, nothing is written of. Null for none.</param>
    /// <param name="cancel">Gives up; nothing is written then.</param>
    /// <exception cref="BuildNotFoundException">There is no such build on the shelf.</exception>
    /// <exception cref="BuildChangedException">The build has changed since <paramref name="version"/>.</exception>
    /// <exception cref="RefusedException">The edit cannot be made.</exception>
    public Task<StoredBuild> EditAsync(Guid id, int version, BuildEdit edit, string? mark = null, Func<Build, Build, Task>? prove = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(edit);
        if (edit.OnlyUndoes) throw new RefusedException("edit", "Only undo puts that back.", RefusalKind.Impossible);
        return ChangeAsync(id, version, mark, undoing: false, async build =>
        {
            var change = edit.Apply(build);

            // Written down while it is looked at: on a build with much hand work both take their time.
            var document = Task.Run(() => Written.Of(change.After), cancel);
            if (prove is not null) await prove(build, change.After);
            await CheckAttachmentsAsync(change.After, build, cancel);

            // What has been is written down and stands: undo passes it over.
            if (edit.IsRecord) return (change.After, document, change.Label);
            var undone = await context.Edits.Where(e => e.BuildId == id && e.Undone).ToListAsync(cancel);
            context.Edits.RemoveRange(undone);
            var tooOld = await context.Edits.Where(e => e.BuildId == id && !e.Undone).OrderByDescending(e => e.Id).Skip(UndoDepth - 1).ToListAsync(cancel);
            context.Edits.RemoveRange(tooOld);
            context.Edits.Add(new EditRow { BuildId = id, Label = change.Label, Edit = Written.Of(edit), Inverse = Written.Of(change.Inverse) });
            return (change.After, document, change.Label);
        }, cancel);
    }

    /// <summary>Takes the last edit back.</summary>
    /// <exception cref="RefusedException">There is nothing to take back.</exception>
    public Task<StoredBuild> UndoAsync(Guid id, int version, string? mark = null, CancellationToken cancel = default) =>
        ChangeAsync(id, version, mark, undoing: true, async build =>
        {
            var last = await LastDone(id).FirstOrDefaultAsync(cancel)
                ?? throw new RefusedException("version", "There is nothing to undo.", RefusalKind.Impossible);
            last.Undone = true;
            var after = Written.ReadEdit(last.Inverse).Apply(build).After;
            return (after, Task.FromResult(Written.Of(after)), $"Undo: {last.Label}");
        }, cancel);

    /// <summary>Does the last edit that was taken back again.</summary>
    /// <exception cref="RefusedException">There is nothing to redo.</exception>
    public Task<StoredBuild> RedoAsync(Guid id, int version, string? mark = null, CancellationToken cancel = default) =>
        ChangeAsync(id, version, mark, undoing: true, async build =>
        {
            var next = await FirstUndone(id).FirstOrDefaultAsync(cancel)
                ?? throw new RefusedException("version", "There is nothing to redo.", RefusalKind.Impossible);
            next.Undone = false;
            var after = Written.ReadEdit(next.Edit).Apply(build).After;
            return (after, Task.FromResult(Written.Of(after)), $"Redo: {next.Label}");
        }, cancel);

    /// <summary>Puts a build in the bin, or back on the shelf.</summary>
    /// <exception cref="BuildNotFoundException">There is no such build.</exception>
    public async Task<ShelvedBuild> BinAsync(Guid id, bool binned, CancellationToken cancel = default)
    {
        var row = await RowAsync(id, cancel);
        row.BinnedUtc = binned ? row.BinnedUtc ?? Now() : null;
        await context.SaveChangesAsync(cancel);
        return Shelved(row);
    }

    private async Task<StoredBuild> ChangeAsync(Guid id, int version, string? mark, bool undoing, Func<Build, Task<(Build After, Task<string> Document, string Label)>> change, CancellationToken cancel)
    {
        if (mark?.Length > 64) throw new RefusedException("mark", "A mark has at most 64 characters.");
        for (var tries = 1; ; tries++)
        {
            var (row, before) = await ReadAsync(id, cancel);
            if (row.BinnedUtc is not null) throw new BuildNotFoundException();
            if (row.Version != version)
            {
                if (await IsMadeAsync(id, mark, cancel)) return await ViewAsync(row, before, cancel);
                throw await ChangedSinceAsync(id, version, row.Version, cancel);
            }

            var (after, document, label) = await change(before);
            context.Attach(row);
            row.Document = await document;
            row.Name = after.Name;
            row.Version++;
            row.ChangedUtc = Now();
            context.Changes.Add(new ChangeRow { BuildId = id, Version = row.Version, Label = label, MadeUtc = row.ChangedUtc, Mark = mark });
            var drawn = await bottles.FollowAsync(id, before, after, undoing, cancel);
            drawn |= await works.FollowAsync(id, before, after, cancel);
            try
            {
                await context.SaveChangesAsync(cancel);
            }
            catch (DbUpdateConcurrencyException) when (tries < MostTries)
            {
                // Either the build has a newer version, which is seen above, or something it drew on has.
                context.ChangeTracker.Clear();
                continue;
            }

            if (drawn) await shelf.LoadAsync(cancel);
            read.Keep(id, row.Version, after, row.Document.Length);

            // One request may make several edits, each on rows read anew.
            context.ChangeTracker.Clear();
            return await ViewAsync(row, after, cancel);
        }
    }

    private async Task<bool> IsMadeAsync(Guid id, string? mark, CancellationToken cancel) =>
        mark is not null && await context.Changes.AsNoTracking().AnyAsync(c => c.BuildId == id && c.Mark == mark, cancel);

    // A build must not come to name heights or a picture that nobody has: it could never be shown.
    private async Task CheckAttachmentsAsync(Build after, Build? before, CancellationToken cancel)
    {
        string[] named = [.. AttachmentStore.IdsOf(after).Except(before is null ? [] : AttachmentStore.IdsOf(before))];
        if (named.Length > 0 && await context.Attachments.CountAsync(a => named.Contains(a.Id), cancel) < named.Length)
            throw new RefusedException("build", "The build lays down heights or a picture that are not kept here. Bring the file in again.", RefusalKind.Impossible);
    }

    private async Task<BuildChangedException> ChangedSinceAsync(Guid id, int seen, int current, CancellationToken cancel)
    {
        var rows = await context.Changes.AsNoTracking().Where(c => c.BuildId == id && c.Version > seen)
            .OrderByDescending(c => c.Version).Take(20).ToListAsync(cancel);
        rows.Reverse();
        return new BuildChangedException(current, [.. rows.Select(c => new MadeChange(c.Version, c.Label, Utc(c.MadeUtc)))]);
    }

    // Without the document, by far the largest part of a row, when that version has been read already.
    private async Task<(BuildRow Row, Build Build)> ReadAsync(Guid id, CancellationToken cancel)
    {
        var head = await context.Builds.AsNoTracking().Where(b => b.Id == id)
            .Select(b => new BuildRow { Id = b.Id, Name = b.Name, Version = b.Version, CreatedUtc = b.CreatedUtc, ChangedUtc = b.ChangedUtc, BinnedUtc = b.BinnedUtc })
            .SingleOrDefaultAsync(cancel) ?? throw new BuildNotFoundException();
        if (read.Find(id, head.Version) is { } build) return (head, build);

        // Not tracked: one request may read a build and then change it.
        var row = await context.Builds.AsNoTracking().SingleOrDefaultAsync(b => b.Id == id, cancel) ?? throw new BuildNotFoundException();
        return (row, BuildOf(row));
    }

    private async Task<BuildRow> RowAsync(Guid id, CancellationToken cancel) =>
        await context.Builds.SingleOrDefaultAsync(b => b.Id == id, cancel) ?? throw new BuildNotFoundException();

    private IQueryable<EditRow> LastDone(Guid id) =>
        context.Edits.Where(e => e.BuildId == id && !e.Undone).OrderByDescending(e => e.Id);

    private IQueryable<EditRow> FirstUndone(Guid id) =>
        context.Edits.Where(e => e.BuildId == id && e.Undone).OrderBy(e => e.Id);

    private async Task<StoredBuild> ViewAsync(BuildRow row, Build build, CancellationToken cancel) =>
        View(
            row,
            build,
            await LastDone(row.Id).Select(e => e.Label).FirstOrDefaultAsync(cancel),
            await FirstUndone(row.Id).Select(e => e.Label).FirstOrDefaultAsync(cancel));

    private static StoredBuild View(BuildRow row, Build build, string? undo, string? redo) =>
        new(row.Id, row.Version, build, Utc(row.ChangedUtc), row.BinnedUtc is { } binned ? Utc(binned) : null, undo, redo);

    private Build BuildOf(BuildRow row) => read.Of(row.Id, row.Version, row.Document);

    private DateTime Now() => time.GetUtcNow().UtcDateTime;

    private static DateTimeOffset Utc(DateTime value) => new(DateTime.SpecifyKind(value, DateTimeKind.Utc));

    private ShelvedBuild Shelved(BuildRow row)
    {
        Build? build = null;
        try
        {
            build = BuildOf(row);
        }
        catch (StoredDataException broken)
        {
            // It stands on the shelf all the same: kept, told, and hiding none of the others.
            LogUnreadable(logger, row.Id, broken);
        }

        return new ShelvedBuild(row.Id, row.Name, build, Utc(row.ChangedUtc), row.BinnedUtc is { } binned ? Utc(binned) : null, row.Version);
    }

    [LoggerMessage(Level = LogLevel.Error, Message = "Build {Id} cannot be read from the data file")]
    private static partial void LogUnreadable(ILogger logger, Guid id, Exception exception);
}
