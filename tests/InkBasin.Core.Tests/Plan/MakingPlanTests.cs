using InkBasin.Core.Builds;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Materials;
using InkBasin.Core.Plan;

namespace InkBasin.Core.Tests.Plan;

public class MakingPlanTests
{
    private static MakingPlan Of(Build build) =>
        Planner.Answers(build, Stores.Examples).Making(steps => GroundRecipe.Compile(build.Board, steps));

    private static Build With(params GroundStep[] steps) => Samples.Creek with { Recipe = [.. Samples.Creek.Recipe, .. steps] };

    [Fact]
    public void Foam_is_the_ground_without_its_plaster_and_the_skin_is_mixed_from_its_true_surface()
    {
        var made = Of(Samples.Creek with { Room = new Room(20) });

        // 30 mm of foam in sheets of 20; the creek is cut to 6.
        Assert.Equal(2, made.Foam.Layers.Count);
        Assert.Equal((((200 * 100 * 30) - (200 * 40 * 24)) / 1000.0) + 0, made.FoamMl, 2.5);
        var plan = Planner.Plan(Samples.Creek, Stores.Examples);
        Assert.Equal(plan.Ground.SkinMl, made.Skin.VolumeMl, 9);
        Assert.Equal(2, made.SkinThicknessMm, 9);
        Assert.Equal(24 * 2 / 5.0, made.DryH, 9);
        Assert.Null(made.Rocks);
        Assert.Empty(made.Fills);
    }

    // One skin, one time: what the list before a pour reckons with is what was told when it was mixed.
    [Theory]
    [InlineData(1, 48 / 5.0)]
    [InlineData(3, 48 / 5.0 * 1.3)]
    public void It_dries_as_long_as_the_drying_log_says_coats_and_all(int coats, double hours)
    {
        var build = Samples.Creek with { Room = new Room(20), Drying = Samples.Creek.Drying with { Coats = coats } };
        Assert.Equal(hours, Of(build).DryH, 9);
        Assert.Equal(Planner.Answers(build, Stores.Examples).Drying(Samples.Evening).EstimateH, Of(build).DryH, 9);
    }

    [Fact]
    public void The_bed_and_the_dry_ground_are_all_of_the_surface()
    {
        var made = Of(Samples.Creek);
        var field = GroundRecipe.Compile(Samples.Creek.Board, Samples.Creek.Recipe).Surface;
        Assert.Equal(Enumerable.Range(0, field.HeightsMm.Length).Sum(cell => SkinVolume.TrueAreaMm2(field, cell)), made.DryGround.AreaMm2 + made.Bed.AreaMm2, 6);
        Assert.True(made.Bed.AreaMm2 >= 200 * 40);
    }

    [Fact]
    public void Cast_rocks_take_plaster_of_their_own()
    {
        var made = Of(With(new RockGroup { Id = "r", Name = "Rocks", Outline = new Outline([new(10, 5), new(190, 5), new(190, 25), new(10, 25)]), Count = 20, LeastMm = 5, GreatestMm = 12 }));
        Assert.True(made.Rocks!.VolumeMl > 0.5);
        Assert.Equal(2, made.Foam.Layers.Count);
    }

    [Theory]
    [InlineData("white-paste", 1.0, Standing.Holds)]
    [InlineData("ochre", 0.05, Standing.Tight)]
    [InlineData(null, 0.0, Standing.Stop)]
    public void A_false_bed_saves_what_it_displaces_and_is_honest_only_where_the_ink_hides_it(string? tint, double strength, Standing standing)
    {
        // 100 × 30 mm raised from the skinned bed at 8 to 14: 18 ml saved, 6 mm left over it.
        var build = With(new FillBlock { Id = "b", Name = "Block", Outline = new Outline([new(50, 35), new(150, 35), new(150, 65), new(50, 65)]), TopMm = 14 });
        build = build with { Waters = [build.Waters[0] with { Ink = new InkChoice(tint, strength) }] };
        var saving = Assert.Single(Of(build).Fills);
        Assert.Equal(18, saving.SavedMl, 0.7);
        Assert.Equal(6, saving.OverItMm, 9);
        Assert.Equal(standing, saving.Notice.Standing);
        Assert.Equal(standing == Standing.Holds, saving.FadeDepthMm <= 6);
    }

    [Fact]
    public void Every_figure_can_be_opened()
    {
        var plan = Of(Samples.Creek);
        Assert.Equal(["cover", "drying", "foam", "skin"], plan.Workings.Keys.Order());
        double Input(string figure, string name) => plan.Workings[figure].Inputs.Single(one => one.Name == name).Value;

        // 200 × 100 mm of foam under 30, but for the bed of the creek at 6 and the scoop.
        Assert.Equal(2, Input("foam", "Sheets in the stack"));
        Assert.Equal(((200 * 100 * 30) - (200 * 40 * 24)) / 1000.0, Input("foam", "Foam left once carved"), 0.1);
        Assert.Equal(2 * Input("skin", "True surface") / 1000, Input("skin", "Wet volume"), 0.02);
        Assert.Equal((2, 23, 50), (Input("drying", "Thickest skin"), Input("drying", "Room"), Input("drying", "Humidity")));
        Assert.Equal(Input("skin", "True surface"), Input("cover", "Ground above the waters") + Input("cover", "Beds of the waters"), 1);
    }
}
