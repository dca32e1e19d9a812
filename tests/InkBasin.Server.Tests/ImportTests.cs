using System.Net;
using System.Text.Json.Nodes;
using static InkBasin.Server.Tests.Edits;

namespace InkBasin.Server.Tests;

/// <summary>A build's file is taken in whole or not at all.</summary>
public class ImportTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static string Word(JsonNode? node) => node!.GetValue<string>();

    private static async Task<(string Sheet, string Tint, byte[] File)> Written(HttpClient client, string name)
    {
        var label = new { name, kind = "castingEpoxy", ratio = new { a = 2, b = 1, basis = "volume" }, greatestLayerMm = 12, gelH = 8, fullCureH = 96 };
        var sheet = Word((await client.Post("/api/stores/products", label)).Body["id"]);
        var tint = Word((await client.Post("/api/stores/tints", new { name, kind = "acrylicInk", likeId = "olive" })).Body["id"]);
        var at = await client.Copy("Three Weirs at Ondry");
        var water = Word((await client.Get(at))["build"]!["waters"]![0]!["id"]);
        await client.Edit(at, Set("waters", water, new { productId = sheet, ink = new { tintId = tint, mlPer100Ml = 0.1, shades = Array.Empty<object>() } }));
        return (sheet, tint, await client.GetByteArrayAsync($"{at}/file"));
    }

    [Fact]
    public async Task The_same_file_brought_in_by_several_windows_at_once_is_as_many_builds_and_one_label()
    {
        using var client = server.CreateClient();
        var (sheet, tint, file) = await Written(client, "Twice brought");
        using var other = new ServerFixture();
        using var there = other.CreateClient();
        var before = (await there.Get("/api/builds")).AsArray().Count;
        var made = await Task.WhenAll(Enumerable.Range(0, 5).Select(_ => there.Import(file)));
        Assert.All(made, one => Assert.Equal(HttpStatusCode.Created, one.Response.StatusCode));
        Assert.Equal(before + 5, (await there.Get("/api/builds")).AsArray().Count);
        Assert.Equal(5, made.DistinctBy(one => Word(one.Body["id"])).Count());
        Assert.Single((await there.Get("/api/stores/products")).AsArray(), one => Word(one!["id"]) == sheet);
        Assert.Single((await there.Get("/api/stores/tints")).AsArray(), one => Word(one!["id"]) == tint);
    }

    [Fact]
    public async Task What_is_refused_leaves_nothing_on_the_shelf_and_puts_nothing_back()
    {
        using var client = server.CreateClient();
        var (sheet, tint, file) = await Written(client, "Travelling");

        // Heights it lays down and does not bring along.
        var lacking = JsonNode.Parse(BuildZips.Document(file))!;
        lacking.AsObject().Remove("files");
        lacking["build"]!["recipe"]!.AsArray().Add(JsonNode.Parse(
            """{"kind":"existingGround","id":"hills","name":"Hills","gridId":"0123","leftMm":0,"backMm":0,"widthMm":100,"lowestMm":5,"exaggeration":1,"quarterTurns":0}"""));

        using var other = new ServerFixture();
        using var there = other.CreateClient();
        async Task<string[]> Own() => [
            .. (await there.Get("/api/stores/products")).AsArray().Select(one => Word(one!["id"])).Where(id => id == sheet),
            .. (await there.Get("/api/stores/tints")).AsArray().Select(one => Word(one!["id"])).Where(id => id == tint)];
        async Task Refused()
        {
            var builds = (await there.Get("/api/builds")).AsArray().Count;
            Assert.Equal(HttpStatusCode.UnprocessableEntity, (await there.PostText("/api/builds/import", lacking.ToJsonString())).Response.StatusCode);
            Assert.Equal(builds, (await there.Get("/api/builds")).AsArray().Count);
        }

        await Refused();
        Assert.Empty(await Own());

        // The whole file brings both, in the plan it answers with and after it.
        var (made, card) = await there.Import(file);
        Assert.Equal(HttpStatusCode.Created, made.StatusCode);
        Assert.Equal([sheet, tint], await Own());
        Assert.DoesNotContain((await there.Get($"/api/builds/{card["id"]}"))["plan"]!["waters"]![0]!["notices"]!.AsArray(), notice => Word(notice!["kind"]) is "noTint" or "noProduct");

        // What the maker took off since stays off when a file is refused, and comes back with one that is not.
        foreach (var path in new[] { $"/api/stores/products/{sheet}", $"/api/stores/tints/{tint}" })
        {
            using var removed = await there.DeleteAsync(new Uri(path, UriKind.Relative));
            Assert.Equal(HttpStatusCode.NoContent, removed.StatusCode);
        }

        await Refused();
        Assert.Empty(await Own());
        Assert.Equal(HttpStatusCode.Created, (await there.Import(file, copy: true)).Response.StatusCode);
        Assert.Equal([sheet, tint], await Own());
    }
}
