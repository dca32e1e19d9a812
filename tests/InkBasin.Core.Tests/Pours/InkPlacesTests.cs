using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Pours;

/// <summary>Several colours side by side in one pour, and a bed painted with a brush: what is mixed of each, and what is seen where.</summary>
public class InkPlacesTests
{
    private static readonly InkChoice Green = new("blue-green", 0.2) { Shades = [new("umber", 0.08)] };

    private static readonly Board Board = Samples.Creek.Board;

    private static InkPlace Place(double x, double y, double reach = 25, string tint = "umber", double ml = 0.4, string id = "p") => new(id, new(x, y), reach, [new(tint, ml)]);

    private static Build With(Func<Core.Builds.Water, Core.Builds.Water> change) => Samples.Creek with { Waters = [change(Samples.Creek.Waters[0])] };

    private static BuildAnswers Answers(Build build) => Planner.Answers(build, Stores.Examples);

    private static readonly PointMm Middle = new(100, 50);

    [Fact]
    public void Shares_are_whole_within_reach_gone_past_the_blend_and_together_one()
    {
        var choice = Green with { Places = [Place(100, 100), Place(180, 100, id: "q")], BlendMm = 40 };
        double[] shares = new double[3];
        double[] At(double x, double y)
        {
            choice.SharesAt(new(x, y), shares);
            return [.. shares];
        }

        Assert.Equal([0, 1, 0], At(100, 124));
        Assert.Equal([1, 0, 0], At(100, 166));
        Assert.Equal(0.5, At(100, 145)[1], 1e-9);
        Assert.Equal(At(140, 100)[1], At(140, 100)[2], 1e-12);
        var random = new Random(3);
        for (var i = 0; i < 1000; i++)
        {
            var here = At(random.NextDouble() * 300, random.NextDouble() * 200);
            Assert.Equal(1, here.Sum(), 1e-12);
            Assert.All(here, share => Assert.InRange(share, 0, 1));
        }
    }

    // What is mixed of each colour is what stands of it, cell by cell; together it is the layer.
    [Fact]
    public void Each_colour_takes_what_stands_of_it_and_together_they_are_the_layer()
    {
        var random = new Random(11);
        for (var i = 0; i < 60; i++)
        {
            InkPlace[] places = [.. Enumerable.Range(0, 1 + random.Next(3)).Select(k => Place(random.NextDouble() * Board.WidthMm, random.NextDouble() * Board.DepthMm, 5 + (random.NextDouble() * 60), id: $"p{k}"))];
            var ink = Green with { Places = places, BlendMm = 1 + (random.NextDouble() * 80), FirstTimes = 1 + random.Next(2) };
            var water = Answers(With(one => one with { Ink = ink })).Waters[0];
            foreach (var layer in water.Layers.Is!.Layers.Where(layer => layer.Zones.Count > 0))
            {
                Assert.Equal(layer.VolumeMl, layer.Zones.Sum(zone => zone.VolumeMl), 1e-6);
                Assert.Equal(layer.Mix.Batches.Count, layer.Zones.Sum(zone => zone.Mix.Batches.Count));
                Assert.All(layer.Zones.Where(zone => zone.PlaceId is not null), zone => Assert.True(zone.VolumeMl >= PlannedZone.LeastMl));
                for (var pool = 0; pool < layer.Pools.Each.Count; pool++) Assert.Equal(1, layer.Zones.Sum(zone => zone.PoolShares[pool]), 1e-9);

                var field = water.Standing.Region.Field;
                double[] shares = new double[places.Length + 1], stands = new double[places.Length + 1];
                foreach (var cell in water.Standing.Region.Cells)
                {
                    var deep = Math.Max(0, layer.ToMm - Math.Max(layer.FromMm, field.HeightsMm[cell]));
                    ink.SharesAt(field.CentreOf(cell), shares);
                    for (var k = 0; k < shares.Length; k++) stands[k] += shares[k] * deep;
                }

                foreach (var zone in layer.Zones.Where(zone => zone.Place is not null && layer.Pools.Each.Count == 1))
                    Assert.Equal(stands[1 + Array.FindIndex(places, place => place.Id == zone.PlaceId)] / stands.Sum() * layer.VolumeMl, zone.VolumeMl, 0.01 * layer.VolumeMl);
            }
        }
    }

    // What stands in a layer of two colours is in place before the first cup of the first, and what goes into it comes after the last cup of the last; never twice.
    [Fact]
    public void Things_of_a_layer_of_several_colours_come_before_all_and_after_all()
    {
        var build = With(one => one with { Ink = Green with { Places = [Place(Middle.XMm, Middle.YMm)], BlendMm = 20 } });
        var sessions = Answers(build with { Drowned = [Samples.Log with { Layer = 1 }, Samples.Log with { Id = "raft", Name = "Raft", At = new(60, 50), SetIn = SetIn.Into, Layer = 1 }] }).Sessions.Is!;
        var (own, beside) = (sessions[0], sessions[1]);
        Assert.Equal("Log", Assert.Single(own.Cards[0].Things).Name);
        Assert.Equal("Raft", Assert.Single(beside.Cards[^1].Things).Name);
        Assert.Equal(2, sessions.SelectMany(session => session.Cards).Sum(card => card.Things.Count));
    }

