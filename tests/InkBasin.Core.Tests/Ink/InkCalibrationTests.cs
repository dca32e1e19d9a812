using InkBasin.Core.Ink;

namespace InkBasin.Core.Tests.Ink;

public class InkCalibrationTests
{
    private static readonly LinearRgb White = LinearRgb.FromSrgb(240, 240, 240), Black = LinearRgb.FromSrgb(25, 25, 25);

    private static List<WedgePatch> Wedge(InkLayer tint, double strength, double[] depths, LinearRgb[] beds, Func<double> noise)
    {
        var ink = InkLayer.Mixed(BareResin.Layer, (tint, strength));
        LinearRgb Read(LinearRgb colour)
        {
            var (r, g, b) = colour.ToSrgb();
            return LinearRgb.FromSrgb(Math.Clamp(Math.Round(r + noise()), 0, 255), Math.Clamp(Math.Round(g + noise()), 0, 255), Math.Clamp(Math.Round(b + noise()), 0, 255));
        }

        return [.. from bed in beds from depth in depths select new WedgePatch(depth, bed, Read(ink.Over(bed, depth)))];
    }

    // Fifty wedges with noise of 1/255 on what is read: not the constants, but what the water will look like, is what has to come back.
    [Fact]
    public void Wedges_read_with_noise_give_the_waters_colour_back()
    {
        var random = new Random(7);
        List<double> off = [];
        for (var i = 0; i < 50; i++)
        {
            var tint = ExampleTints.All[i % 12].Colour;
            var strength = Math.Pow(10, -1.6 + random.NextDouble());
            var fit = InkCalibration.Of(BareResin.Layer, strength, Wedge(tint, strength, [1, 2, 4, 7, 11, 16], [White, Black], () => random.Next(-1, 2)));
            var (was, found) = (InkLayer.Mixed(BareResin.Layer, (tint, strength)), InkLayer.Mixed(BareResin.Layer, (fit.Tint, strength)));
            foreach (var bed in new[] { White, UsualBed.Earth, Black })
            {
                for (var depth = 1; depth <= 40; depth++) off.Add(Lab.DeltaE(was.Over(bed, depth), found.Over(bed, depth)));
            }

            Assert.Empty(fit.Warnings);

            // A step of 1/255 is more to the eye in the dark: black ink's own noise is over 1.
            Assert.InRange(fit.FitDeltaE, 0, 2);
        }

        off.Sort();
        Assert.InRange(off[off.Count / 2], 0, 1);
        Assert.InRange(off[^1], 0, 3);
    }

    [Fact]
    public void Without_noise_the_constants_come_back()
    {
        var tint = ExampleTints.All.Single(one => one.Id == "ochre").Colour;
        var ink = InkLayer.Mixed(BareResin.Layer, (tint, 0.2));
        var patches = from bed in new[] { White, Black } from depth in new double[] { 0, 1, 3, 6, 10 } select new WedgePatch(depth, bed, ink.Over(bed, depth));
        var fit = InkCalibration.Of(BareResin.Layer, 0.2, [.. patches]);
        Assert.Equal(tint.Absorption.B, fit.Tint.Absorption.B, 1e-4);
        Assert.Equal(tint.Scatter.R, fit.Tint.Scatter.R, 1e-4);
        Assert.Equal(0, fit.FitDeltaE, 6);
    }

    [Fact]
    public void Never_negative_even_where_the_wedge_is_clearer_than_the_resin()
    {
        var murky = new InkLayer(new(0.01, 0.01, 0.01), new(0.01, 0.01, 0.01));
        WedgePatch[] patches = [.. new double[] { 2, 5, 9 }.Select(depth => new WedgePatch(depth, White, White))];
        var (k, s) = InkCalibration.Of(murky, 0.1, patches).Tint;
        Assert.True(k is { R: >= 0, G: >= 0, B: >= 0 } && s is { R: >= 0, G: >= 0, B: >= 0 });
    }

    [Theory]
    [InlineData(new double[] { 2, 5, 9 }, true, new string[0])]
    [InlineData(new double[] { 2, 5 }, true, new[] { "fewDepths" })]
    [InlineData(new double[] { 0, 2, 5 }, true, new[] { "fewDepths" })]
    [InlineData(new double[] { 2, 5, 9 }, false, new[] { "oneBacking" })]
    [InlineData(new double[] { 4 }, false, new[] { "fewDepths", "oneBacking" })]
    public void A_wedge_that_cannot_tell_scatter_says_so(double[] depths, bool bothBackings, string[] told)
    {
        var fit = InkCalibration.Of(BareResin.Layer, 0.1, Wedge(ExampleTints.All[3].Colour, 0.1, depths, bothBackings ? [White, Black] : [White], () => 0));
        Assert.Equal(told, fit.Warnings.Select(warning => warning.Kind));
    }

    [Fact]
    public void A_reading_that_no_tint_can_be_is_told()
    {
        // Deeper is lighter over white: glare, or the depths turned round.
        var odd = Wedge(ExampleTints.All[3].Colour, 0.3, [1, 6, 14], [White, Black], () => 0);
        List<WedgePatch> turned = [.. odd.Select(patch => patch with { DepthMm = 15 - patch.DepthMm })];
        Assert.Contains(InkCalibration.Of(BareResin.Layer, 0.3, turned).Warnings, warning => warning.Kind == "poorFit");
    }

    [Fact]
    public void No_patch_is_impossible_and_numbers_out_of_range_are_refused()
    {
        Assert.Equal(RefusalKind.Impossible, Assert.Throws<RefusedException>(() => InkCalibration.Of(BareResin.Layer, 0.1, [])).Kind);
        Assert.Equal("mlPer100Ml", Assert.Throws<RefusedException>(() => InkCalibration.Of(BareResin.Layer, 0, [new(1, White, White)])).Field);
        Assert.Equal("patches[0].depthMm", Assert.Throws<RefusedException>(() => InkCalibration.Of(BareResin.Layer, 0.1, [new(-1, White, White)])).Field);
    }
}
