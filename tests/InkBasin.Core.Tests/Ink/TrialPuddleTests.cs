using InkBasin.Core.Ink;
using InkBasin.Core.Plan;

namespace InkBasin.Core.Tests.Ink;

public class TrialPuddleTests
{
    private static readonly InkChoice Harbour = new("blue-green", 0.2) { Shades = [new("umber", 0.08)] };

    private static TrialPuddle Puddle(string seenHex) => new() { Id = "t", WaterId = "w", At = Samples.Evening, Ink = Harbour, DepthMm = 5, BedHex = "#8a6f52", SeenHex = seenHex };

    private static LinearRgb Reckoned => InkLayer.Mixed(BareResin.Layer, Harbour.Parts.Select(part => (ExampleTints.All.Single(tint => tint.Id == part.TintId).Colour, part.MlPer100Ml))).Over(UsualBed.Earth, 5);

    [Fact]
    public void A_puddle_as_reckoned_bears_the_recipe_out()
    {
        var tried = TriedPuddle.Of(Puddle(Reckoned.ToHex()), ExampleTints.All);
        Assert.Equal((Reckoned.ToHex(), Standing.Holds, "puddleAsReckoned"), (tried.ReckonedHex, tried.Notice.Standing, tried.Notice.Kind));
        Assert.InRange(tried.DeltaE, 0, 0.5);
    }

    // Along the line from what was reckoned to black and to white, both sides of each bound.
    [Theory]
    [InlineData(0, "darker")]
    [InlineData(1, "lighter")]
    public void What_it_misses_by_is_told_by_degrees(double towards, string word)
    {
        var kinds = new List<(double Off, string Kind)>();
        for (var share = 0.0; share < 0.8; share += 0.0005)
        {
            LinearRgb seen = new(Reckoned.R + ((towards - Reckoned.R) * share), Reckoned.G + ((towards - Reckoned.G) * share), Reckoned.B + ((towards - Reckoned.B) * share));
            var tried = TriedPuddle.Of(Puddle(seen.ToHex()), ExampleTints.All);
            Assert.Equal(tried.DeltaE <= 3 ? "puddleAsReckoned" : tried.DeltaE <= 6 ? "puddleNear" : "puddleFar", tried.Notice.Kind);
            Assert.Equal(tried.DeltaE > 3, tried.Notice.Sentence.Contains(word, StringComparison.Ordinal));
            kinds.Add((tried.DeltaE, tried.Notice.Kind));
        }

        Assert.Contains(kinds, one => one is { Off: > 2.5 and <= 3, Kind: "puddleAsReckoned" });
        Assert.Contains(kinds, one => one is { Off: > 3 and < 3.5, Kind: "puddleNear" });
        Assert.Contains(kinds, one => one is { Off: > 6 and < 6.6, Kind: "puddleFar" });
    }

    [Fact]
    public void It_stands_with_its_own_water_and_keeps_its_own_recipe()
    {
        var build = Samples.Creek with { Trials = [Puddle(Reckoned.ToHex()), Puddle("#000000") with { Id = "other", WaterId = "elsewhere" }] };
        var tried = Assert.Single(Planner.Plan(build, Stores.Examples).Waters[0].Ink.Trials);
        Assert.Equal(("t", Reckoned.ToHex()), (tried.Id, tried.ReckonedHex));
    }

    [Theory]
    [InlineData(0.05, "#8a6f52", "trials[0].depthMm")]
    [InlineData(5, "brown", "trials[0].bedHex")]
    public void What_is_no_puddle_is_refused(double depthMm, string bedHex, string field) =>
        Assert.Equal(field, Assert.Throws<RefusedException>(() => (Samples.Creek with { Trials = [Puddle("#000000") with { DepthMm = depthMm, BedHex = bedHex }] }).Check()).Field);
}