    [Fact]
    public void Each_colour_has_cups_of_its_own_and_the_last_brings_the_layer_to_its_top()
    {
        var build = With(one => one with { Ink = Green with { Places = [Place(Middle.XMm, Middle.YMm)], BlendMm = 20 } });
        var answers = Answers(build);
        var (plan, sessions) = (answers.Waters[0].Plan(), answers.Sessions.Is!);
        var layers = plan.Layers.Is!.Layers;
        Assert.All(layers, layer => Assert.Equal([null, "p"], layer.Zones.Select(zone => zone.PlaceId)));
        Assert.Equal(2 * layers.Count, sessions.Count);
        Assert.Equal([plan.Layers.Is.MixedMl], [sessions.Sum(session => session.MixedMl)]);
        var (own, beside) = (sessions[0], sessions[1]);
        Assert.Equal((own.PourH, own.At), (beside.PourH, beside.At));
        Assert.Equal("Umber", beside.InkName);
        Assert.Equal([(null, "Creek"), ("p", "Creek (colour 1)")], [(own.Pools[0].PlaceId, own.Pools[0].Name), (beside.Pools[0].PlaceId, beside.Pools[0].Name)]);
        Assert.Equal("Creek (colour 1)", beside.Cards[0].Lines[0].Name);
        Assert.Equal(0.4, beside.MlPer100Ml, 1e-12);
        Assert.Equal(layers[0].Zones[1].VolumeMl, beside.Cards.SelectMany(card => card.Lines).Sum(line => line.VolumeMl), 1e-9);
        var last = beside.Cards[^1].Lines[^1];
        Assert.Equal(layers[0].ToMm, last.ToMm, 1e-9);
        Assert.True(own.Cards[^1].Lines[^1].ToMm < layers[0].ToMm);
        Assert.Equal(new PointMm(Middle.XMm, Middle.YMm), last.At);
        Assert.Contains("draw it into the colour beside it over 20 mm", last.How, StringComparison.Ordinal);
        Assert.Contains(plan.Notices, notice => notice.Kind == "sideBySide" && notice.Sentence.Contains("2 colours side by side", StringComparison.Ordinal));
        Assert.Contains(own.Notices, notice => notice.Kind == "sideBySide");

        // Too much tint in one place is too much.
        var strong = Answers(With(one => one with { Ink = Green with { Places = [Place(Middle.XMm, Middle.YMm, ml: 15)] } })).Waters[0].Plan();
        Assert.Contains(strong.Notices, notice => notice.Kind == "tooMuchTint");
        Assert.DoesNotContain(plan.Notices, notice => notice.Kind == "tooMuchTint");
    }

    [Fact]
    public void A_colour_too_little_to_mix_for_or_on_dry_land_is_none()
    {
        foreach (var place in new[] { Place(2, 2, 1), Place(Middle.XMm, Middle.YMm, 1) })
        {
            var plan = Answers(With(one => one with { Ink = Green with { Places = [place], BlendMm = 1 } })).Waters[0].Plan();
            Assert.All(plan.Layers.Is!.Layers, layer => Assert.Empty(layer.Zones));
            Assert.DoesNotContain(plan.Notices, notice => notice.Kind == "sideBySide");
        }
    }

    [Fact]
    public void The_picture_has_each_place_in_its_own_colour_and_the_rest_as_the_table_has_it()
    {
        var ink = Green with { Places = [Place(Middle.XMm, Middle.YMm, 12)], BlendMm = 10 };
        var water = Answers(With(one => one with { Ink = ink })).Waters[0];
        var (plan, picture, field) = (water.Plan(), water.Picture(), water.Standing.Region.Field);
        Assert.True(plan.Look.Varies);
        var layers = plan.Layers.Is!.Layers;
        Assert.Equal(layers.Count + 1, picture.Rgba.Count);
        InkLayer Given(BatchInk given) => InkLayer.Mixed(BareResin.Layer, given.Doses.Select(dose => (ExampleTints.All.Single(tint => tint.Id == dose.TintId).Colour, dose.GivenMlPer100Ml)));
        foreach (var cell in water.Standing.Region.Cells)
        {
            var (at, bedMm) = (field.CentreOf(cell), field.HeightsMm[cell]);
            double[] shares = new double[2];
            ink.SharesAt(at, shares);
            if (shares[0] is not (0 or 1)) continue;
            var seen = Samples.Creek.Waters[0].Paint.At(plan.Level.WaterlineMm - bedMm);
            foreach (var (k, layer) in layers.Index())
            {
                var deep = layer.ToMm - Math.Max(bedMm, layer.FromMm);
                if (deep > 0) seen = Given(shares[0] == 1 ? layer.Ink! : layer.Zones[1].Ink!).Over(seen, deep);
                var (r, g, b) = seen.ToSrgb();
                var byteAt = ((((cell / field.Columns) - picture.Row0) * picture.Columns) + (cell % field.Columns) - picture.Column0) * 4;
                Assert.Equal(r, picture.Rgba[k + 1][byteAt], 0.51);
                Assert.Equal(g, picture.Rgba[k + 1][byteAt + 1], 0.51);
                Assert.Equal(b, picture.Rgba[k + 1][byteAt + 2], 0.51);
                Assert.Equal(255, picture.Rgba[k + 1][byteAt + 3]);
            }
        }

        Assert.Equal(water.Standing.Region.Cells.Length, picture.Rgba[0].Where((_, i) => i % 4 == 3).Count(alpha => alpha == 255));
        Assert.False(Answers(With(one => one with { Ink = Green })).Waters[0].Plan().Look.Varies);
    }

