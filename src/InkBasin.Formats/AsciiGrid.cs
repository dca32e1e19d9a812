using System.Buffers.Text;
using System.Globalization;
using System.Text;
using InkBasin.Core;
using InkBasin.Core.Ground;

namespace InkBasin.Formats;

/// <summary>
/// The ESRI ASCII grid (.asc): five or six lines of head, then the heights row by row from the back. Ours are written in mm; a file
/// does not say its length, so whoever reads one is asked.
/// </summary>
public static class AsciiGrid
{
    // What the format takes where NODATA_value is left out.
    private const float UsualHole = -9999;

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

    /// <summary>Writes a grid in its own lengths so that <see cref="Read"/> gives every height and hole back to the last bit.</summary>
    public static byte[] Write(HeightGrid grid)
    {
        ArgumentNullException.ThrowIfNull(grid);

        // The mark of a hole must be no height of the grid.
        var hole = grid.Lowest > UsualHole ? UsualHole : MathF.Floor(grid.Lowest * 2) - 1;
        var text = new StringBuilder();
        text.Append(CultureInfo.InvariantCulture, $"ncols {grid.Columns}\nnrows {grid.Rows}\nxllcorner 0\nyllcorner 0\ncellsize {grid.Cell:R}\nNODATA_value {hole:R}\n");
        for (var row = 0; row < grid.Rows; row++)
        {
            for (var column = 0; column < grid.Columns; column++)
            {
                if (column > 0) text.Append(' ');
                var height = grid.Heights[(row * grid.Columns) + column];
                text.Append((float.IsNaN(height) ? hole : height).ToString("R", CultureInfo.InvariantCulture));
            }

            text.Append('\n');
        }

        return Encoding.ASCII.GetBytes(text.ToString());
    }

    /// <summary>Reads heights; cells that hold NODATA_value are holes, −9999 where the head names none.</summary>
    /// <exception cref="RefusedException">The file is empty or damaged, or its head and its heights do not agree.</exception>
    public static HeightGrid Read(ReadOnlySpan<byte> file)
    {
        var words = new Words(file);
        double columns = 0, rows = 0, cell = 0;
        var hole = UsualHole;
        ReadOnlySpan<byte> word;
        while ((word = words.Next()).Length > 0 && char.IsAsciiLetter((char)word[0]))
        {
            var name = Encoding.ASCII.GetString(word);
            var value = words.Number($"after {name}");
            switch (name.ToUpperInvariant())
            {
                case "NCOLS": columns = value; break;
                case "NROWS": rows = value; break;
                case "CELLSIZE": cell = value; break;
                case "NODATA_VALUE": hole = (float)value; break;
                case "XLLCORNER" or "YLLCORNER" or "XLLCENTER" or "YLLCENTER": break;
                default: throw Refused($"The head of the grid has a line \"{Shown(name)}\" that no ASCII grid has.");
            }
        }

        if (columns is not (>= 1 and <= int.MaxValue) || rows is not (>= 1 and <= int.MaxValue) || columns % 1 != 0 || rows % 1 != 0 || !(cell > 0))
            throw Refused("This is no ASCII grid: its head must give ncols, nrows and cellsize, each above zero.");
        var cells = columns * rows;
        if (cells > HeightField.MaxCells)
            throw Refused($"The grid is {columns:0} × {rows:0}: over {HeightField.MaxCells / 1_000_000} million cells are too many. Thin it out first.");

        // Every height takes a digit and a space: a short file that promises much is found out before room is made for it.
        if (cells > (file.Length / 2) + 1) throw Refused($"The head promises {cells:0} heights, and the file is too short to hold them.");
        var heights = new float[(int)cells];
        for (var i = 0; i < heights.Length; i++)
        {
            if (i > 0) word = words.Next();
            if (word.Length == 0) throw Refused($"The head promises {cells:0} heights; the file ends after {i}.");
            if (!Utf8Parser.TryParse(word, out double height, out var read) || read != word.Length || !float.IsFinite((float)height))
                throw Refused($"Height {i + 1} is \"{Shown(Encoding.ASCII.GetString(word))}\", which is no number.");
            heights[i] = (float)height == hole ? float.NaN : (float)height;
        }

        if (words.Next().Length > 0) throw Refused($"The file goes on after the {cells:0} heights its head promises.");
        return new HeightGrid((int)columns, (int)rows, cell, heights);
    }

    private static RefusedException Refused(string sentence) => new("file", sentence);

    private static string Shown(string word) => word.Length > 20 ? $"{word[..20]}…" : word;

    private ref struct Words(ReadOnlySpan<byte> file)
    {
        private ReadOnlySpan<byte> _rest = file;

        public ReadOnlySpan<byte> Next()
        {
            var from = 0;
            while (from < _rest.Length && _rest[from] <= ' ') from++;
            var to = from;
            while (to < _rest.Length && _rest[to] > ' ') to++;
            var word = _rest[from..to];
            _rest = _rest[to..];
            return word;
        }

        public double Number(string where)
        {
            var word = Next();
            return Utf8Parser.TryParse(word, out double number, out var read) && read == word.Length && double.IsFinite(number)
                ? number
                : throw Refused($"The head of the grid has no number {Shown(where)}.");
        }
    }
}
