using System.Globalization;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Pours;

/// <summary>What is said after a pour.</summary>
internal static class AfterNotices
{
    public static Notice Ratio(double offPercent, ProductSheet sheet)
    {
        var words = $"The parts were {Said.Tenth(Math.Abs(offPercent))} % off the ratio, with too {(offPercent > 0 ? "little" : "much")} of part two";
        return Math.Abs(offPercent) > sheet.TolerancePercent
            ? Notice.Of("ratioOff", Standing.Stop, $"{words}; the sheet allows {sheet.TolerancePercent:0.#} %. It may stay soft or turn brittle: pour nothing over it until a fingernail leaves no mark. Nothing stirred in now mends it.", ("offPercent", offPercent))
            : Notice.Of("ratioHeld", Standing.Holds, $"{words}: within the sheet’s {sheet.TolerancePercent:0.#} %.", ("offPercent", offPercent));
    }

    public static Notice TooDeep(PlannedLayer poured) => Notice.Of(
        "poursTooDeep",
        Standing.Stop,
        $"It stands {poured.DepthMm:0.0} mm deep, deeper than is safe, and may reach {poured.Cure.PeakC:0} °C: cover off, air over it, nothing that burns beside it, and stay by it until it has gelled.",
        ("depthMm", poured.DepthMm),
        ("peakC", poured.Cure.PeakC));

    public static Notice Level(double waterlineMm, LayerPlans plans, double shortMm, double reachedMm, MoreNow more)
    {
        var next = plans.Next;
        var left = plans.Layers.Count(layer => layer.Poured is null);
        var ahead = next is null
            ? reachedMm >= waterlineMm - LayerCourse.HandMm ? "It is at the waterline: nothing more is poured." : ""
            : $"The {(left == 1 ? "layer" : $"{left} layers")} ahead {(left == 1 ? "is" : "are")} cut anew from there: the next to {Said.Tenth(next.ToMm)} mm, {next.VolumeMl:0} ml.";
        var over = reachedMm > waterlineMm + AfterPour.NearMm;
        return Math.Abs(shortMm) <= AfterPour.NearMm ? Notice.Of("levelMet", Standing.Holds, $"It came to where it was meant to. {ahead}".Trim(), ("shortMm", shortMm))
            : shortMm > 0 ? Notice.Of("levelShort", Standing.Tight, $"It fell {Said.Tenth(shortMm)} mm short, {more.ShortMl:0} ml: look for a leak, or the bed drank it. {MoreOf(more)}{ahead}".Trim(), ("shortMm", shortMm), ("shortMl", more.ShortMl))
            : Notice.Of(
                "levelOver",
                over ? Standing.Stop : Standing.Tight,
                $"It stands {Said.Tenth(-shortMm)} mm over what was meant{(over ? $" and {Said.Tenth(reachedMm - waterlineMm)} mm over the waterline: draw it off with a syringe while it is thin, and watch the freeboard" : "")}. {ahead}".Trim(),
                ("shortMm", shortMm));
    }

    public static Notice Left(double leftMl, IReadOnlyList<LeftoverPlace> places)
    {
        var placed = places.Sum(place => place.TakesMl);
        return Notice.Of(
            "leftInTheCup",
            Standing.Tight,
            $"{Said.Short(leftMl)} ml are left in the cup: {(places.Count > 0 ? $"{string.Join(" ", places.Select(place => place.Sentence))} " : "no other water takes the same product and ink now. ")}{(placed < leftMl - AfterPour.LeastLeftMl ? "Spread the rest thin on a scrap of plastic at once; it must not stand in the cup." : "At once, while it is thin.")}",
            ("leftMl", leftMl),
            ("placedMl", placed));
    }

    private static string MoreOf(MoreNow more)
    {
        if (more.Batch is not { } batch) return "";
        string Part(double g, double ml) => (more.ByScale ? g : ml).ToString("0.##", CultureInfo.InvariantCulture);
        return batch.Ok
            ? $"While it is still liquid, {Part(batch.AG, batch.AMl)} + {Part(batch.BG, batch.BMl)} {(more.ByScale ? "g" : "ml")} more would bring it up. "
            : "So little cannot be mixed in the right ratio with this measure. ";
    }
}
