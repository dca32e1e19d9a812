namespace InkBasin.Core.Sight;

/// <summary>What a look into a water comes to, in a maker's words.</summary>
public static class MirrorNotices
{
    /// <param name="view">What is seen.</param>
    /// <param name="water">Name of the water.</param>
    public static Notice Of(MirrorView view, string water)
    {
        ArgumentNullException.ThrowIfNull(view);
        if (view.WaterToMm is not { } bank || view.WaterFromMm is null)
            return Notice.Of("notBetween", Standing.Stop, $"From there {water} does not lie between the eye and the peak: nothing of it is mirrored.");
        if (view.HiddenAtMm is { } hidden)
            return Notice.Of("nearerBank", Standing.Stop, $"A nearer bank, {view.DistanceMm - hidden:0} mm before the peak, is mirrored in its stead: lower it, or raise the eye.", ("beforeMm", view.DistanceMm - hidden));
        if (view.ReflectMm > bank + 1)
            return Notice.Of("behindTheBank", Standing.Stop, $"The peak would be mirrored {view.ReflectMm - bank:0} mm behind the far bank: it is too low or too far off to be seen in {water}.");
        return view.MissingMm > 0.5
            ? Notice.Of("waterTooShort", Standing.Tight, $"To mirror the peak whole, {water} must reach {view.MissingMm:0} mm nearer to the eye.")
            : Notice.Of("mirroredWhole", Standing.Holds, $"{water} mirrors the peak whole: its top shows {view.ReflectMm:0} mm from the eye, and the water reaches that far.");
    }
}
