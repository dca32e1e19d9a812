namespace InkBasin.Core.Bench;

/// <summary>What is in a cup, and what still has to go in to meet the sheet's ratio.</summary>
/// <param name="OneG">Part one in the cup, g.</param>
/// <param name="TwoG">Part two in the cup, g.</param>
/// <param name="RatioOffPercent">How far part one to part two is off the sheet's ratio, %; positive is too little of part two.</param>
/// <param name="OneMoreG">Part one to put in, g, in whole graduations; 0 when none.</param>
/// <param name="TwoMoreG">Part two to put in, g; 0 when none.</param>
public sealed record CupState(double OneG, double TwoG, double RatioOffPercent, double OneMoreG, double TwoMoreG)
{
    /// <summary>Whether nothing is to be put in: the ratio is within the sheet's tolerance, or this scale gets it no nearer.</summary>
    public bool Met => OneMoreG <= 0 && TwoMoreG <= 0;
}

/// <summary>How long a mass may stay in the cup.</summary>
/// <param name="MassG">The mass, g.</param>
/// <param name="Minutes">From the first touch of the parts, minutes.</param>
public sealed record CupTime(double MassG, double Minutes);

/// <summary>
/// How a cup is mixed, as it was when its session was opened: what a slip of the hand is put right by. A slip with part one turns into another amount of part
/// two, as the ratio must hold and nothing is ladled out; a slip with part two into more of part one.
/// </summary>
/// <param name="OnePerTwoG">Grams of part one to a gram of part two; 0 for what is one part.</param>
/// <param name="OneG">Part one as planned, g.</param>
/// <param name="TwoG">Part two as planned, g.</param>
/// <param name="DensityOne">Density of part one, g/ml.</param>
/// <param name="DensityTwo">Density of part two, g/ml.</param>
/// <param name="TolerancePercent">How far the ratio may be off by the sheet, %.</param>
/// <param name="MaxBatchG">Greatest mass mixed at once by the sheet, g.</param>
/// <param name="GraduationG">One step of the scale, g.</param>
/// <param name="Times">How long it may stand, for the planned mass and for larger ones, rising; empty without such a limit.</param>
public sealed record CupMix(
    double OnePerTwoG, double OneG, double TwoG, double DensityOne, double DensityTwo, double TolerancePercent, double MaxBatchG, double GraduationG, IReadOnlyList<CupTime> Times)
{
    // A hair, so that a sum of tenths counts as the tenths it shows.
    private const double Hair = 1e-9;

    /// <summary>Whether there is a part two at all.</summary>
    public bool HasTwo => OnePerTwoG > 0;

    /// <summary>Part two that belongs to so much of part one, g, in the nearest whole graduations; never less than one.</summary>
    /// <param name="oneG">Part one in the cup, g, above 0.</param>
    /// <exception cref="RefusedException">The amount is out of range, or there is no part two.</exception>
    public double TwoFor(double oneG)
    {
        Require.Within(oneG, GraduationG / 2, 1_000_000, "oneG");
        if (!HasTwo) throw new RefusedException("oneG", "This product is one part: nothing belongs to it.", RefusalKind.Impossible);
        return Steps(oneG / OnePerTwoG);
    }

    /// <summary>The cup with both parts in it.</summary>
    /// <param name="oneG">Part one in it, g, above 0.</param>
    /// <param name="twoG">Part two in it, g, above 0.</param>
    /// <exception cref="RefusedException">An amount is out of range, or there is no part two.</exception>
    public CupState With(double oneG, double twoG)
    {
        Require.Within(oneG, GraduationG / 2, 1_000_000, "oneG");
        Require.Within(twoG, GraduationG / 2, 1_000_000, "twoG");
        if (!HasTwo) throw new RefusedException("twoG", "This product is one part: nothing belongs to it.", RefusalKind.Impossible);
        var off = ((oneG / twoG / OnePerTwoG) - 1) * 100;
        if (Math.Abs(off) <= TolerancePercent + Hair) return new CupState(oneG, twoG, off, 0, 0);

        var more = off > 0 ? new CupState(oneG, twoG, off, 0, Steps((oneG / OnePerTwoG) - twoG)) : new CupState(oneG, twoG, off, Steps((twoG * OnePerTwoG) - oneG), 0);

        // So little that one step of the scale takes it further off: it stands as it is, and is told.
        var then = (((oneG + more.OneMoreG) / (twoG + more.TwoMoreG) / OnePerTwoG) - 1) * 100;
        return Math.Abs(then) < Math.Abs(off) ? more : new CupState(oneG, twoG, off, 0, 0);
    }

    /// <summary>What both make together, ml.</summary>
    public double MixedMl(double oneG, double twoG) => (oneG / DensityOne) + (HasTwo ? twoG / DensityTwo : 0);

    /// <summary>How long a cup of so much may stand, minutes: that of the next larger mass reckoned, and beyond the last in proportion; null without a limit.</summary>
    /// <param name="massG">Both parts, g.</param>
    public double? MinutesOf(double massG)
    {
        if (Times.Count == 0) return null;
        return Times.FirstOrDefault(time => time.MassG >= massG - 1e-6)?.Minutes ?? Times[^1].Minutes * Times[^1].MassG / massG;
    }

    /// <summary>What both make as planned, ml.</summary>
    public double PlannedMl => MixedMl(OneG, TwoG);

    private double Steps(double g) => Math.Max(GraduationG, Whole(g));

    private double Whole(double g) => Math.Round(g / GraduationG, MidpointRounding.AwayFromZero) * GraduationG;
}
