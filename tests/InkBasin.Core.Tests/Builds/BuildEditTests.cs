using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;
using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Joints;
using InkBasin.Core.Log;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Water;
using static InkBasin.Core.Tests.Builds.Edits;

namespace InkBasin.Core.Tests.Builds;

public class BuildEditTests
{
    public static TheoryData<BuildEdit, string> All => new()
    {
        { Set(new { name = "New name" }), "Rename to New name" },
        { Set(new { scale = 35 }), "Scale 1:35" },
        { Set(new { board = new { widthMm = 240, depthMm = 120, cellMm = 1 } }), "Board 240 × 120 mm" },
        { Set(new { measuring = new { device = new { kind = "cup", graduation = 1 } } }), "Change how resin is measured" },
        { Set(new { making = new { foam = new { thicknessMm = 30 } } }), "Change what the ground is built of" },
        { Set(new { room = new { airC = 12 } }), "Room 12 °C" },
        { Set(new { room = new { nightC = 12 } }), "Room 23 °C" },
        { Set(new { care = new { covered = true } }), "Cover it while it cures" },
        { Set(new { care = new { flatOnBench = true } }), "Change where the board lies" },
        { Set(new { photo = new { mmPerPx = 0.25 } }), "Shift the photo" },
        { Set(new { photo = (object?)null }), "Take the photo away" },
        { Set(new { drying = new { plasteredAt = Samples.Evening } }), "Change when it was plastered" },
        { new WriteLog(new LogEntry { Id = "e", At = Samples.Evening, Text = "Clear as glass." }), "Write into the log" },
        { new CorrectLog("note", new LogCorrection(Samples.Evening, "text", null, "Cloudy.", "Seen by day")), "Put an entry of the log right" },
        { Add<TakenLesson>("learnt", new TakenLesson(new Lesson(LessonKind.Volume, null, 1.04, 1, 1.08, 6), Samples.Evening)), "Take a lesson of the log" },
        { new SizePhoto(new PointMm(0, 0), new PointMm(50, 0), 7.6), "Size the photo" },
        { Add<GroundStep>("recipe", new FoamSheet { Id = "n", Name = "Hill", ThicknessMm = 5 }, 1), "Add Hill" },
        { new RemoveItem("recipe", "creek"), "Remove Creek bed" },
        { Set("recipe", "foam", new { thicknessMm = 40 }), "Reshape Foam" },
        { Set("recipe", "foam", new { enabled = false }), "Switch Foam off" },
        { Set("recipe", "foam", new { name = "Sheet" }), "Rename to Sheet" },
        { new MoveItem("recipe", "skin", 0), "Move Skin in the order" },
        { Append("hand", "items", new Stroke(StrokeKind.Rise, [new(20, 20), new(60, 20)], 15, 2)), "Rise with the brush" },
        { new TakeLast("recipe", "hand", "items"), "Take a stroke back" },
        { Add("waters", Samples.Creek.Waters[0] with { Id = "w2", Name = "Pool" }), "Add Pool" },
        { new RemoveItem("waters", "w"), "Remove Creek" },
        { Set("waters", "w", new { waterlineMm = 21.5 }), "Waterline of Creek 20 → 21.5 mm" },
        { Set("waters", "w", new { seed = new { xMm = 90 } }), "Move Creek" },
        { Set("waters", "w", new { ink = new { mlPer100Ml = 0.4 } }), "Change the ink of Creek" },
        { Set("waters", "w", new { ownTopsMm = new[] { 12, 16 } }), "Change the layers of Creek" },
        { Set("waters", "w", new { firstPourAt = Samples.Evening.AddDays(1) }), "Change the first pour of Creek" },
        { Set("waters", "w", new { barrier = new FoamBarrier("Epoxy", Samples.Evening) }), "Log a barrier under Creek" },
        { Set("waters", "w", new { gel = new GelCoat("gloss-gel", 2, 50) }), "Change the gel on Creek" },
        { Add("standIns", Samples.Alder with { Id = "alder2", Name = "Another" }, 0), "Put down Another" },
        { new RemoveItem("standIns", "alder"), "Take up Alder" },
        { Set("standIns", "alder", new { centre = new { xMm = 20 } }), "Move Alder" },
        { Set("standIns", "alder", new { turnDeg = 30 }), "Turn Alder" },
        { Add("dams", new Dam(BoardSide.Back, 0, 50, 30) { Id = "third" }), "Put up a dam" },
        { new RemoveItem("dams", "left"), "Take down a dam" },
        { Set("dams", "left", new { topMm = 26 }), "Change a dam" },
        { Add("neighbours", new Neighbour(Guid.Parse("00000000-0000-0000-0000-000000000007"), BoardSide.Right, BoardSide.Left) { Id = "n" }), "Join a section" },
        { Add("waterTests", Samples.Test with { Id = "t2" }), "Log a water test" },
        { new RemoveItem("waterTests", "t"), "Strike a water test out" },
        { Set("waterTests", "t", new { lostMl = 2 }), "Change a water test" },
        { Add("drowned", Samples.Log with { Id = "log2", Name = "Second log" }, 0), "Put Second log in" },
        { new RemoveItem("drowned", "log"), "Take Log out" },
        { Set("drowned", "log", new { at = new PointMm(60, 55) }), "Move Log" },
        { Set("drowned", "log", new { skin = "porous" }), "Change how Log is sealed" },
        { Add("drying.weighings", new LoggedWeighing(Samples.Evening.AddHours(1), 900, "kitchen-scale")), "Log a weighing" },
        { new RemoveItem("drying.weighings", "2027-03-01T19:00:00.000Z"), "Strike a weighing out" },
        { Add("roomLog", new RoomReading(Samples.Evening.AddHours(1), 18.5)), "Log the room’s temperature" },
        { new RemoveItem("roomLog", "2027-03-01T19:00:00.000Z"), "Strike a reading of the room out" },
        { Set(new { days = new { week = new[] { new { day = "mon", fromMin = 600, toMin = 700 } } } }), "Change the hours at the bench" },
        { Set(new { days = new { except = new[] { new { date = "2027-03-02" } } } }), "Change a day at the bench" },
        { Add("days.notes", new StepNote("w:pour:2") { PinnedAt = Samples.Evening }), "Hold a step in its place" },
        { Set("days.notes", "skin", new { doneAt = Samples.Evening }), "Note a step as done" },
        { Set("days.notes", "skin", new { leftOut = true }), "Leave a step out" },
        { Set("days.notes", "skin", new { waitMin = 30 }), "Change a step of the days" },
        { new RemoveItem("days.notes", "skin"), "Let a step be as it is reckoned" },
        { Add("days.own", new OwnStep("o2", "Sand the quay", 40, 0, [])), "Add Sand the quay" },
        { new RemoveItem("days.own", "o"), "Remove Own work" },
        { Set("days.own", "o", new { waitMin = 30 }), "Change Own work" },
        { new Together("Split it into reaches", [Set(new { name = "New name" }), Set(new { scale = 35 }), new RemoveItem("waters", "w")]), "Split it into reaches" },
        { new AnswerCheck("w", CheckItem.Dust, new CheckAnswer("w", CheckItem.Dust, false, null, Samples.Evening)), "Answer a check" },
        { new AnswerCheck("w", CheckItem.Level, null), "Take an answer back" },
        { new AnswerCheck("w", CheckItem.Dry, new CheckAnswer("w", CheckItem.Dry, true, "It is a test piece", Samples.Evening)), "Override a check" },
        { new BeginPour("p2", "w", 2, Samples.Evening, 18.5), "Begin layer 2 of Creek" },
        { Note("p", new PourResult(60, 54, 5, 13.5, 21, "A bubble at the weir", Samples.Evening)), "Note what became of layer 1" },
        { new PouredOf("p", "casting-epoxy"), "Put right what layer 1 was mixed of" },
        { new Restore("begun", []), "Put begun back" },
    };

