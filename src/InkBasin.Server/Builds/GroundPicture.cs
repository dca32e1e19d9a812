using System.Buffers.Binary;
using System.Runtime.InteropServices;
using System.Text;
using InkBasin.Core.Ground;

namespace InkBasin.Server.Builds;

/// <summary>
/// A ground on the wire, little-endian: "IBGR", columns and rows as int32, the cell in mm as float32, then the surface and
/// the plaster of each cell in mm as float32, row-major. A tenth of the size of the same in JSON.
/// </summary>
internal static class GroundPicture
{
    public const string ContentType = "application/octet-stream";

    private const int Header = 16;

    public static byte[] Write(CompiledGround ground)
    {
        var field = ground.Surface;
        var cells = field.HeightsMm.Length;
        var bytes = new byte[Header + (cells * 8)];
        Encoding.ASCII.GetBytes("IBGR", bytes);
        BinaryPrimitives.WriteInt32LittleEndian(bytes.AsSpan(4), field.Columns);
        BinaryPrimitives.WriteInt32LittleEndian(bytes.AsSpan(8), field.Rows);
        BinaryPrimitives.WriteSingleLittleEndian(bytes.AsSpan(12), (float)field.CellMm);
        Put(field.HeightsMm, bytes.AsSpan(Header, cells * 4));
        Put(ground.SkinMm, bytes.AsSpan(Header + (cells * 4)));
        return bytes;
    }

    private static void Put(double[] values, Span<byte> bytes)
    {
        var floats = MemoryMarshal.Cast<byte, float>(bytes);
        for (var i = 0; i < values.Length; i++) floats[i] = (float)values[i];
    }
}
