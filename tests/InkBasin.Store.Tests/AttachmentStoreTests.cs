using InkBasin.Core;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Formats;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store.Tests;

/// <summary>Heights and pictures, each kept once under the hash of its bytes.</summary>
public sealed class AttachmentStoreTests : IDisposable
{
    private readonly KeptFile _file = new();

    public void Dispose() => _file.Dispose();

    private static HeightGrid Grid(float first) => new(2, 1, 10, [first, 5]);

    private static Build Laid(params string[] ids) => Sample.Board() with { Recipe = [.. ids.Select((id, i) => new ExistingGround { Id = $"in-{i}", Name = "Ground", GridId = id, LeftMm = 0, BackMm = 0, WidthMm = 100, LowestMm = 5 })] };

    [Fact]
    public async Task Bytes_are_kept_once_under_their_hash()
    {
        using var ask = _file.Ask();
        byte[] bytes = [1, 2, 3];
        var id = await ask.Attachments.KeepAsync(bytes);
        Assert.Equal(BuildZip.IdOf(bytes), id);
        Assert.Equal(id, await ask.Attachments.KeepAsync([1, 2, 3]));
        using var other = _file.Ask();
        Assert.Equal(bytes, await other.Attachments.FindAsync(id));
        Assert.Null(await other.Attachments.FindAsync("none"));
        Assert.Equal(1, await other.Context.Attachments.CountAsync());
    }

    [Fact]
    public async Task Of_a_build_all_is_found_that_is_kept()
    {
        using var ask = _file.Ask();
        var (one, two) = (await ask.Attachments.KeepAsync(Grid(1)), await ask.Attachments.KeepAsync(Grid(2)));
        var build = Laid(one, two, "none");
        var grids = await ask.Attachments.GridsOfAsync(build);
        Assert.Equal((1f, 2f), (grids.Get(one).Lowest, grids.Get(two).Lowest));
        Assert.ThrowsAny<Exception>(() => grids.Get("none"));
        Assert.Equal(new[] { one, two }.Order(StringComparer.Ordinal), (await ask.Attachments.OfAsync(build)).Keys);
        Assert.Same(GroundGrids.None, await ask.Attachments.GridsOfAsync(Sample.Board()));

        // Read once, it is the same until it is forgotten.
        Assert.Same(grids.Get(one), (await ask.Attachments.GridsOfAsync(build)).Get(one));
    }

    [Fact]
    public async Task What_came_damaged_is_refused_and_none_of_it_kept()
    {
        using var ask = _file.Ask();
        byte[] bytes = [1, 2, 3];
        var id = BuildZip.IdOf(bytes);
        Assert.Equal("attachments", (await Assert.ThrowsAsync<RefusedException>(() => ask.Attachments.KeepAllAsync(new Dictionary<string, byte[]> { [id] = bytes, ["other"] = [4] }))).Field);
        Assert.Equal(0, await ask.Context.Attachments.CountAsync());
        await ask.Attachments.KeepAllAsync(new Dictionary<string, byte[]> { [id] = bytes });
        await ask.Attachments.KeepAllAsync(null);
        Assert.Equal(bytes, await ask.Attachments.FindAsync(id));
    }

    // A disk that fails, a file cut short: the hash it lies under tells it.
    [Fact]
    public async Task What_lies_damaged_is_told_as_a_fault_of_the_data_and_is_whole_again_once_the_same_comes_in_again()
    {
        using var ask = _file.Ask();
        var (heights, picture) = (PackedGrid.Write(Grid(3)), new byte[] { 1, 2, 3 });
        var (id, pictureId) = (await ask.Attachments.KeepAsync(heights), await ask.Attachments.KeepAsync(picture));
        await ask.Context.Attachments.ExecuteUpdateAsync(set => set.SetProperty(row => row.Data, new byte[] { 0 }));
        using var after = _file.Ask();
        var build = Laid(id) with { Name = "Torn" };
        Assert.Contains("The ground of Torn cannot be read", (await Assert.ThrowsAsync<StoredDataException>(() => after.Attachments.GridsOfAsync(build))).Message, StringComparison.Ordinal);
        Assert.Contains("What goes with Torn cannot be read", (await Assert.ThrowsAsync<StoredDataException>(() => after.Attachments.OfAsync(build))).Message, StringComparison.Ordinal);
        Assert.Contains("That picture cannot be read", (await Assert.ThrowsAsync<StoredDataException>(() => after.Attachments.FindAsync(pictureId))).Message, StringComparison.Ordinal);

        Assert.Equal(id, await after.Attachments.KeepAsync(heights));
        Assert.Equal(3, (await after.Attachments.GridsOfAsync(build)).Get(id).Lowest);
        Assert.Equal(heights, (await after.Attachments.OfAsync(build))[id]);
        await Assert.ThrowsAsync<StoredDataException>(() => after.Attachments.FindAsync(pictureId));
    }

    [Fact]
    public void The_six_grids_asked_for_last_are_remembered()
    {
        var read = new ReadGrids();
        for (var number = 0; number < 6; number++) read.Keep($"{number}", Grid(number));
        Assert.All(Enumerable.Range(0, 6), number => Assert.Equal(number, read.Find($"{number}")!.Lowest));

        // The first was asked for first; asked again, the second goes.
        Assert.NotNull(read.Find("0"));
        read.Keep("6", Grid(6));
        Assert.Null(read.Find("1"));
        Assert.All(new[] { 0, 2, 3, 4, 5, 6 }, number => Assert.NotNull(read.Find($"{number}")));
    }
}
