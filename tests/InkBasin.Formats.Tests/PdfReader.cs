using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Text.RegularExpressions;
using InkBasin.Core.Ground;

namespace InkBasin.Formats.Tests;

/// <summary>A line as a PDF draws it, mm on its page.</summary>
internal sealed record PdfLine(IReadOnlyList<PointMm> Points, bool Closed)
{
    public double LengthMm => Enumerable.Range(0, Closed ? Points.Count : Points.Count - 1).Sum(i => Points[i].DistanceMm(Points[(i + 1) % Points.Count]));
}

/// <summary>A page of a PDF with its straight lines.</summary>
internal sealed record PdfPage(double WidthMm, double HeightMm, IReadOnlyList<PdfLine> Lines);

/// <summary>
/// Reads the straight lines of a PDF back: page sizes, content streams, and the transform each line is drawn under. Only what is needed
/// to measure a drawing; it knows nothing of how the file was written.
/// </summary>
internal static partial class PdfReader
{
    private const double MmPerPoint = 25.4 / 72;

    public static IReadOnlyList<PdfPage> Pages(byte[] file)
    {
        var text = Encoding.Latin1.GetString(file);
        var objects = Object().Matches(text).ToDictionary(m => int.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture), m => (m.Index, m.Groups[2].Value));
        var pages = new List<PdfPage>();
        foreach (var (index, body) in objects.OrderBy(pair => pair.Key).Select(pair => pair.Value))
        {
            if (!PageType().IsMatch(body)) continue;
            double[] box = [.. MediaBox().Match(body).Groups[1].Value.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(Number)];
            var content = int.Parse(Contents().Match(body).Groups[1].Value, CultureInfo.InvariantCulture);
            pages.Add(new PdfPage((box[2] - box[0]) * MmPerPoint, (box[3] - box[1]) * MmPerPoint, [.. Lines(Stream(file, text, objects[content].Index), box[3])]));
            Assert.True(index > 0);
        }

        return pages;
    }

    private static string Stream(byte[] file, string text, int from)
    {
        var start = text.IndexOf("stream", from, StringComparison.Ordinal) + "stream".Length;
        start += text[start] == '\r' ? 2 : 1;
        var end = text.IndexOf("endstream", start, StringComparison.Ordinal);
        if (!text[from..start].Contains("FlateDecode", StringComparison.Ordinal)) return text[start..end];
        using var plain = new MemoryStream();
        using var packed = new ZLibStream(new MemoryStream(file, start, end - start), CompressionMode.Decompress);
        packed.CopyTo(plain);
        return Encoding.Latin1.GetString(plain.ToArray());
    }

    private static IEnumerable<PdfLine> Lines(string content, double heightPt)
    {
        var stack = new Stack<double[]>();
        double[] ctm = [1, 0, 0, 1, 0, 0];
        var operands = new List<double>();
        var points = new List<PointMm>();
        PointMm At(double x, double y) => new(
            ((ctm[0] * x) + (ctm[2] * y) + ctm[4]) * MmPerPoint,
            (heightPt - ((ctm[1] * x) + (ctm[3] * y) + ctm[5])) * MmPerPoint);
        foreach (var word in Words().Matches(content).Select(match => match.Value))
        {
            if (double.TryParse(word, NumberStyles.Float, CultureInfo.InvariantCulture, out var number))
            {
                operands.Add(number);
                continue;
            }

            switch (word)
            {
                case "q": stack.Push([.. ctm]); break;
                case "Q": ctm = stack.Pop(); break;
                case "cm":
                    var m = operands.TakeLast(6).ToArray();
                    ctm =
                    [
                        (m[0] * ctm[0]) + (m[1] * ctm[2]), (m[0] * ctm[1]) + (m[1] * ctm[3]),
                        (m[2] * ctm[0]) + (m[3] * ctm[2]), (m[2] * ctm[1]) + (m[3] * ctm[3]),
                        (m[4] * ctm[0]) + (m[5] * ctm[2]) + ctm[4], (m[4] * ctm[1]) + (m[5] * ctm[3]) + ctm[5],
                    ];
                    break;
                case "m":
                    if (points.Count > 1) yield return new PdfLine([.. points], false);
                    points.Clear();
                    points.Add(At(operands[^2], operands[^1]));
                    break;
                case "l": points.Add(At(operands[^2], operands[^1])); break;
                case "h":
                    if (points.Count > 1) yield return new PdfLine([.. points], true);
                    points.Clear();
                    break;
                case "S" or "n" or "f" or "B":
                    if (points.Count > 1) yield return new PdfLine([.. points], false);
                    points.Clear();
                    break;
            }

            operands.Clear();
        }
    }

    private static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);

    [GeneratedRegex(@"(?<![\d])(\d+) 0 obj(.*?)(?:endobj|stream)", RegexOptions.Singleline)]
    private static partial Regex Object();

    [GeneratedRegex(@"/Type\s*/Page\b(?!s)")]
    private static partial Regex PageType();

    [GeneratedRegex(@"/MediaBox\s*\[([^\]]*)\]")]
    private static partial Regex MediaBox();

    [GeneratedRegex(@"/Contents\s+(\d+) 0 R")]
    private static partial Regex Contents();

    [GeneratedRegex(@"<[0-9A-Fa-f\s]*>|\([^)]*\)|[^\s\[\]]+")]
    private static partial Regex Words();
}
