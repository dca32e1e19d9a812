using InkBasin.Core.Builds;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;

namespace InkBasin.Core.Tests.Plan;

/// <summary>What no log of room, tests, washes and pours gets past the list before a pour.</summary>
public class PourGateLogsTests
{
    private const int Logs = 1000;

    private static readonly DateTimeOffset Now = Samples.Evening;

    private static readonly CompiledGround Ground = GroundRecipe.Compile(Samples.Creek.Board, Samples.Creek.Recipe);

    [Fact]
    public void Of_a_thousand_random_logs_none_lets_a_pour_through_out_of_range_wet_too_early_or_past_its_window_without_a_reason_kept()
    {
        var first = Random.Shared.Next(1_000_000);
        var memory = new PlanMemory();
        var (through, back, knowingly) = (0, 0, 0);
        for (var seed = first; seed < first + Logs; seed++)
        {
            var random = new Random(seed);
            var build = Answered(random, Logged(random), memory);
            var (pour, hazards) = (Next(build), HazardsOf(build, memory));
            if (!LetsThrough(build, pour, memory))
            {
                back++;
                continue;
            }

            through++;
            foreach (var (item, said) in hazards)
            {
                var answer = pour.Apply(build).After.Begun[^1].Answers.SingleOrDefault(one => one.Item == item);
                Assert.True(said ? answer is not null : answer is { Overrides: true, Reason.Length: > 0 }, $"Log {seed} went past “{item}” with {answer}.");
                knowingly++;
            }
        }

        // Neither all nor none, so that it has been tried.
        Assert.True(through > Logs / 20 && back > Logs / 5 && knowingly > Logs / 100, $"From {first}: {through} let through, {back} held back, {knowingly} hazards gone past knowingly.");
    }

    // A log as it might be: mostly quiet, now and then cold, hot, wetted, too soon or too late.
    private static Build Logged(Random random)
    {
        bool NowAndThen() => random.Next(4) == 0;
        DateTimeOffset Ago(double mostH) => Now.AddHours(-mostH * random.NextDouble());
        double Air() => NowAndThen() ? random.Next(5, 36) : random.Next(19, 27);
        var begun = random.Next(3);
        var drying = new DryingLog
        {
            PlasteredAt = NowAndThen() ? Ago(30) : Now.AddDays(-20),
            Coats = random.Next(1, 4),
            Wettings = [.. Enumerable.Range(0, random.Next(3)).Select(_ => new LoggedWetting(Ago(40), (WettingKind)random.Next(2)))],
            Weighings = NowAndThen() ? [new LoggedWeighing(Ago(30), 900)] : [],
        };
        return Samples.Creek with
        {
            Waters = [Samples.Creek.Waters[0] with { OwnTopsMm = [12, 16] }],
            Room = new Room(Air()) { NightC = NowAndThen() ? null : Air() },
            RoomLog = [.. Enumerable.Range(0, random.Next(4)).Select(_ => new RoomReading(Ago(24 * 12), Air()))],
            WaterTests = [.. Enumerable.Range(0, random.Next(3)).Select(i => Samples.Test with { Id = $"t{i}", At = Ago(80), StoodMin = random.Next(5, 700), LostMl = NowAndThen() ? 9 * random.NextDouble() : 0.2 })],
            Drying = drying,
            Dams = [.. Samples.Creek.Dams.Select(dam => dam with { Released = true })],
            Begun = [.. Enumerable.Range(1, begun).Select(k => new BegunPour($"p{k}", "w", k, Now.AddHours((-60 * (begun - k)) - (random.Next(2) == 0 ? 14 + (20 * random.NextDouble()) : 60 * random.NextDouble())), []) { ToMm = 8 + (4 * k) })],
        };
    }

    // Yes to most of what is asked, a reason for some of the rest, and nothing for some.
    private static Build Answered(Random random, Build build, PlanMemory memory) => build with
    {
        Answers =
        [
            .. from check in ListOf(build, memory)
               let mood = random.Next(12)
               where mood > 0
               select new CheckAnswer("w", check.Item, mood == 1, mood == 1 ? "A trial piece" : null, Now),
        ],
    };

    private static BeginPour Next(Build build) => new("next", "w", build.Begun.Count + 1, Now);

    private static bool LetsThrough(Build build, BeginPour pour, PlanMemory memory)
    {
        var after = pour.Apply(build).After;
        var asked = PourGate.Asked(build, after);
        try
        {
            PourGate.Check(build, after, begun => ListOf(asked.Single(one => one.Pour == begun).Build, memory));
            return true;
        }
        catch (RefusedException)
        {
            return false;
        }
    }

    private static IReadOnlyList<PourCheck> ListOf(Build build, PlanMemory memory) => BeforePour.Of(new BuildAnswers(build, Ground, Stores.Examples, memory, default).Of("w").Questions(Now));

    // By the log alone. What a yes is enough for, since only the maker can have seen to it, is marked.
    private static IEnumerable<(CheckItem Item, bool YesWillDo)> HazardsOf(Build build, PlanMemory memory)
    {
        var sheet = Stores.Examples.Sheets.Single(one => one.Id == "coating-epoxy");
        double[] airs = [build.Room.AirC, .. build.Room.NightC is { } night ? [night] : Array.Empty<double>(), .. build.RoomLog.Where(one => (Now - one.At).TotalDays <= 7).Select(one => one.AirC)];
        if (airs.Min() < sheet.WorkFromC || airs.Max() > sheet.WorkToC) yield return (CheckItem.Room, false);

        // A skin of 2 mm: by the bench's rule 9.6 h at 20 °C and 50 %, and 15 % for each further coat; a wash wets half of it.
        double slower = new Room(20).VapourPressureDeficitPa / build.Room.VapourPressureDeficitPa, whole = 9.6 * slower * (1 + (0.15 * (build.Drying.Coats - 1)));
        var weighed = build.Drying.Weighings.Select(one => one.At).DefaultIfEmpty(DateTimeOffset.MinValue).Max();
        var wetUntil = build.Drying.Wettings.Where(one => one.At > weighed).Select(one => one.At.AddHours(slower * (one.Kind == WettingKind.Wash ? 4.8 : 9.6)))
            .Append(build.Drying.PlasteredAt!.Value.AddHours(whole))
            .Concat(build.Begun.Count > 0 ? [] : build.WaterTests.OrderBy(one => one.At).TakeLast(1).Select(one => one.At.AddMinutes(one.StoodMin)).Where(at => at > weighed).Select(at => at.AddHours(whole)));
        // Hours of drying are told to the nearest minute (Clock.After), and judged as they are told.
        if (wetUntil.Max() > Now.AddSeconds(31)) yield return (CheckItem.Dry, false);

        if (build.Begun.Count == 0) yield break;
        var under = new BuildAnswers(build, Ground, Stores.Examples, memory, default).Of("w").Layers.Is!.Layers[build.Begun.Count - 1];
        var since = (Now - build.Begun[^1].At).TotalHours;
        if (since < under.RecoatFromH - under.PourH - 1e-6) yield return (CheckItem.Window, false);
        if (since > under.RecoatToH - under.PourH + 1e-6) yield return (CheckItem.Window, true);
    }
}
