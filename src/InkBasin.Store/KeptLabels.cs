using InkBasin.Core;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store;

/// <summary>What one kind of label is called, and how the whole thing follows from it.</summary>
/// <param name="Broken">One that cannot be read, in words.</param>
/// <param name="Field">The field that names one.</param>
/// <param name="Missing">One that is not there, in words.</param>
/// <param name="Stays">One that ships and was to be changed, in words.</param>
/// <param name="Many">The kind in the plural.</param>
/// <param name="Ships">Whether an id is one of those that ship.</param>
/// <param name="Complete">The whole thing under an id; refuses what cannot be.</param>
internal sealed record LabelKind<TLabel, TWhole>(
    string Broken, string Field, string Missing, string Stays, string Many, Func<string, bool> Ships, Func<TLabel, string, TWhole> Complete);

/// <summary>The maker's own labels of one kind, as they were entered. Those that ship stand beside them and cannot be changed.</summary>
public sealed class KeptLabels<TRow, TLabel, TWhole>
    where TRow : LabelRow, new()
    where TLabel : class
    where TWhole : class
{
    private const int Most = 200;
    private readonly InkBasinContext _context;
    private readonly LabelKind<TLabel, TWhole> _kind;
    private readonly Func<CancellationToken, Task> _save;
    private readonly ReadShelf _read;
    private readonly TimeProvider _time;

    internal KeptLabels(InkBasinContext context, LabelKind<TLabel, TWhole> kind, ReadShelf read, TimeProvider time, Func<CancellationToken, Task> save) =>
        (_context, _kind, _read, _time, _save) = (context, kind, read, time, save);

    private DbSet<TRow> Rows => _context.Set<TRow>();

    /// <summary>All on the shelf, in the order they were put there; one that cannot be read is told by its id and left out.</summary>
    internal async Task<IReadOnlyList<TWhole>> ReadAsync(Action<string, StoredDataException> broken, CancellationToken cancel)
    {
        var whole = new List<TWhole>();
        foreach (var row in await Rows.AsNoTracking().Where(row => row.RemovedUtc == null).OrderBy(row => row.MadeUtc).ToListAsync(cancel))
        {
            try
            {
                whole.Add(Whole(row));
            }
            catch (StoredDataException error)
            {
                broken(row.Id, error);
            }
        }

        return whole;
    }

    /// <summary>What was read off a label.</summary>
    /// <exception cref="RefusedException">It is not one of the maker's own.</exception>
    public async Task<TLabel> LabelAsync(string id, CancellationToken cancel = default) => Label(await RowAsync(id, cancel));

    /// <summary>
    /// Labels by id, of those named that are the maker's own: to go with a build's file. One that cannot be read is left out (the shelf tells of it
    /// while it stands there): no file could be brought in with it, and the build is saved all the same.
    /// </summary>
    public async Task<IReadOnlyDictionary<string, TLabel>> OfAsync(IEnumerable<string?> ids, CancellationToken cancel = default)
    {
        string[] named = [.. ids.OfType<string>().Distinct()];
        var rows = await Rows.AsNoTracking().Where(row => named.Contains(row.Id)).OrderBy(row => row.Id).ToListAsync(cancel);
        return rows.Where(row => Readable(row) is not null).ToDictionary(row => row.Id, Label);
    }

    /// <summary>Lays down the labels that came with a build's file, where the shelf has none of that id, to be written with the build; its own are never written over.</summary>
    /// <returns>What the shelf has more with them.</returns>
    /// <exception cref="RefusedException">One cannot be, or the shelf has no room for them.</exception>
    internal async Task<IReadOnlyList<TWhole>> LayDownAsync(IReadOnlyDictionary<string, TLabel> labels, CancellationToken cancel)
    {
        string[] named = [.. labels.Keys];
        var known = await Rows.Where(row => named.Contains(row.Id)).ToDictionaryAsync(row => row.Id, cancel);
        var (come, more) = (new List<TWhole>(), 0);
        foreach (var (id, label) in labels)
        {
            var whole = _kind.Complete(label, id);
            if (_kind.Ships(id)) continue;
            if (!known.TryGetValue(id, out var row)) Rows.Add(new TRow { Id = id, Draft = Written.OfLabel(label), MadeUtc = Now() });
            else if (row.RemovedUtc is null) continue;
            else
            {
                row.RemovedUtc = null;
                whole = Readable(row);
            }

            more++;
            if (whole is not null) come.Add(whole);
        }

        if (more > 0) await CheckRoomAsync(more, $"the file brings {more} more.", cancel);
        return come;
    }

    /// <summary>Puts one on the shelf.</summary>
    /// <exception cref="RefusedException">The label cannot be, or the shelf is full.</exception>
    public async Task<TWhole> AddAsync(TLabel label, CancellationToken cancel = default)
    {
        var id = Guid.CreateVersion7().ToString();
        var whole = _kind.Complete(label, id);
        await CheckRoomAsync(1, "take one off first.", cancel);
        Rows.Add(new TRow { Id = id, Draft = Written.OfLabel(label), MadeUtc = Now() });
        await _save(cancel);
        return whole;
    }

    /// <summary>Puts another label in the place of one.</summary>
    /// <exception cref="RefusedException">The label cannot be, or it is not one of the maker's own.</exception>
    public async Task<TWhole> ReplaceAsync(string id, TLabel label, CancellationToken cancel = default)
    {
        var whole = _kind.Complete(label, id);
        (await RowAsync(id, cancel)).Draft = Written.OfLabel(label);
        await _save(cancel);
        return whole;
    }

    /// <summary>Takes one off the shelf, or puts it back.</summary>
    /// <exception cref="RefusedException">It is not one of the maker's own.</exception>
    public async Task RemoveAsync(string id, bool removed, CancellationToken cancel = default)
    {
        (await RowAsync(id, cancel)).RemovedUtc = removed ? Now() : null;
        await _save(cancel);
    }

    private async Task CheckRoomAsync(int more, string therefore, CancellationToken cancel)
    {
        if (await Rows.CountAsync(row => row.RemovedUtc == null, cancel) + more > Most) throw new RefusedException("name", $"Keep the shelf to {Most} {_kind.Many}: {therefore}");
    }

    // One that cannot be read is told and logged when the shelf is read.
    private TWhole? Readable(TRow row)
    {
        try
        {
            return Whole(row);
        }
        catch (StoredDataException)
        {
            return null;
        }
    }

    private TWhole Whole(TRow row)
    {
        if (_read.Completed.TryGetValue(row.Id, out var known) && known.Draft == row.Draft && known.Whole is TWhole whole) return whole;
        whole = Written.Read(_kind.Broken, () => _kind.Complete(Label(row), row.Id));
        _read.Completed[row.Id] = (row.Draft, whole);
        return whole;
    }

    private async Task<TRow> RowAsync(string id, CancellationToken cancel) =>
        await Rows.SingleOrDefaultAsync(row => row.Id == id, cancel) ?? throw new RefusedException(_kind.Field, _kind.Ships(id) ? _kind.Stays : _kind.Missing, RefusalKind.Impossible);

    private TLabel Label(TRow row) => Written.ReadLabel<TLabel>(_kind.Broken, row.Draft);

    private DateTime Now() => _time.GetUtcNow().UtcDateTime;
}
