using System.Text.Json.Nodes;
using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>Another way of going about a build, tried: what comes of its days.</summary>
/// <param name="Id">Which.</param>
/// <param name="Group">What it is a choice of: proof, dams, ripples, water; or care, what being careful costs; or haste, what would be sooner.</param>
/// <param name="Name">What is done.</param>
/// <param name="Chosen">Whether it is what the build does now.</param>
/// <param name="FinishAt">It would be finished then; null where it does not fit.</param>
/// <param name="Visits">In so many visits.</param>
/// <param name="Changes">What would lie otherwise, in words.</param>
/// <param name="Stop">Why it does not fit, or that it was not sought long enough to tell; null when it fits.</param>
/// <param name="Unsettled">Whether that was not told.</param>
/// <param name="Edit">The edit that takes it; null for what is only asked, or chosen already.</param>
public sealed record DaysTrial(string Id, string Group, string Name, bool Chosen, DateTimeOffset? FinishAt, int Visits, IReadOnlyList<string> Changes, string? Stop, bool Unsettled, BuildEdit? Edit);

/// <summary>The schools of the trade and the prices of care, each tried on a build's days: nothing is said of one that did not come of planning it.</summary>
public static class DaysTrials
{
    private const double OtherC = 5;
    private const double WarmestC = 40;
    private const int NoonMin = 10 * 60;
    private const int EveningMin = 18 * 60;

    private sealed record Way(string Id, string Group, string Name, bool Chosen, BuildEdit? Edit, bool Takes = true);

    /// <summary>Tries them.</summary>
    /// <param name="answers">What follows from the build.</param>
    /// <param name="answersOf">What follows from it once it is changed; its ground stays.</param>
    /// <param name="days">Its days as they are.</param>
    /// <param name="planOf">Plans days.</param>
    public static IEnumerable<DaysTrial> Of(BuildAnswers answers, Func<Build, BuildAnswers> answersOf, DaysPlan days, Func<BuildAnswers, DaysPlan> planOf)
    {
        ArgumentNullException.ThrowIfNull(answers);
        ArgumentNullException.ThrowIfNull(answersOf);
        ArgumentNullException.ThrowIfNull(days);
        ArgumentNullException.ThrowIfNull(planOf);
        foreach (var way in Ways(answers))
        {
            answers.Cancel.ThrowIfCancellationRequested();
            var plan = way is { Chosen: false, Edit: { } edit } ? planOf(answersOf(edit.Apply(answers.Build).After)) : days;
            yield return new DaysTrial(way.Id, way.Group, way.Name, way.Chosen, plan.FinishAt, plan.Visits, DaysChanges.Of(days, plan), plan.Clash, plan.Unsettled, way.Takes && !way.Chosen ? way.Edit : null);
        }
    }

    private static IEnumerable<Way> Ways(BuildAnswers answers)
    {
        var (build, choice) = (answers.Build, answers.Build.Days);
        List<(Builds.Water Water, WaterAnswers Answers)> ahead = [.. build.Waters.Zip(answers.Waters).Where(pair => pair.Second is { Case.Begun.Count: 0, Layers.Is.Layers.Count: > 0 })];
        if (ahead.Count > 0)
        {
            foreach (var way in Proofs(choice, ahead)) yield return way;
            foreach (var way in DamWays(answers, ahead)) yield return way;
        }

        foreach (var way in RippleWays(answers)) yield return way;
        if (ahead.Count > 0 && answers.Waters.All(water => water.Case.Begun.Count == 0))
        {
            yield return new Way("water-first", "water", "Water before the growth", !choice.WaterLast, Set("waterLast", false));
            yield return new Way("water-last", "water", "Water last", choice.WaterLast, Set("waterLast", true));
        }

        if (ahead.Count > 0 && choice is { Proof: Proof.Test, Tests: < 3 } && ahead.Any(pair => build.WaterTests.All(test => test.WaterId != pair.Water.Id)))
            yield return new Way("test-more", "care", "One more water test", false, Set("tests", choice.Tests + 1));
        if (SealFirst(ahead) is { Count: > 0 } thin) yield return new Way("layer-more", "care", "One more layer, thin and first", false, new Together("Pour a thin layer first", thin));
        if (Math.Min(build.Room.AirC, build.Room.NightC ?? build.Room.AirC) - OtherC >= 0)
            yield return new Way("colder", "care", $"A room {OtherC:0} °C colder", false, Warmer(build, -OtherC), Takes: false);

        foreach (var way in HasteWays(answers, ahead)) yield return way;
        List<BenchDay> weekend = [.. choice.Week.Where(day => day.Day is Weekday.Saturday or Weekday.Sunday)];
        if (weekend.Count == 0) weekend = [new(Weekday.Saturday, NoonMin, EveningMin), new(Weekday.Sunday, NoonMin, EveningMin)];
        if (choice.Week.Count > weekend.Count || !choice.Week.SequenceEqual(weekend))
            yield return new Way("weekends", "care", "Only weekends", false, Set("week", new JsonArray([.. weekend.Select(day => BuildLists.Written(day))])));
    }

