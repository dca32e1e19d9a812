using FsCheck.Xunit;
using InkBasin.Core.Builds;
using InkBasin.Core.Drying;
using InkBasin.Core.Ink;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Plan;

public class AfterPourTests
{
    private static WaterPlan Only(Build build, Stores? stores = null) => Planner.Plan(build, stores ?? Stores.Examples).Waters[0];

    private static Build With(Func<InkBasin.Core.Builds.Water, InkBasin.Core.Builds.Water> change) => Samples.Creek with { Waters = [change(Samples.Creek.Waters[0])] };

    private static Build Poured(double? reachedMm, double? leftMl = null, double? oneG = null, double? twoG = null, double? roomC = null) => Samples.Creek with
    {
        Begun =
        [
            new BegunPour("p", "w", 1, Samples.Evening, [])
            {
                ToMm = 14,
                Result = new PourResult(oneG, twoG, leftMl, reachedMm, roomC, null, Samples.Evening.AddHours(1)),
            },
        ],
    };

    [Fact]
    public void What_is_poured_stays_and_the_rest_is_cut_from_where_it_came_to()
    {
        var plan = Only(Poured(reachedMm: 12.5));
        Assert.Equal((8, 12.5), (plan.Layers.Is!.Layers[0].FromMm, plan.Layers.Is!.Layers[0].ToMm));
        Assert.NotNull(plan.Layers.Is!.Layers[0].Poured);
        Assert.Equal(12.5, plan.Layers.Is!.Layers[1].FromMm);
        Assert.Equal(20, plan.Layers.Is!.Layers[^1].ToMm);
        Assert.All(plan.Layers.Is!.Layers.Skip(1), layer => Assert.True(layer.DepthMm <= plan.Safe!.SafeMm + 1e-9));

        // Only what is ahead is still to be mixed.
        Assert.Equal(plan.Layers.Is!.Layers.Skip(1).Sum(layer => layer.Mix.Batches.Sum(batch => batch.MixedMl)), plan.Layers.Is!.MixedMl, 9);
        Assert.Equal(Samples.Evening, plan.Layers.Is!.Layers[0].PourAt);
        Assert.Equal(12, plan.Layers.Is!.Layers[1].PourH);
    }

    [Fact]
    public void Without_a_level_noted_it_counts_as_it_was_meant_even_after_the_plan_has_changed()
    {
        var build = Poured(reachedMm: null) with { Waters = [Samples.Creek.Waters[0] with { WaterlineMm = 23 }] };
        Assert.Equal(14, Only(build).Layers.Is!.Layers[0].ToMm);
        Assert.Equal(23, Only(build).Layers.Is!.Layers[^1].ToMm);
    }

    [Fact]
    public void A_pour_that_fell_short_says_by_how_much_and_what_the_next_one_is()
    {
        var after = Only(Poured(reachedMm: 12.5)).After.Is!;
        Assert.Equal(1.5, after.ShortMm!.Value, 9);
        Assert.Equal(1.5 * 40 * 200 / 1000, after.ShortMl!.Value, 6);
        var notice = after.Notices.First(one => one.Sentence.Contains("short", StringComparison.Ordinal));
        Assert.Equal(Standing.Tight, notice.Standing);
        Assert.Contains("1.5 mm short, 12 ml", notice.Sentence, StringComparison.Ordinal);
        Assert.Contains("cut anew", notice.Sentence, StringComparison.Ordinal);

        // 12 ml and what loss and the cup take, 1:1 by volume: 15.6 ml, 7.8 of each.
        Assert.Contains("8.9 + 7.9 g more would bring it up", notice.Sentence, StringComparison.Ordinal);
        var enough = Only(Poured(reachedMm: 12.5, leftMl: 30)).After.Is!;
        Assert.DoesNotContain(enough.Notices, one => one.Sentence.Contains("would bring it up", StringComparison.Ordinal));
    }

    [Fact]
    public void Too_much_over_the_waterline_is_a_stop_and_nothing_more_is_poured()
    {
        var plan = Only(Poured(reachedMm: 21));
        Assert.Equal(20, Assert.Single(plan.Layers.Is!.Layers).ToMm);
        Assert.Contains(plan.After.Is!.Notices, one => one.Standing == Standing.Stop && one.Sentence.Contains("1.0 mm over the waterline", StringComparison.Ordinal));
    }

