using InkBasin.Core.Dams;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>The product sheets, tints and bottles a plan draws on.</summary>
public sealed record Stores(IReadOnlyList<ProductSheet> Sheets, IReadOnlyList<Tint> Tints)
{
    /// <summary>Bottles at hand.</summary>
    public IReadOnlyList<Bottle> Bottles { get; init; } = [];

    /// <summary>What ships with the product.</summary>
    public static Stores Examples { get; } = new(ExampleSheets.All, ExampleTints.All);
}

/// <summary>Build → plan: the only place where the subjects meet. Pure: no clock, no files, no state.</summary>
public static class Planner
{
    /// <summary>Freeboard under which a water is tight, mm (models.md §2).</summary>
    public const double TightFreeboardMm = 2;

    /// <summary>Hollows in a bank up to this deep are dimples, mm (readings.md 9, the application's value).</summary>
    public const double DimpleMm = 1;

    private const int ColourSteps = 12;
    private const double FoamShowsMm = 0.1;

    /// <summary>Plans a build from its recipe.</summary>
    /// <exception cref="RefusedException">The build cannot be planned.</exception>
    public static BuildPlan Plan(Build build, Stores stores, GroundGrids? grids = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(build);
        build.Check();
        return Plan(build, GroundRecipe.Compile(build.Board, build.Recipe, grids, cancel), stores, cancel);
    }

    /// <summary>Plans a build on its ground already compiled.</summary>
    /// <exception cref="RefusedException">The build cannot be planned.</exception>
    public static BuildPlan Plan(Build build, CompiledGround ground, Stores stores, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(build);
        ArgumentNullException.ThrowIfNull(ground);
        ArgumentNullException.ThrowIfNull(stores);
        var (skinArea, skinMl) = SkinVolume.Of(ground);
        var field = ground.Surface;
        var figures = new GroundPlan(field.Columns, field.Rows, field.CellMm, field.HeightsMm.Min(), field.HeightsMm.Max(), skinArea, skinMl, Surveys(build));
        var waters = new List<WaterPlan>(build.Waters.Count);
        var wet = new List<(Water Water, Lazy<bool[]> Wet)>(build.Waters.Count);
        var basins = new List<Basin>(build.Waters.Count);
        foreach (var water in build.Waters)
        {
            cancel.ThrowIfCancellationRequested();
            var basin = Basin.Measure(field, build.Dams, water.Seed, water.WaterlineMm, DimpleMm);
            basins.Add(basin);
            wet.Add((water, new Lazy<bool[]>(() => Mask(basin.Region))));
        }

        var drowned = build.Drowned.Select(thing =>
        {
            var water = field.CellAt(thing.At) is >= 0 and var cell ? wet.FirstOrDefault(one => one.Wet.Value[cell]).Water : null;
            return DrownedPlan.Of(thing, build, field, water, stores.Sheets.FirstOrDefault(sheet => sheet.Id == water?.ProductId));
        }).ToList();
        for (var i = 0; i < basins.Count; i++)
            waters.Add(PlanWater(build, build.Waters[i], basins[i], wet[i].Wet, ground, stores, [.. In(build.Waters[i], build, drowned)]));
        for (var i = 0; i < waters.Count; i++)
        {
            if (basins[i].Storage is not { } storage || AfterPour.Of(i, build, waters, stores, (from, to) => (Up(storage, to) - Up(storage, from)) * waters[i].Calibration) is not { } after) continue;
            waters[i] = waters[i] with { After = after };
        }

        return new BuildPlan(
            figures,
            waters,
            [.. build.StandIns.Select(thing => StandInPlan.Of(thing, build, field, wet))],
            DamPlan.All(build, field, wet),
            drowned,
            MixSessions.Of(build, waters, stores, (w, layer, ml) => LevelAfter(basins[w].Storage!, layer, ml)),
            RoomLog.Means(build.RoomLog));
    }

    // Over the top of the curve the shore stands as a wall: little more than a drop's depth is asked for there.
    private static double Up(StageStorage storage, double levelMm) =>
        levelMm <= storage.TopMm ? storage.VolumeAt(levelMm) : storage.VolumeAt(storage.TopMm) + (storage.AreaAt(storage.TopMm) * (levelMm - storage.TopMm) / 1000);

    // Part of a layer: its share of the layer's ml on the ground, from the underside up.
    private static double LevelAfter(StageStorage storage, PlannedLayer layer, double ml)
    {
        double from = storage.VolumeAt(layer.FromMm), to = storage.VolumeAt(layer.ToMm);
        return storage.LevelFor(from + ((to - from) * Math.Clamp(ml / layer.VolumeMl, 0, 1)));
    }

