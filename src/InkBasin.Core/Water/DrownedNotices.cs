using InkBasin.Core.Stock;

namespace InkBasin.Core.Water;

/// <summary>What is said of a drowned thing.</summary>
internal static class DrownedNotices
{
    public static Notice OffTheBoard(DrownedThing thing) => Notice.Of("offTheBoard", Standing.Stop, $"{thing.Name} lies beside the board.");

    public static Notice InNoWater(DrownedThing thing) => Notice.Of("inNoWater", Standing.Tight, $"{thing.Name} stands in no water: move it, or raise a waterline over it.");

    public static Notice Breathes(DrownedThing thing) =>
        Notice.Of("breathes", Standing.Stop, $"{thing.Name} is porous and not sealed: it breathes bubbles for hours. Varnish it all over, twice.");

    public static Notice NoSuchLayer(DrownedThing thing, int layers) => Notice.Of(
        "noSuchLayer", Standing.Tight, $"{thing.Name} is meant for layer {thing.Layer}, and there {(layers == 1 ? "is one layer" : $"are {layers} layers")}: it goes with the last. Choose its layer again.");

    public static Notice CannotBeSetIn(DrownedThing thing, ProductSheet sheet) =>
        Notice.Of("cannotBeSetIn", Standing.Stop, $"{sheet.Name} does not set in one go: {thing.Name} has to stand in place before a coat, or be laid on it.");

    public static Notice GoesIn(PlacedThing placed, double fromH, double? toH, double displacedMl) => Notice.Of(
        "goesIn",
        Standing.Holds,
        placed.Thing.SetIn switch
        {
            SetIn.On => $"{placed.Thing.Name} is laid on layer {placed.Layer} once that has gelled, {Hours(fromH)} after it is mixed. Dry and tacky, it takes a drop of the same resin to bed it.",
            SetIn.Afloat => $"{placed.Thing.Name} is floated into layer {placed.Layer} as soon as that is poured, at latest {Hours(toH ?? 0)} after it is mixed. It pushes up {Said.Short(displacedMl)} ml.",
            _ => $"{placed.Thing.Name} goes in {Hours(fromH)} to {Hours(toH ?? 0)} after layer {placed.Layer} is mixed, once the resin carries it and still closes round it. It pushes up {Said.Short(displacedMl)} ml.",
        },
        ("fromH", fromH),
        ("toH", toH ?? fromH),
        ("displacedMl", displacedMl));

    public static Notice Drifts(DrownedThing thing, double? gelH) => Notice.Of(
        "drifts", Standing.Tight, $"{thing.Name} drifts: keep it in its place with pins or a stick until the resin grips{Until(gelH)}.");

    public static Notice Sinks(DrownedThing thing) => Notice.Of(
        "sinks", Standing.Tight, $"{thing.Name} is heavier than the resin: it sinks and stands on what is under it.");

    public static Notice Floats(DrownedThing thing, double holdG, double? gelH) => Notice.Of(
        "floats",
        Standing.Tight,
        holdG > 0
            ? $"{thing.Name} floats: pin it, glue it, or hold it down with {(holdG < 10 ? holdG.ToString("0.0#", System.Globalization.CultureInfo.InvariantCulture) : $"{holdG:0}")} g until the resin grips{Until(gelH)}."
            : $"{thing.Name} stands by its weight while it is not covered, but floats once it tips: pin or glue its foot.",
        ("liftG", holdG));

    private static string Until(double? gelH) => gelH is { } h ? $", about {Hours(h)} after it is mixed" : "";

    private static string Hours(double h) => h < 1.5 ? $"{h * 60:0} min" : $"{Said.Tenth(h)} h";
}
