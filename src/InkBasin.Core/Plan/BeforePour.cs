using System.Globalization;
using System.Text.Json.Serialization;
using InkBasin.Core.Dams;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>What must be true before resin is opened.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<CheckItem>))]
public enum CheckItem
{
    /// <summary>Plaster and paste are dry.</summary>
    [JsonStringEnumMemberName("dry")] Dry,

    /// <summary>Bed, banks and drowned things are sealed.</summary>
    [JsonStringEnumMemberName("sealed")] Sealed,

    /// <summary>A dam stands at every open edge.</summary>
    [JsonStringEnumMemberName("dams")] Dams,

    /// <summary>It was tested for leaks.</summary>
    [JsonStringEnumMemberName("leaks")] Leaks,

    /// <summary>The board lies level.</summary>
    [JsonStringEnumMemberName("level")] Level,

    /// <summary>The room is within the product's range.</summary>
    [JsonStringEnumMemberName("room")] Room,

    /// <summary>The layer is safe: no deeper, hotter or darker than the product and the bed stand.</summary>
    [JsonStringEnumMemberName("layer")] Layer,

    /// <summary>Enough of the product is at hand, and in date.</summary>
    [JsonStringEnumMemberName("stock")] Stock,

    /// <summary>There is a plan for bubbles.</summary>
    [JsonStringEnumMemberName("bubbles")] Bubbles,

    /// <summary>There is a cover against dust.</summary>
    [JsonStringEnumMemberName("dust")] Dust,

    /// <summary>Gloves, eyes, air; the safety sheet read.</summary>
    [JsonStringEnumMemberName("safety")] Safety,
}

/// <summary>What the plan knows of a question by itself.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Known>))]
public enum Known
{
    /// <summary>It is so.</summary>
    [JsonStringEnumMemberName("yes")] Yes,

    /// <summary>It is not so.</summary>
    [JsonStringEnumMemberName("no")] No,

    /// <summary>Only the maker can say.</summary>
    [JsonStringEnumMemberName("ask")] Ask,
}

/// <summary>A maker's answer before a pour.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Item">The question.</param>
/// <param name="Overrides">False: it is so. True: it is not, or not known, and the pour goes on knowingly.</param>
/// <param name="Reason">Why it goes on; needed when it overrides.</param>
/// <param name="At">When it was answered.</param>
public sealed record CheckAnswer(string WaterId, CheckItem Item, bool Overrides, string? Reason, DateTimeOffset At)
{
    /// <summary>Refuses an override without a reason.</summary>
    /// <exception cref="RefusedException">A part is missing or too long.</exception>
    public void Check(string field)
    {
        Require.Present(WaterId, $"{field}.waterId");
        Require.Known(Item, $"{field}.item");
        if (Overrides && string.IsNullOrWhiteSpace(Reason))
            throw new RefusedException($"{field}.reason", "Say why you go on all the same: the reason is kept with the pour.");
        if (Reason?.Length > 400) throw new RefusedException($"{field}.reason", "Keep the reason to 400 characters.");
    }
}

/// <summary>A question before a pour, with what is known and what was answered.</summary>
/// <param name="Item">The question.</param>
/// <param name="Question">In words.</param>
/// <param name="Known">What the plan knows by itself.</param>
/// <param name="Because">Why, or what to look at.</param>
/// <param name="Answer">The maker's answer; null before it is given.</param>
/// <param name="Settled">Whether it holds the pour back no more.</param>
public sealed record PourCheck(CheckItem Item, string Question, Known Known, string Because, CheckAnswer? Answer, bool Settled);

/// <summary>The list that is answered before resin is opened. It fills itself from what is known and asks for the rest.</summary>
public static class BeforePour
{
    // A test that loses no more than this is tight: what clings and dries off in an hour.
    private const double TightShare = 0.02;
    private const double TightMl = 1;
    private const double ShortestTestMin = 15;

    /// <summary>Whether a question is asked anew at each pour: what is so of the evening, not of the piece.</summary>
    public static bool AskedEachPour(CheckItem item) => item is CheckItem.Level or CheckItem.Stock or CheckItem.Bubbles or CheckItem.Dust or CheckItem.Safety;

