namespace InkBasin.Core.Pours;

/// <summary>Something between resin that dissolves polystyrene and the foam.</summary>
/// <param name="What">What it is: sealed plaster, epoxy, acrylic varnish in so many coats.</param>
/// <param name="At">When it was logged.</param>
public sealed record FoamBarrier(string What, DateTimeOffset At);

/// <summary>Gloss gel on the cured surface.</summary>
/// <param name="ProductId">Its sheet.</param>
/// <param name="Coats">How many coats, 1…20.</param>
/// <param name="SharePercent">Share of the surface it goes on, %, 1…100.</param>
public sealed record GelCoat(string ProductId, int Coats, double SharePercent)
{
    /// <summary>One coat as it is laid on, mm, 0.1…5; null takes the sheet's.</summary>
    public double? CoatMm { get; init; }
}
