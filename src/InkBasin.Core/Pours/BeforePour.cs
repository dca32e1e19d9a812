using InkBasin.Core.Dams;
using InkBasin.Core.Drying;
using InkBasin.Core.Materials;
using InkBasin.Core.Resin;
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
/// <param name="Sealing">How long sealer, sealant and glue take until resin may meet them.</param>
/// <param name="Answers">What was answered of this water.</param>
/// <param name="Now">Now.</param>
public sealed record PourQuestions(
    PourCase Water,
    LayerPlans? Plans,
    IReadOnlyList<Notice> Stops,
    WaterLevel Level,
    WaterTakes Takes,
    IReadOnlyList<(Dam Dam, DamPlan Plan)> Dams,
    MixSession? Session,
    DryingPlan Drying,
    SealingPlan Sealing,
    IReadOnlyList<CheckAnswer> Answers,
    DateTimeOffset Now);

/// <summary>The list that is answered before resin is opened. It fills itself from what is known and asks for the rest.</summary>
public static class BeforePour
{
    /// <summary>A test that loses no more than this over what dries off is tight, ml an hour.</summary>
    public const double TightMlPerH = 1;

    /// <summary>Less than this nobody sees to be lost, ml: it speaks for no leak, however short the test.</summary>
    public const double SeenMl = 0.5;

    /// <summary>A seam that held to this near under a level held to it, mm.</summary>
    public const double HeldToMm = 0.5;

    /// <summary>A test that stood over night finds what a shorter one does not, minutes.</summary>
    public const double OvernightMin = 480;

    /// <summary>A test that stood shorter than this says nothing of leaks, minutes.</summary>
    public const double ShortestTestMin = 15;

    /// <summary>Whether a question is asked anew at each pour: what is so of the evening, not of the piece.</summary>
    public static bool AskedEachPour(CheckItem item) => item is CheckItem.Level or CheckItem.Room or CheckItem.Window or CheckItem.Stock or CheckItem.Bubbles or CheckItem.Dust or CheckItem.Under or CheckItem.Safety;

    /// <summary>The list for the next pour of a water.</summary>
    public static IReadOnlyList<PourCheck> Of(PourQuestions of)
    {
        ArgumentNullException.ThrowIfNull(of);
        return
        [
            Item(of, CheckItem.Dry, "Is the plaster dry?", Dry(of)),
            Item(of, CheckItem.Sealed, "Are bed, banks and all that will be under water sealed, and has that had its hours?", Sealed(of)),
            Item(of, CheckItem.Dams, "Does a dam hold at every open edge?", Dams(of)),
            Item(of, CheckItem.Leaks, "Is it tight, as high as this layer comes?", Leaks(of)),
            Item(of, CheckItem.Level, "Is the board level both ways?", (Known.Ask, "Lay a spirit level along it and across it. Resin shows every slope.")),
            Item(of, CheckItem.Room, "Does the room stay within the product’s range, by night too?", Room(of)),
            Item(of, CheckItem.Layer, "Is this layer safe to pour?", LayerIsSafe(of)),
            Item(of, CheckItem.Window, "Is the layer under it ready for this one?", Window(of)),
            Item(of, CheckItem.Stock, "Is enough at hand, and in date?", Stock(of)),
            Item(of, CheckItem.Bubbles, "Is all at hand for the bubbles?", (Known.Ask, "Look 10, 20 and 30 minutes after the pour. Straw or toothpick at hand; heat only briefly, never beside alcohol, aerosol, foliage or lights.")),
            Item(of, CheckItem.Dust, "Is a cover ready against dust?", (Known.Ask, "A box or lid that keeps clear of the surface. It keeps warmth in too: the resin under it runs hotter.")),
            Item(of, CheckItem.Under, "Is the ground under it ready for what gets out?", (Known.Ask, "A tray or sheet under the board, the board clear of the table, the floor covered; paper and a scraper within reach.")),
            Item(of, CheckItem.Safety, "Are gloves, eye protection and fresh air ready?", (Known.Ask, "Nitrile gloves, eye protection, fresh air or the respirator the product’s safety sheet names; children and pets out.")),
        ];
    }

    private static PourCheck Item(PourQuestions of, CheckItem item, string question, (Known Known, string Because) told)
    {
        var answer = of.Answers.FirstOrDefault(one => one.Item == item);

        // "It is so" settles what only the maker can say; against what is known otherwise only an override goes on.
        var settled = told.Known == Known.Yes || answer?.Overrides == true || (told.Known == Known.Ask && answer is not null);
        return new PourCheck(item, question, told.Known, told.Because, answer, settled);
    }

