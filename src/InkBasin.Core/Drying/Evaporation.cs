namespace InkBasin.Core.Drying;

/// <summary>What dries off still water in a room by itself (Penman 1948, without wind: 0.26 mm a day for each hPa the air lacks).</summary>
public static class Evaporation
{
    private const double MmPerDayPerHPa = 0.26;

    /// <summary>ml an hour off a surface.</summary>
    /// <param name="areaMm2">The surface, mm², ≥ 0.</param>
    /// <param name="room">The air.</param>
    public static double MlPerH(double areaMm2, Room room)
    {
        ArgumentNullException.ThrowIfNull(room);
        return MmPerDayPerHPa * room.VapourPressureDeficitPa / 100 / 24 * areaMm2 / 1000;
    }
}
