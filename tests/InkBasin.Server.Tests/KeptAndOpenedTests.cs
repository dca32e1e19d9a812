using System.Collections;
using System.Net;
using System.Text.Json.Nodes;
using System.Text;
using InkBasin.Core.Builds;
using InkBasin.Formats;

namespace InkBasin.Server.Tests;

/// <summary>
/// What is kept can be opened: whatever well-formed edits with whatever values are sent, and whatever is done to a file, the answer is a refusal or a
/// build that opens everywhere, and undo leads back. How many are tried is taken from INKBASIN_SEQUENCES and INKBASIN_FILES,
/// the longest answer let pass from INKBASIN_SECONDS; a few of each are tried always.
/// </summary>
public sealed class KeptAndOpenedTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static readonly string[] Lists = ["recipe", "waters", "dams", "standIns", "drowned", "waterTests", "neighbours", "trials"];

    [Fact]
    public async Task However_it_is_edited_it_opens_and_undo_leads_back()
    {
        using var client = server.CreateClient();
        var at = await BringInAsync(client, BuildFile.Write(SmallBoard.Furnished, new DateOnly(2027, 5, 14)));
        var start = (await client.Get(at))["build"]!.ToJsonString();
        int version = 1, kept = 0;
        for (var sequence = 0; sequence < Mutations.Tried("INKBASIN_SEQUENCES", 25); sequence++)
        {
            var random = new Random(sequence);
            for (var k = 0; k < 5; k++)
            {
                var build = (JsonObject)(await client.Get(at))["build"]!;
                var edit = EditOf(random, build);
                var (status, body) = await Opened.TimedAsync(() => client.Post($"{at}/edits", new { version, edit }), sequence, edit);
                Assert.True(status is HttpStatusCode.OK or HttpStatusCode.BadRequest or HttpStatusCode.UnprocessableEntity, $"{sequence}: {status} to {edit.ToJsonString()}: {body.ToJsonString()}");
                if (status != HttpStatusCode.OK) continue;
                kept++;
                version = body["version"]!.GetValue<int>();
                await Opened.OpensAsync(client, at, sequence, edit.ToJsonString());
            }

            while ((await client.Get($"{at}/undo-list"))["undoLabel"] is not null)
            {
                var (status, body) = await client.Post($"{at}/undo", new { version });
                Assert.True(status == HttpStatusCode.OK, $"{sequence}: undo {status}: {body.ToJsonString()}");
                version = body["version"]!.GetValue<int>();
            }

            Assert.Equal(start, (await client.Get(at))["build"]!.ToJsonString());
        }

        Assert.True(kept > 10, "Hardly anything was kept: that tries nothing.");
    }

    [Fact]
    public async Task However_a_file_is_changed_it_is_refused_whole_or_opens_everywhere()
    {
        using var client = server.CreateClient();
        var file = JsonNode.Parse(BuildFile.Write(SmallBoard.Furnished, new DateOnly(2027, 5, 14)))!;
        var opened = 0;
        for (var k = 0; k < Mutations.Tried("INKBASIN_FILES", 60); k++)
        {
            var random = new Random(k);
            var mutated = file.DeepClone();
            for (var changes = random.Next(1, 3); changes > 0; changes--)
            {
                if (k % 2 == 0) Mutations.ChangeAny(random, mutated["build"]!);
                else Mutations.Change(random, random.Next(10) == 0 ? mutated : mutated["build"]!);
            }

            var text = mutated.ToJsonString();

            // Now and then the text itself is broken.
            if (random.Next(8) == 0)
            {
                var from = random.Next(text.Length);
                text = text.Remove(from, Math.Min(random.Next(1, 30), text.Length - from));
            }

            if (random.Next(20) == 0) text = text[..random.Next(text.Length)];
            var before = (await client.Get("/api/builds")).AsArray().Count;
            var (response, body) = await client.PostText("/api/builds/import", text);
            Assert.True((int)response.StatusCode < 500, $"{k}: {response.StatusCode} to {text}");
            if (response.StatusCode != HttpStatusCode.Created)
            {
                Assert.Equal(before, (await client.Get("/api/builds")).AsArray().Count);
                continue;
            }

            opened++;
            var at = $"/api/builds/{body["id"]}";
            await Opened.OpensAsync(client, at, k, text);
            using var binned = await client.DeleteAsync(at);
            Assert.Equal(HttpStatusCode.OK, binned.StatusCode);
        }

        Assert.True(opened > 3, "Hardly anything was let in: that tries nothing.");
    }

    // What is not on it is never changed.
    [Fact]
    public void The_small_board_has_one_of_everything_on_it() =>
        Assert.All(typeof(Build).GetProperties().Where(list => list.PropertyType.IsGenericType && list.GetValue(SmallBoard.Furnished) is IEnumerable), list => Assert.NotEmpty((IEnumerable)list.GetValue(SmallBoard.Furnished)!));

    private static async Task<string> BringInAsync(HttpClient client, byte[] file)
    {
        var (response, body) = await client.PostText("/api/builds/import", Encoding.UTF8.GetString(file));
        Assert.Equal(HttpStatusCode.Created, response.StatusCode);
        return $"/api/builds/{body["id"]}";
    }

    private static JsonObject EditOf(Random random, JsonObject build)
    {
        var list = Lists[random.Next(Lists.Length)];
        var items = build[list]!.AsArray();
        var item = items.Count > 0 ? (JsonObject)items[random.Next(items.Count)]!.DeepClone() : null;
        switch (item is null ? 9 : random.Next(10))
        {
            case 0:
                return new JsonObject { ["kind"] = "remove", ["list"] = list, ["id"] = item!["id"]!.DeepClone() };
            case 1:
                item!["id"] = $"new-{random.Next()}";
                Mutations.Change(random, item);
                return new JsonObject { ["kind"] = "add", ["list"] = list, ["item"] = item, ["index"] = random.Next(items.Count + 1) };
            case 2:
                return new JsonObject { ["kind"] = "move", ["list"] = list, ["id"] = item!["id"]!.DeepClone(), ["index"] = random.Next(items.Count + 1) };
            case < 8:
                return new JsonObject { ["kind"] = "set", ["list"] = list, ["id"] = item!["id"]!.DeepClone(), ["fields"] = Mutations.Changed(random, item) };
            default:
                string[] own = ["scale", "board", "measuring", "making", "room", "care", "drying", "photo", "days"];
                var whole = new JsonObject(own.Where(name => build[name] is not null).Select(name => KeyValuePair.Create(name, (JsonNode?)build[name]!.DeepClone())));
                return new JsonObject { ["kind"] = "set", ["list"] = null, ["id"] = null, ["fields"] = Mutations.Changed(random, whole) };
        }
    }
}
