using FsCheck.Xunit;
using InkBasin.Core.Resin;

namespace InkBasin.Core.Tests.Resin;

public class ThinFilmTests
{
    private static readonly ResinProperties Casting = new(GelH: 9, HeatJPerG: 210, ReferenceC: 23);

    [Theory]
    [InlineData(0.5, 0.05)]
    [InlineData(24, 0.05)]
    [InlineData(3.5, 0.4)]
    public void At_its_reference_it_gels_when_the_sheet_says(double gelH, double kappa) =>
        Assert.Equal(gelH, new ThinFilm(Casting with { GelH = gelH, InitialCatalysis = kappa }, 550, 23).GelH, 1e-9 * gelH);

    [Fact]
    public void Ten_degrees_colder_takes_twice_as_long_by_the_activation_energy()
    {
        var expected = Math.Exp(55_000 / CureKinetics.GasConstant * ((1 / 286.15) - (1 / 296.15)));
        Assert.Equal(9 * expected, new ThinFilm(Casting, 550, 13).GelH, 0.01);
    }

    [Fact]
    public void Marching_through_time_comes_to_the_same_flow()
    {
        var kinetics = new CureKinetics(Casting);
        var viscosity = new Viscosity(550, 23);
        var film = new ThinFilm(Casting, 550, 18);
        double kelvin = 291.15, cure = 0, flow = 0, hours = 0, step = 1;
        while (cure < CureKinetics.GelCure)
        {
            // Midpoint rule, a second at a time.
            var middle = cure + (kinetics.Rate(cure, kelvin) * step / 2);
            flow += viscosity.Fluidity(middle, kelvin) * step;
            cure += kinetics.Rate(middle, kelvin) * step;
            hours += step / 3600;
            if (Math.Abs(hours - 2) < step / 7200) Assert.Equal(flow, film.FlowUntil(2), flow * 1e-3);
        }

        Assert.Equal(hours, film.GelH, hours * 1e-4);
        Assert.Equal(flow, film.FlowToGel, flow * 1e-4);
    }

    [Fact]
    public void It_thickens_from_the_sheets_viscosity_to_no_end()
    {
        var film = new ThinFilm(Casting, 550, 23);
        Assert.Equal(0, film.ThickerThanH(0.55), 0.05);
        Assert.True(film.ThickerThanH(10) < film.ThickerThanH(200) && film.ThickerThanH(200) < film.GelH);
        Assert.Equal(0, new Viscosity(550, 23).Fluidity(0.58, 296.15));
        Assert.Equal(1 / 0.55, new Viscosity(550, 23).Fluidity(0, 296.15), 12);
    }

    [Property(MaxTest = 50)]
    public bool Warmer_is_sooner(byte a, byte b)
    {
        double cold = 5 + (Math.Min(a, b) % 30), warm = cold + 1 + (Math.Max(a, b) % 8);
        return new ThinFilm(Casting, 550, warm).GelH < new ThinFilm(Casting, 550, cold).GelH;
    }

    [Fact]
    public void The_example_sheets_have_the_density_of_their_mix()
    {
        Assert.Equal((1.13 + 1.01) / 2, ExampleSheets.All[0].MixedDensity, 12);
        Assert.Equal(145 / ((100 / 1.1) + (45 / 0.98)), ExampleSheets.All[2].MixedDensity, 12);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(double.NaN)]
    public void Impossible_numbers_are_refused(double gelH)
    {
        Assert.Throws<RefusedException>(() => new ThinFilm(Casting with { GelH = gelH }, 550, 20));
        Assert.Throws<RefusedException>(() => new ThinFilm(Casting, 550, -280));
        Assert.Throws<RefusedException>(() => new ThinFilm(Casting, 0, 20));
    }
}
