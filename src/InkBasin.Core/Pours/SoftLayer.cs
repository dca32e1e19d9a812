namespace InkBasin.Core.Pours;

/// <summary>A poured layer that somebody found soft or tacky when it should have been firm. What is reckoned of its cure no longer speaks for it.</summary>
/// <param name="Layer">Which layer, from 1.</param>
/// <param name="NotedAt">When that was noted.</param>
public sealed record SoftLayer(int Layer, DateTimeOffset NotedAt);
