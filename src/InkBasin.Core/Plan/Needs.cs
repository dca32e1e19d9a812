using InkBasin.Core.Days;
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

    /// <summary>The tints in that, by the recipe it was mixed by.</summary>
    public IReadOnlyList<GoodNeed> PouredTints { get; init; } = [];

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
        return new Needs([.. resin], [.. tints, .. cups]) { Poured = [.. PouredOf(answers)], PouredTints = [.. TintsOf(answers)] };
    }

    private static IEnumerable<ResinNeed> PouredOf(BuildAnswers answers) => Begun(answers).Select(one => new ResinNeed(
        answers.Build.Name, $"{one.Name}, layer {one.Pour.Layer}", one.Sheet.Id, one.OneG, one.TwoG, one.Layer.VolumeMl, DateOnly.FromDateTime(Clock.On(one.Pour.At, answers.Bench.Zone).DateTime)));

    private static IEnumerable<GoodNeed> TintsOf(BuildAnswers answers) => Begun(answers).SelectMany(one =>
        (one.Pour.Ink?.MlOf(one.Pour.Layer - 1, one.Sheet.MixedMl(one.OneG, one.TwoG)) ?? []).Select(tint => new GoodNeed(
            answers.Build.Name, GoodKind.Tint, answers.Stores.Tints.FirstOrDefault(known => known.Id == tint.TintId)?.Name ?? tint.TintId, tint.TintId, null, tint.Ml, DateOnly.FromDateTime(Clock.On(one.Pour.At, answers.Bench.Zone).DateTime))));

    private static IEnumerable<(string Name, BegunPour Pour, PlannedLayer Layer, ProductSheet Sheet, double OneG, double TwoG)> Begun(BuildAnswers answers)
    {
        foreach (var pour in answers.Build.Begun)
        {
            if (answers.Build.Waters.FirstOrDefault(water => water.Id == pour.WaterId) is not { } water || answers.Of(water.Id) is not { Case.Sheet: { } sheet, Layers.Is: { } plans } || pour.Layer > plans.Layers.Count) continue;
            var layer = plans.Layers[pour.Layer - 1];
            yield return (water.Name, pour, layer, sheet, pour.Result?.OneG ?? layer.Mix.Batches.Sum(batch => batch.AG), pour.Result?.TwoG ?? layer.Mix.Batches.Sum(batch => batch.BG));
        }
    }

    /// <summary>The same with what its ground, its dams and what keeps resin in still take: nothing of what is done already.</summary>
    /// <param name="answers">What follows from the build.</param>
    /// <param name="plan">What is cut and mixed for it.</param>
    /// <param name="now">Now.</param>
    public Needs With(BuildAnswers answers, Materials.MakingPlan plan, DateTimeOffset now)
    {
        ArgumentNullException.ThrowIfNull(answers);
        ArgumentNullException.ThrowIfNull(plan);
        var (build, making, steps) = (answers.Build, answers.Build.Making, BuildDays.StepsOf(answers, now));

        // Of work done water by water, the share that is ahead.
        double Ahead(BuildStepKind kind) => steps.Where(step => step.Kind == kind).ToList() is { Count: > 0 } all ? all.Count(step => step.DoneAt is null) / (double)all.Count : 0;
        var ground = build.Begun.Count > 0 || build.Drying.PlasteredAt is not null || steps.Any(step => step is { Kind: BuildStepKind.Skin or BuildStepKind.Foam, DoneAt: not null }) ? 0 : 1;
        var (seal, dams, growth) = (Ahead(BuildStepKind.Seal), Ahead(BuildStepKind.Dams), Ahead(BuildStepKind.Growth));
        GoodNeed Of(GoodKind kind, string what, double amount, double? thicknessMm = null) => new(build.Name, kind, what, null, thicknessMm, amount, null);
        GoodNeed[] goods =
        [
            Of(GoodKind.Foam, $"Foam {making.Foam.ThicknessMm:0.#} mm", ground * plan.Foam.Sheets.Count, making.Foam.ThicknessMm),
            Of(GoodKind.Plaster, making.Plaster.Name, ground * (plan.Skin.PowderG + (plan.Rocks?.PowderG ?? 0))),
            Of(GoodKind.Sealer, "Sealer", seal * plan.Sealing.SealerMl),
            Of(GoodKind.Sealant, "Sealant", dams * plan.Sealing.SealantMl),
            Of(GoodKind.Glue, "White glue", (dams * plan.Sealing.GlueMl) + (growth * (plan.DryGround.GlueMl + plan.Bed.GlueMl))),
            Of(GoodKind.DamSheet, "Sheet for dams", dams > 0 ? Answer.Of(() => answers.DamCut()).Is?.Sheets.Count ?? 0 : 0),
        ];
        return this with { Goods = [.. Goods, .. goods.Where(need => need.Amount > 0)] };
    }
}
