using FsCheck.Xunit;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Resin;

public class SettingTests
{
    private static readonly ResinProperties Coating = new(GelH: 7, HeatJPerG: 220);
    private static readonly Cup Beaker = new(85, 110, 120);

    [Fact]
    public void A_bubble_rises_by_stokes_with_a_clean_surface()
    {
        var film = new ThinFilm(Coating, 2500, 22);
        var trapped = TrappedBubbles.Of(film, 1.1, 6).LargestTrappedMm;

        // v = ρ g d²/(12 μ): the distance it rises is ρ g d²/12 · ∫dt/μ.
        Assert.Equal(6e-3, 1100 * 9.80665 * Math.Pow(trapped / 1000, 2) / 12 * film.FlowToGel, 1e-9);
    }

    [Property(MaxTest = 50)]
    public bool Deeper_or_later_born_bubbles_are_trapped_larger(byte depth, byte born)
    {
        var film = new ThinFilm(Coating, 900, 22);
        double mm = 1 + (depth % 200), h = film.GelH * born / 300;
        var one = TrappedBubbles.Of(film, 1.1, mm, h).LargestTrappedMm;
        return TrappedBubbles.Of(film, 1.1, mm * 2, h).LargestTrappedMm > one && TrappedBubbles.Of(film, 1.1, mm, h + (film.GelH * 0.05)).LargestTrappedMm > one;
    }

    [Fact]
    public void A_bubble_born_after_the_gel_point_is_refused() =>
        Assert.Throws<RefusedException>(() => TrappedBubbles.Of(new ThinFilm(Coating, 900, 22), 1.1, 5, 40));

    [Property(MaxTest = 50)]
    public bool The_ripple_window_ends_at_the_gel_point_and_opens_later_for_more_to_be_kept(byte depth, byte wave)
    {
        var film = new ThinFilm(Coating, 900, 22);
        double mm = 1 + (depth % 20), length = 3 + (wave % 60);
        var most = RippleWindow.Of(film.Surface, 1.1, mm, length, 90);
        var less = RippleWindow.Of(film.Surface, 1.1, mm, length, 50);
        return most.ClosesAtH == film.GelH && most.OpensAtH < most.ClosesAtH && most.OpensAtH >= less.OpensAtH && less.WatchFromH == most.WatchFromH;
    }

    [Fact]
    public void In_a_deep_layer_gravity_levels_long_ripples_as_in_deep_water()
    {
        // kd large: r → (ρg + γk²)/(2μk). What is left of a ripple at the opening is just what is to be kept.
        var film = new ThinFilm(Coating, 900, 22);
        var window = RippleWindow.Of(film.Surface, 1.1, 400, 15, 70);
        var k = 2 * Math.PI / 0.015;
        var left = (film.FlowToGel - film.FlowUntil(window.OpensAtH)) * ((1100 * 9.80665) + (0.035 * k * k)) / (2 * k);
        Assert.Equal(0.7, Math.Exp(-left), 1e-6);
    }

    [Fact]
    public void The_top_of_a_thin_column_sets_as_a_film_does_and_that_of_a_deep_one_sooner()
    {
        CureRun Top(double mm, double top) => CureColumn.Follow(new CureProblem(Coating, mm, [], RoomCourse.Constant(22), 60, top, top) { SurfaceMPaS = 900 });
        var film = new ThinFilm(Coating, 900, 22).Surface;
        var thin = Top(0.05, 1000).Surface!;
        Assert.Equal(film.GelH, thin.GelH, film.GelH * 2e-3);
        Assert.Equal(film.FlowToGel, thin.FlowToGel, film.FlowToGel * 5e-3);
        Assert.Equal(RippleWindow.Of(film, 1.1, 4).OpensAtH, RippleWindow.Of(thin, 1.1, 4).OpensAtH, 0.03);
        Assert.True(Top(12, 9).Surface!.GelH < film.GelH * 0.9);
        Assert.Null(CureColumn.Follow(new CureProblem(Coating, 4, [], RoomCourse.Constant(22), 60)).Surface);
        Assert.Null(CureColumn.Follow(new CureProblem(Coating, 4, [], RoomCourse.Constant(22), 1) { SurfaceMPaS = 900 }).Surface);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(100)]
    [InlineData(double.NaN)]
    public void All_or_nothing_to_be_kept_is_refused(double percent) =>
        Assert.Throws<RefusedException>(() => RippleWindow.Of(new ThinFilm(Coating, 900, 22).Surface, 1.1, 5, 15, percent));

    [Property(MaxTest = 40)]
    public bool More_in_the_cup_or_a_warmer_room_is_hotter_and_sooner(byte mass, byte room)
    {
        double g = 20 + (mass * 2), c = 15 + (room % 15);
        var one = Pot.Of(Coating, g, Beaker, c, 2500);
        var more = Pot.Of(Coating, g * 1.3, Beaker, c, 2500);
        var warmer = Pot.Of(Coating, g, Beaker, c + 3, 2500);
        return more.PeakC >= one.PeakC - 0.02 && warmer.PeakC > one.PeakC && !(more.ModelMinutes > one.ModelMinutes + 0.5) && !(warmer.ModelMinutes > one.ModelMinutes);
    }

    [Fact]
    public void Pot_life_in_a_plan_is_held_to_the_sheets()
    {
        var sheet = new SheetPot(100, 25, 23);
        var same = Pot.Of(Coating, 100, new Cup(55, 75, 90), 23, 2500, sheet);
        Assert.Equal(25, same.AnchoredMinutes!.Value, 1);
        Assert.True(Pot.Of(Coating, 400, Beaker, 23, 2500, sheet).AnchoredMinutes < 25);
        Assert.True(Pot.Of(Coating, 50, Beaker, 30, 2500, sheet).AnchoredMinutes <= 25);
        Assert.Equal(25, Pot.Of(Coating, 100, new Cup(55, 75, 90), 15, 2500, sheet).AnchoredMinutes);
        var cold = Pot.Of(Coating, 60, new Cup(55, 75, 90), 15, 2500, sheet);
        Assert.True(cold.AnchoredMinutes > 25 && cold.AnchoredMinutes <= cold.ModelMinutes);
    }

    [Fact]
    public void A_mix_that_does_not_fit_is_refused() =>
        Assert.Throws<RefusedException>(() => Pot.Of(Coating, 600, new Cup(45, 55, 50), 22, 2500));

    [Fact]
    public void A_straight_cups_area_is_its_two_discs_and_its_wall()
    {
        var cup = new Cup(80, 80, 100);
        var height = cup.MarkMm(200)!.Value;
        Assert.Equal((Math.PI * 80 * 80 / 2) + (Math.PI * 80 * height), cup.WettedAreaMm2(200), 1e-6);
    }
}
