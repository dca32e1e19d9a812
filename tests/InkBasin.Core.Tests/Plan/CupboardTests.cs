using InkBasin.Core.Bench;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Log;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using InkBasin.Core.Tests.Bench;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Plan;

/// <summary>The cupboard over several builds: what is left, what is missing, in which packs, what it costs.</summary>
public class CupboardTests
{
    private static readonly DateOnly Today = new(2027, 3, 1);

    private static Stores With(params Bottle[] bottles) => Stores.Examples with { Bottles = bottles };

    private static Bottle Bottle(string id, Part part, double leftG, DateOnly? bought = null, DateOnly? opened = null) => new(id, "casting-epoxy", part, leftG, bought, opened);

    private static ResinNeed Pour(string build, double oneG, double twoG, int? inDays) => new(build, "The creek, layer 1", "casting-epoxy", oneG, twoG, 100, inDays is { } days ? Today.AddDays(days) : null);

    private static Needs Need(params ResinNeed[] resin) => new(resin, []);

    private static Cupboard Stands(Stores stores, Needs[] needs, DateOnly today) => Cupboard.Of(stores.AtHand, [.. needs.SelectMany(need => need.Resin)], [.. needs.SelectMany(need => need.Goods)], today);

    [Fact]
    public void Bottles_are_run_down_over_all_builds_and_what_is_missing_is_told_from_its_first_day()
    {
        var stores = With(Bottle("one", Part.One, 500), Bottle("two", Part.Two, 200)) with { Packs = [new Pack("kit", "casting-epoxy", 500, 250, 24.9)] };
        var cupboard = Stands(stores, [Need(Pour("Quay", 200, 100, 9), Pour("Quay", 200, 100, 30)), Need(Pour("Weirs", 60, 30, 12))], Today);
        Assert.Equal([40, 0], cupboard.Bottles.Select(one => one.PlannedLeftG));
        var buy = Assert.Single(cupboard.Buy);

        // 230 of hardener are wanted and 200 are there: the Quay's second pour is the first that is short.
        Assert.Equal((0, 30, Today.AddDays(30)), (buy.OneG, Math.Round(buy.TwoG, 9), buy.Before!.Value));
        Assert.Equal(["Quay"], buy.Builds);
        Assert.Equal(1, buy.Packs!.Packs.Single().Count);
        Assert.Equal((24.9, 24.9), (buy.Price, cupboard.BuyPrice));
    }

    [Fact]
    public void What_is_past_its_date_counts_for_nothing_and_is_told()
    {
        // A hardener opened so long ago that its sheet no longer vouches for it.
        var sheet = Stores.Examples.Sheet("casting-epoxy")!;
        var stale = Bottle("old", Part.Two, 90, Today.AddDays(-3000), Today.AddDays(-3000));
        Assert.True(stale.KeepsUntil(sheet) < Today);
        var cupboard = Stands(With(Bottle("one", Part.One, 500), stale), [Need(Pour("Quay", 100, 50, 1))], Today);
        Assert.Equal(90, cupboard.Bottles[1].PlannedLeftG);
        Assert.True(cupboard.Bottles[1].IsStale);
        Assert.Equal(50, cupboard.Buy.Single().TwoG);
        Assert.Null(cupboard.Buy.Single().Packs);
        Assert.Null(cupboard.BuyPrice);
        Assert.Contains(cupboard.Notices, notice => notice is { Kind: "stale", Standing: Standing.Stop } && notice.Sentence.Contains("Old hardener yellows", StringComparison.Ordinal));
    }

    [Fact]
    public void A_bottle_that_goes_off_before_its_turn_is_told_on_both_sides_of_the_day()
    {
        var sheet = Stores.Examples.Sheet("casting-epoxy")!;
        var opened = Today.AddDays(5 - (int)Math.Round(sheet.OpenedMonths!.Value * 30));
        var bottle = Bottle("two", Part.Two, 300, null, opened);
        Assert.Equal(Today.AddDays(5), bottle.KeepsUntil(sheet));
        IReadOnlyList<Notice> Told(int day) => Stands(With(Bottle("one", Part.One, 900), bottle), [Need(Pour("Quay", 100, 50, day))], Today).Notices;
        Assert.Empty(Told(5));
        Assert.Equal("goesOff", Told(6).Single().Kind);
    }

