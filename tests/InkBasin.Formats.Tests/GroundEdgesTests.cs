using System.Buffers.Binary;
using System.IO.Compression;
using System.Text;
using FsCheck.Xunit;
using InkBasin.Core;
using InkBasin.Core.Ground;

namespace InkBasin.Formats.Tests;

/// <summary>Ground files at the ends of what they hold: where the body's corners stand, which cells a face covers, the least and the most that is taken.</summary>
public class GroundEdgesTests
{
    private static byte[] Stl(params float[][] faces) => GroundIntoTests.Stl(faces);

    private static byte[] Words(string text) => Encoding.ASCII.GetBytes(text);

    private static string Refused(Action read) => Assert.Throws<RefusedException>(read).Message;

    [Fact]
    public void A_bodys_corners_stand_on_the_board()
    {
        var body = GroundBody.Of(new HeightField(3, 2, 4, [1, 2, 3, 4, 5, 6]), 6);
        Assert.Equal((0, 12, 0, 8, -6, 6), (body.Vertices.Min(v => v.X), body.Vertices.Max(v => v.X), body.Vertices.Min(v => v.Y), body.Vertices.Max(v => v.Y), body.Vertices.Min(v => v.Z), body.Vertices.Max(v => v.Z)));

        // Row 0 is at the back: its centres 2 mm from the back edge.
        Assert.Contains((2.0, 6.0, 1.0), body.Vertices);
        Assert.Contains((10.0, 6.0, 3.0), body.Vertices);
        Assert.Contains((6.0, 2.0, 5.0), body.Vertices);
        Assert.Contains((12.0, 0.0, 6.0), body.Vertices);
    }

    [Fact]
    public void Every_face_of_a_body_file_has_its_own_normal()
    {
        var random = new Random(5);
        var body = GroundBody.Of(new HeightField(7, 5, 2.5, [.. Enumerable.Range(0, 35).Select(_ => random.NextDouble() * 20)]), 6);
        var stl = body.ToStl();
        double Read(int face, int at) => BinaryPrimitives.ReadSingleLittleEndian(stl.AsSpan(84 + (face * 50) + (at * 4)));
        for (var i = 0; i < body.Faces.Count; i++)
        {
            var (p, q, r) = (body.Vertices[body.Faces[i].A], body.Vertices[body.Faces[i].B], body.Vertices[body.Faces[i].C]);
            (double X, double Y, double Z) n = (Read(i, 0), Read(i, 1), Read(i, 2));
            Assert.Equal(1, Math.Sqrt((n.X * n.X) + (n.Y * n.Y) + (n.Z * n.Z)), 1e-5);

            // Square to both sides, and the corners turn counter-clockwise about it.
            Assert.Equal(0, (n.X * (q.X - p.X)) + (n.Y * (q.Y - p.Y)) + (n.Z * (q.Z - p.Z)), 1e-4);
            Assert.Equal(0, (n.X * (r.X - p.X)) + (n.Y * (r.Y - p.Y)) + (n.Z * (r.Z - p.Z)), 1e-4);
            var turn = (n.X * (((q.Y - p.Y) * (r.Z - p.Z)) - ((q.Z - p.Z) * (r.Y - p.Y)))) + (n.Y * (((q.Z - p.Z) * (r.X - p.X)) - ((q.X - p.X) * (r.Z - p.Z)))) + (n.Z * (((q.X - p.X) * (r.Y - p.Y)) - ((q.Y - p.Y) * (r.X - p.X))));
            Assert.True(turn > 0);
        }
    }

