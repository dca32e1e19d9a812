using System.Net;
using System.Net.Http.Json;
using static InkBasin.Server.Tests.Edits;

namespace InkBasin.Server.Tests;

public class BuildTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static object Pond(string id = "pond", double depthMm = 8) => new
    {
        kind = "pond",
        id,
        name = "Pond",
        enabled = true,
        outline = new { points = new[] { new { xMm = 60, yMm = 30 }, new { xMm = 140, yMm = 30 }, new { xMm = 140, yMm = 70 }, new { xMm = 60, yMm = 70 } }, curved = false },
        depthMm,
        shelfDepthMm = 0,
        shelfWidthMm = 0,
        slopeDeg = 90,
    };

    private static object AddPond => Add("recipe", Pond(), 1);

    private static object AddWater => Add(
        "waters",
        new { id = "w", name = "Pool", seed = new { xMm = 100, yMm = 50 }, waterlineMm = 22.0, productId = "coating-epoxy", strategy = "equalDepth", sealMm = 2, ink = new { tintId = "umber", mlPer100Ml = 0.5 } },
        0);

    [Fact]
    public async Task The_demo_is_on_the_shelf_with_sallow_quay_first_and_its_dates_from_today()
    {
        using var client = server.CreateClient();
        var cards = (await client.Get("/api/builds")).AsArray();
        Assert.Superset(
            new HashSet<string> { "Sallow Quay", "Three Weirs at Ondry", "The Drowned Pit" },
            cards.Select(card => card!["name"]!.GetValue<string>()).ToHashSet());
        var quay = cards.Single(card => card!["name"]!.GetValue<string>() == "Sallow Quay");
        var answer = await client.Get($"/api/builds/{quay!["id"]}");
        Assert.Equal("2027-05-14T19:00:00+00:00", answer["build"]!["waters"]![0]!["firstPourAt"]!.GetValue<string>());
        Assert.All(answer["plan"]!["waters"]!.AsArray(), water => Assert.NotEqual("stop", water!["level"]!["standing"]!.GetValue<string>()));
    }

    [Fact]
    public async Task A_scooped_pond_becomes_a_poured_plan()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        await client.Post($"{at}/edits", new { version = 1, edit = AddPond });
        var (status, made) = await client.Post($"{at}/edits", new { version = 2, edit = AddWater });
        Assert.Equal(HttpStatusCode.OK, status);
        var plan = made["plan"]!["waters"]![0]!;
        Assert.Equal(80 * 40 * 5 / 1000.0, plan["level"]!["volumeMl"]!.GetValue<double>(), 9);
        Assert.Equal("holds", plan["level"]!["standing"]!.GetValue<string>());

        // The sheet would take 5 mm at once; over 17 mm of foam and under a cover that is a hair too much.
        Assert.Equal("resin heat", plan["safe"]!["limitedBy"]!.GetValue<string>());
        Assert.Equal(2, plan["layers"]!["is"]!["layers"]!.AsArray().Count);
        Assert.True(plan["layers"]!["is"]!["layers"]![0]!["mix"]!["batches"]![0]!["aG"]!.GetValue<double>() > 0);
    }

    [Fact]
    public async Task Undo_and_redo_walk_the_edits_and_a_new_edit_ends_the_redo()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        await client.Post($"{at}/edits", new { version = 1, edit = AddPond });
        await client.Post($"{at}/edits", new { version = 2, edit = AddWater });
        var (_, undone) = await client.Post($"{at}/undo", new { version = 3 });
        Assert.Empty(undone["build"]!["waters"]!.AsArray());
        Assert.Equal("Add Pond", undone["undoLabel"]!.GetValue<string>());
        Assert.Equal("Add Pool", undone["redoLabel"]!.GetValue<string>());
        var (_, bare) = await client.Post($"{at}/undo", new { version = 4 });
        Assert.Single(bare["build"]!["recipe"]!.AsArray());
        var (_, redone) = await client.Post($"{at}/redo", new { version = 5 });
        Assert.Equal("Add Pool", redone["redoLabel"]!.GetValue<string>());
        var (_, fresh) = await client.Post($"{at}/edits", new { version = 6, edit = Set(new { scale = 35 }) });
        Assert.Null(fresh["redoLabel"]);
        var (status, _) = await client.Post($"{at}/redo", new { version = 7 });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
    }

    [Fact]
    public async Task Everything_survives_a_restart()
    {
        var folder = Directory.CreateTempSubdirectory("ink-basin-restart-").FullName;
        string at;
        await using (var first = ServerFixture.On(folder, demo: false))
        {
            using var client = first.CreateClient();
            Assert.Empty((await client.Get("/api/builds")).AsArray());
            at = await client.Begin("Kept");
            await client.Post($"{at}/edits", new { version = 1, edit = AddPond });
            await client.Post($"{at}/undo", new { version = 2 });
        }

        await using (var second = ServerFixture.On(folder, demo: true))
        {
            using var client = second.CreateClient();
            Assert.Single((await client.Get("/api/builds")).AsArray());
            var (_, redone) = await client.Post($"{at}/redo", new { version = 3 });
            Assert.Equal(2, redone["build"]!["recipe"]!.AsArray().Count);
            var (_, undone) = await client.Post($"{at}/undo", new { version = 4 });
            Assert.Single(undone["build"]!["recipe"]!.AsArray());
        }

        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task The_second_of_two_windows_is_told_what_changed_and_nothing_is_written_over()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        await client.Post($"{at}/edits", new { version = 1, edit = AddPond });
        await client.Post($"{at}/edits", new { version = 2, edit = Set(new { name = "Mine" }) });
        var (status, problem) = await client.Post($"{at}/edits", new { version = 1, edit = Set(new { name = "Theirs" }) });
        Assert.Equal(HttpStatusCode.Conflict, status);
        Assert.Equal(3, problem["current"]!.GetValue<int>());
        Assert.Equal(["Add Pond", "Rename to Mine"], problem["changes"]!.AsArray().Select(change => change!["label"]!.GetValue<string>()));
        Assert.Equal("Mine", (await client.Get(at))["build"]!["name"]!.GetValue<string>());
    }

    [Fact]
    public async Task A_change_sent_again_because_its_answer_was_lost_is_made_once_and_is_no_conflict()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        var sent = new { version = 1, mark = "m-1", edit = AddPond };
        var (_, first) = await client.Post($"{at}/edits", sent);
        var (status, again) = await client.Post($"{at}/edits", sent);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal((2, 2), (first["version"]!.GetValue<int>(), again["version"]!.GetValue<int>()));
        Assert.Equal(2, again["build"]!["recipe"]!.AsArray().Count);

        // The same for taking it back; another mark on the old version is a conflict as before.
        var (_, undone) = await client.Post($"{at}/undo", new { version = 2, mark = "m-2" });
        var (_, undoneAgain) = await client.Post($"{at}/undo", new { version = 2, mark = "m-2" });
        Assert.Equal(undone.ToJsonString(), undoneAgain.ToJsonString());
        Assert.Equal(HttpStatusCode.Conflict, (await client.Post($"{at}/edits", new { version = 1, mark = "m-3", edit = AddPond })).Status);
        Assert.Equal(HttpStatusCode.Conflict, (await client.Post($"{at}/edits", new { version = 1, mark = new string('m', 64), edit = AddPond })).Status);
        Assert.Equal(HttpStatusCode.BadRequest, (await client.Post($"{at}/edits", new { version = 3, mark = new string('m', 65), edit = AddPond })).Status);

        // Many tries at once: one change, and nobody is told of a conflict.
        var answers = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => client.Post($"{at}/edits", new { version = 3, mark = "m-4", edit = Set(new { scale = 48 }) })));
        Assert.All(answers, answer => Assert.Equal(HttpStatusCode.OK, answer.Status));
        Assert.Equal(4, (await client.Get(at))["version"]!.GetValue<int>());
    }

    [Fact]
    public async Task Of_many_writers_at_once_exactly_one_wins_each_version()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        var answers = await Task.WhenAll(Enumerable.Range(0, 8).Select(k =>
            client.Post($"{at}/edits", new { version = 1, edit = Set(new { scale = 40 + k }) })));
        Assert.Single(answers, answer => answer.Status == HttpStatusCode.OK);
        Assert.Equal(7, answers.Count(answer => answer.Status == HttpStatusCode.Conflict));
        Assert.Equal(2, (await client.Get(at))["version"]!.GetValue<int>());
    }

    [Fact]
    public async Task A_preview_on_a_ground_that_is_there_is_told_without_its_recipe()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        await client.Post($"{at}/edits", new { version = 1, edit = AddPond });
        var (_, kept) = await client.Post($"{at}/edits", new { version = 2, edit = AddWater });
        var key = kept["groundKey"]!.GetValue<string>();
        var raised = Set("waters", "w", new { waterlineMm = 23.0 });
        var (_, whole) = await client.Post($"{at}/preview", new { edit = raised });
        var (_, lean) = await client.Post($"{at}/preview", new { edit = raised, have = key });
        Assert.Empty(lean["build"]!["recipe"]!.AsArray());
        Assert.Equal(2, whole["build"]!["recipe"]!.AsArray().Count);
        lean["build"]!["recipe"] = whole["build"]!["recipe"]!.DeepClone();
        Assert.Equal(whole.ToJsonString(), lean.ToJsonString());

        // Another ground comes with its recipe.
        var (_, other) = await client.Post($"{at}/preview", new { edit = Set("recipe", "pond", new { depthMm = 9.0 }), have = key });
        Assert.Equal(2, other["build"]!["recipe"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_preview_shows_what_would_be_and_keeps_nothing()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        var before = await client.Get(at);
        var (_, tried) = await client.Post($"{at}/preview", new { edit = AddPond });
        Assert.Equal(17, tried["plan"]!["ground"]!["lowestMm"]!.GetValue<double>());
        Assert.NotEqual(before["groundKey"]!.GetValue<string>(), tried["groundKey"]!.GetValue<string>());
        Assert.Equal(before.ToJsonString(), (await client.Get(at)).ToJsonString());
    }

    [Fact]
    public async Task The_picture_of_the_ground_has_its_heights_row_by_row()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        await client.Post($"{at}/edits", new { version = 1, edit = AddPond });
        var bytes = await client.GetByteArrayAsync($"{at}/ground");
        Assert.Equal("IBGR"u8.ToArray(), bytes[..4]);
        int columns = BitConverter.ToInt32(bytes, 4), rows = BitConverter.ToInt32(bytes, 8);
        Assert.Equal((200, 100), (columns, rows));
        Assert.Equal([0, 0, columns, rows], [.. Enumerable.Range(0, 4).Select(i => BitConverter.ToInt32(bytes, 16 + (4 * i)))]);
        Assert.Equal(32 + (columns * rows * 8), bytes.Length);
        float Height(int column, int row) => BitConverter.ToSingle(bytes, 32 + (4 * ((row * columns) + column)));
        Assert.Equal(25, Height(10, 10));
        Assert.Equal(17, Height(100, 50));
    }

    [Fact]
    public async Task A_browser_that_has_a_ground_gets_only_what_differs_from_it()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        var key = (await client.Get(at))["groundKey"]!.GetValue<string>();
        await client.GetByteArrayAsync($"{at}/ground");
        using var tried = await client.PostAsJsonAsync($"{at}/preview/ground", new { edit = AddPond, have = key });
        var part = await tried.Content.ReadAsByteArrayAsync();
        int Number(int i) => BitConverter.ToInt32(part, 16 + (4 * i));
        Assert.InRange(Number(2), 1, 199);
        Assert.InRange(Number(3), 1, 99);
        Assert.Equal(32 + (Number(2) * Number(3) * 8), part.Length);

        // Laid over what it had, it is the whole of the new ground.
        var had = await client.GetByteArrayAsync($"{at}/ground");
        await client.Post($"{at}/edits", new { version = 1, edit = AddPond });
        var whole = await client.GetByteArrayAsync($"{at}/ground");
        const int Columns = 200, Cells = 200 * 100;
        for (var layer = 0; layer < 2; layer++)
        {
            for (var row = 0; row < Number(3); row++)
            {
                var from = 32 + (4 * ((layer * Number(2) * Number(3)) + (row * Number(2))));
                part.AsSpan(from, 4 * Number(2)).CopyTo(had.AsSpan(32 + (4 * ((layer * Cells) + ((Number(1) + row) * Columns) + Number(0)))));
            }
        }

        Assert.Equal(whole, had);
        Assert.Equal(32, (await client.GetByteArrayAsync($"{at}/ground?have={(await client.Get(at))["groundKey"]}")).Length);
        Assert.Equal(whole, await client.GetByteArrayAsync($"{at}/ground?have=unknown"));
    }

    [Theory]
    [InlineData("asc", "text/plain")]
    [InlineData("png", "image/png")]
    [InlineData("stl", "model/stl")]
    [InlineData("obj", "model/obj")]
    public async Task The_ground_goes_out_as_a_file(string format, string type)
    {
        using var client = server.CreateClient();
        var at = await client.Begin("Out board");
        using var response = await client.GetAsync($"{at}/ground.{format}");
        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.Equal(type, response.Content.Headers.ContentType?.MediaType);
        Assert.Equal($"out-board.{format}", response.Content.Headers.ContentDisposition?.FileName);
        Assert.True((await response.Content.ReadAsByteArrayAsync()).Length > 100);
    }

    // What is saved under dashes alone is found again by nobody.
    [Theory]
    [InlineData("Mühle an der Örtze 2", "mühle-an-der-örtze-2")]
    [InlineData("Тихий пруд", "тихий-пруд")]
    [InlineData("水車小屋", "水車小屋")]
    [InlineData("cafe\u0301/..\\pond 🌊", "cafe\u0301----pond--")]
    public async Task A_build_is_saved_under_its_name_in_any_script(string name, string file)
    {
        using var client = server.CreateClient();
        using var response = await client.GetAsync($"{await client.Begin(name)}/file");
        Assert.Equal($"{file}.build.zip", response.Content.Headers.ContentDisposition?.FileNameStar);
    }

    [Fact]
    public async Task A_format_there_is_not_is_refused()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        Assert.Equal(HttpStatusCode.BadRequest, (await client.GetAsync($"{at}/ground.dwg")).StatusCode);
    }

    [Fact]
    public async Task Copy_bin_and_restore()
    {
        using var client = server.CreateClient();
        var at = await client.Begin("Original");
        var (status, copy) = await client.Post($"{at}/copy", new { });
        Assert.Equal(HttpStatusCode.Created, status);
        Assert.Equal("Original copy", copy["name"]!.GetValue<string>());
        (await client.DeleteAsync(at)).EnsureSuccessStatusCode();
        Assert.DoesNotContain((await client.Get("/api/builds")).AsArray(), card => card!["name"]!.GetValue<string>() == "Original");
        Assert.Contains((await client.Get("/api/builds?binned=true")).AsArray(), card => card!["name"]!.GetValue<string>() == "Original");
        var (refused, _) = await client.Post($"{at}/edits", new { version = 1, edit = Set(new { name = "No" }) });
        Assert.Equal(HttpStatusCode.NotFound, refused);
        await client.Post($"{at}/restore", new { });
        Assert.Contains((await client.Get("/api/builds")).AsArray(), card => card!["name"]!.GetValue<string>() == "Original");
    }

    [Fact]
    public async Task A_build_goes_out_as_a_file_and_comes_back_the_same()
    {
        using var client = server.CreateClient();
        var at = await client.Begin("Travelling");
        var (_, made) = await client.Post($"{at}/edits", new { version = 1, edit = AddPond });
        var file = await client.GetByteArrayAsync($"{at}/file");
        var (response, card) = await client.Import(file);
        Assert.Equal(HttpStatusCode.Created, response.StatusCode);
        Assert.Equal(made["build"]!.ToJsonString(), (await client.Get($"/api/builds/{card["id"]}"))["build"]!.ToJsonString());

        // Here its id is taken; as a copy it has a name of its own; elsewhere it is the same build to the last byte of its file.
        Assert.NotEqual(at, $"/api/builds/{card["id"]}");
        Assert.Equal("Travelling copy", (await client.Import(file, copy: true)).Body["name"]!.GetValue<string>());
        await using var other = new ServerFixture();
        using var there = other.CreateClient();
        Assert.Equal(at, $"/api/builds/{(await there.Import(file)).Body["id"]}");
        Assert.Equal(file, await there.GetByteArrayAsync($"{at}/file"));
    }

    public static TheoryData<string, string, int> Wrong => new()
    {
        { "edits", """{"version":1}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"explode"}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"set"}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"set","list":null,"id":null,"fields":{}}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"set","list":null,"id":null,"fields":{"name":""}}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"set","list":null,"id":null,"fields":{"name":null}}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"set","list":null,"id":null,"fields":{"scale":-4}}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"set","list":null,"id":null,"fields":{"scale":1e999}}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"set","list":null,"id":null,"fields":{"colour":"red"}}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"set","list":null,"id":null,"fields":{"scale":40},"colour":"red"}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"set","list":null,"id":null,"fields":{"begun":[]}}}""", 422 },
        { "edits", """{"version":1,"edit":{"kind":"set","list":"dams","id":"none","fields":{"topMm":3}}}""", 422 },
        { "edits", """{"version":1,"edit":{"kind":"set","list":"nowhere","id":"none","fields":{"topMm":3}}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"restore","list":"begun","items":[]}}""", 422 },
        { "edits", """{"version":1,"edit":{"kind":"together","label":"In","edits":[{"kind":"restore","list":"begun","items":[]}]}}""", 422 },
        { "edits", """{"version":1,"edit":{"kind":"remove","list":"recipe","id":"nowhere"}}""", 422 },
        { "edits", """{"version":1,"edit":{"kind":"add","list":"recipe","item":{"kind":"pond","id":"p","name":"P","outline":{"points":[]},"depthMm":3}}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"add","list":"recipe","item":null}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"add","list":"recipe","item":{"id":"p"}}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"add","list":"waters","item":{"id":"w","name":"W","seed":{"xMm":900,"yMm":5},"waterlineMm":5,"productId":"x"}}}""", 422 },
        { "edits", """{"version":1,"edit":{"kind":"add","list":"waters","item":{"id":"w","name":"W","seed":{"xMm":9},"waterlineMm":5,"productId":"x"}}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"add","list":"dams","item":{"side":"left"}}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"add","list":"dams","item":7}}""", 400 },
        { "edits", """{"version":1,"edit":{"kind":"set","list":null,"id":null,"fields":{"board":{"widthMm":3000,"depthMm":3000,"cellMm":0.25}}}}""", 400 },
        { "edits", "", 400 },
        { "undo", """{"version":1}""", 422 },
        { "redo", """{"version":1}""", 422 },
        { "undo", "{}", 400 },
        { "preview", """{"edit":{"kind":"set","list":null,"id":null,"fields":{"scale":"x"}}}""", 400 },
        { "preview/ground", """{"edit":null}""", 400 },
    };

    [Theory]
    [MemberData(nameof(Wrong))]
    public async Task Bad_edits_are_refused_in_a_sentence_and_change_nothing(string route, string body, int status)
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        var before = (await client.Get(at)).ToJsonString();
        var (response, problem) = await client.PostText($"{at}/{route}", body);
        Assert.Equal(status, (int)response.StatusCode);
        Assert.Equal("application/problem+json", response.Content.Headers.ContentType?.MediaType);
        Assert.NotEmpty(problem["errors"]!.AsObject());
        Assert.Equal(before, (await client.Get(at)).ToJsonString());
    }

    [Theory]
    [InlineData("""{"name":"","scale":76,"widthMm":200,"depthMm":100}""", "name")]
    [InlineData("""{"scale":76,"widthMm":200,"depthMm":100}""", "name")]
    [InlineData("""{"name":"B","scale":0,"widthMm":200,"depthMm":100}""", "scale")]
    [InlineData("""{"name":"B","scale":76,"widthMm":5,"depthMm":100}""", "board.widthMm")]
    public async Task A_build_cannot_begin_on_nothing(string body, string field)
    {
        using var client = server.CreateClient();
        var (response, problem) = await client.PostText("/api/builds", body);
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        Assert.Contains(field, problem["errors"]!.AsObject().Select(error => error.Key));
    }

    [Theory]
    [InlineData("{}")]
    [InlineData("not json")]
    [InlineData("""{"format":"something-else","formatVersion":1,"writtenOn":"2027-01-01","build":null}""")]
    [InlineData("""{"format":"ink-basin-build","formatVersion":9,"writtenOn":"2027-01-01","build":{"name":"x","scale":1,"board":{"widthMm":100,"depthMm":100}}}""")]
    public async Task A_file_that_is_no_build_is_refused(string body)
    {
        using var client = server.CreateClient();
        var (response, problem) = await client.PostText("/api/builds/import", body);
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        Assert.NotNull(problem["errors"]);
    }

    [Fact]
    public async Task A_build_that_is_not_there_is_a_404()
    {
        using var client = server.CreateClient();
        Assert.Equal(HttpStatusCode.NotFound, (await client.GetAsync($"/api/builds/{Guid.NewGuid()}")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await client.GetAsync("/api/builds/not-an-id")).StatusCode);
    }
}