    // Meant to come to 14, under a waterline of 20.
    [Theory]
    [InlineData(13.71, "levelMet", Standing.Holds)]
    [InlineData(13.69, "levelShort", Standing.Tight)]
    [InlineData(14.29, "levelMet", Standing.Holds)]
    [InlineData(14.31, "levelOver", Standing.Tight)]
    [InlineData(20.29, "levelOver", Standing.Tight)]
    [InlineData(20.31, "levelOver", Standing.Stop)]
    public void A_level_is_met_within_three_tenths_and_over_the_waterline_it_is_drawn_off(double reachedMm, string kind, Standing standing)
    {
        var notice = Only(Poured(reachedMm)).After.Is!.Notices.Single(one => one.Kind.StartsWith("level", StringComparison.Ordinal));
        Assert.Equal((kind, standing), (notice.Kind, notice.Standing));
        Assert.Equal(standing == Standing.Stop, notice.Sentence.Contains("draw it off", StringComparison.Ordinal));
    }

    // The sheet allows 3 %: of 113 g of part one 101 are right.
    [Theory]
    [InlineData(2.99, Standing.Holds)]
    [InlineData(3.01, Standing.Stop)]
    [InlineData(-2.99, Standing.Holds)]
    [InlineData(-3.01, Standing.Stop)]
    public void The_sheet_says_how_far_off_the_ratio_may_be(double percent, Standing standing) =>
        Assert.Equal(standing, Only(Poured(14, oneG: 113, twoG: 101 / (1 + (percent / 100)))).After.Is!.Notices.Single(one => one.Kind.StartsWith("ratio", StringComparison.Ordinal)).Standing);

    // What has set is not made cooler by a thinner pour: that it ran hot is said of the pour, and the list of what is ahead is of what is ahead.
    [Theory]
    [InlineData(26, false)]
    [InlineData(28, true)]
    public void A_pour_that_ran_hot_is_told_after_it_and_not_of_the_layers_ahead(double roomC, bool hot)
    {
        var plan = Only(Poured(14, roomC: roomC));
        Assert.Equal(hot, plan.Layers.Is!.Layers[0].Cure.PeakC > SafeDepth.ResinLimitC);
        Assert.Equal(hot, plan.After.Is!.Notices.Any(one => one is { Kind: "poursTooDeep", Standing: Standing.Stop }));
        Assert.DoesNotContain(plan.Notices, one => one.Kind is "tooHot" or "nearTheCliff" || one.Standing == Standing.Stop);
        Assert.Equal(Known.Yes, Samples.ListOf(Poured(14, roomC: roomC)).Single(check => check.Item == CheckItem.Layer).Known);
    }

    // By the air noted at it, not by today's: six millimetres are too much at 33 degrees and were not at 20.
    [Theory]
    [InlineData(20, 33, false)]
    [InlineData(28, 20, true)]
    public void What_is_poured_is_judged_in_the_room_it_had(double roomC, double todayC, bool hot)
    {
        var build = Poured(14, roomC: roomC) with { Room = new Room(todayC) };
        var plan = Only(build);
        Assert.Equal(hot, plan.Layers.Is!.Layers[0].Cure.Standing == Standing.Stop);
        Assert.Equal(Standing.Holds, plan.Layers.Is!.Layers[0].Pools.Each[0].Standing);
        Assert.Equal(hot, plan.After.Is!.Notices.Any(one => one.Kind == "poursTooDeep"));

        // And a way of cutting the rest is no worse for it.
        var ways = StrategyTrade.Of(Planner.Answers(build, Stores.Examples).Of("w").Case);
        Assert.All(ways, way => Assert.NotEqual(Standing.Stop, way.Trade.Is!.Standing));
        Assert.All(ways, way => Assert.True(way.Trade.Is!.HottestC < SafeDepth.ResinLimitC));
    }

    [Fact]
    public void Of_a_water_that_is_full_no_pour_is_judged_any_more()
    {
        var full = Only(Poured(reachedMm: 20) with { Room = new Room(40) { NightC = 5 } });
        Assert.All(full.Layers.Is!.Layers, layer => Assert.NotNull(layer.Poured));
        Assert.DoesNotContain(full.Notices, one => one.Kind is "heatLimits" or "noSafeDepth" or "tooWarm" or "tooCold");
        Assert.Contains(Only(Poured(reachedMm: 14) with { Room = new Room(40) { NightC = 5 } }).Notices, one => one.Kind == "tooWarm");
    }

