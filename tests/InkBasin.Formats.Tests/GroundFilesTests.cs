using System.Buffers.Binary;
using System.Globalization;
using System.Text;
using InkBasin.Core.Ground;
using SixLabors.ImageSharp;
using SixLabors.ImageSharp.Formats.Png;
using SixLabors.ImageSharp.PixelFormats;

namespace InkBasin.Formats.Tests;

public class GroundFilesTests
{
    private static readonly HeightField Rough = Make(14, 9, 2.5);

    private static HeightField Make(int columns, int rows, double cellMm)
    {
        var random = new Random(7);
        return new HeightField(columns, rows, cellMm, [.. Enumerable.Range(0, columns * rows).Select(_ => Math.Round((random.NextDouble() * 40) - 3, 4))]);
    }

    [Fact]
    public void An_ascii_grid_has_its_head_and_its_heights_from_the_back()
    {
        var lines = Encoding.ASCII.GetString(AsciiGrid.Write(Rough)).Split('\n', StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal(["ncols 14", "nrows 9", "xllcorner 0", "yllcorner 0", "cellsize 2.5", "NODATA_value -9999"], lines[..6]);
        double[] read = [.. lines[6..].SelectMany(line => line.Split(' ')).Select(word => double.Parse(word, CultureInfo.InvariantCulture))];
        Assert.Equal(Rough.HeightsMm, read);
    }

    [Fact]
    public void A_grey_picture_keeps_heights_to_its_sixteen_bits_and_says_its_range()
    {
        using var image = Image.Load<L16>(GreyPicture.Write(Rough));
        var words = Assert.Single(image.Metadata.GetPngMetadata().TextData).Value;
        double low = Rough.HeightsMm.Min(), high = Rough.HeightsMm.Max();
        Assert.Equal(string.Create(CultureInfo.InvariantCulture, $"black {low:0.####} mm, white {high:0.####} mm, cell 2.5 mm"), words);
        Assert.Equal(PngBitDepth.Bit16, image.Metadata.GetPngMetadata().BitDepth);
        for (var i = 0; i < Rough.HeightsMm.Length; i++)
        {
            var height = low + ((high - low) * image[i % 14, i / 14].PackedValue / ushort.MaxValue);
            Assert.Equal(Rough.HeightsMm[i], height, (high - low) / 65535);
        }
    }

    [Fact]
    public void Flat_ground_makes_a_picture_too()
    {
        using var image = Image.Load<L16>(GreyPicture.Write(new HeightField(3, 2, 1, [5, 5, 5, 5, 5, 5])));
        Assert.Equal((3, 2), (image.Width, image.Height));
    }

    [Fact]
    public void The_body_is_closed_turns_outward_and_holds_the_ground_and_its_board()
    {
        var body = GroundBody.Of(Rough, 6);
        var edges = new Dictionary<(int, int), int>();
        foreach (var (a, b, c) in body.Faces)
        {
            foreach (var (from, to) in new[] { (a, b), (b, c), (c, a) })
            {
                var key = from < to ? (from, to) : (to, from);
                edges[key] = edges.GetValueOrDefault(key) + (from < to ? 1 : -1);
            }
        }

        Assert.All(edges.Values, turns => Assert.Equal(0, turns));
        var flat = GroundBody.Of(new HeightField(20, 10, 2, [.. Enumerable.Repeat(25.0, 200)]), 6);
        Assert.Equal(40 * 20 * 31 / 1000.0, flat.VolumeMl, 9);
    }

    [Fact]
    public void A_body_file_reads_back_as_the_same_triangles()
    {
        var body = GroundBody.Of(Rough, 6);
        var stl = body.ToStl();
        Assert.Equal((uint)body.Faces.Count, BinaryPrimitives.ReadUInt32LittleEndian(stl.AsSpan(80)));
        Assert.Equal(84 + (50 * body.Faces.Count), stl.Length);
        var first = body.Vertices[body.Faces[0].A];
        Assert.Equal(first.X, BinaryPrimitives.ReadSingleLittleEndian(stl.AsSpan(96)), 4);
        Assert.Equal(first.Z, BinaryPrimitives.ReadSingleLittleEndian(stl.AsSpan(104)), 4);
        var upward = BinaryPrimitives.ReadSingleLittleEndian(stl.AsSpan(92));
        Assert.True(upward > 0);

        var lines = Encoding.ASCII.GetString(body.ToObj()).Split('\n');
        Assert.Equal(body.Vertices.Count, lines.Count(line => line.StartsWith("v ", StringComparison.Ordinal)));
        Assert.Equal(body.Faces.Count, lines.Count(line => line.StartsWith("f ", StringComparison.Ordinal)));
    }

    [Fact]
    public void A_strip_one_cell_wide_makes_a_body_too() =>
        Assert.Equal(5 * (3 + 6) / 1000.0, GroundBody.Of(new HeightField(1, 5, 1, [3, 3, 3, 3, 3]), 6).VolumeMl, 9);
}
