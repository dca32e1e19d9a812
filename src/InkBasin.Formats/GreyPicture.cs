using System.Globalization;
using InkBasin.Core.Ground;
using SixLabors.ImageSharp;
using SixLabors.ImageSharp.Formats.Png;
using SixLabors.ImageSharp.PixelFormats;

namespace InkBasin.Formats;

/// <summary>
/// Ground as a 16-bit grey PNG, one pixel a cell, row 0 at the back: black is the lowest ground, white the highest. The two
/// heights stand in the picture's description, as a picture has no units of its own.
/// </summary>
public static class GreyPicture
{
    /// <summary>Writes the picture; heights keep to 1/65535 of their range.</summary>
    public static byte[] Write(HeightField field)
    {
        ArgumentNullException.ThrowIfNull(field);
        double low = field.HeightsMm.Min(), high = field.HeightsMm.Max(), span = high > low ? high - low : 1;
        using var image = new Image<L16>(field.Columns, field.Rows);
        image.ProcessPixelRows(rows =>
        {
            for (var row = 0; row < rows.Height; row++)
            {
                var pixels = rows.GetRowSpan(row);
                for (var column = 0; column < pixels.Length; column++)
                {
                    var height = field.HeightsMm[(row * field.Columns) + column];
                    pixels[column] = new L16((ushort)Math.Round((height - low) / span * ushort.MaxValue));
                }
            }
        });
        var words = string.Create(CultureInfo.InvariantCulture, $"black {low:0.####} mm, white {high:0.####} mm, cell {field.CellMm:0.####} mm");
        image.Metadata.GetPngMetadata().TextData.Add(new PngTextData("Description", words, "", ""));
        using var file = new MemoryStream();
        image.SaveAsPng(file, new PngEncoder { BitDepth = PngBitDepth.Bit16, ColorType = PngColorType.Grayscale });
        return file.ToArray();
    }
}
