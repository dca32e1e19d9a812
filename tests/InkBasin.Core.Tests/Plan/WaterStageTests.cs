using InkBasin.Core.Tests.Builds;
using FsCheck.Xunit;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Plan;

/// <summary>What water tests, drowned things and doubt do to a plan.</summary>
public class WaterStageTests
{
    private static WaterPlan Only(Build build) => Planner.Plan(build, Stores.Examples).Waters[0];

    private static Build Tested(Func<WaterTest, WaterTest> change) => Samples.Creek with { WaterTests = [change(Samples.Test)] };

    [Fact]
    public void A_water_test_corrects_every_layer()
    {
        var plan = Only(Tested(test => test with { InMl = 100.8, OutMl = null, LostMl = null }));
        Assert.Equal(1.05, plan.Takes.Calibration, 12);
        Assert.Equal(96, plan.Level.VolumeMl, 9);
        Assert.Equal(100.8, plan.Takes!.Range!.ExpectedMl, 9);
        Assert.All(plan.Layers.Is!.Layers, layer => Assert.Equal(50.4 / (1 - 0.006), layer.VolumeMl, 9));
    }

    [Fact]
    public void What_came_out_and_what_was_lost_is_as_good_as_what_went_in()
    {
        var test = Samples.Test with { InMl = null, OutMl = 90, LostMl = 6 };
        Assert.Equal(1, test.Calibration!.Value, 12);
        Assert.Equal(2, (Samples.Test with { InMl = 100, OutMl = 95, LostMl = 3 }).StayedMl);
    }

    [Fact]
    public void Far_off_is_told_and_an_older_bed_counts_no_more()
    {
        Assert.Equal(Standing.Stop, Only(Tested(test => test with { InMl = 120 })).Takes.Tests[0].Notice.Standing);
        var moved = Only(Tested(test => test with { InMl = 120, ReckonedMl = 110 }));
        Assert.True(moved.Takes.Tests[0].GroundChanged);
        Assert.Equal(1, moved.Takes.Calibration);
    }

    [Fact]
    public void The_last_test_counts_and_the_others_stay()
    {
        var two = Samples.Creek with { WaterTests = [Samples.Test with { InMl = 104 }, Samples.Test with { Id = "t2", At = Samples.Test.At.AddDays(1), InMl = 98 }] };
        var plan = Only(two);
        Assert.Equal(["t", "t2"], plan.Takes.Tests.Select(test => test.Id));
        Assert.Equal(98 / 96.0, plan.Takes.Calibration, 12);
    }

    [Fact]
    public void A_leak_is_worked_out_for_the_first_layer()
    {
        Assert.Null(Only(Tested(test => test)).Seep.Is);
        var seep = Only(Tested(test => test with { LostMl = 4 })).Seep;
        Assert.Equal(0.007258, seep.Is!.LostMl, 6);
        Assert.True(seep.Is!.LostFirstHourMl < seep.Is!.LostMl);

        // Head 12 mm in the test, 6 under the first layer: as deep again through the same gap loses twice.
        // 80 cm² at 23 °C and 50 % dry off 1.22 ml an hour; what is left of a millilitre is no leak.
        Assert.Null(Only(Tested(test => test with { LostMl = 0.8 })).Seep.Is);
        Assert.Equal(2, Core.Dams.Seep.Of(new(4 - (Core.Drying.Evaporation.MlPerH(8000, new Core.Drying.Room(23)) * 40 / 60), 40, 12), 12, Core.Resin.ResinProperties.Of(Core.Resin.ExampleSheets.All[0]), 900, 23).LostMl / seep.Is!.LostMl, 9);
    }

    [Theory]
    [InlineData(null, null, null)]
    [InlineData(10.0, 20.0, null)]
    [InlineData(10.0, null, 20.0)]
    public void A_test_that_measures_nothing_or_too_much_is_refused(double? poured, double? tipped, double? lost) =>
        Assert.Throws<RefusedException>(() => Edits.Add("waterTests", Samples.Test with { Id = "x", InMl = poured, OutMl = tipped, LostMl = lost }).Apply(Samples.Creek));

