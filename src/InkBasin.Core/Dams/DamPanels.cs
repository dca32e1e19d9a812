using InkBasin.Core.Ground;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Dams;

/// <summary>A dam's measures against the ground it stands at.</summary>
/// <param name="LengthMm">Length, overlaps and all, mm.</param>
/// <param name="LowestBedMm">Lowest ground along it, mm over the board; null when it stands beside the board.</param>
/// <param name="HeightMm">Height of its panel: top − lowest bed + seating, mm.</param>
/// <param name="SeamMm">Seam to be sealed: along the ground at its foot and up both its ends, mm.</param>
public sealed record DamMeasures(double LengthMm, double? LowestBedMm, double HeightMm, double SeamMm)
{
    /// <summary>Measures a dam (models.md §7).</summary>
    /// <param name="field">The ground.</param>
    /// <param name="outlets">The ground's edges; only their places are used.</param>
    /// <param name="dam">The dam, checked.</param>
    /// <param name="seatingMm">How far the panel reaches down under the lowest bed, mm, ≥ 0.</param>
    public static DamMeasures Of(HeightField field, EdgeOutlets outlets, Dam dam, double seatingMm)
    {
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(outlets);
        ArgumentNullException.ThrowIfNull(dam);
        double[] ground = [.. outlets.Along(dam).Select(k => field.HeightsMm[outlets.CellOn(dam.Side, k)])];
        var length = dam.ToMm - dam.FromMm;
        if (ground.Length == 0) return new DamMeasures(length, null, 0, 0);

        // Under the dam's top the seam follows the ground; where the ground is higher there is nothing to seal.
        double[] foot = [.. ground.Select(h => Math.Min(h, dam.TopMm))];
        var seam = Math.Max(0, dam.TopMm - ground[0]) + Math.Max(0, dam.TopMm - ground[^1]);
        for (var k = 0; k < foot.Length; k++)
        {
            if (ground[k] < dam.TopMm) seam += field.CellMm;
            if (k > 0) seam += Math.Abs(foot[k] - foot[k - 1]);
        }

        var lowest = ground.Min();
        return new DamMeasures(length, lowest, Math.Max(0, dam.TopMm - lowest) + seatingMm, seam);
    }
}

/// <summary>The panels of all dams that are cut from sheet, laid on it.</summary>
/// <param name="Panels">The panels: label, length and height, mm.</param>
/// <param name="Sheets">How they lie on the stock.</param>
/// <param name="OffcutShare">Share of the stock left over, 0…1.</param>
public sealed record DamCut(IReadOnlyList<DamPanel> Panels, IReadOnlyList<StockSheet> Sheets, double OffcutShare)
{
    /// <summary>Cuts panels; one longer than the sheet is butted from equal parts.</summary>
    /// <param name="dams">Dams that are cut from sheet, each with its number among all dams, from 1.</param>
    /// <param name="stock">The sheet, checked.</param>
    /// <exception cref="RefusedException">A panel is higher than the sheet whichever way it is turned.</exception>
    public static DamCut Of(IReadOnlyList<(int Number, DamMeasures Measures)> dams, DamStock stock)
    {
        ArgumentNullException.ThrowIfNull(dams);
        ArgumentNullException.ThrowIfNull(stock);
        stock.Size.Check("making.damSheet");
        var panels = new List<DamPanel>();
        foreach (var (number, measures) in dams)
        {
            if (measures.HeightMm <= 0 || measures.LengthMm <= 0) continue;
            var parts = 1;
            while (parts < MostParts && !Nesting.Fits(measures.LengthMm / parts, measures.HeightMm, stock.Size)) parts++;
            if (parts == MostParts)
                throw new RefusedException("making.damSheet", $"Dam {number} is {measures.HeightMm:0} mm high: no sheet of {stock.WidthMm:0.#} × {stock.DepthMm:0.#} mm gives that. Take a larger sheet.", RefusalKind.Impossible);
            Nesting.CheckCount(panels.Count + (long)parts);
            for (var part = 1; part <= parts; part++)
                panels.Add(new DamPanel(parts == 1 ? $"{number}" : $"{number}/{part}", number, measures.LengthMm / parts, measures.HeightMm));
        }

        var sheets = Nesting.Lay([.. panels.Select(panel => new Blank(panel.Label, panel.LengthMm, panel.HeightMm))], stock.Size);
        var used = panels.Sum(panel => panel.LengthMm * panel.HeightMm);
        return new DamCut(panels, sheets, sheets.Count > 0 ? 1 - (used / (sheets.Count * stock.WidthMm * stock.DepthMm)) : 0);
    }

    private const int MostParts = 200;
}

/// <summary>A panel to be cut.</summary>
/// <param name="Label">The dam's number; a part of a butted one has a stroke more: 2/1.</param>
/// <param name="Dam">Number of its dam, from 1.</param>
/// <param name="LengthMm">Length, mm.</param>
/// <param name="HeightMm">Height, mm.</param>
public sealed record DamPanel(string Label, int Dam, double LengthMm, double HeightMm);
