using System.Globalization;
using System.Text;
using System.Xml;

namespace InkBasin.Formats.Papers;

/// <summary>A picture as SVG inside a web page: as wide as its place lets it, its shapes styled by the page's own classes.</summary>
internal static class PictureSvg
{
    /// <summary>Rules for the classes, for the page that holds pictures.</summary>
    public const string Style = """
        svg.picture{width:100%;height:auto;display:block}
        .picture path{fill:none;stroke:#14202b;stroke-width:.15;stroke-linejoin:round}
        .picture .ground{fill:#e4ded2;stroke:none}.picture .water{fill:#cfe2e1;stroke:none;fill-rule:evenodd}
        .picture .groundline{stroke-width:.45}.picture .shore,.picture .waterline{stroke:#16625c;stroke-width:.3}
        .picture .height{stroke:#8a8478;stroke-width:.12}.picture .layer{stroke-width:.2}.picture .dam{stroke-width:1}
        .picture text{fill:#14202b;stroke:#fff;stroke-width:.6;paint-order:stroke;font-family:inherit}
        """;

    public static void Write(XmlWriter xml, Picture picture, string title)
    {
        xml.WriteStartElement("svg", "http://www.w3.org/2000/svg");
        xml.WriteAttributeString("class", "picture");
        xml.WriteAttributeString("viewBox", $"0 0 {N(picture.WidthMm)} {N(picture.HeightMm)}");
        xml.WriteAttributeString("role", "img");
        xml.WriteElementString("title", XmlWords.Of(title));
        foreach (var shape in picture.Shapes)
        {
            var d = new StringBuilder();
            foreach (var line in shape.Lines.Where(line => line.Count > 1))
            {
                foreach (var (i, point) in line.Index()) d.Append(i == 0 ? 'M' : 'L').Append(N(point.XMm)).Append(' ').Append(N(point.YMm));
                if (shape.Closed) d.Append('Z');
            }

            xml.WriteStartElement("path");
            xml.WriteAttributeString("class", shape.Stroke.ToString().ToLowerInvariant());
            xml.WriteAttributeString("d", d.ToString());
            xml.WriteEndElement();
        }

        foreach (var words in picture.Words)
        {
            xml.WriteStartElement("text");
            xml.WriteAttributeString("x", N(words.At.XMm));
            xml.WriteAttributeString("y", N(words.At.YMm + (words.HeightMm * 0.35)));
            xml.WriteAttributeString("font-size", N(words.HeightMm));
            xml.WriteAttributeString("text-anchor", words.Anchor switch { < 0 => "start", 0 => "middle", _ => "end" });
            xml.WriteString(XmlWords.Of(words.Words));
            xml.WriteEndElement();
        }

        xml.WriteEndElement();
    }

    private static string N(double mm) => mm.ToString("0.##", CultureInfo.InvariantCulture);
}
