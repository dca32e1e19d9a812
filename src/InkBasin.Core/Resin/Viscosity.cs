namespace InkBasin.Core.Resin;

/// <summary>
/// Viscosity of a curing resin (Castro &amp; Macosko 1980): μ = μ_ref·exp(E_μ/R·(1/T − 1/T_ref))·(α_g/(α_g − α))^(1.5+α);
/// without end from the gel point on (readings.md, cure 2, 17).
/// </summary>
/// <param name="MixedMPaS">Viscosity of the fresh mix at the reference temperature, mPa·s, above 0.</param>
/// <param name="ReferenceC">That temperature, °C.</param>
public readonly record struct Viscosity(double MixedMPaS, double ReferenceC)
{
    private const double ActivationJPerMol = 45_000;

    /// <summary>1/μ, 1/(Pa·s); 0 once gelled.</summary>
    /// <param name="cure">Degree of cure.</param>
    /// <param name="kelvin">Temperature, K.</param>
    public double Fluidity(double cure, double kelvin)
    {
        if (cure >= CureKinetics.GelCure) return 0;
        var fresh = MixedMPaS / 1000 * Math.Exp(ActivationJPerMol / CureKinetics.GasConstant * ((1 / kelvin) - (1 / Temperature.ToK(ReferenceC))));
        return Math.Pow((CureKinetics.GelCure - cure) / CureKinetics.GelCure, 1.5 + cure) / fresh;
    }
}
