using InkBasin.Core.Ground;

namespace InkBasin.Core.Sight;

/// <summary>A photo or sketch of the place from above, laid under the Sheet to trace from. It shapes nothing.</summary>
/// <param name="PictureId">Id of the picture as it is kept.</param>
/// <param name="WidthPx">Its width in pixels, 1…20,000.</param>
/// <param name="HeightPx">Its height in pixels, 1…20,000.</param>
/// <param name="Centre">Where its middle lies on the board.</param>
/// <param name="MmPerPx">What a pixel takes on the board, mm, 0.0001…1000.</param>
/// <param name="TurnDeg">Turned clockwise about its middle, degrees, −360…360.</param>
/// <param name="Fade">How much it is faded, 0 (full) … 1 (gone).</param>
public sealed record TracePhoto(string PictureId, int WidthPx, int HeightPx, PointMm Centre, double MmPerPx, double TurnDeg = 0, double Fade = 0.5)
{
    /// <summary>Refuses a photo that cannot be laid down.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(PictureId) || PictureId.Length > 64) throw new RefusedException($"{field}.pictureId", "Say which picture is laid down.");
        Require.Within(WidthPx, 1, 20_000, $"{field}.widthPx");
        Require.Within(HeightPx, 1, 20_000, $"{field}.heightPx");
        Require.Within(Centre.XMm, -20_000, 20_000, $"{field}.centre.xMm");
        Require.Within(Centre.YMm, -20_000, 20_000, $"{field}.centre.yMm");
        Require.Within(MmPerPx, 1e-4, 1000, $"{field}.mmPerPx");
        Require.Within(TurnDeg, -360, 360, $"{field}.turnDeg");
        Require.Within(Fade, 0, 1, $"{field}.fade");
    }

    /// <summary>
    /// The photo sized so that two places on it lie a known distance apart; it grows about the first, which stays where it is.
    /// </summary>
    /// <param name="a">The first place, as it lies on the board now.</param>
    /// <param name="b">The second.</param>
    /// <param name="apartMm">Their distance on the board, mm, above 0: the real one over the scale.</param>
    /// <exception cref="RefusedException">The places are the same, or the distance is not above 0.</exception>
    public TracePhoto SizedBy(PointMm a, PointMm b, double apartMm)
    {
        a.Check("a");
        b.Check("b");
        Require.Positive(apartMm, "apartMm");
        var now = a.DistanceMm(b);
        if (now < 0.1) throw new RefusedException("b", "Choose two places apart from each other.", RefusalKind.Impossible);
        var by = apartMm / now;
        return this with
        {
            MmPerPx = MmPerPx * by,
            Centre = new PointMm(a.XMm + ((Centre.XMm - a.XMm) * by), a.YMm + ((Centre.YMm - a.YMm) * by)),
        };
    }
}
