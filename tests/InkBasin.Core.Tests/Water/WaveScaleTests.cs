using FsCheck.Xunit;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

public class WaveScaleTests
{
    [Fact]
    public void A_pond_of_thirty_metres_in_light_air_has_waves_of_a_centimetre()
    {
        // 400 mm at 1:75; g·F/U² = 47.07, H = 0.0016·6.861·0.637 m, T = 0.286·3.61·0.2549 s, deep water L = g·T²/2π.
        var waves = WaveScale.Of(400, 40, 75, Wind.Light, Flow.Standing);
        Assert.Equal(30, waves.FetchM, 9);
        Assert.Equal(0.0070, waves.RealHeightM, 0.0001);
        Assert.Equal(0.1082, waves.RealLengthM, 0.001);
        Assert.Equal(waves.RealHeightM * 1000 / 75, waves.HeightMm, 12);
        Assert.False(waves.ByFlow);
    }

    [Fact]
    public void No_sea_grows_past_what_its_wind_can_raise()
    {
        // A fetch of 1000 km under light air: 0.243·U²/g and 8.134·U/g.
        var waves = WaveScale.Of(1e7, 1e6, 100_000, Wind.Light, Flow.Standing);
        Assert.Equal(0.243 * 6.25 / 9.80665, waves.RealHeightM, 6);
        var period = 8.134 * 2.5 / 9.80665;
        Assert.Equal(9.80665 * period * period / (2 * Math.PI), waves.RealLengthM, 3);
    }

    [Fact]
    public void In_a_stream_they_stand_as_long_as_waves_that_run_as_fast_as_it_flows()
    {
        // Deep water at 1 m/s: L = 2π·v²/g, a fourteenth of it high, and no higher than v²/2g.
        var waves = WaveScale.Of(200, 200, 50, Wind.Calm, Flow.Lively);
        Assert.True(waves.ByFlow);
        Assert.Equal(2 * Math.PI / 9.80665, waves.RealLengthM, 3);
        Assert.Equal(2 * Math.PI / 9.80665 / 14, waves.RealHeightM, 4);
        Assert.Equal((0, 0), (WaveScale.Of(200, 200, 50, Wind.Calm, Flow.Standing).HeightMm, WaveScale.Of(0, 0, 50, Wind.Gale, Flow.Standing).HeightMm));
    }

    // A fetch so short that no sea is full, over water so deep that it is nowhere felt: every wind by its own speed.
    [Theory]
    [InlineData(Wind.Light, 2.5)]
    [InlineData(Wind.Breeze, 6)]
    [InlineData(Wind.Strong, 12)]
    [InlineData(Wind.Gale, 19)]
    public void Every_wind_has_its_speed(Wind wind, double speedMPerS)
    {
        var waves = WaveScale.Of(500, 5000, 100, wind, Flow.Standing);
        var run = 9.80665 * 50 / (speedMPerS * speedMPerS);
        Assert.Equal(0.0016 * Math.Sqrt(run) * speedMPerS * speedMPerS / 9.80665, waves.RealHeightM, 9);
        var period = 0.286 * Math.Cbrt(run) * speedMPerS / 9.80665;
        Assert.Equal(9.80665 * period * period / (2 * Math.PI), waves.RealLengthM, 6);
    }

    [Theory]
    [InlineData(Flow.Slow, 0.4)]
    [InlineData(Flow.Lively, 1)]
    [InlineData(Flow.Rapid, 2.5)]
    public void Every_flow_has_its_speed_and_its_waves_stand_at_any_depth_that_bears_them(Flow flow, double speedMPerS)
    {
        // From water so deep that the bed is not felt to just over v²/g, where no wave runs so fast any more.
        foreach (var times in (double[])[50, 3, 1.2, 1.001])
        {
            var depthM = times * speedMPerS * speedMPerS / 9.80665;
            var waves = WaveScale.Of(100, depthM * 10, 100, Wind.Calm, flow);
            var k = 2 * Math.PI / waves.RealLengthM;
            Assert.Equal(speedMPerS * speedMPerS, 9.80665 / k * Math.Tanh(k * depthM), 6);
            Assert.Equal(Math.Min(waves.RealLengthM / 14, speedMPerS * speedMPerS / (2 * 9.80665)), waves.RealHeightM, 9);
        }

        // Shallower they are as long as a wave is whose length the depth decides, and still no higher than the flow can throw them.
        var shallow = 0.99 * speedMPerS * speedMPerS / 9.80665;
        var held = WaveScale.Of(100, shallow * 10, 100, Wind.Calm, flow);
        Assert.Equal(2 * Math.PI * shallow, held.RealLengthM, 9);
        Assert.Equal(Math.Min(2 * Math.PI * shallow / 14, speedMPerS * speedMPerS / (2 * 9.80665)), held.RealHeightM, 9);
    }

    [Fact]
    public void Over_a_shallow_bed_waves_of_the_wind_are_as_long_as_their_period_and_the_depth_make_them()
    {
        double depthM = 0.3, run = 9.80665 * 500 / 36, period = 0.286 * Math.Cbrt(run) * 6 / 9.80665;
        var waves = WaveScale.Of(5000, depthM * 10, 100, Wind.Breeze, Flow.Standing);
        double k = 2 * Math.PI / waves.RealLengthM, omega = 2 * Math.PI / period;
        Assert.Equal(omega * omega, 9.80665 * k * Math.Tanh(k * depthM), 6);
    }

    [Property]
    public bool More_wind_or_more_fetch_never_makes_them_smaller_and_shallows_only_shorten_them(byte fetch, byte depth, byte scale, byte wind)
    {
        double f = 10 + fetch, d = 1 + (depth / 4.0), n = 20 + scale;
        var w = (Wind)(wind % 4);
        WaveScale now = WaveScale.Of(f, d, n, w, Flow.Standing), windier = WaveScale.Of(f, d, n, w + 1, Flow.Standing), wider = WaveScale.Of(2 * f, d, n, w, Flow.Standing), deeper = WaveScale.Of(f, 2 * d, n, w, Flow.Standing);
        return windier.HeightMm >= now.HeightMm && wider.HeightMm >= now.HeightMm && windier.LengthMm >= now.LengthMm - 1e-9 && deeper.LengthMm >= now.LengthMm - 1e-9
            && double.IsFinite(now.LengthMm) && now.LengthMm >= 0;
    }
}
