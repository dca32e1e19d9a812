using SkiaSharp;

namespace InkBasin.Formats.Papers;

/// <summary>A column of a table on paper.</summary>
/// <param name="Head">What stands over it.</param>
/// <param name="Share">Its share of the width.</param>
/// <param name="Right">Whether its words stand at its right: numbers.</param>
internal sealed record PaperColumn(string Head, double Share, bool Right = false);

/// <summary>What every paper says of itself.</summary>
/// <param name="Title">What it is.</param>
/// <param name="Build">The build.</param>
/// <param name="PrintedOn">The day.</param>
internal sealed record PaperHead(string Title, string Build, string PrintedOn);

/// <summary>
/// Pages that fill from the top: words, tables, boxes to tick, drawings. What does not fit begins a page; a line of words is never cut. Lengths in mm. Black ink on white: nothing is said by colour alone.
/// </summary>
internal sealed class Sheaf : IDisposable
{
    public const float BodyMm = 3.5f;
    public const float SmallMm = 2.8f;

    private const double PointsPerMm = 72 / 25.4;
    private const float MarginMm = 14;
    private const float FootMm = 10;
    private const float Leading = 1.38f;

    // So many lines are not parted by the end of a page.
    private const int WholeLines = 6;

    private readonly SKDocument _pdf;
    private readonly Paper _paper;
    private readonly PaperHead _head;
    private readonly int _pages;
    private int _page;

    private Sheaf(SKDocument pdf, Paper paper, PaperHead head, int pages, Typeface face)
    {
        (_pdf, _paper, _head, _pages, Face) = (pdf, paper, head, pages, face);
        Begin();
    }

    public Typeface Face { get; }

    public SKCanvas Canvas { get; private set; } = null!;

    public SKPaint Ink { get; } = new() { Color = new SKColor(0x14, 0x20, 0x2b), IsAntialias = true };

    public SKPaint Grey { get; } = new() { Color = new SKColor(0x55, 0x60, 0x6a), IsAntialias = true };

    public SKPaint Fine { get; } = Pen(0.15f);

    public SKPaint Bold { get; } = Pen(0.4f);

    public static float Left => MarginMm;

    public float Width => (float)_paper.WidthMm - (2 * MarginMm);

    public float Y { get; set; }

    public float Bottom => (float)_paper.HeightMm - MarginMm - FootMm;

    public static float Top => MarginMm;

    /// <summary>Writes a paper: laid out twice, as each page says how many there are.</summary>
    public static byte[] Write(Paper paper, PaperHead head, Action<Sheaf> lay)
    {
        ArgumentNullException.ThrowIfNull(paper);
        using var face = new Typeface();
        var (_, pages) = Laid(paper, head, 0, face, lay);
        return Laid(paper, head, pages, face, lay).File;
    }

    private static (byte[] File, int Pages) Laid(Paper paper, PaperHead head, int pages, Typeface face, Action<Sheaf> lay)
    {
        using var file = new MemoryStream();
        int count;

        // The resolution only sizes what cannot be drawn as lines; at this one page sizes come out exact.
        using (var pdf = SKDocument.CreatePdf(file, new SKDocumentPdfMetadata { Title = $"{head.Build}: {head.Title}", RasterDpi = 2540 }))
        {
            using (var sheaf = new Sheaf(pdf, paper, head, pages, face))
            {
                lay(sheaf);
                sheaf.End();
                count = sheaf._page;
            }

            pdf.Close();
        }

        return (file.ToArray(), count);
    }

    /// <summary>Begins another page where so much does not fit on this one.</summary>
    public void Room(float mm)
    {
        if (Y + mm <= Bottom || Y <= Top + 14) return;
        NextPage();
    }

    public void NextPage()
    {
        End();
        Begin();
    }

    public void Gap(float mm) => Y += mm;

    public void Heading(string words, float keepWithMm = 12)
    {
        Gap(4);
        Room(8 + keepWithMm);
        Text(words, 4.8f, bold: true);
        Canvas.DrawLine(Left, Y + 0.2f, Left + Width, Y + 0.2f, Fine);
        Gap(2);
    }

    /// <summary>Words over the width, or from an indent.</summary>
    public void Text(string words, float heightMm = BodyMm, bool bold = false, float indentMm = 0, SKPaint? ink = null)
    {
        var lines = Face.Lines(words, Width - indentMm, heightMm, bold);
        if (lines.Count <= WholeLines) Room(lines.Count * heightMm * Leading);
        foreach (var line in lines)
        {
            Room(heightMm * Leading);
            Y += heightMm;
            Face.Draw(Canvas, line, Left + indentMm, Y, heightMm, ink ?? Ink, bold);
            Y += heightMm * (Leading - 1);
        }
    }

