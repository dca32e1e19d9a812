namespace InkBasin.Core.Resin;

/// <summary>A reading of the room's thermometer.</summary>
/// <param name="At">When.</param>
/// <param name="AirC">Temperature, °C, −20…50.</param>
public sealed record RoomReading(DateTimeOffset At, double AirC)
{
    /// <summary>Refuses what no room is.</summary>
    /// <exception cref="RefusedException">The temperature is out of range.</exception>
    public void Check(string field)
    {
        Clock.Check(At, $"{field}.at");
        Require.Within(AirC, -20, 50, $"{field}.airC");
    }
}

/// <summary>What a log says of the room.</summary>
/// <param name="DayC">Mean by day, °C; null when nobody read it.</param>
/// <param name="NightC">Mean by night, °C.</param>
public sealed record RoomMeans(double? DayC, double? NightC);

/// <summary>The room as it was: a log of readings, and what it says of day and night.</summary>
public static class RoomLog
{
    /// <summary>Most readings kept.</summary>
    public const int MostReadings = 1000;

    private const int DayFromHour = 8;
    private const int DayToHour = 20;
    private const double LookBackH = 3;
    private const double SpeaksToH = 96;
    private const int RecentDays = 7;

    /// <summary>The room a pour cured in, from the log or from what was noted with it; null when nothing is known.</summary>
    /// <param name="readings">The log, in any order.</param>
    /// <param name="pouredAt">When it was poured.</param>
    /// <param name="notedC">The room as it was noted with the pour, °C; null when nobody looked.</param>
    /// <param name="plannedC">The room of the plan, °C.</param>
    public static RoomCourse? Course(IReadOnlyList<RoomReading> readings, DateTimeOffset pouredAt, double? notedC, double plannedC)
    {
        ArgumentNullException.ThrowIfNull(readings);

        // A reading a little before the pour still speaks for its beginning.
        var points = readings.Where(reading => (reading.At - pouredAt).TotalHours >= -LookBackH)
            .OrderBy(reading => reading.At).DistinctBy(reading => reading.At).Select(reading => new RoomPoint((reading.At - pouredAt).TotalHours, reading.AirC)).ToList();
        if (points.Count > 0 && points[0].AtH < SpeaksToH)
        {
            // Until somebody looked, the room of the plan.
            if (points[0].AtH > LookBackH) points.Insert(0, new RoomPoint(0, notedC ?? plannedC));
            return RoomCourse.Through(points);
        }

        return notedC is { } noted ? RoomCourse.Constant(noted) : null;
    }

    /// <summary>Means of day (8 to 20 by the clock on the wall) and night over the last week of the log, °C; a half nobody read is null.</summary>
    /// <param name="readings">The log, in any order.</param>
    /// <param name="zone">Where the room is; null takes each reading's own offset.</param>
    public static RoomMeans Means(IReadOnlyList<RoomReading> readings, TimeZoneInfo? zone)
    {
        ArgumentNullException.ThrowIfNull(readings);
        if (readings.Count == 0) return new RoomMeans(null, null);
        var last = readings.Max(reading => reading.At);
        var recent = readings.Where(reading => (last - reading.At).TotalDays <= RecentDays).ToLookup(reading => Clock.On(reading.At, zone).Hour is >= DayFromHour and < DayToHour);
        double? Mean(bool byDay) => recent[byDay].Any() ? recent[byDay].Average(reading => reading.AirC) : null;
        return new RoomMeans(Mean(true), Mean(false));
    }
}
