using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace InkBasin.Server.Tests;

/// <summary>The maker's own sheets and bottles, and what plans make of them.</summary>
public class ShelfTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static double Number(JsonNode? node) => node!.GetValue<double>();

    private static string Word(JsonNode? node) => node!.GetValue<string>();

    private static object Label(string name = "Clear two to one", double? gelH = 8, double? greatestLayerMm = 12) => new
    {
        name,
        kind = "castingEpoxy",
        ratio = new { a = 2, b = 1, basis = "volume" },
        greatestLayerMm,
        gelH,
        fullCureH = 96,
    };

    [Fact]
    public async Task A_label_is_looked_at_with_what_it_leaves_out_before_it_is_kept()
    {
        using var client = server.CreateClient();
        var (status, look) = await client.Post("/api/stores/products/look", Label());
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(16, Number(look["sheet"]!["recoatFromH"]));
        var assumed = look["sheet"]!["assumed"]!.AsArray().Select(Word).ToList();
        Assert.Contains("recoatFromH", assumed);
        Assert.DoesNotContain("gelH", assumed);
        Assert.Empty(look["doubts"]!.AsArray());

        // A gel time of twenty minutes at twelve millimetres does not go together: the number to check is named.
        var (_, hasty) = await client.Post("/api/stores/products/look", Label(gelH: 0.35));
        Assert.Contains(hasty["doubts"]!.AsArray(), doubt => Word(doubt!["field"]) == "greatestLayerMm" && Word(doubt["sentence"]).Contains("Check the gel time", StringComparison.Ordinal));

        var (refused, problem) = await client.Post("/api/stores/products/look", Label(greatestLayerMm: -4));
        Assert.Equal(HttpStatusCode.BadRequest, refused);
        Assert.NotNull(problem["errors"]!["sheet.greatestLayerMm"]);
    }

    [Fact]
    public async Task A_sheet_of_ones_own_is_planned_with_changed_taken_off_and_put_back()
    {
        using var client = server.CreateClient();
        var (made, sheet) = await client.Post("/api/stores/products", Label("My casting resin"));
        Assert.Equal(HttpStatusCode.Created, made);
        var id = Word(sheet["id"]);
        Assert.Contains((await client.Get("/api/stores/products")).AsArray(), one => Word(one!["id"]) == id);
        var at = await client.Copy("Three Weirs at Ondry");
        var water = (await client.Get(at))["build"]!["waters"]![0]!.DeepClone();
        water["productId"] = id;
        var after = await client.Edit(at, new { kind = "replaceWater", water });
        Assert.Single(after["plan"]!["waters"]![0]!["layers"]!.AsArray());

        // Another greatest layer on the label, and the layers follow.
        using (var changed = await client.PutAsJsonAsync($"/api/stores/products/{id}", Label("My casting resin", greatestLayerMm: 4))) Assert.Equal(HttpStatusCode.OK, changed.StatusCode);
        Assert.Equal(2, (await client.Get(at))["plan"]!["waters"]![0]!["layers"]!.AsArray().Count);
        Assert.Equal(4, Number((await client.Get($"/api/stores/products/{id}/label"))["greatestLayerMm"]));

        using (var removed = await client.DeleteAsync($"/api/stores/products/{id}")) Assert.Equal(HttpStatusCode.NoContent, removed.StatusCode);
        Assert.Contains((await client.Get(at))["plan"]!["waters"]![0]!["notices"]!.AsArray(), notice => Word(notice!["sentence"]).Contains("not in the stores", StringComparison.Ordinal));
        await client.Post($"/api/stores/products/{id}/restore", new { });
        Assert.Equal(2, (await client.Get(at))["plan"]!["waters"]![0]!["layers"]!.AsArray().Count);
        using var shipped = await client.DeleteAsync("/api/stores/products/coating-epoxy");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, shipped.StatusCode);
    }

    [Fact]
    public async Task A_kit_is_put_down_run_down_and_found_short_before_the_day()
    {
        using var client = server.CreateClient();
        var (_, sheet) = await client.Post("/api/stores/products", Label("Kit resin"));
        var id = Word(sheet["id"]);
        var at = await client.Copy("Three Weirs at Ondry");
        foreach (var water in (await client.Get(at))["build"]!["waters"]!.AsArray())
        {
            var with = water!.DeepClone();
            with["productId"] = id;
            await client.Edit(at, new { kind = "replaceWater", water = with });
        }

        var session = (await client.Get(at))["plan"]!["sessions"]![0]!;
        Assert.Equal(4, session["pools"]!.AsArray().Count);
        Assert.Null(session["stock"]);
        double one = session["cards"]!.AsArray().Sum(card => Number(card!["batch"]!["aG"])), two = session["cards"]!.AsArray().Sum(card => Number(card!["batch"]!["bG"]));
        using (var kit = await client.PostAsJsonAsync("/api/stores/bottles", new { productId = id, oneG = one + 10, twoG = two - 5 })) Assert.Equal(HttpStatusCode.NoContent, kit.StatusCode);
        session = (await client.Get(at))["plan"]!["sessions"]![0]!;
        Assert.Equal(10, Number(session["stock"]!["oneLeftG"]), 6);
        Assert.Equal(5, Number(session["stock"]!["twoShortG"]), 6);
        Assert.Contains("Short of Kit resin for it: 5 g of part two", Word(session["notices"]![0]!["sentence"]), StringComparison.Ordinal);
        var check = (await client.Get($"{at}/waters/{Word(session["pools"]![0]!["waterId"])}/before-pour"))["checks"]!.AsArray().Single(one => Word(one!["item"]) == "stock")!;
        Assert.Equal("no", Word(check["known"]));

        // Taken out by the pour; what is missing is not made up.
        var buildId = at[(at.LastIndexOf('/') + 1)..];
        async Task<JsonNode> Draw(double oneG, double twoG, HttpStatusCode expected = HttpStatusCode.OK, string? product = null)
        {
            using var answer = await client.PutAsJsonAsync("/api/stores/draws", new { buildId, pourId = "p1", productId = product ?? id, oneG, twoG });
            Assert.Equal(expected, answer.StatusCode);
            return JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        }

        async Task<double[]> Left() => [.. (await Kit()).Select(card => Math.Round(Number(card!["bottle"]!["leftG"]), 6)).Order()];
        async Task<List<JsonNode?>> Kit() => [.. (await client.Get("/api/stores/bottles")).AsArray().Where(card => Word(card!["bottle"]!["productId"]) == id)];
        Assert.Equal(5, Number((await Draw(one, two))["twoShortG"]), 6);
        Assert.Equal(new double[] { 0, 10 }, await Left());

        // Said again it is not taken twice; less gives back the difference, nothing all of it.
        await Draw(one, two);
        Assert.Equal(new double[] { 0, 10 }, await Left());
        await Draw(one - 4, two - 7);
        Assert.Equal(new double[] { 2, 14 }, await Left());
        Assert.Equal(["p1"], (await client.Get($"/api/stores/draws?buildId={buildId}")).AsArray().Select(Word));
        await Draw(0, 0);
        Assert.Empty((await client.Get($"/api/stores/draws?buildId={buildId}")).AsArray());
        Assert.Equal(new[] { one + 10, two - 5 }.Select(g => Math.Round(g, 6)).Order(), await Left());
        await Draw(one, two);
        var bottles = await Kit();
        Assert.All(bottles, card => Assert.NotNull(card!["bottle"]!["openedOn"]));
        using var gone = await client.DeleteAsync($"/api/stores/bottles/{Word(bottles[0]!["bottle"]!["id"])}");
        Assert.Equal(HttpStatusCode.NoContent, gone.StatusCode);
        await Draw(1, 0, HttpStatusCode.UnprocessableEntity, "uv-resin");
        var (none, _) = await client.Post("/api/stores/bottles", new { productId = "uv-resin", twoG = 5 });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, none);
    }

    [Fact]
    public async Task The_demo_shelf_has_a_tin_past_its_date()
    {
        using var client = server.CreateClient();
        var bottles = (await client.Get("/api/stores/bottles")).AsArray();
        Assert.Contains(bottles, card => Word(card!["bottle"]!["id"]) == "demo-casting-two" && card["isStale"]!.GetValue<bool>());
        Assert.Contains(bottles, card => Word(card!["bottle"]!["id"]) == "demo-coating-one" && !card["isStale"]!.GetValue<bool>());
    }

    [Fact]
    public async Task What_became_of_a_pour_is_noted_and_the_rest_is_planned_anew()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        var before = (await client.Get(at))["plan"]!["waters"]!.AsArray().Single(water => Word(water!["id"]) == "dock")!;
        var meant = Number(before["layers"]![0]!["toMm"]);
        var after = await client.Edit(at, new
        {
            kind = "logPour",
            pourId = "dock-1",
            result = new { oneG = 113.0, twoG = 80.0, leftMl = 30.0, reachedMm = meant - 1, roomC = 19.0, note = (string?)null, at = "2027-02-28T20:30:00+00:00" },
        });
        var dock = after["plan"]!["waters"]!.AsArray().Single(water => Word(water!["id"]) == "dock")!;
        Assert.Equal(meant - 1, Number(dock["layers"]![1]!["fromMm"]), 9);
        Assert.Equal((113.0 / 80 / (1.13 / 1.01) - 1) * 100, Number(dock["after"]!["ratioOffPercent"]), 6);
        Assert.Equal("stop", Word(dock["after"]!["notices"]![0]!["standing"]));
        Assert.Contains(dock["after"]!["notices"]!.AsArray(), notice => Word(notice!["sentence"]).Contains("left in the cup", StringComparison.Ordinal));
        await client.Edit(at, new { kind = "logPour", pourId = "nowhere", result = (object?)null }, HttpStatusCode.UnprocessableEntity);
        await client.Edit(at, new { kind = "logPour", pourId = "dock-1", result = new { oneG = -1.0, twoG = (double?)null, leftMl = (double?)null, reachedMm = (double?)null, roomC = (double?)null, note = (string?)null, at = "2027-02-28T20:30:00+00:00" } }, HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task A_build_file_brings_the_label_of_its_product_to_another_bench()
    {
        using var client = server.CreateClient();
        var (_, sheet) = await client.Post("/api/stores/products", Label("Travelling resin", greatestLayerMm: 4));
        var id = Word(sheet["id"]);
        var at = await client.Copy("Three Weirs at Ondry");
        var water = (await client.Get(at))["build"]!["waters"]![0]!.DeepClone();
        water["productId"] = id;
        await client.Edit(at, new { kind = "replaceWater", water });
        var file = await client.GetStringAsync($"{at}/file");
        Assert.Contains("Travelling resin", file, StringComparison.Ordinal);

        var folder = Directory.CreateTempSubdirectory("ink-basin-test-").FullName;
        await using (var other = ServerFixture.On(folder, demo: false))
        {
            using var elsewhere = other.CreateClient();
            var (made, card) = await elsewhere.PostText("/api/builds/import", file);
            Assert.Equal(HttpStatusCode.Created, made.StatusCode);
            var plan = (await elsewhere.Get($"/api/builds/{card["id"]}"))["plan"]!["waters"]![0]!;
            Assert.All(plan["layers"]!.AsArray(), layer => Assert.True(Number(layer!["depthMm"]) <= 4 + 1e-9));

            // What stands on the shelf there is not written over by a second file.
            using (var changed = await elsewhere.PutAsJsonAsync($"/api/stores/products/{id}", Label("Renamed there"))) Assert.Equal(HttpStatusCode.OK, changed.StatusCode);
            await elsewhere.PostText("/api/builds/import", file);
            Assert.Contains((await elsewhere.Get("/api/stores/products")).AsArray(), one => Word(one!["id"]) == id && Word(one["name"]) == "Renamed there");
            var broken = file.Replace("\"greatestLayerMm\": 4", "\"greatestLayerMm\": -4", StringComparison.Ordinal);
            var (refused, problem) = await elsewhere.PostText("/api/builds/import", broken);
            Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
            Assert.Contains("greatestLayerMm", problem.ToJsonString(), StringComparison.Ordinal);
        }

        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }
}
