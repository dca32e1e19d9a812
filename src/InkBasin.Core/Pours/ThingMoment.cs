using InkBasin.Core.Ground;
using InkBasin.Core.Resin;
using InkBasin.Core.Water;

namespace InkBasin.Core.Pours;

/// <summary>What the hand does about a drowned thing at a layer: it puts it in, or keeps it where it is.</summary>
/// <param name="Id">The thing.</param>
/// <param name="Name">Its name.</param>
/// <param name="At">Middle of its footprint.</param>
/// <param name="Layer">The layer, from 1.</param>
/// <param name="SetIn">How it meets its layer.</param>
/// <param name="Places">Whether it is put in with this layer; otherwise it stands there, and this layer lifts it.</param>
/// <param name="AfterPour">Whether that is once the layer is poured.</param>
/// <param name="FromH">Earliest, hours from the first pour.</param>
/// <param name="ToH">Latest; null without a latest.</param>
/// <param name="FromAt">Earliest, if the first pour has a date.</param>
/// <param name="ToAt">Latest.</param>
/// <param name="PushesUpMl">What it pushes up once it is in, ml; 0 for what stood there before.</param>
/// <param name="HoldDownG">Force that keeps it where it is, as grams; 0 when it stays.</param>
/// <param name="HoldUntilH">Until the layer grips it, hours from the first pour; null when it stays by itself.</param>
/// <param name="HoldUntilAt">The same as a date.</param>
/// <param name="How">How to go about it.</param>
public sealed record ThingMoment(
    string Id,
    string Name,
    PointMm At,
    int Layer,
    SetIn SetIn,
    bool Places,
    bool AfterPour,
    double FromH,
    double? ToH,
    DateTimeOffset? FromAt,
    DateTimeOffset? ToAt,
    double PushesUpMl,
    double HoldDownG,
    double? HoldUntilH,
    DateTimeOffset? HoldUntilAt,
    string How)
{
    /// <summary>What there is to do about a thing at a layer; nothing when it is neither put in then nor lifted.</summary>
    /// <param name="placed">The thing among the layers.</param>
    /// <param name="layer">The layer, from 1.</param>
    /// <param name="film">A thin film of the resin in the room; null for what does not react by itself.</param>
    /// <param name="startAt">The first pour; null while undecided.</param>
    /// <param name="pourH">This layer's, hours from the first.</param>
    /// <param name="setH">How long it takes until another may go on, h.</param>
    public static IEnumerable<ThingMoment> Of(PlacedThing placed, int layer, ThinFilm? film, DateTimeOffset? startAt, double pourH, double setH)
    {
        ArgumentNullException.ThrowIfNull(placed);
        var thing = placed.Thing;
        var (here, places) = (placed.In(layer), placed.Layer == layer);
        var hold = here?.HoldDownG ?? 0;
        if (!places && hold <= 0) yield break;

        // Coats and flashed layers take nothing while they are wet: what is laid on them waits until they are dry.
        var wet = places && placed.GoesInWet;
        if (wet && film is null) yield break;
        var (from, to) = (places, thing.SetIn) switch
        {
            (true, SetIn.Into) => (film!.ThickerThanH(DrownedPlan.CarriesPaS), (double?)film.ThickerThanH(DrownedPlan.ClosesPaS)),
            (true, SetIn.Afloat) => (0, film!.ThickerThanH(DrownedPlan.ClosesPaS)),
            (true, SetIn.On) => (film?.GelH ?? setH, null),
            _ => (0, 0),
        };
        var kept = hold > 0 || (wet && thing.SetIn == SetIn.Afloat);
        double? until = kept ? pourH + (film?.GelH ?? setH) : null;
        yield return new ThingMoment(
            thing.Id,
            thing.Name,
            thing.At,
            layer,
            thing.SetIn,
            places,
            wet || (places && thing.SetIn == SetIn.On),
            pourH + from,
            pourH + to,
            Clock.After(startAt, pourH + from),
            Clock.After(startAt, pourH + to),
            wet ? here?.DisplacedMl ?? 0 : 0,
            hold,
            until,
            Clock.After(startAt, until),
            Words(placed, layer, places, hold));
    }

    private static string Words(PlacedThing placed, int layer, bool places, double holdG)
    {
        var thing = placed.Thing;
        var put = (places, thing.SetIn) switch
        {
            (false, _) => "Stands there; this layer lifts it",
            (_, SetIn.Into) => "Set it in once the resin carries it and still closes round it",
            (_, SetIn.Afloat) => "Float it in at once and keep it in its place until the resin grips",
            (_, SetIn.On) => "Lay it on once the layer has gelled; where it is dry, in a drop of the same resin",
            _ => thing.BaseMm is not null || placed.BaseMm > placed.WetFromMm || layer == 1 ? "In its place before this layer" : $"Stand it on layer {layer - 1}, or the bed where that is higher, before this one",
        };
        var hold = holdG > 0 ? thing.Held ? $", held down: it lifts with {Said.Short(holdG)} g" : $"; pin it, or hold it down with {Said.Short(holdG)} g" : "";
        return $"{put}{hold}.";
    }
}
