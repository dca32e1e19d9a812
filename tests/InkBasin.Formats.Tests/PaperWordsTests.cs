using System.Text.RegularExpressions;
using InkBasin.Core;
using InkBasin.Core.Bench;
using InkBasin.Core.Days;
using InkBasin.Core.Log;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Formats.Papers;
using static InkBasin.Formats.Tests.Printed;

namespace InkBasin.Formats.Tests;

/// <summary>What a paper says of each thing it may have to say, and what it leaves out where there is nothing of it.</summary>
public class PaperWordsTests
{
    private static List<string> Lines(byte[] file) => [.. PdfRuns.Of(file).Words.Where(run => run.YMm < 282 - 0.1).Select(run => run.Words)];

    private static string Words(byte[] file) => string.Join(' ', Lines(file));

    private static DayPlace Place(string id, string name, DateTimeOffset at, int work, int wait = 0, int near = 0) => new(
        new BuildStep(id, BuildStepKind.Pour, "w", name, work, wait, near, [], "by its sheet"), at, at.AddMinutes(work), at.AddMinutes(work + wait), false, false, false);

    private static List<string> Week(DaysPlan plan) => Lines(WeekPaper.Write(Printed.Of("A4"), plan));

    [Fact]
    public void A_week_says_what_is_done_when_and_what_it_waits_for()
    {
        var (mon, tue, fri) = (Now.AddHours(10), Now.AddHours(34), Now.AddHours(106));
        DayPlace[] places =
        [
            Place("done", "Long done", mon, 10) with { Step = Place("done", "Long done", mon, 10).Step with { DoneAt = mon } },
            Place("look", "Last look", fri, 0, 0, 1),
            Place("a", "Pour A", mon, 25, 600, 30) with { Scuffed = true, OutOfHours = true, Stale = true },
            Place("b", "Pour B", mon, 25) with { Step = Place("b", "Pour B", mon, 25).Step with { MixedWith = "a" } },
            Place("c", "Seal C", tue, 40) with { Step = Place("c", "Seal C", tue, 40).Step with { Missing = ["sealer", "a brush"] } },
        ];
        var plan = new DaysPlan(places, [new(mon, mon.AddHours(2), ["a"], 55), new(mon.AddHours(3), mon.AddHours(4), [], 0), new(tue, tue.AddHours(2), ["c"], 40)], fri, 1, true, null, [], null);
        Assert.Equal(
            [
                "The days ahead", "Sallow Quay", "Ready Fri 5 Mar, 19:00, in 1 visit to the bench.",
                "Mon 1 Mar 2027", "At the bench 19:00 to 21:00; 55 min of it are wanted.", "19:00 to 19:25", "Pour A", "Of the same mix: Pour B.", "After its window: scuff and wipe the surface first.",
                "Outside bench hours, as it is held there.", "Its bottles are past their date by then: buy fresh ones.", "Stay near for 30 min.", "Then it waits until Tue 2 Mar, 05:25: by its sheet.",
                "Tue 2 Mar 2027", "At the bench 19:00 to 21:00; 40 min of it are wanted.", "19:00 to 19:40", "Seal C", "Not in the stores: sealer, a brush.",
                "2 days between: it sets by itself.", "Fri 5 Mar 2027", "19:00", "Last look", "Stay near for 1 min.",
            ],
            Week(plan));
        Assert.Contains("A day between: it sets by itself.", Week(plan with { Places = [places[2], places[4] with { StartAt = tue.AddDays(1) }] }));
        var clash = Week(plan with { Places = [places[2]], FinishAt = null, Clash = "It does not fit.", Visits = 2 });
        Assert.Equal("Stop: It does not fit.", clash[2]);
        Assert.DoesNotContain(clash, line => line.StartsWith("Ready", StringComparison.Ordinal));
        Assert.Contains("Ready Fri 5 Mar, 19:00, in 2 visits to the bench.", Week(plan with { Visits = 2 }));
        Assert.Equal("It does not fit.", Assert.Throws<RefusedException>(() => Week(plan with { Places = [places[0]], Clash = "It does not fit." })).Message);
        var waits = plan with { Waits = ["The pit stayed soft: it has no day.", "So has the pond."] };
        Assert.Equal(["Stop: The pit stayed soft: it has no day.", "Stop: So has the pond.", "All that has a day is ready Fri 5 Mar, 19:00, in 1 visit to the bench."], Week(waits).Skip(2).Take(3));
        Assert.Equal("The pit stayed soft: it has no day.", Assert.Throws<RefusedException>(() => Week(waits with { Places = [places[0]] })).Message);
        Assert.Equal("Nothing is ahead: every step is done.", Assert.Throws<RefusedException>(() => Week(plan with { Places = [places[0], places[3]] })).Message);
    }

