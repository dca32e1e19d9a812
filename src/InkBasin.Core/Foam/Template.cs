using InkBasin.Core.Ground;

namespace InkBasin.Core.Foam;

/// <summary>What a line of a template is for.</summary>
public enum TemplateLine
{
    /// <summary>Cut along it.</summary>
    Cut,

    /// <summary>The sheet above stands here.</summary>
    SheetAbove,

    /// <summary>A waterline runs here.</summary>
    Waterline,

    /// <summary>The board's edge.</summary>
    Board,
}

/// <summary>A closed line of a template.</summary>
/// <param name="Line">What it is for.</param>
/// <param name="Points">Its points, mm on the board; the last joins the first.</param>
public sealed record TemplatePath(TemplateLine Line, IReadOnlyList<PointMm> Points);

/// <summary>Words at a place of a template.</summary>
public sealed record TemplateWords(PointMm At, string Words);

/// <summary>A sheet of the stack at full size, seen from above, to be laid on the foam and cut along.</summary>
/// <param name="Number">The sheet, from 1 at the bottom.</param>
/// <param name="Title">What it says at its head.</param>
/// <param name="WidthMm">Width of the drawing: the board's.</param>
/// <param name="DepthMm">Depth of the drawing: the board's.</param>
/// <param name="Paths">Its lines.</param>
/// <param name="Pins">Pin holes to pierce.</param>
/// <param name="Words">Names of pieces and waters.</param>
public sealed record Template(
    int Number,
    string Title,
    double WidthMm,
    double DepthMm,
    IReadOnlyList<TemplatePath> Paths,
    IReadOnlyList<Pin> Pins,
    IReadOnlyList<TemplateWords> Words)
{
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
        var shores = waters.Select(water => (water.Name, water.WaterlineMm, Rings: Shore(foam, water.WaterlineMm, water.Seed))).ToList();
        var templates = new List<Template>(cut.Layers.Count);
        foreach (var layer in cut.Layers)
        {
            var paths = new List<TemplatePath> { new(TemplateLine.Board, board) };
            var words = new List<TemplateWords>();
            foreach (var piece in layer.Pieces)
            {
                paths.Add(new(TemplateLine.Cut, piece.Outer));
                paths.AddRange(piece.Holes.Select(hole => new TemplatePath(TemplateLine.Cut, hole)));
                words.Add(new(LabelAt(piece), piece.Label));
            }

            if (layer.Number < cut.Layers.Count)
            {
                foreach (var piece in cut.Layers[layer.Number].Pieces)
                {
                    paths.Add(new(TemplateLine.SheetAbove, piece.Outer));
                    paths.AddRange(piece.Holes.Select(hole => new TemplatePath(TemplateLine.SheetAbove, hole)));
                }
            }

            foreach (var (water, level, rings) in shores.Where(shore => shore.WaterlineMm > layer.FromMm && shore.WaterlineMm <= layer.ToMm))
            {
                paths.AddRange(rings.Select(ring => new TemplatePath(TemplateLine.Waterline, ring)));
                if (rings.Count > 0) words.Add(new(rings[0][0], FormattableString.Invariant($"{water} {level:0.#}")));
            }

            templates.Add(new Template(
                layer.Number,
                FormattableString.Invariant($"{name}, foam sheet {layer.Number} of {cut.Layers.Count}, from {layer.FromMm:0.#} to {layer.ToMm:0.#} mm"),
                width,
                depth,
                paths,
                [.. cut.Pins.Where(pin => pin.Top >= layer.Number)],
                words));
        }

        return templates;
    }

    // The rings of ground under the waterline that go round the seed, with the islands in them: ground turned upside down is above.
    private static List<PointMm[]> Shore(HeightField foam, double waterlineMm, PointMm seed)
    {
        var sunk = new HeightField(foam.Columns, foam.Rows, foam.CellMm, [.. foam.HeightsMm.Select(height => -height)]);
        var rings = LevelRings.Above(sunk, -waterlineMm);
        var shore = rings.Where(ring => LevelRings.IsOuter(ring) && Rings.Contains(ring, seed.XMm, seed.YMm)).MinBy(ring => Rings.AreaMm2(ring));
        return shore is null ? [] : [shore, .. rings.Where(ring => !LevelRings.IsOuter(ring) && Rings.Contains(shore, ring[0].XMm, ring[0].YMm))];
    }

    private static PointMm LabelAt(FoamPiece piece)
    {
        var inside = FoamCut.PolygonOf(piece).InteriorPoint;
        return new PointMm(inside.X, inside.Y);
    }
}
