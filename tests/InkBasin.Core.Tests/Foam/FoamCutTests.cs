using FsCheck.Xunit;
using InkBasin.Core.Foam;
using InkBasin.Core.Ground;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Foam;

public class FoamCutTests
{
    private static readonly FoamStock Stock = new(FoamKind.Extruded, 10, 300, 200, 3);

    // A cone of radius 60 and height 35 on a board of 160 × 140.
    private static HeightField Cone(double cellMm = 1) =>
        Fields.From((int)(160 / cellMm), (int)(140 / cellMm), cellMm, (c, r) => Math.Max(0, 35 * (1 - (Math.Sqrt(Math.Pow(((c + 0.5) * cellMm) - 80, 2) + Math.Pow(((r + 0.5) * cellMm) - 70, 2)) / 60))));

    private static double Area(IEnumerable<PointMm[]> rings) => rings.Sum(ring => LevelRings.IsOuter(ring) ? Rings.AreaMm2(ring) : -Rings.AreaMm2(ring));

    [Fact]
    public void The_rings_of_a_cone_are_circles_of_the_right_radius()
    {
        foreach (var level in (double[])[5, 10, 20, 30])
        {
            var ring = Assert.Single(LevelRings.Above(Cone(), level));
            var radius = 60 * (1 - (level / 35));
            Assert.True(LevelRings.IsOuter(ring));
            Assert.All(ring, p => Assert.Equal(radius, p.DistanceMm(new PointMm(80, 70)), 0.1));
            Assert.Equal(Math.PI * radius * radius, Rings.AreaMm2(ring), 4 * radius);
        }
    }

    [Fact]
    public void A_piece_larger_than_the_sheet_is_turned_where_that_makes_fewer_parts_of_it()
    {
        // 190 × 580 on sheets with room for 294 × 194: straight it takes three, turned two.
        var cut = FoamCut.Of(Fields.From(95, 290, 2, (_, _) => 8), Stock);
        Assert.Equal(["1a/1", "1a/2"], Assert.Single(cut.Layers).Pieces.Select(piece => piece.Label));
        Assert.Equal(3, FoamCut.Of(Fields.From(145, 290, 2, (_, _) => 8), Stock).Layers[0].Pieces.Count);
    }

    [Fact]
    public void Ground_at_the_boards_edge_is_cut_at_the_edge()
    {
        var ring = Assert.Single(LevelRings.Above(Fields.From(20, 10, 2, (_, _) => 5), 0));
        Assert.Equal(40 * 20, Rings.AreaMm2(ring), 9);
        Assert.Equal((0.0, 40.0, 0.0, 20.0), (ring.Min(p => p.XMm), ring.Max(p => p.XMm), ring.Min(p => p.YMm), ring.Max(p => p.YMm)));
    }

    [Fact]
    public void A_hollow_is_a_hole_that_runs_the_other_way()
    {
        var rings = LevelRings.Above(Fields.From(30, 30, 1, (c, r) => Math.Abs(c - 15) < 4 && Math.Abs(r - 15) < 4 ? 0 : 12), 10);
        Assert.Equal(2, rings.Count);
        Assert.Single(rings, ring => LevelRings.IsOuter(ring));
    }

    [Property(MaxTest = 80)]
    public bool Rings_tell_inside_from_outside_at_every_cell(int seed)
    {
        var field = Fields.Random(seed);
        const double Level = 10.25;
        var rings = LevelRings.Above(field, Level);
        for (var cell = 0; cell < field.HeightsMm.Length; cell++)
        {
            var at = field.CentreOf(cell);
            var inside = rings.Count(ring => Rings.Contains(ring, at.XMm, at.YMm)) % 2 == 1;
            if (inside != field.HeightsMm[cell] > Level) return false;
        }

        return true;
    }

    [Property(MaxTest = 40)]
    public bool Foam_from_the_outlines_holds_the_ground_and_no_more_than_a_sheet_over_it(int seed)
    {
        var random = new Random(seed);
        var ground = GroundRecipe.Compile(new Board(200, 150, 2), [.. Ground.RandomRecipe.EveryStep(random, 240, 190).Where(step => step is FoamSheet or Ridge or Pad or Channel)]).Surface;
        var stock = Stock with { ThicknessMm = 4 + (random.NextDouble() * 20) };
        if (ground.HeightsMm.Max() <= 0) return true;
        var cut = FoamCut.Of(ground, stock);
        var field = ground.HeightsMm.Sum(h => Math.Max(0, h)) * ground.CellAreaMm2 / 1000;
        var foot = cut.Layers[0].AreaMm2;

        // Outlines pass between cells: each may gain or lose half a cell along its length.
        var slack = cut.Layers.Sum(layer => layer.AreaMm2) * 0.04 * stock.ThicknessMm / 1000;
        return cut.VolumeMl >= field - slack && cut.VolumeMl <= field + (foot * stock.ThicknessMm / 1000) + slack;
    }

    [Fact]
    public void A_cone_takes_four_sheets_each_within_the_one_below()
    {
        var cut = FoamCut.Of(Cone(), Stock);
        Assert.Equal([1, 2, 3, 4], cut.Layers.Select(layer => layer.Number));
        Assert.Equal(["1a", "2a", "3a", "4a"], cut.Layers.SelectMany(layer => layer.Pieces).Select(piece => piece.Label));
        Assert.Equal(cut.Layers.Select(layer => layer.AreaMm2).OrderDescending(), cut.Layers.Select(layer => layer.AreaMm2));
    }