    private static LogEntry Entry(string id) => new() { Id = id, At = Now.AddMinutes(int.Parse(id)) };

    private static LogEntry Dock(string id) => Entry(id) with { WaterId = "dock", Layer = 2 };

    private static List<string> Record(params ReadEntry[] log) => Lines(RecordPaper.Write(Printed.Of("A4"), Quay, Board, Waters, log, Pictures));

    private static List<string> Record(params LogEntry[] log) => Record([.. log.Select(entry => new ReadEntry(entry, entry.Corrected(), [], []))]);

    private static List<string> After(List<string> lines, string head) => [.. lines.SkipWhile(line => line != head).Skip(1)];

    [Fact]
    public void A_record_says_what_each_entry_is()
    {
        Assert.Contains(Quay.Waters, water => water is { Id: "dock", Name: "Dock" });
        var lines = Record(
        [
            .. Enum.GetValues<Outcome>().Select((outcome, i) => Dock($"{i + 10}") with { Outcome = outcome }),
            .. Enum.GetValues<SeenState>().Select((seen, i) => Dock($"{i + 20}") with { Seen = seen, AfterMin = seen == SeenState.Turned ? 45 : 150 }),
            Dock("30") with { SurfaceC = 31.26 },
            Dock("31") with { Layer = null, Text = "Level to a hair." },
            Entry("32") with { WaterId = "gone", Layer = 1, Text = "Of a water that is no more." },
            Entry("33") with { Text = "Of the whole." },
        ]);
        Assert.Equal(
            [
                "Mon 1 Mar, 09:10 · Dock, layer 2: turned out clear", "Mon 1 Mar, 09:11 · Dock, layer 2: turned out cloudy", "Mon 1 Mar, 09:12 · Dock, layer 2: stayed soft",
                "Mon 1 Mar, 09:13 · Dock, layer 2: cracked or yellowed", "Mon 1 Mar, 09:14 · Dock, layer 2: has bubbles", "Mon 1 Mar, 09:15 · Dock, layer 2: shows a line between layers",
                "Mon 1 Mar, 09:20 · Dock, layer 2: gelled", "Seen 2.5 h after.", "Mon 1 Mar, 09:21 · Dock, layer 2: firm", "Seen 2.5 h after.", "Mon 1 Mar, 09:22 · Dock, layer 2: a cup turned", "Seen 45 min after.",
                "Mon 1 Mar, 09:30 · Dock, layer 2: surface", "Surface 31.3 °C.", "Mon 1 Mar, 09:31 · Dock: note", "Level to a hair.", "Mon 1 Mar, 09:32 · note", "Of a water that is no more.", "Mon 1 Mar, 09:33 · note", "Of the whole.",
            ],
            lines.SkipWhile(line => !line.StartsWith("Mon 1 Mar", StringComparison.Ordinal)));
    }

