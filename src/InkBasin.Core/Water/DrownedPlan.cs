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
/// <param name="HoldDownG">Greatest force needed to keep it where it is, as grams; 0 when it stays by itself.</param>
/// <param name="SetInFromH">Earliest it goes in, hours after its layer was mixed; null when it stands in place before.</param>
/// <param name="SetInToH">Latest; null when it stands in place before, or may be laid on at any time.</param>
/// <param name="HoldUntilH">Until when it is held, hours after the layer that lifts it was mixed: that has gelled by then. Null where nothing lifts it.</param>
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
    double? HoldUntilH,
    Standing Standing,
    IReadOnlyList<Notice> Notices,
    Working Working)
{
    /// <summary>Like thick honey it carries a small thing, Pa·s (rule of the bench).</summary>
    public const double CarriesPaS = 10;

    /// <summary>Stiffer than soft putty it no longer closes round a thing, Pa·s (rule of the bench).</summary>
    public const double ClosesPaS = 200;

    /// <summary>The layer it goes in with, from 1; null when it stands in no water.</summary>
    public int? Layer { get; init; }

    /// <summary>The part of it that resin meets; null when it stands in no water.</summary>
    public Displacer? Meets { get; init; }

    /// <summary>The layers that meet it, from the bed up.</summary>
    public IReadOnlyList<DrownedInLayer> Layers { get; init; } = [];

    /// <summary>A thing that lies beside the board, or in no water.</summary>
    /// <param name="thing">The thing, checked.</param>
    /// <param name="bedMm">The ground at its place, mm; null beside the board.</param>
    public static DrownedPlan Dry(DrownedThing thing, double? bedMm)
    {
        ArgumentNullException.ThrowIfNull(thing);
        var notice = bedMm is null ? DrownedNotices.OffTheBoard(thing) : DrownedNotices.InNoWater(thing);
        return Told(new PlacedThing(thing, 1, thing.BaseMm ?? bedMm ?? 0, 0), null, 0, null, [notice]);
    }

    /// <summary>Stands a thing in the water at its place.</summary>
    /// <param name="placed">The thing among the layers.</param>
    /// <param name="waterId">The water.</param>
    /// <param name="levelsMm">The bed's lowest, then the top of each layer, mm, rising.</param>
    /// <param name="sheet">The water's product; null when it is not in the stores.</param>
    /// <param name="film">A thin film of the product in the room; null for what does not react by itself.</param>
    public static DrownedPlan Of(PlacedThing placed, string waterId, IReadOnlyList<double> levelsMm, ProductSheet? sheet, ThinFilm? film)
    {
        ArgumentNullException.ThrowIfNull(placed);
        ArgumentNullException.ThrowIfNull(levelsMm);
        var thing = placed.Thing;
        var (density, layers) = (DensityOf(sheet), placed.Layers);
        var hold = layers.Select(layer => layer.HoldDownG).DefaultIfEmpty(0).Max();

        // Standing with its head out it may be heavy enough; tipped over and under, only its density counts.
        var floats = thing.OwnMassG < density * thing.VolumeMl;
        var notices = new List<Notice>();
        (double? From, double? To) when = (null, null);
        if (thing.Skin == Skin.Porous) notices.Add(DrownedNotices.Breathes(thing));
        if (thing.Layer > levelsMm.Count - 1) notices.Add(DrownedNotices.NoSuchLayer(thing, levelsMm.Count - 1));
        if (placed.GoesInWet && sheet is { Traits.IsOnePart: true })
        {
            notices.Add(DrownedNotices.CannotBeSetIn(thing, sheet));
        }
        else if (film is not null)
        {
            when = thing.SetIn switch
            {
                SetIn.Into => (film.ThickerThanH(CarriesPaS), film.ThickerThanH(ClosesPaS)),
                SetIn.Afloat => (0, film.ThickerThanH(ClosesPaS)),
                SetIn.On => (film.GelH, null),
                _ => (null, null),
            };
            if (thing.SetIn != SetIn.Before) notices.Add(DrownedNotices.GoesIn(placed, when.From!.Value, when.To, placed.In(placed.Layer)?.DisplacedMl ?? 0));
        }

        // What is afloat finds its own level: it is not pressed down, but it drifts.
        if (thing is { SetIn: SetIn.Afloat, Held: false }) notices.Add(floats ? DrownedNotices.Drifts(thing, film?.GelH) : DrownedNotices.Sinks(thing));
        else if (thing is { SetIn: not SetIn.Afloat, Held: false } && floats && (hold > 0 || thing.SetIn == SetIn.Before)) notices.Add(DrownedNotices.Floats(thing, hold, film?.GelH));
        return Told(placed, waterId, density, when, notices) with
        {
            DisplacedMl = layers.Sum(layer => layer.DisplacedMl),
            OutMm = Math.Max(0, placed.BaseMm + thing.HeightMm - levelsMm[^1]),
            Floats = floats,
            HoldDownG = hold,
            HoldUntilH = hold > 0 || (floats && thing.SetIn == SetIn.Afloat) ? film?.GelH : null,
        };
    }

    /// <summary>Density of a mixed product, g/ml; without one, of most resins.</summary>
    internal static double DensityOf(ProductSheet? sheet) => sheet?.MixedDensity ?? 1.1;

    private static DrownedPlan Told(PlacedThing placed, string? waterId, double density, (double? From, double? To)? when, IReadOnlyList<Notice> notices)
    {
        var (thing, sorted) = (placed.Thing, notices.WorstFirst());
        return new DrownedPlan(
            thing.Id, waterId, placed.BaseMm, thing.VolumeMl, thing.OwnMassG, 0, 0, false, 0, when?.From, when?.To, null, sorted.Worst(), sorted, WorkingOf(thing, density, placed.Layers))
        {
            Layer = waterId is null ? null : placed.Layer,
            Meets = waterId is null ? null : placed.Meets,
            Layers = placed.Layers,
        };
    }

    private static Working WorkingOf(DrownedThing thing, double density, IReadOnlyList<DrownedInLayer> layers) => new(
        $"{thing.Name} under water",
        [
            new("volume", thing.VolumeMl, "ml"),
            new("mass", thing.OwnMassG, "g"),
            new("density of the resin", density, "g/ml"),
            .. layers.SelectMany<DrownedInLayer, WorkingInput>(layer =>
            [
                new($"displaced in layer {layer.Layer}", layer.DisplacedMl, "ml"),
                new($"lift less mass while layer {layer.Layer} is liquid", layer.LiftG, "g"),
            ]),
        ],
        (thing.MeasuredMl is null ? "Volume = box × the share of it that is filled. " : "Volume as measured. ")
        + $"In each layer it takes the place of the share of its height that stands in it. The resin displaced so far lifts it while a layer is liquid; where that is more than its mass, the difference holds it down, until a layer has set round {PlacedThing.GripMm:0} mm of its foot. What is floated in sinks until it displaces its own mass.",
        "Archimedes; the product’s sheet for the density");
}
