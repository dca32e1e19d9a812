using InkBasin.Core.Ink;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Pours;

/// <summary>What one colour of a layer takes, where several are poured side by side.</summary>
/// <param name="PlaceId">The place with this colour; null for the water's own.</param>
/// <param name="InkName">Its tints, the leading one first; null when clear.</param>
/// <param name="VolumeMl">Resin on the model, ml.</param>
/// <param name="PoolShares">Of each pool of the layer how much is of this colour, 0…1.</param>
/// <param name="Mix">What to measure out.</param>
/// <param name="WorkMin">What stirring and pouring one of its cups take, minutes.</param>
/// <param name="Ink">What each batch gets of the tints; null when clear.</param>
public sealed record PlannedZone(string? PlaceId, string? InkName, double VolumeMl, IReadOnlyList<double> PoolShares, MixAnswer Mix, double WorkMin, BatchInk? Ink)
{
    /// <summary>Less of a colour than this nobody mixes, ml: it goes to the water's own.</summary>
    public const double LeastMl = 0.5;

    /// <summary>The place; null for the water's own colour.</summary>
    internal InkPlace? Place { get; init; }

    /// <summary>Deals a layer out to the colours that stand in it, by what of it stands at each place. Empty where it is one colour throughout.</summary>
    /// <param name="water">The water.</param>
    /// <param name="layer">Which layer, from 0.</param>
    /// <param name="pools">What the layer takes, in its pools.</param>
    /// <param name="split">The same layer on the ground.</param>
    /// <param name="sheet">The product.</param>
    internal static IReadOnlyList<PlannedZone> Of(PourCase water, int layer, PlannedPools pools, LayerPools split, ProductSheet sheet)
    {
        var choice = water.ChoiceOf(layer);
        if (choice.Places.Count == 0) return [];
        var shares = SharesOf(water, choice, split, pools);
        var wanted = new double[choice.Places.Count + 1];
        for (var zone = 0; zone < wanted.Length; zone++)
        {
            for (var pool = 0; pool < pools.Each.Count; pool++) wanted[zone] += pools.Each[pool].VolumeMl * shares[pool][zone];
        }

        // Puddles, and what is too little to mix for, are the water's own.
        for (var zone = 1; zone < wanted.Length; zone++)
        {
            if (wanted[zone] >= LeastMl) continue;
            (wanted[0], wanted[zone]) = (wanted[0] + wanted[zone], 0);
            foreach (var pool in shares) (pool[0], pool[zone]) = (pool[0] + pool[zone], 0);
        }

        wanted[0] += pools.PuddlesMl;
        if (wanted.Skip(1).All(ml => ml == 0)) return [];
        return [.. wanted.Index().Where(one => one.Item > 0).Select(one =>
        {
            var (zone, ml) = one;
            var place = zone == 0 ? null : choice.Places[zone - 1];
            var batches = Batches.Of(ml, sheet, water.Bench, Math.Max(1, shares.Count(pool => pool[zone] > 0)));
            var recipe = place is null ? water.RecipeOf(layer) : water.RecipeOf(layer, place);
            return new PlannedZone(place?.Id, recipe.Count == 0 ? null : string.Join(", ", recipe.Select(part => part.Tint.Name)), ml, [.. shares.Select(pool => pool[zone])], batches.Mix, batches.WorkMin, null) { Place = place };
        })];
    }

    // Of each pool the share of each colour, by the depth of the layer over each of its cells.
    private static double[][] SharesOf(PourCase water, InkChoice choice, LayerPools split, PlannedPools pools)
    {
        var field = water.Water.Region.Field;
        var shares = new double[pools.Each.Count][];
        Span<double> here = stackalloc double[InkPlace.Most + 1];
        here = here[..(choice.Places.Count + 1)];
        for (var i = 0; i < shares.Length; i++)
        {
            var (sums, all) = (new double[here.Length], 0.0);
            foreach (var cell in (pools.Each[i].Stands ?? split.Pools[0]).Cells())
            {
                var deep = split.ToMm - Math.Max(split.FromMm, field.HeightsMm[cell]);
                if (deep <= 0) continue;
                choice.SharesAt(field.CentreOf(cell), here);
                for (var zone = 0; zone < sums.Length; zone++) sums[zone] += here[zone] * deep;
                all += deep;
            }

            shares[i] = all > 0 ? [.. sums.Select(sum => sum / all)] : [1, .. sums.Skip(1).Select(_ => 0.0)];
        }

        return shares;
    }
}
