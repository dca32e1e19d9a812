using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;
using InkBasin.Core;

namespace InkBasin.Server.Calc;

/// <summary>The calculation routes: every model without any stored build. Names are fixed; see docs/calculation-routes.md.</summary>
internal static class CalcEndpoints
{
    public static void MapCalc(this WebApplication app)
    {
        var calc = app.MapGroup("/api/calc").WithTags("calc").ProducesValidationProblem().ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        calc.MapPost("/basin", (BasinRequest request) => TypedResults.Ok(Basin(request)));
        calc.MapPost("/layers", (LayersRequest request) => TypedResults.Ok(new LayersAnswer(Layers(request))));
        calc.MapPost("/soundings", (SoundingsRequest request) => TypedResults.Ok(GroundCalc.Soundings(request)));
        calc.MapPost("/mirror", (MirrorRequest request, CancellationToken cancel) => TypedResults.Ok(GroundCalc.Mirror(request, cancel)));
        calc.MapPost("/pour", (PourRequest request, CancellationToken cancel) => TypedResults.Ok(WaterCalc.Pour(request, cancel)));
        calc.MapPost("/layer-pools", (LayerPoolsRequest request, CancellationToken cancel) => TypedResults.Ok(WaterCalc.LayerPools(request, cancel)));
        calc.MapPost("/water-test", (WaterTestRequest request, CancellationToken cancel) => TypedResults.Ok(WaterCalc.Test(request, cancel)));
        calc.MapPost("/jug", (JugRequest request, CancellationToken cancel) => TypedResults.Ok(GroundCalc.Jug(request, cancel)));
        calc.MapPost("/drying", (DryingRequest request) => TypedResults.Ok(WaterCalc.Drying(request)));
        calc.MapPost("/cure", (CureCalcRequest request, CancellationToken cancel) => TypedResults.Ok(ResinCalc.Cure(request, cancel)));
        calc.MapPost("/safe-depth", (SafeDepthRequest request, CancellationToken cancel) => TypedResults.Ok(ResinCalc.SafeDepth(request, cancel)));
        calc.MapPost("/pot", (PotRequest request) => TypedResults.Ok(ResinCalc.Pot(request)));
        calc.MapPost("/bubbles", (BubblesRequest request) => TypedResults.Ok(ResinCalc.Bubbles(request)));
        calc.MapPost("/ripples", (RipplesRequest request) => TypedResults.Ok(ResinCalc.Ripples(request)));
        calc.MapPost("/seep", (SeepRequest request) => TypedResults.Ok(ResinCalc.Seep(request)));
        calc.MapPost("/ink", (InkRequest request) => TypedResults.Ok(InkCalc.Ink(request)));
        calc.MapPost("/ink-match", (InkMatchRequest request, CancellationToken cancel) => TypedResults.Ok(InkCalc.Match(request, cancel)));
        calc.MapPost("/ink-calibrate", (InkCalibrateRequest request) => TypedResults.Ok(InkCalc.Calibrate(request)));
        calc.MapPost("/days", (DaysRequest request, CancellationToken cancel) => TypedResults.Ok(DaysCalc.Plan(request, cancel)));
        calc.MapPost("/mix", (MixCalcRequest request) => TypedResults.Ok(Mix(request)));
    }

    private static BasinAnswer Basin(BasinRequest request)
    {
        var field = Require.Present(request.Grid, "grid").ToField();
        var basin = Core.Water.Basin.Measure(
            field,
            DamRequest.ToDams(request.Dams),
            Require.Present(request.Seed, "seed").ToPoint("seed"),
            request.WaterlineMm ?? throw GridRequest.Missing("waterlineMm"),
            request.DimpleMm ?? Spill.DefaultDimpleMm);
        return new BasinAnswer(
            basin.Region.VolumeMl,
            basin.Region.AreaMm2,
            basin.Region.MaxDepthMm,
            basin.Region.MeanDepthMm,
            basin.Spill.LevelMm,
            basin.FreeboardMm,
            field.CentreOf(basin.Spill.Cell),
            basin.OpenEdges,
            basin.Storage?.Sample() ?? []);
    }

    private static IReadOnlyList<Layer> Layers(LayersRequest request)
    {
        var waterline = request.WaterlineMm ?? throw GridRequest.Missing("waterlineMm");
        var storage = Storage(request, Require.Finite(waterline, "waterlineMm"));
        return Core.Pours.Layers.Cut(storage, new LayerRequest(
            request.BedMm ?? storage.BedMm,
            waterline,
            request.SafeMm ?? throw GridRequest.Missing("safeMm"),
            request.Strategy ?? throw GridRequest.Missing("strategy"),
            request.SealMm ?? 2,
            request.ShrinkPercent ?? 0,
            request.Calibration ?? 1));
    }

    private static StageStorage Storage(LayersRequest request, double waterlineMm)
    {
        if (request.Curve is { } curve)
        {
            double[] levels = new double[curve.Count], volumes = new double[curve.Count];
            for (var i = 0; i < levels.Length; i++)
            {
                var point = curve[i] ?? throw GridRequest.Missing($"curve[{i}]");
                levels[i] = point.LevelMm ?? throw GridRequest.Missing($"curve[{i}].levelMm");
                volumes[i] = point.VolumeMl ?? throw GridRequest.Missing($"curve[{i}].volumeMl");
            }

            return StageStorage.Through(levels, volumes);
        }

        if (request.Grid is null) throw new RefusedException("curve", "Give a curve, or a grid with a seed.");
        var field = request.Grid.ToField();
        return StageStorage.Of(WetRegion.Flood(field, request.Seed.CellOn(field), waterlineMm));
    }

    private static MixCalcAnswer Mix(MixCalcRequest request)
    {
        var ratio = Require.Present(request.Ratio, "ratio");
        var device = Require.Present(request.Device, "device");
        return MixCalcAnswer.Of(Core.Pours.Mix.Of(new MixRequest(
            request.VolumeMl ?? throw GridRequest.Missing("volumeMl"),
            new MixRatio(
                ratio.A ?? throw GridRequest.Missing("ratio.a"),
                ratio.B ?? throw GridRequest.Missing("ratio.b"),
                ratio.Basis ?? throw GridRequest.Missing("ratio.basis")),
            request.DensityA ?? throw GridRequest.Missing("densityA"),
            request.DensityB ?? throw GridRequest.Missing("densityB"),
            new MeasuringDevice(
                device.Kind ?? throw GridRequest.Missing("device.kind"),
                device.Graduation ?? throw GridRequest.Missing("device.graduation")),
            request.LossPercent ?? 5,
            request.ResidueMl ?? 3,
            request.TolerancePercent ?? 3,
            request.MaxBatchG,
            request.Cup is { } cup
                ? new Cup(
                    cup.BaseMm ?? throw GridRequest.Missing("cup.baseMm"),
                    cup.TopMm ?? throw GridRequest.Missing("cup.topMm"),
                    cup.HeightMm ?? throw GridRequest.Missing("cup.heightMm"))
                : null)));
    }
}
