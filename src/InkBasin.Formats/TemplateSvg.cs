using System.Globalization;
using System.Text;
using System.Xml;
using InkBasin.Core.Ground;
using InkBasin.Core.Stock;

namespace InkBasin.Formats;

/// <summary>
/// A template as an SVG at full size: its width and height are in mm and a unit of its drawing is 1 mm, so that a cutter or a drawing
/// program opens it true. Each kind of line has a class of its own and a bar of 100 mm stands under the board to prove the size.
/// </summary>
public static class TemplateSvg
{
    private const double MarginMm = 12;
    private const double FootMm = 22;
    private const double ProofMm = 100;
    private const double TextMm = 4;

    // Which face a program has for sans-serif is not known here: letters are on the average narrower than this in all of them.
    private const double LetterMm = TextMm * 0.6;
    private const string Style = """
        path,line,circle{fill:none;stroke:#14202b;stroke-width:.25}
        .bed{stroke-width:.5;stroke-dasharray:1.2 .8}
        .sheet-above{stroke-dasharray:2 1.2}
        .waterline{stroke:#16625c;stroke-dasharray:.4 1;stroke-linecap:round}
        .board{stroke-dasharray:6 1.5 .6 1.5}
        text{font:4px sans-serif;fill:#14202b}
        .name{text-anchor:middle;paint-order:stroke;stroke:#fff;stroke-width:1.2}
        """;

    /// <summary>Writes the drawing.</summary>
    public static byte[] Write(Template template)
    {
        ArgumentNullException.ThrowIfNull(template);

        // What stands under a small drawing is wider than it: a bar that is cut off proves another size.
        double wide = Math.Max(template.WidthMm, Math.Max(ProofMm, LetterMm * Marks.Proof.Append(template.Title).Max(line => line.Length)));
        double width = wide + (2 * MarginMm), height = template.DepthMm + (2 * MarginMm) + FootMm;
        using var file = new MemoryStream();
        using (var xml = XmlWriter.Create(file, new XmlWriterSettings { Indent = true, Encoding = new UTF8Encoding(false) }))
        {
            xml.WriteStartElement("svg", "http://www.w3.org/2000/svg");
            xml.WriteAttributeString("width", $"{N(width)}mm");
            xml.WriteAttributeString("height", $"{N(height)}mm");
            xml.WriteAttributeString("viewBox", $"{N(-MarginMm)} {N(-MarginMm)} {N(width)} {N(height)}");
            xml.WriteElementString("title", XmlWords.Of(template.Title));
            xml.WriteElementString("style", Style);
            foreach (var path in template.Paths)
            {
                xml.WriteStartElement("path");
                xml.WriteAttributeString("class", ClassOf(path.Line));
                xml.WriteAttributeString("d", Path(path.Points, path.Closed));
                xml.WriteEndElement();
            }

            foreach (var pin in template.Pins)
            {
                Circle(xml, pin.At, 1.5);
                Cross(xml, "pin", pin.At, 4);
                Words(xml, new PointMm(pin.At.XMm + 2.5, pin.At.YMm - 1.5), $"pin {pin.Label}");
            }

            foreach (var mark in Marks.Of(template)) Cross(xml, "register", mark, Marks.ArmMm);
            foreach (var words in template.Words) Words(xml, words.At with { YMm = words.At.YMm + (words.HeightMm * 0.35) }, words.Words, words.HeightMm);
            var foot = template.DepthMm + MarginMm;
            Words(xml, new PointMm(0, foot), template.Title);
            Line(xml, "proof", new PointMm(0, foot + 6), new PointMm(ProofMm, foot + 6));
            Line(xml, "proof-end", new PointMm(0, foot + 4), new PointMm(0, foot + 8));
            Line(xml, "proof-end", new PointMm(ProofMm, foot + 4), new PointMm(ProofMm, foot + 8));
            foreach (var (i, line) in Marks.Proof.Index()) Words(xml, new PointMm(0, foot + 13 + (i * TextMm * 1.3)), line);
            xml.WriteEndElement();
        }

        return file.ToArray();
    }

    private static string ClassOf(TemplateLine line) => line switch
    {
        TemplateLine.Cut => "cut",
        TemplateLine.SheetAbove => "sheet-above",
        TemplateLine.Waterline => "waterline",
        TemplateLine.Bed => "bed",
        _ => "board",
    };

    private static string Path(IReadOnlyList<PointMm> points, bool closed)
    {
        var d = new StringBuilder();
        foreach (var point in points) d.Append(d.Length == 0 ? 'M' : 'L').Append(N(point.XMm)).Append(' ').Append(N(point.YMm));
        return (closed ? d.Append('Z') : d).ToString();
    }

    private static void Cross(XmlWriter xml, string kind, PointMm at, double armMm)
    {
        Line(xml, kind, at with { XMm = at.XMm - armMm }, at with { XMm = at.XMm + armMm });
        Line(xml, kind, at with { YMm = at.YMm - armMm }, at with { YMm = at.YMm + armMm });
    }

    private static void Line(XmlWriter xml, string kind, PointMm from, PointMm to)
    {
        xml.WriteStartElement("line");
        xml.WriteAttributeString("class", kind);
        xml.WriteAttributeString("x1", N(from.XMm));
        xml.WriteAttributeString("y1", N(from.YMm));
        xml.WriteAttributeString("x2", N(to.XMm));
        xml.WriteAttributeString("y2", N(to.YMm));
        xml.WriteEndElement();
    }

    private static void Circle(XmlWriter xml, PointMm at, double radiusMm)
    {
        xml.WriteStartElement("circle");
        xml.WriteAttributeString("class", "pin");
        xml.WriteAttributeString("cx", N(at.XMm));
        xml.WriteAttributeString("cy", N(at.YMm));
        xml.WriteAttributeString("r", N(radiusMm));
        xml.WriteEndElement();
    }

    private static void Words(XmlWriter xml, PointMm at, string words, double? nameHeightMm = null)
    {
        xml.WriteStartElement("text");
        if (nameHeightMm is { } height)
        {
            xml.WriteAttributeString("class", "name");
            xml.WriteAttributeString("style", $"font-size:{N(height)}px");
        }

        xml.WriteAttributeString("x", N(at.XMm));
        xml.WriteAttributeString("y", N(at.YMm));
        xml.WriteString(XmlWords.Of(words));
        xml.WriteEndElement();
    }

    private static string N(double mm) => mm.ToString("0.###", CultureInfo.InvariantCulture);
}

/// <summary>What every template carries besides its own lines.</summary>
internal static class Marks
{
    /// <summary>Half the length of a registration cross, mm.</summary>
    public const double ArmMm = 5;

    /// <summary>What stands at the proof bar, line by line.</summary>
    public static IReadOnlyList<string> Proof { get; } = ["This bar is 100 mm long: measure it before you cut.", "Print at 100 %, never \"fit to page\"."];

    /// <summary>Registration crosses at the board's corners: the same place on every sheet's template.</summary>
    public static IReadOnlyList<PointMm> Of(Template template) =>
        [new(0, 0), new(template.WidthMm, 0), new(template.WidthMm, template.DepthMm), new(0, template.DepthMm)];
}
