using System.Globalization;

namespace InkBasin.Core.Days;

/// <summary>What a new plan of the days does otherwise, in words.</summary>
public static class DaysChanges
{
    // More are not read; how many more is told.
    private const int MostSaid = 8;

    /// <summary>What came to lie otherwise: what waits now, steps new and gone, then done and moved, each in the order of their time, then the finish. Empty where all lies as it did.</summary>
    /// <param name="before">The plan before.</param>
    /// <param name="after">The plan now.</param>
    public static IReadOnlyList<string> Of(DaysPlan before, DaysPlan after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        if (before.Unsettled || after.Unsettled) return [];
        if (before.Clash is not null || after.Clash is not null) return before.Clash == after.Clash ? [] : [after.Clash is null ? "It fits again." : "It does not fit any more."];
        var was = before.Places.ToDictionary(place => place.Step.Id);
        var kept = after.Places.Select(place => place.Step.Id).ToHashSet();
        List<(bool Moved, DateTimeOffset At, string Sentence)> said = [];
        foreach (var place in after.Places)
        {
            if (!was.TryGetValue(place.Step.Id, out var old)) said.Add((false, place.StartAt, $"New: {place.Step.Name}, {Date(place.StartAt)}."));
            else if (old.Step.DoneAt is null && place.Step.DoneAt is not null) said.Add((true, place.StartAt, $"{place.Step.Name} is done."));
            else if (old.Step.DoneAt is not null && place.Step.DoneAt is null) said.Add((true, place.StartAt, $"{place.Step.Name} is to be done, {Date(place.StartAt)}."));
            else if (place.Step.DoneAt is null && old.StartAt != place.StartAt) said.Add((true, place.StartAt, $"{place.Step.Name} moves from {Date(old.StartAt)} to {Date(place.StartAt)}."));
            else if (place.Scuffed && !old.Scuffed) said.Add((true, place.StartAt, $"{place.Step.Name} comes after its window now: scuff first."));
        }

        said.AddRange(before.Places.Where(place => !kept.Contains(place.Step.Id)).Select(place => (false, place.StartAt, $"No more: {place.Step.Name}.")));
        List<string> waits = [.. after.Waits.Except(before.Waits)];
        if (said.Count + waits.Count == 0) return [];
        List<string> sentences = [.. waits, .. said.OrderBy(one => one.Moved).ThenBy(one => one.At).Take(MostSaid).Select(one => one.Sentence)];
        if (said.Count > MostSaid) sentences.Add($"{said.Count - MostSaid} more lie otherwise too.");
        if (Finish(before, after) is { } finish) sentences.Add(finish);
        return sentences;
    }

    // While something waits nothing is finished; and a plan with less in it is none the sooner for that.
    private static string? Finish(DaysPlan before, DaysPlan after)
    {
        var what = after.Waits.Count > 0 ? "All that has a day is ready" : "Finished";
        return (before.FinishAt, after.FinishAt) switch
        {
            (_, null) => null,
            ({ } was, { } at) when before.Waits.SequenceEqual(after.Waits) => was == at ? $"{what} {Date(at)} all the same." : $"{what} {Date(at)}, {Apart(at - was)}.",
            (_, { } at) => $"{what} {Date(at)}.",
        };
    }

    // As far as one counts it: days when it is days, hours when it is hours.
    private static string Apart(TimeSpan by)
    {
        var length = by.Duration();
        var words = length.TotalHours >= 36 ? $"{Math.Round(length.TotalDays):0} days" : length.TotalHours >= 2 ? $"{Math.Round(length.TotalHours):0} hours" : $"{Math.Round(length.TotalMinutes):0} minutes";
        return $"{words} {(by > TimeSpan.Zero ? "later" : "sooner")}";
    }

    /// <summary>A moment as one says it: "Sun 29 Nov, 14:30".</summary>
    internal static string Date(DateTimeOffset at) => at.ToString("ddd d MMM, HH:mm", CultureInfo.InvariantCulture);
}
