namespace InkBasin.Core.Water;

/// <summary>What is said of a stream.</summary>
internal static class StreamNotices
{
    public static Notice RunsDown(Fall fall, string upper, string lower) => Notice.Of(
        "runsDown",
        Standing.Stop,
        $"The crest under {upper} lies {Mm(fall.FromMm - fall.CrestMm)} mm under its waterline: it runs down into {lower}.",
        ("underMm", fall.FromMm - fall.CrestMm));

    public static Notice RibbonBesideTrack(BesideTrack beside) => Notice.Of(
        "besideTrack",
        Standing.Tight,
        $"For {Mm(beside.LongestMm)} of its {Mm(beside.StreamMm)} mm it runs beside the track, within {beside.MeanTurnDeg:0}°. A river keeps its own course, and a line that cannot turn as sharply crosses it: a ribbon beside the track looks laid, not worn. Swing it away, or let the two cross.",
        ("longestMm", beside.LongestMm),
        ("streamMm", beside.StreamMm),
        ("meanTurnDeg", beside.MeanTurnDeg));

    private static string Mm(double mm) => mm < 10 ? Said.Tenth(mm) : $"{mm:0}";
}
