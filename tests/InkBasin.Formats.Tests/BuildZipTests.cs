using System.IO.Compression;
using System.Text;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using InkBasin.Core;
using InkBasin.Core.Ground;

namespace InkBasin.Formats.Tests;

/// <summary>The build file: a round trip changes nothing; what is damaged, swollen or leads elsewhere is refused whole, in a sentence.</summary>
public class BuildZipTests
{
    private static byte[] Whole()
    {
        var (build, attachments) = Laden.Build();
        return Laden.File3(build, attachments);
    }

    private static RefusedException Refused(byte[] file)
    {
        var refused = Assert.Throws<RefusedException>(() => BuildZip.Read(file));
        Assert.EndsWith(".", refused.Message, StringComparison.Ordinal);
        return refused;
    }

    private static byte[] Zip(params (string Name, byte[] Bytes)[] entries)
    {
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, bytes) in entries)
            {
                using var to = zip.CreateEntry(name).Open();
                to.Write(bytes);
            }
        }

        return file.ToArray();
    }

    private static (string Name, byte[] Bytes)[] Entries(byte[] file)
    {
        using var zip = new ZipArchive(new MemoryStream(file));
        return [.. zip.Entries.Select(entry =>
        {
            using var bytes = new MemoryStream();
            using var from = entry.Open();
            from.CopyTo(bytes);
            return (entry.FullName, bytes.ToArray());
        })];
    }

    [Fact]
    public void A_round_trip_changes_nothing()
    {
        var (build, attachments) = Laden.Build();
        var file = Laden.File3(build, attachments);
        var read = BuildZip.Read(file);
        Assert.Equal(Laden.Id, read.Id);
        Assert.Equal(BuildFile.Write(build, Laden.Day), BuildFile.Write(read.Build, Laden.Day));
        Assert.Equal(attachments.OrderBy(one => one.Key), read.Attachments!.OrderBy(one => one.Key));
        Assert.Equal(file, BuildZip.Write(read.Id!.Value, read.Build, read.WrittenOn, read.Attachments, read.Labels, read.Tints));
        Assert.Equal(["build.json", .. BuildFile.Read(Entries(file)[0].Bytes).Files!.Select(one => one.Path)], Entries(file).Select(one => one.Name));
    }

    [Fact]
    public void Files_of_this_version_and_of_both_before_open_and_a_later_one_says_so()
    {
        var folder = Path.Combine(AppContext.BaseDirectory, "files");
        Assert.Equal("Sallow Quay", BuildZip.Read(File.ReadAllBytes(Path.Combine(folder, "version-1.build.json"))).Build.Name);
        var two = BuildZip.Read(File.ReadAllBytes(Path.Combine(folder, "version-2.build.json")));
        Assert.Equal(3, two.Attachments!.Count);
        Assert.Equal("Sallow Quay", BuildZip.Read(File.ReadAllBytes(Path.Combine(folder, "version-3.build.zip"))).Build.Name);
        var later = Entries(Whole());
        later[0].Bytes = Encoding.UTF8.GetBytes(Encoding.UTF8.GetString(later[0].Bytes).Replace("\"formatVersion\": 3", "\"formatVersion\": 4", StringComparison.Ordinal));
        Assert.Contains("later version", Refused(Zip(later)).Message, StringComparison.Ordinal);
    }

    [Property(MaxTest = 300)]
    public Property Every_height_comes_back_to_the_last_bit() => Prop.ForAll(
        ArbMap.Default.GeneratorFor<float>().Where(one => Math.Abs(one) <= 1e7f).Or(Gen.Elements(-9999f, -9999.5f, float.Epsilon, -0f, 0.1f, 1 / 3f)).NonEmptyListOf().Select(all => all.Append(float.NaN).ToArray()).ToArbitrary(),
        heights =>
        {
            var back = AsciiGrid.Read(AsciiGrid.Write(new HeightGrid(heights.Length, 1, 0.1 + 0.2, heights)));
            return back.Heights.Select(BitConverter.SingleToInt32Bits).SequenceEqual(heights.Select(one => BitConverter.SingleToInt32Bits(float.IsNaN(one) ? float.NaN : one))) && back.Cell == 0.1 + 0.2;
        });

    [Fact]
    public void However_it_is_changed_or_cut_short_it_is_refused_whole_or_is_the_same()
    {
        var whole = Whole();
        var same = BuildFile.Write(BuildZip.Read(whole).Build, Laden.Day);
        var refused = 0;
        for (var k = 0; k < 600; k++)
        {
            var random = new Random(k);
            var changed = (byte[])whole.Clone();
            if (k % 3 == 0) changed = changed[..random.Next(2, changed.Length)];
            else for (var n = random.Next(1, 4); n > 0; n--) changed[random.Next(2, changed.Length)] ^= (byte)(1 << random.Next(8));
            try
            {
                // A mark nobody reads may be another: what was written of the build is not.
                Assert.Equal(same, BuildFile.Write(BuildZip.Read(changed).Build, Laden.Day));
            }
            catch (RefusedException sentence)
            {
                Assert.EndsWith(".", sentence.Message, StringComparison.Ordinal);
                refused++;
            }
        }

        Assert.True(refused > 500, $"{refused} of 600");
    }

    [Theory]
    [InlineData("../build.json")]
    [InlineData("heights/../../elsewhere.asc")]
    [InlineData("/etc/elsewhere")]
    [InlineData("photos/not-named.jpg")]
    [InlineData("C:\\elsewhere")]
    public void A_path_that_is_none_of_the_builds_is_refused(string path) =>
        Assert.Contains("none of the build", Refused(Zip([.. Entries(Whole()), (path, [1, 2, 3])])).Message, StringComparison.Ordinal);

    [Fact]
    public void A_path_in_the_list_that_leads_elsewhere_is_refused_and_so_are_twins()
    {
        var entries = Entries(Whole());
        var text = Encoding.UTF8.GetString(entries[0].Bytes);
        foreach (var path in new[] { "heights/../../x.asc", "build.json", "" })
        {
            var (name, bytes) = (entries[1].Name, entries[1].Bytes);
            Refused(Zip([("build.json", Encoding.UTF8.GetBytes(text.Replace(name, path, StringComparison.Ordinal))), (path.Length > 0 && path != "build.json" ? path : "x", bytes), .. entries[2..]]));
        }

        Refused(Zip([.. entries, entries[1]]));
        Assert.Contains("missing", Refused(Zip(entries[..2])).Message, StringComparison.Ordinal);
        Assert.Contains("no build.json", Refused(Zip(entries[1..])).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_bomb_is_refused_by_what_it_says_and_by_what_comes_out_of_it()
    {
        Assert.Contains("too large", Refused(Zip(("build.json", new byte[(64 << 20) + 1]))).Message, StringComparison.Ordinal);
        Assert.Contains("files", Refused(Zip([.. Enumerable.Range(0, BuildZip.MostFiles + 1).Select(i => ($"{i}", Array.Empty<byte>()))])).Message, StringComparison.Ordinal);

        Assert.Contains("no build.json", Refused(Zip([.. Enumerable.Range(0, BuildZip.MostFiles).Select(i => ($"{i}", Array.Empty<byte>()))])).Message, StringComparison.Ordinal);

        // It says ten bytes of itself, in both its heads, and goes on for a million.
        var bomb = Zip(("build.json", new byte[1_000_000]));
        var said = BitConverter.GetBytes(1_000_000);
        for (var at = bomb.AsSpan().IndexOf(said); at >= 0; at = bomb.AsSpan().IndexOf(said)) BitConverter.GetBytes(10).CopyTo(bomb, at);
        Refused(bomb);
    }

    [Theory]
    [InlineData(60, false)]
    [InlineData(61, true)]
    public void A_long_path_is_shown_by_its_beginning(int length, bool cut) =>
        Assert.EndsWith($": {new string('p', 60)}{(cut ? "…" : "")}.", Refused(Zip([.. Entries(Whole()), (new string('p', length), [1])])).Message, StringComparison.Ordinal);

    [Fact]
    public void A_build_that_lays_nothing_down_brings_nothing_beside_it()
    {
        var build = BuildFile.Read(Laden.Demo("sallow-quay")).Build;
        Assert.Null(BuildZip.Read(BuildZip.Write(Laden.Id, build, Laden.Day)).Attachments);
    }

    [Fact]
    public void A_picture_too_large_or_no_picture_at_all_is_refused()
    {
        foreach (var (picture, word) in new[] { (Laden.Jpeg(BuildZip.MostPicturePx + 1, 4), "pixels"), (Laden.Jpeg()[..200], "damaged"), ([.. "GIF89a"u8, .. new byte[60]], "JPEG") })
        {
            var (build, attachments) = Laden.Build();
            var with = build with { Photo = build.Photo! with { PictureId = BuildZip.IdOf(picture) } };
            var file = Laden.File3(with, new Dictionary<string, byte[]>(attachments) { [BuildZip.IdOf(picture)] = picture });
            Assert.Contains(word, Refused(file).Message, StringComparison.Ordinal);
        }

        // At the limit it is kept.
        var (kept, of) = Laden.Build();
        var largest = Laden.Jpeg(BuildZip.MostPicturePx, 4);
        BuildZip.Read(Laden.File3(kept with { Photo = kept.Photo! with { PictureId = BuildZip.IdOf(largest) } }, new Dictionary<string, byte[]>(of) { [BuildZip.IdOf(largest)] = largest }));
    }

    [Fact]
    public void Heights_packed_otherwise_elsewhere_are_found_under_the_id_they_get_here()
    {
        var (build, attachments) = Laden.Build();
        var grid = attachments.Single(one => one.Value.AsSpan().StartsWith("IBHG"u8));
        var renamed = build with { Recipe = [.. build.Recipe.Select(step => step is ExistingGround laid ? laid with { GridId = "packed-elsewhere" } : step)] };
        var read = BuildZip.Read(Laden.File3(renamed, new Dictionary<string, byte[]>(attachments) { ["packed-elsewhere"] = grid.Value }));
        Assert.Equal(grid.Key, Assert.Single(read.Build.Recipe.OfType<ExistingGround>()).GridId);
        Assert.True(read.Attachments!.ContainsKey(grid.Key));
    }
}
