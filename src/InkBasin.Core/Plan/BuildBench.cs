using InkBasin.Core.Bench;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Plan;

/// <summary>What is asked before a layer is poured.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Name">Its name.</param>
/// <param name="Layer">Which layer, from 1.</param>
/// <param name="Checks">The questions.</param>
public sealed record BenchList(string WaterId, string Name, int Layer, IReadOnlyList<PourCheck> Checks);

/// <summary>A mixing session as it could be walked through.</summary>
/// <param name="Number">Which, from 1: that of its first mixing session.</param>
/// <param name="Title">What is poured, in a few words.</param>
/// <param name="ProductName">The product.</param>
/// <param name="InkName">Its tints; null when clear.</param>
/// <param name="At">When it is planned; null while undecided.</param>
/// <param name="MixedG">What is mixed, g.</param>
/// <param name="Cups">In how many cups.</param>
/// <param name="IsNext">Whether its layers are the next of their waters: only then it can be poured.</param>
/// <param name="Lists">What is asked before each of its layers.</param>
/// <param name="Stop">Why it cannot be mixed as it is; null when it can.</param>
public sealed record BenchReady(
    int Number, string Title, string ProductName, string? InkName, DateTimeOffset? At, double MixedG, int Cups, bool IsNext, IReadOnlyList<BenchList> Lists, Notice? Stop)
{
    /// <summary>How many questions hold it back.</summary>
    public int Open => Lists.Sum(list => list.Checks.Count(check => !check.Settled));
}

/// <summary>The sessions of a build as the bench takes them: what is mixed one after another for the same layer is one walk.</summary>
public static class BuildBench
{
    /// <summary>What could be walked through, in order; empty where nothing is mixed or it cannot be planned.</summary>
    /// <param name="answers">What follows from the build.</param>
    /// <param name="now">Now.</param>
    public static IReadOnlyList<BenchReady> Of(BuildAnswers answers, DateTimeOffset now)
    {
        ArgumentNullException.ThrowIfNull(answers);
        return [.. Walks(answers).Select(walk => Ready(answers, walk, now))];
    }

    /// <summary>The script of one of them.</summary>
    /// <param name="answers">What follows from the build.</param>
    /// <param name="number">Its number.</param>
    /// <exception cref="RefusedException">There is no such session any more.</exception>
    public static BenchScript ScriptOf(BuildAnswers answers, int number)
    {
        ArgumentNullException.ThrowIfNull(answers);
        var walk = Walks(answers).Find(one => one[0].Number == number) ?? throw new RefusedException("number", "That session is not ahead any more: look at the list anew.", RefusalKind.Impossible);
        var (sheet, bench) = (answers.Stores.Sheet(walk[0].ProductId)!, answers.Bench);
        double? peak = sheet.Traits.IsOnePart ? null : LayersOf(answers, walk).Max(layer => (double?)layer.Cure.PeakC);
        return BenchSteps.Of(walk, new BenchSetting(sheet, bench, answers.Build.Care, peak, LayOut(walk, sheet, bench))) with { TimeZone = answers.Build.TimeZone };
    }

    private static IEnumerable<PlannedLayer> LayersOf(BuildAnswers answers, List<MixSession> walk) => walk.SelectMany(session => session.Pools)
        .DistinctBy(pool => (pool.WaterId, pool.Layer))
        .Select(pool => answers.Of(pool.WaterId).Layers.Is!.Layers[pool.Layer - 1]);

    // Sessions that fill the same layer belong together: its colours are poured side by side while all are wet.
    private static List<List<MixSession>> Walks(BuildAnswers answers)
    {
        var walks = new List<List<MixSession>>();
        foreach (var session in answers.Sessions.Is ?? [])
        {
            bool Shares(MixSession other) => other.Pools.Any(pool => session.Pools.Any(mine => mine.WaterId == pool.WaterId && mine.Layer == pool.Layer));
            var joined = walks.Where(walk => walk.Exists(Shares)).ToList();
            List<MixSession> all = [.. joined.SelectMany(walk => walk), session];
            walks.RemoveAll(joined.Contains);
            walks.Add([.. all.OrderBy(one => one.Number)]);
        }

        return [.. walks.OrderBy(walk => walk[0].Number)];
    }

    private static BenchReady Ready(BuildAnswers answers, List<MixSession> walk, DateTimeOffset now)
    {
        List<(string WaterId, int Layer)> layers = [.. walk.SelectMany(session => session.Pools).Select(pool => (pool.WaterId, pool.Layer)).Distinct()];
        var isNext = layers.TrueForAll(layer => answers.Of(layer.WaterId).Case.Begun.Count + 1 == layer.Layer);
        return new BenchReady(
            walk[0].Number,
            BenchSteps.TitleOf(walk),
            walk[0].ProductName,
            string.Join("; ", walk.Select(session => session.InkName).OfType<string>().Distinct()) is { Length: > 0 } inks ? inks : null,
            walk[0].At,
            walk.Sum(session => session.Cards.Sum(card => card.Batch.MixedG)),
            walk.Sum(session => session.Cards.Count),
            isNext,
            isNext ? [.. layers.Select(layer => new BenchList(layer.WaterId, answers.Build.WaterOf(layer.WaterId).Name, layer.Layer, BeforePour.Of(answers.Of(layer.WaterId).Questions(now))))] : [],
            walk.SelectMany(session => session.Notices).FirstOrDefault(notice => notice is { Standing: Standing.Stop, Kind: "cannotBeMixed" }));
    }

    private static List<string> LayOut(List<MixSession> walk, ProductSheet sheet, PourBench bench)
    {
        var cups = walk.Sum(session => session.Cards.Count);
        var twoParts = !sheet.Traits.IsOnePart;
        double one = walk.Sum(session => session.Cards.Sum(card => card.Batch.AG)), two = walk.Sum(session => session.Cards.Sum(card => card.Batch.BG));
        return
        [
            twoParts ? $"{sheet.Name}: {one:0.#} g of part one, {two:0.#} g of part two" : $"{sheet.Name}: {one:0.#} g",
            .. walk.Select(session => session.InkName).OfType<string>().Distinct(),
            $"{(twoParts ? cups * 2 : cups)} clean dry cups, {(bench.Measuring.Device.Kind == DeviceKind.Scale ? "the scale, " : "")}{(twoParts ? "two sticks a cup" : "a brush")}",
            .. walk.Any(session => session.LetDowns.Count > 0) ? ["A little cup for each tint that is thinned"] : Array.Empty<string>(),
            .. walk.SelectMany(session => session.Cards).SelectMany(card => card.Things).Select(thing => thing.Name).Distinct(),
            twoParts ? "A syringe or dropper, a straw, toothpicks" : "A damp brush",
            "Paper, a scraper, film and tape: should a dam give way",
            "Wipes, a bag for waste, a scrap of plastic for what is over",
            "The cover",
        ];
    }
}
