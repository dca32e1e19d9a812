using InkBasin.Core.Stock;

namespace InkBasin.Core.Drying;

/// <summary>The air a model dries and cures in.</summary>
/// <param name="AirC">Temperature, °C, −5…45.</param>
/// <param name="HumidityPercent">Relative humidity, %, 5…95.</param>
public sealed record Room(double AirC = 20, double HumidityPercent = 50)
{
    /// <summary>Temperature by night, °C, −5…45; null when it stays as it is by day.</summary>
    public double? NightC { get; init; }

    /// <summary>Refuses air nobody works in.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Require.Within(AirC, -5, 45, $"{field}.airC");
        if (NightC is { } night) Require.Within(night, -5, 45, $"{field}.nightC");
        Require.Within(HumidityPercent, 5, 95, $"{field}.humidityPercent");
    }

    /// <summary>How much vapour the air can still take: its vapour pressure deficit, Pa (Magnus form, Alduchov &amp; Eskridge 1996).</summary>
    public double VapourPressureDeficitPa => 610.94 * Math.Exp(17.625 * AirC / (AirC + 243.04)) * (1 - (HumidityPercent / 100));
}

/// <summary>How long plaster and paste take to dry, before anything is weighed (models.md §8).</summary>
public static class DryingEstimate
{
    private const double HoursPerMm = 24.0 / 5;

    private static readonly Room Reference = new(20, 50);

    /// <summary>Water that sets with the powder and never dries off, as a share of the powder's weight: that of gypsum.</summary>
    public const double BoundShare = 0.19;

    /// <summary>Each coat over the first adds this share: what it wets below dries once more, through it.</summary>
    public const double CoatShare = 0.15;

    // No mix is so stiff that it dries at once.
    private const double LeastFactor = 0.2;

    /// <summary>How much longer than the usual plaster a mix takes: by the water in a ml of it that has to dry off.</summary>
    public static double MixFactor(Plaster plaster)
    {
        ArgumentNullException.ThrowIfNull(plaster);
        static double FreeG(Plaster of) => of.WetDensity * (of.WaterPerPowder - BoundShare) / (1 + of.WaterPerPowder);
        return Math.Max(LeastFactor, FreeG(plaster) / FreeG(Plaster.Usual));
    }

    /// <summary>How much longer several coats take than one.</summary>
    public static double CoatsFactor(int coats) => 1 + (CoatShare * (coats - 1));

    /// <summary>How long a skin takes in all: by its thickness in this air, its mix and its coats, h.</summary>
    /// <param name="thicknessMm">Thickness of the wet layer, mm, ≥ 0.</param>
    /// <param name="room">The air.</param>
    /// <param name="plaster">The mix.</param>
    /// <param name="coats">In how many coats, ≥ 1.</param>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public static double Of(double thicknessMm, Room room, Plaster plaster, int coats) => Hours(thicknessMm, room) * MixFactor(plaster) * CoatsFactor(coats);

    /// <summary>24 h for each 5 mm at 20 °C and 50 % humidity, longer as the air takes less vapour.</summary>
    /// <param name="thicknessMm">Thickness of the wet layer, mm, ≥ 0.</param>
    /// <param name="room">The air.</param>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public static double Hours(double thicknessMm, Room room)
    {
        ArgumentNullException.ThrowIfNull(room);
        Require.NotNegative(thicknessMm, "thicknessMm");
        room.Check("room");
        return thicknessMm * HoursPerMm * Reference.VapourPressureDeficitPa / room.VapourPressureDeficitPa;
    }
}
