using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

public class WaterlineProposalTests
{
    [Fact]
    public void In_a_pond_it_is_two_mm_under_the_sill()
    {
        var field = Fields.Of(2, [25, 25, 25, 25, 25], [25, 5, 12.6, 4, 25], [25, 25, 25, 25, 25]);
        Assert.Equal(10.5, WaterlineProposal.Of(field, new PointMm(3, 3)));
    }

    [Fact]
    public void In_a_creek_open_at_its_ends_the_ends_count_as_dammed()
    {
        var creek = Fields.From(20, 9, 2, (_, row) => row is 3 or 4 or 5 ? 6 : row == 7 ? 3 : 14);
        Assert.Equal(12, WaterlineProposal.Of(creek, new PointMm(20, 9)));
    }

    [Fact]
    public void On_a_plain_it_is_a_shallow_depth() =>
        Assert.Equal(15, WaterlineProposal.Of(Fields.From(8, 8, 2, (_, _) => 10), new PointMm(5, 5)));

    [Fact]
    public void It_never_starts_dry()
    {
        var shallow = Fields.Of(2, [9, 9, 9, 9], [9, 8.5, 8.9, 7], [9, 9, 9, 9]);
        Assert.True(WaterlineProposal.Of(shallow, new PointMm(3, 3)) > 8.5);
    }

    [Fact]
    public void A_place_off_the_board_is_refused() =>
        Assert.Throws<RefusedException>(() => WaterlineProposal.Of(Fields.From(4, 4, 1, (_, _) => 1), new PointMm(4, 1)));
}