    [Fact]
    public void A_pack_opened_for_the_first_pour_may_go_off_before_the_last()
    {
        var months = Stores.Examples.Sheet("casting-epoxy")!.OpenedMonths!.Value;
        var keeps = (int)Math.Round(months * 30);
        ToBuy Buy(int last) => Stands(With(), [Need(Pour("Quay", 100, 50, 2), Pour("Quay", 100, 50, last))], Today).Buy.Single();
        Assert.Equal(Today.AddDays(2 + keeps), Buy(10).OverKeepsUntil);
        Assert.False(Buy(2 + keeps).GoesOffFirst);
        Assert.True(Buy(3 + keeps).GoesOffFirst);
    }

    [Fact]
    public void A_missed_day_counts_as_today()
    {
        var sheet = Stores.Examples.Sheet("casting-epoxy")!;
        var bottle = Bottle("two", Part.Two, 300, null, Today.AddDays(-1 - (int)Math.Round(sheet.OpenedMonths!.Value * 30)));
        Assert.Equal(50, Stands(With(Bottle("one", Part.One, 900), bottle), [Need(Pour("Quay", 100, 50, -9))], Today).Buy.Single().TwoG);
    }

    [Fact]
    public void Other_goods_are_run_down_by_what_serves_and_one_that_was_never_noted_is_not_known_to_be_missing()
    {
        GoodNeed Tint(string id, double ml) => new("Quay", GoodKind.Tint, id, id, null, ml, null);
        var stores = With() with
        {
            Goods =
            [
                new Good("t", GoodKind.Tint, "Umber", 2) { TintId = "umber", Full = 30, Price = 6 },
                new Good("f", GoodKind.Foam, "Foam", 3) { ThicknessMm = 20 },
            ],
        };
        var cupboard = Stands(stores, [new Needs([], [Tint("umber", 5), Tint("olive", 5), new GoodNeed("Quay", GoodKind.Foam, "Foam 20 mm", null, 20, 2, null), new GoodNeed("Weirs", GoodKind.Foam, "Foam 25 mm", null, 25, 2, null)])], Today);
        Assert.Equal([0, 1], cupboard.Goods.Select(one => one.PlannedLeft));
        var buy = Assert.Single(cupboard.Buy);
        Assert.Equal(("umber", 3, 6), (buy.Name, Math.Round(buy.Amount, 9), buy.Price!.Value));
    }

    // A tint that keeps for five days serves a need of the fifth and none of the sixth; a need that is past or undated is one of today.
    [Theory]
    [InlineData(5, 0)]
    [InlineData(6, 2)]
    [InlineData(-9, 0)]
    [InlineData(null, 0)]
    public void A_good_serves_up_to_its_last_day(int? inDays, double missing)
    {
        var stores = With() with { Goods = [new Good("t", GoodKind.Tint, "Umber", 30) { TintId = "umber", Full = 30, KeepsUntil = Today.AddDays(5) }] };
        var need = new GoodNeed("Quay", GoodKind.Tint, "Umber", "umber", null, 2, inDays is { } days ? Today.AddDays(days) : null);
        Assert.Equal(missing, Stands(stores, [new Needs([], [need])], Today).Buy.Sum(buy => buy.Amount), 9);
    }

    [Fact]
    public void A_builds_needs_are_its_sessions_its_tints_and_its_cups()
    {
        var answers = Planner.Answers(Samples.Creek, Stores.Examples);
        var needs = Needs.Of(answers);
        var sessions = answers.Sessions.Is!;
        Assert.Equal(sessions.Sum(session => session.Cards.Sum(card => card.Batch.AG)), needs.Resin.Sum(need => need.OneG), 9);
        Assert.Equal(sessions.Sum(session => session.Cards.Sum(card => card.Batch.BG)), needs.Resin.Sum(need => need.TwoG), 9);
        Assert.Equal(2 * sessions.Sum(session => session.Cards.Count), needs.Goods.Where(need => need.Kind == GoodKind.Cup).Sum(need => need.Amount));
        var dosed = sessions.SelectMany(session => session.Cards).Sum(card => card.Ink!.Doses.Sum(dose => dose.GivenMlPer100Ml * card.Batch.MixedMl / 100));
        Assert.Equal(dosed, needs.Goods.Where(need => need.Kind == GoodKind.Tint).Sum(need => need.Amount), 9);
    }

