using InkBasin.Core.Builds;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Pours;

/// <summary>What decides a sentence or a stand of a pour, tried on both sides of where it turns.</summary>
public class PourJudgementTests
{
    private static InkBasin.Core.Builds.Water Creek => Samples.Creek.Waters[0];

    private static WaterPlan Only(Build build, Stores? stores = null) => Planner.Plan(build, stores ?? Stores.Examples).Waters[0];

    private static Build With(InkBasin.Core.Builds.Water water) => Samples.Creek with { Waters = [water] };

    private static Known Leaks(double lostMl, double stoodMin) =>
        Samples.ListOf(Samples.Creek with { WaterTests = [Samples.Test with { LostMl = lostMl, OutMl = null, StoodMin = stoodMin }] }).Single(check => check.Item == CheckItem.Leaks).Known;

    [Theory]
    [InlineData(70, false)]
    [InlineData(70.5, true)]
    public void Air_is_damp_over_70_percent(double humidity, bool told) =>
        Assert.Equal(told, Only(With(Creek with { ProductId = "one-part-water" }) with { Room = new Room(23, humidity) }).Notices.Any(notice => notice.Kind == "damp"));

    // 80 cm² at 23 °C and 50 % dry off 1.22 ml an hour.
    [Theory]
    [InlineData(2.2, 60, Known.Yes)]
    [InlineData(2.25, 60, Known.No)]
    [InlineData(4.4, 120, Known.Yes)]
    [InlineData(4.5, 120, Known.No)]
    public void A_test_may_lose_a_millilitre_an_hour_over_what_dries_off(double lostMl, double stoodMin, Known known) => Assert.Equal(known, Leaks(lostMl, stoodMin));

    // 0.30 ml dry off in a quarter of an hour; half a millilitre more is not seen.
    [Theory]
    [InlineData(0.79, Known.Yes)]
    [InlineData(0.82, Known.No)]
    public void What_nobody_sees_is_no_leak(double lostMl, Known known) => Assert.Equal(known, Leaks(lostMl, 15));

    [Theory]
    [InlineData(14, Known.Ask)]
    [InlineData(15, Known.Yes)]
    public void A_test_stands_a_quarter_of_an_hour(double minutes, Known known) => Assert.Equal(known, Leaks(0.5, minutes));

    // Layers to 12, 16 and 20 over a bed at 8; a millimetre is 8 ml.
    [Theory]
    [InlineData(0, 11.5, Known.Yes)]
    [InlineData(0, 11.4, Known.Ask)]
    [InlineData(1, 15.5, Known.Yes)]
    [InlineData(1, 15.4, Known.Ask)]
    [InlineData(0, null, Known.Ask)]
    [InlineData(1, null, Known.Ask)]
    public void A_seam_is_known_as_high_as_it_was_tested_also_over_a_first_layer(int begun, double? testedTo, Known known)
    {
        var build = With(Creek with { OwnTopsMm = [12, 16] }) with
        {
            WaterTests = testedTo is { } level ? [Samples.Test with { LevelMm = level, ReckonedMl = (level - 8) * 8, InMl = (level - 8) * 8, OutMl = null, LostMl = 0.2 }] : [],
            Begun = begun == 0 ? [] : [new BegunPour("p", "w", 1, Samples.Evening.AddDays(-1), []) { ToMm = 12 }],
        };
        Assert.Equal(known, Samples.ListOf(build).Single(check => check.Item == CheckItem.Leaks).Known);
    }

