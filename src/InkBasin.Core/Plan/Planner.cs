using InkBasin.Core.Dams;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>The product sheets and tints a plan draws on.</summary>
public sealed record Stores(IReadOnlyList<ProductSheet> Sheets, IReadOnlyList<Tint> Tints)
{
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
        var wet = new List<(Water, Lazy<bool[]>)>(build.Waters.Count);
        foreach (var water in build.Waters)
        {
            cancel.ThrowIfCancellationRequested();
            var basin = Basin.Measure(field, build.Dams, water.Seed, water.WaterlineMm, DimpleMm);
            waters.Add(PlanWater(build, water, basin, field, stores));
            wet.Add((water, new Lazy<bool[]>(() => Mask(basin.Region))));
        }

        return new BuildPlan(figures, waters, [.. build.StandIns.Select(thing => StandInPlan.Of(thing, build, field, wet))]);
    }

    private static bool[] Mask(WetRegion region)
    {
        var mask = new bool[region.Field.HeightsMm.Length];
        foreach (var cell in region.Cells) mask[cell] = true;
        return mask;
    }

    private static List<SurveyFigures> Surveys(Build build) =>
        [.. build.Recipe.OfType<SurveyedBed>().Where(bed => bed.Enabled).Select(bed => bed.Figures(build.Board.CellMm))];

    private static WaterPlan PlanWater(Build build, Water water, Basin basin, HeightField field, Stores stores)
    {
        var sheet = stores.Sheets.FirstOrDefault(s => s.Id == water.ProductId);
        var tint = stores.Tints.FirstOrDefault(t => t.Id == water.Ink.TintId);
        var layers = basin.Storage is { } storage && sheet is not null ? PlanLayers(build, water, storage, sheet, tint) : [];
        var cure = sheet is not null && layers.Count > 0 ? SheetTimes.EndToEnd(sheet, layers.Count)[^1] : null;
        var standing = Stands(basin.FreeboardMm);
        return new WaterPlan
        {
            Id = water.Id,
            WaterlineMm = water.WaterlineMm,
            SeedGroundMm = field.HeightsMm[field.CellAt(water.Seed)],
            BedMm = basin.Region.LowestBedMm,
            VolumeMl = basin.Region.VolumeMl,
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
            DepthColours = [.. Enumerable.Range(0, ColourSteps + 1).Select(i => InkOf(water, tint).Over(ExampleTints.Bed, basin.Region.MaxDepthMm * i / ColourSteps).ToHex())],
            Layers = layers,
            MixedMl = layers.Sum(layer => layer.Mix.Batches.Sum(batch => batch.MixedMl)),
            MixedG = layers.Sum(layer => layer.Mix.Batches.Sum(batch => batch.MixedG)),
            StripH = cure?.StripH,
            FullCureH = cure?.FullCureH,
            StripAt = At(water, cure?.StripH),
            FullCureAt = At(water, cure?.FullCureH),
            Notices = Notices.Of(build, water, basin, sheet, tint, layers),
            Workings = Workings.Of(build, water, basin, sheet, tint, layers),
        };
    }

    private static List<PlannedLayer> PlanLayers(Build build, Water water, StageStorage storage, ProductSheet sheet, Tint? tint)
    {
        var cut = Layers.Cut(
            storage,
            new LayerRequest(storage.BedMm, water.WaterlineMm, sheet.GreatestLayerMm, water.Strategy, water.SealMm, sheet.ShrinkPercent));
        var times = SheetTimes.EndToEnd(sheet, cut.Count);
        var layers = new List<PlannedLayer>(cut.Count);
        for (var i = 0; i < cut.Count; i++)
        {
            var mix = Mix.Of(new MixRequest(
                cut[i].VolumeMl,
                sheet.Ratio,
                sheet.DensityA,
                sheet.DensityB,
                build.Measuring.Device,
                build.Measuring.LossPercent,
                build.Measuring.ResidueMl,
                sheet.TolerancePercent,
                sheet.MaxBatchG,
                build.Measuring.Cup));
            layers.Add(new PlannedLayer(
                cut[i].FromMm,
                cut[i].ToMm,
                cut[i].DepthMm,
                cut[i].VolumeMl,
                mix,
                tint is null ? null : TintDose.For(water.Ink.MlPer100Ml, mix.Batches[0].MixedMl, tint.DropMl),
                times[i].PourH,
                times[i].RecoatFromH,
                times[i].RecoatToH,
                At(water, times[i].PourH),
                At(water, times[i].RecoatFromH),
                At(water, times[i].RecoatToH)));
        }

        return layers;
    }

    /// <summary>The resin of a water with its ink in it.</summary>
    internal static InkLayer InkOf(Water water, Tint? tint) =>
        tint is null ? ExampleTints.ClearResin : InkLayer.Mixed(ExampleTints.ClearResin, (tint.Colour, water.Ink.MlPer100Ml));

    /// <summary>holds / tight / stop from a freeboard, mm.</summary>
    public static Standing Stands(double freeboardMm) =>
        freeboardMm < 0 ? Standing.Stop : freeboardMm < TightFreeboardMm ? Standing.Tight : Standing.Holds;

    // A dam overlaps the opening by 10 mm at both ends and stands 5 mm over the waterline (models.md §7).
    private static Dam DamFor(OpenEdge edge, double waterlineMm, double lengthMm) =>
        new(edge.Side, Math.Max(0, edge.FromMm - 10), Math.Min(lengthMm, edge.ToMm + 10), waterlineMm + 5);

    private static double Length(HeightField field, BoardSide side) =>
        field.CellMm * (side is BoardSide.Back or BoardSide.Front ? field.Columns : field.Rows);

    private static DateTimeOffset? At(Water water, double? hours) =>
        hours is { } h ? water.FirstPourAt?.AddMinutes(Math.Round(h * 60)) : null;
}
