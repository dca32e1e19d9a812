namespace InkBasin.Core.Bench;

/// <summary>A cup of a session as it stands.</summary>
/// <param name="Number">Which, from 1.</param>
/// <param name="OneG">Part one in it, g; null while not weighed.</param>
/// <param name="TwoTargetG">Part two that belongs to it, g: to what was really weighed of part one.</param>
/// <param name="TwoG">Part two in it, g; null while not weighed.</param>
/// <param name="RatioOffPercent">How far the ratio is off, %; positive is too little of part two; null while not both are weighed.</param>
/// <param name="MixedMl">What is in it, ml: as weighed, else as planned.</param>
/// <param name="MetAt">When the parts first met; null before.</param>
/// <param name="OutBy">Out of the cup by then; null before, or without such a limit.</param>
/// <param name="OutAt">When the last of it was poured; null before.</param>
/// <param name="StirredMin">How long it was stirred, minutes.</param>
/// <param name="OverG">What was over in it once all was poured, with what clings, g; null when not weighed.</param>
/// <param name="LeftG">What stayed in it once that was spread out, g; null when not weighed.</param>
/// <param name="GivenUpAt">When it was spread out instead of poured; null when not.</param>
/// <param name="TurnedAt">When it was seen to turn; null when not.</param>
public sealed record BenchCup(
    int Number, double? OneG, double TwoTargetG, double? TwoG, double? RatioOffPercent, double MixedMl,
    DateTimeOffset? MetAt, DateTimeOffset? OutBy, DateTimeOffset? OutAt, double StirredMin, double? OverG, double? LeftG, DateTimeOffset? GivenUpAt = null, DateTimeOffset? TurnedAt = null)
{
    /// <summary>Whether it is mixed and still stands somewhere.</summary>
    public bool Stands => MetAt is not null && OutAt is null && GivenUpAt is null;
}

/// <summary>A step that was done, also one that was opened again afterwards.</summary>
/// <param name="StepId">The step.</param>
/// <param name="At">When.</param>
/// <param name="Value">What was measured; null when nobody measured.</param>
/// <param name="By">With which instrument; null by hand.</param>
/// <param name="OpenedAgain">Whether it was opened again: then it no longer counts.</param>
public sealed record DoneStep(string StepId, DateTimeOffset At, double? Value, string? By, bool OpenedAgain);

/// <summary>A layer as the session has poured it.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Layer">Which layer, from 1.</param>
/// <param name="At">When the last of it was poured.</param>
/// <param name="OneG">Its share of part one, g; null when a cup of it was not weighed.</param>
/// <param name="TwoG">Its share of part two, g.</param>
/// <param name="ReachedMm">How high it stands, mm; null when nobody looked.</param>
/// <param name="Whole">Whether all that was planned for it went in.</param>
public sealed record PouredLayer(string WaterId, int Layer, DateTimeOffset At, double? OneG, double? TwoG, double? ReachedMm, bool Whole);

/// <summary>A dam that leaked.</summary>
/// <param name="From">Since when.</param>
/// <param name="Until">Until when; null while it does.</param>
/// <param name="LostMl">What ran out, ml; null when nobody knows.</param>
/// <param name="What">What was done.</param>
public sealed record BenchLeak(DateTimeOffset From, DateTimeOffset? Until, double? LostMl, string? What);

/// <summary>The surface of a pour as it was read without touching it.</summary>
/// <param name="At">When.</param>
/// <param name="SurfaceC">Its temperature, °C.</param>
public sealed record SurfaceReading(DateTimeOffset At, double SurfaceC);

/// <summary>Where a session stands: all of it follows from its script and what has happened.</summary>
/// <param name="Steps">All its steps with the figures that hold now, those put in by a slip of the hand among them.</param>
/// <param name="At">Which one is open, from 0; the count of them when all are done.</param>
/// <param name="Since">Since when it is open: a timer runs from there.</param>
/// <param name="DueAt">When the open step is due; null for at once.</param>
/// <param name="Cups">Its cups.</param>
/// <param name="Done">All that was done, oldest first, also what was opened again.</param>
/// <param name="Poured">Layers poured.</param>
/// <param name="Leaks">Dams that leaked.</param>
/// <param name="RoomC">The room as it was last read, °C; null when not.</param>
/// <param name="Surface">Readings of the surface of the pour, oldest first.</param>
/// <param name="EndedAt">When it ended; null while it goes on.</param>
/// <param name="EndedEarly">Whether it ended before its last step.</param>
public sealed record BenchState(
    IReadOnlyList<BenchStep> Steps,
    int At,
    DateTimeOffset Since,
    DateTimeOffset? DueAt,
    IReadOnlyList<BenchCup> Cups,
    IReadOnlyList<DoneStep> Done,
    IReadOnlyList<PouredLayer> Poured,
    IReadOnlyList<BenchLeak> Leaks,
    double? RoomC,
    IReadOnlyList<SurfaceReading> Surface,
    DateTimeOffset? EndedAt,
    bool EndedEarly)
{
    /// <summary>Hottest reading of the surface, °C; null without one.</summary>
    public double? HottestC => Surface.Count == 0 ? null : Surface.Max(reading => reading.SurfaceC);

    /// <summary>The last reading of the surface, °C; null without one.</summary>
    public double? SurfaceC => Surface.Count == 0 ? null : Surface[^1].SurfaceC;

    /// <summary>The open step; null when all are done or the session has ended.</summary>
    public BenchStep? Step => EndedAt is null && At < Steps.Count ? Steps[At] : null;

    /// <summary>The leak that is open; null when none.</summary>
    public BenchLeak? Leak => Leaks.LastOrDefault(leak => leak.Until is null);
}
