using System.Diagnostics;
using InkBasin.Core.Days;

namespace InkBasin.Core.Tests.Days;

/// <summary>The timetable against a checker that knows nothing of its solver, and against trying everything.</summary>
public class TimetableTests
{
    private static readonly DateTimeOffset Monday = new(2027, 3, 1, 8, 0, 0, TimeSpan.Zero);

    private static readonly IReadOnlyList<BenchDay> Evenings =
    [
        .. Enumerable.Range(1, 5).Select(day => new BenchDay((Weekday)day, 1110, 1320)),
        new(Weekday.Saturday, 540, 1080),
        new(Weekday.Sunday, 540, 1080),
    ];

    private static readonly TimetableSearch Search = new(TimeSpan.FromSeconds(30));

    private static BenchHours Hours(int days = 60, IReadOnlyList<BenchDay>? week = null, IReadOnlyList<OtherDay>? other = null, DateTimeOffset? start = null, TimeZoneInfo? zone = null) =>
        new(start ?? Monday, days, week ?? Evenings, other ?? [], zone);

    private static DayLink After(string id, int least = 0, int? greatest = null, LinkFrom from = LinkFrom.End) => new(id, from, least, greatest);

    // What models.md §9 asks of a plan, said once more without a solver. Empty when it holds.
    private static IEnumerable<string> Faults(IReadOnlyList<DayStep> steps, BenchHours hours, Timetable plan)
    {
        var at = steps.Zip(plan.Steps).ToDictionary(pair => pair.First.Id);
        var windows = hours.Windows();
        var used = new HashSet<BenchWindow>();
        foreach (var (step, placed) in steps.Zip(plan.Steps))
        {
            if (placed.Id != step.Id) yield return $"{step.Id} out of order";
            if (placed.HandsOnEndMin != placed.StartMin + step.HandsOnMin || placed.ReadyMin != placed.HandsOnEndMin + step.WaitMin) yield return $"{step.Id} is ready at another time";
            if (step.HeldAtMin is { } held)
            {
                if (placed.StartMin != held) yield return $"{step.Id} was moved";
                continue;
            }

            if (placed.StartMin % 5 != 0) yield return $"{step.Id} lies off the marks";
            if (placed.StartMin < hours.FirstMin || placed.StartMin + step.AtBenchMin > hours.LastMin) yield return $"{step.Id} lies outside the days";
            if (placed.StartMin < step.NotBeforeMin) yield return $"{step.Id} is too early";
            if (step.AtBenchMin > 0)
            {
                var window = windows.Where(one => one.From <= placed.StartMin && placed.StartMin + step.AtBenchMin <= one.To).ToList();
                if (window.Count == 0) yield return $"{step.Id} is outside bench hours";
                else used.Add(window[0]);
            }

            foreach (var link in step.After ?? [])
            {
                var (earlier, before) = at[link.Id];
                var lag = placed.StartMin - (link.From == LinkFrom.Start ? before.StartMin : before.ReadyMin);
                if (lag < link.LeastMin || lag > (link.GreatestMin ?? int.MaxValue)) yield return $"{step.Id} is {lag} after {earlier.Id}";
            }
        }

        // At the start of each step no more work goes on than there are makers, whose hands may be busy elsewhere.
        var work = steps.Zip(plan.Steps).Where(pair => pair.First is { HandsOnMin: > 0, HeldAtMin: null }).Select(pair => pair.Second).ToList();
        var begun = work.Select(one => one.StartMin).Concat(hours.Elsewhere.Select(one => one.From));
        foreach (var at0 in begun)
        {
            var here = work.Where(one => one.StartMin <= at0 && at0 < one.HandsOnEndMin).ToList();
            var away = hours.Elsewhere.Count(one => one.From <= at0 && at0 < one.To);
            if (here.Count > 0 && here.Count + Math.Min(away, hours.Makers) > hours.Makers) yield return $"{string.Join(" and ", here.Select(one => one.Id))} at once, {away} away";
        }

        if (plan.FinishMin != plan.Steps.Max(step => step.ReadyMin)) yield return "another finish";
        if (steps.All(step => step.HeldAtMin is null) && plan.Visits != used.Count) yield return $"{used.Count} visits, not {plan.Visits}";
    }

