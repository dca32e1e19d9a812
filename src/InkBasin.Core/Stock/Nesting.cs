namespace InkBasin.Core.Stock;

/// <summary>A piece to be cut from a sheet, by its box.</summary>
/// <param name="Label">What is written on it.</param>
/// <param name="WidthMm">Width of its box, mm.</param>
/// <param name="DepthMm">Depth of its box, mm.</param>
public readonly record struct Blank(string Label, double WidthMm, double DepthMm);

/// <summary>Sheets as they are bought.</summary>
/// <param name="WidthMm">Longer side, mm.</param>
/// <param name="DepthMm">Shorter side, mm.</param>
/// <param name="GapMm">Room left between pieces and at the edge for knife or saw, mm.</param>
public readonly record struct SheetSize(double WidthMm, double DepthMm, double GapMm)
{
    // A strip narrower than that is no piece.
    private const double LeastRoomMm = 10;

    /// <summary>Refuses a sheet whose gaps leave no room for a piece.</summary>
    /// <exception cref="RefusedException">They do.</exception>
    public void Check(string field)
    {
        if (Math.Min(WidthMm, DepthMm) - (2 * GapMm) < LeastRoomMm) throw new RefusedException($"{field}.gapMm", "The gaps leave nothing of the sheet: make them smaller.", RefusalKind.Impossible);
    }
}

/// <summary>Where a piece lies on a stock sheet.</summary>
/// <param name="Piece">Its label.</param>
/// <param name="XMm">Left edge of its box, mm from the sheet's left.</param>
/// <param name="YMm">Back edge of its box, mm from the sheet's back.</param>
/// <param name="WidthMm">Width of its box as it lies, mm.</param>
/// <param name="DepthMm">Depth of its box as it lies, mm.</param>
/// <param name="Turned">True when it lies a quarter turn clockwise.</param>
public sealed record Placement(string Piece, double XMm, double YMm, double WidthMm, double DepthMm, bool Turned);

/// <summary>A stock sheet with what is cut from it.</summary>
/// <param name="Number">From 1.</param>
/// <param name="Placements">The pieces on it.</param>
public sealed record StockSheet(int Number, IReadOnlyList<Placement> Placements);

/// <summary>
/// Pieces laid on stock sheets by their boxes, first fit by decreasing height with quarter turns (Coffman, Garey, Johnson &amp; Tarjan
/// 1980): every piece lies on its long side on the first level that has room.
/// </summary>
public static class Nesting
{
    /// <summary>More pieces than this are no cutting list.</summary>
    public const int MostPieces = 2000;

    private const double Hair = 1e-6;

    /// <summary>Whether a box goes on a sheet, straight or turned, with the gap round it.</summary>
    public static bool Fits(double widthMm, double depthMm, SheetSize stock)
    {
        double w = stock.WidthMm - (2 * stock.GapMm) + Hair, d = stock.DepthMm - (2 * stock.GapMm) + Hair;
        return (widthMm <= w && depthMm <= d) || (depthMm <= w && widthMm <= d);
    }

    /// <summary>Lays pieces on as few sheets as first fit finds.</summary>
    /// <param name="pieces">Pieces that fit on a sheet each.</param>
    /// <param name="stock">The stock.</param>
    /// <param name="cancel">Looked at once a piece.</param>
    /// <exception cref="RefusedException">There are over <see cref="MostPieces"/>.</exception>
    public static IReadOnlyList<StockSheet> Lay(IReadOnlyList<Blank> pieces, SheetSize stock, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(pieces);
        CheckCount(pieces.Count);
        var sheets = new List<(List<Placement> Placed, List<Level> Levels)>();
        foreach (var (piece, width, depth, turned) in pieces.Select(piece => Lying(piece, stock)).OrderByDescending(box => box.Depth).ThenBy(box => box.Piece.Label, StringComparer.Ordinal))
        {
            cancel.ThrowIfCancellationRequested();
            var placed = false;
            foreach (var sheet in sheets)
            {
                if (placed = Put(sheet.Placed, sheet.Levels, piece, width, depth, turned, stock)) break;
            }

            if (placed) continue;
            var fresh = (Placed: new List<Placement>(), Levels: new List<Level>());
            sheets.Add(fresh);
            Put(fresh.Placed, fresh.Levels, piece, width, depth, turned, stock);
        }

        return [.. sheets.Select((sheet, i) => new StockSheet(i + 1, sheet.Placed))];
    }

    /// <summary>Refuses more pieces than anybody cuts.</summary>
    /// <exception cref="RefusedException">There are over <see cref="MostPieces"/>.</exception>
    public static void CheckCount(long pieces)
    {
        if (pieces > MostPieces) throw new RefusedException("making", $"That would be over {MostPieces} pieces: take larger sheets.", RefusalKind.Impossible);
    }

    private static (Blank Piece, double Width, double Depth, bool Turned) Lying(Blank piece, SheetSize stock)
    {
        double width = piece.WidthMm, depth = piece.DepthMm;
        double roomW = stock.WidthMm - (2 * stock.GapMm) + Hair, roomD = stock.DepthMm - (2 * stock.GapMm) + Hair;
        var upright = depth > width;

        // On its long side, unless it only goes the other way.
        var turned = upright ? depth <= roomW && width <= roomD : !(width <= roomW && depth <= roomD);
        return turned ? (piece, depth, width, true) : (piece, width, depth, false);
    }

    private static bool Put(List<Placement> placed, List<Level> levels, Blank piece, double width, double depth, bool turned, SheetSize stock)
    {
        foreach (var level in levels)
        {
            if (depth > level.Depth + Hair || level.Used + width > stock.WidthMm - stock.GapMm + Hair) continue;
            placed.Add(new Placement(piece.Label, level.Used, level.Y, width, depth, turned));
            level.Used += width + stock.GapMm;
            return true;
        }

        var y = levels.Count > 0 ? levels[^1].Y + levels[^1].Depth + stock.GapMm : stock.GapMm;
        if (y + depth > stock.DepthMm - stock.GapMm + Hair) return false;
        levels.Add(new Level(y, depth) { Used = stock.GapMm + width + stock.GapMm });
        placed.Add(new Placement(piece.Label, stock.GapMm, y, width, depth, turned));
        return true;
    }

    private sealed class Level(double y, double depth)
    {
        public double Y => y;

        public double Depth => depth;

        public double Used { get; set; }
    }
}
