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
/// it opens. Hours at the sheet's reference temperature; a colder room takes longer.
/// </summary>
public static class SheetTimes
{
    /// <param name="sheet">The product.</param>
    /// <param name="layers">Number of layers, at least 1.</param>
    public static IReadOnlyList<LayerTimes> EndToEnd(ProductSheet sheet, int layers)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        var times = new LayerTimes[layers];
        for (var i = 0; i < layers; i++)
        {
            var pour = i * sheet.RecoatFromH;
            times[i] = new LayerTimes(pour, pour + sheet.RecoatFromH, pour + sheet.RecoatToH, pour + sheet.DemouldH, pour + sheet.FullCureH);
        }

        return times;
    }
}
