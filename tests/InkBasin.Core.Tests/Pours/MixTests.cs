using FsCheck.Xunit;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Tests.Pours;

public class MixTests
{
    private static readonly MixRequest TwoToOne = new(100, new MixRatio(2, 1, RatioBasis.Volume), 1.1, 1, new MeasuringDevice(DeviceKind.Cup, 1));

    [Fact]
    public void A_hundred_ml_two_to_one_in_a_millilitre_cup()
    {
        var batch = Assert.Single(Mix.Of(TwoToOne).Batches);
        Assert.Equal((72, 36, 108), (batch.AMl, batch.BMl, batch.MixedMl));
        Assert.Equal(((72.5 / 35.5 / 2) - 1) * 100, batch.WorstRatioErrorPercent, 9);
        Assert.True(batch.Ok);
    }

    [Property]
    public bool Neither_part_is_short_and_the_batches_cover_the_volume(ushort volume, byte a, byte b, byte graduation, bool scale, bool byWeight)
    {
        var request = new MixRequest(
            1 + (volume / 100.0),
            new MixRatio(1 + (a % 100), 1 + (b % 100), byWeight ? RatioBasis.Weight : RatioBasis.Volume),
            1.13,
            0.97,
            new MeasuringDevice(scale ? DeviceKind.Scale : DeviceKind.Cup, new[] { 0.1, 0.5, 1, 5 }[graduation % 4]),
            MaxBatchG: 2000);
        var answer = Mix.Of(request);
        var byVolume = request.Ratio.A / request.Ratio.B * (byWeight ? request.DensityB / request.DensityA : 1);
        var mixed = (request.VolumeMl * 1.05 / answer.Batches.Count) + 3;
        var batch = answer.Batches[0];
        return batch.AMl >= (mixed * byVolume / (1 + byVolume)) - 1e-6
            && batch.BMl >= (mixed / (1 + byVolume)) - 1e-6
            && batch.MixedG <= 2000.0001
            && batch.Ok == (answer.Notices.Count == 0);
    }

    // 190 ml with a twentieth lost and 3 ml kept by each cup, by weight 5:2 of 1.25 and 1 g/ml: by volume two to one.
    [Fact]
    public void A_scale_is_asked_for_grams_of_a_ratio_by_weight()
    {
        var request = new MixRequest(190, new MixRatio(5, 2, RatioBasis.Weight), 1.25, 1, new MeasuringDevice(DeviceKind.Scale, 0.1));
        var batch = Assert.Single(Mix.Of(request).Batches);
        Assert.Equal((168.8, 67.5), (batch.AG, batch.BG));
        Assert.Equal((168.8 / 1.25, 67.5, (168.8 / 1.25) + 67.5, 168.8 + 67.5), (batch.AMl, batch.BMl, batch.MixedMl, batch.MixedG));

        // In a cup the same is 135 and 67.5 ml: up to whole ones, as near to two to one as they are.
        var cup = Assert.Single(Mix.Of(request with { Device = new MeasuringDevice(DeviceKind.Cup, 1) }).Batches);
        Assert.Equal((136, 68, 136 * 1.25, 68), (cup.AMl, cup.BMl, cup.AG, cup.BG));
    }

    // In one cup 220.35 ml: 148 + 74 of 1.1 and 1 g/ml, 236.8 g. In two, each keeping its own 3 ml, 111.675 ml: 76 + 38, 121.6 g.
    [Theory]
    [InlineData(1000, 1)]
    [InlineData(236.8, 1)]
    [InlineData(236.7, 2)]
    [InlineData(121.6, 2)]
    [InlineData(121.5, 3)]
    public void As_few_batches_as_weigh_no_more_than_the_greatest(double mostG, int count)
    {
        var request = TwoToOne with { VolumeMl = 207, MaxBatchG = mostG };
        var batches = Mix.Of(request).Batches;
        Assert.Equal(count, batches.Count);
        Assert.All(batches, batch => Assert.True(batch.MixedG <= mostG * (1 + 1e-9)));
        Assert.Single(batches.Distinct());
        if (count > 1) Assert.True(Mix.Of(request with { MaxBatchG = null }).Batches[0].MixedG > mostG);
    }

