using System.Globalization;
using System.Text.Json.Serialization;

namespace InkBasin.Core.Days;

/// <summary>A day of the week; its number is the calendar's own, Sunday 0.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Weekday>))]
public enum Weekday
{
    /// <summary>Sunday.</summary>
    [JsonStringEnumMemberName("sun")] Sunday,

    /// <summary>Monday.</summary>
    [JsonStringEnumMemberName("mon")] Monday,

    /// <summary>Tuesday.</summary>
    [JsonStringEnumMemberName("tue")] Tuesday,

    /// <summary>Wednesday.</summary>
    [JsonStringEnumMemberName("wed")] Wednesday,

    /// <summary>Thursday.</summary>
    [JsonStringEnumMemberName("thu")] Thursday,

    /// <summary>Friday.</summary>
    [JsonStringEnumMemberName("fri")] Friday,

    /// <summary>Saturday.</summary>
    [JsonStringEnumMemberName("sat")] Saturday,
}

/// <summary>Hours of a weekday at the bench.</summary>
/// <param name="Day">The weekday.</param>
/// <param name="FromMin">From this minute of the day.</param>
/// <param name="ToMin">To this minute of the day, later, at most 1440.</param>
public sealed record BenchDay(Weekday Day, int FromMin, int ToMin);

/// <summary>A date that is not as its weekday: it replaces that day's hours. Several for one date add up.</summary>
/// <param name="Date">Which date.</param>
/// <param name="FromMin">From this minute of the day; null with <paramref name="ToMin"/>: closed.</param>
/// <param name="ToMin">To this minute of the day.</param>
public sealed record OtherDay(DateOnly Date, int? FromMin = null, int? ToMin = null);

/// <summary>A stretch at the bench, minutes from <see cref="BenchHours.Midnight"/>, both ends in it.</summary>
/// <param name="From">Its first minute.</param>
/// <param name="To">Its last minute, not before the first.</param>
public readonly record struct BenchWindow(int From, int To)
{
    /// <summary>How long it is, minutes.</summary>
    public int LengthMin => To - From;
}

/// <summary>When a maker is at the bench, from a moment on.</summary>
/// <param name="Start">Nothing is done before this.</param>
/// <param name="HorizonDays">Nor later than so many days after it, 1…<see cref="MostDays"/>.</param>
/// <param name="Week">Hours by weekday.</param>
/// <param name="Exceptions">Dates that are not as their weekday.</param>
/// <param name="Zone">By whose clock the hours are meant; null: the offset of <paramref name="Start"/> throughout.</param>
public sealed record BenchHours(DateTimeOffset Start, int HorizonDays, IReadOnlyList<BenchDay> Week, IReadOnlyList<OtherDay> Exceptions, TimeZoneInfo? Zone = null)
{
    /// <summary>No plan looks farther ahead, days.</summary>
    public const int MostDays = 366;

    /// <summary>No week, and no list of dates, has more entries.</summary>
    public const int MostEntries = 400;

    /// <summary>Minutes of a day.</summary>
    public const int DayMin = 24 * 60;

    /// <summary>Starts lie on marks of the clock so many minutes apart.</summary>
    public const int GrainMin = 5;

    /// <summary>Between two sittings so long one rests, minutes (rule of the bench).</summary>
    public const int RestMin = 30;

    /// <summary>How many are at the bench: hands-on work of so many steps may go on at once, 1…<see cref="MostMakers"/>.</summary>
    public int Makers { get; init; } = 1;

    /// <summary>No bench has more makers.</summary>
    public const int MostMakers = 4;

    /// <summary>How long one sitting may last, minutes; null as long as the hours are. A longer stretch is cut into sittings with a rest between.</summary>
    public int? SittingMin { get; init; }

    /// <summary>Stretches in which one maker's hands are busy with something else, in any order.</summary>
    public IReadOnlyList<BenchWindow> Elsewhere { get; init; } = [];

    private DateTimeOffset Local => Clock.On(Start, Zone);

    /// <summary>Minutes are counted from here: midnight, by the clock, before <see cref="Start"/>.</summary>
    public DateTimeOffset Midnight => Zone is { } zone ? Clock.Wall(Local.Date, zone) : new DateTimeOffset(Local.Date, Local.Offset);

    /// <summary>The first minute anything can be done.</summary>
    public int FirstMin => (int)Math.Ceiling((Start - Midnight).TotalMinutes);

    /// <summary>The last one.</summary>
    public int LastMin => (int)Math.Floor((Start - Midnight).TotalMinutes) + (HorizonDays * DayMin);

    /// <summary>A minute as a moment.</summary>
    public DateTimeOffset At(int minute) => Clock.On(Midnight.AddMinutes(minute), Zone);

    /// <summary>A moment as a minute, rounded down.</summary>
    public int MinuteOf(DateTimeOffset at) => (int)Math.Floor((at - Midnight).TotalMinutes);

