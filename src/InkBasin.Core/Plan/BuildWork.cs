using InkBasin.Core.Days;
using InkBasin.Core.Materials;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>A piece of a build's work, as the cupboard sees it.</summary>
/// <param name="Id">Identity within the build: that of the step it is done in, where it is one step's.</param>
/// <param name="Name">What is done.</param>
/// <param name="DoneAt">When it was done; null while it is ahead.</param>
/// <param name="Takes">What it takes out of the cupboard; empty where that is not asked, or nobody can reckon it.</param>
public sealed record Work(string Id, string Name, DateTimeOffset? DoneAt, IReadOnlyList<GoodNeed> Takes);

/// <summary>
/// The pieces of work of a build that take other goods than resin and tints: what is ahead is needed, what is done has been taken. A piece that is left out
/// is neither, and not among them.
/// </summary>
public static class BuildWork
{
    /// <summary>Pours of one product and ink begun so close together were mixed together, minutes (rule of the bench, assumed).</summary>
    public const double TogetherMin = 60;

    // A cup for the parts and one they are poured over into.
    private const int CupsForTwoParts = 2;

    /// <summary>How many cups a number of batches takes.</summary>
    /// <param name="batches">Batches.</param>
    /// <param name="onePart">Whether the product is one part: it is not poured over.</param>
    internal static int CupsOf(int batches, bool onePart) => batches * (onePart ? 1 : CupsForTwoParts);

    /// <summary>Whether a change may have begun, done or taken back any of it; quick, without a plan.</summary>
    /// <param name="before">The build before it.</param>
    /// <param name="after">The build after it.</param>
    public static bool MayDiffer(Builds.Build before, Builds.Build after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        return !Done(before).SequenceEqual(Done(after));
    }

    private static IEnumerable<(string Id, string Of, DateTimeOffset? At)> Done(Builds.Build build) =>
    [
        ("plaster", "", build.Drying.PlasteredAt),
        .. build.Days.Notes.Where(note => note.DoneAt is not null).Select(note => (note.Id, "note", note.DoneAt)),
        .. build.WaterTests.Select(test => (test.WaterId, "test", (DateTimeOffset?)test.At)),
        .. build.Begun.Select(pour => ($"{pour.WaterId}:{pour.Layer}", pour.Id, (DateTimeOffset?)pour.At)),
        .. build.Log.Where(entry => entry.Session is not null).Select(entry => (entry.Id, "session", (DateTimeOffset?)entry.At)),
    ];

    /// <summary>All of it.</summary>
    /// <param name="answers">What follows from the build.</param>
    /// <param name="plan">What is cut and mixed for it; null where only what is done is asked, or it cannot be cut.</param>
    /// <param name="now">Now.</param>
    public static IReadOnlyList<Work> Of(BuildAnswers answers, MakingPlan? plan, DateTimeOffset now)
    {
        ArgumentNullException.ThrowIfNull(answers);
        var steps = BuildDays.StepsOf(answers, now).DistinctBy(step => step.Id).ToDictionary(step => step.Id);
        return [.. OfGround(answers, plan, steps), .. OfWaters(answers, plan, steps), .. PouredCups(answers)];
    }

    // Ahead as long as there is such a step that is not done; done by it, or by what shows that it long is.
    private static IEnumerable<Work> Piece(string id, string name, DateTimeOffset? shown, BuildStep? step, params GoodNeed[] takes)
    {
        if (shown is null && step is null) yield break;
        yield return new Work(id, name, step?.DoneAt ?? shown, [.. takes.Where(need => need.Amount > 0)]);
    }

    private static IEnumerable<Work> OfGround(BuildAnswers answers, MakingPlan? plan, Dictionary<string, BuildStep> steps)
    {
        var (build, making) = (answers.Build, answers.Build.Making);

        // Who has poured has plastered; who has stood water in it has built it.
        DateTimeOffset? poured = build.Begun.Min(pour => (DateTimeOffset?)pour.At), tested = build.WaterTests.Min(test => (DateTimeOffset?)test.At);
        var built = Sooner(poured, tested);
        var plastered = build.Drying.PlasteredAt ?? poured;
        GoodNeed Need(GoodKind kind, string what, double? amount, double? thicknessMm = null) => new(build.Name, kind, what, null, thicknessMm, amount ?? 0, null);
        BuildStep? Step(string id) => steps.GetValueOrDefault(id);
        return
        [
            .. Piece("foam", "Foam cut and glued", Sooner(built, plastered), Step("foam"), Need(GoodKind.Foam, $"Foam {making.Foam.ThicknessMm:0.#} mm", plan?.Foam.Sheets.Count, making.Foam.ThicknessMm)),
            .. Piece("skin", "Ground plastered", plastered, Step("skin"), Need(GoodKind.Plaster, making.Plaster.Name, plan?.Skin.PowderG)),
            .. Piece("rocks", "Rocks cast", built, Step("rocks"), Need(GoodKind.Plaster, making.Plaster.Name, plan?.Rocks?.PowderG)),
            .. Piece("growth", "Growth planted", null, Step("growth"), Need(GoodKind.Glue, "White glue", plan?.DryGround.GlueMl + plan?.Bed.GlueMl)),
        ];
    }

