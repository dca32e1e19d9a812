using System.Text.Json;
using InkBasin.Core;
using InkBasin.Core.Builds;
using InkBasin.Core.Ink;
using InkBasin.Core.Log;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store;

/// <summary>
/// Bottles that follow the log: what a noted pour took out of them is out while the note stands, and goes back when it is struck out, changed or undone,
/// with the opening date it set. Redone, it is taken again. Its tints go with it, as much as its recipe asks for in what was weighed out. What a session at the bench mixed and
/// poured nowhere is out as well, by its record. All of it is written with the change itself or not at all.
/// </summary>
public sealed class BottleDraws(InkBasinContext context, GoodDraws goods, ReadShelf read)
{
    // What was spent is kept among the pours, whose ids are their own.
    private const string SpentMark = "log:";

    private sealed record Wanted(string? ProductId, double OneG, double TwoG, DateOnly On, string InkKey);

    /// <summary>Makes the bottles follow a change of a build. Nothing is saved here.</summary>
    /// <param name="buildId">The build.</param>
    /// <param name="before">The build before it.</param>
    /// <param name="after">The build after it.</param>
    /// <param name="undoing">Undone or redone nothing is refused: what is there is taken.</param>
    /// <param name="cancel">Gives up.</param>
    /// <returns>Whether a bottle changed.</returns>
    /// <exception cref="RefusedException">A pour is to be taken out of bottles that nobody has noted.</exception>
    public async Task<bool> FollowAsync(Guid buildId, Build before, Build after, bool undoing, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        var changed = !ReferenceEquals(before.Log, after.Log) && await FollowSpentAsync(buildId, before, after, cancel);
        if (ReferenceEquals(before.Begun, after.Begun)) return changed;
        foreach (var pourId in before.Begun.Concat(after.Begun).Select(pour => pour.Id).Distinct().ToList())
        {
            var (was, now) = (before.Begun.FirstOrDefault(pour => pour.Id == pourId), after.Begun.FirstOrDefault(pour => pour.Id == pourId));
            var (had, wanted) = (WantedOf(was, before.TimeZone), WantedOf(now, after.TimeZone));
            if (had == wanted) continue;
            changed = true;

            // Its grams put right, undone or redone, it is still of what it was mixed of, whatever the water's next layers are of. It is of another only when that itself is put right.
            var mixedAnew = had is null ? !undoing : had.ProductId != wanted?.ProductId;
            await DrawAsync(
                buildId, pourId, wanted, (now?.Ink, now?.Layer ?? 1), mixedAnew || now?.ProductId is not null,
                () => now!.ProductId ?? after.Waters.FirstOrDefault(water => water.Id == now.WaterId)?.ProductId ?? "", refuses: !undoing, cancel);
        }

        return changed;
    }

    // Its record is no reason to hold the log back: what no bottle is noted of is not missed.
    private async Task<bool> FollowSpentAsync(Guid buildId, Build before, Build after, CancellationToken cancel)
    {
        var changed = false;
        var were = before.Log.ToLookup(entry => entry.Id);
        foreach (var entry in after.Log.Where(entry => entry.Session is not null))
        {
            var was = were[entry.Id].FirstOrDefault();
            var wanted = SpentOf(entry, after.TimeZone);
            if (ReferenceEquals(was, entry) || (was is null ? null : SpentOf(was, before.TimeZone)) == wanted) continue;

            // Put right it is taken anew, but not where it came with the build: another bench, or the build it was copied from, took it out of its own.
            if (was is not null && !await context.Draws.AnyAsync(row => row.BuildId == buildId && row.PourId == SpentId(entry), cancel)) continue;
            changed = true;
            var poured = after.Begun.FirstOrDefault(pour => pour.WaterId == entry.WaterId && pour.Layer == entry.Layer);
            var ink = poured is null ? after.Waters.FirstOrDefault(water => water.Id == entry.WaterId)?.Ink : poured.Ink;
            await DrawAsync(buildId, SpentId(entry), wanted, (ink, entry.Layer ?? 1), mixedAnew: true, () => entry.Session!.ProductId, refuses: false, cancel);
        }

        return changed;
    }

    private static string SpentId(LogEntry entry) => $"{SpentMark}{entry.Id}";

    private static Wanted? SpentOf(LogEntry entry, string? zone) => entry.Corrected().Session is { } session && session.Spent() is var (one, two) && one + two > 0
        ? new Wanted(session.ProductId, one, two, DateOnly.FromDateTime(Clock.On(entry.At, Clock.Zone(zone)).DateTime), "")
        : null;

    /// <summary>Ids of a build's pours that have something out of the bottles.</summary>
    public async Task<IReadOnlyList<string>> DrawnAsync(Guid buildId, CancellationToken cancel = default) =>
        await context.Draws.AsNoTracking().Where(row => row.BuildId == buildId && row.Taken != "{}" && !row.PourId.StartsWith(SpentMark)).Select(row => row.PourId).OrderBy(id => id).ToListAsync(cancel);

