namespace InkBasin.Core.Water;

/// <summary>What a freeboard is worth (models.md §2).</summary>
public static class Freeboard
{
    /// <summary>Under this it is tight, mm.</summary>
    public const double TightMm = 2;

    /// <summary>holds / tight / stop from a freeboard, mm; negative runs over.</summary>
    public static Standing Of(double freeboardMm) => freeboardMm < 0 ? Standing.Stop : freeboardMm < TightMm ? Standing.Tight : Standing.Holds;
}
