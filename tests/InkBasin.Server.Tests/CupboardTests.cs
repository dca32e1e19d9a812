using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace InkBasin.Server.Tests;

/// <summary>The cupboard by its routes: over all builds, goods and pack sizes noted, changed, taken out.</summary>
public class CupboardTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private const string Route = "/api/stores/cupboard";

    private static string Word(JsonNode? node) => node!.GetValue<string>();

    private static double Number(JsonNode? node) => node!.GetValue<double>();

    private static object Good(string name, double left) => new { id = "", kind = "glue", name, left, full = 500.0, price = 5.5 };

    private static JsonNode? Of(JsonNode view, string name) => view["cupboard"]!["goods"]!.AsArray().FirstOrDefault(one => Word(one!["good"]!["name"]) == name);

    [Fact]
    public async Task It_stands_over_all_builds_with_what_they_still_take()
    {
        using var client = server.CreateClient();
        var view = await client.Get(Route);
        var coating = view["cupboard"]!["bottles"]!.AsArray().Single(one => Word(one!["bottle"]!["id"]) == "demo-coating-one")!;
        double takes = 0;
        foreach (var card in (await client.Get("/api/builds")).AsArray())
        {
            var plan = (await client.Get($"/api/builds/{Word(card!["id"])}"))["plan"]!;
            takes += plan["sessions"]!["is"]!.AsArray().Where(session => Word(session!["productId"]) == "coating-epoxy").Sum(session => session!["cards"]!.AsArray().Sum(mixed => Number(mixed!["batch"]!["aG"])));
        }

        Assert.True(takes > 100);
        Assert.Equal(Math.Max(0, Number(coating["bottle"]!["leftG"]) - takes), Number(coating["plannedLeftG"]), 6);
        Assert.Equal("demo-casting-two", Word(view["cupboard"]!["bottles"]!.AsArray().Single(one => one!["isStale"]!.GetValue<bool>())!["bottle"]!["id"]));
        Assert.Contains(view["cupboard"]!["notices"]!.AsArray(), notice => Word(notice!["kind"]) == "stale");
        Assert.Contains(view["costs"]!.AsArray(), cost => Word(cost!["buildName"]) == "Sallow Quay" && Number(cost["toCome"]) > 0 && Number(cost["otherToCome"]) > 0 && Math.Abs(Number(cost["sum"]) - Number(cost["soFar"]) - Number(cost["toCome"]) - Number(cost["otherSoFar"]) - Number(cost["otherToCome"])) < 1e-9);
        Assert.Empty(view["unplanned"]!.AsArray());
    }

    [Fact]
    public async Task What_is_remembered_of_a_build_follows_its_edits_its_sheet_and_its_going()
    {
        using var client = server.CreateClient();
        var build = await client.Copy("The Drowned Pit");
        await client.Edit(build, Edits.Set(new { name = "Remembered" }));
        JsonNode? Cost(JsonNode view) => view["costs"]!.AsArray().FirstOrDefault(cost => Word(cost!["buildName"]) == "Remembered");
        var first = Cost(await client.Get(Route))!;
        Assert.Equal(first.ToJsonString(), Cost(await client.Get(Route))!.ToJsonString());

        // A price noted since counts at once, though nothing of the build is reckoned anew.
        var (_, pack) = await client.Post("/api/stores/packs", new { id = "", productId = "deep-pour-epoxy", oneG = 100.0, twoG = 45.0, price = 0.01 });
        Assert.True(Number(Cost(await client.Get(Route))!["soFar"]) < Number(first["soFar"]) / 10);
        using (var gone = await client.DeleteAsync(new Uri($"/api/stores/packs/{Word(pack["id"])}", UriKind.Relative))) gone.EnsureSuccessStatusCode();
        await client.Edit(build, Edits.Set(new { name = "Renamed" }));
        Assert.Null(Cost(await client.Get(Route)));
        await client.Edit(build, Edits.Set(new { name = "Remembered" }));
        Assert.Equal(first.ToJsonString(), Cost(await client.Get(Route))!.ToJsonString());
        using (var away = await client.DeleteAsync(new Uri(build, UriKind.Relative))) away.EnsureSuccessStatusCode();
        Assert.Null(Cost(await client.Get(Route)));
    }

    [Fact]
    public async Task A_good_is_noted_corrected_and_taken_out()
    {
        using var client = server.CreateClient();
        var (status, made) = await client.Post("/api/stores/goods", Good("Hide glue", 300));
        Assert.Equal(HttpStatusCode.Created, status);
        Assert.Equal("ml", Word(made["unit"]));
        var id = Word(made["id"]);
        made["left"] = 120.5;
        using (var put = await client.PutAsync(new Uri($"/api/stores/goods/{id}", UriKind.Relative), JsonContent.Create(made))) put.EnsureSuccessStatusCode();
        Assert.Equal(120.5, Number(Of(await client.Get(Route), "Hide glue")!["good"]!["left"]));

        // Refused whole: more than it held new, and what is not there.
        made["left"] = 501;
        using (var put = await client.PutAsync(new Uri($"/api/stores/goods/{id}", UriKind.Relative), JsonContent.Create(made)))
        {
            Assert.Equal(HttpStatusCode.UnprocessableEntity, put.StatusCode);
            Assert.Contains("than it held when it was new", await put.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }

        Assert.Equal(120.5, Number(Of(await client.Get(Route), "Hide glue")!["good"]!["left"]));
        using (var gone = await client.DeleteAsync(new Uri($"/api/stores/goods/{id}", UriKind.Relative))) gone.EnsureSuccessStatusCode();
        Assert.Null(Of(await client.Get(Route), "Hide glue"));
        using var again = await client.DeleteAsync(new Uri($"/api/stores/goods/{id}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, again.StatusCode);
        var (wrong, _) = await client.Post("/api/stores/goods", new { id = "", kind = "glue", name = "", left = 1.0 });
        Assert.Equal(HttpStatusCode.BadRequest, wrong);
    }

    [Fact]
    public async Task What_is_short_is_bought_in_the_packs_that_were_noted()
    {
        using var client = server.CreateClient();
        var build = await client.Copy("Three Weirs at Ondry");
        var waters = (await client.Get(build))["build"]!["waters"]!.AsArray().Select(water => Word(water!["id"])).ToList();
        await client.Edit(build, new { kind = "together", label = "Another resin", edits = waters.Select(id => new { kind = "set", list = "waters", id, fields = new { productId = "casting-epoxy" } }) });
        var buy = (await client.Get(Route))["cupboard"]!["buy"]!.AsArray().Single(one => one!["productId"]?.GetValue<string>() == "casting-epoxy")!;
        Assert.True(Number(buy["oneG"]) > 0);
        Assert.NotEmpty(buy["packs"]!["packs"]!.AsArray());
        var (status, pack) = await client.Post("/api/stores/packs", new { id = "", productId = "casting-epoxy", oneG = 5000.0, twoG = 2500.0, price = 0.5 });
        Assert.Equal(HttpStatusCode.Created, status);
        buy = (await client.Get(Route))["cupboard"]!["buy"]!.AsArray().Single(one => one!["productId"]?.GetValue<string>() == "casting-epoxy")!;
        Assert.Equal(0.5, Number(buy["price"]));
        Assert.Equal(5000 - Number(buy["oneG"]), Number(buy["packs"]!["oneOverG"]), 6);
        using (var gone = await client.DeleteAsync(new Uri($"/api/stores/packs/{Word(pack["id"])}", UriKind.Relative))) gone.EnsureSuccessStatusCode();
        var (none, problem) = await client.Post("/api/stores/packs", new { id = "", productId = "no-such", oneG = 10.0, twoG = 0.0 });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, none);
        Assert.Contains("not in the stores", Word(problem["detail"]), StringComparison.Ordinal);
        using var away = await client.DeleteAsync(new Uri(build, UriKind.Relative));
    }

    [Fact]
    public async Task A_list_is_looked_at_before_it_is_taken_and_taken_whole_or_not_at_all()
    {
        using var client = server.CreateClient();
        var before = await client.GetStringAsync(new Uri("/api/stores/stock.csv", UriKind.Relative));
        async Task<(HttpStatusCode Status, string Body)> Send(string route, string text)
        {
            using var body = new ByteArrayContent(System.Text.Encoding.UTF8.GetBytes(text));
            body.Headers.ContentType = new("application/octet-stream");
            using var answer = await client.PostAsync(new Uri(route, UriKind.Relative), body);
            return (answer.StatusCode, await answer.Content.ReadAsStringAsync());
        }

        const string List = "what,left,name,full\nglue,300,Rabbit-skin glue,500\n";
        var (looked, changes) = await Send("/api/stores/stock.csv/look", List);
        Assert.Equal(HttpStatusCode.OK, looked);
        Assert.Equal("new", Word(JsonNode.Parse(changes)![0]!["kind"]));
        Assert.Equal(before, await client.GetStringAsync(new Uri("/api/stores/stock.csv", UriKind.Relative)));

        // One bad line and nothing of it is taken.
        var (refused, why) = await Send("/api/stores/stock.csv", $"{List}glue,9,Too full,8\n");
        Assert.Equal(HttpStatusCode.BadRequest, refused);
        Assert.Contains("Line 3", why, StringComparison.Ordinal);
        Assert.Equal(before, await client.GetStringAsync(new Uri("/api/stores/stock.csv", UriKind.Relative)));
        Assert.Equal(HttpStatusCode.NoContent, (await Send("/api/stores/stock.csv", List)).Status);
        var made = Of(await client.Get(Route), "Rabbit-skin glue")!["good"]!;
        Assert.Equal(300, Number(made["left"]));
        using (var gone = await client.DeleteAsync(new Uri($"/api/stores/goods/{Word(made["id"])}", UriKind.Relative))) gone.EnsureSuccessStatusCode();

        // Its own list given back changes nothing.
        Assert.Equal(HttpStatusCode.NoContent, (await Send("/api/stores/stock.csv", before)).Status);
        Assert.Equal(before, await client.GetStringAsync(new Uri("/api/stores/stock.csv", UriKind.Relative)));
    }

    [Fact]
    public async Task A_change_names_its_fields_and_many_at_once_lose_nothing()
    {
        using var client = server.CreateClient();
        var (_, made) = await client.Post("/api/stores/goods", Good("Bone glue", 300));
        using (var add = await client.PostAsJsonAsync("/api/stores/bottles", new { productId = "deep-pour-epoxy", oneG = 500.0 })) add.EnsureSuccessStatusCode();
        async Task<JsonNode> Bottle() => (await client.Get("/api/stores/bottles")).AsArray().Select(card => card!["bottle"]!).Single(bottle => Word(bottle["productId"]) == "deep-pour-epoxy");
        var (good, bottle) = ($"/api/stores/goods/{Word(made["id"])}", $"/api/stores/bottles/{Word((await Bottle())["id"])}");
        try
        {
            foreach (var (address, left) in new[] { (good, "left"), (bottle, "leftG") })
            {
                JsonObject[] changes = [new() { [left] = 41 }, new() { ["price"] = 9.5 }, new() { ["openedOn"] = "2027-02-03" }, new() { ["boughtOn"] = "2027-01-02" }];
                Assert.All(await Task.WhenAll(changes.Select(fields => Changed(client, address, fields))), one => Assert.Equal((HttpStatusCode.NoContent, ""), one));
            }

            foreach (var (stands, left) in new[] { (Of(await client.Get(Route), "Bone glue")!["good"]!, "left"), (await Bottle(), "leftG") })
                Assert.Equal((41, 9.5, "2027-02-03", "2027-01-02"), (Number(stands[left]), Number(stands["price"]), Word(stands["openedOn"]), Word(stands["boughtOn"])));

            // Refused by name, and nothing of it is kept.
            var before = (await Bottle()).ToJsonString();
            foreach (var (fields, why) in new (JsonObject, string)[]
            {
                (new() { ["price"] = 3, ["leftG"] = 501 }, "than it held when it was new"), (new() { ["price"] = 3, ["id"] = "another" }, "not changed this way"), (new() { ["price"] = 3, ["coulour"] = "red" }, "nothing called coulour"),
                (new() { ["price"] = 3, ["leftG"] = null }, "leftG is missing"), (new() { ["price"] = 3, ["productId"] = "none" }, "not in the stores"), (new() { ["price"] = "much" }, "price"),
            })
            {
                var (status, body) = await Changed(client, bottle, fields);
                Assert.InRange((int)status, 400, 422);
                Assert.Contains(why, body, StringComparison.Ordinal);
            }

            Assert.Equal(before, (await Bottle()).ToJsonString());
        }
        finally
        {
            foreach (var address in new[] { good, bottle })
            {
                using var gone = await client.DeleteAsync(new Uri(address, UriKind.Relative));
            }
        }

        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await Changed(client, bottle, new() { ["price"] = 3 })).Status);
    }

    private static async Task<(HttpStatusCode Status, string Body)> Changed(HttpClient client, string address, JsonObject fields)
    {
        using var answer = await client.PatchAsync(new Uri(address, UriKind.Relative), JsonContent.Create(fields));
        return (answer.StatusCode, await answer.Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task A_closed_kit_is_full_and_what_it_cost_is_shared_by_its_grams()
    {
        using var client = server.CreateClient();
        using (var add = await client.PostAsJsonAsync("/api/stores/bottles", new { productId = "deep-pour-epoxy", oneG = 750.0, twoG = 250.0, price = 40.0 })) add.EnsureSuccessStatusCode();
        var kit = (await client.Get("/api/stores/bottles")).AsArray().Select(card => card!["bottle"]!).Where(bottle => Word(bottle["productId"]) == "deep-pour-epoxy").OrderBy(bottle => Word(bottle["part"])).ToList();
        try
        {
            Assert.Equal([(750, 30), (250, 10)], kit.Select(bottle => (Number(bottle["fullG"]), Number(bottle["price"]))));
        }
        finally
        {
            foreach (var bottle in kit)
            {
                using var gone = await client.DeleteAsync(new Uri($"/api/stores/bottles/{Word(bottle["id"])}", UriKind.Relative));
            }
        }
    }
}
