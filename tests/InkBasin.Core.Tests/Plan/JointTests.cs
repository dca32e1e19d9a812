using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Joints;
using InkBasin.Core.Plan;

namespace InkBasin.Core.Tests.Plan;

public class JointTests
{
    private static Joint Lay(Build mine, Build theirs, BoardSide side = BoardSide.Right, BoardSide theirSide = BoardSide.Left, double offset = 0, double slip = 0) =>
        Joint.Of(new Neighbour(Guid.Empty, side, theirSide, offset, slip), SectionOf(mine), SectionOf(theirs));

    private static Section SectionOf(Build build)
    {
        var all = Planner.Answers(build, Stores.Examples);
        return new Section(build.Name, build.Scale, all.Surface, all.Standing);
    }

    [Fact]
    public void A_section_meets_its_like_end_to_end()
    {
        var joint = Lay(Samples.Creek, Samples.Creek);
        Assert.Equal(0, joint.GreatestMm!.Value, 9);
        Assert.Equal(2, joint.Waters.Count);
        Assert.All(joint.Notices, notice => Assert.Equal(Standing.Holds, notice.Standing));
        Assert.Contains(joint.Notices, notice => notice.Sentence == "Creek and Creek of Creek board meet at the same level.");
    }

    [Fact]
    public void The_greatest_mismatch_is_named_with_its_place()
    {
        var theirs = Samples.Creek with
        {
            Name = "Upper board",
            Recipe = [.. Samples.Creek.Recipe, new Strokes { Id = "bump", Name = "Bump", Items = [new Stroke(StrokeKind.Rise, [new(1, 81)], 20, 6)] }],
        };
        var joint = Lay(Samples.Creek, theirs);
        Assert.Equal(81, joint.GreatestAtMm!.Value, 1.01);
        Assert.InRange(joint.GreatestMm!.Value, 4, 6);
        Assert.Contains($"Upper board stands {joint.GreatestMm:0.0} mm higher at 81 mm along", joint.Notices.Single(n => n.Standing == Standing.Tight).Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void Waters_of_another_level_and_waters_that_nothing_meets_are_told()
    {
        var higher = Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { Name = "Brook", WaterlineMm = 23.5 }] };
        Assert.Contains(Lay(Samples.Creek, higher).Notices, notice => notice.Standing == Standing.Stop && notice.Sentence == "Brook of Creek board stands 3.5 mm higher than Creek.");
        var dry = Samples.Creek with { Waters = [] };
        Assert.Contains(Lay(Samples.Creek, dry).Notices, notice => notice.Standing == Standing.Stop && notice.Sentence.StartsWith("Creek reaches the joint from 30 to 70 mm", StringComparison.Ordinal));
        Assert.Equal(2, Lay(Samples.Creek, Samples.Creek, offset: 3).Notices.Count(notice => notice.Standing != Standing.Holds));
    }

    [Theory]
    [InlineData(0.49, Standing.Holds)]
    [InlineData(-0.49, Standing.Holds)]
    [InlineData(0.51, Standing.Stop)]
    [InlineData(-0.51, Standing.Stop)]
    public void Waters_meet_within_half_a_millimetre(double byMm, Standing standing)
    {
        var theirs = Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { WaterlineMm = Samples.Creek.Waters[0].WaterlineMm + byMm }] };
        Assert.Equal(standing, Lay(Samples.Creek, theirs).Notices.Single(notice => notice.Kind is "levelsMeet" or "levelsApart").Standing);
    }

    [Theory]
    [InlineData(0.99, Standing.Holds)]
    [InlineData(1.01, Standing.Tight)]
    public void Grounds_meet_within_a_millimetre(double byMm, Standing standing)
    {
        Build Flat(double mm) => Samples.Creek with { Recipe = [new FoamSheet { Id = "f", Name = "Foam", ThicknessMm = mm }], Waters = [] };
        Assert.Equal(standing, Lay(Flat(20), Flat(20 + byMm)).Notices.Single().Standing);
        Assert.Equal(standing, Lay(Flat(20 + byMm), Flat(20)).Notices.Single().Standing);
    }

    [Fact]
    public void Sections_of_another_scale_are_told() =>
        Assert.Contains(Lay(Samples.Creek, Samples.Creek with { Scale = 160 }).Notices, notice => notice.Sentence.StartsWith("Creek board is at 1:160 and this board at 1:76", StringComparison.Ordinal));

    [Fact]
    public void Two_sides_of_the_same_name_run_against_each_other()
    {
        Build Sloped(double from, double to) => Samples.Creek with { Recipe = [new FoamSheet { Id = "f", Name = "Foam", ThicknessMm = 1 }, new EdgeProfile { Id = "e", Name = "Slope", Side = BoardSide.Right, Profile = [new(0, from), new(100, to)] }], Waters = [] };

        // The other board is turned half round: its back end meets this one's front end.
        Assert.Equal(0, Lay(Sloped(2, 12), Sloped(12, 2), BoardSide.Right, BoardSide.Right).GreatestMm!.Value, 9);
        Assert.InRange(Math.Abs(Lay(Sloped(2, 12), Sloped(2, 12), BoardSide.Right, BoardSide.Right).GreatestMm!.Value), 9, 10);
    }

    [Fact]
    public void Taking_their_profile_makes_the_ground_meet()
    {
        var theirs = Samples.Creek with { Recipe = [.. Samples.Creek.Recipe, new Ridge { Id = "r", Name = "Ridge", Points = [new(0, 90)], HeightMm = 9, WidthMm = 60 }] };
        var joint = Lay(Samples.Creek, theirs);
        var mended = Samples.Creek with { Recipe = [.. Samples.Creek.Recipe, joint.TakeTheirs! with { Id = "joint-1" }] };
        mended.Check();
        Assert.True(Math.Abs(joint.GreatestMm!.Value) > 5);
        Assert.Equal(0, Lay(mended, theirs).GreatestMm!.Value, 6);
    }

    [Fact]
    public void Boards_of_other_lengths_meet_where_they_touch_and_not_beyond()
    {
        var shorter = Samples.Creek with { Board = new Board(200, 60, 2), Waters = [] };
        var joint = Lay(Samples.Creek, shorter, slip: 20);
        Assert.All(joint.Samples, sample => Assert.Equal(sample.AlongMm is > 20 and < 80, sample.TheirsMm is not null));
        var apart = Lay(Samples.Creek, shorter, slip: 500);
        Assert.Null(apart.GreatestMm);
        Assert.Null(apart.TakeTheirs);
        Assert.Contains("does not touch", apart.Notices[0].Sentence, StringComparison.Ordinal);
    }
}