    [Fact]
    public void The_least_batch_of_a_scale_is_by_grams_and_each_part_stands_at_its_mark()
    {
        var scale = TwoToOne with { DensityB = 0.8, Device = new MeasuringDevice(DeviceKind.Scale, 1), TolerancePercent = 4 };
        double ratio = 2 * 1.1 / 0.8, b = 0.5 * (1 + ((1 + (1 / ratio)) / 0.04));
        Assert.Equal((ratio * b / 1.1) + (b / 0.8), Mix.Of(scale).LeastBatchMl, 9);

        var cup = new Cup(40, 60, 80);
        var batch = Mix.Of(TwoToOne with { Cup = cup }).Batches[0];
        Assert.Equal((cup.MarkMm(batch.AMl), cup.MarkMm(batch.AMl + batch.BMl)), (batch.Marks!.FirstMm, batch.Marks.BothMm));
        Assert.True(batch.Ok);

        // 108 ml do not stand in a cup of 90: the mark is none, and it is told.
        var small = Mix.Of(TwoToOne with { Cup = new Cup(40, 40, 72) });
        Assert.Null(small.Batches[0].Marks!.BothMm);
        Assert.NotNull(small.Batches[0].Marks!.FirstMm);
        Assert.False(small.Batches[0].Ok);
        Assert.Single(small.Notices);
    }

    // 100 ml, a tenth lost, 4 ml kept by each cup.
    [Fact]
    public void One_part_is_poured_out_in_equal_cups_rounded_up()
    {
        var request = new MixRequest(100, new MixRatio(1, 0, RatioBasis.Volume), 1.05, 1.05, new MeasuringDevice(DeviceKind.Scale, 0.5), LossPercent: 10, ResidueMl: 4);
        var one = Assert.Single(Mix.OnePart(request).Batches);
        Assert.Equal((120, 120 / 1.05, 0, 0), (one.AG, one.AMl, one.BG, one.BMl));
        Assert.Equal((one.AMl, one.AG, 0, true), (one.MixedMl, one.MixedG, one.WorstRatioErrorPercent, one.Ok));

        // 114 ml are 119.7 g; in two 59 ml, 61.95 g, shown as 62: the greatest batch decides to the gram.
        Assert.Single(Mix.OnePart(request with { MaxBatchG = 120 }).Batches);
        Assert.Equal([62, 62], Mix.OnePart(request with { MaxBatchG = 119.9 }).Batches.Select(batch => batch.AG));
        Assert.Equal(2, Mix.OnePart(request with { MaxBatchG = 62 }).Batches.Count);
        Assert.Equal(3, Mix.OnePart(request with { MaxBatchG = 61.9 }).Batches.Count);
        Assert.Equal("maxBatchG", Assert.Throws<RefusedException>(() => Mix.OnePart(request with { MaxBatchG = 4 })).Field);

        var cup = Assert.Single(Mix.OnePart(request with { Device = new MeasuringDevice(DeviceKind.Cup, 5), Cup = new Cup(50, 60, 90) }).Batches);
        Assert.Equal((115, 115 * 1.05), (cup.AMl, cup.AG));
        Assert.Equal((new Cup(50, 60, 90).MarkMm(115), true), (cup.Marks!.BothMm, cup.Ok));
        Assert.False(Mix.OnePart(request with { Cup = new Cup(40, 40, 80) }).Batches[0].Ok);
    }

    // Every whole pair up to a tenth more of the smaller part is tried by hand, in the words of readings.md 3: the first within tolerance, else the nearest.
    [Property(MaxTest = 500)]
    public void Both_parts_are_rounded_up_to_the_first_pair_within_tolerance_or_the_nearest(ushort volume, byte a, byte b, byte graduation, byte tolerance)
    {
        var request = TwoToOne with
        {
            VolumeMl = 1 + (volume / 50.0),
            Ratio = new MixRatio(1 + (a % 60), 1 + (b % 60), RatioBasis.Volume),
            Device = new MeasuringDevice(DeviceKind.Cup, new[] { 0.5, 1, 2, 5 }[graduation % 4]),
            TolerancePercent = 0.5 + (tolerance / 40.0),
        };
        double ratio = request.Ratio.A / request.Ratio.B, delta = request.Device.Graduation, mixed = (request.VolumeMl * 1.05) + 3;
        double exactA = mixed * ratio / (1 + ratio) / delta, exactB = mixed / (1 + ratio) / delta;
        double Up(double graduations) => Math.Ceiling(graduations * (1 - 1e-9));
        double least = Math.Min(Up(exactA), Up(exactB)), larger = Math.Max(Up(exactA), Up(exactB)), rho = Math.Max(ratio, 1 / ratio);
        List<(double A, double B)> pairs = [];
        for (var s = least; s <= least + Math.Max(1, Math.Floor(least / 10)); s++)
        {
            var l = Math.Max(larger, Math.Floor((rho * s) + 0.5));
            pairs.Add(ratio < 1 ? (s, l) : (l, s));
        }

        double Worst((double A, double B) of) => 100 * Math.Max(Math.Abs(((of.A + 0.5) / (of.B - 0.5) / ratio) - 1), Math.Abs(((of.A - 0.5) / (of.B + 0.5) / ratio) - 1));
        List<(double A, double B)> within = [.. pairs.Where(pair => Worst(pair) <= request.TolerancePercent)];
        var wanted = within.Count > 0 ? within[0] : pairs.MinBy(pair => Math.Abs((pair.A / pair.B / ratio) - 1));
        var batch = Assert.Single(Mix.Of(request).Batches);
        Assert.Equal((Math.Round(wanted.A * delta, 6), Math.Round(wanted.B * delta, 6)), (Math.Round(batch.AMl, 6), Math.Round(batch.BMl, 6)));
    }