    // What would be sooner: warmth, and the product of the same kind that takes the next layer soonest.
    private static IEnumerable<Way> HasteWays(BuildAnswers answers, List<(Builds.Water Water, WaterAnswers Answers)> ahead)
    {
        if (ahead.Count == 0) yield break;
        if (Math.Max(answers.Build.Room.AirC, answers.Build.Room.NightC ?? answers.Build.Room.AirC) + OtherC <= WarmestC)
            yield return new Way("warmer", "haste", $"A room {OtherC:0} °C warmer", false, Warmer(answers.Build, OtherC), Takes: false);
        List<(Builds.Water Water, ProductSheet Sheet)> slow = [.. ahead.Where(pair => pair.Answers.Case.Sheet is { Traits.IsOnePart: false }).Select(pair => (pair.Water, pair.Answers.Case.Sheet!))];
        if (slow.Count == 0) yield break;
        var fastest = answers.Stores.Sheets.Where(sheet => sheet.Traits is { IsOnePart: false, IsForSurface: false, AttacksPolystyrene: false }).MinBy(sheet => sheet.RecoatFromH);
        List<BuildEdit> change = [.. slow.Where(one => fastest is not null && fastest.RecoatFromH < one.Sheet.RecoatFromH).Select(one => new SetFields("waters", one.Water.Id, new JsonObject { ["productId"] = fastest!.Id }))];
        if (change.Count > 0) yield return new Way("faster", "haste", $"All of {fastest!.Name}", false, new Together($"Pour {fastest.Name}", change));
    }

    private static SetFields Warmer(Build build, double byC)
    {
        var room = new JsonObject { ["airC"] = build.Room.AirC + byC };
        if (build.Room.NightC is { } night) room["nightC"] = night + byC;
        return new SetFields(null, null, new JsonObject { ["room"] = room });
    }

    private static IEnumerable<Way> Proofs(DaysChoice choice, List<(Builds.Water Water, WaterAnswers Answers)> ahead)
    {
        yield return new Way("test", "proof", "Water test", choice.Proof == Proof.Test, Set("proof", "test"));
        yield return new Way("seal-pour", "proof", "A thin seal pour", choice.Proof == Proof.SealPour, new Together("Prove the bed by a seal pour", [Set("proof", "sealPour"), .. SealFirst(ahead)]));
        yield return new Way("trust", "proof", "Trust the sealing", choice.Proof == Proof.Trust, Set("proof", "trust"));
    }

    private static List<BuildEdit> SealFirst(List<(Builds.Water Water, WaterAnswers Answers)> ahead) =>
        [.. ahead.Where(pair => pair.Water is { Strategy: not LayerStrategy.SealFirst, OwnTopsMm: null }).Select(pair => new SetFields("waters", pair.Water.Id, new JsonObject { ["strategy"] = "sealFirst" }))];

    private static IEnumerable<Way> DamWays(BuildAnswers answers, List<(Builds.Water Water, WaterAnswers Answers)> ahead)
    {
        var waters = ahead.Select(pair => pair.Water.Id).ToHashSet();
        List<Dam> dams = [.. answers.Build.Dams.Zip(answers.Dams).Where(pair => pair.Second.Holds.Any(waters.Contains)).Select(pair => pair.First)];
        if (dams.Count == 0) yield break;
        BuildEdit Make(string label, string make, Func<DamMake, bool> other) =>
            new Together(label, [.. dams.Where(dam => other(dam.Make)).Select(dam => new SetFields("dams", dam.Id, new JsonObject { ["make"] = make }))]);
        var (tape, glued) = (dams.TrueForAll(dam => dam.Make == DamMake.Tape), dams.TrueForAll(dam => dam.Make != DamMake.Tape));
        yield return new Way("dams-tape", "dams", "Dams of tape", tape, Make("Make the dams of tape", "tape", make => make != DamMake.Tape));
        yield return new Way("dams-glued", "dams", "Dams of glued sheet", glued, Make("Make the dams of glued sheet", "gluedSheet", make => make == DamMake.Tape));
    }

    private static IEnumerable<Way> RippleWays(BuildAnswers answers)
    {
        List<Builds.Water> rippled = [.. answers.Build.Waters.Zip(answers.Waters).Where(pair => Answer.Of(pair.Second.Surface).Is is { Waves.HeightMm: >= SurfacePlan.SeenMm }).Select(pair => pair.First)];
        if (rippled.Count == 0 || answers.Stores.Sheets.FirstOrDefault(sheet => sheet.Kind == ProductKind.GlossGel) is not { } gel) yield break;
        BuildEdit Gel(string label, Func<Builds.Water, bool> other, Func<JsonNode?> value) =>
            new Together(label, [.. rippled.Where(other).Select(water => new SetFields("waters", water.Id, new JsonObject { ["gel"] = value() }))]);
        var (none, all) = (rippled.TrueForAll(water => water.Gel is null), rippled.TrueForAll(water => water.Gel is not null));
        yield return new Way("ripples-resin", "ripples", "Ripples in the resin", none, Gel("Nudge ripples into the resin", water => water.Gel is not null, () => null));
        yield return new Way("ripples-gel", "ripples", "Ripples in gel afterwards", all, Gel("Lay ripples on in gel", water => water.Gel is null, () => BuildLists.Written(new GelCoat(gel.Id, 1, 100))));
    }

    private static SetFields Set(string field, JsonNode value) => new(null, null, new JsonObject { ["days"] = new JsonObject { [field] = value } });
}
