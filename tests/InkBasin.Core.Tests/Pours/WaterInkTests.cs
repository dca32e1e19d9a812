using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;

namespace InkBasin.Core.Tests.Pours;

public class WaterInkTests
{
    private static readonly InkChoice Harbour = new("blue-green", 0.2) { Shades = [new("umber", 0.08), new("white-paste", 0.01)] };

    private static readonly BedPaint Painted = new() { Middle = "#203028", MiddleFromMm = 9, Beach = "#d8c8a0", BeachToMm = 2 };

    // 12 mm deep in two layers of 6 mm.
    private static Build With(Func<Core.Builds.Water, Core.Builds.Water> change) => Samples.Creek with { Waters = [change(Samples.Creek.Waters[0])] };

    private static WaterPlan Only(Build build) => Planner.Plan(build, Stores.Examples).Waters[0];

    private static InkLayer Inked(InkChoice ink, double times = 1) =>
        InkLayer.Mixed(BareResin.Layer, ink.Parts.Select(part => (ExampleTints.All.Single(tint => tint.Id == part.TintId).Colour, part.MlPer100Ml * times)));

    private static InkLayer Given(PlannedLayer layer) =>
        InkLayer.Mixed(BareResin.Layer, layer.Ink!.Doses.Select(dose => (ExampleTints.All.Single(tint => tint.Id == dose.TintId).Colour, dose.GivenMlPer100Ml)));

    // What a maker sees where the bank is high stands in the upper layer alone: the lower one is not there.
    [Fact]
    public void The_look_has_each_layer_where_it_stands()
    {
        var plan = Only(With(water => water with { Ink = Harbour with { FirstTimes = 3 }, Paint = Painted }));
        var layers = plan.Layers.Is!.Layers;
        Assert.Equal(2, layers.Count);
        var (low, high) = (Given(layers[0]), Given(layers[1]));
        var look = plan.Look;
        Assert.Equal([layers[0].ToMm, layers[1].ToMm], look.Tops.Select(top => top.ToMm));
        Assert.Equal([6, 12], look.Tops.Select(top => Math.Round(top.DeepestMm, 9)));
        foreach (var (i, share) in look.Shares.Index())
        {
            var depth = share * 12;
            var upper = Math.Min(depth, 6);
            Assert.Equal(high.Over(low.Over(Painted.At(depth), depth - upper), upper).ToHex(), look.Tops[1].Colours[i]);

            // With only the first layer in, the bed is painted for the finished water all the same.
            Assert.Equal(low.Over(Painted.At(6 + (share * 6)), share * 6).ToHex(), look.Tops[0].Colours[i]);
        }
    }

    // A drawing that goes straight from one colour of the table to the next is nowhere more than 1/255 off.
    [Theory]
    [InlineData(0.02)]
    [InlineData(0.2)]
    [InlineData(1.2)]
    public void Between_two_colours_of_the_table_a_straight_line_will_do(double strength)
    {
        var plan = Only(With(water => water with { Ink = new InkChoice("black-ink", strength), Paint = Painted }));
        var (look, layers) = (plan.Look, plan.Layers.Is!.Layers);
        var top = look.Tops[^1];
        var column = new InkColumn([.. layers.Select(layer => (layer.DepthMm, Given(layer)))]);
        for (var i = 1; i < look.Shares.Count; i++)
        {
            for (var part = 1; part < 8; part++)
            {
                var share = look.Shares[i - 1] + ((look.Shares[i] - look.Shares[i - 1]) * part / 8);
                var (r, _, b) = column.Over(Painted.At(share * 12), share * 12).ToSrgb();
                int Channel(string hex, int at) => Convert.ToInt32(hex.Substring(at, 2), 16);
                double Between(int at) => Channel(top.Colours[i - 1], at) + ((Channel(top.Colours[i], at) - Channel(top.Colours[i - 1], at)) * part / 8.0);
                Assert.Equal(r, Between(1), 1.0);
                Assert.Equal(b, Between(5), 1.0);
            }
        }
    }

