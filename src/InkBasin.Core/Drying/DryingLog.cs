namespace InkBasin.Core.Drying;

/// <summary>A weighing as it was logged.</summary>
/// <param name="At">When.</param>
/// <param name="MassG">Mass of the whole piece, g, above 0.</param>
/// <param name="By">The instrument it was read from; null when it was typed.</param>
public sealed record LoggedWeighing(DateTimeOffset At, double MassG, string? By = null);

/// <summary>How the plaster of a build dries.</summary>
public sealed record DryingLog
{
    /// <summary>When the last plaster went on; null when nobody said.</summary>
    public DateTimeOffset? PlasteredAt { get; init; }

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
        if (PlasteredAt is { } plastered) Clock.Check(plastered, $"{field}.plasteredAt");
        for (var i = 0; i < Weighings.Count; i++)
        {
            var weighing = Require.Present(Weighings[i], $"{field}.weighings[{i}]");
            Clock.Check(weighing.At, $"{field}.weighings[{i}].at");
            Require.Within(weighing.MassG, 0.01, 1_000_000, $"{field}.weighings[{i}].massG");
        }
    }
}