    // An edit without its line in the table cannot be sent or kept; one that is not in All has never been taken back.
    [Fact]
    public void Every_kind_of_edit_stands_in_the_table_and_is_tried()
    {
        var kinds = typeof(BuildEdit).Assembly.GetTypes().Where(type => !type.IsAbstract && type.IsSubclassOf(typeof(BuildEdit))).ToList();
        Assert.Equal(kinds.Select(kind => kind.Name).Order(), typeof(BuildEdit).GetCustomAttributes<JsonDerivedTypeAttribute>().Select(line => line.DerivedType.Name).Order());
        var tried = All.Select(row => row.Data.Item1.GetType()).ToHashSet();
        Assert.Empty(kinds.Except(tried).Where(kind => kind != typeof(Restore)).Select(kind => kind.Name));
    }

    [Theory]
    [MemberData(nameof(All))]
    public void Every_edit_changes_the_build_says_so_and_is_taken_back_by_its_inverse(BuildEdit edit, string label)
    {
        var change = edit.Apply(Samples.Furnished);
        Assert.NotEqual(Json(Samples.Furnished), Json(change.After));
        Assert.Equal(label, change.Label);
        var back = change.Inverse.Apply(change.After);
        Assert.Equal(Json(Samples.Furnished), Json(back.After));
        Assert.Equal(Json(change.After), Json(back.Inverse.Apply(back.After).After));
    }