    /// <summary>The list for the next pour of a water.</summary>
    /// <param name="build">The build.</param>
    /// <param name="plan">Its plan.</param>
    /// <param name="waterId">The water.</param>
    /// <param name="thickestSkinMm">Thickest plaster, mm.</param>
    /// <param name="stores">The product sheets.</param>
    /// <param name="now">Now.</param>
    /// <exception cref="RefusedException">The water is not there.</exception>
    public static IReadOnlyList<PourCheck> Of(Build build, BuildPlan plan, string waterId, double thickestSkinMm, Stores stores, DateTimeOffset now)
    {
        ArgumentNullException.ThrowIfNull(build);
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(stores);
        var at = Lists.WaterAt(build, waterId);
        var (water, waterPlan) = (build.Waters[at], plan.Waters[at]);
        var sheet = stores.Sheets.FirstOrDefault(s => s.Id == water.ProductId);
        var next = build.Begun.Count(pour => pour.WaterId == waterId);
        return
        [
            Item(build, waterId, CheckItem.Dry, "Is the plaster dry?", Dry(build, thickestSkinMm, now)),
            Item(build, waterId, CheckItem.Sealed, "Are bed, banks and all that will be under water sealed?", Sealed(build, plan, waterId)),
            Item(build, waterId, CheckItem.Dams, "Does a dam hold at every open edge?", Dams(build, plan, water, waterPlan)),
            Item(build, waterId, CheckItem.Leaks, "Is it tested for leaks?", Leaks(water, waterPlan, next)),
            Item(build, waterId, CheckItem.Level, "Is the board level both ways?", (Known.Ask, "Lay a spirit level along it and across it. Resin shows every slope.")),
            Item(build, waterId, CheckItem.Room, "Is the room within the product’s range?", Room(build, sheet)),
            Item(build, waterId, CheckItem.Layer, "Is this layer safe to pour?", LayerIsSafe(waterPlan)),
            Item(build, waterId, CheckItem.Stock, "Is enough at hand, and in date?", Stock(sheet, plan, waterPlan, next)),
            Item(build, waterId, CheckItem.Bubbles, "What about bubbles?", (Known.Ask, "Look 10, 20 and 30 minutes after the pour. Straw or toothpick at hand; heat only briefly, never beside alcohol, aerosol, foliage or lights.")),
            Item(build, waterId, CheckItem.Dust, "Is a cover ready against dust?", (Known.Ask, "A box or lid that keeps clear of the surface. It keeps warmth in too: the resin under it runs hotter.")),
            Item(build, waterId, CheckItem.Safety, "Gloves, eyes, air?", (Known.Ask, "Nitrile gloves, eye protection, fresh air or the respirator the product’s safety sheet names; children and pets out.")),
        ];
    }

    /// <summary>Whether a build has a pour begun that the one before it has not.</summary>
    public static bool Begins(Build before, Build after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        return NewIn(before, after).Any();
    }

