namespace InkBasin.Core.Water;

/// <summary>What a logged water test says.</summary>
/// <param name="Id">The test.</param>
/// <param name="At">When.</param>
/// <param name="LevelMm">Level it was filled to, mm.</param>
/// <param name="ReckonedMl">What the plan reckoned to that level then, ml.</param>
/// <param name="DisplacedMl">What stood in it took the place of so much, ml.</param>
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
    double DisplacedMl,
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
    /// <param name="volumeMlAt">What the ground of today holds to a level, ml.</param>
    public static IReadOnlyList<WaterTestPlan> Of(IEnumerable<WaterTest> tests, Func<double, double> volumeMlAt)
    {
        ArgumentNullException.ThrowIfNull(tests);
        ArgumentNullException.ThrowIfNull(volumeMlAt);
        var own = tests.OrderBy(test => test.At).ToList();
        return [.. own.Select(test => Told(test, Math.Abs(volumeMlAt(test.LevelMm) - test.ReckonedMl) > test.ReckonedMl * ChangedShare))];
    }

    /// <summary>Two tests nearer than this are of one level, mm: the newer counts.</summary>
    public const double SameLevelMm = 0.5;

    /// <summary>Between two levels no bed lies further off its drawing than this many times, nor this part of it: then one of the tests is not believed.</summary>
    public const double MostFactor = 2;

    /// <summary>
    /// The curve of a water as its tests have it, level by level: to the lowest tested level by that test's factor, between two by what the one took more than the
    /// other, over the highest by its own. Where two contradict each other the newer counts. A test that only looked for leaks, or speaks of another
    /// ground, changes nothing.
    /// </summary>
    /// <param name="storage">The curve of the ground.</param>
    /// <param name="tests">Tests of this water, oldest first.</param>
    public static StageStorage Corrected(StageStorage storage, IReadOnlyList<WaterTestPlan> tests)
    {
        ArgumentNullException.ThrowIfNull(storage);
        ArgumentNullException.ThrowIfNull(tests);
        var counts = new List<(double LevelMm, double Factor)>();
        foreach (var test in tests.Reverse())
        {
            if (test is not { GroundChanged: false, Calibration: { } factor } || storage.VolumeAt(test.LevelMm) <= 0) continue;
            if (counts.TrueForAll(known => Agree(storage, known, (test.LevelMm, factor)))) counts.Add((test.LevelMm, factor));
        }

        counts.Sort();
        return storage.Corrected(counts);
    }

    private static bool Agree(StageStorage storage, (double LevelMm, double Factor) a, (double LevelMm, double Factor) b)
    {
        if (Math.Abs(a.LevelMm - b.LevelMm) < SameLevelMm) return false;
        var (low, high) = a.LevelMm < b.LevelMm ? (a, b) : (b, a);
        double under = storage.VolumeAt(low.LevelMm), over = storage.VolumeAt(high.LevelMm);
        var between = ((high.Factor * over) - (low.Factor * under)) / (over - under);
        return between is >= 1 / MostFactor and <= MostFactor;
    }

    /// <summary>The last of tests in order; null without any.</summary>
    public static WaterTestPlan? Last(IReadOnlyList<WaterTestPlan> tests)
    {
        ArgumentNullException.ThrowIfNull(tests);
        return tests.Count > 0 ? tests[^1] : null;
    }

    private static WaterTestPlan Told(WaterTest test, bool changed) => new(
        test.Id, test.At, test.LevelMm, test.ReckonedMl, test.DisplacedMl, test.MeasuredMl, test.Calibration, test.StayedMl, test.StoodMin, test.LostMl, changed, TestNotices.Of(test, changed));
}
