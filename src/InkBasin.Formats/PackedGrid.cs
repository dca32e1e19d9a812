using System.Buffers.Binary;
using System.IO.Compression;
using System.Runtime.InteropServices;
using InkBasin.Core;
using InkBasin.Core.Ground;

namespace InkBasin.Formats;

/// <summary>
/// A height grid as it is kept: "IBHG", columns and rows (int32), the cell (float64), all little-endian, then the heights as
/// brotli-packed float32, row-major; NaN is a hole.
/// </summary>
public static class PackedGrid
{
    private const int Head = 20;

    /// <summary>Packs a grid.</summary>
    public static byte[] Write(HeightGrid grid)
    {
        ArgumentNullException.ThrowIfNull(grid);
        using var packed = new MemoryStream();
        Span<byte> head = stackalloc byte[Head];
        "IBHG"u8.CopyTo(head);
        BinaryPrimitives.WriteInt32LittleEndian(head[4..], grid.Columns);
        BinaryPrimitives.WriteInt32LittleEndian(head[8..], grid.Rows);
        BinaryPrimitives.WriteDoubleLittleEndian(head[12..], grid.Cell);
        packed.Write(head);
        using (var brotli = new BrotliStream(packed, CompressionLevel.Fastest, leaveOpen: true))
            brotli.Write(MemoryMarshal.AsBytes(grid.Heights.AsSpan()));
        return packed.ToArray();
    }

    /// <summary>Unpacks a grid.</summary>
    /// <exception cref="RefusedException">The bytes are not what <see cref="Write"/> makes.</exception>
    public static HeightGrid Read(byte[] packed)
    {
        ArgumentNullException.ThrowIfNull(packed);
        if (packed.Length < Head || !packed.AsSpan().StartsWith("IBHG"u8)) throw Damaged();
        int columns = BinaryPrimitives.ReadInt32LittleEndian(packed.AsSpan(4)), rows = BinaryPrimitives.ReadInt32LittleEndian(packed.AsSpan(8));
        if (columns < 1 || rows < 1 || (long)columns * rows > HeightField.MaxCells) throw Damaged();
        var heights = new float[columns * rows];
        try
        {
            using var brotli = new BrotliStream(new MemoryStream(packed, Head, packed.Length - Head), CompressionMode.Decompress);
            brotli.ReadExactly(MemoryMarshal.AsBytes(heights.AsSpan()));
            if (brotli.ReadByte() >= 0) throw Damaged();
        }
        catch (Exception error) when (error is InvalidOperationException or InvalidDataException or EndOfStreamException)
        {
            throw Damaged();
        }

        return new HeightGrid(columns, rows, BinaryPrimitives.ReadDoubleLittleEndian(packed.AsSpan(12)), heights);
    }

    private static RefusedException Damaged() => new("grids", "The heights kept with the build are damaged.");
}
