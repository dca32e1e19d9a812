using InkBasin.Core.Ink;

namespace InkBasin.Core.Tests.Ink;

public class InkChoiceTests
{
    private static readonly InkChoice Harbour = new("blue-green", 0.2) { Shades = [new("umber", 0.08), new("white-paste", 0.012)] };

    [Fact]
    public void Its_tints_are_the_leading_one_and_its_shades()
    {
        Assert.Equal([new("blue-green", 0.2), new("umber", 0.08), new("white-paste", 0.012)], Harbour.Parts);
        Assert.Empty(new InkChoice(null, 0.2).Parts);
    }

    [Fact]
    public void One_recipe_is_one_whatever_its_order()
    {
        Assert.True(Harbour.SameAs(new InkChoice("umber", 0.08) { Shades = [new("white-paste", 0.012), new("blue-green", 0.2)] }));
        Assert.True(Harbour.SameAs(Harbour with { Shades = [.. Harbour.Shades, new("red", 0)] }));
        Assert.False(Harbour.SameAs(Harbour with { MlPer100Ml = 0.21 }));
        Assert.False(Harbour.SameAs(Harbour with { FirstTimes = 2 }));
        Assert.True(new InkChoice(null, 0).SameAs(new InkChoice("umber", 0)));
    }

    [Theory]
    [InlineData("blue-green", 0.1, 1, "umber", 20.1, "ink.shades[0].mlPer100Ml")]
    [InlineData("blue-green", 20.1, 1, "umber", 0.1, "ink.mlPer100Ml")]
    [InlineData("blue-green", 0.1, 0.9, "umber", 0.1, "ink.firstTimes")]
    [InlineData("umber", 0.1, 1, "umber", 0.1, "ink.shades[0].tintId")]
    [InlineData(null, 0.1, 1, "umber", 0.1, "ink.tintId")]
    [InlineData("blue-green", 0.1, 1, null, 0.1, "ink.shades[0].tintId")]
    public void What_nobody_can_mix_is_refused(string? lead, double strength, double times, string? shade, double shadeStrength, string field) =>
        Assert.Equal(field, Assert.Throws<RefusedException>(() => new InkChoice(lead, strength, times) { Shades = [new(shade!, shadeStrength)] }.Check("ink")).Field);

    [Fact]
    public void Six_tints_are_allowed_and_a_seventh_is_not()
    {
        InkPart[] shades = [.. Enumerable.Range(0, 6).Select(i => new InkPart($"t{i}", 0.1))];
        (Harbour with { Shades = shades[..5] }).Check("ink");
        Assert.Equal("ink.shades", Assert.Throws<RefusedException>(() => (Harbour with { Shades = shades }).Check("ink")).Field);
    }

    [Fact]
    public void A_bed_fades_from_beach_through_earth_into_its_middle()
    {
        var paint = new BedPaint { Earth = "#8a6f52", Middle = "#203028", MiddleFromMm = 10, Beach = "#d8c8a0", BeachToMm = 2 };
        Assert.Equal("#d8c8a0", paint.At(0).ToHex());
        Assert.Equal("#d8c8a0", paint.At(-3).ToHex());
        Assert.Equal("#8a6f52", paint.At(2).ToHex());
        Assert.Equal("#8a6f52", paint.At(5).ToHex());
        Assert.Equal("#203028", paint.At(10).ToHex());

        // Half of the light on each way over.
        LinearRgb beach = LinearRgb.FromHex("#d8c8a0", ""), earth = LinearRgb.FromHex("#8a6f52", ""), middle = LinearRgb.FromHex("#203028", "");
        Assert.Equal((beach.G + earth.G) / 2, paint.At(1).G, 12);
        Assert.Equal((middle.B + earth.B) / 2, paint.At(7.5).B, 12);
        Assert.Equal("#8a6f52", new BedPaint().At(50).ToHex());
    }

    [Fact]
    public void What_is_no_paint_is_refused()
    {
        Assert.Equal("paint.middle", Assert.Throws<RefusedException>(() => new BedPaint { Middle = "blue" }.Check("paint")).Field);
        Assert.Equal("paint.beachToMm", Assert.Throws<RefusedException>(() => new BedPaint { BeachToMm = 0 }.Check("paint")).Field);
    }

    [Fact]
    public void Every_tint_that_ships_is_one_and_a_wrong_one_is_refused()
    {
        Assert.All(ExampleTints.All, tint => tint.Check("tint"));
        Assert.Equal(5, ExampleTints.All.Select(tint => tint.Kind).Distinct().Count());
        var blue = ExampleTints.All[0];
        Assert.Equal("tint.dropMl", Assert.Throws<RefusedException>(() => (blue with { DropMl = 0 }).Check("tint")).Field);
        Assert.Equal("tint.colour.scatter.g", Assert.Throws<RefusedException>(() => (blue with { Colour = new(new(1, 1, 1), new(0, -1, 0)) }).Check("tint")).Field);
    }
}
