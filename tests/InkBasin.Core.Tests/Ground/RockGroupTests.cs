using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

public class RockGroupTests
{
    public static TheoryData<int> Seeds => [.. Enumerable.Range(0, 24)];

    // Bedded a third into level ground, an ellipsoid of half axes a, b and height h shows an ellipse √(1 − 1/9) as large and two thirds of its height; an ellipse's second moments are a²/4 and b²/4.
    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_rock_is_a_dome_on_an_ellipse_as_long_as_asked_and_not_under_three_fifths_as_broad(int seed)
    {
        const double longMm = 60, share = 0.5;
        var rock = new RockGroup { Id = "r", Name = "Rock", Outline = new Outline([new(58, 58), new(62, 58), new(62, 62), new(58, 62)], false), Count = 1, LeastMm = longMm, GreatestMm = longMm, HeightShare = share, Seed = seed };
        var field = GroundRecipe.Compile(new Board(120, 120, 1), [rock], RandomRecipe.Grids).Surface;
        var bare = GroundRecipe.Compile(new Board(120, 120, 1), [], RandomRecipe.Grids).Surface;
        (double X, double Y, double Over)[] shown =
            [.. Enumerable.Range(0, field.HeightsMm.Length).Where(i => field.HeightsMm[i] > bare.HeightsMm[i]).Select(i => ((i % 120) + 0.5, (i / 120) + 0.5, field.HeightsMm[i] - bare.HeightsMm[i]))];
        double x = shown.Average(p => p.X), y = shown.Average(p => p.Y);
        double xx = shown.Average(p => (p.X - x) * (p.X - x)), yy = shown.Average(p => (p.Y - y) * (p.Y - y)), xy = shown.Average(p => (p.X - x) * (p.Y - y));
        var root = Math.Sqrt(Math.Pow((xx - yy) / 2, 2) + (xy * xy));
        double longest = 4 * Math.Sqrt(((xx + yy) / 2) + root), broadest = 4 * Math.Sqrt(((xx + yy) / 2) - root), shows = longMm * Math.Sqrt(8.0 / 9);
        Assert.Equal(1, longest / shows, 0.01);
        Assert.InRange(broadest / longest, 0.595, 1);
        Assert.Equal(1, shown.Length / (Math.PI * longest * broadest / 4), 0.01);
        Assert.Equal(longMm * share * 2 / 3, shown.Max(p => p.Over), 0.05);

        // Half a dome's volume over its section: the mean of √(1 − r²) over the ellipse shown, less what is bedded.
        Assert.Equal(longMm * share * ((2.0 / 3 * (1 - (1.0 / 27)) / (8.0 / 9)) - (1.0 / 3)), shown.Average(p => p.Over), 0.1);
    }

    [Fact]
    public void They_do_not_all_lie_one_way()
    {
        double Turned(int seed)
        {
            var rock = new RockGroup { Id = "r", Name = "Rock", Outline = new Outline([new(58, 58), new(62, 58), new(62, 62), new(58, 62)], false), Count = 1, LeastMm = 60, GreatestMm = 60, Seed = seed };
            var heights = GroundRecipe.Compile(new Board(120, 120, 1), [rock], RandomRecipe.Grids).Surface.HeightsMm;
            var most = heights.Min();
            return Enumerable.Range(0, heights.Length).Where(i => heights[i] > most).Sum(i => ((i % 120) - 59.5) * ((i / 120) - 59.5));
        }

        double[] turned = [.. Enumerable.Range(0, 24).Select(Turned)];
        Assert.Contains(turned, way => way > 0);
        Assert.Contains(turned, way => way < 0);
    }
}
