using InkBasin.Core.Ink;

namespace InkBasin.Core.Tests.Ink;

/// <summary>Tints of the maker's own: a wedge read in the light there was, or a stand-in that says it is one.</summary>
public class TintLabelTests
{
    private static readonly Tint Olive = ExampleTints.All.Single(tint => tint.Id == "olive"), Ochre = ExampleTints.All.Single(tint => tint.Id == "ochre");

    // The wedge of a tint as a photo in coloured light shows it, whole steps of a screen.
    private static StepWedge Photographed(LinearRgb light, string? greySeen, Tint? of = null)
    {
        const double strength = 0.08;
        var ink = InkLayer.Mixed(BareResin.Layer, ((of ?? Olive).Colour, strength));
        string Seen(LinearRgb colour) => new LinearRgb(colour.R * light.R, colour.G * light.G, colour.B * light.B).ToHex();
        var readings = from bed in new[] { LinearRgb.FromSrgb(225, 225, 225), LinearRgb.FromSrgb(30, 30, 30) }
                       from depth in new double[] { 1, 2, 4, 7, 11 }
                       select new WedgeReading(depth, Seen(bed), Seen(ink.Over(bed, depth)));
        return new StepWedge(strength, [.. readings]) { Grey = greySeen is null ? null : new(greySeen, GreyPatch.UsualCard) };
    }

    private static double Worst(InkLayer fitted, Tint? of = null) =>
        (from bed in new[] { LinearRgb.FromSrgb(240, 240, 240), UsualBed.Earth }
         from depth in Enumerable.Range(1, 20)
         select Lab.DeltaE(InkLayer.Mixed(BareResin.Layer, (fitted, 0.08)).Over(bed, depth), InkLayer.Mixed(BareResin.Layer, ((of ?? Olive).Colour, 0.08)).Over(bed, depth))).Max();

    [Fact]
    public void A_grey_patch_takes_the_lights_own_colour_out()
    {
        var lamp = new LinearRgb(1.05, 0.8, 0.5);
        var grey = LinearRgb.FromHex(GreyPatch.UsualCard, "grey");
        var seen = new LinearRgb(grey.R * lamp.R, grey.G * lamp.G, grey.B * lamp.B).ToHex();

        // What scatters shows the lamp's own colour.
        Assert.InRange(Worst(Photographed(lamp, seen, Ochre).Fit("wedge").Tint, Ochre), 0, 3);
        Assert.InRange(Worst(Photographed(lamp, null, Ochre).Fit("wedge").Tint, Ochre), 3.5, 100);
    }

    [Theory]
    [InlineData(1, 1, 0.41, false)]
    [InlineData(1, 1, 0.39, true)]
    public void Strongly_coloured_light_is_told(double r, double g, double b, bool told)
    {
        var grey = LinearRgb.FromHex(GreyPatch.UsualCard, "grey");
        var wedge = Photographed(new(r, g, b), new LinearRgb(grey.R * r, grey.G * g, grey.B * b).ToHex());
        Assert.Equal(told, wedge.Fit("wedge").Warnings.Any(doubt => doubt.Kind == "colouredLight"));
    }

    [Theory]
    [InlineData("#fefefe", false)]
    [InlineData("#ff8030", true)]
    public void What_is_burnt_out_is_told(string read, bool told)
    {
        var wedge = Photographed(new(1, 1, 1), null);
        wedge = wedge with { Readings = [.. wedge.Readings, new WedgeReading(3, "#e1e1e1", read)] };
        Assert.Equal(told, wedge.Fit("wedge").Warnings.Any(doubt => doubt.Kind == "burntOut"));
    }

    [Fact]
    public void A_grey_patch_that_makes_the_backing_lighter_than_paper_is_doubted()
    {
        Assert.Contains(Photographed(new(1, 1, 1), "#505050").Fit("wedge").Warnings, doubt => doubt.Kind == "overWhite");
        Assert.DoesNotContain(Photographed(new(1, 1, 1), GreyPatch.UsualCard).Fit("wedge").Warnings, doubt => doubt.Kind == "overWhite");
    }