    [Property(MaxTest = 60)]
    public bool A_body_covers_the_cells_whose_centres_lie_under_its_faces(int seed)
    {
        var random = new Random(seed);
        var faces = Enumerable.Range(0, 1 + random.Next(3)).Select(_ => Enumerable.Range(0, 9).Select(k => (k % 3 == 2 ? random.Next(30) : 40 + random.Next(60)) / 4f).ToArray()).ToArray();
        double left = faces.Min(f => Math.Min(f[0], Math.Min(f[3], f[6]))), right = faces.Max(f => Math.Max(f[0], Math.Max(f[3], f[6])));
        double front = faces.Min(f => Math.Min(f[1], Math.Min(f[4], f[7]))), back = faces.Max(f => Math.Max(f[1], Math.Max(f[4], f[7])));
        int columns = Math.Max(1, (int)Math.Ceiling(right - left)), rows = Math.Max(1, (int)Math.Ceiling(back - front));
        var expected = Enumerable.Range(0, columns * rows).Select(i => faces.Max(f => At(f, left + (i % columns) + 0.5, back - (i / columns) - 0.5) ?? double.NegativeInfinity)).ToArray();
        if (expected.All(double.IsInfinity)) return Refused(() => ScannedBody.Read(Stl(faces), 1)).Contains("covers nothing", StringComparison.Ordinal);
        var grid = ScannedBody.Read(Stl(faces), 1);
        return (grid.Columns, grid.Rows) == (columns, rows)
            && grid.Heights.Zip(expected).All(pair => double.IsInfinity(pair.Second) ? float.IsNaN(pair.First) : Math.Abs(pair.First - pair.Second) < 1e-3);

        // Height of a face over a place; null where it is not under it. By the areas of the three faces it makes with its corners; the numbers are quarters, so that an edge is met to the last bit.
        static double? At(float[] f, double x, double y)
        {
            double Twice(int i, int k) => ((f[i] - x) * (f[k + 1] - y)) - ((f[k] - x) * (f[i + 1] - y));
            double a = Twice(3, 6), b = Twice(6, 0), c = Twice(0, 3), all = a + b + c;
            return all == 0 || a * all < 0 || b * all < 0 || c * all < 0 ? null : ((a * f[2]) + (b * f[5]) + (c * f[8])) / all;
        }
    }

    [Theory]
    [InlineData(4.0009f, 4)]
    [InlineData(4.0011f, 5)]
    public void A_hair_over_a_whole_number_of_cells_is_no_other_cell(float widthMm, int columns) =>
        Assert.Equal(columns, ScannedBody.Read(Stl([100, 50, 1, 100 + widthMm, 50, 1, 100, 53, 1], [100 + widthMm, 50, 1, 100 + widthMm, 53, 1, 100, 53, 1]), 1).Columns);

    [Fact]
    public void A_corner_further_off_than_a_million_kilometres_lies_nowhere()
    {
        Assert.Equal(10, ScannedBody.Read(Stl([0, 0, 1, 1e9f, 0, 1, 0, 1e9f, 1]), 1e8).Columns);
        Assert.Contains("nowhere", Refused(() => ScannedBody.Read(Stl([0, 0, 1, 1.0001e9f, 0, 1, 0, 1e9f, 1]), 1e8)), StringComparison.Ordinal);
        Assert.Contains("nowhere", Refused(() => ScannedBody.Read(Stl([0, 0, 1, 1e9f, 0, 1, 0, -1.0001e9f, 1]), 1e8)), StringComparison.Ordinal);
    }

    [Fact]
    public void An_ascii_body_must_end_and_its_last_face_be_whole()
    {
        const string Face = "facet\nouter loop\nvertex 0 0 1\nvertex 9 0 1\nvertex 0 9 1\nendloop\nendfacet\n";
        Assert.Equal(9, ScannedBody.Read(Words($"solid x\n{Face}endsolid x"), 1).Columns);
        Assert.Contains("after 1 faces", Refused(() => ScannedBody.Read(Words($"solid x\n{Face}"), 1)), StringComparison.Ordinal);
        Assert.Contains("after 1 faces", Refused(() => ScannedBody.Read(Words($"solid x\n{Face}vertex 0 0 1\nendsolid"), 1)), StringComparison.Ordinal);
        Assert.Contains("after 2 faces", Refused(() => ScannedBody.Read(Words($"solid x\n{Face}{Face}vertex 0 0 1\nendsolid"), 1)), StringComparison.Ordinal);
    }

