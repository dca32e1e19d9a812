using InkBasin.Core.Days;
using InkBasin.Core.Ground;
using InkBasin.Core.Sight;
using InkBasin.Core.Water;

namespace InkBasin.Core.Builds;

/// <summary>What an edit is called on the undo list and told another window: made from what is there before and after it.</summary>
internal static class BuildLabels
{
    public static string Of(Build before, Build after) =>
        before.Name != after.Name ? $"Rename to {after.Name.Trim()}"
        : before.Scale != after.Scale ? $"Scale 1:{after.Scale:0.##}"
        : before.Board != after.Board ? $"Board {after.Board.WidthMm:0.#} × {after.Board.DepthMm:0.#} mm"
        : before.Photo != after.Photo ? after.Photo is null ? "Take the photo away" : before.Photo is null ? "Lay a photo down" : "Shift the photo"
        : before.Making != after.Making ? "Change what the ground is built of"
        : before.Room != after.Room ? $"Room {after.Room.AirC:0.#} °C"
        : before.Care != after.Care ? before.Care.CoverAfterH != after.Care.CoverAfterH ? "Change when it is covered" : before.Care.Covered == after.Care.Covered ? "Change where the board lies" : after.Care.Covered ? "Cover it while it cures" : "Leave it open while it cures"
        : before.Drying.PlasteredAt != after.Drying.PlasteredAt ? "Change when it was plastered"
        : before.Days != after.Days ? OfDays(before.Days, after.Days)
        : "Change how resin is measured";

    private static string OfDays(DaysChoice before, DaysChoice after) =>
        before.Except != after.Except ? "Change a day at the bench"
        : before.Proof != after.Proof || before.Tests != after.Tests ? "Change how the beds are proved"
        : before.WaterLast != after.WaterLast ? after.WaterLast ? "Water last" : "Water before the growth"
        : before.After != after.After ? "Change which builds come first on the bench"
        : before.Makers != after.Makers ? "Change how many are at the bench"
        : before.SittingMin != after.SittingMin ? "Change how long a sitting lasts"
        : before.QuietFromMin != after.QuietFromMin || before.QuietToMin != after.QuietToMin ? "Change the quiet hours"
        : "Change the hours at the bench";

    public static string OfStep(GroundStep before, GroundStep after) =>
        before.Name != after.Name ? $"Rename to {after.Name}"
        : before.Enabled != after.Enabled ? $"Switch {after.Name} {(after.Enabled ? "on" : "off")}"
        : $"Reshape {after.Name}";

    public static string OfWater(Water before, Water after) =>
        before.WaterlineMm != after.WaterlineMm ? $"Waterline of {after.Name} {before.WaterlineMm:0.##} → {after.WaterlineMm:0.##} mm"
        : before.Name != after.Name ? $"Rename {before.Name} to {after.Name}"
        : before.Seed != after.Seed ? $"Move {after.Name}"
        : before.ProductId != after.ProductId ? $"Change the product of {after.Name}"
        : before.Paint != after.Paint ? $"Paint the bed of {after.Name}"
        : before.Ink != after.Ink ? $"Change the ink of {after.Name}"
        : before.Barrier != after.Barrier ? after.Barrier is null ? $"Strike out the barrier of {after.Name}" : $"Log a barrier under {after.Name}"
        : before.Gel != after.Gel ? $"Change the gel on {after.Name}"
        : before.FirstPourAt != after.FirstPourAt ? $"Change the first pour of {after.Name}"
        : $"Change the layers of {after.Name}";

    public static string OfStandIn(StandIn before, StandIn after) =>
        before.Centre != after.Centre ? $"Move {after.Name}" : before.TurnDeg != after.TurnDeg ? $"Turn {after.Name}" : $"Change {after.Name}";

    public static string OfDrowned(DrownedThing before, DrownedThing after) =>
        before.At != after.At ? $"Move {after.Name}" : before.Skin != after.Skin ? $"Change how {after.Name} is sealed" : $"Change {after.Name}";

    public static string OfNote(StepNote note) => note switch
    {
        { LeftOut: true } => "Leave a step out",
        { FailedAt: not null } => "Note that a layer failed",
        { DoneAt: not null } => "Note a step as done",
        { PinnedAt: not null } => "Hold a step in its place",
        _ => "Change a step of the days",
    };

    public static string OfMove(object entry, string noun) => $"Move {NameOf(entry) ?? $"a {noun}"} in the order";

    public static string OfAppended(object owner, object? added) => added is Stroke stroke ? $"{stroke.Kind} with the brush" : $"Measure a depth of {NameOf(owner)}";

    public static string OfTakenBack(object owner, object? taken) => taken is Stroke ? "Take a stroke back" : $"Take a depth of {NameOf(owner)} out";

    private static string? NameOf(object entry) => entry switch
    {
        GroundStep step => step.Name,
        Water water => water.Name,
        StandIn thing => thing.Name,
        DrownedThing thing => thing.Name,
        _ => null,
    };
}
