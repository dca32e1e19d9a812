using InkBasin.Core.Bench;

namespace InkBasin.Core.Log;

/// <summary>How much the record speaks for a cause.</summary>
public enum Evidence
{
    /// <summary>Nobody measured it: it could have been.</summary>
    Unknown = 0,

    /// <summary>The record speaks for it.</summary>
    Noted = 1,

    /// <summary>It was measured, outside what the product's sheet allows.</summary>
    Measured = 2,
}

/// <summary>A likely cause of how a layer turned out.</summary>
/// <param name="Kind">What it is about.</param>
/// <param name="Evidence">How much the record speaks for it.</param>
/// <param name="Weight">How likely it is among the others, 0…1; they add up to 1.</param>
/// <param name="What">The cause, in a few words.</param>
/// <param name="Because">What in the record speaks for it.</param>
/// <param name="Next">What to do otherwise next time.</param>
public sealed record LikelyCause(string Kind, Evidence Evidence, double Weight, string What, string Because, string Next);

/// <summary>What is known around a poured layer.</summary>
/// <param name="Session">The session it was poured in, put right; null when it was poured without the bench.</param>
/// <param name="Cups">Numbers of the cups that went into it.</param>
/// <param name="Coldest48hC">Coldest reading of the room in the two days after it, °C; null without any.</param>
/// <param name="PlasterDry">Whether the plaster under it was dry by its weighings; null when nobody knew.</param>
/// <param name="PorousThings">Drowned things in it that were not sealed.</param>
/// <param name="HoursAfterUnder">How long after the layer under it, h; null for the first.</param>
/// <param name="WindowToH">Until when that one took another, h; null for the first.</param>
/// <param name="DeeperThanSafe">Whether it was deeper than is safe here.</param>
/// <param name="Covered">Whether it was to be covered.</param>
/// <param name="IsFirst">Whether it is the first layer.</param>
/// <param name="SurfacePeakC">Hottest reading of its surface, at the bench or after it, °C; null without one.</param>
public sealed record OutcomeCase(
    SessionRecord? Session, IReadOnlyList<int> Cups, double? Coldest48hC, bool? PlasterDry, int PorousThings, double? HoursAfterUnder, double? WindowToH, bool DeeperThanSafe, bool Covered, bool IsFirst, double? SurfacePeakC = null);

/// <summary>
/// Ranks what may have caused an outcome by what the record holds. Each cause of an outcome has a share that practice gives it (assumed), which counts in full where it
/// was measured, half where it is noted, and a tenth where nobody measured it; what was measured within the sheet's limits is no cause.
/// </summary>
public static class OutcomeCauses
{
    /// <summary>More damp in the air than this clouds what takes water up, % (rule of the bench).</summary>
    public const double DampAirPercent = 70;

    private const double NotedCounts = 0.5;
    private const double UnknownCounts = 0.1;

    /// <summary>The likely causes of an outcome, the likeliest first; none for a clear layer.</summary>
    /// <param name="outcome">How it turned out.</param>
    /// <param name="of">What is known around it.</param>
    public static IReadOnlyList<LikelyCause> Of(Outcome outcome, OutcomeCase of)
    {
        ArgumentNullException.ThrowIfNull(of);
        Require.Known(outcome, "outcome");
        var found = outcome switch
        {
            Outcome.Soft => new[] { (4.0, Ratio(of)), (3, Cold(of)), (2, Stirred(of)), (1, PastTime(of)) },
            Outcome.Cloudy => [(3, Damp(of)), (3, DampAir(of)), (2, Cold(of)), (1, Stirred(of))],
            Outcome.Cracked => [(4, Hot(of)), (3, Deep(of)), (1, PastTime(of)), (1, Ratio(of))],
            Outcome.Bubbles => [(3, Porous(of)), (3, Looks(of)), (2, Cold(of)), (2, PastTime(of)), (1, Damp(of))],
            Outcome.LayerLine => [(4, Window(of)), (2, Dust(of)), (1, Cold(of))],
            _ => [],
        };
        List<(double Score, LikelyCause Cause)> scored = [.. found.Where(one => one.Item2 is not null).Select(one => (one.Item1 * Counts(one.Item2!.Evidence), one.Item2!))];
        var sum = scored.Sum(one => one.Score);
        return [.. scored.OrderByDescending(one => one.Score).Select(one => one.Cause with { Weight = one.Score / sum })];
    }