    // A build as the app makes them: a chain of work with waits, several waters with recoat windows and ripple visits, growth at the end.
    private static List<DayStep> RandomBuild(Random random)
    {
        int Pick(params int[] from) => from[random.Next(from.Length)];
        List<DayStep> steps =
        [
            new("skin", Pick(45, 90, 150), Pick(1440, 2880, 5760)),
            new("colour", Pick(60, 120), Pick(240, 720), 0, [After("skin")]),
            new("dams", Pick(20, 60), 0, 0, [After("colour")]),
        ];
        for (var water = 0; water < 1 + random.Next(3); water++)
        {
            var before = "dams";
            for (var layer = 1; layer <= 1 + random.Next(4); layer++)
            {
                var id = $"w{water} pour {layer}";
                steps.Add(new(id, Pick(20, 35, 45), Pick(480, 900, 1440), Pick(0, 30, 60), [layer == 1 ? After(before) : After(before, Pick(240, 720), Pick(1800, 2880, 4320), LinkFrom.Start)]));
                before = id;
            }

            if (random.Next(3) == 0) steps.Add(new($"w{water} ripples", 15, 60, 0, [After(before, Pick(60, 120), Pick(240, 300), LinkFrom.Start)]));
            steps.Add(new($"w{water} strip", Pick(15, 30), 0, 0, [After(before)]));
        }

        var last = steps.Where(step => step.Id.EndsWith("strip", StringComparison.Ordinal)).Select(step => After(step.Id)).ToList();
        steps.Add(new("growth", Pick(60, 120), 720, 0, last));
        steps.Add(new("label", 30));
        return steps;
    }

    [Fact]
    public void Every_plan_of_five_hundred_random_builds_holds()
    {
        var random = new Random(41);
        var (planned, refused, proved, time) = (0, 0, 0, Stopwatch.StartNew());
        for (var i = 0; i < 500; i++)
        {
            var steps = RandomBuild(random);
            var week = Evenings.Where(_ => random.Next(6) > 0).ToList();
            var hours = Hours(45, week.Count == 0 ? Evenings : week, [new(new DateOnly(2027, 3, 1 + random.Next(20)), null, null)], Monday.AddMinutes(random.Next(10000))) with
            {
                Makers = 1 + (random.Next(4) / 3),
                SittingMin = random.Next(4) == 0 ? 160 + random.Next(100) : null,
                Elsewhere = [.. Enumerable.Range(0, random.Next(6)).Select(_ => random.Next(20 * BenchHours.DayMin)).Select(from => new BenchWindow(from, from + 20 + random.Next(200)))],
            };
            try
            {
                var plan = Timetable.Of(steps, hours, Search);
                Assert.Empty(Faults(steps, hours, plan));
                planned++;
                if (plan.Optimal) proved++;
            }
            catch (RefusedException impossible)
            {
                Assert.Equal(RefusalKind.Impossible, impossible.Kind);
                refused++;
            }
        }

        Assert.True(planned > 350, $"{planned} planned, {refused} refused in {time.ElapsedMilliseconds} ms");
        Assert.True(proved > planned * 0.97, $"{proved} of {planned} proved");
    }

