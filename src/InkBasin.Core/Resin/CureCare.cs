namespace InkBasin.Core.Resin;

/// <summary>How a build is kept while its resin cures.</summary>
/// <param name="Covered">Under a cover against dust: nearly everyone does, and it costs about a third of the safe depth.</param>
/// <param name="FlatOnBench">The board lies flat on the bench instead of raised.</param>
/// <param name="CoverAfterH">The cover goes on so long after the pour, h, 0…72: bubbles are looked after first, and what is open meanwhile gives off more heat.</param>
public sealed record CureCare(bool Covered = true, bool FlatOnBench = false, double CoverAfterH = 0)
{
    /// <summary>By then every product has set, h.</summary>
    public const double LatestCoverH = 72;

    private const double CoveredTop = 4;
    private const double OpenTop = 9;
    private const double FlatBottom = 3;
    private const double RaisedBottom = 6;

    /// <summary>Exchange with the room at the top from the pour on, W/(m²·K) (models.md §3).</summary>
    internal double TopWPerM2K => Covered && CoverAfterH <= 0 ? CoveredTop : OpenTop;

    /// <summary>The cover that goes on later; null when it is on from the pour, or never.</summary>
    internal LateCover? Cover => Covered && CoverAfterH > 0 ? new LateCover(CoverAfterH, CoveredTop) : null;

    /// <summary>Refuses what nobody means.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field) => Require.Within(CoverAfterH, 0, LatestCoverH, $"{field}.coverAfterH");

    /// <summary>Exchange with the room at the bottom, W/(m²·K).</summary>
    internal double BottomWPerM2K => FlatOnBench ? FlatBottom : RaisedBottom;
}
