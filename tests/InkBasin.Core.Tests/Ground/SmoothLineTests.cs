using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

public class SmoothLineTests
{
    [Fact]
    public void It_passes_through_every_given_point()
    {
        PointMm[] given = [new(0, 0), new(40, 10), new(60, 60), new(120, 55)];
        var line = SmoothLine.Through(given, 1);
        foreach (var point in given) Assert.Contains(line.Points, p => p.DistanceMm(point) < 1e-9);
    }

    [Fact]
    public void Two_points_make_a_straight_line_of_their_distance()
    {
        var line = SmoothLine.Through([new(0, 0), new(30, 40)], 2);
        Assert.Equal(50, line.LengthMm, 9);
        Assert.All(line.Points, p => Assert.Equal(p.XMm * 4 / 3, p.YMm, 9));
    }

    [Fact]
    public void A_closed_line_round_a_square_is_nearly_a_circle_through_its_corners()
    {
        PointMm[] square = [new(10, 0), new(0, 10), new(-10, 0), new(0, -10)];
        var ring = SmoothLine.Through(square, 0.1, closed: true).Points;
        Assert.All(ring, p => Assert.InRange(Math.Sqrt((p.XMm * p.XMm) + (p.YMm * p.YMm)), 8.8, 10.01));
        Assert.InRange(Rings.AreaMm2(ring), 0.86 * Math.PI * 100, Math.PI * 100);
    }

    [Fact]
    public void Points_that_coincide_do_not_break_it()
    {
        var line = SmoothLine.Through([new(5, 5), new(5, 5), new(15, 5), new(15, 5)], 1);
        Assert.All(line.Points, p => Assert.True(double.IsFinite(p.XMm) && double.IsFinite(p.YMm)));
        Assert.Equal(10, line.LengthMm, 6);
    }

    [Fact]
    public void Pieces_keep_to_the_step_asked_for()
    {
        var line = SmoothLine.Through([new(0, 0), new(50, 80), new(100, 0)], 1.5);
        for (var i = 1; i < line.Points.Length; i++) Assert.InRange(line.Points[i].DistanceMm(line.Points[i - 1]), 0, 2.4);
    }
}
