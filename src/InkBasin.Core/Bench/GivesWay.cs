namespace InkBasin.Core.Bench;

/// <summary>What to do when a dam gives way, in order: on the wall beside the bench and on its screen in the same words.</summary>
public static class GivesWay
{
    /// <summary>The steps.</summary>
    public static IReadOnlyList<string> Steps { get; } =
    [
        "Gloves stay on. Leave the board lying level: lifted, it runs faster.",
        "Catch it: paper along the edge, the tray under it. Nothing sticks to wet resin, so hold film or card over the gap and tape it where it is dry.",
        "Scoop what ran out away with the scraper. Spread it and the paper out thin, outdoors: a heap of it heats by itself.",
        "What is still in the bed may gel as it stands; note how high it stands, and the rest is cut anew.",
        "On skin or in eyes: as the product’s safety sheet says, at once.",
    ];
}
