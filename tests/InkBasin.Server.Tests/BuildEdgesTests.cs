using System.Net;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Store;
using static InkBasin.Server.Tests.Edits;

namespace InkBasin.Server.Tests;

/// <summary>Where what is told of a build, or taken of its name, ends.</summary>
public class BuildEdgesTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    // Who comes back after long is told of the last twenty, in the order they were made.
    [Fact]
    public async Task A_conflict_tells_of_the_last_twenty_changes()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        for (var scale = 50; scale < 75; scale++) await client.Edit(at, Set(new { name = $"Scale {scale}" }));
        var (status, problem) = await client.Post($"{at}/edits", new { version = 1, edit = Set(new { scale = 87 }) });
        Assert.Equal(HttpStatusCode.Conflict, status);
        Assert.Equal(Enumerable.Range(55, 20).Select(scale => $"Rename to Scale {scale}"), problem["changes"]!.AsArray().Select(change => change!["label"]!.GetValue<string>()));
    }

    [Theory]
    [InlineData(74, 74)]
    [InlineData(75, 74)]
    [InlineData(80, 74)]
    public void A_copy_has_a_name_that_a_build_may_have(int length, int kept)
    {
        var name = BuildStore.CopyName(new string('n', length));
        Assert.Equal($"{new string('n', kept)} copy", name);
        new Build { Name = name, Scale = 76, Board = new Board(300, 200, 2), Recipe = [] }.Check();
    }
}
