using FsCheck.Xunit;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Stock;

public class SheetDraftTests
{
    public static TheoryData<ProductKind> Kinds => [.. Enum.GetValues<ProductKind>()];

    [Theory]
    [MemberData(nameof(Kinds))]
    public void A_name_and_a_kind_are_enough_and_the_rest_is_marked_as_assumed(ProductKind kind)
    {
        var sheet = new SheetDraft("On the label", kind).Complete("own");
        sheet.Check("sheet");
        Assert.False(sheet.IsExample);
        Assert.Contains("greatestLayerMm", sheet.Assumed);
        Assert.Equal(kind == ProductKind.UvResin, sheet.Flash is not null);
        Assert.Equal(kind is ProductKind.OnePartWater or ProductKind.GlossGel, sheet.Drying is not null);
        Assert.Equal(!sheet.Traits.IsOnePart, sheet.Assumed.Contains("ratio"));
    }

    [Fact]
    public void What_the_label_says_is_kept_and_not_marked()
    {
        var sheet = new SheetDraft("Clear two to one", ProductKind.CastingEpoxy)
        {
            Ratio = new MixRatio(2, 1, RatioBasis.Volume),
            GreatestLayerMm = 12,
            GelH = 7,
            FullCureH = 96,
            HeatJPerG = 240,
        }.Complete("own");
        Assert.Equal((12, 7, 96, 14), (sheet.GreatestLayerMm, sheet.GelH, sheet.FullCureH, sheet.RecoatFromH));
        Assert.DoesNotContain(sheet.Assumed, field => field is "ratio" or "greatestLayerMm" or "gelH" or "fullCureH" or "heatJPerG");
        Assert.Contains("recoatFromH", sheet.Assumed);
        Assert.Equal(240, ResinProperties.Of(sheet).HeatJPerG);
    }

    [Fact]
    public void A_tack_free_time_alone_is_fitted_so_that_the_film_reaches_three_quarters_then()
    {
        var sheet = new SheetDraft("Handling time only", ProductKind.CoatingEpoxy) { TackFreeH = 10 }.Complete("own");
        Assert.InRange(sheet.GelH, 3, 9.5);
        Assert.DoesNotContain("gelH", sheet.Assumed);

        // Walked through by small steps at the sheet's temperature, the cure is 0.75 at ten hours.
        var kinetics = new CureKinetics(ResinProperties.Of(sheet));
        double cure = 0, kelvin = Temperature.ToK(sheet.ReferenceC);
        const double step = 0.5;
        for (var t = 0.0; t < 10 * 3600; t += step)
        {
            var half = cure + (step / 2 * kinetics.Rate(cure, kelvin));
            cure += step * kinetics.Rate(half, kelvin);
        }

        Assert.Equal(0.75, cure, 4);
    }

    [Fact]
    public void Numbers_that_contradict_each_other_are_refused_by_name()
    {
        var draft = new SheetDraft("Odd", ProductKind.CastingEpoxy);
        Assert.Equal("sheet.recoatToH", Assert.Throws<RefusedException>(() => (draft with { RecoatFromH = 30, RecoatToH = 20 }).Complete("own")).Field);
        Assert.Equal("sheet.leastLayerMm", Assert.Throws<RefusedException>(() => (draft with { LeastLayerMm = 20, GreatestLayerMm = 10 }).Complete("own")).Field);
        Assert.Equal("name", Assert.Throws<RefusedException>(() => (draft with { Name = " " }).Complete("own")).Field);
        Assert.Equal("sheet.fullCureH", Assert.Throws<RefusedException>(() => (draft with { FullCureH = 2 }).Complete("own")).Field);
    }

    [Property(MaxTest = 200)]
    public bool Every_label_gives_a_whole_sheet_or_a_sentence(byte kind, double? greatest, double? gel, double? recoatFrom, double? recoatTo, double? pot, double? cure)
    {
        var draft = new SheetDraft("Any", (ProductKind)(kind % 7)) { GreatestLayerMm = greatest, GelH = gel, RecoatFromH = recoatFrom, RecoatToH = recoatTo, PotLifeMin = pot, FullCureH = cure };
        try
        {
            draft.Complete("own").Check("sheet");
            return true;
        }
        catch (RefusedException refused)
        {
            return refused.Message.Length > 10 && refused.Field.Length > 0;
        }
    }
}
