using System.Text.Json.Serialization;
using InkBasin.Core.Dams;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Sight;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Plan;

/// <summary>What an edit made of a build.</summary>
/// <param name="After">The build after it, checked.</param>
/// <param name="Inverse">The edit that takes it back.</param>
/// <param name="Label">What was done, in words, for the undo list and for another window.</param>
public sealed record BuildChange(Build After, BuildEdit Inverse, string Label);

/// <summary>
/// One undoable change of a build. Every edit knows its inverse: applying the inverse to the result gives the build
/// before, field for field.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Rename), "rename")]
[JsonDerivedType(typeof(SetScale), "setScale")]
[JsonDerivedType(typeof(SetBoard), "setBoard")]
[JsonDerivedType(typeof(SetMeasuring), "setMeasuring")]
[JsonDerivedType(typeof(SetDams), "setDams")]
[JsonDerivedType(typeof(AddOperation), "addOperation")]
[JsonDerivedType(typeof(RemoveOperation), "removeOperation")]
[JsonDerivedType(typeof(ReplaceOperation), "replaceOperation")]
[JsonDerivedType(typeof(MoveOperation), "moveOperation")]
[JsonDerivedType(typeof(AddStroke), "addStroke")]
[JsonDerivedType(typeof(RemoveStroke), "removeStroke")]
[JsonDerivedType(typeof(AddSounding), "addSounding")]
[JsonDerivedType(typeof(RemoveSounding), "removeSounding")]
[JsonDerivedType(typeof(AddWater), "addWater")]
[JsonDerivedType(typeof(RemoveWater), "removeWater")]
[JsonDerivedType(typeof(ReplaceWater), "replaceWater")]
[JsonDerivedType(typeof(AddStandIn), "addStandIn")]
[JsonDerivedType(typeof(RemoveStandIn), "removeStandIn")]
[JsonDerivedType(typeof(ReplaceStandIn), "replaceStandIn")]
[JsonDerivedType(typeof(SetPhoto), "setPhoto")]
[JsonDerivedType(typeof(SizePhoto), "sizePhoto")]
[JsonDerivedType(typeof(SetNeighbours), "setNeighbours")]
[JsonDerivedType(typeof(SetMaking), "setMaking")]
[JsonDerivedType(typeof(SetRoom), "setRoom")]
[JsonDerivedType(typeof(SetCare), "setCare")]
[JsonDerivedType(typeof(Together), "together")]
[JsonDerivedType(typeof(AddWaterTest), "addWaterTest")]
[JsonDerivedType(typeof(RemoveWaterTest), "removeWaterTest")]
[JsonDerivedType(typeof(AddDrowned), "addDrowned")]
[JsonDerivedType(typeof(RemoveDrowned), "removeDrowned")]
[JsonDerivedType(typeof(ReplaceDrowned), "replaceDrowned")]
[JsonDerivedType(typeof(SetDrying), "setDrying")]
[JsonDerivedType(typeof(AnswerCheck), "answerCheck")]
[JsonDerivedType(typeof(BeginPour), "beginPour")]
[JsonDerivedType(typeof(RestorePours), "restorePours")]
[JsonDerivedType(typeof(LogPour), "logPour")]
[JsonDerivedType(typeof(SetRoomLog), "setRoomLog")]
public abstract record BuildEdit
{
    /// <summary>Applies the edit.</summary>
    /// <exception cref="RefusedException">It names something that is not there, or would leave a build that cannot be.</exception>
    public BuildChange Apply(Build build)
    {
        ArgumentNullException.ThrowIfNull(build);
        var change = Change(build);
        change.After.Check();
        return change;
    }

    /// <summary>The change of this kind of edit, unchecked.</summary>
    protected abstract BuildChange Change(Build build);

    /// <summary>The change of another edit, unchecked: for edits made of edits.</summary>
    private protected static BuildChange ChangeOf(BuildEdit edit, Build build) => edit.Change(build);
}

/// <summary>Gives the build another name.</summary>
public sealed record Rename(string Name) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var name = Require.Name(Name, "name");
        return new(build with { Name = name }, new Rename(build.Name), $"Rename to {name}");
    }
}

/// <summary>Sets the scale ratio N of 1:N.</summary>
public sealed record SetScale(double Scale) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build) =>
        new(build with { Scale = Scale }, new SetScale(build.Scale), $"Scale 1:{Scale:0.##}");
}

/// <summary>Sets the board's sizes, cell and material.</summary>
public sealed record SetBoard(Board Board) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(Board, "board");
        return new(build with { Board = Board }, new SetBoard(build.Board), $"Board {Board.WidthMm:0.#} × {Board.DepthMm:0.#} mm");
    }
}

/// <summary>Sets how resin is measured.</summary>
public sealed record SetMeasuring(Measuring Measuring) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build) =>
        new(build with { Measuring = Require.Present(Measuring, "measuring") }, new SetMeasuring(build.Measuring), "Change how resin is measured");
}

