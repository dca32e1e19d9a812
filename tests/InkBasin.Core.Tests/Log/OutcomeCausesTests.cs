using InkBasin.Core.Bench;
using InkBasin.Core.Log;
using InkBasin.Core.Tests.Bench;

namespace InkBasin.Core.Tests.Log;

/// <summary>Likely causes of an outcome, ranked by what the record holds.</summary>
public class OutcomeCausesTests
{
    private static SessionRecord Record(Action<BenchWalk> walk)
    {
        var one = new BenchWalk(BenchWalk.Creek);
        walk(one);
        one.ToEnd();
        return SessionRecord.Of(one.Script, Samples.Evening, one.Events);
    }

    private static SessionRecord Clean { get; } = Record(walk => walk.Take(new RoomRead("r", walk.Now, 21, 50)));

    private static OutcomeCase Case(SessionRecord? session = null, double? coldestC = 20, bool? dry = true) => new(session ?? Clean, [1], coldestC, dry, 0, null, null, false, true, true);

    private static CupMix Mix => BenchWalk.Creek.Mixes[0];

    private static IReadOnlyList<LikelyCause> Causes(Outcome outcome, OutcomeCase of) => OutcomeCauses.Of(outcome, of);

    [Fact]
    public void A_clear_layer_has_no_cause_and_what_was_measured_within_its_limits_is_none()
    {
        Assert.Empty(Causes(Outcome.Clear, Case()));
        Assert.Empty(Causes(Outcome.Soft, Case()));
    }