    [Fact]
    public void A_drowned_thing_takes_its_place_in_the_layers_it_stands_in()
    {
        // 40 × 5 × 5 mm on the bed: 1 ml, all in the first layer.
        var plan = Only(Samples.Creek with { Drowned = [Samples.Log] });
        Assert.Equal(1, plan.Takes.DisplacedMl, 12);
        Assert.Equal(95, plan.Takes!.Range!.ExpectedMl, 9);
        Assert.Equal((48 - 1) / (1 - 0.006), plan.Layers.Is!.Layers[0].VolumeMl, 9);
        Assert.Equal(48 / (1 - 0.006), plan.Layers.Is!.Layers[1].VolumeMl, 9);
    }

    [Fact]
    public void What_is_set_in_later_comes_out_of_the_last_layer_alone()
    {
        var plan = Planner.Plan(Samples.Creek with { Drowned = [Samples.Log with { SetIn = SetIn.Into }] }, Stores.Examples);
        Assert.Equal(48 / (1 - 0.006), plan.Waters[0].Layers.Is!.Layers[0].VolumeMl, 9);
        Assert.Equal(47 / (1 - 0.006), plan.Waters[0].Layers.Is!.Layers[1].VolumeMl, 9);
        var log = plan.Drowned[0];
        Assert.True(log.SetInFromH > 0 && log.SetInToH > log.SetInFromH && log.SetInToH < 10);
    }

    [Fact]
    public void It_floats_when_it_is_lighter_than_the_resin_it_displaces()
    {
        DrownedPlan Stand(Func<DrownedThing, DrownedThing> change) => Planner.Plan(Samples.Creek with { Drowned = [change(Samples.Log)] }, Stores.Examples).Drowned[0];
        var log = Stand(thing => thing);
        Assert.True(log.Floats);
        Assert.Equal(1.07 - 0.6, log.HoldDownG, 9);
        Assert.False(Stand(thing => thing with { MassG = 2.5 }).Floats);
        var post = Stand(thing => thing with { LengthMm = 4, WidthMm = 4, HeightMm = 24, DensityGPerMl = 0.6 });
        Assert.True(post.Floats);
        Assert.Equal(0, post.HoldDownG);
        Assert.Equal(Standing.Tight, log.Standing);
        Assert.Equal(Standing.Holds, Stand(thing => thing with { Held = true }).Standing);
        Assert.Contains("once it tips", post.Notices[0].Sentence, StringComparison.Ordinal);
        Assert.Equal(Standing.Stop, Stand(thing => thing with { Skin = Skin.Porous }).Standing);
        Assert.Null(Stand(thing => thing with { At = new PointMm(100, 5) }).WaterId);
        Assert.Equal(Standing.Stop, Stand(thing => thing with { At = new PointMm(-100, 5) }).Standing);
        Assert.Equal(8, Stand(thing => thing with { HeightMm = 20 }).OutMm, 9);
        Assert.Equal(3, Stand(thing => thing with { MeasuredMl = 3 }).DisplacedMl, 9);
    }

    [Property(MaxTest = 40)]
    public bool Layers_with_things_in_them_take_less_by_just_what_is_displaced(byte count, int seed)
    {
        var random = new Random(seed);
        var things = Enumerable.Range(0, count % 6).Select(i => Samples.Log with
        {
            Id = $"{i}",
            At = new PointMm(10 + (random.NextDouble() * 180), 40 + (random.NextDouble() * 20)),
            HeightMm = 1 + (random.NextDouble() * 20),
            SetIn = (SetIn)random.Next(2),
        }).ToList();
        var (bare, full) = (Only(Samples.Creek), Only(Samples.Creek with { Drowned = things }));
        var less = bare.Layers.Is!.Layers.Sum(layer => layer.VolumeMl) - full.Layers.Is!.Layers.Sum(layer => layer.VolumeMl);
        return Math.Abs(less - (full.Takes.DisplacedMl / (1 - 0.006))) < 1e-9;
    }

