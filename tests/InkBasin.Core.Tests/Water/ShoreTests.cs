using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

public class ShoreTests
{
    [Fact]
    public void Resin_climbs_about_two_millimetres()
    {
        Assert.Equal(1000 * Math.Sqrt(2 * 0.035 / (1100 * 9.80665) * (1 - Math.Sin(Math.PI / 9))), Creep.HeightMm(), 12);
        Assert.InRange(Creep.HeightMm(), 2.0, 2.1);
        Assert.Equal(0, Creep.HeightMm(contactDeg: 90), 6);
    }

    [Theory]
    [InlineData(0.001, 1, "surfaceTensionNPerM")]
    [InlineData(0.1, 10, "densityGPerMl")]
    [InlineData(0, 90, "contactDeg")]
    public void It_climbs_by_numbers_a_liquid_has(double least, double most, string field)
    {
        double With(double value) => field switch
        {
            "surfaceTensionNPerM" => Creep.HeightMm(surfaceTensionNPerM: value),
            "densityGPerMl" => Creep.HeightMm(densityGPerMl: value),
            _ => Creep.HeightMm(contactDeg: value),
        };
        foreach (var value in (double[])[least, most])
        {
            var (tension, density, contact) = (field == "surfaceTensionNPerM" ? value : 0.035, field == "densityGPerMl" ? value : 1.1, field == "contactDeg" ? value : 20);
            Assert.Equal(1000 * Math.Sqrt(2 * tension * (1 - Math.Sin(contact * Math.PI / 180)) / (density * 1000 * 9.80665)), With(value), 9);
        }

        foreach (var value in (double[])[least - 1e-4, most * 1.001]) Assert.Equal(field, Assert.Throws<RefusedException>(() => With(value)).Field);
    }

    [Fact]
    public void The_band_goes_up_a_bank_to_its_height_and_stops_on_a_flat()
    {
        // A bank of one in two to the right of the water at 10: its cells of 1 mm rise by half a millimetre each.
        var slope = Fields.From(40, 3, 1, (c, _) => c < 10 ? 5 : 10 + ((c - 10) * 0.5));
        var region = WetRegion.Flood(slope, 0, 10);
        Assert.Equal(5 * 3, Creep.Band(region, 2.07).Length);
        var flat = Fields.From(40, 3, 1, (c, _) => c < 10 ? 5 : 10);
        Assert.Equal(7 * 3, Creep.Band(WetRegion.Flood(flat, 0, 10), 2.07).Length);
    }

    [Fact]
    public void Marks_stand_on_the_shore_no_nearer_than_the_spacing()
    {
        var field = Fields.From(60, 60, 2, (c, r) => Math.Sqrt(Math.Pow(c - 29.5, 2) + Math.Pow(r - 29.5, 2)));
        var marks = Shoreline.Marks(WetRegion.Flood(field, field.CellAt(new PointMm(60, 60)), 20), 15);
        Assert.All(marks, mark => Assert.InRange(mark.DistanceMm(new PointMm(60, 60)), 37, 42));
        Assert.InRange(marks.Count, 10, 16);
        for (var i = 0; i < marks.Count; i++)
        {
            for (var j = 0; j < i; j++) Assert.True(marks[i].DistanceMm(marks[j]) >= 15);
        }
    }

    [Fact]
    public void The_edge_of_the_board_is_no_shore()
    {
        var field = Fields.From(20, 20, 2, (_, r) => r < 10 ? 5 : 30);
        var marks = Shoreline.Marks(WetRegion.Flood(field, 0, 10), 6);
        Assert.NotEmpty(marks);
        Assert.All(marks, mark => Assert.Equal(20, mark.YMm));
    }

    // A pool against each side and in each corner of the board: it is marked on its dry sides alone, in the middle between wet and dry.
    [Fact]
    public void Every_side_of_the_board_is_open_and_every_other_side_is_shore()
    {
        (int C0, int R0, int C1, int R1, double[] Dry)[] pools =
        [
            (0, 8, 3, 11, [16, 24, 8]), (16, 8, 19, 11, [16, 24, 32]), (8, 0, 11, 3, [8, 16, 24]), (8, 16, 11, 19, [32, 16, 24]), (0, 0, 3, 3, [8, 8]), (16, 16, 19, 19, [32, 32]),
        ];
        foreach (var (c0, r0, c1, r1, dry) in pools)
        {
            var field = Fields.From(20, 20, 2, (c, r) => c >= c0 && c <= c1 && r >= r0 && r <= r1 ? 5 : 30);
            var marks = Shoreline.Marks(WetRegion.Flood(field, (r0 * 20) + c0, 10), 0.5);

            // Four cells a dry side, each marked once.
            Assert.Equal(4 * dry.Length, marks.Count);
            Assert.Equal(marks.Count, marks.Distinct().Count());
            Assert.All(marks, mark =>
            {
                var (left, right, back, front) = (mark.XMm == c0 * 2, mark.XMm == (c1 + 1) * 2, mark.YMm == r0 * 2, mark.YMm == (r1 + 1) * 2);
                Assert.True(left || right || back || front);
                Assert.False((left && c0 == 0) || (right && c1 == 19) || (back && r0 == 0) || (front && r1 == 19));
            });
        }
    }

    [Fact]
    public void Heights_are_told_over_board_bench_and_datum()
    {
        var field = GroundRecipe.Compile(Samples.Creek.Board, Samples.Creek.Recipe).Surface;
        var region = WetRegion.Flood(field, field.CellAt(Samples.Creek.Waters[0].Seed), 20);
        var shore = ShorePlan.Of(region, 6, 1.07, 40, new PointMm(150, 10));
        Assert.Equal((20, 26, 32, -12), (shore.WaterlineMm, shore.OverBenchMm, shore.DatumMm, shore.OverDatumMm));
        Assert.Null(ShorePlan.Of(region, 6, 1.07, 40, null).OverDatumMm);
        Assert.Equal(Enumerable.Range(1, shore.Marks.Count), shore.Marks.Select(mark => mark.Number));
        Assert.NotEmpty(shore.Marks);
        Assert.Throws<RefusedException>(() => ShorePlan.Of(region, 6, 1.07, 40, new PointMm(-5, 0)));
        Assert.Throws<RefusedException>(() => Planner.Answers(Samples.Creek, Stores.Examples).Of("nobody"));
    }
}
