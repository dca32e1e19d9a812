using InkBasin.Core.Drying;
using InkBasin.Core.Foam;
using InkBasin.Core.Ground;
using InkBasin.Core.Skins;

namespace InkBasin.Core.Materials;

/// <summary>What to cut and to mix for a ground.</summary>
/// <param name="Foam">Sheets, pieces and pins.</param>
/// <param name="FoamMl">Foam as it stands once carved, ml.</param>
/// <param name="Skin">Plaster of the skins.</param>
/// <param name="SkinThicknessMm">Thickest skin, mm.</param>
/// <param name="DryH">Hours until that is dry in this room.</param>
/// <param name="Rocks">Plaster of cast rocks; null without any.</param>
/// <param name="DryGround">Texture, glue and spray for the ground above the waters.</param>
/// <param name="Bed">The same for the beds of the waters.</param>
/// <param name="Sealing">What keeps resin in: how much, and how long before it may come.</param>
/// <param name="Fills">What each false bed saves.</param>
/// <param name="Workings">How the figures came about, by the figure's name.</param>
public sealed record MakingPlan(
    FoamCut Foam,
    double FoamMl,
    PlasterMixes Skin,
    double SkinThicknessMm,
    double DryH,
    PlasterMixes? Rocks,
    CoverAmounts DryGround,
    CoverAmounts Bed,
    SealingPlan Sealing,
    IReadOnlyList<FillSaving> Fills,
    IReadOnlyDictionary<string, Working> Workings)
{
    /// <summary>A recipe's steps that are made of foam: without plaster, walls and rocks.</summary>
    public static IReadOnlyList<GroundStep> FoamSteps(IReadOnlyList<GroundStep> recipe) =>
        [.. recipe.Where(step => step is not (PlasterSkin or RockGroup or RetainingWall))];

    /// <summary>Works out what to cut and to mix.</summary>
    /// <param name="recipe">The recipe.</param>
    /// <param name="groundOf">Compiles the board with other steps.</param>
    /// <param name="making">What the ground is built of.</param>
    /// <param name="room">The air it dries in.</param>
    /// <param name="coats">In how many coats the plaster goes on, 1…10.</param>
    /// <param name="waters">The waters, each with its ink.</param>
    /// <param name="seamMm">Seams of the dams that are not of tape, mm.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">The foam would take too many sheets.</exception>
    public static MakingPlan Of(
        IReadOnlyList<GroundStep> recipe,
        Func<IReadOnlyList<GroundStep>, CompiledGround> groundOf,
        Stock.Making making,
        Room room,
        int coats,
        IReadOnlyList<InkedWater> waters,
        double seamMm,
        CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        ArgumentNullException.ThrowIfNull(groundOf);
        ArgumentNullException.ThrowIfNull(making);
        ArgumentNullException.ThrowIfNull(waters);
        var ground = groundOf(recipe);
        var foam = groundOf(FoamSteps(recipe)).Surface;
        var cut = FoamCut.Of(foam, making.Foam, cancel);
        var (skinArea, skinMl) = ground.Plaster;
        var skin = PlasterMixes.Of(skinMl, making.Plaster);
        var thickest = ground.SkinMm.Max();
        var rockMl = RocksMl(recipe, ground, groundOf);
        var (dry, bed) = Areas(ground.Surface, waters);
        var made = new MakingPlan(
            cut,
            foam.HeightsMm.Sum(h => Math.Max(0, h)) * foam.CellAreaMm2 / 1000,
            skin,
            thickest,
            DryingEstimate.Of(thickest, room, making.Plaster, coats),
            rockMl > 0 ? PlasterMixes.Of(rockMl, making.Plaster) : null,
            CoverAmounts.Of(dry, making.Cover),
            CoverAmounts.Of(bed, making.Cover),
            SealingPlan.Of(bed, seamMm, making.Sealing, room),
            [.. FillSaving.Of(recipe, ground.Surface, groundOf, waters, cancel)],
            new Dictionary<string, Working>());
        return made with { Workings = MakingWorkings.Of(making, room, coats, made, skinArea) };
    }

    // What shows of them; a third of each is bedded, and its mould is that much fuller.
    private static double RocksMl(IReadOnlyList<GroundStep> recipe, CompiledGround ground, Func<IReadOnlyList<GroundStep>, CompiledGround> groundOf)
    {
        if (!recipe.Any(step => step is RockGroup { Enabled: true })) return 0;
        var without = groundOf([.. recipe.Where(step => step is not RockGroup)]).Surface;
        double sum = 0;
        for (var cell = 0; cell < without.HeightsMm.Length; cell++) sum += Math.Max(0, ground.Surface.HeightsMm[cell] - without.HeightsMm[cell]);
        return sum * without.CellAreaMm2 / 1000;
    }

    private static (double DryMm2, double BedMm2) Areas(HeightField field, IReadOnlyList<InkedWater> waters)
    {
        double dry = 0, bed = 0;
        for (var cell = 0; cell < field.HeightsMm.Length; cell++)
        {
            var area = SkinVolume.TrueAreaMm2(field, cell);
            if (waters.Any(one => one.Water.Covers(cell))) bed += area;
            else dry += area;
        }

        return (dry, bed);
    }
}
