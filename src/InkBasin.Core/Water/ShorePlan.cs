using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>A mark of the waterline on the bank.</summary>
/// <param name="Number">From 1, round the water.</param>
/// <param name="At">Where.</param>
public sealed record ShoreMark(int Number, PointMm At);

/// <summary>The shore of a water: where its line is marked, and how far resin climbs.</summary>
/// <param name="WaterlineMm">The waterline, mm over the board's top.</param>
/// <param name="OverBenchMm">The same over the bench the board lies on, mm.</param>
/// <param name="DatumMm">Ground at the chosen datum, mm over the board's top; null without one.</param>
/// <param name="OverDatumMm">The waterline over the datum, mm: negative when it lies under it; null without one.</param>
/// <param name="Marks">Marks round the shore.</param>
/// <param name="CreepMm">How far resin climbs a bank, mm.</param>
/// <param name="CreepRuns">The band it reaches as runs: row, first column, column past the last.</param>
/// <param name="CreepAreaMm2">Its area, mm².</param>
/// <param name="Working">How the climb came about.</param>
public sealed record ShorePlan(
    double WaterlineMm,
    double OverBenchMm,
    double? DatumMm,
    double? OverDatumMm,
    IReadOnlyList<ShoreMark> Marks,
    double CreepMm,
    int[] CreepRuns,
    double CreepAreaMm2,
    Working Working)
{
    /// <summary>Density of a usual mix, g/ml, where the product is not known.</summary>
    public const double UsualDensity = 1.1;

    /// <summary>Looks at a water's shore.</summary>
    /// <param name="region">The water.</param>
    /// <param name="boardMm">Thickness of the board, mm.</param>
    /// <param name="density">Density of its resin, g/ml.</param>
    /// <param name="spacingMm">Least distance of two marks, mm, 5…1000.</param>
    /// <param name="datum">The datum, on the board; null for none.</param>
    /// <exception cref="RefusedException">The datum lies off the board, or the spacing is out of range.</exception>
    public static ShorePlan Of(WetRegion region, double boardMm, double density, double spacingMm, PointMm? datum)
    {
        ArgumentNullException.ThrowIfNull(region);
        Require.Within(spacingMm, 5, 1000, "spacingMm");
        var (field, waterline) = (region.Field, region.LevelMm);
        var creep = Creep.HeightMm(densityGPerMl: density);
        var band = Creep.Band(region, creep);
        double? datumMm = null;
        if (datum is { } place)
        {
            var cell = field.CellAt(place);
            if (cell < 0) throw new RefusedException("datum", "Choose the datum on the board.", RefusalKind.Impossible);
            datumMm = field.HeightsMm[cell];
        }

        return new ShorePlan(
            waterline,
            waterline + boardMm,
            datumMm,
            waterline - datumMm,
            [.. Shoreline.Marks(region, spacingMm).Select((at, i) => new ShoreMark(i + 1, at))],
            creep,
            WetRegion.RunsOf(band, field.Columns),
            band.Length * field.CellAreaMm2,
            new Working(
                "How far resin climbs",
                [new("surface tension", 0.035, "N/m"), new("density", density, "g/ml"), new("contact angle", 20, "°"), new("climb", creep, "mm")],
                "√(2 × surface tension ÷ (density × gravity) × (1 − sine of the contact angle)): where the pull of the bank and the weight of the wedge balance. Loose fibres drink more: keep them clear of the band, or let later growth hide it.",
                "Meniscus at a wetted wall; usual values of mixed epoxy"));
    }
}
