using InkBasin.Core.Ink;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Bench;

/// <summary>What a session's walk is made of besides the session itself.</summary>
/// <param name="Sheet">The product.</param>
/// <param name="Bench">How it is measured, in which room.</param>
/// <param name="Care">How it is kept while it cures.</param>
/// <param name="PeakC">Hottest its layers may become, °C; null for what does not react by itself.</param>
/// <param name="LayOut">What to lay out, one a line.</param>
public sealed record BenchSetting(ProductSheet Sheet, PourBench Bench, CureCare Care, double? PeakC, IReadOnlyList<string> LayOut);

/// <summary>Makes the walk through a mixing session: in the order the hand goes.</summary>
public static class BenchSteps
{
    // Sides and base are scraped each minute of stirring, and once at the end (rule of the bench).
    private const double ScrapeEachMin = 1;

    // When bubbles are looked for, minutes after the last is poured (practice: they rise for half an hour).
    private static readonly double[] Bubbles = [10, 20, 30];

    // Larger cups than planned whose time is reckoned beforehand: a slip of the hand makes a cup larger, never known by how much.
    private static readonly double[] Larger = [1.1, 1.25, 1.5, 2];

    /// <summary>The id of a cup's part two.</summary>
    public static string TwoId(int cup) => $"{cup}-two";

    /// <summary>The script of sessions that are mixed one after another: one, or those of the several colours of a layer.</summary>
    /// <param name="sessions">What is mixed and where it goes, in order, all of the same product; at least one.</param>
    /// <param name="setting">With what, where and how.</param>
    public static BenchScript Of(IReadOnlyList<MixSession> sessions, BenchSetting setting)
    {
        ArgumentNullException.ThrowIfNull(sessions);
        ArgumentNullException.ThrowIfNull(setting);
        var sheet = setting.Sheet;
        List<Cup> cups = [.. sessions.SelectMany(session => session.Cards.Select(card => (Session: session, Card: card))).Select((one, i) => new Cup(i + 1, one.Session, one.Card, setting))];
        return new BenchScript(
            TitleOf(sessions),
            sheet.Id,
            sheet.Name,
            string.Join("; ", sessions.Select(session => session.InkName).OfType<string>().Distinct()) is { Length: > 0 } inks ? inks : null,
            [.. LayersOf(sessions)],
            [.. cups.Select(cup => cup.Mix)],
            IsWeighed(setting),
            sheet.WorkFromC,
            sheet.WorkToC,
            setting.PeakC,
            [.. Before(sessions, setting), .. cups.SelectMany(cup => cup.Steps(cups)), .. After(LayersOf(sessions), setting)]);
    }

    /// <summary>What is poured, in a few words: its waters by their layer.</summary>
    /// <param name="sessions">What is mixed.</param>
    public static string TitleOf(IEnumerable<MixSession> sessions) => string.Join(" · ", sessions.SelectMany(session => session.Pools)
        .GroupBy(pool => pool.Layer)
        .Select(group => $"{string.Join(", ", group.Select(pool => pool.Name).Distinct())}, layer {group.Key}"));

    private static bool IsWeighed(BenchSetting setting) => setting.Bench.Measuring.Device.Kind == DeviceKind.Scale;

    private static IEnumerable<BenchLayer> LayersOf(IReadOnlyList<MixSession> sessions) => sessions.SelectMany(session => session.Pools)
        .GroupBy(pool => (pool.WaterId, pool.Layer))
        .Select(group => new BenchLayer(group.Key.WaterId, group.First().Name, group.Key.Layer, group.First().ToMm, group.Sum(pool => pool.VolumeMl), group.First().DepthMm));

    private static IEnumerable<CupTime> CupTimes(double massG, double plannedMin, ProductSheet sheet, PourBench bench)
    {
        yield return new CupTime(massG, plannedMin);
        var least = plannedMin;
        foreach (var times in Larger)
        {
            // What does not fit the cup has no time of its own: the one before it speaks for it, in proportion.
            if (Batches.PotOf(sheet, massG * times, bench) is not { } minutes) yield break;
            least = Math.Min(least, minutes);
            yield return new CupTime(massG * times, least);
        }
    }