    [Fact]
    public void What_the_ground_its_dams_and_its_seals_take_is_needed_until_it_is_done()
    {
        static IReadOnlyList<GoodNeed> Of(Build build, DateTimeOffset now)
        {
            var answers = Planner.Answers(build, Stores.Examples);
            return new Needs([], []).With(BuildWork.Of(answers, answers.Making(steps => GroundRecipe.Compile(build.Board, steps)), now)).Goods;
        }

        double Amount(IReadOnlyList<GoodNeed> goods, GoodKind kind) => goods.Where(good => good.Kind == kind).Sum(good => good.Amount);
        var before = Samples.Evening.AddDays(-30);
        var dammed = Samples.Creek with { Dams = [new Dam(BoardSide.Left, 10, 90, 30) { Id = "d" }], Days = Samples.Creek.Days with { Notes = [] } };
        var all = Of(dammed, before);
        var plan = Planner.Answers(dammed, Stores.Examples);
        Assert.Equal(plan.DamCut().Sheets.Count, Amount(all, GoodKind.DamSheet));
        var making = plan.Making(steps => GroundRecipe.Compile(dammed.Board, steps));
        Assert.Equal(making.Sealing.SealerMl, Amount(all, GoodKind.Sealer), 9);
        Assert.Equal(making.Sealing.SealantMl, Amount(all, GoodKind.Sealant), 9);
        Assert.Equal(making.Foam.Sheets.Count, Amount(all, GoodKind.Foam));
        Assert.Equal(making.Sealing.GlueMl + making.DryGround.GlueMl + making.Bed.GlueMl, Amount(all, GoodKind.Glue), 9);

        // Plastered, the ground takes no more; the seals are still ahead.
        var plastered = Of(dammed with { Drying = new Core.Drying.DryingLog { PlasteredAt = Samples.Evening } }, Samples.Evening);
        Assert.Equal((0, 0), (Amount(plastered, GoodKind.Foam), Amount(plastered, GoodKind.Plaster)));
        Assert.True(Amount(plastered, GoodKind.Sealer) > 0);

        // Sealed, that is done too.
        var seal = BuildDays.StepsOf(plan, before).First(step => step.Kind == Core.Days.BuildStepKind.Seal).Id;
        var sealedUp = Of(dammed with { Days = dammed.Days with { Notes = [new Core.Days.StepNote(seal) { DoneAt = before }] } }, Samples.Evening);
        Assert.Equal(0, Amount(sealedUp, GoodKind.Sealer));
        Assert.True(Amount(sealedUp, GoodKind.DamSheet) > 0);
    }

    [Fact]
    public void What_goes_off_first_is_used_first_and_no_more_than_there_is()
    {
        static Good Umber(string id, double left, int? keeps) => new(id, GoodKind.Tint, "Umber", left) { TintId = "umber", KeepsUntil = keeps is { } days ? Today.AddDays(days) : null };
        Good[] goods = [Umber("open", 10, null), Umber("soon", 3, 5), Umber("later", 4, 50), Umber("past", 6, -5)];
        Assert.Equal([("soon", 2.0)], GoodsRunDown.Take(goods, 2, Today, pastToo: true).Select(one => (one.Key, one.Value)));
        Assert.Equal([("soon", 3.0), ("later", 4), ("open", 1)], GoodsRunDown.Take(goods, 8, Today, pastToo: true).Select(one => (one.Key, one.Value)));
        Assert.Equal([("soon", 3.0), ("later", 4), ("open", 10), ("past", 6)], GoodsRunDown.Take(goods, 100, Today, pastToo: true).Select(one => (one.Key, one.Value)));
        Assert.Equal([("soon", 3.0), ("later", 4), ("open", 10)], GoodsRunDown.Take(goods, 100, Today, pastToo: false).Select(one => (one.Key, one.Value)));
        Assert.Equal(["later", "open"], GoodsRunDown.Take(goods, 100, Today.AddDays(6), pastToo: false).Keys);
        Assert.Contains("soon", GoodsRunDown.Take(goods, 100, Today.AddDays(5), pastToo: false).Keys);
        Assert.Empty(GoodsRunDown.Take(goods, 0, Today, pastToo: true));
    }

