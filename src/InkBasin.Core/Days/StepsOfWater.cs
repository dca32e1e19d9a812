using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Water;

namespace InkBasin.Core.Days;

/// <summary>What a layer ahead wants at the bench.</summary>
/// <param name="WorkMin">What stirring and pouring take, all its cups one after another, minutes.</param>
/// <param name="LayOut">What is laid out for it.</param>
/// <param name="Missing">What of that is not in the stores.</param>
/// <param name="MixKey">The product and ink; null where it is of several colours.</param>
/// <param name="KeepsUntil">The last day its bottles keep; null where nobody knows.</param>
/// <param name="Walk">Which walk at the bench it is of, from 1.</param>
public sealed record PourKit(double WorkMin, IReadOnlyList<string> LayOut, IReadOnlyList<string> Missing, string? MixKey, DateOnly? KeepsUntil, int Walk);

/// <summary>What the steps of one water follow from.</summary>
/// <param name="Case">How it is poured.</param>
/// <param name="Plans">Its layers; null where it cannot be cut.</param>
/// <param name="Dams">How many dams hold it.</param>
/// <param name="GluedDams">How many of them are not of tape.</param>
/// <param name="SealH">Hours from the first coat of its sealing until resin may meet it.</param>
/// <param name="TestedAt">Its last water test that is logged; null for none. What comes before a test is then done.</param>
/// <param name="Waves">Waves to scale.</param>
/// <param name="Ripples">When to look at its last layer; null when nothing is to be done to it.</param>
/// <param name="Gel">Gel on its surface, and in how many coats; null for none.</param>
/// <param name="Kits">What each layer ahead wants, by layer from 0.</param>
public sealed record WaterSteps(
    PourCase Case,
    LayerPlans? Plans,
    int Dams,
    int GluedDams,
    double SealH,
    DateTimeOffset? TestedAt,
    WaveScale Waves,
    RippleVisits? Ripples,
    (GelPlan Plan, int Coats)? Gel,
    IReadOnlyDictionary<int, PourKit> Kits)
{
    /// <summary>Whether anything is poured in it.</summary>
    public bool Pours => Plans is { Layers.Count: > 0 };
}

/// <summary>The steps of one water.</summary>
internal static class StepsOfWater
{
    private const double Dm2 = 10_000;
    private const string TestDryFrom = "dry again in a day (rule of the bench; weigh it to be sure)";

    /// <summary>What comes before its first layer, in its order; nothing once that is poured.</summary>
    /// <param name="water">The water.</param>
    /// <param name="dry">The ground it waits for; null where none is to be waited for.</param>
    /// <param name="choice">How the bed is proved.</param>
    public static IEnumerable<BuildStep> BeforePour(WaterSteps water, StepLink? dry, DaysChoice choice)
    {
        if (water.Plans is not { Layers: { Count: > 0 } layers } || layers[0].Poured is not null) yield break;
        var (id, name) = (water.Case.Water.Id, water.Case.Water.Name);
        if (water.TestedAt is { } tested)
        {
            yield return Test(id, name, 1, []) with { DoneAt = tested };
            yield break;
        }

        var dm2 = water.Case.Water.Region.AreaMm2 / Dm2;
        yield return new($"{id}:colour", BuildStepKind.Colour, id, $"Paint the bed of {name}", BenchMinutes.Fives(BenchMinutes.Paint + (BenchMinutes.PaintADm2 * dm2)), BenchMinutes.PaintDry, 0, dry is null ? [] : [dry], "paint dries over night (rule of the bench)") { LayOut = ["paints of the bed, brushes"] };
        var before = new StepLink(new DayLink($"{id}:colour"), "what is sealed is not painted any more");
        var things = layers[0].Things.Count(thing => thing is { Places: true, AfterPour: false });
        if (things > 0)
        {
            yield return new($"{id}:drowned", BuildStepKind.Drowned, id, $"Set drowned things in {name}", BenchMinutes.Fives(BenchMinutes.Drowned * things), BenchMinutes.DrownedGlue, 0, [new(new DayLink($"{id}:colour"), "it stands on painted ground")], "what holds it is firm over night (rule of the bench)") { LayOut = [things == 1 ? "the thing, sealed, and what holds it down" : $"{things} things, sealed, and what holds them down"] };
            before = new StepLink(new DayLink($"{id}:drowned"), "sealer closes round what stands there");
        }

        yield return new($"{id}:seal", BuildStepKind.Seal, id, $"Seal {name}", BenchMinutes.Seal, BenchMinutes.OfHours(water.SealH), 0, [before], $"{Said.Coarse(water.SealH)} h until resin may meet it, by what is used") { LayOut = ["sealer, soft brush"] };
        before = new StepLink(new DayLink($"{id}:seal"), "the bed is sealed");
        if (water.Dams > 0)
        {
            var glued = water.GluedDams > 0;
            yield return new($"{id}:dams", BuildStepKind.Dams, id, $"Put up the {Dams(water)} of {name}", BenchMinutes.Fives(BenchMinutes.Dam * (1 + water.Dams)), glued ? BenchMinutes.OfHours(water.SealH) : 0, 0, [before], glued ? "glue and sealant are through" : "tape holds at once")
            {
                LayOut = [glued ? "panels, release agent, glue and sealant, clamps" : "tape, and more tape to back it", "a rule for their tops"],
            };
            before = new StepLink(new DayLink($"{id}:dams"), "the dams hold");
        }

        for (var k = 1; choice.Proof == Proof.Test && k <= choice.Tests; k++)
        {
            var test = Test(id, name, k, [before]);
            yield return test;
            before = new StepLink(new DayLink(test.Id), "what the first test showed is mended, and dry");
        }
    }

