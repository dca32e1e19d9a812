namespace InkBasin.Core.Water;

/// <summary>What is said of a water test.</summary>
internal static class TestNotices
{
    // Nearer than anybody reads a jug.
    private const double NothingOffShare = 0.0015;

    public static Notice Of(WaterTest test, bool groundChanged)
    {
        if (groundChanged) return Notice.Of("groundChanged", Standing.Tight, "The ground holds another volume to that level now: test it again.");
        if (test.Calibration - 1 is not { } off) return Notice.Of("onlyLoss", Standing.Holds, "Only the loss was looked at.");
        if (Math.Abs(off) < NothingOffShare) return Notice.Of("off", Standing.Holds, "Just what the plan reckons.", ("offShare", off));
        var share = $"{(off >= 0 ? "+" : "−")}{Said.Short(Math.Abs(off) * 100)} %";
        return Math.Abs(off) > WaterTestPlan.FarOffShare
            ? Notice.Of("farOff", Standing.Stop, $"{share} against the plan: something is mis-measured, or the bed drank it. Check the level and the jug before you trust it.", ("offShare", off))
            : Notice.Of("off", Standing.Holds, $"{share} against the plan; every layer is corrected by it.", ("offShare", off));
    }
}
