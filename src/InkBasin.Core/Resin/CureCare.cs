namespace InkBasin.Core.Resin;

/// <summary>How a build is kept while its resin cures.</summary>
/// <param name="Covered">Under a cover against dust: nearly everyone does, and it costs about a third of the safe depth.</param>
/// <param name="FlatOnBench">The board lies flat on the bench instead of raised.</param>
public sealed record CureCare(bool Covered = true, bool FlatOnBench = false)
{
    private const double CoveredTop = 4;
    private const double OpenTop = 9;
    private const double FlatBottom = 3;
    private const double RaisedBottom = 6;

    /// <summary>Exchange with the room at the top, W/(m²·K) (models.md §3).</summary>
    internal double TopWPerM2K => Covered ? CoveredTop : OpenTop;

    /// <summary>Exchange with the room at the bottom, W/(m²·K).</summary>
    internal double BottomWPerM2K => FlatOnBench ? FlatBottom : RaisedBottom;
}
