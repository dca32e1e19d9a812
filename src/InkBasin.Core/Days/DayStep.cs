using System.Text.Json.Serialization;

namespace InkBasin.Core.Days;

/// <summary>From where a lag is counted.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<LinkFrom>))]
public enum LinkFrom
{
    /// <summary>From the earlier step's beginning.</summary>
    [JsonStringEnumMemberName("start")] Start,

    /// <summary>From when it is ready: hands-on work and wait over.</summary>
    [JsonStringEnumMemberName("end")] End,
}

/// <summary>One step after another.</summary>
/// <param name="Id">The earlier step.</param>
/// <param name="From">From where the lag is counted.</param>
/// <param name="LeastMin">At least so long after it, minutes, ≥ 0.</param>
/// <param name="GreatestMin">At most so long after it, minutes; null: however long.</param>
public sealed record DayLink(string Id, LinkFrom From = LinkFrom.End, int LeastMin = 0, int? GreatestMin = null);

/// <summary>Something to be done.</summary>
/// <param name="Id">Which; its own within the plan.</param>
/// <param name="HandsOnMin">Both hands are busy so long, minutes, ≥ 0: no other step's work may fall into it.</param>
/// <param name="WaitMin">Then it waits by itself so long, minutes, ≥ 0, day and night.</param>
/// <param name="AttendedMin">For the first so many minutes of that someone is to be at the bench, ≥ 0; the hands are free.</param>
/// <param name="After">Steps it comes after.</param>
public sealed record DayStep(string Id, int HandsOnMin, int WaitMin = 0, int AttendedMin = 0, IReadOnlyList<DayLink>? After = null)
{
    /// <summary>No step or wait is longer, minutes: a year.</summary>
    public const int MostMin = 366 * 24 * 60;

    /// <summary>No plan has more steps.</summary>
    public const int MostSteps = 400;

    /// <summary>It is done, or held, at this minute from <see cref="BenchHours.Midnight"/>, whatever the bench hours; null: the plan finds its start.</summary>
    [JsonIgnore]
    public int? HeldAtMin { get; init; }

    /// <summary>Stretches it may lie in instead of the bench's, and then it is no visit: a short look that only wants someone awake; null: at the bench.</summary>
    [JsonIgnore]
    public IReadOnlyList<BenchWindow>? Within { get; init; }

    /// <summary>What it is called where something is said of it; null: by its id.</summary>
    [JsonIgnore]
    public string? Name { get; init; }

    /// <summary>It does not begin before this minute.</summary>
    [JsonIgnore]
    public int NotBeforeMin { get; init; }

    /// <summary>Nor after this one; null for no such end.</summary>
    [JsonIgnore]
    public int? NotAfterMin { get; init; }

    /// <summary>So long someone is at the bench for it, minutes.</summary>
    [JsonIgnore]
    public int AtBenchMin => HandsOnMin + AttendedMin;

    /// <summary>It is ready so long after its start, minutes.</summary>
    [JsonIgnore]
    public int ReadyAfterMin => HandsOnMin + WaitMin;

    [JsonIgnore]
    internal string Called => Name ?? Id;

    /// <summary>Links, none when null.</summary>
    [JsonIgnore]
    internal IReadOnlyList<DayLink> Links => After ?? [];

    /// <summary>Refuses a list that is none.</summary>
    /// <exception cref="RefusedException">Ids are missing, doubled or unknown, a step comes after itself, or a number is out of range.</exception>
    public static void Check(IReadOnlyList<DayStep> steps)
    {
        ArgumentNullException.ThrowIfNull(steps);
        if (steps.Count is 0 or > MostSteps) throw new RefusedException("steps", $"Give 1 to {MostSteps} steps.");
        var known = new HashSet<string>();
        foreach (var (i, step) in steps.Index())
        {
            if (string.IsNullOrWhiteSpace(step.Id) || step.Id.Length > 200) throw new RefusedException($"steps[{i}].id", $"steps[{i}] needs an id of at most 200 characters.");
            if (!known.Add(step.Id)) throw new RefusedException($"steps[{i}].id", $"Two steps are called {step.Id}: each needs an id of its own.");
            Require.Within(step.HandsOnMin, 0, MostMin, $"steps[{i}].handsOnMin");
            Require.Within(step.WaitMin, 0, MostMin, $"steps[{i}].waitMin");
            Require.Within(step.AttendedMin, 0, MostMin, $"steps[{i}].attendedMin");
        }

        foreach (var (i, step) in steps.Index())
        {
            foreach (var (k, link) in step.Links.Index())
            {
                var field = $"steps[{i}].after[{k}]";
                if (link.Id == step.Id) throw new RefusedException($"{field}.id", $"{step.Id} cannot come after itself.");
                if (!known.Contains(link.Id)) throw new RefusedException($"{field}.id", $"{field}.id names {link.Id}, which is no step.");
                Require.Known(link.From, $"{field}.from");
                Require.Within(link.LeastMin, 0, MostMin, $"{field}.leastMin");
                if (link.GreatestMin is { } greatest) Require.Within(greatest, 0, MostMin, $"{field}.greatestMin");
            }
        }
    }
}

/// <summary>A step in its place.</summary>
/// <param name="Id">Which.</param>
/// <param name="StartMin">Its start, minutes from <see cref="BenchHours.Midnight"/>.</param>
/// <param name="HandsOnEndMin">Its hands-on work is over.</param>
/// <param name="ReadyMin">Its wait is over.</param>
public sealed record PlacedStep(string Id, int StartMin, int HandsOnEndMin, int ReadyMin);
