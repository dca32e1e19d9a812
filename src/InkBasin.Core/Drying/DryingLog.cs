using System.Text.Json.Serialization;

namespace InkBasin.Core.Drying;

/// <summary>A weighing as it was logged.</summary>
/// <param name="At">When.</param>
/// <param name="MassG">Mass of the whole piece, g, above 0.</param>
/// <param name="By">The instrument it was read from; null when it was typed.</param>
public sealed record LoggedWeighing(DateTimeOffset At, double MassG, string? By = null);

/// <summary>What wets a piece again after it was plastered.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<WettingKind>))]
public enum WettingKind
{
    /// <summary>A wash of thin paint.</summary>
    [JsonStringEnumMemberName("wash")] Wash,

    /// <summary>Texture wetted and flooded with thinned glue.</summary>
    [JsonStringEnumMemberName("glue")] Glue,
}

/// <summary>A wetting as it was logged.</summary>
/// <param name="At">When.</param>
/// <param name="Kind">By what.</param>
public sealed record LoggedWetting(DateTimeOffset At, WettingKind Kind);

/// <summary>How the plaster of a build dries.</summary>
public sealed record DryingLog
{
    /// <summary>When the last plaster went on; null when nobody said.</summary>
    public DateTimeOffset? PlasteredAt { get; init; }

    /// <summary>In how many coats, 1…10.</summary>
    public int Coats { get; init; } = 1;

    /// <summary>What has wetted it since, in any order, at most 200.</summary>
    public IReadOnlyList<LoggedWetting> Wettings { get; init; } = [];

    /// <summary>Weighings of the piece, in any order, at most 500.</summary>
    public IReadOnlyList<LoggedWeighing> Weighings { get; init; } = [];

    /// <summary>The weighings on a clock in hours from the first; empty without any.</summary>
    public IReadOnlyList<Weighing> OnOneClock()
    {
        if (Weighings.Count == 0) return [];
        var first = Weighings.Min(one => one.At);
        return [.. Weighings.Select(one => new Weighing((one.At - first).TotalHours, one.MassG))];
    }

    /// <summary>Refuses what no scale shows.</summary>
    /// <exception cref="RefusedException">A mass is not above zero, or there are too many weighings.</exception>
    public void Check(string field)
    {
        if (Require.Present(Weighings, $"{field}.weighings").Count > 500) throw new RefusedException($"{field}.weighings", "Keep the weighings to 500.");
        Require.Within(Coats, 1, 10, $"{field}.coats");
        if (Require.Present(Wettings, $"{field}.wettings").Count > 200) throw new RefusedException($"{field}.wettings", "Keep the wettings to 200.");
        for (var i = 0; i < Wettings.Count; i++)
        {
            var wetting = Require.Present(Wettings[i], $"{field}.wettings[{i}]");
            Clock.Check(wetting.At, $"{field}.wettings[{i}].at");
            Require.Known(wetting.Kind, $"{field}.wettings[{i}].kind");
        }

        if (PlasteredAt is { } plastered) Clock.Check(plastered, $"{field}.plasteredAt");
        for (var i = 0; i < Weighings.Count; i++)
        {
            var weighing = Require.Present(Weighings[i], $"{field}.weighings[{i}]");
            Clock.Check(weighing.At, $"{field}.weighings[{i}].at");
            Require.Within(weighing.MassG, 0.01, 1_000_000, $"{field}.weighings[{i}].massG");
        }
    }
}
