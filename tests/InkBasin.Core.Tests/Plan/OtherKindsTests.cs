using FsCheck.Xunit;
using InkBasin.Core.Builds;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Plan;

public class OtherKindsTests
{
    private static Build With(string productId, Func<InkBasin.Core.Builds.Water, InkBasin.Core.Builds.Water>? change = null)
    {
        var water = Samples.Creek.Waters[0] with { ProductId = productId };
        return Samples.Creek with { Waters = [change is null ? water : change(water)] };
    }

    private static WaterPlan Only(Build build) => Planner.Plan(build, Stores.Examples).Waters[0];

    [Fact]
    public void One_part_water_dries_in_coats_of_its_own_and_makes_up_for_what_it_loses()
    {
        var plan = Only(With("one-part-water"));
        var sheet = ExampleSheets.All.Single(one => one.Id == "one-part-water");
        Assert.All(plan.Layers.Is!.Layers, layer => Assert.True(DryingCoats.WetMm(layer.DepthMm, sheet.ShrinkPercent) <= sheet.GreatestLayerMm + 1e-9));
        Assert.Equal(96 / 0.7, plan.Layers.Is!.Layers.Sum(layer => layer.VolumeMl), 6);
        Assert.All(plan.Layers.Is!.Layers, layer => Assert.Equal(0, layer.Mix.Batches[0].BG));
        Assert.All(plan.Layers.Is!.Layers, layer => Assert.Null(layer.Cure.GelH));
        Assert.Contains(plan.Notices, one => one.Sentence.Contains("does not level itself", StringComparison.Ordinal));
        Assert.Equal(DryingCoats.Hours(sheet.Drying!, plan.Layers.Is!.Layers[0].DepthMm / 0.7, 50), plan.Layers.Is!.Layers[1].PourH, 9);

        var damp = Only(With("one-part-water") with { Room = new Room(23, 80) });
        Assert.Equal(2.5 * plan.Layers.Is!.Layers[1].PourH, damp.Layers.Is!.Layers[1].PourH, 6);
        Assert.Contains(damp.Notices, one => one.Standing == Standing.Tight && one.Sentence.Contains("80 % humidity", StringComparison.Ordinal));
        Assert.Equal(["drops", "freeboard", "layers", "mix", "takes", "times", "volume"], plan.Workings.Keys.Order());
    }

    [Fact]
    public void Uv_resin_is_cut_thinner_by_its_ink_and_stopped_when_that_is_too_dark()
    {
        var clear = Only(With("uv-resin", water => water with { Ink = new InkChoice(null, 0) }));
        Assert.Equal((3, DepthLimit.Sheet), (clear.Safe!.SafeMm, clear.Safe.LimitedBy));
        var inked = Only(With("uv-resin", water => water with { Ink = new InkChoice("olive", 0.4) }));
        Assert.Equal(DepthLimit.Ink, inked.Safe!.LimitedBy);
        Assert.InRange(inked.Safe.SafeMm, 0.3, 2.9);
        Assert.True(inked.Layers.Is!.Layers.Count > clear.Layers.Is!.Layers.Count);
        Assert.DoesNotContain(inked.Layers.Is!.Layers, layer => layer.Cure.Standing == Standing.Stop);
        var dark = Only(With("uv-resin", water => water with { Ink = new InkChoice("black-ink", 3) }));
        Assert.Contains(dark.Notices, one => one.Standing == Standing.Stop && one.Sentence.Contains("too dark for the lamp", StringComparison.Ordinal));
        Assert.All(dark.Layers.Is!.Layers, layer => Assert.Equal(Standing.Stop, layer.Cure.Standing));
    }

    [Fact]
    public void Polyester_over_foam_is_stopped_until_a_barrier_is_logged()
    {
        var build = With("polyester");
        var plan = Planner.Plan(build, Stores.Examples);
        Assert.Contains(plan.Waters[0].Notices, one => one.Standing == Standing.Stop && one.Sentence.Contains("dissolves bare polystyrene", StringComparison.Ordinal));
        Assert.Equal(Known.No, Samples.ListOf(build).Single(check => check.Item == CheckItem.Layer).Known);
        var barred = With("polyester", water => water with { Barrier = new FoamBarrier("Two coats of epoxy", Samples.Evening) });
        Assert.DoesNotContain(Only(barred).Notices, one => one.Standing == Standing.Stop);
        Assert.Contains(Only(barred).Notices, one => one.Sentence.Contains("Two coats of epoxy", StringComparison.Ordinal));

        // Carved down to the board there is none to dissolve.
        var bare = build with { Recipe = [.. build.Recipe.Where(step => step.Id is not "foam" and not "creek")], Waters = [build.Waters[0] with { WaterlineMm = 6 }] };
        Assert.DoesNotContain(Only(bare).Notices, one => one.Sentence.Contains("dissolves", StringComparison.Ordinal));
    }

