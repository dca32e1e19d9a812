using InkBasin.Core.Resin;

namespace InkBasin.Core.Dams;

/// <summary>What a water test lost.</summary>
/// <param name="LostMl">Lost, ml, ≥ 0.</param>
/// <param name="Minutes">In how many minutes, above 0.</param>
/// <param name="HeadMm">Head over the leak, mm, above 0.</param>
public sealed record LeakTest(double LostMl, double Minutes, double HeadMm);

/// <summary>
/// What resin will lose through the gap a water test has shown: slot flow (Poiseuille), Q = ΔP·w·h³/(12·μ·L), with the resin thickening until it gels
/// (models.md §7; readings.md, cure 19). Constant head; no capillarity: resin wets where water beads.
/// </summary>
/// <param name="GapMm3">w·h³/L of the gap, mm³.</param>
/// <param name="LostMl">Lost until it gels, ml.</param>
/// <param name="LostFirstHourMl">Lost in the first hour, or until it gels if that is sooner, ml.</param>
/// <param name="GelH">Thin-film gel time in this room, h.</param>
public sealed record Seep(double GapMm3, double LostMl, double LostFirstHourMl, double GelH)
{
    private const double Gravity = 9.80665;
    private const double WaterPaS = 0.001;
    private const double WaterKgPerM3 = 1000;

    /// <summary>Forecasts it.</summary>
    /// <param name="test">What the water test lost.</param>
    /// <param name="headMm">Head of the resin over the leak, mm, above 0.</param>
    /// <param name="resin">The resin.</param>
    /// <param name="mixedViscosityMPaS">Viscosity of the fresh mix at its reference temperature, mPa·s.</param>
    /// <param name="roomC">The room, °C.</param>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public static Seep Of(LeakTest test, double headMm, ResinProperties resin, double mixedViscosityMPaS, double roomC)
    {
        ArgumentNullException.ThrowIfNull(test);
        ArgumentNullException.ThrowIfNull(resin);
        Require.NotNegative(test.LostMl, "waterTest.lostMl");
        Require.Positive(test.Minutes, "waterTest.minutes");
        Require.Positive(test.HeadMm, "waterTest.headMm");
        Require.Positive(headMm, "headMm");
        var film = new ThinFilm(resin, mixedViscosityMPaS, roomC);
        var gap = 12 * WaterPaS * (test.LostMl * 1e-6) / (WaterKgPerM3 * Gravity * (test.HeadMm / 1000) * (test.Minutes * 60));
        var perFlow = gap / 12 * resin.DensityGPerMl * 1000 * Gravity * (headMm / 1000) * 1e6;
        return new Seep(gap * 1e9, perFlow * film.FlowToGel, perFlow * film.FlowUntil(1), film.GelH);
    }
}
