using SkiaSharp;

namespace InkBasin.Formats.Papers;

/// <summary>Draws a picture on a page.</summary>
internal static class PicturePage
{
    public static void Draw(Sheaf on, Picture picture, float x, float y)
    {
        var canvas = on.Canvas;
        canvas.Save();
        canvas.Translate(x, y);
        canvas.ClipRect(new SKRect(-0.5f, -0.1f, (float)picture.WidthMm + 0.5f, (float)picture.HeightMm + 0.5f));
        foreach (var shape in picture.Shapes)
        {
            using var drawn = new SKPathBuilder { FillType = SKPathFillType.EvenOdd };
            foreach (var line in shape.Lines.Where(line => line.Count > 1))
            {
                drawn.MoveTo((float)line[0].XMm, (float)line[0].YMm);
                foreach (var point in line.Skip(1)) drawn.LineTo((float)point.XMm, (float)point.YMm);
                if (shape.Closed) drawn.Close();
            }

            using var path = drawn.Detach();
            using var pen = PenOf(shape.Stroke);
            canvas.DrawPath(path, pen);
        }

        foreach (var words in picture.Words)
        {
            var width = on.Face.WidthMm(words.Words, (float)words.HeightMm);
            var left = (float)words.At.XMm - (width * (words.Anchor + 1) / 2);
            using var patch = new SKPaint { Color = SKColors.White };
            canvas.DrawRect(left - 0.4f, (float)(words.At.YMm - (words.HeightMm * 0.5)), width + 0.8f, (float)words.HeightMm, patch);
            on.Face.Draw(canvas, words.Words, left, (float)(words.At.YMm + (words.HeightMm * 0.35)), (float)words.HeightMm, on.Ink);
        }

        canvas.Restore();
    }

    private static SKPaint PenOf(Stroke stroke) => stroke switch
    {
        Stroke.Ground => new SKPaint { Color = new SKColor(0xe4, 0xde, 0xd2), IsAntialias = true },
        Stroke.Water => new SKPaint { Color = new SKColor(0xcf, 0xe2, 0xe1), IsAntialias = true },
        Stroke.GroundLine => Sheaf.Pen(0.45f),
        Stroke.Shore => Sheaf.Pen(0.3f, 0x16, 0x62, 0x5c),
        Stroke.Height => Sheaf.Pen(0.1f, 0x8a, 0x84, 0x78),
        Stroke.Layer => Sheaf.Pen(0.2f),
        Stroke.Waterline => Sheaf.Pen(0.35f, 0x16, 0x62, 0x5c),
        Stroke.Dam => Sheaf.Pen(1f),
        _ => Sheaf.Pen(0.15f),
    };
}