    // Everything tried: no plan is better, and what is refused has none.
    [Fact]
    public void Small_plans_are_the_best_there_are()
    {
        var random = new Random(42);
        var (found, none) = (0, 0);
        for (var i = 0; i < 150; i++)
        {
            List<BenchDay> week = [.. Enumerable.Range(0, 7).SelectMany(day => Enumerable.Range(0, random.Next(3)).Select(k =>
            {
                var from = 480 + (k * 300) + (random.Next(20) * 7);
                return new BenchDay((Weekday)day, from, from + 20 + random.Next(50));
            }))];
            var hours = Hours(2, week) with { Makers = 1 + (random.Next(3) / 2), Elsewhere = random.Next(3) > 0 ? [] : [.. Enumerable.Range(0, 1 + random.Next(3)).Select(_ => 480 + random.Next(1200)).Select(from => new BenchWindow(from, from + 5 + random.Next(40)))] };
            DayStep[] steps = [.. Enumerable.Range(0, 2 + random.Next(2)).Select(k => new DayStep(
                $"s{k}",
                random.Next(5) == 0 ? 0 : 5 + random.Next(25),
                random.Next(2) * random.Next(1500),
                random.Next(3) == 0 ? random.Next(20) : 0,
                [.. Enumerable.Range(0, k).Where(_ => random.Next(2) == 0).Select(j => After($"s{j}", random.Next(2) * random.Next(300), random.Next(3) == 0 ? 200 + random.Next(1500) : null, (LinkFrom)random.Next(2)))]))];
            var best = Exhaustive(steps, hours);
            try
            {
                var plan = Timetable.Of(steps, hours, Search);
                Assert.Empty(Faults(steps, hours, plan));
                Assert.True(plan.Optimal);
                Assert.Equal(best, (plan.FinishMin, plan.Visits));
                found++;
            }
            catch (RefusedException)
            {
                Assert.Null(best);
                none++;
            }
        }

        Assert.True(found > 40 && none > 10, $"{found} found, {none} impossible");
    }

    private static (int FinishMin, int Visits)? Exhaustive(DayStep[] steps, BenchHours hours)
    {
        var windows = hours.Windows();
        int[][] starts = [.. steps.Select(step => Enumerable.Range((hours.FirstMin + 4) / 5, (hours.LastMin / 5) + 1 - ((hours.FirstMin + 4) / 5)).Select(mark => mark * 5)
            .Where(start => step.AtBenchMin == 0 || windows.Any(window => window.From <= start && start + step.AtBenchMin <= window.To)).ToArray())];
        (int, int)? best = null;
        var chosen = new int[steps.Length];
        void Down(int i, int finish)
        {
            if (best is { } so && finish > so.Item1) return;
            if (i == steps.Length)
            {
                var visits = windows.Count(window => steps.Index().Any(one => one.Item.AtBenchMin > 0 && window.From <= chosen[one.Index] && chosen[one.Index] + one.Item.AtBenchMin <= window.To));
                if (best is null || (finish, visits).CompareTo(best.Value) < 0) best = (finish, visits);
                return;
            }

            foreach (var start in starts[i])
            {
                var step = steps[i];
                var fits = (step.After ?? []).All(link =>
                {
                    var j = Array.FindIndex(steps, one => one.Id == link.Id);
                    var lag = start - chosen[j] - (link.From == LinkFrom.End ? steps[j].ReadyAfterMin : 0);
                    return lag >= link.LeastMin && lag <= (link.GreatestMin ?? int.MaxValue);
                });
                chosen[i] = start;

                // Where most hands are taken, some work, or something elsewhere, has just begun.
                for (var j = 0; fits && step.HandsOnMin > 0 && j <= i; j++) fits = Taken(chosen[j], i) <= hours.Makers || steps[j].HandsOnMin == 0;
                if (fits && step.HandsOnMin > 0) fits = hours.Elsewhere.All(one => Taken(one.From, i) <= hours.Makers || !Works(one.From, i));
                if (!fits) continue;
                Down(i + 1, Math.Max(finish, start + step.ReadyAfterMin));
            }
        }

        bool Works(int at, int last) => Enumerable.Range(0, last + 1).Any(j => chosen[j] <= at && at < chosen[j] + steps[j].HandsOnMin);
        int Taken(int at, int last) => Enumerable.Range(0, last + 1).Count(j => chosen[j] <= at && at < chosen[j] + steps[j].HandsOnMin) + Math.Min(hours.Makers, hours.Elsewhere.Count(one => one.From <= at && at < one.To));

        Down(0, 0);
        return best;
    }