    [Fact]
    public void The_wedge_the_cup_the_smear_and_the_puddle_are_of_one_ink()
    {
        var build = With(water => water with { Ink = Harbour });
        var plan = Only(build);
        var (ink, layers, recipe) = (plan.Ink, plan.Layers.Is!.Layers, Inked(Harbour));
        var column = new InkColumn([.. layers.Select(layer => (layer.DepthMm, Given(layer)))]);
        Assert.Equal([LaneBed.Painted, LaneBed.Pale, LaneBed.Earth, LaneBed.Dark], ink.Lanes.Select(lane => lane.Bed));
        Assert.Equal(column.Over(UsualBed.Light, 12).ToHex(), ink.Lanes[1].Colours[^1]);
        Assert.Equal(UsualBed.Dark.ToHex(), ink.Lanes[3].Colours[0]);
        Assert.Equal(ink.Lanes[2].Colours, ink.Lanes[0].Colours);
        Assert.Equal(recipe.FadeDepthMm(UsualBed.Light, UsualBed.Dark), ink.FadeMm);
        Assert.Equal(recipe.DarkDepthMm(UsualBed.Light), ink.DarkMm);

        var (white, own) = (new LinearRgb(0.85, 0.85, 0.85), Assert.Single(ink.InHand));
        Assert.Null(own.PlaceId);
        var cup = build.Measuring.Cup.MarkMm(layers[0].Mix.Batches[0].MixedMl)!.Value;
        Assert.Equal((cup, recipe.Over(white, cup).ToHex()), (own.Cup!.DepthMm, own.Cup.Hex));
        Assert.Equal((0.2, recipe.Over(white, 0.2).ToHex()), (own.Smear.DepthMm, own.Smear.Hex));
        Assert.Equal((5, recipe.Over(UsualBed.Earth, 5).ToHex()), (own.Puddle.DepthMm, own.Puddle.Hex));
        Assert.Equal(0, ink.FalseBedDeltaE[^1], 9);
        Assert.True(ink.FalseBedDeltaE[0] > 5);
    }

    [Theory]
    [InlineData(7.9, Darkness.Black)]
    [InlineData(8.1, Darkness.NearlyBlack)]
    [InlineData(17.9, Darkness.NearlyBlack)]
    [InlineData(18.1, Darkness.VeryDark)]
    [InlineData(31.9, Darkness.VeryDark)]
    [InlineData(32.1, Darkness.Plain)]
    public void Dark_is_said_by_lightness(double lightness, Darkness said)
    {
        // CIE 1976 turned round.
        var y = lightness > 8 ? Math.Pow((lightness + 16) / 116, 3) : lightness * 27 / 24389;
        Assert.Equal(said, WaterInk.DarknessOf(new LinearRgb(y, y, y)));
    }

    [Fact]
    public void Lines_show_through_a_dam_where_the_layers_differ_and_only_there()
    {
        var even = Only(With(water => water with { Ink = Harbour })).Ink;
        Assert.Equal(0, Assert.Single(even.SideLines).DeltaE, 9);

        // A clear dye, so weak that 60 mm of it do not look bottomless: of what is, no line is seen, however strong.
        var build = With(water => water with { Ink = new InkChoice("blue-green", 0.05, 3) });
        var plan = Only(build);
        var line = Assert.Single(plan.Ink.SideLines);
        var layers = plan.Layers.Is!.Layers;
        Assert.Equal((1, layers[0].ToMm), (line.UnderLayer, line.AtMm));
        Assert.Equal(Lab.DeltaE(Given(layers[0]).Over(UsualBed.Earth, 60), Given(layers[1]).Over(UsualBed.Earth, 60)), line.DeltaE, 12);
        Assert.True(line.DeltaE > 1);
    }

    [Fact]
    public void In_the_middle_of_the_board_nothing_is_seen_from_the_side()
    {
        var inland = With(water => water with { Ink = new InkChoice("blue-green", 0.05, 3) });
        inland = inland with { Recipe = [.. inland.Recipe.Select(step => step is Channel channel ? channel with { Points = [new(40, 50, 40), new(160, 50, 40)] } : step)] };
        var plan = Only(inland);
        Assert.Equal(2, plan.Layers.Is!.Layers.Count);
        Assert.Empty(plan.Ink.SideLines);
    }

    // A colour of its own at the cut side shows its own line there; one inland does not.
    [Fact]
    public void Lines_at_the_side_are_of_the_colours_that_stand_there()
    {
        InkChoice Beside(double x) => new InkChoice("blue-green", 0.05, 3) { Places = [new("p", new(x, 50), 15, [new("umber", 0.02)])], BlendMm = 4 };
        SideLine Line(InkChoice ink) => Assert.Single(Only(With(water => water with { Ink = ink })).Ink.SideLines);
        double Between(InkChoice ink, int zone)
        {
            var layers = Only(With(water => water with { Ink = ink })).Layers.Is!.Layers;
            LinearRgb Through(int layer) => layers[layer].Zones[zone].Ink!.Ink.Over(UsualBed.Earth, WaterInk.IntoSideMm);
            return Lab.DeltaE(Through(0), Through(1));
        }

        Assert.Equal(Between(Beside(100), 0), Line(Beside(100)).DeltaE, 9);
        Assert.True(Between(Beside(0), 1) > Between(Beside(0), 0) + 0.3);
        // Where it blends it may differ a little more.
        Assert.InRange(Line(Beside(0)).DeltaE, Between(Beside(0), 1), Between(Beside(0), 1) + 0.05);
    }

