using InkBasin.Core;
using InkBasin.Core.Days;

namespace InkBasin.Formats.Papers;

/// <summary>The days ahead, an evening a band: what is done with its hours and a box to tick, what waits over night, when all is ready. To be pinned up.</summary>
public static class WeekPaper
{
    private const float TimeMm = 24;

    /// <summary>Writes it.</summary>
    /// <param name="of">What for.</param>
    /// <param name="days">The days.</param>
    /// <exception cref="RefusedException">Nothing is ahead.</exception>
    public static byte[] Write(PaperOf of, DaysPlan days)
    {
        ArgumentNullException.ThrowIfNull(of);
        ArgumentNullException.ThrowIfNull(days);
        List<DayPlace> ahead = [.. days.Places.Where(place => place.Step.DoneAt is null && place.Step.MixedWith is null).OrderBy(place => place.StartAt)];
        if (ahead.Count == 0) throw new RefusedException("paper", days.Clash ?? (days.Waits.Count > 0 ? days.Waits[0] : "Nothing is ahead: every step is done."), RefusalKind.Impossible);
        var names = days.Places.ToDictionary(place => place.Step.Id, place => place.Step.Name);
        return of.Write("The days ahead", sheaf =>
        {
            if (days.Clash is { } clash) sheaf.Text($"Stop: {clash}", bold: true);
            foreach (var wait in days.Waits) sheaf.Text($"Stop: {wait}", bold: true);
            if (days.FinishAt is { } finish) sheaf.Text($"{(days.Waits.Count > 0 ? "All that has a day is ready" : "Ready")} {of.Moment(finish)}, in {days.Visits} visit{(days.Visits == 1 ? "" : "s")} to the bench.");
            DateOnly? before = null;
            foreach (var day in ahead.GroupBy(place => of.Date(place.StartAt)))
            {
                if (before is { } last && day.Key.DayNumber - last.DayNumber > 1)
                {
                    var free = day.Key.DayNumber - last.DayNumber - 1;
                    sheaf.Gap(2);
                    sheaf.Text(free == 1 ? "A day between: it sets by itself." : $"{free} days between: it sets by itself.", 3.1f, ink: sheaf.Grey);
                }

                before = day.Key;
                sheaf.Heading(of.Day(day.First().StartAt), 20);
                foreach (var stretch in days.Stretches.Where(one => of.Date(one.FromAt) == day.Key && one.StepIds.Count > 0)) sheaf.Text($"At the bench {of.Time(stretch.FromAt)} to {of.Time(stretch.ToAt)}; {stretch.BenchMin} min of it are wanted.", 3.1f, ink: sheaf.Grey);
                sheaf.Gap(1.5f);
                foreach (var place in day) Step(of, sheaf, place, names, days);
            }
        });
    }

    private static void Step(PaperOf of, Sheaf sheaf, DayPlace place, Dictionary<string, string> names, DaysPlan days)
    {
        var step = place.Step;
        sheaf.Room(14);
        var y = sheaf.Y;
        sheaf.Box(Sheaf.Left, y + 0.2f, 4.2f);
        sheaf.Face.Draw(sheaf.Canvas, step.HandsOnMin > 0 ? $"{of.Time(place.StartAt)} to {of.Time(place.HandsOnEndAt)}" : of.Time(place.StartAt), Sheaf.Left + 7, y + 3.6f, 3.3f, sheaf.Ink, bold: true);
        sheaf.Gap(0.2f);
        sheaf.Text(step.Name, bold: true, indentMm: 7 + TimeMm);
        foreach (var line in Under(of, place, names, days)) sheaf.Text(line, 3.1f, indentMm: 7 + TimeMm, ink: sheaf.Grey);
        sheaf.Gap(1.6f);
    }

    private static IEnumerable<string> Under(PaperOf of, DayPlace place, Dictionary<string, string> names, DaysPlan days)
    {
        var step = place.Step;
        var mixed = days.Places.Where(other => other.Step.MixedWith == step.Id).Select(other => names[other.Step.Id]).ToList();
        if (mixed.Count > 0) yield return $"Of the same mix: {string.Join(", ", mixed)}.";
        if (place.Scuffed) yield return "After its window: scuff and wipe the surface first.";
        if (place.OutOfHours) yield return "Outside bench hours, as it is held there.";
        if (place.Stale) yield return "Its bottles are past their date by then: buy fresh ones.";
        if (step.AttendedMin > 0) yield return $"Stay near for {PaperOf.Lasting(step.AttendedMin / 60.0)}.";
        if (step.WaitMin > 0) yield return $"Then it waits until {of.Moment(place.ReadyAt)}: {step.WaitFrom}.";
        if (step.Missing.Count > 0) yield return $"Not in the stores: {string.Join(", ", step.Missing)}.";
    }
}
