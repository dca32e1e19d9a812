using InkBasin.Core.Stock;

namespace InkBasin.Core.Resin;

/// <summary>What a sheet says of pot life.</summary>
/// <param name="MassG">Mass it was measured on, g.</param>
/// <param name="Minutes">Pot life, minutes.</param>
/// <param name="AtC">At which temperature, °C.</param>
public sealed record SheetPot(double MassG, double Minutes, double AtC);

/// <summary>
/// A mixed mass in its cup, lumped: m·c·dT/dt = m·H·dα/dt − h·A·(T − T_room) (models.md §3; readings.md, cure 15–16).
/// </summary>
/// <param name="MinutesTo40C">Minutes until it passes 40 °C; null when it never does.</param>
/// <param name="MinutesToDoubleViscosity">Minutes until it is twice as thick as freshly mixed; null when it is not in 96 h.</param>
/// <param name="PeakC">Hottest it becomes, °C.</param>
/// <param name="AnchoredMinutes">Pot life for a plan, held to the sheet's; null without one.</param>
public sealed record Pot(double? MinutesTo40C, double? MinutesToDoubleViscosity, double PeakC, double? AnchoredMinutes)
{
    private const double HotC = 40;
    private const double ExchangeWPerM2K = 8;
    private const double Hours = 96;
    private const double FastestPerS = 0.1;
    private const double ToleranceK = 0.02;
    private const double ToleranceCure = 2e-4;

    private static readonly Cup TestCup = new(55, 75, 90);

    /// <summary>Minutes until it is too hot or too thick, whichever is first; null when it is neither.</summary>
    public double? ModelMinutes => (MinutesTo40C, MinutesToDoubleViscosity) switch
    {
        ({ } hot, { } thick) => Math.Min(hot, thick),
        var (hot, thick) => hot ?? thick,
    };

    /// <summary>Follows a mass in its cup.</summary>
    /// <param name="resin">The resin.</param>
    /// <param name="massG">Mixed mass, g, above 0.</param>
    /// <param name="cup">The cup, inner sizes.</param>
    /// <param name="roomC">The room, °C.</param>
    /// <param name="mixedViscosityMPaS">Viscosity of the fresh mix at the resin's reference temperature, mPa·s.</param>
    /// <param name="sheetPot">What the sheet says; null when it says nothing.</param>
    /// <exception cref="RefusedException">A number is out of range, or the mix does not fit the cup.</exception>
    public static Pot Of(ResinProperties resin, double massG, Cup cup, double roomC, double mixedViscosityMPaS, SheetPot? sheetPot = null)
    {
        ArgumentNullException.ThrowIfNull(resin);
        ArgumentNullException.ThrowIfNull(cup);
        resin.Check("product");
        cup.Check("cup");
        Require.Within(massG, 0.01, 1_000_000, "massG");
        Temperature.Check(roomC, "roomC");
        Require.Within(mixedViscosityMPaS, 0.001, 1e9, "mixedViscosityMPaS");
        var volume = massG / resin.DensityGPerMl;
        if (volume > cup.BrimfulMl)
            throw new RefusedException("massG", $"{volume:0} ml do not fit a cup of {cup.BrimfulMl:0} ml: take a larger one, or mix less.", RefusalKind.Impossible);
        var pot = Follow(resin, massG, cup, roomC, mixedViscosityMPaS);
        return sheetPot is null ? pot : pot with { AnchoredMinutes = Anchored(pot, resin, massG, roomC, mixedViscosityMPaS, sheetPot) };
    }

    // The model's kinetics are those of thin films and come out late: only their ratio to the sheet's own test is used.
    private static double? Anchored(Pot pot, ResinProperties resin, double massG, double roomC, double viscosity, SheetPot sheet)
    {
        Require.Within(sheet.MassG, 0.01, 1_000_000, "sheetPot.massG");
        Require.Within(sheet.Minutes, 0.01, 100_000, "sheetPot.minutes");
        Temperature.Check(sheet.AtC, "sheetPot.atC");
        var volume = sheet.MassG / resin.DensityGPerMl;
        var grown = Math.Max(1, Math.Cbrt(volume / TestCup.BrimfulMl));
        var test = Follow(resin, sheet.MassG, new Cup(TestCup.BaseMm * grown, TestCup.TopMm * grown, TestCup.HeightMm * grown * 1.0001), sheet.AtC, viscosity);
        if (pot.ModelMinutes is not { } own || test.ModelMinutes is not { } tested) return null;
        var anchored = Math.Min(own, sheet.Minutes * own / tested);
        return massG >= sheet.MassG || roomC >= sheet.AtC ? Math.Min(anchored, sheet.Minutes) : anchored;
    }

    private static Pot Follow(ResinProperties resin, double massG, Cup cup, double roomC, double mixedViscosityMPaS)
    {
        var kinetics = new CureKinetics(resin);
        var viscosity = new Viscosity(mixedViscosityMPaS, resin.ReferenceC);
        double room = Temperature.ToK(roomC), heating = resin.HeatJPerG * 1000 / Thermal.ResinHeatCapacity;

        // A film spread over a wide cup is at the room's temperature within seconds: following it faster than that tells nothing more.
        var cooling = Math.Min(FastestPerS, ExchangeWPerM2K * cup.WettedAreaMm2(massG / resin.DensityGPerMl) * 1e-6 / (massG / 1000 * Thermal.ResinHeatCapacity));
        var thin = viscosity.Fluidity(0, room);
        double time = 0, t = room, a = 0, step = 5, peak = room;
        double? hot = roomC >= HotC ? 0 : null, thick = null;
        while (time < Hours * 3600)
        {
            step = Math.Min(step, (Hours * 3600) - time);

            // Heun's method against Euler's for the error: the mass is never stiff at these steps.
            var (r1, _, _) = kinetics.RateWithSlopes(a, t);
            var f1 = (heating * r1) - (cooling * (t - room));
            double tMiddle = t + (step * f1), aMiddle = Math.Min(1, a + (step * r1));
            var r2 = kinetics.Rate(aMiddle, tMiddle);
            var f2 = (heating * r2) - (cooling * (tMiddle - room));
            var error = Math.Max(Math.Abs(f2 - f1) * step / 2 / ToleranceK, Math.Abs(r2 - r1) * step / 2 / ToleranceCure);
            if (error > 1 && step > 0.01)
            {
                step *= Math.Max(0.2, 0.9 / Math.Sqrt(error));
                continue;
            }

            double nextT = t + (step * (f1 + f2) / 2), nextA = Math.Min(1, a + (step * (r1 + r2) / 2));
            if (hot is null && nextT >= Temperature.ToK(HotC)) hot = (time + (step * (Temperature.ToK(HotC) - t) / (nextT - t))) / 60;
            if (thick is null)
            {
                double before = thin / viscosity.Fluidity(a, t), fluidity = viscosity.Fluidity(nextA, nextT);
                var after = fluidity > 0 ? thin / fluidity : double.PositiveInfinity;
                if (after >= 2) thick = (time + (step * (double.IsFinite(after) ? (2 - before) / (after - before) : 1))) / 60;
            }

            (time, t, a) = (time + step, nextT, nextA);
            peak = Math.Max(peak, t);
            step = Math.Min(600, step * Math.Clamp(0.9 / Math.Sqrt(Math.Max(error, 1e-9)), 0.2, 2));
        }

        return new Pot(hot, thick, peak - Temperature.ZeroCInK, null);
    }
}