    private static List<Work> OfWaters(BuildAnswers answers, MakingPlan? plan, Dictionary<string, BuildStep> steps)
    {
        var build = answers.Build;
        GoodNeed Need(GoodKind kind, string what, double amount) => new(build.Name, kind, what, null, null, double.IsFinite(amount) ? amount : 0, null);
        var bedMm2 = answers.Standing.Sum(water => water.Region.AreaMm2);

        // A dam between two waters is put up once, with the first of them.
        List<(string? WaterId, double SeamMm)> seams = [.. build.Dams.Zip(answers.Dams).Where(pair => pair.First.Make != DamMake.Tape).Select(pair => (build.Waters.FirstOrDefault(water => pair.Second.Holds.Contains(water.Id))?.Id, pair.Second.SeamMm))];
        var seamMm = seams.Sum(one => one.SeamMm);
        var (works, dams) = (new List<Work>(), new List<Work>());
        foreach (var (water, standing) in build.Waters.Zip(answers.Standing))
        {
            var shown = Sooner(build.Begun.Where(pour => pour.WaterId == water.Id).Min(pour => (DateTimeOffset?)pour.At), build.WaterTests.Where(test => test.WaterId == water.Id).Min(test => (DateTimeOffset?)test.At));
            var (bed, seam) = (standing.Region.AreaMm2 / bedMm2, seams.Where(one => one.WaterId == water.Id).Sum(one => one.SeamMm) / seamMm);
            works.AddRange(Piece($"{water.Id}:seal", $"{water.Name} sealed", shown, steps.GetValueOrDefault($"{water.Id}:seal"), Need(GoodKind.Sealer, "Sealer", bed * plan?.Sealing.SealerMl ?? 0)));
            dams.AddRange(Piece(
                $"{water.Id}:dams", $"Dams of {water.Name} put up", build.Dams.Zip(answers.Dams).Any(pair => pair.Second.Holds.Contains(water.Id)) ? shown : null, steps.GetValueOrDefault($"{water.Id}:dams"),
                Need(GoodKind.Sealant, "Sealant", seam * plan?.Sealing.SealantMl ?? 0), Need(GoodKind.Glue, "White glue", seam * plan?.Sealing.GlueMl ?? 0)));
        }

        // Panels of all dams are laid on the sheets together, and cut before the first of them is put up.
        if (dams.Count > 0)
            dams.Add(new Work("dams", "Panels of the dams cut", dams.Min(work => work.DoneAt), plan is not null && Answer.Of(() => answers.DamCut()).Is is { Sheets.Count: > 0 and var sheets } ? [Need(GoodKind.DamSheet, "Sheet for dams", sheets)] : []));
        return [.. works, .. dams];
    }

    // By the records of sessions where there are any; pours begun by hand by what is mixed for all of them together.
    private static IEnumerable<Work> PouredCups(BuildAnswers answers)
    {
        Work Of(string id, string what, DateTimeOffset at, int cups) => new($"cups:{id}", $"Cups of {what}", at, cups > 0 ? [new(answers.Build.Name, GoodKind.Cup, "Mixing cups", null, null, cups, null)] : []);
        var told = new HashSet<(string WaterId, int Layer)>();
        foreach (var entry in answers.Build.Log.Select(one => one.Corrected()))
        {
            if (entry.Session is not { } session) continue;
            told.UnionWith(session.Poured.Select(layer => (layer.WaterId, layer.Layer)));
            var used = session.Cups.Count(cup => cup.OneG is not null || (cup.MetAt ?? cup.OutAt ?? cup.GivenUpAt) is not null);
            yield return Of(entry.Id, session.Title, session.EndedAt, CupsOf(used, !session.Mixes.Any(mix => mix.HasTwo)));
        }

        var open = new Dictionary<string, List<BegunLayer>>(StringComparer.Ordinal);
        var mixes = new List<List<BegunLayer>>();
        foreach (var one in BegunLayer.Of(answers).Where(one => !told.Contains((one.Pour.WaterId, one.Pour.Layer))).OrderBy(one => one.Pour.At).ThenBy(one => one.Pour.Id, StringComparer.Ordinal))
        {
            // Several colours of one layer are mixed for it alone.
            var key = one.Layer.Zones.Count > 0 ? one.Pour.Id : $"{one.Sheet.Id} {answers.Of(one.Pour.WaterId).Case.ChoiceOf(one.Pour.Layer - 1).KeyOf(one.Pour.Layer - 1)}";
            if (!open.TryGetValue(key, out var mix) || (one.Pour.At - mix[0].Pour.At).TotalMinutes > TogetherMin) mixes.Add(open[key] = mix = []);
            mix.Add(one);
        }

        foreach (var mix in mixes)
        {
            var batches = mix is [{ Layer: var alone }] ? alone.Mix.Batches.Count : Batches.Of(mix.Sum(one => one.Layer.VolumeMl), mix[0].Sheet, answers.Bench, mix.Sum(one => one.Layer.Pools.Each.Count)).Mix.Batches.Count;
            yield return Of(string.Join('+', mix.Select(one => one.Pour.Id)), string.Join(", ", mix.Select(one => $"{one.Name}, layer {one.Pour.Layer}")), mix[0].Pour.At, CupsOf(batches, mix[0].Sheet.Traits.IsOnePart));
        }
    }

    private static DateTimeOffset? Sooner(DateTimeOffset? one, DateTimeOffset? other) => one is null || other < one ? other : one;
}
