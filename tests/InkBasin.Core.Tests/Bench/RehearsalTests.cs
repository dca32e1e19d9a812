using FsCheck.Xunit;
using InkBasin.Core.Bench;

namespace InkBasin.Core.Tests.Bench;

/// <summary>A rehearsal's clock, and what is said at its end.</summary>
public class RehearsalTests
{
    private static DateTimeOffset Real => Samples.Evening;

    [Fact]
    public void Its_clock_goes_as_fast_as_asked_and_never_back()
    {
        var rehearsal = Rehearsal.Begin(7, Real, 60);
        Assert.Equal(Real, rehearsal.At(Real.AddMinutes(-5)));
        Assert.Equal(Real.AddMinutes(60), rehearsal.At(Real.AddMinutes(1)));
        var slower = rehearsal.GoOn(Real.AddMinutes(1), 1);
        Assert.Equal(Real.AddMinutes(61), slower.At(Real.AddMinutes(2)));
        Assert.Equal(1, slower.Speed);

        // What was before the change stays where it was.
        Assert.Equal(Real.AddMinutes(30), slower.At(Real.AddSeconds(30)));
    }

    [Theory]
    [InlineData(1, false)]
    [InlineData(120, false)]
    [InlineData(0.9, true)]
    [InlineData(121, true)]
    public void From_once_to_a_hundred_and_twenty_times(double speed, bool refused)
    {
        if (refused) Assert.Throws<RefusedException>(() => Rehearsal.Begin(7, Real, speed));
        else Assert.Equal(speed, Rehearsal.Begin(7, Real, 2).GoOn(Real, speed).Speed);
    }

    [Fact]
    public void Called_away_takes_its_minutes_at_once_a_leak_takes_none()
    {
        var rehearsal = Rehearsal.Begin(7, Real, 10);
        var at = Real.AddMinutes(1);
        Assert.Equal(Real.AddMinutes(16), rehearsal.With(at, Mishap.CalledAway).At(at));
        Assert.Equal(Real.AddMinutes(50), rehearsal.With(at, Mishap.CupLeft, 40).At(at));
        var leaking = rehearsal.With(at, Mishap.Leak);
        Assert.Equal(Real.AddMinutes(10), leaking.At(at));
        Assert.Equal(new MishapAt(Mishap.Leak, Real.AddMinutes(10)), Assert.Single(leaking.Mishaps));
    }

    [Property(MaxTest = 200)]
    public bool Its_time_rises_whatever_is_done_to_it(int seed)
    {
        var random = new Random(seed);
        var rehearsal = Rehearsal.Begin(seed, Real, 1 + (random.NextDouble() * 119));
        var (real, last) = (Real, Real);
        for (var k = 0; k < 30; k++)
        {
            real = real.AddSeconds(random.NextDouble() * 20);
            if (rehearsal.At(real) < last) return false;
            last = rehearsal.At(real);
            rehearsal = random.Next(3) switch { 0 => rehearsal.GoOn(real, 1 + (random.NextDouble() * 119)), 1 => rehearsal.With(real, (Mishap)random.Next(6)), _ => rehearsal };
            if (rehearsal.At(real) < last) return false;
        }

        return true;
    }

    [Fact]
    public void A_clean_session_is_said_to_be_one()
    {
        var walk = new BenchWalk(BenchWalk.Creek).ToEnd();
        var review = SessionReview.Of(walk.Script, Samples.Evening, walk.State, walk.Now);
        Assert.Equal(["ratioHeld", "outInTime", "clean"], review.Lines.Select(line => line.Kind));
        Assert.Equal(0, review.CostG);
        Assert.Equal(34.5, review.TookMin, 6);
    }

    [Fact]
    public void Each_slip_is_told_with_what_it_cost_and_how_it_could_have_gone()
    {
        var mix = BenchWalk.Creek.Mixes[0];
        var walk = new BenchWalk(BenchWalk.Creek).To("1-one").Do(mix.OneG + 3).To("1-stir").Do(null, knowingly: true).To("1-pour-1");
        walk.Take(new DamGaveWay("l", walk.Now));
        walk.Wait(7).Take(new DamHolds("h", walk.Now, 4));
        walk.Wait((walk.State.Cups[0].OutBy!.Value - walk.Now).TotalMinutes + 3).To("bubbles-10").Wait(25).ToEnd();
        var lines = SessionReview.Of(walk.Script, Samples.Evening, walk.State, walk.Now).Lines;
        Assert.Equal(
            ["lateLook", "leak", "overshoot", "ratioHeld", "stirredShort", "stoodTooLong"],
            lines.Select(line => line.Kind).Order());
        Assert.All(lines.Where(line => line.Standing != Standing.Holds), line => Assert.NotNull(line.Better));
        var over = lines.Single(line => line.Kind == "overshoot");
        Assert.Equal(3 + mix.TwoFor(mix.OneG + 3) - mix.TwoG, over.CostG, 6);
        Assert.Equal(3, lines.Single(line => line.Kind == "stoodTooLong").CostMin, 1);
        Assert.Contains("7.0 min; 4 ml ran out", lines.Single(line => line.Kind == "leak").What, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(4.9, false)]
    [InlineData(5.1, true)]
    public void A_look_for_bubbles_is_late_from_five_minutes_on(double lateMin, bool late)
    {
        var walk = new BenchWalk(BenchWalk.Creek).To("bubbles-10").Wait(10 + lateMin).ToEnd();
        Assert.Equal(late, SessionReview.Of(walk.Script, Samples.Evening, walk.State, walk.Now).Lines.Any(line => line.Kind == "lateLook"));
    }

    [Theory]
    [InlineData(5.0, Standing.Tight)]
    [InlineData(5.1, Standing.Stop)]
    public void A_leak_closed_soon_cost_little(double minutes, Standing standing)
    {
        var walk = new BenchWalk(BenchWalk.Creek).To("1-pour-1");
        walk.Take(new DamGaveWay("l", walk.Now)).Wait(minutes).Take(new DamHolds("h", walk.Now)).ToEnd();
        Assert.Equal(standing, SessionReview.Of(walk.Script, Samples.Evening, walk.State, walk.Now).Lines.Single(line => line.Kind == "leak").Standing);
    }
}
