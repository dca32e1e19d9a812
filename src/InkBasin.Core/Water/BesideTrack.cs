using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>How far a stream keeps beside a track.</summary>
/// <param name="LongestMm">Longest stretch of it, mm along the stream.</param>
/// <param name="StreamMm">The whole stream, mm.</param>
/// <param name="FromMm">Where that stretch begins, mm along the stream.</param>
/// <param name="MeanTurnDeg">Mean angle between the two on it, degrees.</param>
public sealed record BesideTrack(double LongestMm, double StreamMm, double FromMm, double MeanTurnDeg)
{
    private const double ParallelDeg = 15;
    private const double FarMm = 200;
    private const double GapMm = 25;

    /// <summary>True when it is long enough to look laid beside the track.</summary>
    public bool IsLong => LongestMm >= 150 && LongestMm >= 0.3 * StreamMm;

    /// <summary>Looks for the longest stretch.</summary>
    /// <param name="sections">The stream's sections.</param>
    /// <param name="tracks">Centre lines of the tracks.</param>
    /// <returns>Null when no stretch runs beside a track.</returns>
    public static BesideTrack? Of(IReadOnlyList<StreamSection> sections, IReadOnlyList<SmoothLine> tracks)
    {
        ArgumentNullException.ThrowIfNull(sections);
        ArgumentNullException.ThrowIfNull(tracks);
        if (sections.Count < 2 || tracks.Count == 0) return null;
        double best = 0, bestFrom = 0, bestTurn = 0, from = double.NaN, last = double.NaN, turns = 0;
        var count = 0;
        foreach (var section in sections)
        {
            if (TurnDeg(section, tracks) is not (<= ParallelDeg and var turn)) continue;

            // A short bend away does not part a stretch.
            if (double.IsNaN(from) || section.AlongMm - last > GapMm) (from, turns, count) = (section.AlongMm, 0, 0);
            last = section.AlongMm;
            turns += turn;
            count++;
            if (last - from > best) (best, bestFrom, bestTurn) = (last - from, from, turns / count);
        }

        return best > 0 ? new BesideTrack(best, sections[^1].AlongMm - sections[0].AlongMm, bestFrom, bestTurn) : null;
    }

    // The angle to the nearest track, degrees; null when none is near.
    private static double? TurnDeg(StreamSection section, IReadOnlyList<SmoothLine> tracks)
    {
        double nearest = FarMm * FarMm;
        double? turn = null;
        foreach (var track in tracks)
        {
            for (var i = 1; i < track.Points.Length; i++)
            {
                PointMm a = track.Points[i - 1], b = track.Points[i];
                var off = section.At.DistanceSquared(new PointMm((a.XMm + b.XMm) / 2, (a.YMm + b.YMm) / 2));
                if (off >= nearest) continue;
                nearest = off;
                var heading = Math.Atan2(b.YMm - a.YMm, b.XMm - a.XMm) * 180 / Math.PI;
                var between = Math.Abs(Math.IEEERemainder(heading - section.HeadingDeg, 180));
                turn = between;
            }
        }

        return turn;
    }
}