    private static IEnumerable<BenchStep> Before(IReadOnlyList<MixSession> sessions, BenchSetting setting)
    {
        yield return new BenchStep("caution", BenchStepKind.Caution, 0, "First, yourself", setting.Sheet.SafetyNote.Length > 0 ? setting.Sheet.SafetyNote : "See the product’s safety sheet.")
        {
            Lines = ["Nitrile gloves on, eyes covered", "Fresh air, or the respirator the safety sheet names", "Children and pets out", "On skin: wipe, soap and water, never solvent; in eyes: as the safety sheet says, at once"],
        };
        yield return new BenchStep("lay-out", BenchStepKind.LayOut, 0, "All within reach", "Once the parts meet there is no time to look for anything.") { Lines = setting.LayOut };
        foreach (var (i, thing) in sessions.SelectMany(session => session.Cards.SelectMany(card => card.Things.Select(thing => (Thing: thing, session.PourH)))).Where(one => !one.Thing.AfterPour).DistinctBy(one => (one.Thing.Id, one.Thing.Layer)).Index())
            yield return new BenchStep($"in-place-{i + 1}", BenchStepKind.InPlace, 0, thing.Thing.Name, Held(thing.Thing, thing.PourH)) { At = thing.Thing.At };
        foreach (var (session, thin) in sessions.SelectMany(session => session.LetDowns.Select(thin => (session, thin))))
        {
            yield return new BenchStep($"let-down-{session.Number}-{thin.TintId}", BenchStepKind.LetDown, 0, $"Thin {thin.Name} 1 : {thin.PartsToOne}", $"In a little cup of its own, enough for {(session.Cards.Count == 1 ? "the cup" : "all cups")}.{(setting.Sheet.Traits.IsOnePart ? "" : " No part two to it.")}")
            {
                Lines = [$"{TintDose.Words(thin.TintAmount, thin.Unit)} {thin.Name}", $"{thin.ThinnerMl:0.##} ml {thin.Thinner}"],
            };
        }
    }

    private static IEnumerable<BenchStep> After(IEnumerable<BenchLayer> layers, BenchSetting setting)
    {
        var care = setting.Care;
        if (setting.Sheet.Flash is { } flash)
            yield return new BenchStep("lamp", BenchStepKind.Lamp, 0, $"{flash.Seconds:0} s under the lamp", "Eyes away from it. Then touch the edge with a stick before the next.") { Minutes = flash.Seconds / 60 };
        if (!setting.Sheet.Traits.IsOnePart)
        {
            foreach (var minutes in Bubbles)
                yield return new BenchStep($"bubbles-{minutes:0}", BenchStepKind.Bubbles, 0, $"Bubbles, {minutes:0} min after the pour", "Straw or toothpick; heat only for a moment, never beside alcohol, aerosol, foliage or lights. Look along every dam too.") { DueMin = minutes };
        }

        foreach (var layer in layers)
        {
            yield return new BenchStep($"level-{layer.WaterId}-{layer.Layer}", BenchStepKind.Level, 0, $"How high does {layer.Name} stand?", "At the marked waterline or with a stick beside the bed; leave it open if you cannot tell.")
            {
                ToMm = layer.ToMm,
                WaterId = layer.WaterId,
                Layer = layer.Layer,
            };
        }

        if (care.Covered)
            yield return new BenchStep("cover", BenchStepKind.CoverUp, 0, "Cover it against dust", care.CoverAfterH > 0 ? $"As planned {care.CoverAfterH:0.#} h after the pour; until then nobody near it." : "A box or lid that keeps clear of the surface.") { DueMin = care.CoverAfterH > 0 ? care.CoverAfterH * 60 : null };
    }

    private static BenchStep DoseStep(int cup, TintDose dose, string how) => new($"{cup}-dose-{dose.TintId}", BenchStepKind.Dose, cup, dose.Name, how)
    {
        Count = dose.Amount,
        Unit = TintDose.UnitWords(dose.Amount, dose.Unit),
    };

    private static IEnumerable<TimedPrompt> Scrapes(double minutes)
    {
        for (var at = ScrapeEachMin; at < minutes - 0.25; at += ScrapeEachMin) yield return new TimedPrompt(at, "Scrape the sides and the base.");
        if (minutes > 0.5) yield return new TimedPrompt(minutes - 0.25, "Once more round the sides and the base, and scrape the stick.");
    }

    // How it goes in, and for how long the hand or a weight has to keep it there.
    private static string Held(ThingMoment thing, double pourH) => thing.HoldUntilH is { } until ? $"{thing.How} Hold it there for {until - pourH:0.#} h, with a weight or a clamp." : thing.How;

    private static string Mark(double? mm) => mm is { } at ? $"To {at:0.0} mm on the cup’s wall." : "Over the rim: take a larger cup.";

    // One cup of the walk, from the clean cup to the empty one.
    private sealed class Cup(int k, MixSession session, MixCard card, BenchSetting setting)
    {
        private int Number => k;

