using System.Globalization;
using System.Text;
using System.Xml.Linq;
using InkBasin.Core.Ground;
using InkBasin.Core.Stock;
using UglyToad.PdfPig;
using UglyToad.PdfPig.Content;
using UglyToad.PdfPig.DocumentLayoutAnalysis.WordExtractor;

namespace InkBasin.Formats.Tests;

/// <summary>Where everything of a template stands in its three files, in closed numbers.</summary>
public class TemplatePlacesTests
{
    private static readonly Template Small = new(
        2,
        "A quay",
        60,
        40,
        [
            new TemplatePath(TemplateLine.Cut, [new PointMm(0, 0), new PointMm(30, 1), new PointMm(60, 0), new PointMm(60, 40), new PointMm(0, 40)]),
            new TemplatePath(TemplateLine.Bed, [new PointMm(1.25, 30), new PointMm(58.5, 33.125)], false),
            new TemplatePath(TemplateLine.Waterline, [new PointMm(10, 12), new PointMm(50, 12)], false),
            new TemplatePath(TemplateLine.SheetAbove, [new PointMm(5, 5), new PointMm(8, 9), new PointMm(5, 9)]),
            new TemplatePath(TemplateLine.Board, [new PointMm(2, 38), new PointMm(57, 38)], false),
        ],
        [new Pin("B", new PointMm(20, 10), 3)],
        [new TemplateWords(new PointMm(30, 20), "quay", 5)]);