    [Fact]
    public void Each_colour_of_a_water_is_told_in_cup_smear_and_puddle()
    {
        var place = new InkPlace("p", new(100, 50), 30, [new("umber", 0.4)]);
        var plan = Only(With(water => water with { Ink = Harbour with { Places = [place] } }));
        var (own, other) = (plan.Ink.InHand[0], plan.Ink.InHand[1]);
        Assert.Equal([null, "p"], plan.Ink.InHand.Select(one => one.PlaceId));
        var umber = InkLayer.Mixed(BareResin.Layer, [(ExampleTints.All.Single(tint => tint.Id == "umber").Colour, 0.4)]);
        Assert.Equal(umber.Over(UsualBed.Earth, 5).ToHex(), other.Puddle.Hex);
        Assert.Equal(Inked(Harbour).Over(UsualBed.Earth, 5).ToHex(), own.Puddle.Hex);
        var zones = plan.Layers.Is!.Layers[0].Zones;
        var cup = Samples.Creek.Measuring.Cup;
        Assert.Equal([.. zones.Select(zone => cup.MarkMm(zone.Mix.Batches[0].MixedMl))], [own.Cup?.DepthMm, other.Cup?.DepthMm]);

        // Where too little stands of it, no cup is mixed.
        var none = Only(With(water => water with { Ink = Harbour with { Places = [place with { At = new(2, 2), ReachMm = 1 }], BlendMm = 1 } }));
        Assert.Null(none.Ink.InHand[1].Cup);
        Assert.NotNull(none.Ink.InHand[0].Cup);
    }

    [Fact]
    public void A_drowned_thing_is_seen_through_the_water_in_its_own_colour()
    {
        var build = With(water => water with { Ink = Harbour }) with { Drowned = [Samples.Log with { Colour = "#a03020" }] };
        var plan = Only(build);
        var seen = Assert.Single(plan.Ink.Drowned);
        var layers = plan.Layers.Is!.Layers;
        var (low, high) = (Given(layers[0]), Given(layers[1]));
        Assert.Equal("log", seen.ThingId);
        Assert.Equal("#a03020", seen.Colours[0]);
        foreach (var (i, share) in plan.Look.Shares.Index())
        {
            var depth = share * 12;
            var upper = Math.Min(depth, 6);
            Assert.Equal(high.Over(low.Over(LinearRgb.FromHex("#a03020", "colour"), depth - upper), upper).ToHex(), seen.Colours[i]);
        }

        Assert.Equal("drowned[0].colour", Assert.Throws<RefusedException>(() => (Samples.Log with { Colour = "rust" }).Check("drowned[0]")).Field);
    }

    // The band of a layer is what stands at the deepest place itself: the brush and the colours beside each other count.
    [Fact]
    public void The_bands_are_the_colours_of_the_deepest_place()
    {
        var plain = Only(With(water => water with { Ink = Harbour }));
        Assert.Equal(plain.Look.Tops.Select(top => top.Colours[^1]), plain.Look.Bands);

        var painted = With(water => water with { Ink = Harbour with { Places = [new("p", new(100, 50), 200, [new("umber", 0.4)])] }, BedStrokes = [new("#f0e0c0", 500, [new(100, 50)])] });
        var answers = Planner.Answers(painted, Stores.Examples).Waters[0];
        var (plan, picture) = (answers.Plan(), answers.Picture());
        var (row, column) = Math.DivRem(answers.Standing.DeepestCell, answers.Standing.Region.Field.Columns);
        var at = (((row - picture.Row0) * picture.Columns) + column - picture.Column0) * 4;
        foreach (var (k, hex) in plan.Look.Bands.Index())
            Assert.Equal([.. picture.Rgba[k + 1].Skip(at).Take(3)], Convert.FromHexString(hex[1..]));
        Assert.NotEqual(plan.Look.Tops[^1].Colours[^1], plan.Look.Bands[^1]);
    }

