using System.Globalization;
using InkBasin.Core.Builds;
using InkBasin.Core.Ink;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Pours;

/// <summary>A recipe for the colour a maker wishes, over a water's own bed: what is told is of the recipe as it is given.</summary>
public class MatchedInkTests
{
    private static readonly PourCase Creek = CaseOf(Samples.Creek);

    private static PourCase CaseOf(Build build, Stores? stores = null) => Planner.Answers(build, stores ?? Stores.Examples).Of("w").Case;

    private static PourCase With(Func<ProductSheet, ProductSheet> label) => CaseOf(Samples.Creek, Stores.Examples with { Sheets = [.. Stores.Examples.Sheets.Select(label)] });

    private static InkLayer Mixed(params InkPart[] parts) => InkLayer.Mixed(BareResin.Layer, parts.Select(part => (ExampleTints.All.Single(tint => tint.Id == part.TintId).Colour, part.MlPer100Ml)));

    private static InkWish Wish(double depthMm, params InkPart[] parts) => new(Mixed(parts).Over(Creek.Paint.At(depthMm), depthMm).ToHex());

    private static MatchedInk Match(InkWish wish, PourCase? water = null) => MatchedInk.Of(water ?? Creek, wish, ExampleTints.All);

    [Fact]
    public void A_colour_that_tints_make_is_met_and_what_is_told_is_of_the_recipe_as_given()
    {
        // 12 mm stand at the deepest place.
        var match = Match(Wish(12, new("olive", 0.12), new("white-paste", 0.03)));
        Assert.Equal((12, "The colour is met."), (match.DepthMm, match.Sentence));
        Assert.InRange(match.DeltaE, 0, InkMatch.JustSeen);
        InkPart[] parts = [.. match.Ink.Parts];
        Assert.InRange(parts.Length, 1, InkChoice.MostTints);
        Assert.Equal(parts.OrderByDescending(part => part.MlPer100Ml), parts);
        Assert.All(parts, part =>
        {
            Assert.True(part.MlPer100Ml >= MatchedInk.LeastMlPer100Ml);
            Assert.Equal(part.MlPer100Ml, decimal.ToDouble(decimal.Round((decimal)part.MlPer100Ml, 4)));
        });
        var mixed = Mixed(parts);
        var colour = mixed.Over(Creek.Paint.At(12), 12);
        Assert.Equal(colour.ToHex(), match.Hex);
        Assert.Equal(Lab.DeltaE(colour, LinearRgb.FromHex(match.WantedHex, "hex")), match.DeltaE, 12);
        var (pale, dark) = Creek.Patches;
        Assert.Equal(mixed.FadeDepthMm(pale, dark), match.FadeMm);
    }

    [Fact]
    public void It_is_matched_where_the_water_is_as_deep_as_is_said()
    {
        var match = Match(Wish(4, new InkPart("blue-green", 0.3)) with { DepthMm = 4, TintIds = ["blue-green"] });
        Assert.Equal(4, match.DepthMm);
        var part = Assert.Single(match.Ink.Parts);
        Assert.Equal(("blue-green", 0.3), (part.TintId, Math.Round(part.MlPer100Ml, 2)));
    }

    [Theory]
    [InlineData(0.1, 500, "depthMm")]
    [InlineData(0.2, 1000, "seeMm")]
    public void A_depth_is_one_a_water_has_on_both_sides(double least, double most, string field)
    {
        InkWish At(double mm) => field == "depthMm" ? new("#4f6a58", DepthMm: mm, TintIds: ["umber"]) : new("#4f6a58", SeeMm: mm, TintIds: ["umber"]);
        Assert.NotEmpty(Match(At(least)).Hex);
        Assert.NotEmpty(Match(At(most)).Hex);
        foreach (var beyond in (double[])[least * 0.99, most * 1.001, double.NaN]) Assert.Equal(field, Assert.Throws<RefusedException>(() => Match(At(beyond))).Field);
    }

