namespace InkBasin.Core.Bench;

/// <summary>The sentences of what a scale shows while something is poured on it; grams throughout.</summary>
internal static class ScaleNotices
{
    public static Notice Lost() => Notice.Of("scaleLost", Standing.Tight, "The scale does not answer. Go on by hand: type what it shows, or go on without a figure.");

    public static Notice CupLifted(double shownG) => Notice.Of(
        "cupLifted", Standing.Stop, $"The scale shows {Said.Tenth(shownG)} g: the cup was lifted, or this is another one. Put the right cup back and look at the figure before you pour on.", ("shownG", shownG));

    public static Notice OverTheBatch(CupMix mix, double overG, double shownG, double twoG) => OfTwo(
        Standing.Stop, $"{Said.Tenth(overG)} g over, and with part two {Said.Tenth(shownG + twoG)} g: the sheet mixes {mix.MaxBatchG:0} g at most. Take part one out again now.", overG, shownG, twoG);

    public static Notice PartTwoFollows(CupMix mix, double overG, double shownG, double twoG) => OfTwo(
        Standing.Tight, $"{Said.Tenth(overG)} g over: leave it. Part two becomes {Said.Tenth(twoG)} g, not {Said.Tenth(mix.TwoG)}, and the cup will hold {Said.Tenth(shownG + twoG)} g.", overG, shownG, twoG);

    public static Notice OverAlone(double overG) => Notice.Of("over", Standing.Tight, $"{Said.Tenth(overG)} g over: leave it; it stays in the cup.", ("overG", overG));

    public static Notice Over(double overG) =>
        Notice.Of("over", Standing.Tight, $"{Said.Tenth(overG)} g over: stop. Once it is in, the bench says whether the other part follows.", ("overG", overG));

    private static Notice OfTwo(Standing standing, string sentence, double overG, double shownG, double twoG) =>
        Notice.Of("over", standing, sentence, ("overG", overG), ("twoG", twoG), ("sumG", shownG + twoG));
}
