namespace InkBasin.Core.Ink;

/// <summary>Resin before any tint is in it (models.md §6, K₀ and S₀).</summary>
public static class BareResin
{
    /// <summary>What clear resin swallows and scatters, 1/mm.</summary>
    public static InkLayer Layer { get; } = new(new(0.0004, 0.0004, 0.0008), new(0.0001, 0.0001, 0.0001));
}

/// <summary>Beds to look through the water at, until the maker has painted one.</summary>
public static class UsualBed
{
    /// <summary>A usual bed: brown earth.</summary>
    public static LinearRgb Earth { get; } = LinearRgb.FromSrgb(138, 111, 82);

    /// <summary>A light patch of a usual bed: pale earth.</summary>
    public static LinearRgb Light { get; } = LinearRgb.FromSrgb(194, 171, 138);

    /// <summary>A dark patch of a usual bed: wet earth.</summary>
    public static LinearRgb Dark { get; } = LinearRgb.FromSrgb(74, 58, 42);
}
