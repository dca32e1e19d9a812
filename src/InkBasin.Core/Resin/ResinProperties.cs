using InkBasin.Core.Stock;

namespace InkBasin.Core.Resin;

/// <summary>What the cure of a resin is reckoned from.</summary>
/// <param name="GelH">Thin-film gel time at <paramref name="ReferenceC"/>, h, 0.001…10,000.</param>
/// <param name="HeatJPerG">Heat of the whole reaction, J/g, 0.001…5000.</param>
/// <param name="ReferenceC">Temperature the gel time holds at, °C.</param>
/// <param name="DensityGPerMl">Density of the fresh mix, g/ml, 0.1…10.</param>
/// <param name="ActivationKJPerMol">Activation energy of the cure, kJ/mol, 0.001…500.</param>
/// <param name="InitialCatalysis">κ: how fast it starts by itself, above 0; quick starters 0.2…0.5.</param>
public sealed record ResinProperties(
    double GelH,
    double HeatJPerG,
    double ReferenceC = 25,
    double DensityGPerMl = 1.1,
    double ActivationKJPerMol = 55,
    double InitialCatalysis = 0.05)
{
    /// <summary>Refuses numbers no resin has.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Require.Within(GelH, 0.001, 10_000, $"{field}.gelH");
        Require.Within(HeatJPerG, 0.001, 5000, $"{field}.heatJPerG");
        Temperature.Check(ReferenceC, $"{field}.referenceC");
        Require.Within(DensityGPerMl, 0.1, 10, $"{field}.densityGPerMl");
        Require.Within(ActivationKJPerMol, 0.001, 500, $"{field}.activationKJPerMol");
        Require.Within(InitialCatalysis, 1e-6, 100, $"{field}.initialCatalysis");
    }

    /// <summary>From a product's sheet: what it says, and for the rest the defaults of its kind (models.md §3).</summary>
    /// <exception cref="RefusedException">The product is one part: nothing reacts in it.</exception>
    public static ResinProperties Of(ProductSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        var traits = sheet.Traits;
        if (traits.IsOnePart) throw new RefusedException("productId", $"{sheet.Name} is one part: it does not cure by itself and has no heat to follow.", RefusalKind.Impossible);
        return new ResinProperties(
            sheet.GelH,
            sheet.HeatJPerG ?? traits.HeatJPerG,
            sheet.ReferenceC,
            sheet.MixedDensity,
            sheet.ActivationKJPerMol ?? traits.ActivationKJPerMol,
            sheet.InitialCatalysis ?? traits.InitialCatalysis);
    }
}
