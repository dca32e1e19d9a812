using InkBasin.Core.Pours;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Bench;

/// <summary>What is gone through at the bench without leaving it: mixing sessions one after another.</summary>
/// <param name="Sessions">Them, in their order.</param>
/// <param name="IsJoined">Whether the maker has put together in it what is planned at different times.</param>
internal sealed record Walk(IReadOnlyList<MixSession> Sessions, bool IsJoined = false)
{
    /// <summary>Which, from 1: that of its first session.</summary>
    public int Number => Sessions[0].Number;

    /// <summary>The layers it fills, each by its water and from 1.</summary>
    public IReadOnlyList<(string WaterId, int Layer)> Layers => [.. Sessions.SelectMany(session => session.Pools).Select(pool => (pool.WaterId, pool.Layer)).Distinct()];

    /// <summary>Why it cannot be mixed as it is; null when it can. What was put together by hand is stopped by whatever stops it: by themselves its layers may do.</summary>
    public Notice? Stop => Sessions.SelectMany(session => session.Notices).FirstOrDefault(notice => notice.Standing == Standing.Stop && (IsJoined || notice.Kind == MixNotices.Cannot));

    /// <summary>Sessions that fill the same layer belong together: its colours are poured side by side while all are wet.</summary>
    public static IReadOnlyList<Walk> Of(IReadOnlyList<MixSession> sessions)
    {
        var walks = new List<List<MixSession>>();
        foreach (var session in sessions)
        {
            bool Shares(MixSession other) => other.Pools.Any(pool => session.Pools.Any(mine => mine.WaterId == pool.WaterId && mine.Layer == pool.Layer));
            var joined = walks.Where(walk => walk.Exists(Shares)).ToList();
            List<MixSession> all = [.. joined.SelectMany(walk => walk), session];
            walks.RemoveAll(joined.Contains);
            walks.Add([.. all.OrderBy(one => one.Number)]);
        }

        return [.. walks.Select(walk => new Walk(walk)).OrderBy(walk => walk.Number)];
    }

    /// <summary>What is laid out for it.</summary>
    public IReadOnlyList<string> LayOut(ProductSheet sheet, PourBench bench)
    {
        var cups = Sessions.Sum(session => session.Cards.Count);
        var twoParts = !sheet.Traits.IsOnePart;
        double one = Sessions.Sum(session => session.Cards.Sum(card => card.Batch.AG)), two = Sessions.Sum(session => session.Cards.Sum(card => card.Batch.BG));
        return
        [
            twoParts ? $"{sheet.Name}: {one:0.#} g of part one, {two:0.#} g of part two" : $"{sheet.Name}: {one:0.#} g",
            .. Sessions.Select(session => session.InkName).OfType<string>().Distinct(),
            $"{(twoParts ? cups * 2 : cups)} clean dry cups, {(bench.Measuring.Device.Kind == DeviceKind.Scale ? "the scale, " : "")}{(twoParts ? "two sticks a cup" : "a brush")}",
            .. Sessions.Any(session => session.LetDowns.Count > 0) ? ["A little cup for each tint that is thinned"] : Array.Empty<string>(),
            .. Sessions.SelectMany(session => session.Cards).SelectMany(card => card.Things).Select(thing => thing.Name).Distinct(),
            twoParts ? "A syringe or dropper, a straw, toothpicks" : "A damp brush",
            "Paper, a scraper, film and tape: should a dam give way",
            "Wipes, a bag for waste, a scrap of plastic for what is over",
            "The cover",
        ];
    }
}
