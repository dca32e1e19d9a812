using System.Text.Json.Serialization;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Bench;

/// <summary>What the hand does at a step of a session.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<BenchStepKind>))]
public enum BenchStepKind
{
    /// <summary>Reads the cautions of the product.</summary>
    [JsonStringEnumMemberName("caution")] Caution,

    /// <summary>Lays out what will be wanted.</summary>
    [JsonStringEnumMemberName("layOut")] LayOut,

    /// <summary>Puts or holds a drowned thing in its place before the mix.</summary>
    [JsonStringEnumMemberName("inPlace")] InPlace,

    /// <summary>Thins a tint beforehand.</summary>
    [JsonStringEnumMemberName("letDown")] LetDown,

    /// <summary>Puts a clean dry cup on the scale, which is set to nought.</summary>
    [JsonStringEnumMemberName("cup")] Cup,

    /// <summary>Weighs part one, or the whole of what is one part.</summary>
    [JsonStringEnumMemberName("partOne")] PartOne,

    /// <summary>Counts a dose of tint off.</summary>
    [JsonStringEnumMemberName("dose")] Dose,

    /// <summary>Weighs part two. From then on it cures.</summary>
    [JsonStringEnumMemberName("partTwo")] PartTwo,

    /// <summary>Weighs more of part one, as too much of part two came in.</summary>
    [JsonStringEnumMemberName("moreOne")] MoreOne,

    /// <summary>Stirs.</summary>
    [JsonStringEnumMemberName("stir")] Stir,

    /// <summary>Pours it over into a clean cup.</summary>
    [JsonStringEnumMemberName("changeCup")] ChangeCup,

    /// <summary>Pours into a pool.</summary>
    [JsonStringEnumMemberName("pour")] Pour,

    /// <summary>Sets a thing into the wet layer.</summary>
    [JsonStringEnumMemberName("setIn")] SetIn,

    /// <summary>Weighs the cup with all that is over.</summary>
    [JsonStringEnumMemberName("over")] Over,

    /// <summary>Spreads what is over, and weighs what stays in the cup.</summary>
    [JsonStringEnumMemberName("empty")] Empty,

    /// <summary>Hardens under the lamp.</summary>
    [JsonStringEnumMemberName("lamp")] Lamp,

    /// <summary>Looks for bubbles.</summary>
    [JsonStringEnumMemberName("bubbles")] Bubbles,

    /// <summary>Covers it against dust.</summary>
    [JsonStringEnumMemberName("coverUp")] CoverUp,

    /// <summary>Looks how high a layer stands.</summary>
    [JsonStringEnumMemberName("level")] Level,
}

/// <summary>Something to do while a timer runs.</summary>
/// <param name="AtMin">Minutes from its start.</param>
/// <param name="Say">In words.</param>
public sealed record TimedPrompt(double AtMin, string Say);

/// <summary>One thing to do at the bench.</summary>
/// <param name="Id">Which; the same as long as the session lasts.</param>
/// <param name="Kind">What the hand does.</param>
/// <param name="Cup">Which cup, from 1; 0 for what belongs to none.</param>
/// <param name="Title">In a few large words.</param>
/// <param name="Say">How to go about it.</param>
public sealed record BenchStep(string Id, BenchStepKind Kind, int Cup, string Title, string Say)
{
    // What is still in the air and on the lip comes after the hand has stopped (rule of the bench).
    private const double SlowShare = 0.9;

    /// <summary>Which correction of its cup's ratio it is, from 1; 0 for a step of the script.</summary>
    public int Correction { get; init; }

    /// <summary>What is to be laid out, one a line.</summary>
    public IReadOnlyList<string> Lines { get; init; } = [];

    /// <summary>What is wanted, g; null where nothing is weighed.</summary>
    public double? TargetG { get; init; }

    /// <summary>From here on in a thin stream, g.</summary>
    public double? SlowFromG => TargetG * SlowShare;

    /// <summary>The same by the cup's wall or in the pool, ml; null without.</summary>
    public double? TargetMl { get; init; }

    /// <summary>Drops, or another count of a dose.</summary>
    public double? Count { get; init; }

    /// <summary>What is counted: drops, toothpick tips, g.</summary>
    public string? Unit { get; init; }

    /// <summary>How long it takes, minutes: a timer runs; null without one.</summary>
    public double? Minutes { get; init; }

    /// <summary>What to do while it runs, in order.</summary>
    public IReadOnlyList<TimedPrompt> Prompts { get; init; } = [];

    /// <summary>Due so long after the last of the session is poured, minutes; null when it is due at once.</summary>
    public double? DueMin { get; init; }

    /// <summary>The water it is for; null for none.</summary>
    public string? WaterId { get; init; }

    /// <summary>Which layer of it, from 1.</summary>
    public int? Layer { get; init; }

    /// <summary>Its level, mm over the board.</summary>
    public double? ToMm { get; init; }

    /// <summary>Where, on the board.</summary>
    public PointMm? At { get; init; }

    /// <summary>What is left in the cup afterwards as planned, ml.</summary>
    public double? LeftMl { get; init; }

    /// <summary>Whether its layer is poured in all its pools with it.</summary>
    public bool FinishesLayer { get; init; }
}
