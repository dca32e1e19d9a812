using InkBasin.Core.Stock;

namespace InkBasin.Core.Resin;

/// <summary>When a layer may be worked on, in hours after the first pour of its water.</summary>
/// <param name="PourH">The pour.</param>
/// <param name="RecoatFromH">Earliest next layer.</param>
/// <param name="RecoatToH">End of the recoat window.</param>
/// <param name="StripH">Firm enough to strip the dams.</param>
/// <param name="FullCureH">Fully cured.</param>
public sealed record LayerTimes(double PourH, double RecoatFromH, double RecoatToH, double StripH, double FullCureH);

/// <summary>
/// The sheet's hours laid end to end (models.md §3–§4): each layer is poured when the recoat window of the one under
/// it opens. In another room than the sheet's all hours are scaled by k(T_ref)/k(T_room).
/// </summary>
public static class SheetTimes
{
    /// <param name="sheet">The product.</param>
    /// <param name="layers">Number of layers, at least 1.</param>
    /// <param name="slowdown">How many times as long as on the sheet all takes in this room, above 0.</param>
    public static IReadOnlyList<LayerTimes> EndToEnd(ProductSheet sheet, int layers, double slowdown = 1)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        var times = new LayerTimes[layers];
        for (var i = 0; i < layers; i++)
        {
            var pour = i * sheet.RecoatFromH * slowdown;
            times[i] = new LayerTimes(
                pour, pour + (sheet.RecoatFromH * slowdown), pour + (sheet.RecoatToH * slowdown), pour + (sheet.DemouldH * slowdown), pour + (sheet.FullCureH * slowdown));
        }

        return times;
    }
}
