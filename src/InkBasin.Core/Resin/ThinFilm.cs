namespace InkBasin.Core.Resin;

/// <summary>
/// A thin film curing at the room's temperature from the mixing on: when it gels, and how much it still flows until then
/// (readings.md, cure 18). Reckoned over the cure instead of the time, where everything is a plain integral.
/// </summary>
public sealed class ThinFilm
{
    /// <param name="resin">The resin.</param>
    /// <param name="mixedViscosityMPaS">Viscosity of the fresh mix at its reference temperature, mPa·s.</param>
    /// <param name="roomC">The room, °C.</param>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public ThinFilm(ResinProperties resin, double mixedViscosityMPaS, double roomC)
    {
        ArgumentNullException.ThrowIfNull(resin);
        resin.Check("product");
        Require.Within(mixedViscosityMPaS, 0.001, 1e9, "mixedViscosityMPaS");
        Temperature.Check(roomC, "roomC");
        var kinetics = new CureKinetics(resin);
        var viscosity = new Viscosity(mixedViscosityMPaS, resin.ReferenceC);
        var kelvin = Temperature.ToK(roomC);
        var panels = CurePanels.ToGel;
        double[] hours = new double[panels.Count + 1], flow = new double[panels.Count + 1], fluidity = new double[panels.Count + 1];
        fluidity[0] = viscosity.Fluidity(0, kelvin);
        for (var i = 0; i < panels.Count; i++)
        {
            hours[i + 1] = hours[i] + (panels[i].Integrate(cure => 1 / kinetics.Rate(cure, kelvin)) / 3600);
            flow[i + 1] = flow[i] + panels[i].Integrate(cure => viscosity.Fluidity(cure, kelvin) / kinetics.Rate(cure, kelvin));
            fluidity[i + 1] = viscosity.Fluidity(panels[i].To, kelvin);
        }

        Surface = new SettingSurface(hours, flow, fluidity);
    }

    /// <summary>How it flows until it gels.</summary>
    public SettingSurface Surface { get; }

    /// <summary>Hours from the mixing to the gel point.</summary>
    public double GelH => Surface.GelH;

    /// <summary>∫dt/μ until it gels, 1/Pa.</summary>
    public double FlowToGel => Surface.FlowToGel;

    /// <inheritdoc cref="SettingSurface.FlowUntil"/>
    public double FlowUntil(double hours) => Surface.FlowUntil(hours);

    /// <inheritdoc cref="SettingSurface.ThickerThanH"/>
    public double ThickerThanH(double pascalSeconds) => Surface.ThickerThanH(pascalSeconds);
}
