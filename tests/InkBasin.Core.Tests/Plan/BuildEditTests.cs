using System.Text.Json;
using InkBasin.Core.Dams;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Plan;

public class BuildEditTests
{
    public static TheoryData<BuildEdit, string> Edits => new()
    {
        { new Rename("New name"), "Rename to New name" },
        { new SetScale(35), "Scale 1:35" },
        { new SetBoard(new Board(240, 120, 1)), "Board 240 × 120 mm" },
        { new SetMeasuring(new Measuring(new MeasuringDevice(DeviceKind.Cup, 1), new Cup(50, 60, 80))), "Change how resin is measured" },
        { new SetDams([]), "Take down a dam" },
        { new AddOperation(new FoamSheet { Id = "n", Name = "Hill", ThicknessMm = 5 }, 1), "Add Hill" },
        { new RemoveOperation("creek"), "Remove Creek bed" },
        { new ReplaceOperation(new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 40 }), "Reshape Foam" },
        { new ReplaceOperation(new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 30, Enabled = false }), "Switch Foam off" },
        { new MoveOperation("skin", 0), "Move Skin in the order" },
        { new AddStroke("hand", new Stroke(StrokeKind.Rise, [new(20, 20), new(60, 20)], 15, 2)), "Rise with the brush" },
        { new RemoveStroke("hand"), "Take a stroke back" },
        { new AddWater(Samples.Creek.Waters[0] with { Id = "w2", Name = "Pool" }, 1), "Add Pool" },
        { new RemoveWater("w"), "Remove Creek" },
        { new ReplaceWater(Samples.Creek.Waters[0] with { WaterlineMm = 21.5 }), "Waterline of Creek 20 → 21.5 mm" },
        { new AddStandIn(Samples.Willow with { Id = "willow2", Name = "Another" }, 0), "Put down Another" },
        { new RemoveStandIn("willow"), "Take up Willow" },
        { new ReplaceStandIn(Samples.Willow with { Centre = new PointMm(20, 20) }), "Move Willow" },
        { new ReplaceStandIn(Samples.Willow with { TurnDeg = 30 }), "Turn Willow" },
        { new SetPhoto(new TracePhoto("abc", 800, 600, new PointMm(100, 50), 0.25)), "Shift the photo" },
        { new SizePhoto(new PointMm(0, 0), new PointMm(50, 0), 7.6), "Size the photo" },
        { new SetNeighbours([new Neighbour(Guid.Parse("00000000-0000-0000-0000-000000000007"), BoardSide.Right, BoardSide.Left)]), "Join a section" },
        { new SetMaking(Making.Usual with { Foam = new FoamStock(ThicknessMm: 30) }), "Change what the ground is built of" },
        { new SetRoom(new Room(12, 70)), "Room 12 °C" },
        { new SetCare(new CureCare(true)), "Cover it while it cures" },
        { new SetCare(new CureCare(false, true)), "Change where the board lies" },
        { new Together("Split it into reaches", [new Rename("New name"), new SetScale(35), new RemoveWater("w")]), "Split it into reaches" },
        { new AddWaterTest(Samples.Test with { Id = "t2" }, 1), "Log a water test" },
        { new RemoveWaterTest("t"), "Strike a water test out" },
        { new AddDrowned(Samples.Log with { Id = "log2", Name = "Second log" }, 0), "Put Second log in" },
        { new RemoveDrowned("log"), "Take Log out" },
        { new ReplaceDrowned(Samples.Log with { At = new PointMm(60, 55) }), "Move Log" },
        { new ReplaceDrowned(Samples.Log with { Skin = Skin.Porous }), "Change how Log is sealed" },
        { new SetDrying(new DryingLog { Weighings = [new LoggedWeighing(Samples.Evening, 900, "kitchen-scale")] }), "Log a weighing" },
        { new SetDrying(new DryingLog { PlasteredAt = Samples.Evening }), "Change when it was plastered" },
        { new AnswerCheck("w", CheckItem.Dust, new CheckAnswer("w", CheckItem.Dust, false, null, Samples.Evening)), "Answer a check" },
        { new AnswerCheck("w", CheckItem.Level, null), "Take an answer back" },
        { new AnswerCheck("w", CheckItem.Dry, new CheckAnswer("w", CheckItem.Dry, true, "It is a test piece", Samples.Evening)), "Override a check" },
        { new BeginPour("p2", "w", 2, Samples.Evening), "Begin layer 2 of Creek" },
        { new BeginPour("p2", "w", 2, Samples.Evening, 18.5), "Begin layer 2 of Creek" },
        { new RestorePours([], []), "Put pours and answers back" },
        { new LogPour("p", new PourResult(60, 54, 5, 13.5, 21, "A bubble at the weir", Samples.Evening)), "Note what became of layer 1" },
        { new SetRoomLog([new RoomReading(Samples.Evening, 18.5)]), "Log the room’s temperature" },
        { new ReplaceWater(Samples.Creek.Waters[0] with { OwnTopsMm = [12, 16] }), "Change the layers of Creek" },
        { new ReplaceWater(Samples.Creek.Waters[0] with { Barrier = new FoamBarrier("Epoxy", Samples.Evening) }), "Log a barrier under Creek" },
    };

    [Theory]
    [MemberData(nameof(Edits))]
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
    [MemberData(nameof(Edits))]
    public void Every_edit_survives_being_written_down(BuildEdit edit, string label)
    {
        var again = JsonSerializer.Deserialize<BuildEdit>(JsonSerializer.Serialize(edit))!;
        Assert.Equal(Json(edit.Apply(Samples.Furnished).After), Json(again.Apply(Samples.Furnished).After));
        Assert.Equal(label, again.Apply(Samples.Furnished).Label);
    }

    [Fact]
    public void Tops_set_by_hand_that_stay_as_they_are_are_no_change_of_layers()
    {
        // As they come over the wire: another list with the same levels in it.
        var own = Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { OwnTopsMm = [12, 16] }] };
        var later = own.Waters[0] with { OwnTopsMm = [12, 16], FirstPourAt = Samples.Evening.AddDays(1) };
        Assert.Equal("Change the first pour of Creek", new ReplaceWater(later).Apply(own).Label);
        Assert.Equal("Change the layers of Creek", new ReplaceWater(later with { OwnTopsMm = [12, 17] }).Apply(own).Label);
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
        var build = new AddOperation(bed, 0).Apply(Samples.Furnished).After;
        var change = new AddSounding("bed", new Sounding(new(40, 40), 3)).Apply(build);
        Assert.Equal("Measure a depth of Old bed", change.Label);
        Assert.Equal(2, ((SurveyedBed)change.After.Recipe[0]).Soundings.Count);
        Assert.Equal(Json(build), Json(change.Inverse.Apply(change.After).After));
        Assert.Throws<RefusedException>(() => new AddSounding("bed", new Sounding(new(150, 40), 3)).Apply(build));
        Assert.Throws<RefusedException>(() => new AddSounding("creek", new Sounding(new(40, 40), 3)).Apply(build));
        Assert.Throws<RefusedException>(() => new RemoveSounding("bed").Apply(build));
    }

    public static TheoryData<BuildEdit, string> Refused => new()
    {
        { new Rename("  "), "name" },
        { new SetScale(0), "scale" },
        { new SetBoard(new Board(60, 60, 2)), "waters[0].seed" },
        { new SetBoard(new Board(3000, 3000, 0.25)), "board.cellMm" },
        { new RemoveOperation("nowhere"), "id" },
        { new MoveOperation("skin", 9), "index" },
        { new AddOperation(new FoamSheet { Id = "foam", Name = "Twice", ThicknessMm = 5 }, 0), "recipe" },
        { new ReplaceWater(Samples.Furnished.Waters[0] with { WaterlineMm = double.NaN }), "waters[0].waterlineMm" },
        { new ReplaceWater(Samples.Furnished.Waters[0] with { Ink = new InkChoice("umber", 21) }), "waters[0].ink.mlPer100Ml" },
        { new AddStroke("creek", new Stroke(StrokeKind.Rise, [new(20, 20)], 15, 2)), "id" },
        { new AddStroke("hand", new Stroke(StrokeKind.Rise, [], 15, 2)), "recipe[3].items[1].path" },
        { new SetDams([new Dam(BoardSide.Left, 9, 2, 20)]), "dams[0].toMm" },
        { new ReplaceStandIn(Samples.Willow with { HeightM = 0 }), "standIns[0].heightM" },
        { new RemoveStandIn("nowhere"), "id" },
        { new AddStandIn(Samples.Willow, 0), "standIns" },
        { new SetPhoto(new TracePhoto("abc", 800, 600, new PointMm(100, 50), 0)), "photo.mmPerPx" },
        { new SizePhoto(new PointMm(0, 0), new PointMm(0, 0), 7.6), "b" },
        { new SizePhoto(new PointMm(0, 0), new PointMm(50, 0), 0), "apartM" },
        { new SetMaking(Making.Usual with { Foam = new FoamStock(ThicknessMm: 0) }), "making.foam.thicknessMm" },
        { new SetRoom(new Room(80)), "room.airC" },
        { new AddOperation(new ExistingGround { Id = "g", Name = "Scan", GridId = "x", LeftMm = 0, BackMm = 0, WidthMm = 1, LowestMm = 0 }, 0), "recipe[0].widthMm" },
    };

    [Theory]
    [MemberData(nameof(Refused))]
    public void An_edit_that_would_leave_an_impossible_build_is_refused(BuildEdit edit, string field) =>
        Assert.Equal(field, Assert.Throws<RefusedException>(() => edit.Apply(Samples.Furnished)).Field);

    private static string Json(Build build) => JsonSerializer.Serialize(build);
}