    [Fact]
    public void What_is_not_known_makes_a_range_and_a_test_narrows_it()
    {
        var unknown = Only(Samples.Creek).Takes!;
        var area = 200 * 40;

        // An even bed has no roughness; carving and reading remain.
        var deviation = area / 1000.0 * Math.Sqrt((0.25 * 0.25) + (0.6 * 0.6));
        Assert.Equal(deviation, unknown.Range!.DeviationMl, 6);
        Assert.Equal(96 + (1.644854 * deviation), unknown.Range!.SureMl, 4);
        Assert.True(unknown.Range!.LowMl < 96 && unknown.Range!.HighMl > unknown.Range!.SureMl);
        var tested = Only(Tested(test => test)).Takes!;
        Assert.Equal(Math.Sqrt((2.0 * 2.0) + 1), tested.Range!.DeviationMl, 6);
    }

    [Fact]
    public void A_rougher_bed_is_known_worse()
    {
        var field = Fields.From(50, 50, 2, (c, r) => c is 0 or 49 || r is 0 or 49 ? 20 : 5);
        var random = new Random(3);
        var rough = Fields.From(50, 50, 2, (c, r) => c is 0 or 49 || r is 0 or 49 ? 20 : 5 + (random.NextDouble() - 0.5));
        Assert.Equal(0, VolumeRange.RoughnessMm(WetRegion.Flood(field, 60, 4.9)));
        Assert.Equal(1 / Math.Sqrt(12), VolumeRange.RoughnessMm(Inner(rough)), 0.02);

        // Away from the rim, whose step is no roughness of the bed.
        static WetRegion Inner(HeightField field) => WetRegion.Flood(Fields.From(46, 46, 2, (c, r) => field.HeightsMm[((r + 2) * 50) + c + 2]), 0, 10);
    }

    [Fact]
    public void Soundings_bring_their_own_band()
    {
        var bed = new SurveyedBed
        {
            Id = "bed",
            Name = "Old pond",
            Outline = new Outline([new(40, 20), new(160, 20), new(160, 80), new(40, 80)]),
            WaterlineMm = 20,
            Soundings = [new Sounding(new PointMm(70, 50), 6), new Sounding(new PointMm(100, 50), 9), new Sounding(new PointMm(130, 45), 7), new Sounding(new PointMm(100, 35), 6.5)],
        };
        var build = Samples.Creek with { Recipe = [new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 30 }, bed] };
        var plan = Planner.Plan(build, Stores.Examples);
        var band = plan.Ground.Surveys[0].BandMl;
        var reading = plan.Waters[0].Level.AreaMm2 * 0.25 / 1000;
        Assert.Equal(Math.Sqrt((band * band) + (reading * reading)), plan.Waters[0].Takes!.Range!.DeviationMl, 6);
    }

    [Theory]
    [InlineData(12.1)]
    [InlineData(13.3)]
    [InlineData(14.7)]
    [InlineData(15.9)]
    [InlineData(16.3)]
    public void A_water_nobody_tested_is_corrected_by_nothing_at_all(double waterlineMm)
    {
        var build = Samples.Creek with { WaterTests = [], Waters = [Samples.Creek.Waters[0] with { WaterlineMm = waterlineMm }] };
        Assert.Equal(1.0, Planner.Plan(build, Stores.Examples).Waters[0].Takes!.Calibration);
    }

    [Fact]
    public void Two_waters_that_are_one_name_each_other()
    {
        var twice = Samples.Creek with { Waters = [Samples.Creek.Waters[0], Samples.Creek.Waters[0] with { Id = "w2", Name = "Pool", Seed = new PointMm(20, 50) }] };
        Assert.Equal(["Pool"], Only(twice).Level.JoinedWith);
    }
}
