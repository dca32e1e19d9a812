using SkiaSharp;

namespace InkBasin.Formats;

/// <summary>
/// The face of all papers, as it ships: embedded as outlines, its letters at their own advances, so that a reader takes whole words off the page. What one of its files has no letter for is taken from the next.
/// </summary>
internal sealed class Typeface : IDisposable
{
    private readonly SKTypeface[] _plain = [Load("400"), Load("ext-400")];
    private readonly SKTypeface[] _bold = [Load("700"), Load("ext-700")];
    private readonly Dictionary<(SKTypeface, float), SKFont> _fonts = [];

    /// <summary>Width of words, mm.</summary>
    public float WidthMm(string words, float heightMm, bool bold = false) => Runs(words, bold).Sum(run => Font(run.Face, heightMm).MeasureText(run.Words));

    /// <summary>Draws words from a place on their line.</summary>
    public void Draw(SKCanvas canvas, string words, float xMm, float yMm, float heightMm, SKPaint ink, bool bold = false)
    {
        foreach (var (face, run) in Runs(words, bold))
        {
            var font = Font(face, heightMm);
            canvas.DrawText(run, xMm, yMm, SKTextAlign.Left, font, ink);
            xMm += font.MeasureText(run);
        }
    }

    /// <summary>Words broken into lines no wider than a width; a word that is wider by itself is broken within.</summary>
    public IReadOnlyList<string> Lines(string words, float widthMm, float heightMm, bool bold = false)
    {
        var lines = new List<string>();
        foreach (var paragraph in words.ReplaceLineEndings("\n").Split('\n'))
        {
            var line = "";
            foreach (var each in paragraph.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            {
                var word = each;
                if (line.Length > 0 && WidthMm($"{line} {word}", heightMm, bold) <= widthMm)
                {
                    line = $"{line} {word}";
                    continue;
                }

                if (line.Length > 0) lines.Add(line);
                while (WidthMm(word, heightMm, bold) > widthMm && word.Length > 1)
                {
                    var fits = word.Length - 1;
                    while (fits > 1 && WidthMm(word[..fits], heightMm, bold) > widthMm) fits--;
                    lines.Add(word[..fits]);
                    word = word[fits..];
                }

                line = word;
            }

            lines.Add(line);
        }

        return lines;
    }

    public void Dispose()
    {
        foreach (var font in _fonts.Values) font.Dispose();
        foreach (var face in _plain.Concat(_bold)) face.Dispose();
    }

    private IEnumerable<(SKTypeface Face, string Words)> Runs(string words, bool bold)
    {
        var faces = bold ? _bold : _plain;
        var from = 0;
        SKTypeface? before = null;
        for (var i = 0; i < words.Length;)
        {
            var length = char.IsSurrogatePair(words, i) ? 2 : 1;
            var code = length == 2 || !char.IsSurrogate(words[i]) ? char.ConvertToUtf32(words, i) : 0xFFFD;
            var face = faces.FirstOrDefault(one => Font(one, 1).ContainsGlyph(code)) ?? faces[0];
            if (before is not null && face != before)
            {
                yield return (before, words[from..i]);
                from = i;
            }

            before = face;
            i += length;
        }

        if (before is not null) yield return (before, words[from..]);
    }

    // Advances as they are drawn, not as a screen's pixels would have them: only so a reader's words come out whole.
    private SKFont Font(SKTypeface face, float heightMm) => _fonts.TryGetValue((face, heightMm), out var font) ? font
        : _fonts[(face, heightMm)] = new SKFont(face, heightMm) { Subpixel = true, LinearMetrics = true, Hinting = SKFontHinting.None };

    /// <summary>One of its files as it ships: 400, 700, and those two for letters beyond the first, ext-400, ext-700.</summary>
    public static byte[] FileOf(string file)
    {
        using var font = typeof(Typeface).Assembly.GetManifestResourceStream($"atkinson-hyperlegible-next-{file}.ttf") ?? throw new InvalidOperationException("The face of the papers is not in the program.");
        using var bytes = new MemoryStream();
        font.CopyTo(bytes);
        return bytes.ToArray();
    }

    private static SKTypeface Load(string file)
    {
        using var data = SKData.CreateCopy(FileOf(file));
        return SKTypeface.FromData(data);
    }
}
