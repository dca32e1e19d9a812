using FsCheck.Xunit;
using InkBasin.Core.Log;
using MathNet.Numerics.Distributions;

namespace InkBasin.Core.Tests.Log;

/// <summary>What is learnt: closed forms, known errors recovered, and "95 % sure" counted.</summary>
public class LearningTests
{
    [Fact]
    public void With_nothing_measured_it_is_the_prior()
    {
        var belief = Learning.From(new Prior(3, 4, 3, 2), []);
        Assert.Equal(3, belief.Value, 12);

        // Student's t with six degrees of freedom, its 97.5 % point 2.4469, at a spread of √(2/3 · 4).
        Assert.Equal(2.4469 * Math.Sqrt(2.0 / 3 * 4), belief.High - 3, 3);
        Assert.Equal(0, belief.Count);
    }

    [Fact]
    public void One_measurement_is_weighed_against_the_prior()
    {
        // Variance 1 of the mean, noise of the same: half way between; the noise's scale grows by a quarter of the square of the difference.
        var belief = Learning.From(new Prior(0, 1, 3, 2), [new Measured(1, 2)]);
        Assert.Equal(1, belief.Value, 12);
        var spread = Math.Sqrt((2 + (0.25 * 4)) / 3.5 / 2);
        Assert.Equal(spread * StudentT.InvCDF(0, 1, 7, 0.975), belief.High - 1, 9);
    }

    [Property(MaxTest = 200)]
    public bool It_is_the_same_in_any_order_and_learnt_at_once_or_one_after_another(int seed)
    {
        var random = new Random(seed);
        var measured = Enumerable.Range(0, random.Next(1, 20)).Select(_ => new Measured(0.2 + random.NextDouble(), (random.NextDouble() * 4) - 1)).ToArray();
        var prior = new Prior(random.NextDouble(), 0.1 + random.NextDouble(), 2 + random.NextDouble(), 0.1 + random.NextDouble());
        var whole = Learning.From(prior, measured);
        var turned = (Measured[])measured.Clone();
        random.Shuffle(turned);
        var shuffled = Learning.From(prior, turned);

        // One after another: each belief is the prior of the next.
        double precision = 1 / prior.Variance, mean = prior.Mean, shape = prior.Shape, scale = prior.Scale;
        foreach (var one in measured)
        {
            var more = precision + (one.X * one.X);
            var next = ((precision * mean) + (one.X * one.Y)) / more;
            scale += 0.5 * (Math.Pow(one.Y - (next * one.X), 2) + (precision * Math.Pow(next - mean, 2)));
            (precision, mean, shape) = (more, next, shape + 0.5);
        }

        var reach = Math.Sqrt(scale / shape / precision) * StudentT.InvCDF(0, 1, 2 * shape, 0.975);
        return Math.Abs(whole.Value - shuffled.Value) < 1e-9 && Math.Abs(whole.High - shuffled.High) < 1e-9
            && Math.Abs(whole.Value - mean) < 1e-9 && Math.Abs(whole.High - mean - reach) < 1e-9;
    }

    [Theory]
    [InlineData(LessonKind.Residue, 4.6, 0.8)]
    [InlineData(LessonKind.Volume, 1.07, 0.02)]
    [InlineData(LessonKind.Gel, 0.8, 0.1)]
    [InlineData(LessonKind.Firm, 1.3, 0.1)]
    [InlineData(LessonKind.Pot, 0.7, 0.1)]
    public void A_known_error_is_recovered_from_many_logs(LessonKind kind, double truth, double noise)
    {
        var random = new Random(11);
        var isTime = kind is LessonKind.Gel or LessonKind.Firm or LessonKind.Pot;
        double Measure() => isTime ? truth * Math.Exp(noise * Normal.Sample(random, 0, 1)) : truth + (noise * Normal.Sample(random, 0, 1));
        var few = Lessons.Of(kind, "p", [.. Enumerable.Range(0, 3).Select(_ => Measure())])!;
        var many = Lessons.Of(kind, "p", [.. Enumerable.Range(0, 400).Select(_ => Measure())])!;
        Assert.InRange(truth, many.Low, many.High);
        Assert.Equal(truth, many.Value, truth * 0.03);
        Assert.True(many.High - many.Low < (few.High - few.Low) / 4);
        Assert.Equal(400, many.Count);
    }

    // Makers drawn from what is believed beforehand, each with few pours: in 19 of 20 shops the truth lies within what is said.
    [Theory]
    [InlineData(LessonKind.Residue)]
    [InlineData(LessonKind.Volume)]
    [InlineData(LessonKind.Gel)]
    [InlineData(LessonKind.Firm)]
    [InlineData(LessonKind.Pot)]
    public void Ninety_five_per_cent_sure_holds_over_two_thousand_makers(LessonKind kind)
    {
        const int Makers = 2000;
        var prior = Lessons.PriorOf(kind);
        var isTime = kind is LessonKind.Gel or LessonKind.Firm or LessonKind.Pot;
        var random = new Random(2027);
        var held = 0;
        for (var maker = 0; maker < Makers; maker++)
        {
            var variance = InverseGamma.Sample(random, prior.Shape, prior.Scale);
            var truth = prior.Mean + (Math.Sqrt(variance * prior.Variance) * Normal.Sample(random, 0, 1));
            var pours = random.Next(1, 13);
            double[] measured = [.. Enumerable.Range(0, pours).Select(_ => truth + (Math.Sqrt(variance) * Normal.Sample(random, 0, 1))).Select(one => isTime ? Math.Exp(one) : one)];
            var lesson = Lessons.Of(kind, "p", measured)!;
            var value = isTime ? Math.Exp(truth) : truth;
            if (value >= lesson.Low && value <= lesson.High) held++;
        }

        Assert.InRange(held / (double)Makers, 0.93, 0.97);
    }

    [Fact]
    public void Nothing_measured_teaches_nothing_and_nonsense_is_refused()
    {
        Assert.Null(Lessons.Of(LessonKind.Gel, "p", []));
        Assert.Throws<RefusedException>(() => Lessons.Of(LessonKind.Gel, "p", [0]));
        Assert.Throws<RefusedException>(() => Learning.From(new Prior(0, 0, 3, 2), []));
        Assert.Throws<RefusedException>(() => Learning.From(new Prior(0, 1, 3, 2), [new Measured(1, double.NaN)]));
    }
}
