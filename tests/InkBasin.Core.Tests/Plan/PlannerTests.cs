using FsCheck.Xunit;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;

namespace InkBasin.Core.Tests.Plan;

public class PlannerTests
{
    private static WaterPlan Only(Build build) => Planner.Plan(build, Stores.Examples).Waters[0];

    private static Build With(Func<Core.Builds.Water, Core.Builds.Water> change) =>
        Samples.Creek with { Waters = [change(Samples.Creek.Waters[0])] };

    [Fact]
    public void A_creek_becomes_a_poured_plan()
    {
        // Bed 6 + skin 2, waterline 20: 40 × 200 × 12 mm = 96 ml; the coating's 6 mm makes two layers.
        var plan = Only(Samples.Creek);
        Assert.Equal(96, plan.Level.VolumeMl, 9);
        Assert.Equal(8, plan.Level.BedMm);
        Assert.Equal(0.912, plan.Level.ScaleDepthM, 9);
        Assert.Equal(25, plan.Level.SpillMm);
        Assert.Equal(Standing.Holds, plan.Level.Standing);
        Assert.Equal([14, 20], plan.Layers.Is!.Layers.Select(layer => layer.ToMm));
        Assert.All(plan.Layers.Is!.Layers, layer => Assert.Equal(48 / (1 - 0.006), layer.VolumeMl, 9));
    }

    [Fact]
    public void The_parts_weigh_what_the_ratio_says_and_drops_are_the_same_in_equal_batches()
    {
        var plan = Only(Samples.Creek);
        var batch = plan.Layers.Is!.Layers[0].Mix.Batches[0];
        Assert.Equal(1.13 / 1.01, batch.AG / batch.BG, 0.005);
        Assert.Equal(plan.Layers.Is!.Layers[0].Ink!.Doses, plan.Layers.Is!.Layers[1].Ink!.Doses);
        Assert.Equal(Math.Round(0.2 * batch.MixedMl / 100 / 0.05), Assert.Single(plan.Layers.Is!.Layers[0].Ink!.Doses).Amount);
    }

    [Fact]
    public void The_sheets_hours_are_laid_end_to_end_from_the_first_pour()
    {
        var plan = Only(Samples.Creek);
        var first = Samples.Creek.Waters[0].FirstPourAt!.Value;
        Assert.Equal(first, plan.Layers.Is!.Layers[0].PourAt);
        Assert.Equal(first.AddHours(12), plan.Layers.Is!.Layers[1].PourAt);
        Assert.Equal(first.AddHours(24), plan.Layers.Is!.Layers[1].RecoatFromAt);
        Assert.Equal(first.AddHours(12 + 20), plan.Layers.Is!.StripAt);
        Assert.Equal(first.AddHours(12 + 72), plan.Layers.Is!.FullCureAt);
        Assert.Null(Only(With(water => water with { FirstPourAt = null })).Layers.Is!.Layers[0].PourAt);
    }

    [Fact]
    public void Without_dams_the_edges_stop_it_and_dams_are_proposed_that_hold()
    {
        var bare = Samples.Creek with { Dams = [] };
        var plan = Only(bare);
        Assert.Equal(Standing.Stop, plan.Level.Standing);
        Assert.Equal(2, plan.Edges.Open.Count);
        Assert.Contains(plan.Notices, notice => notice.Standing == Standing.Stop && notice.Sentence.Contains("dam", StringComparison.Ordinal));
        var dammed = Only(bare with { Dams = Samples.PutUp(plan.Edges.Proposed) });
        Assert.Equal(Standing.Holds, dammed.Level.Standing);
        Assert.Equal(5, dammed.Level.FreeboardMm, 9);
    }

    [Theory]
    [InlineData(22.99, Standing.Holds)]
    [InlineData(23.01, Standing.Tight)]
    [InlineData(25, Standing.Tight)]
    [InlineData(25.01, Standing.Stop)]
    public void Freeboard_says_holds_tight_or_stop(double waterline, Standing standing) =>
        Assert.Equal(standing, Only(With(water => water with { WaterlineMm = waterline })).Level.Standing);

    [Fact]
    public void Nothing_wet_is_told_and_makes_no_layers()
    {
        var plan = Only(With(water => water with { WaterlineMm = 5 }));
        Assert.Empty(plan.Layers.Is!.Layers);
        Assert.Equal(0, plan.Level.VolumeMl);
        Assert.Contains(plan.Notices, notice => notice.Sentence.StartsWith("Nothing is wet", StringComparison.Ordinal));
    }

    [Fact]
    public void An_unknown_product_stops_the_plan_but_not_the_measuring()
    {
        var plan = Only(With(water => water with { ProductId = "gone" }));
        Assert.Equal(96, plan.Level.VolumeMl, 9);
        Assert.Empty(plan.Layers.Is!.Layers);
        Assert.Equal(Standing.Stop, plan.Notices[0].Standing);
    }

    [Fact]
    public void Too_much_tint_stops_and_what_is_too_coarse_is_let_down()
    {
        Assert.Contains(Only(With(w => w with { Ink = new("umber", 5) })).Notices, n => n.Standing == Standing.Stop && n.Sentence.Contains("limit", StringComparison.Ordinal));
        Assert.Contains(Only(With(w => w with { Ink = new("white-paste", 0.02) })).Notices, n => n.Kind == "letDown" && n.Sentence.StartsWith("White pigment paste is too strong", StringComparison.Ordinal));
        Assert.DoesNotContain(Only(Samples.Creek).Notices, n => n.Kind == "letDown");
    }

