using SkiaSharp;

namespace InkBasin.Formats;

/// <summary>
/// The faces of all papers, as they ship: embedded as outlines, letters at their own advances, so that a reader takes whole words off the page. What the first has no letter for is taken from the next:
/// its own letters beyond the first, then Greek and Cyrillic of another face. What none has is drawn as a box, as on any screen.
/// </summary>
internal sealed class Typeface : IDisposable
{
    private readonly SKTypeface[] _plain = [.. FilesOf(400).Select(Load)];
    private readonly SKTypeface[] _bold = [.. FilesOf(700).Select(Load)];
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

    /// <summary>The first of its files of a weight, 400 or 700, as it ships.</summary>
    public static byte[] FirstOf(int weight) => Bytes(FilesOf(weight)[0]);

    private static string[] FilesOf(int weight) => [$"atkinson-hyperlegible-next-{weight}", $"atkinson-hyperlegible-next-ext-{weight}", $"noto-sans-greek-{weight}", $"noto-sans-cyrillic-{weight}"];

    private static byte[] Bytes(string file)
    {
        using var font = typeof(Typeface).Assembly.GetManifestResourceStream($"{file}.ttf") ?? throw new InvalidOperationException("A face of the papers is not in the program.");
        using var bytes = new MemoryStream();
        font.CopyTo(bytes);
        return bytes.ToArray();
    }

    private static SKTypeface Load(string file)
    {
        using var data = SKData.CreateCopy(Bytes(file));
        return SKTypeface.FromData(data);
    }
}
