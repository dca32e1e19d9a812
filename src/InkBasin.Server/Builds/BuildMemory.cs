using System.Collections.Concurrent;
using InkBasin.Core.Builds;
using InkBasin.Core.Ink;
using InkBasin.Core.Stock;
using InkBasin.Store;

namespace InkBasin.Server.Builds;

/// <summary>
/// An answer of each build of the shelf, remembered as long as neither it nor a sheet or tint changes: what is asked over all builds does not plan every one of them anew, nor push the ground of the one that is
/// worked on out of its cache by the others'. Of answers that do not hang on what is in the bottles.
/// </summary>
/// <typeparam name="T">The answer.</typeparam>
internal sealed class BuildMemory<T>
{
    private readonly ConcurrentDictionary<Guid, Remembered> _answers = [];

    private sealed record Remembered(int Version, IReadOnlyList<ProductSheet> Sheets, IReadOnlyList<Tint> Tints, T Answer)
    {
        // Sheets and tints that stayed are the same objects.
        public bool Holds(int version, Core.Plan.Stores shelf) => Version == version && Sheets.SequenceEqual(shelf.Sheets, ReferenceEqualityComparer.Instance) && Tints.SequenceEqual(shelf.Tints, ReferenceEqualityComparer.Instance);
    }

    /// <summary>The answer of a build. One that is refused is not remembered.</summary>
    /// <param name="one">The build, readable.</param>
    /// <param name="shelf">The stores.</param>
    /// <param name="work">Works it out where it is not remembered.</param>
    public async Task<T> OfAsync(ShelvedBuild one, Core.Plan.Stores shelf, Func<Build, Task<T>> work)
    {
        if (_answers.TryGetValue(one.Id, out var had) && had.Holds(one.Version, shelf)) return had.Answer;
        var answer = await work(one.Build!);
        _answers[one.Id] = new Remembered(one.Version, shelf.Sheets, shelf.Tints, answer);
        return answer;
    }

    /// <summary>Forgets builds that are no longer on the shelf.</summary>
    /// <param name="shelved">Those that are.</param>
    public void Keep(IEnumerable<ShelvedBuild> shelved)
    {
        var ids = shelved.Select(one => one.Id).ToHashSet();
        foreach (var gone in _answers.Keys.Where(id => !ids.Contains(id))) _answers.TryRemove(gone, out _);
    }
}