    [Property(MaxTest = 60)]
    public bool Pieces_lie_on_the_stock_each_once_and_clear_of_each_other(int seed)
    {
        var random = new Random(seed);
        var pieces = Enumerable.Range(0, random.Next(1, 30)).Select(i =>
        {
            double w = 5 + (random.NextDouble() * 180), d = 5 + (random.NextDouble() * 180);
            return new Blank($"{i}", w, d);
        }).ToList();
        var sheets = Nesting.Lay(pieces, new SheetSize(Stock.WidthMm, Stock.DepthMm, Stock.GapMm));
        if (!sheets.SelectMany(sheet => sheet.Placements).Select(p => p.Piece).Order().SequenceEqual(pieces.Select(p => p.Label).Order())) return false;
        foreach (var sheet in sheets)
        {
            for (var i = 0; i < sheet.Placements.Count; i++)
            {
                var a = sheet.Placements[i];
                if (a.XMm < 3 - 1e-6 || a.YMm < 3 - 1e-6 || a.XMm + a.WidthMm > 297 + 1e-5 || a.YMm + a.DepthMm > 197 + 1e-5) return false;
                for (var j = i + 1; j < sheet.Placements.Count; j++)
                {
                    var b = sheet.Placements[j];
                    if (a.XMm < b.XMm + b.WidthMm && b.XMm < a.XMm + a.WidthMm && a.YMm < b.YMm + b.DepthMm && b.YMm < a.YMm + a.DepthMm) return false;
                }
            }
        }

        return true;
    }

    [Fact]
    public void A_piece_larger_than_the_stock_is_cut_across_and_loses_nothing()
    {
        var cut = FoamCut.Of(Fields.From(250, 100, 4, (_, _) => 8), Stock);
        var parts = cut.Layers[0].Pieces;
        Assert.True(parts.Count > 1);
        Assert.Equal(1000 * 400, parts.Sum(part => part.AreaMm2), 0.01);
        Assert.All(parts, part => Assert.StartsWith("1a/", part.Label, StringComparison.Ordinal));
        Assert.Equal(1 - (400_000.0 / (cut.Sheets.Count * 60_000)), cut.OffcutShare, 9);
    }

    [Fact]
    public void Every_sheet_above_the_first_is_held_by_pins_that_go_down_to_the_board()
    {
        var cut = FoamCut.Of(Cone(), Stock);
        foreach (var layer in cut.Layers)
        {
            var through = cut.Pins.Where(pin => pin.Top >= layer.Number).ToList();
            Assert.True(through.Count >= (layer.Number == 4 ? 1 : 2), $"sheet {layer.Number}");
            Assert.All(through, pin => Assert.Contains(layer.Pieces, piece => Rings.Contains([.. piece.Outer], pin.At.XMm, pin.At.YMm)));
        }
    }

    [Fact]
    public void Specks_are_not_cut_but_counted()
    {
        var cut = FoamCut.Of(Fields.From(60, 60, 1, (c, r) => c == 5 && r == 5 ? 15 : 5), Stock);
        Assert.Equal(1, cut.Layers[1].Crumbs);
        Assert.Empty(cut.Layers[1].Pieces);
        Assert.True(cut.Layers[1].AreaMm2 > 0);
    }

    [Fact]
    public void A_tower_is_refused() =>
        Assert.Equal("making.foam.thicknessMm", Assert.Throws<RefusedException>(() => FoamCut.Of(Fields.From(5, 5, 1, (_, _) => 500), Stock with { ThicknessMm = 2 })).Field);

    [Fact]
    public void Bare_board_takes_no_foam()
    {
        var cut = FoamCut.Of(Fields.From(5, 5, 1, (_, _) => 0), Stock);
        Assert.Empty(cut.Layers);
        Assert.Empty(cut.Sheets);
        Assert.Equal(0, cut.OffcutShare);
    }

    [Fact]
    public void A_template_shows_its_sheet_the_one_above_and_the_waterline_that_cuts_it()
    {
        // A bowl: 30 high all round, 12 at its floor; water to 17 lies in sheet two.
        var bowl = Fields.From(80, 80, 2, (c, r) => Math.Min(30, 12 + (0.5 * Math.Sqrt(Math.Pow(c - 39.5, 2) + Math.Pow(r - 39.5, 2)))));
        var cut = FoamCut.Of(bowl, Stock);
        var templates = FoamTemplates.Of("Test", bowl, cut, [("Tarn", 17, new PointMm(80, 80))]);
        Assert.Equal(cut.Layers.Count, templates.Count);
        var shore = Assert.Single(templates[1].Paths, path => path.Line == TemplateLine.Waterline);
        Assert.Equal(20, shore.Points.Average(p => p.DistanceMm(new PointMm(80, 80))), 0.3);
        Assert.DoesNotContain(templates[0].Paths, path => path.Line == TemplateLine.Waterline);
        Assert.Contains(templates[0].Paths, path => path.Line == TemplateLine.SheetAbove);
        Assert.DoesNotContain(templates[^1].Paths, path => path.Line == TemplateLine.SheetAbove);
        Assert.Contains(templates[1].Words, words => words.Words == "Tarn 17");
    }
}
