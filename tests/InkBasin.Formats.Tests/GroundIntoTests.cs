using System.Buffers.Binary;
using System.Globalization;
using System.Text;
using FsCheck.Xunit;
using InkBasin.Core;
using InkBasin.Core.Ground;
using SixLabors.ImageSharp;
using SixLabors.ImageSharp.Formats.Png;
using SixLabors.ImageSharp.PixelFormats;

namespace InkBasin.Formats.Tests;

/// <summary>Ground brought in from files: in, out and in again gives the same heights; what cannot be read is refused in a sentence.</summary>
public class GroundIntoTests
{
    // Through the whole way a maker takes: a file read, laid on a board of its own cells, compiled.
    private static HeightField Laid(HeightGrid grid)
    {
        var board = new Board(grid.Columns * grid.Cell, grid.Rows * grid.Cell, grid.Cell);
        var step = ExistingGround.Proposed("0123456789", grid, board, 1, real: false);
        return GroundRecipe.Compile(board, [step], new GroundGrids(new Dictionary<string, HeightGrid> { [step.GridId] = grid })).Surface;
    }

    private static HeightField Rough(int seed)
    {
        var random = new Random(seed);
        int columns = 8 + random.Next(12), rows = 8 + random.Next(12);
        return new HeightField(columns, rows, 2.5, [.. Enumerable.Range(0, columns * rows).Select(_ => (random.NextDouble() * 60) - 2)]);
    }

    private static bool Same(HeightField a, HeightField b, double toleranceMm) =>
        a.Columns == b.Columns && a.Rows == b.Rows && a.CellMm == b.CellMm
        && a.HeightsMm.Zip(b.HeightsMm).All(pair => Math.Abs(pair.First - pair.Second) <= toleranceMm);

    [Property(MaxTest = 30)]
    public bool An_ascii_grid_out_and_in_keeps_heights_to_its_ten_thousandth(int seed)
    {
        var first = Laid(AsciiGrid.Read(AsciiGrid.Write(Rough(seed))));
        var second = Laid(AsciiGrid.Read(AsciiGrid.Write(first)));
        return Same(Rough(seed), first, 1e-4) && Same(first, second, 1e-4);
    }

    [Property(MaxTest = 30)]
    public bool A_grey_picture_out_and_in_keeps_heights_to_its_sixteen_bits(int seed)
    {
        var first = Laid(GreyPicture.Read(GreyPicture.Write(Rough(seed))));
        var second = Laid(GreyPicture.Read(GreyPicture.Write(first)));
        return Same(Rough(seed), first, 62.0 / 65535) && Same(first, second, 62.0 / 65535);
    }

    [Property(MaxTest = 30)]
    public bool A_body_out_and_in_keeps_heights_to_its_single_precision(int seed)
    {
        var rough = Rough(seed);
        var first = Laid(ScannedBody.Read(GroundBody.Of(rough, 6).ToStl(), 2.5));
        var second = Laid(ScannedBody.Read(GroundBody.Of(first, 6).ToStl(), 2.5));
        return Same(rough, first, 1e-3) && Same(first, second, 1e-3);
    }

    [Fact]
    public void An_ascii_body_reads_as_the_binary_one_does()
    {
        var body = GroundBody.Of(Rough(3), 6);
        var text = new StringBuilder("solid ground\n");
        foreach (var (a, b, c) in body.Faces)
        {
            text.Append("  facet normal 0 0 0\n    outer loop\n");
            foreach (var corner in (int[])[a, b, c])
            {
                var (x, y, z) = body.Vertices[corner];
                text.Append(CultureInfo.InvariantCulture, $"      vertex {x:R} {y:R} {z:E6}\n");
            }

            text.Append("    endloop\n  endfacet\n");
        }

        text.Append("endsolid ground\n");
        var binary = ScannedBody.Read(body.ToStl(), 2.5);
        var ascii = ScannedBody.Read(Encoding.ASCII.GetBytes(text.ToString()), 2.5);
        Assert.Equal((binary.Columns, binary.Rows), (ascii.Columns, ascii.Rows));
        for (var i = 0; i < binary.Heights.Length; i++) Assert.Equal(binary.Heights[i], ascii.Heights[i], 1e-3);
    }

