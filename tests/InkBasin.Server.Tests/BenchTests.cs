using System.Net;
using System.Text.Json.Nodes;

namespace InkBasin.Server.Tests;

/// <summary>A session at the bench by the server's routes and its hub, on a clock of the test's own.</summary>
public class BenchTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static string Word(JsonNode? node) => node!.GetValue<string>();

    private static double Number(JsonNode? node) => node!.GetValue<double>();

    [Fact]
    public async Task Before_the_list_is_answered_no_session_is_opened_but_a_rehearsal_is()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        var ready = (await client.Get($"{maker.Build}/bench"))["ready"]!.AsArray();
        Assert.True(ready[0]!["isNext"]!.GetValue<bool>());
        Assert.Contains(ready, one => !one!["isNext"]!.GetValue<bool>());
        var (status, problem) = await maker.TryOpen(1);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Contains("questions are open", Word(problem["detail"]), StringComparison.Ordinal);

        // Chosen from a list that another window has moved since: what stands there now is not opened in its stead.
        var (moved, told) = await maker.TryOpen(1, rehearseAt: 60, title: Word(ready[1]!["title"]));
        Assert.Equal((HttpStatusCode.UnprocessableEntity, $"The list has moved: “{Word(ready[0]!["title"])}” stands there now. Nothing was opened; look at it anew."), (moved, Word(told["detail"])));
        Assert.Equal(HttpStatusCode.Created, (await maker.TryOpen(1, rehearseAt: 60, title: Word(ready[0]!["title"]))).Status);
        await maker.Open(rehearseAt: 60);
        Assert.True(maker.View["isRehearsal"]!.GetValue<bool>());
        await maker.Open();
        Assert.False(maker.View["isRehearsal"]!.GetValue<bool>());

        // One at a time: there is one pair of hands.
        var (again, busy) = await maker.TryOpen(1);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, again);
        Assert.Contains("still open at the bench", Word(busy["detail"]), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_thermometer_that_goes_on_after_the_last_step_is_read_into_the_log_once_each()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open();
        await maker.ToEnd();
        JsonNode Curve(JsonNode log) => log.AsArray().Single(one => one!["entry"]!["session"] is not null)!["surface"]!;
        foreach (var surfaceC in new[] { 24.5, 31.5, 28 })
        {
            server.Time.Advance(TimeSpan.FromHours(2));
            await maker.Tell(new { kind = "surface", id = $"late{surfaceC}", at = maker.Now, surfaceC, by = "thermometer" });
        }

        await maker.Read();
        var curve = Curve(await client.Get($"{maker.Build}/log"));
        Assert.Equal([24.5, 31.5, 28], curve["points"]!.AsArray().Select(point => Number(point!["surfaceC"])));
        Assert.Equal(31.5, Number(curve["peak"]!["surfaceC"]));
        Assert.True(curve["falls"]!.GetValue<bool>());
    }

    [Fact]
    public async Task What_is_poured_is_begun_and_noted_in_the_build()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open();
        await maker.Tell(new { kind = "room", id = "room", at = maker.Now, airC = 21.4, humidityPercent = 48, by = "room-sensor" });
        await maker.To("1-empty");
        var poured = maker.View["state"]!["poured"]![0]!;
        var build = (await client.Get(maker.Build))["build"]!;
        var begun = build["begun"]!.AsArray().Single(pour => Word(pour!["waterId"]) == Word(poured["waterId"]))!;
        Assert.Equal(poured["at"]!.GetValue<DateTimeOffset>(), begun["at"]!.GetValue<DateTimeOffset>());
        Assert.Null(begun["result"]);
        await maker.Tell(new { kind = "done", id = "weighed", at = maker.Now, stepId = maker.Step, value = 4.2 });
        await maker.Tell(new { kind = "note", id = "note", at = maker.Now, text = "Poured from the staithe." });
        await maker.ToEnd();
        build = (await client.Get(maker.Build))["build"]!;
        var result = build["begun"]!.AsArray().Single(pour => Word(pour!["id"]) == Word(begun["id"]))!["result"]!;
        Assert.Equal(Number(maker.View["state"]!["poured"]![0]!["oneG"]), Number(result["oneG"]), 9);
        Assert.Equal("Poured from the staithe.", Word(result["note"]));
        Assert.Contains(build["roomLog"]!.AsArray(), one => Number(one!["airC"]) == 21.4);
        Assert.NotNull(maker.View["review"]);

        // Told again, nothing is told twice.
        var count = build["begun"]!.AsArray().Count;
        await maker.Read();
        Assert.Equal(count, (await client.Get(maker.Build))["build"]!["begun"]!.AsArray().Count);
    }

    // The next layer's product may be chosen at the desk while this one's cup still stands at the bench.
    [Fact]
    public async Task What_is_poured_is_of_the_product_that_was_mixed_whatever_its_water_has_by_then()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open();
        await maker.To("1-pour-1");
        JsonNode Poured(JsonNode build) => build["build"]!["waters"]!.AsArray().First(water => Word(water!["id"]) == Word(maker.View["state"]!["poured"]!.AsArray().FirstOrDefault()?["waterId"] ?? build["build"]!["waters"]![0]!["id"]))!;
        var mixed = Word(Poured(await client.Get(maker.Build))["productId"]);
        foreach (var water in (await client.Get(maker.Build))["build"]!["waters"]!.AsArray())
            await client.Edit(maker.Build, Edits.Set("waters", Word(water!["id"]), new { productId = "deep-pour-epoxy" }));
        await maker.To("1-empty");
        var after = await client.Get(maker.Build);
        Assert.Equal("deep-pour-epoxy", Word(Poured(after)["productId"]));
        Assert.NotEqual("deep-pour-epoxy", mixed);
        var begun = after["build"]!["begun"]!.AsArray().Single(pour => Word(pour!["waterId"]) == Word(Poured(after)["id"]))!;
        Assert.Equal(mixed, Word(begun["productId"]));
        Assert.StartsWith("Begin layer 1 of ", Word(after["undoLabel"]), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Killed_between_the_step_and_the_build_the_build_is_told_when_the_server_is_up_again()
    {
        var folder = Directory.CreateTempSubdirectory("ink-basin-told-").FullName;
        try
        {
            string build, waterId;
            using (var first = ServerFixture.On(folder, demo: true))
            {
                using var client = first.CreateClient();
                var maker = await BenchMaker.At(client, first.Time);
                await maker.Open();
                await maker.To("1-pour-1");

                // The rest is written down as it happens, and nobody is told of it any more.
                using var scope = Microsoft.Extensions.DependencyInjection.ServiceProviderServiceExtensions.CreateScope(first.Services);
                var store = (Store.BenchStore)scope.ServiceProvider.GetService(typeof(Store.BenchStore))!;
                var session = await store.GetAsync(Guid.Parse(maker.Session));
                for (var k = 0; session.State.Step is { } step; k++)
                {
                    Assert.True(await store.AddAsync(session.Id, new Core.Bench.StepDone($"k{k}", first.Time.GetUtcNow(), step.Id, null, null, Knowingly: true)));
                    session = await store.GetAsync(session.Id);
                }

                (build, waterId) = (maker.Build, session.State.Poured[0].WaterId);
                Assert.DoesNotContain((await client.Get(build))["build"]!["begun"]!.AsArray(), pour => Word(pour!["waterId"]) == waterId);
            }

            using var second = ServerFixture.On(folder, demo: true);
            using var again = second.CreateClient();
            var begun = (await again.Get(build))["build"]!["begun"]!.AsArray().Single(pour => Word(pour!["waterId"]) == waterId)!;
            Assert.NotNull(begun["result"]);
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
        }
    }

    [Fact]
    public async Task A_rehearsal_is_told_to_nobody_and_goes_as_fast_as_asked()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open(rehearseAt: 120);
        var before = (await client.Get(maker.Build))["build"]!.ToJsonString();
        while (maker.Step is not null)
        {
            server.Time.Advance(TimeSpan.FromSeconds(20));
            await maker.Read();
            await maker.Tell(maker.Done(maker.StepNode["targetG"]?.GetValue<double>()));
        }

        Assert.Equal(before, (await client.Get(maker.Build))["build"]!.ToJsonString());
        Assert.True(Number(maker.View["review"]!["tookMin"]) > 60);
        var (status, slower) = await client.Post($"/api/bench/{maker.Session}/rehearsal", new { speed = 200 });
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.NotNull(slower["errors"]!["speed"]);
    }

    // A page keeps the view of the higher revision, and of two of one revision whichever came last.
    [Fact]
    public async Task Views_of_one_revision_say_the_same_whatever_else_happens_at_that_moment()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open(rehearseAt: 1);
        var views = new List<JsonNode>();
        for (var round = 1; round <= 60; round++)
        {
            var at = $"/api/bench/{maker.Session}";
            var room = new { kind = "room", id = $"air{round}", at = maker.Now, airC = 18 + (round * 0.1), humidityPercent = (double?)null, by = "room-sensor" };
            views.AddRange((await Task.WhenAll(
                client.Post($"{at}/events", new { device = BenchMaker.Device(), events = new[] { room } }),
                client.Post($"{at}/rehearsal", new { speed = round }),
                client.Post($"{at}/hold", new { device = BenchMaker.Device() }))).Select(one => one.Body));
            views.Add(await client.Get(at));
        }

        Assert.Equal(240, views.Count);
        Assert.All(views.GroupBy(view => view["revision"]!.GetValue<int>()), same => Assert.Single(same.Select(view => view.ToJsonString()).Distinct()));
    }

    [Fact]
    public async Task A_mishap_shows_until_it_is_dealt_with()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open(rehearseAt: 1);
        await maker.To("1-stir");
        var (_, away) = await client.Post($"/api/bench/{maker.Session}/rehearsal", new { mishap = "calledAway" });
        Assert.Contains(away["signs"]!.AsArray(), sign => Word(sign).Contains("called away", StringComparison.Ordinal));
        await maker.Read();
        await maker.To("1-pour-1");
        await client.Post($"/api/bench/{maker.Session}/rehearsal", new { mishap = "leak" });
        Assert.Contains((await maker.Read())["signs"]!.AsArray(), sign => Word(sign).Contains("creeps out", StringComparison.Ordinal));
        await maker.Tell(new { kind = "gaveWay", id = "leak", at = maker.View["now"]!.GetValue<DateTimeOffset>() });
        Assert.Empty(maker.View["signs"]!.AsArray());
        var (_, left) = await client.Post($"/api/bench/{maker.Session}/rehearsal", new { mishap = "cupLeft" });
        Assert.Contains(left["notices"]!.AsArray(), notice => Word(notice!["kind"]) == "pastItsTime");
        var meant = await BenchMaker.At(client, server.Time);
        await meant.Open();
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await client.Post($"/api/bench/{meant.Session}/rehearsal", new { mishap = "leak" })).Status);
    }

    [Fact]
    public async Task Only_the_device_that_holds_it_goes_on_and_taking_over_asks()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open();
        var phone = BenchMaker.Device("phone", "The phone");
        var (status, problem) = await maker.Tell(maker.Done(), phone);
        Assert.Equal(HttpStatusCode.Conflict, status);
        Assert.Contains("This desk holds this session", Word(problem["detail"]), StringComparison.Ordinal);

        // Asked for, and kept.
        string Holder(JsonNode view) => Word(view["holder"]!["id"]);
        var (_, asked) = await client.Post($"/api/bench/{maker.Session}/hold", new { device = phone });
        Assert.Equal("desk", Holder(asked));
        Assert.Equal("phone", Word(asked["ask"]!["device"]!["id"]));
        var (_, kept) = await client.Post($"/api/bench/{maker.Session}/hold", new { device = BenchMaker.Device(), letGo = false });
        Assert.Null(kept["ask"]);
        Assert.Equal("desk", Holder(kept));

        // Asked for, and let go.
        await client.Post($"/api/bench/{maker.Session}/hold", new { device = phone });
        var (_, given) = await client.Post($"/api/bench/{maker.Session}/hold", new { device = BenchMaker.Device(), letGo = true });
        Assert.Equal("phone", Holder(given));

        // Asked for back, and nobody answers.
        await client.Post($"/api/bench/{maker.Session}/hold", new { device = BenchMaker.Device() });
        server.Time.Advance(TimeSpan.FromSeconds(9.9));
        Assert.Equal("phone", Holder((await client.Post($"/api/bench/{maker.Session}/hold", new { device = BenchMaker.Device() })).Body));
        server.Time.Advance(TimeSpan.FromSeconds(0.2));
        Assert.Equal("desk", Holder((await client.Post($"/api/bench/{maker.Session}/hold", new { device = BenchMaker.Device() })).Body));
        Assert.Equal(HttpStatusCode.OK, (await maker.Tell(maker.Done())).Status);
    }

    [Fact]
    public async Task A_phone_that_was_off_the_network_tells_all_it_did_with_its_times()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open();
        await maker.To("1-stir");
        var from = maker.Now;
        server.Time.Advance(TimeSpan.FromMinutes(12));
        var steps = maker.View["state"]!["steps"]!.AsArray();
        var at = maker.View["state"]!["at"]!.GetValue<int>();
        object Done(int k, double minutes) => new { kind = "done", id = $"off-{k}", at = from.AddMinutes(minutes), stepId = Word(steps[at + k]!["id"]), knowingly = true };
        object[] events = [Done(0, 3), Done(1, 4), Done(2, 6)];
        var (status, view) = await client.Post($"/api/bench/{maker.Session}/events", new { device = BenchMaker.Device(), events });
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(from.AddMinutes(6), view["state"]!["since"]!.GetValue<DateTimeOffset>());

        // Its answer was lost: it tells all of it again.
        var (_, again) = await client.Post($"/api/bench/{maker.Session}/events", new { device = BenchMaker.Device(), events });
        Assert.Equal(view["state"]!.ToJsonString(), again["state"]!.ToJsonString());

        // No clock of its own counts: what lies ahead of now is now.
        await maker.Read();
        await maker.Tell(new { kind = "done", id = "ahead", at = maker.Now.AddHours(3), stepId = maker.Step, knowingly = true });
        Assert.Equal(maker.Now, maker.View["state"]!["since"]!.GetValue<DateTimeOffset>());
    }

    [Fact]
    public async Task Of_two_views_the_one_with_the_lower_revision_is_the_older()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open(rehearseAt: 1);
        var (phone, desk) = (BenchMaker.Device("phone", "The phone"), BenchMaker.Device());
        var last = Revision(maker.View);
        void Raised(JsonNode view) => Assert.True(Revision(view) > last, $"{Revision(view)} after {last}");
        async Task Stands(JsonNode view) => Assert.Equal(last = Revision(view), Revision(await maker.Read()));

        var done = maker.Done(knowingly: true);
        Raised((await maker.Tell(done)).Body);
        await Stands(maker.View);
        Assert.Equal(last, Revision((await maker.Tell(done)).Body));
        var (_, faster) = await client.Post($"/api/bench/{maker.Session}/rehearsal", new { speed = 60 });
        Raised(faster);
        await Stands(faster);
        await client.Post($"/api/bench/{maker.Session}/hold", new { device = phone });
        var (_, given) = await client.Post($"/api/bench/{maker.Session}/hold", new { device = desk, letGo = true });
        Raised(given);
        await Stands(given);
    }

    private static int Revision(JsonNode view) => view["revision"]!.GetValue<int>();

    [Fact]
    public async Task Two_devices_tell_at_once_and_nothing_is_lost_or_twice()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open();
        var notes = await Task.WhenAll(Enumerable.Range(0, 12).Select(k => Task.Run(() => client.Post(
            $"/api/bench/{maker.Session}/events",
            new { device = BenchMaker.Device(), events = new object[] { new { kind = "note", id = $"note-{k / 2}", at = maker.Now, text = $"Note {k / 2}" } } }))));
        Assert.All(notes, one => Assert.Equal(HttpStatusCode.OK, one.Status));
        await maker.ToEnd();
        var pour = (await client.Get(maker.Build))["build"]!["begun"]!.AsArray().Last(one => one!["result"] is not null)!;
        Assert.Equal(Enumerable.Range(0, 6).Select(k => $"Note {k}").Order(), Word(pour["result"]!["note"]).Split(". ").SelectMany(words => words.Split("Note ")).Where(word => word.Length > 0).Select(word => $"Note {word.Trim()}").Order());
    }

    [Fact]
    public async Task Nonsense_is_refused_and_nothing_of_it_is_kept()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open();
        async Task Refused(HttpStatusCode expected, object @event)
        {
            var (status, body) = await maker.Tell(@event);
            Assert.True(expected == status, $"{status}: {body.ToJsonString()}");
        }

        await Refused(HttpStatusCode.UnprocessableEntity, new { kind = "done", id = "x", at = maker.Now, stepId = "1-stir" });
        await Refused(HttpStatusCode.BadRequest, new { kind = "done", id = "", at = maker.Now, stepId = "caution" });
        await Refused(HttpStatusCode.BadRequest, new { kind = "room", id = "r", at = maker.Now, airC = 90 });
        await Refused(HttpStatusCode.BadRequest, new { kind = "note", id = "n", at = maker.Now, text = "" });
        await Refused(HttpStatusCode.BadRequest, new { kind = "levitated", id = "n", at = maker.Now });
        await Refused(HttpStatusCode.UnprocessableEntity, new { kind = "back", id = "b", at = maker.Now, stepId = "caution" });
        Assert.Equal("caution", Word((await maker.Read())["state"]!["steps"]![0]!["id"]));
        Assert.Empty(maker.View["state"]!["done"]!.AsArray());
        using var none = await client.GetAsync($"/api/bench/{Guid.NewGuid()}");
        Assert.Equal(HttpStatusCode.NotFound, none.StatusCode);
    }

    [Fact]
    public async Task One_event_among_several_that_is_refused_is_named_and_those_before_it_stay()
    {
        using var client = server.CreateClient();
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open();
        object Note(string id) => new { kind = "note", id, at = maker.Now, text = $"Note {id}." };
        async Task<JsonNode> Refused(HttpStatusCode expected, params object[] events)
        {
            var (status, body) = await client.Post($"/api/bench/{maker.Session}/events", new { device = BenchMaker.Device(), events });
            Assert.True(expected == status, $"{status}: {body.ToJsonString()}");
            return body;
        }

        var sensor = await Refused(HttpStatusCode.BadRequest, Note("n1"), new { kind = "room", id = "r1", at = maker.Now, airC = 85 }, Note("n2"));
        Assert.Equal("events[1].airC", Assert.Single(sensor["errors"]!.AsObject()).Key);
        Assert.Contains("85 °C", Word(sensor["detail"]), StringComparison.Ordinal);
        var step = await Refused(HttpStatusCode.UnprocessableEntity, new { kind = "done", id = "d1", at = maker.Now, stepId = "1-stir" }, Note("n3"));
        Assert.Equal("events[0].stepId", Assert.Single(step["errors"]!.AsObject()).Key);
        var hot = await Refused(HttpStatusCode.BadRequest, new { kind = "surface", id = "s1", at = maker.Now, surfaceC = 900 });
        Assert.Equal("events[0].surfaceC", Assert.Single(hot["errors"]!.AsObject()).Key);
        await maker.Tell(Note("n4"));

        // To the end, and what was taken is in the log: the two notes, and nothing of what stood behind a refusal.
        await maker.ToEnd();
        var notes = (await client.Get(maker.Build))["build"]!["log"]!.AsArray().Select(one => one!["text"]).OfType<JsonNode>().Select(Word).Where(text => text.StartsWith("Note ", StringComparison.Ordinal));
        Assert.Equal(["Note n1.", "Note n4."], notes.Order());
    }

    [Fact]
    public async Task The_stand_in_hand_of_a_rehearsal_comes_near_the_mark_or_over_it_on_request()
    {
        using var client = server.CreateClient();
        var instruments = (Instruments.BenchInstruments)server.Services.GetService(typeof(Instruments.BenchInstruments))!;
        var maker = await BenchMaker.At(client, server.Time);
        await maker.Open(rehearseAt: 60);
        async Task<Instruments.InstrumentReading?> Scale()
        {
            using var scope = Microsoft.Extensions.DependencyInjection.ServiceProviderServiceExtensions.CreateScope(server.Services);
            var store = (Store.BenchStore)scope.ServiceProvider.GetService(typeof(Store.BenchStore))!;
            var all = await instruments.ReadAsync(await store.GetAsync(Guid.Parse(maker.Session), CancellationToken.None), CancellationToken.None);
            return all.Single(one => one.Kind == "scale").Reading;
        }

        while (maker.Step != "1-one") await maker.Tell(maker.Done(knowingly: true));
        var target = Number(maker.StepNode["targetG"]);
        Assert.InRange((await Scale())!.Value, 0, 1);
        server.Time.Advance(TimeSpan.FromSeconds(2));
        Assert.True((await Scale())!.IsSteady);
        Assert.Equal(target, (await Scale())!.Value, 1.0);
        await client.Post($"/api/bench/{maker.Session}/rehearsal", new { mishap = "overshoot" });
        Assert.Equal(target * 1.06, (await Scale())!.Value, 0.11);
        await client.Post($"/api/bench/{maker.Session}/rehearsal", new { mishap = "scaleLost" });
        Assert.Null(await Scale());
    }
}