    [Theory]
    [InlineData("#000000")]
    [InlineData("#767600")]
    [InlineData("grey")]
    public void A_grey_patch_nothing_can_be_divided_by_is_refused(string seen) =>
        Assert.Throws<RefusedException>(() => Photographed(new(1, 1, 1), seen).Patches("wedge"));

    [Fact]
    public void A_tint_off_a_wedge_says_how_well_it_fits_each_reading()
    {
        var look = TintLook.Of(new TintLabel("Weed", TintKind.AcrylicInk) { Wedge = Photographed(new(1, 1, 1), null) });
        Assert.Equal((TintKind.AcrylicInk, false, null), (look.Tint.Kind, look.Tint.IsExample, look.Tint.LooksLike));
        Assert.InRange(look.Tint.FitDeltaE!.Value, 0, 1);
        Assert.Equal(10, look.Readings.Count);
        Assert.All(look.Readings, reading => Assert.Equal(reading.DeltaE, Lab.DeltaE(LinearRgb.FromHex(reading.ReadHex, "x"), LinearRgb.FromHex(reading.FittedHex, "x")), 0.5));
        Assert.Empty(look.Doubts);
        Assert.InRange(Worst(look.Tint.Colour), 0, 2);
    }

    [Fact]
    public void Until_a_wedge_is_poured_it_looks_like_another_and_says_so()
    {
        var tint = new TintLabel("Weed", TintKind.Powder) { LikeId = "olive" }.Complete("mine");
        Assert.Equal((Olive.Colour, "Olive", null, ExampleTints.UsualPowderGPerMl), (tint.Colour, tint.LooksLike, tint.FitDeltaE, tint.DensityGPerMl));
        Assert.Equal(0.03, (new TintLabel("Weed", TintKind.AlcoholInk) { LikeId = "olive", DropMl = 0.03 }.Complete("mine")).DropMl);

        // A wedge is worth more than a likeness.
        Assert.Null(new TintLabel("Weed", TintKind.Powder) { LikeId = "olive", Wedge = Photographed(new(1, 1, 1), null) }.Complete("mine").LooksLike);
    }

    [Fact]
    public void What_says_no_colour_or_cannot_be_is_refused()
    {
        Assert.Throws<RefusedException>(() => new TintLabel("Weed", TintKind.Powder).Complete("mine"));
        Assert.Throws<RefusedException>(() => new TintLabel("Weed", TintKind.Powder) { LikeId = "none" }.Complete("mine"));
        Assert.Throws<RefusedException>(() => new TintLabel(" ", TintKind.Powder) { LikeId = "olive" }.Complete("mine"));
        Assert.Throws<RefusedException>(() => new TintLabel("Weed", (TintKind)99) { LikeId = "olive" }.Complete("mine"));
        Assert.Throws<RefusedException>(() => new TintLabel("Weed", TintKind.Powder) { Wedge = new(0, [new(1, "#ffffff", "#808080")]) }.Complete("mine"));
        Assert.Throws<RefusedException>(() => new TintLabel("Weed", TintKind.Powder) { Wedge = new(1, []) }.Complete("mine"));
        Assert.Throws<RefusedException>(() => new TintLabel("Weed", TintKind.Powder) { Wedge = new(1, [new(-1, "#ffffff", "#808080")]) }.Complete("mine"));
        Assert.Throws<RefusedException>(() => new TintLabel("Weed", TintKind.Powder) { Wedge = new(1, [new(1, "#ffffff", "808080")]) }.Complete("mine"));
        Assert.Throws<RefusedException>(() => new TintLabel("Weed", TintKind.Powder) { Wedge = new(1, [.. Enumerable.Repeat(new WedgeReading(1, "#ffffff", "#808080"), 501)]) }.Complete("mine"));
    }
}
