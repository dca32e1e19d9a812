using System.Collections;
using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Text.Json.Nodes;
using System.Text.Json;
using System.Text;
using InkBasin.Core.Bench;
using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Joints;
using InkBasin.Core.Log;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Sight;
using InkBasin.Core.Water;
using InkBasin.Formats;

namespace InkBasin.Server.Tests;

/// <summary>
/// What is kept can be opened: whatever well-formed edits with whatever values are sent, and whatever is done to a file, the answer is a refusal or a
/// build that opens everywhere, and undo leads back. How many are tried is taken from INKBASIN_SEQUENCES and INKBASIN_FILES,
/// the longest answer let pass from INKBASIN_SECONDS; a few of each are tried always.
/// </summary>
public sealed class KeptAndOpenedTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    // What runs away runs for minutes; how quick an answer is, is no matter of a test on a loaded machine. INKBASIN_SECONDS asks for less.
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(Tried("INKBASIN_SECONDS", 180));
    private static readonly double[] Numbers = [0, -1, 1e-9, 0.001, 0.02, 0.05, 0.5, 1, 2, 5, 8.0001, 23.004, 23.0098, 45, 50, 95, 100, 180, 499, 500, 999, 1500, 3000, 9999, 1e6, 1e9, 1e12, -500, -1e12];
    private static readonly string[] Dates = ["9999-12-30T19:00:00+00:00", "0001-01-01T00:00:00+00:00", "1900-01-01T00:00:00+00:00", "2999-12-31T23:00:00+00:00", "2027-03-02T08:00:00+14:00"];
    private static readonly string[] Lists = ["recipe", "waters", "dams", "standIns", "drowned", "waterTests", "neighbours", "trials"];

    // These always answer; what more is asked of a build may be refused in its own place, with its reason.
    private static readonly string[] Always = ["/file", "/ground", "/joints", "/drying", "/undo-list", "/log", "/lessons", "/bench"];
    private static readonly string[] Asked = ["/making", "/dam-panels", "/hollows", "/running", "/ground.stl", "/templates/1.svg", "/templates/1.dxf", "/dams/1.svg", "/dams.pdf", "/papers/cups.pdf", "/papers/pours.pdf?paper=letter", "/papers/before.pdf", "/papers/record.pdf", "/papers/rescue.pdf", "/layers.csv", "/cups.csv", "/log.csv", "/share.html", "/days?withinS=1"];
    private static readonly string[] AskedOfWaters = ["/heat", "/strategies", "/surface", "/shore", "/enough?ml=20", "/reckoned?levelMm=12"];

    private static int Tried(string name, int always) => int.TryParse(Environment.GetEnvironmentVariable(name), CultureInfo.InvariantCulture, out var many) ? many : always;

    [Fact]
    public async Task However_it_is_edited_it_opens_and_undo_leads_back()
    {
        using var client = server.CreateClient();
        var at = await BringInAsync(client, BuildFile.Write(Furnished, new DateOnly(2027, 5, 14)));
        var start = (await client.Get(at))["build"]!.ToJsonString();
        int version = 1, kept = 0;
        for (var sequence = 0; sequence < Tried("INKBASIN_SEQUENCES", 25); sequence++)
        {
            var random = new Random(sequence);
            for (var k = 0; k < 5; k++)
            {
                var build = (JsonObject)(await client.Get(at))["build"]!;
                var edit = EditOf(random, build);
                var (status, body) = await TimedAsync(() => client.Post($"{at}/edits", new { version, edit }), sequence, edit);
                Assert.True(status is HttpStatusCode.OK or HttpStatusCode.BadRequest or HttpStatusCode.UnprocessableEntity, $"{sequence}: {status} to {edit.ToJsonString()}: {body.ToJsonString()}");
                if (status != HttpStatusCode.OK) continue;
                kept++;
                version = body["version"]!.GetValue<int>();
                await OpensAsync(client, at, sequence, edit.ToJsonString());
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
        var file = JsonNode.Parse(BuildFile.Write(Furnished, new DateOnly(2027, 5, 14)))!;
        var opened = 0;
        for (var k = 0; k < Tried("INKBASIN_FILES", 60); k++)
        {
            var random = new Random(k);
            var mutated = file.DeepClone();
            for (var changes = random.Next(1, 3); changes > 0; changes--)
            {
                if (k % 2 == 0) ChangeAny(random, mutated["build"]!);
                else Change(random, random.Next(10) == 0 ? mutated : mutated["build"]!);
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
            await OpensAsync(client, at, k, text);
            using var binned = await client.DeleteAsync(at);
            Assert.Equal(HttpStatusCode.OK, binned.StatusCode);
        }

        Assert.True(opened > 3, "Hardly anything was let in: that tries nothing.");
    }

    // What is not on it is never changed.
    [Fact]
    public void The_small_board_has_one_of_everything_on_it() =>
        Assert.All(typeof(Build).GetProperties().Where(list => list.PropertyType.IsGenericType && list.GetValue(Furnished) is IEnumerable), list => Assert.NotEmpty((IEnumerable)list.GetValue(Furnished)!));

    private static async Task<T> TimedAsync<T>(Func<Task<T>> ask, int number, object what)
    {
        var start = Stopwatch.GetTimestamp();
        var answer = await ask();
        Assert.True(Stopwatch.GetElapsedTime(start) < Longest, $"{number}: {Stopwatch.GetElapsedTime(start)} for {what}");
        return answer;
    }

    private static async Task OpensAsync(HttpClient client, string at, int number, object what)
    {
        var random = new Random(number);
        var build = (await TimedAsync(() => client.Get(at), number, what))["build"]!;
        foreach (var aspect in Always) await AnswersAsync(client, at + aspect, number, what, mayRefuse: false);

        // What is reckoned over all builds is not taken away by one of them.
        await AnswersAsync(client, "/api/stores/cupboard", number, what, mayRefuse: false);
        for (var k = 0; k < 2; k++) await AnswersAsync(client, at + Asked[random.Next(Asked.Length)], number, what, mayRefuse: true);
        foreach (var water in build["waters"]!.AsArray())
        {
            var id = Uri.EscapeDataString(water!["id"]!.GetValue<string>());
            await AnswersAsync(client, $"{at}/waters/{id}/before-pour", number, what, mayRefuse: false);
            await AnswersAsync(client, $"{at}/waters/{id}{AskedOfWaters[random.Next(AskedOfWaters.Length)]}", number, what, mayRefuse: true);
        }
    }

    private static async Task AnswersAsync(HttpClient client, string path, int number, object what, bool mayRefuse)
    {
        using var answer = await TimedAsync(() => client.GetAsync(path), number, what);
        var text = answer.StatusCode == HttpStatusCode.OK ? "" : await answer.Content.ReadAsStringAsync();
        Assert.True(answer.StatusCode == HttpStatusCode.OK || (mayRefuse && answer.StatusCode is HttpStatusCode.UnprocessableEntity or HttpStatusCode.BadRequest), $"{number}: {path} {answer.StatusCode} {text} after {what}");
    }

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
                Change(random, item);
                return new JsonObject { ["kind"] = "add", ["list"] = list, ["item"] = item, ["index"] = random.Next(items.Count + 1) };
            case 2:
                return new JsonObject { ["kind"] = "move", ["list"] = list, ["id"] = item!["id"]!.DeepClone(), ["index"] = random.Next(items.Count + 1) };
            case < 8:
                return new JsonObject { ["kind"] = "set", ["list"] = list, ["id"] = item!["id"]!.DeepClone(), ["fields"] = Changed(random, item) };
            default:
                string[] own = ["scale", "board", "measuring", "making", "room", "care", "drying", "photo", "days"];
                var whole = new JsonObject(own.Where(name => build[name] is not null).Select(name => KeyValuePair.Create(name, (JsonNode?)build[name]!.DeepClone())));
                return new JsonObject { ["kind"] = "set", ["list"] = null, ["id"] = null, ["fields"] = Changed(random, whole) };
        }
    }

    // One or two of its fields, with something in them changed.
    private static JsonObject Changed(Random random, JsonObject item)
    {
        var fields = new JsonObject();
        for (var k = random.Next(1, 3); k > 0; k--)
        {
            List<string> names = [.. item.Select(field => field.Key).Where(name => name is not ("id" or "kind"))];
            var name = names[random.Next(names.Count)];
            fields[name] = Other(random, item[name]);
        }

        return fields;
    }

    // Something within it, at any depth.
    private static void Change(Random random, JsonNode whole)
    {
        switch (whole)
        {
            case JsonObject { Count: > 0 } record:
                var name = record.ElementAt(random.Next(record.Count)).Key;
                if (record[name] is JsonObject or JsonArray && random.Next(6) > 0) Change(random, record[name]!);
                else if (random.Next(12) == 0) record.Remove(name);
                else record[name] = Other(random, record[name]);
                break;
            case JsonArray { Count: > 0 } list:
                var at = random.Next(list.Count);
                if (list[at] is JsonObject or JsonArray && random.Next(6) > 0) Change(random, list[at]!);
                else list[at] = Other(random, list[at]);
                break;
        }
    }

    private static JsonNode? Other(Random random, JsonNode? value)
    {
        switch (value)
        {
            case JsonObject or JsonArray when random.Next(5) > 0:
                var copy = value.DeepClone();
                Change(random, copy);
                return copy;
            case JsonArray list:
                return random.Next(3) switch
                {
                    0 => new JsonArray(),
                    1 => new JsonArray([.. list.Concat(list).Concat(list).Select(item => item?.DeepClone())]),
                    _ => new JsonArray([.. list.Reverse().Select(item => item?.DeepClone())]),
                };
            case JsonValue number when number.GetValueKind() == JsonValueKind.Number:
                return random.Next(4) == 0 ? number.GetValue<double>() * (random.NextDouble() * 3) : Numbers[random.Next(Numbers.Length)];
            case JsonValue word when word.GetValueKind() == JsonValueKind.String:
                if (DateTimeOffset.TryParse(word.GetValue<string>(), CultureInfo.InvariantCulture, out _)) return Dates[random.Next(Dates.Length)];
                string?[] words = ["", "x", null, new string('n', 90), "equalVolume", "fewest", "sealFirst", "uv-resin", "one-part-water", "deep-pour", "polyester", "umber", word.GetValue<string>()];
                return words[random.Next(words.Length)];
            case JsonValue truth when truth.GetValueKind() is JsonValueKind.True or JsonValueKind.False:
                return !truth.GetValue<bool>();
            default:
                return random.Next(3) switch { 0 => null, 1 => JsonValue.Create(Numbers[random.Next(Numbers.Length)]), _ => JsonValue.Create(Dates[random.Next(Dates.Length)]) };
        }
    }

    // Any one value of all there are: what has many parts is changed as often as it has.
    private static void ChangeAny(Random random, JsonNode whole)
    {
        List<(JsonNode Parent, string? Name, int At)> all = [];
        void Gather(JsonNode? node)
        {
            if (node is JsonObject record)
            {
                foreach (var (name, value) in record)
                {
                    all.Add((record, name, 0));
                    Gather(value);
                }
            }
            else if (node is JsonArray list)
            {
                foreach (var (at, value) in list.Index())
                {
                    all.Add((list, null, at));
                    Gather(value);
                }
            }
        }

        Gather(whole);
        var (parent, name, at) = all[random.Next(all.Count)];
        if (name is null) parent[at] = random.Next(3) == 0 ? null : Other(random, parent[at]);
        else if (random.Next(12) == 0) ((JsonObject)parent).Remove(name);
        else parent[name] = Other(random, parent[name]);
    }

    private static DateTimeOffset Evening => new(2027, 3, 1, 19, 0, 0, TimeSpan.Zero);

    /// <summary>A small board with one of everything on it.</summary>
    private static Build Furnished { get; } = new()
    {
        Name = "Small board",
        Scale = 76,
        Board = new Board(160, 90, 3),
        Recipe =
        [
            new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 30 },
            new Channel { Id = "creek", Name = "Creek bed", Points = [new(-60, 45, 30), new(220, 45, 30)], BedStartMm = 6, BedEndMm = 6, BankAngleDeg = 80, Weirs = [new Weir(0.5, 8, 3)], Fords = [new Ford(0.3, 10, 2)] },
            new Ridge { Id = "hill", Name = "Hill", Points = [new(30, 10)], HeightMm = 5, WidthMm = 40 },
            new RockGroup { Id = "rocks", Name = "Rocks", Outline = new Outline([new(20, 20), new(50, 20), new(40, 35)], true), Count = 5, LeastMm = 2, GreatestMm = 6 },
            new TrackBed { Id = "track", Name = "Track", Points = [new(0, 85), new(160, 85)], StartMm = 33, EndMm = 33, WidthMm = 8, BatterDeg = 60 },
            new Pond { Id = "pond", Name = "Pond", Outline = new Outline([new(100, 4), new(130, 4), new(130, 18), new(100, 18)]), DepthMm = 8, ShelfDepthMm = 2, ShelfWidthMm = 3 },
            new PlasterSkin { Id = "skin", Name = "Skin", ThicknessMm = 2, RoughMm = 0.5 },
            new Strokes { Id = "hand", Name = "By hand", Items = [new Stroke(StrokeKind.Scoop, [new(10, 10), new(20, 12)], 8, 1)] },
        ],
        Waters =
        [
            new Water { Id = "w", Name = "Creek", Seed = new PointMm(100, 45), WaterlineMm = 20, ProductId = "coating-epoxy", Ink = new InkChoice("blue-green", 0.2), FirstPourAt = Evening },
            new Water { Id = "p", Name = "Pond", Seed = new PointMm(115, 11), WaterlineMm = 29, ProductId = "casting-epoxy", Strategy = LayerStrategy.EqualVolume, Ink = new InkChoice("umber", 0.3) },
        ],
        Dams = [new Dam(BoardSide.Left, 0, 90, 25) { Id = "left" }, new Dam(BoardSide.Right, 0, 90, 25) { Id = "right" }],
        StandIns = [new StandIn { Id = "alder", Name = "Alder", Centre = new PointMm(100, 20), LengthM = 0.76, WidthM = 0.76, HeightM = 7.6, OverhangM = 1.5, OverhangFromM = 0.4 }],
        Drowned = [new DrownedThing { Id = "log", Name = "Log", At = new PointMm(60, 45), LengthMm = 20, WidthMm = 4, HeightMm = 4, DensityGPerMl = 0.6, Skin = Skin.Sealed }],
        WaterTests = [new WaterTest { Id = "t", WaterId = "w", At = Evening.AddDays(-2), LevelMm = 20, ReckonedMl = 55, InMl = 55, OutMl = 54, StoodMin = 40, LostMl = 0 }],
        Begun = [new BegunPour("b", "w", 1, Evening, []) { ToMm = 14, Result = new PourResult(30, 27, 1, 13.9, 20, null, Evening.AddHours(1)) }],
        Answers = [new CheckAnswer("w", CheckItem.Sealed, false, null, Evening)],
        Drying = new DryingLog { PlasteredAt = Evening.AddDays(-4), Weighings = [new LoggedWeighing(Evening, 950)] },
        RoomLog = [new RoomReading(Evening, 21)],
        Trials = [new TrialPuddle { Id = "puddle", WaterId = "w", At = Evening, Ink = new InkChoice("blue-green", 0.2), DepthMm = 5, BedHex = "#8a6f52", SeenHex = "#4f6a58" }],
        Neighbours = [new Neighbour(Guid.Parse("00000000-0000-0000-0000-000000000007"), BoardSide.Right, BoardSide.Left) { Id = "n" }],
        Days = new DaysChoice { Except = [new OtherDay(new DateOnly(2027, 3, 4), 600, 720)], Notes = [new StepNote("skin") { HandsOnMin = 45 }], Own = [new OwnStep("o", "Own work", 20, 0, ["skin"])] },
        Learnt = [new TakenLesson(new Lesson(LessonKind.Volume, null, 1.1, 1, 1.2, 4), Evening)],
        Log =
        [
            new LogEntry { Id = "session", At = Evening, WaterId = "w", Layer = 1, Session = Session, Corrections = [new LogCorrection(Evening.AddDays(1), "cup.1.oneG", 31, null, "Misread")] },
            new LogEntry { Id = "turned", At = Evening, WaterId = "w", Layer = 1, Seen = SeenState.Turned, AfterMin = 40 },
            new LogEntry { Id = "gelled", At = Evening.AddHours(9), WaterId = "w", Layer = 1, Seen = SeenState.Gelled },
            new LogEntry { Id = "surface", At = Evening.AddHours(5), WaterId = "w", Layer = 1, SurfaceC = 27 },
            new LogEntry { Id = "outcome", At = Evening.AddDays(2), WaterId = "w", Layer = 1, Outcome = Outcome.Cloudy, Text = "A veil by the weir." },
        ],
    };

    /// <summary>A session of two cups, the second of them spread out.</summary>
    private static SessionRecord Session => new(
        "Creek, layer 1", "coating-epoxy", "Coating epoxy", "Blue-green", Evening, Evening.AddHours(1), true,
        [new BenchLayer("w", "Creek", 1, 14, 48, 8)],
        [new CupMix(1.2, 15, 12.5, 1.1, 1, 2, 100, 0.1, [new CupTime(27.5, 35), new CupTime(40, 30)]), new CupMix(1.2, 15, 12.5, 1.1, 1, 2, 100, 0.1, [])],
        3, 18, 30, 41,
        [
            new BenchCup(1, 15, 12.5, 12.5, 0, 26, Evening.AddMinutes(5), Evening.AddMinutes(40), Evening.AddMinutes(20), 3, 4, 3),
            new BenchCup(2, 15, 12.5, 12.4, 0.8, 26, Evening.AddMinutes(25), Evening.AddMinutes(60), null, 3, null, null, Evening.AddMinutes(50), Evening.AddMinutes(48)),
        ],
        [new PouredLayer("w", 1, Evening.AddMinutes(20), 15, 12.5, 13.9, false)],
        [new BenchLeak(Evening.AddMinutes(22), Evening.AddMinutes(26), 3, "Film")],
        20.5, 52, 26, new BubbleLooks(2, 3), 4)
    {
        Surface = [new SurfaceReading(Evening.AddMinutes(50), 24)],
        PouredShares = [1, 0],
    };
}