    [Fact]
    public void Gloss_gel_fills_no_bed_but_covers_a_surface_by_area_and_coats()
    {
        Assert.Contains(Only(With("gloss-gel")).Notices, one => one.Standing == Standing.Stop && one.Sentence.Contains("for the surface", StringComparison.Ordinal));
        var plan = Only(With("coating-epoxy", water => water with { Gel = new GelCoat("gloss-gel", 2, 25) }));
        Assert.Equal(8000 * 0.25 * 1 / 1000 * 2 * 1.1, plan.Gel!.VolumeMl, 9);
        Assert.Equal(2 * plan.Gel.CoatDryH, plan.Gel.AllDryH);
        Assert.Null(Only(With("coating-epoxy")).Gel);

        // Twice as thick a coat takes twice the gel and four times as long.
        var thick = Only(With("coating-epoxy", water => water with { Gel = new GelCoat("gloss-gel", 2, 25) { CoatMm = 2 } })).Gel!;
        Assert.Equal((2 * plan.Gel.VolumeMl, 4 * plan.Gel.CoatDryH), (thick.VolumeMl, thick.CoatDryH));
        Assert.Contains("20 to 30 minutes", thick.Sentence, StringComparison.Ordinal);
        Assert.Equal(thick.CoatDryH > GelPlan.ThickH, thick.Sentence.Contains("two of half the thickness", StringComparison.Ordinal));
        Assert.DoesNotContain("two of half the thickness", plan.Gel.CoatDryH <= GelPlan.ThickH ? plan.Gel.Sentence : "", StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(0.5, false)]
    [InlineData(2.25, false)]
    [InlineData(2.35, true)]
    public void A_thick_layer_under_the_lamp_is_said_to_heat(double depthMm, bool told)
    {
        // 133 K of heat, and √(0.1·90) mm = 3 mm carried off either way: over 60 °C in a room of 23 from 2.31 mm on.
        Assert.Equal(23 + (300 * 0.8 / 1.8 * depthMm / (depthMm + 6)), LampHeat.PeakC(depthMm, 90, 23), 9);
        var sheet = Stores.Examples.Sheets.Single(one => one.Id == "uv-resin") with { GreatestLayerMm = 4, Flash = new UvFlash(4, 90) };
        var build = With("uv-resin", water => water with { Ink = new InkChoice(null, 0), WaterlineMm = 8 + depthMm, OwnTopsMm = null });
        var notices = Planner.Plan(build, Stores.Examples with { Sheets = [sheet] }).Waters[0].Notices;
        Assert.Equal(told, notices.Any(notice => notice.Kind == "lampHeat" && notice.Standing == Standing.Tight));
    }

    [Fact]
    public void What_is_green_is_trimmed_and_what_is_hard_is_polished()
    {
        Assert.Equal(new Trimming(20, 33, 46, 72), Trimming.Of(20, 72));
        Assert.Equal(new Trimming(80, 80, 80, 80), Trimming.Of(80, 72));
        var plan = Only(With("coating-epoxy")).Layers.Is!;
        Assert.Equal(plan.StripH - plan.Layers[^1].PourH, plan.Trim!.GreenFromH);
        Assert.Equal(plan.FullCureH!.Value - plan.Layers[^1].PourH, plan.Trim.PolishFromH, 9);
        Assert.Null(Only(With("one-part-water")).Layers.Is!.Trim);
    }

    [Theory]
    [InlineData("one-part-water")]
    [InlineData("uv-resin")]
    [InlineData("gloss-gel")]
    public void What_does_not_react_has_no_heat_to_follow_and_says_so(string id)
    {
        var water = Planner.Answers(With(id), Stores.Examples).Of("w");
        Assert.Null(water.Course!.Curing);
        Assert.Contains("holds no ripples", Assert.Throws<RefusedException>(water.Surface).Message, StringComparison.Ordinal);
        Assert.Equal(Enum.GetValues<LayerStrategy>(), StrategyTrade.Of(water.Case).Where(way => way.Trade.Is!.Layers > 0).Select(way => way.Strategy));
    }

    [Property(MaxTest = 80)]
    public bool No_plan_exceeds_its_sheet_whatever_product_bed_room_and_waterline(byte kind, byte depth, byte gel, byte batch, byte room, byte line, byte strategy, byte bed)
    {
        var of = (ProductKind)(kind % 6);
        var label = new SheetDraft("Random", of) { GreatestLayerMm = 1 + (depth / 8.0), GelH = 0.5 + (gel / 6.0), MaxBatchG = 30 + (batch * 4), LeastLayerMm = 0.3 };
        var sheet = label.Complete("random");
        var build = With("random", water => water with { WaterlineMm = 0.5 + (bed % 28) + (line / 255.0 * 20), Strategy = (LayerStrategy)(strategy % 4), Ink = new InkChoice("blue-green", 0.1) }) with
        {
            Room = new Room(10 + (room % 20), 30 + (room % 50)),
            Recipe = [new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 60 }, new Channel { Id = "creek", Name = "Creek bed", Points = [new(-60, 50, 40), new(260, 50, 40)], BedStartMm = bed % 28, BedEndMm = bed % 28, BankAngleDeg = 90 }],
        };
        var plan = Planner.Plan(build, Stores.Examples with { Sheets = [sheet] }).Waters[0];
        return plan.Layers.Is!.Layers.Count > 0
            && plan.Layers.Is!.Layers.All(layer => layer.DepthMm <= sheet.GreatestLayerMm * (1 + 1e-8) && layer.DepthMm <= (plan.Safe?.SafeMm ?? sheet.GreatestLayerMm) * (1 + 1e-8))
            && plan.Layers.Is!.Layers.All(layer => layer.Mix.Batches.All(one => one.MixedG <= sheet.MaxBatchG * (1 + 1e-8)))
            && plan.Layers.Is!.Layers.Zip(plan.Layers.Is!.Layers.Skip(1)).All(pair => pair.Second.PourH >= pair.First.RecoatFromH - 1e-9);
    }
}
