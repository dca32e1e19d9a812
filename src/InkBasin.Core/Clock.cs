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
