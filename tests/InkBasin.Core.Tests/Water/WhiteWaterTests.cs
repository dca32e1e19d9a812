using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

/// <summary>Where a stream would run white: how far, how large a rock, how near its falls, by number on both sides.</summary>
public class WhiteWaterTests
{
    private static StreamSection At(double along, double width = 20, double depth = 4, int water = 0, double bed = 10) =>
        new(new PointMm(along, 50), along, 30, bed, new PointMm(along, 50), water, bed + depth, width, width * depth);

    private static List<StreamSection> Even(int count = 60) => [.. Enumerable.Range(0, count).Select(i => At(i * 3))];

    private static Fall FallOf(double fromMm, double toMm, double atMm = 500) => new(new PointMm(atMm, 50), atMm, fromMm, toMm, fromMm + 1, 20, 45, 0, 1);

    [Theory]
    [InlineData(6, 18)]
    [InlineData(1.4, 4.2)]
    [InlineData(1.3, 4)]
    public void Under_a_fall_it_is_white_for_three_times_its_height_and_4_mm_at_least(double highMm, double lengthMm)
    {
        var place = Assert.Single(WhiteWater.Of(Even(), [FallOf(20, 20 - highMm)]));
        Assert.Equal((WhiteCause.Drop, 45, 0), (place.Cause, place.HeadingDeg, place.Strength));
        Assert.Equal(lengthMm, place.LengthMm, 9);
    }

    // Its Froude number over the median's: sections as wide, so shallow that (4/d)^1.5 is what stands out.
    [Theory]
    [InlineData(1.79, 0)]
    [InlineData(1.81, 1)]
    public void What_runs_eighteen_tenths_as_fast_as_usual_stands_out(double times, int places)
    {
        var sections = Even();
        sections[30] = At(90, depth: 4 / Math.Pow(times, 2.0 / 3));
        var white = WhiteWater.Of(sections, []);
        Assert.Equal(places, white.Count);
        Assert.All(white, place => Assert.Equal((WhiteCause.Shallows, Math.Round(times, 6), Math.Round(20.0 / 3, 6)), (place.Cause, Math.Round(place.Strength, 6), Math.Round(place.LengthMm, 6))));
    }

    [Theory]
    [InlineData(15.9, WhiteCause.Narrows)]
    [InlineData(16.1, WhiteCause.Shallows)]
    public void Narrower_than_eight_tenths_it_is_a_narrows(double widthMm, WhiteCause cause)
    {
        var sections = Even();
        sections[30] = At(90, widthMm, 2);
        Assert.Equal(cause, Assert.Single(WhiteWater.Of(sections, [])).Cause);
    }

    // Two pinches 18 mm apart are one place, at the faster, as long as from the first to the last and a third of the usual width; 21 mm apart they are two.
    [Fact]
    public void What_stands_out_close_to_each_other_is_one_place_at_its_fastest()
    {
        var one = Even();
        (one[20], one[26]) = (At(60, 10), At(78, 8));
        var place = Assert.Single(WhiteWater.Of(one, []));
        Assert.Equal((78, Math.Round(18 + (20.0 / 3), 9)), (place.At.XMm, Math.Round(place.LengthMm, 9)));

        var two = Even();
        (two[20], two[27]) = (At(60, 10), At(81, 8));
        Assert.Equal([60, 81], WhiteWater.Of(two, []).Select(each => each.At.XMm));
    }

    [Fact]
    public void Of_fewer_than_eight_wet_sections_nothing_is_usual()
    {
        var eight = Even(8);
        eight[3] = At(9, 8);
        Assert.Single(WhiteWater.Of(eight, []));
        Assert.Empty(WhiteWater.Of([.. eight.Take(7)], []));
        Assert.Empty(WhiteWater.Of([.. eight.Take(7), At(21) with { SectionMm2 = 0 }], []));
    }

    // A weir's water tapers off over its crest: the fall is as wide as the water is up to 20 mm above it.
    [Theory]
    [InlineData(20, 40)]
    [InlineData(20.1, 30)]
    public void A_fall_is_as_wide_as_the_water_a_little_above_it(double aboveMm, double widthMm)
    {
        List<StreamSection> sections = [At(0, 70), At(100 - aboveMm, 40), At(95, 30), At(100, 6), At(103, 0, 0, -1, 25), At(106, 20, 4, 1, 5)];
        var fall = Assert.Single(WhiteWater.Falls(sections));
        Assert.Equal((widthMm, 25, 103), (fall.WidthMm, fall.CrestMm, fall.AlongMm));
    }