    [Theory]
    [InlineData(479, true)]
    [InlineData(481, false)]
    public void A_test_that_did_not_stand_over_night_says_what_it_may_have_missed(double stoodMin, bool told)
    {
        var list = Samples.ListOf(Samples.Creek with { WaterTests = [Samples.Test with { LostMl = 2, OutMl = null, StoodMin = stoodMin }] });
        Assert.Equal(told, list.Single(check => check.Item == CheckItem.Leaks).Because.Contains("over night", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(18.0, Known.Yes)]
    [InlineData(17.9, Known.No)]
    [InlineData(null, Known.Ask)]
    public void The_night_counts_for_the_room(double? nightC, Known known) =>
        Assert.Equal(known, Samples.ListOf(Samples.Creek with { Room = new Room(23) { NightC = nightC } }).Single(check => check.Item == CheckItem.Room).Known);

    [Theory]
    [InlineData(8, 6.9, Known.No)]
    [InlineData(8, 7.1, Known.Ask)]
    [InlineData(20, 1, Known.Yes)]
    public void So_does_what_was_read_in_the_last_week(double readC, double daysAgo, Known known)
    {
        // At two in the morning.
        var at = Samples.Evening.AddDays(-daysAgo);
        at = at.AddHours(-((at.Hour + 24 - 2) % 24));
        if (daysAgo < 7 && (Samples.Evening - at).TotalDays > 7) at = Samples.Evening.AddDays(-daysAgo);
        Assert.Equal(known, Samples.ListOf(Samples.Creek with { RoomLog = [new RoomReading(at, readC)] }).Single(check => check.Item == CheckItem.Room).Known);
    }

    [Theory]
    [InlineData(-1, Known.No)]
    [InlineData(1, Known.Yes)]
    public void A_water_test_wets_it_again_until_it_has_dried_or_was_weighed(double hoursFromDry, Known known)
    {
        var plastered = Samples.Creek with { Drying = new DryingLog { PlasteredAt = Samples.Evening.AddDays(-30) } };
        var dries = Planner.Answers(plastered, Stores.Examples).Drying(Samples.Evening).EstimateH;
        var tested = plastered with { WaterTests = [Samples.Test with { StoodMin = 0, At = Samples.Evening.AddHours(-dries - hoursFromDry) }] };
        Assert.Equal(known, Samples.ListOf(tested).Single(check => check.Item == CheckItem.Dry).Known);
    }

    // A wash soaks in a millimetre, glue two and a half: 4.8 and 12 h at 20 °C and 50 %, of a skin thicker than that; a thinner one no deeper than it is.
    [Theory]
    [InlineData(WettingKind.Wash, 4, 4.7, Known.No)]
    [InlineData(WettingKind.Wash, 4, 4.9, Known.Yes)]
    [InlineData(WettingKind.Glue, 4, 11.9, Known.No)]
    [InlineData(WettingKind.Glue, 4, 12.1, Known.Yes)]
    [InlineData(WettingKind.Glue, 1, 4.7, Known.No)]
    [InlineData(WettingKind.Glue, 1, 4.9, Known.Yes)]
    public void A_wash_or_a_wetting_opens_the_question_again(WettingKind kind, double skinMm, double hoursAgo, Known known)
    {
        var wetted = Skinned(skinMm) with { Drying = new DryingLog { PlasteredAt = Samples.Evening.AddDays(-30), Wettings = [new LoggedWetting(Samples.Evening.AddHours(-hoursAgo), kind)] } };
        var dry = Samples.ListOf(wetted).Single(check => check.Item == CheckItem.Dry);
        Assert.Equal(known, dry.Known);

        // And nobody need know when it was plastered for that.
        var undated = wetted with { Drying = wetted.Drying with { PlasteredAt = null } };
        Assert.Equal(known == Known.No ? Known.No : Known.Ask, Samples.ListOf(undated).Single(check => check.Item == CheckItem.Dry).Known);
    }

    [Fact]
    public void What_was_weighed_after_it_was_wetted_speaks_for_itself()
    {
        var wetted = Skinned(4) with { Drying = new DryingLog { PlasteredAt = Samples.Evening.AddDays(-30), Wettings = [new LoggedWetting(Samples.Evening.AddHours(-2), WettingKind.Glue)], Weighings = [new LoggedWeighing(Samples.Evening.AddHours(-1), 900)] } };
        Assert.Equal(Known.Yes, Samples.ListOf(wetted).Single(check => check.Item == CheckItem.Dry).Known);
    }

    private static Build Skinned(double skinMm) =>
        Samples.Creek with { Room = new Room(20), Recipe = [.. Samples.Creek.Recipe.Where(step => step is not PlasterSkin), new PlasterSkin { Id = "skin-x", Name = "Skin", ThicknessMm = skinMm }] };

    // The coating epoxy takes its next layer from 12 to 36 h at 23 °C.
    [Theory]
    [InlineData(11.9, Known.No, "Too soft yet")]
    [InlineData(12.1, Known.Yes, "firm enough")]
    [InlineData(35.9, Known.Yes, "firm enough")]
    [InlineData(36.1, Known.Ask, "Scuff it dull")]
    public void A_layer_goes_on_neither_too_early_nor_too_late(double hoursAgo, Known known, string says)
    {
        var build = With(Creek with { OwnTopsMm = [12, 16] }) with { Begun = [new BegunPour("p", "w", 1, Samples.Evening.AddHours(-hoursAgo), []) { ToMm = 12 }] };
        var asked = Samples.ListOf(build).Single(check => check.Item == CheckItem.Window);
        Assert.Equal(known, asked.Known);
        Assert.Contains(says, asked.Because, StringComparison.Ordinal);
        Assert.Equal(Known.Yes, Samples.ListOf(build with { Begun = [] }).Single(check => check.Item == CheckItem.Window).Known);
    }

    [Theory]
    [InlineData(18, null)]
    [InlineData(17.9, "tooCold")]
    [InlineData(28, null)]
    [InlineData(28.1, "tooWarm")]
    public void A_room_is_too_cold_or_too_warm_by_the_sheet(double airC, string? kind)
    {
        var told = Only(Samples.Creek with { Room = new Room(airC) }).Notices.Where(notice => notice.Kind is "tooCold" or "tooWarm").ToList();
        Assert.Equal(kind, told.SingleOrDefault()?.Kind);
        Assert.All(told, notice => Assert.Equal(Standing.Tight, notice.Standing));
    }

    // The deep sheet wants 8 mm at least, and a warm room makes less than that the most.
    [Fact]
    public void A_safe_depth_under_the_sheets_least_stops_it()
    {
        var told = Enumerable.Range(0, 13).Select(k => 42 + (k / 4.0)).Select(airC =>
        {
            var plan = Only(With(Creek with { ProductId = "deep-pour-epoxy" }) with { Room = new Room(airC), Care = new CureCare(true) });
            return (plan.Safe!.SafeMm, Stop: plan.Notices.SingleOrDefault(notice => notice.Kind == "safeUnderLeast"), Heat: plan.Notices.Any(notice => notice.Kind == "heatLimits"));
        }).ToList();
        Assert.All(told, one => Assert.Equal((one.SafeMm < 8, one.SafeMm >= 8), (one.Stop is { Standing: Standing.Stop }, one.Heat)));
        Assert.Contains(told, one => one.SafeMm is > 7.8 and < 8);
        Assert.Contains(told, one => one.SafeMm is >= 8 and < 8.2);
    }

    // Its hottest layer in warmer and warmer air, a twentieth of a degree at a time, and whether that is told.
    private static List<(double PeakC, bool Told)> Warmer(Build build, double fromC, string kind, Standing standing) =>
        [.. Enumerable.Range(0, 200).Select(k => Only(build with { Room = new Room(fromC + (k / 20.0)) })).Select(plan =>
            (plan.Layers.Is!.Layers.Max(layer => layer.Cure.PeakC), plan.Notices.Any(notice => notice.Kind == kind && notice.Standing == standing)))];

    // Near the cliff within eight degrees of what resin stands.
    [Fact]
    public void Near_the_cliff_is_within_eight_degrees_of_what_resin_stands()
    {
        var told = Warmer(Samples.Creek with { Care = new CureCare(true) }, fromC: 23, "nearTheCliff", Standing.Tight);
        Assert.All(told, one => Assert.Equal(one.PeakC > 52, one.Told));
        Assert.Contains(told, one => one.PeakC is > 52 and < 53);
        Assert.Contains(told, one => one.PeakC is > 51 and <= 52);
    }

    // One layer of the maker's own, twice as deep as the sheet's, in warmer and warmer air.
    [Fact]
    public void A_layer_over_what_resin_stands_stops_it()
    {
        var told = Warmer(With(Creek with { OwnTopsMm = [20] }), fromC: 12, "tooHot", Standing.Stop);
        Assert.All(told, one => Assert.Equal(one.PeakC > 60, one.Told));
        Assert.Contains(told, one => one.PeakC is > 60 and < 61);
        Assert.Contains(told, one => one.PeakC is > 59 and <= 60);
    }

    [Fact]
    public void A_cup_that_turns_before_it_is_poured_stops_it()
    {
        // The sheet's 25 minutes, less and less of them, against two stirrings and the pouring.
        var told = new[] { 25.0, 10, 7, 6.5, 6, 5.9, 5.5, 5 }.Select(potLifeMin =>
        {
            var session = Planner.Plan(Samples.Creek, Stores.Examples with { Sheets = [.. Stores.Examples.Sheets.Select(sheet => sheet with { PotLifeMin = potLifeMin })] }).Sessions.Is![0];
            return (session.WorkMin, session.PotLifeMin, Stop: session.Notices.Any(notice => notice is { Kind: "turnsInTheCup", Standing: Standing.Stop }));
        }).ToList();
        Assert.All(told, one => Assert.Equal(one.WorkMin > one.PotLifeMin, one.Stop));
        Assert.Contains(told, one => one.Stop);
        Assert.Contains(told, one => !one.Stop);
    }

    [Fact]
    public void A_cup_keeps_the_hands_busy_for_two_stirrings_a_minute_a_pool_and_one_for_every_100_ml()
    {
        var answers = Planner.Answers(Samples.Creek, Stores.Examples);
        var session = answers.Sessions.Is![0];
        var batch = session.Cards[0].Batch;
        Assert.Equal(3, session.StirMin);
        Assert.Equal(3 + 1.5 + 1 + (batch.MixedMl / 100), session.WorkMin, 9);

        // Of two pools it takes a minute more, besides what is more to pour.
        var sheet = ExampleSheets.All[0];
        var bench = new PourBench(new Room(), new CureCare(), Measuring.Usual, [], null, new CureMemory());
        Assert.Equal(1, Batches.Of(50, sheet, bench, 2).WorkMin - Batches.Of(50, sheet, bench, 1).WorkMin, 9);
    }

    // What opens says by which the parts are measured; what cannot be mixed at all is stopped and still says how long it would keep the hands.
    [Theory]
    [InlineData(RatioBasis.Volume, "volume")]
    [InlineData(RatioBasis.Weight, "weight")]
    public void The_working_of_a_mix_names_its_basis(RatioBasis basis, string by)
    {
        var sheets = Stores.Examples.Sheets.Select(sheet => sheet.Id == "coating-epoxy" ? sheet with { Ratio = new MixRatio(5, 2, basis) } : sheet);
        var inputs = Planner.Plan(Samples.Creek, Stores.Examples with { Sheets = [.. sheets] }).Waters[0].Workings["mix"].Inputs;
        Assert.Equal([($"part one, by {by}", 5), ($"part two, by {by}", 2)], inputs.Take(2).Select(input => (input.Name, input.Value)));
    }

    [Fact]
    public void What_no_number_of_cups_keeps_light_enough_is_stopped_and_its_work_told()
    {
        var bench = new PourBench(new Room(), new CureCare(), Measuring.Usual, [], null, new CureMemory());
        var two = ExampleSheets.All[0] with { MaxBatchG = 0.5, StirMin = 4 };
        var stopped = Batches.Of(50, two, bench, 3);
        Assert.Equal((Standing.Stop, 6), (stopped.Stop!.Standing, stopped.WorkMin));
        Assert.Equal(Batches.Of(50, two with { MaxBatchG = 1000 }, bench, 3).Mix.Batches[0].MixedG, stopped.Mix.Batches[0].MixedG);
        var one = ExampleSheets.All.First(sheet => sheet.Traits.IsOnePart);
        Assert.Equal((null, 3), (Batches.Of(50, one, bench, 3).Stop, Batches.Of(50, one, bench, 3).WorkMin));
        Assert.Equal((Standing.Stop, 3), (Batches.Of(50, one with { MaxBatchG = 0.5 }, bench, 3).Stop!.Standing, Batches.Of(50, one with { MaxBatchG = 0.5 }, bench, 3).WorkMin));
    }

    [Fact]
    public void A_cup_leaves_what_its_rounding_gave_over_and_not_what_stays_on_its_wall()
    {
        var build = Samples.Creek with { Measuring = new Measuring(new MeasuringDevice(DeviceKind.Scale, 5), new Cup(66, 88, 110), LossPercent: 20, ResidueMl: 4) };
        var session = Planner.Plan(build, Stores.Examples).Sessions.Is![0];
        var card = Assert.Single(session.Cards);
        Assert.Equal(card.Batch.MixedMl - (1.2 * session.VolumeMl) - 4, card.Lines[^1].LeftMl, 9);
        Assert.InRange(card.Lines[^1].LeftMl, 0.01, 20);
    }

    [Fact]
    public void A_ninth_layer_deeper_than_the_one_under_it_has_a_peak_of_its_own()
    {
        var plan = Only(With(Creek with { WaterlineMm = 22, OwnTopsMm = [9, 10, 11, 12, 13, 14, 15, 16, 22] }));
        var layers = plan.Layers.Is!.Layers;
        Assert.Equal(9, layers.Count);
        Assert.Equal(6, layers[8].DepthMm, 9);
        Assert.True(layers[8].Cure.PeakC > layers[7].Cure.PeakC + 1, $"{layers[8].Cure.PeakC} after {layers[7].Cure.PeakC}");

        // As deep as the one under it, it is as hot: the bed hardly matters so far up.
        var even = Only(With(Creek with { WaterlineMm = 18, OwnTopsMm = [9, 10, 11, 12, 13, 14, 15, 16, 17, 18] })).Layers.Is!.Layers;
        Assert.Equal(even[7].Cure.PeakC, even[8].Cure.PeakC);
        Assert.Equal(even[8].Cure.PeakC, even[9].Cure.PeakC);
        Assert.NotEqual(even[6].Cure.PeakC, even[7].Cure.PeakC);
    }

    [Fact]
    public void When_all_layers_have_begun_none_is_left_to_begin()
    {
        var begun = Samples.Creek with { Begun = [new BegunPour("p1", "w", 1, Samples.Evening, []), new BegunPour("p2", "w", 2, Samples.Evening.AddDays(1), [])] };
        Assert.All(Only(begun).Layers.Is!.Layers, layer => Assert.NotNull(layer.Poured));
        Assert.Empty(Planner.Plan(begun, Stores.Examples).Sessions.Is!);
        Assert.Equal("Nothing more is poured.", Samples.ListOf(begun).Single(check => check.Item == CheckItem.Layer).Because);
        var one = Samples.ListOf(begun with { Begun = [begun.Begun[0]] }).Single(check => check.Item == CheckItem.Layer);
        Assert.StartsWith("Layer 2, 6.0 mm", one.Because, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(0.025, 1)]
    [InlineData(0.0249, 0)]
    [InlineData(0.125, 3)]
    [InlineData(0.2249, 4)]
    [InlineData(0.225, 5)]
    public void Half_a_drop_rounds_away_from_nought(double mlPer100Ml, int drops) => Assert.Equal(drops, TintDose.StepsFor(mlPer100Ml, 100, 0.05));

    [Fact]
    public void Tint_that_is_in_the_water_already_is_let_down_no_more()
    {
        // Far too little for a whole drop in any layer, and strong enough to be seen.
        var faint = With(Creek with { Ink = new InkChoice("white-paste", 0.02) });
        var layers = Only(faint).Layers.Is!.Layers.Count;
        BegunPour Begun(int layer) => new($"p{layer}", "w", layer, Samples.Evening.AddDays(layer), []) { ToMm = Only(faint).Layers.Is!.Layers[layer - 1].ToMm };
        bool Warns(int begun) => Only(faint with { Begun = [.. Enumerable.Range(1, begun).Select(Begun)] }).Notices.Any(notice => notice.Kind is "letDown");
        Assert.True(Warns(0));
        Assert.True(Warns(layers - 1));
        Assert.False(Warns(layers));
    }
}
