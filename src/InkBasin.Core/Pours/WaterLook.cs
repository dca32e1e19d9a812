using InkBasin.Core.Ink;

namespace InkBasin.Core.Pours;

/// <summary>What the water looks like from above once a layer is poured.</summary>
/// <param name="ToMm">Top of the layer, mm over the board.</param>
/// <param name="DeepestMm">Depth under it at the deepest point, mm.</param>
/// <param name="Colours">'#rrggbb' where it is so deep: one for each of <see cref="WaterLook.Shares"/> of the deepest.</param>
public sealed record TopLook(double ToMm, double DeepestMm, IReadOnlyList<string> Colours);

/// <summary>What a water looks like through its layers over its painted bed: the one table of its colours, for every drawing of it.</summary>
/// <param name="Shares">Shares of the deepest depth the colours stand for, from 0 to 1: closer where it is shallow, as there the colour changes fastest.</param>
/// <param name="Tops">After each layer, from the bed up; without layers, filled with the resin as it is inked.</param>
public sealed record WaterLook(IReadOnlyList<double> Shares, IReadOnlyList<TopLook> Tops)
{
    private const int Steps = 48;

    internal static readonly double[] Squared = [.. Enumerable.Range(0, Steps + 1).Select(i => (double)i * i / (Steps * Steps))];

    /// <summary>Looks through a water.</summary>
    /// <param name="water">The water.</param>
    /// <param name="layers">Its layers; none where it cannot be cut.</param>
    public static WaterLook Of(PourCase water, IReadOnlyList<PlannedLayer> layers)
    {
        ArgumentNullException.ThrowIfNull(water);
        ArgumentNullException.ThrowIfNull(layers);
        var (waterline, bed) = (water.Water.WaterlineMm, water.Paint.Colours());
        var column = new LayerColumn(water, layers);
        return new WaterLook(Squared, [.. column.TopsMm.Select((top, k) =>
        {
            var deepest = Math.Max(0, column.DeepestUnder(k));
            return new TopLook(top, deepest, [.. Squared.Select(share => column.Seen(bed(waterline - top + (deepest * share)), top - (deepest * share), k).ToHex())]);
        })]);
    }
}

/// <summary>The layers of a water over any place of its bed: what stands above the bed there, and no more.</summary>
internal sealed class LayerColumn
{
    private readonly double _bedMm;
    private readonly (double FromMm, InkLayer Ink)[] _layers;

    public LayerColumn(PourCase water, IReadOnlyList<PlannedLayer> layers)
    {
        _bedMm = water.Water.WaterlineMm - water.Water.Region.MaxDepthMm;
        _layers = layers.Count == 0 ? [(_bedMm, water.InkOf(1))] : [.. layers.Select((layer, i) => (layer.FromMm, layer.Poured is null ? layer.Ink?.Ink ?? water.InkOf(i) : water.InkOf(i)))];
        TopsMm = layers.Count == 0 ? [water.Water.WaterlineMm] : [.. layers.Select(layer => layer.ToMm)];
    }

    /// <summary>Tops of the layers, mm over the board, rising.</summary>
    public IReadOnlyList<double> TopsMm { get; }

    /// <summary>Ink of a layer as it is really counted out.</summary>
    public InkLayer InkOf(int layer) => _layers[layer].Ink;

    /// <summary>Depth under a layer's top at the deepest point, mm.</summary>
    public double DeepestUnder(int layer) => TopsMm[layer] - _bedMm;

    /// <summary>What is seen from above where the bed is so high, once a layer is poured.</summary>
    /// <param name="bed">The bed's colour there.</param>
    /// <param name="bedMm">Its level, mm over the board.</param>
    /// <param name="upTo">The layer poured last.</param>
    public LinearRgb Seen(LinearRgb bed, double bedMm, int upTo)
    {
        var seen = bed;
        for (var i = 0; i <= upTo; i++)
        {
            var deep = TopsMm[i] - Math.Max(bedMm, i == 0 ? double.NegativeInfinity : _layers[i].FromMm);
            if (deep > 0) seen = _layers[i].Ink.Over(seen, deep);
        }

        return seen;
    }
}
