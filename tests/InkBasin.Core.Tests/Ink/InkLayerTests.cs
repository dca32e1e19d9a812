using FsCheck.Xunit;
using InkBasin.Core.Ink;

namespace InkBasin.Core.Tests.Ink;

public class InkLayerTests
{
    private static InkLayer Tint(string id) => ExampleTints.All.Single(tint => tint.Id == id).Colour;

    private static InkLayer Inked(string id, double strength) => InkLayer.Mixed(BareResin.Layer, (Tint(id), strength));

    [Fact]
    public void Without_scatter_light_dies_away_twice_through_the_depth()
    {
        var ink = new InkLayer(new(0.02, 0.05, 0.1), default);
        Assert.Equal(0.5 * Math.Exp(-2 * 0.05 * 7), ink.Over(new(0.5, 0.5, 0.5), 7).G, 12);
    }

    [Fact]
    public void A_bottomless_layer_has_the_colour_of_its_own_by_Kubelka_and_Munk()
    {
        // R∞ = 1 + K/S − √((K/S)² + 2K/S).
        var ink = new InkLayer(new(0.2, 0.2, 0.2), new(0.6, 0.6, 0.6));
        var ratio = 0.2 / 0.6;
        Assert.Equal(1 + ratio - Math.Sqrt((ratio * ratio) + (2 * ratio)), ink.Over(new(0.9, 0.9, 0.9), 500).R, 9);
    }

    [Property]
    public bool Two_layers_one_on_the_other_are_one_as_deep_as_both(byte first, byte second, byte bed)
    {
        var ink = Inked("ochre", 0.1);
        var ground = new LinearRgb(bed / 255.0, bed / 255.0, bed / 255.0);
        double a = first / 10.0, b = second / 10.0;
        var stacked = ink.Over(ink.Over(ground, a), b);
        var whole = ink.Over(ground, a + b);
        return Math.Abs(stacked.R - whole.R) + Math.Abs(stacked.G - whole.G) + Math.Abs(stacked.B - whole.B) < 1e-9;
    }

    [Fact]
    public void Paste_hides_the_bed_and_a_clear_dye_never_does()
    {
        var (light, dark) = (UsualBed.Light, UsualBed.Dark);
        Assert.InRange(Inked("white-paste", 0.1).FadeDepthMm(light, dark)!.Value, 0.5, 20);
        Assert.Null(new InkLayer(new(0.4, 0.4, 0.4), default).FadeDepthMm(light, dark));
        Assert.Equal(0, Inked("olive", 0.1).FadeDepthMm(light, light));
    }

    // Two of the ink route's reference answers, whose values were worked out elsewhere.
    [Fact]
    public void Fade_depths_agree_with_known_answers()
    {
        var (light, dark) = (LinearRgb.FromSrgb(194, 171, 138), LinearRgb.FromSrgb(74, 58, 42));
        var olive = InkLayer.Mixed(new InkLayer(new(0.0006, 0.0016, 0.007), new(0.0002, 0.0002, 0.0002)), (new(new(0.45, 0.28, 1.1), new(0.06, 0.06, 0.04)), 0.1));
        Assert.Equal(63.8643414018, olive.FadeDepthMm(light, dark)!.Value, 0.02);
        var paste = InkLayer.Mixed(new InkLayer(default, default), (new(new(1, 2, 4), new(60, 60, 60)), 1));
        Assert.Equal(0.0479860295994, paste.FadeDepthMm(light, dark)!.Value, 0.0005);
    }

    [Property]
    public bool More_ink_hides_no_later(byte strength)
    {
        var (weak, strong) = (Inked("ochre", strength / 500.0), Inked("ochre", (strength + 10) / 500.0));
        var (a, b) = (weak.FadeDepthMm(UsualBed.Light, UsualBed.Dark), strong.FadeDepthMm(UsualBed.Light, UsualBed.Dark));
        return a is null || (b is { } fade && fade <= a + 1e-3);
    }
}
