using InkBasin.Core.Ground;

namespace InkBasin.Core.Stock;

/// <summary>A mark on a cup that worked: so many ml came up to here.</summary>
/// <param name="HeightMm">Over the inner base, mm, above 0.</param>
/// <param name="VolumeMl">How much is in it there, ml, above 0.</param>
public sealed record CupMark(double HeightMm, double VolumeMl);

/// <summary>A cup as its marks show it.</summary>
/// <param name="Cup">Its inner sizes.</param>
/// <param name="BrimfulMl">What it holds to the rim, ml.</param>
/// <param name="WorstOffPercent">How far it misses the worst of its marks, %.</param>
public sealed record MarkedCup(Cup Cup, double BrimfulMl, double WorstOffPercent)
{
    /// <summary>No more marks than this are read.</summary>
    public const int MostMarks = 20;

    /// <summary>Marks a round cup misses by more are of another cup, or misread, %.</summary>
    public const double MostOffPercent = 5;

    private const double LeastMm = 1;
    private const double MostMm = 1000;

    /// <summary>
    /// The round cup, straight or tapered, that fits the marks best by shares of their ml: one mark makes it straight, two just fit, more are fitted by
    /// least squares (Levenberg 1944, Marquardt 1963) over the diameters at the base and at the highest mark.
    /// </summary>
    /// <param name="marks">1…20 marks, in any order, rising in both.</param>
    /// <param name="heightMm">Inner height to the rim, mm; no mark stands over it.</param>
    /// <exception cref="RefusedException">They are of no round cup.</exception>
    public static MarkedCup Of(IReadOnlyList<CupMark> marks, double heightMm)
    {
        List<CupMark> rising = [.. Require.Present(marks, "marks").Select((mark, i) => Checked(mark, i)).OrderBy(mark => mark.HeightMm)];
        Require.Within(heightMm, LeastMm, MostMm, "heightMm");
        if (rising.Count is 0 or > MostMarks) throw new RefusedException("marks", $"Give 1 to {MostMarks} marks.");
        foreach (var (low, high) in rising.Zip(rising.Skip(1)))
        {
            if (high.HeightMm <= low.HeightMm || high.VolumeMl <= low.VolumeMl)
                throw new RefusedException("marks", $"{Said.Short(high.VolumeMl)} ml at {Said.Tenth(high.HeightMm)} mm and {Said.Short(low.VolumeMl)} ml at {Said.Tenth(low.HeightMm)} mm: a higher mark holds more.", RefusalKind.Impossible);
        }

        var top = rising[^1].HeightMm;
        if (top > heightMm) throw new RefusedException("heightMm", $"A mark stands at {Said.Tenth(top)} mm, over the rim at {Said.Tenth(heightMm)} mm.", RefusalKind.Impossible);
        var mean = Math.Sqrt(4000 * rising[^1].VolumeMl / (Math.PI * top));
        var (atBase, atTop) = rising.Count == 1 ? (mean, mean) : Fitted(rising, top, mean);
        var cup = new Cup(atBase, atBase + ((atTop - atBase) * heightMm / top), heightMm);
        var off = rising.Max(mark => Math.Abs((VolumeMl(atBase, atTop, top, mark.HeightMm) / mark.VolumeMl) - 1)) * 100;
        if (off > MostOffPercent)
            throw new RefusedException("marks", $"No round cup comes nearer to these marks than {off:0} %: measure the worst again, or take its sizes with a rule.", RefusalKind.Impossible);
        if (cup.BaseMm is < LeastMm or > MostMm || cup.TopMm is < LeastMm or > MostMm)
            throw new RefusedException("marks", $"That would be a cup {cup.BaseMm:0} mm across its base and {cup.TopMm:0} at its rim: check the marks and their units.", RefusalKind.Impossible);
        return new MarkedCup(cup, cup.BrimfulMl, off);
    }

    private static CupMark Checked(CupMark? mark, int i)
    {
        Require.Present(mark, $"marks[{i}]");
        Require.Within(mark!.HeightMm, 0.1, MostMm, $"marks[{i}].heightMm");
        Require.Within(mark.VolumeMl, 0.01, 1e6, $"marks[{i}].volumeMl");
        return mark;
    }

    private static double VolumeMl(double atBase, double atTop, double topMm, double heightMm)
    {
        var here = atBase + ((atTop - atBase) * heightMm / topMm);
        return Math.PI * heightMm * ((atBase * atBase) + (atBase * here) + (here * here)) / 12_000;
    }

    // Residuals are shares of each mark's ml, so that a small mark counts as a large one.
    private static (double AtBase, double AtTop) Fitted(List<CupMark> marks, double top, double mean)
    {
        double[] sides = [mean, mean];
        BoundedLeastSquares.Descend(
            (x, r) =>
            {
                for (var i = 0; i < r.Length; i++) r[i] = (VolumeMl(x[0], x[1], top, marks[i].HeightMm) / marks[i].VolumeMl) - 1;
            },
            marks.Count,
            sides,
            [1e-6, 1e-6],
            [Require.Greatest, Require.Greatest]);
        return (sides[0], sides[1]);
    }
}
