namespace InkBasin.Core.Resin;

/// <summary>How the peak climbs with the depth of a first layer: where the cliff is.</summary>
/// <param name="SafeMm">The safe depth, mm; null where no layer is safe.</param>
/// <param name="SheetMm">The sheet's greatest layer, mm.</param>
/// <param name="ResinLimitC">Limit of the resin, °C.</param>
/// <param name="Points">Peak against depth, to half as deep again as the sheet allows.</param>
public sealed record HeatCurve(double? SafeMm, double SheetMm, double ResinLimitC, IReadOnlyList<DepthHeat> Points)
{
    private const int CurvePoints = 14;
    private const double Beyond = 1.5;

    /// <summary>Draws it.</summary>
    /// <param name="curing">The pour: bed, room, cover and product.</param>
    /// <param name="sheetMm">The sheet's greatest layer, mm.</param>
    public static HeatCurve Of(Curing curing, double sheetMm)
    {
        ArgumentNullException.ThrowIfNull(curing);
        return new HeatCurve(curing.Safe()?.SafeMm, sheetMm, SafeDepth.ResinLimitC, curing.Curve(sheetMm * Beyond, CurvePoints));
    }
}
