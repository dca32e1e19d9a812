using FsCheck.Xunit;
using InkBasin.Core.Ink;

namespace InkBasin.Core.Tests.Ink;

public class BatchInkTests
{
    private static readonly InkSight Creek = new(BareResin.Layer, UsualBed.Earth, 5, 15);

    private static Tint Of(string id) => ExampleTints.All.Single(tint => tint.Id == id);

    private static BatchInk For(double mixedMl, params (string Id, double MlPer100Ml)[] recipe) => BatchInk.For(Batch(mixedMl, recipe));

    private static InkBatch Batch(double mixedMl, params (string Id, double MlPer100Ml)[] recipe) => new([.. recipe.Select(part => (Of(part.Id), part.MlPer100Ml))], mixedMl, Creek);

    [Fact]
    public void Drops_are_strength_times_batch_over_a_drop()
    {
        var batch = For(130, ("blue-green", 0.2));
        var dose = Assert.Single(batch.Doses);
        Assert.Equal(0.26, dose.ExactMl, 9);
        Assert.Equal((TintUnit.Drop, 5, null), (dose.Unit, dose.Amount, dose.LetDown));
        Assert.Equal(25 / 130.0, dose.GivenMlPer100Ml, 9);
        Assert.Equal(((25 / 130.0 / 0.2) - 1) * 100, dose.OffPercent, 9);
        Assert.Equal(25 / 130.0, batch.GivenMlPer100Ml, 9);

        // The difference is that of five drops and of 5.2, as the creek shows it.
        InkLayer Inked(double c) => InkLayer.Mixed(BareResin.Layer, (Of("blue-green").Colour, c));
        Assert.Equal(Creek.DeltaE(Inked(0.2), Inked(25 / 130.0)), batch.DeltaE, 12);
        Assert.Equal(Math.Max(
            Lab.DeltaE(Inked(0.2).Over(UsualBed.Earth, 5), Inked(25 / 130.0).Over(UsualBed.Earth, 5)),
            Lab.DeltaE(Inked(0.2).Over(UsualBed.Earth, 15), Inked(25 / 130.0).Over(UsualBed.Earth, 15))), batch.DeltaE, 12);
    }

    [Fact]
    public void Powder_is_weighed_and_oil_paint_smeared()
    {
        // 0.13 ml of ochre at 0.9 g/ml are 117 mg; 0.1 ml of orange at 0.02 ml a millimetre are 5 mm.
        Assert.Equal((TintUnit.Milligram, 117), (For(130, ("ochre", 0.1)).Doses[0].Unit, For(130, ("ochre", 0.1)).Doses[0].Amount));
        var smear = For(100, ("orange", 0.1)).Doses[0];
        Assert.Equal((TintUnit.StickMm, 5, null), (smear.Unit, smear.Amount, smear.LetDown));

        // Half a millimetre is the finest that is read.
        Assert.Equal(3.5, For(100, ("orange", 0.0722)).Doses[0].Amount);
    }

    [Fact]
    public void No_tint_is_no_drops()
    {
        var batch = For(50, ("blue-green", 0));
        Assert.Equal((0, 0, 0, null), (batch.Doses[0].Amount, batch.Doses[0].OffPercent, batch.DeltaE, batch.Doses[0].LetDown));
        Assert.Empty(BatchInk.For(new InkBatch([], 50, Creek)).Doses);
    }

    [Theory]
    [InlineData(-1, 50, "mlPer100Ml")]
    [InlineData(0.1, 0, "mixedMl")]
    public void A_dose_of_nothing_possible_is_refused(double strength, double mixedMl, string field) =>
        Assert.Equal(field, Assert.Throws<RefusedException>(() => For(mixedMl, ("umber", strength))).Field);