    [Fact]
    public void A_body_with_a_hole_is_a_grid_with_a_hole_and_says_how_many_cells()
    {
        // Two triangles that leave the front left corner of a 10 × 10 square uncovered.
        var grid = ScannedBody.Read(Stl([[0, 10, 4, 10, 10, 4, 10, 0, 4]]), 1);
        Assert.Equal((10, 10), (grid.Columns, grid.Rows));
        Assert.Equal(45, grid.Holes);
        Assert.Equal(4, grid.At(9.5, 0.5), 5);
        Assert.True(float.IsNaN(grid.Heights[(9 * 10) + 0]));
    }

    [Fact]
    public void Of_two_faces_over_one_place_the_higher_counts()
    {
        float[] floor = [0, 0, 1, 10, 0, 1, 0, 10, 1], roof = [0, 0, 7, 10, 0, 7, 0, 10, 7];
        Assert.Equal(7, ScannedBody.Read(Stl([roof, floor]), 2).Highest);
        Assert.Equal(7, ScannedBody.Read(Stl([floor, roof]), 2).Lowest);
    }

    [Fact]
    public void A_grid_as_terrain_offices_write_it_is_read_with_its_holes()
    {
        const string Text = "NCOLS 3\r\nNROWS 2\r\nXLLCENTER 431200.5\r\nYLLCENTER 5312000\r\nCELLSIZE 10\r\nNODATA_VALUE -32768\r\n301.5 302 -32768\r\n3.00e2 299.25 298\r\n";
        var grid = AsciiGrid.Read(Encoding.ASCII.GetBytes(Text));
        Assert.Equal((3, 2, 10.0, 1), (grid.Columns, grid.Rows, grid.Cell, grid.Holes));
        Assert.Equal([301.5f, 302, float.NaN, 300, 299.25f, 298], grid.Heights);
    }

    [Fact]
    public void A_grey_picture_without_words_takes_its_heights_from_the_maker()
    {
        var file = Png16(3, 2, (c, _) => (ushort)(c * 32767.5));
        var grid = GreyPicture.Read(file, low: 100, high: 200, cell: 5);
        Assert.Equal((100.0, 200.0, 5.0), (grid.Lowest, grid.Highest, grid.Cell));
        Assert.Equal("low", Assert.Throws<RefusedException>(() => GreyPicture.Read(file)).Field);
        Assert.Equal("cell", Assert.Throws<RefusedException>(() => GreyPicture.Read(file, 1, 2)).Field);
        Assert.Equal("high", Assert.Throws<RefusedException>(() => GreyPicture.Read(file, 2, 1, 1)).Field);
    }

    [Theory]
    [InlineData("", "no ASCII grid")]
    [InlineData("hello", "no number")]
    [InlineData("ncols 3\nnrows 2\n1 2 3 4 5 6", "cellsize")]
    [InlineData("ncols 3\nnrows 2\ncellsize 0\n1 2 3 4 5 6", "above zero")]
    [InlineData("ncols 3\nnrows -2\ncellsize 1\n1 2 3 4 5 6", "above zero")]
    [InlineData("ncols 3.5\nnrows 2\ncellsize 1\n1 2 3 4 5 6 7", "ncols")]
    [InlineData("ncols x\nnrows 2\ncellsize 1\n1 2", "no number after ncols")]
    [InlineData("ncols 3\nnrows 2\ncellsize 1\n1 2 3 4 5", "ends after 5")]
    [InlineData("ncols 3\nnrows 2\ncellsize 1\n1 2 3 4 5 6 7", "goes on")]
    [InlineData("ncols 3\nnrows 2\ncellsize 1\n1 2 three 4 5 6", "Height 3")]
    [InlineData("ncols 3\nnrows 2\ncellsize 1\n1 2 1e60 4 5 6", "Height 3")]
    [InlineData("ncols 90000\nnrows 90000\ncellsize 1\n1 2 3", "million cells")]
    [InlineData("ncols 2000\nnrows 2000\ncellsize 1\n1 2 3", "too short")]
    [InlineData("ncols 2\nnrows 1\ncellsize 1\nNODATA_value 7\n7 7", "only holes")]
    [InlineData("ncols 2\nnrows 1\nsource survey\n7 7", "no number after source")]
    public void A_grid_that_is_empty_damaged_huge_or_lying_is_refused(string text, string words)
    {
        var refused = Assert.Throws<RefusedException>(() => AsciiGrid.Read(Encoding.ASCII.GetBytes(text)));
        Assert.Equal("file", refused.Field);
        Assert.Contains(words, refused.Message, StringComparison.Ordinal);
    }

