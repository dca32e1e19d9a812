using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Water;

namespace InkBasin.Core.Days;

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
/// <param name="WorkMin">What stirring and pouring take, by layer from 0, minutes.</param>
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
    IReadOnlyDictionary<int, double> WorkMin);

/// <summary>What the steps before any water follow from.</summary>
/// <param name="PlasterDm2">Plaster on the ground, dm²; 0 for none.</param>
/// <param name="PlasteredAt">When it was put on; null while it is not.</param>
/// <param name="DryH">Hours it takes to dry, from then.</param>
/// <param name="DryFrom">Where that comes from.</param>
public sealed record GroundSteps(double PlasterDm2, DateTimeOffset? PlasteredAt, double DryH, string DryFrom);

/// <summary>The steps of a build in working order, each with its minutes, its waits, what it comes after and why (models.md §9).</summary>
public static class BuildSteps
{
    /// <summary>Surface tension and bubbles want a hand near for so long after a pour, minutes (rule of the bench).</summary>
    public const int LooksMin = 30;

    // Rules of the bench, minutes: laying out and cleaning up a pour, plastering and painting a square decimetre, a dam, a test with its standing, and so on.
    private const int LayOutMin = 10;
    private const int PlasterMin = 20;
    private const double PlasterMinADm2 = 2;
    private const int PaintMin = 30;
    private const double PaintMinADm2 = 4;
    private const int PaintDryMin = 12 * 60;
    private const int SealMin = 30;
    private const int DamMin = 10;
    private const int TestMin = 20;
    private const int TestDryMin = 24 * 60;
    private const int RippleMin = 15;
    private const int RippleWaitMin = 10;
    private const int LookMin = 5;
    private const int ThingMin = 5;
    private const int GelMin = 20;
    private const int GrowthMin = 90;
    private const int GrowthDryMin = 12 * 60;
    private const int PhotographMin = 30;
    private const int LeastLookMin = 60;
    private const int GreatestLookMin = 6 * 60;
    private const double Dm2 = 10_000;
    private const string TestDryFrom = "dry again in a day (rule of the bench; weigh it to be sure)";
    private const string TestWhy = "it held water, and is dry again";

    /// <summary>Makes them.</summary>
    /// <param name="ground">The ground.</param>
    /// <param name="waters">The waters.</param>
    /// <param name="choice">What the maker says of them.</param>
    public static IReadOnlyList<BuildStep> Of(GroundSteps ground, IReadOnlyList<WaterSteps> waters, DaysChoice choice)
    {
        ArgumentNullException.ThrowIfNull(ground);
        ArgumentNullException.ThrowIfNull(waters);
        ArgumentNullException.ThrowIfNull(choice);
        List<BuildStep> steps = [];
        var begun = waters.Any(water => water.Case.Begun.Count > 0);
        if (ground.PlasterDm2 > 0 && !begun)
        {
            steps.Add(new("skin", BuildStepKind.Skin, null, "Plaster the ground", Fives(PlasterMin + (PlasterMinADm2 * ground.PlasterDm2)), Minutes(ground.DryH), 0, [], ground.DryFrom)
            {
                DoneAt = ground.PlasteredAt,
            });
        }

        foreach (var water in waters) steps.AddRange(OfWater(water, steps.Exists(step => step.Id == "skin")));
        List<StepLink> all = [.. waters.Select(water => LastOf(steps, water.Case.Water.Id)).OfType<BuildStep>().Select(step => new StepLink(new DayLink(step.Id), "its surface is touched no more before that"))];
        if (all.Count > 0)
        {
            steps.Add(new("growth", BuildStepKind.Growth, null, "Growth, edges and veneer", GrowthMin, GrowthDryMin, 0, all, "the glue dries over night (rule of the bench)"));
            steps.Add(new("photograph", BuildStepKind.Photograph, null, "Photograph it", PhotographMin, 0, 0, [new(new DayLink("growth"), "all is in its place")], ""));
        }

        return Noted(steps, choice);
    }

    private static BuildStep? LastOf(List<BuildStep> steps, string waterId) => steps.LastOrDefault(step => step.WaterId == waterId);

