namespace InkBasin.Core.Resin;

/// <summary>
/// How fast a resin cures: third-order autocatalytic (Horie, Hiura, Sawada, Mita &amp; Kambe 1970) with the slowing of
/// vitrification (Chern &amp; Poehlein 1987): dα/dt = k(T)·(κ+α)·(1−α)²·f_d. k at the reference temperature is solved so that the isothermal
/// gel time there is the sheet's (models.md §3; readings.md, cure 1–5).
/// </summary>
public sealed class CureKinetics
{
    /// <summary>Degree of cure at the gel point (Flory–Stockmayer 0.577).</summary>
    public const double GelCure = 0.58;

    /// <summary>The gas constant, J/(mol·K).</summary>
    public const double GasConstant = 8.314462618;

    private const double VitrificationSlope = 30;
    private const double VitrificationCure = 0.88;
    private const double VitrificationPerK = 0.004;
    private const double VitrificationAnchorK = 298.15;

    private readonly double _referenceRate;
    private readonly double _kappa;
    private readonly double _activationOverR;
    private readonly double _referenceK;

    /// <param name="resin">The resin, checked.</param>
    public CureKinetics(ResinProperties resin)
    {
        ArgumentNullException.ThrowIfNull(resin);
        _kappa = resin.InitialCatalysis;
        _activationOverR = resin.ActivationKJPerMol * 1000 / GasConstant;
        _referenceK = Temperature.ToK(resin.ReferenceC);
        var integral = 0.0;
        foreach (var panel in CurePanels.ToGel) integral += panel.Integrate(cure => 1 / Shape(cure, _referenceK));
        _referenceRate = integral / (resin.GelH * 3600);
    }

    /// <summary>Degree of cure at which it turns to glass at a temperature, and all but stops.</summary>
    public static double VitrifiedCure(double kelvin) => VitrificationCure + (VitrificationPerK * (kelvin - VitrificationAnchorK));

    /// <summary>k(T), 1/s.</summary>
    public double RateConstant(double kelvin) => _referenceRate * Math.Exp(-_activationOverR * ((1 / kelvin) - (1 / _referenceK)));

    /// <summary>dα/dt, 1/s.</summary>
    /// <param name="cure">Degree of cure α, 0…1.</param>
    /// <param name="kelvin">Temperature, K.</param>
    public double Rate(double cure, double kelvin) => RateConstant(kelvin) * Shape(cure, kelvin);

    /// <summary>dα/dt, 1/s, with its slopes by the cure, 1/s, and by the temperature, 1/(s·K).</summary>
    /// <param name="cure">Degree of cure α, 0…1.</param>
    /// <param name="kelvin">Temperature, K.</param>
    public (double Rate, double ByCure, double ByK) RateWithSlopes(double cure, double kelvin)
    {
        var slowed = 1 / (1 + Math.Exp(VitrificationSlope * (cure - VitrifiedCure(kelvin))));
        double k = RateConstant(kelvin), left = 1 - cure, shape = (_kappa + cure) * left * left;
        var held = VitrificationSlope * (1 - slowed);
        var rate = k * shape * slowed;
        return (
            rate,
            k * slowed * ((left * left) - (2 * (_kappa + cure) * left)) - (held * rate),
            rate * ((_activationOverR / (kelvin * kelvin)) + (held * VitrificationPerK)));
    }

    /// <summary>
    /// Which share of the time to a later state is over at the gel point, at one temperature: so that a label that gives a tack-free or handling
    /// time can be fitted as well as one that gives a gel time (models.md §3, fit to the label).
    /// </summary>
    /// <param name="cure">Degree of cure of the later state, from the gel point up to under 1.</param>
    /// <param name="kelvin">The temperature, K.</param>
    /// <param name="initialCatalysis">κ.</param>
    public static double GelShareOf(double cure, double kelvin, double initialCatalysis)
    {
        double toGel = 0, beyond = 0;
        foreach (var panel in CurePanels.ToGel) toGel += panel.Integrate(a => 1 / Shape(a, kelvin, initialCatalysis));
        const int panels = 64;
        for (var i = 0; i < panels; i++)
            beyond += new CurePanel(GelCure + ((cure - GelCure) * i / panels), GelCure + ((cure - GelCure) * (i + 1) / panels)).Integrate(a => 1 / Shape(a, kelvin, initialCatalysis));
        return toGel / (toGel + beyond);
    }

    private double Shape(double cure, double kelvin) => Shape(cure, kelvin, _kappa);

    // (κ+α)(1−α)²·f_d.
    private static double Shape(double cure, double kelvin, double kappa)
    {
        var slowed = 1 / (1 + Math.Exp(VitrificationSlope * (cure - VitrifiedCure(kelvin))));
        return (kappa + cure) * (1 - cure) * (1 - cure) * slowed;
    }
}

/// <summary>A stretch of cure, integrated by three points of Gauss and Legendre.</summary>
internal readonly record struct CurePanel(double From, double To)
{
    private const double Outer = 0.7745966692414834;

    public double Integrate(Func<double, double> f)
    {
        double middle = (From + To) / 2, half = (To - From) / 2;
        return half * (((5 * (f(middle - (Outer * half)) + f(middle + (Outer * half)))) + (8 * f(middle))) / 9);
    }
}

/// <summary>The way from fresh to gelled in panels, finer at both ends, where the rate and the viscosity bend.</summary>
internal static class CurePanels
{
    private const int Count = 240;

    public static IReadOnlyList<CurePanel> ToGel { get; } = [.. Enumerable.Range(0, Count).Select(i => new CurePanel(At(i), At(i + 1)))];

    private static double At(int i) => CureKinetics.GelCure * (1 - Math.Cos(Math.PI * i / Count)) / 2;
}