    [Fact]
    public void A_dark_middle_makes_it_look_deeper()
    {
        var plan = Only(With(water => water with { Ink = new InkChoice("olive", 0.1) }));
        var ink = Inked(new InkChoice("olive", 0.1));
        Assert.Equal([24, 36], plan.Ink.DeepBeds.Select(bed => Math.Round(bed.LooksMm, 9)));
        var twice = plan.Ink.DeepBeds[0];
        Assert.Equal(ink.Over(UsualBed.Earth, 24).ToHex(), ink.Over(LinearRgb.FromHex(twice.Hex, ""), 12).ToHex());
        Assert.InRange(twice.DeltaE, 0, 1);
        Assert.True(Lab.Of(LinearRgb.FromHex(twice.Hex, "")).L < Lab.Of(UsualBed.Earth).L);
    }

    // What a second depth adds is seen, or it is not offered.
    [Theory]
    [InlineData(0.1, 2)]
    [InlineData(0.6, 0)]
    public void Where_the_bed_is_hidden_no_paint_is_offered(double white, int offered) =>
        Assert.Equal(offered, Only(With(water => water with { Ink = white > 0.5 ? new InkChoice("white-paste", white) : new InkChoice("olive", white) })).Ink.DeepBeds.Count);

    // Water over black only gets lighter with its depth, so that a bed dark enough for any deeper water is always to be had.
    [Fact]
    public void Any_ink_can_be_made_to_look_deeper()
    {
        foreach (var tint in ExampleTints.All)
        {
            foreach (var bed in Only(With(water => water with { Ink = new InkChoice(tint.Id, 0.15) })).Ink.DeepBeds) Assert.InRange(bed.DeltaE, 0, 1);
        }
    }

    [Fact]
    public void What_is_poured_keeps_the_ink_it_was_begun_with()
    {
        var build = With(water => water with { Ink = Harbour });
        var to = Only(build).Layers.Is!.Layers[0].ToMm;
        var begun = new BeginPour("p", "w", 1, Samples.Evening, to).Apply(build).After;
        Assert.Equal(Harbour, begun.Begun[0].Ink);
        Assert.DoesNotContain(Only(begun).Notices, notice => notice.Kind == "inkChanged");

        var changed = begun with { Waters = [begun.Waters[0] with { Ink = new InkChoice("olive", 0.3) }] };
        var plan = Only(changed);
        var layers = plan.Layers.Is!.Layers;
        Assert.Equal(["blue-green", "umber", "white-paste"], layers[0].Ink!.Doses.Select(dose => dose.TintId));
        Assert.Equal(["olive"], layers[1].Ink!.Doses.Select(dose => dose.TintId));
        Assert.Equal(Given(layers[1]).Over(Inked(Harbour).Over(UsualBed.Earth, layers[0].DepthMm), layers[1].DepthMm).ToHex(), plan.Look.Tops[1].Colours[^1]);

        var told = Assert.Single(plan.Notices, notice => notice.Kind == "inkChanged");
        Assert.Equal(Standing.Tight, told.Standing);
        LinearRgb olive = Inked(new("olive", 0.3)).Over(UsualBed.Earth, 60), harbour = Inked(Harbour).Over(UsualBed.Earth, 60);
        Assert.Equal(Lab.DeltaE(harbour, olive), told.Numbers["sideDeltaE"], 9);

        // Back to what it was, in another order: nothing to tell.
        var back = new InkChoice("umber", 0.08) { Shades = [new("blue-green", 0.2), new("white-paste", 0.01)] };
        Assert.DoesNotContain(Only(begun with { Waters = [begun.Waters[0] with { Ink = back }] }).Notices, notice => notice.Kind == "inkChanged");
    }

    [Theory]
    [InlineData("raw-sienna-wash", 1.9, false)]
    [InlineData("raw-sienna-wash", 2.1, true)]
    [InlineData("orange", 0.95, false)]
    [InlineData("orange", 1.1, true)]
    public void More_than_resin_bears_of_a_kind_is_told(string tint, double strength, bool told) =>
        Assert.Equal(told, Only(With(water => water with { Ink = new InkChoice(tint, strength) })).Notices.Any(notice => notice.Kind == "tooMuchOfItsKind"));

    [Fact]
    public void A_tint_that_is_gone_stops_the_pour_and_the_others_are_looked_through()
    {
        var plan = Only(With(water => water with { Ink = Harbour with { Shades = [new("gone", 0.1)] } }));
        Assert.Contains(plan.Notices, notice => notice is { Kind: "noTint", Standing: Standing.Stop });
        Assert.Equal(["blue-green"], plan.Layers.Is!.Layers[0].Ink!.Doses.Select(dose => dose.TintId));
    }
}
