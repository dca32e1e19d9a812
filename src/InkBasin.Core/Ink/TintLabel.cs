namespace InkBasin.Core.Ink;

/// <summary>
/// A tint of the maker's own, as it is entered: its name and kind, and where its colour comes from: a step wedge of it that was poured and read off, or, until one is, another tint it looks like.
/// </summary>
/// <param name="Name">Name on the bottle.</param>
/// <param name="Kind">What it is.</param>
public sealed record TintLabel(string Name, TintKind Kind)
{
    /// <summary>Volume of one drop, ml; null for the usual one.</summary>
    public double? DropMl { get; init; }

    /// <summary>Mass of 1 ml as it lies, g; null for the kind's usual one.</summary>
    public double? DensityGPerMl { get; init; }

    /// <summary>What 1 mm of it on the stick is, ml; null for the usual one.</summary>
    public double? StickMlPerMm { get; init; }

    /// <summary>A wedge of it; null until one is poured.</summary>
    public StepWedge? Wedge { get; init; }

    /// <summary>Id of the tint that ships whose colour it is taken to have while there is no wedge.</summary>
    public string? LikeId { get; init; }

    /// <summary>The whole tint.</summary>
    /// <exception cref="RefusedException">A number is out of range, or nothing says what its colour is.</exception>
    public Tint Complete(string id)
    {
        Require.Known(Kind, "tint.kind");
        var like = Wedge is null ? Like() : null;
        var fit = Wedge?.Fit("tint.wedge");
        var usual = new Tint(id, Name, ExampleTints.UsualDropMl, fit?.Tint ?? like!.Colour);
        var tint = usual with
        {
            Kind = Kind,
            DropMl = DropMl ?? usual.DropMl,
            DensityGPerMl = DensityGPerMl ?? (Kind == TintKind.Powder ? ExampleTints.UsualPowderGPerMl : usual.DensityGPerMl),
            StickMlPerMm = StickMlPerMm ?? usual.StickMlPerMm,
            IsExample = false,
            FitDeltaE = fit?.FitDeltaE,
            LooksLike = like?.Name,
        };
        tint.Check("tint");
        return tint;
    }

    private Tint Like()
    {
        if (LikeId is null) throw new RefusedException("tint.wedge", "Read a step wedge of it off, or say which tint it looks like until one is poured.", RefusalKind.Impossible);
        return ExampleTints.All.FirstOrDefault(tint => tint.Id == LikeId) ?? throw new RefusedException("tint.likeId", "The tint it looks like is none of those that ship.", RefusalKind.Impossible);
    }
}

/// <summary>A reading beside what the fitted tint gives there.</summary>
/// <param name="DepthMm">Depth of resin, mm.</param>
/// <param name="BedHex">The backing, the light's own colour taken out.</param>
/// <param name="ReadHex">What was read, the light's own colour taken out.</param>
/// <param name="FittedHex">What the tint gives.</param>
/// <param name="DeltaE">Between the two, CIEDE2000.</param>
public sealed record FittedReading(double DepthMm, string BedHex, string ReadHex, string FittedHex, double DeltaE);

/// <summary>A tint looked at before it is kept.</summary>
/// <param name="Tint">The whole tint.</param>
/// <param name="Readings">Its wedge beside the fit; none without a wedge.</param>
/// <param name="Doubts">What makes the fit a guess.</param>
public sealed record TintLook(Tint Tint, IReadOnlyList<FittedReading> Readings, IReadOnlyList<Notice> Doubts)
{
    /// <summary>Works it out.</summary>
    /// <exception cref="RefusedException">The label cannot be completed.</exception>
    public static TintLook Of(TintLabel label)
    {
        ArgumentNullException.ThrowIfNull(label);
        var tint = label.Complete("look");
        if (label.Wedge is not { } wedge) return new TintLook(tint, [], []);
        var inked = InkLayer.Mixed(BareResin.Layer, (tint.Colour, wedge.MlPer100Ml));
        return new TintLook(
            tint,
            [.. wedge.Patches("tint.wedge").Select(patch =>
            {
                var fitted = inked.Over(patch.Bed, patch.DepthMm);
                return new FittedReading(patch.DepthMm, patch.Bed.ToHex(), patch.Colour.ToHex(), fitted.ToHex(), Lab.DeltaE(fitted, patch.Colour));
            })],
            wedge.Fit("tint.wedge").Warnings);
    }
}
