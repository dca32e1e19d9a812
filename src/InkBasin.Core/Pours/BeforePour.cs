using InkBasin.Core.Dams;
using InkBasin.Core.Drying;
using InkBasin.Core.Water;

namespace InkBasin.Core.Pours;

/// <summary>A question before a pour, with what is known and what was answered.</summary>
/// <param name="Item">The question.</param>
/// <param name="Question">In words.</param>
/// <param name="Known">What the plan knows by itself.</param>
/// <param name="Because">Why, or what to look at.</param>
/// <param name="Answer">The maker's answer; null before it is given.</param>
/// <param name="Settled">Whether it holds the pour back no more.</param>
public sealed record PourCheck(CheckItem Item, string Question, Known Known, string Because, CheckAnswer? Answer, bool Settled);

/// <summary>What the list before a pour fills itself from.</summary>
/// <param name="Water">The water.</param>
/// <param name="Plans">Its layers; null when they cannot be planned.</param>
/// <param name="Stops">What forbids the pour itself, whatever the level: the product, the ink or the heat.</param>
/// <param name="Level">Where it stands.</param>
/// <param name="Takes">Its tests and what it takes.</param>
/// <param name="Dams">The dams at it, each with what is said of it.</param>
/// <param name="Session">The mixing session of its next layer; null without one.</param>
/// <param name="Drying">How far the plaster has dried.</param>
/// <param name="Answers">What was answered of this water.</param>
public sealed record PourQuestions(
    PourCase Water,
    LayerPlans? Plans,
    IReadOnlyList<Notice> Stops,
    WaterLevel Level,
    WaterTakes Takes,
    IReadOnlyList<(Dam Dam, DamPlan Plan)> Dams,
    MixSession? Session,
    DryingPlan Drying,
    IReadOnlyList<CheckAnswer> Answers);

/// <summary>The list that is answered before resin is opened. It fills itself from what is known and asks for the rest.</summary>
public static class BeforePour
{
    /// <summary>A test that loses no more than this share is tight: what clings and dries off in an hour.</summary>
    public const double TightShare = 0.02;

    /// <summary>And no less than this is looked at, ml.</summary>
    public const double TightMl = 1;

    /// <summary>A test that stood shorter than this says nothing of leaks, minutes.</summary>
    public const double ShortestTestMin = 15;

    /// <summary>Whether a question is asked anew at each pour: what is so of the evening, not of the piece.</summary>
    public static bool AskedEachPour(CheckItem item) => item is CheckItem.Level or CheckItem.Stock or CheckItem.Bubbles or CheckItem.Dust or CheckItem.Safety;

    /// <summary>The list for the next pour of a water.</summary>
    public static IReadOnlyList<PourCheck> Of(PourQuestions of)
    {
        ArgumentNullException.ThrowIfNull(of);
        return
        [
            Item(of, CheckItem.Dry, "Is the plaster dry?", Dry(of.Drying)),
            Item(of, CheckItem.Sealed, "Are bed, banks and all that will be under water sealed?", Sealed(of.Water)),
            Item(of, CheckItem.Dams, "Does a dam hold at every open edge?", Dams(of)),
            Item(of, CheckItem.Leaks, "Is it tested for leaks?", Leaks(of)),
            Item(of, CheckItem.Level, "Is the board level both ways?", (Known.Ask, "Lay a spirit level along it and across it. Resin shows every slope.")),
            Item(of, CheckItem.Room, "Is the room within the product’s range?", Room(of.Water)),
            Item(of, CheckItem.Layer, "Is this layer safe to pour?", LayerIsSafe(of)),
            Item(of, CheckItem.Stock, "Is enough at hand, and in date?", Stock(of)),
            Item(of, CheckItem.Bubbles, "What about bubbles?", (Known.Ask, "Look 10, 20 and 30 minutes after the pour. Straw or toothpick at hand; heat only briefly, never beside alcohol, aerosol, foliage or lights.")),
            Item(of, CheckItem.Dust, "Is a cover ready against dust?", (Known.Ask, "A box or lid that keeps clear of the surface. It keeps warmth in too: the resin under it runs hotter.")),
            Item(of, CheckItem.Safety, "Gloves, eyes, air?", (Known.Ask, "Nitrile gloves, eye protection, fresh air or the respirator the product’s safety sheet names; children and pets out.")),
        ];
    }

    private static PourCheck Item(PourQuestions of, CheckItem item, string question, (Known Known, string Because) told)
    {
        var answer = of.Answers.FirstOrDefault(one => one.Item == item);

        // "It is so" settles what only the maker can say; against what is known otherwise only an override goes on.
        var settled = told.Known == Known.Yes || answer?.Overrides == true || (told.Known == Known.Ask && answer is not null);
        return new PourCheck(item, question, told.Known, told.Because, answer, settled);
    }

    private static (Known Known, string Because) Dry(DryingPlan drying) =>
        (drying.IsDry switch { true => Known.Yes, false => Known.No, _ => Known.Ask }, drying.Sentence);

    private static (Known Known, string Because) Sealed(PourCase water)
    {
        List<string> breathing = [.. water.Things.Where(one => one.Thing.Skin == Skin.Porous).Select(one => one.Thing.Name)];
        return breathing.Count > 0
            ? (Known.No, $"{string.Join(", ", breathing)} {(breathing.Count == 1 ? "is" : "are")} porous and not sealed: bubbles for hours.")
            : (Known.Ask, "Varnish, gloss medium or paint over all of it, foam joints too: they leak far more than they look.");
    }