    [Fact]
    public void What_rises_on_its_way_or_goes_on_in_the_same_water_is_no_fall()
    {
        Assert.Empty(WhiteWater.Falls([At(0, water: 0), At(3, water: 1, bed: 12)]));
        Assert.Empty(WhiteWater.Falls([At(0, water: 0), At(3, water: 1)]));
        Assert.Empty(WhiteWater.Falls([At(0, water: 0), At(3, water: 0, bed: 5)]));
        Assert.Empty(WhiteWater.Falls([At(0, water: -1), At(3, water: 1, bed: 5)]));
        Assert.Single(WhiteWater.Falls([At(0, water: 0), At(3, water: 1, bed: 5)]));
    }

    // Cells of 2.1 mm: 900 mm² are 204.1 of them, so one of 205 is still a rock and one of 206 is an island.
    [Theory]
    [InlineData(205, 1)]
    [InlineData(206, 0)]
    public void Dry_ground_of_900_mm2_with_water_all_round_is_a_rock(int cells, int rocks)
    {
        var (field, wet) = Islands((10, 10, cells, 15));
        var found = WhiteWater.Rocks(field, wet, [At(40)]);
        Assert.Equal(rocks, found.Count);
        Assert.All(found, rock => Assert.Equal((WhiteCause.Rock, 30, Math.Round(2 * Math.Sqrt(cells * 2.1 * 2.1), 9), 0), (rock.Cause, rock.HeadingDeg, Math.Round(rock.LengthMm, 9), rock.Strength)));
    }

    [Theory]
    [InlineData(0, 12)]
    [InlineData(12, 0)]
    [InlineData(58, 12)]
    [InlineData(12, 38)]
    public void Dry_ground_at_the_edge_of_the_board_is_none(int column, int row)
    {
        var (field, wet) = Islands((column, row, 4, 2));
        Assert.Empty(WhiteWater.Rocks(field, wet, [At(field.CentreOf((row * 60) + column).XMm) with { At = field.CentreOf((row * 60) + column) }]));
    }

    [Fact]
    public void A_rock_lies_in_its_stream_and_is_told_in_the_middle_of_itself()
    {
        // One of 3 × 2 cells from column 10, row 12 on: its middle stands at column 11.5, row 13.
        var (field, wet) = Islands((10, 12, 6, 3));
        var middle = new PointMm(11.5 * 2.1, 13 * 2.1);
        StreamSection Off(double mm, double width) => At(0, width) with { At = new PointMm(middle.XMm + mm, middle.YMm) };
        var rock = Assert.Single(WhiteWater.Rocks(field, wet, [Off(19.9, 5)]));
        Assert.Equal(0, rock.At.DistanceMm(middle), 9);
        Assert.Empty(WhiteWater.Rocks(field, wet, [Off(20.1, 5)]));
        Assert.Single(WhiteWater.Rocks(field, wet, [Off(29.9, 30)]));
        Assert.Empty(WhiteWater.Rocks(field, wet, [Off(30.1, 30)]));
        Assert.Empty(WhiteWater.Rocks(field, wet, []));

        // It runs as the nearest section does.
        Assert.Equal(30, WhiteWater.Rocks(field, wet, [Off(9, 30) with { HeadingDeg = 77 }, Off(3, 30), Off(-6, 30) with { HeadingDeg = 88 }]).Single().HeadingDeg);
    }

    [Fact]
    public void Each_of_several_rocks_is_told_once_whatever_its_shape()
    {
        var (field, wet) = Islands((10, 10, 9, 3), (30, 10, 1, 1), (30, 20, 8, 2), (45, 25, 12, 12));
        List<StreamSection> sections = [.. Enumerable.Range(0, 60).Select(i => At(i * 2.1, 200) with { At = new PointMm(i * 2.1, 40) })];
        Assert.Equal([1, 8, 9, 12], WhiteWater.Rocks(field, wet, sections).Select(rock => (int)Math.Round(rock.LengthMm * rock.LengthMm / 4 / (2.1 * 2.1))).Order());
    }

    // Dry islands in water of 60 × 40 cells of 2.1 mm, each from a column and a row on, so many cells in rows of so many.
    private static (HeightField Field, bool[] Wet) Islands(params (int Column, int Row, int Cells, int Across)[] islands)
    {
        var wet = Enumerable.Repeat(true, 60 * 40).ToArray();
        foreach (var (column, row, cells, across) in islands)
        {
            for (var i = 0; i < cells; i++) wet[((row + (i / across)) * 60) + column + (i % across)] = false;
        }

        return (Fields.From(60, 40, 2.1, (_, _) => 5), wet);
    }
}
