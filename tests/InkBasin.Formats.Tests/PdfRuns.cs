using UglyToad.PdfPig;

namespace InkBasin.Formats.Tests;

/// <summary>Words set in one go on a page, mm from its left and top: where their line begins, how wide they are and how high their letters.</summary>
internal sealed record PdfRun(int Page, string Words, double XMm, double YMm, double WidthMm, double HeightMm, bool Bold)
{
    public double RightMm => XMm + WidthMm;

    /// <summary>How far it and another lie over each other, mm: the lesser of across and down; not above nought where they do not.</summary>
    public double Over(PdfRun other)
    {
        var across = Math.Min(RightMm, other.RightMm) - Math.Max(XMm, other.XMm);
        double Top(PdfRun run) => run.YMm - (0.7 * run.HeightMm);
        double Bottom(PdfRun run) => run.YMm + (0.15 * run.HeightMm);
        return Math.Min(across, Math.Min(Bottom(this), Bottom(other)) - Math.Max(Top(this), Top(other)));
    }
}

/// <summary>A box or a rule on a page, mm from its left and top.</summary>
internal sealed record PdfStroke(int Page, double LeftMm, double TopMm, double RightMm, double BottomMm, double PenMm)
{
    public double WidthMm => RightMm - LeftMm;

    public double HeightMm => BottomMm - TopMm;

    public bool IsRule => HeightMm < 0.01 && WidthMm > 1;
}

/// <summary>Reads words and strokes of a paper by a reader of somebody else's, each with its place.</summary>
internal static class PdfRuns
{
    private const double MmPerPoint = 25.4 / 72;

    public static (IReadOnlyList<PdfRun> Words, IReadOnlyList<PdfStroke> Strokes) Of(byte[] file)
    {
        using var pdf = PdfDocument.Open(file);
        var words = new List<PdfRun>();
        var strokes = new List<PdfStroke>();
        foreach (var page in pdf.GetPages())
        {
            foreach (var letter in page.Letters)
            {
                var (x, y) = (letter.StartBaseLine.X * MmPerPoint, (page.Height - letter.StartBaseLine.Y) * MmPerPoint);
                var (right, height, bold) = (letter.EndBaseLine.X * MmPerPoint, letter.PointSize * MmPerPoint, letter.FontName!.Contains("Bold", StringComparison.Ordinal));
                if (words.Count > 0 && words[^1] is { } last && last.Page == page.Number && Math.Abs(last.YMm - y) < 0.01 && Math.Abs(last.RightMm - x) < 0.02 && last.Bold == bold)
                    words[^1] = last with { Words = last.Words + letter.Value, WidthMm = right - last.XMm };
                else
                    words.Add(new(page.Number, letter.Value, x, y, right - x, height, bold));
            }

            foreach (var path in page.Paths.Where(path => path.IsStroked))
            {
                foreach (var part in path)
                {
                    if (part.GetBoundingRectangle() is { } box)
                        strokes.Add(new(page.Number, box.Left * MmPerPoint, (page.Height - box.Top) * MmPerPoint, box.Right * MmPerPoint, (page.Height - box.Bottom) * MmPerPoint, path.LineWidth));
                }
            }
        }

        return (words, strokes);
    }
}