    private static (Known Known, string Because) Dams(PourQuestions of)
    {
        var open = of.Water.Water.Basin.OpenEdges.Count;
        if (open > 0) return (Known.No, $"{open} open {(open == 1 ? "edge" : "edges")} under the waterline.");
        if (of.Level.Standing == Standing.Stop) return (Known.No, $"It would run over at {Said.Tenth(of.Level.SpillMm)} mm.");
        if (of.Dams.Count == 0) return (Known.Yes, "No edge is open.");
        var stands = $"{(of.Dams.Count == 1 ? "Its dam stands" : $"Its {of.Dams.Count} dams stand")} over the waterline";
        List<int> bare = [.. of.Dams.Where(one => !one.Dam.Released && DamChoice.Of(one.Dam.Make).ReleaseAgent is not null).Select(one => one.Plan.Number)];
        return bare.Count == 0
            ? (Known.Yes, $"{stands}.")
            : (Known.Ask, $"{stands}, but dam {string.Join(", ", bare)} has no release agent noted: it would have to be torn off.");
    }

    private static (Known Known, string Because) Leaks(PourQuestions of)
    {
        if (of.Water.Begun.Count > 0) return (Known.Yes, "A layer is in it already.");
        if (WaterTestPlan.Last(of.Takes.Tests) is not { } test)
        {
            return of.Water.Layering.Strategy == LayerStrategy.SealFirst
                ? (Known.Yes, "The first layer is a thin seal pour: it finds the leaks. Stay by it.")
                : (Known.Ask, "No water test is logged. Inked water to the waterline shows every leak; then it must dry again.");
        }

        if (test.GroundChanged) return (Known.Ask, "The ground has changed since its last water test.");
        if (test.StoodMin < ShortestTestMin || test.LostMl is not { } lost)
            return (Known.Ask, $"The last water test stood {test.StoodMin:0} min{(test.LostMl is null ? " and nobody looked what it lost" : "")}: leave it {ShortestTestMin:0} or more and look.");
        return lost <= Math.Max(TightMl, of.Level.VolumeMl * TightShare)
            ? (Known.Yes, $"Stood {test.StoodMin:0} min and lost {Said.Short(lost)} ml.")
            : (Known.No, $"It lost {Said.Short(lost)} ml in {test.StoodMin:0} min: find the leak and test again.");
    }

    private static (Known Known, string Because) Room(PourCase water)
    {
        if (water.Sheet is not { } sheet) return (Known.No, "Its product sheet is not in the stores.");
        var room = water.Bench.Room.AirC;
        return (room >= sheet.WorkFromC && room <= sheet.WorkToC ? Known.Yes : Known.No, $"The room is at {room:0.#} °C; the sheet wants {sheet.WorkFromC:0.#} to {sheet.WorkToC:0.#} °C, night included.");
    }

    private static (Known Known, string Because) LayerIsSafe(PourQuestions of)
    {
        // What the pour itself must not do; what stands against the water's level is asked at the dams.
        if (of.Plans is { Next: null }) return (Known.Yes, "Nothing more is poured.");
        if (of.Stops.Count > 0 || of.Plans is not { Next: { } next } plans) return (Known.No, of.Stops.Count > 0 ? of.Stops[0].Sentence : "Its layers cannot be planned.");
        var number = plans.Layers.Index().First(one => ReferenceEquals(one.Item, next)).Index + 1;
        return next.Cure.Standing == Standing.Stop
            ? (Known.No, $"Layer {number} is {Said.Tenth(next.DepthMm)} mm deep and would reach {next.Cure.PeakC:0} °C: deeper or hotter than is safe here.")
            : (Known.Yes, $"Layer {number}, {Said.Tenth(next.DepthMm)} mm, reaches {next.Cure.PeakC:0} °C at most.");
    }

    private static (Known Known, string Because) Stock(PourQuestions of)
    {
        if (of.Water.Sheet is not { } sheet || of.Plans?.Next is not { } next) return (Known.Ask, "Look at the bottles and their dates.");
        var onePart = sheet.Traits.IsOnePart;
        if (of.Session is { Stock: { } draw })
        {
            return draw.Enough
                ? (Known.Yes, $"{draw.OneG:0} g{(onePart ? "" : $" and {draw.TwoG:0} g")} of {sheet.Name}; {draw.OneLeftG:0} g{(onePart ? "" : $" and {draw.TwoLeftG:0} g")} stay in the bottles.")
                : (Known.No, MixNotices.Short(draw, sheet).Sentence);
        }

        double a = next.Mix.Batches.Sum(batch => batch.AG), b = next.Mix.Batches.Sum(batch => batch.BG);
        return onePart
            ? (Known.Ask, $"This coat takes {a:0} g of {sheet.Name}. No bottle of it is noted in Stores.")
            : (Known.Ask, $"This layer takes {a:0} g of part one and {b:0} g of part two of {sheet.Name}. No bottle of it is noted in Stores. Old hardener yellows; flakes or a set crust: do not use it.");
    }
}
