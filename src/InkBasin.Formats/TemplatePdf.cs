using InkBasin.Core.Ground;
using InkBasin.Core.Stock;
using SkiaSharp;

namespace InkBasin.Formats;

/// <summary>
/// Templates at full size on tiled pages: every page holds a window of the drawing, laps 10 mm over the next, and carries crosses to lay
/// the next one on, its place in the whole and a bar of 100 mm that proves the printer's size. Small ones stand on one page beside each other, each under its title.
/// </summary>
public static class TemplatePdf
{
    /// <summary>What neighbouring pages share, mm.</summary>
    public const double LapMm = 10;

    private const double PointsPerMm = 72 / 25.4;
    private const double MarginMm = 10;
    private const double FootMm = 16;
    private const double HairMm = 1e-6;
    private const float WordsMm = 3.4f;
    private const double TitleMm = 6;
    private const double ApartMm = 4;

    /// <summary>How many pages a drawing takes, across and down.</summary>
    public static (int Across, int Down) Tiles(Template template, Paper paper)
    {
        ArgumentNullException.ThrowIfNull(template);
        ArgumentNullException.ThrowIfNull(paper);
        var (w, h) = Window(paper);
        static int Count(double length, double window) => length <= window + HairMm ? 1 : (int)Math.Ceiling(((length - LapMm) / (window - LapMm)) - HairMm);
        return (Count(template.WidthMm + (2 * Marks.ArmMm), w), Count(template.DepthMm + (2 * Marks.ArmMm), h));
    }

    /// <summary>Writes the pages of all templates, one after another.</summary>
    public static byte[] Write(IReadOnlyList<Template> templates, Paper paper)
    {
        ArgumentNullException.ThrowIfNull(templates);
        ArgumentNullException.ThrowIfNull(paper);
        using var file = new MemoryStream();

        // The resolution only sizes what cannot be drawn as lines; at this one page sizes come out exact.
        using (var pdf = SKDocument.CreatePdf(file, new SKDocumentPdfMetadata { Title = templates.Count > 0 ? templates[0].Title : "", RasterDpi = 2540 }))
        using (var pens = new Pens())
        {
            foreach (var page in Pages(templates, paper, pens))
            {
                if (page is [var alone]) Alone(pdf, pens, alone.Template, paper);
                else Beside(pdf, pens, page, paper);
            }

            pdf.Close();
        }

        return file.ToArray();
    }

    // In their order, left to right and row by row, as long as the page has room.
    private static List<List<Placed>> Pages(IReadOnlyList<Template> templates, Paper paper, Pens pens)
    {
        var (w, h) = Window(paper);
        var pages = new List<List<Placed>>();
        double x = 0, y = 0, row = 0;
        var open = false;
        foreach (var template in templates)
        {
            double wide = Math.Max(template.WidthMm + (2 * Marks.ArmMm), pens.Face.WidthMm(template.Title, WordsMm)) + ApartMm, high = template.DepthMm + (2 * Marks.ArmMm) + TitleMm + ApartMm;
            if (wide > w || high > h)
            {
                pages.Add([new Placed(template, default)]);
                open = false;
                continue;
            }

            if (open && x + wide > w) (x, y, row) = (0, y + row, 0);
            if (!open || y + high > h)
            {
                pages.Add([]);
                (x, y, row, open) = (0, 0, 0, true);
            }

            pages[^1].Add(new Placed(template, new PointMm(x, y)));
            (x, row) = (x + wide, Math.Max(row, high));
        }

        return pages;
    }

    private static void Alone(SKDocument pdf, Pens pens, Template template, Paper paper)
    {
        var (across, down) = Tiles(template, paper);
        for (var row = 0; row < down; row++)
        {
            for (var column = 0; column < across; column++) Page(pdf, pens, template, paper, (column, row, across, down));
        }
    }

