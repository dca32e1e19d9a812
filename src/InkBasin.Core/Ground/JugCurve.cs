namespace InkBasin.Core.Ground;

/// <summary>A jug mark: so much liquid came up to here.</summary>
/// <param name="HeightMm">Height of the surface over the deepest point, mm, above 0.</param>
/// <param name="VolumeMl">What had been poured in by then, ml, above 0.</param>
public readonly record struct JugMark(double HeightMm, double VolumeMl);

/// <summary>
/// The stage–storage curve of a bed that exists, from its shore, its depth and a few jug marks (models.md §2; readings.md P5–P7). Of all curves whose area
/// never falls with height, is the shore's at the waterline and whose volumes meet the marks, the smoothest: least squared second difference of the area over height,
/// a quadratic programme with increments ≥ 0 (Lawson &amp; Hanson 1974, non-negative least squares).
/// </summary>
public sealed class JugCurve
{
    /// <summary>So many marks are taken at most.</summary>
    public const int MostMarks = 6;

    /// <summary>How finely a surface is read off at a bank, mm.</summary>
    public const double ReadingMm = 0.25;

    private const int Steps = 72;

    // Marks and shore bind this much harder than smoothness: the curve meets them to a few thousandths of a percent.
    private const double Binding = 300;

    private readonly double[] _areaMm2;
    private readonly double[] _volumeMl;

    private JugCurve(double deepestMm, double[] areaMm2, double bandMl)
    {
        (DeepestMm, _areaMm2, BandMl) = (deepestMm, areaMm2, bandMl);
        _volumeMl = new double[areaMm2.Length];
        for (var k = 1; k < areaMm2.Length; k++) _volumeMl[k] = _volumeMl[k - 1] + ((areaMm2[k - 1] + areaMm2[k]) / 2 * StepMm / 1000);
    }

    /// <summary>Height of the waterline over the deepest point, mm.</summary>
    public double DeepestMm { get; }

    /// <summary>Volume to the waterline, ml.</summary>
    public double TotalMl => _volumeMl[^1];

    /// <summary>Half of what the total may be off by, ml: from the flattest to the steepest curve that meets the marks to a reading.</summary>
    public double BandMl { get; }

    private double StepMm => DeepestMm / (_areaMm2.Length - 1);

    /// <summary>Fits it.</summary>
    /// <param name="shoreMm2">Area of the water at its waterline, mm², above 0.</param>
    /// <param name="deepestMm">Waterline over the deepest point, mm, above 0.</param>
    /// <param name="marks">One to six marks, rising in both numbers, none over the waterline.</param>
    /// <param name="cancel">Looked at now and then.</param>
    /// <exception cref="RefusedException">No water stands so.</exception>
    public static JugCurve Of(double shoreMm2, double deepestMm, IReadOnlyList<JugMark> marks, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(marks);
        Check(shoreMm2, deepestMm, marks, "");
        return new JugCurve(deepestMm, Smoothest(shoreMm2, deepestMm, marks, cancel), Band(shoreMm2, deepestMm, marks));
    }

    /// <summary>Refuses marks no water leaves.</summary>
    /// <param name="shoreMm2">Area of the water at its waterline, mm².</param>
    /// <param name="deepestMm">Waterline over the deepest point, mm.</param>
    /// <param name="marks">The marks.</param>
    /// <param name="at">Path they stand under in the request, with its dot.</param>
    /// <exception cref="RefusedException">None, too many, not rising, over the waterline, or more than the shore can hold.</exception>
    public static void Check(double shoreMm2, double deepestMm, IReadOnlyList<JugMark> marks, string at)
    {
        ArgumentNullException.ThrowIfNull(marks);
        Require.Positive(shoreMm2, $"{at}outline");
        Require.Positive(deepestMm, $"{at}deepestMm");
        if (marks.Count is 0 or > MostMarks) throw new RefusedException($"{at}marks", $"Give one to {MostMarks} jug marks.");
        for (var i = 0; i < marks.Count; i++)
        {
            var (height, volume) = marks[i];
            var (under, before) = i > 0 ? (marks[i - 1].HeightMm, marks[i - 1].VolumeMl) : (0, 0);
            Require.Positive(height, $"{at}marks[{i}].heightMm");
            Require.Positive(volume, $"{at}marks[{i}].volumeMl");
            if (!(height > under)) throw new RefusedException($"{at}marks[{i}].heightMm", "Each mark must stand higher than the one before it.", RefusalKind.Impossible);
            if (!(volume > before)) throw new RefusedException($"{at}marks[{i}].volumeMl", "A higher mark must hold more than the one before it.", RefusalKind.Impossible);
            if (height > deepestMm * (1 + 1e-9)) throw new RefusedException($"{at}marks[{i}].heightMm", "That mark stands over the waterline.", RefusalKind.Impossible);
            if (volume - before > shoreMm2 * (height - under) / 1000 * 1.0001)
                throw new RefusedException($"{at}marks[{i}].volumeMl", "That is more than a bed straight down from the shore could hold: check the jug, the mark or the outline.", RefusalKind.Impossible);
        }
    }

