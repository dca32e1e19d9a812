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
}