    /// <summary>Why a first layer comes after what was last done to its bed.</summary>
    public static StepLink Proved(BuildStep last) => new(new DayLink(last.Id), last.Kind switch
    {
        BuildStepKind.Test => "it held water, and is dry again",
        BuildStepKind.Dams => "the dams hold",
        _ => "the bed is sealed",
    });

    /// <summary>From its first layer on.</summary>
    /// <param name="water">The water.</param>
    /// <param name="after">What the first layer comes after.</param>
    public static IEnumerable<BuildStep> From(WaterSteps water, IReadOnlyList<StepLink> after) =>
        water.Plans is { Layers.Count: > 0 } plans ? [.. plans.Layers.SelectMany((_, i) => OfLayer(water, plans, i, after)), .. AfterPours(water, plans)] : [];

    private static BuildStep Test(string id, string name, int number, IReadOnlyList<StepLink> after) =>
        new(number == 1 ? $"{id}:test" : $"{id}:test:{number}", BuildStepKind.Test, id, number == 1 ? $"Water test of {name}" : $"Water test {number} of {name}", BenchMinutes.Test, BenchMinutes.TestDry, (int)Pours.BeforePour.ShortestTestMin, after, TestDryFrom) { LayOut = ["jug, inked water, towels"] };

    private static string Dams(WaterSteps water) => water.Dams == 1 ? "dam" : "dams";

    private static IEnumerable<BuildStep> OfLayer(WaterSteps water, LayerPlans plans, int i, IReadOnlyList<StepLink> first)
    {
        var (id, name, layers, layer) = (water.Case.Water.Id, water.Case.Water.Name, plans.Layers, plans.Layers[i]);
        var label = layers.Count > 1 ? $"{name} {i + 1}" : name;
        var pour = $"{id}:pour:{i + 1}";
        var topmost = i + 1 == layers.Count;
        IReadOnlyList<StepLink> after = i == 0
            ? first
            : [new(new DayLink($"{id}:pour:{i}", LinkFrom.Start, BenchMinutes.OfHours(layers[i - 1].RecoatFromH - layers[i - 1].PourH), BenchMinutes.OfHours(layers[i - 1].RecoatToH - layers[i - 1].PourH)), "inside the window of the layer under it, so that it bonds by itself", Scuff: true)];
        var ready = topmost ? plans.StripH ?? layer.StripH : layer.RecoatFromH;
        var kit = water.Kits.GetValueOrDefault(i);
        var work = BenchMinutes.Fives(BenchMinutes.LayOut + (kit?.WorkMin ?? BenchMinutes.LayOut));
        yield return new(pour, BuildStepKind.Pour, id, $"Pour {label}", work, Math.Max(0, BenchMinutes.OfHours(ready - layer.PourH) - work), water.Case.Sheet is { Traits.IsOnePart: true } ? 0 : BenchMinutes.Looks, after, $"{(topmost ? "firm enough to strip" : "the next layer may go on")}, by the sheet and this room{(water.Case.Sheet?.Learnt is { } learnt ? $"; {learnt}" : "")}")
        {
            DoneAt = layer.Poured?.At,
            PinnedAt = i == 0 ? water.Case.FirstPourAt : null,
            Cure = layer.Cure.Course,
            LayOut = kit?.LayOut ?? [],
            Missing = kit?.Missing ?? [],
            MixKey = kit?.MixKey,
            Layer = kit is null ? null : i + 1,
            Walk = kit?.Walk,
            KeepsUntil = kit?.KeepsUntil,
        };
        if (layer.Poured is not null && !topmost && layers[i + 1].Poured is not null) yield break;
        if (i == 0 && layer.Poured is null && water.Dams > 0)
            yield return new($"{id}:look", BuildStepKind.Look, id, $"Last look at the {Dams(water)} of {name}", BenchMinutes.Look, 0, 0, [new(new DayLink(pour, LinkFrom.Start, BenchMinutes.LeastLook, BenchMinutes.GreatestLook), "a first layer finds the leaks, and at night nobody does")], "");
        foreach (var thing in layer.Things.Where(thing => thing is { AfterPour: true, Places: true }))
        {
            var (from, to) = (BenchMinutes.OfHours(thing.FromH - layer.PourH), thing.ToH is { } until ? BenchMinutes.OfHours(until - layer.PourH) - BenchMinutes.Thing : (int?)null);
            if (to < from) continue;
            yield return new($"{id}:thing:{thing.Id}", BuildStepKind.Thing, id, $"{thing.Name} into {label}", BenchMinutes.Thing, 0, 0, [new(new DayLink(pour, LinkFrom.Start, Math.Max(0, from), to), "while the layer carries it and still closes round it")], "")
            {
                DoneAt = layer.Poured is { } poured && thing.ToAt < poured.At ? poured.At : null,
                LayOut = [$"{thing.Name}, sealed; gloves, tweezers"],
            };
        }
    }

