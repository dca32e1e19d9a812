using InkBasin.Core.Drying;
using InkBasin.Core.Foam;
using InkBasin.Core.Ground;
using InkBasin.Core.Skins;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>What a false bed saves, and whether it can be told.</summary>
/// <param name="StepId">The fill block.</param>
/// <param name="WaterId">The water over it.</param>
/// <param name="SavedMl">Volume before − after, ml.</param>
/// <param name="OverItMm">Water over its top, mm.</param>
/// <param name="FadeDepthMm">Depth at which the water's ink hides the bed, mm; null when it never does.</param>
/// <param name="Notice">Whether it is honest.</param>
public sealed record FillSaving(string StepId, string WaterId, double SavedMl, double OverItMm, double? FadeDepthMm, Notice Notice);

/// <summary>What to cut and to mix for a ground.</summary>
/// <param name="Foam">Sheets, pieces and pins.</param>
/// <param name="FoamMl">Foam as it stands once carved, ml.</param>
/// <param name="Skin">Plaster of the skins.</param>
/// <param name="SkinThicknessMm">Thickest skin, mm.</param>
/// <param name="DryH">Hours until that is dry in this room.</param>
/// <param name="Rocks">Plaster of cast rocks; null without any.</param>
/// <param name="DryGround">Texture, glue and spray for the ground above the waters.</param>
/// <param name="Bed">The same for the beds of the waters.</param>
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
    IReadOnlyList<FillSaving> Fills,
    IReadOnlyDictionary<string, Working> Workings)
{
    /// <summary>A recipe's steps that are made of foam: without plaster, walls and rocks.</summary>
    public static IReadOnlyList<GroundOperation> FoamSteps(IReadOnlyList<GroundOperation> recipe) =>
        [.. recipe.Where(step => step is not (PlasterSkin or RockGroup or RetainingWall))];

    /// <summary>Works out what to cut and to mix.</summary>
    /// <param name="build">The build.</param>
    /// <param name="groundOf">Compiles the build's board with other steps.</param>
    /// <param name="stores">Tints.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">The foam would take too many sheets.</exception>
    public static MakingPlan Of(Build build, Func<IReadOnlyList<GroundOperation>, CompiledGround> groundOf, Stores stores, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(build);
        ArgumentNullException.ThrowIfNull(groundOf);
        ArgumentNullException.ThrowIfNull(stores);
        var ground = groundOf(build.Recipe);
        var foam = groundOf(FoamSteps(build.Recipe)).Surface;
        var cut = FoamCut.Of(foam, build.Making.Foam, cancel);
        var (skinArea, skinMl) = SkinVolume.Of(ground);
        var skin = PlasterMixes.Of(skinMl, build.Making.Plaster);
        var thickest = ground.SkinMm.Max();
        var rockMl = RocksMl(build, ground, groundOf);
        var (dry, bed) = Areas(build, ground.Surface);
        var made = new MakingPlan(
            cut,
            foam.HeightsMm.Sum(h => Math.Max(0, h)) * foam.CellAreaMm2 / 1000,
            skin,
            thickest,
            DryingEstimate.Hours(thickest, build.Room),
            rockMl > 0 ? PlasterMixes.Of(rockMl, build.Making.Plaster) : null,
            CoverAmounts.Of(dry, build.Making.Cover),
            CoverAmounts.Of(bed, build.Making.Cover),
            [.. Savings(build, ground.Surface, groundOf, stores, cancel)],
            new Dictionary<string, Working>());
        return made with { Workings = MakingWorkings.Of(build, made, skinArea) };
    }

    // What shows of them; a third of each is bedded, and its mould is that much fuller.
    private static double RocksMl(Build build, CompiledGround ground, Func<IReadOnlyList<GroundOperation>, CompiledGround> groundOf)
    {
        if (!build.Recipe.Any(step => step is RockGroup { Enabled: true })) return 0;
        var without = groundOf([.. build.Recipe.Where(step => step is not RockGroup)]).Surface;
        double sum = 0;
        for (var cell = 0; cell < without.HeightsMm.Length; cell++) sum += Math.Max(0, ground.Surface.HeightsMm[cell] - without.HeightsMm[cell]);
        return sum * without.CellAreaMm2 / 1000;
    }

    private static (double DryMm2, double BedMm2) Areas(Build build, HeightField field)
    {
        var wet = new bool[field.HeightsMm.Length];
        foreach (var water in build.Waters)
        {
            foreach (var cell in WetRegion.Flood(field, field.CellAt(water.Seed), water.WaterlineMm).Cells) wet[cell] = true;
        }

        double dry = 0, bed = 0;
        for (var cell = 0; cell < wet.Length; cell++)
        {
            var area = SkinVolume.TrueAreaMm2(field, cell);
            if (wet[cell]) bed += area;
            else dry += area;
        }

        return (dry, bed);
    }

    private static IEnumerable<FillSaving> Savings(Build build, HeightField with, Func<IReadOnlyList<GroundOperation>, CompiledGround> groundOf, Stores stores, CancellationToken cancel)
    {
        foreach (var block in build.Recipe.OfType<FillBlock>().Where(block => block.Enabled))
        {
            cancel.ThrowIfCancellationRequested();
            var without = groundOf([.. build.Recipe.Where(step => step.Id != block.Id)]).Surface;
            foreach (var water in build.Waters)
            {
                var seed = with.CellAt(water.Seed);
                var saved = WetRegion.Flood(without, seed, water.WaterlineMm).VolumeMl - WetRegion.Flood(with, seed, water.WaterlineMm).VolumeMl;
                if (saved <= 0.005) continue;
                var tint = stores.Tints.FirstOrDefault(t => t.Id == water.Ink.TintId);
                var fade = Planner.InkOf(water, tint).FadeDepthMm(ExampleTints.LightBed, ExampleTints.DarkBed);
                var over = water.WaterlineMm - block.TopMm;
                yield return new FillSaving(block.Id, water.Id, saved, over, fade, Honest(block, water, tint, over, fade));
            }
        }
    }

    private static Notice Honest(FillBlock block, Water water, Tint? tint, double overMm, double? fadeMm) => fadeMm switch
    {
        null => new(Standing.Stop, $"{block.Name} will be seen: {tint?.Name ?? "clear resin"} colours {water.Name} but hides nothing at any depth. Paint the block as the bed, or add ochre, umber or a trace of white."),
        { } fade when fade <= overMm => new(Standing.Holds, $"{block.Name} is hidden: the ink of {water.Name} hides the bed from {fade:0.0} mm, and {overMm:0.0} mm lie over it."),
        { } fade => new(Standing.Tight, $"{block.Name} may be seen: the ink of {water.Name} hides the bed from {fade:0.0} mm, and only {overMm:0.0} mm lie over it. Paint it as the bed."),
    };
}
