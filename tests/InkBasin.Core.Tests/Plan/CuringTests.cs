using FsCheck.Xunit;
using InkBasin.Core.Builds;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;

namespace InkBasin.Core.Tests.Plan;

/// <summary>Where the model of cure and heat meets the sheet in a plan: the smaller depth and the later time count.</summary>
public class CuringTests
{
    private static WaterPlan Only(Build build) => Planner.Plan(build, Stores.Examples).Waters[0];

    // 20 mm of foam under a covered, warm creek: more than the sheet's depth would run away there.
    private static readonly Build Warm = Samples.Creek with
    {
        Recipe = [new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 50 }, new Channel { Id = "creek", Name = "Creek bed", Points = [new(-60, 50, 40), new(260, 50, 40)], BedStartMm = 22, BedEndMm = 22, BankAngleDeg = 90 }, new PlasterSkin { Id = "skin", Name = "Skin", ThicknessMm = 2 }],
        Waters = [Samples.Creek.Waters[0] with { WaterlineMm = 36 }],
        Dams = [],
        Room = new Room(24),
        Care = new CureCare(),
    };

    [Fact]
    public void Heat_takes_depth_off_the_sheets_and_says_why()
    {
        var plan = Only(Warm);
        Assert.Equal(DepthLimit.ResinHeat, plan.Safe!.LimitedBy);
        Assert.InRange(plan.Safe.SafeMm, 2.5, 5);
        Assert.All(plan.Layers.Is!.Layers, layer => Assert.True(layer.DepthMm <= plan.Safe.SafeMm + 1e-9));
        Assert.Contains(plan.Notices, notice => notice.Standing == Standing.Tight && notice.Sentence.Contains("would pass 60 °C", StringComparison.Ordinal));
        Assert.All(plan.Layers.Is!.Layers, layer => Assert.NotEqual(Standing.Stop, layer.Cure.Standing));
    }

    [Fact]
    public void Open_to_the_air_it_is_cooler_and_the_layers_are_fewer()
    {
        var open = Only(Warm with { Care = new CureCare(Covered: false) });
        Assert.True(open.Safe!.SafeMm > Only(Warm).Safe!.SafeMm);
        Assert.True(open.Layers.Is!.Layers.Count < Only(Warm).Layers.Is!.Layers.Count);
    }

    // Of the resin 60 °C, of extruded foam's face 65: tight within eight of either.
    [Theory]
    [InlineData(51.9, 50.0, Standing.Holds)]
    [InlineData(52.1, 50.0, Standing.Tight)]
    [InlineData(59.9, 50.0, Standing.Tight)]
    [InlineData(60.1, 50.0, Standing.Stop)]
    [InlineData(50, 56.9, Standing.Holds)]
    [InlineData(50, 57.1, Standing.Tight)]
    [InlineData(50, 64.9, Standing.Tight)]
    [InlineData(50, 65.1, Standing.Stop)]
    [InlineData(50, null, Standing.Holds)]
    public void A_layer_is_tight_within_eight_degrees_of_what_it_stands(double peakC, double? foamC, Standing standing)
    {
        var curing = Curing.Over([new StackLayer(BedMaterial.Xps, 30), new StackLayer(BedMaterial.Plaster, 2)], new Room(20), new CureCare(), Stores.Examples.Sheets[0], new CureMemory());
        Assert.Equal(standing, curing.StandingOf(curing.Follow(2, []) with { PeakC = peakC, FoamFacePeakC = foamC }));
    }

    // Beaded foam gives way at 60.
    [Theory]
    [InlineData(59.9, Standing.Tight)]
    [InlineData(60.1, Standing.Stop)]
    public void Beaded_foam_stands_less(double foamC, Standing standing)
    {
        var curing = Curing.Over([new StackLayer(BedMaterial.Eps, 30), new StackLayer(BedMaterial.Plaster, 2)], new Room(20), new CureCare(), Stores.Examples.Sheets[0], new CureMemory());
        Assert.Equal(standing, curing.StandingOf(curing.Follow(2, []) with { PeakC = 30, FoamFacePeakC = foamC }));
    }

    [Fact]
    public void A_colder_room_takes_longer_by_the_ratio_of_its_rates()
    {
        var plan = Only(Samples.Creek with { Room = new Room(13) });
        var slowdown = Math.Exp(55_000 / CureKinetics.GasConstant * ((1 / 286.15) - (1 / 296.15)));
        Assert.Equal(12 * slowdown, plan.Layers.Is!.Layers[1].PourH, 9);
        Assert.Equal((12 + 72) * slowdown, plan.Layers.Is!.FullCureH!.Value, 9);
        Assert.True(plan.Layers.Is!.StripH >= (12 + 20) * slowdown);
        Assert.Contains(plan.Notices, notice => notice.Sentence.Contains("too cold for", StringComparison.Ordinal));
        Assert.True(plan.Layers.Is!.Layers[0].Cure.GelH > Only(Samples.Creek).Layers.Is!.Layers[0].Cure.GelH);
    }

    [Fact]
    public void Cold_nights_count()
    {
        var nights = Only(Samples.Creek with { Room = new Room(23) { NightC = 12 } });
        Assert.True(nights.Layers.Is!.Layers[1].PourH > Only(Samples.Creek).Layers.Is!.Layers[1].PourH);
        Assert.Contains(nights.Notices, notice => notice.Sentence.Contains("At 12 °C it is too cold", StringComparison.Ordinal));
    }

    [Fact]
    public void A_pour_of_the_evening_goes_through_the_night_first()
    {
        // Poured at seven in the evening it is cold from half past eight; poured in the morning it would have the day first.
        var evening = RoomCourse.DayAndNight(23, 12, 19, 48);
        Assert.Equal([23, 23, 17.5, 12, 12, 23], new[] { 0, 0.5, 1, 1.5, 12.5, 13.5 }.Select(evening.AtC));
        var layer = Only(Samples.Creek with { Room = new Room(23) { NightC = 12 } }).Layers.Is!.Layers[0];
        StackLayer[] bed = [new(BedMaterial.Ply, 6), new(BedMaterial.Xps, 6), new(BedMaterial.Plaster, 2)];
        double GelOf(double pouredAt)
        {
            var problem = new CureProblem(ResinProperties.Of(ExampleSheets.All[0]), layer.DepthMm, bed, RoomCourse.DayAndNight(23, 12, pouredAt, 48), 48, 9, 6);
            return CureColumn.Follow(problem).GelH!.Value;
        }

        Assert.Equal(GelOf(19), layer.Cure.GelH!.Value, 0.1);
        Assert.True(GelOf(19) > GelOf(8) + 0.5, $"{GelOf(19)} h after an evening's pour, {GelOf(8)} after a morning's");
    }

    [Fact]
    public void Dams_come_off_at_the_later_of_sheet_and_model()
    {
        var slow = Stores.Examples.Sheets[0] with { DemouldH = 1 };
        var plan = Planner.Plan(Samples.Creek, Stores.Examples with { Sheets = [slow] }).Waters[0];
        Assert.Equal(plan.Layers.Is!.Layers[^1].PourH + plan.Layers.Is!.Layers[^1].Cure.FirmH!.Value, plan.Layers.Is!.StripH!.Value, 9);
    }

    [Fact]
    public void Each_layer_has_its_own_peak_pot_life_and_bubbles()
    {
        var plan = Only(Samples.Creek);

        // Over foam and plaster the first is hotter; the second gives some of its heat to the first.
        Assert.Equal(37.12, plan.Layers.Is!.Layers[0].Cure.PeakC, 0.02);
        Assert.Equal(35.68, plan.Layers.Is!.Layers[1].Cure.PeakC, 0.02);

        // Held to the 25 minutes of the sheet.
        Assert.All(plan.Layers.Is!.Layers, layer => Assert.Equal(25, layer.PotLifeMin!.Value, 9));
        Assert.All(plan.Layers.Is!.Layers, layer => Assert.Equal(0.02593, layer.Cure.LargestBubbleMm!.Value, 5));
    }

    [Fact]
    public void A_room_hotter_than_the_limit_stops_it()
    {
        // A product that stands no warmth at all.
        var room = Samples.Creek with { Room = new Room(45) };
        var quick = Stores.Examples.Sheets[0] with { GelH = 0.02 };
        var plan = Planner.Plan(room, Stores.Examples with { Sheets = [quick] }).Waters[0];
        Assert.Contains(plan.Notices, notice => notice.Standing == Standing.Stop);
    }

    // Columns are followed to a hundredth of a millimetre: a safe depth of 5.4375 mm was followed as 5.44, and the plan stopped its own safe layer.
    [Fact]
    public void A_layer_as_deep_as_is_safe_is_not_stopped()
    {
        var plan = Only(Warm with
        {
            Recipe = [new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 70 }, new Channel { Id = "creek", Name = "Creek bed", Points = [new(-60, 50, 40), new(260, 50, 40)], BedStartMm = 33, BedEndMm = 33, BankAngleDeg = 90 }],
            Waters = [Samples.Creek.Waters[0] with { ProductId = ExampleSheets.All[0].Id, WaterlineMm = 39, Strategy = LayerStrategy.Fewest }],
            Room = new Room(16),
            Care = new CureCare(true),
        });
        var deepest = plan.Layers.Is!.Layers[0];
        Assert.Equal(plan.Safe!.SafeMm, deepest.DepthMm, 9);
        Assert.InRange(deepest.Cure.PeakC, 55, SafeDepth.ResinLimitC);
        Assert.NotEqual(Standing.Stop, deepest.Cure.Standing);
    }

    [Property(MaxTest = 25)]
    public bool The_plan_never_exceeds_the_sheet_nor_the_heat_whatever_bed_room_and_waterline(byte foam, byte room, byte line, byte product, byte strategy, bool covered)
    {
        var sheet = ExampleSheets.All[product % 3];
        var build = Warm with
        {
            Recipe = [new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 70 }, new Channel { Id = "creek", Name = "Creek bed", Points = [new(-60, 50, 40), new(260, 50, 40)], BedStartMm = 2 + (foam % 40), BedEndMm = 2 + (foam % 40), BankAngleDeg = 90 }],
            Waters = [Samples.Creek.Waters[0] with { ProductId = sheet.Id, WaterlineMm = 3 + (foam % 40) + (line % 25), Strategy = (LayerStrategy)(strategy % 4), SealMm = 2 }],
            Room = new Room(12 + (room % 18)),
            Care = new CureCare(covered),
        };
        var plan = Only(build);
        return plan.Layers.Is!.Layers.All(layer => layer.DepthMm <= sheet.GreatestLayerMm + 1e-9 && layer.DepthMm <= plan.Safe!.SafeMm + 1e-9)
            && (plan.Layers.Is!.Layers.Count == 0 || plan.Layers.Is!.Layers[0].Cure.PeakC <= SafeDepth.ResinLimitC)
            && plan.Layers.Is!.StripH >= plan.Layers.Is!.Layers[^1].PourH + (plan.Layers.Is!.Layers[^1].Cure.FirmH ?? 0) - 1e-9;
    }
}
