namespace InkBasin.Core.Ink;

/// <summary>A let-down to make before the cups: so much tint in so much part one.</summary>
/// <param name="TintId">The tint.</param>
/// <param name="Name">Its name.</param>
/// <param name="PartsToOne">Parts of part one to one of tint, by volume.</param>
/// <param name="Unit">What the tint is measured out in.</param>
/// <param name="TintAmount">How much of it, whole steps of its measure.</param>
/// <param name="PartOneMl">In so much part one, ml.</param>
/// <param name="NeedsMl">The cups take so much of it, ml.</param>
public sealed record LetDownCard(string TintId, string Name, int PartsToOne, TintUnit Unit, double TintAmount, double PartOneMl, double NeedsMl)
{
    // What stays in its cup and on the stick.
    private const double Spare = 1.2;

    /// <summary>The let-downs of a batch's ink.</summary>
    /// <param name="ink">The ink of each cup.</param>
    /// <param name="tints">Its tints.</param>
    /// <param name="cups">How many cups of it are mixed at one time.</param>
    public static IReadOnlyList<LetDownCard> Of(BatchInk ink, IReadOnlyList<Tint> tints, int cups)
    {
        ArgumentNullException.ThrowIfNull(ink);
        var cards = new List<LetDownCard>();
        foreach (var dose in ink.Doses)
        {
            if (dose is not { LetDown: { } let, Amount: > 0 }) continue;
            var (measure, needs) = (tints.First(tint => tint.Id == dose.TintId).Measure, let.UsedMl * cups);
            var steps = Math.Max(1, Math.Ceiling(needs * Spare / (let.PartsToOne + 1) / measure.MlPerStep));
            cards.Add(new LetDownCard(dose.TintId, dose.Name, let.PartsToOne, measure.Unit, steps * measure.PerStep, steps * measure.MlPerStep * let.PartsToOne, needs));
        }

        return cards;
    }
}
