using System.Text.Json.Serialization;

namespace InkBasin.Core.Water;

/// <summary>A water test: plain water poured to a level, left to stand, tipped out.</summary>
public sealed record WaterTest
{
    /// <summary>More things than this stand in no water.</summary>
    public const int MostThings = 500;

    /// <summary>Identity within the build; never reused.</summary>
    public required string Id { get; init; }

    /// <summary>The water tested.</summary>
    public required string WaterId { get; init; }

    /// <summary>When.</summary>
    public required DateTimeOffset At { get; init; }

    /// <summary>Level it was filled to, mm over the board, −500…1000.</summary>
    public required double LevelMm { get; init; }

    /// <summary>What the bare bed held to that level by the plan when it was logged, ml, above 0.</summary>
    public required double ReckonedMl { get; init; }

    /// <summary>Poured in to reach the level, ml; null when only what came out was measured.</summary>
    public double? InMl { get; init; }

    /// <summary>Tipped out into the jug afterwards, ml; null when it was not measured.</summary>
    public double? OutMl { get; init; }

    /// <summary>How long it stood, minutes, 0…100,000.</summary>
    public double StoodMin { get; init; }

    /// <summary>Lost while it stood, ml: topped up or seen to sink; null when nobody looked.</summary>
    public double? LostMl { get; init; }

    /// <summary>What stood in the water while it was tested, as it stood then; later changes of the model do not touch it.</summary>
    public IReadOnlyList<Displacer> Things { get; init; } = [];

    /// <summary>What the level says the water holds, ml: what went in, else what came out with what was lost.</summary>
    [JsonIgnore]
    public double? MeasuredMl => new TestMeasure(InMl, OutMl, LostMl, StoodMin).MeasuredMl;

    /// <summary>What stood in it took the place of so much, ml.</summary>
    [JsonIgnore]
    public double DisplacedMl => Things.Sum(thing => thing.UnderMl(LevelMm));

    /// <summary>The bed as measured (what was measured and what stood in it) over the bed as reckoned: what the plan is corrected by.</summary>
    [JsonIgnore]
    public double? Calibration => (MeasuredMl + DisplacedMl) / ReckonedMl;

    /// <summary>Went in and neither came out nor was seen to be lost, ml: the bed drank it or it clings; null when not both were measured.</summary>
    [JsonIgnore]
    public double? StayedMl => InMl - OutMl - (LostMl ?? 0);

    /// <summary>Refuses what no test measures.</summary>
    /// <exception cref="RefusedException">A number is out of range, or nothing was measured.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The test needs an id of at most 64 characters.");
        Require.Present(WaterId, $"{field}.waterId");
        Clock.Check(At, $"{field}.at");
        Require.Within(LevelMm, -500, 1000, $"{field}.levelMm");
        Require.Within(ReckonedMl, 0.001, 1e6, $"{field}.reckonedMl");
        if (InMl is { } poured) Require.Within(poured, 0.001, 1e6, $"{field}.inMl");
        if (OutMl is { } tipped) Require.Within(tipped, 0, 1e6, $"{field}.outMl");
        Require.Within(StoodMin, 0, 100_000, $"{field}.stoodMin");
        if (LostMl is { } lost) Require.Within(lost, 0, 1e6, $"{field}.lostMl");
        if (Things is null || Things.Count > MostThings) throw new RefusedException($"{field}.things", $"Keep what stood in it to {MostThings} things.");
        for (var i = 0; i < Things.Count; i++)
        {
            var thing = Require.Present(Things[i], $"{field}.things[{i}]");
            Require.Within(thing.VolumeMl, 0, 1e6, $"{field}.things[{i}].volumeMl");
            Require.Within(thing.BaseMm, -500, 1000, $"{field}.things[{i}].baseMm");
            Require.Within(thing.HeightMm, 0.01, 1000, $"{field}.things[{i}].heightMm");
        }

        if (InMl is null && OutMl is null && LostMl is null)
            throw new RefusedException($"{field}.inMl", "Give at least one of: what went in, what came out, what was lost.");
        if (MeasuredMl is <= 0) throw new RefusedException($"{field}.outMl", "Nothing came out and nothing went in: there is nothing to compare.", RefusalKind.Impossible);
        if (InMl < OutMl) throw new RefusedException($"{field}.outMl", "More came out than went in: check the two.", RefusalKind.Impossible);
        if (InMl < LostMl) throw new RefusedException($"{field}.lostMl", "More was lost than went in: check the two.", RefusalKind.Impossible);
    }
}
