using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Log;
using InkBasin.Core.Resin;
using InkBasin.Core.Sight;
using InkBasin.Core.Stock;
using SixLabors.ImageSharp;
using SixLabors.ImageSharp.PixelFormats;

namespace InkBasin.Formats.Tests;

/// <summary>A demo build that also lays down heights, is traced from a picture, has one in its log and is poured with a product of the maker's own.</summary>
internal static class Laden
{
    public static readonly DateOnly Day = new(2027, 5, 14);

    public static readonly Guid Id = new("018f0000-0000-7000-8000-000000000001");

    public static byte[] Demo(string name) => File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "demo", $"{name}.build.json"));

    public static byte[] Jpeg(int width = 40, int height = 20, byte shade = 90)
    {
        using var image = new Image<Rgb24>(width, height, new Rgb24(shade, 120, 110));
        using var file = new MemoryStream();
        image.SaveAsJpeg(file);
        return file.ToArray();
    }

    public static (Build Build, IReadOnlyDictionary<string, byte[]> Attachments) Build()
    {
        var random = new Random(7);
        var grid = PackedGrid.Write(new HeightGrid(9, 7, 2.1, [.. Enumerable.Range(0, 63).Select(i => i == 11 ? float.NaN : (float)((random.NextDouble() * 60) - 20))]));
        byte[] traced = Jpeg(), logged = Jpeg(30, 60, 30);
        var build = BuildFile.Read(Demo("sallow-quay")).Build;
        build = build with
        {
            Recipe = [.. build.Recipe, new ExistingGround { Id = "hills", Name = "Hills", GridId = BuildZip.IdOf(grid), LeftMm = 10, BackMm = 10, WidthMm = 60, LowestMm = 30, Enabled = false }],
            Photo = new TracePhoto(BuildZip.IdOf(traced), 40, 20, new PointMm(100, 80), 2),
            Log = [.. build.Log, new LogEntry { Id = "laden", At = new DateTimeOffset(2027, 3, 1, 9, 0, 0, TimeSpan.Zero), PhotoId = BuildZip.IdOf(logged), Text = "Before the skin went on" }],
        };
        build.Check();
        return (build, new[] { grid, traced, logged }.ToDictionary(one => BuildZip.IdOf(one)));
    }

    public static byte[] File3(Build build, IReadOnlyDictionary<string, byte[]> attachments) => BuildZip.Write(Id, build, Day, attachments, new Dictionary<string, SheetDraft> { ["own"] = new("Clear cast of mine", ProductKind.CastingEpoxy) { GreatestLayerMm = 5 } });
}
