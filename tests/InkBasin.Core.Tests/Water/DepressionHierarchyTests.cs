using FsCheck.Xunit;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

public class DepressionHierarchyTests
{
    // Two pits side by side behind a rim of 9: 2 and 4 deep, a sill of 6 between them, and a way out on the right at 8.
    private static readonly HeightField TwoPits = Fields.Of(
        1,
        [9, 9, 9, 9, 9, 9, 9],
        [9, 4, 4, 6, 2, 2, 8],
        [9, 9, 9, 9, 9, 9, 9]);

    private static IReadOnlyList<Hollow> Find(HeightField field, params Dam[] dams) =>
        DepressionHierarchy.Find(field, new EdgeOutlets(field, dams), 0, 0);

    [Fact]
    public void Two_pits_overflow_into_each_other_then_together_off_the_board()
    {
        var hollows = Find(TwoPits);
        Assert.Equal(3, hollows.Count);
        var (deep, shallow, both) = (hollows[0], hollows[1], hollows[2]);
        Assert.Equal((6, 2, 8e-3), (deep.SpillMm, deep.LowestMm, deep.VolumeMl));
        Assert.Equal((6, 4, 4e-3), (shallow.SpillMm, shallow.LowestMm, shallow.VolumeMl));
        Assert.Equal((shallow.Number, deep.Number), (deep.Into, shallow.Into));
        Assert.Equal(new PointMm(3.5, 1.5), deep.SpillAt);
        Assert.Equal([1, 2], both.Of);
        Assert.Equal((8, 22e-3), (both.SpillMm, Math.Round(both.VolumeMl, 9)));
        Assert.Null(both.Into);
        Assert.Equal((BoardSide.Right, 1.5), (both.Over, both.OverAtMm));
    }

    // 2 and 4 deep, 4 and 8 mm³: one counts when it is deeper than the least depth and holds no less than the least volume. Where one of two does not, both are one hollow to the way out, 6 deep and 22 mm³.
    [Theory]
    [InlineData(0, 4e-3, 3)]
    [InlineData(0, 4.1e-3, 1)]
    [InlineData(0, 22e-3, 1)]
    [InlineData(0, 22.1e-3, 0)]
    [InlineData(1.9, 0, 3)]
    [InlineData(2, 0, 1)]
    [InlineData(5.9, 0, 1)]
    [InlineData(6, 0, 0)]
    public void A_hollow_counts_by_its_depth_and_its_volume(double leastDepthMm, double leastMl, int count) =>
        Assert.Equal(count, DepressionHierarchy.Find(TwoPits, new EdgeOutlets(TwoPits, []), leastDepthMm, leastMl).Count);

    [Fact]
    public void A_dam_raises_the_level_at_which_they_leave_and_may_send_them_elsewhere()
    {
        var both = Find(TwoPits, new Dam(BoardSide.Right, 0, 3, 12))[^1];
        Assert.Equal(9, both.SpillMm);
        Assert.NotEqual(BoardSide.Right, both.Over);
    }

    [Fact]
    public void Roughness_is_passed_over_and_what_lies_behind_it_told()
    {
        // A pool at 5 runs over a step with a dimple of 0.5 in it and on into a larger pool.
        var field = Fields.Of(
            1,
            [20, 20, 20, 20, 20, 20, 20, 20],
            [20, 5, 10, 7.5, 8, 1, 1, 20],
            [20, 20, 20, 20, 20, 20, 20, 15]);
        var hollows = DepressionHierarchy.Find(field, new EdgeOutlets(field, []), 1, 0);
        var upper = hollows.Single(hollow => hollow.LowestMm == 5);
        Assert.Equal(10, upper.SpillMm);
        Assert.Equal(1, hollows.Single(hollow => hollow.Number == upper.Into).LowestMm);
        Assert.DoesNotContain(hollows, hollow => hollow.LowestMm == 7.5);
    }

    [Fact]
    public void Three_that_meet_over_one_cell_are_joined_at_once()
    {
        var field = Fields.Of(
            1,
            [9, 9, 9, 9, 9],
            [9, 1, 9, 2, 9],
            [9, 9, 5, 9, 9],
            [9, 9, 3, 9, 9],
            [9, 9, 9, 9, 8]);
        var hollows = Find(field);
        Assert.Equal([1, 2, 3], hollows.Single(hollow => hollow.Of.Count > 0).Of);
    }

    [Property(MaxTest = 150)]
    public bool Each_holds_what_a_flood_to_its_level_holds_and_the_outermost_stand_at_the_priority_flood_level(int seed)
    {
        var field = Fields.Random(seed);
        var outlets = new EdgeOutlets(field, Fields.RandomDams(seed, field));
        var hollows = DepressionHierarchy.Find(field, outlets, 0, 0);
        var filled = PriorityFlood.Fill(field, outlets).FilledMm;
        var inner = hollows.SelectMany(hollow => hollow.Of).ToHashSet();
        var covered = new bool[filled.Length];
        foreach (var hollow in hollows)
        {
            var region = WetRegion.Flood(field, field.CellAt(hollow.LowestAt), hollow.SpillMm);
            if (Math.Abs(region.VolumeMl - hollow.VolumeMl) > 1e-9 || region.LowestBedMm != hollow.LowestMm) return false;
            if (hollow.Of.Any(part => hollows[part - 1].SpillMm >= hollow.SpillMm)) return false;
            if ((hollow.Into is null) == (hollow.Over is null)) return false;
            if (inner.Contains(hollow.Number)) continue;
            if (region.Cells.Any(cell => filled[cell] != hollow.SpillMm)) return false;
            foreach (var cell in region.Cells) covered[cell] = true;
        }

        return Enumerable.Range(0, filled.Length).All(cell => covered[cell] == filled[cell] > field.HeightsMm[cell]);
    }

    [Property(MaxTest = 150)]
    public bool A_little_more_than_it_holds_goes_where_it_is_said_to_go(int seed)
    {
        // No two heights alike, so that every hollow has one way out.
        var random = new Random(seed);
        var field = Fields.From(14, 11, 2, (_, _) => random.NextDouble() * 20);
        var outlets = new EdgeOutlets(field, Fields.RandomDams(seed, field));
        var hollows = DepressionHierarchy.Find(field, outlets, 0, 0);
        foreach (var hollow in hollows.Where(hollow => hollow.Of.Count == 0))
        {
            var test = new PourTest(field, outlets);
            test.Add(new Pour(hollow.LowestAt, hollow.VolumeMl * 0.999));
            var before = test.Outcome();
            if (before.Pools.Count != 1 || before.RunOff.Count != 0 || before.Pools[0].LevelMm > hollow.SpillMm) return false;
            test.Add(new Pour(hollow.LowestAt, (hollow.VolumeMl * 0.001) + 1e-6));
            var after = test.Outcome();
            var gone = after.RunOff.Count > 0 ? null : (PointMm?)after.Pools[^1].LowestAt;
            PointMm? said = hollow.Into is { } into ? hollows[into - 1].LowestAt : null;
            if (gone != said) return false;
        }

        return true;
    }
}