/// <summary>Sets all dams.</summary>
public sealed record SetDams(IReadOnlyList<Dam> Dams) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(Dams, "dams");
        var difference = Dams.Count - build.Dams.Count;
        var label = difference > 0 ? "Put up a dam" : difference < 0 ? "Take down a dam" : "Change a dam";
        return new(build with { Dams = Dams }, new SetDams(build.Dams), label);
    }
}

/// <summary>Adds a step to the ground recipe at a place in its order.</summary>
public sealed record AddOperation(GroundOperation Operation, int Index) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(Operation, "operation");
        return new(build with { Recipe = Lists.Insert(build.Recipe, Index, Operation) }, new RemoveOperation(Operation.Id), $"Add {Operation.Name}");
    }
}

/// <summary>Removes a step from the ground recipe.</summary>
public sealed record RemoveOperation(string Id) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var at = Lists.StepAt(build, Id);
        return new(build with { Recipe = Lists.Remove(build.Recipe, at) }, new AddOperation(build.Recipe[at], at), $"Remove {build.Recipe[at].Name}");
    }
}

/// <summary>Puts a changed step in the place of the one with its id.</summary>
public sealed record ReplaceOperation(GroundOperation Operation) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(Operation, "operation");
        var at = Lists.StepAt(build, Operation.Id);
        var before = build.Recipe[at];
        var label = before.Name != Operation.Name ? $"Rename to {Operation.Name}"
            : before.Enabled != Operation.Enabled ? $"Switch {Operation.Name} {(Operation.Enabled ? "on" : "off")}"
            : $"Reshape {Operation.Name}";
        return new(build with { Recipe = Lists.Replace(build.Recipe, at, Operation) }, new ReplaceOperation(before), label);
    }
}

/// <summary>Moves a step to another place in the recipe's order.</summary>
public sealed record MoveOperation(string Id, int Index) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var at = Lists.StepAt(build, Id);
        var step = build.Recipe[at];
        return new(
            build with { Recipe = Lists.Insert(Lists.Remove(build.Recipe, at), Index, step) },
            new MoveOperation(Id, at),
            $"Move {step.Name} in the order");
    }
}

/// <summary>Adds a stroke at the end of a set of strokes, so that a hand's many strokes do not each carry all the others.</summary>
public sealed record AddStroke(string Id, Stroke Stroke) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(Stroke, "stroke");
        var (at, strokes) = Lists.StrokesAt(build, Id);
        var after = strokes with { Items = [.. strokes.Items, Stroke] };
        return new(build with { Recipe = Lists.Replace(build.Recipe, at, after) }, new RemoveStroke(Id), $"{Stroke.Kind} with the brush");
    }
}

/// <summary>Takes the last stroke of a set back.</summary>
public sealed record RemoveStroke(string Id) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var (at, strokes) = Lists.StrokesAt(build, Id);
        if (strokes.Items.Count == 0) throw new RefusedException("id", "There is no stroke to take back.", RefusalKind.Impossible);
        var after = strokes with { Items = [.. strokes.Items.SkipLast(1)] };
        return new(build with { Recipe = Lists.Replace(build.Recipe, at, after) }, new AddStroke(Id, strokes.Items[^1]), "Take a stroke back");
    }
}

/// <summary>Adds a depth at the end of a measured bed's: quick presses of the stick each add their own.</summary>
public sealed record AddSounding(string Id, Sounding Sounding) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var (at, bed) = Lists.BedAt(build, Id);
        var after = bed with { Soundings = [.. bed.Soundings, Sounding] };
        return new(build with { Recipe = Lists.Replace(build.Recipe, at, after) }, new RemoveSounding(Id), $"Measure a depth of {bed.Name}");
    }
}

/// <summary>Takes the last depth of a measured bed out.</summary>
public sealed record RemoveSounding(string Id) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var (at, bed) = Lists.BedAt(build, Id);
        if (bed.Soundings.Count == 0) throw new RefusedException("id", "There is no depth to take out.", RefusalKind.Impossible);
        var after = bed with { Soundings = [.. bed.Soundings.SkipLast(1)] };
        return new(build with { Recipe = Lists.Replace(build.Recipe, at, after) }, new AddSounding(Id, bed.Soundings[^1]), $"Take a depth of {bed.Name} out");
    }
}

/// <summary>Adds a water.</summary>
public sealed record AddWater(Water Water, int Index) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(Water, "water");
        return new(build with { Waters = Lists.Insert(build.Waters, Index, Water) }, new RemoveWater(Water.Id), $"Add {Water.Name}");
    }
}

/// <summary>Removes a water.</summary>
public sealed record RemoveWater(string Id) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var at = Lists.WaterAt(build, Id);
        return new(build with { Waters = Lists.Remove(build.Waters, at) }, new AddWater(build.Waters[at], at), $"Remove {build.Waters[at].Name}");
    }
}

