using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Server.Builds;
using InkBasin.Store;

namespace InkBasin.Server.Tests;

/// <summary>What is asked over all builds: each is worked out again exactly when it, a sheet or a tint has changed.</summary>
public class BuildMemoryTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static readonly Core.Plan.Stores Shelf = Core.Plan.Stores.Examples;

    private static string Word(System.Text.Json.Nodes.JsonNode? node) => node!.GetValue<string>();

    private readonly BuildMemory<string> _memory = new();
    private readonly List<string> _worked = [];

    private static ShelvedBuild Of(Guid id, string name, int version) => new(id, name, new Build { Name = name, Scale = 76, Board = new Board(300, 200, 2), Recipe = [] }, DateTimeOffset.UnixEpoch, null, version);

    private Task<string> Ask(ShelvedBuild one, Core.Plan.Stores shelf) => _memory.OfAsync(one, shelf, build =>
    {
        _worked.Add($"{build.Name} {one.Version}");
        return Task.FromResult($"{build.Name} {one.Version}");
    });

    [Fact]
    public async Task A_build_is_worked_out_once_and_again_when_it_changed()
    {
        var (quay, pit) = (Guid.NewGuid(), Guid.NewGuid());
        foreach (var (id, name, version) in new[] { (quay, "Quay", 1), (pit, "Pit", 1), (quay, "Quay", 1), (pit, "Pit", 1), (quay, "Quay", 2), (pit, "Pit", 1), (quay, "Quay", 2) })
            Assert.Equal($"{name} {version}", await Ask(Of(id, name, version), Shelf));
        Assert.Equal(["Quay 1", "Pit 1", "Quay 2"], _worked);
    }

    [Fact]
    public async Task A_changed_sheet_or_tint_has_it_worked_out_again_and_a_bottle_does_not()
    {
        var one = Of(Guid.NewGuid(), "Quay", 1);
        await Ask(one, Shelf);
        await Ask(one, Shelf with { Bottles = [], Goods = [] });
        await Ask(one, Shelf with { Sheets = [.. Shelf.Sheets], Tints = [.. Shelf.Tints] });
        Assert.Single(_worked);
        var sheets = Shelf with { Sheets = [Shelf.Sheets[0] with { Name = "Another name" }, .. Shelf.Sheets.Skip(1)] };
        await Ask(one, sheets);
        await Ask(one, sheets);
        Assert.Equal(2, _worked.Count);
        await Ask(one, sheets with { Tints = [.. Shelf.Tints.Skip(1)] });
        Assert.Equal(3, _worked.Count);
    }

    [Fact]
    public async Task What_is_refused_is_asked_again_and_what_is_gone_is_forgotten()
    {
        var (quay, pit) = (Of(Guid.NewGuid(), "Quay", 1), Of(Guid.NewGuid(), "Pit", 1));
        await Assert.ThrowsAsync<Core.RefusedException>(() => _memory.OfAsync(quay, Shelf, _ => Task.FromException<string>(new Core.RefusedException("recipe", "Not now."))));
        await Ask(quay, Shelf);
        await Ask(pit, Shelf);
        _memory.Keep([pit]);
        await Ask(pit, Shelf);
        await Ask(quay, Shelf);
        Assert.Equal(["Quay 1", "Pit 1", "Quay 1"], _worked);
    }

    [Fact]
    public async Task Late_checks_follow_a_change_its_undo_and_the_bin()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        server.Time.Advance(TimeSpan.FromHours(2));
        async Task<string?> Due() => (await client.Get("/api/after-care")).AsArray().Where(one => at.EndsWith(Word(one!["buildId"]), StringComparison.Ordinal)).Select(one => Word(one!["check"]!["sentence"])).SingleOrDefault();
        Assert.Contains("layer 1 of Dock ", await Due() ?? "", StringComparison.OrdinalIgnoreCase);
        await client.Edit(at, Edits.Set("waters", "dock", new { name = "Old basin" }));
        Assert.Contains("layer 1 of Old basin ", await Due() ?? "", StringComparison.OrdinalIgnoreCase);
        await client.Undo(at);
        Assert.Contains("layer 1 of Dock ", await Due() ?? "", StringComparison.OrdinalIgnoreCase);
        using (var binned = await client.DeleteAsync(at)) binned.EnsureSuccessStatusCode();
        Assert.Null(await Due());
    }
}
