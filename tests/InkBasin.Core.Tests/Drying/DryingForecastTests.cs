using FsCheck.Xunit;
using InkBasin.Core.Drying;

namespace InkBasin.Core.Tests.Drying;

public class DryingForecastTests
{
    private static Weighing[] Curve(double final, double amplitude, double tau, params double[] hours) =>
        [.. hours.Select(h => new Weighing(h, final + (amplitude * Math.Exp(-h / tau))))];

    [Property]
    public bool Weighings_without_error_give_back_their_curve(byte mass, byte water, byte slow)
    {
        double final = 100 + (mass * 10), amplitude = 5 + water, tau = 4 + (slow / 4.0);
        var forecast = DryingForecast.Of(Curve(final, amplitude, tau, 0, 5, 11, 20, 31, 47));
        return Math.Abs(forecast.FinalG / final - 1) < 1e-5 && Math.Abs(forecast.TimeConstantH / tau - 1) < 1e-4 && forecast.RmseG < 1e-4;
    }

    [Fact]
    public void It_is_dry_when_a_day_takes_off_no_more_than_the_limit()
    {
        var forecast = DryingForecast.Of(Curve(800, 120, 20, 0, 6, 12, 24, 36, 48));
        double Mass(double h) => 800 + (120 * Math.Exp(-h / 20));
        Assert.Equal(0.001, (Mass(forecast.DryAtH) - Mass(forecast.DryAtH + 24)) / Mass(forecast.DryAtH), 1e-8);
        Assert.Equal(93.0164167704, forecast.DryAtH, 0.01);
    }

    [Fact]
    public void A_looser_limit_is_met_sooner_and_one_met_already_at_once()
    {
        var weighings = Curve(800, 120, 20, 0, 6, 12, 24);
        Assert.True(DryingForecast.Of(weighings, 1).DryAtH < DryingForecast.Of(weighings, 0.1).DryAtH);
        Assert.Equal(0, DryingForecast.Of(weighings, 50).DryAtH);
    }

    [Fact]
    public void The_clock_may_begin_anywhere_and_the_order_does_not_matter()
    {
        var late = Curve(800, 120, 20, 0, 6, 12, 24).Select(one => one with { AtH = one.AtH + 500 }).Reverse().ToArray();
        Assert.Equal(500 + DryingForecast.Of(Curve(800, 120, 20, 0, 6, 12, 24)).DryAtH, DryingForecast.Of(late).DryAtH, 1e-3);
    }

    [Fact]
    public void What_forecasts_nothing_is_refused_in_a_sentence()
    {
        Assert.Contains("4 different times", Assert.Throws<RefusedException>(() => DryingForecast.Of(Curve(800, 120, 20, 0, 6, 6, 12))).Message, StringComparison.Ordinal);
        Assert.Contains("not grown lighter", Assert.Throws<RefusedException>(() => DryingForecast.Of([new(0, 5), new(1, 6), new(2, 7), new(3, 8)])).Message, StringComparison.Ordinal);
        Assert.Contains("keep weighing", Assert.Throws<RefusedException>(() => DryingForecast.Of([new(0, 100), new(1, 99), new(2, 98), new(3, 97)])).Message, StringComparison.Ordinal);
        Assert.Throws<RefusedException>(() => DryingForecast.Of([new(0, 0), new(1, 99), new(2, 98), new(3, 97)]));
    }
}
