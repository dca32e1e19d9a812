using FsCheck.Xunit;
using InkBasin.Core.Bench;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Plan;

public class MixSessionTests
{
    /// <summary>A block of foam with three level ponds in it, of one product and ink, poured on one evening.</summary>
    private static Build Ponds { get; } = Samples.Creek with
    {
        Recipe =
        [
            new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 30 },
            Pit("a", 20, 20, 60),
            Pit("b", 90, 20, 30),
            Pit("c", 140, 20, 12),
        ],
        StandIns = [],
        Photo = null,
        Dams = [],
        Waters = [Pool("c", 146, 26), Pool("a", 50, 50), Pool("b", 105, 35)],
    };

    private static Pond Pit(string id, double x, double y, double side) => new()
    {
        Id = id,
        Name = id,
        Outline = new Outline([new(x, y), new(x + side, y), new(x + side, y + side), new(x, y + side)], Curved: false),
        DepthMm = 12,
        ShelfDepthMm = 12,
        ShelfWidthMm = 0,
        SlopeDeg = 89,
    };

    private static InkBasin.Core.Builds.Water Pool(string id, double x, double y) =>
        Samples.Creek.Waters[0] with { Id = id, Name = $"Pond {id}", Seed = new PointMm(x, y), WaterlineMm = 28 };

    private static BuildPlan PlanOf(Build build, Stores? stores = null) => Planner.Plan(build, stores ?? Stores.Examples);

    // By itself the little pond's batch could not be measured, and its tint would be thinned further; the hand mixes one for all three.
    [Fact]
    public void What_is_said_of_a_mix_is_said_of_the_one_it_is_mixed_in()
    {
        var ponds = Ponds with
        {
            Waters = [.. Ponds.Waters.Select(pond => pond with { Ink = new InkChoice("white-paste", 0.05) })],
            Measuring = Ponds.Measuring with { Device = new MeasuringDevice(DeviceKind.Scale, 0.1) },
        };
        static IEnumerable<string> Said(IEnumerable<Notice> notices, string kind) => notices.Where(notice => notice.Kind == kind).Select(notice => notice.Sentence).Distinct();
        var plan = PlanOf(ponds);
        var thinned = Said(plan.Sessions.Is!.SelectMany(session => session.Notices), "letDown").ToList();
        Assert.NotEmpty(thinned);
        Assert.All(plan.Waters, water => Assert.Equal(thinned, Said(water.Notices, "letDown")));
        Assert.All(plan.Waters, water => Assert.Empty(Said(water.Notices, "tooSmallToMeasure")));

        var cup = plan.Sessions.Is![0].Cards[0];
        Assert.All(plan.Waters, water =>
        {
            var opened = water.Workings["drops"].Inputs;
            Assert.Equal(cup.Batch.MixedMl, opened.Single(input => input.Name == "first batch, mixed").Value);
            Assert.Equal(cup.Ink!.Doses.Single().Amount, opened.Single(input => input.Unit == "drops").Value);
            Assert.Equal(ponds.Measuring.Cup.MarkMm(cup.Batch.MixedMl), water.Ink.InHand.Single().Cup!.DepthMm);
        });

        var alone = PlanOf(ponds with { Waters = [ponds.Waters[0]] }).Waters[0].Notices;
        Assert.NotEmpty(Said(alone, "tooSmallToMeasure"));
        Assert.NotEqual(thinned, Said(alone, "letDown"));
    }

    // In whole drops the little pond's own cup would stay under the limit; the cup for all three does not.
    [Fact]
    public void What_tint_the_resin_bears_goes_by_the_cup_it_is_mixed_in()
    {
        var ponds = Ponds with { Waters = [.. Ponds.Waters.Select(pond => pond with { Ink = new InkChoice("umber", 3.1) })] };
        var plan = PlanOf(ponds);
        var given = plan.Sessions.Is!.Max(session => session.Cards[0].Ink!.GivenMlPer100Ml);
        Assert.True(given > 3);
        Assert.All(plan.Waters, water => Assert.Equal(given, water.Notices.Single(notice => notice.Kind == "tooMuchTint").Numbers["givenPercent"]));
        Assert.DoesNotContain(PlanOf(ponds with { Waters = [ponds.Waters[0]] }).Waters[0].Notices, notice => notice.Kind == "tooMuchTint");
    }

    [Fact]
    public void A_layer_is_mixed_in_a_session_for_each_of_its_colours_its_own_first()
    {
        // The colour's session comes first in the list: it is that of a water which is told earlier, whole.
        var red = new InkChoice("red", 0.6);
        var place = new InkPlace("rust", new(35, 35), 10, [new("red", 0.6)]);
        var sessions = PlanOf(Ponds with { Waters = [Ponds.Waters[0] with { Ink = red }, Ponds.Waters[1] with { Ink = new InkChoice("umber", 0.1) { Places = [place] } }, Ponds.Waters[2]] }).Sessions.Is!;
        var of = MixSessions.Of(sessions, "a", 1);
        Assert.Equal(["Umber", "Red"], of.Select(session => session.InkName));
        Assert.True(of[0].Number > of[1].Number);
        Assert.Empty(of[0].Others("a"));
        Assert.Equal(["Pond c"], of[1].Others("a"));
        Assert.Equal(["Pond a (colour 1)"], of[1].Others("c"));
        Assert.Equal([of[1]], MixSessions.Of(sessions, "c", 1));
        Assert.Empty(MixSessions.Of(sessions, "a", 99));
        Assert.DoesNotContain(MixSessions.Of(sessions, "a", 2), of.Contains);
    }

    [Fact]
    public void Waters_of_one_product_ink_and_evening_are_mixed_for_together()
    {
        var plan = PlanOf(Ponds);
        Assert.Equal(plan.Waters[0].Layers.Is!.Layers.Count, plan.Sessions.Is!.Count);
        Assert.All(plan.Sessions.Is!, session => Assert.Equal(["a", "b", "c"], session.Pools.Select(pool => pool.WaterId)));
        Assert.Equal([1, 2], plan.Sessions.Is!.Select(session => session.Number));
        var first = plan.Sessions.Is![0];
        Assert.Equal(plan.Waters.Sum(water => water.Layers.Is!.Layers[0].VolumeMl), first.VolumeMl, 9);
        Assert.Equal(plan.Waters[0].Layers.Is!.Layers[0].PourAt, first.At);

        // One cup keeps its residue once, not three times.
        Assert.True(first.MixedMl < plan.Waters.Sum(water => water.Layers.Is!.Layers[0].Mix.Batches.Sum(batch => batch.MixedMl)));
        Assert.Empty(first.CouldJoin);
    }

    [Fact]
    public void Another_ink_or_evening_is_a_session_of_its_own_and_the_evening_can_be_joined()
    {
        var later = Ponds with { Waters = [.. Ponds.Waters.Take(2), Ponds.Waters[2] with { FirstPourAt = Samples.Evening.AddDays(1).AddHours(1) }] };
        var plan = PlanOf(later);
        var first = plan.Sessions.Is![0];
        Assert.Equal(["a", "c"], first.Pools.Select(pool => pool.WaterId));
        Assert.Equal(["b"], first.CouldJoin);
        Assert.Equal(["c", "a"], plan.Sessions.Is!.First(session => session.Pools[0].WaterId == "b").CouldJoin);
        var inked = Ponds with { Waters = [.. Ponds.Waters.Take(2), Ponds.Waters[2] with { Ink = new InkChoice("umber", 0.2) }] };
        Assert.All(PlanOf(inked).Sessions.Is!, session => Assert.Empty(session.CouldJoin));
        Assert.Contains(PlanOf(inked).Sessions.Is!, session => session.InkName == "Umber" && session.Pools.Count == 1);
    }

    private static Build OneLater { get; } = Ponds with { Waters = [.. Ponds.Waters.Take(2), Ponds.Waters[2] with { FirstPourAt = Samples.Evening.AddDays(1) }] };

    private static IReadOnlyList<BenchReady> ReadyOf(Build build, Stores stores, params int[] together) => BuildBench.Of(Planner.Answers(build, stores), Samples.Evening, together);

    [Fact]
    public void What_is_next_and_takes_the_same_can_be_taken_as_one_mix_at_the_later_of_its_times()
    {
        var apart = ReadyOf(OneLater, Stores.Examples);
        Assert.Equal(["Pond a, Pond c, layer 1", "Pond b, layer 1"], apart.Where(one => one.IsNext).Select(one => one.Title));
        var (first, other) = (apart.First(one => one.IsNext), apart.Last(one => one.IsNext));
        Assert.Equal([other.Number], first.CouldJoin);
        Assert.Equal([first.Number], other.CouldJoin);
        Assert.All(apart.Where(one => !one.IsNext), one => Assert.Empty(one.CouldJoin));

        var joined = ReadyOf(OneLater, Stores.Examples, other.Number, first.Number);
        var one = Assert.Single(joined, ready => ready.IsNext);
        Assert.Equal((first.Number, "Pond a, Pond b, Pond c, layer 1", other.At), (one.Number, one.Title, one.At));
        Assert.Equal(["a", "b", "c"], one.Lists.Select(list => list.WaterId));
        Assert.Empty(one.CouldJoin);
        Assert.Equal(apart.Where(ready => !ready.IsNext).Select(ready => (ready.Number, ready.Title)), joined.Where(ready => !ready.IsNext).Select(ready => (ready.Number, ready.Title)));

        // One cup keeps its residue once; what is gone through is the mix for all of them, as if they were of one evening.
        Assert.True(one.MixedG < first.MixedG + other.MixedG);
        var planned = PlanOf(Ponds).Sessions.Is![0];
        var script = BuildBench.ScriptOf(Planner.Answers(OneLater, Stores.Examples), one.Number, [first.Number, other.Number]);
        Assert.Equal(planned.Pools.Select(pool => (pool.WaterId, pool.VolumeMl)), script.Layers.Select(layer => (layer.WaterId, layer.VolumeMl)));
        Assert.Equal(planned.Cards.Sum(card => card.Batch.MixedG), one.MixedG, 9);

        // And so is what is asked of the bottles.
        Assert.All(one.Lists, list => Assert.Contains(
            $"takes {planned.Cards.Sum(card => card.Batch.AG):0} g of part one and {planned.Cards.Sum(card => card.Batch.BG):0} g of part two", list.Checks.Single(check => check.Item == CheckItem.Stock).Because, StringComparison.Ordinal));
    }

    // Board, room, mix and maker are looked at once for all three; each bed by itself.
    [Fact]
    public void What_is_asked_of_all_in_the_same_words_is_asked_once()
    {
        CheckItem[] once = [CheckItem.Level, CheckItem.Room, CheckItem.Stock, CheckItem.Bubbles, CheckItem.Dust, CheckItem.Under, CheckItem.Safety];
        BenchReady Next(params CheckAnswer[] answers) => ReadyOf(Ponds with { Answers = answers }, Stores.Examples).Single(one => one.IsNext);
        int Unsettled(BenchReady of) => of.Lists.Sum(list => list.Checks.Count(check => !check.Settled));
        var ready = Next();
        Assert.Equal(once, ready.OfAll);
        var open = ready.Lists[0].Checks.Count(check => !check.Settled && once.Contains(check.Item));
        Assert.InRange(open, 5, 7);
        Assert.Equal(Unsettled(ready) - (2 * open), ready.Open);

        // Answered for all alike it is still one; answered for one of them it is asked of each.
        CheckAnswer Yes(string waterId, CheckItem item) => new(waterId, item, false, null, Samples.Evening);
        var all = Next(Yes("a", CheckItem.Level), Yes("b", CheckItem.Level), Yes("c", CheckItem.Level));
        Assert.Equal((once.Length, ready.Open - 1), (all.OfAll.Count, all.Open));
        var one = Next(Yes("b", CheckItem.Level));
        Assert.DoesNotContain(CheckItem.Level, one.OfAll);
        Assert.Equal(ready.Open + 1, one.Open);

        // A single water is asked as ever.
        Assert.Empty(ReadyOf(Ponds with { Waters = [Ponds.Waters[0]] }, Stores.Examples)[0].OfAll);
    }

    [Fact]
    public void What_is_not_of_one_mix_is_neither_offered_nor_taken()
    {
        static void Refused(Build build, Stores stores, params int[] together) =>
            Assert.Equal("together", Assert.Throws<RefusedException>(() => ReadyOf(build, stores, together)).Field);
        var apart = ReadyOf(OneLater, Stores.Examples);
        int[] next = [.. apart.Where(one => one.IsNext).Select(one => one.Number)];
        Refused(OneLater, Stores.Examples, next[0], apart.First(one => !one.IsNext).Number);
        Refused(OneLater, Stores.Examples, next[0], 99);

        // Another ink, also where its name is the same and only its strength another.
        foreach (var ink in new[] { new InkChoice("umber", 0.2), OneLater.Waters[0].Ink with { FirstTimes = 2 } })
        {
            var inked = OneLater with { Waters = [.. OneLater.Waters.Take(2), OneLater.Waters[2] with { Ink = ink }] };
            var ready = ReadyOf(inked, Stores.Examples);
            Assert.All(ready, one => Assert.Empty(one.CouldJoin));
            Refused(inked, Stores.Examples, [.. ready.Where(one => one.IsNext).Select(one => one.Number)]);
        }

        // Enough for each by itself, as bottles are noted, but a gram too little for both at once.
        var least = PlanOf(Ponds).Sessions.Is![0].Cards.Sum(card => card.Batch.AG) - 1;
        var bottles = Stores.Examples with { Bottles = [new Bottle("one", "coating-epoxy", Part.One, least, null, null), new Bottle("two", "coating-epoxy", Part.Two, 1000, null, null)] };
        Assert.All(ReadyOf(OneLater, bottles), one => Assert.Null(one.Stop));
        Assert.All(ReadyOf(OneLater, bottles), one => Assert.Empty(one.CouldJoin));
        Assert.Equal("short", ReadyOf(OneLater, bottles, next).Single(one => one.IsNext).Stop?.Kind);
    }

    [Theory]
    [InlineData(250, 1)]
    [InlineData(12, 3)]
    public void Cups_one_after_another_each_want_their_stirring(double mostG, int leastCups)
    {
        var sheet = ExampleSheets.All[0] with { MaxBatchG = mostG };
        var session = PlanOf(Ponds, Stores.Examples with { Sheets = [sheet] }).Sessions.Is![0];
        Assert.True(session.Cards.Count >= leastCups);
        Assert.Equal((session.Cards.Count * sheet.StirMin * 1.5) + session.Pools.Count + (session.MixedMl / 100), session.BenchMin, 9);
    }

    [Property(MaxTest = 40)]
    public bool The_cups_give_every_pool_what_it_takes_and_never_more_than_they_hold(byte most, byte line)
    {
        var sheet = ExampleSheets.All[0] with { MaxBatchG = 8 + (most / 4.0) };
        var build = Ponds with { Waters = [.. Ponds.Waters.Select(water => water with { WaterlineMm = 20 + (line / 255.0 * 9) })] };
        var plan = PlanOf(build, Stores.Examples with { Sheets = [sheet] });
        foreach (var session in plan.Sessions.Is!)
        {
            foreach (var pool in session.Pools)
            {
                var lines = session.Cards.SelectMany(card => card.Lines).Where(one => one.WaterId == pool.WaterId).ToList();
                if (Math.Abs(lines.Sum(one => one.VolumeMl) - pool.VolumeMl) > 0.05) return false;
                if (!lines[^1].Finishes || lines[^1].ToMm != pool.ToMm || lines.SkipLast(1).Any(one => one.Finishes)) return false;
                if (lines.Zip(lines.Skip(1)).Any(pair => pair.Second.ToMm <= pair.First.ToMm)) return false;
            }

            if (session.Cards.Any(card => card.Lines.Sum(one => one.VolumeMl) > card.Batch.MixedMl || card.Batch.MixedG > sheet.MaxBatchG * (1 + 1e-8))) return false;
            if (session.Cards.Any(card => card.Lines.Any(one => one.LeftMl < 0))) return false;
        }

        return plan.Sessions.Is!.Count > 0;
    }

    [Fact]
    public void A_cup_that_would_turn_before_it_is_poured_is_divided()
    {
        var slow = PlanOf(Ponds).Sessions.Is![0];
        Assert.True(slow.PotLifeMin >= slow.WorkMin);
        var hasty = ExampleSheets.All[0] with { PotLifeMin = 3 };
        var session = PlanOf(Ponds, Stores.Examples with { Sheets = [hasty] }).Sessions.Is![0];
        Assert.True(session.Cards.Count > slow.Cards.Count);
        Assert.True(session.PotLifeMin >= session.WorkMin || session.Notices.Any(notice => notice.Standing == Standing.Stop));
        var hopeless = PlanOf(Ponds, Stores.Examples with { Sheets = [hasty with { PotLifeMin = 0.6 }] }).Sessions.Is![0];
        Assert.Contains(hopeless.Notices, notice => notice.Standing == Standing.Stop && notice.Sentence.Contains("turns after", StringComparison.Ordinal));
    }

    [Fact]
    public void Bottles_run_down_over_the_sessions_and_the_first_that_is_short_says_so()
    {
        var first = PlanOf(Ponds).Sessions.Is![0];
        var need = first.Cards.Sum(card => card.Batch.BG);
        var stores = Stores.Examples with
        {
            Bottles =
            [
                new Bottle("one", "coating-epoxy", Part.One, 1000, null, null),
                new Bottle("two", "coating-epoxy", Part.Two, need + 1, null, null),
            ],
        };
        var plan = PlanOf(Ponds, stores);
        Assert.True(plan.Sessions.Is![0].Stock!.Enough);
        Assert.Equal(1, plan.Sessions.Is![0].Stock!.TwoLeftG, 9);
        Assert.False(plan.Sessions.Is![1].Stock!.Enough);
        Assert.Contains("g of part two", plan.Sessions.Is![1].Notices[0].Sentence, StringComparison.Ordinal);
        Assert.DoesNotContain("part one", plan.Sessions.Is![1].Notices[0].Sentence, StringComparison.Ordinal);
        Assert.Null(first.Stock);
        var checks = Samples.ListOf(Ponds, "a", stores);
        Assert.Equal(Known.Yes, checks.Single(check => check.Item == CheckItem.Stock).Known);

        // Where nobody noted a bottle the list says what to look for: for all of them.
        Assert.StartsWith(
            $"This layer takes {first.Cards.Sum(card => card.Batch.AG):0} g of part one and {need:0} g of part two of ", Samples.ListOf(Ponds, "c", Stores.Examples).Single(check => check.Item == CheckItem.Stock).Because, StringComparison.Ordinal);
    }

    [Fact]
    public void The_first_layer_may_be_inked_stronger_and_is_then_a_mix_of_its_own()
    {
        var plan = PlanOf(Ponds with { Waters = [.. Ponds.Waters.Select(water => water with { Ink = water.Ink with { FirstTimes = 3 } })] });
        Assert.Equal([0.6, 0.2], plan.Sessions.Is!.Select(session => Math.Round(session.MlPer100Ml, 9)));
        Assert.True(plan.Waters[1].Layers.Is!.Layers[0].Ink!.Doses[0].Amount > 2 * plan.Waters[1].Layers.Is!.Layers[1].Ink!.Doses[0].Amount);

        // Seen from above the deep water is darker than with the same ink throughout.
        Assert.NotEqual(PlanOf(Ponds).Waters[1].Look.Tops[^1].Colours[^1], plan.Waters[1].Look.Tops[^1].Colours[^1]);
    }

    // What is one part has no part one to thin a tint with.
    [Theory]
    [InlineData("coating-epoxy")]
    [InlineData("one-part-water")]
    public void A_tint_is_let_down_in_what_the_product_is_made_of(string productId)
    {
        var sheet = Stores.Examples.Sheets.Single(one => one.Id == productId);
        var plan = PlanOf(Ponds with { Waters = [.. Ponds.Waters.Select(water => water with { ProductId = productId, Ink = new InkChoice("white-paste", 0.03) })] });
        var cards = plan.Sessions.Is!.SelectMany(session => session.LetDowns).ToList();
        Assert.NotEmpty(cards);
        Assert.All(cards, card => Assert.Equal(sheet.Traits.IsOnePart ? sheet.Name : "part one", card.Thinner));
    }
}