    // 8 ml a millimetre: what is short, less what is left in the cup, is worth mixing from one millilitre on.
    [Theory]
    [InlineData(12.5, 10.9, true)]
    [InlineData(12.5, 11.1, false)]
    [InlineData(13.6, 2.1, true)]
    [InlineData(13.6, 2.3, false)]
    public void Less_than_a_millilitre_more_is_not_mixed(double reachedMm, double leftMl, bool mixed) =>
        Assert.Equal(mixed, Only(Poured(reachedMm, leftMl) with { Measuring = Measuring.Usual with { Device = new(DeviceKind.Scale, 0.001) } }).After.Is!.Notices.Any(one => one.Sentence.Contains("would bring it up", StringComparison.Ordinal)));

    [Fact]
    public void Parts_off_the_ratio_are_told_with_the_side_they_are_off()
    {
        // 1:1 by volume of 1.13 and 1.01 g/ml: 113 g want 101 g.
        var right = Only(Poured(14, oneG: 113, twoG: 101)).After.Is!;
        Assert.Equal(0, right.RatioOffPercent!.Value, 9);
        Assert.Equal(200, right.MixedMl!.Value, 9);
        var off = Only(Poured(14, leftMl: 20, oneG: 113, twoG: 91)).After.Is!;
        Assert.Equal((101.0 / 91 - 1) * 100, off.RatioOffPercent!.Value, 9);
        Assert.Equal(off.MixedMl!.Value - 20, off.UsedMl!.Value, 9);
        Assert.Contains(off.Notices, one => one.Standing == Standing.Stop && one.Sentence.Contains("too little of part two", StringComparison.Ordinal));
        Assert.Null(Only(Poured(14, oneG: 113)).After.Is!.RatioOffPercent);
    }

    [Fact]
    public void What_is_left_in_the_cup_goes_where_the_same_is_next_poured_and_the_rest_is_spread_thin()
    {
        var build = Poured(reachedMm: 12.5, leftMl: 400);
        var pool = Samples.Creek.Waters[0] with { Id = "w2", Name = "Garden pond", WaterlineMm = 9 };
        var after = Only(build with { Waters = [build.Waters[0], pool] }).After.Is!;
        Assert.Equal(["w", "w2"], after.Places.Select(place => place.WaterId));
        Assert.Equal(12, after.Places[0].TakesMl, 6);
        Assert.Contains(after.Notices, one => one.Sentence.Contains("Spread the rest thin", StringComparison.Ordinal));
        Assert.True(after.Places.Sum(place => place.TakesMl) < 400);
        var other = Only(build with { Waters = [build.Waters[0], pool with { Ink = new InkChoice("umber", 0.2) }] }).After.Is!;
        Assert.Equal(["w"], other.Places.Select(place => place.WaterId));
    }

    // A layer over one that still firms takes nothing before its time: the cup is no longer liquid by then. A first layer may be poured whenever it is wanted.
    [Fact]
    public void What_is_left_goes_only_into_layers_that_can_be_poured_now()
    {
        var build = Poured(reachedMm: 14, leftMl: 30);
        var pool = Samples.Creek.Waters[0] with { Id = "w2", Name = "Garden pond", WaterlineMm = 20 };
        List<string> Places(params BegunPour[] others) => [.. Only(build with { Waters = [build.Waters[0], pool], Begun = [.. build.Begun, .. others] }).After.Is!.Places.Select(place => place.WaterId)];
        BegunPour Earlier(double hours) => new("q", "w2", 1, Samples.Evening.AddHours(-hours), []) { ToMm = 14 };
        Assert.Equal(["w2"], Places());
        Assert.Empty(Places(Earlier(1)));
        Assert.Equal(["w2"], Places(Earlier(300)));
        Assert.Empty(Only(Poured(reachedMm: 14, leftMl: 0.9) with { Waters = [build.Waters[0], pool] }).After.Is!.Places);
        Assert.Single(Only(Poured(reachedMm: 14, leftMl: 1) with { Waters = [build.Waters[0], pool] }).After.Is!.Places);
    }