    private static IEnumerable<BuildStep> OfWater(WaterSteps water, bool plastered)
    {
        if (water.Plans is not { Layers: { Count: > 0 } layers }) yield break;
        var (id, name, last) = (water.Case.Water.Id, water.Case.Water.Name, layers[^1]);
        StepLink? before = null;
        if (layers[0].Poured is null && water.TestedAt is { } tested)
        {
            yield return new($"{id}:test", BuildStepKind.Test, id, $"Water test of {name}", TestMin, TestDryMin, (int)BeforePour.ShortestTestMin, [], TestDryFrom) { DoneAt = tested };
            before = new(new DayLink($"{id}:test"), TestWhy);
        }
        else if (layers[0].Poured is null)
        {
            var dm2 = water.Case.Water.Region.AreaMm2 / Dm2;
            StepLink[] dry = plastered ? [new(new DayLink("skin"), "paint and resin want dry plaster")] : [];
            yield return new($"{id}:colour", BuildStepKind.Colour, id, $"Paint the bed of {name}", Fives(PaintMin + (PaintMinADm2 * dm2)), PaintDryMin, 0, dry, "paint dries over night (rule of the bench)");
            yield return new($"{id}:seal", BuildStepKind.Seal, id, $"Seal {name}", SealMin, Minutes(water.SealH), 0, [new(new DayLink($"{id}:colour"), "what is sealed is not painted any more")], $"{Said.Coarse(water.SealH)} h until resin may meet it, by what is used");
            before = new(new DayLink($"{id}:seal"), "the bed is sealed");
            if (water.Dams > 0)
            {
                yield return new($"{id}:dams", BuildStepKind.Dams, id, $"Put up the {(water.Dams == 1 ? "dam" : "dams")} of {name}", Fives(DamMin * (1 + water.Dams)), water.GluedDams > 0 ? Minutes(water.SealH) : 0, 0, [before], water.GluedDams > 0 ? "glue and sealant are through" : "tape holds at once");
                before = new(new DayLink($"{id}:dams"), "the dams hold");
            }

            yield return new($"{id}:test", BuildStepKind.Test, id, $"Water test of {name}", TestMin, TestDryMin, (int)BeforePour.ShortestTestMin, [before], TestDryFrom);
            before = new(new DayLink($"{id}:test"), TestWhy);
        }

        foreach (var (i, layer) in layers.Index())
        {
            var label = layers.Count > 1 ? $"{name} {i + 1}" : name;
            var pour = $"{id}:pour:{i + 1}";
            var onePart = water.Case.Sheet is { Traits.IsOnePart: true };
            StepLink[] after = i == 0
                ? before is null ? [] : [before]
                : [new(new DayLink($"{id}:pour:{i}", LinkFrom.Start, Minutes(layers[i - 1].RecoatFromH - layers[i - 1].PourH), Minutes(layers[i - 1].RecoatToH - layers[i - 1].PourH)), "inside the window of the layer under it, so that it bonds by itself", Scuff: true)];
            var ready = i + 1 < layers.Count ? layer.RecoatFromH : water.Plans.StripH ?? layer.StripH;
            var work = Fives(LayOutMin + water.WorkMin.GetValueOrDefault(i, LayOutMin));
            yield return new(pour, BuildStepKind.Pour, id, $"Pour {label}", work, Math.Max(0, Minutes(ready - layer.PourH) - work), onePart ? 0 : LooksMin, after, i + 1 < layers.Count ? "the next layer may go on, by the sheet and this room" : "firm enough to strip, by the sheet and this room")
            {
                DoneAt = layer.Poured?.At,
                PinnedAt = i == 0 ? water.Case.FirstPourAt : null,
            };
            if (layer.Poured is not null && i + 1 < layers.Count && layers[i + 1].Poured is not null) continue;
            if (i == 0 && layer.Poured is null && water.Dams > 0)
                yield return new($"{id}:look", BuildStepKind.Look, id, $"Last look at the {(water.Dams == 1 ? "dam" : "dams")} of {name}", LookMin, 0, 0, [new(new DayLink(pour, LinkFrom.Start, LeastLookMin, GreatestLookMin), "a first layer finds the leaks, and at night nobody does")], "");
            foreach (var thing in layer.Things.Where(thing => thing is { AfterPour: true, Places: true }))
            {
                var (from, to) = (Minutes(thing.FromH - layer.PourH), thing.ToH is { } until ? Minutes(until - layer.PourH) - ThingMin : (int?)null);
                if (to < from) continue;
                yield return new($"{id}:thing:{thing.Id}", BuildStepKind.Thing, id, $"{thing.Name} into {label}", ThingMin, 0, 0, [new(new DayLink(pour, LinkFrom.Start, Math.Max(0, from), to), "while the layer carries it and still closes round it")], "")
                {
                    DoneAt = layer.Poured is { } poured && thing.ToAt < poured.At ? poured.At : null,
                };
            }
        }

        var end = $"{id}:pour:{layers.Count}";
        if (water.Ripples is { } ripples && water.Gel is null && water.Waves.HeightMm >= SurfacePlan.SeenMm)
        {
            // In a long window some minutes will do; a short one is waited for and used up.
            var (holds, closes) = (Minutes(ripples.HoldsFromH), Minutes(ripples.ClosesAtH));
            var (from, to, work) = closes - holds >= RippleMin ? (holds, closes - RippleMin, RippleMin) : (Math.Max(0, holds - RippleWaitMin), holds, Fives(closes - holds + RippleWaitMin));
            yield return new($"{id}:ripples", BuildStepKind.Ripples, id, $"Ripples in {name}", work, 0, 0, [new(new DayLink(end, LinkFrom.Start, from, to), "while a nudge stays and before it gels")], "");
        }

        yield return new($"{id}:strip", BuildStepKind.Strip, id, water.Dams > 0 ? $"Strip and trim {name}" : $"Trim {name}", Fives(LayOutMin + (5.0 * water.Dams)), 0, 0, [new(new DayLink(end), "firm enough to strip; what crept up cuts while it is green")], "");
        if (water.Gel is not { } gel) yield break;
        var full = Math.Max(0, Minutes((water.Plans.FullCureH ?? last.FullCureH) - last.PourH));
        for (var coat = 1; coat <= gel.Coats; coat++)
        {
            StepLink[] on = coat == 1
                ? [new(new DayLink(end, LinkFrom.Start, full), "gel goes on cured resin alone"), new(new DayLink($"{id}:strip"), "trimmed first")]
                : [new(new DayLink($"{id}:gel:{coat - 1}"), "each coat dries before the next")];
            yield return new($"{id}:gel:{coat}", BuildStepKind.Gel, id, gel.Coats == 1 ? $"Gel on {name}" : $"Gel on {name}, coat {coat}", GelMin, Minutes(gel.Plan.CoatDryH), 0, on, "a coat so thick dries so long in this room");
        }
    }

