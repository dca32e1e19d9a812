using InkBasin.Core.Stock;

namespace InkBasin.Core.Resin;

/// <summary>
/// What a maker reads off a label. Only the name and the kind are needed; what the label does not say is completed by what is usual for the
/// kind and marked as assumed. Field names are those of <see cref="ProductSheet"/>.
/// </summary>
/// <param name="Name">Name on the bottle.</param>
/// <param name="Kind">What it is.</param>
public sealed record SheetDraft(string Name, ProductKind Kind)
{
    // Between gel and full cure a film can be handled (models.md §3, tack-free at 0.75).
    private const double TackFreeCure = 0.75;

    /// <summary>The ratio; null when the label does not say.</summary>
    public MixRatio? Ratio { get; init; }

    /// <summary>Density of part one, g/ml.</summary>
    public double? DensityA { get; init; }

    /// <summary>Density of part two, g/ml.</summary>
    public double? DensityB { get; init; }

    /// <summary>Least layer, mm.</summary>
    public double? LeastLayerMm { get; init; }

    /// <summary>Greatest layer, mm.</summary>
    public double? GreatestLayerMm { get; init; }

    /// <summary>Greatest mass mixed at once, g.</summary>
    public double? MaxBatchG { get; init; }

    /// <summary>Pot life, minutes.</summary>
    public double? PotLifeMin { get; init; }

    /// <summary>Mass the pot life was measured on, g.</summary>
    public double? PotLifeMassG { get; init; }

    /// <summary>Thin-film gel or working time, h.</summary>
    public double? GelH { get; init; }

    /// <summary>Tack-free or handling time, h, where the label gives that instead.</summary>
    public double? TackFreeH { get; init; }

    /// <summary>Earliest next layer, h.</summary>
    public double? RecoatFromH { get; init; }

    /// <summary>End of the recoat window, h.</summary>
    public double? RecoatToH { get; init; }

    /// <summary>Firm enough to strip dams, h.</summary>
    public double? DemouldH { get; init; }

    /// <summary>Fully cured, h.</summary>
    public double? FullCureH { get; init; }

    /// <summary>Temperature these hold at, °C.</summary>
    public double? ReferenceC { get; init; }

    /// <summary>Least working temperature, °C.</summary>
    public double? WorkFromC { get; init; }

    /// <summary>Greatest working temperature, °C.</summary>
    public double? WorkToC { get; init; }

    /// <summary>Viscosity just mixed, mPa·s.</summary>
    public double? MixedViscosityMPaS { get; init; }

    /// <summary>Shrinkage, %.</summary>
    public double? ShrinkPercent { get; init; }

    /// <summary>How far the ratio may be off, %.</summary>
    public double? TolerancePercent { get; init; }

    /// <summary>Most tint, ml in 100 ml.</summary>
    public double? TintLimitPercent { get; init; }

    /// <summary>Minutes of stirring.</summary>
    public double? StirMin { get; init; }

    /// <summary>Heat of reaction, J/g.</summary>
    public double? HeatJPerG { get; init; }

    /// <summary>κ.</summary>
    public double? InitialCatalysis { get; init; }

    /// <summary>Activation energy, kJ/mol.</summary>
    public double? ActivationKJPerMol { get; init; }

    /// <summary>Hours until a coat of the greatest layer is dry, for what evaporates.</summary>
    public double? DryH { get; init; }

    /// <summary>Seconds under the lamp for one flash, for UV resin.</summary>
    public double? FlashSeconds { get; init; }

    /// <summary>Months an unopened bottle keeps.</summary>
    public double? UnopenedMonths { get; init; }

    /// <summary>Months an opened bottle keeps.</summary>
    public double? OpenedMonths { get; init; }

    /// <summary>The sheet's own caution.</summary>
    public string? SafetyNote { get; init; }