    private static IEnumerable<(DrownedThing Thing, double BaseMm)> In(Water water, Build build, List<DrownedPlan> drowned) =>
        build.Drowned.Zip(drowned).Where(pair => pair.Second.WaterId == water.Id).Select(pair => (pair.First, pair.Second.BaseMm));

    private static bool[] Mask(WetRegion region)
    {
        var mask = new bool[region.Field.HeightsMm.Length];
        foreach (var cell in region.Cells) mask[cell] = true;
        return mask;
    }

    private static List<SurveyFigures> Surveys(Build build) =>
        [.. build.Recipe.OfType<SurveyedBed>().Where(bed => bed.Enabled).Select(bed => bed.Figures(build.Board.CellMm))];

    private static WaterPlan PlanWater(Build build, Water water, Basin basin, Lazy<bool[]> wet, CompiledGround ground, Stores stores, IReadOnlyList<(DrownedThing Thing, double BaseMm)> things)
    {
        var field = basin.Region.Field;
        List<string> joined = [.. build.Waters.Where(other => other.Id != water.Id && wet.Value[field.CellAt(other.Seed)]).Select(other => other.Name)];
        var sheet = stores.Sheets.FirstOrDefault(s => s.Id == water.ProductId);
        var tint = stores.Tints.FirstOrDefault(t => t.Id == water.Ink.TintId);
        var tests = WaterTestPlan.Of(build, water, field);
        var calibration = WaterTestPlan.CalibrationOf(tests);
        var displaced = DrownedPlan.DisplacedUpToMl(things, water.WaterlineMm, water.WaterlineMm);
        var takes = basin.Storage is null ? null : Takes(build, water, basin, (basin.Region.VolumeMl * calibration) - displaced, tests);
        var course = sheet is not null && basin.Region.Cells.Length > 0 ? LayerCourse.For(build, ground, Deepest(basin.Region), sheet, water.Ink, tint) : null;
        var safe = course?.Safe();
        var layers = basin.Storage is { } storage && sheet is not null && course is not null
            ? LayerPlans.Of(build, water, storage, sheet, tint, calibration, things, course)
            : [];
        var last = layers.Count > 0 ? layers[^1] : null;

        // The later of the sheet and the model: what is still soft must not lose its dam.
        var stripH = last is null ? null : (double?)Math.Max(last.StripH, last.PourH + (last.Cure.FirmH ?? 0));
        var startAt = layers.FirstOrDefault()?.PourAt;
        var ahead = layers.Where(layer => layer.Poured is null).ToList();
        var (notices, stops) = Notices.Of(build, water, basin, joined, sheet, tint, layers, safe, course, sheet is { Traits.AttacksPolystyrene: true } && OnFoam(basin.Region, ground));
        var standing = Stands(basin.FreeboardMm);
        return new WaterPlan
        {
            Id = water.Id,
            WaterlineMm = water.WaterlineMm,
            SeedGroundMm = field.HeightsMm[field.CellAt(water.Seed)],
            BedMm = basin.Region.LowestBedMm,
            VolumeMl = basin.Region.VolumeMl,
            DisplacedMl = displaced,
            Calibration = calibration,
            Takes = takes,
            Tests = tests,
            Safe = safe,
            Seep = sheet is null || sheet.Traits.IsOnePart || layers.Count == 0 ? null : WaterTestPlan.SeepOf(tests, () => LowestAtDams(build, basin, wet.Value), layers[0].ToMm, (ResinProperties.Of(sheet), sheet.MixedViscosityMPaS), build.Room.AirC),
            JoinedWith = joined,
            AreaMm2 = basin.Region.AreaMm2,
            MaxDepthMm = basin.Region.MaxDepthMm,
            MeanDepthMm = basin.Region.MeanDepthMm,
            ScaleDepthM = basin.Region.MaxDepthMm * build.Scale / 1000,
            SpillMm = basin.Spill.LevelMm,
            FreeboardMm = basin.FreeboardMm,
            SpillAt = field.CentreOf(basin.Spill.Cell),
            Standing = standing,
            OpenEdges = basin.OpenEdges,
            ProposedDams = [.. basin.OpenEdges.Select(edge => DamFor(edge, water.WaterlineMm, Length(field, edge.Side)))],
            WetRuns = basin.Region.Runs(),
            DepthColours = [.. Enumerable.Range(0, ColourSteps + 1).Select(i => ColourOver(water, tint, layers, basin.Region.MaxDepthMm * i / ColourSteps).ToHex())],
            Layers = layers,
            Gel = GelPlan.Of(water, basin.Region.AreaMm2, build.Room, stores),
            After = null,
            MixedMl = ahead.Sum(layer => layer.Mix.Batches.Sum(batch => batch.MixedMl)),
            MixedG = ahead.Sum(layer => layer.Mix.Batches.Sum(batch => batch.MixedG)),
            StripH = stripH,
            FullCureH = last?.FullCureH,
            StripAt = LayerPlans.At(startAt, stripH),
            FullCureAt = LayerPlans.At(startAt, last?.FullCureH),
            Notices = notices,
            PourStops = stops,
            Workings = Workings.Of(build, water, basin, sheet, tint, layers, takes, calibration, displaced, course, safe),
        };
    }

