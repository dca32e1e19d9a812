using InkBasin.Core.Ground;
using InkBasin.Core.Sight;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Sight;

public class MirrorTests
{
    // A pool of level 10 in front of a wall of 60 at the back, the eye before the front edge.
    private static readonly HeightField Pool = Fields.From(30, 60, 2, (_, row) => row < 4 ? 60 : 5);

    private static WetRegion Water => WetRegion.Flood(Pool, Pool.CellAt(new PointMm(30, 60)), 10);

    [Theory]
    [InlineData(60)]
    [InlineData(110)]
    [InlineData(300)]
    public void A_wall_is_mirrored_from_its_foot_to_the_reflecting_point(double eyeMm)
    {
        // Straight ahead of the eye: the wall's face stands at y = 8, the eye at y = 200.
        var mirrored = Mirror.Look(Water, new PointMm(31, 200), eyeMm);
        var point = Mirror.ReflectingPointMm(eyeMm - 10, 50, 192);
        for (var i = 0; i < mirrored.MirrorsGround.Length; i++)
        {
            var at = Pool.CentreOf(Water.Cells[i]);
            if (at.XMm != 31 || Math.Abs(200 - at.YMm - point) < 2) continue;
            Assert.Equal(200 - at.YMm > point, mirrored.MirrorsGround[i]);
        }
    }

    [Fact]
    public void A_higher_eye_sees_less_of_the_wall_and_the_shares_sum_to_a_hundred()
    {
        double last = 101;
        foreach (var eyeMm in new[] { 15.0, 40, 100, 400, 4000 })
        {
            var mirrored = Mirror.Look(Water, new PointMm(31, 200), eyeMm);
            Assert.Equal(100, mirrored.GroundSharePercent + mirrored.SkySharePercent, 9);
            Assert.True(mirrored.GroundSharePercent <= last);
            last = mirrored.GroundSharePercent;
        }
    }

    [Fact]
    public void From_straight_above_it_is_all_sky()
    {
        var one = Fields.From(3, 3, 2, (c, r) => c == 1 && r == 1 ? 1 : 9);
        var mirrored = Mirror.Look(WetRegion.Flood(one, 4, 5), new PointMm(3, 3), 50);
        Assert.Equal(100, mirrored.SkySharePercent);
    }

    [Fact]
    public void An_eye_under_water_and_a_dry_seed_are_refused()
    {
        Assert.Equal("eye.heightMm", Assert.Throws<RefusedException>(() => Mirror.Look(Water, new PointMm(31, 200), 10)).Field);
        Assert.Equal("waterlineMm", Assert.Throws<RefusedException>(() => Mirror.Look(WetRegion.Flood(Pool, 0, 10), new PointMm(31, 200), 90)).Field);
    }

    [Fact]
    public void A_hill_as_high_as_the_eye_is_mirrored_half_way() => Assert.Equal(50, Mirror.ReflectingPointMm(30, 30, 100));
}
