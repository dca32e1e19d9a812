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
    public async Task<DaysPlan> OfAsync(Guid id, CancellationToken cancel, TimeSpan? limit = null) => await OfAsync(id, [], limit is { } within ? new TimetableSearch(within) : Usual, cancel);

    /// <summary>Other ways of going about it, tried.</summary>
    public async Task<IReadOnlyList<DaysTrial>> TrialsAsync(Guid id, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var (now, search) = (time.GetUtcNow(), Usual);
        var found = await answers.OfAsync(build, cancel);
        var elsewhere = await ElsewhereAsync(build.Days, [id], search, cancel);
        var days = BuildDays.Of(found, now, search, elsewhere);
        var ground = await answers.GroundOfAsync(build, cancel);
        return [.. DaysTrials.Of(found, other => answers.OnGround(other, ground, cancel), days, other => BuildDays.Of(other, now, search, elsewhere))];
    }

    private async Task<DaysPlan> OfAsync(Guid id, IReadOnlyList<Guid> asking, TimetableSearch search, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var elsewhere = await ElsewhereAsync(build.Days, [.. asking, id], search, cancel);
        return BuildDays.Of(await answers.OfAsync(build, cancel), time.GetUtcNow(), search, elsewhere);
    }

    // What the builds that come first take of the maker's hands. One that waits for this one in its turn is not asked again: of two that each wait for the other, each goes round the other's plan by itself.
    private async Task<IReadOnlyList<ElsewhereWork>> ElsewhereAsync(DaysChoice days, IReadOnlyList<Guid> asking, TimetableSearch search, CancellationToken cancel)
    {
        var work = new List<ElsewhereWork>();
        if (days.After.Count == 0) return work;
        var shelf = (await store.ListAsync(false, cancel)).Where(one => one.Build is not null).ToDictionary(one => one.Id, one => one.Name);
        foreach (var other in days.After.Distinct().Where(one => shelf.ContainsKey(one) && !asking.Contains(one)))
        {
            DaysPlan plan;
            try
            {
                plan = await OfAsync(other, asking, search, cancel);
            }
            catch (RefusedException refused)
            {
                throw new RefusedException(refused.Field, $"{shelf[other]} comes first and cannot be planned: {refused.Message}", refused.Kind);
            }

            work.AddRange(plan.Places.Where(place => place.Step is { DoneAt: null, HandsOnMin: > 0 }).Select(place => new ElsewhereWork(shelf[other], place.Step.Name, place.StartAt, place.HandsOnEndAt)));
        }

        return work;
    }
}
