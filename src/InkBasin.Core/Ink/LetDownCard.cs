namespace InkBasin.Core.Ink;

/// <summary>A let-down to make before the cups: so much tint in so much of what it is thinned with.</summary>
/// <param name="TintId">The tint.</param>
/// <param name="Name">Its name.</param>
/// <param name="Thinner">What it is thinned with: part one, or the product itself where that is one part.</param>
/// <param name="PartsToOne">Parts of it to one of tint, by volume.</param>
/// <param name="Unit">What the tint is measured out in.</param>
/// <param name="TintAmount">How much of it, whole steps of its measure.</param>
/// <param name="ThinnerMl">In so much of the thinner, ml.</param>
/// <param name="NeedsMl">The cups take so much of it, ml.</param>
public sealed record LetDownCard(string TintId, string Name, string Thinner, int PartsToOne, TintUnit Unit, double TintAmount, double ThinnerMl, double NeedsMl)
{
    // What stays in its cup and on the stick.
    private const double Spare = 1.2;

    /// <summary>The let-downs of a batch's ink.</summary>
    /// <param name="ink">The ink of each cup.</param>
    /// <param name="tints">Its tints.</param>
    /// <param name="cups">How many cups of it are mixed at one time.</param>
    /// <param name="thinner">What they are thinned with.</param>
    public static IReadOnlyList<LetDownCard> Of(BatchInk ink, IReadOnlyList<Tint> tints, int cups, string thinner)
    {
        ArgumentNullException.ThrowIfNull(ink);
        var cards = new List<LetDownCard>();
        foreach (var dose in ink.Doses)
        {
            if (dose is not { LetDown: { } let, Amount: > 0 }) continue;
            var (measure, needs) = (tints.First(tint => tint.Id == dose.TintId).Measure, let.UsedMl * cups);
            var steps = Math.Max(1, Math.Ceiling(needs * Spare / (let.PartsToOne + 1) / measure.MlPerStep));
            cards.Add(new LetDownCard(dose.TintId, dose.Name, thinner, let.PartsToOne, measure.Unit, steps * measure.PerStep, steps * measure.MlPerStep * let.PartsToOne, needs));
        }

        return cards;
    }
}
