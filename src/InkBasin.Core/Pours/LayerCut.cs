using InkBasin.Core.Water;

namespace InkBasin.Core.Pours;

/// <summary>How a water is cut into layers, and where each thing stands among them. Neither is known without the other's ground: levels first, then things.</summary>
/// <param name="LevelsMm">The bed's lowest, then the top of each layer, mm, rising.</param>
/// <param name="Poured">How many of them are poured.</param>
/// <param name="Things">What stands in it, in the build's order.</param>
public sealed record LayerCut(IReadOnlyList<double> LevelsMm, int Poured, IReadOnlyList<PlacedThing> Things)
{
    /// <summary>All that the things take the place of up to the waterline, ml.</summary>
    public double DisplacedMl => Things.Sum(thing => thing.Meets.UnderMl(LevelsMm[^1]));

    /// <summary>Cuts a water.</summary>
    /// <param name="water">The water.</param>
    /// <param name="course">How its layers set; without one it is a single layer to its waterline.</param>
    /// <exception cref="RefusedException">It cannot be cut in that way.</exception>
    public static LayerCut Of(PourCase water, LayerCourse? course)
    {
        ArgumentNullException.ThrowIfNull(water);
        if (water is not { Storage: { } storage, Sheet: { } sheet } || course is null) return Whole(water);
        var (levels, poured) = LayerLevels.Of(storage, water.Layering, water.Begun, course.Safe()?.SafeMm ?? sheet.GreatestLayerMm);
        return With(water, levels, poured);
    }

    /// <summary>As one layer from its bed to its waterline.</summary>
    /// <param name="water">The water.</param>
    public static LayerCut Whole(PourCase water)
    {
        ArgumentNullException.ThrowIfNull(water);
        return With(water, [water.Storage?.BedMm ?? water.Water.WaterlineMm, water.Water.WaterlineMm], 0);
    }

    private static LayerCut With(PourCase water, IReadOnlyList<double> levels, int poured)
    {
        var density = DrownedPlan.DensityOf(water.Sheet);
        return new(levels, poured, [.. water.Things.Select(one => PlacedThing.Of(one.Thing, one.BedMm, levels, density))]);
    }
}