    [Theory]
    [MemberData(nameof(All))]
    public void Every_edit_and_its_inverse_survive_being_written_down(BuildEdit edit, string label)
    {
        BuildEdit Again(BuildEdit one) => JsonSerializer.Deserialize<BuildEdit>(JsonSerializer.Serialize(one, BuildJson.Options), BuildJson.Options)!;
        var change = Again(edit).Apply(Samples.Furnished);
        Assert.Equal(Json(edit.Apply(Samples.Furnished).After), Json(change.After));
        Assert.Equal(label, change.Label);
        Assert.Equal(Json(Samples.Furnished), Json(Again(change.Inverse).Apply(change.After).After));
    }

    [Fact]
    public void Fields_named_change_and_all_others_stay_what_somebody_else_has_made_of_them()
    {
        // Two hands on one water at once: each names its own field, in either order.
        var (line, ink) = (Set("waters", "w", new { waterlineMm = 21 }), Set("waters", "w", new { ink = new { mlPer100Ml = 0.5 } }));
        foreach (BuildEdit[] order in new[] { new[] { line, ink }, [ink, line] })
        {
            var water = order[1].Apply(order[0].Apply(Samples.Furnished).After).After.Waters[0];
            Assert.Equal((21, 0.5, "blue-green"), (water.WaterlineMm, water.Ink.MlPer100Ml, water.Ink.TintId));
        }

        // What is not named is the same object: a ground is compiled anew only where it differs.
        var moved = Set("recipe", "hand", new { name = "Brush" }).Apply(Samples.Furnished).After;
        Assert.Same(((Strokes)Samples.Furnished.Recipe[3]).Items, ((Strokes)moved.Recipe[3]).Items);
        Assert.Same(Samples.Furnished.Recipe[0], moved.Recipe[0]);
    }

    [Fact]
    public void A_note_is_changed_field_by_field_and_struck_out_whole()
    {
        var noted = Note("p", new PourResult(60, 54, 5, 13.5, 21, null, Samples.Evening)).Apply(Samples.Furnished);
        var changed = Note("p", new { leftMl = 8, fromBottles = true }).Apply(noted.After);
        Assert.Equal(new PourResult(60, 54, 8, 13.5, 21, null, Samples.Evening) { FromBottles = true }, changed.After.Begun[0].Result);
        Assert.Equal(Json(noted.After), Json(changed.Inverse.Apply(changed.After).After));
        var out_ = Note("p", null).Apply(changed.After);
        Assert.Null(out_.After.Begun[0].Result);
        Assert.Equal(Json(changed.After), Json(out_.Inverse.Apply(out_.After).After));
        Assert.Equal("fields.at", Assert.Throws<RefusedException>(() => Note("p", new { oneG = 5, twoG = 5, leftMl = 1, reachedMm = 9, roomC = 20, note = "x" }).Apply(Samples.Furnished)).Field);
    }

    [Fact]
    public void A_depth_is_added_to_a_measured_bed_and_taken_back()
    {
        var bed = new SurveyedBed
        {
            Id = "bed",
            Name = "Old bed",
            Outline = new Outline([new(20, 20), new(80, 20), new(80, 80), new(20, 80)]),
            WaterlineMm = 20,
            Soundings = [new(new(50, 50), 6)],
        };
        var build = Add<GroundStep>("recipe", bed, 0).Apply(Samples.Furnished).After;
        var change = Append("bed", "soundings", new Sounding(new(40, 40), 3)).Apply(build);
        Assert.Equal("Measure a depth of Old bed", change.Label);
        Assert.Equal(2, ((SurveyedBed)change.After.Recipe[0]).Soundings.Count);
        Assert.Equal(Json(build), Json(change.Inverse.Apply(change.After).After));
        Assert.Throws<RefusedException>(() => Append("bed", "soundings", new Sounding(new(150, 40), 3)).Apply(build));
        Assert.Throws<RefusedException>(() => Append("creek", "soundings", new Sounding(new(40, 40), 3)).Apply(build));
        Assert.Throws<RefusedException>(() => new TakeLast("recipe", "bed", "soundings").Apply(build));
    }

    [Fact]
    public void What_only_undo_may_do_says_so_however_it_is_wrapped()
    {
        Assert.True(new Restore("begun", []).OnlyUndoes);
        Assert.True(new Together("Both", [Set(new { scale = 35 }), new Together("In", [new Restore("answers", [])])]).OnlyUndoes);
        Assert.False(new Together("Both", [Set(new { scale = 35 })]).OnlyUndoes);
        Assert.True(new BeginPour("p2", "w", 2, Samples.Evening).Apply(Samples.Furnished).Inverse.OnlyUndoes);
    }

