using System.Collections.Concurrent;
using InkBasin.Core;
using InkBasin.Core.Ink;
using InkBasin.Core.Plan;
using InkBasin.Core.Stock;
using InkBasin.Server.Builds;
using InkBasin.Store;

namespace InkBasin.Server.Stores;

/// <summary>
/// What each build takes of the cupboard, remembered as long as neither it nor a sheet or tint changes: a bottle corrected does not have every build planned anew, nor the ground of the one that is worked on
/// pushed out of its cache by the others'.
/// </summary>
internal sealed class NeedsMemory
{
    private readonly ConcurrentDictionary<Guid, Remembered> _needs = [];

    private sealed record Remembered(int Version, IReadOnlyList<ProductSheet> Sheets, IReadOnlyList<Tint> Tints, Needs Needs)
    {
        // Sheets and tints that stayed are the same objects.
        public bool Holds(int version, Core.Plan.Stores shelf) => Version == version && Sheets.SequenceEqual(shelf.Sheets, ReferenceEqualityComparer.Instance) && Tints.SequenceEqual(shelf.Tints, ReferenceEqualityComparer.Instance);
    }

    /// <summary>What a build takes.</summary>
    /// <param name="one">The build, readable.</param>
    /// <param name="answers">Works it out where it is not remembered.</param>
    /// <param name="grounds">Compiles what is made of foam.</param>
    /// <param name="shelf">The stores.</param>
    /// <param name="now">Now.</param>
    /// <param name="cancel">Stops it.</param>
    public async Task<Needs> OfAsync(ShelvedBuild one, Answers answers, Grounds grounds, Core.Plan.Stores shelf, DateTimeOffset now, CancellationToken cancel)
    {
        if (_needs.TryGetValue(one.Id, out var had) && had.Holds(one.Version, shelf)) return had.Needs;
        var build = one.Build!;
        var of = await answers.OfAsync(build, cancel);
        var compile = await grounds.CompilerAsync(build, cancel);

        // A ground that cannot be cut as it is takes what the rest of it takes.
        var needs = Needs.Of(of).With(BuildWork.Of(of, Answer.Of(() => of.Making(compile)).Is, now));
        _needs[one.Id] = new Remembered(one.Version, shelf.Sheets, shelf.Tints, needs);
        return needs;
    }

    /// <summary>Forgets builds that are no longer on the shelf.</summary>
    /// <param name="ids">Those that are.</param>
    public void Keep(IReadOnlySet<Guid> ids)
    {
        foreach (var gone in _needs.Keys.Where(id => !ids.Contains(id))) _needs.TryRemove(gone, out _);
    }
}