    private static double Counts(Evidence evidence) => evidence switch { Evidence.Measured => 1, Evidence.Noted => NotedCounts, _ => UnknownCounts };

    private static LikelyCause Found(string kind, Evidence evidence, string what, string because, string next) => new(kind, evidence, 0, what, because, next);

    private static IEnumerable<(BenchCup Cup, CupMix Mix)> CupsOf(OutcomeCase of) => of.Session is not { } session ? [] : of.Cups.Select(number => (session.Cups[number - 1], session.Mixes[number - 1]));

    private static LikelyCause? Ratio(OutcomeCase of)
    {
        const string Next = "Weigh both parts; the bench says what belongs to what is in.";
        if (of.Session is { } session && !session.Mixes.Any(mix => mix.HasTwo)) return null;
        var worst = CupsOf(of).Where(one => one.Cup.RatioOffPercent is not null).OrderByDescending(one => Math.Abs(one.Cup.RatioOffPercent!.Value)).FirstOrDefault();
        if (worst.Cup is { RatioOffPercent: { } off } && Math.Abs(off) > worst.Mix.TolerancePercent)
            return Found("ratio", Evidence.Measured, "The ratio", $"Cup {worst.Cup.Number} was {Said.Tenth(Math.Abs(off))} % off, with too {(off > 0 ? "little" : "much")} of part two; the sheet allows {worst.Mix.TolerancePercent:0.#} %.", Next);
        return CupsOf(of).Any() && CupsOf(of).All(one => one.Cup.RatioOffPercent is not null) ? null : Found("ratio", Evidence.Unknown, "The ratio", "Not both parts were weighed.", Next);
    }

    private static LikelyCause? Cold(OutcomeCase of)
    {
        const string Next = "Keep the room within the sheet's range through the nights, and warm the bottles.";
        if (of.Session is not { } session) return of.Coldest48hC is null ? Found("cold", Evidence.Unknown, "A cold room", "Nobody read the room while it cured.", Next) : null;
        var coldest = new[] { of.Coldest48hC, session.RoomC }.Min();
        if (coldest is not { } c) return Found("cold", Evidence.Unknown, "A cold room", "Nobody read the room while it cured.", Next);
        return c < session.WorkFromC ? Found("cold", Evidence.Measured, "A cold room", $"The room came down to {Said.Tenth(c)} °C; the sheet wants {session.WorkFromC:0.#} at least.", Next) : null;
    }

    private static LikelyCause? Stirred(OutcomeCase of)
    {
        const string Next = "Stir by the clock, scrape sides and base, and change cups.";
        if (of.Session is { } session && session.StirMin <= 0) return null;
        if (of.Session is null || !CupsOf(of).Any()) return Found("stirred", Evidence.Unknown, "Stirring", "Nobody timed the stirring.", Next);
        var least = CupsOf(of).MinBy(one => one.Cup.StirredMin).Cup;
        return least.StirredMin < of.Session.StirMin * BenchSession.NearlyAll
            ? Found("stirred", Evidence.Measured, "Stirring", $"Cup {least.Number} was stirred {Said.Tenth(least.StirredMin)} of {of.Session.StirMin:0.#} min.", Next)
            : null;
    }

    private static LikelyCause? PastTime(OutcomeCase of)
    {
        var over = CupsOf(of).Where(one => one.Cup is { OutBy: not null, OutAt: not null } && one.Cup.OutAt > one.Cup.OutBy).Select(one => (one.Cup.Number, Min: (one.Cup.OutAt!.Value - one.Cup.OutBy!.Value).TotalMinutes)).OrderByDescending(one => one.Min).ToList();
        return over.Count > 0 ? Found("pastTime", Evidence.Measured, "Poured past its time", $"Cup {over[0].Number} was poured out {Said.Tenth(over[0].Min)} min past its time: thick and hot by then.", "Smaller cups, or a slower product; a cup past its time is spread out, not poured.") : null;
    }

