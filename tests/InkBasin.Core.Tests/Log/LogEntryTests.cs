using InkBasin.Core.Bench;
using InkBasin.Core.Builds;
using InkBasin.Core.Log;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Tests.Bench;

namespace InkBasin.Core.Tests.Log;

/// <summary>The log of a build: written once, put right beside itself, read back, learnt from.</summary>
public class LogEntryTests
{
    private static SessionRecord Session(double oneMoreG = 0, double? overG = 4, double? leftG = 3, double reachedMm = 14)
    {
        var walk = new BenchWalk(BenchWalk.Creek);
        walk.To("1-one").Do(BenchWalk.Creek.Mixes[0].OneG + oneMoreG).To("1-over").Do(overG).Do(leftG).To("level-w-1").Do(reachedMm).ToEnd();
        return SessionRecord.Of(walk.Script, Samples.Evening, walk.Events);
    }

    private static LogEntry Entry(SessionRecord? session = null) => new() { Id = "s", At = Samples.Evening, Session = session ?? Session() };

    private static LogCorrection Right(string field, double? value, string? text = null) => new(Samples.Evening.AddDays(1), field, value, text, "Misread");

    [Fact]
    public void A_figure_put_right_stands_beside_the_first_one()
    {
        var first = Entry();
        var entry = first with { Corrections = [Right("cup.1.oneG", 31), Right("layer.w.1.reachedMm", 13.6), Right("roomC", 19)] };
        entry.Check("entry");
        var read = entry.Corrected();
        Assert.Equal(31, read.Session!.Cups[0].OneG);
        var (mix, cup) = (read.Session.Mixes[0], read.Session.Cups[0]);
        Assert.Equal(((31 / cup.TwoG!.Value / mix.OnePerTwoG) - 1) * 100, cup.RatioOffPercent!.Value, 9);
        Assert.Equal(mix.MixedMl(31, cup.TwoG.Value), cup.MixedMl, 9);
        Assert.Equal(13.6, read.Session.Poured[0].ReachedMm);
        Assert.Equal(19, read.Session.RoomC);
        Assert.Equal(first.Session!.Cups[0].OneG, entry.Session!.Cups[0].OneG);
        Assert.Equal(3, read.Corrections.Count);
    }

    [Theory]
    [InlineData("cup.2.oneG")]
    [InlineData("layer.x.1.reachedMm")]
    [InlineData("endedAt")]
    [InlineData("")]
    public void What_is_no_figure_of_it_cannot_be_put_right(string field) => Assert.Throws<RefusedException>(() => (Entry() with { Corrections = [Right(field, 1)] }).Check("entry"));

    [Fact]
    public void Without_a_reason_or_without_a_word_nothing_is_written()
    {
        Assert.Throws<RefusedException>(() => (Entry() with { Corrections = [new LogCorrection(Samples.Evening, "text", null, "x", " ")] }).Check("entry"));
        Assert.Throws<RefusedException>(() => new LogEntry { Id = "e", At = Samples.Evening }.Check("entry"));
        Assert.Throws<RefusedException>(() => new LogEntry { Id = "e", At = Samples.Evening, Outcome = Outcome.Soft }.Check("entry"));
        Assert.Throws<RefusedException>(() => new LogEntry { Id = "e", At = Samples.Evening, Seen = SeenState.Turned, WaterId = "w", Layer = 1 }.Check("entry"));
    }

    [Fact]
    public void It_survives_being_written_into_a_builds_file()
    {
        var build = Samples.Creek with { Log = [Entry() with { Corrections = [Right("cup.1.twoG", 28)] }] };
        build.Check();
        var json = System.Text.Json.JsonSerializer.Serialize(build, BuildJson.Options);
        var again = System.Text.Json.JsonSerializer.Deserialize<Build>(json, BuildJson.Options)!;
        Assert.Equal(json, System.Text.Json.JsonSerializer.Serialize(again, BuildJson.Options));
        Assert.Equal(28, again.Log[0].Corrected().Session!.Cups[0].TwoG);
    }

    private static Build Poured(params LogEntry[] log) => Samples.Creek with
    {
        Begun = [new BegunPour("p", "w", 1, Samples.Evening, []) { ToMm = 14, Result = new PourResult(30, 27, null, 14, null, null, Samples.Evening) }],
        Log = log,
    };

    private static IReadOnlyList<Lesson> Learn(Build build) => Lessons.Of(BuildLog.Measured(Planner.Answers(build, Stores.Examples)));