    // What the maker says of a step goes before what is reckoned; a step left out hands on what it came after.
    private static List<BuildStep> Noted(List<BuildStep> steps, DaysChoice choice)
    {
        foreach (var own in choice.Own)
            steps.Add(new($"own:{own.Id}", BuildStepKind.Own, null, own.Name, own.HandsOnMin, own.WaitMin, 0, [.. own.After.Where(id => steps.Exists(step => step.Id == id)).Select(id => new StepLink(new DayLink(id), "as you have put it"))], "as you have put it"));
        var notes = choice.Notes.ToDictionary(note => note.Id);
        List<BuildStep> noted = [.. steps.Select(step => notes.GetValueOrDefault(step.Id) is not { } note ? step : step with
        {
            Name = note.Name ?? step.Name,
            HandsOnMin = note.HandsOnMin ?? step.HandsOnMin,
            WaitMin = note.WaitMin ?? step.WaitMin,
            WaitFrom = note.WaitMin is null ? step.WaitFrom : "as you have put it",
            DoneAt = step.DoneAt ?? note.DoneAt,
            PinnedAt = note.PinnedAt ?? step.PinnedAt,
        })];
        foreach (var out_ in noted.Where(step => step.DoneAt is null && notes.GetValueOrDefault(step.Id) is { LeftOut: true }).ToList())
        {
            noted.Remove(out_);
            for (var i = 0; i < noted.Count; i++)
            {
                if (!noted[i].After.Any(link => link.Link.Id == out_.Id)) continue;
                noted[i] = noted[i] with { After = [.. noted[i].After.Where(link => link.Link.Id != out_.Id).Concat(out_.After.Where(link => noted[i].After.All(other => other.Link.Id != link.Link.Id)).Select(link => new StepLink(link.Link with { GreatestMin = null }, link.Why)))] };
            }
        }

        return noted;
    }

    private static int Minutes(double hours) => (int)Math.Ceiling(Math.Clamp(hours * 60, 0, DayStep.MostMin) - 1e-6);

    private static int Fives(double minutes) => (int)(Math.Ceiling(minutes / 5 - 1e-9) * 5);
}
