using System.Globalization;
using System.Text;
using InkBasin.Core.Ground;

namespace InkBasin.Formats;

/// <summary>The ESRI ASCII grid (.asc): six lines of head, then the heights row by row from the back. Lengths in mm.</summary>
public static class AsciiGrid
{
    /// <summary>Writes heights to a ten-thousandth of a mm.</summary>
    public static byte[] Write(HeightField field)
    {
        ArgumentNullException.ThrowIfNull(field);
        var text = new StringBuilder();
        text.Append(CultureInfo.InvariantCulture, $"ncols {field.Columns}\nnrows {field.Rows}\nxllcorner 0\nyllcorner 0\ncellsize {field.CellMm}\nNODATA_value -9999\n");
        for (var row = 0; row < field.Rows; row++)
        {
            for (var column = 0; column < field.Columns; column++)
            {
                if (column > 0) text.Append(' ');
                text.Append(field.HeightsMm[(row * field.Columns) + column].ToString("0.####", CultureInfo.InvariantCulture));
            }

            text.Append('\n');
        }

        return Encoding.ASCII.GetBytes(text.ToString());
    }
}
