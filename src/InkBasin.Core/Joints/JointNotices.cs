namespace InkBasin.Core.Joints;

/// <summary>What is said of a joint.</summary>
internal static class JointNotices
{
    public static Notice OtherScale(Section mine, Section theirs) => Notice.Of(
        "otherScale", Standing.Tight, $"{theirs.Name} is at 1:{theirs.Scale:0.##} and this board at 1:{mine.Scale:0.##}: what stands on them will not match.");

    public static Notice DoesNotTouch(string theirs) => Notice.Of("doesNotTouch", Standing.Stop, $"{theirs} does not touch that side: slide it along.");

    public static Notice Ground(string theirs, double differenceMm, double atMm) => Math.Abs(differenceMm) <= Joint.MeetsMm
        ? Notice.Of("groundMeets", Standing.Holds, $"The ground meets {theirs}: it differs by {Said.Tenth(Math.Abs(differenceMm))} mm at most.", ("differenceMm", differenceMm))
        : Notice.Of(
            "groundMismatch",
            Standing.Tight,
            $"{theirs} stands {Said.Tenth(Math.Abs(differenceMm))} mm {(differenceMm > 0 ? "higher" : "lower")} at {atMm:0} mm along: that is the greatest mismatch.",
            ("differenceMm", differenceMm),
            ("atMm", atMm));

    public static Notice Unmet(JointWater water, string theirs) => Notice.Of(
        "waterUnmet",
        Standing.Stop,
        $"{water.Name} reaches the joint from {water.FromMm:0} to {water.ToMm:0} mm, and no water meets it from {(water.Mine ? theirs : "this side")}.",
        ("fromMm", water.FromMm),
        ("toMm", water.ToMm));

    public static Notice Levels(JointWater mine, JointWater other, string theirs, double sameMm)
    {
        var step = other.LevelMm - mine.LevelMm;
        return Math.Abs(step) <= sameMm
            ? Notice.Of("levelsMeet", Standing.Holds, $"{mine.Name} and {other.Name} of {theirs} meet at the same level.", ("stepMm", step))
            : Notice.Of("levelsApart", Standing.Stop, $"{other.Name} of {theirs} stands {Said.Tenth(Math.Abs(step))} mm {(step > 0 ? "higher" : "lower")} than {mine.Name}.", ("stepMm", step));
    }
}