    /// <summary>The windows from <see cref="FirstMin"/> to <see cref="LastMin"/>, rising. Those of one date that touch or overlap are one.</summary>
    public IReadOnlyList<BenchWindow> Windows()
    {
        var windows = new List<BenchWindow>();
        var first = DateOnly.FromDateTime(Local.Date);
        for (var day = 0; day <= HorizonDays; day++)
        {
            var date = first.AddDays(day);
            List<(int From, int To)> hours = [.. HoursOf(date).OrderBy(one => one.From)];
            for (var i = 0; i < hours.Count; i++)
            {
                var (from, to) = hours[i];
                for (; i + 1 < hours.Count && hours[i + 1].From <= to; i++) to = Math.Max(to, hours[i + 1].To);
                var (begins, ends) = (Math.Max(FirstMin, MinuteOn(date, from)), Math.Min(LastMin, MinuteOn(date, to)));
                if (begins <= ends) windows.AddRange(SittingsOf(begins, ends));
            }
        }

        return windows;
    }

    private IEnumerable<BenchWindow> SittingsOf(int from, int to)
    {
        for (; SittingMin is { } sitting && to - from > sitting; from += sitting + RestMin) yield return new BenchWindow(from, from + sitting);
        if (from <= to) yield return new BenchWindow(from, to);
    }

    private IEnumerable<(int From, int To)> HoursOf(DateOnly date)
    {
        List<OtherDay> other = [.. Exceptions.Where(one => one.Date == date)];
        return other.Count > 0
            ? other.Where(one => one.FromMin is not null).Select(one => (one.FromMin!.Value, one.ToMin!.Value))
            : Week.Where(one => (int)one.Day == (int)date.DayOfWeek).Select(one => (one.FromMin, one.ToMin));
    }

    // By the clock on the wall, also where it changes that night.
    private int MinuteOn(DateOnly date, int minute)
    {
        var wall = date.ToDateTime(TimeOnly.MinValue).AddMinutes(minute);
        var at = Zone is { } zone ? Clock.Wall(wall, zone) : new DateTimeOffset(wall, Local.Offset);
        return (int)Math.Round((at - Midnight).TotalMinutes);
    }

    /// <summary>Refuses hours that are none.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check()
    {
        Clock.Check(Start, "startAt");
        Require.Within(HorizonDays, 1, MostDays, "horizonDays");
        Check(Week, Exceptions, "bench", "except");
        Require.Within(Makers, 1, MostMakers, "makers");
        if (SittingMin is { } sitting) Require.Within(sitting, GrainMin, DayMin, "sittingMin");
    }

    /// <summary>Refuses a week that is none.</summary>
    /// <param name="week">Hours by weekday.</param>
    /// <param name="exceptions">Dates that are not as their weekday.</param>
    /// <param name="weekField">Path of the week.</param>
    /// <param name="exceptField">Path of the exceptions.</param>
    /// <param name="fromName">What the beginning of a stretch is called there.</param>
    /// <param name="toName">And its end.</param>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public static void Check(IReadOnlyList<BenchDay> week, IReadOnlyList<OtherDay> exceptions, string weekField, string exceptField, string fromName = "from", string toName = "to")
    {
        void CheckHours(int from, int to, string field)
        {
            Require.Within(from, 0, DayMin, $"{field}.{fromName}");
            Require.Within(to, 0, DayMin, $"{field}.{toName}");
            if (to <= from) throw new RefusedException($"{field}.{toName}", $"{field}.{toName} must be later than {field}.{fromName}.");
        }

        if (Require.Present(week, weekField).Count > MostEntries) throw new RefusedException(weekField, $"Give at most {MostEntries} stretches.");
        if (Require.Present(exceptions, exceptField).Count > MostEntries) throw new RefusedException(exceptField, $"Give at most {MostEntries} dates.");
        foreach (var (i, day) in week.Index())
        {
            Require.Known(Require.Present(day, $"{weekField}[{i}]").Day, $"{weekField}[{i}].day");
            CheckHours(day.FromMin, day.ToMin, $"{weekField}[{i}]");
        }

        foreach (var (i, one) in exceptions.Index())
        {
            var field = $"{exceptField}[{i}]";
            if (Require.Present(one, field).FromMin is null != one.ToMin is null) throw new RefusedException(field, $"{field} needs both {fromName} and {toName}, or neither for a day away from the bench.");
            if (one is { FromMin: { } from, ToMin: { } to }) CheckHours(from, to, field);
        }
    }

    /// <summary>A time of the day, "18:30" to "24:00", as minutes.</summary>
    /// <exception cref="RefusedException">It is no such time.</exception>
    public static int ClockMinutes(string? text, string field)
    {
        if (text is { Length: 5 } && text[2] == ':'
            && int.TryParse(text.AsSpan(0, 2), NumberStyles.None, CultureInfo.InvariantCulture, out var hours)
            && int.TryParse(text.AsSpan(3, 2), NumberStyles.None, CultureInfo.InvariantCulture, out var minutes)
            && minutes < 60 && (hours < 24 || (hours == 24 && minutes == 0))) return (hours * 60) + minutes;
        throw new RefusedException(field, $"{field} must be a time of the day, as 18:30.");
    }
}
