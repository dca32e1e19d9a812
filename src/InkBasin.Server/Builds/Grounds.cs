using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Store;

namespace InkBasin.Server.Builds;

/// <summary>Grounds of builds: with the grids their recipes lay down, out of the cache where they can be.</summary>
internal sealed class Grounds(GroundCache cache, AttachmentStore attachments)
{
    /// <summary>The build's ground.</summary>
    public async Task<CompiledGround> OfAsync(Build build, CancellationToken cancel) =>
        cache.Of(build, GroundCache.KeyOf(build), await attachments.GridsOfAsync(build, cancel));

    /// <summary>The build's ground under a key from <see cref="GroundCache.KeyOf"/>.</summary>
    public async Task<CompiledGround> OfAsync(Build build, string key, CancellationToken cancel) =>
        cache.Of(build, key, await attachments.GridsOfAsync(build, cancel));

    /// <summary>The ground under a key, when it is kept.</summary>
    public CompiledGround? Find(string key) => cache.Find(key);

    /// <summary>Compiles the build's board with other steps than its own.</summary>
    public async Task<Func<IReadOnlyList<GroundOperation>, CompiledGround>> CompilerAsync(Build build, CancellationToken cancel)
    {
        var grids = await attachments.GridsOfAsync(build, cancel);
        return steps =>
        {
            var other = build with { Recipe = steps };
            return cache.Of(other, GroundCache.KeyOf(other), grids);
        };
    }
}
