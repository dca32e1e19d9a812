using System.Globalization;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Pours;

/// <summary>What a volume is mixed in: equal batches that are out of the cup before they turn.</summary>
/// <param name="Mix">The batches.</param>
/// <param name="PotLifeMin">How long one may stay in its cup, minutes from the first touch of the parts; null when it neither heats nor thickens, or does not fit.</param>
/// <param name="WorkMin">How long one keeps the hands busy: stirring twice and pouring, minutes.</param>
/// <param name="InTime">Whether it is out of the cup in time.</param>
public sealed record Batches(MixAnswer Mix, double? PotLifeMin, double WorkMin, bool InTime)
{
    /// <summary>Why it cannot be mixed so; null when it can.</summary>
    public Notice? Stop { get; init; }

    /// <summary>How long all of them keep the hands busy, one after another, minutes: each is stirred twice, each pool is gone to once.</summary>
    public double BenchMin => WorkMin + ((Mix.Batches.Count - 1) * EachMoreMin);

    // What each further cup adds, minutes: stirring it twice, and pouring it; nothing where there is nothing to stir.
    private double EachMoreMin { get; init; }

    /// <summary>How long the second cup is stirred, as a share of the first (rule of the bench, assumed).</summary>
    public const double SecondStir = 0.5;

    // A pool takes a minute to go to and a hundred ml one more (rules of the bench, assumed).
    private const double MinPerPool = 1;
    private const double MlPerMin = 100;
    private const int MostForTime = 12;

    // Nobody mixes so many for one layer: told, and shown as if it were one.
    private const int MostCups = 100;

    /// <summary>Divides a volume into batches within the sheet's greatest and within their pot life.</summary>
    /// <param name="volumeMl">Resin wanted on the model, ml.</param>
    /// <param name="sheet">The product.</param>
    /// <param name="bench">How it is measured, in which room.</param>
    /// <param name="pools">How many pools it goes into.</param>
    /// <exception cref="RefusedException">No number of batches keeps within the sheet's greatest.</exception>
    public static Batches Of(double volumeMl, ProductSheet sheet, PourBench bench, int pools)
    {
        var measuring = bench.Measuring;
        var request = new MixRequest(
            volumeMl, sheet.Ratio, sheet.DensityA, sheet.DensityB, measuring.Device, measuring.LossPercent, measuring.ResidueMl, sheet.TolerancePercent, sheet.MaxBatchG, measuring.Cup);
        if (sheet.Traits.IsOnePart)
            return Divided(Pours.Mix.OnePart, request) is { Is: { } cups } ? new Batches(cups, null, MinPerPool * pools, true) : InOne(Pours.Mix.OnePart, request, MinPerPool * pools);
        Batches? best = null;
        while (true)
        {
            // Residue and a graduation alone weigh more than that: it cannot be divided further, and is told as too slow.
            var answer = Divided(Pours.Mix.Of, request);
            if (answer.Is is not { } mix) return best ?? InOne(Pours.Mix.Of, request, sheet.StirMin * (1 + SecondStir));
            var batch = mix.Batches[0];
            var each = (sheet.StirMin * (1 + SecondStir)) + (batch.MixedMl / MlPerMin);
            var work = each + (MinPerPool * pools);
            var pot = PotOf(sheet, batch.MixedG, bench);
            var inTime = pot is not { } minutes || minutes >= work;

            // Dividing on is no help once a batch can no longer be measured.
            if (inTime || best is null || mix.Batches[0].Ok) best = new Batches(mix, pot, work, inTime) { EachMoreMin = each };
            if (inTime || mix.Batches.Count >= MostForTime || !batch.Ok) return best;
            request = request with { MaxBatchG = batch.MixedG * (1 - 1e-6) };
        }
    }

    private static Answer<MixAnswer> Divided(Func<MixRequest, MixAnswer> mix, MixRequest request) => Answer.Of(() => mix(request) is { Batches.Count: var cups } answer && cups <= MostCups
        ? answer
        : throw new RefusedException("maxBatchG", $"That would be over {MostCups} cups for one layer: its sheet allows only {request.MaxBatchG:0.#} g at once. Check the greatest batch, or take another product.", RefusalKind.Impossible));

    // No number of batches is light enough: what it would be in one is shown, and stopped. Any other refusal is not of the mix and goes on.
    private static Batches InOne(Func<MixRequest, MixAnswer> mix, MixRequest request, double workMin)
    {
        var why = Divided(mix, request).Stop!.Sentence;
        return new Batches(mix(request with { MaxBatchG = null }), null, workMin, true) { Stop = MixNotices.CannotBeMixed(why) };
    }

    /// <summary>Pot life of a mass in the maker's cup, held to the sheet's; null where it does not fit, or neither heats nor thickens.</summary>
    public static double? PotOf(ProductSheet sheet, double massG, PourBench bench)
    {
        var (resin, cup, roomC) = (ResinProperties.Of(sheet), bench.Measuring.Cup, bench.Room.AirC);
        if (massG / resin.DensityGPerMl > cup.BrimfulMl) return null;

        // To half a gram: finer makes no difference, and a dragged waterline asks for the same ones again.
        var mass = Math.Max(0.5, Math.Ceiling(massG * 2) / 2);
        if (mass / resin.DensityGPerMl > cup.BrimfulMl) mass = massG;
        var key = string.Create(CultureInfo.InvariantCulture, $"pot|{resin}|{sheet.MixedViscosityMPaS}|{sheet.PotLifeMassG}|{sheet.PotLifeMin}|{mass}|{cup.BaseMm}|{cup.TopMm}|{cup.HeightMm}|{roomC}");
        return bench.Memory.Remember(key, () => Pot.Of(resin, mass, cup, roomC, sheet.MixedViscosityMPaS, new SheetPot(sheet.PotLifeMassG, sheet.PotLifeMin, sheet.ReferenceC))).AnchoredMinutes;
    }
}