    /// <summary>A box to tick before words, and smaller words under them.</summary>
    public void Tick(string words, string? under = null, bool ticked = false)
    {
        const float box = 4.2f, indent = 7;
        Room((BodyMm * Leading * Face.Lines(words, Width - indent, BodyMm, true).Count) + (under is null ? 0 : 3.1f * Leading * Face.Lines(under, Width - indent, 3.1f).Count) + 1);
        Box(Left, Y + 0.2f, box, ticked);
        Gap(0.4f);
        Text(words, BodyMm, bold: true, indentMm: indent);
        if (under is { Length: > 0 }) Text(under, 3.1f, indentMm: indent, ink: Grey);
        Gap(1.8f);
    }

    public void Box(float x, float y, float side, bool ticked = false)
    {
        Canvas.DrawRect(x, y, side, side, Bold);
        if (!ticked) return;
        Canvas.DrawLine(x + (side * 0.2f), y + (side * 0.55f), x + (side * 0.42f), y + (side * 0.8f), Bold);
        Canvas.DrawLine(x + (side * 0.42f), y + (side * 0.8f), x + (side * 0.85f), y + (side * 0.2f), Bold);
    }

    /// <summary>A table; its head is said again on each page it goes on to, and a row stays whole.</summary>
    public void Table(IReadOnlyList<PaperColumn> columns, IEnumerable<IReadOnlyList<string>> rows, float heightMm = 3.1f)
    {
        const float pad = 1.2f;
        var total = columns.Sum(column => column.Share);
        float[] widths = [.. columns.Select(column => (float)(column.Share / total) * Width)];
        IReadOnlyList<string>[] Broken(IReadOnlyList<string> cells, bool bold) => [.. cells.Select((cell, i) => Face.Lines(cell, widths[i] - (2 * pad), heightMm, bold))];
        void Row(IReadOnlyList<string>[] cells, bool bold)
        {
            var x = Left;
            var lines = cells.Max(cell => cell.Count);
            foreach (var (i, cell) in cells.Index())
            {
                foreach (var (k, line) in cell.Index())
                {
                    var at = columns[i].Right ? x + widths[i] - pad - Face.WidthMm(line, heightMm, bold) : x + pad;
                    Face.Draw(Canvas, line, at, Y + pad + heightMm + (k * heightMm * Leading), heightMm, Ink, bold);
                }

                x += widths[i];
            }

            Y += (lines * heightMm * Leading) + (2 * pad) - (heightMm * (Leading - 1));
            Canvas.DrawLine(Left, Y, Left + Width, Y, bold ? Bold : Fine);
        }

        float HeightOf(IReadOnlyList<string>[] cells) => (cells.Max(cell => cell.Count) * heightMm * Leading) + (2 * pad);
        var head = Broken([.. columns.Select(column => column.Head)], true);
        var headed = false;
        foreach (var row in rows)
        {
            var cells = Broken(row, false);
            var page = _page;
            Room(HeightOf(cells) + (headed ? 0 : HeightOf(head)));
            if (!headed || page != _page) Row(head, true);
            headed = true;
            Row(cells, false);
        }

        Gap(2);
    }

    /// <summary>A drawing over the width.</summary>
    /// <param name="heightMm">Its height.</param>
    /// <param name="draw">Draws it with its top left at the place given.</param>
    public void Figure(float heightMm, Action<float, float> draw)
    {
        Room(heightMm);
        draw(Left, Y);
        Y += heightMm;
    }

    public void Dispose()
    {
        foreach (var pen in (IDisposable[])[Ink, Grey, Fine, Bold]) pen.Dispose();
    }

    private void Begin()
    {
        _page++;
        Canvas = _pdf.BeginPage((float)(_paper.WidthMm * PointsPerMm), (float)(_paper.HeightMm * PointsPerMm));
        Canvas.Scale((float)PointsPerMm);
        Y = Top;
        if (_page == 1)
        {
            Text(_head.Title, 7, bold: true);
            Text(_head.Build, 4.2f, ink: Grey);
            Gap(2);
        }
    }

    private void End()
    {
        var foot = (float)_paper.HeightMm - MarginMm;
        Canvas.DrawLine(Left, foot - 5, Left + Width, foot - 5, Fine);
        Face.Draw(Canvas, $"{_head.Build} · {_head.Title}", Left, foot - 1, SmallMm, Grey);
        var right = $"printed {_head.PrintedOn} · page {_page} of {Math.Max(_pages, _page)}";
        Face.Draw(Canvas, right, Left + Width - Face.WidthMm(right, SmallMm), foot - 1, SmallMm, Grey);
        _pdf.EndPage();
    }

    public static SKPaint Pen(float widthMm, byte r = 0x14, byte g = 0x20, byte b = 0x2b) => new() { Style = SKPaintStyle.Stroke, StrokeWidth = widthMm, Color = new SKColor(r, g, b), IsAntialias = true, StrokeJoin = SKStrokeJoin.Round };
}
