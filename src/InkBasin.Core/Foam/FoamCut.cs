using InkBasin.Core.Ground;
using InkBasin.Core.Stock;
using NetTopologySuite.Geometries;
using NetTopologySuite.Operation.Overlay;
using NetTopologySuite.Operation.OverlayNG;

namespace InkBasin.Core.Foam;

/// <summary>A piece to be cut out of a sheet: an outline with holes, mm on the board.</summary>
/// <param name="Label">The sheet's number and a letter, bottom sheet first: 1a, 1b, 2a…; a part of a piece too large for its stock has a stroke more: 1a/2.</param>
/// <param name="Outer">Its outline.</param>
/// <param name="Holes">Holes in it.</param>
/// <param name="AreaMm2">Its area, mm².</param>
public sealed record FoamPiece(string Label, IReadOnlyList<PointMm> Outer, IReadOnlyList<IReadOnlyList<PointMm>> Holes, double AreaMm2)
{
    /// <summary>Its box.</summary>
    internal Blank Box => new(Label, Outer.Max(p => p.XMm) - Outer.Min(p => p.XMm), Outer.Max(p => p.YMm) - Outer.Min(p => p.YMm));
}

/// <summary>A sheet of the stack.</summary>
/// <param name="Number">From 1 at the bottom.</param>
/// <param name="FromMm">Its underside, mm over the board.</param>
/// <param name="ToMm">Its top, mm over the board.</param>
/// <param name="Pieces">What is cut for it.</param>
/// <param name="AreaMm2">Area of all ground above its underside, mm², crumbs too.</param>
/// <param name="Crumbs">How many specks were left out as too small to cut: make them of paste.</param>
public sealed record FoamLayer(int Number, double FromMm, double ToMm, IReadOnlyList<FoamPiece> Pieces, double AreaMm2, int Crumbs);

/// <summary>The foam of a ground, cut from stock (models.md §1b).</summary>
/// <param name="Layers">The stack, bottom first.</param>
/// <param name="Sheets">The stock sheets.</param>
/// <param name="Pins">Pins through the stack.</param>
/// <param name="OffcutShare">Share of the stock that is left over, 0…1.</param>
/// <param name="VolumeMl">Foam in the stack before it is carved, ml: every sheet's area by its thickness.</param>
public sealed record FoamCut(IReadOnlyList<FoamLayer> Layers, IReadOnlyList<StockSheet> Sheets, IReadOnlyList<Pin> Pins, double OffcutShare, double VolumeMl)
{
    /// <summary>Most sheets a stack may have.</summary>
    public const int MostLayers = 60;

    private const double CrumbMm2 = 60;

    private static readonly GeometryFactory Geometry = new();

    /// <summary>Cuts a ground into sheets, the sheets into pieces and lays those on stock.</summary>
    /// <param name="foam">The foam's own surface, without plaster, walls and rocks.</param>
    /// <param name="stock">The stock, checked.</param>
    /// <param name="cancel">Looked at once a row of cells.</param>
    /// <exception cref="RefusedException">The stack would have too many sheets.</exception>
    public static FoamCut Of(HeightField foam, FoamStock stock, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(foam);
        ArgumentNullException.ThrowIfNull(stock);
        stock.Size.Check("making.foam");
        var highest = foam.HeightsMm.Max();
        if (highest / stock.ThicknessMm > MostLayers)
            throw new RefusedException("making.foam.thicknessMm", $"That ground would take over {MostLayers} sheets: use thicker stock.", RefusalKind.Impossible);
        var layers = new List<FoamLayer>();
        for (var k = 0; k * stock.ThicknessMm < highest; k++) layers.Add(Layer(foam, k, stock, cancel));
        var sheets = Nesting.Lay([.. layers.SelectMany(layer => layer.Pieces).Select(piece => piece.Box)], stock.Size, cancel);
        var cut = layers.Sum(layer => layer.Pieces.Sum(piece => piece.AreaMm2));
        return new FoamCut(
            layers,
            sheets,
            Pinning.Of(layers),
            sheets.Count > 0 ? 1 - (cut / (sheets.Count * stock.WidthMm * stock.DepthMm)) : 0,
            layers.Sum(layer => layer.AreaMm2) * stock.ThicknessMm / 1000);
    }

    /// <summary>A piece as a polygon.</summary>
    internal static Polygon PolygonOf(FoamPiece piece) => Geometry.CreatePolygon(RingOf(piece.Outer), [.. piece.Holes.Select(RingOf)]);