    public static TheoryData<string, byte[], string> WrongPictures => new()
    {
        { "empty", [], "no PNG" },
        { "not a picture", Encoding.ASCII.GetBytes("ncols 3"), "no PNG" },
        { "cut short", Png16(40, 40, (c, r) => (ushort)(c * r))[..200], "damaged" },
        { "eight bits", Png(PngBitDepth.Bit8, PngColorType.Grayscale), "16-bit grey" },
        { "in colour", Png(PngBitDepth.Bit16, PngColorType.Rgb), "16-bit grey" },
        { "lying about its size", Lying(Png16(4, 4, (_, _) => 9), 60_000), "too many" },
    };

    [Theory]
    [MemberData(nameof(WrongPictures))]
    public void A_picture_that_is_empty_damaged_huge_or_lying_is_refused(string what, byte[] file, string words)
    {
        var refused = Assert.Throws<RefusedException>(() => GreyPicture.Read(file, 0, 10, 1));
        Assert.True(refused.Message.Contains(words, StringComparison.Ordinal), $"{what}: {refused.Message}");
    }

    public static TheoryData<string, byte[], string> WrongBodies => new()
    {
        { "empty", [], "empty" },
        { "not a body", Encoding.ASCII.GetBytes("ncols 3"), "no STL" },
        { "promising more than it holds", Stl([[0, 0, 1, 9, 0, 1, 0, 9, 1]], faces: 4_000_000_000), "promises" },
        { "no faces", Stl([]), "no faces" },
        { "a corner nowhere", Stl([[0, 0, 1, float.NaN, 0, 1, 0, 9, 1]]), "nowhere" },
        { "on edge", Stl([[0, 0, 1, 9, 0, 1, 4, 0, 9]]), "covers nothing" },
        { "broken off", Encoding.ASCII.GetBytes("solid x\nfacet\nvertex 0 0 1\nvertex 9 0 1\n"), "breaks off" },
        { "words for numbers", Encoding.ASCII.GetBytes("solid x\nvertex 0 zero 1\nendsolid"), "three numbers" },
    };

    [Theory]
    [MemberData(nameof(WrongBodies))]
    public void A_body_that_is_empty_damaged_huge_or_lying_is_refused(string what, byte[] file, string words)
    {
        var refused = Assert.Throws<RefusedException>(() => ScannedBody.Read(file, 1));
        Assert.True(refused.Message.Contains(words, StringComparison.Ordinal), $"{what}: {refused.Message}");
    }

    [Fact]
    public void A_cell_too_small_for_the_body_is_refused() =>
        Assert.Equal("cell", Assert.Throws<RefusedException>(() => ScannedBody.Read(Stl([[0, 0, 1, 900, 0, 1, 0, 900, 1]]), 0.01)).Field);

    [Property(MaxTest = 40)]
    public bool A_packed_grid_unpacks_to_the_last_bit_and_a_damaged_one_is_refused(int seed)
    {
        var random = new Random(seed);
        var grid = new HeightGrid(7, 5, 0.25, [.. Enumerable.Range(0, 35).Select(i => i == 4 ? float.NaN : random.NextSingle())]);
        var packed = PackedGrid.Write(grid);
        var again = PackedGrid.Read(packed);
        if (!grid.Heights.SequenceEqual(again.Heights) || again.Cell != 0.25 || again.Columns != 7) return false;
        try
        {
            PackedGrid.Read(packed[..(8 + random.Next(packed.Length - 8))]);
            return false;
        }
        catch (RefusedException)
        {
            return true;
        }
    }

    [Fact]
    public void A_photo_is_turned_upright_made_smaller_and_forgets_where_it_was_taken()
    {
        using var photo = new Image<Rgb24>(4000, 1000);
        photo.Metadata.ExifProfile = new SixLabors.ImageSharp.Metadata.Profiles.Exif.ExifProfile();
        photo.Metadata.ExifProfile.SetValue(SixLabors.ImageSharp.Metadata.Profiles.Exif.ExifTag.Orientation, (ushort)6);
        photo.Metadata.ExifProfile.SetValue(SixLabors.ImageSharp.Metadata.Profiles.Exif.ExifTag.Software, "camera");
        using var file = new MemoryStream();
        photo.SaveAsJpeg(file);
        var read = TracePicture.Read(file.ToArray());
        Assert.Equal((750, 3000), (read.WidthPx, read.HeightPx));
        Assert.Null(Image.Identify(read.Jpeg).Metadata.ExifProfile);
        Assert.Throws<RefusedException>(() => TracePicture.Read(Encoding.ASCII.GetBytes("no picture")));
        Assert.Throws<RefusedException>(() => TracePicture.Read(file.ToArray()[..400]));
    }

