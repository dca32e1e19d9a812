using System.Text.Json.Serialization;

namespace InkBasin.Core.Days;

/// <summary>How a maker makes sure that a bed holds. Good makers differ.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Proof>))]
public enum Proof
{
    /// <summary>Water stands in it first, and it dries again.</summary>
    [JsonStringEnumMemberName("test")] Test,

    /// <summary>A thin first layer finds the leaks.</summary>
    [JsonStringEnumMemberName("sealPour")] SealPour,

    /// <summary>Nothing: what was sealed is trusted.</summary>
    [JsonStringEnumMemberName("trust")] Trust,
}

/// <summary>What a maker says of one step: what nobody says stays as it is reckoned.</summary>
/// <param name="Id">The step.</param>
public sealed record StepNote(string Id)
{
    /// <summary>It is to begin then, whatever the bench hours; null leaves it to the plan.</summary>
    public DateTimeOffset? PinnedAt { get; init; }

    /// <summary>It was begun then and is done; null while it is ahead.</summary>
    public DateTimeOffset? DoneAt { get; init; }

    /// <summary>Hands-on minutes; null as reckoned.</summary>
    public int? HandsOnMin { get; init; }

    /// <summary>Wait after them, minutes; null as reckoned.</summary>
    public int? WaitMin { get; init; }

    /// <summary>Its name; null as it is called.</summary>
    public string? Name { get; init; }

    /// <summary>Whether it is left out.</summary>
    public bool LeftOut { get; init; }

    /// <summary>A pour was seen then to have failed: it is cleared out and poured again. Null as long as it has not.</summary>
    public DateTimeOffset? FailedAt { get; init; }

    /// <summary>Refuses what nobody can mean.</summary>
    /// <exception cref="RefusedException">A number or a date is out of range.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 200) throw new RefusedException($"{field}.id", "The note needs the id of a step, at most 200 characters.");
        if (PinnedAt is { } pinned) Clock.Check(pinned, $"{field}.pinnedAt");
        if (DoneAt is { } done) Clock.Check(done, $"{field}.doneAt");
        if (FailedAt is { } failed) Clock.Check(failed, $"{field}.failedAt");
        if (HandsOnMin is { } work) Require.Within(work, 0, BenchHours.DayMin, $"{field}.handsOnMin");
        if (WaitMin is { } wait) Require.Within(wait, 0, DayStep.MostMin, $"{field}.waitMin");
        if (Name is not null) Require.Name(Name, $"{field}.name");
    }
}

/// <summary>A step of the maker's own.</summary>
/// <param name="Id">Identity within the build; never reused.</param>
/// <param name="Name">What is done.</param>
/// <param name="HandsOnMin">Hands-on minutes.</param>
/// <param name="WaitMin">Wait after them, minutes.</param>
/// <param name="After">Ids of steps it comes after; one that is not there counts for nothing.</param>
public sealed record OwnStep(string Id, string Name, int HandsOnMin, int WaitMin, IReadOnlyList<string> After)
{
    /// <summary>Refuses what is no step.</summary>
    /// <exception cref="RefusedException">A part is missing or out of range.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The step needs an id of at most 64 characters.");
        Require.Name(Name, $"{field}.name");
        Require.Within(HandsOnMin, 0, BenchHours.DayMin, $"{field}.handsOnMin");
        Require.Within(WaitMin, 0, DayStep.MostMin, $"{field}.waitMin");
        if (Require.Present(After, $"{field}.after").Count > 50) throw new RefusedException($"{field}.after", "A step comes after at most 50 others.");
        foreach (var (k, id) in After.Index()) Require.Present(id, $"{field}.after[{k}]");
    }
}

/// <summary>When a maker is at the bench, and what they say of the steps.</summary>
public sealed record DaysChoice
{
    /// <summary>Hours by weekday.</summary>
    public IReadOnlyList<BenchDay> Week { get; init; } =
    [
        .. Enumerable.Range(1, 5).Select(day => new BenchDay((Weekday)day, (18 * 60) + 30, 22 * 60)),
        new(Weekday.Saturday, 10 * 60, 17 * 60),
        new(Weekday.Sunday, 14 * 60, 19 * 60),
    ];

