using InkBasin.Core.Ground;
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
/// <param name="Bands">After each layer, '#rrggbb' at the deepest place itself: its bed as the brush left it, colours as they blend there.</param>
/// <param name="Varies">Whether one depth has not one colour, as its bed is painted by hand or colours stand side by side: then its picture (<see cref="WaterPicture"/>) has them place by place.</param>
public sealed record WaterLook(IReadOnlyList<double> Shares, IReadOnlyList<TopLook> Tops, IReadOnlyList<string> Bands, bool Varies)
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
        })], [.. BandsOf(water, column)], water.Strokes.Count > 0 || column.Blends);
    }

    private static IEnumerable<string> BandsOf(PourCase water, LayerColumn column)
    {
        var (field, cell) = (water.Water.Region.Field, water.Water.DeepestCell);
        var place = cell < 0 ? water.Water.Seed : field.CentreOf(cell);
        var bedMm = cell < 0 ? water.Water.WaterlineMm : field.HeightsMm[cell];
        var seen = BedStrokes.At(water.Strokes, place, water.Paint.Colours()(water.Water.WaterlineMm - bedMm));
        for (var k = 0; k < column.TopsMm.Count; k++)
        {
            seen = column.Poured(k, seen, bedMm, place);
            yield return seen.ToHex();
        }
    }
}

/// <summary>The layers of a water over any place of its bed: what stands above the bed there, and no more.</summary>
internal sealed class LayerColumn
{
    private readonly double _bedMm;
    private readonly (double FromMm, InkLayer Ink, Blend? Blend)[] _layers;

    // Colours side by side in a layer: what stands where, and the inks, the water's own first.
    private sealed record Blend(InkChoice Choice, InkLayer[] Inks);

    public LayerColumn(PourCase water, IReadOnlyList<PlannedLayer> layers)
    {
        _bedMm = water.Water.WaterlineMm - water.Water.Region.MaxDepthMm;
        _layers = layers.Count == 0
            ? [(_bedMm, water.InkOf(1), BlendOf(water, 1, null))]
            : [.. layers.Select((layer, i) => (layer.FromMm, InkOf(water, i, layer), BlendOf(water, i, layer)))];
        TopsMm = layers.Count == 0 ? [water.Water.WaterlineMm] : [.. layers.Select(layer => layer.ToMm)];
    }

    /// <summary>Tops of the layers, mm over the board, rising.</summary>
    public IReadOnlyList<double> TopsMm { get; }

    /// <summary>Whether colours stand side by side anywhere in it.</summary>
    public bool Blends => _layers.Any(layer => layer.Blend is not null);

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
        for (var i = 0; i <= upTo; i++) seen = Over(i, seen, bedMm, _layers[i].Ink);
        return seen;
    }

    /// <summary>Ink of a layer at a place, colours side by side blended as they are drawn into each other.</summary>
    /// <param name="layer">The layer.</param>
    /// <param name="at">The place.</param>
    public InkLayer InkAt(int layer, PointMm at)
    {
        if (_layers[layer].Blend is not { } blend) return _layers[layer].Ink;
        Span<double> shares = stackalloc double[InkPlace.Most + 1];
        blend.Choice.SharesAt(at, shares);
        LinearRgb swallows = default, scatters = default;
        for (var i = 0; i < blend.Inks.Length; i++)
        {
            swallows = swallows.Plus(blend.Inks[i].Absorption, shares[i]);
            scatters = scatters.Plus(blend.Inks[i].Scatter, shares[i]);
        }

        return new InkLayer(swallows, scatters);
    }

    /// <summary>What a place looks like once a layer is poured on what is seen there before.</summary>
    /// <param name="layer">The layer.</param>
    /// <param name="before">What is seen there before it.</param>
    /// <param name="bedMm">The bed's level there, mm over the board.</param>
    /// <param name="at">The place.</param>
    public LinearRgb Poured(int layer, LinearRgb before, double bedMm, PointMm at) => Over(layer, before, bedMm, InkAt(layer, at));

    private LinearRgb Over(int layer, LinearRgb before, double bedMm, InkLayer ink)
    {
        var deep = TopsMm[layer] - Math.Max(bedMm, layer == 0 ? double.NegativeInfinity : _layers[layer].FromMm);
        return deep > 0 ? ink.Over(before, deep) : before;
    }

    private static InkLayer InkOf(PourCase water, int i, PlannedLayer layer) => layer.Poured is null ? layer.Ink?.Ink ?? water.InkOf(i) : water.InkOf(i);

    private static Blend? BlendOf(PourCase water, int i, PlannedLayer? layer)
    {
        var choice = water.ChoiceOf(i);
        return choice.Places.Count == 0 ? null : new Blend(choice, [
            layer is null ? water.InkOf(i) : InkOf(water, i, layer),
            .. choice.Places.Select(place =>
                (layer?.Poured is null ? layer?.Zones.FirstOrDefault(zone => zone.PlaceId == place.Id)?.Ink?.Ink : null)
                ?? InkLayer.Mixed(BareResin.Layer, water.RecipeOf(i, place).Select(part => (part.Tint.Colour, part.MlPer100Ml)))),
        ]);
    }
}