    private static (Known Known, string Because) Dry(PourQuestions of)
    {
        // Water that stood on it since anybody last weighed it wets it again; a layer over it seals that in.
        var drying = of.Drying;
        if (of.Water.Begun.Count == 0 && drying.IsDry != false && WaterTestPlan.Last(of.Takes.Tests) is { } test)
        {
            var wet = test.At.AddMinutes(test.StoodMin);
            var dry = wet.AddHours(drying.EstimateH);
            if (wet > (drying.WeighedAt ?? DateTimeOffset.MinValue) && of.Now < dry) return (Known.No, DryingPlan.WettedAgain("water test", dry, of.Now));
        }

        return (drying.IsDry switch { true => Known.Yes, false => Known.No, _ => Known.Ask }, drying.Sentence);
    }

    private static (Known Known, string Because) Sealed(PourQuestions of)
    {
        List<string> breathing = [.. of.Water.Things.Where(one => one.Thing.Skin == Skin.Porous).Select(one => one.Thing.Name)];
        if (breathing.Count > 0) return (Known.No, $"{string.Join(", ", breathing)} {(breathing.Count == 1 ? "is" : "are")} porous and not sealed: bubbles for hours.");

        // Once a layer lies over them they have had theirs.
        var hours = of.Water.Begun.Count > 0 ? ""
            : $" In this air the sealer takes {of.Sealing.SealerDryH:0} h from its first coat{(of.Sealing.SealantCureH > 0 ? $", the sealant at the dams {of.Sealing.SealantCureH:0} h, their glue {of.Sealing.GlueDryH:0} h" : "")}; their labels come first.";
        return (Known.Ask, $"Varnish, gloss medium or paint over all of it, foam joints too: they leak far more than they look.{hours}");
    }

    private static (Known Known, string Because) Dams(PourQuestions of)
    {
        var open = of.Water.Water.Basin.OpenEdges.Count;
        if (open > 0) return (Known.No, $"{open} open {(open == 1 ? "edge" : "edges")} under the waterline: put a dam up, or bring the water down.");
        if (of.Level.Standing == Standing.Stop) return (Known.No, $"It would run over at {Said.Tenth(of.Level.SpillMm)} mm: bring the waterline down, or raise the ground or the dam there.");
        if (of.Dams.Count == 0) return (Known.Yes, "No edge is open.");
        var stands = $"{(of.Dams.Count == 1 ? "Its dam stands" : $"Its {of.Dams.Count} dams stand")} over the waterline";
        List<int> bare = [.. of.Dams.Where(one => !one.Dam.Released && DamChoice.Of(one.Dam.Make).ReleaseAgent is not null).Select(one => one.Plan.Number)];
        return bare.Count == 0
            ? (Known.Yes, $"{stands}.")
            : (Known.Ask, $"{stands}, but dam {string.Join(", ", bare)} has no release agent noted: it would have to be torn off.");
    }

    private static (Known Known, string Because) Leaks(PourQuestions of)
    {
        var (begun, top) = (of.Water.Begun, of.Plans?.Next?.ToMm ?? of.Water.Water.WaterlineMm);
        var test = WaterTestPlan.Last(of.Takes.Tests);
        if (test is { GroundChanged: false, LostMl: { } lost } && test.StoodMin >= ShortestTestMin)
        {
            // What is lost beyond what dries off, at the level it was tested to.
            var driesMlPerH = Evaporation.MlPerH(of.Water.Water.Basin.Storage?.AreaAt(test.LevelMm) ?? 0, of.Water.Bench.Room);
            var dries = driesMlPerH * test.StoodMin / 60;
            var leak = new TestMeasure(null, null, lost, test.StoodMin).LeakMlPerH(driesMlPerH) ?? 0;
            if (leak > TightMlPerH && lost - dries > SeenMl)
                return (Known.No, $"It lost {Said.Short(lost)} ml in {test.StoodMin:0} min, about {Said.Short(leak)} ml an hour over what dries off: find the leak and test again.");
            if (test.LevelMm >= top - HeldToMm)
                return (Known.Yes, $"Stood {test.StoodMin:0} min at {Said.Tenth(test.LevelMm)} mm and lost {Said.Short(lost)} ml; about {Said.Short(dries)} ml dry off.{(test.StoodMin < OvernightMin ? " Some leaks show only over night: a test left until morning finds them." : "")}");
            if (begun.Count == 0) return (Known.Ask, $"It was tested to {Said.Tenth(test.LevelMm)} mm; this layer comes to {Said.Tenth(top)}. Seams over the tested level are not known.");
        }

        // What has held a layer holds the next one up to there.
        if (begun.Count > 0)
        {
            var held = Math.Max(of.Plans?.Layers.Where(layer => layer.Poured is not null).Select(layer => layer.ToMm).DefaultIfEmpty(double.NegativeInfinity).Max() ?? double.NegativeInfinity, test is { GroundChanged: false, LostMl: not null } ? test.LevelMm : double.NegativeInfinity);
            return held >= top - HeldToMm
                ? (Known.Yes, $"It has held up to {Said.Tenth(held)} mm.")
                : (Known.Ask, double.IsFinite(held) ? $"It has held up to {Said.Tenth(held)} mm; this layer comes to {Said.Tenth(top)}. Look along every seam over that." : "A layer is in it; look along every seam over that.");
        }

        if (test is { GroundChanged: true }) return (Known.Ask, "The ground has changed since its last water test.");
        if (test is not null)
            return (Known.Ask, $"The last water test stood {test.StoodMin:0} min{(test.LostMl is null ? " and nobody looked what it lost" : "")}: leave it {ShortestTestMin:0} or more and look.");
        return of.Water.Layering.Strategy == LayerStrategy.SealFirst
            ? (Known.Yes, "The first layer is a thin seal pour: it finds the leaks. Stay by it.")
            : (Known.Ask, "No water test is logged. Inked water to the waterline shows every leak; some only over night. Then it must dry again.");
    }

