using InkBasin.Core.Stock;

namespace InkBasin.Core.Resin;

/// <summary>How long after its pour a layer may be worked on, h.</summary>
/// <param name="RecoatFromH">Earliest next layer.</param>
/// <param name="RecoatToH">End of the recoat window: past it scuff and wipe first.</param>
/// <param name="StripH">Firm enough to strip the dams.</param>
/// <param name="FullCureH">Fully cured.</param>
public sealed record LayerWaits(double RecoatFromH, double RecoatToH, double StripH, double FullCureH);

/// <summary>
/// The sheet's hours in a room (models.md §3–§4): in another than the sheet's all of them are scaled by k(T_ref)/k(T_room). Each layer is poured
/// when the recoat window of the one under it opens.
/// </summary>
public static class SheetTimes
{
    private const double StepH = 0.1;

    /// <param name="sheet">The product.</param>
    /// <param name="slowdown">How many times as long as on the sheet all takes in this room, above 0.</param>
    public static LayerWaits Of(ProductSheet sheet, double slowdown = 1)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        return new LayerWaits(sheet.RecoatFromH * slowdown, sheet.RecoatToH * slowdown, sheet.DemouldH * slowdown, sheet.FullCureH * slowdown);
    }

    /// <summary>The same in a room that changes: an hour in it counts as k(T_room)/k(T_ref) of the sheet's, one after another, until they are the sheet's hours.</summary>
    /// <param name="room">The room from the pour on.</param>
    /// <param name="sheet">The product, in two parts.</param>
    public static LayerWaits In(RoomCourse room, ProductSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(room);
        ArgumentNullException.ThrowIfNull(sheet);
        var kinetics = new CureKinetics(ResinProperties.Of(sheet));
        var reference = kinetics.RateConstant(Temperature.ToK(sheet.ReferenceC));
        double Speed(double hours) => kinetics.RateConstant(Temperature.ToK(room.AtC(hours))) / reference;
        double Hours(double sheetH)
        {
            var (at, left) = (0.0, sheetH);
            foreach (var knot in room.KnotsH)
            {
                while (at < knot)
                {
                    // Simpson's rule over so little that the room runs straight in it; the last piece is ended by its mean speed.
                    var to = Math.Min(at + StepH, knot);
                    var counts = (to - at) * (Speed(at) + (4 * Speed((at + to) / 2)) + Speed(to)) / 6;
                    if (counts >= left) return at + ((to - at) * left / counts);
                    (at, left) = (to, left - counts);
                }
            }

            return at + (left / Speed(at));
        }

        return new LayerWaits(Hours(sheet.RecoatFromH), Hours(sheet.RecoatToH), Hours(sheet.DemouldH), Hours(sheet.FullCureH));
    }
}
