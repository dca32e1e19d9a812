using System.Security.Cryptography;
using System.Text.Json;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Formats;

namespace InkBasin.Server.Builds;

/// <summary>
/// Compiled grounds by what they are compiled from. A drag asks for the same ground twice (for its picture and for its
/// plan), and a waterline drag asks for one ground again and again: it is compiled once.
/// </summary>
internal sealed class GroundCache
{
    private const int Kept = 12;

    private readonly Lock _lock = new();
    private readonly LinkedList<(string Key, Lazy<CompiledGround> Ground)> _grounds = new();

    /// <summary>The key of a build's ground: the same exactly when board and recipe are.</summary>
    public static string KeyOf(Build build)
    {
        var bytes = JsonSerializer.SerializeToUtf8Bytes(new { build.Board, build.Recipe }, BuildFile.Json);
        return Convert.ToHexStringLower(SHA256.HashData(bytes).AsSpan(0, 12));
    }

    /// <summary>The build's ground, compiled if it is not kept.</summary>
    public CompiledGround Of(Build build) => Of(build, KeyOf(build));

    /// <summary>The build's ground under a key from <see cref="KeyOf"/>.</summary>
    public CompiledGround Of(Build build, string key)
    {
        Lazy<CompiledGround> ground;
        lock (_lock)
        {
            var node = _grounds.First;
            while (node is not null && node.Value.Key != key) node = node.Next;
            if (node is null)
            {
                // Not under the request's own token: another request may be waiting for the same ground.
                node = new((key, new Lazy<CompiledGround>(() => GroundRecipe.Compile(build.Board, build.Recipe))));
                if (_grounds.Count == Kept) _grounds.RemoveLast();
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
}
