using System.Text.Json.Nodes;
using OpenQA.Selenium;

namespace InkBasin.Browser.Tests;

/// <summary>The leaves of the Water stage, with a real pointer and keys.</summary>
[Collection("other browser")]
public class WaterStageTests(BrowserFixture fixture)
{
    private readonly BenchPage _page = new(fixture) { BoardWidthMm = 620 };

    private async Task<string> Open(string name, string leaf, double boardWidthMm = 620)
    {
        var id = await fixture.CopyOf(name);
        _page.BoardWidthMm = boardWidthMm;
        _page.Open(id, "water");
        _page.Click(leaf);
        return id;
    }

    // The text of a part once it holds some words.
    private string Says(string css, string words)
    {
        _page.Until(() => _page.First(css)?.Text.Contains(words, StringComparison.Ordinal) == true, $"“{words}” in {css}");
        return _page.Text(css);
    }

    [Fact]
    public async Task Hollows_are_shown_with_the_level_they_run_over_at_and_into_what()
    {
        await Open("Sallow Quay", "Test");
        _page.Click("Show all hollows");
        var table = Says("[data-testid=hollows]", "into 2");
        Assert.Contains("front edge", table, StringComparison.Ordinal);
        Assert.True(_page.All(".hollow").Count >= 3);
        _page.Click("Hide the hollows");
        _page.Until(() => _page.All(".hollow").Count == 0, "the hollows gone");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_water_test_is_logged_corrects_the_layers_and_is_struck_out()
    {
        var id = await Open("Sallow Quay", "Test");
        _page.Click("Dock");
        Says("[data-testid=tests]", "57");
        _page.Click("Log a water test");
        Says("[data-testid=water-test]", "The plan reckons 55 ml");
        _page.Type("Poured in", "52");
        _page.Type("Tipped out", "50");
        _page.Type("Stood", "40");
        _page.Type("Lost meanwhile", "1.5");
        _page.Click("Log it");
        Says("[data-testid=water-test]", "−5.7 % against the plan");
        Says("[data-testid=seep]", "Resin wets where water beads");
        _page.Settled();
        var dock = (await fixture.Read(id))["plan"]!["waters"]![1]!;
        Assert.Equal(2, dock["takes"]!["tests"]!.AsArray().Count);
        Assert.Equal(52, dock["takes"]!["range"]!["expectedMl"]!.GetValue<double>(), 6);
        _page.Click("Level");
        Assert.Contains("by its water test", Says("[data-testid=takes]", "95 % sure"), StringComparison.Ordinal);
        _page.Press("z");
        _page.Until(() => fixture.Read(id).Result["plan"]!["waters"]![1]!["takes"]!["tests"]!.AsArray().Count == 1, "undone");

        // More out than in is refused and nothing typed is lost.
        _page.Click("Test");
        _page.Click("Log a water test");
        Says("[data-testid=water-test]", "The plan reckons");
        _page.Type("Poured in", "60");
        _page.Type("Tipped out", "90");
        _page.Click("Log it");
        _page.Until(() => _page.All(".message-stop").Count == 1, "the refusal");
        Assert.Equal("90", _page.Field("Tipped out").GetAttribute("value"));
    }

    [Fact]
    public async Task A_test_with_stones_in_it_takes_them_off_once_and_nothing_is_filled_in_for_the_maker()
    {
        var id = await Open("Sallow Quay", "Test");
        var plan = (await fixture.Read(id))["plan"]!;
        var bed = plan["waters"]![0]!["level"]!["volumeMl"]!.GetValue<double>();
        var stood = (await fixture.Read(id))["build"]!["drowned"]!.AsArray().Zip(plan["drowned"]!.AsArray())
            .Where(pair => pair.First!["setIn"]!.GetValue<string>() == "before" && pair.Second!["waterId"]?.GetValue<string>() == "creek").Sum(pair => pair.Second!["displacedMl"]!.GetValue<double>());
        _page.Click("Log a water test");
        Says("[data-testid=water-test]", "of the bare bed");
        Assert.Equal(["", "", "", ""], new[] { "Poured in", "Tipped out", "Stood", "Lost meanwhile" }.Select(label => _page.Field(label).GetAttribute("value")));
        Assert.False(_page.Button("Log it").Enabled);
        _page.Choose(_page.Field("Stood in it"), "all");
        _page.Type("Poured in", (bed - stood).ToString("0.0", System.Globalization.CultureInfo.InvariantCulture));
        _page.Click("Log it");
        Says("[data-testid=water-test]", "Just what the plan reckons");
        _page.Settled();
        var takes = (await fixture.Read(id))["plan"]!["waters"]![0]!["takes"]!;
        Assert.Equal(1, takes["calibration"]!.GetValue<double>(), 3);
        Assert.Equal(bed - takes["displacedMl"]!.GetValue<double>(), takes["range"]!["expectedMl"]!.GetValue<double>(), 0.2);

        // One that only looked for leaks leaves that as it is.
        _page.Click("Log a water test");
        _page.Choose(_page.Field("Stood in it"), "nothing");
        _page.Type("Stood", "600");
        _page.Type("Lost meanwhile", "20");
        _page.Click("Log it");
        Says("[data-testid=water-test]", "Only the loss was looked at");
        _page.Settled();
        Assert.Equal(takes["calibration"]!.GetValue<double>(), (await fixture.Read(id))["plan"]!["waters"]![0]!["takes"]!["calibration"]!.GetValue<double>(), 9);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task On_a_cold_night_the_big_words_say_to_warm_the_room_and_not_to_mix()
    {
        var id = await fixture.CopyOf("Sallow Quay");
        await fixture.Edit(id, new { kind = "set", list = (string?)null, id = (string?)null, fields = new { room = new { nightC = 8 } } });
        _page.Open(id, "pours");
        Assert.Contains("Warm the room", Says("[data-testid=first]", "8 °C"), StringComparison.Ordinal);
        Assert.DoesNotContain(_page.All(".next-thing"), card => card.Text.Contains("Mix", StringComparison.Ordinal));
        Says(".tideline-head", "Warm the room");
        _page.Click("Before");
        Says("[data-item=room]", "stop");
        Says("[data-item=level]", "ask");
        _page.Click("Begin layer 1");
        _page.Until(() => _page.All(".message-stop").FirstOrDefault(one => one.Text.Contains("open before this pour", StringComparison.Ordinal)), "held back");

        // The heater is on: then it is mixed.
        await fixture.Edit(id, new { kind = "set", list = (string?)null, id = (string?)null, fields = new { room = new { nightC = 19 } } });
        _page.Open(id, "pours");
        Says(".next-thing", "Mix 70.1 + 62.7 g");
        Assert.Empty(_page.All("[data-testid=first]"));
    }

    [Fact]
    public async Task A_dam_is_chosen_dragged_and_cut()
    {
        var id = await Open("Sallow Quay", "Dams");
        Says("[data-testid=panels]", "1: 122 × 24.1");
        _page.Find(".steps .step-name").Click();
        _page.Choose(_page.Field("Made of"), "Tape");
        Says("[data-testid=panels]", "One panel");
        Says(".steps", "much for tape");
        _page.Choose(_page.Field("Made of"), "Foam-core board");
        Says("[data-testid=panels]", "2 panels");

        // Its end is dragged in until the water passes it: told on the Slip, and the edge is open.
        _page.Drag(_page.Find("[aria-label^='Beginning of dam 1']"), 40, 0);
        _page.Until(() => fixture.Read(id).Result["build"]!["dams"]![0]!["fromMm"]!.GetValue<double>() is >= 510 and <= 540, "its end is kept where it was dragged to");
        _page.Until(() => _page.First(".open-edge"), "the gap beside it");
        Says(".slip", "Open over the front edge");
        _page.Click("Test");
        _page.Click("Pour");
        for (var k = 0; k < 3; k++) _page.ClickBoard(540, 350);
        Says("[data-testid=poured]", "past the end of the dam on the front edge");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_raft_is_floated_into_a_layer_and_its_cup_and_the_days_say_when()
    {
        var id = await Open("Sallow Quay", "In it");
        double InLayer(JsonNode plan, int layer) => plan["waters"]![0]!["layers"]!["is"]!["layers"]![layer - 1]!["volumeMl"]!.GetValue<double>();
        var before = (await fixture.Read(id))["plan"]!;
        _page.Choose(_page.Field("Catalogue"), "Log");
        _page.Click("Put it in");
        _page.ClickBoard(180, 200);
        Says("[data-testid=drowned]", "Log is porous and not sealed");
        _page.Choose(_page.Field("Its surface"), "Porous, sealed");
        Says("[data-testid=drowned]", "Log stands by its weight while it is not covered, but floats once it tips");
        _page.Choose(_page.Field("Goes in"), "Afloat in a layer, at once");
        Says("[data-testid=drowned]", "afloat in layer 3");
        _page.Choose(_page.Field("Layer"), "2");
        Says("[data-testid=drowned]", "afloat in layer 2");
        Says("[data-testid=drowned]", "Log drifts: keep it in its place");
        _page.Until(() => _page.All("[data-testid=thing-layers] tbody tr").Select(row => row.FindElement(By.TagName("th")).Text).SequenceEqual(["2", "3"]), "the layers that meet it");
        _page.Settled();
        var plan = (await fixture.Read(id))["plan"]!;
        Assert.Equal(InLayer(before, 1), InLayer(plan, 1), 9);
        Assert.True(InLayer(plan, 2) < InLayer(before, 2) - 0.3);

        // Its moment is on the ribbon, and on the card of the cup that fills layer 2, after the pouring.
        _page.Until(() => _page.All(".tideline-mark title").Any(mark => mark.GetAttribute("textContent")!.Contains("Log into Creek 2", StringComparison.Ordinal)), "its moment among the days");
        fixture.Driver.FindElement(By.PartialLinkText("Pours")).Click();
        _page.Click("Mix");
        var session = plan["sessions"]!["is"]!.AsArray().First(one => one!["pools"]!.AsArray().Any(pool => pool!["waterId"]!.GetValue<string>() == "creek" && pool["layer"]!.GetValue<int>() == 2))!["number"];
        var card = _page.Until(() => _page.First($"[data-testid=session-{session}] .pour-card"), "its session").Text;
        Assert.Contains("set in after it", card, StringComparison.Ordinal);
        Assert.Matches("Log, held (for )?[0-9]", card);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_log_is_put_in_sealed_held_down_and_moved()
    {
        var id = await Open("Sallow Quay", "In it");
        var before = (await fixture.Read(id))["plan"]!["waters"]![0]!["takes"]!["displacedMl"]!.GetValue<double>();
        _page.Choose(_page.Field("Catalogue"), "Log");
        _page.Click("Put it in");
        _page.ClickBoard(180, 200);
        Says("[data-testid=drowned]", "Log is porous and not sealed");
        _page.Settled();
        var plan = (await fixture.Read(id))["plan"]!;
        Assert.Equal("creek", plan["drowned"]![5]!["waterId"]!.GetValue<string>());
        Assert.Equal(before + 0.79, plan["waters"]![0]!["takes"]!["displacedMl"]!.GetValue<double>(), 2);
        _page.Choose(_page.Field("Its surface"), "Porous, sealed");
        Says("[data-testid=drowned]", "Log stands by its weight while it is not covered, but floats once it tips");
        _page.Field("Pinned, glued or weighted down");
        _page.Find(".switch-field input").Click();
        Says("[data-testid=drowned]", "floats, held down");

        // Dragged ashore it stands in no water, and the resin it took the place of is back.
        _page.Drag(_page.Find("[aria-label^='All of Log']"), 0, 130);
        Says("[data-testid=drowned]", "stands in no water");
        _page.Settled();
        Assert.Equal(before, (await fixture.Read(id))["plan"]!["waters"]![0]!["takes"]!["displacedMl"]!.GetValue<double>(), 6);
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task Three_weirs_shows_four_reaches_its_falls_and_where_it_runs_white()
    {
        await Open("Three Weirs at Ondry", "Flow", 900);
        var reaches = Says("[data-testid=reaches]", "Tail reach");
        Assert.Equal(4, _page.All("[data-testid=reaches] tbody tr").Count);
        Assert.Contains("26.6", reaches, StringComparison.Ordinal);
        Assert.Equal(3, _page.All("[data-testid=falls] li").Count);
        Assert.Equal(3, _page.All(".fall").Count);
        Assert.Contains("at the fall (3)", _page.Text("[data-testid=white]"), StringComparison.Ordinal);
        Assert.NotEmpty(_page.All(".flow-arrow"));
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_dropping_channel_is_split_into_reaches_in_one_go()
    {
        var id = await fixture.CopyOf("Three Weirs at Ondry");
        var build = await fixture.Read(id);
        foreach (var water in build["build"]!["waters"]!.AsArray())
            await fixture.Edit(id, new { kind = "remove", list = "waters", id = water!["id"]!.GetValue<string>() });
        _page.BoardWidthMm = 900;
        _page.Open(id, "water");
        _page.Click("Flow");
        Says(".slip", "No water runs yet");
        _page.Type("Deepest", "6.5");
        _page.Click("Propose weirs");
        Says("[data-testid=proposal]", "reaches");
        _page.Click("Make them");
        Says("[data-testid=reaches]", "Mill stream, reach 1");
        _page.Settled();
        var made = await fixture.Read(id);
        var waters = made["plan"]!["waters"]!.AsArray();
        Assert.InRange(waters.Count, 4, 6);
        Assert.All(waters, water => Assert.Empty(water!["level"]!["joinedWith"]!.AsArray()));
        _page.Press("z");
        _page.Until(() => fixture.Read(id).Result["build"]!["waters"]!.AsArray().Count == 0, "all taken back by one undo");
    }

    [Fact]
    public async Task The_shore_is_marked_over_a_datum_and_the_laser_is_brought_to_the_waterline()
    {
        using var meddled = _page.Meddle("""
            const really = window.fetch;
            window.turns = 0;
            window.fetch = async (request, options) => {
              if (!(request.url ?? request).endsWith('/laser-level/turn')) return really(request, options);
              window.turns++;
              await new Promise(go => setTimeout(go, 200));
              return really(request, options);
            };
            """);
        await Open("Sallow Quay", "Shore");
        Says("[data-testid=shore]", "38 marks round the shore of Creek");
        Assert.Equal(38, _page.All(".shore-mark").Count);
        Assert.Single(_page.All(".creep-band"));
        _page.Click("Choose a datum");
        _page.ClickBoard(300, 328);
        Says("[data-testid=shore]", "under your datum");
        _page.Type("A mark every", "80");
        _page.Until(() => _page.All(".shore-mark").Count is > 5 and < 25, "fewer marks");
        _page.Click("Read it");
        Says("[data-testid=laser]", "Its line stands at");

        // Pressed twice before it is read it turns once.
        fixture.Driver.ExecuteAsyncScript("""
            const screw = document.querySelectorAll('[data-testid=laser] button')[1];
            screw.click();
            setTimeout(() => { screw.click(); setTimeout(arguments[0], 0); }, 50);
            """);
        Assert.Equal(1L, _page.Script("return window.turns"));
        _page.Until(() =>
        {
            if (_page.Text("[data-testid=laser]").Contains("On the waterline", StringComparison.Ordinal)) return true;
            if (_page.All("[data-testid=laser] button:enabled") is [_, var screw]) screw.Click();
            return false;
        }, "it is on the waterline");
        Assert.Empty(_page.Faults());
    }

    // Another page's press once fell beside its button, which the marks had moved away in that moment.
    [Theory]
    [InlineData(1280, 800)]
    [InlineData(360, 780)]
    public async Task The_marks_of_the_shore_come_late_and_move_no_button_away_under_the_hand(int width, int height)
    {
        using var answers = new HeldAnswers(_page, fixture.Driver, "/api/builds/[^/]+/waters/[^/]+/shore");
        _page.Open(await fixture.Named("Sallow Quay"), "water", width, height);
        answers.Hold();
        _page.Click("Shore");
        answers.UntilOneIsHeld();
        string[] names = ["Choose a datum", "Read it", "Put the eye"];
        int[] Places() => [.. names.Select(name => _page.Button(name).Location.Y)];
        var before = Places();
        answers.LetGo();
        Says("[data-testid=shore]", "38 marks round the shore of Creek");
        Assert.Equal(before, Places());
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task The_list_holds_a_pour_back_until_it_is_answered_or_overridden_with_a_reason()
    {
        var id = await Open("Sallow Quay", "Before");
        Says("[data-testid=before-pour]", "5 questions hold layer 1 of Creek back");
        _page.Click("Begin layer 1");
        _page.Until(() => _page.First(".message-stop")?.Text.Contains("Not yet", StringComparison.Ordinal) == true, "held back, in words");
        Assert.Single((await fixture.Read(id))["build"]!["begun"]!.AsArray());

        foreach (var item in new[] { "level", "bubbles", "under", "safety" })
        {
            _page.Until(() => _page.First($"[data-item={item}] .tool-row button"), $"the answer to {item}").Click();
            _page.Until(() => _page.First($"[data-item={item}].settled"), $"{item} settled");
        }

        _page.All("[data-item=dust] .tool-row button")[1].Click();
        var reason = _page.Until(() => _page.First("[data-item=dust] input"), "room for the reason");
        reason.SendKeys("The box comes at ten" + Keys.Enter);
        Says("[data-testid=before-pour]", "All answered");
        Assert.Contains("The box comes at ten", _page.Text("[data-item=dust]"), StringComparison.Ordinal);
        _page.Click("Begin layer 1");
        Says("[data-testid=before-pour]", "hold layer 2 of Creek back");
        Assert.Contains("“The box comes at ten”", _page.Text("[data-testid=before-pour]"), StringComparison.Ordinal);
        _page.Settled();
        Assert.Equal(2, (await fixture.Read(id))["build"]!["begun"]!.AsArray().Count);

        // The same gate stands in the Pours stage.
        _page.Click("Level");
        _page.Press("4");
        Says(".next-thing", "for layer 2");
        _page.Click("Before");
        Says("[data-testid=before-pour]", "hold layer 2 of Creek back");
    }

    [Fact]
    public async Task A_weighing_is_read_from_the_scale_or_typed()
    {
        var id = await Open("Sallow Quay", "Before");
        Says("[data-testid=drying]", "Dry, by its weighings");
        _page.Click("Read the scale");
        _page.Until(() => fixture.Read(id).Result["build"]!["drying"]!["weighings"]!.AsArray().Count == 7, "the weighing is logged");
        Assert.Equal("kitchen-scale", (await fixture.Read(id))["build"]!["drying"]!["weighings"]![6]!["by"]!.GetValue<string>());
        _page.Type("Weighs now", "1849");
        _page.Click("Log the weighing");
        _page.Until(() => fixture.Read(id).Result["build"]!["drying"]!["weighings"]!.AsArray().Count == 8, "the typed one too");
        var typed = (await fixture.Read(id))["build"]!["drying"]!["weighings"]![7]!;
        Assert.Equal(1849, typed["massG"]!.GetValue<double>());
        Assert.Null(typed["by"]);
        _page.Until(() => _page.All(".drying-weighing").Count == 8, "drawn on the curve");
        Assert.Empty(_page.Faults());
    }

    [Fact]
    public async Task A_weir_is_slid_along_its_channel_by_its_handle()
    {
        var id = await fixture.CopyOf("Three Weirs at Ondry");
        _page.BoardWidthMm = 900;
        _page.Open(id, "ground");
        _page.Until(() => _page.All(".step-name").FirstOrDefault(name => name.Text.StartsWith("Mill stream", StringComparison.Ordinal)), "the stream's step").Click();
        var before = (await fixture.Read(id))["build"]!["recipe"]!.AsArray().Single(step => step!["id"]!.GetValue<string>() == "stream")!["weirs"]![0]!["alongShare"]!.GetValue<double>();
        _page.Drag(_page.Until(() => _page.First("[aria-label^='Weir 1 of Mill stream']"), "the weir's handle"), 60, 0);
        _page.Until(
            () => fixture.Read(id).Result["build"]!["recipe"]!.AsArray().Single(step => step!["id"]!.GetValue<string>() == "stream")!["weirs"]![0]!["alongShare"]!.GetValue<double>() - before is >= 0.04 and <= 0.12,
            "it is kept where it was dragged to");
        Assert.Empty(_page.Faults());
    }
}
