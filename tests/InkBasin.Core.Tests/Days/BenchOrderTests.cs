using InkBasin.Core.Days;

namespace InkBasin.Core.Tests.Days;

public class BenchOrderTests
{
    private static Guid Id(int n) => new(n, 0, 0, [0, 0, 0, 0, 0, 0, 0, 0]);

    private static IReadOnlyList<(int Build, int[] After)> Order(int build, params int[][] after) =>
        [.. BenchOrder.Of(Id(build), one => [.. after[Number(one)].Select(Id)]).Select(turn => (Number(turn.Build), turn.After.Select(Number).ToArray()))];

    private static int Number(Guid id) => BitConverter.ToInt32(id.ToByteArray());

    [Fact]
    public void A_build_that_comes_after_none_is_planned_alone()
    {
        var (build, after) = Assert.Single(Order(0, [[], [0]]));
        Assert.Equal(0, build);
        Assert.Empty(after);
    }

    // Twenty-one in a row, each after all before it: a million ways lead through them, and each build is planned once.
    [Fact]
    public void Of_builds_in_a_row_each_has_one_turn()
    {
        int[][] row = [.. Enumerable.Range(0, 21).Select(n => Enumerable.Range(0, n).ToArray())];
        var order = Order(20, row);
        Assert.Equal(Enumerable.Range(0, 21), order.Select(turn => turn.Build));
        Assert.All(order, turn => Assert.Equal(row[turn.Build], turn.After));
    }

    [Fact]
    public void Where_all_wait_for_all_each_of_the_others_is_planned_by_itself()
    {
        int[][] all = [.. Enumerable.Range(0, 21).Select(n => Enumerable.Range(0, 21).ToArray())];
        var order = Order(7, all);
        Assert.Equal(21, order.Count);
        Assert.All(order.SkipLast(1), turn => Assert.Empty(turn.After));
        Assert.Equal(7, order[^1].Build);
        Assert.Equal(Enumerable.Range(0, 21).Where(n => n != 7), order[^1].After);
    }

    // The third is first of all three, and the two that wait for each other both keep clear of it.
    [Fact]
    public void Of_two_that_wait_for_each_other_the_other_still_keeps_clear_of_what_comes_before_both()
    {
        var order = Order(0, [1, 2], [0, 2], []);
        Assert.Equal([2, 1, 0], order.Select(turn => turn.Build));
        Assert.Equal([2], order[1].After);
        Assert.Equal([1, 2], order[2].After);
    }

    [Fact]
    public void Round_three_corners_none_is_first()
    {
        var order = Order(0, [1], [2], [0]);
        Assert.Equal([1, 2, 0], order.Select(turn => turn.Build));
        Assert.Empty(order[0].After);
        Assert.Empty(order[1].After);
        Assert.Equal([1], order[2].After);
    }

    [Fact]
    public void However_they_wait_all_it_hangs_on_has_one_turn_before_it()
    {
        for (var seed = 0; seed < 400; seed++)
        {
            var random = new Random(seed);
            var count = random.Next(1, 12);
            int[][] after = [.. Enumerable.Range(0, count).Select(_ => Enumerable.Range(0, random.Next(0, 4)).Select(_ => random.Next(count)).ToArray())];
            bool Reaches(int from, int to, HashSet<int> seen) => after[from].Any(next => next == to || (seen.Add(next) && Reaches(next, to, seen)));
            var order = Order(0, after);
            Assert.Equal([0, .. Enumerable.Range(1, count - 1).Where(one => Reaches(0, one, []))], order.Select(turn => turn.Build).Order());
            Assert.Equal(0, order[^1].Build);
            var placed = new HashSet<int>();
            foreach (var (build, clearOf) in order)
            {
                Assert.Equal(after[build].Distinct().Where(other => other != build && (build == 0 || !Reaches(other, build, []))), clearOf);
                Assert.All(clearOf, other => Assert.Contains(other, placed));
                Assert.True(placed.Add(build));
            }
        }
    }
}
