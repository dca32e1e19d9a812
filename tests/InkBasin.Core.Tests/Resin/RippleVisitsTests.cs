using FsCheck.Xunit;
using InkBasin.Core.Plan;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Resin;

public class RippleVisitsTests
{
    private static ProductSheet Sheet { get; } = Stores.Examples.Sheets.Single(one => one.Id == "coating-epoxy");

    private static SettingSurface Film(double roomC = 23) => new ThinFilm(ResinProperties.Of(Sheet), Sheet.MixedViscosityMPaS, roomC).Surface;

    [Fact]
    public void The_first_look_is_at_half_the_time_to_gel_or_at_a_hundred_pascal_seconds_whichever_is_sooner()
    {
        var film = Film();
        var visits = RippleVisits.Of(film, 1.08, 4, 15);
        Assert.Equal(Math.Min(film.GelH / 2, film.ThickerThanH(100)), visits.FirstLookH, 9);
        Assert.Equal(film.GelH / 2, visits.FirstLookH, 9);

        // Thick as putty from the start it is looked at at once.
        var putty = new ThinFilm(ResinProperties.Of(Sheet), 200_000, 23).Surface;
        Assert.Equal(0, RippleVisits.Of(putty, 1.08, 4, 15).FirstLookH, 9);
    }

    [Fact]
    public void A_third_of_a_nudge_holds_sooner_than_most_of_one()
    {
        var visits = RippleVisits.Of(Film(), 1.08, 4, 15);
        Assert.Equal(RippleWindow.Of(Film(), 1.08, 4, 15, 100.0 / 3).OpensAtH, visits.HoldsFromH, 12);
        Assert.True(visits.HoldsFromH < RippleWindow.Of(Film(), 1.08, 4, 15, 70).OpensAtH);
        Assert.Equal(Film().GelH, visits.ClosesAtH);
    }

    [Property(MaxTest = 40)]
    public bool Looks_are_half_an_hour_apart_and_ten_minutes_in_the_last_half_hour(byte room, byte depth)
    {
        var film = Film(12 + (room % 20));
        var visits = RippleVisits.Of(film, 1.08, 1 + (depth / 20.0), 10);
        var gel = film.GelH;
        return visits.VisitsH[0] == visits.FirstLookH
            && visits.VisitsH.Zip(visits.VisitsH.Skip(1)).All(pair => pair.First < gel - 0.5 - 1e-6 ? pair.Second - pair.First <= 0.5 + 1e-9 : Math.Abs(pair.Second - pair.First - (1.0 / 6)) < 1e-9)
            && visits.VisitsH.Count(at => at >= gel - 0.5 - 1e-6) == 3
            && visits.VisitsH[^1] < gel;
    }
}