    [Fact]
    public void Only_still_pictures_of_the_kinds_offered_are_decoded()
    {
        using var small = new Image<Rgb24>(8, 8);
        using MemoryStream png = new(), webp = new(), bmp = new();
        small.SaveAsPng(png);
        small.SaveAsWebp(webp);
        small.SaveAsBmp(bmp);
        Assert.Equal(8, TracePicture.Read(png.ToArray()).WidthPx);
        Assert.Equal(8, TracePicture.Read(webp.ToArray()).WidthPx);
        Assert.Throws<RefusedException>(() => TracePicture.Read(bmp.ToArray()));

        // Pictures that move: of one the kind is not offered, of the other the movement.
        using var gif = new MemoryStream();
        using (var frames = new Image<Rgb24>(8, 8))
        {
            for (var k = 0; k < 50; k++) frames.Frames.AddFrame(small.Frames.RootFrame);
            frames.SaveAsGif(gif);
        }

        Assert.Throws<RefusedException>(() => TracePicture.Read(gif.ToArray()));
        Assert.Throws<RefusedException>(() => TracePicture.Read(MovingWebp(webp.ToArray())));
    }

    // The head of a WebP that says it moves, with one still picture as its only frame.
    private static byte[] MovingWebp(byte[] still)
    {
        var picture = still.AsSpan(12);
        byte[] frame = [0, 0, 0, 0, 0, 0, 7, 0, 0, 7, 0, 0, 100, 0, 0, 0, .. picture];
        byte[] body =
        [
            .. "WEBPVP8X"u8, .. BitConverter.GetBytes(10), 0x02, 0, 0, 0, 7, 0, 0, 7, 0, 0,
            .. "ANIM"u8, .. BitConverter.GetBytes(6), 255, 255, 255, 255, 0, 0,
            .. "ANMF"u8, .. BitConverter.GetBytes(frame.Length), .. frame,
        ];
        return [.. "RIFF"u8, .. BitConverter.GetBytes(body.Length), .. body];
    }

    internal static byte[] Stl(float[][] corners) => Stl(corners, (uint)corners.Length);

    private static byte[] Stl(float[][] corners, uint faces)
    {
        var file = new byte[84 + (corners.Length * 50)];
        BinaryPrimitives.WriteUInt32LittleEndian(file.AsSpan(80), faces);
        for (var i = 0; i < corners.Length; i++)
        {
            for (var k = 0; k < 9; k++) BinaryPrimitives.WriteSingleLittleEndian(file.AsSpan(84 + (i * 50) + 12 + (k * 4)), corners[i][k]);
        }

        return file;
    }

    private static byte[] Png16(int width, int height, Func<int, int, ushort> grey)
    {
        using var image = new Image<L16>(width, height);
        for (var row = 0; row < height; row++)
        {
            for (var column = 0; column < width; column++) image[column, row] = new L16(grey(column, row));
        }

        using var file = new MemoryStream();
        image.SaveAsPng(file, new PngEncoder { BitDepth = PngBitDepth.Bit16, ColorType = PngColorType.Grayscale });
        return file.ToArray();
    }

    private static byte[] Png(PngBitDepth depth, PngColorType colour)
    {
        using var image = new Image<Rgb48>(3, 3);
        using var file = new MemoryStream();
        image.SaveAsPng(file, new PngEncoder { BitDepth = depth, ColorType = colour });
        return file.ToArray();
    }

    // The head of a PNG says its size first: width and height made huge, with the head's own check sum put right.
    private static byte[] Lying(byte[] png, int side)
    {
        byte[] file = [.. png];
        BinaryPrimitives.WriteInt32BigEndian(file.AsSpan(16), side);
        BinaryPrimitives.WriteInt32BigEndian(file.AsSpan(20), side);
        var crc = 0xFFFFFFFFu;
        for (var i = 12; i < 29; i++)
        {
            crc ^= file[i];
            for (var k = 0; k < 8; k++) crc = (crc & 1) != 0 ? (crc >> 1) ^ 0xEDB88320u : crc >> 1;
        }

        BinaryPrimitives.WriteUInt32BigEndian(file.AsSpan(29), ~crc);
        return file;
    }
}
