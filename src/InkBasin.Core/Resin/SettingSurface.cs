namespace InkBasin.Core.Resin;

/// <summary>How a resin still flows while it sets, from the mixing to its gel point: what ripples and bubbles are reckoned from.</summary>
public sealed class SettingSurface
{
    private readonly double[] _hours;
    private readonly double[] _flow;
    private readonly double[] _fluidity;

    /// <param name="hours">Times from 0 to the gel point, h, rising, at least 2.</param>
    /// <param name="flow">∫dt/μ until each, 1/Pa, never falling.</param>
    /// <param name="fluidity">1/μ at each, 1/(Pa·s).</param>
    internal SettingSurface(double[] hours, double[] flow, double[] fluidity) => (_hours, _flow, _fluidity) = (hours, flow, fluidity);

    /// <summary>Hours from the mixing to the gel point.</summary>
    public double GelH => _hours[^1];

    /// <summary>∫dt/μ until it gels, 1/Pa.</summary>
    public double FlowToGel => _flow[^1];

    /// <summary>∫dt/μ from the mixing to a time, 1/Pa: how far it has flowed; no more after the gel point.</summary>
    /// <param name="hours">Hours from the mixing, ≥ 0.</param>
    public double FlowUntil(double hours)
    {
        if (hours >= GelH) return FlowToGel;
        var i = Math.Max(0, Array.FindLastIndex(_hours, h => h <= hours));

        // Between two times the flow is as good as straight: they are that close.
        return _flow[i] + ((_flow[i + 1] - _flow[i]) * (hours - _hours[i]) / (_hours[i + 1] - _hours[i]));
    }

    /// <summary>Earliest hour from which no more than a given ∫dt/μ is left until it gels, h; 0 when that is so from the start.</summary>
    /// <param name="flow">What may be left, 1/Pa, ≥ 0.</param>
    public double WhenLeftH(double flow)
    {
        var reached = FlowToGel - flow;
        if (reached <= 0) return 0;
        var i = Math.Min(_flow.Length - 2, Math.Max(0, Array.FindLastIndex(_flow, done => done <= reached)));
        return _flow[i + 1] > _flow[i] ? _hours[i] + ((_hours[i + 1] - _hours[i]) * (reached - _flow[i]) / (_flow[i + 1] - _flow[i])) : _hours[i];
    }

    /// <summary>Hours from the mixing until its viscosity passes a value for good.</summary>
    /// <param name="pascalSeconds">The viscosity, Pa·s, above 0.</param>
    public double ThickerThanH(double pascalSeconds)
    {
        // It thins first while it warms: the last crossing counts.
        var i = Array.FindLastIndex(_fluidity, fluidity => fluidity * pascalSeconds > 1);
        if (i < 0) return _hours[0];
        if (i + 1 >= _hours.Length) return GelH;
        var share = ((_fluidity[i] * pascalSeconds) - 1) / ((_fluidity[i] - _fluidity[i + 1]) * pascalSeconds);
        return _hours[i] + (share * (_hours[i + 1] - _hours[i]));
    }
}
