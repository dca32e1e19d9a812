using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core;
using InkBasin.Formats;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Logging;

namespace InkBasin.Store;

/// <summary>
/// What builds lay down but are not written in: height grids and pictures, each kept once under the hash of its bytes, which tells whether they are whole. Nothing that is
/// whole is ever overwritten, and an undo can always find again what it brings back.
/// </summary>
public sealed partial class AttachmentStore(InkBasinContext context, ReadGrids read, ILogger<AttachmentStore> logger)
{
    /// <summary>Keeps a height grid.</summary>
    /// <returns>Its id.</returns>
    public Task<string> KeepAsync(HeightGrid grid, CancellationToken cancel = default) => KeepAsync(PackedGrid.Write(grid), cancel);

    /// <summary>Keeps bytes.</summary>
    /// <returns>Their id.</returns>
    public async Task<string> KeepAsync(byte[] data, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(data);
        var id = BuildZip.IdOf(data);
        await ChangedBeside.TryAsync(context, async () =>
        {
            var kept = await context.Attachments.SingleOrDefaultAsync(a => a.Id == id, cancel);
            if (kept is null) context.Attachments.Add(new AttachmentRow { Id = id, Data = data });
            else if (!IsWhole(kept.Data, id)) kept.Data = data;
            await context.SaveChangesAsync(cancel);
        });
        return id;
    }

    /// <summary>A picture; null when there are no bytes under that id.</summary>
    /// <exception cref="StoredDataException">It lies damaged.</exception>
    public Task<byte[]?> FindAsync(string id, CancellationToken cancel = default) => FindAsync(id, "That picture", cancel);

    private async Task<byte[]?> FindAsync(string id, string what, CancellationToken cancel)
    {
        var data = await context.Attachments.AsNoTracking().Where(a => a.Id == id).Select(a => a.Data).SingleOrDefaultAsync(cancel);
        return data is null || IsWhole(data, id) ? data : throw new StoredDataException(what, new InvalidDataException($"The bytes under {id} are others than were kept."));
    }

    private static bool IsWhole(byte[] data, string id) => BuildZip.IdOf(data) == id;

    /// <summary>The grids a build's recipe lays down; one that is not kept is left out.</summary>
    /// <exception cref="StoredDataException">One lies damaged.</exception>
    /// <exception cref="RefusedException">One is whole and no grid.</exception>
    public async Task<GroundGrids> GridsOfAsync(Build build, CancellationToken cancel = default)
    {
        var grids = new Dictionary<string, HeightGrid>();
        foreach (var id in BuildAttachments.GridIds(build))
        {
            var grid = read.Find(id);
            if (grid is null && await FindAsync(id, $"The ground of {build.Name}", cancel) is { } data) read.Keep(id, grid = PackedGrid.Read(data));
            if (grid is not null) grids[id] = grid;
        }

        return grids.Count > 0 ? new GroundGrids(grids) : GroundGrids.None;
    }

    /// <summary>All a build lays down, by id, to go with its file.</summary>
    /// <exception cref="StoredDataException">Some of it lies damaged.</exception>
    public async Task<IReadOnlyDictionary<string, byte[]>> OfAsync(Build build, CancellationToken cancel = default)
    {
        var found = new SortedDictionary<string, byte[]>(StringComparer.Ordinal);
        foreach (var id in IdsOf(build))
        {
            if (await FindAsync(id, $"What goes with {build.Name}", cancel) is { } data) found[id] = data;
        }

        return found;
    }

    /// <summary>A build's pictures by id, for its papers: one that is not kept, or lies damaged, is left out to be told in its place.</summary>
    public async Task<IReadOnlyDictionary<string, byte[]>> PicturesOfAsync(Build build, CancellationToken cancel = default)
    {
        var found = new Dictionary<string, byte[]>(StringComparer.Ordinal);
        foreach (var id in BuildAttachments.PictureIds(build))
        {
            try
            {
                if (await FindAsync(id, $"A picture of {build.Name}", cancel) is { } data) found[id] = data;
            }
            catch (StoredDataException damaged)
            {
                LogDamaged(logger, id, damaged);
            }
        }

        return found;
    }

    /// <summary>Keeps what came with a build's file, after looking that each is what its id says.</summary>
    /// <exception cref="RefusedException">One is not.</exception>
    public async Task KeepAllAsync(IReadOnlyDictionary<string, byte[]>? attachments, CancellationToken cancel = default)
    {
        foreach (var (id, data) in attachments ?? new Dictionary<string, byte[]>())
        {
            if (!IsWhole(data, id)) throw new RefusedException("attachments", "Heights or a picture in the file are damaged.");
        }

        foreach (var data in (attachments ?? new Dictionary<string, byte[]>()).Values) await KeepAsync(data, cancel);
    }

    /// <summary>Ids of all a build lays down.</summary>
    public static IEnumerable<string> IdsOf(Build build)
    {
        ArgumentNullException.ThrowIfNull(build);
        return [.. BuildAttachments.GridIds(build), .. BuildAttachments.PictureIds(build)];
    }

    [LoggerMessage(Level = LogLevel.Error, Message = "Picture {Id} lies damaged in the data file")]
    private static partial void LogDamaged(ILogger logger, string id, Exception exception);
}

/// <summary>Grids already unpacked, by id: they never change.</summary>
public sealed class ReadGrids
{
    private const int Kept = 6;

    private readonly Lock _lock = new();
    private readonly LinkedList<(string Id, HeightGrid Grid)> _grids = new();

    /// <summary>A grid, when it has been read.</summary>
    public HeightGrid? Find(string id)
    {
        lock (_lock)
        {
            for (var node = _grids.First; node is not null; node = node.Next)
            {
                if (node.Value.Id != id) continue;
                _grids.Remove(node);
                _grids.AddFirst(node);
                return node.Value.Grid;
            }
        }

        return null;
    }

    /// <summary>Keeps a grid just read.</summary>
    public void Keep(string id, HeightGrid grid)
    {
        lock (_lock)
        {
            _grids.AddFirst((id, grid));
            if (_grids.Count > Kept) _grids.RemoveLast();
        }
    }
}
