using InkBasin.Core;
using InkBasin.Core.Builds;
using InkBasin.Core.Plan;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Logging;

namespace InkBasin.Store;

/// <summary>Plans the work of builds, for whoever keeps them and cannot.</summary>
public interface IPlansWork
{
    /// <summary>The pieces of work of a build; null when it cannot be planned as it is.</summary>
    /// <param name="build">The build.</param>
    /// <param name="withAmounts">Whether what they take is asked, or only which are done.</param>
    /// <param name="cancel">Gives up.</param>
    Task<IReadOnlyList<Work>?> OfAsync(Build build, bool withAmounts, CancellationToken cancel);
}

/// <summary>Something that was taken out of the cupboard.</summary>
/// <param name="GoodId">The good.</param>
/// <param name="BuildId">For which build.</param>
/// <param name="BuildName">Its name.</param>
/// <param name="WorkId">For which piece of its work (Core.Plan.Work); of the tints of a pour, the pour.</param>
/// <param name="What">That in words; null for the tints of a pour.</param>
/// <param name="Amount">How much, in the unit of its kind.</param>
/// <param name="On">On which day; null where that was not kept.</param>
public sealed record TakenGood(string GoodId, Guid BuildId, string BuildName, string WorkId, string? What, double Amount, DateOnly? On);

/// <summary>
/// Goods that follow the work: what a piece of it takes is out of the cupboard while it is noted as done, and goes back when that is struck out or undone.
/// It stays as it was taken when the plan changes afterwards, as what is in the ground is in it. All of it is written with the change itself or not at all.
/// </summary>
public sealed partial class WorkDraws(InkBasinContext context, GoodDraws goods, IPlansWork plans, ILogger<WorkDraws> logger)
{
    /// <summary>Makes the goods follow a change of a build. Nothing is saved here.</summary>
    /// <param name="buildId">The build.</param>
    /// <param name="before">The build before it.</param>
    /// <param name="after">The build after it.</param>
    /// <param name="cancel">Gives up.</param>
    /// <returns>Whether anything was taken or put back.</returns>
    public async Task<bool> FollowAsync(Guid buildId, Build before, Build after, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        if (!BuildWork.MayDiffer(before, after)) return false;
        if (await plans.OfAsync(before, false, cancel) is not { } was || await plans.OfAsync(after, false, cancel) is not { } isNow) return false;
        var had = was.Where(work => work.DoneAt is not null).Select(work => work.Id).ToHashSet();
        var has = isNow.Where(work => work.DoneAt is not null).Select(work => work.Id).ToHashSet();
        if (had.SetEquals(has)) return false;
        var rows = await context.WorkDraws.Where(row => row.BuildId == buildId).ToDictionaryAsync(row => row.WorkId, cancel);
        foreach (var id in had.Except(has))
        {
            if (!rows.TryGetValue(id, out var row)) continue;
            await goods.PutBackAsync(row.Taken, cancel);
            context.WorkDraws.Remove(row);
        }

        bool New(Work work) => has.Contains(work.Id) && !had.Contains(work.Id);

        // What is cut and mixed is asked only where a piece needs it: cups of a pour are known, and whoever pours does not wait.
        var works = isNow.Where(New).All(work => work.Takes.Count > 0) ? isNow : await plans.OfAsync(after, true, cancel) ?? [];
        foreach (var work in works.Where(New))
        {
            // Its water was taken away and put back meanwhile: it is out already.
            if (rows.ContainsKey(work.Id)) continue;
            var on = DateOnly.FromDateTime(Clock.On(work.DoneAt!.Value, Clock.Zone(after.TimeZone)).DateTime);
            var taken = await goods.TakeAsync(work.Takes, on, cancel);
            if (taken != GoodDraws.None) context.WorkDraws.Add(new WorkDrawRow { BuildId = buildId, WorkId = work.Id, What = work.Name, On = on, Taken = taken });
        }

        return true;
    }

    /// <summary>What all builds have out of the cupboard now, the latest first.</summary>
    public async Task<IReadOnlyList<TakenGood>> TakenAsync(CancellationToken cancel = default)
    {
        var names = await context.Builds.AsNoTracking().Select(build => new { build.Id, build.Name }).ToDictionaryAsync(build => build.Id, build => build.Name, cancel);
        var works = await context.WorkDraws.AsNoTracking().OrderByDescending(row => row.On).ThenBy(row => row.WorkId).ToListAsync(cancel);
        var pours = await context.Draws.AsNoTracking().Where(row => row.TakenGoods != GoodDraws.None).OrderBy(row => row.PourId).ToListAsync(cancel);
        return
        [
            .. works.SelectMany(row => Readable(row.BuildId, row.Taken).Select(one => new TakenGood(one.Key, row.BuildId, names[row.BuildId], row.WorkId, row.What, one.Value, row.On))),
            .. pours.SelectMany(row => Readable(row.BuildId, row.TakenGoods).Select(one => new TakenGood(one.Key, row.BuildId, names[row.BuildId], row.PourId, null, one.Value, null))),
        ];
    }

    private IReadOnlyDictionary<string, double> Readable(Guid buildId, string taken)
    {
        try
        {
            return GoodDraws.Read(taken);
        }
        catch (StoredDataException broken)
        {
            // It hides none of the others; the cupboard's levels are what they are.
            LogUnreadable(logger, buildId, broken);
            return new Dictionary<string, double>();
        }
    }

    [LoggerMessage(Level = LogLevel.Error, Message = "What a piece of work of build {Id} took out of the cupboard cannot be read")]
    private static partial void LogUnreadable(ILogger logger, Guid id, Exception exception);
}