    [Fact]
    public void Where_nothing_is_wet_the_depth_must_be_said_and_a_tint_is_chosen_from_the_stores()
    {
        var dry = CaseOf(Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { WaterlineMm = 5 }] });
        Assert.Equal("depthMm", Assert.Throws<RefusedException>(() => Match(new("#4f6a58"), dry)).Field);
        Assert.Equal(6, Match(new("#4f6a58", DepthMm: 6), dry).DepthMm);
        Assert.Equal("tintIds", Assert.Throws<RefusedException>(() => Match(new("#4f6a58", TintIds: ["nobody's"]))).Field);
        Assert.Equal("tintIds", Assert.Throws<RefusedException>(() => MatchedInk.Of(Creek, new("#4f6a58"), [])).Field);
        Assert.Equal("hex", Assert.Throws<RefusedException>(() => Match(new("blue"))).Field);
    }

    // A black so deep that it wants all it may have: the sheet's limit, 20 ml at most, and of its kind what two parts bear.
    [Fact]
    public void No_more_is_given_than_the_label_bears()
    {
        var wish = new InkWish("#000000", TintIds: ["black-ink"]);
        double Given(PourCase water) => Match(wish, water).Ink.Parts.Sum(part => part.MlPer100Ml);
        var usual = ExampleTints.All.Single(tint => tint.Id == "black-ink").Traits.UsualLimitPercent;
        Assert.Equal(usual, Given(With(sheet => sheet with { TintLimitPercent = 50 })), 3);
        Assert.Equal(usual / 4, Given(With(sheet => sheet with { TintLimitPercent = usual / 4 })), 3);

        // A one-part product hardens whatever is in it: 20 ml are the most of anything.
        var onePart = Stores.Examples.Sheets.First(sheet => sheet.Traits.IsOnePart).Id;
        Build poured = Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { ProductId = onePart }] };
        var free = CaseOf(poured, Stores.Examples with { Sheets = [.. Stores.Examples.Sheets.Select(sheet => sheet with { TintLimitPercent = 50 })] });
        Assert.True(Given(free) > usual);
        Assert.True(Given(free) <= InkChoice.MostMlPer100Ml);
    }

    [Fact]
    public void Clear_water_takes_next_to_nothing_and_black_cannot_lighten_it()
    {
        // What a screen rounds off leaves thousandths of a millilitre.
        var clear = BareResin.Layer.Over(Creek.Paint.At(12), 12);
        var match = Match(new InkWish(clear.ToHex()));
        Assert.InRange(match.Ink.Parts.Sum(part => part.MlPer100Ml), 0, 0.002);
        Assert.InRange(match.DeltaE, 0, InkMatch.JustSeen);

        var white = Match(new InkWish("#ffffff", TintIds: ["black-ink"]));
        Assert.Empty(white.Ink.Parts);
        Assert.Null(white.Ink.TintId);
        Assert.Equal(clear.ToHex(), white.Hex);
    }

    // The sentence is held to the figures it is made of, over wishes that can be met, nearly, and not.
    [Fact]
    public void How_well_it_is_met_is_said_by_its_own_figures()
    {
        var said = new HashSet<string>();
        foreach (var (hex, see) in from hex in (string[])["#4f6a58", "#ff00ff", "#405048", "#8a6f52", "#506070"] from see in (double?[])[null, 0.5, 3, 8, 9, 10, 12, 30, 1000] select (hex, see))
        {
            var match = Match(new InkWish(hex, SeeMm: see));
            var colour = match.DeltaE < InkMatch.JustSeen ? "The colour is met."
                : match.DeltaE < 3 ? string.Create(CultureInfo.InvariantCulture, $"The colour is nearly met, {match.DeltaE:0.0} off.")
                : string.Create(CultureInfo.InvariantCulture, $"With these tints the colour cannot be met: the nearest is {match.DeltaE:0.0} off.");
            var sight = see is not { } wished ? ""
                : match.FadeMm is not { } fade ? string.Create(CultureInfo.InvariantCulture, $" But the bed never fades in it, to be seen into {wished:0.#} mm.")
                : Math.Abs(fade - wished) <= 0.15 * wished ? string.Create(CultureInfo.InvariantCulture, $" One sees {fade:0.#} mm deep.")
                : string.Create(CultureInfo.InvariantCulture, $" But one sees {fade:0.#} mm deep instead of {wished:0.#}.");
            Assert.Equal(colour + sight, match.Sentence);
            said.Add(colour[..12]);
            if (sight.Length > 0) said.Add(sight[..8]);
        }

        Assert.True(said.Count >= 4, string.Join(" / ", said));
    }
}
