using InkBasin.Core.Ground;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Foam;

/// <summary>Templates of a stack of foam: each sheet at full size, seen from above.</summary>
public static class FoamTemplates
{
    private const double PieceMm = 6;
    private const double LevelMm = 3.4;

    // What a pin and its letter take of the drawing, mm.
    private const double PinMm = 16;
    private const double PinHighMm = 8;

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
            var empty = new EmptiestPlace();
            empty.Avoid(paths);
            foreach (var pin in pins) empty.Avoid(pin.At with { XMm = pin.At.XMm + (PinMm / 4) }, PinMm, PinHighMm);
            TemplateWords Named(string says, IReadOnlyList<TemplatePath> within, double heightMm) => new(empty.Within(within, says, heightMm), says, heightMm);
            List<TemplateWords> words =
            [
                .. layer.Pieces.Select((piece, i) => Named(piece.Label, cuts[k][i], PieceMm)),
                .. afloat.Select(shore => Named(FormattableString.Invariant($"{shore.Name} {shore.WaterlineMm:0.#}"), shore.Rings, LevelMm)),
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

    // The rings of ground under the waterline that go round the seed, with the islands in them: ground turned upside down is above.
    private static List<PointMm[]> Shore(HeightField foam, double waterlineMm, PointMm seed)
    {
        var sunk = new HeightField(foam.Columns, foam.Rows, foam.CellMm, [.. foam.HeightsMm.Select(height => -height)]);
        var rings = LevelRings.Above(sunk, -waterlineMm);
        var shore = rings.Where(ring => LevelRings.IsOuter(ring) && Rings.Contains(ring, seed.XMm, seed.YMm)).MinBy(ring => Rings.AreaMm2(ring));
        return shore is null ? [] : [shore, .. rings.Where(ring => !LevelRings.IsOuter(ring) && Rings.Contains(shore, ring[0].XMm, ring[0].YMm))];
    }
}