    // What a drop is too coarse for is let down; what it is fine enough for is not: both sides of a difference of 2.
    [Fact]
    public void A_tint_is_let_down_where_whole_drops_show_by_more_than_two()
    {
        var (plain, thinned) = (0, 0);
        for (var strength = 0.05; strength < 0.35; strength += 0.004)
        {
            foreach (var id in new[] { "umber", "black-ink", "white-paste", "emerald" })
            {
                var drops = TintDose.StepsFor(strength, 40, 0.05);
                InkLayer Inked(double c) => InkLayer.Mixed(BareResin.Layer, (Of(id).Colour, c));
                var rounded = Creek.DeltaE(Inked(drops * 0.05 * 100 / 40), Inked(strength));
                var batch = For(40, (id, strength));
                Assert.Equal(rounded > 2, batch.Doses[0].LetDown is not null);
                if (rounded > 2) thinned++;
                else plain++;
                if (rounded <= 2) Assert.Equal(rounded, batch.DeltaE, 12);
            }
        }

        Assert.True(plain > 30 && thinned > 30, $"{plain} {thinned}");
    }

    [Fact]
    public void A_let_down_says_how_much_of_it_and_how_much_part_one_comes_with_it()
    {
        var dose = For(12, ("white-paste", 0.05)).Doses[0];
        var let = dose.LetDown!;
        Assert.Equal(TintUnit.Drop, dose.Unit);
        Assert.Contains(let.PartsToOne, BatchInk.Ratios);
        Assert.Equal(dose.Amount * 0.05, let.UsedMl, 12);
        Assert.Equal(let.UsedMl, let.ThinnerMl + (dose.GivenMlPer100Ml * 12 / 100), 12);
        Assert.Equal(let.ThinnerMl, let.PartsToOne * dose.GivenMlPer100Ml * 12 / 100, 12);
    }

    // Whole drops of tint into whole drops of part one, enough for all cups and a fifth more.
    [Fact]
    public void A_let_down_is_made_for_all_cups_with_some_to_spare()
    {
        var batch = For(12, ("white-paste", 0.05), ("ochre", 0.02));
        var dose = batch.Doses[0];
        var card = LetDownCard.Of(batch, ExampleTints.All, cups: 4, "part one").Single(one => one.TintId == "white-paste");
        Assert.Equal((dose.LetDown!.PartsToOne, TintUnit.Drop, 4 * dose.LetDown.UsedMl), (card.PartsToOne, card.Unit, card.NeedsMl));
        Assert.Equal(card.TintAmount * 0.05 * card.PartsToOne, card.ThinnerMl, 12);
        var made = (card.TintAmount * 0.05) + card.ThinnerMl;
        Assert.InRange(made, 1.2 * card.NeedsMl - 1e-9, (1.2 * card.NeedsMl) + (0.05 * (card.PartsToOne + 1)));
        Assert.Empty(LetDownCard.Of(For(130, ("blue-green", 0.2)), ExampleTints.All, 3, "part one"));
    }

    // One cup of let-down serves all layers: the same ratio, though the largest batch could do without.
    [Fact]
    public void Batches_of_one_water_are_let_down_alike()
    {
        InkBatch[] batches = [Batch(12, ("blue-green", 0.2), ("white-paste", 0.11)), Batch(61, ("blue-green", 0.2), ("white-paste", 0.11)), Batch(333.3, ("blue-green", 0.2), ("white-paste", 0.11))];
        Assert.Empty(BatchInk.For(batches[2]).LetDown);
        var together = BatchInk.Together(batches);
        Assert.All(together, batch => Assert.InRange(batch.DeltaE, 0, 2));
        Assert.NotEmpty(together[0].LetDown);
        Assert.All(together, batch => Assert.Equal(together[0].LetDown.OrderBy(one => one.Key), batch.LetDown.OrderBy(one => one.Key)));

        // What is let down already stays so.
        Assert.Equal(together[0].LetDown.OrderBy(one => one.Key), BatchInk.Together([batches[2]], together[0].LetDown)[0].LetDown.OrderBy(one => one.Key));
    }

