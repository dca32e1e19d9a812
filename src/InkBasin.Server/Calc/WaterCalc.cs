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