    private static void Beside(SKDocument pdf, Pens pens, IReadOnlyList<Placed> placed, Paper paper)
    {
        var canvas = Begin(pdf, paper);
        foreach (var (template, at) in placed)
        {
            canvas.Save();
            canvas.Translate((float)(MarginMm + (ApartMm / 2) + at.XMm), (float)(MarginMm + (ApartMm / 2) + at.YMm));
            Words(canvas, pens, new PointMm(0, TitleMm - 2), template.Title);
            canvas.Translate((float)Marks.ArmMm, (float)(TitleMm + Marks.ArmMm));
            Drawing(canvas, pens, template, new SKRect((float)-Marks.ArmMm, (float)-Marks.ArmMm, (float)(template.WidthMm + Marks.ArmMm), (float)(template.DepthMm + Marks.ArmMm)));
            canvas.Restore();
        }

        Foot(canvas, pens, paper, $"{placed.Count} on this page, each at full size");
        pdf.EndPage();
    }

    private static SKCanvas Begin(SKDocument pdf, Paper paper)
    {
        var canvas = pdf.BeginPage((float)(paper.WidthMm * PointsPerMm), (float)(paper.HeightMm * PointsPerMm));
        canvas.Scale((float)PointsPerMm);
        return canvas;
    }

    private static void Foot(SKCanvas canvas, Pens pens, Paper paper, string words)
    {
        var (w, h) = Window(paper);
        var foot = MarginMm + h;
        canvas.DrawRect((float)MarginMm, (float)MarginMm, (float)w, (float)h, pens.Fine);
        Line(canvas, pens.Bold, new PointMm(MarginMm, foot + 5), new PointMm(MarginMm + 100, foot + 5));
        Line(canvas, pens.Fine, new PointMm(MarginMm, foot + 3), new PointMm(MarginMm, foot + 7));
        Line(canvas, pens.Fine, new PointMm(MarginMm + 100, foot + 3), new PointMm(MarginMm + 100, foot + 7));
        Words(canvas, pens, new PointMm(MarginMm + 104, foot + 6.2), "100 mm: measure it before you cut");
        Words(canvas, pens, new PointMm(MarginMm, foot + 12), words);
    }

    private static void Page(SKDocument pdf, Pens pens, Template template, Paper paper, (int Column, int Row, int Across, int Down) tile)
    {
        var canvas = Begin(pdf, paper);
        var (w, h) = Window(paper);
        double left = -Marks.ArmMm + (tile.Column * (w - LapMm)), back = -Marks.ArmMm + (tile.Row * (h - LapMm));

        canvas.Save();
        canvas.ClipRect(new SKRect((float)MarginMm, (float)MarginMm, (float)(MarginMm + w), (float)(MarginMm + h)));
        canvas.Translate((float)(MarginMm - left), (float)(MarginMm - back));
        Drawing(canvas, pens, template, new SKRect((float)left, (float)back, (float)(left + w), (float)(back + h)));

        // Crosses where the windows lap: the same places on both pages.
        for (var row = 0; row <= tile.Down; row++)
        {
            for (var column = 0; column <= tile.Across; column++)
                Cross(canvas, pens.Fine, new PointMm(-Marks.ArmMm + (column * (w - LapMm)) + (LapMm / 2), -Marks.ArmMm + (row * (h - LapMm)) + (LapMm / 2)), 3);
        }

        canvas.Restore();

        Foot(canvas, pens, paper, $"{template.Title} · page {tile.Column + 1} of {tile.Across} across, {tile.Row + 1} of {tile.Down} down");
        pdf.EndPage();
    }

    private static void Drawing(SKCanvas canvas, Pens pens, Template template, SKRect window)
    {
        // A line is drawn whole on every page it passes, and on no other.
        foreach (var path in template.Paths.Where(path => path.Points.Max(p => p.XMm) >= window.Left && path.Points.Min(p => p.XMm) <= window.Right && path.Points.Max(p => p.YMm) >= window.Top && path.Points.Min(p => p.YMm) <= window.Bottom))
        {
            using var drawn = new SKPathBuilder();
            drawn.MoveTo((float)path.Points[0].XMm, (float)path.Points[0].YMm);
            foreach (var point in path.Points.Skip(1)) drawn.LineTo((float)point.XMm, (float)point.YMm);
            if (path.Closed) drawn.Close();
            using var closed = drawn.Detach();
            canvas.DrawPath(closed, pens.Of(path.Line));
        }

        foreach (var pin in template.Pins)
        {
            canvas.DrawCircle((float)pin.At.XMm, (float)pin.At.YMm, 1.5f, pens.Fine);
            Cross(canvas, pens.Fine, pin.At, 4);
            Words(canvas, pens, new PointMm(pin.At.XMm + 2.5, pin.At.YMm - 1.5), $"pin {pin.Label}");
        }

        foreach (var mark in Marks.Of(template)) Cross(canvas, pens.Fine, mark, Marks.ArmMm);
        foreach (var name in template.Words) Name(canvas, pens, name);
    }

