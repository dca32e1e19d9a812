using InkBasin.Core.Ground;
using InkBasin.Core.Stock;
using UglyToad.PdfPig;
using UglyToad.PdfPig.DocumentLayoutAnalysis.TextExtractor;

namespace InkBasin.Formats.Tests;

/// <summary>Small templates on paper: several to a page, each true, whole and by itself under its title.</summary>
public class SmallTemplatesTests
{
    private const double ArmMm = 5;

    private static Template Panel(int number, double widthMm, double depthMm) => new(
        number, $"Quay, dam {number}, seen from outside", widthMm, depthMm, [new TemplatePath(TemplateLine.Cut, Outline(widthMm, depthMm))], [], [new TemplateWords(new PointMm(widthMm / 2, depthMm / 2), $"dam {number}")]);

    // With a nick in its top.
    private static PointMm[] Outline(double widthMm, double depthMm) => [new(0, 0), new(widthMm / 2, 1), new(widthMm, 0), new(widthMm, depthMm), new(0, depthMm)];

    private sealed record Box(double Left, double Top, double Right, double Bottom);

    // The cut line of a panel by its length, which no two panels of a test share.
    private static Box? Cut(PdfPage page, Template panel) =>
        page.Lines.Where(line => line.Closed && Math.Abs(line.LengthMm - new PdfLine(panel.Paths[0].Points, true).LengthMm) < 0.1)
            .Select(line => new Box(line.Points.Min(p => p.XMm), line.Points.Min(p => p.YMm), line.Points.Max(p => p.XMm), line.Points.Max(p => p.YMm))).SingleOrDefault();

    private static List<int> PagesOf(IReadOnlyList<Template> panels, Paper paper)
    {
        var file = TemplatePdf.Write(panels, paper);
        var pages = PdfReader.Pages(file);
        using var pdf = PdfDocument.Open(file);
        var words = pdf.GetPages().Select(page => string.Join(' ', ContentOrderTextExtractor.GetText(page).Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries))).ToList();
        Assert.Equal(pages.Count, words.Count);
        var at = new List<int>();
        var boxes = new List<(int Page, Box Box)>();
        foreach (var panel in panels)
        {
            var on = Enumerable.Range(0, pages.Count).Single(k => Cut(pages[k], panel) is not null);
            var box = Cut(pages[on], panel)!;
            Assert.Equal((panel.WidthMm, panel.DepthMm), (Math.Round(box.Right - box.Left, 1), Math.Round(box.Bottom - box.Top, 1)));

            // On the page with its crosses, and its title said once, where it is.
            Assert.True(box.Left - ArmMm >= 10 - 0.01 && box.Right + ArmMm <= paper.WidthMm - 10 + 0.01 && box.Top - ArmMm >= 10 - 0.01 && box.Bottom + ArmMm <= paper.HeightMm - 26 + 0.01);
            Assert.Equal([on], Enumerable.Range(0, pages.Count).Where(k => words[k].Contains(panel.Title, StringComparison.Ordinal)));
            Assert.All(boxes.Where(other => other.Page == on), other => Assert.True(other.Box.Right + (2 * ArmMm) <= box.Left || box.Right + (2 * ArmMm) <= other.Box.Left || other.Box.Bottom + (2 * ArmMm) <= box.Top || box.Bottom + (2 * ArmMm) <= other.Box.Top, "one lies on another"));
            boxes.Add((on, box));
            at.Add(on + 1);
        }

        Assert.All(words, page => Assert.Contains("100 mm: measure it before you cut", page, StringComparison.Ordinal));
        return at;
    }

    [Theory]
    [InlineData("A4")]
    [InlineData("letter")]
    public void Several_stand_on_a_page_none_on_another(string name) =>
        Assert.Equal([1, 1, 1, 1, 1, 2], PagesOf([Panel(1, 120, 30), Panel(2, 60, 31), Panel(3, 62, 32), Panel(4, 150, 60), Panel(5, 100, 33), Panel(6, 130, 90)], Paper.Named(name)));

    [Fact]
    public void One_that_just_fits_stays_and_one_that_just_does_not_has_pages_of_its_own()
    {
        // A4 has 190 mm across within its margins; a panel takes 5 mm on either side for its crosses and 4 to stand apart.
        Assert.Equal([1, 1], PagesOf([Panel(1, 176, 20), Panel(2, 100, 21)], Paper.A4));
        var wide = PdfReader.Pages(TemplatePdf.Write([Panel(1, 176.1, 20), Panel(2, 100, 21)], Paper.A4));
        Assert.Equal(2, wide.Count);
        Assert.Equal([1], PagesOf([Panel(1, 80, 20)], Paper.A4));
    }

    [Fact]
    public void A_large_one_between_them_keeps_their_order()
    {
        var pages = PdfReader.Pages(TemplatePdf.Write([Panel(1, 100, 20), Panel(2, 400, 30), Panel(3, 101, 20)], Paper.A4));
        Assert.Equal(5, pages.Count);
        Assert.NotNull(Cut(pages[0], Panel(1, 100, 20)));
        Assert.NotNull(Cut(pages[4], Panel(3, 101, 20)));
    }
}