    public static TheoryData<BuildEdit, string> Refused => new()
    {
        { Set(new { name = "  " }), "name" },
        { Set(new { name = (string?)null }), "name" },
        { Set(new { scale = 0 }), "scale" },
        { Set(new { scale = "76" }), "scale" },
        { Set(new { colour = "red" }), "colour" },
        { Set(new { }), "fields" },
        { Set(new { waters = Array.Empty<int>() }), "waters" },
        { Set(new { begun = Array.Empty<int>() }), "begun" },
        { Set(new { drying = new { weighings = Array.Empty<int>() } }), "drying.weighings" },
        { Set(new { board = new { widthMm = 60, depthMm = 60 } }), "waters[0].seed" },
        { Set(new { board = new { widthMm = 3000, depthMm = 3000, cellMm = 0.25 } }), "board.cellMm" },
        { Set(new { board = new { columns = 9 } }), "board.columns" },
        { Set(new { photo = new { mmPerPx = 0 } }), "photo.mmPerPx" },
        { Set(new { making = new { foam = new { thicknessMm = 0 } } }), "making.foam.thicknessMm" },
        { Set(new { making = new { foam = new { widthMm = 100, depthMm = 100, gapMm = 50 } } }), "making.foam.gapMm" },
        { Set(new { room = new { airC = 80 } }), "room.airC" },
        { Set("nowhere", "w", new { name = "x" }), "list" },
        { Set("waters", "nowhere", new { name = "x" }), "id" },
        { Set("waters", "w", new { id = "other" }), "waters[0].id" },
        { Set("waters", "w", new { layering = new { sealMm = 3 } }), "waters[0].layering" },
        { Set("waters", "w", new { ink = new { tint = "umber" } }), "waters[0].ink.tint" },
        { Set("waters", "w", new { ink = new { mlPer100Ml = 21 } }), "waters[0].ink.mlPer100Ml" },
        { Set("waters", "w", new { firstPourAt = new DateTimeOffset(9999, 12, 30, 0, 0, 0, TimeSpan.Zero) }), "waters[0].firstPourAt" },
        { Set("waters", "w", new { strategy = "sideways" }), "waters[0].strategy" },
        { Set("waters", "w", new { barrier = new { what = "Epoxy" } }), "waters[0].barrier.at" },
        { Set("begun", "p", new { layer = 3 }), "list" },
        { Set("recipe", "creek", new { points = new[] { new { xMm = 1 } } }), "recipe[1].points[0].yMm" },
        { new RemoveItem("begun", "p"), "list" },
        { new RemoveItem("recipe", "nowhere"), "id" },
        { new RemoveItem("standIns", "nowhere"), "id" },
        { new MoveItem("recipe", "skin", 9), "index" },
        { Add<GroundStep>("recipe", new FoamSheet { Id = "foam", Name = "Twice", ThicknessMm = 5 }, 0), "recipe" },
        { Add("recipe", new { id = "n", name = "No kind" }), "item.kind" },
        { Add("waters", new { id = "w2", name = "Half" }), "item.seed" },
        { Add("standIns", Samples.Alder, 0), "standIns" },
        { Add("dams", new Dam(BoardSide.Left, 9, 2, 20) { Id = "third" }), "dams[2].toMm" },
        { Add("dams", new Dam(BoardSide.Left, 0, 2, 20)), "dams[2].id" },
        { Add("roomLog", new RoomReading(Samples.Evening.ToOffset(TimeSpan.FromHours(2)), 18)), "roomLog" },
        { Append("creek", "items", new Stroke(StrokeKind.Rise, [new(20, 20)], 15, 2)), "recipe[1].items" },
        { Append("hand", "items", new Stroke(StrokeKind.Rise, [], 15, 2)), "recipe[3].items[1].path" },
        { Append("hand", "name", new { x = 1 }), "recipe[3].name" },
        { Set("standIns", "alder", new { heightM = 0 }), "standIns[0].heightM" },
        { new SizePhoto(new PointMm(0, 0), new PointMm(0, 0), 7.6), "b" },
        { new SizePhoto(new PointMm(0, 0), new PointMm(50, 0), 0), "apartM" },
        { Add<GroundStep>("recipe", new ExistingGround { Id = "g", Name = "Scan", GridId = "x", LeftMm = 0, BackMm = 0, WidthMm = 1, LowestMm = 0 }, 0), "recipe[0].widthMm" },
    };

    [Theory]
    [MemberData(nameof(Refused))]
    public void An_edit_that_would_leave_an_impossible_build_is_refused(BuildEdit edit, string field) =>
        Assert.Equal(field, Assert.Throws<RefusedException>(() => edit.Apply(Samples.Furnished)).Field);

    private static string Json(Build build) => JsonSerializer.Serialize(build, BuildJson.Options);
}
