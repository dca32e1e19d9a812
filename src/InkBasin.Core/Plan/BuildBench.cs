using InkBasin.Core.Bench;
using InkBasin.Core.Pours;

namespace InkBasin.Core.Plan;

/// <summary>The sessions of a build as the bench takes them: what is mixed one after another for the same layer is one walk.</summary>
public static class BuildBench
{
    // What is offered is tried: of more nobody chooses.
    private const int MostOffered = 12;

    /// <summary>What could be walked through, in order; empty where nothing is mixed or it cannot be planned.</summary>
    /// <param name="answers">What follows from the build.</param>
    /// <param name="now">Now.</param>
    /// <param name="together">Numbers of what the maker takes as one mix: it stands under the least of them. None of them: each by itself.</param>
    /// <exception cref="RefusedException">Those are not of one mix, or not all of them are next.</exception>
    public static IReadOnlyList<BenchReady> Of(BuildAnswers answers, DateTimeOffset now, IReadOnlyCollection<int>? together = null)
    {
        ArgumentNullException.ThrowIfNull(answers);
        var walks = Walks(answers, together ?? []);
        return [.. walks.Select(walk => Ready(answers, walk, now) with { CouldJoin = CouldJoin(answers, walks, walk) })];
    }

    /// <summary>The script of one of them.</summary>
    /// <param name="answers">What follows from the build.</param>
    /// <param name="number">Its number.</param>
    /// <param name="together">As for <see cref="Of"/>.</param>
    /// <exception cref="RefusedException">There is no such session any more, or what is taken together is not of one mix.</exception>
    public static BenchScript ScriptOf(BuildAnswers answers, int number, IReadOnlyCollection<int>? together = null)
    {
        ArgumentNullException.ThrowIfNull(answers);
        var walk = Walks(answers, together ?? []).FirstOrDefault(one => one.Number == number) ?? throw new RefusedException("number", "That session is not ahead any more: look at the list anew.", RefusalKind.Impossible);
        var (sheet, bench) = (answers.Stores.Sheet(walk.Sessions[0].ProductId)!, answers.Bench);
        double? peak = sheet.Traits.IsOnePart ? null : walk.Layers.Max(layer => (double?)answers.Of(layer.WaterId).Layers.Is!.Layers[layer.Layer - 1].Cure.PeakC);
        return BenchSteps.Of(walk.Sessions, new BenchSetting(sheet, bench, answers.Build.Care, peak, walk.LayOut(sheet, bench))) with { TimeZone = answers.Build.TimeZone };
    }

    private static IReadOnlyList<Walk> Walks(BuildAnswers answers, IReadOnlyCollection<int> together)
    {
        var walks = Walk.Of(answers.Sessions.Is ?? []);
        if (together.Count == 0) return walks;
        List<Walk> asked = [.. walks.Where(walk => together.Contains(walk.Number))];
        if (asked.Count != together.Distinct().Count() || Joined(answers, asked) is not { } one)
            throw new RefusedException("together", "These cannot be of one mix any more: look at the list anew.", RefusalKind.Impossible);
        return [.. walks.Except(asked).Append(one).OrderBy(walk => walk.Number)];
    }

    private static IReadOnlyList<int> CouldJoin(BuildAnswers answers, IReadOnlyList<Walk> walks, Walk walk) => !IsNext(answers, walk) ? [] :
        [.. walks.Where(other => other.Number != walk.Number && other.Sessions[0].MixKey == walk.Sessions[0].MixKey && Joined(answers, [walk, other]) is { Stop: null }).Select(other => other.Number).Take(MostOffered)];

    // Planned at different times, but all of it the next of its water and of one product and colour.
    private static Walk? Joined(BuildAnswers answers, IReadOnlyList<Walk> walks) =>
        walks.All(walk => walk.Sessions.Count == 1 && IsNext(answers, walk)) && MixSessions.Together(answers.Poured, answers.Stores.Bottles, [.. walks.SelectMany(walk => walk.Layers)]) is { } mix
            ? new Walk([mix with { Number = walks.Min(walk => walk.Number) }], IsJoined: true)
            : null;

    private static bool IsNext(BuildAnswers answers, Walk walk) => walk.Layers.All(layer => answers.Of(layer.WaterId).Case.Begun.Count + 1 == layer.Layer);

    private static BenchReady Ready(BuildAnswers answers, Walk walk, DateTimeOffset now)
    {
        var (isNext, first) = (IsNext(answers, walk), walk.Sessions[0]);
        PourQuestions Asked(string waterId) => answers.Of(waterId).Questions(now) is var of && walk.IsJoined ? of with { Session = first } : of;
        List<BenchList> lists = isNext ? [.. walk.Layers.Select(layer => new BenchList(layer.WaterId, answers.Build.WaterOf(layer.WaterId).Name, layer.Layer, BeforePour.Of(Asked(layer.WaterId))))] : [];
        return new BenchReady(
            walk.Number,
            BenchSteps.TitleOf(walk.Sessions),
            first.ProductName,
            string.Join("; ", walk.Sessions.Select(session => session.InkName).OfType<string>().Distinct()) is { Length: > 0 } inks ? inks : null,
            first.At,
            walk.Sessions.Sum(session => session.Cards.Sum(card => card.Batch.MixedG)),
            walk.Sessions.Sum(session => session.Cards.Count),
            isNext,
            lists,
            walk.Stop)
        { OfAll = BenchReady.AskedOnce(lists) };
    }
}
