using System.Globalization;
using System.Text;
using System.Xml.Linq;
using InkBasin.Core.Dams;
using InkBasin.Core.Foam;
using InkBasin.Core.Ground;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Formats.Tests;

/// <summary>Drawings for a cutter: DXF and SVG of one panel agree line by line, and both with the dam they are of.</summary>
public class CutterTests
{
    // Ground that falls to the front, with a channel down the middle of it, dammed at the front and along the left.
    private static readonly HeightField Field = new(120, 80, 2, [.. Enumerable.Range(0, 120 * 80).Select(i => 30 - (((i / 120) + 0.5) * 0.1) - (Math.Abs((i % 120) - 59.5) < 25 ? 12 : 0.0))]);

    private static readonly IReadOnlyList<Dam> Dams = [new(BoardSide.Front, 60, 180, 24) { Id = "a" }, new(BoardSide.Left, 20, 150, 36) { Id = "b" }, new(BoardSide.Back, 40, 220, 34) { Id = "c" }];

    private static readonly IReadOnlyList<Template> Panels = Make(new DamStock(300, 200, 2, 5));

    private static IReadOnlyList<Template> Make(DamStock stock)
    {
        var basins = new BasinMemory();
        StandingWater[] waters = [new("w", "Channel", new PointMm(120, 150), basins.Measure(Field, Dams, new PointMm(120, 150), 20, 0.5, CancellationToken.None))];
        var plans = DamPlan.All(Dams, Field, waters, stock);
        return PanelTemplates.Of("Test", Field, Dams, plans, DamPlan.Cut(Dams, plans, stock), waters);
    }

    private sealed record DxfLine(string Layer, bool Closed, List<PointMm> Points);

    // A reader of group codes and values, in pairs, that knows nothing of the writer.
    private static (List<DxfLine> Lines, Dictionary<string, int> Entities, string Version) Read(byte[] file)
    {
        var text = Encoding.ASCII.GetString(file).Split("\r\n");
        Assert.Equal("", text[^1]);
        List<(int Code, string Value)> pairs = [.. text.SkipLast(1).Chunk(2).Select(pair => (int.Parse(pair[0], CultureInfo.InvariantCulture), pair[1]))];
        Assert.Equal((0, "EOF"), pairs[^1]);
        var (lines, entities, section, version) = (new List<DxfLine>(), new Dictionary<string, int>(), "", "");
        for (var i = 0; i < pairs.Count; i++)
        {
            if (pairs[i] == (0, "SECTION")) section = pairs[i + 1].Value;
            if (pairs[i] == (9, "$ACADVER")) version = pairs[i + 1].Value;
            if (section != "ENTITIES" || pairs[i].Code != 0) continue;
            var of = pairs.Skip(i + 1).TakeWhile(pair => pair.Code != 0).ToLookup(pair => pair.Code, pair => pair.Value);
            double Mm(int code) => double.Parse(of[code].Single(), CultureInfo.InvariantCulture);
            entities[pairs[i].Value] = entities.GetValueOrDefault(pairs[i].Value) + 1;
            if (pairs[i].Value == "POLYLINE") lines.Add(new DxfLine(of[8].Single(), of[70].Single() == "1", []));
            if (pairs[i].Value == "VERTEX") lines[^1].Points.Add(new PointMm(Mm(10), Mm(20)));
        }

        return (lines, entities, version);
    }

    private static List<(string Class, List<PointMm> Points)> Svg(byte[] file) =>
        [.. XDocument.Parse(Encoding.UTF8.GetString(file)).Root!.Elements().Where(one => one.Name.LocalName == "path").Select(one =>
        {
            double[] numbers = [.. one.Attribute("d")!.Value.TrimEnd('Z').Split(['M', 'L', ' '], StringSplitOptions.RemoveEmptyEntries).Select(word => double.Parse(word, CultureInfo.InvariantCulture))];
            return (one.Attribute("class")!.Value, numbers.Chunk(2).Select(pair => new PointMm(pair[0], pair[1])).ToList());
        })];

    [Fact]
    public void Of_one_panel_they_agree_point_by_point()
    {
        Assert.Equal(3, Panels.Count);
        foreach (var panel in Panels)
        {
            var (lines, entities, version) = Read(TemplateDxf.Write(panel));
            Assert.Equal("AC1009", version);
            var svg = Svg(TemplateSvg.Write(panel));
            Assert.Equal(svg.Count, lines.Count);
            Assert.Equal(lines.Count, entities["SEQEND"]);
            foreach (var (line, (kind, points)) in lines.Zip(svg))
            {
                Assert.Equal(kind.Replace("-", "_", StringComparison.Ordinal), line.Layer, ignoreCase: true);
                Assert.Equal(points.Count, line.Points.Count);

                // The one's y runs down, the other's up.
                Assert.All(points.Zip(line.Points), pair => Assert.True(Math.Abs(pair.First.XMm - pair.Second.XMm) < 0.001 && Math.Abs(panel.DepthMm - pair.First.YMm - pair.Second.YMm) < 0.001));
            }
        }
    }