    private static Wanted? WantedOf(BegunPour? pour, string? zone) => pour?.Result is { FromBottles: true } result
        ? new Wanted(pour.ProductId, result.OneG ?? 0, result.TwoG ?? 0, DateOnly.FromDateTime(Clock.On(pour.At, Clock.Zone(zone)).DateTime), pour.Ink?.KeyOf(pour.Layer - 1) ?? "")
        : null;

    private async Task DrawAsync(Guid buildId, string pourId, Wanted? wanted, (InkChoice? Ink, int Layer) tinted, bool mixedAnew, Func<string> productOf, bool refuses, CancellationToken cancel)
    {
        var row = await context.Draws.SingleOrDefaultAsync(one => one.BuildId == buildId && one.PourId == pourId, cancel);
        if (row is not null) await PutBackAsync(row, cancel);
        if (wanted is null) return;
        if (row is null) context.Draws.Add(row = new DrawRow { BuildId = buildId, PourId = pourId, ProductId = productOf() });
        else if (mixedAnew || row.ProductId.Length == 0) row.ProductId = productOf();
        var sheet = read.Current.Sheet(row.ProductId);
        var bottles = await context.Bottles.Where(bottle => bottle.ProductId == row.ProductId).ToListAsync(cancel);
        if (sheet is null || bottles.Count == 0)
        {
            if (!refuses || wanted.OneG + wanted.TwoG <= 0) return;
            throw new RefusedException("fields.fromBottles", sheet is null ? "That product sheet is not in the stores." : $"No bottle of {sheet.Name} is noted in Stores.", RefusalKind.Impossible);
        }

        var stock = new RunDown(sheet, bottles.Select(ShelfStore.BottleOf).OfType<Bottle>());

        // What is past its date then is taken when nothing else is left: so it is at the bench, and nobody plans it.
        var draw = stock.Take(wanted.OneG, wanted.TwoG, wanted.On);
        stock.Take(draw.OneShortG, draw.TwoShortG, on: null);
        var taken = new Dictionary<string, double>();
        var opened = new List<string>();
        foreach (var bottle in bottles)
        {
            if (stock.Find(bottle.Id) is not { } left || left >= bottle.LeftG) continue;
            taken[bottle.Id] = bottle.LeftG - left;
            bottle.LeftG = left;
            bottle.Version++;

            // What is poured from is open from that day on. Of a pour dated before its bottle was bought one of the days is wrong: opened before it was bought,
            // the bottle could not be changed any more.
            if (bottle.OpenedOn is not null) continue;
            bottle.OpenedOn = wanted.On < bottle.BoughtOn ? bottle.BoughtOn : wanted.On;
            opened.Add(bottle.Id);
        }

        row.Taken = JsonSerializer.Serialize(taken);
        row.Opened = JsonSerializer.Serialize(opened);
        row.TakenGoods = await goods.TakeAsync((tinted.Ink?.MlOf(tinted.Layer - 1, sheet.MixedMl(wanted.OneG, wanted.TwoG)) ?? []).Select(tint => new GoodNeed("", GoodKind.Tint, "", tint.TintId, null, tint.Ml, wanted.On)), wanted.On, cancel);
    }

    private async Task PutBackAsync(DrawRow draw, CancellationToken cancel)
    {
        var taken = Written.Read("What a pour took out of the bottles", () => JsonSerializer.Deserialize<Dictionary<string, double>>(draw.Taken));
        var opened = Written.Read("What a pour opened", () => JsonSerializer.Deserialize<List<string>>(draw.Opened));
        foreach (var (id, g) in taken)
        {
            // A bottle taken off the shelf since has nothing to go back into.
            if (await context.Bottles.SingleOrDefaultAsync(row => row.Id == id, cancel) is not { } bottle) continue;
            bottle.LeftG = GoodDraws.Refilled(bottle.LeftG, g, bottle.FullG);
            bottle.Version++;
            if (!opened.Contains(id)) continue;

            // Another pour has drawn on it since: it stays open, and that one has opened it.
            var other = (await context.Draws.ToListAsync(cancel)).FirstOrDefault(row => row != draw && row.Taken.Contains($"\"{id}\"", StringComparison.Ordinal));
            if (other is null) bottle.OpenedOn = null;
            else other.Opened = JsonSerializer.Serialize(Written.Read("What a pour opened", () => JsonSerializer.Deserialize<List<string>>(other.Opened)).Append(id));
        }

        await goods.PutBackAsync(draw.TakenGoods, cancel);
        (draw.Taken, draw.TakenGoods, draw.Opened) = (GoodDraws.None, GoodDraws.None, "[]");
    }
}
