using InkBasin.Core.Bench;

namespace InkBasin.Core.Tests.Bench;

/// <summary>A cup cures from the first drops of part two, not from when all of it is in.</summary>
public class CupMetTests
{
    private static BenchScript Script => BenchWalk.Creek;

    private static BenchWalk AtPartTwo() => new BenchWalk(Script).To("1-two");

    [Fact]
    public void Its_clock_runs_from_the_first_drops()
    {
        var walk = AtPartTwo().Wait(1);
        var met = walk.Now;
        walk.Take(new CupMet("m", met, 1)).Wait(2).Do(Script.Mixes[0].TwoG);
        var cup = walk.State.Cups[0];
        Assert.Equal(met, cup.MetAt);
        Assert.Equal(Script.Mixes[0].Times[0].Minutes, (cup.OutBy!.Value - met).TotalMinutes, 6);
    }

    [Fact]
    public void Without_them_it_runs_from_when_part_two_is_in()
    {
        var walk = AtPartTwo().Wait(2).Do(Script.Mixes[0].TwoG);
        Assert.Equal(walk.Now, walk.State.Cups[0].MetAt);
    }

    [Fact]
    public void A_cup_meets_once_and_only_while_part_two_is_poured()
    {
        Assert.Throws<RefusedException>(() => new BenchWalk(Script).To("1-one").Take(new CupMet("m", Samples.Evening, 1)));
        var walk = AtPartTwo();
        Assert.Throws<RefusedException>(() => walk.Take(new CupMet("other", walk.Now, 2)));
        var first = walk.Now;
        walk.Take(new CupMet("m", first, 1)).Wait(3).Take(new CupMet("again", walk.Now, 1));
        Assert.Equal(first, walk.State.Cups[0].MetAt);

        // What is cured a little is not new again by a step back.
        walk.Do(Script.Mixes[0].TwoG).Back();
        Assert.Equal(first, walk.State.Cups[0].MetAt);
    }

    [Fact]
    public void A_cup_that_stands_with_part_two_half_in_is_told_as_any_other()
    {
        var walk = AtPartTwo();
        walk.Take(new CupMet("m", walk.Now, 1)).Wait(Script.Mixes[0].Times[0].Minutes + 0.1);
        Assert.Contains(walk.Said, notice => notice is { Kind: "pastItsTime", Standing: Standing.Stop });
        walk.Take(new CupGivenUp("g", walk.Now, 1));
        Assert.Equal(walk.Now, walk.State.Cups[0].GivenUpAt);
    }

    [Theory]
    [InlineData(0, 0.1, Touch.Nought)]
    [InlineData(0.4, 0.1, Touch.Nought)]
    [InlineData(-0.4, 0.1, Touch.Nought)]
    [InlineData(0.5, 0.1, null)]
    [InlineData(0.9, 0.1, null)]
    [InlineData(1, 0.1, Touch.FirstDrop)]
    [InlineData(14, 0.1, Touch.FirstDrop)]
    [InlineData(1, 1, null)]
    [InlineData(2, 1, Touch.FirstDrop)]
    [InlineData(-30, 0.1, null)]
    public void The_scale_tells_nought_from_the_first_drops(double grams, double graduationG, Touch? told)
    {
        var script = Script with { Mixes = [Script.Mixes[0] with { GraduationG = graduationG }] };
        Assert.Equal(told, ScaleSays.TouchOf(script, AtPartTwo().State, grams));
    }

    [Fact]
    public void It_tells_nothing_of_any_other_step_nor_once_they_have_met()
    {
        Assert.Null(ScaleSays.TouchOf(Script, new BenchWalk(Script).To("1-one").State, 5));
        Assert.Null(ScaleSays.TouchOf(Script, AtPartTwo().State, null));
        Assert.Null(ScaleSays.TouchOf(Script with { ByScale = false }, AtPartTwo().State, 5));
        var walk = AtPartTwo();
        Assert.Null(ScaleSays.TouchOf(Script, walk.Take(new CupMet("m", walk.Now, 1)).State, 5));
    }
}