    [Fact]
    public void A_long_word_is_shown_by_its_beginning()
    {
        string Said(string word) => Refused(() => AsciiGrid.Read(Words($"ncols 2\nnrows 1\ncellsize 1\n{word} 1")));
        Assert.Contains($"\"9{new string('x', 19)}\"", Said("9" + new string('x', 19)), StringComparison.Ordinal);
        Assert.Contains($"\"9{new string('x', 19)}…\"", Said("9" + new string('x', 20)), StringComparison.Ordinal);
    }

    [Fact]
    public void A_flat_picture_may_have_one_height()
    {
        var flat = GreyPicture.Read(GreyPicture.Write(new HeightField(3, 2, 1, [5, 5, 5, 5, 5, 5])), 7, 7, 2);
        Assert.Equal(Enumerable.Repeat(7f, 6), flat.Heights);
        Assert.Equal((3, 2, 2.0), (flat.Columns, flat.Rows, flat.Cell));
    }

    [Fact]
    public void A_packed_grid_may_be_one_cell_and_has_nothing_after_it()
    {
        var packed = PackedGrid.Write(new HeightGrid(1, 1, 0.5, [3.25f]));
        var one = PackedGrid.Read(packed);
        Assert.Equal((1, 1, 0.5, 3.25f), (one.Columns, one.Rows, one.Cell, one.Heights[0]));

        // A nought too many, packed as heights are.
        const int Head = 20;
        using var long_ = new MemoryStream();
        long_.Write(packed.AsSpan(0, Head));
        using (var brotli = new BrotliStream(long_, CompressionLevel.Fastest, leaveOpen: true)) brotli.Write([.. BitConverter.GetBytes(3.25f), 0]);
        Assert.Contains("damaged", Refused(() => PackedGrid.Read(long_.ToArray())), StringComparison.Ordinal);
        foreach (var (columns, rows) in new[] { (0, 1), (1, 0), (-1, -1) })
        {
            var none = packed.ToArray();
            BinaryPrimitives.WriteInt32LittleEndian(none.AsSpan(4), columns);
            BinaryPrimitives.WriteInt32LittleEndian(none.AsSpan(8), rows);
            Assert.Contains("damaged", Refused(() => PackedGrid.Read(none)), StringComparison.Ordinal);
        }
    }

    [Theory]
    [InlineData(12_000, 10_000, "no picture")]
    [InlineData(12_000, 10_001, "12000 × 10001 pixels: bring in a smaller one")]
    [InlineData(10_001, 12_000, "10001 × 12000 pixels: bring in a smaller one")]
    public void A_photo_of_over_120_million_pixels_is_refused_by_what_it_says_of_itself(int width, int height, string words)
    {
        // A head and no picture after it.
        var head = new byte[25];
        "IHDR"u8.CopyTo(head.AsSpan(4));
        BinaryPrimitives.WriteInt32BigEndian(head, 13);
        BinaryPrimitives.WriteInt32BigEndian(head.AsSpan(8), width);
        BinaryPrimitives.WriteInt32BigEndian(head.AsSpan(12), height);
        (head[16], head[17]) = (8, 0);
        BinaryPrimitives.WriteUInt32BigEndian(head.AsSpan(21), System.IO.Hashing.Crc32.HashToUInt32(head.AsSpan(4, 17)));
        byte[] file = [0x89, (byte)'P', (byte)'N', (byte)'G', 13, 10, 26, 10, .. head];
        Assert.Contains(words, Refused(() => TracePicture.Read(file)), StringComparison.Ordinal);
    }

    [Fact]
    public void A_cell_is_written_as_it_is() =>
        Assert.Contains("cellsize 0.1\n", Encoding.ASCII.GetString(AsciiGrid.Write(new HeightField(2, 1, 0.1, [1, 2.00004]))), StringComparison.Ordinal);

    [Theory]
    [InlineData(-9998.5f)]
    [InlineData(-9999f)]
    [InlineData(-9999.5f)]
    [InlineData(-20_000f)]
    public void A_hole_is_no_height_however_deep_the_ground(float lowest)
    {
        var grid = new HeightGrid(3, 1, 1, [lowest, float.NaN, 4]);
        Assert.Equal(grid.Heights, AsciiGrid.Read(AsciiGrid.Write(grid)).Heights);
    }
}
