using FsCheck.Xunit;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

public class JugCurveTests
{
    private const double Deep = 14;
    private const double Shore = 5200;

    // Area over height, both from 0 to 1, of the beds makers have; `a` shapes each.
    private static readonly Func<double, double, double>[] Beds =
    [
        (t, a) => Math.Pow(t, 0.4 + (1.6 * a)),
        (t, a) => 0.25 + (0.6 * a) + ((0.75 - (0.6 * a)) * t),
        (t, a) => 0.3 + (0.3 * a) + ((0.7 - (0.3 * a)) * (1 - ((1 - t) * (1 - t)))),
        (t, a) => (0.5 + (0.3 * a)) * t * (1 + t) / 2 + ((0.5 - (0.3 * a)) * t * t),
    ];

    private static double VolumeOf(Func<double, double> area, double heightMm)
    {
        const int Parts = 4000;
        double sum = 0;
        for (var k = 0; k < Parts; k++) sum += area((k + 0.5) / Parts * heightMm / Deep);
        return sum * Shore * heightMm / Parts / 1000;
    }

    [Property]
    public bool On_beds_it_has_never_seen_a_layer_is_right_within_a_twentieth(byte bed, byte shape)
    {
        double Area(double t) => Beds[bed % Beds.Length](t, shape / 255.0);
        var curve = JugCurve.Of(Shore, Deep, [.. new[] { 0.25, 0.5, 0.8 }.Select(share => new JugMark(share * Deep, Math.Round(VolumeOf(Area, share * Deep), 2)))]);
        double before = 0, was = 0;
        for (var k = 1; k <= 3; k++)
        {
            double now = curve.VolumeAt(Deep * k / 3), truth = VolumeOf(Area, Deep * k / 3);
            if (Math.Abs(now - before - (truth - was)) > 0.05 * (truth - was)) return false;
            (before, was) = (now, truth);
        }

        // And the band tells the truth of the total.
        return Math.Abs(curve.TotalMl - VolumeOf(Area, Deep)) <= curve.BandMl;
    }

    [Property]
    public bool It_meets_its_marks_never_narrows_and_ends_at_the_shore(byte bed, byte shape, byte one, byte two)
    {
        double Area(double t) => Beds[bed % Beds.Length](t, shape / 255.0);
        double[] heights = [.. new[] { 0.1 + (one / 300.0), 0.1 + (two / 300.0) }.Order()];
        if (heights[1] - heights[0] < 0.02) return true;
        JugMark[] marks = [.. heights.Select(share => new JugMark(share * Deep, VolumeOf(Area, share * Deep)))];
        var curve = JugCurve.Of(Shore, Deep, marks);
        var meets = Array.TrueForAll(marks, mark => Math.Abs(curve.VolumeAt(mark.HeightMm) - mark.VolumeMl) <= Math.Max(0.2, mark.VolumeMl * 0.01));
        for (var k = 1; k <= 100; k++)
        {
            if (curve.AreaAt(Deep * k / 100) < curve.AreaAt(Deep * (k - 1) / 100) - 1e-9) return false;
        }

        return meets && Math.Abs(curve.AreaAt(Deep) - Shore) < 1e-6 && curve.VolumeAt(0) == 0;
    }

    [Fact]
    public void A_straight_sided_dock_is_a_straight_sided_dock()
    {
        var curve = JugCurve.Of(6000, 12, [new JugMark(6, 36)]);
        Assert.Equal(24, curve.VolumeAt(4), 2);
        Assert.Equal(72, curve.TotalMl, 2);
        Assert.Equal(72 + 6, curve.VolumeAt(13), 2);
    }

    [Property]
    public bool Area_and_height_are_each_others_inverse(byte share)
    {
        var curve = JugCurve.Of(Shore, Deep, [new JugMark(5, 9), new JugMark(10, 30)]);
        var height = Deep * (share + 1) / 257;
        var area = curve.AreaAt(height);
        return area <= curve.AreaAt(0) || Math.Abs(curve.AreaAt(curve.HeightFor(area)) - area) < 1e-6;
    }

    [Fact]
    public void A_mark_at_the_waterline_is_the_total_and_the_band_is_its_reading()
    {
        var curve = JugCurve.Of(3000, 15, [new JugMark(8, 8), new JugMark(15, 24)]);
        Assert.Equal(24, curve.TotalMl, 1);
        Assert.InRange(curve.BandMl, 0.3, 0.25 * 3000 / 1000);
        Assert.True(JugCurve.Of(3000, 15, [new JugMark(8, 8)]).BandMl > curve.BandMl, "without it less is known");
    }

    [Fact]
    public void What_no_water_leaves_is_refused()
    {
        string Refused(double deepest, params JugMark[] marks) => Assert.Throws<RefusedException>(() => JugCurve.Of(5000, deepest, marks)).Field;
        Assert.Equal("marks", Refused(10));
        Assert.Equal("marks", Refused(10, [.. Enumerable.Range(1, 7).Select(k => new JugMark(k, k))]));
        Assert.Equal("marks[1].heightMm", Refused(10, new JugMark(4, 5), new JugMark(4, 6)));
        Assert.Equal("marks[1].volumeMl", Refused(10, new JugMark(4, 5), new JugMark(6, 5)));
        Assert.Equal("marks[0].heightMm", Refused(10, new JugMark(10.1, 5)));
        Assert.Equal("marks[0].volumeMl", Refused(10, new JugMark(4, 20.1)));
        Assert.Equal("marks[1].volumeMl", Refused(10, new JugMark(4, 5), new JugMark(6, 15.2)));
        Assert.Equal("deepestMm", Refused(0, new JugMark(4, 5)));
    }

    [Property]
    public bool Least_squares_stop_where_no_step_helps(int seed)
    {
        var random = new Random(seed);
        var rows = Enumerable.Range(0, 12).Select(_ => Enumerable.Range(0, 7).Select(_ => random.NextDouble() - 0.5).ToArray()).ToList();
        var wanted = rows.Select(_ => random.NextDouble() - 0.5).ToList();
        var x = NonNegativeLeastSquares.Solve(rows, wanted);

        // Kuhn and Tucker: nothing is negative, no slope leads down, and where something is, the slope is nought.
        var off = rows.Zip(wanted, (row, want) => row.Zip(x, (a, b) => a * b).Sum() - want).ToList();
        return Enumerable.Range(0, 7).All(i =>
        {
            var slope = rows.Zip(off, (row, by) => row[i] * by).Sum();
            return x[i] >= 0 && slope > -1e-9 && (x[i] == 0 || Math.Abs(slope) < 1e-9);
        });
    }
}
