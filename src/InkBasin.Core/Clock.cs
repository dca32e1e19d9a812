namespace InkBasin.Core;

/// <summary>Dates of a build: what a maker may enter, and reckoning on from them.</summary>
public static class Clock
{
    /// <summary>No build is older.</summary>
    public const int EarliestYear = 1900;

    /// <summary>No build is planned for later; there is room beyond it for whatever is reckoned on.</summary>
    public const int LatestYear = 2999;

    /// <summary>Refuses a date nobody means.</summary>
    /// <exception cref="RefusedException">It lies before <see cref="EarliestYear"/> or after <see cref="LatestYear"/>.</exception>
    public static void Check(DateTimeOffset at, string field)
    {
        if (at.Year is < EarliestYear or > LatestYear) throw new RefusedException(field, $"{field} must lie between the years {EarliestYear} and {LatestYear}: check the date.");
    }

    /// <summary>Refuses a day nobody means; none is no day.</summary>
    /// <exception cref="RefusedException">It lies before <see cref="EarliestYear"/> or after <see cref="LatestYear"/>.</exception>
    public static void Check(DateOnly? day, string field)
    {
        if (day?.Year is < EarliestYear or > LatestYear) throw new RefusedException(field, $"{field} must lie between the years {EarliestYear} and {LatestYear}: check the date.");
    }

    /// <summary>Refuses what is no name of a time zone; whether this machine knows the zone is another matter.</summary>
    /// <exception cref="RefusedException">It is empty, over 64 characters long, or holds other signs than those of such names.</exception>
    public static void CheckZone(string? id, string field)
    {
        if (id is null) return;
        if (id.Length is 0 or > 64 || !id.All(sign => char.IsAsciiLetterOrDigit(sign) || sign is '/' or '_' or '-' or '+'))
            throw new RefusedException(field, $"{field} is the name of a time zone, as “Europe/Somewhere”.");
    }

    /// <summary>The zone of that name (IANA); null without one, or where this machine does not know it: times then keep the offset they were written with.</summary>
    public static TimeZoneInfo? Zone(string? id) => id is not null && TimeZoneInfo.TryFindSystemTimeZoneById(id, out var zone) ? zone : null;

    /// <summary>The same moment as the clock on the wall shows it there.</summary>
    public static DateTimeOffset On(DateTimeOffset at, TimeZoneInfo? zone) => zone is null ? at : TimeZoneInfo.ConvertTime(at, zone);

    /// <summary>So many days later at the same time by the clock on the wall, also over a change of the clocks.</summary>
    public static DateTimeOffset AddDays(DateTimeOffset at, int days, TimeZoneInfo? zone) => zone is null ? at.AddDays(days) : Wall(On(at, zone).DateTime.AddDays(days), zone);

    /// <summary>The moment at which the clock on the wall shows a time; one that the clock skips is as much later.</summary>
    public static DateTimeOffset Wall(DateTime wall, TimeZoneInfo zone)
    {
        ArgumentNullException.ThrowIfNull(zone);
        var plain = DateTime.SpecifyKind(wall, DateTimeKind.Unspecified);
        return On(new DateTimeOffset(plain, zone.GetUtcOffset(plain)), zone);
    }

    /// <summary>So many hours later, to the minute; null without a date or hours, or where no calendar reaches.</summary>
    public static DateTimeOffset? After(DateTimeOffset? at, double? hours)
    {
        if (at is not { } from || hours is not { } h) return null;
        var minutes = Math.Round(h * 60);
        return Math.Abs(minutes) < (DateTimeOffset.MaxValue - from).TotalMinutes - (14 * 60) && Math.Abs(minutes) < (from - DateTimeOffset.MinValue).TotalMinutes - (14 * 60)
            ? from.AddMinutes(minutes)
            : null;
    }
}
