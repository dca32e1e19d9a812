using InkBasin.Core.Ink;

namespace InkBasin.Core.Pours;

/// <summary>What really became of a pour. What nobody looked at stays null.</summary>
/// <param name="OneG">Part one weighed out, g, all batches together; for one-part products the whole.</param>
/// <param name="TwoG">Part two weighed out, g.</param>
/// <param name="LeftMl">Left in the cup once it was poured, ml.</param>
/// <param name="ReachedMm">Level it came to, mm over the board.</param>
/// <param name="RoomC">The room while it cured, °C.</param>
/// <param name="Note">Anything else.</param>
/// <param name="At">When it was noted.</param>
public sealed record PourResult(double? OneG, double? TwoG, double? LeftMl, double? ReachedMm, double? RoomC, string? Note, DateTimeOffset At)
{
    /// <summary>Whether what was weighed out is taken out of the bottles in Stores.</summary>
    public bool FromBottles { get; init; }

    /// <summary>Refuses what no pour can come to.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Clock.Check(At, $"{field}.at");
        if (OneG is { } one) Require.Within(one, 0, 1_000_000, $"{field}.oneG");
        if (TwoG is { } two) Require.Within(two, 0, 1_000_000, $"{field}.twoG");
        if (LeftMl is { } left) Require.Within(left, 0, 1_000_000, $"{field}.leftMl");
        if (ReachedMm is { } reached) Require.Within(reached, -500, 1000, $"{field}.reachedMm");
        if (RoomC is { } room) Temperature.Check(room, $"{field}.roomC");
        if (Note?.Length > 400) throw new RefusedException($"{field}.note", "Keep the note to 400 characters.");
    }
}

/// <summary>A pour that has begun.</summary>
/// <param name="Id">Identity within the build; never reused.</param>
/// <param name="WaterId">The water.</param>
/// <param name="Layer">Which layer, from 1.</param>
/// <param name="At">When.</param>
/// <param name="Answers">What was answered before it.</param>
public sealed record BegunPour(string Id, string WaterId, int Layer, DateTimeOffset At, IReadOnlyList<CheckAnswer> Answers)
{
    /// <summary>Where it was meant to come to when it was begun, mm; a later change of plan does not move it. Null when not kept.</summary>
    public double? ToMm { get; init; }

    /// <summary>The recipe its ink was mixed by; a later change of the water's does not change what is poured. Null when not kept.</summary>
    public InkChoice? Ink { get; init; }

    /// <summary>The product it was mixed of; a later change of the water's does not change what is poured. Null when not kept.</summary>
    public string? ProductId { get; init; }

    /// <summary>What became of it; null until it is noted.</summary>
    public PourResult? Result { get; init; }

    /// <summary>Refuses a pour that cannot have been.</summary>
    /// <exception cref="RefusedException">A part is missing or out of range.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The pour needs an id of at most 64 characters.");
        Require.Present(WaterId, $"{field}.waterId");
        Require.Within(Layer, 1, Layers.MostLayers, $"{field}.layer");
        Clock.Check(At, $"{field}.at");
        if (ToMm is { } to) Require.Within(to, -500, 1000, $"{field}.toMm");
        Ink?.Check($"{field}.ink");
        if (ProductId?.Length is 0 or > 64) throw new RefusedException($"{field}.productId", "Name the product it was mixed of.");
        Result?.Check($"{field}.result");
        for (var i = 0; i < Require.Present(Answers, $"{field}.answers").Count; i++) Require.Present(Answers[i], $"{field}.answers[{i}]").Check($"{field}.answers[{i}]");
    }
}