    /// <summary>Dates that are not as their weekday.</summary>
    public IReadOnlyList<OtherDay> Except { get; init; } = [];

    /// <summary>From this minute of the day nobody is up to look at anything.</summary>
    public int QuietFromMin { get; init; } = 23 * 60;

    /// <summary>To this one.</summary>
    public int QuietToMin { get; init; } = 7 * 60;

    /// <summary>How many are at the bench, 1…4.</summary>
    public int Makers { get; init; } = 1;

    /// <summary>How long one sitting may last, minutes, 30…1440; null as long as the hours are.</summary>
    public int? SittingMin { get; init; }

    /// <summary>Other builds on this bench whose days come first: what they take of the maker's hands this one keeps clear of.</summary>
    public IReadOnlyList<Guid> After { get; init; } = [];

    /// <summary>How a bed is proved.</summary>
    public Proof Proof { get; init; } = Proof.Test;

    /// <summary>Water tests of each water, 1…3, where it is proved by them.</summary>
    public int Tests { get; init; } = 1;

    /// <summary>Whether water comes last, so that nothing falls on it; otherwise before the growth, which then hides its edge and drinks no resin.</summary>
    public bool WaterLast { get; init; }

    /// <summary>The hours someone is up, every day.</summary>
    internal IReadOnlyList<BenchDay> Waking =>
    [
        .. Enumerable.Range(0, 7).SelectMany(day => QuietFromMin > QuietToMin
            ? [new BenchDay((Weekday)day, QuietToMin, QuietFromMin)]
            : new[] { new BenchDay((Weekday)day, 0, QuietFromMin), new BenchDay((Weekday)day, QuietToMin, BenchHours.DayMin) }.Where(one => one.ToMin > one.FromMin)),
    ];

    /// <summary>What is said of single steps.</summary>
    public IReadOnlyList<StepNote> Notes { get; init; } = [];

    /// <summary>Steps of the maker's own.</summary>
    public IReadOnlyList<OwnStep> Own { get; init; } = [];

    /// <summary>Refuses what cannot be planned by.</summary>
    /// <exception cref="RefusedException">A part is missing or out of range.</exception>
    public void Check(string field)
    {
        BenchHours.Check(Week, Except, $"{field}.week", $"{field}.except", "fromMin", "toMin");
        Require.Within(QuietFromMin, 0, BenchHours.DayMin, $"{field}.quietFromMin");
        Require.Within(QuietToMin, 0, BenchHours.DayMin, $"{field}.quietToMin");
        if (QuietFromMin == QuietToMin) throw new RefusedException($"{field}.quietToMin", "Quiet hours end at another time than they begin.");
        Require.Within(Makers, 1, BenchHours.MostMakers, $"{field}.makers");
        if (SittingMin is { } sitting) Require.Within(sitting, 30, BenchHours.DayMin, $"{field}.sittingMin");
        if (Require.Present(After, $"{field}.after").Count > 20) throw new RefusedException($"{field}.after", "A bench is shared with at most 20 builds.");
        Require.Known(Proof, $"{field}.proof");
        Require.Within(Tests, 1, 3, $"{field}.tests");
        if (Require.Present(Notes, $"{field}.notes").Count > DayStep.MostSteps) throw new RefusedException($"{field}.notes", $"Notes on at most {DayStep.MostSteps} steps are kept.");
        foreach (var (i, note) in Notes.Index()) Require.Present(note, $"{field}.notes[{i}]").Check($"{field}.notes[{i}]");
        if (Require.Present(Own, $"{field}.own").Count > 100) throw new RefusedException($"{field}.own", "At most 100 steps of one's own are kept.");
        foreach (var (i, own) in Own.Index()) Require.Present(own, $"{field}.own[{i}]").Check($"{field}.own[{i}]");
    }
}
