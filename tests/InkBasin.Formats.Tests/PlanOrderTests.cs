using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using InkBasin.Core.Builds;
using InkBasin.Core.Plan;

namespace InkBasin.Formats.Tests;

/// <summary>What a list's order must not decide: the demo builds with their lists turned round.</summary>
public class PlanOrderTests
{
    private static readonly JsonSerializerOptions Options = new() { NumberHandling = JsonNumberHandling.AllowNamedFloatingPointLiterals };

    private static Build Demo(string name) => BuildFile.Read(File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "demo", $"{name}.build.json"))).Build;

    // Where one figure is another by more than what adding in another order makes of it.
    private static IEnumerable<string> Differ(string at, JsonNode? one, JsonNode? other) => (one, other) switch
    {
        (JsonObject a, JsonObject b) => a.Select(field => field.Key).Union(b.Select(field => field.Key)).SelectMany(key => Differ($"{at}.{key}", a[key], b[key])),
        (JsonArray a, JsonArray b) when a.Count == b.Count => a.Index().SelectMany(each => Differ($"{at}[{each.Index}]", each.Item, b[each.Index])),
        (JsonValue a, JsonValue b) when a.TryGetValue<double>(out var x) && b.TryGetValue<double>(out var y) && Math.Abs(x - y) <= 1e-9 * Math.Max(1, Math.Abs(x)) => [],
        _ => JsonNode.DeepEquals(one, other) ? [] : [$"{at}: {one?.ToJsonString()} / {other?.ToJsonString()}"],
    };

    private static IEnumerable<string> Differ(BuildPlan plan, BuildPlan turned) =>
        plan.Waters.SelectMany(water => Differ(water.Id, Node(water), Node(turned.Waters.Single(other => other.Id == water.Id))))
            .Concat(Differ("sessions", Node(plan.Sessions), Node(turned.Sessions)))
            .Concat(Differ("room", Node(plan.Room), Node(turned.Room)));

    private static JsonNode? Node<T>(T of) => JsonSerializer.SerializeToNode(of, Options);

    // Waters that run together are told to be, and which of them has what stands in both is nobody's.
    [Theory]
    [InlineData("sallow-quay")]
    [InlineData("three-weirs-at-ondry")]
    public void Waters_apart_are_planned_the_same_whichever_is_listed_first(string name)
    {
        var random = new Random(29);
        var build = Demo(name);
        var apart = 0;
        for (var i = 0; i < 12; i++)
        {
            var moved = build with { Begun = [], Waters = [.. build.Waters.Select(water => water with { WaterlineMm = water.WaterlineMm + ((random.NextDouble() - 0.7) * 6) })] };
            var plan = Planner.Plan(moved, Stores.Examples);
            if (plan.Waters.Any(water => water.Level.JoinedWith.Count > 0)) continue;
            apart++;
            var turned = Planner.Plan(moved with { Waters = [.. moved.Waters.Reverse()] }, Stores.Examples);
            Assert.Empty(Differ(plan, turned));
            Assert.Empty(Differ("drowned", Node(plan.Drowned), Node(turned.Drowned)).Concat(Differ("dams", Node(plan.Dams), Node(turned.Dams))));
        }

        Assert.InRange(apart, 4, 12);
    }

    // Their times say which came first.
    [Fact]
    public void What_is_noted_counts_by_its_time_and_dams_by_where_they_stand()
    {
        var build = Demo("sallow-quay");
        Assert.True(Math.Min(build.WaterTests.Count, build.RoomLog.Count) > 2 && build.Dams.Count > 1);
        var turned = build with { WaterTests = [.. build.WaterTests.Reverse()], RoomLog = [.. build.RoomLog.Reverse()], Answers = [.. build.Answers.Reverse()], Trials = [.. build.Trials.Reverse()], Dams = [.. build.Dams.Reverse()] };
        Assert.Empty(Differ(Planner.Plan(build, Stores.Examples), Planner.Plan(turned, Stores.Examples)));
    }
}