    private static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);

    private static XElement Svg(Template template) => XDocument.Parse(Encoding.UTF8.GetString(TemplateSvg.Write(template))).Root!;

    private static string[] Of(XElement svg, string element, params string[] attributes) =>
        [.. svg.Elements().Where(one => one.Name.LocalName == element).Select(one => string.Join(' ', attributes.Select(name => one.Attribute(name)?.Value ?? "–").Append(element == "text" ? one.Value : "")).TrimEnd())];

    [Fact]
    public void In_the_svg()
    {
        var svg = Svg(Small);
        Assert.Equal(
            [
                "cut M0 0L30 1L60 0L60 40L0 40Z", "bed M1.25 30L58.5 33.125", "waterline M10 12L50 12", "sheet-above M5 5L8 9L5 9Z", "board M2 38L57 38",
            ],
            Of(svg, "path", "class", "d"));
        Assert.Equal(["pin 20 10 1.5"], Of(svg, "circle", "class", "cx", "cy", "r"));
        Assert.Equal(
            [
                "pin 16 10 24 10", "pin 20 6 20 14",
                "register -5 0 5 0", "register 0 -5 0 5", "register 55 0 65 0", "register 60 -5 60 5",
                "register 55 40 65 40", "register 60 35 60 45", "register -5 40 5 40", "register 0 35 0 45",
                "proof 0 58 100 58", "proof-end 0 56 0 60", "proof-end 100 56 100 60",
            ],
            Of(svg, "line", "class", "x1", "y1", "x2", "y2"));

        // A name's middle is on its place: its line lies 0.35 of its height lower.
        Assert.Equal(
            [
                "– – 22.5 8.5 pin B", "name font-size:5px 30 21.75 quay", "– – 0 52 A quay",
                "– – 0 65 This bar is 100 mm long: measure it before you cut.", "– – 0 70.2 Print at 100 %, never \"fit to page\".",
            ],
            Of(svg, "text", "class", "style", "x", "y"));
        Assert.Equal("86mm", svg.Attribute("height")!.Value);
    }

    [Theory]
    [InlineData("A quay", 400, 400)]
    [InlineData("A quay", 20, 122.4)]
    [InlineData("A quay whose name is a great deal longer than the quay is, or than any bar under it", 20, 199.2)]
    public void The_svg_is_wide_enough_for_what_stands_under_it(string title, double widthMm, double wideMm)
    {
        var svg = Svg(Small with { Title = title, WidthMm = widthMm });
        var box = svg.Attribute("viewBox")!.Value.Split(' ').Select(Number).ToArray();
        Assert.Equal([-12, -12, wideMm + 24, 86], box);
        Assert.Equal(FormattableString.Invariant($"{wideMm + 24}mm"), svg.Attribute("width")!.Value);

        // The bar that proves its size is in it from end to end, and 12 mm of margin with it.
        Assert.All(svg.Elements().Where(one => one.Attribute("class")?.Value.StartsWith("proof", StringComparison.Ordinal) == true), line =>
            Assert.True(Number(line.Attribute("x2")!.Value) <= box[0] + box[2] - 12 && Number(line.Attribute("y2")!.Value) <= box[1] + box[3]));
    }

    [Fact]
    public void In_the_dxf_word_for_word()
    {
        var text = Encoding.ASCII.GetString(TemplateDxf.Write(Small));
        string[] pairs = [.. text.Split("\r\n").SkipLast(1).Chunk(2).Select(pair => $"{pair[0]} {pair[1]}")];
        string[] head =
        [
            "999 A quay", "0 SECTION", "2 HEADER", "9 $ACADVER", "1 AC1009", "9 $EXTMIN", "10 0.0", "20 0.0", "30 0.0", "9 $EXTMAX", "10 60.0", "20 40.0", "30 0.0", "0 ENDSEC",
            "0 SECTION", "2 TABLES", "0 TABLE", "2 LTYPE", "70 1", "0 LTYPE", "2 CONTINUOUS", "70 0", "3 Solid line", "72 65", "73 0", "40 0.0", "0 ENDTAB",
            "0 TABLE", "2 LAYER", "70 7",
        ];
        IEnumerable<string> layers = new[] { "CUT 7", "SHEET_ABOVE 8", "WATERLINE 4", "BOARD 8", "BED 30", "PINS 1", "WORDS 3" }
            .Select(one => one.Split(' ')).SelectMany(one => new[] { "0 LAYER", $"2 {one[0]}", "70 0", $"62 {one[1]}", "6 CONTINUOUS" });
        static IEnumerable<string> Line(string layer, bool closed, params string[] places) =>
        [
            "0 POLYLINE", $"8 {layer}", "66 1", "10 0.0", "20 0.0", "30 0.0", $"70 {(closed ? 1 : 0)}",
            .. places.Select(place => place.Split(' ')).SelectMany(at => new[] { "0 VERTEX", $"8 {layer}", $"10 {at[0]}", $"20 {at[1]}", "30 0.0" }),
            "0 SEQEND", $"8 {layer}",
        ];

        // Its y runs up from the front edge.
        string[] expected =
        [
            .. head, .. layers, "0 ENDTAB", "0 ENDSEC", "0 SECTION", "2 ENTITIES",
            .. Line("CUT", true, "0.0 40.0", "30.0 39.0", "60.0 40.0", "60.0 0.0", "0.0 0.0"),
            .. Line("BED", false, "1.25 10.0", "58.5 6.875"),
            .. Line("WATERLINE", false, "10.0 28.0", "50.0 28.0"),
            .. Line("SHEET_ABOVE", true, "5.0 35.0", "8.0 31.0", "5.0 31.0"),
            .. Line("BOARD", false, "2.0 2.0", "57.0 2.0"),
            "0 CIRCLE", "8 PINS", "10 20.0", "20 30.0", "30 0.0", "40 1.5",
            "0 TEXT", "8 WORDS", "10 30.0", "20 20.0", "30 0.0", "40 5.0", "1 quay", "72 1", "11 30.0", "21 20.0", "31 0.0", "73 2",
            "0 ENDSEC", "0 EOF",
        ];
        Assert.Equal(expected, pairs);
    }

    [Fact]
    public void Of_the_letters_a_dxf_cannot_have_the_nearest_are_taken()
    {
        var text = Encoding.ASCII.GetString(TemplateDxf.Write(Small with { Title = "Café Cafe\u0301 Łódź Åse Großer Bæk Žižkov 20 × 30 – ~ Ж\u007f" }));
        Assert.StartsWith("999\r\nCafe Cafe Lodz Ase Grosser Baek Zizkov 20 x 30 - ~ ??\r\n", text, StringComparison.Ordinal);
    }

    // A line on its page, to a hundredth.
    private static string Written(PdfLine line) =>
        string.Join(' ', line.Points.SkipLast(line.Closed && line.Points[^1] == line.Points[0] ? 1 : 0).Select(p => FormattableString.Invariant($"{Math.Round(p.XMm, 2) + 0.0:0.##},{Math.Round(p.YMm, 2) + 0.0:0.##}"))) + (line.Closed ? " z" : "");

    [Fact]
    public void On_a_page_of_its_own()
    {
        // 300 × 250 on A4: a window of 190 × 261 shows 180 and 251 more with every page, crosses of 5 mm round it all.
        var template = Small with { WidthMm = 300, DepthMm = 250 };
        Assert.Equal((2, 1), TemplatePdf.Tiles(template, Paper.A4));
        var file = TemplatePdf.Write([template], Paper.A4);
        var pages = PdfReader.Pages(file);
        Assert.Equal(2, pages.Count);

        // The first page begins 5 mm before the drawing, at its margin of 10: what is at 0 stands at 15. The second begins 180 further on.
        string[] bar = ["10,276 110,276", "10,274 10,278", "110,274 110,278"];
        string[] crosses = ["12,15 18,15", "15,12 15,18", "192,15 198,15", "195,12 195,18", "192,266 198,266", "195,263 195,269"];
        foreach (var line in bar.Concat(crosses).Concat(["15,15 45,16 75,15 75,55 15,55 z", "31,25 39,25", "35,21 35,29", "10,15 20,15", "15,10 15,20", "10,265 20,265", "15,260 15,270"]))
            Assert.Contains(line, pages[0].Lines.Select(Written));
        foreach (var line in bar.Concat(["12,15 18,15", "15,12 15,18", "192,266 198,266", "130,15 140,15", "135,10 135,20", "130,265 140,265"]))
            Assert.Contains(line, pages[1].Lines.Select(Written));
        Assert.DoesNotContain(pages[1].Lines, line => Written(line).StartsWith("-165,15", StringComparison.Ordinal));

        using var pdf = PdfDocument.Open(file);
        var words = pdf.GetPage(1).GetWords(NearestNeighbourWordExtractor.Instance).ToList();
        (double X, double Y) At(string word) => words.First(one => one.Text.Trim() == word).Letters[0].StartBaseLine is var at ? (at.X * 25.4 / 72, 297 - (at.Y * 25.4 / 72)) : default;
        Near((37.5, 23.5), At("pin"));
        Near((114, 277.2), At("100"));
        Near((10, 283), At("A"));
        var name = words.Single(one => one.Text.Trim() == "quay" && one.Letters[0].PointSize > 12);
        Assert.Equal(45, (name.Letters[0].StartBaseLine.X + name.Letters[^1].EndBaseLine.X) / 2 * 25.4 / 72, 0.1);
        Assert.Equal(36.75, 297 - (name.Letters[0].StartBaseLine.Y * 25.4 / 72), 0.1);
        Assert.Contains("page 1 of 2 across, 1 of 1 down", Whole(words), StringComparison.Ordinal);
    }

    [Fact]
    public void Beside_another_on_one_page()
    {
        var file = TemplatePdf.Write([Small, Small with { Title = "Another quay" }, Small with { Title = "A third quay" }], Paper.A4);
        var page = Assert.Single(PdfReader.Pages(file));

        // Each has 2 mm on every side, 6 over it for its title and 5 for its crosses; 74 mm across, so that the third begins a row 60 lower.
        foreach (var line in new[] { "17,23 47,24 77,23 77,63 17,63 z", "91,23 121,24 151,23 151,63 91,63 z", "17,83 47,84 77,83 77,123 17,123 z", "10,276 110,276" })
            Assert.Contains(line, page.Lines.Select(Written));
        using var pdf = PdfDocument.Open(file);
        var words = pdf.GetPage(1).GetWords(NearestNeighbourWordExtractor.Instance).ToList();
        var another = words.Single(one => one.Text.Trim() == "Another").Letters[0].StartBaseLine;
        Near((86, 16), (another.X * 25.4 / 72, 297 - (another.Y * 25.4 / 72)));
        Assert.Contains("3 on this page, each at full size", Whole(words), StringComparison.Ordinal);
    }

    private static string Whole(IEnumerable<Word> words) => string.Join(' ', words.SelectMany(one => one.Text.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)));

    private static void Near((double X, double Y) expected, (double X, double Y) found) =>
        Assert.True(Math.Abs(expected.X - found.X) < 0.1 && Math.Abs(expected.Y - found.Y) < 0.1, FormattableString.Invariant($"{found.X:0.##}, {found.Y:0.##} in place of {expected.X}, {expected.Y}"));
}
