namespace InkBasin.Core.Ink;

/// <summary>A colour at a depth of water.</summary>
/// <param name="DepthMm">Depth over the bed, mm.</param>
/// <param name="Colour">What is seen from above.</param>
public readonly record struct DepthColour(double DepthMm, LinearRgb Colour);

/// <summary>Layers of inked resin one on the other, from the bed up: what one gives back is the bed of the next (Kubelka &amp; Munk 1931).</summary>
/// <param name="Layers">From the bottom up, each with its depth in mm, ≥ 0. What stands deeper than all of them is taken to be of the last.</param>
public sealed record InkColumn(IReadOnlyList<(double DepthMm, InkLayer Ink)> Layers)
{
    /// <summary>Depth of all of it, mm.</summary>
    public double DepthMm => Layers.Sum(layer => layer.DepthMm);

    /// <summary>Its colour filled up to a depth.</summary>
    /// <param name="bed">What the bed gives back bare.</param>
    /// <param name="depthMm">Filled to here over the bed, mm; 0 or less is the bare bed.</param>
    public LinearRgb Over(LinearRgb bed, double depthMm)
    {
        var (seen, left) = (bed, depthMm);
        for (var i = 0; i < Layers.Count && left > 0; i++)
        {
            var deep = i == Layers.Count - 1 ? left : Math.Min(left, Layers[i].DepthMm);
            seen = Layers[i].Ink.Over(seen, deep);
            left -= deep;
        }

        return seen;
    }

    /// <summary>Its colours while it fills, from the bare bed to all of it, in rising order; each layer's top is among them.</summary>
    /// <param name="bed">What the bed gives back bare.</param>
    /// <param name="steps">Into how many equal steps a layer as deep as all of it is cut, at least 1.</param>
    public IReadOnlyList<DepthColour> Filling(LinearRgb bed, int steps)
    {
        var total = DepthMm;
        var colours = new List<DepthColour> { new(0, bed) };
        double under = 0;
        foreach (var (depth, ink) in Layers)
        {
            if (depth <= 0) continue;
            var cuts = (int)Math.Clamp(Math.Ceiling(steps * depth / total), 1, steps);
            var below = colours[^1].Colour;
            for (var i = 1; i <= cuts; i++) colours.Add(new(i == cuts ? under + depth : under + (depth * i / cuts), ink.Over(below, depth * i / cuts)));
            under += depth;
        }

        return colours;
    }
}
