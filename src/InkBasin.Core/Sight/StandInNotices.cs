namespace InkBasin.Core.Sight;

/// <summary>What is said of a stand-in.</summary>
internal static class StandInNotices
{
    public static Notice Aground(StandIn thing, string water, double underMm) =>
        Notice.Of("aground", Standing.Stop, $"{thing.Name} is aground in {water}: it needs {Said.Coarse(underMm)} mm more water under it.", ("underMm", underMm));

    public static Notice NeedsBoard(StandIn thing, double moreMm, string measure) =>
        Notice.Of("needsBoard", Standing.Stop, $"{thing.Name} needs {Said.Coarse(moreMm)} mm more board in its {measure}, or another turn.", ("moreMm", moreMm));

    public static Notice OverTheEdge(StandIn thing, double overMm, string side) =>
        Notice.Of("overTheEdge", Standing.Tight, $"{thing.Name} stands {Said.Coarse(overMm)} mm over the {side} edge: move it in, or give it that much more board.", ("overMm", overMm));

    public static Notice Clear(StandIn thing, string water, double clearMm, string how)
    {
        var standing = clearMm < 0 ? Standing.Stop : clearMm < StandInPlan.TightClearanceMm ? Standing.Tight : Standing.Holds;
        return Notice.Of(
            "clearance",
            standing,
            standing switch
            {
                Standing.Stop => $"{thing.Name} {how} {water} and would hang {Said.Coarse(-clearMm)} mm into the resin: set it higher, or put it in afterwards.",
                Standing.Tight => $"{thing.Name} {how} {water} by only {Said.Coarse(clearMm)} mm: resin climbs about {StandInPlan.TightClearanceMm:0} mm.",
                _ => $"{thing.Name} {how} {water}, {Said.Coarse(clearMm)} mm clear of the waterline.",
            },
            ("clearMm", clearMm));
    }
}
