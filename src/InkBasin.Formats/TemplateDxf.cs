using System.Globalization;
using System.Text;
using InkBasin.Core.Ground;
using InkBasin.Core.Stock;

namespace InkBasin.Formats;

/// <summary>
/// A template as a drawing for a cutter: DXF of release 12 (AC1009), a unit is 1 mm, lines as POLYLINEs on a layer for each kind. Its y runs up, as a cutter's does: the drawing lies as it does on paper, its front edge at y = 0.
/// </summary>
public static class TemplateDxf
{
    private const double PinRadiusMm = 1.5;

    private static readonly (string Layer, int Colour)[] Layers = [("CUT", 7), ("SHEET_ABOVE", 8), ("WATERLINE", 4), ("BOARD", 8), ("BED", 30), ("PINS", 1), ("WORDS", 3)];

    /// <summary>Writes the drawing.</summary>
    public static byte[] Write(Template template)
    {
        ArgumentNullException.ThrowIfNull(template);
        var text = new StringBuilder();
        void Pair(int code, string value) => text.Append(code).Append("\r\n").Append(value).Append("\r\n");
        void Mm(int code, double mm) => Pair(code, (Math.Round(mm, 4) + 0.0).ToString("0.0###", CultureInfo.InvariantCulture));
        void At(PointMm place, int from = 10)
        {
            Mm(from, place.XMm);
            Mm(from + 10, template.DepthMm - place.YMm);
            Mm(from + 20, 0);
        }

        Pair(999, Ascii(template.Title));
        Pair(0, "SECTION");
        Pair(2, "HEADER");
        Pair(9, "$ACADVER");
        Pair(1, "AC1009");
        Pair(9, "$EXTMIN");
        At(new PointMm(0, template.DepthMm));
        Pair(9, "$EXTMAX");
        At(new PointMm(template.WidthMm, 0));
        Pair(0, "ENDSEC");

        Pair(0, "SECTION");
        Pair(2, "TABLES");
        Pair(0, "TABLE");
        Pair(2, "LTYPE");
        Pair(70, "1");
        Pair(0, "LTYPE");
        Pair(2, "CONTINUOUS");
        Pair(70, "0");
        Pair(3, "Solid line");
        Pair(72, "65");
        Pair(73, "0");
        Mm(40, 0);
        Pair(0, "ENDTAB");
        Pair(0, "TABLE");
        Pair(2, "LAYER");
        Pair(70, Layers.Length.ToString(CultureInfo.InvariantCulture));
        foreach (var (layer, colour) in Layers)
        {
            Pair(0, "LAYER");
            Pair(2, layer);
            Pair(70, "0");
            Pair(62, colour.ToString(CultureInfo.InvariantCulture));
            Pair(6, "CONTINUOUS");
        }

        Pair(0, "ENDTAB");
        Pair(0, "ENDSEC");

        Pair(0, "SECTION");
        Pair(2, "ENTITIES");
        foreach (var path in template.Paths)
        {
            var layer = LayerOf(path.Line);
            Pair(0, "POLYLINE");
            Pair(8, layer);
            Pair(66, "1");
            At(new PointMm(0, template.DepthMm));
            Pair(70, path.Closed ? "1" : "0");
            foreach (var point in path.Points)
            {
                Pair(0, "VERTEX");
                Pair(8, layer);
                At(point);
            }

            Pair(0, "SEQEND");
            Pair(8, layer);
        }

        foreach (var pin in template.Pins)
        {
            Pair(0, "CIRCLE");
            Pair(8, "PINS");
            At(pin.At);
            Mm(40, PinRadiusMm);
        }

        foreach (var words in template.Words)
        {
            Pair(0, "TEXT");
            Pair(8, "WORDS");
            At(words.At);
            Mm(40, words.HeightMm);
            Pair(1, Ascii(words.Words));
            Pair(72, "1");
            At(words.At, 11);
            Pair(73, "2");
        }

        Pair(0, "ENDSEC");
        Pair(0, "EOF");
        return Encoding.ASCII.GetBytes(text.ToString());
    }

    private static string LayerOf(TemplateLine line) => line switch
    {
        TemplateLine.Cut => "CUT",
        TemplateLine.SheetAbove => "SHEET_ABOVE",
        TemplateLine.Waterline => "WATERLINE",
        TemplateLine.Bed => "BED",
        _ => "BOARD",
    };

    // The release knows no other letters than ASCII's: × is an x, an accent is let go. By a table of our own, for the program runs without the system's.
    private const string Accented = "ÀÁÂÃÄÅÇÈÉÊËÌÍÎÏÑÒÓÔÕÖÙÚÛÜÝàáâãäåçèéêëìíîïñòóôõöùúûüýÿĀāĂăĄąĆćĈĉĊċČčĎďĒēĔĕĖėĘęĚěĜĝĞğĠġĢģĤĥĨĩĪīĬĭĮįİĴĵĶķĹĺĻļĽľŃńŅņŇňŌōŎŏŐőŔŕŖŗŘřŚśŜŝŞşŠšŢţŤťŨũŪūŬŭŮůŰűŲųŴŵŶŷŸŹźŻżŽžØøĐđĦħıŁłŦŧÐð";
    private const string Bare = "AAAAAACEEEEIIIINOOOOOUUUUYaaaaaaceeeeiiiinooooouuuuyyAaAaAaCcCcCcCcDdEeEeEeEeEeGgGgGgGgHhIiIiIiIiIJjKkLlLlLlNnNnNnOoOoOoRrRrRrSsSsSsSsTtTtUuUuUuUuUuUuWwYyYZzZzZzOoDdHhiLlTtDd";

    private static string Ascii(string words) => string.Concat(words.Where(c => CharUnicodeInfo.GetUnicodeCategory(c) != UnicodeCategory.NonSpacingMark).Select(Ascii));

    private static string Ascii(char letter) => letter switch
    {
        >= ' ' and < (char)127 => letter.ToString(),
        '×' => "x",
        '–' => "-",
        'ß' => "ss",
        'Æ' => "AE",
        'æ' => "ae",
        'Œ' => "OE",
        'œ' => "oe",
        _ => Accented.IndexOf(letter, StringComparison.Ordinal) is >= 0 and var at ? Bare[at].ToString() : "?",
    };
}
