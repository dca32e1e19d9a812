using InkBasin.Core.Drying;

namespace InkBasin.Core.Resin;

/// <summary>How cold and how warm the room gets while a layer cures.</summary>
/// <param name="ColdestC">Coldest, °C.</param>
/// <param name="WarmestC">Warmest, °C.</param>
/// <param name="NightKnown">Whether anybody said or read how cold the nights are.</param>
public sealed record RoomRange(double ColdestC, double WarmestC, bool NightKnown)
{
    /// <summary>Readings older than this say nothing of the days ahead.</summary>
    public const int SpeakForDays = 7;

    /// <summary>By the room as it is set, its nights and what was read in the last week.</summary>
    /// <param name="room">The room.</param>
    /// <param name="readings">The log, in any order.</param>
    /// <param name="zone">By whose clock it is night; null takes each reading's own.</param>
    /// <param name="now">Now.</param>
    public static RoomRange Of(Room room, IReadOnlyList<RoomReading> readings, TimeZoneInfo? zone, DateTimeOffset now)
    {
        ArgumentNullException.ThrowIfNull(room);
        ArgumentNullException.ThrowIfNull(readings);
        List<RoomReading> recent = [.. readings.Where(reading => reading.At <= now && (now - reading.At).TotalDays <= SpeakForDays)];
        List<double> all = [room.AirC, .. room.NightC is { } night ? [night] : Array.Empty<double>(), .. recent.Select(reading => reading.AirC)];
        return new RoomRange(all.Min(), all.Max(), room.NightC is not null || RoomLog.Means(recent, zone).NightC is not null);
    }
}
