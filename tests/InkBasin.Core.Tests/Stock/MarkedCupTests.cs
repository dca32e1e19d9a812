using FsCheck.Xunit;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Stock;

public class MarkedCupTests
{
    private static CupMark At(Cup cup, double ml) => new(cup.MarkMm(ml)!.Value, ml);

    [Fact]
    public void One_mark_makes_a_straight_cup()
    {
        // 50 across: 39.27 ml come up to 20.
        var told = MarkedCup.Of([new(20, Math.PI * 25 * 25 * 20 / 1000)], 90);
        Assert.Equal(new Cup(50, 50, 90), new Cup(Math.Round(told.Cup.BaseMm, 9), Math.Round(told.Cup.TopMm, 9), told.Cup.HeightMm));
        Assert.Equal(Math.PI * 25 * 25 * 90 / 1000, told.BrimfulMl, 9);
        Assert.Equal(0, told.WorstOffPercent, 9);
    }

    [Property(MaxTest = 200)]
    public bool The_marks_of_a_cup_give_the_cup_back_in_any_order(byte a, byte b, byte c, byte count)
    {
        double across = 20 + (a % 100), rim = Math.Max(12, across + (b % 60) - 25), high = 40 + (c % 100);
        var cup = new Cup(across, rim, high);
        var marks = Enumerable.Range(1, 2 + (count % 5)).Select(k => At(cup, cup.BrimfulMl * k / 8)).ToArray();
        new Random(a + (b * 256)).Shuffle(marks);
        var told = MarkedCup.Of(marks, high);
        return Math.Abs(told.Cup.BaseMm - across) < 0.01 && Math.Abs(told.Cup.TopMm - rim) < 0.05 && told.WorstOffPercent < 0.001;
    }

    [Property(MaxTest = 100)]
    public bool Pencil_marks_a_little_off_give_ml_a_little_off(int seed)
    {
        var random = new Random(seed);
        var cup = new Cup(60, 78, 100);
        var marks = new[] { 60.0, 120, 180, 240 }.Select(ml => At(cup, ml)).Select(mark => mark with { HeightMm = mark.HeightMm + ((random.NextDouble() - 0.5) * 0.8) }).ToList();
        var told = MarkedCup.Of(marks, 100).Cup;
        return new[] { 80.0, 150, 220 }.All(ml => Math.Abs(told.MarkMm(ml)!.Value - cup.MarkMm(ml)!.Value) < 0.8);
    }

    // Straight, 2 ml a millimetre, and one mark further and further off what any taper makes of the others.
    [Fact]
    public void Marks_no_round_cup_comes_within_a_twentieth_of_are_told()
    {
        MarkedCup Told(double factor) => MarkedCup.Of([new(10, 20), new(20, 40 * factor), new(30, 60), new(40, 80)], 60);
        var fine = Enumerable.Range(0, 40).Select(k => 1 + (k / 200.0)).TakeWhile(factor => Record.Exception(() => Told(factor)) is null).Select(factor => Told(factor).WorstOffPercent).ToList();
        Assert.InRange(fine[^1], 4.5, 5);
        Assert.Equal(fine.Order(), fine);
        Assert.Contains("No round cup", Assert.Throws<RefusedException>(() => Told(1 + (fine.Count / 200.0))).Message, StringComparison.Ordinal);
    }

    public static TheoryData<CupMark[], double> NoCups => new()
    {
        { [], 60 },
        { [new(10, 20), new(10, 30)], 60 },
        { [new(10, 20), new(20, 19)], 60 },
        { [new(30, 20)], 29 },
        { [new(0, 20)], 60 },
        { [new(10, -1)], 60 },
        { [new(10, double.NaN)], 60 },
        { [new(0.1, 900_000)], 60 },
        { [new(10, 5), new(11, 40)], 60 },
        { [.. Enumerable.Range(1, 21).Select(k => new CupMark(k, k))], 60 },
    };

    [Theory]
    [MemberData(nameof(NoCups))]
    public void What_is_no_cup_is_refused(CupMark[] marks, double height) => Assert.Throws<RefusedException>(() => MarkedCup.Of(marks, height));

    // Which number is wrong is told before any cup is sought.
    [Theory]
    [InlineData(0.099, 20, "marks[0].heightMm")]
    [InlineData(10, 0.0099, "marks[0].volumeMl")]
    [InlineData(10, 1_000_001, "marks[0].volumeMl")]
    [InlineData(0.1, 0.01, null)]
    [InlineData(10, 1_000_000, "marks")]
    public void A_mark_that_cannot_be_is_told_by_its_number(double heightMm, double volumeMl, string? field) =>
        Assert.Equal(field, (Record.Exception(() => MarkedCup.Of([new(heightMm, volumeMl)], 60)) as RefusedException)?.Field);

    [Fact]
    public void Marks_stand_at_round_amounts_each_where_that_much_comes_to_and_none_at_the_rim()
    {
        for (var seed = 0; seed < 200; seed++)
        {
            var random = new Random(seed);
            var cup = new Cup(5 + (random.NextDouble() * 200), 5 + (random.NextDouble() * 200), 5 + (random.NextDouble() * 250));
            var marks = cup.RoundMarks();
            Assert.InRange(marks.Count, 1, Cup.MostMarks);
            Assert.Equal(marks.Select((_, i) => marks[0].VolumeMl * (i + 1)), marks.Select(mark => mark.VolumeMl));
            Assert.All(marks, mark => Assert.True(mark.HeightMm > 0 && mark.HeightMm <= cup.HeightMm * 0.9));

            // The frustum under each mark, by its own formula.
            Assert.All(marks, mark =>
            {
                var at = cup.BaseMm + ((cup.TopMm - cup.BaseMm) * mark.HeightMm / cup.HeightMm);
                Assert.Equal(mark.VolumeMl, Math.PI * mark.HeightMm * ((cup.BaseMm * cup.BaseMm) + (cup.BaseMm * at) + (at * at)) / 12_000, mark.VolumeMl * 1e-6);
            });
        }
    }
}