    /// <summary>How far the mean bed may lie off the plan, mm: 0 once the water itself was measured.</summary>
    internal static double BedOffMm(IReadOnlyList<WaterTestPlan> tests, bool sounded, Basin basin) =>
        WaterTestPlan.LastOf(tests) is { GroundChanged: false, MeasuredMl: not null } ? 0
        : sounded ? 0
        : VolumeRange.CarvedToMm + VolumeRange.RoughnessMm(basin.Region);

    private static VolumeRange Takes(Build build, Water water, Basin basin, double expectedMl, IReadOnlyList<WaterTestPlan> tests)
    {
        // A bed measured with a stick brings its own band; it counts where the water stands in it.
        var bands = build.Recipe.OfType<SurveyedBed>()
            .Where(bed => bed.Enabled && Rings.Contains(bed.Outline.Ring(build.Board.CellMm), water.Seed.XMm, water.Seed.YMm))
            .Select(bed => bed.Figures(build.Board.CellMm).BandMl).ToList();
        var last = WaterTestPlan.LastOf(tests);
        var measured = last is { GroundChanged: false } ? last.MeasuredMl : null;
        var band = measured is null ? bands.Sum() : 0;
        return VolumeRange.Of(Math.Max(0, expectedMl), basin.Region.AreaMm2, BedOffMm(tests, bands.Count > 0, basin), band, measured);
    }

    // A leak at a dam has the head over its foot; without dams, that over the deepest bed.
    private static double LowestAtDams(Build build, Basin basin, bool[] wet)
    {
        var field = basin.Region.Field;
        var outlets = new EdgeOutlets(field, []);
        double[] feet = [.. build.Dams.SelectMany(dam => outlets.Along(dam).Select(k => outlets.CellOn(dam.Side, k))).Where(cell => wet[cell]).Select(cell => field.HeightsMm[cell])];
        return feet.Length > 0 ? feet.Min() : basin.Region.LowestBedMm ?? 0;
    }

    /// <summary>The deepest cell of a water that is not dry.</summary>
    internal static int Deepest(WetRegion region) => region.Cells.MinBy(cell => region.Field.HeightsMm[cell]);

    /// <summary>The resin of a water with its ink in it.</summary>
    internal static InkLayer InkOf(Water water, Tint? tint) =>
        tint is null ? ExampleTints.ClearResin : InkLayer.Mixed(ExampleTints.ClearResin, (tint.Colour, water.Ink.MlPer100Ml));

    // A water is seen through its layers: the first may be inked stronger than the rest.
    private static LinearRgb ColourOver(Water water, Tint? tint, List<PlannedLayer> layers, double depthMm)
    {
        var rest = InkOf(water, tint);
        if (tint is null || water.Ink.FirstTimes <= 1 || layers.Count == 0) return rest.Over(ExampleTints.Bed, depthMm);
        var first = Math.Min(depthMm, layers[0].DepthMm);
        return rest.Over(InkLayer.Mixed(ExampleTints.ClearResin, (tint.Colour, water.Ink.StrengthOf(0))).Over(ExampleTints.Bed, first), depthMm - first);
    }

    // Whether any of a water stands over foam, plastered or not.
    private static bool OnFoam(WetRegion region, CompiledGround ground)
    {
        foreach (var cell in region.Cells)
        {
            if (ground.Surface.HeightsMm[cell] - ground.SkinMm[cell] > FoamShowsMm) return true;
        }

        return false;
    }

    /// <summary>holds / tight / stop from a freeboard, mm.</summary>
    public static Standing Stands(double freeboardMm) =>
        freeboardMm < 0 ? Standing.Stop : freeboardMm < TightFreeboardMm ? Standing.Tight : Standing.Holds;

    // A dam overlaps the opening by 10 mm at both ends and stands 5 mm over the waterline (models.md §7).
    private static Dam DamFor(OpenEdge edge, double waterlineMm, double lengthMm) =>
        new(edge.Side, Math.Max(0, edge.FromMm - 10), Math.Min(lengthMm, edge.ToMm + 10), waterlineMm + 5);

    private static double Length(HeightField field, BoardSide side) =>
        field.CellMm * (side is BoardSide.Back or BoardSide.Front ? field.Columns : field.Rows);
}
