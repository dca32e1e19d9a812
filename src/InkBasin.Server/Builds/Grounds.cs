using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Store;

namespace InkBasin.Server.Builds;

/// <summary>Grounds of builds: with the grids their recipes lay down, out of the cache where they can be.</summary>
internal sealed class Grounds(GroundCache cache, AttachmentStore attachments)
{
    /// <summary>The build's ground.</summary>
    public Task<CompiledGround> OfAsync(Build build, CancellationToken cancel) => OfAsync(build, GroundCache.KeyOf(build), cancel);

    /// <summary>The build's ground under a key from <see cref="GroundCache.KeyOf"/>.</summary>
    public async Task<CompiledGround> OfAsync(Build build, string key, CancellationToken cancel) =>
        await cache.OfAsync(build, key, await attachments.GridsOfAsync(build, cancel), cancel);

    /// <summary>The ground under a key, when it is kept.</summary>
    public CompiledGround? Find(string key) => cache.Find(key);

    /// <summary>Compiles the build's board with other steps than its own.</summary>
    public async Task<Func<IReadOnlyList<GroundStep>, CompiledGround>> CompilerAsync(Build build, CancellationToken cancel)
    {
        var grids = await attachments.GridsOfAsync(build, cancel);
        return steps =>
        {
            var other = build with { Recipe = steps };
            return cache.OfAsync(other, GroundCache.KeyOf(other), grids, cancel).GetAwaiter().GetResult();
        };
    }
}

/// <summary>What follows from builds as they are kept, or as they would be.</summary>
internal sealed class Answers(BuildStore store, Grounds grounds, Core.Plan.Stores stores, PlanMemory memory)
{
    /// <summary>What would follow with other stores.</summary>
    public Answers On(Core.Plan.Stores others) => new(store, grounds, others, memory);

    /// <summary>What follows from a build of the shelf.</summary>
    public async Task<BuildAnswers> OfAsync(Guid id, CancellationToken cancel) => await OfAsync((await store.GetAsync(id, cancel)).Build, cancel);

    /// <summary>What follows from a build.</summary>
    public async Task<BuildAnswers> OfAsync(Build build, CancellationToken cancel) => OnGround(build, await grounds.OfAsync(build, cancel), cancel);

    /// <summary>A build's ground.</summary>
    public Task<CompiledGround> GroundOfAsync(Build build, CancellationToken cancel) => grounds.OfAsync(build, cancel);

    /// <summary>What follows from a build on its ground.</summary>
    public BuildAnswers OnGround(Build build, CompiledGround ground, CancellationToken cancel) => new(build, ground, stores, memory, cancel);
}
