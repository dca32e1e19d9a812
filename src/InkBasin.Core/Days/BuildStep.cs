using System.Text.Json.Serialization;
using InkBasin.Core.Resin;

namespace InkBasin.Core.Days;

/// <summary>What kind of work a step is.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<BuildStepKind>))]
public enum BuildStepKind
{
    /// <summary>Sawing, bracing and sealing the board.</summary>
    [JsonStringEnumMemberName("board")] Board,

    /// <summary>Cutting and gluing the foam.</summary>
    [JsonStringEnumMemberName("foam")] Foam,

    /// <summary>Plastering the ground; it waits until that is dry.</summary>
    [JsonStringEnumMemberName("skin")] Skin,

    /// <summary>Casting rocks and setting them.</summary>
    [JsonStringEnumMemberName("rocks")] Rocks,

    /// <summary>Painting the bed.</summary>
    [JsonStringEnumMemberName("colour")] Colour,

    /// <summary>Setting on the bed what stands there before the first layer.</summary>
    [JsonStringEnumMemberName("drowned")] Drowned,

    /// <summary>Sealing the bed and the seams.</summary>
    [JsonStringEnumMemberName("seal")] Seal,

    /// <summary>Putting dams up.</summary>
    [JsonStringEnumMemberName("dams")] Dams,

    /// <summary>A water test.</summary>
    [JsonStringEnumMemberName("test")] Test,

    /// <summary>A layer.</summary>
    [JsonStringEnumMemberName("pour")] Pour,

    /// <summary>The last look at a first layer before the night.</summary>
    [JsonStringEnumMemberName("look")] Look,

    /// <summary>Setting something into a layer.</summary>
    [JsonStringEnumMemberName("thing")] Thing,

    /// <summary>Ripples in the last layer while it sets.</summary>
    [JsonStringEnumMemberName("ripples")] Ripples,

    /// <summary>Taking dams off and trimming.</summary>
    [JsonStringEnumMemberName("strip")] Strip,

    /// <summary>Clearing out a layer that failed.</summary>
    [JsonStringEnumMemberName("clear")] Clear,

    /// <summary>Paring, sanding and polishing the faces dams stood at.</summary>
    [JsonStringEnumMemberName("edges")] Edges,

    /// <summary>Gel on the surface.</summary>
    [JsonStringEnumMemberName("gel")] Gel,

    /// <summary>Growth, edges and veneer.</summary>
    [JsonStringEnumMemberName("growth")] Growth,

    /// <summary>A picture of it.</summary>
    [JsonStringEnumMemberName("photograph")] Photograph,

    /// <summary>The maker's own.</summary>
    [JsonStringEnumMemberName("own")] Own,
}

/// <summary>Why one step comes after another, and how soon and how late.</summary>
/// <param name="Link">The link.</param>
/// <param name="Why">Its reason, in the maker's words.</param>
/// <param name="Scuff">Whether it may be missed at the price of scuffing and wiping the surface.</param>
public sealed record StepLink(DayLink Link, string Why, bool Scuff = false);

/// <summary>A step of a build.</summary>
/// <param name="Id">Which; the same from plan to plan.</param>
/// <param name="Kind">What kind of work.</param>
/// <param name="WaterId">The water it belongs to; null for the build's own.</param>
/// <param name="Name">What is done.</param>
/// <param name="HandsOnMin">Hands-on minutes.</param>
/// <param name="WaitMin">Wait after them, minutes.</param>
/// <param name="AttendedMin">Of that, at the bench, minutes.</param>
/// <param name="After">What it comes after, and why.</param>
/// <param name="WaitFrom">Where its minutes and its wait come from.</param>
public sealed record BuildStep(string Id, BuildStepKind Kind, string? WaterId, string Name, int HandsOnMin, int WaitMin, int AttendedMin, IReadOnlyList<StepLink> After, string WaitFrom)
{
    /// <summary>It was begun then; null while it is ahead.</summary>
    public DateTimeOffset? DoneAt { get; init; }

    /// <summary>It is held there by hand.</summary>
    public DateTimeOffset? PinnedAt { get; init; }

    /// <summary>How a layer cures, from its pour on; empty for anything else.</summary>
    public IReadOnlyList<CureMoment> Cure { get; init; } = [];

    /// <summary>What is laid out for it.</summary>
    public IReadOnlyList<string> LayOut { get; init; } = [];

    /// <summary>What of that is not in the stores.</summary>
    public IReadOnlyList<string> Missing { get; init; } = [];

    /// <summary>The product and ink it is mixed of: pours of different waters that have the same may be of one mix. Null where it is not mixed, or of several colours.</summary>
    public string? MixKey { get; init; }

    /// <summary>Which layer of its water is poured, from 1; null where none is mixed for it.</summary>
    public int? Layer { get; init; }

    /// <summary>Which walk at the bench that is, from 1: pours of one walk are one piece of work. Null where none is mixed for it.</summary>
    public int? Walk { get; init; }

    /// <summary>The last day the bottles it is poured of keep; null where nobody knows, or there is too little whatever the day.</summary>
    public DateOnly? KeepsUntil { get; init; }

    /// <summary>The pour it is of one mix with, and at its time; null when it is mixed by itself.</summary>
    public string? MixedWith { get; init; }
}