    [Theory]
    [InlineData(2.9, false)]
    [InlineData(3.2, true)]
    public void A_ratio_over_the_tolerance_leads_where_it_is_soft(double offPercent, bool named)
    {
        var session = Clean with { Cups = [Clean.Cups[0] with { RatioOffPercent = offPercent }] };
        var causes = Causes(Outcome.Soft, Case(session));
        Assert.Equal(named ? ["ratio"] : [], causes.Select(cause => cause.Kind));
        if (named) Assert.Contains("too little of part two", causes[0].Because, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(18.1, false)]
    [InlineData(17.9, true)]
    public void A_cold_night_is_named_with_its_reading(double coldestC, bool named) =>
        Assert.Equal(named, Causes(Outcome.Soft, Case(coldestC: coldestC)).Any(cause => cause is { Kind: "cold", Evidence: Evidence.Measured }));

    [Theory]
    [InlineData(4.1, false)]
    [InlineData(4.0, true)]
    public void Stirring_under_nine_tenths_is_named(double stirredMin, bool named) =>
        Assert.Equal(named, Causes(Outcome.Soft, Case(Clean with { Cups = [Clean.Cups[0] with { StirredMin = stirredMin }] })).Any(cause => cause.Kind == "stirred"));

    [Theory]
    [InlineData(70, false)]
    [InlineData(71, true)]
    public void Damp_air_clouds(double humidity, bool named) =>
        Assert.Equal(named, Causes(Outcome.Cloudy, Case(Clean with { HumidityPercent = humidity })).Any(cause => cause.Kind == "dampAir"));

    [Fact]
    public void What_was_measured_comes_before_what_nobody_measured()
    {
        var unweighed = Record(walk => walk.Take(new RoomRead("r", walk.Now, 21, 50)).To("1-one").Do().To("1-two").Do());
        var causes = Causes(Outcome.Soft, Case(unweighed with { Cups = [unweighed.Cups[0] with { StirredMin = 1 }] }, coldestC: 15));
        Assert.Equal(["cold", "stirred", "ratio"], causes.Select(cause => cause.Kind));
        Assert.Equal(Evidence.Unknown, causes[^1].Evidence);
        Assert.Equal(1, causes.Sum(cause => cause.Weight), 9);
        Assert.All(causes, cause => Assert.NotEmpty(cause.Next));
    }

    [Fact]
    public void Heat_cracks_bubbles_come_from_what_breathes_and_what_was_not_looked_after()
    {
        var hot = Clean with { HottestC = Clean.PeakC + 3 };
        Assert.Equal("hot", Causes(Outcome.Cracked, Case(hot))[0].Kind);
        Assert.Contains(Causes(Outcome.Cracked, Case(hot) with { DeeperThanSafe = true }), cause => cause.Kind == "deep");
        var late = Record(walk => walk.To("bubbles-10").Wait(18));
        var causes = Causes(Outcome.Bubbles, Case(late) with { PorousThings = 2 });
        Assert.Equal(["porous", "looks"], causes.Select(cause => cause.Kind).Take(2));
        Assert.Contains("2 things", causes[0].Because, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(35.9, false)]
    [InlineData(36.1, true)]
    public void A_missed_window_leaves_a_line(double hoursAfter, bool named)
    {
        var causes = Causes(Outcome.LayerLine, Case() with { HoursAfterUnder = hoursAfter, WindowToH = 36, IsFirst = false });
        Assert.Equal(named, causes.Any(cause => cause.Kind == "window"));
        Assert.Contains(causes, cause => cause is { Kind: "dust", Evidence: Evidence.Unknown });
        Assert.Contains(Causes(Outcome.LayerLine, Case() with { IsFirst = false, Covered = false }), cause => cause is { Kind: "dust", Evidence: Evidence.Noted });
    }

    // Shares of practice: measured in full, noted by half, unknown by a tenth.
    [Fact]
    public void Each_cause_weighs_as_practice_gives_it_and_as_it_is_known()
    {
        void Weighs(Outcome outcome, OutcomeCase of, params (string Kind, double Share)[] shares)
        {
            var causes = Causes(outcome, of);
            Assert.Equal(shares.Select(one => one.Kind), causes.Select(cause => cause.Kind));
            Assert.All(causes.Zip(shares), one => Assert.Equal(one.Second.Share / shares.Sum(share => share.Share), one.First.Weight, 9));
        }

        var unweighed = Record(walk => walk.Take(new RoomRead("r", walk.Now, 21, 50)).To("1-one").Do().To("1-two").Do());
        Weighs(Outcome.Soft, Case(unweighed with { Cups = [unweighed.Cups[0] with { StirredMin = 1 }] }, coldestC: 15), ("cold", 3), ("stirred", 2), ("ratio", 0.4));
        var late = Clean.Cups[0] with { OutBy = Samples.Evening, OutAt = Samples.Evening.AddMinutes(2), RatioOffPercent = 9 };
        Weighs(Outcome.Soft, Case(Clean with { Cups = [late] }), ("ratio", 4), ("pastTime", 1));
        Weighs(Outcome.Cloudy, Case(Clean with { HumidityPercent = 80 }, dry: null), ("dampAir", 1.5), ("damp", 0.3));
        Weighs(Outcome.Cloudy, Case(Clean with { Cups = [Clean.Cups[0] with { StirredMin = 1 }] }, coldestC: 15, dry: false), ("damp", 3), ("cold", 2), ("stirred", 1));
        Weighs(Outcome.Cracked, Case(Clean with { HottestC = Clean.PeakC + 3, Cups = [late] }) with { DeeperThanSafe = true }, ("hot", 4), ("deep", 3), ("pastTime", 1), ("ratio", 1));
        Weighs(Outcome.Bubbles, Case(Clean with { Cups = [late], BubbleLooks = new BubbleLooks(Planned: 3, Done: 1) }, coldestC: 15, dry: false) with { PorousThings = 1 }, ("cold", 2), ("pastTime", 2), ("porous", 1.5), ("looks", 1.5), ("damp", 1));
        Weighs(Outcome.LayerLine, Case(coldestC: 15) with { HoursAfterUnder = 37, WindowToH = 36, IsFirst = false, Covered = false }, ("window", 4), ("dust", 1), ("cold", 1));
    }

    [Fact]
    public void Poured_without_the_bench_it_says_what_nobody_measured()
    {
        var causes = Causes(Outcome.Soft, new OutcomeCase(null, [], null, null, 0, null, null, false, true, true));
        Assert.Equal(["ratio", "cold", "stirred"], causes.Select(cause => cause.Kind));
        Assert.All(causes, cause => Assert.Equal(Evidence.Unknown, cause.Evidence));
    }
}
