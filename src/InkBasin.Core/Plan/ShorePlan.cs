using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

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
    /// <summary>Looks at a water's shore.</summary>
    /// <param name="build">The build.</param>
    /// <param name="field">Its ground.</param>
    /// <param name="waterId">The water.</param>
    /// <param name="stores">The product sheets.</param>
    /// <param name="spacingMm">Least distance of two marks, mm, 5…1000.</param>
    /// <param name="datum">The datum, on the board; null for none.</param>
    /// <exception cref="RefusedException">The water is not there, or the datum lies off the board.</exception>
    public static ShorePlan Of(Build build, HeightField field, string waterId, Stores stores, double spacingMm, PointMm? datum)
    {
        ArgumentNullException.ThrowIfNull(build);
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(stores);
        Require.Within(spacingMm, 5, 1000, "spacingMm");
        var water = build.Waters[Lists.WaterAt(build, waterId)];
        var density = stores.Sheets.FirstOrDefault(sheet => sheet.Id == water.ProductId)?.MixedDensity ?? 1.1;
        var region = WetRegion.Flood(field, field.CellAt(water.Seed), water.WaterlineMm);
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
            water.WaterlineMm,
            water.WaterlineMm + build.Board.ThicknessMm,
            datumMm,
            water.WaterlineMm - datumMm,
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
