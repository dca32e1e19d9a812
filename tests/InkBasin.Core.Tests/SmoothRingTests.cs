using InkBasin.Core.Foam;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests;

/// <summary>A line for a knife: the grid's steps are gone, true corners and the board's edge stay, no bend is drawn in.</summary>
public class SmoothRingTests
{
    private const double CellMm = 2;

    // A block of foam cut out of a board of 240 × 240 by a rule: heights jump at its edge, so that its rings come in steps.
    private static PointMm[] Ring(Func<double, double, bool> inside) => LevelRings.Above(
        new HeightField(120, 120, CellMm, [.. Enumerable.Range(0, 120 * 120).Select(i => inside(((i % 120) + 0.5) * CellMm, ((i / 120) + 0.5) * CellMm) ? 20.0 : 0)]), 10)
        .Where(ring => LevelRings.IsOuter(ring)).MaxBy(ring => Rings.AreaMm2(ring))!;

    private static IReadOnlyList<PointMm> Smooth(IReadOnlyList<PointMm> ring) => SmoothRing.Of(ring, CellMm, 240, 240);

    // How far a line turns from one side to the next, degrees.
    private static double SharpestDeg(IReadOnlyList<PointMm> ring, Func<PointMm, bool> where) => Enumerable.Range(0, ring.Count).Where(i => where(ring[i])).Max(i =>
    {
        PointMm a = ring[(i + ring.Count - 1) % ring.Count], p = ring[i], b = ring[(i + 1) % ring.Count];
        var turn = Math.Atan2(b.YMm - p.YMm, b.XMm - p.XMm) - Math.Atan2(p.YMm - a.YMm, p.XMm - a.XMm);
        return Math.Abs(Math.IEEERemainder(turn, 2 * Math.PI)) * 180 / Math.PI;
    });

    [Theory]
    [InlineData(0.11)]
    [InlineData(0.23)]
    [InlineData(0.5)]
    [InlineData(0.9)]
    public void A_slanting_edge_becomes_one_straight_line(double slope)
    {
        var stepped = Ring((x, y) => y > 60 + (slope * (x - 120)));
        var smooth = Smooth(stepped);
        bool Inner(PointMm p) => p.XMm is > 40 and < 200 && p.YMm is > 12 and < 200;
        Assert.True(SharpestDeg(stepped, Inner) > 20);
        Assert.True(SharpestDeg(smooth, Inner) < 5, $"{SharpestDeg(smooth, Inner)}");

        // Where the edge truly is: cells' middles decide, so it may lie half a step of the stair to one side.
        Assert.All(smooth.Where(Inner), p => Assert.True(Math.Abs(p.YMm - (60 + (slope * (p.XMm - 120)))) < CellMm, $"{p}"));
    }

    [Theory]
    [InlineData(15)]
    [InlineData(40)]
    [InlineData(90)]
    public void A_round_stays_as_large_as_it_is(double radius)
    {
        var smooth = Smooth(Ring((x, y) => Math.Sqrt(Math.Pow(x - 120, 2) + Math.Pow(y - 120, 2)) < radius));
        var off = smooth.Select(p => Math.Sqrt(Math.Pow(p.XMm - 120, 2) + Math.Pow(p.YMm - 120, 2)) - radius).ToList();
        Assert.InRange(off.Average(), -0.6, 0.6);
        Assert.All(off, one => Assert.InRange(one, -1.2, 1.2));
        Assert.True(SharpestDeg(smooth, _ => true) < 25);
    }

    [Fact]
    public void Corners_and_the_boards_edge_stay_where_they_are()
    {
        var block = Ring((x, y) => x is > 60 and < 180 && y is > 80 and < 160);
        Assert.All(new PointMm[] { new(60, 80), new(180, 80), new(180, 160), new(60, 160) }, corner => Assert.Contains(Smooth(block), p => p.DistanceMm(corner) < 1.5));
        Assert.Equal(Rings.AreaMm2([.. block]), Rings.AreaMm2([.. Smooth(block)]), Rings.AreaMm2([.. block]) * 0.002);

        var whole = Ring((_, _) => true);
        Assert.Equal(240.0 * 240, Rings.AreaMm2([.. Smooth(whole)]), 1e-6);
    }

    [Fact]
    public void Nothing_moves_farther_than_three_quarters_of_a_cell()
    {
        for (var seed = 0; seed < 20; seed++)
        {
            var random = new Random(seed);
            double a = random.NextDouble() * 0.1, b = random.NextDouble() * 0.1;
            var ring = Ring((x, y) => Math.Sin(x * a) + Math.Cos(y * b) > 0.2);
            var stepped = ring.ToArray();
            Assert.All(Smooth(ring), p => Assert.True(Rings.DistanceMm(stepped, p.XMm, p.YMm) <= (0.75 * CellMm) + 1e-9));
        }
    }
}
