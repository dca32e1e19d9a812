using InkBasin.Core.Ink;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Resin;

/// <summary>Coats that dry by giving their water to the air (models.md §3, evaporating one-part water).</summary>
public static class DryingCoats
{
    private const double MostHumidity = 0.98;

    /// <summary>Hours until a coat is dry: the sheet's figure × (depth ÷ its depth)² × (1 − its humidity) ÷ (1 − the room's).</summary>
    /// <param name="drying">The sheet's figure, checked.</param>
    /// <param name="wetMm">The coat as it is poured, mm, ≥ 0.</param>
    /// <param name="humidityPercent">Relative humidity of the room, %, 0…100.</param>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public static double Hours(CoatDrying drying, double wetMm, double humidityPercent)
    {
        ArgumentNullException.ThrowIfNull(drying);
        Require.NotNegative(wetMm, "wetMm");
        Require.Within(humidityPercent, 0, 100, "humidityPercent");
        var depth = wetMm / drying.CoatMm;
        return drying.Hours * depth * depth * Slowdown(drying, humidityPercent);
    }

    /// <summary>How many times as long as on the sheet a coat takes in this air.</summary>
    public static double Slowdown(CoatDrying drying, double humidityPercent)
    {
        ArgumentNullException.ThrowIfNull(drying);

        // Saturated air takes nothing: told as a very long time, not as none at all.
        return (1 - (drying.AtHumidityPercent / 100)) / (1 - Math.Min(MostHumidity, humidityPercent / 100));
    }

    /// <summary>Depth to pour so that a coat of <paramref name="dryMm"/> is left, mm.</summary>
    public static double WetMm(double dryMm, double shrinkPercent) => dryMm / (1 - (shrinkPercent / 100));
}

/// <summary>
/// How deep a flash of UV hardens inked resin. Light fades in the depth as in the working curve of Jacobs (1992), C = D_p·ln(E/E_c); the sheet
/// gives C for the clear resin, and ink adds its own attenuation to 1/D_p.
/// </summary>
public static class FlashDepth
{
    // One flash gives the clear resin's sheet depth e² times what its surface needs: usual for lamps, assumed.
    private const double DoseLog = 2;

    /// <summary>Depth one flash hardens, mm.</summary>
    /// <param name="flash">The sheet's figure for clear resin, checked.</param>
    /// <param name="clear">The resin without ink.</param>
    /// <param name="inked">The resin with its ink.</param>
    public static double Mm(UvFlash flash, InkLayer clear, InkLayer inked)
    {
        ArgumentNullException.ThrowIfNull(flash);
        ArgumentNullException.ThrowIfNull(clear);
        ArgumentNullException.ThrowIfNull(inked);
        var added = Math.Max(0, Attenuation(inked) - Attenuation(clear));
        return flash.DepthMm / (1 + (flash.DepthMm / DoseLog * added));
    }

    // Lamps shine at the blue end; the blue channel stands for it. β = √(K(K+2S)), as in Kubelka and Munk.
    private static double Attenuation(InkLayer layer) =>
        Math.Sqrt(layer.Absorption.B * (layer.Absorption.B + (2 * layer.Scatter.B)));
}
