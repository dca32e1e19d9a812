using System.Text.Json.Serialization;

namespace InkBasin.Core.Stock;

/// <summary>
/// A product's sheet: what its maker says of it. The sheet always wins over a model (models.md §3). All hours and the
/// viscosity hold at <paramref name="ReferenceC"/>. A product that is one part has a ratio of 1:0 and no gel time or pot life: 0 there.
/// </summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">Name on the bottle.</param>
/// <param name="Kind">What it is.</param>
/// <param name="IsExample">True for the made-up sheets that ship: to be replaced by the reader's own.</param>
/// <param name="Ratio">Mix ratio.</param>
/// <param name="DensityA">Density of part one, g/ml, 0.5…3.</param>
/// <param name="DensityB">Density of part two, g/ml, 0.5…3.</param>
/// <param name="LeastLayerMm">Least layer, mm, from 0 to the greatest layer and at most 100.</param>
/// <param name="GreatestLayerMm">Greatest layer, mm, 0.05…200.</param>
/// <param name="MaxBatchG">Greatest mass mixed at once, g, 0.1…1,000,000.</param>
/// <param name="PotLifeMin">Pot life, minutes, for <paramref name="PotLifeMassG"/> g, 0.5…10,000.</param>
/// <param name="PotLifeMassG">Mass the pot life was measured on, g, 1…100,000.</param>
/// <param name="GelH">Thin-film gel (working) time, h, 0.001…10,000.</param>
/// <param name="RecoatFromH">Earliest next layer, h after the pour, 0…5000.</param>
/// <param name="RecoatToH">End of the recoat window, h after the pour, from its beginning to 50,000: later, scuff and wipe first.</param>
/// <param name="DemouldH">Firm enough to strip dams, h after the pour, 0…5000.</param>
/// <param name="FullCureH">Fully cured, h after the pour, from when the next layer may go on to 50,000.</param>
/// <param name="ReferenceC">Temperature of all these times, °C.</param>
/// <param name="WorkFromC">Least working temperature, °C, −20…60.</param>
/// <param name="WorkToC">Greatest working temperature, °C, from the least to 60.</param>
/// <param name="MixedViscosityMPaS">Viscosity just mixed, mPa·s, 1…1,000,000.</param>
/// <param name="ShrinkPercent">Shrinkage in curing, % of the volume, 0…90.</param>
/// <param name="TolerancePercent">How far the ratio may be off, %, 0.1…50.</param>
/// <param name="TintLimitPercent">Most tint, ml in 100 ml of mixed resin, 0…50.</param>
/// <param name="StirMin">Minutes of stirring, 0…60.</param>
/// <param name="SafetyNote">The caution shown with every batch.</param>
public sealed record ProductSheet(
    string Id,
    string Name,
    ProductKind Kind,
    bool IsExample,
    MixRatio Ratio,
    double DensityA,
    double DensityB,
    double LeastLayerMm,
    double GreatestLayerMm,
    double MaxBatchG,
    double PotLifeMin,
    double PotLifeMassG,
    double GelH,
    double RecoatFromH,
    double RecoatToH,
    double DemouldH,
    double FullCureH,
    double ReferenceC,
    double WorkFromC,
    double WorkToC,
    double MixedViscosityMPaS,
    double ShrinkPercent,
    double TolerancePercent,
    double TintLimitPercent,
    double StirMin,
    string SafetyNote)
{
    /// <summary>Heat of the whole reaction, J/g; null as usual for the kind.</summary>
    public double? HeatJPerG { get; init; }

    /// <summary>κ, how fast it starts by itself; null as usual.</summary>
    public double? InitialCatalysis { get; init; }

    /// <summary>Activation energy, kJ/mol; null as usual.</summary>
    public double? ActivationKJPerMol { get; init; }

    /// <summary>How it dries, for what evaporates.</summary>
    public CoatDrying? Drying { get; init; }

    /// <summary>How it hardens in light, for UV resin.</summary>
    public UvFlash? Flash { get; init; }

    /// <summary>Months an unopened bottle keeps; null when the sheet says nothing.</summary>
    public double? UnopenedMonths { get; init; }

    /// <summary>Months an opened bottle keeps.</summary>
    public double? OpenedMonths { get; init; }

    /// <summary>Names of the numbers nobody read off a label: usual for the kind and assumed.</summary>
    public IReadOnlyList<string> Assumed { get; init; } = [];

    /// <summary>What is usual for its kind.</summary>
    [JsonIgnore]
    public KindTraits Traits => KindTraits.Of(Kind);

    /// <summary>What weighed parts come to, ml; of what is one part the whole is part one.</summary>
    /// <param name="oneG">Part one, g.</param>
    /// <param name="twoG">Part two, g.</param>
    public double MixedMl(double oneG, double twoG) => (oneG / DensityA) + (Traits.IsOnePart ? 0 : twoG / DensityB);

    /// <summary>Density of the mix, g/ml, 0.1…10: the parts' masses over their volumes.</summary>
    [JsonIgnore]
    public double MixedDensity => Ratio.Basis == RatioBasis.Volume
        ? ((Ratio.A * DensityA) + (Ratio.B * DensityB)) / (Ratio.A + Ratio.B)
        : (Ratio.A + Ratio.B) / ((Ratio.A / DensityA) + (Ratio.B / DensityB));

    /// <summary>That its times are not the sheet's own but learnt in this shop, in words; null where they are the sheet's.</summary>
    [JsonIgnore]
    public string? Learnt { get; init; }

    /// <summary>Where its numbers come from, for a working.</summary>
    [JsonIgnore]
    public string Source => $"The sheet of {Name}{(Learnt is null ? "" : $", {Learnt}")}";

    /// <summary>Grams of part one to a gram of part two by the sheet's ratio; not for what is one part.</summary>
    [JsonIgnore]
    public double OnePerTwoG => Ratio.Basis == RatioBasis.Weight ? Ratio.A / Ratio.B : Ratio.A * DensityA / (Ratio.B * DensityB);

    /// <summary>Refuses a sheet no product has.</summary>
    /// <exception cref="RefusedException">The first number found wrong.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The sheet needs an id of at most 64 characters.");
        Require.Name(Name, $"{field}.name");
        Require.Known(Kind, $"{field}.kind");
        Require.Present(Ratio, $"{field}.ratio");
        Require.Known(Ratio.Basis, $"{field}.ratio.basis");
        Require.Within(Ratio.A, 0.01, 1000, $"{field}.ratio.a");
        Require.Within(DensityA, 0.5, 3, $"{field}.densityA");
        Require.Within(DensityB, 0.5, 3, $"{field}.densityB");
        Require.Within(GreatestLayerMm, 0.05, 200, $"{field}.greatestLayerMm");
        Require.Within(LeastLayerMm, 0, 100, $"{field}.leastLayerMm");
        if (LeastLayerMm > GreatestLayerMm) throw new RefusedException($"{field}.leastLayerMm", "The least layer is deeper than the greatest one.", RefusalKind.Impossible);
        Require.Within(MaxBatchG, 0.1, 1_000_000, $"{field}.maxBatchG");
        Require.Within(RecoatFromH, 0, 5000, $"{field}.recoatFromH");
        Require.Within(RecoatToH, 0, 50_000, $"{field}.recoatToH");
        if (RecoatToH < RecoatFromH) throw new RefusedException($"{field}.recoatToH", "The recoat window ends before it begins.", RefusalKind.Impossible);
        Require.Within(DemouldH, 0, 5000, $"{field}.demouldH");
        Require.Within(FullCureH, 0, 50_000, $"{field}.fullCureH");
        if (FullCureH < RecoatFromH) throw new RefusedException($"{field}.fullCureH", "It would be fully cured before the next layer may go on.", RefusalKind.Impossible);
        Temperature.Check(ReferenceC, $"{field}.referenceC");
        Require.Within(WorkFromC, -20, 60, $"{field}.workFromC");
        Require.Within(WorkToC, -20, 60, $"{field}.workToC");
        if (WorkToC < WorkFromC) throw new RefusedException($"{field}.workToC", "The working range ends under its beginning.", RefusalKind.Impossible);
        Require.Within(MixedViscosityMPaS, 1, 1_000_000, $"{field}.mixedViscosityMPaS");
        Require.Within(ShrinkPercent, 0, 90, $"{field}.shrinkPercent");
        Require.Within(TolerancePercent, 0.1, 50, $"{field}.tolerancePercent");
        Require.Within(TintLimitPercent, 0, 50, $"{field}.tintLimitPercent");
        Require.Within(StirMin, 0, 60, $"{field}.stirMin");
        if (UnopenedMonths is { } unopened) Require.Within(unopened, 0.1, 600, $"{field}.unopenedMonths");
        if (OpenedMonths is { } opened) Require.Within(opened, 0.1, 600, $"{field}.openedMonths");
        if ((SafetyNote ?? "").Length > 600) throw new RefusedException($"{field}.safetyNote", "Keep the caution to 600 characters.");
        CheckKind(field);
    }

    private void CheckKind(string field)
    {
        if (Traits.IsOnePart)
        {
            if (Ratio.B != 0) throw new RefusedException($"{field}.ratio.b", "This kind is one part: there is nothing to mix it with.", RefusalKind.Impossible);
            if (Kind == ProductKind.UvResin) Require.Present(Flash, $"{field}.flash").Check($"{field}.flash");
            else Require.Present(Drying, $"{field}.drying").Check($"{field}.drying");
            return;
        }

        Require.Within(Ratio.B, 0.01, 1000, $"{field}.ratio.b");
        Require.Within(PotLifeMin, 0.5, 10_000, $"{field}.potLifeMin");
        Require.Within(PotLifeMassG, 1, 100_000, $"{field}.potLifeMassG");
        Require.Within(GelH, 0.001, 10_000, $"{field}.gelH");
        Require.Within(MixedDensity, 0.1, 10, $"{field}.densityA");
        if (HeatJPerG is { } heat) Require.Within(heat, 0.001, 5000, $"{field}.heatJPerG");
        if (ActivationKJPerMol is { } activation) Require.Within(activation, 0.001, 500, $"{field}.activationKJPerMol");
        if (InitialCatalysis is { } catalysis) Require.Within(catalysis, 1e-6, 100, $"{field}.initialCatalysis");
    }
}

