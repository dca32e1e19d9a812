using FsCheck.Xunit;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

public class BackwardsTests
{
    // A bowl of 60 × 60 mm: depth 12 in the middle, rim at 20.
    private static readonly HeightField Bowl = Fields.From(30, 30, 2, (c, r) => Math.Min(20, 8 + (0.03 * (Math.Pow(c - 14.5, 2) + Math.Pow(r - 14.5, 2)) * 4)));
    private static readonly PointMm Middle = new(30, 30);

    [Property(MaxTest = 50)]
    public bool The_waterline_found_holds_just_that_much(ushort part)
    {
        var most = WetRegion.Flood(Bowl, Bowl.CellAt(Middle), 20).VolumeMl;
        var volume = most * (0.01 + (0.98 * part / ushort.MaxValue));
        var level = Backwards.WaterlineFor(Bowl, [], Middle, volume)!.Value;
        return Math.Abs(WetRegion.Flood(Bowl, Bowl.CellAt(Middle), level).VolumeMl - volume) < 1e-4 * most;
    }

    [Fact]
    public void More_than_it_holds_reaches_no_waterline() =>
        Assert.Null(Backwards.WaterlineFor(Bowl, [], Middle, 1 + WetRegion.Flood(Bowl, Bowl.CellAt(Middle), 20).VolumeMl));

    [Fact]
    public void Hollows_of_one_bed_fill_and_join_on_the_way_up()
    {
        // Two hollows of 4 mm in a trough 10 deep: poured into one, the liquid stands over both.
        var trough = Fields.From(30, 9, 2, (c, r) => r is < 2 or > 6 || c is < 1 or > 28 ? 20 : c is > 4 and < 11 or > 18 and < 25 ? 6 : 10);
        var level = Backwards.WaterlineFor(trough, [], new PointMm(15, 9), 4)!.Value;
        Assert.Equal(4, WetRegion.Flood(trough, trough.CellAt(new PointMm(45, 9)), level).VolumeMl, 6);
        Assert.InRange(level, 10, 20);
    }

    [Fact]
    public void Over_open_ground_nothing_stands() =>
        Assert.Null(Backwards.WaterlineFor(Fields.From(5, 5, 2, (_, _) => 3), [], new PointMm(5, 5), 1));

    [Property(MaxTest = 50)]
    public bool Over_a_false_bed_of_the_depth_found_just_that_much_is_enough(ushort part)
    {
        var region = WetRegion.Flood(Bowl, Bowl.CellAt(Middle), 18);
        var volume = region.VolumeMl * (0.01 + (0.98 * part / ushort.MaxValue));
        var depth = Backwards.DepthOverFalseBed(region, volume)!.Value;
        var filled = Fields.From(30, 30, 2, (c, r) => Math.Max(18 - depth, Bowl.HeightsMm[(r * 30) + c]));
        return Math.Abs(WetRegion.Flood(filled, filled.CellAt(Middle), 18).VolumeMl - volume) < 1e-6 * region.VolumeMl;
    }

    [Fact]
    public void Where_there_is_enough_no_false_bed_is_wanted()
    {
        var region = WetRegion.Flood(Bowl, Bowl.CellAt(Middle), 18);
        Assert.Null(Backwards.DepthOverFalseBed(region, region.VolumeMl));
        Assert.Throws<RefusedException>(() => Backwards.DepthOverFalseBed(region, 0));
    }
}
