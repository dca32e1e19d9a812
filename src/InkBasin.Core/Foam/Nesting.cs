using InkBasin.Core.Stock;

namespace InkBasin.Core.Foam;

/// <summary>
/// Pieces laid on stock sheets by their boxes, first fit by decreasing height with quarter turns (Coffman, Garey, Johnson &amp; Tarjan
/// 1980): every piece lies on its long side on the first shelf that has room.
/// </summary>
public static class Nesting
{
    private const double Hair = 1e-6;

    /// <summary>Whether a box goes on a sheet, straight or turned, with the gap round it.</summary>
    public static bool Fits(double widthMm, double depthMm, FoamStock stock)
    {
        ArgumentNullException.ThrowIfNull(stock);
        double w = stock.WidthMm - (2 * stock.GapMm) + Hair, d = stock.DepthMm - (2 * stock.GapMm) + Hair;
        return (widthMm <= w && depthMm <= d) || (depthMm <= w && widthMm <= d);
    }

    /// <summary>Lays pieces on as few sheets as first fit finds.</summary>
    /// <param name="pieces">Pieces that fit on a sheet each.</param>
    /// <param name="stock">The stock.</param>
    public static IReadOnlyList<StockSheet> Lay(IReadOnlyList<FoamPiece> pieces, FoamStock stock)
    {
        ArgumentNullException.ThrowIfNull(pieces);
        ArgumentNullException.ThrowIfNull(stock);
        var sheets = new List<(List<Placement> Placed, List<Shelf> Shelves)>();
        foreach (var (piece, width, depth, turned) in pieces.Select(piece => Lying(piece, stock)).OrderByDescending(box => box.Depth).ThenBy(box => box.Piece.Label, StringComparer.Ordinal))
        {
            var placed = false;
            foreach (var sheet in sheets)
            {
                if (placed = Put(sheet.Placed, sheet.Shelves, piece, width, depth, turned, stock)) break;
            }

            if (placed) continue;
            var fresh = (Placed: new List<Placement>(), Shelves: new List<Shelf>());
            sheets.Add(fresh);
            Put(fresh.Placed, fresh.Shelves, piece, width, depth, turned, stock);
        }

        return [.. sheets.Select((sheet, i) => new StockSheet(i + 1, sheet.Placed))];
    }

    private static (FoamPiece Piece, double Width, double Depth, bool Turned) Lying(FoamPiece piece, FoamStock stock)
    {
        double width = piece.Outer.Max(p => p.XMm) - piece.Outer.Min(p => p.XMm), depth = piece.Outer.Max(p => p.YMm) - piece.Outer.Min(p => p.YMm);
        double roomW = stock.WidthMm - (2 * stock.GapMm) + Hair, roomD = stock.DepthMm - (2 * stock.GapMm) + Hair;
        var upright = depth > width;

        // On its long side, unless it only goes the other way.
        var turned = upright ? depth <= roomW && width <= roomD : !(width <= roomW && depth <= roomD);
        return turned ? (piece, depth, width, true) : (piece, width, depth, false);
    }

    private static bool Put(List<Placement> placed, List<Shelf> shelves, FoamPiece piece, double width, double depth, bool turned, FoamStock stock)
    {
        foreach (var shelf in shelves)
        {
            if (depth > shelf.Depth + Hair || shelf.Used + width > stock.WidthMm - stock.GapMm + Hair) continue;
            placed.Add(new Placement(piece.Label, shelf.Used, shelf.Y, width, depth, turned));
            shelf.Used += width + stock.GapMm;
            return true;
        }

        var y = shelves.Count > 0 ? shelves[^1].Y + shelves[^1].Depth + stock.GapMm : stock.GapMm;
        if (y + depth > stock.DepthMm - stock.GapMm + Hair) return false;
        shelves.Add(new Shelf(y, depth) { Used = stock.GapMm + width + stock.GapMm });
        placed.Add(new Placement(piece.Label, stock.GapMm, y, width, depth, turned));
        return true;
    }

    private sealed class Shelf(double y, double depth)
    {
        public double Y => y;

        public double Depth => depth;

        public double Used { get; set; }
    }
}
