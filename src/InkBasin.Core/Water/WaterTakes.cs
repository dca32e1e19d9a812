using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>A water as its tests have measured it.</summary>
/// <param name="Tests">Its water tests, oldest first.</param>
/// <param name="Storage">Its curve as its tests have it; null when nothing is wet.</param>
/// <param name="Calibration">True over drawn volume to the waterline, by the tests; 1 without one.</param>
public sealed record TestedWater(IReadOnlyList<WaterTestPlan> Tests, StageStorage? Storage, double Calibration)
{
    /// <summary>From how many pours and tests its calibration was learnt; null where its own tests have it, or nothing has.</summary>
    public int? LearntFrom { get; init; }

    /// <summary>The same by what other beds of this shop have taught, where no test of its own has a say.</summary>
    /// <param name="water">The water.</param>
    /// <param name="learnt">True over reckoned volume, and from how many it was learnt; null for nothing.</param>
    public TestedWater Following(StandingWater water, (double Factor, int Pours)? learnt)
    {
        ArgumentNullException.ThrowIfNull(water);
        if (learnt is not { } lesson || Storage is null || !ReferenceEquals(Storage, water.Basin.Storage) || water.Region.VolumeMl <= 0) return this;
        var storage = Storage.Corrected([(water.WaterlineMm, lesson.Factor)]);
        return this with { Storage = storage, Calibration = storage.VolumeAt(water.WaterlineMm) / water.Region.VolumeMl, LearntFrom = lesson.Pours };
    }

    /// <summary>Holds the tests against the ground.</summary>
    /// <param name="water">The water.</param>
    /// <param name="tests">Its tests, in any order.</param>
    /// <param name="bedMlAt">What the bare bed holds to a level, ml.</param>
    public static TestedWater Of(StandingWater water, IEnumerable<WaterTest> tests, Func<double, double> bedMlAt)
    {
        ArgumentNullException.ThrowIfNull(water);
        ArgumentNullException.ThrowIfNull(tests);
        var told = WaterTestPlan.Of(tests, bedMlAt);
        var storage = water.Basin.Storage is { } drawn ? WaterTestPlan.Corrected(drawn, told) : null;

        // Exactly 1 where no test has a say.
        var corrected = storage is not null && !ReferenceEquals(storage, water.Basin.Storage) && water.Region.VolumeMl > 0;
        return new TestedWater(told, storage, corrected ? storage!.VolumeAt(water.WaterlineMm) / water.Region.VolumeMl : 1);
    }
}

/// <summary>What a water takes: the volume of the ground, corrected by its tests and less what stands in it.</summary>
/// <param name="Tests">Its water tests, oldest first.</param>
/// <param name="Calibration">True over drawn volume to the waterline, by the tests; 1 without one.</param>
/// <param name="DisplacedMl">What drowned things take the place of, ml.</param>
/// <param name="Range">Resin it takes with how well that is known; null when nothing is wet.</param>
public sealed record WaterTakes(IReadOnlyList<WaterTestPlan> Tests, double Calibration, double DisplacedMl, VolumeRange? Range)
{
    /// <summary>From how many pours and tests its calibration was learnt; null where its own tests have it, or nothing has.</summary>
    public int? LearntFrom { get; init; }

    /// <summary>Works it out.</summary>
    /// <param name="water">The water.</param>
    /// <param name="tested">The same, as its tests have measured it.</param>
    /// <param name="displacedMl">What stands in it takes the place of, ml.</param>
    /// <param name="beds">Measured beds of the recipe that are switched on: one that holds the water's starting point brings its band.</param>
    public static WaterTakes Of(StandingWater water, TestedWater tested, double displacedMl, IEnumerable<IMeasuredBed> beds)
    {
        ArgumentNullException.ThrowIfNull(water);
        ArgumentNullException.ThrowIfNull(tested);
        ArgumentNullException.ThrowIfNull(beds);
        var (region, field, told) = (water.Region, water.Region.Field, tested.Tests);
        if (region.Cells.Length == 0) return new WaterTakes(told, tested.Calibration, displacedMl, null) { LearntFrom = tested.LearntFrom };

        var bands = beds.Where(bed => Rings.Contains(bed.Outline.Ring(field.CellMm), water.Seed.XMm, water.Seed.YMm)).Select(bed => bed.BandMl(field)).OfType<double>().ToList();
        var measured = told.LastOrDefault(test => test is { GroundChanged: false, MeasuredMl: not null })?.MeasuredMl;

        // Once the water itself was measured, or its bed was, how far hands carve off a drawing matters no more.
        var bedOff = measured is not null || bands.Count > 0 ? 0 : VolumeRange.CarvedToMm + VolumeRange.RoughnessMm(region);
        var expected = Math.Max(0, (region.VolumeMl * tested.Calibration) - displacedMl);
        return new WaterTakes(told, tested.Calibration, displacedMl, VolumeRange.Of(expected, region.AreaMm2, bedOff, measured is null ? bands.Sum() : 0, measured)) { LearntFrom = tested.LearntFrom };
    }

    /// <summary>How the volume came about, and what it takes.</summary>
    public IEnumerable<KeyValuePair<string, Working>> Workings(StandingWater water)
    {
        ArgumentNullException.ThrowIfNull(water);
        var region = water.Region;
        yield return new("volume", new(
            "Volume to the waterline",
            [
                new("waterline", water.WaterlineMm, "mm"),
                new("wet area", region.AreaMm2, "mm²"),
                new("mean depth", region.MeanDepthMm, "mm"),
                new("wet cells", region.Cells.Length, ""),
                new("side of a cell", region.Field.CellMm, "mm"),
            ],
            "Every cell joined to the water's starting point with ground under the waterline counts: depth × area of the cell, added up. Open edges count as if dammed.",
            "Stage–storage of the compiled ground"));
        yield return new("freeboard", new(
            "Freeboard",
            [new("spill level", water.Basin.Spill.LevelMm, "mm"), new("waterline", water.WaterlineMm, "mm")],
            "Spill level − waterline. The water is raised until it first meets an open edge, a dam's top, or lower ground it does not yet cover. Under 2 mm is tight; under nothing it runs over.",
            "Priority-Flood, Barnes, Lehman & Mulla 2014, grown from this water"));
        if (Range is not { } range) yield break;
        yield return new("takes", new(
            "What it takes, and how well that is known",
            [
                new("volume to the waterline", region.VolumeMl, "ml"),
                new(LearntFrom is { } from ? $"true over reckoned, as learnt here from {from}" : "measured over reckoned", Calibration, ""),
                new("displaced by drowned things", DisplacedMl, "ml"),
                new("waterline read to", VolumeRange.ReadToMm, "mm"),
                new("roughness of the bed", VolumeRange.RoughnessMm(region), "mm"),
                new("standard deviation", range.DeviationMl, "ml"),
                new("enough in 19 of 20 cases", range.SureMl, "ml"),
            ],
            $"Volume × calibration − displaced. Unknown are the reading of the waterline over the whole area; for a bed nobody has measured, how far carving lies off the drawing (about {VolumeRange.CarvedToMm:0.0} mm) and its roughness; for a measured one, the band of its soundings or jug marks; after a water test, the jug. Added by their squares; the range holds 95 %, the last figure is the one-sided bound.",
            "Independent errors; a water test narrows them best"));
    }
}