    [Fact]
    public void It_costs_what_was_weighed_and_what_is_to_come_by_the_prices_of_the_bottles()
    {
        var stores = Stores.Examples with
        {
            Bottles = [new Bottle("1", "coating-epoxy", Part.One, 500, null, null) { FullG = 1000, Price = 20 }, new Bottle("2", "coating-epoxy", Part.Two, 500, null, null) { FullG = 1000, Price = 30 }],
        };
        var build = Samples.Creek with { Begun = [new BegunPour("p", "w", 1, Samples.Evening, []) { ToMm = 14, Result = new PourResult(30, 27, null, null, null, null, Samples.Evening) }] };
        var answers = Planner.Answers(build, stores);
        var needs = Needs.Of(answers);
        var cost = BuildCost.Of("Creek", needs, stores.AtHand);
        Assert.Equal((30 * 0.02) + (27 * 0.03), cost.SoFar, 9);
        Assert.Equal(needs.Resin.Sum(need => (need.OneG * 0.02) + (need.TwoG * 0.03)), cost.ToCome, 9);
        Assert.Equal((cost.SoFar + cost.ToCome) / cost.OnModelMl * 100, cost.Per100Ml!.Value, 9);

        // The tints that were poured by their recipe, and what else is at hand with a price.
        var inked = build with { Begun = [build.Begun[0] with { Ink = new Core.Ink.InkChoice("umber", 0.5, FirstTimes: 2) }] };
        var priced = stores with { Goods = [new Good("u", GoodKind.Tint, "Umber", 20) { TintId = "umber", Full = 20, Price = 10 }, new Good("c", GoodKind.Cup, "Cups", 40) { Full = 40, Price = 8 }] };
        var sheet = stores.Sheet("coating-epoxy")!;
        var with = BuildCost.Of("Creek", Needs.Of(Planner.Answers(inked, priced)), priced.AtHand);
        Assert.Equal(cost.SoFar + (((30 / sheet.DensityA) + (27 / sheet.DensityB)) * 1.0 / 100 * 0.5), with.SoFar, 9);
        Assert.Equal(needs.Goods.Where(need => need.Kind == GoodKind.Cup).Sum(need => need.Amount) * 0.2, with.OtherToCome, 9);
        Assert.NotEmpty(cost.Unpriced);
        Assert.DoesNotContain("Coating epoxy (example)", cost.Unpriced);

        // Without a bottle that says what it cost, by its cheapest pack; without one it is named.
        var packs = Stores.Examples with { Packs = [new Pack("k", "coating-epoxy", 500, 500, 25)] };
        Assert.Equal(57 * 0.025, BuildCost.Of("Creek", needs, packs.AtHand).SoFar, 9);
        Assert.Contains("Coating epoxy (example)", BuildCost.Of("Creek", needs, Stores.Examples.AtHand).Unpriced);

        // A cup that was spread out cost what was in it, and made no evening of pouring nor any water.
        var walk = new BenchWalk(BenchWalk.Creek).To("1-pour-1");
        walk.Take(new CupGivenUp("g", walk.Now, 1));
        var lost = build with { Log = [new LogEntry { Id = "s", At = Samples.Evening, Session = SessionRecord.Of(walk.Script, Samples.Evening, walk.Events) }] };
        var withLost = BuildCost.Of("Creek", Needs.Of(Planner.Answers(lost, stores)), stores.AtHand);
        var mix = BenchWalk.Creek.Mixes[0];
        Assert.Equal(cost.SoFar + (mix.OneG * 0.02) + (mix.TwoG * 0.03), withLost.SoFar, 9);
        Assert.Equal((cost.ToCome, cost.OnModelMl, cost.Evenings), (withLost.ToCome, withLost.OnModelMl, withLost.Evenings));
    }
}
