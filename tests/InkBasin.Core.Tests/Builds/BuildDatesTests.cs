using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using InkBasin.Core.Bench;
using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Drying;
using InkBasin.Core.Log;
using InkBasin.Core.Pours;
using InkBasin.Core.Tests.Bench;

namespace InkBasin.Core.Tests.Builds;

/// <summary>A build file brought in later is of the later day, whole.</summary>
public class BuildDatesTests
{
    private static Build Full { get; } = Samples.Furnished with
    {
        Waters = [Samples.Creek.Waters[0] with { Barrier = new FoamBarrier("Foil", Samples.Evening.AddDays(-5)) }],
        Begun = [new BegunPour("p", "w", 1, Samples.Evening, [new CheckAnswer("w", CheckItem.Dust, false, null, Samples.Evening.AddHours(-1))]) { Result = new PourResult(40, 36, 1, 13.9, 20, "Went well", Samples.Evening.AddHours(2)) }],
        Drying = new DryingLog { PlasteredAt = Samples.Evening.AddDays(-9), Weighings = [new LoggedWeighing(Samples.Evening, 950)], Wettings = [new LoggedWetting(Samples.Evening.AddDays(-3), WettingKind.Wash)] },
        Days = Samples.Furnished.Days with { Notes = [new StepNote("skin") { PinnedAt = Samples.Evening.AddDays(2), DoneAt = Samples.Evening.AddDays(1), FailedAt = Samples.Evening.AddDays(1) }] },
        Learnt = [new TakenLesson(new Lesson(LessonKind.Volume, null, 1.1, 1, 1.2, 4), Samples.Evening)],
        Log = [new LogEntry { Id = "s", At = Samples.Evening, Session = Session(), Corrections = [new LogCorrection(Samples.Evening.AddDays(1), "text", null, "x", "Misread")] }],
    };

    // With a leak, a cup given up and one poured out: every date a session can have.
    private static SessionRecord Session()
    {
        var walk = new BenchWalk(BenchWalk.Creek).To("1-pour-1");
        walk.Take(new DamGaveWay("l", walk.Now)).Wait(2).Take(new DamHolds("h", walk.Now)).Take(new SurfaceRead("s", walk.Now, 25)).ToEnd();
        var session = SessionRecord.Of(walk.Script, Samples.Evening, walk.Events);
        return session with { Cups = [session.Cups[0] with { GivenUpAt = Samples.Evening, TurnedAt = Samples.Evening }] };
    }

    [Fact]
    public void Every_date_moves_and_nothing_else()
    {
        var (before, after) = (Leaves(Full), Leaves(BuildDates.Moved(Full, 40)));
        Assert.Equal(before.Keys, after.Keys);
        var dates = 0;
        foreach (var (path, value) in before)
        {
            if (DateOf(value) is not { } at)
            {
                Assert.Equal(value, after[path]);
                continue;
            }

            Assert.Equal(at.AddDays(40), DateOf(after[path]));
            dates++;
        }

        // Every field there is for a date stands in this build, one that is added too.
        Assert.Equal(DateFields(typeof(Build), []).Order(), before.Where(one => DateOf(one.Value) is not null).Select(one => string.Join('.', one.Key.Split('.').Where(part => !int.TryParse(part, out _)))).Distinct().Order());
        Assert.True(dates >= 9);
    }

    private static DateTimeOffset? DateOf(string value) =>
        value.Length > 19 && DateTimeOffset.TryParse(value, CultureInfo.InvariantCulture, out var at) ? at
        : DateOnly.TryParseExact(value, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day) ? new(day.ToDateTime(TimeOnly.MinValue), TimeSpan.Zero)
        : null;

    private static SortedDictionary<string, string> Leaves(Build build)
    {
        var leaves = new SortedDictionary<string, string>(StringComparer.Ordinal);
        void Walk(string path, JsonNode? node)
        {
            switch (node)
            {
                case JsonObject whole: foreach (var (name, part) in whole) Walk($"{path}.{name}", part); break;
                case JsonArray list: foreach (var (i, part) in list.Index()) Walk($"{path}.{i}", part); break;
                default: leaves[path[1..]] = node is JsonValue value && value.GetValueKind() == JsonValueKind.String ? value.GetValue<string>() : node?.ToJsonString() ?? "null"; break;
            }
        }

        Walk("", JsonSerializer.SerializeToNode(build, BuildJson.Options));
        return leaves;
    }

    private static IEnumerable<string> DateFields(Type type, HashSet<Type> within)
    {
        if (!within.Add(type)) yield break;
        foreach (var field in BuildJson.Options.GetTypeInfo(type).Properties.Where(field => field.Set is not null))
        {
            var inner = Nullable.GetUnderlyingType(field.PropertyType) ?? field.PropertyType;
            if (inner.IsGenericType && inner != typeof(string)) inner = inner.GetGenericArguments()[^1];
            if (inner == typeof(DateTimeOffset) || inner == typeof(DateOnly)) yield return field.Name;
            else if (inner.Assembly == typeof(Build).Assembly && !inner.IsEnum && inner.IsClass)
                foreach (var path in DateFields(inner, [.. within])) yield return $"{field.Name}.{path}";
        }
    }
}
