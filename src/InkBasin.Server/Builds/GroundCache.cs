using System.Runtime.CompilerServices;
using System.Security.Cryptography;
using System.Text.Json;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;

namespace InkBasin.Server.Builds;

/// <summary>
/// Compiled grounds by what they are compiled from. A drag asks for the same ground twice (for its picture and for its
/// plan), and a waterline drag asks for one ground again and again: it is compiled once. A ground that is not kept is compiled
/// from the one that differs from it least.
/// </summary>
internal sealed class GroundCache
{
    private const int MostKept = 12;

    // 16 bytes a cell: a few hundred megabytes at most, however large the boards.
    private const long KeptCells = 12_000_000;

    // A step or stroke that stays the same object is written down and hashed once in its life.
    private static readonly ConditionalWeakTable<object, byte[]> Hashes = [];

    private readonly Lock _lock = new();
    private readonly LinkedList<KeptGround> _grounds = new();

    /// <summary>The key of a build's ground: the same exactly when board and recipe are.</summary>
    public static string KeyOf(Build build)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        hash.AppendData(JsonSerializer.SerializeToUtf8Bytes(build.Board, BuildJson.Options));
        foreach (var step in build.Recipe)
        {
            if (step is Strokes { Items: var items } strokes)
            {
                hash.AppendData(JsonSerializer.SerializeToUtf8Bytes<GroundStep>(strokes with { Items = [] }, BuildJson.Options));
                foreach (var stroke in items) hash.AppendData(HashOf(stroke));
            }
            else
            {
                hash.AppendData(HashOf(step));
            }
        }

        return Convert.ToHexStringLower(hash.GetHashAndReset().AsSpan(0, 12));
    }

    /// <summary>The ground under a key, when it is kept and compiled. Asked for it stays: a whole drag is told against the ground it began on.</summary>
    public CompiledGround? Find(string key)
    {
        lock (_lock)
        {
            if (_grounds.FirstOrDefault(kept => kept.Key == key) is not { } found) return null;
            MoveToFront(_grounds.Find(found)!);
            return found.Ground.Done;
        }
    }

    /// <summary>The build's ground, compiled if it is not kept. Given up only when nobody who asked for it waits any more.</summary>
    /// <param name="build">The build.</param>
    /// <param name="key">Its key from <see cref="KeyOf"/>.</param>
    /// <param name="grids">The grids its recipe lays down.</param>
    /// <param name="cancel">This one waits no more.</param>
    public async Task<CompiledGround> OfAsync(Build build, string key, GroundGrids grids, CancellationToken cancel)
    {
        while (true)
        {
            var ground = Kept(build, key, grids);
            try
            {
                return await ground.WaitAsync(cancel);
            }
            catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
            {
                // The one who began it went away just as this one came: begun again.
                Drop(key, ground);
            }
            catch (Exception) when (ground.Failed)
            {
                Drop(key, ground);
                throw;
            }
        }
    }

    private SharedWork<CompiledGround> Kept(Build build, string key, GroundGrids grids)
    {
        lock (_lock)
        {
            var node = _grounds.First;
            while (node is not null && node.Value.Key != key) node = node.Next;
            if (node is null)
            {
                var near = Nearest(build, grids);
                node = new(new KeptGround(key, build.Board, new SharedWork<CompiledGround>(cancel => near?.Ground.Done is { } from
                    ? GroundRecipe.Recompile(build.Board, build.Recipe, from, grids, cancel)
                    : GroundRecipe.Compile(build.Board, build.Recipe, grids, cancel))));
                if (near is not null) MoveToFront(_grounds.Find(near)!);
                MakeRoom((long)build.Board.Columns * build.Board.Rows);
            }
            else
            {
                _grounds.Remove(node);
            }

            _grounds.AddFirst(node);
            return node.Value.Ground;
        }
    }

    private void Drop(string key, SharedWork<CompiledGround> ground)
    {
        lock (_lock)
        {
            if (_grounds.FirstOrDefault(kept => kept.Key == key && kept.Ground == ground) is { } kept) _grounds.Remove(kept);
        }
    }

    // Only a ground already compiled, so that nobody waits for a ground that nobody may need any more.
    private KeptGround? Nearest(Build build, GroundGrids grids)
    {
        var compiled = _grounds.Where(kept => kept.Board == build.Board && kept.Ground.Done is not null).Select(kept => (Kept: kept, Ground: kept.Ground.Done!)).ToList();
        var nearest = GroundRecipe.Nearest(build.Board, build.Recipe, [.. compiled.Select(one => one.Ground)], grids);
        return compiled.Find(one => ReferenceEquals(one.Ground, nearest)).Kept;
    }

    private void MoveToFront(LinkedListNode<KeptGround> node)
    {
        _grounds.Remove(node);
        _grounds.AddFirst(node);
    }

    private void MakeRoom(long cells)
    {
        while (_grounds.Count > 1 && (_grounds.Count >= MostKept || cells + _grounds.Sum(kept => (long)kept.Board.Columns * kept.Board.Rows) > KeptCells))
            _grounds.RemoveLast();
    }

    private static byte[] HashOf(object part) =>
        Hashes.GetValue(part, static part => SHA256.HashData(part is GroundStep step
            ? JsonSerializer.SerializeToUtf8Bytes(step, BuildJson.Options)
            : JsonSerializer.SerializeToUtf8Bytes(part, part.GetType(), BuildJson.Options)));

    private sealed record KeptGround(string Key, Board Board, SharedWork<CompiledGround> Ground);
}
