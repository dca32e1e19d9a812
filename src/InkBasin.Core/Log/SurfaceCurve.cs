namespace InkBasin.Core.Log;

/// <summary>A reading of a pour's surface.</summary>
/// <param name="AfterH">Hours after the last of it was poured, 0 and more.</param>
/// <param name="SurfaceC">Its temperature, °C.</param>
public sealed record CurvePoint(double AfterH, double SurfaceC);

/// <summary>How warm the surface of a session's pour became, from its readings at the bench and those written into the log afterwards.</summary>
/// <param name="Points">The readings, in the order of time; at least one.</param>
/// <param name="Peak">The hottest of them.</param>
/// <param name="Falls">Whether it was read cooler after its peak: before that the true peak may still come.</param>
/// <param name="PlannedPeakC">Hottest it was to become inside, °C; null for what does not react by itself.</param>
public sealed record SurfaceCurve(IReadOnlyList<CurvePoint> Points, CurvePoint Peak, bool Falls, double? PlannedPeakC)
{
    /// <summary>Cooler by so much it falls, K: less is the wavering of a thermometer.</summary>
    public const double FallsK = 1;

    /// <summary>The curve of a session; null when nobody read its surface once it was poured.</summary>
    /// <param name="session">The session, put right.</param>
    /// <param name="log">The log it stands in: readings of its layers count.</param>
    public static SurfaceCurve? Of(SessionRecord session, IEnumerable<LogEntry> log)
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(log);
        if (session.Poured.Count == 0) return null;
        var from = session.Poured.Max(layer => layer.At);
        var later = log.Where(entry => entry.SurfaceC is not null && session.Poured.Any(layer => layer.WaterId == entry.WaterId && layer.Layer == entry.Layer))
            .Select(entry => new CurvePoint(entry.AfterMin / 60 ?? (entry.At - from).TotalHours, entry.SurfaceC!.Value));
        List<CurvePoint> points = [.. session.Surface.Select(reading => new CurvePoint((reading.At - from).TotalHours, reading.SurfaceC)).Concat(later).Where(point => point.AfterH >= 0).OrderBy(point => point.AfterH)];
        if (points.Count == 0) return null;
        var peak = points.MaxBy(point => point.SurfaceC)!;
        return new SurfaceCurve(points, peak, points.Any(point => point.AfterH > peak.AfterH && point.SurfaceC <= peak.SurfaceC - FallsK), session.PeakC);
    }
}
