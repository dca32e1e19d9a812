using InkBasin.Core.Ground;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Water;

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
    /// <param name="field">The ground.</param>
    /// <param name="water">The water that covers its place; null when none does.</param>
    /// <param name="sheet">That water's product; null when it is not in the stores.</param>
    /// <param name="roomC">The room, °C.</param>
    public static DrownedPlan Of(DrownedThing thing, HeightField field, StandingWater? water, ProductSheet? sheet, double roomC)
    {
        ArgumentNullException.ThrowIfNull(thing);
        ArgumentNullException.ThrowIfNull(field);
        var notices = new List<Notice>();
        var cell = field.CellAt(thing.At);
        var baseMm = thing.BaseMm ?? (cell >= 0 ? field.HeightsMm[cell] : 0);
        var density = sheet?.MixedDensity ?? 1.1;
        if (cell < 0) notices.Add(DrownedNotices.OffTheBoard(thing));
        else if (water is null) notices.Add(DrownedNotices.InNoWater(thing));
        var share = water is null ? 0 : thing.ShareUnder(baseMm, water.WaterlineMm);
        double volume = thing.VolumeMl, mass = thing.OwnMassG, displaced = volume * share;
        var lift = (density * displaced) - mass;

        // Standing with its head out it may be heavy enough; tipped over and under, only its density counts.
        var floats = mass < density * volume;
        double? from = null, to = null;
        if (water is not null)
        {
            if (thing.Skin == Skin.Porous) notices.Add(DrownedNotices.Breathes(thing));
            if (thing.SetIn == SetIn.Later && sheet is { Traits.IsOnePart: true })
            {
                notices.Add(DrownedNotices.CannotBeSetIn(thing, sheet));
            }
            else if (thing.SetIn == SetIn.Later && sheet is not null)
            {
                var film = new ThinFilm(ResinProperties.Of(sheet), sheet.MixedViscosityMPaS, roomC);
                (from, to) = (film.ThickerThanH(CarriesPaS), film.ThickerThanH(ClosesPaS));
                notices.Add(DrownedNotices.GoesIn(thing, from.Value, to.Value, displaced));
            }
            else if (floats && !thing.Held)
            {
                notices.Add(DrownedNotices.Floats(thing, lift));
            }
        }

        var sorted = notices.WorstFirst();
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
            sorted.Worst(),
            sorted,
            WorkingOf(thing, share, displaced, mass, density, lift));
    }

    /// <summary>What the things of a water take the place of below a level, ml. What is set in later comes into the last layer alone.</summary>
    /// <param name="things">Things with the levels of their bases, mm.</param>
    /// <param name="levelMm">The level, mm.</param>
    /// <param name="waterlineMm">The water's waterline, mm.</param>
    public static double DisplacedUpToMl(IReadOnlyList<(DrownedThing Thing, double BaseMm)> things, double levelMm, double waterlineMm) => things.Sum(one =>
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
}