    [Fact]
    public void A_panel_is_as_long_and_as_high_as_its_dam_with_the_ground_and_the_water_on_it()
    {
        var (lines, _, _) = Read(TemplateDxf.Write(Panels[0]));
        var cut = Assert.Single(lines, line => line.Layer == "CUT");
        Assert.True(cut.Closed);
        Assert.Equal(120, cut.Points.Max(p => p.XMm), 0.001);
        var height = 24 - Field.HeightsMm[(79 * 120) + 59] + 5;
        Assert.Equal(height, cut.Points.Max(p => p.YMm), 0.001);
        var water = Assert.Single(lines, line => line.Layer == "WATERLINE");
        Assert.All(water.Points, p => Assert.Equal(height - 4, p.YMm, 0.001));
        var bed = Assert.Single(lines, line => line.Layer == "BED");
        Assert.False(bed.Closed);
        Assert.Equal(5, bed.Points.Min(p => p.YMm), 0.001);

        // The channel's banks stand where they do, 10 mm from either end of this dam.
        Assert.Contains(bed.Points, p => Math.Abs(p.XMm - 10) < 2.1 && p.YMm < 6);
    }

    [Fact]
    public void A_panels_names_stand_off_its_ground_and_off_each_other()
    {
        foreach (var panel in Panels)
        {
            Assert.StartsWith("dam ", panel.Words[0].Words, StringComparison.Ordinal);
            foreach (var name in panel.Words)
            {
                foreach (var path in panel.Paths.Where(path => path.Line is TemplateLine.Bed or TemplateLine.Cut))
                    Assert.All(path.Points.Zip(path.Points.Skip(1)), side => Assert.True(Off(name.At, side.First, side.Second) > name.HeightMm / 2, $"{name.Words} lies on a line of {panel.Title}"));
            }

            Assert.All(panel.Words.Skip(1), level => Assert.True(level.At.DistanceMm(panel.Words[0].At) > level.HeightMm, "one name on the other"));
        }

        static double Off(PointMm p, PointMm a, PointMm b)
        {
            double x = b.XMm - a.XMm, y = b.YMm - a.YMm, square = (x * x) + (y * y);
            var along = square > 0 ? Math.Clamp((((p.XMm - a.XMm) * x) + ((p.YMm - a.YMm) * y)) / square, 0, 1) : 0;
            return p.DistanceMm(new PointMm(a.XMm + (along * x), a.YMm + (along * y)));
        }
    }

    [Fact]
    public void A_panel_at_the_back_is_seen_from_behind()
    {
        // A field that is high at the left alone: from behind that lies to the right.
        var field = new HeightField(60, 40, 2, [.. Enumerable.Range(0, 60 * 40).Select(i => i % 60 < 20 ? 18.0 : 4)]);
        Dam[] dams = [new(BoardSide.Back, 10, 110, 24) { Id = "a" }];
        var stock = new DamStock(300, 200, 2, 5);
        var plans = DamPlan.All(dams, field, [], stock);
        var panel = Assert.Single(PanelTemplates.Of("Test", field, dams, plans, DamPlan.Cut(dams, plans, stock), []));
        var bed = panel.Paths.Single(path => path.Line == TemplateLine.Bed).Points;
        Assert.True(bed[0].YMm > bed[^1].YMm, "low at the left of the drawing");
        Assert.Contains("seen from outside", panel.Title, StringComparison.Ordinal);
    }

    [Fact]
    public void Foam_for_a_cutter_has_its_pins_and_its_names_off_the_lines()
    {
        var hill = new HeightField(160, 120, 2, [.. Enumerable.Range(0, 160 * 120).Select(i => Math.Max(4, 50 - (Math.Sqrt(Math.Pow(((i % 160) * 2) - 160, 2) + Math.Pow(((i / 160) * 2) - 120, 2)) / 2.4)))]);
        foreach (var template in FoamTemplates.Of("Test hill", hill, FoamCut.Of(hill, new FoamStock(FoamKind.Extruded, 15, 600, 400)), [("Tarn", 22, new PointMm(20, 20))]))
        {
            var (_, entities, _) = Read(TemplateDxf.Write(template));
            Assert.Equal(template.Pins.Count, entities.GetValueOrDefault("CIRCLE"));
            Assert.Equal(template.Words.Count, entities["TEXT"]);
            foreach (var name in template.Words)
                Assert.All(template.Paths, path => Assert.True(Rings.DistanceMm([.. path.Points], name.At.XMm, name.At.YMm) > 4, $"{name.Words} of {template.Title} lies on a line"));
        }
    }
}
