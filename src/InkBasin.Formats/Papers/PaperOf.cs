using System.Globalization;
using InkBasin.Core;

namespace InkBasin.Formats.Papers;

/// <summary>What every paper of a build is made for.</summary>
/// <param name="Build">The build's name.</param>
/// <param name="Zone">The zone by whose clock it goes; null goes by each time's own offset.</param>
/// <param name="PrintedAt">Now.</param>
/// <param name="Paper">The paper.</param>
public sealed record PaperOf(string Build, TimeZoneInfo? Zone, DateTimeOffset PrintedAt, Paper Paper)
{
    internal byte[] Write(string title, Action<Sheaf> lay) => Sheaf.Write(Paper, new PaperHead(title, Build, Day(PrintedAt)), lay);

    /// <summary>Thu 4 Mar 2027.</summary>
    internal string Day(DateTimeOffset at) => Clock.On(at, Zone).ToString("ddd d MMM yyyy", CultureInfo.InvariantCulture);

    /// <summary>Thu 4 Mar, 19:30.</summary>
    internal string Moment(DateTimeOffset at) => Clock.On(at, Zone).ToString("ddd d MMM, HH:mm", CultureInfo.InvariantCulture);

    /// <summary>19:30.</summary>
    internal string Time(DateTimeOffset at) => Clock.On(at, Zone).ToString("HH:mm", CultureInfo.InvariantCulture);

    /// <summary>The date by the build's clock.</summary>
    internal DateOnly Date(DateTimeOffset at) => DateOnly.FromDateTime(Clock.On(at, Zone).DateTime);

    /// <summary>To a tenth.</summary>
    internal static string Tenth(double value) => value.ToString("0.0", CultureInfo.InvariantCulture);

    /// <summary>Minutes something must be done within; never more than there are.</summary>
    internal static string Within(double minutes) => FormattableString.Invariant($"{Math.Floor(minutes):0} min");

    /// <summary>Hours as a maker says them: 45 min, 20 h, 3 days.</summary>
    internal static string Lasting(double hours) => hours switch
    {
        < 1 => FormattableString.Invariant($"{hours * 60:0} min"),
        < 72 => FormattableString.Invariant($"{hours:0.#} h"),
        _ => FormattableString.Invariant($"{hours / 24:0.#} days"),
    };
}