    [Fact]
    public void What_is_done_stays_and_the_rest_keeps_clear_of_it()
    {
        DayStep[] steps =
        [
            new("pour", 30, 720) { HeldAtMin = 1150 },
            new("drill", 40) { HeldAtMin = 1160 },
            new("strip", 20, 0, 0, [After("pour")]),
            new("label", 60),
        ];
        var hours = Hours();
        var plan = Timetable.Of(steps, hours, Search);
        Assert.Empty(Faults(steps, hours, plan));
        Assert.Equal([1150, 1160], plan.Steps.Take(2).Select(step => step.StartMin));

        // From 18:30 there are forty minutes before it: the hour of the label goes after both, at 20:00.
        Assert.Equal(1200, plan.Steps[3].StartMin);

        // What came out of its window stays: it is a fact, not a clash.
        steps[1] = steps[1] with { After = [After("pour", 600)] };
        Assert.Equal(1160, Timetable.Of(steps, hours, Search).Steps[1].StartMin);
    }

    [Fact]
    public void Nothing_is_put_off_without_a_reason()
    {
        var plan = Timetable.Of([new("pour", 30, 2880), new("label", 20), new("box", 20)], Hours(), Search);
        Assert.Equal([1110, 1140, 1160], plan.Steps.Select(step => step.StartMin).Order());
        Assert.Equal(1110, plan.Steps[0].StartMin);
    }

    [Theory]
    [InlineData("2027-03-28", "18:30 +02:00")]
    [InlineData("2027-10-31", "18:30 +01:00")]
    public void The_clock_on_the_wall_rules_also_when_it_changes(string date, string wanted)
    {
        var zone = Clock.Zone("Europe/Berlin")!;
        var start = Clock.Wall(DateTime.Parse(date, System.Globalization.CultureInfo.InvariantCulture).AddDays(-1).AddHours(12), zone);
        var hours = Hours(10, [new(Weekday.Sunday, 1110, 1320)], null, start, zone);
        var plan = Timetable.Of([new("pour", 30, 600), new("strip", 20, 0, 0, [After("pour")])], hours, Search);
        Assert.Equal(wanted, hours.At(plan.Steps[0].StartMin).ToString("HH:mm zzz", System.Globalization.CultureInfo.InvariantCulture));
        Assert.Equal("18:30", hours.At(plan.Steps[1].StartMin).ToString("HH:mm", System.Globalization.CultureInfo.InvariantCulture));
        Assert.Equal(600, (hours.At(plan.Steps[0].ReadyMin) - hours.At(plan.Steps[0].HandsOnEndMin)).TotalMinutes);
    }

    [Fact]
    public void Hours_of_one_date_that_touch_are_one_and_another_day_replaces_its_weekday()
    {
        var hours = Hours(2, [new(Weekday.Monday, 600, 660), new(Weekday.Monday, 660, 700), new(Weekday.Monday, 690, 720), new(Weekday.Tuesday, 600, 700), new(Weekday.Wednesday, 0, 1440)],
            [new(new(2027, 3, 2), 700, 720), new(new(2027, 3, 2), 800, 860)]);
        Assert.Equal([new BenchWindow(600, 720), new(1440 + 700, 1440 + 720), new(1440 + 800, 1440 + 860), new(2880, 2880 + 480)], hours.Windows());
        Assert.Empty(Hours(1, Evenings, [new(new(2027, 3, 1), null, null), new(new(2027, 3, 2), null, null)]).Windows());
    }

