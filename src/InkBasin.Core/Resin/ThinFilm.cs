namespace InkBasin.Core.Resin;

/// <summary>
/// A thin film curing at the room's temperature from the mixing on: when it gels, and how much it still flows until then
/// (readings.md, cure 18). Reckoned over the cure instead of the time, where everything is a plain integral.
/// </summary>
public sealed class ThinFilm
{
    private readonly double[] _hours;
    private readonly double[] _flow;
    private readonly Viscosity _viscosity;
    private readonly double _kelvin;

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
        _viscosity = new Viscosity(mixedViscosityMPaS, resin.ReferenceC);
        _kelvin = Temperature.ToK(roomC);
        var panels = CurePanels.ToGel;
        _hours = new double[panels.Count + 1];
        _flow = new double[panels.Count + 1];
        for (var i = 0; i < panels.Count; i++)
        {
            _hours[i + 1] = _hours[i] + (panels[i].Integrate(cure => 1 / kinetics.Rate(cure, _kelvin)) / 3600);
            _flow[i + 1] = _flow[i] + panels[i].Integrate(cure => _viscosity.Fluidity(cure, _kelvin) / kinetics.Rate(cure, _kelvin));
        }
    }

    /// <summary>Hours from the mixing to the gel point.</summary>
    public double GelH => _hours[^1];

    /// <summary>∫dt/μ from the mixing to a time, 1/Pa: how far it has flowed; no more after the gel point.</summary>
    /// <param name="hours">Hours from the mixing, ≥ 0.</param>
    public double FlowUntil(double hours)
    {
        if (hours >= GelH) return _flow[^1];
        var i = Math.Max(0, Array.FindLastIndex(_hours, h => h <= hours));

        // Between two panels the flow is as good as straight in the time: they are that short.
        return _flow[i] + ((_flow[i + 1] - _flow[i]) * (hours - _hours[i]) / (_hours[i + 1] - _hours[i]));
    }

    /// <summary>∫dt/μ until it gels, 1/Pa.</summary>
    public double FlowToGel => _flow[^1];

    /// <summary>Earliest hour from which no more than a given ∫dt/μ is left until it gels, h; 0 when that is so from the start.</summary>
    /// <param name="flow">What may be left, 1/Pa, ≥ 0.</param>
    public double WhenLeftH(double flow)
    {
        var reached = FlowToGel - flow;
        if (reached <= 0) return 0;
        var i = Math.Min(_flow.Length - 2, Math.Max(0, Array.FindLastIndex(_flow, done => done <= reached)));
        return _flow[i + 1] > _flow[i] ? _hours[i] + ((_hours[i + 1] - _hours[i]) * (reached - _flow[i]) / (_flow[i + 1] - _flow[i])) : _hours[i];
    }

    /// <summary>Hours from the mixing until its viscosity passes a value.</summary>
    /// <param name="pascalSeconds">The viscosity, Pa·s, above 0.</param>
    public double ThickerThanH(double pascalSeconds)
    {
        var panels = CurePanels.ToGel;
        for (var i = 0; i < panels.Count; i++)
        {
            double before = _viscosity.Fluidity(panels[i].From, _kelvin), after = _viscosity.Fluidity(panels[i].To, _kelvin);
            if (before * pascalSeconds <= 1) return _hours[i];
            if (after * pascalSeconds > 1) continue;
            var share = ((before * pascalSeconds) - 1) / ((before - after) * pascalSeconds);
            return _hours[i] + (share * (_hours[i + 1] - _hours[i]));
        }

        return GelH;
    }
}