        public CupMix Mix
        {
            get
            {
                var (sheet, bench, batch) = (setting.Sheet, setting.Bench, card.Batch);
                return new CupMix(
                    sheet.Traits.IsOnePart ? 0 : sheet.OnePerTwoG, batch.AG, batch.BG, sheet.DensityA, sheet.DensityB, sheet.TolerancePercent, sheet.MaxBatchG,
                    IsWeighed(setting) ? bench.Measuring.Device.Graduation : 0.1,
                    session.PotLifeMin is { } planned ? [.. CupTimes(batch.MixedG, planned, sheet, bench)] : []);
            }
        }

        private bool Fills(CardLine of) => card.Lines.Any(line => line.WaterId == of.WaterId && line.Layer == of.Layer);

        public IEnumerable<BenchStep> Steps(IReadOnlyList<Cup> all)
        {
            var (batch, sheet, byScale) = (card.Batch, setting.Sheet, IsWeighed(setting));
            var two = batch.BMl > 0;
            var doses = card.Ink?.Doses.Where(dose => dose.WantedMlPer100Ml > 0).ToList() ?? [];
            yield return new BenchStep($"{k}-cup", BenchStepKind.Cup, k, all.Count == 1 ? "A clean dry cup" : $"Cup {k} of {all.Count}, clean and dry", byScale ? "On the scale, and the scale to nought." : "Upright on a level place.");
            foreach (var dose in doses.Where(dose => dose.LetDown is not null)) yield return DoseStep(k, dose, "of the let-down, into the clean cup; then the scale to nought again");
            yield return new BenchStep($"{k}-one", BenchStepKind.PartOne, k, two ? "Part one" : sheet.Name, byScale ? "Slowly at the end; nothing is ladled out again." : Mark(batch.Marks?.FirstMm)) { TargetG = batch.AG, TargetMl = batch.AMl };
            foreach (var dose in doses.Where(dose => dose.LetDown is null)) yield return DoseStep(k, dose, "counted off, then stirred until no streak is left");
            if (two)
            {
                yield return new BenchStep(TwoId(k), BenchStepKind.PartTwo, k, "Part two, on top of it", byScale ? "The scale to nought first. From its first drop on it cures." : $"{Mark(batch.Marks?.BothMm)} From its first drop on it cures.") { TargetG = batch.BG, TargetMl = batch.BMl };
                yield return new BenchStep($"{k}-stir", BenchStepKind.Stir, k, $"Stir {session.StirMin:0.#} min", "Slowly: fast stirring beats air in.") { Minutes = session.StirMin, Prompts = [.. Scrapes(session.StirMin)] };
                yield return new BenchStep($"{k}-change", BenchStepKind.ChangeCup, k, "Over into a clean cup", "Pour it over and do not scrape the first cup out: what clings to its wall is badly mixed.");
                yield return new BenchStep($"{k}-stir-again", BenchStepKind.Stir, k, $"Stir {session.SecondStirMin:0.#} min more", "In the clean cup, with a clean stick.") { Minutes = session.SecondStirMin, Prompts = [.. Scrapes(session.SecondStirMin)] };
            }

            foreach (var (i, line) in card.Lines.Index())
            {
                yield return new BenchStep($"{k}-pour-{i + 1}", BenchStepKind.Pour, k, line.Pool is { } pool ? $"{line.Name}, pool {pool} of {line.Pools}" : line.Name, line.How)
                {
                    TargetMl = line.VolumeMl,
                    ToMm = line.ToMm,
                    At = line.At,
                    WaterId = line.WaterId,
                    Layer = line.Layer,
                    LeftMl = line.LeftMl,
                    FinishesLayer = !all.Any(other => other.Number > k && other.Fills(line)) && !card.Lines.Skip(i + 1).Any(other => other.WaterId == line.WaterId && other.Layer == line.Layer),
                };
            }

            foreach (var (i, thing) in card.Things.Where(thing => thing.AfterPour && thing.FromH <= session.PourH).Index())
                yield return new BenchStep($"{k}-set-in-{i + 1}", BenchStepKind.SetIn, k, thing.Name, Held(thing, session.PourH)) { At = thing.At };
            if (byScale) yield return new BenchStep($"{k}-over", BenchStepKind.Over, k, "The cup with what is over", "On the scale with its stick, less what both weigh clean: how much the water really took. Leave it open if there is no time.");
            yield return new BenchStep($"{k}-empty", BenchStepKind.Empty, k, "What is over, spread out thin", $"On a scrap of plastic, at once: never left standing in the cup.{(byScale ? " Then the cup and its stick once more, if you like: what stays in them teaches the next plan." : "")}");
        }
    }
}
