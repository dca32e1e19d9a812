using System.Buffers.Binary;
using System.Buffers.Text;
using System.Text;
using InkBasin.Core;
using InkBasin.Core.Ground;

namespace InkBasin.Formats;

/// <summary>
/// A scanned or modelled body (.stl, binary or ASCII) seen from straight above: x right, y back, z up. A cell's height is that of the
/// highest face over its centre; where there is none the grid has a hole.
/// </summary>
public static class ScannedBody
{
    /// <summary>Most faces taken.</summary>
    public const int MostFaces = 2_000_000;

    private const int Head = 84;
    private const int FaceBytes = 50;

    /// <summary>Reads a body and lays it on a grid whose left front corner is the body's.</summary>
    /// <param name="file">The file.</param>
    /// <param name="cell">Side of the grid's cells in the file's length, above 0.</param>
    /// <exception cref="RefusedException">The file is empty, damaged, too large or lies flat, or the cell is too small for it.</exception>
    public static HeightGrid Read(ReadOnlySpan<byte> file, double cell)
    {
        Require.Positive(cell, "cell");
        var corners = Corners(file);
        float left = float.PositiveInfinity, right = float.NegativeInfinity, front = left, back = right;
        for (var i = 0; i < corners.Length; i += 3)
        {
            float x = corners[i], y = corners[i + 1];
            if (!float.IsFinite(x) || !float.IsFinite(y) || !float.IsFinite(corners[i + 2]) || Math.Abs(x) > 1e9 || Math.Abs(y) > 1e9)
                throw Refused("The body has a corner that lies nowhere: the file is damaged.");
            (left, right, front, back) = (Math.Min(left, x), Math.Max(right, x), Math.Min(front, y), Math.Max(back, y));
        }

        // A hair over a whole number of cells is rounding in the file, not another cell.
        double columns = Math.Max(1, Math.Ceiling((((double)right - left) / cell) - 1e-3)), rows = Math.Max(1, Math.Ceiling((((double)back - front) / cell) - 1e-3));
        if (columns * rows > HeightField.MaxCells)
            throw new RefusedException("cell", $"Cells of {cell:0.###} make a grid of {columns:0} × {rows:0} of this body: choose larger ones.", RefusalKind.Impossible);
        var heights = new float[(int)columns * (int)rows];
        Array.Fill(heights, float.NaN);
        for (var i = 0; i < corners.Length; i += 9) Lay(corners.AsSpan(i, 9), left, back, cell, heights, (int)columns, (int)rows);
        if (Array.TrueForAll(heights, float.IsNaN))
            throw new RefusedException("file", "Seen from above the body covers nothing: it stands on edge, or is smaller than a cell.", RefusalKind.Impossible);
        return new HeightGrid((int)columns, (int)rows, cell, heights);
    }

    // One face: every cell centre it covers, edges included, by its barycentric coordinates there.
    private static void Lay(ReadOnlySpan<float> face, double left, double back, double cell, float[] heights, int columns, int rows)
    {
        double ax = (face[0] - left) / cell, ay = (back - face[1]) / cell, bx = (face[3] - left) / cell, by = (back - face[4]) / cell;
        double cx = (face[6] - left) / cell, cy = (back - face[7]) / cell;
        var twice = ((bx - ax) * (cy - ay)) - ((cx - ax) * (by - ay));
        if (Math.Abs(twice) < 1e-12) return;
        const double Hair = 1e-5;
        int row0 = Math.Max(0, (int)Math.Ceiling(Math.Min(ay, Math.Min(by, cy)) - 0.5 - 1e-4)), row1 = Math.Min(rows - 1, (int)Math.Floor(Math.Max(ay, Math.Max(by, cy)) - 0.5 + 1e-4));
        int column0 = Math.Max(0, (int)Math.Ceiling(Math.Min(ax, Math.Min(bx, cx)) - 0.5 - 1e-4)), column1 = Math.Min(columns - 1, (int)Math.Floor(Math.Max(ax, Math.Max(bx, cx)) - 0.5 + 1e-4));
        for (var row = row0; row <= row1; row++)
        {
            for (var column = column0; column <= column1; column++)
            {
                double x = column + 0.5, y = row + 0.5;
                var u = (((bx - x) * (cy - y)) - ((cx - x) * (by - y))) / twice;
                var v = (((cx - x) * (ay - y)) - ((ax - x) * (cy - y))) / twice;
                var w = 1 - u - v;
                if (u < -Hair || v < -Hair || w < -Hair) continue;
                var height = (float)((u * face[2]) + (v * face[5]) + (w * face[8]));
                var at = (row * columns) + column;
                if (!(heights[at] >= height)) heights[at] = height;
            }
        }
    }

    private static float[] Corners(ReadOnlySpan<byte> file)
    {
        if (file.Length == 0) throw Refused("The file is empty.");
        if (file.Length >= Head)
        {
            // A binary file may begin with "solid" too: its length tells what it is.
            long faces = BinaryPrimitives.ReadUInt32LittleEndian(file[80..]);
            if (file.Length == Head + (faces * FaceBytes)) return Binary(file, faces);
            if (!file.StartsWith("solid"u8))
                throw Refused($"This is no STL, or it is damaged: it promises {faces:N0} faces and holds {Math.Max(0, (file.Length - Head) / FaceBytes):N0}.");
        }

        if (!file.StartsWith("solid"u8)) throw Refused("This is no STL: it begins neither as a binary nor as an ASCII one does.");
        return Ascii(file);
    }

    private static float[] Binary(ReadOnlySpan<byte> file, long faces)
    {
        CheckFaces(faces);
        var corners = new float[faces * 9];
        for (var i = 0; i < faces; i++)
        {
            // Past the face's normal, which its corners say as well.
            var face = file.Slice(Head + (i * FaceBytes) + 12, 36);
            for (var k = 0; k < 9; k++) corners[(i * 9) + k] = BinaryPrimitives.ReadSingleLittleEndian(face[(k * 4)..]);
        }

        return corners;
    }

    private static float[] Ascii(ReadOnlySpan<byte> file)
    {
        var corners = new List<float>();
        var ended = false;
        foreach (var range in file.Split((byte)'\n'))
        {
            var line = file[range].Trim(" \t\r"u8);
            if (line.StartsWith("endsolid"u8)) ended = true;
            if (!line.StartsWith("vertex"u8)) continue;
            var rest = line["vertex"u8.Length..];
            for (var k = 0; k < 3; k++)
            {
                rest = rest.TrimStart(" \t"u8);
                if (!Utf8Parser.TryParse(rest, out float number, out var read)) throw Refused($"A corner of the STL reads \"{Encoding.ASCII.GetString(line[..Math.Min(40, line.Length)])}\": three numbers are wanted.");
                corners.Add(number);
                rest = rest[read..];
            }

            if (corners.Count > MostFaces * 9L) CheckFaces(MostFaces + 1L);
        }

        if (!ended || corners.Count % 9 != 0) throw Refused($"The STL breaks off after {corners.Count / 9:N0} faces.");
        CheckFaces(corners.Count / 9);
        return [.. corners];
    }

    private static void CheckFaces(long faces)
    {
        if (faces == 0) throw Refused("The STL holds no faces.");
        if (faces > MostFaces) throw Refused($"The STL holds over {MostFaces / 1_000_000} million faces. Thin the mesh out first.");
    }

    private static RefusedException Refused(string sentence) => new("file", sentence);
}
