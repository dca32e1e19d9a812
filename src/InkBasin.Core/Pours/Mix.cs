using System.Text.Json.Serialization;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Pours;

/// <summary>What is to be mixed and with what.</summary>
/// <param name="VolumeMl">Resin wanted on the model, ml, above 0.</param>
/// <param name="Ratio">The sheet's ratio.</param>
/// <param name="DensityA">Density of part one, g/ml.</param>
/// <param name="DensityB">Density of part two, g/ml.</param>
/// <param name="Device">What it is measured with.</param>
/// <param name="LossPercent">Share that stays on sticks and walls, % of the volume, ≥ 0.</param>
/// <param name="ResidueMl">What each cup keeps back, ml, ≥ 0.</param>
/// <param name="TolerancePercent">The sheet's tolerance on the ratio, %, above 0.</param>
/// <param name="MaxBatchG">Greatest mass mixed at once, g; null is no limit.</param>
/// <param name="Cup">The cup it is mixed in; null when not known.</param>
public sealed record MixRequest(
    double VolumeMl,
    MixRatio Ratio,
    double DensityA,
    double DensityB,
    MeasuringDevice Device,
    double LossPercent = 5,
    double ResidueMl = 3,
    double TolerancePercent = 3,
    double? MaxBatchG = null,
    Cup? Cup = null);

/// <summary>Marks on the cup's wall, mm over its inner base; null where the mark would lie above the rim.</summary>
/// <param name="FirstMm">Part one alone.</param>
/// <param name="BothMm">Both parts.</param>
public sealed record CupMarks(double? FirstMm, double? BothMm);

/// <summary>One batch as it is to be measured: both parts whole graduations of the device.</summary>
public sealed record Batch(
    double AMl,
    double BMl,
    [property: JsonPropertyName("aG")] double AG,
    [property: JsonPropertyName("bG")] double BG,
    double MixedMl,
    double MixedG,
    double WorstRatioErrorPercent,
    bool Ok,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] CupMarks? Marks);

/// <summary>The answer to a mix request.</summary>
/// <param name="Batches">Equal batches.</param>
/// <param name="LeastBatchMl">Mixed ml of the least batch this device measures within the tolerance.</param>
/// <param name="Notices">What the maker should know; at least one when a batch is not ok.</param>
public sealed record MixAnswer(IReadOnlyList<Batch> Batches, double LeastBatchMl, IReadOnlyList<Notice> Notices);

/// <summary>
/// What to measure out for a volume: losses, equal batches, rounding up to the device's graduations, worst ratio error,
/// cup marks (models.md §5; readings.md, Mix).
/// </summary>
public static class Mix
{
    private const int MostBatches = 1000;

    // A tenth more of the smaller part is at most this many graduations to try: beyond it a hundred kilogrammes are
    // weighed to a tenth of a gram, and rounding no longer matters.
    private const double MostTries = 100_000;

    /// <exception cref="RefusedException">A number out of range; or no number of batches up to 1000 is light enough.</exception>
    public static MixAnswer Of(MixRequest request)
    {
        ArgumentNullException.ThrowIfNull(request);
        Check(request);
        var byVolume = request.Ratio.Basis == RatioBasis.Volume
            ? request.Ratio.A / request.Ratio.B
            : request.Ratio.A / request.Ratio.B * request.DensityB / request.DensityA;
        var onScale = request.Device.Kind == DeviceKind.Scale;
        var ratio = onScale ? byVolume * request.DensityA / request.DensityB : byVolume;
        var leastBatch = LeastBatchMl(request, ratio);

        for (var count = 1; count <= MostBatches; count++)
        {
            var mixed = (request.VolumeMl * (1 + (request.LossPercent / 100)) / count) + request.ResidueMl;
            double exactA = mixed * byVolume / (1 + byVolume), exactB = mixed / (1 + byVolume);
            if (onScale)
            {
                exactA *= request.DensityA;
                exactB *= request.DensityB;
            }

            var (a, b) = RoundUp(exactA, exactB, ratio, request.Device.Graduation, request.TolerancePercent);
            var batch = Measured(request, a, b, ratio);
            if (request.MaxBatchG is { } most && batch.MixedG > most * (1 + 1e-9)) continue;
            return new MixAnswer([.. Enumerable.Repeat(batch, count)], leastBatch, NoticesOf(request, batch, leastBatch));
        }

        throw new RefusedException(
            "maxBatchG",
            "No number of batches keeps under that greatest batch: the residue and one graduation alone weigh more. Raise it or use a finer measure.",
            RefusalKind.Impossible);
    }

    /// <summary>What to pour out of a product that is one part: equal cups, each rounded up to the device's graduation. The ratio does not matter.</summary>
    /// <exception cref="RefusedException">A number out of range; or no number of cups up to 1000 is light enough.</exception>
    public static MixAnswer OnePart(MixRequest request)
    {
        ArgumentNullException.ThrowIfNull(request);
        Check(request with { Ratio = new MixRatio(1, 1, RatioBasis.Volume) });
        var onScale = request.Device.Kind == DeviceKind.Scale;
        for (var count = 1; count <= MostBatches; count++)
        {
            var poured = (request.VolumeMl * (1 + (request.LossPercent / 100)) / count) + request.ResidueMl;
            var shown = Whole(Graduations(onScale ? poured * request.DensityA : poured, request.Device.Graduation), request.Device.Graduation);
            double ml = onScale ? shown / request.DensityA : shown, g = onScale ? shown : shown * request.DensityA;
            if (request.MaxBatchG is { } most && g > most * (1 + 1e-9)) continue;
            var marks = request.Cup is { } cup ? new CupMarks(cup.MarkMm(ml), cup.MarkMm(ml)) : null;
            var batch = new Batch(ml, 0, g, 0, ml, g, 0, marks is null || marks.BothMm is not null, marks);
            return new MixAnswer([.. Enumerable.Repeat(batch, count)], 0, NoticesOf(request, batch, 0));
        }

        throw new RefusedException("maxBatchG", "No number of cups keeps under that greatest mass: raise it.", RefusalKind.Impossible);
    }