    [Fact]
    public void A_weighed_session_teaches_what_a_cup_keeps_and_what_the_bed_took()
    {
        var session = Session();
        var lessons = Learn(Poured(Entry(session)));
        var sheet = Stores.Examples.Sheet("coating-epoxy")!;
        Assert.Equal([LessonKind.Residue, LessonKind.Volume], lessons.Select(lesson => lesson.Kind));

        // From 3 ± 2 and one cup of 3 g; the bed of 48 ml took what was mixed less 4 g.
        Assert.Equal(Lessons.Of(LessonKind.Residue, null, [3 / sheet.MixedDensity]), lessons[0]);
        var took = session.Cups[0].MixedMl - (4 / sheet.MixedDensity);
        Assert.Equal(Lessons.Of(LessonKind.Volume, null, [took / 48])!.Value, lessons[1].Value, 6);
    }

    [Fact]
    public void Where_anything_was_not_weighed_or_ran_out_the_bed_teaches_nothing()
    {
        Assert.DoesNotContain(Learn(Poured(Entry(Session(overG: null)))), lesson => lesson.Kind == LessonKind.Volume);
        var leaked = Session() with { Leaks = [new BenchLeak(Samples.Evening, Samples.Evening.AddMinutes(1), 4, null)] };
        Assert.DoesNotContain(Learn(Poured(Entry(leaked))), lesson => lesson.Kind == LessonKind.Volume);
        Assert.Empty(Learn(Samples.Creek));
    }

    private static readonly LayerCure PlannedCure = Planner.Answers(Poured(), Stores.Examples).Of("w").Layers.Is!.Layers[0].Cure;

    private static LogEntry Seen(string id, SeenState state, double afterMin) => new() { Id = id, At = Samples.Evening.AddDays(1), Seen = state, WaterId = "w", Layer = 1, AfterMin = afterMin };

    private static readonly LogEntry[] AllSeen =
    [
        Seen("g", SeenState.Gelled, PlannedCure.GelH!.Value * 60 * 0.8),
        Seen("f", SeenState.Firm, PlannedCure.FirmH!.Value * 60 * 1.3),
        Seen("t", SeenState.Turned, BenchWalk.Creek.Mixes[0].Times[0].Minutes * 0.9),
    ];

    private static Build Of(Build build, string now, string? poured) => build with { Waters = [build.Waters[0] with { ProductId = now }], Begun = [.. build.Begun.Select(pour => pour with { ProductId = poured })] };

    private static void Teach(IReadOnlyList<Lesson> lessons)
    {
        Assert.Equal([LessonKind.Gel, LessonKind.Firm, LessonKind.Pot], lessons.Select(lesson => lesson.Kind));
        Assert.All(lessons, lesson => Assert.Equal("coating-epoxy", lesson.ProductId));
        foreach (var (lesson, measured) in lessons.Zip([0.8, 1.3, 0.9])) Assert.Equal(Lessons.Of(lesson.Kind, "coating-epoxy", [measured])!.Value, lesson.Value, 6);
    }

    [Fact]
    public void States_that_were_seen_teach_the_products_times() => Teach(Learn(Poured([Entry(Session(overG: null, leftG: null)), .. AllSeen])));

    // The water's next layer may be of another: what was seen says nothing of that one's times.
    [Fact]
    public void They_teach_the_times_of_what_was_poured_whatever_the_water_has_now()
    {
        var build = Poured([Entry(Session(overG: null, leftG: null)), .. AllSeen]);
        Teach(Learn(Of(build, "coating-epoxy", "coating-epoxy")));
        Teach(Learn(Of(build, "casting-epoxy", "coating-epoxy")));

        // Of a sheet that is no longer there nothing is reckoned that it could be held against.
        Assert.Empty(Learn(Of(build, "casting-epoxy", "thrown-away")));

        // Put right after the bench had walked it by another sheet: its cups' minutes were that one's.
        Assert.DoesNotContain(Learn(Of(build, "casting-epoxy", "casting-epoxy")), lesson => lesson.Kind == LessonKind.Pot);
    }

    // Poured over after 20 h, within the coating epoxy's window and before the casting epoxy's begins.
    [Fact]
    public void A_layer_line_is_held_against_the_window_of_what_lay_there()
    {
        static Build Line(double afterH) => Poured(new LogEntry { Id = "o", At = Samples.Evening.AddDays(9), Outcome = Outcome.LayerLine, WaterId = "w", Layer = 2 }) is var build
            ? build with { Begun = [build.Begun[0], new BegunPour("q", "w", 2, Samples.Evening.AddHours(afterH), []) { ToMm = 20 }] } : build;
        static LikelyCause? Window(Build build) => BuildLog.Of(Planner.Answers(build, Stores.Examples))[0].Causes.SingleOrDefault(cause => cause.Kind == "window");
        var layers = Planner.Answers(Line(20), Stores.Examples).Of("w").Layers.Is!.Layers[0];
        var coating = layers.RecoatToH - layers.PourH;
        foreach (var afterH in new[] { coating - 0.1, coating + 0.1 })
        {
            var build = Line(afterH);
            Assert.Equal(Window(Of(build, "coating-epoxy", "coating-epoxy")), Window(Of(build, "casting-epoxy", "coating-epoxy")));
        }
    }