    private static (double W, double H) Window(Paper paper) => (paper.WidthMm - (2 * MarginMm), paper.HeightMm - (2 * MarginMm) - FootMm);

    private static void Cross(SKCanvas canvas, SKPaint pen, PointMm at, double armMm)
    {
        Line(canvas, pen, at with { XMm = at.XMm - armMm }, at with { XMm = at.XMm + armMm });
        Line(canvas, pen, at with { YMm = at.YMm - armMm }, at with { YMm = at.YMm + armMm });
    }

    private static void Line(SKCanvas canvas, SKPaint pen, PointMm from, PointMm to) =>
        canvas.DrawLine((float)from.XMm, (float)from.YMm, (float)to.XMm, (float)to.YMm, pen);

    private static void Words(SKCanvas canvas, Pens pens, PointMm at, string words) =>
        pens.Face.Draw(canvas, words, (float)at.XMm, (float)at.YMm, WordsMm, pens.Ink);

    // Their middle on the place, on a patch of paper: a line that has to pass does not cross them out.
    private static void Name(SKCanvas canvas, Pens pens, TemplateWords name)
    {
        float height = (float)name.HeightMm, width = pens.Face.WidthMm(name.Words, height), x = (float)name.At.XMm - (width / 2), y = (float)name.At.YMm;
        canvas.DrawRect(x - 0.6f, y - (height * 0.5f), width + 1.2f, height, pens.Paper);
        pens.Face.Draw(canvas, name.Words, x, y + (height * 0.35f), height, pens.Ink);
    }

    private sealed record Placed(Template Template, PointMm At);

    private sealed class Pens : IDisposable
    {
        private readonly SKPathEffect _dashes = SKPathEffect.CreateDash([2, 1.2f], 0);
        private readonly SKPathEffect _dots = SKPathEffect.CreateDash([0.4f, 1], 0);
        private readonly SKPathEffect _chain = SKPathEffect.CreateDash([6, 1.5f, 0.6f, 1.5f], 0);
        private SKPaint? _above;
        private SKPaint? _water;
        private SKPaint? _board;
        private SKPaint? _bed;

        public SKPaint Bold { get; } = Pen(0.3f);

        public SKPaint Fine { get; } = Pen(0.15f);

        public SKPaint Ink { get; } = new() { Color = new SKColor(0x14, 0x20, 0x2b), IsAntialias = true };

        public Typeface Face { get; } = new();

        public SKPaint Paper { get; } = new() { Color = SKColors.White };

        public SKPaint Of(TemplateLine line) => line switch
        {
            TemplateLine.Cut => Bold,
            TemplateLine.SheetAbove => _above ??= Pen(0.2f, _dashes),
            TemplateLine.Bed => _bed ??= Pen(0.5f, _dashes),
            TemplateLine.Waterline => _water ??= Pen(0.3f, _dots, new SKColor(0x16, 0x62, 0x5c)),
            _ => _board ??= Pen(0.15f, _chain),
        };

        public void Dispose()
        {
            foreach (IDisposable? one in (IDisposable?[])[Bold, Fine, Ink, Paper, Face, _above, _water, _board, _bed, _dashes, _dots, _chain]) one?.Dispose();
        }

        private static SKPaint Pen(float widthMm, SKPathEffect? effect = null, SKColor? colour = null) => new()
        {
            Style = SKPaintStyle.Stroke,
            StrokeWidth = widthMm,
            Color = colour ?? new SKColor(0x14, 0x20, 0x2b),
            PathEffect = effect,
            IsAntialias = true,
        };
    }
}
