using InkBasin.Core.Ground;
using InkBasin.Core.Resin;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>How the peak climbs with the depth of a first layer: where the cliff is.</summary>
/// <param name="SafeMm">The safe depth, mm; null where no layer is safe.</param>
/// <param name="SheetMm">The sheet's greatest layer, mm.</param>
/// <param name="ResinLimitC">Limit of the resin, °C.</param>
/// <param name="Points">Peak against depth, to half as deep again as the sheet allows.</param>
public sealed record HeatCurve(double? SafeMm, double SheetMm, double ResinLimitC, IReadOnlyList<DepthHeat> Points)
{
    private const int CurvePoints = 14;
    private const double Beyond = 1.5;

    /// <summary>Draws it for a water.</summary>
    /// <param name="build">The build.</param>
    /// <param name="ground">Its ground.</param>
    /// <param name="waterId">The water.</param>
    /// <param name="stores">The product sheets.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">The water is not there, is dry, or its product is not in the stores.</exception>
    public static HeatCurve Of(Build build, CompiledGround ground, string waterId, Stores stores, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(build);
        ArgumentNullException.ThrowIfNull(ground);
        ArgumentNullException.ThrowIfNull(stores);
        var water = build.Waters[Lists.WaterAt(build, waterId)];
        var sheet = stores.Sheets.FirstOrDefault(one => one.Id == water.ProductId)
            ?? throw new RefusedException("productId", "The product sheet is not in the stores: choose another product.", RefusalKind.Impossible);
        var region = WetRegion.Flood(ground.Surface, ground.Surface.CellAt(water.Seed), water.WaterlineMm);
        if (region.Cells.Length == 0) throw new RefusedException("waterlineMm", "Nothing is wet at that waterline: raise it above the ground at the seed.", RefusalKind.Impossible);
        var curing = Curing.Under(build, ground, Planner.Deepest(region), sheet);
        return new HeatCurve(curing.Safe()?.SafeMm, sheet.GreatestLayerMm, SafeDepth.ResinLimitC, curing.Curve(sheet.GreatestLayerMm * Beyond, CurvePoints, cancel));
    }
}
