using InkBasin.Core.Water;

namespace InkBasin.Core.Pours;

/// <summary>One layer of a water.</summary>
/// <param name="FromMm">Its underside, mm over the board.</param>
/// <param name="ToMm">Its surface, mm over the board.</param>
/// <param name="VolumeMl">Resin to pour for it, ml: calibrated, with the make-up for shrinkage.</param>
public sealed record Layer(double FromMm, double ToMm, double VolumeMl)
{
    /// <summary>Rise of the surface, mm; also the layer's greatest depth.</summary>
    public double DepthMm => ToMm - FromMm;
}

/// <summary>What the layers of a water are cut by.</summary>
/// <param name="BedMm">Level the first layer starts at, mm.</param>
/// <param name="WaterlineMm">Level the last one ends at, mm, above the bed.</param>
/// <param name="SafeMm">Greatest rise of one layer, mm, above 0.</param>
/// <param name="Strategy">How it is cut.</param>
/// <param name="SealMm">Depth of the seal pour, mm, above 0 (used by <see cref="LayerStrategy.SealFirst"/>).</param>
/// <param name="ShrinkPercent">Shrinkage in curing or drying, % of the volume, 0…90.</param>
/// <param name="Calibration">Measured over computed volume of this basin, above 0.</param>
public sealed record LayerRequest(
    double BedMm,
    double WaterlineMm,
    double SafeMm,
    LayerStrategy Strategy,
    double SealMm = 2,
    double ShrinkPercent = 0,
    double Calibration = 1);

/// <summary>Cuts a water into layers, none deeper than is safe (models.md §4; readings.md 21–23).</summary>
public static class Layers
{
    /// <summary>More layers than this is no plan.</summary>
    public const int MostLayers = 1000;

    /// <summary>Layers from the bed up. Rises never exceed the safe depth (to 1e-9 of it).</summary>
    /// <param name="storage">The water's stage–storage curve; it must reach the waterline.</param>
    /// <param name="request">What they are cut by.</param>
    /// <exception cref="RefusedException">A number out of range, a waterline not above the bed or above the curve.</exception>
    public static IReadOnlyList<Layer> Cut(StageStorage storage, LayerRequest request)
    {
        ArgumentNullException.ThrowIfNull(storage);
        ArgumentNullException.ThrowIfNull(request);
        return Through(storage, Levels(storage, request), request.ShrinkPercent, request.Calibration);
    }

    /// <summary>Levels z₀ &lt; z₁ &lt; … &lt; z_N of the layers, mm: the bed, then the top of each.</summary>
    /// <param name="storage">The water's stage–storage curve; it must reach the waterline.</param>
    /// <param name="request">What they are cut by.</param>
    /// <exception cref="RefusedException">As <see cref="Cut"/>.</exception>
    public static IReadOnlyList<double> Levels(StageStorage storage, LayerRequest request)
    {
        ArgumentNullException.ThrowIfNull(storage);
        ArgumentNullException.ThrowIfNull(request);
        Require.Finite(request.BedMm, "bedMm");
        Require.Finite(request.WaterlineMm, "waterlineMm");
        Require.Positive(request.SafeMm, "safeMm");
        Require.Known(request.Strategy, "strategy");
        Require.Positive(request.SealMm, "sealMm");
        Require.Within(request.ShrinkPercent, 0, 90, "shrinkPercent");
        Require.Positive(request.Calibration, "calibration");
        double bed = request.BedMm, top = request.WaterlineMm, depth = top - bed;
        if (!(depth > 0)) throw new RefusedException("waterlineMm", "The waterline must lie above the bed.", RefusalKind.Impossible);
        if (top > storage.TopMm + (1e-9 * Math.Max(1, Math.Abs(storage.TopMm))))
            throw new RefusedException("waterlineMm", "The waterline lies above the top of the curve.", RefusalKind.Impossible);

        return request.Strategy switch
        {
            LayerStrategy.Fewest => Fewest(bed, top, request.SafeMm),
            LayerStrategy.EqualDepth => Even(bed, top, Count(depth, request.SafeMm)),
            LayerStrategy.SealFirst => SealFirst(bed, top, request.SafeMm, request.SealMm),
            _ => EqualVolume(storage, bed, top, request.SafeMm),
        };
    }

    /// <summary>Layers between given levels: the ml of each calibrated, with the make-up for shrinkage.</summary>
    /// <param name="storage">The water's stage–storage curve.</param>
    /// <param name="levelsMm">Levels, mm, rising.</param>
    /// <param name="shrinkPercent">Shrinkage, %, 0…90.</param>
    /// <param name="calibration">Measured over computed volume, above 0.</param>
    public static IReadOnlyList<Layer> Through(StageStorage storage, IReadOnlyList<double> levelsMm, double shrinkPercent, double calibration)
    {
        ArgumentNullException.ThrowIfNull(storage);
        ArgumentNullException.ThrowIfNull(levelsMm);
        var makeUp = calibration / (1 - (shrinkPercent / 100));
        var layers = new Layer[levelsMm.Count - 1];
        for (var i = 0; i < layers.Length; i++)
        {
            var volume = (storage.VolumeAt(levelsMm[i + 1]) - storage.VolumeAt(levelsMm[i])) * makeUp;
            layers[i] = new Layer(levelsMm[i], levelsMm[i + 1], volume);
        }

        return layers;
    }

    // N(d) = max(1, ceil(d/safe − 1e-9)): a depth that is a whole number of safe rises must not get one more.
    private static int Count(double depth, double safe)
    {
        var count = Math.Max(1, Math.Ceiling((depth / safe) - 1e-9));
        return count <= MostLayers
            ? (int)count
            : throw new RefusedException("safeMm", $"That would take over {MostLayers} layers: check the safe depth.", RefusalKind.Impossible);
    }

    private static List<double> Fewest(double bed, double top, double safe)
    {
        var count = Count(top - bed, safe);
        var levels = new List<double>(count + 1);
        for (var i = 0; i < count; i++) levels.Add(bed + (i * safe));
        levels.Add(top);
        return levels;
    }

    private static List<double> Even(double bed, double top, int count)
    {
        var levels = new List<double>(count + 1);
        for (var i = 0; i < count; i++) levels.Add(bed + ((top - bed) * i / count));
        levels.Add(top);
        return levels;
    }

    private static List<double> SealFirst(double bed, double top, double safe, double seal)
    {
        var first = Math.Min(Math.Min(seal, safe), top - bed);
        if (first >= top - bed) return [bed, top];
        return [bed, .. Even(bed + first, top, Count(top - bed - first, safe))];
    }

    private static List<double> EqualVolume(StageStorage storage, double bed, double top, double safe)
    {
        double low = storage.VolumeAt(bed), whole = storage.VolumeAt(top) - low;
        for (var count = Count(top - bed, safe); count <= MostLayers; count++)
        {
            var levels = new List<double>(count + 1) { bed };
            for (var i = 1; i < count; i++) levels.Add(storage.LevelFor(low + (whole * i / count)));
            levels.Add(top);
            var safeThroughout = true;
            for (var i = 1; i <= count && safeThroughout; i++) safeThroughout = levels[i] - levels[i - 1] <= safe * (1 + 1e-9);
            if (safeThroughout) return levels;
        }

        throw new RefusedException("strategy", $"Equal volumes would take over {MostLayers} layers here: the bed narrows to almost nothing. Choose equal depth.", RefusalKind.Impossible);
    }
}