    private static (Known Known, string Because) Room(PourQuestions of)
    {
        var water = of.Water;
        if (water.Sheet is not { } sheet) return (Known.No, "Its product sheet is not in the stores.");
        var range = RoomRange.Of(water.Bench.Room, water.Bench.RoomLog, water.Bench.Zone, of.Now);
        var wants = $"the sheet wants {sheet.WorkFromC:0.#} to {sheet.WorkToC:0.#} °C";
        var spans = range.WarmestC - range.ColdestC < 0.05 ? $"at {range.ColdestC:0.#} °C" : $"between {range.ColdestC:0.#} and {range.WarmestC:0.#} °C";
        if (range.ColdestC < sheet.WorkFromC)
            return (Known.No, $"Warm the room, nights too: it falls to {range.ColdestC:0.#} °C, by its nights and its log, and {wants}. Too cold it may stay soft.");
        if (range.WarmestC > sheet.WorkToC)
            return (Known.No, $"Wait for cooler air: the room comes to {range.WarmestC:0.#} °C, by its log, and {wants}. Too warm it runs away.");
        return range.NightKnown
            ? (Known.Yes, $"The room is {spans}, nights counted; {wants}.")
            : (Known.Ask, $"The room is {spans} by day; {wants}. Nobody has noted how cold the nights get, and it cures through them.");
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

    private static (Known Known, string Because) Window(PourQuestions of)
    {
        if (of.Water.Begun.Count == 0) return (Known.Yes, "It is the first layer.");
        if (of.Plans?.Layers.LastOrDefault(layer => layer.Poured is not null) is not { Poured: { } poured } under)
            return (Known.Ask, "Its layers cannot be planned: the sheet of the product in the bed says from when to when it takes another.");
        if (of.Plans.Next is null) return (Known.Yes, "Nothing more is poured.");
        if (of.Water.Soft?.Layer == of.Water.Begun.Count)
            return (Known.No, "It is noted in the log as soft or tacky: what is poured on it seals that in. Wait until a fingernail leaves no mark, or take off what stays soft, by the product’s sheet.");
        if (of.Water.LastIsOfAnother)
            return (Known.No, "It was mixed of another product than is chosen for the next: from when to when it takes another is in its own sheet. Let it cure fully by that, scuff and wipe it, and try the next on a scrap of it.");
        double sinceH = (of.Now - poured.At).TotalHours, fromH = under.RecoatFromH - under.PourH, toH = under.RecoatToH - under.PourH;
        if (sinceH < fromH)
            return (Known.No, $"Too soft yet: poured {Said.Coarse(Math.Max(0, sinceH))} h ago, by its sheet and the room it takes the next layer {Said.Coarse(fromH)} h after, in {Said.Coarse(fromH - sinceH)} h. Poured on now the new layer wrinkles it or sinks in.");
        return sinceH <= toH
            ? (Known.Yes, $"Poured {Said.Coarse(sinceH)} h ago: firm enough, and it still takes the next one.")
            : (Known.Ask, $"Past its window, {Said.Coarse(toH)} h by its sheet and the room: the next layer no longer takes by itself. Scuff it dull, wipe the dust off, let the wipe dry; then yes.");
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

        // All its cups, with what shares them.
        List<Batch> cups = of.Session is { } session ? [.. session.Cards.Select(card => card.Batch)] : [.. next.Mix.Batches];
        double a = cups.Sum(batch => batch.AG), b = cups.Sum(batch => batch.BG);
        return onePart
            ? (Known.Ask, $"This coat takes {a:0} g of {sheet.Name}. No bottle of it is noted in Stores.")
            : (Known.Ask, $"This layer takes {a:0} g of part one and {b:0} g of part two of {sheet.Name}. No bottle of it is noted in Stores. Old hardener yellows; flakes or a set crust: do not use it.");
    }
}