/// <summary>Puts a changed water in the place of the one with its id.</summary>
public sealed record ReplaceWater(Water Water) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(Water, "water");
        var at = Lists.WaterAt(build, Water.Id);
        var before = build.Waters[at];
        return new(build with { Waters = Lists.Replace(build.Waters, at, Water) }, new ReplaceWater(before), Label(before, Water));
    }

    private static string Label(Water before, Water after) =>
        before.WaterlineMm != after.WaterlineMm ? $"Waterline of {after.Name} {before.WaterlineMm:0.##} → {after.WaterlineMm:0.##} mm"
        : before.Name != after.Name ? $"Rename {before.Name} to {after.Name}"
        : before.Seed != after.Seed ? $"Move {after.Name}"
        : before.ProductId != after.ProductId ? $"Change the product of {after.Name}"
        : before.Ink != after.Ink ? $"Change the ink of {after.Name}"
        : before.Barrier != after.Barrier ? after.Barrier is null ? $"Strike out the barrier of {after.Name}" : $"Log a barrier under {after.Name}"
        : before.Gel != after.Gel ? $"Change the gel on {after.Name}"
        : before.Strategy != after.Strategy || before.SealMm != after.SealMm || before.TopUpMm != after.TopUpMm || !SameTops(before.OwnTopsMm, after.OwnTopsMm) ? $"Change the layers of {after.Name}"
        : $"Change the first pour of {after.Name}";

    // By their levels: every request brings a list of its own.
    private static bool SameTops(IReadOnlyList<double>? a, IReadOnlyList<double>? b) => a is null || b is null ? a == b : a.SequenceEqual(b);
}

/// <summary>Puts a stand-in on the board.</summary>
public sealed record AddStandIn(StandIn StandIn, int Index) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(StandIn, "standIn");
        return new(build with { StandIns = Lists.Insert(build.StandIns, Index, StandIn) }, new RemoveStandIn(StandIn.Id), $"Put down {StandIn.Name}");
    }
}

/// <summary>Takes a stand-in off the board.</summary>
public sealed record RemoveStandIn(string Id) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var at = Lists.StandInAt(build, Id);
        return new(build with { StandIns = Lists.Remove(build.StandIns, at) }, new AddStandIn(build.StandIns[at], at), $"Take up {build.StandIns[at].Name}");
    }
}

/// <summary>Puts a changed stand-in in the place of the one with its id.</summary>
public sealed record ReplaceStandIn(StandIn StandIn) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(StandIn, "standIn");
        var at = Lists.StandInAt(build, StandIn.Id);
        var before = build.StandIns[at];
        var label = before.Centre != StandIn.Centre ? $"Move {StandIn.Name}" : before.TurnDeg != StandIn.TurnDeg ? $"Turn {StandIn.Name}" : $"Change {StandIn.Name}";
        return new(build with { StandIns = Lists.Replace(build.StandIns, at, StandIn) }, new ReplaceStandIn(before), label);
    }
}

/// <summary>Lays a photo under the Sheet, moves it, or takes it away (null).</summary>
public sealed record SetPhoto(TracePhoto? Photo) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build) =>
        new(build with { Photo = Photo }, new SetPhoto(build.Photo), Photo is null ? "Take the photo away" : build.Photo is null ? "Lay a photo down" : "Shift the photo");
}

/// <summary>Sizes the photo by two places on it whose distance is known, m at full size.</summary>
public sealed record SizePhoto(PointMm A, PointMm B, double ApartM) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var photo = build.Photo ?? throw new RefusedException("photo", "There is no photo to size: lay one down first.", RefusalKind.Impossible);
        Require.Positive(ApartM, "apartM");
        return new(build with { Photo = photo.SizedBy(A, B, ApartM * 1000 / build.Scale) }, new SetPhoto(photo), "Size the photo");
    }
}

/// <summary>Sets the sections that meet this one.</summary>
public sealed record SetNeighbours(IReadOnlyList<Neighbour> Neighbours) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(Neighbours, "neighbours");
        var difference = Neighbours.Count - build.Neighbours.Count;
        var label = difference > 0 ? "Join a section" : difference < 0 ? "Part from a section" : "Change a joint";
        return new(build with { Neighbours = Neighbours }, new SetNeighbours(build.Neighbours), label);
    }
}

/// <summary>Sets what the ground is built of.</summary>
public sealed record SetMaking(Making Making) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build) =>
        new(build with { Making = Require.Present(Making, "making") }, new SetMaking(build.Making), "Change what the ground is built of");
}

/// <summary>Sets the air of the room.</summary>
public sealed record SetRoom(Room Room) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build) =>
        new(build with { Room = Require.Present(Room, "room") }, new SetRoom(build.Room), $"Room {Room.AirC:0.#} °C");
}
