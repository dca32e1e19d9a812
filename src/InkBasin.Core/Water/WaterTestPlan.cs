namespace InkBasin.Core.Water;

/// <summary>What a logged water test says.</summary>
/// <param name="Id">The test.</param>
/// <param name="At">When.</param>
/// <param name="LevelMm">Level it was filled to, mm.</param>
/// <param name="ReckonedMl">What the plan reckoned to that level then, ml.</param>
/// <param name="MeasuredMl">What was measured, ml; null when only a loss was.</param>
/// <param name="Calibration">Measured over reckoned; null when only a loss was measured.</param>
/// <param name="StayedMl">What neither came out nor was seen to be lost, ml.</param>
/// <param name="StoodMin">How long it stood, minutes.</param>
/// <param name="LostMl">What it lost, ml.</param>
/// <param name="GroundChanged">True when the ground holds another volume to that level now: the test speaks of an older bed.</param>
/// <param name="Notice">How it stands.</param>
public sealed record WaterTestPlan(
    string Id,
    DateTimeOffset At,
    double LevelMm,
    double ReckonedMl,
    double? MeasuredMl,
    double? Calibration,
    double? StayedMl,
    double StoodMin,
    double? LostMl,
    bool GroundChanged,
    Notice Notice)
{
    /// <summary>A bed that holds another volume by more than this share is another bed.</summary>
    public const double ChangedShare = 0.005;

    /// <summary>A test further than this off the plan is not believed.</summary>
    public const double FarOffShare = 0.10;

    /// <summary>The tests of a water, oldest first.</summary>
    /// <param name="tests">Tests of this water, in any order.</param>
    /// <param name="volumeMlAt">What the ground of today holds to a level, ml. Asked for the last test alone: only that counts for the plan.</param>
    public static IReadOnlyList<WaterTestPlan> Of(IEnumerable<WaterTest> tests, Func<double, double> volumeMlAt)
    {
        ArgumentNullException.ThrowIfNull(tests);
        ArgumentNullException.ThrowIfNull(volumeMlAt);
        var own = tests.OrderBy(test => test.At).ToList();
        return [.. own.Select((test, i) => Told(test, i == own.Count - 1 && Math.Abs(volumeMlAt(test.LevelMm) - test.ReckonedMl) > test.ReckonedMl * ChangedShare))];
    }

    /// <summary>What the last test corrects the plan by; 1 when it says nothing of the ground as it is.</summary>
    public static double CalibrationOf(IReadOnlyList<WaterTestPlan> tests) =>
        Last(tests) is { GroundChanged: false, Calibration: { } calibration } ? calibration : 1;

    /// <summary>The last of tests in order; null without any.</summary>
    public static WaterTestPlan? Last(IReadOnlyList<WaterTestPlan> tests)
    {
        ArgumentNullException.ThrowIfNull(tests);
        return tests.Count > 0 ? tests[^1] : null;
    }

    private static WaterTestPlan Told(WaterTest test, bool changed) => new(
        test.Id, test.At, test.LevelMm, test.ReckonedMl, test.MeasuredMl, test.Calibration, test.StayedMl, test.StoodMin, test.LostMl, changed, TestNotices.Of(test, changed));
}
