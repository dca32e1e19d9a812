namespace InkBasin.Core.Water;

/// <summary>A drowned thing in one layer of its water.</summary>
/// <param name="Layer">Which layer, from 1.</param>
/// <param name="DisplacedMl">Resin of that layer it takes the place of, ml.</param>
/// <param name="LiftG">What lifts it while that layer is liquid, as grams over its own mass; under 0 it stands by its weight.</param>
/// <param name="HoldDownG">Force needed to keep it where it is meanwhile, as grams; 0 where it stays by itself or a layer under it grips it.</param>
public sealed record DrownedInLayer(int Layer, double DisplacedMl, double LiftG, double HoldDownG);

/// <summary>
/// A drowned thing at its place among the layers of its water. No resin gets under what it stands on: it takes the place of none below the bed or the
/// layer under it, however deep it is sunk in that.
/// </summary>
/// <param name="Thing">The thing.</param>
/// <param name="Layer">The layer it goes in with, from 1.</param>
/// <param name="BaseMm">Level of its base, mm.</param>
/// <param name="WetFromMm">Resin meets it from here up, mm.</param>
public sealed record PlacedThing(DrownedThing Thing, int Layer, double BaseMm, double WetFromMm)
{
    /// <summary>A layer that has set round so much of a thing's foot keeps it, mm (rule of the bench).</summary>
    public const double GripMm = 1;

    /// <summary>The part of it that resin meets.</summary>
    public Displacer Meets { get; } = BaseMm + Thing.HeightMm - WetFromMm is > 0 and var high
        ? new(Thing.VolumeMl * high / Thing.HeightMm, WetFromMm, high)
        : new(0, WetFromMm, Thing.HeightMm);

    /// <summary>Whether it goes into its layer after that was poured, and lifts its level.</summary>
    public bool GoesInWet => Thing.SetIn is SetIn.Into or SetIn.Afloat;

    /// <summary>The layers that meet it, from the bed up.</summary>
    public IReadOnlyList<DrownedInLayer> Layers { get; private init; } = [];

    /// <summary>It in one layer; null where that does not meet it.</summary>
    /// <param name="layer">Which layer, from 1.</param>
    public DrownedInLayer? In(int layer) => Layers.FirstOrDefault(one => one.Layer == layer);

    /// <summary>Stands a thing among layers.</summary>
    /// <param name="thing">The thing, checked.</param>
    /// <param name="bedMm">The bed at its place, mm.</param>
    /// <param name="levelsMm">The bed's lowest, then the top of each layer, mm, rising; at least one layer.</param>
    /// <param name="densityGPerMl">Density of the resin, g/ml.</param>
    public static PlacedThing Of(DrownedThing thing, double bedMm, IReadOnlyList<double> levelsMm, double densityGPerMl)
    {
        ArgumentNullException.ThrowIfNull(thing);
        ArgumentNullException.ThrowIfNull(levelsMm);
        var count = levelsMm.Count - 1;
        var layer = Math.Clamp(thing.Layer ?? (thing.SetIn == SetIn.Before ? 1 : count), 1, count);
        var under = Math.Max(bedMm, levelsMm[thing.SetIn == SetIn.On ? layer : layer - 1]);
        var draughtShare = thing.OwnMassG / (densityGPerMl * thing.VolumeMl);
        var baseMm = thing.SetIn != SetIn.Afloat ? thing.BaseMm ?? under
            : draughtShare < 1 ? Math.Max(under, levelsMm[layer] - (thing.HeightMm * draughtShare))
            : under;
        var placed = new PlacedThing(thing, layer, baseMm, Math.Max(baseMm, under));
        return placed with { Layers = [.. placed.Through(levelsMm, densityGPerMl)] };
    }

    // Only while a layer is liquid does it lift; what a layer under it has set round stays.
    private IEnumerable<DrownedInLayer> Through(IReadOnlyList<double> levelsMm, double density)
    {
        var (gripped, topMm) = (false, BaseMm + Thing.HeightMm);
        for (var i = Layer; i < levelsMm.Count; i++)
        {
            // A layer under a thing laid on it, or one that hangs over it, does not meet it; nor does one over its head.
            if (levelsMm[i] <= WetFromMm || levelsMm[i - 1] >= topMm) continue;
            var under = Meets.UnderMl(levelsMm[i]);
            var lift = (density * under) - Thing.OwnMassG;

            // What is afloat finds its own level.
            var free = gripped || (Thing.SetIn == SetIn.Afloat && i == Layer);
            yield return new DrownedInLayer(i, under - Meets.UnderMl(levelsMm[i - 1]), lift, free ? 0 : Math.Max(0, lift));
            gripped |= Math.Min(levelsMm[i], topMm) - WetFromMm >= GripMm;
        }
    }
}
