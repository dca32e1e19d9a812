using InkBasin.Core.Ink;

namespace InkBasin.Core.Pours;

/// <summary>What a water looks like through its layers.</summary>
/// <param name="DepthColours">Over a usual bed with its ink, '#rrggbb', at depths from nothing to the greatest in equal steps.</param>
public sealed record WaterLook(IReadOnlyList<string> DepthColours)
{
    private const int Steps = 12;

    /// <summary>Looks through a water.</summary>
    /// <param name="water">The water.</param>
    /// <param name="firstLayerMm">Depth of its first layer, which may be inked stronger than the rest, mm; null without layers.</param>
    public static WaterLook Of(PourCase water, double? firstLayerMm)
    {
        ArgumentNullException.ThrowIfNull(water);
        var (first, rest) = (water.InkOf(0), water.InkOf(1));
        var stronger = firstLayerMm is not null && water.Ink.FirstTimes > 1 ? firstLayerMm.Value : 0;
        return new WaterLook([.. Enumerable.Range(0, Steps + 1).Select(i =>
        {
            var depth = water.Water.Region.MaxDepthMm * i / Steps;
            var low = Math.Min(depth, stronger);
            return rest.Over(low > 0 ? first.Over(UsualBed.Earth, low) : UsualBed.Earth, depth - low).ToHex();
        })]);
    }
}