    private static LikelyCause? Damp(OutcomeCase of) => of.PlasterDry switch
    {
        false => Found("damp", Evidence.Measured, "Damp plaster", "The plaster under it was not dry by its weighings.", "Weigh the piece until it loses nothing more, then seal it."),
        null when of.IsFirst => Found("damp", Evidence.Unknown, "Damp plaster", "Nobody weighed the piece.", "Weigh the piece until it loses nothing more, then seal it."),
        _ => null,
    };

    private static LikelyCause? DampAir(OutcomeCase of)
    {
        const string Next = "Pour on a drier day, or dry the room; keep it covered.";
        if (of.Session?.HumidityPercent is not { } humidity) return Found("dampAir", Evidence.Unknown, "Damp air", "Nobody read the humidity.", Next);
        return humidity > DampAirPercent ? Found("dampAir", Evidence.Noted, "Damp air", $"The air stood at {humidity:0} % when it was poured.", Next) : null;
    }

    private static LikelyCause? Hot(OutcomeCase of)
    {
        const string Next = "Thinner layers, a cooler room, the cover off until it has gelled.";
        if (of.Session is not { } session || session.PeakC is not { } peak) return null;
        if (new[] { session.HottestC, of.SurfacePeakC }.Max() is not { } hottest) return Found("hot", Evidence.Unknown, "Heat", "Nobody read the surface while it cured.", Next);
        return hottest > peak ? Found("hot", Evidence.Measured, "Heat", $"Its surface came to {hottest:0} °C; the plan reckoned {peak:0} at most inside it.", Next) : null;
    }

    private static LikelyCause? Deep(OutcomeCase of) => of.DeeperThanSafe ? Found("deep", Evidence.Measured, "Too deep a layer", "It was deeper than is safe over this bed in this room.", "Cut it into more layers.") : null;

    private static LikelyCause? Porous(OutcomeCase of) => of.PorousThings > 0
        ? Found("porous", Evidence.Noted, "Something unsealed under it", $"{of.PorousThings} {(of.PorousThings == 1 ? "thing in it was" : "things in it were")} noted as porous.", "Seal all that will be under water; porous things breathe for hours.")
        : null;

    private static LikelyCause? Looks(OutcomeCase of)
    {
        const string Next = "Look at 10, 20 and 30 minutes: they rise for half an hour.";
        if (of.Session is not { } session) return Found("looks", Evidence.Unknown, "Bubbles not looked after", "Nobody noted a look.", Next);
        if (session.BubbleLooks.Planned == 0) return null;
        if (session.BubbleLooks.Done < session.BubbleLooks.Planned) return Found("looks", Evidence.Noted, "Bubbles not looked after", $"{session.BubbleLooks.Done} of {session.BubbleLooks.Planned} looks were made.", Next);
        return session.LatestLookMin > SessionReview.LateLookMin ? Found("looks", Evidence.Noted, "Bubbles looked after late", $"A look came {session.LatestLookMin:0} min late.", Next) : null;
    }

    private static LikelyCause? Window(OutcomeCase of)
    {
        if (of is not { HoursAfterUnder: { } after, WindowToH: { } to }) return null;
        return after > to ? Found("window", Evidence.Measured, "The window was missed", $"It was poured {Said.Coarse(after)} h after the layer under it, which took another until {Said.Coarse(to)} h.", "Pour within the window, or scuff it dull and wipe it first.") : null;
    }

    private static LikelyCause? Dust(OutcomeCase of) => of.IsFirst ? null : Found("dust", of.Covered ? Evidence.Unknown : Evidence.Noted, "Dust on the layer under it", of.Covered ? "It was to be covered; nobody noted whether it was." : "It was left uncovered.", "Cover every layer, and wipe it before the next.");
}