    [Fact]
    public void A_record_tells_the_board_the_waters_and_that_nothing_is_noted()
    {
        var lines = Record(Array.Empty<LogEntry>());
        Assert.Equal("1:76, a board of 620 × 400 mm.", lines[2]);
        Assert.Equal("Nothing is in its log yet.", lines[^1]);
        var table = After(lines, "poured");
        foreach (var (i, (water, plan)) in Quay.Waters.Zip(Waters).Index())
        {
            var level = plan.Plan.Level;
            var layers = plan.Plan.Layers.Is!.Layers;
            Assert.Equal(
                [water.Name, plan.Product, level.WaterlineMm.ToString("0.0"), level.MaxDepthMm.ToString("0.0"), level.VolumeMl.ToString("0.#"), $"{layers.Count}", $"{layers.Count(layer => layer.Poured is not null)}"],
                table.Skip(7 * i).Take(7));
        }

        Assert.DoesNotContain("Nothing is in its log yet.", Record(Dock("10") with { Text = "Now." }));

        // A reading that stands in its session's curve has no line of its own.
        var read = Dock("10") with { SurfaceC = 30 };
        Assert.DoesNotContain(Record(new ReadEntry(read, read, [], [], null, "session")), line => line.Contains("surface", StringComparison.Ordinal));
    }

    [Fact]
    public void What_was_put_right_stands_with_its_reason()
    {
        LogCorrection Right(string field, double? value, string? text = null) => new(Now.AddHours(1), field, value, text, "Read again.");
        (string Field, string Says)[] fields =
        [
            ("cup.2.oneG", "part one of cup 2 (g)"), ("cup.2.twoG", "part two of cup 2 (g)"), ("cup.2.overG", "what was over of cup 2 (g)"), ("cup.2.leftG", "what cup 2 kept (g)"),
            ("layer.dock.2.reachedMm", "where layer 2 came to (mm)"), ("roomC", "the room (°C)"), ("humidityPercent", "humidity (%)"), ("hottestC", "the hottest surface (°C)"), ("text", "the words"),
        ];
        var entry = Dock("10") with { Text = "First.", Corrections = [.. fields.Select(one => Right(one.Field, 12.345))] };
        var lines = After(Record(new ReadEntry(entry, entry, [], [])), "First.");
        Assert.Equal(fields.Select(one => $"Put right Mon 1 Mar, 10:00, {one.Says}: 12.35. Read again."), lines);
        var others = Dock("10") with { Text = "First.", Corrections = [Right("text", null, "Second."), Right("text", null, "Third"), Right("roomC", null)] };
        Assert.Equal(["Put right Mon 1 Mar, 10:00, the words: Second. Read again.", "Put right Mon 1 Mar, 10:00, the words: Third. Read again.", "Put right Mon 1 Mar, 10:00, the room (°C): nobody knows it any more. Read again."], After(Record(new ReadEntry(others, others, [], [])), "First."));
    }

    [Fact]
    public void A_session_is_looked_back_on()
    {
        var kept = Quay.Log.First(entry => entry.Session is not null);
        var session = kept.Session! with { ProductName = "Resin", InkName = null, RoomC = 19.44, HottestC = 33.36, EndedEarly = true };
        ReadEntry Read(SessionRecord record) => new(kept with { Session = record }, kept with { Session = record }, [new LikelyCause("cold", Evidence.Noted, 1, "a cold night", "It fell to 9 °C.", "warm it.")], ["The cup was out."],
            new SurfaceCurve([new(0.5, 30), new(2, 33)], new(2, 33.36), false, null));
        var lines = After(Record(Read(session)), Record(Read(session)).Single(line => line.EndsWith($"· poured {session.Title}", StringComparison.Ordinal)));
        Assert.Equal(
            ["Resin, clear. Room 19.4 °C. Hottest surface 33.4 °C. Ended before its last step.", "The cup was out.", "Its surface was read 2 times and was hottest, 33.4 °C, 2 h after it was poured.", "Likeliest cause: a cold night. It fell to 9 °C. Next time: warm it."],
            lines.Take(4));
        Assert.Contains("Resin, Umber.", Record(Read(session with { InkName = "Umber", RoomC = null, HottestC = null, EndedEarly = false })));
    }

