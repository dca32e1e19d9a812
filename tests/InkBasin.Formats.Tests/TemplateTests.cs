using System.Globalization;
using System.Text;
using System.Xml.Linq;
using InkBasin.Core.Foam;
using InkBasin.Core.Ground;
using InkBasin.Core.Stock;

namespace InkBasin.Formats.Tests;

/// <summary>Templates are read back from their files and measured: a line must be as long as the foam it is to cut.</summary>
public class TemplateTests
{
    private const double ToleranceMm = 0.1;

    // A hill with a pond in it on a board of 320 × 240: several pages, several sheets, a waterline.
    private static readonly IReadOnlyList<Template> Templates = Make();

    private static IReadOnlyList<Template> Make()
    {
        var field = new HeightField(160, 120, 2, [.. Enumerable.Range(0, 160 * 120).Select(i => Height(((i % 160) + 0.5) * 2, ((i / 160) + 0.5) * 2))]);
        var cut = FoamCut.Of(field, new FoamStock(FoamKind.Extruded, 15, 600, 400));
        return FoamTemplates.Of("Test hill", field, cut, [("Tarn", 22, new PointMm(160, 120))]);
    }

    private static double Height(double x, double y)
    {
        var off = Math.Sqrt(Math.Pow(x - 160, 2) + Math.Pow(y - 120, 2));
        return off < 30 ? 16 + (off / 3) : Math.Max(4, 50 - (off / 2.4));
    }

    [Fact]
    public void The_svg_is_true_to_size_and_holds_every_line_pin_and_mark()
    {
        foreach (var template in Templates)
        {
            var svg = XDocument.Parse(Encoding.UTF8.GetString(TemplateSvg.Write(template))).Root!;
            double[] box = [.. svg.Attribute("viewBox")!.Value.Split(' ').Select(Number)];
            Assert.Equal($"{svg.Attribute("width")!.Value}", FormattableString.Invariant($"{box[2]}mm"));
            Assert.Equal($"{svg.Attribute("height")!.Value}", FormattableString.Invariant($"{box[3]}mm"));
            var paths = svg.Elements().Where(e => e.Name.LocalName == "path").ToList();
            Assert.Equal(template.Paths.Count, paths.Count);
            for (var i = 0; i < paths.Count; i++)
            {
                double[] numbers = [.. paths[i].Attribute("d")!.Value.TrimEnd('Z').Split(['M', 'L', ' '], StringSplitOptions.RemoveEmptyEntries).Select(Number)];
                var points = numbers.Chunk(2).Select(pair => new PointMm(pair[0], pair[1])).ToList();
                Assert.Equal(Length(template.Paths[i].Points), Length(points), ToleranceMm);
            }

            Assert.Equal(template.Pins.Count, svg.Elements().Count(e => e.Name.LocalName == "circle"));
            var proof = svg.Elements().Single(e => e.Attribute("class")?.Value == "proof");
            Assert.Equal(100, Number(proof.Attribute("x2")!.Value) - Number(proof.Attribute("x1")!.Value), 9);
            Assert.Equal(8, svg.Elements().Count(e => e.Attribute("class")?.Value == "register"));
        }
    }

    public static TheoryData<string> Papers => ["A4", "letter"];

    [Theory]
    [MemberData(nameof(Papers))]
    public void The_pdfs_pages_are_true_to_size_and_together_hold_every_line(string name)
    {
        var paper = Paper.Named(name);
        var pages = PdfReader.Pages(TemplatePdf.Write(Templates, paper));
        Assert.Equal(Templates.Sum(t => TemplatePdf.Tiles(t, paper) is var (across, down) ? across * down : 0), pages.Count);
        foreach (var page in pages)
        {
            Assert.Equal(paper.WidthMm, page.WidthMm, 0.05);
            Assert.Equal(paper.HeightMm, page.HeightMm, 0.05);

            // The proof bar: the only upright-free straight line of that length on every page.
            Assert.Contains(page.Lines, line => line.Points.Count == 2 && Math.Abs(line.LengthMm - 100) < ToleranceMm && Math.Abs(line.Points[0].YMm - line.Points[1].YMm) < 0.01);
        }

        // Solid lines are drawn whole on every page and clipped by it: each must be found with its own length.
        var first = pages.Take(TemplatePdf.Tiles(Templates[0], paper) is var (a, d) ? a * d : 0).ToList();
        Assert.True(first.Count > 1);
        foreach (var path in Templates[0].Paths.Where(path => path.Line == TemplateLine.Cut))
            Assert.Contains(first, page => page.Lines.Any(line => Math.Abs(line.LengthMm - Length(path.Points)) < ToleranceMm));
    }

    [Theory]
    [MemberData(nameof(Papers))]
    public void Neighbouring_pages_carry_the_same_crosses_to_be_laid_on_each_other(string name)
    {
        var paper = Paper.Named(name);
        var (across, _) = TemplatePdf.Tiles(Templates[0], paper);
        var pages = PdfReader.Pages(TemplatePdf.Write([Templates[0]], paper));
        Assert.True(across > 1);

        // A cross's arms are 6 mm; the middle of the lap lies so far from the edges of both windows.
        IEnumerable<double> Arms(PdfPage page) => page.Lines.Where(l => l.Points.Count == 2 && Math.Abs(l.LengthMm - 6) < 0.01 && Math.Abs(l.Points[0].YMm - l.Points[1].YMm) < 0.01).Select(l => (l.Points[0].XMm + l.Points[1].XMm) / 2);
        var right = paper.WidthMm - 10 - (TemplatePdf.LapMm / 2);
        var left = 10 + (TemplatePdf.LapMm / 2);
        Assert.Contains(Arms(pages[0]), x => Math.Abs(x - right) < ToleranceMm);
        Assert.Contains(Arms(pages[1]), x => Math.Abs(x - left) < ToleranceMm);
    }

    [Fact]
    public void Words_are_drawn_with_a_face_that_ships() =>
        Assert.Contains("AtkinsonHyperlegible", Encoding.Latin1.GetString(TemplatePdf.Write(Templates, Paper.A4)), StringComparison.Ordinal);

    [Fact]
    public void Another_paper_is_refused() => Assert.Equal("paper", Assert.Throws<Core.RefusedException>(() => Paper.Named("A3")).Field);

    private static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);

    private static double Length(IReadOnlyList<PointMm> ring) => Enumerable.Range(0, ring.Count).Sum(i => ring[i].DistanceMm(ring[(i + 1) % ring.Count]));
}
