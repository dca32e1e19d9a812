using System.Globalization;
using InkBasin.Core;
using InkBasin.Core.Days;

namespace InkBasin.Server.Calc;

/// <summary>One step after another.</summary>
public sealed record DayLinkRequest(string? Id = null, LinkFrom? From = null, int? LeastMin = null, int? GreatestMin = null);

/// <summary>Something to be done.</summary>
public sealed record DayStepRequest(string? Id = null, int? HandsOnMin = null, int? WaitMin = null, int? AttendedMin = null, IReadOnlyList<DayLinkRequest?>? After = null);

/// <summary>Hours of a weekday, "mon" … "sun", "18:30" … "24:00".</summary>
public sealed record BenchDayRequest(string? Day = null, string? From = null, string? To = null);

/// <summary>A date that is not as its weekday, "2027-03-02".</summary>
public sealed record OtherDayRequest(string? Date = null, string? From = null, string? To = null);

/// <summary>POST /api/calc/days.</summary>
public sealed record DaysRequest(
    IReadOnlyList<DayStepRequest?>? Steps = null,
    IReadOnlyList<BenchDayRequest?>? Bench = null,
    IReadOnlyList<OtherDayRequest?>? Except = null,
    string? StartAt = null,
    int? HorizonDays = null);

/// <summary>A step in its place; times in the offset of startAt.</summary>
public sealed record DayStepAnswer(string Id, DateTimeOffset StartAt, DateTimeOffset HandsOnEndAt, DateTimeOffset ReadyAt);

/// <summary>The answer of /api/calc/days.</summary>
/// <param name="Steps">In the order of the request.</param>
/// <param name="FinishAt">The last one is ready.</param>
/// <param name="Visits">In so many bench windows something is done or attended.</param>
/// <param name="Optimal">Whether it is proved that nothing is better.</param>
public sealed record DaysAnswer(IReadOnlyList<DayStepAnswer> Steps, DateTimeOffset FinishAt, int Visits, bool Optimal);

/// <summary>The timetable's route.</summary>
internal static class DaysCalc
{
    private static readonly TimeSpan Limit = TimeSpan.FromSeconds(20);

    private static readonly string[] Days = ["sun", "mon", "tue", "wed", "thu", "fri", "sat"];

    public static DaysAnswer Plan(DaysRequest request, CancellationToken cancel)
    {
        var hours = new BenchHours(
            Start(request.StartAt),
            request.HorizonDays ?? 60,
            [.. Require.Present(request.Bench, "bench").Select((one, i) => Day(Require.Present(one, $"bench[{i}]"), $"bench[{i}]"))],
            [.. (request.Except ?? []).Select((one, i) => Other(Require.Present(one, $"except[{i}]"), $"except[{i}]"))]);
        var plan = Timetable.Of([.. Require.Present(request.Steps, "steps").Select((one, i) => Step(Require.Present(one, $"steps[{i}]"), $"steps[{i}]"))], hours, new TimetableSearch(Limit), cancel);
        return new DaysAnswer(
            [.. plan.Steps.Select(step => new DayStepAnswer(step.Id, hours.At(step.StartMin), hours.At(step.HandsOnEndMin), hours.At(step.ReadyMin)))],
            hours.At(plan.FinishMin),
            plan.Visits,
            plan.Optimal);
    }

    private static DayStep Step(DayStepRequest step, string field) => new(
        step.Id ?? throw GridRequest.Missing($"{field}.id"),
        step.HandsOnMin ?? throw GridRequest.Missing($"{field}.handsOnMin"),
        step.WaitMin ?? 0,
        step.AttendedMin ?? 0,
        [.. (step.After ?? []).Select((one, k) => Link(Require.Present(one, $"{field}.after[{k}]"), $"{field}.after[{k}]"))]);

    private static DayLink Link(DayLinkRequest link, string field) =>
        new(link.Id ?? throw GridRequest.Missing($"{field}.id"), link.From ?? LinkFrom.End, link.LeastMin ?? 0, link.GreatestMin);

    private static BenchDay Day(BenchDayRequest day, string field)
    {
        var at = Array.IndexOf(Days, day.Day ?? throw GridRequest.Missing($"{field}.day"));
        if (at < 0) throw new RefusedException($"{field}.day", $"{field}.day must be one of mon, tue, wed, thu, fri, sat, sun.");
        return new BenchDay((Weekday)at, BenchHours.ClockMinutes(day.From ?? throw GridRequest.Missing($"{field}.from"), $"{field}.from"), BenchHours.ClockMinutes(day.To ?? throw GridRequest.Missing($"{field}.to"), $"{field}.to"));
    }

    private static OtherDay Other(OtherDayRequest other, string field) => new(
        DateOnly.TryParseExact(other.Date ?? throw GridRequest.Missing($"{field}.date"), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date)
            ? date
            : throw new RefusedException($"{field}.date", $"{field}.date must be a date, as 2027-03-02."),
        other.From is null ? null : BenchHours.ClockMinutes(other.From, $"{field}.from"),
        other.To is null ? null : BenchHours.ClockMinutes(other.To, $"{field}.to"));

    // A moment without an offset is no moment: the plan would stand in whichever zone the server is in.
    private static DateTimeOffset Start(string? text)
    {
        string[] forms = ["yyyy-MM-dd'T'HH:mm:sszzz", "yyyy-MM-dd'T'HH:mm:ss.FFFFFFFzzz", "yyyy-MM-dd'T'HH:mmzzz"];
        var given = text ?? throw GridRequest.Missing("startAt");
        return DateTimeOffset.TryParseExact(given.EndsWith('Z') ? string.Concat(given.AsSpan(0, given.Length - 1), "+00:00") : given, forms, CultureInfo.InvariantCulture, DateTimeStyles.None, out var at)
            ? at
            : throw new RefusedException("startAt", "startAt must be a date and time with its offset, as 2027-03-01T18:30:00+00:00.");
    }
}
