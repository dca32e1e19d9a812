using System.Globalization;
using InkBasin.Core.Dams;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

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
    // Another bed: more than a hair of the volume.
    private const double ChangedShare = 0.005;
    private const double FarOffShare = 0.10;

    /// <summary>The tests of a water, oldest first.</summary>
    internal static IReadOnlyList<WaterTestPlan> Of(Build build, Water water, HeightField field)
    {
        var own = build.WaterTests.Where(test => test.WaterId == water.Id).OrderBy(test => test.At).ToList();

        // Only the last counts for the plan, so only for it is the ground of today asked.
        return [.. own.Select((test, i) => Told(test, i == own.Count - 1 && Changed(test, water, field)))];
    }

    /// <summary>The last of tests in order; null without any.</summary>
    internal static WaterTestPlan? LastOf(IReadOnlyList<WaterTestPlan> tests) => tests.Count > 0 ? tests[^1] : null;

    /// <summary>What the last test corrects the plan by; 1 when it says nothing of the ground as it is.</summary>
    internal static double CalibrationOf(IReadOnlyList<WaterTestPlan> tests) =>
        LastOf(tests) is { GroundChanged: false, Calibration: { } calibration } ? calibration : 1;

    /// <summary>What resin will lose through the leak the last test has shown; null when it has shown none.</summary>
    /// <param name="tests">The water's tests.</param>
    /// <param name="lowestMm">Lowest ground at the water's dams, or its lowest bed without any, mm.</param>
    /// <param name="resinToMm">Level of the first layer, mm.</param>
    /// <param name="resin">The resin with its viscosity.</param>
    /// <param name="roomC">The room, °C.</param>
    internal static Seep? SeepOf(IReadOnlyList<WaterTestPlan> tests, Func<double> lowestMm, double resinToMm, (Resin.ResinProperties Resin, double ViscosityMPaS) resin, double roomC)
    {
        if (LastOf(tests) is not { LostMl: > 0 and var lost, StoodMin: > 0 } test) return null;
        var lowest = lowestMm();
        double tested = test.LevelMm - lowest, head = resinToMm - lowest;
        return tested <= 0 || head <= 0 ? null : Seep.Of(new LeakTest(lost, test.StoodMin, tested), head, resin.Resin, resin.ViscosityMPaS, roomC);
    }

    private static bool Changed(WaterTest test, Water water, HeightField field)
    {
        var now = WetRegion.Flood(field, field.CellAt(water.Seed), test.LevelMm).VolumeMl;
        return Math.Abs(now - test.ReckonedMl) > test.ReckonedMl * ChangedShare;
    }

    private static WaterTestPlan Told(WaterTest test, bool changed)
    {
        var off = test.Calibration - 1;
        var notice = changed ? new Notice(Standing.Tight, "The ground holds another volume to that level now: test it again.")
            : off is { } share && Math.Abs(share) > FarOffShare ? new Notice(Standing.Stop, $"{Percent(share)} against the plan: something is mis-measured, or the bed drank it. Check the level and the jug before you trust it.")
            : off is { } little ? new Notice(Standing.Holds, $"{Percent(little)} against the plan; every layer is corrected by it.")
            : new Notice(Standing.Holds, "Only the loss was looked at.");
        return new WaterTestPlan(test.Id, test.At, test.LevelMm, test.ReckonedMl, test.MeasuredMl, test.Calibration, test.StayedMl, test.StoodMin, test.LostMl, changed, notice);
    }

    private static string Percent(double share) => $"{(share >= 0 ? "+" : "−")}{(Math.Abs(share) * 100).ToString("0.#", CultureInfo.InvariantCulture)} %";
}