    /// <summary>
    /// Rounds both parts up to whole graduations so that neither is short and the ratio is the nearest the device has
    /// there; up to a tenth more of the smaller part is tried to bring the worst error within tolerance (readings.md 3).
    /// </summary>
    private static (double A, double B) RoundUp(double exactA, double exactB, double ratio, double graduation, double tolerancePercent)
    {
        var aIsSmaller = ratio < 1;
        var rho = aIsSmaller ? 1 / ratio : ratio;
        double s0 = Graduations(aIsSmaller ? exactA : exactB, graduation), l0 = Graduations(aIsSmaller ? exactB : exactA, graduation);
        double bestS = s0, bestL = Math.Max(l0, Math.Floor((rho * s0) + 0.5)), bestOff = double.PositiveInfinity;
        var tries = Math.Clamp(Math.Floor(s0 / 10), 1, MostTries);
        for (double k = 0; k <= tries; k++)
        {
            double s = s0 + k, l = Math.Max(l0, Math.Floor((rho * s) + 0.5));
            double a = aIsSmaller ? s : l, b = aIsSmaller ? l : s;
            if (WorstError(a, b, 1, ratio) * 100 <= tolerancePercent)
            {
                (bestS, bestL) = (s, l);
                break;
            }

            var off = Math.Abs((a / b / ratio) - 1);
            if (off < bestOff) (bestS, bestL, bestOff) = (s, l, off);
        }

        double smaller = Whole(bestS, graduation), larger = Whole(bestL, graduation);
        return aIsSmaller ? (smaller, larger) : (larger, smaller);
    }

    // 600 graduations of 0.1 g are 60 g, not 60.00000000000001.
    private static double Whole(double graduations, double graduation) => Math.Round(graduations * graduation, 9);

    // Binary rounding must not add a graduation: 47.900000000000006/0.1 is 479.
    private static double Graduations(double amount, double graduation)
    {
        var count = amount / graduation;
        return Math.Ceiling(count - (1e-9 * count));
    }

    /// <summary>max(|(A+δ/2)/(B−δ/2)/(a/b) − 1|, |(A−δ/2)/(B+δ/2)/(a/b) − 1|): each part misread by half a graduation, the worst way.</summary>
    private static double WorstError(double a, double b, double graduation, double ratio)
    {
        var half = graduation / 2;
        return Math.Max(Math.Abs(((a + half) / (b - half) / ratio) - 1), Math.Abs(((a - half) / (b + half) / ratio) - 1));
    }

    private static Batch Measured(MixRequest request, double a, double b, double ratio)
    {
        var onScale = request.Device.Kind == DeviceKind.Scale;
        double aMl = onScale ? a / request.DensityA : a, bMl = onScale ? b / request.DensityB : b;

        // What the scale is to show is what was rounded to it, not that through the density and back.
        double aG = onScale ? a : aMl * request.DensityA, bG = onScale ? b : bMl * request.DensityB;
        var error = WorstError(a, b, request.Device.Graduation, ratio) * 100;
        var marks = request.Cup is { } cup ? new CupMarks(cup.MarkMm(aMl), cup.MarkMm(aMl + bMl)) : null;
        var ok = error <= request.TolerancePercent && (marks is null || marks.BothMm is not null);
        return new Batch(aMl, bMl, aG, bG, aMl + bMl, aG + bG, error, ok, marks);
    }

    // Parts exactly in ratio: B = δ/2·(1 + (1 + 1/r)/t), A = r·B.
    private static double LeastBatchMl(MixRequest request, double ratio)
    {
        var b = request.Device.Graduation / 2 * (1 + ((1 + (1 / ratio)) / (request.TolerancePercent / 100)));
        var a = ratio * b;
        return request.Device.Kind == DeviceKind.Scale ? (a / request.DensityA) + (b / request.DensityB) : a + b;
    }

    private static List<Notice> NoticesOf(MixRequest request, Batch batch, double leastBatch)
    {
        var notices = new List<Notice>();
        if (batch.WorstRatioErrorPercent > request.TolerancePercent) notices.Add(MixNotices.TooSmallToMeasure(request, batch, leastBatch));
        if (batch.Marks is { BothMm: null }) notices.Add(MixNotices.OverTheRim(batch, request.Cup!));
        return notices;
    }

    private static void Check(MixRequest request)
    {
        Require.Positive(request.VolumeMl, "volumeMl");
        Require.Present(request.Ratio, "ratio");
        Require.Positive(request.Ratio.A, "ratio.a");
        Require.Positive(request.Ratio.B, "ratio.b");
        Require.Known(request.Ratio.Basis, "ratio.basis");
        Require.Positive(request.DensityA, "densityA");
        Require.Positive(request.DensityB, "densityB");
        Require.Present(request.Device, "device");
        Require.Known(request.Device.Kind, "device.kind");
        Require.Positive(request.Device.Graduation, "device.graduation");
        Require.NotNegative(request.LossPercent, "lossPercent");
        Require.NotNegative(request.ResidueMl, "residueMl");
        Require.Positive(request.TolerancePercent, "tolerancePercent");
        if (request.MaxBatchG is { } most) Require.Positive(most, "maxBatchG");
        request.Cup?.Check("cup");
    }
}
