using System.Net;
using static InkBasin.Server.Tests.Edits;

namespace InkBasin.Server.Tests;

/// <summary>The days of a build, over the wire.</summary>
public class DaysTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static async Task<string> Pool(HttpClient client)
    {
        var at = await client.Begin();
        object[] corners = [new { xMm = 60, yMm = 30 }, new { xMm = 140, yMm = 30 }, new { xMm = 140, yMm = 70 }, new { xMm = 60, yMm = 70 }];
        await client.Post($"{at}/edits", new { version = 1, edit = Add("recipe", new { kind = "pond", id = "pond", name = "Pond", enabled = true, outline = new { points = corners, curved = false }, depthMm = 8, shelfDepthMm = 0, shelfWidthMm = 0, slopeDeg = 90 }, 1) });
        await client.Post($"{at}/edits", new { version = 2, edit = Add("waters", new { id = "w", name = "Pool", seed = new { xMm = 100, yMm = 50 }, waterlineMm = 22.0, productId = "coating-epoxy", ink = new { tintId = "umber", mlPer100Ml = 0.5 } }, 0) });
        return at;
    }

    private static string Start(System.Text.Json.Nodes.JsonNode days, string id) =>
        days["places"]!.AsArray().Single(place => place!["step"]!["id"]!.GetValue<string>() == id)!["startAt"]!.GetValue<string>();

    [Fact]
    public async Task Every_demo_has_its_days()
    {
        using var client = server.CreateClient();
        foreach (var card in (await client.Get("/api/builds")).AsArray().Where(card => card!["name"]!.GetValue<string>() is "Sallow Quay" or "Three Weirs at Ondry" or "The Drowned Pit"))
        {
            var days = await client.Get($"/api/builds/{card!["id"]}/days");
            Assert.NotNull(days["finishAt"]);
            Assert.NotEmpty(days["places"]!.AsArray());
        }
    }

    [Fact]
    public async Task A_step_held_or_done_stays_and_undo_lets_it_go()
    {
        using var client = server.CreateClient();
        var at = await Pool(client);
        var before = await client.Get($"{at}/days");
        var held = DateTimeOffset.Parse(Start(before, "w:pour:1"), System.Globalization.CultureInfo.InvariantCulture).AddDays(2);
        await client.Post($"{at}/edits", new { version = 3, edit = Add("days.notes", new { id = "w:pour:1", pinnedAt = held }) });
        var after = await client.Get($"{at}/days");
        Assert.Equal(held, DateTimeOffset.Parse(Start(after, "w:pour:1"), System.Globalization.CultureInfo.InvariantCulture));
        await client.Post($"{at}/undo", new { version = 4 });
        Assert.Equal(Start(before, "w:pour:1"), Start(await client.Get($"{at}/days"), "w:pour:1"));

        // A day away takes what stood on it to another.
        var day = Start(before, "w:colour")[..10];
        await client.Post($"{at}/edits", new { version = 5, edit = new { kind = "set", list = (string?)null, id = (string?)null, fields = new { days = new { except = new[] { new { date = day } } } } } });
        Assert.NotEqual(day, Start(await client.Get($"{at}/days"), "w:colour")[..10]);
    }

    [Fact]
    public async Task The_days_go_into_a_calendar()
    {
        using var client = server.CreateClient();
        var at = await Pool(client);
        using var answer = await client.GetAsync($"{at}/days.ics");
        Assert.Equal("text/calendar", answer.Content.Headers.ContentType!.MediaType);
        var text = await answer.Content.ReadAsStringAsync();
        Assert.StartsWith("BEGIN:VCALENDAR", text, StringComparison.Ordinal);
        var uids = text.Split("\r\n").Where(line => line.StartsWith("UID:", StringComparison.Ordinal)).ToList();
        Assert.Contains(uids, uid => uid.StartsWith("UID:w:pour:1.", StringComparison.Ordinal));
        Assert.Equal(uids.Count, uids.Distinct().Count());
        Assert.Equal(HttpStatusCode.NotFound, (await client.GetAsync($"/api/builds/{Guid.NewGuid()}/days.ics")).StatusCode);
    }

    [Fact]
    public async Task Where_nothing_fits_the_days_say_so_and_the_build_stays_whole()
    {
        using var client = server.CreateClient();
        var at = await Pool(client);
        await client.Post($"{at}/edits", new { version = 3, edit = new { kind = "set", list = (string?)null, id = (string?)null, fields = new { days = new { week = new[] { new { day = "mon", fromMin = 600, toMin = 605 } } } } } });
        var days = await client.Get($"{at}/days");
        Assert.Contains("needs", days["clash"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.NotEmpty(days["offers"]!.AsArray());
        var (status, _) = await client.Post($"{at}/edits", new { version = 4, edit = new { kind = "set", list = (string?)null, id = (string?)null, fields = new { days = new { week = new[] { new { day = "mon", fromMin = 700, toMin = 605 } } } } } });
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.Equal(HttpStatusCode.NotFound, (await client.GetAsync($"/api/builds/{Guid.NewGuid()}/days")).StatusCode);
    }

    private static object Days(object fields) => new { kind = "set", list = (string?)null, id = (string?)null, fields = new { days = fields } };

    [Fact]
    public async Task What_a_new_plan_does_otherwise_is_told_and_stays_told()
    {
        using var client = server.CreateClient();
        var at = await Pool(client);
        Assert.Empty((await client.Get($"{at}/days"))["changes"]!.AsArray());
        await client.Post($"{at}/edits", new { version = 3, edit = Days(new { proof = "trust" }) });
        var changes = (await client.Get($"{at}/days"))["changes"]!.AsArray().Select(one => one!.GetValue<string>()).ToList();
        Assert.Contains("No more: Water test of Pool.", changes);
        Assert.Equal(changes, (await client.Get($"{at}/days"))["changes"]!.AsArray().Select(one => one!.GetValue<string>()));
        await client.Post($"{at}/undo", new { version = 4 });
        Assert.Contains((await client.Get($"{at}/days"))["changes"]!.AsArray(), one => one!.GetValue<string>().StartsWith("New: Water test of Pool", StringComparison.Ordinal));
    }

    [Fact]
    public async Task Another_way_is_tried_and_taken_as_it_was_said()
    {
        using var client = server.CreateClient();
        var at = await Pool(client);
        var trials = (await client.Get($"{at}/days/trials")).AsArray();
        var last = trials.Single(one => one!["id"]!.GetValue<string>() == "water-last")!;
        Assert.False(last["chosen"]!.GetValue<bool>());
        await client.Post($"{at}/edits", new { version = 3, edit = last["edit"] });
        var days = await client.Get($"{at}/days");
        Assert.Equal(last["finishAt"]!.GetValue<string>(), days["finishAt"]!.GetValue<string>());
        Assert.True((await client.Get($"{at}/days/trials")).AsArray().Single(one => one!["id"]!.GetValue<string>() == "water-last")!["chosen"]!.GetValue<bool>());
        Assert.Equal(HttpStatusCode.NotFound, (await client.GetAsync($"/api/builds/{Guid.NewGuid()}/days/trials")).StatusCode);
    }

    // Two builds on one bench: the second goes round the first, also when each is told to wait for the other, and when the other is gone.
    [Fact]
    public async Task Builds_share_a_bench()
    {
        using var client = server.CreateClient();
        var (first, second) = (await Pool(client), await Pool(client));
        static (string From, string To)[] Work(System.Text.Json.Nodes.JsonNode days) =>
            [.. days["places"]!.AsArray().Where(place => place!["step"]!["handsOnMin"]!.GetValue<int>() > 0).Select(place => (place!["startAt"]!.GetValue<string>(), place["handsOnEndAt"]!.GetValue<string>()))];
        var other = await client.Get($"{first}/days");
        Assert.Equal(Work(other), Work(await client.Get($"{second}/days")));
        await client.Post($"{second}/edits", new { version = 3, edit = Days(new { after = new[] { first.Split('/')[^1], Guid.NewGuid().ToString() } }) });
        var days = await client.Get($"{second}/days");
        Assert.Equal(Work(other).Length, days["elsewhere"]!.AsArray().Count);
        Assert.All(Work(days), mine => Assert.All(Work(other), theirs => Assert.True(string.CompareOrdinal(mine.To, theirs.From) <= 0 || string.CompareOrdinal(mine.From, theirs.To) >= 0)));

        // A third after both keeps clear of the second as that has gone round the first.
        var third = await Pool(client);
        await client.Post($"{third}/edits", new { version = 3, edit = Days(new { after = new[] { second.Split('/')[^1], first.Split('/')[^1] } }) });
        Assert.Equal(
            [.. Work(days), .. Work(other)],
            (await client.Get($"{third}/days"))["elsewhere"]!.AsArray().Select(work => (work!["fromAt"]!.GetValue<string>(), work["toAt"]!.GetValue<string>())));
        await client.Post($"{first}/edits", new { version = 3, edit = Days(new { after = new[] { second.Split('/')[^1] } }) });
        Assert.NotEmpty((await client.Get($"{first}/days"))["places"]!.AsArray());
    }

    [Fact]
    public async Task The_days_go_into_a_table_and_are_sought_no_longer_than_asked()
    {
        using var client = server.CreateClient();
        var at = await Pool(client);
        using var answer = await client.GetAsync($"{at}/days.csv");
        Assert.Equal("text/csv", answer.Content.Headers.ContentType!.MediaType);
        Assert.StartsWith("step,begins,", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.NotEmpty((await client.Get($"{at}/days?withinS=2"))["places"]!.AsArray());
        Assert.Equal(HttpStatusCode.BadRequest, (await client.GetAsync($"{at}/days?withinS=0")).StatusCode);
        Assert.Equal(HttpStatusCode.BadRequest, (await client.GetAsync($"{at}/days?withinS=31")).StatusCode);
    }
}
