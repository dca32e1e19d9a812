using InkBasin.Core.Ground;
using InkBasin.Core.Stock;
using NetTopologySuite.Geometries;

namespace InkBasin.Core.Foam;

/// <summary>
/// Pins that line a stack up. Each piece wants two, well apart and clear of its edge; pins of the pieces above it go through it and
/// count, since a sheet lies wholly on the one below.
/// </summary>
internal static class Pinning
{
    private const double FarEnoughMm = 40;
    private static readonly double[] ClearancesMm = [10, 6, 3, 1.5];

    /// <summary>Pins of a stack, uppermost first.</summary>
    public static IReadOnlyList<Pin> Of(IReadOnlyList<FoamLayer> layers)
    {
        var pins = new List<(PointMm At, int Top)>();
        foreach (var layer in layers.Reverse())
        {
            foreach (var piece in layer.Pieces)
            {
                var polygon = FoamCut.PolygonOf(piece);
                var held = pins.Where(pin => polygon.Contains(polygon.Factory.CreatePoint(new Coordinate(pin.At.XMm, pin.At.YMm)))).Select(pin => pin.At).ToList();
                if (held.Count >= 2 && FarthestApart(held) is var (a, b) && a.DistanceMm(b) >= FarEnoughMm) continue;
                pins.AddRange(Chosen(polygon, held).Select(at => (at, layer.Number)));
            }
        }

        return [.. pins.Select((pin, i) => new Pin(FoamCut.Letter(i).ToUpperInvariant(), pin.At, pin.Top))];
    }

    // The two places farthest apart that keep clear of the edge; one alone where the piece is a speck, none where it is a sliver.
    private static IEnumerable<PointMm> Chosen(Polygon piece, List<PointMm> held)
    {
        foreach (var clearance in ClearancesMm)
        {
            var inner = piece.Buffer(-clearance);
            if (inner.IsEmpty) continue;
            var places = inner.Coordinates.Select(c => new PointMm(Math.Round(c.X, 1), Math.Round(c.Y, 1))).Distinct().ToList();
            var step = Math.Max(1, places.Count / 200);
            places = [.. places.Where((_, i) => i % step == 0)];
            if (held.Count > 0) return [places.MaxBy(place => held.Min(pin => pin.DistanceMm(place)))];
            var (a, b) = FarthestApart(places);
            return a.DistanceMm(b) >= 5 ? [a, b] : [a];
        }

        return [];
    }

    private static (PointMm A, PointMm B) FarthestApart(List<PointMm> places)
    {
        (PointMm A, PointMm B) best = (places[0], places[0]);
        for (var i = 0; i < places.Count; i++)
        {
            for (var j = i + 1; j < places.Count; j++)
            {
                if (places[i].DistanceSquared(places[j]) > best.A.DistanceSquared(best.B)) best = (places[i], places[j]);
            }
        }

        return best;
    }
}
