namespace InkBasin.Core.Water;

/// <summary>A stretch of a cut that is under water.</summary>
/// <param name="FromMm">Where it begins, mm along the cut.</param>
/// <param name="ToMm">Where it ends.</param>
public readonly record struct WetStretch(double FromMm, double ToMm);

/// <summary>The ground cut through the deepest place of a water, straight along the board or straight across it, whichever shows more of the water.</summary>
/// <param name="AlongBoard">From left to right; otherwise from back to front.</param>
/// <param name="AtMm">How far from the back (along) or from the left (across) it is cut, mm.</param>
/// <param name="Ground">The ground: distance from the cut's left or back end of the board and height over the board, mm, a point each cell.</param>
/// <param name="Wet">Where it is under water, in order.</param>
/// <param name="LevelMm">The waterline, mm over the board.</param>
/// <param name="LowestMm">Lowest ground under the water, mm.</param>
public sealed record WaterCut(bool AlongBoard, double AtMm, IReadOnlyList<(double AtMm, double HeightMm)> Ground, IReadOnlyList<WetStretch> Wet, double LevelMm, double LowestMm)
{
    // So much of the banks is shown with it, at least and as a share of the water.
    private const double BankMm = 15;
    private const double BankShare = 0.12;

    /// <summary>Cuts.</summary>
    /// <param name="water">The water.</param>
    /// <returns>Null where nothing is wet.</returns>
    public static WaterCut? Of(StandingWater water)
    {
        ArgumentNullException.ThrowIfNull(water);
        if (water.DeepestCell < 0) return null;
        var field = water.Region.Field;
        int column = water.DeepestCell % field.Columns, row = water.DeepestCell / field.Columns;
        int[] along = [.. Enumerable.Range(0, field.Columns).Select(c => (row * field.Columns) + c)];
        int[] across = [.. Enumerable.Range(0, field.Rows).Select(r => (r * field.Columns) + column)];
        var isAlong = along.Count(water.Covers) >= across.Count(water.Covers);
        return Through(water, isAlong ? along : across, isAlong, ((isAlong ? row : column) + 0.5) * field.CellMm);
    }

    private static WaterCut Through(StandingWater water, int[] cells, bool along, double atMm)
    {
        var field = water.Region.Field;
        int first = Array.FindIndex(cells, water.Covers), last = Array.FindLastIndex(cells, water.Covers);
        var bank = (int)Math.Ceiling(Math.Max(BankMm, BankShare * (last - first + 1) * field.CellMm) / field.CellMm);
        int from = Math.Max(0, first - bank), to = Math.Min(cells.Length - 1, last + bank);
        var wet = new List<WetStretch>();
        for (var i = first; i <= last; i++)
        {
            if (!water.Covers(cells[i])) continue;
            var begin = i;
            while (i + 1 <= last && water.Covers(cells[i + 1])) i++;
            wet.Add(new WetStretch(begin * field.CellMm, (i + 1) * field.CellMm));
        }

        return new WaterCut(along, atMm, [.. Enumerable.Range(from, to - from + 1).Select(i => ((i + 0.5) * field.CellMm, field.HeightsMm[cells[i]]))], wet, water.WaterlineMm, water.Region.LowestBedMm ?? water.WaterlineMm);
    }
}