    /// <summary>Lets an edit through only when every pour it marks as begun has its list settled.</summary>
    /// <param name="before">The build before the edit.</param>
    /// <param name="after">The build after it.</param>
    /// <param name="listOf">The list of a water of the build before.</param>
    /// <exception cref="RefusedException">A question is open.</exception>
    public static void Gate(Build before, Build after, Func<string, IReadOnlyList<PourCheck>> listOf)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        ArgumentNullException.ThrowIfNull(listOf);
        foreach (var pour in NewIn(before, after))
        {
            var open = listOf(pour.WaterId).Where(check => !check.Settled).ToList();
            if (open.Count == 0) continue;
            throw new RefusedException(
                "beforePour",
                $"Not yet: {open.Count} {(open.Count == 1 ? "question is" : "questions are")} open before this pour, first “{open[0].Question}” Answer {(open.Count == 1 ? "it" : "them")}, or go on knowingly with a reason.",
                RefusalKind.Impossible);
        }
    }

    private static IEnumerable<BegunPour> NewIn(Build before, Build after) =>
        after.Begun.Where(pour => before.Begun.All(known => known.Id != pour.Id));

    private static PourCheck Item(Build build, string waterId, CheckItem item, string question, (Known Known, string Because) told)
    {
        var answer = build.Answers.FirstOrDefault(one => one.WaterId == waterId && one.Item == item);

        // "It is so" settles what only the maker can say; against what is known otherwise only an override goes on.
        var settled = told.Known == Known.Yes || answer?.Overrides == true || (told.Known == Known.Ask && answer is not null);
        return new PourCheck(item, question, told.Known, told.Because, answer, settled);
    }

    private static (Known Known, string Because) Dry(Build build, double thickestMm, DateTimeOffset now)
    {
        var drying = DryingPlan.Of(build, thickestMm, now);
        return (drying.IsDry switch { true => Known.Yes, false => Known.No, _ => Known.Ask }, drying.Sentence);
    }

    private static (Known Known, string Because) Sealed(Build build, BuildPlan plan, string waterId)
    {
        var breathing = build.Drowned.Where(thing => thing.Skin == Skin.Porous && plan.Drowned.Any(one => one.Id == thing.Id && one.WaterId == waterId)).Select(thing => thing.Name).ToList();
        return breathing.Count > 0
            ? (Known.No, $"{string.Join(", ", breathing)} {(breathing.Count == 1 ? "is" : "are")} porous and not sealed: bubbles for hours.")
            : (Known.Ask, "Varnish, gloss medium or paint over all of it, foam joints too: they leak far more than they look.");
    }

    private static (Known Known, string Because) Dams(Build build, BuildPlan plan, Water water, WaterPlan waterPlan)
    {
        if (waterPlan.OpenEdges.Count > 0)
            return (Known.No, $"{waterPlan.OpenEdges.Count} open {(waterPlan.OpenEdges.Count == 1 ? "edge" : "edges")} under the waterline.");
        if (waterPlan.Standing == Standing.Stop) return (Known.No, $"It would run over at {waterPlan.SpillMm.ToString("0.0", CultureInfo.InvariantCulture)} mm.");
        var holding = plan.Dams.Where(dam => dam.Holds.Contains(water.Id)).ToList();
        if (holding.Count == 0) return (Known.Yes, "No edge is open.");
        var bare = holding.Where(dam => !build.Dams[dam.Number - 1].Released && DamChoice.Of(build.Dams[dam.Number - 1].Make).ReleaseAgent is not null).Select(dam => dam.Number).ToList();
        return bare.Count == 0
            ? (Known.Yes, $"{(holding.Count == 1 ? "Its dam stands" : $"Its {holding.Count} dams stand")} over the waterline.")
            : (Known.Ask, $"{(holding.Count == 1 ? "Its dam stands" : $"Its {holding.Count} dams stand")} over the waterline, but dam {string.Join(", ", bare)} has no release agent noted: it would have to be torn off.");
    }

    private static (Known Known, string Because) Leaks(Water water, WaterPlan plan, int poured)
    {
        if (poured > 0) return (Known.Yes, "A layer is in it already.");
        if (plan.LastTest is not { } test)
        {
            return water.Strategy == LayerStrategy.SealFirst
                ? (Known.Yes, "The first layer is a thin seal pour: it finds the leaks. Stay by it.")
                : (Known.Ask, "No water test is logged. Inked water to the waterline shows every leak; then it must dry again.");
        }

        if (test.GroundChanged) return (Known.Ask, "The ground has changed since its last water test.");
        if (test.StoodMin < ShortestTestMin || test.LostMl is not { } lost)
            return (Known.Ask, $"The last water test stood {test.StoodMin:0} min{(test.LostMl is null ? " and nobody looked what it lost" : "")}: leave it {ShortestTestMin:0} or more and look.");
        return lost <= Math.Max(TightMl, plan.VolumeMl * TightShare)
            ? (Known.Yes, $"Stood {test.StoodMin:0} min and lost {lost.ToString("0.#", CultureInfo.InvariantCulture)} ml.")
            : (Known.No, $"It lost {lost.ToString("0.#", CultureInfo.InvariantCulture)} ml in {test.StoodMin:0} min: find the leak and test again.");
    }

    private static (Known Known, string Because) Room(Build build, ProductSheet? sheet)
    {
        if (sheet is null) return (Known.No, "Its product sheet is not in the stores.");
        var fits = build.Room.AirC >= sheet.WorkFromC && build.Room.AirC <= sheet.WorkToC;
        return (fits ? Known.Yes : Known.No, $"The room is at {build.Room.AirC:0.#} °C; the sheet wants {sheet.WorkFromC:0.#} to {sheet.WorkToC:0.#} °C, night included.");
    }

    private static (Known Known, string Because) LayerIsSafe(WaterPlan plan)
    {
        if (plan.Layers.FirstOrDefault(layer => layer.Poured is null) is not { } next) return (Known.Yes, "Nothing more is poured.");
        var number = plan.Layers.ToList().IndexOf(next) + 1;

        // What the pour itself must not do; what stands against the water's level is asked at the dams.
        if (plan.PourStops.Count > 0) return (Known.No, plan.PourStops[0]);
        return next.Cure.Standing == Standing.Stop
            ? (Known.No, $"Layer {number} is {next.DepthMm.ToString("0.0", CultureInfo.InvariantCulture)} mm deep and would reach {next.Cure.PeakC:0} °C: deeper or hotter than is safe here.")
            : (Known.Yes, $"Layer {number}, {next.DepthMm.ToString("0.0", CultureInfo.InvariantCulture)} mm, reaches {next.Cure.PeakC:0} °C at most.");
    }

    private static (Known Known, string Because) Stock(ProductSheet? sheet, BuildPlan build, WaterPlan plan, int next)
    {
        if (sheet is null || next >= plan.Layers.Count) return (Known.Ask, "Look at the bottles and their dates.");
        if (build.Sessions.FirstOrDefault(session => session.Pools.Any(pool => pool.WaterId == plan.Id && pool.Layer == next + 1)) is { Stock: { } draw } session)
        {
            return draw.Enough
                ? (Known.Yes, $"{draw.OneG:0} g{(sheet.Traits.IsOnePart ? "" : $" and {draw.TwoG:0} g")} of {sheet.Name}; {draw.OneLeftG:0} g{(sheet.Traits.IsOnePart ? "" : $" and {draw.TwoLeftG:0} g")} stay in the bottles.")
                : (Known.No, session.Notices[0].Sentence);
        }

        var batches = plan.Layers[next].Mix.Batches;
        double a = batches.Sum(batch => batch.AG), b = batches.Sum(batch => batch.BG);
        return sheet.Traits.IsOnePart
            ? (Known.Ask, $"This coat takes {a:0} g of {sheet.Name}. No bottle of it is noted in Stores.")
            : (Known.Ask, $"This layer takes {a:0} g of part one and {b:0} g of part two of {sheet.Name}. No bottle of it is noted in Stores. Old hardener yellows; flakes or a set crust: do not use it.");
    }
}