    // Of several tints the whole numbers beside the nearest are tried: what two miss together can look right.
    [Fact]
    public void Several_tints_are_rounded_together()
    {
        var better = 0;
        for (var strength = 0.06; strength < 0.3; strength += 0.01)
        {
            var batch = For(60, ("blue-green", strength), ("umber", strength / 2));
            if (batch.Doses.Any(dose => dose.LetDown is not null)) continue;
            InkLayer Inked(double a, double b) => InkLayer.Mixed(BareResin.Layer, (Of("blue-green").Colour, a), (Of("umber").Colour, b));
            double Nearest(double c) => TintDose.StepsFor(c, 60, 0.05) * 0.05 * 100 / 60;
            var nearest = Creek.DeltaE(Inked(Nearest(strength), Nearest(strength / 2)), Inked(strength, strength / 2));
            Assert.True(batch.DeltaE <= nearest + 1e-12);
            if (batch.DeltaE < nearest - 0.2) better++;
        }

        Assert.True(better > 0);
    }

    // Any recipe of the shelf, any batch from 10 ml up, over any bed and depth; or a tint of it is as thin as it can be made, which the card says.
    [Property(MaxTest = 300)]
    public bool Any_recipe_comes_out_within_two_in_any_batch_from_ten_ml_or_something_in_it_can_be_no_thinner(byte[] tints, ushort batch, byte depth, byte bed)
    {
        var mixed = 10 + (batch / 65535.0 * 490);
        var layer = 1 + (depth / 255.0 * 19);
        List<(Tint Tint, double MlPer100Ml)> recipe = [.. tints.Take(6).Select((one, i) => (ExampleTints.All[(one + (i * 2)) % 12], Math.Pow(10, -3 + (one / 255.0 * 2.7))))];
        var sight = new InkSight(BareResin.Layer, new[] { UsualBed.Earth, UsualBed.Light, UsualBed.Dark, new LinearRgb(0.9, 0.9, 0.9) }[bed % 4], layer, layer * (1 + (bed % 3)));
        var made = BatchInk.For(new InkBatch(recipe, mixed, sight));
        return made.DeltaE <= 2 || made.LetDown.Values.Contains(BatchInk.Ratios[^1]);
    }

    // Two and a half drops of the thinnest white over a dark bed: two or three of them show, and only a larger batch helps. Thinner still would be 100 ml of part one for a batch of ten.
    [Fact]
    public void What_is_too_little_for_the_thinnest_let_down_is_off_in_ten_ml_and_not_in_a_hundred()
    {
        var sight = new InkSight(BareResin.Layer, UsualBed.Dark, 18.4, 55.1);
        InkBatch Of(double mixedMl) => new([(BatchInkTests.Of("white-paste"), 0.00125)], mixedMl, sight);
        var small = BatchInk.For(Of(10));
        Assert.Equal((999, true), (small.Doses[0].LetDown!.PartsToOne, small.DeltaE > 2));
        Assert.Contains(small.Doses[0].Amount, new[] { 2.0, 3 });
        Assert.True(BatchInk.For(Of(100)).DeltaE <= 2);
    }

    // A water in so many layers as are allowed, of six tints: bounded work, and no batch off.
    [Fact]
    public void A_thousand_batches_of_six_tints_are_counted_out_too()
    {
        (string Id, double MlPer100Ml)[] six = [.. ExampleTints.All.Take(6).Select((tint, i) => (tint.Id, 0.013 * (i + 1)))];
        var made = BatchInk.Together([.. Enumerable.Range(0, 1000).Select(i => Batch(10 + (i * 0.37), six))]);
        Assert.Equal(1000, made.Count);
        Assert.All(made, batch => Assert.InRange(batch.DeltaE, 0, 2));
    }

    [Fact]
    public void More_than_six_tints_are_refused() =>
        Assert.Equal("recipe", Assert.Throws<RefusedException>(() => BatchInk.For(new InkBatch([.. ExampleTints.All.Take(7).Select(tint => (tint, 0.1))], 50, Creek))).Field);
}
