using InkBasin.Core.Water;

namespace InkBasin.Core.Dams;

/// <summary>What is said of a dam.</summary>
internal static class DamNotices
{
    public static Notice Top(string water, double overMm) => Notice.Of(
        "top",
        Freeboard.Of(overMm),
        overMm < 0 ? $"Its top is {Said.Short(-overMm)} mm under the waterline of {water}." : $"Only {Said.Short(overMm)} mm over the waterline of {water}: 5 mm is good.",
        ("overMm", overMm));

    public static Notice Ends(string water, double pastMm, double overlapMm) => Notice.Of(
        "ends", Standing.Tight, $"It ends {Said.Short(Math.Max(0, pastMm))} mm past {water}: give it {overlapMm:0} mm at each end.", ("pastMm", pastMm));

    public static Notice BesideTheBoard() => Notice.Of("besideTheBoard", Standing.Stop, "It stands beside the board: move it to the edge it is to hold.");

    public static Notice HoldsNothing() => Notice.Of("holdsNothing", Standing.Tight, "No water stands at it.");

    public static Notice TooDeepForItsMake(DamChoice choice, double deepestMm, double mostMm) => Notice.Of(
        "tooDeepForItsMake",
        Standing.Tight,
        $"{Said.Short(deepestMm)} mm of water is much for {choice.Name.ToLowerInvariant()}: {mostMm:0} mm is about what it holds through a night. Take sheet.",
        ("deepestMm", deepestMm),
        ("mostMm", mostMm));

    public static Notice NoRelease(string agent) =>
        Notice.Of("noRelease", Standing.Tight, $"No release agent yet: {char.ToLowerInvariant(agent[0])}{agent[1..]}, or it has to be torn off.");
}
