using System.Globalization;
using System.Text.RegularExpressions;
using InkBasin.Core;
using InkBasin.Core.Ground;
using SixLabors.ImageSharp;
using SixLabors.ImageSharp.Formats.Png;
using SixLabors.ImageSharp.PixelFormats;

namespace InkBasin.Formats;

/// <summary>
/// Ground as a 16-bit grey PNG, one pixel a cell, row 0 at the back: black is the lowest ground, white the highest. The two
/// heights and the cell stand in the picture's description, as a picture has no units of its own; whoever reads a picture without
/// them is asked.
/// </summary>
public static partial class GreyPicture
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

    /// <summary>Reads heights. A picture has no holes.</summary>
    /// <param name="file">The picture.</param>
    /// <param name="low">Height of black; null to take it from the picture's description.</param>
    /// <param name="high">Height of white, above or at that of black.</param>
    /// <param name="cell">Side of a pixel, above 0.</param>
    /// <exception cref="RefusedException">It is no 16-bit grey PNG, is damaged or too large, or its heights are not known.</exception>
    public static HeightGrid Read(byte[] file, double? low = null, double? high = null, double? cell = null)
    {
        ArgumentNullException.ThrowIfNull(file);
        try
        {
            // The head first: a small file can promise a picture no memory holds.
            var known = Image.Identify(file, out var format);
            if (known is null || format is not PngFormat) throw new RefusedException("file", "This is no PNG picture, or it is damaged.");
            if (known.Metadata.GetPngMetadata() is not { BitDepth: PngBitDepth.Bit16, ColorType: PngColorType.Grayscale } meta)
                throw new RefusedException("file", "Heights need a 16-bit grey PNG: an ordinary picture has only 256 steps, and they would show as terraces.");
            if ((long)known.Width * known.Height > HeightField.MaxCells)
                throw new RefusedException("file", $"The picture is {known.Width} × {known.Height}: over {HeightField.MaxCells / 1_000_000} million pixels are too many. Make it smaller first.");
            var said = meta.TextData.Select(text => Range().Match(text.Value)).FirstOrDefault(match => match.Success);
            double Known(double? given, string group, string field, string sentence) => given
                ?? (said is null ? throw new RefusedException(field, sentence) : double.Parse(said.Groups[group].Value, CultureInfo.InvariantCulture));
            var black = Require.Finite(Known(low, "low", "low", "Say what height black is: the picture does not."), "low");
            var white = Require.Finite(Known(high, "high", "high", "Say what height white is: the picture does not."), "high");
            var side = Require.Positive(Known(cell, "cell", "cell", "Say how long a pixel is: the picture does not."), "cell");
            if (white < black) throw new RefusedException("high", "White must not be lower than black.", RefusalKind.Impossible);

            using var image = Image.Load<L16>(file);
            var heights = new float[image.Width * image.Height];
            image.ProcessPixelRows(rows =>
            {
                for (var row = 0; row < rows.Height; row++)
                {
                    var pixels = rows.GetRowSpan(row);
                    for (var column = 0; column < pixels.Length; column++)
                        heights[(row * pixels.Length) + column] = (float)(black + ((white - black) * pixels[column].PackedValue / ushort.MaxValue));
                }
            });
            return new HeightGrid(image.Width, image.Height, side, heights);
        }
        catch (Exception error) when (error is ImageFormatException or InvalidDataException or EndOfStreamException or IndexOutOfRangeException)
        {
            throw new RefusedException("file", "This is no PNG picture, or it is damaged.");
        }
    }

    [GeneratedRegex(@"^black (?<low>-?\d+(\.\d+)?(E[+-]\d+)?) mm, white (?<high>-?\d+(\.\d+)?(E[+-]\d+)?) mm, cell (?<cell>\d+(\.\d+)?(E[+-]\d+)?) mm$")]
    private static partial Regex Range();
}
