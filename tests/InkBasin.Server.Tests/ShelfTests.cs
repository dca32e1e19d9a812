using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using static InkBasin.Server.Tests.Edits;

namespace InkBasin.Server.Tests;

/// <summary>The maker's own sheets and bottles, and what plans make of them.</summary>
public class ShelfTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static double Number(JsonNode? node) => node!.GetValue<double>();

    private static string Word(JsonNode? node) => node!.GetValue<string>();

    private static JsonArray Layers(JsonNode? water) => water!["layers"]!["is"]!["layers"]!.AsArray();

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
        var water = Word((await client.Get(at))["build"]!["waters"]![0]!["id"]);
        var after = await client.Edit(at, Set("waters", water, new { productId = id }));
        Assert.Single(Layers(after["plan"]!["waters"]![0]));

        // Another greatest layer on the label, and the layers follow.
        using (var changed = await client.PutAsJsonAsync($"/api/stores/products/{id}", Label("My casting resin", greatestLayerMm: 4))) Assert.Equal(HttpStatusCode.OK, changed.StatusCode);
        Assert.Equal(2, Layers((await client.Get(at))["plan"]!["waters"]![0]).Count);
        Assert.Equal(4, Number((await client.Get($"/api/stores/products/{id}/label"))["greatestLayerMm"]));

        using (var removed = await client.DeleteAsync($"/api/stores/products/{id}")) Assert.Equal(HttpStatusCode.NoContent, removed.StatusCode);
        Assert.Contains((await client.Get(at))["plan"]!["waters"]![0]!["notices"]!.AsArray(), notice => Word(notice!["sentence"]).Contains("not in the stores", StringComparison.Ordinal));
        await client.Post($"/api/stores/products/{id}/restore", new { });
        Assert.Equal(2, Layers((await client.Get(at))["plan"]!["waters"]![0]).Count);
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
            await client.Edit(at, Set("waters", Word(water!["id"]), new { productId = id }));
        }

        var session = (await client.Get(at))["plan"]!["sessions"]!["is"]![0]!;
        Assert.Equal(4, session["pools"]!.AsArray().Count);
        Assert.Null(session["stock"]);
        double one = session["cards"]!.AsArray().Sum(card => Number(card!["batch"]!["aG"])), two = session["cards"]!.AsArray().Sum(card => Number(card!["batch"]!["bG"]));
        using (var kit = await client.PostAsJsonAsync("/api/stores/bottles", new { productId = id, oneG = one + 10, twoG = two - 5 })) Assert.Equal(HttpStatusCode.NoContent, kit.StatusCode);
        session = (await client.Get(at))["plan"]!["sessions"]!["is"]![0]!;
        Assert.Equal(10, Number(session["stock"]!["oneLeftG"]), 6);
        Assert.Equal(5, Number(session["stock"]!["twoShortG"]), 6);
        Assert.Contains("Short of Kit resin for it: 5 g of part two", Word(session["notices"]![0]!["sentence"]), StringComparison.Ordinal);
        var check = (await client.Get($"{at}/waters/{Word(session["pools"]![0]!["waterId"])}/before-pour"))["checks"]!.AsArray().Single(one => Word(one!["item"]) == "stock")!;
        Assert.Equal("no", Word(check["known"]));

        // A pour is begun and noted: what was weighed is taken out of the bottles, what is missing is not made up.
        var waterId = Word(session["pools"]![0]!["waterId"]);
        await client.Begin(at, waterId, "p1");
        async Task<double[]> Left() => [.. (await Kit()).Select(card => Math.Round(Number(card!["bottle"]!["leftG"]), 6)).Order()];
        async Task<List<JsonNode?>> Kit() => [.. (await client.Get("/api/stores/bottles")).AsArray().Where(card => Word(card!["bottle"]!["productId"]) == id)];
        var full = await Left();
        await Note(one, two);
        Assert.Equal(new double[] { 0, 10 }, await Left());
        Assert.All(await Kit(), card => Assert.Equal("2027-05-13", Word(card!["bottle"]!["openedOn"])));

        // Said again it is not taken twice; less gives back the difference, struck out all of it, with the opening date it had set.
        await Note(one, two);
        Assert.Equal(new double[] { 0, 10 }, await Left());
        await Note(one - 4, two - 7);
        Assert.Equal(new double[] { 2, 14 }, await Left());
        var buildId = at[(at.LastIndexOf('/') + 1)..];
        Assert.Equal(["p1"], (await client.Get($"/api/stores/draws?buildId={buildId}")).AsArray().Select(Word));
        await client.Edit(at, new { kind = "logPour", pourId = "p1", fields = (object?)null });
        Assert.Empty((await client.Get($"/api/stores/draws?buildId={buildId}")).AsArray());
        Assert.Equal(full, await Left());
        Assert.All(await Kit(), card => Assert.Null(card!["bottle"]!["openedOn"]));

        // Undone it goes back, redone it is taken again, and undone with the pour itself too.
        await Note(one, two);
        await client.Undo(at);
        Assert.Equal(full, await Left());
        await client.Redo(at);
        Assert.Equal(new double[] { 0, 10 }, await Left());
        await client.Undo(at, times: 6);
        Assert.Empty((await client.Get(at))["build"]!["begun"]!.AsArray());
        Assert.Equal(full, await Left());
        Assert.All(await Kit(), card => Assert.Null(card!["bottle"]!["openedOn"]));
        var (none, _) = await client.Post("/api/stores/bottles", new { productId = "uv-resin", twoG = 5 });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, none);

        Task<JsonNode> Note(double oneG, double twoG) => client.Edit(at, new
        {
            kind = "logPour",
            pourId = "p1",
            fields = new { oneG, twoG, leftMl = (double?)null, reachedMm = (double?)null, roomC = (double?)null, note = (string?)null, at = "2027-05-13T20:30:00+00:00", fromBottles = true },
        });
    }

    [Fact]
    public async Task Tints_of_a_noted_pour_are_out_while_its_note_stands_and_go_back_with_it()
    {
        using var client = server.CreateClient();
        var (_, sheet) = await client.Post("/api/stores/products", Label("With tint"));
        var id = Word(sheet["id"]);
        using (var kit = await client.PostAsJsonAsync("/api/stores/bottles", new { productId = id, oneG = 500, twoG = 300 })) Assert.Equal(HttpStatusCode.NoContent, kit.StatusCode);
        var at = await client.Copy("Three Weirs at Ondry");
        var water = Word((await client.Get(at))["build"]!["waters"]![0]!["id"]);
        await client.Edit(at, Set("waters", water, new { productId = id, ink = new { tintId = "umber", mlPer100Ml = 0.5, firstTimes = 2, shades = new[] { new { tintId = "olive", mlPer100Ml = 0.25 }, new { tintId = "nobody-has-it", mlPer100Ml = 1.0 } } } }));
        await client.Begin(at, water, "a", "2027-05-10T19:00:00+00:00");

        // Two of umber: the one that goes off first is nearly empty.
        object Good(string of, string tintId, double left, double full, string? keepsUntil) => new { id = of, kind = "tint", name = of, left, tintId, full, keepsUntil };
        foreach (var good in new[] { Good("drawn-umber-soon", "umber", 0.4, 30, "2027-06-01"), Good("drawn-umber", "umber", 10, 30, null), Good("drawn-olive", "olive", 20, 30, null) })
        {
            var (put, said) = await client.Post("/api/stores/goods", good);
            Assert.True((int)put < 300, said.ToJsonString());
        }

        async Task<double[]> Left()
        {
            var goods = (await client.Get("/api/stores/cupboard"))["cupboard"]?["goods"]?.AsArray() ?? (await client.Get("/api/stores/cupboard"))["goods"]!.AsArray();
            return [.. new[] { "drawn-umber-soon", "drawn-umber", "drawn-olive" }.Select(of => Number(goods.Select(one => one!["good"]!).Single(one => Word(one["name"]) == of)["left"]))];
        }

        // By the recipe, twice as strong low down, in as many ml as the weights come to.
        var (_, known) = (0, (await client.Get("/api/stores/products")).AsArray().Single(one => Word(one!["id"]) == id)!);
        double Ml(double oneG, double twoG) => (oneG / Number(known["densityA"])) + (twoG / Number(known["densityB"]));
        void Are(double[] left, double ml)
        {
            Assert.Equal(10.4 - (ml * 0.01), left[0] + left[1], 1e-6);
            Assert.Equal(Math.Max(0, 0.4 - (ml * 0.01)), left[0], 1e-6);
            Assert.Equal(20 - (ml * 0.005), left[2], 1e-6);
        }

        object Note(double oneG, double twoG, bool fromBottles = true) => new { kind = "logPour", pourId = "a", fields = new { oneG, twoG, leftMl = (double?)null, reachedMm = (double?)null, roomC = (double?)null, note = (string?)null, at = "2027-05-13T20:30:00+00:00", fromBottles } };
        await client.Edit(at, Note(100, 50));
        Are(await Left(), Ml(100, 50));
        await client.Edit(at, Note(20, 10));
        Are(await Left(), Ml(20, 10));
        await client.Undo(at);
        Are(await Left(), Ml(100, 50));
        await client.Edit(at, Note(100, 50, fromBottles: false));
        Assert.Equal(new[] { 0.4, 10, 20 }, await Left());
        await client.Undo(at);
        Are(await Left(), Ml(100, 50));
    }

    [Fact]
    public async Task A_second_pour_from_a_bottle_keeps_its_first_opening_date_and_no_bottle_noted_is_refused()
    {
        using var client = server.CreateClient();
        var (_, sheet) = await client.Post("/api/stores/products", Label("Two pours"));
        var id = Word(sheet["id"]);
        var at = await client.Copy("Three Weirs at Ondry");
        var waters = (await client.Get(at))["build"]!["waters"]!.AsArray().Select(water => Word(water!["id"])).ToList();
        foreach (var water in waters.Take(2)) await client.Edit(at, Set("waters", water, new { productId = id }));
        await client.Begin(at, waters[0], "a", "2027-05-10T19:00:00+00:00");
        await client.Begin(at, waters[1], "b", "2027-05-12T19:00:00+00:00");
        object Note(string pourId) => new { kind = "logPour", pourId, fields = new { oneG = 10, twoG = 5, leftMl = (double?)null, reachedMm = (double?)null, roomC = (double?)null, note = (string?)null, at = "2027-05-13T20:30:00+00:00", fromBottles = true } };
        var refused = await client.Edit(at, Note("a"), HttpStatusCode.UnprocessableEntity);
        Assert.Contains("No bottle of Two pours", refused.ToJsonString(), StringComparison.Ordinal);
        using (var kit = await client.PostAsJsonAsync("/api/stores/bottles", new { productId = id, oneG = 500, twoG = 300 })) Assert.Equal(HttpStatusCode.NoContent, kit.StatusCode);
        await client.Edit(at, Note("a"));
        await client.Edit(at, Note("b"));
        async Task<(double Left, string Opened)> One()
        {
            var bottle = (await client.Get("/api/stores/bottles")).AsArray().Single(card => Word(card!["bottle"]!["productId"]) == id && Word(card["bottle"]!["part"]) == "one")!["bottle"]!;
            return (Number(bottle["leftG"]), Word(bottle["openedOn"]));
        }

        Assert.Equal((480, "2027-05-10"), await One());

        // The first struck out: the second has it open still.
        await client.Edit(at, new { kind = "logPour", pourId = "a", fields = (object?)null });
        Assert.Equal((490, "2027-05-10"), await One());
    }

    [Fact]
    public async Task Two_windows_that_draw_at_once_lose_nothing()
    {
        using var client = server.CreateClient();
        var (_, sheet) = await client.Post("/api/stores/products", Label("Shared resin"));
        var id = Word(sheet["id"]);
        using (var kit = await client.PostAsJsonAsync("/api/stores/bottles", new { productId = id, oneG = 1000, twoG = 600 })) Assert.Equal(HttpStatusCode.NoContent, kit.StatusCode);
        var ats = new List<string>();
        for (var k = 0; k < 6; k++)
        {
            var at = await client.Copy("Three Weirs at Ondry");
            var water = Word((await client.Get(at))["build"]!["waters"]![0]!["id"]);
            await client.Edit(at, Set("waters", water, new { productId = id }));
            await client.Begin(at, water, "p");
            ats.Add(at);
        }

        await Task.WhenAll(ats.Select(at => client.Edit(at, new
        {
            kind = "logPour",
            pourId = "p",
            fields = new { oneG = 20, twoG = 10, leftMl = (double?)null, reachedMm = (double?)null, roomC = (double?)null, note = (string?)null, at = "2027-05-13T20:30:00+00:00", fromBottles = true },
        })));
        var left = (await client.Get("/api/stores/bottles")).AsArray().Where(card => Word(card!["bottle"]!["productId"]) == id).Select(card => Number(card!["bottle"]!["leftG"])).Order();
        Assert.Equal([540, 880], left);
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
        var meant = Number(Layers(before)[0]!["toMm"]);
        var after = await client.Edit(at, new
        {
            kind = "logPour",
            pourId = "dock-1",
            fields = new { oneG = 113.0, twoG = 80.0, leftMl = 30.0, reachedMm = meant - 1, roomC = 19.0, note = (string?)null, at = "2027-02-28T20:30:00+00:00" },
        });
        var dock = after["plan"]!["waters"]!.AsArray().Single(water => Word(water!["id"]) == "dock")!;
        Assert.Equal(meant - 1, Number(Layers(dock)[1]!["fromMm"]), 9);
        Assert.Equal((113.0 / 80 / (1.13 / 1.01) - 1) * 100, Number(dock["after"]!["is"]!["ratioOffPercent"]), 6);
        Assert.Equal("stop", Word(dock["after"]!["is"]!["notices"]![0]!["standing"]));
        Assert.Contains(dock["after"]!["is"]!["notices"]!.AsArray(), notice => Word(notice!["sentence"]).Contains("left in the cup", StringComparison.Ordinal));
        await client.Edit(at, new { kind = "logPour", pourId = "nowhere", fields = (object?)null }, HttpStatusCode.UnprocessableEntity);
        await client.Edit(at, new { kind = "logPour", pourId = "dock-1", fields = new { oneG = -1.0, twoG = (double?)null, leftMl = (double?)null, reachedMm = (double?)null, roomC = (double?)null, note = (string?)null, at = "2027-02-28T20:30:00+00:00" } }, HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task A_build_file_brings_the_label_of_its_product_to_another_bench()
    {
        using var client = server.CreateClient();
        var (_, sheet) = await client.Post("/api/stores/products", Label("Travelling resin", greatestLayerMm: 4));
        var id = Word(sheet["id"]);
        var at = await client.Copy("Three Weirs at Ondry");
        var water = Word((await client.Get(at))["build"]!["waters"]![0]!["id"]);
        await client.Edit(at, Set("waters", water, new { productId = id }));
        var file = await client.GetByteArrayAsync($"{at}/file");
        Assert.Contains("Travelling resin", BuildZips.Document(file), StringComparison.Ordinal);

        var folder = Directory.CreateTempSubdirectory("ink-basin-test-").FullName;
        await using (var other = ServerFixture.On(folder, demo: false))
        {
            using var elsewhere = other.CreateClient();
            var (made, card) = await elsewhere.Import(file);
            Assert.Equal(HttpStatusCode.Created, made.StatusCode);
            var plan = (await elsewhere.Get($"/api/builds/{card["id"]}"))["plan"]!["waters"]![0]!;
            Assert.All(Layers(plan), layer => Assert.True(Number(layer!["depthMm"]) <= 4 + 1e-9));

            // What stands on the shelf there is not written over by a second file.
            using (var changed = await elsewhere.PutAsJsonAsync($"/api/stores/products/{id}", Label("Renamed there"))) Assert.Equal(HttpStatusCode.OK, changed.StatusCode);
            await elsewhere.Import(file);
            Assert.Contains((await elsewhere.Get("/api/stores/products")).AsArray(), one => Word(one!["id"]) == id && Word(one["name"]) == "Renamed there");
            var broken = BuildZips.Changed(file, "build.json", text => text.Replace("\"greatestLayerMm\": 4", "\"greatestLayerMm\": -4", StringComparison.Ordinal));
            var (refused, problem) = await elsewhere.Import(broken);
            Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
            Assert.Contains("greatestLayerMm", problem.ToJsonString(), StringComparison.Ordinal);
        }

        Directory.Delete(folder, recursive: true);
    }
}
