using System.Text.Json;
using System.Text.Json.Nodes;
using InkBasin.Core.Builds;
using InkBasin.Core;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store;

/// <summary>Of all that is kept in the cupboard.</summary>
internal static class KeptItems
{
    /// <summary>What a thing is known by stays.</summary>
    public static readonly IReadOnlySet<string> Fixed = new HashSet<string>(["id"], StringComparer.Ordinal);
}

/// <summary>A kind of thing in the cupboard that is kept whole: put in, changed, taken out.</summary>
/// <typeparam name="TRow">Its row.</typeparam>
/// <typeparam name="T">What it is.</typeparam>
public sealed class KeptItems<TRow, T>
    where TRow : ItemRow, new()
    where T : class
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    private readonly InkBasinContext _context;
    private readonly string _gone;
    private readonly int _most;
    private readonly TimeProvider _time;
    private readonly Action<T, string> _check;
    private readonly Func<T, string> _idOf;
    private readonly Func<CancellationToken, Task> _save;

    internal KeptItems(InkBasinContext context, string gone, int most, TimeProvider time, Action<T, string> check, Func<T, string> idOf, Func<CancellationToken, Task> save) =>
        (_context, _gone, _most, _time, _check, _idOf, _save) = (context, gone, most, time, check, idOf, save);

    /// <summary>Puts something in.</summary>
    /// <exception cref="RefusedException">It cannot be, or the cupboard is full.</exception>
    public async Task AddAsync(IReadOnlyList<T> items, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(items);
        var rows = _context.Set<TRow>();
        if (await rows.CountAsync(cancel) + items.Count > _most) throw new RefusedException("items", $"Keep the cupboard to {_most} of them.", RefusalKind.Impossible);
        foreach (var (i, item) in items.Index())
        {
            _check(Require.Present(item, $"items[{i}]"), $"items[{i}]");
            rows.Add(new TRow { Id = _idOf(item), Item = JsonSerializer.Serialize(item, Json), MadeUtc = _time.GetUtcNow().UtcDateTime });
        }

        await _save(cancel);
    }

    /// <summary>Changes something.</summary>
    /// <exception cref="RefusedException">It is not there or cannot be.</exception>
    public Task ReplaceAsync(T item, CancellationToken cancel = default) => ChangedBeside.TryAsync(_context, async () =>
    {
        ArgumentNullException.ThrowIfNull(item);
        _check(item, "item");
        var row = await RowAsync(_idOf(item), cancel);
        (row.Item, row.Version) = (JsonSerializer.Serialize(item, Json), row.Version + 1);
        await _save(cancel);
    });

    /// <summary>Changes fields of something by name; what is not named stays as it is by then.</summary>
    /// <exception cref="RefusedException">It is not there, or cannot be so.</exception>
    public Task ChangeAsync(string id, JsonObject fields, CancellationToken cancel = default) => ChangedBeside.TryAsync(_context, async () =>
    {
        var row = await RowAsync(id, cancel);
        var (item, _) = RecordFields.With(Written.Read("Something in the cupboard", () => JsonSerializer.Deserialize<T>(row.Item, Json)), fields, "", KeptItems.Fixed);
        _check(item, "item");
        (row.Item, row.Version) = (JsonSerializer.Serialize(item, Json), row.Version + 1);
        await _save(cancel);
    });

    /// <summary>Puts something in or changes what is there, without writing it yet.</summary>
    internal async Task PutAsync(T item, CancellationToken cancel)
    {
        var (rows, id) = (_context.Set<TRow>(), _idOf(item));
        var row = await rows.SingleOrDefaultAsync(one => one.Id == id, cancel);
        if (row is null) rows.Add(row = new TRow { Id = id, MadeUtc = _time.GetUtcNow().UtcDateTime });
        else row.Version++;
        row.Item = JsonSerializer.Serialize(item, Json);
    }

    /// <summary>Takes something out.</summary>
    /// <exception cref="RefusedException">It is not there.</exception>
    public Task RemoveAsync(string id, CancellationToken cancel = default) => ChangedBeside.TryAsync(_context, async () =>
    {
        _context.Set<TRow>().Remove(await RowAsync(id, cancel));
        await _save(cancel);
    });

    internal async Task<IReadOnlyList<T>> ReadAsync(Action<string, StoredDataException> broken, CancellationToken cancel)
    {
        var whole = new List<T>();
        foreach (var row in await _context.Set<TRow>().AsNoTracking().OrderBy(row => row.MadeUtc).ThenBy(row => row.Id).ToListAsync(cancel))
        {
            try
            {
                var item = Written.Read("Something in the cupboard", () => JsonSerializer.Deserialize<T>(row.Item, Json));
                whole.Add(item);
            }
            catch (StoredDataException unreadable)
            {
                broken(row.Id, unreadable);
            }
        }

        return whole;
    }

    private async Task<TRow> RowAsync(string id, CancellationToken cancel) =>
        await _context.Set<TRow>().SingleOrDefaultAsync(row => row.Id == id, cancel) ?? throw new RefusedException("id", _gone, RefusalKind.Impossible);
}