    // A long Saturday in sittings of two hours, half an hour between them.
    [Fact]
    public void A_long_stretch_is_cut_into_sittings()
    {
        var hours = Hours(1, [new(Weekday.Monday, 600, 1020)]) with { SittingMin = 120 };
        Assert.Equal([new BenchWindow(600, 720), new(750, 870), new(900, 1020)], hours.Windows());
        Assert.Equal([new BenchWindow(600, 1020)], (hours with { SittingMin = 420 }).Windows());
        Assert.Equal([new BenchWindow(600, 1019)], (hours with { SittingMin = 419 }).Windows());
        Assert.Equal([new BenchWindow(600, 990), new(1020, 1020)], (hours with { SittingMin = 390 }).Windows());
        Assert.Equal("sittingMin", Assert.Throws<RefusedException>(() => (hours with { SittingMin = 4 }).Check()).Field);
        Assert.Equal("makers", Assert.Throws<RefusedException>(() => (hours with { Makers = 5 }).Check()).Field);
        var plan = Timetable.Of([new("a", 100), new("b", 100), new("c", 100)], hours, Search);
        Assert.Empty(Faults([new("a", 100), new("b", 100), new("c", 100)], hours, plan));
        Assert.Equal([600, 750, 900], plan.Steps.Select(step => step.StartMin).Order());
    }

    [Fact]
    public void A_step_begins_no_later_than_it_may()
    {
        DayStep[] steps = [new("paint", 30), new("pour", 30, 0, 0, [After("paint")]) { NotAfterMin = 1140 }];
        Assert.Equal(1140, Timetable.Of(steps, Hours(), Search).Steps[1].StartMin);
        steps[1] = steps[1] with { NotAfterMin = 1139 };
        Assert.Equal(RefusalKind.Impossible, Assert.Throws<RefusedException>(() => Timetable.Of(steps, Hours(), Search)).Kind);
    }

