using InkBasin.Core.Builds;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Materials;
using InkBasin.Core.Plan;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Materials;

public class SealingPlanTests
{
    [Fact]
    public void Sealer_goes_by_area_and_coats_sealant_and_glue_by_the_seam()
    {
        var plan = SealingPlan.Of(20_000, 500, new Sealing(3, 2, 5, 4, 8, 12), new Room());
        Assert.Equal((12, 15), (plan.SealerMl, plan.SealerDryH));
        Assert.Equal((4, 4), (plan.SealantMl, plan.GlueMl));

        // 4 mm across a corner are 2.83 deep: 24 h for 3 mm, by the square.
        Assert.Equal(24 * 8 / 9.0, plan.SealantCureH, 9);
        Assert.Equal(24 * 8 / 9.0, plan.WaitH, 9);
        Assert.Equal(12, plan.GlueDryH);
    }

    [Fact]
    public void What_gives_off_water_takes_longer_in_damp_air_and_what_does_not_is_as_quick()
    {
        // At one temperature the deficit goes by 1 − RH.
        var (usual, damp) = (SealingPlan.Of(20_000, 500, new Sealing(), new Room()), SealingPlan.Of(20_000, 500, new Sealing(), new Room(20, 75)));
        Assert.Equal((2 * usual.SealerDryH, 2 * usual.GlueDryH, usual.SealantCureH), (damp.SealerDryH, damp.GlueDryH, damp.SealantCureH));
    }

    [Fact]
    public void Without_dams_nothing_is_sealed_along_them_and_nothing_waits_for_it()
    {
        var plan = SealingPlan.Of(20_000, 0, new Sealing(), new Room());
        Assert.Equal((0, 0, 0, 0), (plan.SealantMl, plan.SealantCureH, plan.GlueMl, plan.GlueDryH));
        Assert.Equal(plan.SealerDryH, plan.WaitH);
        Assert.Equal(0, SealingPlan.Of(0, 0, new Sealing(), new Room()).WaitH);
    }

    [Fact]
    public void A_build_takes_its_beds_and_the_seams_of_dams_that_are_not_of_tape()
    {
        MakingPlan Of(Build build) => Planner.Answers(build, Stores.Examples).Making(steps => GroundRecipe.Compile(build.Board, steps));
        var glued = Of(Samples.Creek with { Dams = [.. Samples.Creek.Dams.Select(dam => dam with { Make = DamMake.GluedSheet })] });
        var seam = Planner.Plan(Samples.Creek, Stores.Examples).Dams.Sum(dam => dam.SeamMm);
        Assert.Equal(seam * 4 * 4 / 2 / 1000, glued.Sealing.SealantMl, 9);
        Assert.Equal(glued.Bed.AreaMm2 / 10_000 * 1.5 * 2, glued.Sealing.SealerMl, 9);
        Assert.Equal(0, Of(Samples.Creek with { Dams = [.. Samples.Creek.Dams.Select(dam => dam with { Make = DamMake.Tape })] }).Sealing.SealantMl);
    }

    [Fact]
    public void Covers_begin_stronger_for_grit_and_thinner_for_powder_and_all_can_be_used()
    {
        foreach (var cover in GroundCover.Examples) cover.Check("cover");
        GroundCover One(string name) => GroundCover.Examples.Single(cover => cover.Name == name);
        Assert.Equal((1, 1), (One("Ballast-like grit").GlueParts, One("Ballast-like grit").WaterParts));
        Assert.True(One("Powder").WaterParts > One("Fine earth").WaterParts && One("Powder").WettedWithSpirit);
        Assert.Throws<RefusedException>(() => (One("Sand") with { Name = " " }).Check("cover"));
        Assert.Throws<RefusedException>(() => new Sealing(BeadMm: 0.4).Check("sealing"));
        Assert.Throws<RefusedException>(() => new Sealing(SealerCoats: 11).Check("sealing"));
    }
}
