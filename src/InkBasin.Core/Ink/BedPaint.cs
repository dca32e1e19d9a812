namespace InkBasin.Core.Ink;

/// <summary>How the bed of a water is coloured: earth at the margins, another colour in the middle, a pale beach at the waterline.</summary>
public sealed record BedPaint
{
    /// <summary>The bed's own colour, '#rrggbb'.</summary>
    public string Earth { get; init; } = "#8a6f52";

    /// <summary>Colour of the deep middle, '#rrggbb'; null where it is the earth's.</summary>
    public string? Middle { get; init; }

    /// <summary>From this depth on the middle's colour is whole, mm, 0.1…500.</summary>
    public double MiddleFromMm { get; init; } = 8;

    /// <summary>Colour of the beach, '#rrggbb'; null for none.</summary>
    public string? Beach { get; init; }

    /// <summary>Down to this depth the beach reaches, mm, 0.1…500.</summary>
    public double BeachToMm { get; init; } = 1.5;

    /// <summary>Colour of the bed at a depth under the finished waterline. A colour goes over into the next one gradually: the beach over its whole reach,
    /// the middle over the half of its depth before it is whole.</summary>
    /// <param name="depthMm">Depth, mm; above the water it is the beach's or the earth's.</param>
    public LinearRgb At(double depthMm) => Colours()(depthMm);

    /// <summary>The same for many depths: its colours are read once.</summary>
    public Func<double, LinearRgb> Colours()
    {
        var earth = LinearRgb.FromHex(Earth, "earth");
        LinearRgb? middle = Middle is null ? null : LinearRgb.FromHex(Middle, "middle"), beach = Beach is null ? null : LinearRgb.FromHex(Beach, "beach");
        return depthMm =>
        {
            var colour = middle is { } deep ? Between(earth, deep, (depthMm - (MiddleFromMm / 2)) / (MiddleFromMm / 2)) : earth;
            return beach is { } pale ? Between(pale, colour, depthMm / BeachToMm) : colour;
        };
    }

    /// <summary>Refuses what is no paint.</summary>
    /// <exception cref="RefusedException">A colour cannot be read, or a depth is out of range.</exception>
    public void Check(string field)
    {
        LinearRgb.FromHex(Earth, $"{field}.earth");
        if (Middle is not null) LinearRgb.FromHex(Middle, $"{field}.middle");
        if (Beach is not null) LinearRgb.FromHex(Beach, $"{field}.beach");
        Require.Within(MiddleFromMm, 0.1, 500, $"{field}.middleFromMm");
        Require.Within(BeachToMm, 0.1, 500, $"{field}.beachToMm");
    }

    // Smooth at both ends, as a brush fades one colour into another.
    private static LinearRgb Between(LinearRgb from, LinearRgb to, double share)
    {
        var t = Math.Clamp(share, 0, 1);
        t = t * t * (3 - (2 * t));
        return from.Toward(to, t);
    }
}
