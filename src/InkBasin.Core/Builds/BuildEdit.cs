using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Builds;

/// <summary>What an edit made of a build.</summary>
/// <param name="After">The build after it, checked.</param>
/// <param name="Inverse">The edit that takes it back.</param>
/// <param name="Label">What was done, in words, for the undo list and for another window.</param>
public sealed record BuildChange(Build After, BuildEdit Inverse, string Label);

/// <summary>
/// One undoable change of a build. It names what it changes, a list, an entry and its fields, and leaves all else as it meets it, so that two hands
/// on one thing both keep what they did. Its inverse is made from the state it meets: applied to the result it gives the build before, field for field.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(SetFields), "set")]
[JsonDerivedType(typeof(AddItem), "add")]
[JsonDerivedType(typeof(RemoveItem), "remove")]
[JsonDerivedType(typeof(MoveItem), "move")]
[JsonDerivedType(typeof(Append), "append")]
[JsonDerivedType(typeof(TakeLast), "takeLast")]
[JsonDerivedType(typeof(SizePhoto), "sizePhoto")]
[JsonDerivedType(typeof(AnswerCheck), "answerCheck")]
[JsonDerivedType(typeof(BeginPour), "beginPour")]
[JsonDerivedType(typeof(LogPour), "logPour")]
[JsonDerivedType(typeof(PouredOf), "pouredOf")]
[JsonDerivedType(typeof(WriteLog), "writeLog")]
[JsonDerivedType(typeof(CorrectLog), "correctLog")]
[JsonDerivedType(typeof(Together), "together")]
[JsonDerivedType(typeof(Restore), "restore")]
public abstract record BuildEdit
{
    /// <summary>Whether only undo may do this: it puts back what a maker could not enter.</summary>
    [JsonIgnore]
    public virtual bool OnlyUndoes => false;

    /// <summary>Whether it writes down what has been: it stands on no undo list, and nothing takes it back.</summary>
    [JsonIgnore]
    public virtual bool IsRecord => false;

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

/// <summary>Changes fields of an entry of a list, or of the build itself.</summary>
/// <param name="List">The list; null for the build itself.</param>
/// <param name="Id">The entry; null for the build itself.</param>
/// <param name="Fields">The fields that change, by name. One that is a record takes the fields named in it and keeps its others; lists are put in whole.</param>
public sealed record SetFields(string? List, string? Id, JsonObject Fields) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(Fields, "fields");
        if (Fields.Count == 0) throw new RefusedException("fields", "Name at least one field to change.");
        if (List is not null) return BuildLists.Named(List).Set(build, Require.Present(Id, "id"), Fields);
        var (after, before) = RecordFields.With(build, Fields, "", BuildLists.Names);
        return new(after, new SetFields(null, null, before), BuildLabels.Of(build, after));
    }
}

/// <summary>Puts an entry into a list.</summary>
/// <param name="List">The list.</param>
/// <param name="Item">The entry, whole.</param>
/// <param name="Index">Its place; null at the end.</param>
public sealed record AddItem(string List, JsonNode Item, int? Index = null) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build) => BuildLists.Named(List).Add(build, Require.Present(Item, "item"), Index);
}

/// <summary>Takes an entry out of a list.</summary>
/// <param name="List">The list.</param>
/// <param name="Id">The entry.</param>
public sealed record RemoveItem(string List, string Id) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build) => BuildLists.Named(List).Remove(build, Id);
}

/// <summary>Moves an entry to another place of its list.</summary>
/// <param name="List">The list.</param>
/// <param name="Id">The entry.</param>
/// <param name="Index">The place.</param>
public sealed record MoveItem(string List, string Id, int Index) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build) => BuildLists.Named(List).Move(build, Id, Index);
}

/// <summary>Adds to the end of a list within an entry, so that a hand's many strokes do not each carry all the others.</summary>
/// <param name="List">The list the entry is in.</param>
/// <param name="Id">The entry.</param>
/// <param name="Field">The list within it: <c>items</c> of strokes, <c>soundings</c> of a measured bed.</param>
/// <param name="Item">What is added.</param>
public sealed record Append(string List, string Id, string Field, JsonNode Item) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build) => BuildLists.Named(List).Append(build, Id, Field, Require.Present(Item, "item"));
}

/// <summary>Takes the last out of a list within an entry.</summary>
/// <param name="List">The list the entry is in.</param>
/// <param name="Id">The entry.</param>
/// <param name="Field">The list within it.</param>
public sealed record TakeLast(string List, string Id, string Field) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build) => BuildLists.Named(List).TakeLast(build, Id, Field);
}

/// <summary>Sizes the photo by two places on it whose distance is known, m at full size.</summary>
public sealed record SizePhoto(PointMm A, PointMm B, double ApartM) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var photo = build.Photo ?? throw new RefusedException("photo", "There is no photo to size: lay one down first.", RefusalKind.Impossible);
        Require.Positive(ApartM, "apartM");
        var sized = photo.SizedBy(A, B, ApartM * 1000 / build.Scale);
        return new(build with { Photo = sized }, new SetFields(null, null, new JsonObject { ["photo"] = BuildLists.Written(photo) }), "Size the photo");
    }
}

/// <summary>Several edits as one: made together, taken back together.</summary>
/// <param name="Label">What they come to, in words.</param>
/// <param name="Edits">The edits in order, 1…200.</param>
public sealed record Together(string Label, IReadOnlyList<BuildEdit> Edits) : BuildEdit
{
    /// <inheritdoc/>
    [JsonIgnore]
    public override bool OnlyUndoes => Edits?.Any(edit => edit?.OnlyUndoes == true) == true;

    /// <inheritdoc/>
    [JsonIgnore]
    public override bool IsRecord => Edits?.Any(edit => edit?.IsRecord == true) == true;

    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Name(Label, "label");
        if (Require.Present(Edits, "edits").Count is < 1 or > 200) throw new RefusedException("edits", "Make 1 to 200 edits at once.");
        var inverses = new List<BuildEdit>(Edits.Count);
        var after = build;
        for (var i = 0; i < Edits.Count; i++)
        {
            var change = ChangeOf(Require.Present(Edits[i], $"edits[{i}]"), after);
            inverses.Add(change.Inverse);
            after = change.After;
        }

        inverses.Reverse();
        return new(after, new Together(Label, inverses), Label);
    }
}

/// <summary>Puts a list back as it was: what takes the edits of pours and answers back.</summary>
/// <param name="List">The list.</param>
/// <param name="Items">Its entries.</param>
public sealed record Restore(string List, JsonArray Items) : BuildEdit
{
    /// <inheritdoc/>
    [JsonIgnore]
    public override bool OnlyUndoes => true;

    /// <inheritdoc/>
    protected override BuildChange Change(Build build) => BuildLists.Named(List).Restore(build, Require.Present(Items, "items"));
}
