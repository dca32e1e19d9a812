using InkBasin.Core.Pours;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Plan;

/// <summary>What a build still takes out of the cupboard.</summary>
/// <param name="Resin">Its sessions ahead, in their order.</param>
/// <param name="Goods">Tints, cups and, with its other work, what that takes ahead.</param>
public sealed record Needs(IReadOnlyList<ResinNeed> Resin, IReadOnlyList<GoodNeed> Goods)
{
    /// <summary>What it has taken already: its begun pours, as weighed, else as planned, and what was mixed and poured nowhere, which is on no day of pouring.</summary>
    public IReadOnlyList<ResinNeed> Poured { get; init; } = [];

    /// <summary>The tints in that, by the recipe it was mixed by.</summary>
    public IReadOnlyList<GoodNeed> PouredTints { get; init; } = [];

    /// <summary>Other goods its work has taken, by what is reckoned for it, and cups.</summary>
    public IReadOnlyList<GoodNeed> Taken { get; init; } = [];

    /// <summary>What its sessions take, without its other work.</summary>
    /// <param name="answers">What follows from it.</param>
    public static Needs Of(BuildAnswers answers)
    {
        ArgumentNullException.ThrowIfNull(answers);
        var (name, sessions) = (answers.Build.Name, answers.Sessions.Is ?? []);
        DateOnly? Day(MixSession session) => session.At is { } at ? DateOnly.FromDateTime(Clock.On(at, answers.Bench.Zone).DateTime) : null;
        var resin = sessions.Select(session => new ResinNeed(
            name, Bench.BenchSteps.TitleOf([session]), session.ProductId, session.Cards.Sum(card => card.Batch.AG), session.Cards.Sum(card => card.Batch.BG), session.VolumeMl, Day(session)));
        var tints = sessions.SelectMany(session => session.Cards.SelectMany(card => (card.Ink?.Doses ?? []).Select(dose => (Session: session, Dose: dose, Ml: dose.GivenMlPer100Ml * card.Batch.MixedMl / 100))))
            .Where(one => one.Ml > 0)
            .GroupBy(one => (one.Dose.TintId, one.Session.Number))
            .Select(group => new GoodNeed(name, GoodKind.Tint, group.First().Dose.Name, group.Key.TintId, null, group.Sum(one => one.Ml), Day(group.First().Session)));
        var cups = sessions.Select(session => new GoodNeed(name, GoodKind.Cup, "Mixing cups", null, null, BuildWork.CupsOf(session.Cards.Count, session.Cards[0].Batch.BMl <= 0), Day(session)));
        return new Needs([.. resin], [.. tints, .. cups]) { Poured = [.. PouredOf(answers), .. SpentOf(answers)], PouredTints = [.. TintsOf(answers)] };
    }

    private static IEnumerable<ResinNeed> PouredOf(BuildAnswers answers) => BegunLayer.Of(answers).Select(one => new ResinNeed(
        answers.Build.Name, $"{one.Name}, layer {one.Pour.Layer}", one.Sheet.Id, one.OneG, one.TwoG, one.Layer.VolumeMl, DateOnly.FromDateTime(Clock.On(one.Pour.At, answers.Bench.Zone).DateTime)));

    private static IEnumerable<ResinNeed> SpentOf(BuildAnswers answers) =>
        from session in answers.Build.Log.Select(entry => entry.Corrected().Session).OfType<Log.SessionRecord>()
        let spent = session.Spent()
        where spent.OneG + spent.TwoG > 0
        select new ResinNeed(answers.Build.Name, session.Title, session.ProductId, spent.OneG, spent.TwoG, 0, null);

    private static IEnumerable<GoodNeed> TintsOf(BuildAnswers answers) => BegunLayer.Of(answers).SelectMany(one =>
        (one.Pour.Ink?.MlOf(one.Pour.Layer - 1, one.Sheet.MixedMl(one.OneG, one.TwoG)) ?? []).Select(tint => new GoodNeed(
            answers.Build.Name, GoodKind.Tint, answers.Stores.Tints.FirstOrDefault(known => known.Id == tint.TintId)?.Name ?? tint.TintId, tint.TintId, null, tint.Ml, DateOnly.FromDateTime(Clock.On(one.Pour.At, answers.Bench.Zone).DateTime))));

    /// <summary>The same with what its other work still takes, and has taken.</summary>
    /// <param name="works">The pieces of it.</param>
    public Needs With(IReadOnlyList<Work> works)
    {
        ArgumentNullException.ThrowIfNull(works);
        return this with { Goods = [.. Goods, .. works.Where(work => work.DoneAt is null).SelectMany(work => work.Takes)], Taken = [.. works.Where(work => work.DoneAt is not null).SelectMany(work => work.Takes)] };
    }
}