    [Fact]
    public void Two_waters_that_have_become_one_are_noticed()
    {
        var second = Samples.Creek.Waters[0] with { Id = "w2", Name = "Reach", Seed = new PointMm(20, 50) };
        var plans = Planner.Plan(Samples.Creek with { Waters = [Samples.Creek.Waters[0], second] }, Stores.Examples).Waters;
        Assert.All(plans, plan => Assert.Contains(plan.Notices, notice => notice.Sentence.Contains("one water with", StringComparison.Ordinal)));
    }

    [Fact]
    public void Every_figure_can_be_opened()
    {
        var plan = Only(Samples.Creek);
        Assert.Equal(["drops", "freeboard", "heat", "layers", "mix", "takes", "times", "volume"], plan.Workings.Keys.Order());
        double Of(string figure, string input) => plan.Workings[figure].Inputs.Single(one => one.Name == input).Value;

        // What opens gives the figure again: 2,000 wet cells of 2 × 2 mm, 12 mm deep in the mean.
        Assert.Equal(plan.Level.VolumeMl, Of("volume", "wet cells") * Of("volume", "side of a cell") * Of("volume", "side of a cell") * Of("volume", "mean depth") / 1000, 9);
        Assert.Equal(plan.Level.FreeboardMm, Of("freeboard", "spill level") - Of("freeboard", "waterline"), 9);
        Assert.Equal(plan.Takes.Range!.SureMl, Of("takes", "enough in 19 of 20 cases"), 9);
        Assert.Equal(plan.Takes.Range!.ExpectedMl, (Of("takes", "volume to the waterline") * Of("takes", "measured over reckoned")) - Of("takes", "displaced by drowned things"), 9);
        Assert.Equal((8, 20, 2), (Of("layers", "bed"), Of("layers", "waterline"), Of("layers", "layers")));
        Assert.Equal(plan.Layers.Is!.Layers.Sum(layer => layer.VolumeMl) - 96, Of("layers", "of the ml, to make up for shrinkage"), 9);
        Assert.Equal((plan.Safe!.SafeMm, plan.Safe.PeakC), (Of("heat", "safe depth"), Of("heat", "peak at that depth")));
        Assert.Equal(plan.Layers.Is!.Layers.Max(layer => layer.Cure.PeakC), Of("heat", "hottest planned layer"));
        Assert.Equal((1.13, 1.01, 5, 3), (Of("mix", "density of part one"), Of("mix", "density of part two"), Of("mix", "lost on sticks and walls"), Of("mix", "kept back by each cup")));
        Assert.Equal((plan.Layers.Is!.Layers[1].PourH, plan.Layers.Is!.StripH - plan.Layers.Is!.Layers[1].PourH), (Of("times", "recoat from"), Of("times", "strip dams after")));
        Assert.Equal(Of("drops", "Blue-green, measured out"), Math.Round(Of("drops", "Blue-green, wanted in 100 ml") * Of("drops", "first batch, mixed") / 100 / 0.05));
        Assert.Equal(Of("drops", "Blue-green, wanted in 100 ml") * Of("drops", "first batch, mixed") / 100, Of("drops", "Blue-green, that is"), 12);
        Assert.Equal(plan.Layers.Is!.Layers[0].Ink!.DeltaE, Of("drops", "colour off the recipe’s, CIEDE2000"));
        Assert.All(plan.Workings.Values, working => Assert.DoesNotContain("  ", working.Formula + working.Source, StringComparison.Ordinal));
    }

    [Property(MaxTest = 60)]
    public bool No_plan_exceeds_its_sheet(byte line, byte product, byte strategy, byte seal)
    {
        var sheet = ExampleSheets.All[product % 3];
        var plan = Only(With(water => water with
        {
            WaterlineMm = 8.5 + (line / 255.0 * 20),
            ProductId = sheet.Id,
            Strategy = (LayerStrategy)(strategy % 4),
            SealMm = 0.5 + (seal / 255.0 * 19),
        }));
        return plan.Layers.Is!.Layers.Count > 0
            && plan.Layers.Is!.Layers.All(layer => layer.DepthMm <= sheet.GreatestLayerMm * (1 + 1e-8))
            && plan.Layers.Is!.Layers.All(layer => layer.Mix.Batches.All(batch => batch.MixedG <= sheet.MaxBatchG * (1 + 1e-8)))
            && Enumerable.Range(1, plan.Layers.Is!.Layers.Count - 1).All(i => plan.Layers.Is!.Layers[i].PourH >= plan.Layers.Is!.Layers[i - 1].RecoatFromH);
    }

    [Property(MaxTest = 40)]
    public bool A_higher_waterline_never_takes_less(byte low, byte high)
    {
        double a = 8.5 + (Math.Min(low, high) / 255.0 * 20), b = 8.5 + (Math.Max(low, high) / 255.0 * 20);
        return Only(With(w => w with { WaterlineMm = a })).Level.VolumeMl <= Only(With(w => w with { WaterlineMm = b })).Level.VolumeMl;
    }
}
