namespace InkBasin.Core.Ink;

/// <summary>A water in words, to begin from: what colour it has where it is deep, and how far one sees into it.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">In a maker's words.</param>
/// <param name="Hex">Its colour, '#rrggbb'.</param>
/// <param name="SeeMm">On the model one sees so deep, mm.</param>
public sealed record StartingWater(string Id, string Name, string Hex, double SeeMm)
{
    /// <summary>A dozen to begin from; made up, for no place.</summary>
    public static IReadOnlyList<StartingWater> All { get; } =
    [
        new("peat-brown", "Peat brown", "#3b2413", 8),
        new("upland-brook", "Upland brook", "#6e5636", 25),
        new("glacier-milk", "Glacier milk", "#8fb5b0", 4),
        new("garden-pond", "Garden pond", "#4c5a2e", 10),
        new("lowland-river", "Lowland river", "#5b5a33", 12),
        new("winter-canal", "Winter canal", "#3c4336", 7),
        new("silty-flood", "Silty flood", "#8b6a42", 3),
        new("harbour-green", "Harbour green", "#2f5245", 8),
        new("estuary-mud", "Estuary mud", "#71664f", 4),
        new("quarry-blue", "Quarry blue", "#2f5a66", 15),
        new("warm-lagoon", "Warm lagoon", "#4faf9f", 30),
        new("fen-ditch", "Fen ditch", "#2a281a", 6),
    ];
}