    [Property]
    public bool A_batch_at_least_as_large_as_the_least_one_is_within_tolerance_when_exact(byte a, byte b)
    {
        double ratio = (1 + (a % 9)) / (double)(1 + (b % 9));
        var least = Mix.Of(TwoToOne with { Ratio = new MixRatio(ratio, 1, RatioBasis.Volume) }).LeastBatchMl;
        double partB = least / (1 + ratio), partA = least - partB;
        var worst = Math.Max(
            Math.Abs(((partA + 0.5) / (partB - 0.5) / ratio) - 1),
            Math.Abs(((partA - 0.5) / (partB + 0.5) / ratio) - 1));
        return Math.Abs(worst - 0.03) < 1e-9;
    }

    [Fact]
    public void Too_small_a_batch_says_so_with_the_least_that_is_not()
    {
        var answer = Mix.Of(TwoToOne with { VolumeMl = 12, Device = new MeasuringDevice(DeviceKind.Cup, 5) });
        Assert.False(answer.Batches[0].Ok);
        Assert.Equal(382.5, answer.LeastBatchMl, 9);
        var told = Assert.Single(answer.Notices);
        Assert.Equal(("tooSmallToMeasure", 382.5), (told.Kind, Math.Round(told.Numbers["leastBatchMl"], 9)));
        Assert.Contains("382.5", told.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_scale_is_told_whole_graduations()
    {
        var request = TwoToOne with { DensityA = 1.13, DensityB = 1.01, Device = new MeasuringDevice(DeviceKind.Scale, 0.1) };
        for (double volume = 5; volume < 300; volume += 3.7)
        {
            var batch = Mix.Of(request with { VolumeMl = volume }).Batches[0];
            Assert.Equal(Math.Round(batch.AG, 1), batch.AG);
            Assert.Equal(Math.Round(batch.BG, 1), batch.BG);
        }
    }

    [Fact]
    public void No_number_of_batches_is_light_enough() =>
        Assert.Equal(RefusalKind.Impossible, Assert.Throws<RefusedException>(() => Mix.Of(TwoToOne with { MaxBatchG = 2 })).Kind);

    [Theory]
    [InlineData(0)]
    [InlineData(-1)]
    [InlineData(double.NaN)]
    [InlineData(double.PositiveInfinity)]
    public void Nothing_cannot_be_mixed(double volume) =>
        Assert.Equal("volumeMl", Assert.Throws<RefusedException>(() => Mix.Of(TwoToOne with { VolumeMl = volume })).Field);
}

public class CupTests
{
    [Fact]
    public void A_straight_cup_is_a_cylinder()
    {
        var cup = new Cup(60, 60, 100);
        Assert.Equal(50, cup.MarkMm(Math.PI * 900 * 50 / 1000)!.Value, 9);
        Assert.Equal(Math.PI * 90, cup.BrimfulMl, 9);
    }

    [Theory]
    [InlineData(55, 75, 95)]
    [InlineData(75, 55, 95)]
    public void A_tapered_cup_filled_to_a_mark_holds_the_frustum_under_it(double baseMm, double topMm, double heightMm)
    {
        var cup = new Cup(baseMm, topMm, heightMm);
        foreach (var volume in new[] { 1.0, 40, 150, cup.BrimfulMl })
        {
            var mark = cup.MarkMm(volume)!.Value;
            var at = baseMm + ((topMm - baseMm) * mark / heightMm);
            Assert.Equal(volume, Math.PI * mark * ((baseMm * baseMm) + (baseMm * at) + (at * at)) / 12000, 6);
        }
    }

    [Fact]
    public void Above_the_rim_there_is_no_mark()
    {
        Assert.Null(new Cup(50, 60, 80).MarkMm(400));
        Assert.Null(new Cup(60, 5, 80).MarkMm(4000));
    }
}
