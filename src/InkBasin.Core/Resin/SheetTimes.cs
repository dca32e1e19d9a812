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
    /// <param name="sheet">The product.</param>
    /// <param name="slowdown">How many times as long as on the sheet all takes in this room, above 0.</param>
    public static LayerWaits Of(ProductSheet sheet, double slowdown = 1)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        return new LayerWaits(sheet.RecoatFromH * slowdown, sheet.RecoatToH * slowdown, sheet.DemouldH * slowdown, sheet.FullCureH * slowdown);
    }
}
