namespace InkBasin.Core.Ground;

/// <summary>A bed that exists and was measured, with how well its volume is known.</summary>
public interface IMeasuredBed
{
    /// <summary>Its shore.</summary>
    Outline Outline { get; }

    /// <summary>Half-width of its volume's band, ml; null while it says nothing of the volume.</summary>
    /// <param name="ground">The ground it is part of.</param>
    double? BandMl(HeightField ground);
}