    /// <summary>What of a water no day can be found for, or none by the right sheet, in words; nothing while its layers set as they are reckoned.</summary>
    public static IEnumerable<string> Waits(PourCase water, LayerPlans? plans)
    {
        if (water.Soft is { } soft) yield return $"{water.Water.Name} stayed soft: what comes after its pours has no day until layer {soft.Layer} is noted firm in the log.";
        else if (water.LastIsOfAnother && plans is { HoursSpeak: true, Next: not null }) yield return $"The next layer of {water.Water.Name} is of another product than the one under it: when that one takes it is in its own sheet, and the day told here does not know.";
        else if (plans is { HoursSpeak: false }) yield return $"{water.Water.Name} was poured of another product than is chosen for it now: what comes after its pours has no day until that is chosen again.";
    }

    private static IEnumerable<BuildStep> AfterPours(WaterSteps water, LayerPlans plans)
    {
        var (id, name, last) = (water.Case.Water.Id, water.Case.Water.Name, plans.Layers[^1]);
        var end = $"{id}:pour:{plans.Layers.Count}";
        if (water.Ripples is { } ripples && water.Gel is null && water.Waves.HeightMm >= SurfacePlan.SeenMm)
        {
            // In a long window some minutes will do; a short one is waited for and used up.
            var (holds, closes) = (BenchMinutes.OfHours(ripples.HoldsFromH), BenchMinutes.OfHours(ripples.ClosesAtH));
            var (from, to, work) = closes - holds >= BenchMinutes.Ripple
                ? (holds, closes - BenchMinutes.Ripple, BenchMinutes.Ripple)
                : (Math.Max(0, holds - BenchMinutes.RippleWait), holds, BenchMinutes.Fives(closes - holds + BenchMinutes.RippleWait));
            yield return new($"{id}:ripples", BuildStepKind.Ripples, id, $"Ripples in {name}", work, 0, 0, [new(new DayLink(end, LinkFrom.Start, from, to), "while a nudge stays and before it gels")], "") { LayOut = ["a stick, the trial puddle, gloves"] };
        }

        // When a layer that stayed soft will be firm nobody can reckon, nor by another's sheet when one is.
        if (!plans.HoursSpeak) yield break;
        var full = Math.Max(0, BenchMinutes.OfHours((plans.FullCureH ?? last.FullCureH) - last.PourH));
        var strip = new StepLink(new DayLink($"{id}:strip"), "trimmed first");
        yield return new($"{id}:strip", BuildStepKind.Strip, id, water.Dams > 0 ? $"Strip and trim {name}" : $"Trim {name}", BenchMinutes.Fives(BenchMinutes.LayOut + (BenchMinutes.Strip * water.Dams)), 0, 0, [new(new DayLink(end), "firm enough to strip; what crept up cuts while it is green")], "") { LayOut = ["sharp knife, gloves"] };
        if (water.Dams > 0)
            yield return new($"{id}:edges", BuildStepKind.Edges, id, $"Pare and polish the faces of {name}", BenchMinutes.Edge * water.Dams, 0, 0, [new(new DayLink(end, LinkFrom.Start, full), "only cured resin is sanded; its dust is harmful while it is green"), strip], "") { LayOut = ["wet abrasive from coarse to fine, polish", "dust mask"] };
        if (water.Gel is not { } gel) yield break;
        for (var coat = 1; coat <= gel.Coats; coat++)
        {
            StepLink[] on = coat == 1
                ? [new(new DayLink(end, LinkFrom.Start, full), "gel goes on cured resin alone"), water.Dams > 0 ? new StepLink(new DayLink($"{id}:edges"), "sanding is over") : strip]
                : [new(new DayLink($"{id}:gel:{coat - 1}"), "each coat dries before the next")];
            yield return new($"{id}:gel:{coat}", BuildStepKind.Gel, id, gel.Coats == 1 ? $"Gel on {name}" : $"Gel on {name}, coat {coat}", BenchMinutes.Gel, BenchMinutes.OfHours(gel.Plan.CoatDryH), 0, on, "a coat so thick dries so long in this room") { LayOut = ["gel, stiff brush, straw"] };
        }
    }
}
