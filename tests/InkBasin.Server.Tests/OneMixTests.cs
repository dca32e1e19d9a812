using System.Net;
using System.Text.Json.Nodes;

namespace InkBasin.Server.Tests;

/// <summary>Sessions that are planned at different times, taken as one mix at the bench.</summary>
public class OneMixTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static int Number(JsonNode? of) => of!["number"]!.GetValue<int>();

    private static string Word(JsonNode? node) => node!.GetValue<string>();

    [Fact]
    public async Task One_mix_poured_at_the_bench_is_a_pour_of_each_of_its_waters()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        var waters = (await client.Get(maker.Build))["build"]!["waters"]!.AsArray();
        await client.Edit(maker.Build, Edits.Set("waters", Word(waters[1]!["id"]), new { firstPourAt = maker.Now.AddDays(1) }));
        List<JsonNode> next = [.. (await maker.Ready()).Where(one => one!["isNext"]!.GetValue<bool>()).Select(one => one!)];
        int[] both = [.. next.Select(Number)];
        Assert.Equal(2, both.Length);
        Assert.All(next, one => Assert.Equal([.. both.Except([Number(one)])], one["couldJoin"]!.AsArray().Select(number => number!.GetValue<int>())));
        var joined = (await maker.Ready(both)).Single(one => one!["isNext"]!.GetValue<bool>())!;

        // What is opened is what was chosen: with the other's title, or joined where it is not of one mix, nothing is.
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await maker.TryOpen(both[0], rehearseAt: 60, title: Word(next[0]["title"]), together: both)).Status);
        var (refused, problem) = await maker.TryOpen(both[0], rehearseAt: 60, together: [both[0], 99]);
        Assert.Equal((HttpStatusCode.UnprocessableEntity, "These cannot be of one mix any more: look at the list anew."), (refused, Word(problem["detail"])));
        Assert.Equal(HttpStatusCode.Created, (await maker.TryOpen(both[0], rehearseAt: 60, title: Word(joined["title"]), together: both)).Status);

        // The list of every one of them is asked before it.
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await maker.TryOpen(both[0], together: both)).Status);
        await maker.Answer(both[0]);
        await maker.Open(together: both);
        Assert.Equal(Word(joined["title"]), Word(maker.View["title"]));
        await maker.ToEnd();
        var build = (await client.Get(maker.Build))["build"]!;
        Assert.Equal(waters.Select(water => Word(water!["id"])).Order(), build["begun"]!.AsArray().Select(pour => Word(pour!["waterId"])).Order());
        Assert.All(build["begun"]!.AsArray(), pour => Assert.Equal(1, pour!["layer"]!.GetValue<int>()));
        Assert.DoesNotContain(await maker.Ready(), one => Word(one!["title"]).Contains("layer 1", StringComparison.Ordinal));
    }
}
