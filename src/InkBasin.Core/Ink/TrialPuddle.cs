namespace InkBasin.Core.Ink;

/// <summary>A puddle of inked resin on a painted scrap, looked at once it had set, before any of it went into the model.</summary>
public sealed record TrialPuddle
{
    /// <summary>Identity within the build; never reused.</summary>
    public required string Id { get; init; }

    /// <summary>The water it was tried for.</summary>
    public required string WaterId { get; init; }

    /// <summary>When it was looked at.</summary>
    public required DateTimeOffset At { get; init; }

    /// <summary>The recipe that was in it.</summary>
    public required InkChoice Ink { get; init; }

    /// <summary>How deep it stood, mm, 0.1…200.</summary>
    public required double DepthMm { get; init; }

    /// <summary>What the scrap was painted, '#rrggbb'.</summary>
    public required string BedHex { get; init; }

    /// <summary>What it looked like, '#rrggbb'.</summary>
    public required string SeenHex { get; init; }

    /// <summary>Refuses what is no puddle.</summary>
    /// <exception cref="RefusedException">A part is missing or out of range.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The puddle needs an id of at most 64 characters.");
        Require.Present(WaterId, $"{field}.waterId");
        Clock.Check(At, $"{field}.at");
        Require.Present(Ink, $"{field}.ink").Check($"{field}.ink");
        Require.Within(DepthMm, 0.1, 200, $"{field}.depthMm");
        LinearRgb.FromHex(BedHex, $"{field}.bedHex");
        LinearRgb.FromHex(SeenHex, $"{field}.seenHex");
    }
}

/// <summary>What a trial puddle says of the tints.</summary>
/// <param name="Id">The puddle.</param>
/// <param name="ReckonedHex">What it should have looked like, '#rrggbb'.</param>
/// <param name="SeenHex">What it looked like, '#rrggbb'.</param>
/// <param name="DeltaE">How far apart those are, CIEDE2000.</param>
/// <param name="Notice">What that means for the cups.</param>
public sealed record TriedPuddle(string Id, string ReckonedHex, string SeenHex, double DeltaE, Notice Notice)
{
    /// <summary>A puddle nearer to what was reckoned bears the reckoning out.</summary>
    public const double AsReckoned = 3;

    /// <summary>One farther off says that the tints are others than they are taken for.</summary>
    public const double FarOff = 6;

    /// <summary>Compares a puddle with what was reckoned.</summary>
    /// <param name="puddle">The puddle.</param>
    /// <param name="tints">Tints in the stores; one that is gone counts for nothing.</param>
    public static TriedPuddle Of(TrialPuddle puddle, IReadOnlyList<Tint> tints)
    {
        ArgumentNullException.ThrowIfNull(puddle);
        ArgumentNullException.ThrowIfNull(tints);
        var parts = puddle.Ink.Parts.Select(part => (Tint: tints.FirstOrDefault(tint => tint.Id == part.TintId), part.MlPer100Ml)).Where(part => part.Tint is not null);
        var reckoned = InkLayer.Mixed(BareResin.Layer, parts.Select(part => (part.Tint!.Colour, part.MlPer100Ml))).Over(LinearRgb.FromHex(puddle.BedHex, "bedHex"), puddle.DepthMm);
        var seen = LinearRgb.FromHex(puddle.SeenHex, "seenHex");
        var off = Lab.DeltaE(reckoned, seen);
        return new TriedPuddle(puddle.Id, reckoned.ToHex(), puddle.SeenHex, off, TintNotices.Puddle(off, darker: Lab.Of(seen).L < Lab.Of(reckoned).L));
    }
}
