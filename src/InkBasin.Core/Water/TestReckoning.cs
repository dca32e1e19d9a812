namespace InkBasin.Core.Water;

/// <summary>A thing that takes the place of water, as a test met it.</summary>
/// <param name="VolumeMl">Its volume, ml, ≥ 0.</param>
/// <param name="BaseMm">Level of its base, mm.</param>
/// <param name="HeightMm">Height over its base, mm, above 0.</param>
public sealed record Displacer(double VolumeMl, double BaseMm, double HeightMm)
{
    /// <summary>What it takes the place of under a level, ml: its share under it, by height.</summary>
    public double UnderMl(double levelMm) => VolumeMl * ShareUnder(levelMm);

    /// <summary>Share of it under a level, by height.</summary>
    public double ShareUnder(double levelMm) => Math.Clamp((levelMm - BaseMm) / HeightMm, 0, 1);

    /// <summary>Refuses what nothing is.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Require.NotNegative(VolumeMl, $"{field}.volumeMl");
        Require.Finite(BaseMm, $"{field}.baseMm");
        Require.Positive(HeightMm, $"{field}.heightMm");
    }
}

/// <summary>What was measured of a water test.</summary>
/// <param name="InMl">Poured in to reach the level, ml; null when not measured.</param>
/// <param name="OutMl">Tipped out afterwards, ml; null when not measured.</param>
/// <param name="LostMl">Lost while it stood, ml; null when nobody looked.</param>
/// <param name="StoodMin">How long it stood, minutes.</param>
public sealed record TestMeasure(double? InMl, double? OutMl, double? LostMl, double StoodMin)
{
    /// <summary>What the level holds beside what stands in it, ml: what went in, else what came out with what was lost; null without either.</summary>
    public double? MeasuredMl => InMl ?? (OutMl + (LostMl ?? 0));

    /// <summary>What it lost in an hour over what dries off by itself, ml/h; null when nobody looked, or it did not stand.</summary>
    /// <param name="evaporationMlPerH">What dries off, ml/h.</param>
    public double? LeakMlPerH(double evaporationMlPerH) => LostMl is { } lost && StoodMin > 0 ? Math.Max(0, (lost / StoodMin * 60) - evaporationMlPerH) : null;
}

/// <summary>
/// What a water test says of a bed (models.md §2; readings.md P3–P4). What was measured and what stood in the water together are the bed: stones are not
/// taken off twice.
/// </summary>
/// <param name="ReckonedMl">What the test would have taken by the ground, ml: the bed to its level less what stood in it.</param>
/// <param name="DisplacedInTestMl">What stood in it then, ml under its level.</param>
/// <param name="MeasuredMl">What was measured, ml; null without a measure.</param>
/// <param name="Calibration">Bed as measured over bed as the ground has it; null without a measure.</param>
/// <param name="LeakMlPerH">Lost in an hour over what dries off, ml/h.</param>
/// <param name="PlanMl">What the water takes to its waterline with all that will stand in it, ml.</param>
public sealed record TestReckoning(double ReckonedMl, double DisplacedInTestMl, double? MeasuredMl, double? Calibration, double LeakMlPerH, double PlanMl)
{
    /// <summary>Reckons it.</summary>
    /// <param name="bedMlAt">What the bare bed holds to a level, ml.</param>
    /// <param name="levelMm">Level of the test, mm.</param>
    /// <param name="waterlineMm">The waterline, mm.</param>
    /// <param name="things">All that will stand in the water, and whether it did in the test.</param>
    /// <param name="measure">What was measured; it stood for some time.</param>
    /// <param name="evaporationMlPerH">What dries off by itself, ml/h, ≥ 0.</param>
    /// <exception cref="RefusedException">Nothing is wet at the level, or a number is out of range.</exception>
    public static TestReckoning Of(
        Func<double, double> bedMlAt, double levelMm, double waterlineMm, IReadOnlyList<(Displacer Thing, bool InTest)> things, TestMeasure measure, double evaporationMlPerH)
    {
        ArgumentNullException.ThrowIfNull(bedMlAt);
        ArgumentNullException.ThrowIfNull(things);
        ArgumentNullException.ThrowIfNull(measure);
        Require.Finite(levelMm, "levelMm");
        Require.Finite(waterlineMm, "waterlineMm");
        for (var i = 0; i < things.Count; i++) things[i].Thing.Check($"things[{i}]");
        if (measure.InMl is { } poured) Require.NotNegative(poured, "inMl");
        if (measure.OutMl is { } tipped) Require.NotNegative(tipped, "outMl");
        if (measure.LostMl is { } lost) Require.NotNegative(lost, "lostMl");
        Require.Positive(measure.StoodMin, "stoodMin");
        Require.NotNegative(evaporationMlPerH, "evaporationMlPerH");
        var bed = bedMlAt(levelMm);
        if (!(bed > 0)) throw new RefusedException("levelMm", "Nothing is wet at that level: a test needs water over the seed.", RefusalKind.Impossible);
        var stood = things.Where(one => one.InTest).Sum(one => one.Thing.UnderMl(levelMm));
        var calibration = (measure.MeasuredMl + stood) / bed;
        return new TestReckoning(
            bed - stood,
            stood,
            measure.MeasuredMl,
            calibration,
            measure.LeakMlPerH(evaporationMlPerH) ?? 0,
            ((calibration ?? 1) * bedMlAt(waterlineMm)) - things.Sum(one => one.Thing.UnderMl(waterlineMm)));
    }
}