    /// <summary>The whole sheet, with what was assumed named in it.</summary>
    /// <param name="id">Identity.</param>
    /// <param name="isExample">True for the made-up sheets that ship.</param>
    /// <exception cref="RefusedException">A number is out of range or two of them cannot both be.</exception>
    public ProductSheet Complete(string id, bool isExample = false)
    {
        var usual = KindTraits.Of(Require.Known(Kind, "kind"));
        var assumed = new List<string>();
        double Or(double? told, double otherwise, string field)
        {
            if (told is { } value) return Require.Finite(value, field);
            assumed.Add(field);
            return otherwise;
        }

        double reference = Or(ReferenceC, 23, "referenceC");
        var ratio = usual.IsOnePart ? new MixRatio(1, 0, RatioBasis.Volume) : Ratio;
        if (ratio is null)
        {
            assumed.Add("ratio");
            ratio = new MixRatio(usual.RatioA, usual.RatioB, usual.RatioA >= 10 ? RatioBasis.Weight : RatioBasis.Volume);
        }

        var greatest = Or(GreatestLayerMm, usual.GreatestLayerMm, "greatestLayerMm");
        var densityA = Or(DensityA, usual.DensityA, "densityA");
        var densityB = usual.IsOnePart ? densityA : Or(DensityB, usual.DensityB, "densityB");
        var waits = usual.IsOnePart ? OnePartWaits(usual, greatest, Or) : CuringWaits(usual, reference, Or);
        var sheet = new ProductSheet(
            id,
            Require.Name(Name, "name"),
            Kind,
            isExample,
            ratio,
            densityA,
            densityB,
            Or(LeastLayerMm, Math.Min(usual.LeastLayerMm, greatest), "leastLayerMm"),
            greatest,
            usual.IsOnePart ? usual.MaxBatchG : Or(MaxBatchG, usual.MaxBatchG, "maxBatchG"),
            usual.IsOnePart ? 0 : Or(PotLifeMin, usual.PotLifeMin, "potLifeMin"),
            usual.IsOnePart ? 0 : Or(PotLifeMassG, usual.PotLifeMassG, "potLifeMassG"),
            waits.GelH,
            waits.RecoatFromH,
            waits.RecoatToH,
            waits.DemouldH,
            waits.FullCureH,
            reference,
            Or(WorkFromC, usual.WorkFromC, "workFromC"),
            Or(WorkToC, usual.WorkToC, "workToC"),
            Or(MixedViscosityMPaS, usual.ViscosityMPaS, "mixedViscosityMPaS"),
            Or(ShrinkPercent, usual.ShrinkPercent, "shrinkPercent"),
            usual.IsOnePart ? usual.TolerancePercent : Or(TolerancePercent, usual.TolerancePercent, "tolerancePercent"),
            Or(TintLimitPercent, usual.TintLimitPercent, "tintLimitPercent"),
            usual.IsOnePart ? 0 : Or(StirMin, usual.StirMin, "stirMin"),
            string.IsNullOrWhiteSpace(SafetyNote) ? usual.Caution : SafetyNote.Trim())
        {
            HeatJPerG = HeatJPerG,
            InitialCatalysis = InitialCatalysis,
            ActivationKJPerMol = ActivationKJPerMol,
            Drying = Kind is ProductKind.OnePartWater or ProductKind.GlossGel ? new CoatDrying(greatest, waits.RecoatFromH) : null,
            Flash = Kind == ProductKind.UvResin ? new UvFlash(greatest, waits.RecoatFromH * 3600) : null,
            UnopenedMonths = UnopenedMonths,
            OpenedMonths = Or(OpenedMonths, usual.OpenedMonths, "openedMonths"),
        };
        if (!usual.IsOnePart)
        {
            if (HeatJPerG is null) assumed.Add("heatJPerG");
            if (InitialCatalysis is null) assumed.Add("initialCatalysis");
            if (ActivationKJPerMol is null) assumed.Add("activationKJPerMol");
        }

        sheet = sheet with { Assumed = assumed };
        sheet.Check("sheet");
        return sheet;
    }

    private (double GelH, double RecoatFromH, double RecoatToH, double DemouldH, double FullCureH) CuringWaits(
        KindTraits usual, double referenceC, Func<double?, double, string, double> or)
    {
        if (TackFreeH is { } tackFree) Require.Within(tackFree, 0.01, 5000, "tackFreeH");
        if (GelH is { } told) Require.Within(told, 0.01, 5000, "gelH");

        // Fitted to what the label gives: from its tack-free time where it has no gel time.
        var share = CureKinetics.GelShareOf(TackFreeCure, Temperature.ToK(referenceC), InitialCatalysis ?? usual.InitialCatalysis);
        var gel = or(GelH ?? (TackFreeH * share), usual.GelH, "gelH");
        var from = or(RecoatFromH, Math.Min(usual.RecoatFromPerGel * gel, RecoatToH ?? double.MaxValue), "recoatFromH");
        var to = or(RecoatToH, Math.Max(from, usual.RecoatToPerGel * gel), "recoatToH");
        var firm = or(DemouldH, usual.DemouldPerGel * gel, "demouldH");
        return (gel, from, to, firm, or(FullCureH, Math.Max(Math.Max(from, firm), usual.FullCurePerGel * gel), "fullCureH"));
    }

    // A coat that dries carries the next one once it is clear; a flash is told in hours like the rest.
    private (double GelH, double RecoatFromH, double RecoatToH, double DemouldH, double FullCureH) OnePartWaits(
        KindTraits usual, double greatestMm, Func<double?, double, string, double> or)
    {
        const double anyTime = 10_000;
        if (usual.Kind == ProductKind.UvResin)
        {
            var flash = or(FlashSeconds, 90, "flashSeconds") / 3600;
            return (0, flash, anyTime, flash, Math.Max(flash, or(FullCureH, 24, "fullCureH")));
        }

        var dry = or(DryH, Math.Clamp(24 * greatestMm * greatestMm / 9, 1, 1500), "dryH");
        return (0, dry, anyTime, dry, Math.Max(dry, or(FullCureH, 168, "fullCureH")));
    }
}
