using System.Globalization;
using InkBasin.Core.Ground;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>A drowned thing as it stands in its water.</summary>
/// <param name="Id">The thing.</param>
/// <param name="WaterId">The water it stands in; null when it stands in none.</param>
/// <param name="BaseMm">Level of its base, mm.</param>
/// <param name="VolumeMl">Its volume, ml.</param>
/// <param name="MassG">Its mass, g.</param>
/// <param name="DisplacedMl">Resin it takes the place of, to the waterline, ml.</param>
/// <param name="OutMm">How far it stands out of the water, mm; 0 when it is all under.</param>
/// <param name="Floats">Whether the resin lifts it.</param>
/// <param name="HoldDownG">Force needed to keep it down once it is covered, as grams; 0 when it sinks.</param>
/// <param name="SetInFromH">Earliest it is set in, hours after the last layer was mixed; null when it stands in place before.</param>
/// <param name="SetInToH">Latest.</param>
/// <param name="Standing">The worst of its notices.</param>
/// <param name="Notices">What the maker should know, worst first.</param>
/// <param name="Working">How its figures came about.</param>
public sealed record DrownedPlan(
    string Id,
    string? WaterId,
    double BaseMm,
    double VolumeMl,
    double MassG,
    double DisplacedMl,
    double OutMm,
    bool Floats,
    double HoldDownG,
    double? SetInFromH,
    double? SetInToH,
    Standing Standing,
    IReadOnlyList<Notice> Notices,
    Working Working)
{
    // Like thick honey it carries a light thing; stiffer than soft putty it no longer closes round it (rules of the bench).
    private const double CarriesPaS = 10;
    private const double ClosesPaS = 200;

    /// <summary>Stands a thing in the water at its place.</summary>
    /// <param name="thing">The thing, checked.</param>
    /// <param name="build">Its build.</param>
    /// <param name="field">The ground.</param>
    /// <param name="water">The water that covers its place; null when none does.</param>
    /// <param name="sheet">That water's product; null when it is not in the stores.</param>
    internal static DrownedPlan Of(DrownedThing thing, Build build, HeightField field, Water? water, ProductSheet? sheet)
    {
        var notices = new List<Notice>();
        var cell = field.CellAt(thing.At);
        var baseMm = thing.BaseMm ?? (cell >= 0 ? field.HeightsMm[cell] : 0);
        var density = sheet?.MixedDensity ?? 1.1;
        if (cell < 0) notices.Add(new(Standing.Stop, $"{thing.Name} lies beside the board."));
        else if (water is null) notices.Add(new(Standing.Tight, $"{thing.Name} stands in no water: move it, or raise a waterline over it."));
        var share = water is null ? 0 : thing.ShareUnder(baseMm, water.WaterlineMm);
        double volume = thing.VolumeMl, mass = thing.OwnMassG, displaced = volume * share;
        var lift = (density * displaced) - mass;

        // Standing with its head out it may be heavy enough; tipped over and under, only its density counts.
        var floats = mass < density * volume;
        double? from = null, to = null;
        if (water is not null)
        {
            if (thing.Skin == Skin.Porous)
                notices.Add(new(Standing.Stop, $"{thing.Name} is porous and not sealed: it breathes bubbles for hours. Varnish it all over, twice."));
            if (thing.SetIn == SetIn.Later && sheet is { Traits.IsOnePart: true })
            {
                notices.Add(new(Standing.Stop, $"{sheet.Name} does not set in one go: {thing.Name} has to stand in place before the first coat."));
            }
            else if (thing.SetIn == SetIn.Later && sheet is not null)
            {
                var film = new ThinFilm(ResinProperties.Of(sheet), sheet.MixedViscosityMPaS, build.Room.AirC);
                (from, to) = (film.ThickerThanH(CarriesPaS), film.ThickerThanH(ClosesPaS));
                notices.Add(new(Standing.Holds, $"{thing.Name} goes in {Hours(from.Value)} to {Hours(to.Value)} after the last layer is mixed, once the resin carries it and still closes round it. It pushes up {displaced.ToString("0.#", CultureInfo.InvariantCulture)} ml."));
            }
            else if (floats && !thing.Held)
            {
                notices.Add(new(Standing.Tight, lift > 0
                    ? $"{thing.Name} floats: pin it, glue it, or hold it down with {lift.ToString(lift < 10 ? "0.0#" : "0", CultureInfo.InvariantCulture)} g until the resin grips."
                    : $"{thing.Name} stands while its head is out of the water, but floats once it tips: pin or glue its foot."));
            }
        }

        List<Notice> sorted = [.. notices.OrderByDescending(notice => notice.Standing)];
        return new DrownedPlan(
            thing.Id,
            water?.Id,
            baseMm,
            volume,
            mass,
            displaced,
            water is null ? 0 : Math.Max(0, baseMm + thing.HeightMm - water.WaterlineMm),
            floats,
            Math.Max(0, lift),
            from,
            to,
            sorted.Count > 0 ? sorted[0].Standing : Standing.Holds,
            sorted,
            WorkingOf(thing, share, displaced, mass, density, lift));
    }

    /// <summary>What the things of a water take the place of below a level, ml. What is set in later comes into the last layer alone.</summary>
    /// <param name="things">Things with the levels of their bases, mm.</param>
    /// <param name="levelMm">The level, mm.</param>
    /// <param name="waterlineMm">The water's waterline, mm.</param>
    internal static double DisplacedUpToMl(IReadOnlyList<(DrownedThing Thing, double BaseMm)> things, double levelMm, double waterlineMm) => things.Sum(one =>
        one.Thing.SetIn == SetIn.Later && levelMm < waterlineMm ? 0 : one.Thing.VolumeMl * one.Thing.ShareUnder(one.BaseMm, levelMm));

    private static Working WorkingOf(DrownedThing thing, double share, double displaced, double mass, double density, double lift) => new(
        $"{thing.Name} under water",
        [
            new("volume", thing.VolumeMl, "ml"),
            new("share under the waterline", share * 100, "%"),
            new("displaced", displaced, "ml"),
            new("mass", mass, "g"),
            new("density of the resin", density, "g/ml"),
            new("lift less mass", lift, "g"),
        ],
        (thing.MeasuredMl is null ? "Volume = box × the share of it that is filled. " : "Volume as measured. ")
        + "It takes the place of the share under the waterline, by height. It floats when the resin displaced weighs more than it does; the difference is what holds it down.",
        "Archimedes; the product’s sheet for the density");

    private static string Hours(double h) => h < 1.5 ? $"{h * 60:0} min" : $"{h.ToString("0.0", CultureInfo.InvariantCulture)} h";
}