/// <summary>How a product dries that gives its water to the air.</summary>
/// <param name="CoatMm">Depth of the coat the time was given for, mm wet, 0.01…50.</param>
/// <param name="Hours">Until that coat is clear and dry, h, at <paramref name="AtHumidityPercent"/>, 0.05…2000.</param>
/// <param name="AtHumidityPercent">Relative humidity of that figure, %, 5…95.</param>
public sealed record CoatDrying(double CoatMm, double Hours, double AtHumidityPercent = 50)
{
    /// <summary>Refuses what never dries.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Require.Within(CoatMm, 0.01, 50, $"{field}.coatMm");
        Require.Within(Hours, 0.05, 2000, $"{field}.hours");
        Require.Within(AtHumidityPercent, 5, 95, $"{field}.atHumidityPercent");
    }
}

/// <summary>How a product hardens under a UV lamp.</summary>
/// <param name="DepthMm">Depth one flash hardens of the clear resin, mm, 0.05…50.</param>
/// <param name="Seconds">How long one flash is, s, 0.5…36,000.</param>
public sealed record UvFlash(double DepthMm, double Seconds)
{
    /// <summary>Refuses what never hardens.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Require.Within(DepthMm, 0.05, 50, $"{field}.depthMm");
        Require.Within(Seconds, 0.5, 36_000, $"{field}.seconds");
    }
}
