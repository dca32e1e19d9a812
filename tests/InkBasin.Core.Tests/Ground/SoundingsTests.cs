using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

public class SoundingsTests
{
    private static readonly PointMm[] Circle =
        [.. Enumerable.Range(0, 36).Select(k => new PointMm(64 + (60 * Math.Cos(k * Math.PI / 18)), 63 + (60 * Math.Sin(k * Math.PI / 18))))];

    private static IEnumerable<Sounding> Paraboloid(int count, int seed = 4)
    {
        var random = new Random(seed);
        for (var k = 0; k < count; k++)
        {
            double r = 54 * Math.Sqrt(random.NextDouble()), angle = random.NextDouble() * Math.Tau;
            yield return new Sounding(new PointMm(64 + (r * Math.Cos(angle)), 63 + (r * Math.Sin(angle))), 12 * (1 - (r * r / 3600)));
        }
    }

    [Fact]
    public void Thirty_depths_find_the_volume_of_a_paraboloid_within_their_band()
    {
        var bed = Soundings.ToBed(Circle, [.. Paraboloid(30)]);
        Assert.Equal(Math.PI * 3600 * 12 / 2 / 1000, bed.VolumeMl, 2.0);
        Assert.InRange(bed.RmseMm, 0.02, 0.6);
        Assert.InRange(bed.BandMl, 0.05, 1.5);
    }

    [Fact]
    public void More_soundings_make_a_narrower_band() =>
        Assert.True(Soundings.ToBed(Circle, [.. Paraboloid(60)]).BandMl < Soundings.ToBed(Circle, [.. Paraboloid(15)]).BandMl);

    [Fact]
    public void The_spline_passes_through_its_points_and_a_plane_stays_a_plane()
    {
        PointMm[] places = [new(0, 0), new(40, 5), new(10, 30), new(33, 41), new(20, 18)];
        double[] plane = [.. places.Select(p => 3 + (0.2 * p.XMm) - (0.1 * p.YMm))];
        var spline = ThinPlateSpline.Fit(places, plane);
        foreach (var (x, y) in new[] { (7.0, 9.0), (31.0, 12.0), (-20.0, 80.0) }) Assert.Equal(3 + (0.2 * x) - (0.1 * y), spline.At(x, y), 6);
        double[] rough = [4, 9, 1, 7, 3];
        var through = ThinPlateSpline.Fit(places, rough);
        for (var i = 0; i < places.Length; i++) Assert.Equal(rough[i], through.At(places[i].XMm, places[i].YMm), 6);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(0.01)]
    public void The_closed_form_of_leaving_one_out_is_the_error_of_really_leaving_it_out(double smoothing)
    {
        var soundings = Paraboloid(12).ToArray();
        PointMm[] places = [.. soundings.Select(s => s.Place)];
        double[] depths = [.. soundings.Select(s => s.DepthMm)];
        var spline = ThinPlateSpline.Fit(places, depths, smoothing);
        for (var i = 0; i < places.Length; i++)
        {
            if (IsAtTheRim(places, i)) continue;
            var others = ThinPlateSpline.Fit([.. places.Where((_, k) => k != i)], [.. depths.Where((_, k) => k != i)], smoothing);
            Assert.Equal(depths[i] - others.At(places[i].XMm, places[i].YMm), spline.LeftOutErrors[i], 6);
        }
    }

    // Leaving out a point at the rim changes the scale the smoothing counts in: those are not compared.
    private static bool IsAtTheRim(PointMm[] places, int i) =>
        places[i].XMm == places.Min(p => p.XMm) || places[i].XMm == places.Max(p => p.XMm)
        || places[i].YMm == places.Min(p => p.YMm) || places[i].YMm == places.Max(p => p.YMm);

    [Fact]
    public void A_repeated_corner_two_depths_at_one_place_and_a_depth_on_the_shore_do_no_harm()
    {
        var soundings = Paraboloid(20).ToArray();
        var plain = Soundings.ToBed(Circle, soundings);
        var first = soundings[0];
        Sounding[] again = [first with { DepthMm = first.DepthMm + 1 }, first with { DepthMm = first.DepthMm - 1 }, .. soundings[1..], new Sounding(Circle[3], 9)];
        Assert.Equal(plain.VolumeMl, Soundings.ToBed([.. Circle, Circle[0]], again).VolumeMl, 6);
    }

    [Fact]
    public void Outside_the_shore_the_bed_is_at_nought_and_inside_it_never_rises_over_it()
    {
        var bed = Soundings.ToBed(Circle, [.. Paraboloid(10)]).Bed;
        Assert.Equal(0, bed.HeightsMm[0]);
        Assert.All(bed.HeightsMm, h => Assert.True(h <= 0));
        Assert.Equal((62, 62), (bed.Columns, bed.Rows));
    }

    [Fact]
    public void What_cannot_be_sounded_is_refused()
    {
        var one = new Sounding(new PointMm(64, 63), 5);
        Assert.Equal("outline", Assert.Throws<RefusedException>(() => Soundings.ToBed(Circle[..2], [one])).Field);
        Assert.Equal("soundings", Assert.Throws<RefusedException>(() => Soundings.ToBed(Circle, [])).Field);
        Assert.Equal("soundings[0].depthMm", Assert.Throws<RefusedException>(() => Soundings.ToBed(Circle, [one with { DepthMm = -1 }])).Field);
        Assert.Equal("soundings[0]", Assert.Throws<RefusedException>(() => Soundings.ToBed(Circle, [one with { Place = new PointMm(300, 63) }])).Field);
        Assert.Equal("outline", Assert.Throws<RefusedException>(() => Soundings.ToBed([new(0, 0), new(10, 0), new(20, 0)], [one])).Field);
        Assert.Equal("cellMm", Assert.Throws<RefusedException>(() => Soundings.ToBed(Circle, [one], cellMm: 0.001)).Field);
    }
}
