using System.Net;
using System.Text.Json.Nodes;
using static InkBasin.Server.Tests.Edits;

namespace InkBasin.Server.Tests;

/// <summary>What the Water stage asks of the server, on the demo and on small boards.</summary>
public class WaterStageTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static double Number(JsonNode? node) => node!.GetValue<double>();

    private static string Word(JsonNode? node) => node!.GetValue<string>();

    [Fact]
    public async Task Three_weirs_runs_in_four_reaches_with_falls_between_them()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Three Weirs at Ondry");
        var stream = Assert.Single((await client.Get($"{at}/running")).AsArray())!;
        var reaches = stream["reaches"]!.AsArray();
        Assert.Equal(["Top reach", "Mill reach", "Meadow reach", "Tail reach"], reaches.Select(reach => Word(reach!["name"])));
        Assert.Equal([26.6, 23.2, 19.8, 16.4], reaches.Select(reach => Number(reach!["levelMm"])));
        Assert.All(reaches, reach => Assert.InRange(Number(reach!["upperDepthMm"]), 2.5, 4));
        Assert.All(reaches, reach => Assert.InRange(Number(reach!["lowerDepthMm"]), 6, 7));
        var falls = stream["falls"]!.AsArray();
        Assert.Equal(3, falls.Count);
        Assert.All(falls, fall => Assert.Equal(3.4, Number(fall!["heightMm"]), 6));
        Assert.All(falls, fall => Assert.Equal(0.544, Number(fall!["scaleHeightM"]), 6));
        Assert.All(falls, fall => Assert.InRange(Number(fall!["crestOverMm"]), 2, 4));
        Assert.Equal(3, stream["white"]!.AsArray().Count(place => Word(place!["cause"]) == "drop"));
        var plan = await client.Get(at);
        Assert.All(plan["plan"]!["waters"]!.AsArray(), water => Assert.Equal("holds", Word(water!["level"]!["standing"])));
        Assert.All(plan["plan"]!["waters"]!.AsArray(), water => Assert.Empty(water!["level"]!["joinedWith"]!.AsArray()));
    }

    [Fact]
    public async Task The_quays_hollows_run_over_into_each_other_and_then_off_the_board()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        var hollows = (await client.Get($"{at}/hollows?leastMl=5")).AsArray().Select(one => one!["hollow"]!).ToList();
        var (creek, dock) = (hollows[0], hollows[1]);
        Assert.Equal((2, 1), (creek["into"]!.GetValue<int>(), dock["into"]!.GetValue<int>()));
        Assert.Equal(Number(creek["spillMm"]), Number(dock["spillMm"]));
        var both = hollows.Single(one => one["of"]!.AsArray().Count > 0);
        Assert.Equal("front", Word(both["over"]));
        Assert.Equal(20.3, Number(both["spillMm"]), 9);
        Assert.Equal(Number((await client.Get(at))["plan"]!["waters"]![0]!["level"]!["spillMm"]), Number(creek["spillMm"]), 9);
        using var refused = await client.GetAsync($"{at}/hollows?leastMl=0");
        Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
    }

    [Fact]
    public async Task What_runs_off_says_what_is_wrong_with_the_dam()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        async Task<string> HowItLeft(object[] dams)
        {
            foreach (var dam in (await client.Get(at))["build"]!["dams"]!.AsArray()) await client.Edit(at, Remove("dams", Word(dam!["id"])));
            foreach (var dam in dams) await client.Edit(at, Add("dams", dam));
            var (_, frames) = await client.Post($"{at}/pour", new { pours = new[] { new { at = new { xMm = 540, yMm = 350 }, volumeMl = 1500 } }, frames = 1 });
            return Word(frames[0]!["runOff"]![0]!["how"]);
        }

        var left = new { id = "l", side = "left", fromMm = 56, toMm = 170, topMm = 30.0 };
        Assert.Equal("openEdge", await HowItLeft([left]));
        Assert.Equal("overTop", await HowItLeft([left, new { id = "f", side = "front", fromMm = 486, toMm = 608, topMm = 12.0 }]));
        Assert.Equal("pastEnd", await HowItLeft([left, new { id = "f", side = "front", fromMm = 520, toMm = 608, topMm = 30.0 }]));
    }

    [Fact]
    public async Task A_water_test_is_reckoned_logged_and_corrects_the_plan()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        var reckoned = Number((await client.Get($"{at}/waters/dock/reckoned?levelMm=12"))["volumeMl"]);
        Assert.InRange(reckoned, 30, 50);
        await client.Edit(at, new { kind = "remove", list = "waterTests", id = "test-2" });
        var made = await client.Edit(at, Add(
            "waterTests",
            new { id = "new", waterId = "dock", at = "2027-05-14T09:00:00+00:00", levelMm = 12, reckonedMl = reckoned, inMl = reckoned * 1.08, outMl = (double?)null, stoodMin = 30, lostMl = 2.0 }));
        var dock = made["plan"]!["waters"]![1]!;
        Assert.Single(dock["takes"]!["tests"]!.AsArray());
        Assert.Equal(1.08, Number(dock["takes"]!["calibration"]), 9);
        Assert.Equal(Number(dock["level"]!["volumeMl"]) * 1.08, Number(dock["takes"]!["range"]!["expectedMl"]), 6);
        Assert.True(Number(dock["seep"]!["is"]!["lostMl"]) > 0);
        var bad = await client.Edit(at, Add("waterTests", new { id = "bad", waterId = "dock", at = "2027-05-14T09:00:00+00:00", levelMm = 12, reckonedMl = reckoned, inMl = 10.0, outMl = 20.0, stoodMin = 30 }), HttpStatusCode.UnprocessableEntity);
        Assert.Contains("More came out than went in", bad.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Asked_backwards_a_jug_is_reckoned_by_the_water_test_and_by_what_stands_in_the_water()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        var creek = (await client.Get(at))["plan"]!["waters"]![0]!;
        var takes = Number(creek["takes"]!["range"]!["expectedMl"]);
        Assert.True(Number(creek["takes"]!["calibration"]) > 1 && Number(creek["takes"]!["displacedMl"]) > 2);
        var enough = await client.Get(FormattableString.Invariant($"{at}/waters/creek/enough?volumeMl={takes}"));
        Assert.Equal(14.5, Number(enough["waterlineMm"]), 0.01);
        Assert.Equal(takes, Number(enough["needMl"]), 9);
        Assert.Null(enough["overFalseBedMm"]);
    }

    [Fact]
    public async Task The_shore_is_told_over_board_bench_and_datum()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        var shore = await client.Get($"{at}/waters/garden/shore?spacingMm=20&datumXMm=300&datumYMm=365");
        Assert.Equal(19.8, Number(shore["waterlineMm"]));
        Assert.Equal(25.8, Number(shore["overBenchMm"]), 9);
        Assert.Equal(19.8 - Number(shore["datumMm"]), Number(shore["overDatumMm"]), 9);
        Assert.InRange(shore["marks"]!.AsArray().Count, 4, 20);
        Assert.InRange(Number(shore["creepMm"]), 2, 2.2);
        Assert.NotEmpty(shore["creepRuns"]!.AsArray());
        using var off = await client.GetAsync($"{at}/waters/garden/shore?datumXMm=-3&datumYMm=1");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, off.StatusCode);
        using var gone = await client.GetAsync($"{at}/waters/nobody/shore");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, gone.StatusCode);
    }

    [Fact]
    public async Task Panels_are_nested_and_a_sheet_too_small_is_refused_with_the_dam_named()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        var cut = await client.Get($"{at}/dam-panels");
        Assert.Equal(["1", "2"], cut["panels"]!.AsArray().Select(panel => Word(panel!["label"])));
        Assert.Single(cut["sheets"]!.AsArray());
        await client.Edit(at, Set(new { making = new { damSheet = new { widthMm = 22, depthMm = 20, gapMm = 1 } } }));
        using var refused = await client.GetAsync($"{at}/dam-panels");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        Assert.Contains("Dam 1 is", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_proposal_is_made_in_one_go_and_taken_back_in_one()
    {
        using var client = server.CreateClient();
        var at = await client.Begin();
        await client.Edit(at, Add(
            "recipe",
            new { kind = "channel", id = "stream", name = "Stream", points = new[] { new { xMm = -20, yMm = 50, widthMm = 24 }, new { xMm = 220, yMm = 50, widthMm = 24 } }, bedStartMm = 18, bedEndMm = 6, bankAngleDeg = 60 },
            1));
        var proposal = await client.Get($"{at}/reaches?stepId=stream&deepestMm=8&leastMm=3");
        var count = proposal["waters"]!.AsArray().Count;
        Assert.InRange(count, 2, 4);
        List<object> edits = [Set("recipe", "stream", new { weirs = proposal["channel"]!["weirs"] }), .. proposal["waters"]!.AsArray().Select(water => Add("waters", water!))];
        var made = await client.Edit(at, new { kind = "together", label = "Split it", edits });
        Assert.Equal("Split it", Word(made["undoLabel"]));
        Assert.Equal(count, made["plan"]!["waters"]!.AsArray().Count);
        Assert.All(made["plan"]!["waters"]!.AsArray(), water => Assert.Empty(water!["level"]!["joinedWith"]!.AsArray()));
        Assert.Equal(count - 1, Assert.Single((await client.Get($"{at}/running")).AsArray())!["falls"]!.AsArray().Count);
        var (_, undone) = await client.Post($"{at}/undo", new { version = made["version"] });
        Assert.Empty(undone["build"]!["waters"]!.AsArray());
        Assert.Empty(undone["build"]!["recipe"]![1]!["weirs"]!.AsArray());
        using var foam = await client.GetAsync($"{at}/reaches?stepId=foam");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, foam.StatusCode);
    }

    [Fact]
    public async Task No_pour_begins_before_its_list_is_settled_and_the_reasons_are_kept()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        var begin = new { kind = "beginPour", id = "p1", waterId = "creek", layer = 1, at = "2027-05-14T19:05:00+00:00" };
        var refused = await client.Edit(at, begin, HttpStatusCode.UnprocessableEntity);
        Assert.Contains("5 questions are open", refused.ToJsonString(), StringComparison.Ordinal);
        Assert.Contains("Is the board level", refused.ToJsonString(), StringComparison.Ordinal);
        await client.Edit(at, new { kind = "together", label = "Sneak", edits = new object[] { begin } }, HttpStatusCode.UnprocessableEntity);
        await client.Edit(at, new { kind = "restore", list = "begun", items = new[] { new { id = "p1", waterId = "creek", layer = 1, at = "2027-05-14T19:05:00+00:00", answers = Array.Empty<object>() } } }, HttpStatusCode.UnprocessableEntity);
        Assert.Single((await client.Get(at))["build"]!["begun"]!.AsArray());

        foreach (var item in new[] { "level", "bubbles", "under", "safety" })
            await client.Edit(at, new { kind = "answerCheck", waterId = "creek", item, answer = new { waterId = "creek", item, overrides = false, reason = (string?)null, at = "2027-05-14T18:50:00+00:00" } });
        await client.Edit(at, new { kind = "answerCheck", waterId = "creek", item = "dust", answer = new { waterId = "creek", item = "dust", overrides = true, reason = "The shed is swept and shut", at = "2027-05-14T18:51:00+00:00" } });
        var list = await client.Get($"{at}/waters/creek/before-pour");
        Assert.Equal((0, 1), (list["open"]!.GetValue<int>(), list["layer"]!.GetValue<int>()));
        var made = await client.Edit(at, begin);
        var pour = made["build"]!["begun"]![1]!;
        Assert.Contains("The shed is swept and shut", pour["answers"]!.ToJsonString(), StringComparison.Ordinal);
        var next = await client.Get($"{at}/waters/creek/before-pour");
        // The evening's five, and that the first layer is still soft.
        Assert.Equal((6, 2), (next["open"]!.GetValue<int>(), next["layer"]!.GetValue<int>()));
        Assert.Contains("The shed is swept and shut", await client.Document(at), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_cold_room_holds_the_pour_back_whatever_is_answered()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        await client.Edit(at, Set(new { room = new { airC = 9, humidityPercent = 60 } }));
        await client.Edit(at, new { kind = "answerCheck", waterId = "creek", item = "room", answer = new { waterId = "creek", item = "room", overrides = false, reason = (string?)null, at = "2027-05-14T18:50:00+00:00" } });
        var room = (await client.Get($"{at}/waters/creek/before-pour"))["checks"]!.AsArray().Single(check => Word(check!["item"]) == "room")!;
        Assert.Equal(("no", false), (Word(room["known"]), room["settled"]!.GetValue<bool>()));
    }

    [Fact]
    public async Task Drying_is_told_by_the_clock()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        Assert.True((await client.Get($"{at}/drying"))["isDry"]!.GetValue<bool>());
        foreach (var one in (await client.Get(at))["build"]!["drying"]!["weighings"]!.AsArray()) await client.Edit(at, Remove("drying.weighings", one!["at"]!.GetValue<DateTimeOffset>().UtcDateTime.ToString("yyyy-MM-dd'T'HH:mm:ss.fff'Z'", System.Globalization.CultureInfo.InvariantCulture)));
        await client.Edit(at, Set(new { drying = new { plasteredAt = server.Time.GetUtcNow() } }));
        var damp = await client.Get($"{at}/drying");
        Assert.False(damp["isDry"]!.GetValue<bool>());
        Assert.Null(damp["forecastAt"]);
        var hours = (damp["estimatedAt"]!.GetValue<DateTimeOffset>() - server.Time.GetUtcNow()).TotalHours;
        Assert.Equal(Number(damp["estimateH"]), hours, 3);
    }

    [Fact]
    public async Task The_stand_in_instruments_are_read_and_turned()
    {
        using var client = server.CreateClient();
        var cards = (await client.Get("/api/instruments")).AsArray();
        Assert.Equal(["cup-scale", "kitchen-scale", "laser-level", "room-sensor", "thermometer"], cards.Select(card => Word(card!["id"])).Order());
        Assert.All(cards, card => Assert.True(card!["isSimulated"]!.GetValue<bool>()));

        var waking = await client.Get("/api/instruments/kitchen-scale/reading");
        Assert.False(waking["isSteady"]!.GetValue<bool>());
        server.Time.Advance(TimeSpan.FromSeconds(2));
        var steady = await client.Get("/api/instruments/kitchen-scale/reading");
        Assert.True(steady["isSteady"]!.GetValue<bool>());
        Assert.InRange(Number(steady["value"]), 1840, 1970);
        Assert.Equal(Math.Round(Number(steady["value"])), Number(steady["value"]));

        // Looked at all the time it does not fall asleep; left alone it does.
        async Task<bool> IsSteady(double afterS)
        {
            server.Time.Advance(TimeSpan.FromSeconds(afterS));
            return (await client.Get("/api/instruments/kitchen-scale/reading"))["isSteady"]!.GetValue<bool>();
        }

        for (var look = 0; look < 8; look++) Assert.True(await IsSteady(30));
        Assert.False(await IsSteady(61));
        Assert.True(await IsSteady(2));

        var before = Number((await client.Get("/api/instruments/laser-level/reading"))["value"]);
        var (_, turned) = await client.Post("/api/instruments/laser-level/turn", new { byMm = -5.5 });
        Assert.Equal(before - 5.5, Number(turned["value"]), 0.31);
        var (status, _) = await client.Post("/api/instruments/laser-level/turn", new { byMm = 1000 });
        Assert.Equal(HttpStatusCode.BadRequest, status);
        using var none = await client.GetAsync("/api/instruments/sextant/reading");
        Assert.Equal(HttpStatusCode.NotFound, none.StatusCode);
    }

    [Fact]
    public async Task The_cliff_is_drawn_and_a_cover_brings_it_nearer()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        var covered = await client.Get($"{at}/waters/garden/heat");
        await client.Edit(at, Set(new { care = new { covered = false, flatOnBench = false } }));
        var open = await client.Get($"{at}/waters/garden/heat");
        Assert.True(Number(covered["safeMm"]) < Number(open["safeMm"]));
        Assert.Equal(9, Number(open["points"]!.AsArray()[^1]!["depthMm"]));
        var peaks = covered["points"]!.AsArray().Select(point => Number(point!["peakC"])).ToList();
        Assert.Equal(peaks.Order(), peaks);
        using var gone = await client.GetAsync($"{at}/waters/nobody/heat");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, gone.StatusCode);
    }

    [Fact]
    public async Task The_ripple_window_of_the_last_layer_is_told_with_what_a_degree_does_to_it()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        var surface = await client.Get($"{at}/waters/creek/surface");
        var window = surface["ripples"]!;
        Assert.True(Number(window["firstLookH"]) < Number(window["holdsFromH"]) && Number(window["holdsFromH"]) < Number(window["closesAtH"]));
        Assert.Equal((Number(window["closesAtH"]) - Number(window["holdsFromH"])) * 60, Number(surface["minutes"]), 6);
        Assert.InRange(Number(surface["oneDegreeMin"]), 5, 60);
        var last = (await client.Get(at))["plan"]!["waters"]![0]!["layers"]!["is"]!["layers"]!.AsArray()[^1]!;
        var opens = surface["holdsFromAt"]!.GetValue<DateTimeOffset>() - last["pourAt"]!.GetValue<DateTimeOffset>();
        Assert.Equal(Number(window["holdsFromH"]), opens.TotalHours, 0.5 / 60); // dates are told to the minute

        // It gels at its top later than the film's own gel time would be in a warmer layer, sooner than in a cold film.
        Assert.InRange(Number(window["closesAtH"]), 4, 7.6);
    }

    [Fact]
    public async Task The_ways_of_cutting_a_water_are_told_side_by_side()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("The Drowned Pit");
        var ways = (await client.Get($"{at}/waters/pit/strategies")).AsArray();
        Assert.Equal(["fewest", "equalDepth", "equalVolume", "sealFirst"], ways.Select(way => Word(way!["strategy"])));
        var trades = ways.Select(way => way!["trade"]!["is"]).ToList();
        var plan = (await client.Get(at))["plan"]!["waters"]![0]!["layers"]!["is"]!;
        var seal = trades[3]!;
        Assert.Equal(plan["layers"]!.AsArray().Count, seal["layers"]!.GetValue<int>());
        Assert.Equal(Number(plan["stripH"]), Number(seal["doneH"]), 9);
        Assert.Equal(Number(plan["mixedMl"]), Number(seal["mixedMl"]), 9);
        Assert.True(Number(trades[1]!["hottestC"]) <= Number(trades[0]!["hottestC"]));
        Assert.True(Number(trades[2]!["smallestBatchMl"]) >= Number(trades[3]!["smallestBatchMl"]));
    }

    [Fact]
    public async Task A_cup_is_shaped_by_its_marks()
    {
        using var client = server.CreateClient();
        object Body(params (double Mm, double Ml)[] marks) => new { heightMm = 80, marks = marks.Select(mark => new { heightMm = mark.Mm, volumeMl = mark.Ml }) };
        var (status, told) = await client.Post("/api/stores/cup", Body((20, 39.27), (40, 78.54)));
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(50, Number(told["cup"]!["topMm"]), 0.01);
        Assert.Equal(HttpStatusCode.BadRequest, (await client.Post("/api/stores/cup", Body())).Status);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await client.Post("/api/stores/cup", Body((20, 39), (40, 30)))).Status);
    }

    [Fact]
    public async Task The_pools_of_the_next_layer_have_their_cells_where_it_is_several()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Sallow Quay");
        Assert.Empty((await client.Get($"{at}/waters/creek/pools")).AsArray());
        Assert.Empty((await client.Get($"{at}/waters/dock/pools")).AsArray());
    }

    [Fact]
    public async Task The_catalogues_are_served()
    {
        using var client = server.CreateClient();
        Assert.Equal(9, (await client.Get("/api/stores/drowned")).AsArray().Count);
        Assert.Equal(5, (await client.Get("/api/stores/dams")).AsArray().Count);
        Assert.Empty((await client.Get("/api/stores/products/casting-epoxy/doubts")).AsArray());
        using var gone = await client.GetAsync("/api/stores/products/nothing/doubts");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, gone.StatusCode);
    }
}