    [Fact]
    public void A_brush_paints_the_bed_where_it_goes_the_last_stroke_on_top()
    {
        BedStroke Stroke(string colour, double width, params PointMm[] path) => new(colour, width, path);
        var at = Middle;
        var build = With(one => one with
        {
            Ink = new InkChoice(null, 0),
            BedStrokes = [Stroke("#ff0000", 30, new PointMm(at.XMm - 20, at.YMm), new PointMm(at.XMm + 20, at.YMm)), Stroke("#0000ff", 10, at)],
        });
        var water = Answers(build).Waters[0];
        var (picture, field) = (water.Picture(), water.Standing.Region.Field);
        string Bed(PointMm place)
        {
            var cell = field.CellAt(place);
            var i = ((((cell / field.Columns) - picture.Row0) * picture.Columns) + (cell % field.Columns) - picture.Column0) * 4;
            return $"#{picture.Rgba[0][i]:x2}{picture.Rgba[0][i + 1]:x2}{picture.Rgba[0][i + 2]:x2}";
        }

        Assert.True(water.Plan().Look.Varies);
        Assert.Equal("#0000ff", Bed(at));
        Assert.Equal("#ff0000", Bed(new(at.XMm + 12, at.YMm)));
        Assert.Equal(build.Waters[0].Paint.At(12).ToHex(), Bed(new(at.XMm + 50, at.YMm)));
        var half = Bed(new(at.XMm + 31, at.YMm));
        Assert.NotEqual("#ff0000", half);
        Assert.NotEqual(build.Waters[0].Paint.At(12).ToHex(), half);
    }

    [Theory]
    [InlineData(0, 1)]
    [InlineData(8.9, 1)]
    [InlineData(12, 0.5)]
    [InlineData(15, 0)]
    public void A_brush_fades_over_its_outer_part(double distanceMm, double cover) => Assert.Equal(cover, new BedStroke("#ffffff", 30, [new(0, 0)]).CoverAt(distanceMm), 1e-9);

    // A place recoloured after the first layer would show through a side as much as the water's own ink.
    [Fact]
    public void Another_colour_in_one_place_after_a_layer_is_poured_is_told()
    {
        var ink = Green with { Places = [Place(Middle.XMm, Middle.YMm)] };
        Notice? Told(InkChoice now) => Answers(With(one => one with { Ink = now }) with
        {
            Begun = [new BegunPour("b", Samples.Creek.Waters[0].Id, 1, Samples.Evening, []) { ToMm = Answers(Samples.Creek).Waters[0].Layers.Is!.Layers[0].ToMm, Ink = ink }],
        }).Waters[0].Plan().Notices.FirstOrDefault(notice => notice.Kind == "inkChanged");
        Assert.Null(Told(ink));
        Assert.True(Told(ink with { Places = [Place(Middle.XMm, Middle.YMm, tint: "red")] })!.Numbers["sideDeltaE"] > 5);
        Assert.True(Told(Green)!.Numbers["sideDeltaE"] > 5);
    }

    [Fact]
    public void What_no_hand_can_pour_or_paint_is_refused()
    {
        void Refused(InkChoice ink) => Assert.Throws<RefusedException>(() => With(one => one with { Ink = ink }).Check());
        Refused(Green with { BlendMm = 0 });
        Refused(Green with { Places = [Place(1, 1, 0)] });
        Refused(Green with { Places = [Place(1, 1), Place(2, 2)] });
        Refused(Green with { Places = [.. Enumerable.Range(0, 7).Select(i => Place(i, i, id: $"{i}"))] });
        Refused(Green with { Places = [new("p", new(1, 1), 10, [new("umber", 1), new("umber", 1)])] });
        Refused(Green with { Places = [new("p", new(1, 1), 10, [new("umber", 21)])] });
        void Unpainted(BedStroke stroke) => Assert.Throws<RefusedException>(() => With(one => one with { BedStrokes = [stroke] }).Check());
        Unpainted(new("red", 10, [new(1, 1)]));
        Unpainted(new("#ff0000", 0, [new(1, 1)]));
        Unpainted(new("#ff0000", 10, []));
        With(one => one with { Ink = Green with { Places = [Place(1, 1)] }, BedStrokes = [new("#ff0000", 10, [new(1, 1)])] }).Check();
    }
}
