using System.Collections.Concurrent;
using System.Globalization;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Plan;

/// <summary>What a volume is mixed in: equal batches that are out of the cup before they turn.</summary>
/// <param name="Mix">The batches.</param>
/// <param name="PotLifeMin">How long one may stay in its cup, minutes from the first touch of the parts; null when it neither heats nor thickens, or does not fit.</param>
/// <param name="WorkMin">How long one keeps the hands busy: stirring twice and pouring, minutes.</param>
/// <param name="InTime">Whether it is out of the cup in time.</param>
internal sealed record Batches(MixAnswer Mix, double? PotLifeMin, double WorkMin, bool InTime)
{
    /// <summary>How long the second cup is stirred, as a share of the first (rule of the bench, assumed).</summary>
    public const double SecondStir = 0.5;

    // A pool takes a minute to go to and a hundred ml one more (rules of the bench, assumed).
    private const double MinPerPool = 1;
    private const double MlPerMin = 100;
    private const int MostForTime = 12;
    private const int MostRemembered = 4000;

    private static readonly ConcurrentDictionary<string, double?> Pots = new(StringComparer.Ordinal);

    /// <summary>Divides a volume into batches within the sheet's greatest and within their pot life.</summary>
    /// <param name="volumeMl">Resin wanted on the model, ml.</param>
    /// <param name="sheet">The product.</param>
    /// <param name="measuring">How it is measured.</param>
    /// <param name="roomC">The room, °C.</param>
    /// <param name="pools">How many pools it goes into.</param>
    public static Batches Of(double volumeMl, ProductSheet sheet, Measuring measuring, double roomC, int pools)
    {
        var request = new MixRequest(
            volumeMl, sheet.Ratio, sheet.DensityA, sheet.DensityB, measuring.Device, measuring.LossPercent, measuring.ResidueMl, sheet.TolerancePercent, sheet.MaxBatchG, measuring.Cup);
        if (sheet.Traits.IsOnePart) return new Batches(Pours.Mix.OnePart(request), null, MinPerPool * pools, true);
        Batches? best = null;
        while (true)
        {
            MixAnswer mix;
            try
            {
                mix = Pours.Mix.Of(request);
            }
            catch (RefusedException) when (best is not null)
            {
                // Residue and a graduation alone weigh more than that: it cannot be divided further, and is told as too slow.
                return best;
            }

            var batch = mix.Batches[0];
            var work = (sheet.StirMin * (1 + SecondStir)) + (MinPerPool * pools) + (batch.MixedMl / MlPerMin);
            var pot = PotOf(sheet, batch.MixedG, measuring.Cup, roomC);
            var inTime = pot is not { } minutes || minutes >= work;

            // Dividing on is no help once a batch can no longer be measured.
            if (inTime || best is null || mix.Batches[0].Ok) best = new Batches(mix, pot, work, inTime);
            if (inTime || mix.Batches.Count >= MostForTime || !batch.Ok) return best;
            request = request with { MaxBatchG = batch.MixedG * (1 - 1e-6) };
        }
    }

    /// <summary>Pot life of a mass in the maker's cup, held to the sheet's; null where it does not fit, or neither heats nor thickens.</summary>
    public static double? PotOf(ProductSheet sheet, double massG, Cup cup, double roomC)
    {
        var resin = ResinProperties.Of(sheet);
        if (massG / resin.DensityGPerMl > cup.BrimfulMl) return null;

        // To half a gram: finer makes no difference, and a dragged waterline asks for the same ones again.
        var mass = Math.Max(0.5, Math.Ceiling(massG * 2) / 2);
        if (mass / resin.DensityGPerMl > cup.BrimfulMl) mass = massG;
        var key = string.Create(CultureInfo.InvariantCulture, $"{resin}|{sheet.MixedViscosityMPaS}|{sheet.PotLifeMassG}|{sheet.PotLifeMin}|{mass}|{cup.BaseMm}|{cup.TopMm}|{cup.HeightMm}|{roomC}");
        if (Pots.TryGetValue(key, out var known)) return known;
        if (Pots.Count > MostRemembered) Pots.Clear();
        return Pots[key] = Pot.Of(resin, mass, cup, roomC, sheet.MixedViscosityMPaS, new SheetPot(sheet.PotLifeMassG, sheet.PotLifeMin, sheet.ReferenceC)).AnchoredMinutes;
    }
}
