using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using InkBasin.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using static InkBasin.Server.Tests.Edits;

namespace InkBasin.Server.Tests;

/// <summary>Goods of the cupboard go down as the work is noted, and come back with the note.</summary>
public class WorkDrawsTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private const string Day = "2027-05-10T19:00:00+00:00";

    private static readonly string[] Kinds = ["plaster", "glue", "sealer", "sealant", "foam", "damSheet", "cup"];

    private static string Word(JsonNode? node) => node!.GetValue<string>();

    private static double Number(JsonNode? node) => node!.GetValue<double>();

    // More of everything than any build takes, of the plaster and the foam this build is made of.
    private static async Task<string> Begin(HttpClient client)
    {
        var at = await client.Copy("Three Weirs at Ondry");
        var making = (await client.Get(at))["build"]!["making"]!;
        foreach (var kind in Kinds)
        {
            var (made, said) = await client.Post("/api/stores/goods", new { id = "", kind, name = kind == "plaster" ? Word(making["plaster"]!["name"]) : $"Much {kind}", left = 900_000.0, full = 1_000_000.0, thicknessMm = kind == "foam" ? Number(making["foam"]!["thicknessMm"]) : (double?)null });
            Assert.True(made == HttpStatusCode.Created, said.ToJsonString());
        }

        return at;
    }

    private static async Task<Dictionary<string, double>> Left(HttpClient client) =>
        (await client.Get("/api/stores/cupboard?standing=true"))["cupboard"]!["goods"]!.AsArray().Select(one => one!["good"]!).Where(good => Kinds.Contains(Word(good["kind"]))).GroupBy(good => Word(good["kind"])).ToDictionary(group => group.Key, group => Math.Round(group.Sum(good => Number(good["left"])), 6));

    private static async Task<List<(string Work, double Amount)>> Taken(HttpClient client, string at) =>
        [.. (await client.Get("/api/stores/cupboard?standing=true"))["taken"]!.AsArray().Where(one => at.EndsWith(Word(one!["buildId"]), StringComparison.Ordinal)).Select(one => (Word(one!["workId"]), Number(one["amount"])))];

    private static Task<JsonNode> Note(HttpClient client, string at, string step, string? doneAt = Day) =>
        client.Edit(at, Add("days.notes", new { id = step, doneAt }));

    private static Dictionary<string, double> Less(Dictionary<string, double> before, Dictionary<string, double> after) =>
        before.Where(one => Math.Abs(one.Value - after[one.Key]) > 1e-6).ToDictionary(one => one.Key, one => one.Value - after[one.Key]);

    [Fact]
    public async Task Each_step_noted_as_done_takes_what_is_reckoned_for_it_and_gives_it_back()
    {
        await using var own = new ServerFixture();
        using var client = own.CreateClient();
        var at = await Begin(client);
        var (full, making) = (await Left(client), await client.Get($"{at}/making"));
        var water = Word((await client.Get(at))["build"]!["waters"]![0]!["id"]);

        await Note(client, at, "skin");
        var plastered = await Left(client);
        Assert.Equal(["foam", "plaster"], Less(full, plastered).Keys.Order());
        Assert.Equal(Number(making["skin"]!["powderG"]), full["plaster"] - plastered["plaster"], 1e-6);
        Assert.Equal(making["foam"]!["sheets"]!.AsArray().Count, full["foam"] - plastered["foam"], 1e-6);
        Assert.Equal(["foam", "skin"], (await Taken(client, at)).Select(one => one.Work).Distinct().Order());

        // What stands there less what is still needed stays the same: nothing is needed and taken.
        await Note(client, at, $"{water}:seal");
        Assert.Equal(["sealer"], Less(plastered, await Left(client)).Keys);

        // Another note on it, another date, another plan: what is in the ground is in it.
        var sealed_ = await Left(client);
        await client.Edit(at, Set("days.notes", "skin", new { doneAt = "2027-05-11T19:00:00+00:00", name = "First coat" }));
        await client.Edit(at, Set(new { making = new { plaster = new { waterPerPowder = 0.4 } } }));
        Assert.Equal(sealed_, await Left(client));

        // Struck out it goes back as it was taken, undone too; redone it is out again.
        await client.Edit(at, Remove("days.notes", $"{water}:seal"));
        Assert.Equal(plastered, await Left(client));
        await client.Undo(at);
        Assert.Equal(sealed_, await Left(client));
        await client.Undo(at, times: 4);
        Assert.Equal(full, await Left(client));
        Assert.Empty(await Taken(client, at));
        await client.Redo(at);
        Assert.Equal(plastered, await Left(client));
    }

    [Fact]
    public async Task The_day_it_was_plastered_and_a_pour_that_is_begun_tell_as_much_as_a_note()
    {
        await using var own = new ServerFixture();
        using var client = own.CreateClient();
        var at = await Begin(client);
        var full = await Left(client);
        await client.Edit(at, Set(new { drying = new { plasteredAt = Day } }));
        var plastered = await Left(client);
        Assert.Equal(["foam", "plaster"], Less(full, plastered).Keys.Order());

        // Noted besides, nothing more is taken; the day struck out, the note still stands.
        await Note(client, at, "skin");
        await client.Edit(at, Set(new { drying = new { plasteredAt = (string?)null } }));
        Assert.Equal(plastered, await Left(client));
        await client.Undo(at, times: 3);
        Assert.Equal(full, await Left(client));

        // A pour: its bed was made and sealed, its dams stand, and it was mixed in cups.
        var water = Word((await client.Get(at))["build"]!["waters"]![0]!["id"]);
        var needed = await Needed(client);
        await client.Begin(at, water, "p", Day);
        var poured = Less(full, await Left(client));
        Assert.All(["foam", "plaster", "sealer", "cup"], kind => Assert.True(poured.ContainsKey(kind), kind));
        var stillNeeded = await Needed(client);
        foreach (var (kind, taken) in poured.Where(one => one.Key != "cup")) Assert.Equal(needed[kind] - stillNeeded[kind], taken, 1e-6);
        await client.Undo(at);
        Assert.Equal(full, await Left(client));
    }

    // What all builds still take of what there is more than enough of.
    private static async Task<Dictionary<string, double>> Needed(HttpClient client) =>
        (await client.Get("/api/stores/cupboard"))["cupboard"]!["goods"]!.AsArray().Where(one => Kinds.Contains(Word(one!["good"]!["kind"]))).GroupBy(one => Word(one!["good"]!["kind"])).ToDictionary(group => group.Key, group => group.Sum(one => Number(one!["good"]!["left"]) - Number(one["plannedLeft"])));

    [Fact]
    public async Task A_session_at_the_bench_takes_its_own_cups_once()
    {
        await using var own = new ServerFixture();
        using var client = own.CreateClient();
        var maker = await BenchMaker.At(client, own.Time);
        await maker.Open();
        var before = (await Left(client))["cup"];
        await maker.ToEnd();
        var cups = 2 * maker.View["state"]!["cups"]!.AsArray().Count;
        Assert.True(maker.View["state"]!["poured"]!.AsArray().Count > 1);
        Assert.Equal(before - cups, (await Left(client))["cup"]);
        var taken = Assert.Single(await Taken(client, maker.Build), one => one.Work.StartsWith("cups:", StringComparison.Ordinal));
        Assert.Equal(($"cups:session-{Guid.Parse(maker.Session):N}", cups), taken);
    }

    [Fact]
    public async Task No_more_is_taken_than_there_is_and_no_more_goes_back_than_was_taken()
    {
        using var client = server.CreateClient();
        var at = await client.Copy("Three Weirs at Ondry");
        var plaster = (await client.Get("/api/stores/cupboard?standing=true"))["cupboard"]!["goods"]!.AsArray().Select(one => one!["good"]!).Single(good => Word(good["kind"]) == "plaster");
        var id = Word(plaster["id"]);
        async Task Set(double left)
        {
            plaster["left"] = left;
            using var put = await client.PutAsync(new Uri($"/api/stores/goods/{id}", UriKind.Relative), JsonContent.Create(plaster));
            put.EnsureSuccessStatusCode();
        }

        async Task<double> Now() => (await Left(client))["plaster"];
        await Set(2);
        await Note(client, at, "skin");
        Assert.Equal(0, await Now());

        // Filled up meanwhile: what goes back comes on top of that.
        await Set(50);
        await client.Undo(at);
        Assert.Equal(52, await Now());

        // Taken out of the cupboard meanwhile: nothing to go back into, and the note is struck out all the same.
        await client.Redo(at);
        using (var gone = await client.DeleteAsync(new Uri($"/api/stores/goods/{id}", UriKind.Relative))) gone.EnsureSuccessStatusCode();
        await client.Undo(at);
        Assert.False((await Left(client)).ContainsKey("plaster"));
    }

    [Fact]
    public async Task A_copy_and_a_build_brought_in_have_taken_nothing_of_this_cupboard()
    {
        await using var own = new ServerFixture();
        using var client = own.CreateClient();
        var at = await Begin(client);
        await Note(client, at, "skin");
        var left = await Left(client);
        var (_, copy) = await client.Post($"{at}/copy", new { });
        Assert.Equal(left, await Left(client));
        await client.Edit($"/api/builds/{Word(copy["id"])}", Remove("days.notes", "skin"));
        Assert.Equal(left, await Left(client));
        Assert.NotEmpty(await Taken(client, at));
    }

    [Fact]
    public async Task What_a_row_that_cannot_be_read_has_taken_hides_nothing_else()
    {
        await using var own = new ServerFixture();
        using var client = own.CreateClient();
        var at = await Begin(client);
        await Note(client, at, "skin");
        await using (var scope = own.Services.CreateAsyncScope())
        {
            var context = scope.ServiceProvider.GetRequiredService<InkBasinContext>();
            (await context.WorkDraws.SingleAsync(row => row.WorkId == "skin")).Taken = "{not json";
            await context.SaveChangesAsync();
        }

        Assert.Equal(["foam"], (await Taken(client, at)).Select(one => one.Work).Distinct());
    }

    [Fact]
    public async Task Two_builds_that_take_of_one_bag_at_once_lose_nothing()
    {
        await using var own = new ServerFixture();
        using var client = own.CreateClient();
        var first = await Begin(client);
        List<string> ats = [first, .. await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => client.Copy("Three Weirs at Ondry")))];
        var full = await Left(client);
        var each = Number((await client.Get($"{first}/making"))["skin"]!["powderG"]);
        await Task.WhenAll(ats.Select(at => Note(client, at, "skin")));
        Assert.Equal(full["plaster"] - (5 * each), (await Left(client))["plaster"], 1e-5);
    }
}
