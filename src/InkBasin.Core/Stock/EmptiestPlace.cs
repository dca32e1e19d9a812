using InkBasin.Core.Ground;
using NetTopologySuite.Algorithm.Construct;
using NetTopologySuite.Geometries;

namespace InkBasin.Core.Stock;

/// <summary>Where words stand off the lines of a drawing: the middle of the largest empty circle among them.</summary>
internal sealed class EmptiestPlace
{
    // So near need it be to the emptiest there is, mm.
    private const double NearMm = 1;

    // A letter is about so wide for its height.
    private const double LetterShare = 0.5;

    private static readonly GeometryFactory Geometry = new();

    private readonly List<LineString> _lines = [];

    /// <summary>Keeps words off lines.</summary>
    public void Avoid(IEnumerable<TemplatePath> paths) => _lines.AddRange(paths.Where(path => path.Points.Count > 1).Select(path => Geometry.CreateLineString(Coordinates(path.Points, path.Closed))));

    /// <summary>Keeps words off a box, like that of other words.</summary>
    /// <param name="at">Its middle.</param>
    /// <param name="widthMm">Its width.</param>
    /// <param name="heightMm">Its height.</param>
    public void Avoid(PointMm at, double widthMm, double heightMm) => Avoid([new TemplatePath(TemplateLine.Board,
    [
        new(at.XMm - (widthMm / 2), at.YMm - (heightMm / 2)), new(at.XMm + (widthMm / 2), at.YMm - (heightMm / 2)), new(at.XMm + (widthMm / 2), at.YMm + (heightMm / 2)), new(at.XMm - (widthMm / 2), at.YMm + (heightMm / 2)),
    ])]);

    /// <summary>The place within rings, the first their outline, the others holes in it.</summary>
    /// <param name="rings">The rings.</param>
    /// <param name="words">What stands there: as words are wider than high, the drawing is squeezed until they are not.</param>
    /// <param name="heightMm">How high its letters are.</param>
    public PointMm Within(IReadOnlyList<TemplatePath> rings, string words, double heightMm)
    {
        ArgumentNullException.ThrowIfNull(words);
        var squeeze = Math.Min(1, heightMm / WidthMm(words, heightMm));
        Coordinate[] Squeezed(Coordinate[] points) => [.. points.Select(p => new Coordinate(p.X * squeeze, p.Y))];
        LinearRing Ring(IReadOnlyList<PointMm> points) => Geometry.CreateLinearRing(Squeezed(Coordinates(points, closed: true)));
        var within = Geometry.CreatePolygon(Ring(rings[0].Points), [.. rings.Skip(1).Select(hole => Ring(hole.Points))]);

        // Lines beside it are no matter: the outline itself lies nearer.
        LineString[] near = [.. _lines.Select(line => Geometry.CreateLineString(Squeezed(line.Coordinates))).Where(line => line.EnvelopeInternal.Intersects(within.EnvelopeInternal))];
        var place = !within.IsValid || within.IsEmpty || near.Length == 0 ? within.Centroid : new LargestEmptyCircle(Geometry.CreateMultiLineString(near), within, NearMm * squeeze).GetCenter();
        return new PointMm(place.X / squeeze, place.Y);
    }

    /// <summary>About how wide words are.</summary>
    public static double WidthMm(string words, double heightMm) => Math.Max(1, words.Length) * heightMm * LetterShare;

    private static Coordinate[] Coordinates(IReadOnlyList<PointMm> points, bool closed) => [.. (closed ? points.Append(points[0]) : points).Select(p => new Coordinate(p.XMm, p.YMm))];
}
