using InkBasin.Core.Ground;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;
using NetTopologySuite.Geometries;
using NetTopologySuite.Simplify;

namespace InkBasin.Core.Dams;

/// <summary>Templates of the panels that dams are cut from: each at full size as it stands, seen from outside the board, with the ground and the waters it holds.</summary>
public static class PanelTemplates
{
    private const double StraightMm = 0.02;
    private const double WordsMm = 3.4;

    /// <summary>A template for each panel of a cut.</summary>
    /// <param name="name">Name of the scene.</param>
    /// <param name="field">The ground.</param>
    /// <param name="dams">The build's dams.</param>
    /// <param name="plans">The same, planned.</param>
    /// <param name="cut">Their panels.</param>
    /// <param name="waters">The waters.</param>
    public static IReadOnlyList<Template> Of(string name, HeightField field, IReadOnlyList<Dam> dams, IReadOnlyList<DamPlan> plans, DamCut cut, IReadOnlyList<StandingWater> waters)
    {
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(dams);
        ArgumentNullException.ThrowIfNull(plans);
        ArgumentNullException.ThrowIfNull(cut);
        ArgumentNullException.ThrowIfNull(waters);
        var outlets = new EdgeOutlets(field, []);
        var part = new Dictionary<int, int>();
        return [.. cut.Panels.Select((panel, i) =>
        {
            part[panel.Dam] = part.GetValueOrDefault(panel.Dam) + 1;
            return Of(i + 1, name, field, outlets, dams[panel.Dam - 1], panel, (part[panel.Dam] - 1) * panel.LengthMm, waters.Where(water => plans[panel.Dam - 1].Holds.Contains(water.Id)));
        })];
    }

    private static Template Of(int number, string name, HeightField field, EdgeOutlets outlets, Dam dam, DamPanel panel, double fromMm, IEnumerable<StandingWater> waters)
    {
        double width = panel.LengthMm, height = panel.HeightMm;

        // Seen from outside, what lies to the left along the front and the left side lies to the left here; along the others to the right.
        var mirrored = dam.Side is BoardSide.Back or BoardSide.Right;
        double X(double alongMm) => mirrored ? dam.FromMm + fromMm + width - alongMm : alongMm - dam.FromMm - fromMm;
        List<PointMm> bed = [.. outlets.Along(dam).Select(k => new PointMm(X((k + 0.5) * field.CellMm), Math.Clamp(dam.TopMm - field.HeightsMm[outlets.CellOn(dam.Side, k)], 0, height))).Where(p => p.XMm >= 0 && p.XMm <= width).OrderBy(p => p.XMm)];
        List<TemplatePath> paths = [new(TemplateLine.Cut, [new(0, 0), new(width, 0), new(width, height), new(0, height)])];
        if (bed.Count > 1) paths.Add(new(TemplateLine.Bed, Straightened(bed), Closed: false));
        var words = new List<TemplateWords>();
        var empty = new EmptiestPlace();
        foreach (var water in waters)
        {
            var down = dam.TopMm - water.WaterlineMm;
            if (!(down > 0 && down < height)) continue;
            paths.Add(new(TemplateLine.Waterline, [new(0, down), new(width, down)], Closed: false));

            // A level is named over its line where the ground is farthest under it, as large as there is room for.
            var high = Math.Min(WordsMm, down * 0.75);
            var says = FormattableString.Invariant($"{water.Name} {water.WaterlineMm:0.#}");
            var level = new TemplateWords(new PointMm(Math.Clamp(Deepest(bed) ?? (width / 2), width * 0.15, width * 0.85), down - Math.Min(WordsMm, down / 2)), says, high);
            words.Add(level);
            empty.Avoid(level.At, EmptiestPlace.WidthMm(says, high), high * 1.4);
        }

        empty.Avoid(paths);
        var title = FormattableString.Invariant($"dam {panel.Label}: {width:0.#} × {height:0.#} mm");
        words.Insert(0, new(empty.Within([paths[0]], title, WordsMm), title, WordsMm));
        return new Template(number, FormattableString.Invariant($"{name}, dam {panel.Label}, {SideName(dam.Side)}, from {dam.FromMm + fromMm:0.#} to {dam.FromMm + fromMm + width:0.#} mm, seen from outside"), width, height, paths, [], words);
    }

    // The middle of where it is deepest.
    private static double? Deepest(List<PointMm> bed)
    {
        if (bed.Count == 0) return null;
        var most = bed.Max(p => p.YMm);
        List<PointMm> deep = [.. bed.Where(p => p.YMm > most - StraightMm)];
        return deep[deep.Count / 2].XMm;
    }

    private static List<PointMm> Straightened(List<PointMm> line) =>
        [.. DouglasPeuckerSimplifier.Simplify(new LineString([.. line.Select(p => new Coordinate(p.XMm, p.YMm))]), StraightMm).Coordinates.Select(p => new PointMm(p.X, p.Y))];

    private static string SideName(BoardSide side) => side switch
    {
        BoardSide.Back => "back",
        BoardSide.Front => "front",
        BoardSide.Left => "left side",
        _ => "right side",
    };
}
