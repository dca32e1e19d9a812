using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using InkBasin.Core.Bench;
using InkBasin.Core.Plan;

namespace InkBasin.Core.Tests.Bench;

/// <summary>
/// A device off the network foretells where a session will stand. What it is held to are cases Core writes: walks with all that can happen, and after each event where
/// it stands. Written anew with INKBASIN_WRITE_CASES=1 where Core changes.
/// </summary>
public class ForetoldCasesTests
{
    private const int Walks = 10;
    private const int Presses = 45;

    // Web defaults and enums by name, as the server sends them.
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping, NewLine = "\n" };

    private static string File { get; } = Path.Combine(Repository(), "tests", "InkBasin.Web.Tests", "foretold.cases.json");

    [Fact]
    public void The_cases_devices_are_held_to_are_what_Core_says_today()
    {
        var now = Written() + "\n";
        if (Environment.GetEnvironmentVariable("INKBASIN_WRITE_CASES") == "1") System.IO.File.WriteAllText(File, now);
        Assert.True(now == System.IO.File.ReadAllText(File), "foretold.cases.json is out of date: run this test with INKBASIN_WRITE_CASES=1, and the web's tests after it.");
    }

    [Fact]
    public void They_try_all_that_can_happen_at_the_cup()
    {
        using var cases = JsonDocument.Parse(System.IO.File.ReadAllText(File));
        var events = cases.RootElement.GetProperty("scripts").EnumerateArray().SelectMany(script => script.GetProperty("walks").EnumerateArray()).SelectMany(walk => walk.EnumerateArray()).ToList();
        foreach (var kind in new[] { "done", "back", "met", "givenUp", "turned", "gaveWay", "holdsAgain", "room", "surface", "ended" })
            Assert.Contains(events, one => one.GetProperty("event").GetProperty("kind").GetString() == kind);
        Assert.Contains(events, one => one.GetProperty("then").TryGetProperty("open", out var open) && open.GetString()?.Contains("-more-", StringComparison.Ordinal) == true);
        Assert.Contains(events, one => one.GetProperty("then").TryGetProperty("cups", out var cups) && cups.EnumerateArray().Any(cup => cup[3].ValueKind == JsonValueKind.Number && Math.Abs(cup[3].GetDouble()) > 2));
    }

    private static string Written()
    {
        var small = Stores.Examples with { Sheets = [.. Stores.Examples.Sheets.Select(sheet => sheet with { MaxBatchG = 35 })] };
        var byCup = Samples.Creek with { Measuring = Samples.Creek.Measuring with { Device = Samples.Creek.Measuring.Device with { Kind = Core.Stock.DeviceKind.Cup, Graduation = 5 } } };
        BenchScript[] scripts = [BenchWalk.Creek, BuildBench.ScriptOf(Planner.Answers(Samples.Creek, small), 1), BuildBench.ScriptOf(Planner.Answers(byCup, Stores.Examples), 1)];
        var written = scripts.Select((script, i) => new
        {
            view = new { script.ByScale, script.Mixes, Notices = Array.Empty<Notice>(), BenchNotices.Away, State = BenchSession.Of(script, Samples.Evening, []) },
            walks = Enumerable.Range(0, Walks).Select(walk => Walk(script, (1000 * i) + walk)).ToList(),
        });
        return JsonSerializer.Serialize(new { scripts = written }, Json);
    }

    // Mostly forward, with slips of the hand and all else in between.
    private static List<object> Walk(BenchScript script, int seed)
    {
        var random = new Random(seed);
        var walk = new BenchWalk(script);
        var steps = new List<object>();
        var before = new JsonObject();
        for (var press = 0; press < Presses; press++)
        {
            var state = walk.State;
            walk.Wait(Math.Round(random.NextDouble() * 4, 2));
            var cup = Math.Max(1, state.Step?.Cup ?? 1);
            BenchEvent one = random.Next(18) switch
            {
                0 or 1 when state.At > 0 => new StepBack($"p{press}", walk.Now, state.Steps[state.At - 1].Id),
                2 => new DamGaveWay($"p{press}", walk.Now),
                3 => new DamHolds($"p{press}", walk.Now, 2, "tape"),
                4 or 8 or 9 when state.Step?.Kind == BenchStepKind.PartTwo => new CupMet($"p{press}", walk.Now, cup),
                5 when random.Next(3) == 0 => new CupTurned($"p{press}", walk.Now, cup),
                5 when random.Next(3) == 0 => new CupGivenUp($"p{press}", walk.Now, cup),
                5 => new SurfaceRead($"p{press}", walk.Now, 20 + random.Next(30)),
                6 => new RoomRead($"p{press}", walk.Now, 15 + random.Next(10)),
                7 when random.Next(8) == 0 => new SessionEnded($"p{press}", walk.Now),
                _ => new StepDone($"p{press}", walk.Now, state.Step?.Id ?? "over", Value(state.Step, random), null, random.Next(3) > 0),
            };
            try
            {
                if (BenchSession.Take(script, Samples.Evening, walk.Events, one) is null) continue;
            }
            catch (RefusedException)
            {
                continue;
            }

            walk.Take(one);
            var now = (JsonObject)JsonSerializer.SerializeToNode(Stands(walk.State), Json)!;

            // Only what has changed, to keep the file small.
            steps.Add(new { @event = one, then = new JsonObject(now.Where(field => !before.ContainsKey(field.Key) || !JsonNode.DeepEquals(field.Value, before[field.Key])).Select(field => KeyValuePair.Create(field.Key, field.Value?.DeepClone()))) });
            before = now;
        }

        return steps;
    }

    private static double? Value(BenchStep? step, Random random) => step?.TargetG is { } g && random.Next(6) > 0 ? Math.Round(g * (0.92 + (random.NextDouble() * (random.Next(2) == 0 ? 0.1 : 0.3))), 1) : null;

    private static object Stands(BenchState state) => new
    {
        state.At,
        open = state.At < state.Steps.Count ? state.Steps[state.At].Id : null,
        targetG = state.At < state.Steps.Count ? state.Steps[state.At].TargetG : null,
        slowFromG = state.At < state.Steps.Count ? state.Steps[state.At].SlowFromG : null,
        state.Since,
        state.DueAt,
        state.EndedAt,
        state.EndedEarly,
        steps = state.Steps.Count,
        leaks = state.Leaks.Count(leak => leak.Until is null),
        done = state.Done.Count(done => !done.OpenedAgain),
        state.RoomC,
        surface = state.Surface.Count,
        left = state.Steps.Where(step => step.Kind == BenchStepKind.Pour).Select(step => step.LeftMl),
        cups = state.Cups.Select(cup => new object?[] { cup.OneG, cup.TwoTargetG, cup.TwoG, cup.RatioOffPercent, cup.MixedMl, cup.MetAt, cup.OutBy, cup.OutAt, cup.GivenUpAt, cup.TurnedAt }),
    };

    private static string Repository(string? folder = null) => System.IO.File.Exists(Path.Combine(folder ??= AppContext.BaseDirectory, "InkBasin.slnx")) ? folder : Repository(Path.GetDirectoryName(folder) ?? throw new DirectoryNotFoundException("No InkBasin.slnx above the tests."));
}