    [Fact]
    public void A_poured_layer_is_followed_in_the_room_as_it_was()
    {
        var plan = Only(Poured(14));
        var warm = Only(Poured(14, roomC: 30));
        Assert.True(warm.Layers.Is!.Layers[0].Cure.PeakC > plan.Layers.Is!.Layers[0].Cure.PeakC + 5);
        Assert.InRange(warm.Layers.Is!.Layers[^1].Cure.PeakC - plan.Layers.Is!.Layers[^1].Cure.PeakC, -2, 2); // the room of the plan again
        var logged = Poured(14) with { RoomLog = [new RoomReading(Samples.Evening, 30), new RoomReading(Samples.Evening.AddHours(100), 30)] };
        Assert.Equal(warm.Layers.Is!.Layers[0].Cure.PeakC, Only(logged).Layers.Is!.Layers[0].Cure.PeakC, 2);
    }

    [Fact]
    public void The_log_of_the_room_tells_day_and_night()
    {
        var start = new DateTimeOffset(2027, 3, 1, 0, 0, 0, TimeSpan.Zero);
        var readings = Enumerable.Range(0, 20 * 8).Select(i => new RoomReading(start.AddHours(3 * i), (3 * i) % 24 is >= 8 and < 20 ? 20 : i < 100 ? 5 : 14)).ToList();
        var means = RoomLog.Means(readings, null);
        Assert.Equal((20, 14), (means.DayC!.Value, means.NightC!.Value)); // the last week alone
        Assert.Null(RoomLog.Means([], null).DayC);
        Assert.Null(RoomLog.Means([new RoomReading(start, 9)], null).DayC);
    }

    [Fact]
    public void Tops_set_by_hand_are_kept_and_one_too_deep_is_a_stop_the_list_holds_back()
    {
        var build = With(water => water with { OwnTopsMm = [10, 11.5, 30] });
        var plan = Planner.Plan(build, Stores.Examples);
        Assert.Equal([10, 11.5, 20], plan.Waters[0].Layers.Is!.Layers.Select(layer => layer.ToMm));
        Assert.Equal([Standing.Holds, Standing.Holds, Standing.Stop], plan.Waters[0].Layers.Is!.Layers.Select(layer => layer.Cure.Standing));
        Assert.Contains(plan.Waters[0].Notices, one => one.Standing == Standing.Stop && one.Sentence.StartsWith("Layer 3 is 8.5 mm deep", StringComparison.Ordinal));
        var asked = Samples.ListOf(build).Single(check => check.Item == CheckItem.Layer);
        Assert.Equal(Known.No, asked.Known);
        Assert.Throws<RefusedException>(() => With(water => water with { OwnTopsMm = [12, 11] }).Check());
    }

    [Fact]
    public void A_thin_top_up_comes_last_and_is_not_told_as_too_thin()
    {
        var plan = Only(With(water => water with { TopUpMm = 0.8 }));
        Assert.Equal(0.8, plan.Layers.Is!.Layers[^1].DepthMm, 9);
        Assert.Equal(19.2, plan.Layers.Is!.Layers[^2].ToMm, 9);
        Assert.DoesNotContain(plan.Notices, one => one.Sentence.Contains("thinner than the sheet", StringComparison.Ordinal));
    }

    [Property(MaxTest = 40)]
    public bool However_a_pour_came_out_the_rest_reaches_the_waterline_in_safe_layers(byte reached, byte line, byte strategy, byte topUp)
    {
        var build = Poured(9 + (reached / 255.0 * 12)) with
        {
            Waters = [Samples.Creek.Waters[0] with { WaterlineMm = 12 + (line / 255.0 * 14), Strategy = (LayerStrategy)(strategy % 4), TopUpMm = topUp % 3 }],
        };
        var plan = Only(build);
        return plan.Layers.Is!.Layers[0].Poured is not null

            // No hand pours finer than a twentieth: so near the waterline it is full.
            && Math.Abs(plan.Layers.Is!.Layers[^1].ToMm - build.Waters[0].WaterlineMm) <= (plan.Layers.Is!.Layers.Count > 1 ? 1e-9 : Math.Max(0.05, plan.Layers.Is!.Layers[0].ToMm - build.Waters[0].WaterlineMm))
            && plan.Layers.Is!.Layers.Zip(plan.Layers.Is!.Layers.Skip(1)).All(pair => pair.First.ToMm == pair.Second.FromMm && pair.Second.PourH >= pair.First.RecoatFromH - 1e-9)
            && plan.Layers.Is!.Layers.Skip(1).All(layer => layer.DepthMm <= plan.Safe!.SafeMm + 1e-9);
    }
}
