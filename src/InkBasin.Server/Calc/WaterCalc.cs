using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;
using InkBasin.Core;

namespace InkBasin.Server.Calc;

/// <summary>Liquid poured at a place.</summary>
public sealed record OnePourRequest(double? XMm = null, double? YMm = null, double? VolumeMl = null);

/// <summary>POST /api/calc/pour.</summary>
public sealed record PourRequest(GridRequest? Grid = null, IReadOnlyList<DamRequest?>? Dams = null, IReadOnlyList<OnePourRequest?>? Pours = null);

/// <summary>Liquid that stands somewhere.</summary>
public sealed record PoolAnswer(PointMm LowestAt, double LevelMm, double VolumeMl, double AreaMm2, double MaxDepthMm)
{
    internal static PoolAnswer Of(Pool pool) => new(pool.LowestAt, pool.LevelMm, pool.VolumeMl, pool.AreaMm2, pool.MaxDepthMm);
}

/// <summary>The answer of /api/calc/pour.</summary>
public sealed record PourAnswer(IReadOnlyList<PoolAnswer> Pools, double RunOffMl, IReadOnlyList<RunOff> RunOffAt);

/// <summary>A weighing.</summary>
public sealed record WeighingRequest(double? AtH = null, double? MassG = null);

/// <summary>POST /api/calc/drying.</summary>
public sealed record DryingRequest(IReadOnlyList<WeighingRequest?>? Weighings = null, double? LossPercentPerDay = null);

/// <summary>POST /api/calc/layer-pools.</summary>
public sealed record LayerPoolsRequest(
    GridRequest? Grid = null,
    IReadOnlyList<DamRequest?>? Dams = null,
    PlaceRequest? Seed = null,
    double? WaterlineMm = null,
    IReadOnlyList<double>? TopsMm = null);

/// <summary>A part of a layer that stands by itself.</summary>
public sealed record LayerPoolAnswer(double VolumeMl, double AreaMm2, double MaxDepthMm, PointMm LowestAt);

/// <summary>A layer and the pools it stands in, the largest first.</summary>
public sealed record PooledLayerAnswer(double FromMm, double ToMm, double VolumeMl, IReadOnlyList<LayerPoolAnswer> Pools);

/// <summary>The answer of /api/calc/layer-pools.</summary>
public sealed record LayerPoolsAnswer(IReadOnlyList<PooledLayerAnswer> Layers);

/// <summary>Something that stands, or will stand, in a tested water.</summary>
public sealed record TestedThingRequest(double? VolumeMl = null, double? BaseMm = null, double? HeightMm = null, bool? InTest = null);

/// <summary>POST /api/calc/water-test.</summary>
public sealed record WaterTestRequest(
    GridRequest? Grid = null,
    IReadOnlyList<DamRequest?>? Dams = null,
    PlaceRequest? Seed = null,
    double? LevelMm = null,
    double? WaterlineMm = null,
    IReadOnlyList<TestedThingRequest?>? Things = null,
    double? InMl = null,
    double? OutMl = null,
    double? LostMl = null,
    double? StoodMin = null,
    double? EvaporationMlPerH = null);

/// <summary>The calculation routes on water, and on the drying before it.</summary>
internal static class WaterCalc
{
    public static DryingForecast Drying(DryingRequest request)
    {
        var weighings = Require.Present(request.Weighings, "weighings");
        var read = new Weighing[weighings.Count];
        for (var i = 0; i < read.Length; i++)
        {
            var one = Require.Present(weighings[i], $"weighings[{i}]");
            read[i] = new Weighing(one.AtH ?? throw GridRequest.Missing($"weighings[{i}].atH"), one.MassG ?? throw GridRequest.Missing($"weighings[{i}].massG"));
        }

        return DryingForecast.Of(read, request.LossPercentPerDay ?? 0.1);
    }

    public static LayerPoolsAnswer LayerPools(LayerPoolsRequest request, CancellationToken cancel)
    {
        var field = Require.Present(request.Grid, "grid").ToField();
        var dams = DamRequest.ToDams(request.Dams);
        for (var i = 0; i < dams.Count; i++) dams[i].Check($"dams[{i}]");
        var waterline = Require.Finite(request.WaterlineMm ?? throw GridRequest.Missing("waterlineMm"), "waterlineMm");
        var region = WetRegion.Flood(field, request.Seed.CellOn(field), waterline, cancel);
        var layers = Core.Water.LayerPools.Of(region, Require.Present(request.TopsMm, "topsMm"), cancel);
        return new LayerPoolsAnswer([.. layers.Select(layer => new PooledLayerAnswer(
            layer.FromMm,
            layer.ToMm,
            layer.VolumeMl,
            [.. layer.Pools.Select(pool => new LayerPoolAnswer(pool.VolumeMl, pool.AreaMm2, pool.MaxDepthMm, field.CentreOf(pool.LowestCell)))]))]);
    }

    public static TestReckoning Test(WaterTestRequest request, CancellationToken cancel)
    {
        var field = Require.Present(request.Grid, "grid").ToField();
        var dams = DamRequest.ToDams(request.Dams);
        for (var i = 0; i < dams.Count; i++) dams[i].Check($"dams[{i}]");
        var seed = request.Seed.CellOn(field);
        var things = new List<(Displacer, bool)>();
        foreach (var (i, thing) in (request.Things ?? []).Index())
        {
            var at = $"things[{i}]";
            var one = Require.Present(thing, at);
            things.Add((
                new Displacer(
                    one.VolumeMl ?? throw GridRequest.Missing($"{at}.volumeMl"),
                    one.BaseMm ?? throw GridRequest.Missing($"{at}.baseMm"),
                    one.HeightMm ?? throw GridRequest.Missing($"{at}.heightMm")),
                one.InTest ?? throw GridRequest.Missing($"{at}.inTest")));
        }

        return TestReckoning.Of(
            level => WetRegion.Flood(field, seed, level, cancel).VolumeMl,
            request.LevelMm ?? throw GridRequest.Missing("levelMm"),
            request.WaterlineMm ?? throw GridRequest.Missing("waterlineMm"),
            things,
            new TestMeasure(request.InMl, request.OutMl, request.LostMl ?? 0, request.StoodMin ?? throw GridRequest.Missing("stoodMin")),
            request.EvaporationMlPerH ?? 0);
    }

    public static PourAnswer Pour(PourRequest request, CancellationToken cancel)
    {
        var field = Require.Present(request.Grid, "grid").ToField();
        var dams = DamRequest.ToDams(request.Dams);
        for (var i = 0; i < dams.Count; i++) dams[i].Check($"dams[{i}]");
        var pours = Require.Present(request.Pours, "pours");
        var test = new PourTest(field, new EdgeOutlets(field, dams));
        for (var i = 0; i < pours.Count; i++)
        {
            var at = $"pours[{i}]";
            var pour = Require.Present(pours[i], at);
            var place = new PointMm(pour.XMm ?? throw GridRequest.Missing($"{at}.xMm"), pour.YMm ?? throw GridRequest.Missing($"{at}.yMm"));
            var volume = Require.NotNegative(pour.VolumeMl ?? throw GridRequest.Missing($"{at}.volumeMl"), $"{at}.volumeMl");
            if (field.CellAt(place) < 0) throw new RefusedException(at, "Pour on the board: that place lies beside it.", RefusalKind.Impossible);
            test.Add(new Pour(place, volume), cancel);
        }

        var outcome = test.Outcome();
        return new PourAnswer([.. outcome.Pools.Select(PoolAnswer.Of)], outcome.RunOffMl, outcome.RunOff);
    }
}
