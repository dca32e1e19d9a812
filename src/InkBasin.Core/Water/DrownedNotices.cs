using InkBasin.Core.Stock;

namespace InkBasin.Core.Water;

/// <summary>What is said of a drowned thing.</summary>
internal static class DrownedNotices
{
    public static Notice OffTheBoard(DrownedThing thing) => Notice.Of("offTheBoard", Standing.Stop, $"{thing.Name} lies beside the board.");

    public static Notice InNoWater(DrownedThing thing) => Notice.Of("inNoWater", Standing.Tight, $"{thing.Name} stands in no water: move it, or raise a waterline over it.");

    public static Notice Breathes(DrownedThing thing) =>
        Notice.Of("breathes", Standing.Stop, $"{thing.Name} is porous and not sealed: it breathes bubbles for hours. Varnish it all over, twice.");

    public static Notice CannotBeSetIn(DrownedThing thing, ProductSheet sheet) =>
        Notice.Of("cannotBeSetIn", Standing.Stop, $"{sheet.Name} does not set in one go: {thing.Name} has to stand in place before the first coat.");

    public static Notice GoesIn(DrownedThing thing, double fromH, double toH, double displacedMl) => Notice.Of(
        "goesIn",
        Standing.Holds,
        $"{thing.Name} goes in {Hours(fromH)} to {Hours(toH)} after the last layer is mixed, once the resin carries it and still closes round it. It pushes up {Said.Short(displacedMl)} ml.",
        ("fromH", fromH),
        ("toH", toH),
        ("displacedMl", displacedMl));

    public static Notice Floats(DrownedThing thing, double liftG) => Notice.Of(
        "floats",
        Standing.Tight,
        liftG > 0
            ? $"{thing.Name} floats: pin it, glue it, or hold it down with {(liftG < 10 ? liftG.ToString("0.0#", System.Globalization.CultureInfo.InvariantCulture) : $"{liftG:0}")} g until the resin grips."
            : $"{thing.Name} stands while its head is out of the water, but floats once it tips: pin or glue its foot.",
        ("liftG", liftG));

    private static string Hours(double h) => h < 1.5 ? $"{h * 60:0} min" : $"{Said.Tenth(h)} h";
}
