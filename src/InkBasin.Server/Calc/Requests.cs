using InkBasin.Core.Ground;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;
using InkBasin.Core;

namespace InkBasin.Server.Calc;

// The shapes of the calculation routes. Fields are nullable so that a missing one is refused by its own name.

/// <summary>A grid: row 0 is the back edge, column 0 the left edge; heights in mm over the board.</summary>
public sealed record GridRequest(int? Columns = null, int? Rows = null, double? CellMm = null, double[]? HeightsMm = null)
{
    internal HeightField ToField()
    {
        var columns = Columns ?? throw Missing("grid.columns");
        var rows = Rows ?? throw Missing("grid.rows");
        var cellMm = CellMm ?? throw Missing("grid.cellMm");
        return new HeightField(columns, rows, cellMm, HeightsMm ?? throw Missing("grid.heightsMm"));
    }

    internal static RefusedException Missing(string field) => new(field, $"{field} is missing.");
}

/// <summary>A place, mm right of the left edge and forward of the back edge.</summary>
public sealed record PlaceRequest(double? XMm = null, double? YMm = null)
{
    internal PointMm ToPoint(string field) =>
        new(XMm ?? throw GridRequest.Missing($"{field}.xMm"), YMm ?? throw GridRequest.Missing($"{field}.yMm"));
}

/// <summary>A dam along a side of the board.</summary>
public sealed record DamRequest(BoardSide? Side = null, double? FromMm = null, double? ToMm = null, double? TopMm = null)
{
    internal static IReadOnlyList<Dam> ToDams(IReadOnlyList<DamRequest?>? dams)
    {
        if (dams is null) return [];
        var made = new Dam[dams.Count];
        for (var i = 0; i < made.Length; i++)
        {
            var field = $"dams[{i}]";
            var dam = dams[i] ?? throw GridRequest.Missing(field);
            made[i] = new Dam(
                dam.Side ?? throw GridRequest.Missing($"{field}.side"),
                dam.FromMm ?? throw GridRequest.Missing($"{field}.fromMm"),
                dam.ToMm ?? throw GridRequest.Missing($"{field}.toMm"),
                dam.TopMm ?? throw GridRequest.Missing($"{field}.topMm"));
        }

        return made;
    }
}

/// <summary>POST /api/calc/basin.</summary>
public sealed record BasinRequest(GridRequest? Grid = null, IReadOnlyList<DamRequest?>? Dams = null, PlaceRequest? Seed = null, double? WaterlineMm = null, double? DimpleMm = null);

/// <summary>The answer of /api/calc/basin.</summary>
public sealed record BasinAnswer(
    double VolumeMl,
    double AreaMm2,
    double MaxDepthMm,
    double MeanDepthMm,
    double SpillMm,
    double FreeboardMm,
    PointMm SpillAt,
    IReadOnlyList<OpenEdge> OpenEdges,
    IReadOnlyList<StagePoint> Curve);

/// <summary>A point of a given curve.</summary>
public sealed record CurvePointRequest(double? LevelMm = null, double? VolumeMl = null);

/// <summary>POST /api/calc/layers: a curve, or a grid with a seed.</summary>
public sealed record LayersRequest(
    IReadOnlyList<CurvePointRequest?>? Curve = null,
    GridRequest? Grid = null,
    PlaceRequest? Seed = null,
    double? BedMm = null,
    double? WaterlineMm = null,
    double? SafeMm = null,
    LayerStrategy? Strategy = null,
    double? SealMm = null,
    double? ShrinkPercent = null,
    double? Calibration = null);

/// <summary>The answer of /api/calc/layers.</summary>
public sealed record LayersAnswer(IReadOnlyList<Layer> Layers);

/// <summary>A mix ratio.</summary>
public sealed record RatioRequest(double? A = null, double? B = null, RatioBasis? Basis = null);

/// <summary>A measuring device.</summary>
public sealed record DeviceRequest(DeviceKind? Kind = null, double? Graduation = null);

/// <summary>A cup's inner sizes.</summary>
public sealed record CupRequest(double? BaseMm = null, double? TopMm = null, double? HeightMm = null);

/// <summary>POST /api/calc/mix.</summary>
public sealed record MixCalcRequest(
    double? VolumeMl = null,
    RatioRequest? Ratio = null,
    double? DensityA = null,
    double? DensityB = null,
    double? LossPercent = null,
    double? ResidueMl = null,
    DeviceRequest? Device = null,
    double? TolerancePercent = null,
    double? MaxBatchG = null,
    CupRequest? Cup = null);

/// <summary>The answer of /api/calc/mix.</summary>
/// <param name="Batches">Equal batches.</param>
/// <param name="LeastBatchMl">Mixed ml of the least batch this device measures within the tolerance.</param>
/// <param name="Warnings">Sentences for the maker; at least one when a batch is not ok.</param>
public sealed record MixCalcAnswer(IReadOnlyList<Batch> Batches, double LeastBatchMl, IReadOnlyList<string> Warnings)
{
    internal static MixCalcAnswer Of(MixAnswer mix) => new(mix.Batches, mix.LeastBatchMl, [.. mix.Notices.Select(notice => notice.Sentence)]);
}
