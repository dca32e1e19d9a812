using InkBasin.Core.Ink;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Pours;

/// <summary>What is said of a mix, its cups and its session.</summary>
internal static class MixNotices
{
    /// <summary>That a tint is thinned first: said of each tint.</summary>
    public const string LetDown = "letDown";

    /// <summary>That no number of cups will do.</summary>
    public const string Cannot = "cannotBeMixed";

    /// <summary>That a cup turns before it is poured.</summary>
    public const string Turns = "turnsInTheCup";

    /// <summary>Whether it is said of how a batch is measured and counted out, and not of its bottles, its time or its waters.</summary>
    public static bool IsOfTheBatch(Notice notice) => notice.Kind is LetDown or "inkOff" or "tooSmallToMeasure" or "overTheRim" or Cannot;

    /// <summary>A batch whose ratio the device cannot be trusted with.</summary>
    public static Notice TooSmallToMeasure(MixRequest request, Batch batch, double leastBatchMl)
    {
        var scale = request.Device.Kind == DeviceKind.Scale;
        return Notice.Of(
            "tooSmallToMeasure",
            Standing.Tight,
            $"Too small to measure this way: misreading each part by half of {request.Device.Graduation:0.###} {(scale ? "g" : "ml")} puts the ratio up to {batch.WorstRatioErrorPercent:0.#} % off, and the sheet allows {request.TolerancePercent:0.#} %. " +
            $"The least batch that is safe is {leastBatchMl:0.#} ml mixed. {(scale ? "A scale with finer steps" : "A scale that shows 0.1 g")} allows a smaller one.",
            ("worstRatioErrorPercent", batch.WorstRatioErrorPercent),
            ("leastBatchMl", leastBatchMl));
    }

    public static Notice OverTheRim(Batch batch, Cup cup) => Notice.Of(
        "overTheRim",
        Standing.Tight,
        $"The batch of {batch.MixedMl:0.#} ml does not fit the cup, which holds {cup.BrimfulMl:0} ml to the rim: take a larger cup.",
        ("mixedMl", batch.MixedMl),
        ("brimfulMl", cup.BrimfulMl));

    public static Notice CannotBeMixed(string why) => Notice.Of(Cannot, Standing.Stop, why);

    public static Notice TurnsInTheCup(Batches batches) => Notice.Of(
        Turns,
        Standing.Stop,
        $"A cup turns after {Math.Floor(batches.PotLifeMin ?? 0):0} min, and stirring and pouring take about {Math.Ceiling(batches.WorkMin):0}: mix for fewer pools at once, in a cooler room, or take a slower product.",
        ("potLifeMin", batches.PotLifeMin ?? 0),
        ("workMin", batches.WorkMin));

    public static Notice Short(StockDraw draw, ProductSheet sheet)
    {
        string[] missing = [.. new[] { (draw.OneShortG, sheet.Traits.IsOnePart ? "" : " of part one"), (draw.TwoShortG, " of part two") }.Where(one => one.Item1 > 0).Select(one => $"{Math.Ceiling(one.Item1):0} g{one.Item2}")];
        return Notice.Of(
            "short",
            Standing.Stop,
            $"Short of {sheet.Name} for it: {string.Join(" and ", missing)}{(draw.StaleG > 0 ? $"; {draw.StaleG:0} g on the shelf are past their date" : "")}. Get it before the day.",
            ("oneShortG", draw.OneShortG),
            ("twoShortG", draw.TwoShortG),
            ("staleG", draw.StaleG));
    }

    /// <summary>What is said of a batch's ink: what is let down first, and what its whole drops still miss.</summary>
    public static IEnumerable<Notice> OfInk(BatchInk ink, ProductSheet sheet)
    {
        foreach (var dose in ink.Doses)
        {
            if (dose.LetDown is not { } let) continue;
            yield return Notice.Of(
                LetDown,
                Standing.Holds,
                $"{dose.Name} is too strong to be counted out as it is: first thin 1 part of it with {let.PartsToOne} parts of {Thinner(sheet)}.",
                ("partsToOne", let.PartsToOne));
        }

        if (ink.DeltaE > BatchInk.MostDeltaE)
            yield return Notice.Of("inkOff", Standing.Tight, $"However it is counted out, the colour of this batch is {ink.DeltaE:0.0} off the recipe’s: mix more at once.", ("deltaE", ink.DeltaE));
    }

    public static Notice OneMix(IEnumerable<string> waters) => Notice.Of("oneMix", Standing.Holds, $"One mix for {string.Join(", ", waters)}: the same tints in every cup, or they do not match.");

    /// <summary>What a tint is thinned in before it goes into a cup of a product.</summary>
    public static string Thinner(ProductSheet sheet) => sheet.Traits.IsOnePart ? "a little of it" : "part one";
}
