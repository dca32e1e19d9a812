namespace InkBasin.Core;

/// <summary>Temperatures: °C at the edges, K inside.</summary>
public static class Temperature
{
    /// <summary>0 °C in K.</summary>
    public const double ZeroCInK = 273.15;

    /// <summary>Kelvin from °C.</summary>
    public static double ToK(double celsius) => celsius + ZeroCInK;

    /// <summary>Refuses what no bench reaches.</summary>
    /// <exception cref="RefusedException">It is at or under absolute zero, or beyond 500 °C.</exception>
    public static void Check(double celsius, string field)
    {
        Require.Finite(celsius, field);
        if (celsius is <= -ZeroCInK or > 500) throw new RefusedException(field, $"{field} is no temperature of a room: give it in °C.");
    }
}