    /// <summary>Area within an outline, mm² (even-odd; a repeated closing corner does no harm).</summary>
    /// <exception cref="RefusedException">It has fewer than three corners, or encloses nothing.</exception>
    public static double AreaOf(IReadOnlyList<PointMm> outline)
    {
        ArgumentNullException.ThrowIfNull(outline);
        for (var i = 0; i < outline.Count; i++) outline[i].Check($"outline[{i}]");
        if (outline.Count < 3) throw new RefusedException("outline", "The shore needs at least three corners.");
        var area = Math.Abs(Rings.AreaMm2([.. outline]));
        return area >= 1e-6 ? area : throw new RefusedException("outline", "The shore encloses nothing.", RefusalKind.Impossible);
    }

    /// <summary>Volume up to a height over the deepest point, ml; over the waterline the shore carried upright.</summary>
    public double VolumeAt(double heightMm)
    {
        if (heightMm <= 0) return 0;
        var place = heightMm / StepMm;
        var k = Math.Min(_areaMm2.Length - 2, (int)place);
        var over = heightMm - (k * StepMm);
        if (heightMm >= DeepestMm) return TotalMl + (_areaMm2[^1] * (heightMm - DeepestMm) / 1000);
        return _volumeMl[k] + (((_areaMm2[k] * over) + ((_areaMm2[k + 1] - _areaMm2[k]) * over * over / (2 * StepMm))) / 1000);
    }

    /// <summary>Area at a height over the deepest point, mm².</summary>
    public double AreaAt(double heightMm)
    {
        var place = Math.Clamp(heightMm / StepMm, 0, _areaMm2.Length - 1);
        var k = Math.Min(_areaMm2.Length - 2, (int)place);
        return _areaMm2[k] + ((_areaMm2[k + 1] - _areaMm2[k]) * (place - k));
    }

    /// <summary>The lowest height at which the water is so large, mm over the deepest point.</summary>
    public double HeightFor(double areaMm2)
    {
        if (areaMm2 <= _areaMm2[0]) return 0;
        for (var k = 1; k < _areaMm2.Length; k++)
        {
            if (_areaMm2[k] >= areaMm2) return (k - 1 + ((areaMm2 - _areaMm2[k - 1]) / (_areaMm2[k] - _areaMm2[k - 1]))) * StepMm;
        }

        return DeepestMm;
    }

    // Unknown are the area at the deepest point and its increments, as shares of the shore's: none is negative.
    private static double[] Smoothest(double shoreMm2, double deepestMm, IReadOnlyList<JugMark> marks, CancellationToken cancel)
    {
        var unknowns = Steps + 1;
        var rows = new List<double[]>(Steps + marks.Count + 1);
        var wanted = new List<double>();
        for (var k = 1; k < Steps; k++)
        {
            var bend = new double[unknowns];
            (bend[k + 1], bend[k]) = (Steps, -Steps);
            rows.Add(bend);
            wanted.Add(0);
        }

        // The shore.
        rows.Add([.. Enumerable.Repeat(Binding * Steps, unknowns)]);
        wanted.Add(Binding * Steps);
        foreach (var (height, volume) in marks)
        {
            // What each unknown adds to the mean area under the mark: an increment counts from the middle of its own step on.
            var row = new double[unknowns];
            var up = Math.Min(Steps, height / deepestMm * Steps);
            row[0] = 1;
            for (var j = 1; j <= Steps; j++)
            {
                var above = up - (j - 1);
                row[j] = above <= 0 ? 0 : (above < 1 ? above * above / 2 : above - 0.5) / up;
            }

            // Weighed by what a hundredth of the mark is, so that a small one binds as hard as a large.
            var share = volume * 1000 / (shoreMm2 * height);
            var weight = Binding * Steps / Math.Max(share, 0.02);
            rows.Add([.. row.Select(value => value * weight)]);
            wanted.Add(share * weight);
        }

        var found = NonNegativeLeastSquares.Solve(rows, wanted, cancel);
        var area = new double[Steps + 1];
        double sum = 0;
        for (var k = 0; k <= Steps; k++) area[k] = (sum += found[k]) * shoreMm2;

        // The shore is known exactly.
        var scale = shoreMm2 / area[^1];
        for (var k = 0; k <= Steps; k++) area[k] *= scale;
        return area;
    }

    // Over the last mark the bed may at once be as wide as the shore, or stay as narrow as it was on the way there.
    private static double Band(double shoreMm2, double deepestMm, IReadOnlyList<JugMark> marks)
    {
        var last = marks[^1];
        var (under, before) = marks.Count > 1 ? (marks[^2].HeightMm, marks[^2].VolumeMl) : (0, 0);
        var narrow = Math.Min(shoreMm2, (last.VolumeMl - before) * 1000 / (last.HeightMm - under + (2 * ReadingMm)));
        double most = shoreMm2 * (deepestMm - last.HeightMm + ReadingMm), least = narrow * (deepestMm - last.HeightMm - ReadingMm);
        return (most - least) / 2000;
    }
}
