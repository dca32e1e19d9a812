namespace InkBasin.Core.Ground;

/// <summary>A depth measured with a stick, mm under the waterline, ≥ 0.</summary>
public readonly record struct Sounding(PointMm Place, double DepthMm);

/// <summary>A bed that exists, from its shore and measured depths.</summary>
/// <param name="Bed">Heights = −depth, 0 outside the shore; the grid starts at (0, 0), so that positions carry over.</param>
/// <param name="VolumeMl">Volume under the waterline, ml.</param>
/// <param name="RmseMm">Root mean square of the errors when each sounding in turn is left out, mm.</param>
/// <param name="BandMl">Half-width of the volume's band, ml: RMSE · area / √(number of soundings).</param>
public sealed record SoundedBed(HeightField Bed, double VolumeMl, double RmseMm, double BandMl);

/// <summary>Soundings to a bed by a thin-plate spline, depth 0 along the shore (models.md §2; readings.md 24–26).</summary>
public static class Soundings
{
    private const double SamePlaceMm = 0.01;
    private const int MostPoints = 1500;
    private const double MostEvaluations = 4e8;

    /// <param name="outline">The shore, at least three corners; a repeated closing corner is dropped.</param>
    /// <param name="soundings">At least one.</param>
    /// <param name="cellMm">Side of the grid's cells, mm.</param>
    /// <param name="smoothing">See <see cref="ThinPlateSpline.Fit"/>.</param>
    /// <exception cref="RefusedException">Too few corners or soundings, a negative depth, a sounding ashore, too fine a grid.</exception>
    public static SoundedBed ToBed(IReadOnlyList<PointMm> outline, IReadOnlyList<Sounding> soundings, double cellMm = 2, double smoothing = 0)
    {
        ArgumentNullException.ThrowIfNull(outline);
        ArgumentNullException.ThrowIfNull(soundings);
        Require.Positive(cellMm, "cellMm");
        Require.NotNegative(smoothing, "smoothing");
        var shore = Shore(outline, "");
        var spline = Fit(shore, soundings, smoothing);
        var (columns, rows) = GridSize(shore, cellMm, spline.LeftOutErrors.Count);
        var heights = new double[columns * rows];
        double depthSum = 0;
        var wet = 0;
        for (var cell = 0; cell < heights.Length; cell++)
        {
            double x = ((cell % columns) + 0.5) * cellMm, y = ((cell / columns) + 0.5) * cellMm;
            if (!Rings.Contains(shore, x, y)) continue;
            var depth = Math.Max(0, spline.At(x, y));
            heights[cell] = -depth;
            depthSum += depth;
            wet++;
        }

        var area = wet * cellMm * cellMm;
        var errors = spline.LeftOutErrors.Skip(shore.Length).ToList();
        var rmse = errors.Count > 0 ? Math.Sqrt(errors.Sum(e => e * e) / errors.Count) : 0;
        return new SoundedBed(
            new HeightField(columns, rows, cellMm, heights),
            depthSum * cellMm * cellMm / 1000,
            rmse,
            errors.Count > 0 ? rmse * area / Math.Sqrt(errors.Count) / 1000 : 0);
    }

    /// <summary>Refuses depths no bed can be made of.</summary>
    /// <param name="outline">The shore.</param>
    /// <param name="soundings">The depths.</param>
    /// <param name="field">Path of the thing they belong to in the request, for the refusal.</param>
    /// <exception cref="RefusedException">Too few corners or soundings, a negative depth, a sounding ashore.</exception>
    public static void Check(IReadOnlyList<PointMm> outline, IReadOnlyList<Sounding> soundings, string field)
    {
        ArgumentNullException.ThrowIfNull(outline);
        ArgumentNullException.ThrowIfNull(soundings);
        Merged(soundings, Shore(outline, $"{field}."), $"{field}.");
    }

    /// <summary>The spline of depths: 0 at the shore's points, the depths measured elsewhere.</summary>
    /// <exception cref="RefusedException">As <see cref="ToBed"/>.</exception>
    public static ThinPlateSpline Fit(IReadOnlyList<PointMm> shore, IReadOnlyList<Sounding> soundings, double smoothing)
    {
        ArgumentNullException.ThrowIfNull(soundings);
        var ring = Shore(shore, "");
        var (places, depths) = Merged(soundings, ring, "");
        if (ring.Length + places.Count > MostPoints)
            throw new RefusedException("soundings", $"Keep shore and soundings to {MostPoints} points together.", RefusalKind.Impossible);
        return ThinPlateSpline.Fit([.. ring, .. places], [.. ring.Select(_ => 0.0), .. depths], smoothing);
    }

    private static PointMm[] Shore(IReadOnlyList<PointMm> outline, string at)
    {
        var shore = new List<PointMm>();
        for (var i = 0; i < outline.Count; i++)
        {
            outline[i].Check($"{at}outline[{i}]");
            if (outline[i].XMm < 0 || outline[i].YMm < 0)
                throw new RefusedException($"{at}outline[{i}]", "The shore must lie right of and in front of the corner (0, 0).", RefusalKind.Impossible);
            if (shore.TrueForAll(p => p.DistanceMm(outline[i]) >= SamePlaceMm)) shore.Add(outline[i]);
        }

        if (shore.Count < 3) throw new RefusedException($"{at}outline", "The shore needs at least three corners.");
        PointMm[] ring = [.. shore];
        if (Rings.AreaMm2(ring) < 1e-6) throw new RefusedException($"{at}outline", "The shore encloses nothing.", RefusalKind.Impossible);
        return ring;
    }

    // Depths at one place are averaged; a depth on the shore yields to the shore.
    private static (List<PointMm> Places, List<double> Depths) Merged(IReadOnlyList<Sounding> soundings, PointMm[] shore, string at)
    {
        if (soundings.Count == 0) throw new RefusedException($"{at}soundings", "Measure at least one depth.");
        var groups = new List<(PointMm Place, double Sum, int Count)>();
        for (var i = 0; i < soundings.Count; i++)
        {
            var (place, depth) = soundings[i];
            place.Check($"{at}soundings[{i}]");
            Require.NotNegative(depth, $"{at}soundings[{i}].depthMm");
            if (Array.Exists(shore, p => p.DistanceMm(place) < SamePlaceMm)) continue;
            if (!Rings.Contains(shore, place.XMm, place.YMm) && Rings.DistanceMm(shore, place.XMm, place.YMm) > 1)
                throw new RefusedException($"{at}soundings[{i}]", "That sounding lies ashore: measure inside the outline.", RefusalKind.Impossible);
            var known = groups.FindIndex(group => group.Place.DistanceMm(place) < SamePlaceMm);
            if (known < 0) groups.Add((place, depth, 1));
            else groups[known] = (groups[known].Place, groups[known].Sum + depth, groups[known].Count + 1);
        }

        return ([.. groups.Select(group => group.Place)], [.. groups.Select(group => group.Sum / group.Count)]);
    }

    private static (int Columns, int Rows) GridSize(PointMm[] shore, double cellMm, int points)
    {
        double columns = Math.Max(1, Math.Ceiling(shore.Max(p => p.XMm) / cellMm)), rows = Math.Max(1, Math.Ceiling(shore.Max(p => p.YMm) / cellMm));
        if (columns * rows > HeightField.MaxCells || columns * rows * points > MostEvaluations)
            throw new RefusedException("cellMm", "That makes too fine a grid: use a larger cell.", RefusalKind.Impossible);
        return ((int)columns, (int)rows);
    }
}