    private static string Pours(Func<PlannedLayer, PlannedLayer> layer) =>
        Words(PourPaper.Write(Printed.Of("A4"), [Waters[0] with { Plan = Waters[0].Plan with { Notices = [], Layers = new(Waters[0].Plan.Layers.Is! with { Layers = [layer(Waters[0].Plan.Layers.Is!.Layers[1])] }, null) } }]));

    [Fact]
    public void A_layer_on_the_pour_plan_says_when_and_of_what()
    {
        var layer = Waters[0].Plan.Layers.Is!.Layers[1];
        var batch = layer.Mix.Batches[0] with { AG = 12.34, BG = 5.67 };
        Assert.Contains("12.3 + 5.7", Pours(one => one with { Mix = one.Mix with { Batches = [batch] } }), StringComparison.Ordinal);
        var single = Pours(one => one with { Mix = one.Mix with { Batches = [batch with { BG = 0 }] } });
        Assert.Contains("12.3", single, StringComparison.Ordinal);
        Assert.DoesNotContain("12.3 +", single, StringComparison.Ordinal);
        var none = layer.Mix with { Batches = [] };
        Assert.Matches(" 0 stop ", Pours(one => one with { Mix = none, MixStop = Notice.Of("ratio", Standing.Stop, "It cannot be measured.") }));
        Assert.DoesNotMatch(" 0 stop ", Pours(one => one with { Mix = none, MixStop = null }));

        Assert.Contains("41 min", Pours(one => one with { PotLifeMin = 41.9 }), StringComparison.Ordinal);
        Assert.DoesNotContain(" min", Pours(one => one with { PotLifeMin = null }), StringComparison.Ordinal);
        var from = Now.AddHours(5);
        Assert.Contains("Mon 1 Mar, 14:00 Mon 1 Mar, 16:00 to Tue 2 Mar, 09:00", Gaps(Pours(one => one with { PourAt = from, RecoatFromAt = from.AddHours(2), RecoatToAt = from.AddHours(19) })), StringComparison.Ordinal);
        var undated = Pours(one => one with { PourAt = null, PourH = 3, RecoatFromH = 15, RecoatToH = 39.5, RecoatFromAt = null, RecoatToAt = null });
        Assert.Contains("no day yet 12 h to 36.5 h after", Gaps(undated), StringComparison.Ordinal);
        Assert.Contains("poured Mon 1 Mar, 09:00", Gaps(Pours(one => one with { Poured = new BegunPour("p", "w", 1, Now, []) })), StringComparison.Ordinal);
        var second = Waters[0].Plan.Layers.Is! with { Layers = [layer, layer with { PourAt = null, PourH = 14.5 }] };
        Assert.Contains("14.5 h after the first", Gaps(Words(PourPaper.Write(Printed.Of("A4"), [Waters[0] with { Plan = Waters[0].Plan with { Layers = new(second, null) } }]))), StringComparison.Ordinal);
    }