    [Fact]
    public void A_clash_names_its_links_and_no_more()
    {
        DayStep[] steps =
        [
            new("board", 30),
            new("pour", 20, 0, 0, [After("board")]),
            new("check", 10, 0, 0, [After("pour", 120)]),
            new("ripple", 15, 0, 0, [After("board"), After("pour", 0, 60), After("check")]),
        ];
        var clash = Assert.Throws<RefusedException>(() => Timetable.Of(steps, Hours(), Search));
        Assert.Equal(RefusalKind.Impossible, clash.Kind);
        Assert.Equal(["steps[2].after[0]", "steps[3].after[1]", "steps[3].after[2]"], clash.Others.Select(one => one.Field).Prepend(clash.Field).Order());
        Assert.Contains("ripple within 1 h after pour is ready", clash.Message, StringComparison.Ordinal);

        var ring = Assert.Throws<RefusedException>(() => Timetable.Of([new("a", 5, 0, 0, [After("c")]), new("b", 5, 0, 0, [After("a")]), new("c", 5, 0, 0, [After("b")]), new("d", 5, 0, 0, [After("c")])], Hours(), Search));
        Assert.Equal(["steps[0].after[0]", "steps[1].after[0]", "steps[2].after[0]"], ring.Others.Select(one => one.Field).Prepend(ring.Field).Order());
        Assert.Contains("ring", ring.Message, StringComparison.Ordinal);

        var crowded = Assert.Throws<RefusedException>(() => Timetable.Of([.. Enumerable.Range(0, 12).Select(i => new DayStep($"s{i}", 200))], Hours(6), Search));
        Assert.Equal("steps", crowded.Field);
        Assert.Contains("40 h of work", crowded.Message, StringComparison.Ordinal);
        // Seven of them go into six days: five evenings and a Saturday of two.
        Assert.Equal(7, Timetable.Of([.. Enumerable.Range(0, 7).Select(i => new DayStep($"s{i}", 200))], Hours(6), Search).Steps.Count);
        Assert.Equal("steps", Assert.Throws<RefusedException>(() => Timetable.Of([.. Enumerable.Range(0, 8).Select(i => new DayStep($"s{i}", 200))], Hours(6), Search)).Field);
        Assert.Equal("steps", Assert.Throws<RefusedException>(() => Timetable.Of([.. Enumerable.Range(0, 60).Select(i => new DayStep($"s{i}", 40))], Hours(6), Search)).Field);
        var long_ = Assert.Throws<RefusedException>(() => Timetable.Of([new("forge", 600)], Hours(), Search));
        Assert.Contains("forge needs 10 h at the bench in one go, and no stretch there is so long (the longest is 9 h)", long_.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_no_plan_is_refused_by_its_field()
    {
        string Field(IReadOnlyList<DayStep> steps, BenchHours? hours = null) => Assert.Throws<RefusedException>(() => Timetable.Of(steps, hours ?? Hours(), Search)).Field;
        Assert.Equal("steps", Field([]));
        Assert.Equal("steps[1].id", Field([new("a", 5), new("a", 5)]));
        Assert.Equal("steps[0].handsOnMin", Field([new("a", -1)]));
        Assert.Equal("steps[0].after[0].id", Field([new("a", 5, 0, 0, [After("a")])]));
        Assert.Equal("steps[0].after[0].id", Field([new("a", 5, 0, 0, [After("b")])]));
        Assert.Equal("steps[1].after[0].leastMin", Field([new("a", 5), new("b", 5, 0, 0, [After("a", -5)])]));
        Assert.Equal("horizonDays", Field([new("a", 5)], Hours(0)));
        Assert.Equal("horizonDays", Field([new("a", 5)], Hours(367)));
        Assert.Equal("bench[0].to", Field([new("a", 5)], Hours(5, [new(Weekday.Monday, 600, 600)])));
        Assert.Equal("except[0]", Field([new("a", 5)], Hours(5, null, [new(new(2027, 3, 2), 600, null)])));
        foreach (var wrong in new[] { "24:01", "7:30", "12:60", "", "ab:cd", "25:00" })
            Assert.Throws<RefusedException>(() => BenchHours.ClockMinutes(wrong, "x"));
        Assert.Equal((1440, 0, 1110), (BenchHours.ClockMinutes("24:00", "x"), BenchHours.ClockMinutes("00:00", "x"), BenchHours.ClockMinutes("18:30", "x")));
    }

    [Fact]
    public void A_search_can_be_stopped_with_the_best_so_far_or_called_off()
    {
        var steps = RandomBuild(new Random(5));
        var told = new List<Timetable>();
        using var enough = new CancellationTokenSource();
        var plan = Timetable.Of(steps, Hours(), Search with { Found = one => { told.Add(one); enough.Cancel(); }, Enough = enough.Token });
        Assert.NotEmpty(told);
        Assert.Empty(Faults(steps, Hours(), plan));
        Assert.Equal(told[0].FinishMin, plan.FinishMin);
        Assert.Throws<OperationCanceledException>(() => Timetable.Of(steps, Hours(), Search, new CancellationToken(canceled: true)));
    }

    [Fact]
    public void However_busy_the_machine_is_the_same_steps_lie_the_same()
    {
        // Enough alike for the last tidying to be ended by its bound.
        List<DayStep> steps = [.. Enumerable.Range(0, 4).SelectMany(seed => RandomBuild(new Random(seed)).Select(step => step with { Id = $"{seed} {step.Id}", After = [.. step.Links.Select(link => link with { Id = $"{seed} {link.Id}" })] }))];
        string Plan() => string.Join(' ', Timetable.Of(steps, Hours(120), TimetableSearch.ByWork(0.1)).Steps.Select(step => step.StartMin));
        var calm = Plan();
        using var enough = new CancellationTokenSource();
        var crowd = Enumerable.Range(0, 8 * Environment.ProcessorCount).Select(_ => new Thread(() =>
        {
            while (!enough.IsCancellationRequested)
            {
            }
        })).ToList();
        foreach (var one in crowd) one.Start();
        try
        {
            Assert.Equal(calm, Plan());
        }
        finally
        {
            enough.Cancel();
            foreach (var one in crowd) one.Join();
        }
    }
}
