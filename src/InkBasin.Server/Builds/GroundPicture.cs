using System.Buffers.Binary;
using System.Runtime.InteropServices;
using System.Text;
using InkBasin.Core.Ground;

namespace InkBasin.Server.Builds;

/// <summary>
/// A ground on the wire, little-endian: "IBGR", columns and rows as int32, the cell in mm as float32, then a box (first column
/// and row, columns and rows, int32) and the surface and the plaster of each of its cells in mm as float32, row-major. The box
/// is the whole board, or only what differs from a ground the browser already has.
/// </summary>
internal static class GroundPicture
{
    public const string ContentType = "application/octet-stream";

    private const int Header = 32;

    /// <param name="ground">The ground.</param>
    /// <param name="had">A ground the browser has; null when it has none.</param>
    public static byte[] Write(CompiledGround ground, CompiledGround? had = null)
    {
        var field = ground.Surface;
        var (column0, row0, columns, rows) = had is not null && had.Surface.Columns == field.Columns && had.Surface.Rows == field.Rows
            ? Difference(ground, had)
            : (0, 0, field.Columns, field.Rows);
        var cells = columns * rows;
        var bytes = new byte[Header + (cells * 8)];
        Encoding.ASCII.GetBytes("IBGR", bytes);
        BinaryPrimitives.WriteSingleLittleEndian(bytes.AsSpan(12), (float)field.CellMm);
        int[] numbers = [field.Columns, field.Rows];
        for (var i = 0; i < 2; i++) BinaryPrimitives.WriteInt32LittleEndian(bytes.AsSpan(4 + (i * 4)), numbers[i]);
        int[] box = [column0, row0, columns, rows];
        for (var i = 0; i < 4; i++) BinaryPrimitives.WriteInt32LittleEndian(bytes.AsSpan(16 + (i * 4)), box[i]);
        var floats = MemoryMarshal.Cast<byte, float>(bytes.AsSpan(Header));
        for (var row = 0; row < rows; row++)
        {
            var from = ((row0 + row) * field.Columns) + column0;
            Put(field.HeightsMm.AsSpan(from, columns), floats[(row * columns)..]);
            Put(ground.SkinMm.AsSpan(from, columns), floats[(cells + (row * columns))..]);
        }

        return bytes;
    }

    // The least box outside which both are the same to the last bit.
    private static (int Column0, int Row0, int Columns, int Rows) Difference(CompiledGround a, CompiledGround b)
    {
        int columns = a.Surface.Columns, rows = a.Surface.Rows;
        int left = columns, right = -1, back = rows, front = -1;
        for (var row = 0; row < rows; row++)
        {
            foreach (var (x, y) in (ReadOnlySpan<(double[], double[])>)[(a.Surface.HeightsMm, b.Surface.HeightsMm), (a.SkinMm, b.SkinMm)])
            {
                // As whole numbers: bits are compared many at once, and a difference of sign of nought only widens the box.
                ReadOnlySpan<long> one = MemoryMarshal.Cast<double, long>(x.AsSpan(row * columns, columns));
                ReadOnlySpan<long> other = MemoryMarshal.Cast<double, long>(y.AsSpan(row * columns, columns));
                var same = one.CommonPrefixLength(other);
                if (same == columns) continue;
                var last = columns - 1;
                while (one[last] == other[last]) last--;
                left = Math.Min(left, same);
                right = Math.Max(right, last);
                back = Math.Min(back, row);
                front = row;
            }
        }

        return front < 0 ? (0, 0, 0, 0) : (left, back, right - left + 1, front - back + 1);
    }

    private static void Put(ReadOnlySpan<double> values, Span<float> floats)
    {
        for (var i = 0; i < values.Length; i++) floats[i] = (float)values[i];
    }
}