    [Fact]
    public void A_lesson_that_is_taken_is_followed_and_told_by_every_figure_that_uses_it()
    {
        TakenLesson Taken(LessonKind kind, double value, string? product = null) => new(new Lesson(kind, product, value, value * 0.9, value * 1.1, 7), Samples.Evening);
        var plain = Planner.Plan(Samples.Creek, Stores.Examples).Waters[0];
        var taught = Planner.Plan(Samples.Creek with { Learnt = [Taken(LessonKind.Volume, 1.1), Taken(LessonKind.Residue, 6), Taken(LessonKind.Firm, 1.5, "coating-epoxy"), Taken(LessonKind.Gel, 0.9, "coating-epoxy")] }, Stores.Examples).Waters[0];
        Assert.Equal(plain.Layers.Is!.Layers.Sum(layer => layer.VolumeMl) * 1.1, taught.Layers.Is!.Layers.Sum(layer => layer.VolumeMl), 6);
        Assert.True(taught.Layers.Is.Layers[0].Mix.Batches[0].MixedMl > (plain.Layers.Is.Layers[0].VolumeMl * 1.1) + 6);
        Assert.Equal(plain.Layers.Is.Layers[0].RecoatFromH * 1.5, taught.Layers.Is.Layers[0].RecoatFromH, 6);
        Assert.Contains(taught.Workings["takes"].Inputs, input => input.Name.Contains("as learnt here from 7", StringComparison.Ordinal) && Math.Abs(input.Value - 1.1) < 1e-9);
        Assert.Contains(taught.Workings["mix"].Inputs, input => input.Name.Contains("as learnt here from 7", StringComparison.Ordinal));
        Assert.Contains("as learnt here from 7", taught.Workings["times"].Source, StringComparison.Ordinal);
        Assert.Contains("as learnt here from 7", taught.Workings["heat"].Source, StringComparison.Ordinal);
        Assert.Contains(taught.Workings["heat"].Inputs, input => input.Name == "gel time, as learnt here");
        string WaitOf(Build build) => BuildDays.StepsOf(Planner.Answers(build, Stores.Examples), Samples.Evening.AddDays(-1)).First(step => step.Kind == Core.Days.BuildStepKind.Pour).WaitFrom;
        Assert.EndsWith("by the sheet and this room", WaitOf(Samples.Creek), StringComparison.Ordinal);
        Assert.EndsWith("times to recoat and firm × 1.50 as learnt here from 7", WaitOf(Samples.Creek with { Learnt = [Taken(LessonKind.Firm, 1.5, "coating-epoxy")] }), StringComparison.Ordinal);

        // A test of its own water says more than other beds.
        var tested = Planner.Plan(Samples.Creek with { WaterTests = [Samples.Test], Learnt = [Taken(LessonKind.Volume, 1.1)] }, Stores.Examples).Waters[0];
        Assert.Null(tested.Takes.LearntFrom);
    }

    [Fact]
    public void An_outcome_is_read_with_its_causes_from_the_session_it_was_poured_in()
    {
        var short_ = Session() is var session ? session with { Cups = [session.Cups[0] with { RatioOffPercent = 9 }] } : null;
        var build = Poured(Entry(short_), new LogEntry { Id = "o", At = Samples.Evening.AddDays(2), Outcome = Outcome.Soft, WaterId = "w", Layer = 1 });
        var read = BuildLog.Of(Planner.Answers(build, Stores.Examples));
        Assert.Equal(["o", "s"], read.Select(one => one.Entry.Id));
        Assert.Equal("ratio", read[0].Causes[0].Kind);
        Assert.Contains(read[1].Review, line => line.Contains("planned", StringComparison.Ordinal));
    }

    // Two days from the pour, both ends with it; the room before and after has done nothing to it.
    [Theory]
    [InlineData(-0.01, false)]
    [InlineData(0, true)]
    [InlineData(48, true)]
    [InlineData(48.01, false)]
    public void A_cold_reading_is_a_cause_where_it_was_read_while_it_cured(double afterH, bool named)
    {
        var build = Poured(Entry(Session()), new LogEntry { Id = "o", At = Samples.Evening.AddDays(3), Outcome = Outcome.Soft, WaterId = "w", Layer = 1 });
        build = build with { RoomLog = [new(Samples.Evening.AddHours(20), 20), new(build.Begun[0].At.AddHours(afterH), 9)] };
        Assert.Equal(named, BuildLog.Of(Planner.Answers(build, Stores.Examples))[0].Causes.Any(cause => cause is { Kind: "cold", Evidence: Evidence.Measured }));
    }
}
