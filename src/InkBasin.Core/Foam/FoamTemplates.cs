using InkBasin.Core.Ground;
using InkBasin.Core.Stock;
using NetTopologySuite.Algorithm.Construct;
using NetTopologySuite.Geometries;

namespace InkBasin.Core.Foam;

/// <summary>Templates of a stack of foam: each sheet at full size, seen from above.</summary>
public static class FoamTemplates
{
    // So near need a label's place be the emptiest there is, mm.
    private const double PlaceMm = 1;

    private static readonly GeometryFactory Geometry = new();

    /// <summary>A template for every sheet of a stack.</summary>
    /// <param name="name">Name of the scene.</param>
    /// <param name="foam">The foam's own surface.</param>
    /// <param name="cut">The foam cut from it.</param>
    /// <param name="waters">Name, level and a place of each water.</param>
    public static IReadOnlyList<Template> Of(string name, HeightField foam, FoamCut cut, IReadOnlyList<(string Name, double WaterlineMm, PointMm Seed)> waters)
    {
        ArgumentNullException.ThrowIfNull(foam);
        ArgumentNullException.ThrowIfNull(cut);
        ArgumentNullException.ThrowIfNull(waters);
        double width = foam.Columns * foam.CellMm, depth = foam.Rows * foam.CellMm;
        PointMm[] board = [new(0, 0), new(width, 0), new(width, depth), new(0, depth)];
        TemplatePath Smooth(TemplateLine line, IReadOnlyList<PointMm> ring) => new(line, SmoothRing.Of(ring, foam.CellMm, width, depth));
        List<TemplatePath> Lines(TemplateLine line, FoamPiece piece) => [Smooth(line, piece.Outer), .. piece.Holes.Select(hole => Smooth(line, hole))];
        var shores = waters.Select(water => (water.Name, water.WaterlineMm, Rings: Shore(foam, water.WaterlineMm, water.Seed).ConvertAll(ring => Smooth(TemplateLine.Waterline, ring)))).ToList();
        var cuts = cut.Layers.Select(layer => layer.Pieces.Select(piece => Lines(TemplateLine.Cut, piece)).ToList()).ToList();
        var templates = new List<Template>(cut.Layers.Count);
        foreach (var (k, layer) in cut.Layers.Index())
        {
            var above = k + 1 < cuts.Count ? cuts[k + 1].SelectMany(piece => piece).Select(path => path with { Line = TemplateLine.SheetAbove }).ToList() : [];
            var afloat = shores.Where(shore => shore.Rings.Count > 0 && shore.WaterlineMm > layer.FromMm && shore.WaterlineMm <= layer.ToMm).ToList();
            List<TemplatePath> paths = [new(TemplateLine.Board, board), .. cuts[k].SelectMany(piece => piece), .. above, .. afloat.SelectMany(shore => shore.Rings)];
            List<Pin> pins = [.. cut.Pins.Where(pin => pin.Top >= layer.Number)];
            var lines = LinesOf(paths, pins);
            List<TemplateWords> words =
            [
                .. layer.Pieces.Select((piece, i) => new TemplateWords(Emptiest(lines, Within(cuts[k][i])), piece.Label, 6)),
                .. afloat.Select(shore => new TemplateWords(Emptiest(lines, Within(shore.Rings)), FormattableString.Invariant($"{shore.Name} {shore.WaterlineMm:0.#}"))),
            ];
            templates.Add(new Template(
                layer.Number,
                FormattableString.Invariant($"{name}, foam sheet {layer.Number} of {cut.Layers.Count}, from {layer.FromMm:0.#} to {layer.ToMm:0.#} mm"),
                width,
                depth,
                paths,
                pins,
                words));
        }

        return templates;
    }

    // Words stand where the nearest line of any kind is farthest off.
    private static PointMm Emptiest(Geometry lines, Polygon within)
    {
        if (!within.IsValid || within.IsEmpty) return new PointMm(within.Centroid.X, within.Centroid.Y);
        var place = new LargestEmptyCircle(lines, within, PlaceMm).GetCenter();
        return new PointMm(place.X, place.Y);
    }

    private static Polygon Within(List<TemplatePath> rings) => Geometry.CreatePolygon(Ring(rings[0].Points), [.. rings.Skip(1).Select(hole => Ring(hole.Points))]);

    private static LinearRing Ring(IReadOnlyList<PointMm> points) => Geometry.CreateLinearRing([.. points.Append(points[0]).Select(p => new Coordinate(p.XMm, p.YMm))]);

    private static MultiLineString LinesOf(List<TemplatePath> paths, List<Pin> pins) => Geometry.CreateMultiLineString(
    [
        .. paths.Select(path => Geometry.CreateLineString(Ring(path.Points).Coordinates)),
        .. pins.Select(pin => Geometry.CreateLineString([new Coordinate(pin.At.XMm - 4, pin.At.YMm), new Coordinate(pin.At.XMm + 12, pin.At.YMm)])),
    ]);

    // The rings of ground under the waterline that go round the seed, with the islands in them: ground turned upside down is above.
    private static List<PointMm[]> Shore(HeightField foam, double waterlineMm, PointMm seed)
    {
        var sunk = new HeightField(foam.Columns, foam.Rows, foam.CellMm, [.. foam.HeightsMm.Select(height => -height)]);
        var rings = LevelRings.Above(sunk, -waterlineMm);
        var shore = rings.Where(ring => LevelRings.IsOuter(ring) && Rings.Contains(ring, seed.XMm, seed.YMm)).MinBy(ring => Rings.AreaMm2(ring));
        return shore is null ? [] : [shore, .. rings.Where(ring => !LevelRings.IsOuter(ring) && Rings.Contains(shore, ring[0].XMm, ring[0].YMm))];
    }
}
