using FsCheck.Xunit;
using InkBasin.Core.Ink;

namespace InkBasin.Core.Tests.Ink;

public class InkColumnTests
{
    private static InkLayer Inked(params (int Tint, double MlPer100Ml)[] tints) => InkLayer.Mixed(BareResin.Layer, tints.Select(one => (ExampleTints.All[one.Tint].Colour, one.MlPer100Ml)));

    private static readonly InkLayer Strong = Inked((4, 0.15)), Weak = Inked((1, 0.05), (11, 0.01));

    [Property]
    public bool A_layer_split_in_two_of_the_same_ink_changes_nothing(byte tint, byte strength, byte first, byte second, byte filled)
    {
        var ink = Inked((tint % 12, strength / 100.0));
        double a = first / 10.0, b = second / 10.0, depth = filled / 6.0;
        var whole = new InkColumn([(a + b, ink), (5, Weak)]).Over(UsualBed.Earth, depth);
        var split = new InkColumn([(a, ink), (b, ink), (5, Weak)]).Over(UsualBed.Earth, depth);
        return Far(whole, split) < 1e-12;
    }

    // A dye without scatter only swallows: whatever it stands over and however strong it was, more of it darkens every channel or leaves it.
    [Property]
    public bool More_ink_never_lightens(byte red, byte green, byte blue, byte strength, byte more, byte depth)
    {
        var dye = new InkLayer(new(red / 100.0, green / 100.0, blue / 100.0), default);
        InkLayer Dyed(double c) => InkLayer.Mixed(BareResin.Layer, (ExampleTints.All[11].Colour, 0.02), (dye, c));
        var (weak, strong) = (Dyed(strength / 50.0).Over(UsualBed.Earth, depth / 5.0), Dyed((strength + more) / 50.0).Over(UsualBed.Earth, depth / 5.0));
        return strong.R <= weak.R && strong.G <= weak.G && strong.B <= weak.B;
    }

    [Property]
    public bool A_black_bed_is_never_lighter_than_a_white_one(byte one, byte other, byte strength, byte depth)
    {
        var column = new InkColumn([(depth / 20.0, Inked((one % 12, strength / 50.0))), (depth / 10.0, Inked((other % 12, strength / 100.0)))]);
        var (black, white) = (column.Over(new(0, 0, 0), depth / 5.0), column.Over(new(1, 1, 1), depth / 5.0));
        return black.R <= white.R && black.G <= white.G && black.B <= white.B && black is { R: >= 0, G: >= 0, B: >= 0 } && white is { R: <= 1, G: <= 1, B: <= 1 };
    }

    [Fact]
    public void What_lies_under_a_layer_is_its_bed()
    {
        var column = new InkColumn([(3, Strong), (4, Weak)]);
        Assert.Equal(UsualBed.Earth, column.Over(UsualBed.Earth, -1));
        Assert.Equal(Strong.Over(UsualBed.Earth, 2), column.Over(UsualBed.Earth, 2));
        Assert.Equal(Weak.Over(Strong.Over(UsualBed.Earth, 3), 1.5), column.Over(UsualBed.Earth, 4.5));

        // Deeper than it is thick: of its last layer.
        Assert.Equal(Weak.Over(Strong.Over(UsualBed.Earth, 3), 9), column.Over(UsualBed.Earth, 12));
        Assert.Equal(UsualBed.Earth, new InkColumn([]).Over(UsualBed.Earth, 12));
    }

    [Fact]
    public void Filling_rises_from_the_bare_bed_and_meets_every_top()
    {
        var column = new InkColumn([(3, Strong), (0, Strong), (4, Weak)]);
        var colours = column.Filling(UsualBed.Earth, 14);
        Assert.Equal(new DepthColour(0, UsualBed.Earth), colours[0]);
        Assert.Equal(7, colours[^1].DepthMm);
        Assert.Contains(colours, one => one.DepthMm == 3);
        Assert.Equal(15, colours.Count);
        Assert.All(colours.Zip(colours.Skip(1)), pair => Assert.True(pair.Second.DepthMm > pair.First.DepthMm));
        Assert.All(colours, one => Assert.True(Far(one.Colour, column.Over(UsualBed.Earth, one.DepthMm)) < 1e-12));
        Assert.Equal(new DepthColour(0, UsualBed.Earth), Assert.Single(new InkColumn([(0, Weak)]).Filling(UsualBed.Earth, 14)));
    }

    // exp(−2·K·d) of the light patch's light is left: it goes dark where that is 0.02.
    [Fact]
    public void A_clear_dye_goes_dark_where_two_hundredths_of_the_light_are_left()
    {
        var dye = new InkLayer(new(0.1, 0.1, 0.1), default);
        Assert.Equal(Math.Log(0.5 / 0.02) / 0.2, dye.DarkDepthMm(new(0.5, 0.5, 0.5))!.Value, 1e-3);
        Assert.Equal(0, dye.DarkDepthMm(new(0.01, 0.01, 0.01)));
        Assert.Null(Inked((11, 1)).DarkDepthMm(new(0.5, 0.5, 0.5)));
    }

    // By hand, to 30 digits: K = 0.02, S = 1e-6, 300 mm over a bed of 0.5. What is left of the bed is smaller than what the scatter gives.
    [Fact]
    public void A_deep_clear_layer_loses_no_digits()
    {
        var ink = new InkLayer(new(0.02, 0.02, 0.02), new(1e-6, 1e-6, 1e-6));
        Assert.Equal(KubelkaMunk(0.02m, 0.000001m, 0.5m, 300m), ink.Over(new(0.5, 0.5, 0.5), 300).R, 1e-13);
    }

    private static double KubelkaMunk(decimal k, decimal s, decimal bed, decimal depth)
    {
        decimal a = (s + k) / s, b = Root((a * a) - 1);
        var e = (decimal)Math.Exp(-2 * (double)(b * s * depth));
        var coth = (1 + e) / (1 - e);
        return (double)((1 - (bed * (a - (b * coth)))) / (a - bed + (b * coth)));
    }

    private static decimal Root(decimal of)
    {
        var x = (decimal)Math.Sqrt((double)of);
        for (var i = 0; i < 4; i++) x = (x + (of / x)) / 2;
        return x;
    }

    private static double Far(LinearRgb a, LinearRgb b) => Math.Max(Math.Abs(a.R - b.R), Math.Max(Math.Abs(a.G - b.G), Math.Abs(a.B - b.B)));
}