    [Fact]
    public void A_layer_on_the_pour_plan_goes_by_the_cups_it_is_mixed_in()
    {
        var some = Answers.Sessions.Is!.First(session => session.Cards.Count > 0);
        var id = Waters[0].Plan.Id;
        MixSession Session(int cups, double oneG, double twoG, params SessionPool[] pools) =>
            some with { Pools = pools, Cards = [.. Enumerable.Repeat(some.Cards[0] with { Batch = some.Cards[0].Batch with { AG = oneG, BG = twoG } }, cups)] };
        SessionPool Pool(string water, string name, int layer, string? place = null) => new(water, name, layer, 6, 3, 40, 1) { PlaceId = place };
        var layer = Waters[0].Plan.Layers.Is!.Layers[1] with { Poured = null };
        string Of(params MixSession[] sessions) => Gaps(Words(PourPaper.Write(
            Printed.Of("A4"), [Waters[0] with { Sessions = sessions, Plan = Waters[0].Plan with { Notices = [], Layers = new(Waters[0].Plan.Layers.Is! with { Layers = [layer, layer] }, null) } }])));

        // A line for each colour, its own first; and who the cups are for.
        MixSession[] first = [Session(1, 4.5, 3.2, Pool(id, "Creek (colour 1)", 1, "rust")) with { PotLifeMin = 41.9 }, Session(2, 12.34, 5.67, Pool("other", "Millrace", 1), Pool(id, "Creek", 1)) with { PotLifeMin = 26.6 }];
        var said = Of(first);
        Assert.Contains(" 2 1 12.3 + 5.7 4.5 + 3.2 26 min 41 min ", said, StringComparison.Ordinal);
        Assert.Contains("Layer 1 is mixed with Millrace: the cups are for all of them.", said, StringComparison.Ordinal);
        Assert.Contains("Layers 1, 2 are mixed with Millrace: the cups are for all of them.", Of([.. first, Session(1, 7, 6, Pool(id, "Creek", 2), Pool("other", "Millrace", 3))]), StringComparison.Ordinal);
        Assert.DoesNotContain("mixed with", Of(Session(1, 7, 6, Pool(id, "Creek", 1)), Session(1, 7, 6, Pool("other", "Millrace", 1))), StringComparison.Ordinal);

        // What one part is has no second figure.
        Assert.DoesNotContain("9.1 +", Of(Session(1, 9.1, 0, Pool(id, "Creek", 1))), StringComparison.Ordinal);
        Assert.Contains("9.1", Of(Session(1, 9.1, 0, Pool(id, "Creek", 1))), StringComparison.Ordinal);
    }

    private static string Gaps(string words) => Regex.Replace(words, " +", " ");

    [Fact]
    public void A_water_on_the_pour_plan_says_what_stands_against_it()
    {
        var plan = Waters[0].Plan;
        string Of(WaterPlan with, string? product = "Resin") => Words(PourPaper.Write(Printed.Of("A4"), [Waters[0] with { Product = product, Plan = with }]));
        var level = plan.Level with { WaterlineMm = 14.46, MaxDepthMm = 12.64, VolumeMl = 541.64 };
        Assert.Contains("Waterline 14.5 mm, deepest 12.6 mm, 541.6 ml under it. Resin.", Of(plan with { Level = level }), StringComparison.Ordinal);
        Assert.Contains("under it. No product is chosen yet.", Of(plan, null), StringComparison.Ordinal);
        var told = Of(plan with { Notices = [Notice.Of("a", Standing.Stop, "One."), Notice.Of("b", Standing.Tight, "Two."), Notice.Of("c", Standing.Holds, "Three.")] });
        Assert.Contains("Stop: One. Tight: Two.", told, StringComparison.Ordinal);
        Assert.DoesNotContain("Three.", told, StringComparison.Ordinal);
        var stopped = Of(plan with { Layers = new(null, Notice.Of("x", Standing.Stop, "It cannot be cut.")), Notices = [] });
        Assert.Contains("Stop: It cannot be cut.", stopped, StringComparison.Ordinal);
        Assert.DoesNotContain("pour, earliest", stopped, StringComparison.Ordinal);

        // Without layers the cut still has its waterline, and one name.
        Assert.Contains($"1: {Waters[0].Cut!.LevelMm - Waters[0].Cut!.LowestMm:0.0} mm deep", stopped, StringComparison.Ordinal);
        Assert.Contains("Old punt: Set it in", Of(plan), StringComparison.Ordinal);
        var layers = plan.Layers.Is!;
        Assert.DoesNotContain("Old punt: Set it in", Of(plan with { Layers = new(layers with { Layers = [.. layers.Layers.Select(layer => layer with { Poured = new BegunPour("p", "w", 1, Now, []) })] }, null) }), StringComparison.Ordinal);
    }

