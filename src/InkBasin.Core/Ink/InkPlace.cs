using InkBasin.Core.Ground;

namespace InkBasin.Core.Ink;

/// <summary>A place in a water with a colour of its own, poured beside the water's ink and drawn into it with a stick.</summary>
/// <param name="Id">Identity within the water.</param>
/// <param name="At">Its middle, on the board.</param>
/// <param name="ReachMm">So far from there the colour is whole, mm, 1…1000.</param>
/// <param name="Parts">Its tints, 0…6, none of them twice; empty for clear resin.</param>
public sealed record InkPlace(string Id, PointMm At, double ReachMm, IReadOnlyList<InkPart> Parts)
{
    /// <summary>No hand pours more colours beside each other while all of them are runny.</summary>
    public const int Most = 6;

    /// <summary>What a cup for it goes by: places of one key take the same cup.</summary>
    /// <param name="times">How many times the recipe's strength.</param>
    public string KeyOf(double times) => InkChoice.KeyOf(Parts, times);

    /// <summary>Refuses a place nobody can pour.</summary>
    /// <exception cref="RefusedException">A number is out of range, or a tint is in it twice.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The place needs an id of at most 64 characters.");
        At.Check($"{field}.at");
        Require.Within(ReachMm, 1, 1000, $"{field}.reachMm");
        if (Require.Present(Parts, $"{field}.parts").Count > InkChoice.MostTints) throw new RefusedException($"{field}.parts", $"Keep the recipe to {InkChoice.MostTints} tints.");
        InkChoice.CheckParts(Parts, $"{field}.parts", []);
    }
}