    private static FoamLayer Layer(HeightField foam, int k, FoamStock stock, CancellationToken cancel)
    {
        var (outers, holes) = (new List<PointMm[]>(), new List<PointMm[]>());
        double area = 0;
        foreach (var ring in LevelRings.Above(foam, k * stock.ThicknessMm, cancel))
        {
            var outer = LevelRings.IsOuter(ring);
            (outer ? outers : holes).Add(ring);
            area += outer ? Rings.AreaMm2(ring) : -Rings.AreaMm2(ring);
        }

        // A hole belongs to the smallest outline round it.
        outers.Sort((a, b) => Rings.AreaMm2(b).CompareTo(Rings.AreaMm2(a)));
        var holesOf = outers.Select(_ => new List<PointMm[]>()).ToList();
        foreach (var hole in holes)
        {
            var owner = outers.FindLastIndex(outer => Rings.Contains(outer, hole[0].XMm, hole[0].YMm));
            if (owner >= 0) holesOf[owner].Add(hole);
        }

        var pieces = new List<FoamPiece>();
        var crumbs = 0;
        for (var i = 0; i < outers.Count; i++)
        {
            var own = Rings.AreaMm2(outers[i]) - holesOf[i].Sum(hole => Rings.AreaMm2(hole));
            if (own < CrumbMm2) crumbs++;
            else pieces.AddRange(Fitting(new FoamPiece($"{k + 1}{Letter(i)}", outers[i], holesOf[i], own), stock, cancel));
        }

        return new FoamLayer(k + 1, k * stock.ThicknessMm, (k + 1) * stock.ThicknessMm, pieces, area, crumbs);
    }

    // A piece larger than the stock is cut across, in as few equal parts as will go on it.
    private static List<FoamPiece> Fitting(FoamPiece piece, FoamStock stock, CancellationToken cancel)
    {
        double left = piece.Outer.Min(p => p.XMm), right = piece.Outer.Max(p => p.XMm), back = piece.Outer.Min(p => p.YMm), front = piece.Outer.Max(p => p.YMm);
        double width = right - left, depth = front - back, roomW = stock.WidthMm - (2 * stock.GapMm), roomD = stock.DepthMm - (2 * stock.GapMm);
        if (Nesting.Fits(width, depth, stock.Size)) return [piece];
        var (across, down) = (Parts(width, roomW), Parts(depth, roomD)) is var straight
            && (Parts(width, roomD), Parts(depth, roomW)) is var turned && turned.Item1 * turned.Item2 < straight.Item1 * straight.Item2 ? turned : straight;
        Nesting.CheckCount((long)across * down);
        var polygon = PolygonOf(piece);
        var parts = new List<FoamPiece>();
        for (var row = 0; row < down; row++)
        {
            for (var column = 0; column < across; column++)
            {
                cancel.ThrowIfCancellationRequested();
                var window = Geometry.ToGeometry(new Envelope(
                    left + (width * column / across), left + (width * (column + 1) / across), back + (depth * row / down), back + (depth * (row + 1) / down)));
                foreach (var part in Polygons(OverlayNGRobust.Overlay(polygon, window, SpatialFunction.Intersection)))
                {
                    if (part.Area >= CrumbMm2) parts.Add(new FoamPiece($"{piece.Label}/{parts.Count + 1}", PointsOf(part.ExteriorRing), [.. part.InteriorRings.Select(PointsOf)], part.Area));
                }
            }
        }

        return parts;
    }

    private static int Parts(double length, double room) => Math.Max(1, (int)Math.Ceiling((length / room) - 1e-9));

    private static IEnumerable<Polygon> Polygons(Geometry geometry) =>
        Enumerable.Range(0, geometry.NumGeometries).Select(geometry.GetGeometryN).OfType<Polygon>();

    private static LinearRing RingOf(IReadOnlyList<PointMm> points) =>
        Geometry.CreateLinearRing([.. points.Append(points[0]).Select(p => new Coordinate(p.XMm, p.YMm))]);

    private static PointMm[] PointsOf(LineString ring) => [.. ring.Coordinates.SkipLast(1).Select(c => new PointMm(c.X, c.Y))];

    /// <summary>a…z, aa, ab…</summary>
    internal static string Letter(int index) => (index >= 26 ? Letter((index / 26) - 1) : "") + (char)('a' + (index % 26));
}