    [Fact]
    public void The_list_before_a_pour_says_what_was_answered_and_what_the_plan_knows()
    {
        var ready = BuildBench.Of(Answers, Now).First(one => one.IsNext) with { ProductName = "Resin", InkName = null, At = null, MixedG = 38.64, Cups = 1, Stop = Notice.Of("x", Standing.Stop, "Too coarse a scale.") };
        CheckAnswer answer = new(ready.Lists[0].WaterId, CheckItem.Dry, false, null, Now.AddHours(1));
        PourCheck Check(Known known, CheckAnswer? given) => new(CheckItem.Dry, "Is it dry?", known, "Weighed twice.", given, false);
        List<string> Of(BenchReady one, params PourCheck[] checks) => Lines(BeforePaper.Write(Printed.Of("A4"), [one with { Lists = [one.Lists[0] with { Name = "Dock", Layer = 2, Checks = checks }] }]));
        var lines = Of(ready, Check(Known.Yes, null), Check(Known.No, null), Check(Known.Ask, answer), Check(Known.No, answer with { Overrides = true, Reason = "A test" }));
        Assert.Equal(
            [
                "Dock, layer 2", "Resin, clear; no day yet; 38.6 g mixed in 1 cup.", "Is it dry?", "Weighed twice.", "Is it dry?", "The plan says no: Weighed twice.", "Is it dry?", "Weighed twice. Answered Mon 1 Mar, 10:00.",
                "Is it dry?", "The plan says no: Weighed twice. Answered Mon 1 Mar, 10:00, against what the plan knows: A test.", "Stop: Too coarse a scale.", "looked at by", "on, at",
            ],
            lines.SkipWhile(line => line != "Dock, layer 2"));
        Assert.Contains("Resin, Umber; Mon 1 Mar, 09:00; 38.6 g mixed in 2 cups.", Of(ready with { InkName = "Umber", At = Now, Cups = 2 }, Check(Known.Ask, null)));
        Assert.DoesNotContain(Of(ready with { Stop = null }, Check(Known.Ask, null)), line => line.StartsWith("Stop", StringComparison.Ordinal));
        Assert.Throws<RefusedException>(() => Of(ready with { IsNext = false }, Check(Known.Ask, null)));

        // Of two layers in one mix the bench is asked about once, under both their names.
        PourCheck board = new(CheckItem.Level, "Is the board level?", Known.Ask, "Look.", null, false);
        BenchList Bed(string name) => new(name, name, 1, [Check(Known.Ask, null), board]);
        var both = Lines(BeforePaper.Write(Printed.Of("A4"), [ready with { Lists = [Bed("Dock"), Bed("Creek")], OfAll = [CheckItem.Level], Stop = null }]));
        Assert.Equal(2, both.Count(line => line == "Is it dry?"));
        Assert.Equal(["Dock, Creek: all of them", "Is the board level?", "Look."], both.SkipWhile(line => !line.StartsWith("Dock, Creek", StringComparison.Ordinal)).Take(3));
        Assert.Single(both, "Is the board level?");
    }

    [Theory]
    [InlineData(0.75, "45 min")]
    [InlineData(0.999, "60 min")]
    [InlineData(1, "1 h")]
    [InlineData(71.96, "72 h")]
    [InlineData(72, "3 days")]
    [InlineData(84, "3.5 days")]
    public void Hours_are_said_as_a_maker_says_them(double hours, string said) =>
        Assert.Contains($"no day yet {said} to {said} after", Gaps(Pours(one => one with { PourAt = null, PourH = 0, RecoatFromH = hours, RecoatToH = hours, RecoatFromAt = null, RecoatToAt = null })), StringComparison.Ordinal);
}
