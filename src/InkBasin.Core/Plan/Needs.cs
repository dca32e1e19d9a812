using InkBasin.Core.Pours;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Plan;

/// <summary>What a build still takes out of the cupboard.</summary>
/// <param name="Resin">Its sessions ahead, in their order.</param>
/// <param name="Goods">Tints, cups, plaster and foam ahead.</param>
public sealed record Needs(IReadOnlyList<ResinNeed> Resin, IReadOnlyList<GoodNeed> Goods)
{
    /// <summary>What it has taken already: its begun pours, as weighed, else as planned.</summary>
    public IReadOnlyList<ResinNeed> Poured { get; init; } = [];

    // A cup for the parts and one they are poured over into.
    private const int CupsEach = 2;

    /// <summary>What follows from a build, without the ground's foam and plaster.</summary>
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
        var cups = sessions.Select(session => new GoodNeed(name, GoodKind.Cup, "Mixing cups", null, null, session.Cards.Count * (session.Cards[0].Batch.BMl > 0 ? CupsEach : 1), Day(session)));
        return new Needs([.. resin], [.. tints, .. cups]) { Poured = [.. PouredOf(answers)] };
    }

    private static IEnumerable<ResinNeed> PouredOf(BuildAnswers answers)
    {
        var build = answers.Build;
        foreach (var pour in build.Begun)
        {
            if (build.Waters.FirstOrDefault(water => water.Id == pour.WaterId) is not { } water || answers.Of(water.Id) is not { Case.Sheet: { } sheet, Layers.Is: { } plans } || pour.Layer > plans.Layers.Count) continue;
            var layer = plans.Layers[pour.Layer - 1];
            yield return new ResinNeed(
                build.Name, $"{water.Name}, layer {pour.Layer}", sheet.Id, pour.Result?.OneG ?? layer.Mix.Batches.Sum(batch => batch.AG), pour.Result?.TwoG ?? layer.Mix.Batches.Sum(batch => batch.BG), layer.VolumeMl,
                DateOnly.FromDateTime(Clock.On(pour.At, answers.Bench.Zone).DateTime));
        }
    }

    /// <summary>Whether the ground takes nothing more: foam is cut, plaster is on, or a layer is poured.</summary>
    /// <param name="answers">What follows from the build.</param>
    /// <param name="now">Now.</param>
    public static bool GroundIsMade(BuildAnswers answers, DateTimeOffset now)
    {
        ArgumentNullException.ThrowIfNull(answers);
        return answers.Build.Begun.Count > 0
            || answers.Build.Drying.PlasteredAt is not null
            || BuildDays.StepsOf(answers, now).Any(step => step is { Kind: Days.BuildStepKind.Skin or Days.BuildStepKind.Foam, DoneAt: not null });
    }

    /// <summary>The same with foam and plaster, where the ground is not made yet.</summary>
    /// <param name="buildName">The build.</param>
    /// <param name="making">What the ground is built of.</param>
    /// <param name="plan">What is cut and mixed for it.</param>
    public Needs With(string buildName, Making making, Materials.MakingPlan plan)
    {
        ArgumentNullException.ThrowIfNull(making);
        ArgumentNullException.ThrowIfNull(plan);
        GoodNeed[] ground =
        [
            new(buildName, GoodKind.Foam, $"Foam {making.Foam.ThicknessMm:0.#} mm", null, making.Foam.ThicknessMm, plan.Foam.Sheets.Count, null),
            new(buildName, GoodKind.Plaster, making.Plaster.Name, null, null, plan.Skin.PowderG + (plan.Rocks?.PowderG ?? 0), null),
        ];
        return this with { Goods = [.. Goods, .. ground.Where(need => need.Amount > 0)] };
    }
}
