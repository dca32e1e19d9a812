using System.Collections.Concurrent;
using InkBasin.Core;
using InkBasin.Core.Days;
using InkBasin.Core.Plan;
using InkBasin.Store;

namespace InkBasin.Server.Builds;

/// <summary>The plan of each build's days that was shown last, and what it did otherwise than the one before. One for the whole program.</summary>
internal sealed class ShownDays
{
    private readonly ConcurrentDictionary<Guid, DaysPlan> _shown = new();

    /// <summary>The plan with what it does otherwise than the last one shown. The same plan again keeps what was told of it; one that was not sought to its end is as if it had not been shown.</summary>
    public DaysPlan Show(Guid id, DaysPlan plan) => plan.Unsettled ? plan : _shown.AddOrUpdate(id, plan, (_, before) =>
    {
        var changes = DaysChanges.Of(before, plan);
        return plan with { Changes = changes.Count > 0 ? changes : before.Changes };
    });
}

/// <summary>Plans the days of builds that may share a bench.</summary>
internal sealed class BenchDays(BuildStore store, Answers answers, TimeProvider time)
{
    // Some seconds of a machine that does nothing else. By its work and not by the clock: a calendar, a table and a backup's answers are the same whenever they are asked for.
    private static readonly TimetableSearch Usual = TimetableSearch.ByWork(0.4);

    /// <summary>The days of a build as they are now.</summary>
    public async Task<DaysPlan> OfAsync(Guid id, CancellationToken cancel, TimeSpan? limit = null)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var (now, search) = (time.GetUtcNow(), limit is { } within ? new TimetableSearch(within) : Usual);
        var elsewhere = await ElsewhereAsync(id, build.Days, now, search, cancel);
        return BuildDays.Of(await answers.OfAsync(build, cancel), now, search, elsewhere);
    }

    /// <summary>Other ways of going about it, tried.</summary>
    public async Task<IReadOnlyList<DaysTrial>> TrialsAsync(Guid id, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var (now, search) = (time.GetUtcNow(), Usual);
        var found = await answers.OfAsync(build, cancel);
        var elsewhere = await ElsewhereAsync(id, build.Days, now, search, cancel);
        var days = BuildDays.Of(found, now, search, elsewhere);
        var ground = await answers.GroundOfAsync(build, cancel);
        return [.. DaysTrials.Of(found, other => answers.OnGround(other, ground, cancel), days, other => BuildDays.Of(other, now, search, elsewhere))];
    }

    // What the builds that come first take of the maker's hands.
    private async Task<IReadOnlyList<ElsewhereWork>> ElsewhereAsync(Guid id, DaysChoice days, DateTimeOffset now, TimetableSearch search, CancellationToken cancel)
    {
        if (days.After.Count == 0) return [];
        var shelf = (await store.ListAsync(false, cancel)).ToDictionary(one => one.Id);
        var order = BenchOrder.Of(id, one => [.. (one == id ? days : shelf[one].Build?.Days)?.After.Where(shelf.ContainsKey) ?? []]);
        var work = new Dictionary<Guid, IReadOnlyList<ElsewhereWork>>();
        IReadOnlyList<ElsewhereWork> WorkOf(BenchTurn turn) => [.. turn.After.SelectMany(one => work[one])];
        foreach (var turn in order.SkipLast(1))
        {
            var name = shelf[turn.Build].Name;
            try
            {
                // One that cannot be read says so where it is asked for.
                var plan = BuildDays.Of(await answers.OfAsync(turn.Build, cancel), now, search, WorkOf(turn));
                work[turn.Build] = [.. plan.Places.Where(place => place.Step is { DoneAt: null, HandsOnMin: > 0 }).Select(place => new ElsewhereWork(name, place.Step.Name, place.StartAt, place.HandsOnEndAt))];
            }
            catch (RefusedException refused)
            {
                throw new RefusedException(refused.Field, $"{name} comes first and cannot be planned: {refused.Message}", refused.Kind);
            }
            catch (StoredDataException broken)
            {
                throw new StoredDataException($"{name} comes first and", broken);
            }
        }

        return WorkOf(order[^1]);
    }
}
