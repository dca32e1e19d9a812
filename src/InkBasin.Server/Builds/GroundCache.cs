using System.Runtime.CompilerServices;
using System.Security.Cryptography;
using System.Text.Json;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Formats;

namespace InkBasin.Server.Builds;

/// <summary>
/// Compiled grounds by what they are compiled from. A drag asks for the same ground twice (for its picture and for its
/// plan), and a waterline drag asks for one ground again and again: it is compiled once. A ground that is not kept is compiled
/// from the one that differs from it least.
/// </summary>
internal sealed class GroundCache
{
    private const int Kept = 12;

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
        hash.AppendData(JsonSerializer.SerializeToUtf8Bytes(build.Board, BuildFile.Json));
        foreach (var step in build.Recipe)
        {
            if (step is Strokes { Items: var items } strokes)
            {
                hash.AppendData(JsonSerializer.SerializeToUtf8Bytes<GroundOperation>(strokes with { Items = [] }, BuildFile.Json));
                foreach (var stroke in items) hash.AppendData(HashOf(stroke));
            }
            else
            {
                hash.AppendData(HashOf(step));
            }
        }

        return Convert.ToHexStringLower(hash.GetHashAndReset().AsSpan(0, 12));
    }

    /// <summary>The ground under a key, when it is kept.</summary>
    public CompiledGround? Find(string key)
    {
        lock (_lock) return _grounds.FirstOrDefault(kept => kept.Key == key)?.Ground.Value;
    }

    /// <summary>The build's ground, compiled if it is not kept.</summary>
    /// <param name="build">The build.</param>
    /// <param name="key">Its key from <see cref="KeyOf"/>.</param>
    /// <param name="grids">The grids its recipe lays down.</param>
    public CompiledGround Of(Build build, string key, GroundGrids grids)
    {
        Lazy<CompiledGround> ground;
        lock (_lock)
        {
            var node = _grounds.First;
            while (node is not null && node.Value.Key != key) node = node.Next;
            if (node is null)
            {
                // Not under the request's own token: another request may be waiting for the same ground.
                var near = Nearest(build, grids);
                node = new(new KeptGround(key, build.Board, new Lazy<CompiledGround>(() => near is null
                    ? GroundRecipe.Compile(build.Board, build.Recipe, grids)
                    : GroundRecipe.Recompile(build.Board, build.Recipe, near.Ground.Value, grids))));
                if (near is not null) MoveToFront(_grounds.Find(near)!);
                MakeRoom((long)build.Board.Columns * build.Board.Rows);
            }
            else
            {
                _grounds.Remove(node);
            }

            _grounds.AddFirst(node);
            ground = node.Value.Ground;
        }

        return ground.Value;
    }

    // Only a ground already compiled, so that nobody waits for a ground that nobody may need any more.
    private KeptGround? Nearest(Build build, GroundGrids grids)
    {
        KeptGround? nearest = null;
        var least = int.MaxValue;
        foreach (var kept in _grounds)
        {
            if (!kept.Ground.IsValueCreated || kept.Board != build.Board) continue;
            var differing = GroundRecipe.Differing(kept.Ground.Value, build.Recipe, grids);
            if (differing >= least) continue;
            (nearest, least) = (kept, differing);
        }

        return nearest;
    }

    private void MoveToFront(LinkedListNode<KeptGround> node)
    {
        _grounds.Remove(node);
        _grounds.AddFirst(node);
    }

    private void MakeRoom(long cells)
    {
        while (_grounds.Count > 1 && (_grounds.Count >= Kept || cells + _grounds.Sum(kept => (long)kept.Board.Columns * kept.Board.Rows) > KeptCells))
            _grounds.RemoveLast();
    }

    private static byte[] HashOf(object part) =>
        Hashes.GetValue(part, static part => SHA256.HashData(part is GroundOperation step
            ? JsonSerializer.SerializeToUtf8Bytes(step, BuildFile.Json)
            : JsonSerializer.SerializeToUtf8Bytes(part, part.GetType(), BuildFile.Json)));

    private sealed record KeptGround(string Key, Board Board, Lazy<CompiledGround> Ground);
}
