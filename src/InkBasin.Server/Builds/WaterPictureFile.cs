using System.Buffers.Binary;
using System.Text;
using InkBasin.Core.Pours;

namespace InkBasin.Server.Builds;

/// <summary>
/// A water's picture on the wire, little-endian: "IBWP", first column and row, columns, rows and the number of layers as int32, the tops of the layers in mm as
/// float32, then for the bare bed and after each layer the box row by row, four bytes a cell: red, green, blue, and 255 where it is wet.
/// </summary>
internal static class WaterPictureFile
{
    public static byte[] Write(WaterPicture picture)
    {
        int[] head = [picture.Column0, picture.Row0, picture.Columns, picture.Rows, picture.TopsMm.Count];
        var at = 4 + (head.Length * 4) + (picture.TopsMm.Count * 4);
        var bytes = new byte[at + picture.Rgba.Sum(top => top.Length)];
        Encoding.ASCII.GetBytes("IBWP", bytes);
        for (var i = 0; i < head.Length; i++) BinaryPrimitives.WriteInt32LittleEndian(bytes.AsSpan(4 + (i * 4)), head[i]);
        for (var i = 0; i < picture.TopsMm.Count; i++) BinaryPrimitives.WriteSingleLittleEndian(bytes.AsSpan(24 + (i * 4)), (float)picture.TopsMm[i]);
        foreach (var top in picture.Rgba)
        {
            top.CopyTo(bytes, at);
            at += top.Length;
        }

        return bytes;
    }
}
