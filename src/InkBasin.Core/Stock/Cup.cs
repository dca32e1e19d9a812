using System.Text.Json.Serialization;

namespace InkBasin.Core.Stock;

/// <summary>A mixing cup, inner sizes. It may widen or narrow upward.</summary>
/// <param name="BaseMm">Inner diameter at the base, mm, above 0.</param>
/// <param name="TopMm">Inner diameter at the rim, mm, above 0.</param>
/// <param name="HeightMm">Inner height, mm, above 0.</param>
public sealed record Cup(double BaseMm, double TopMm, double HeightMm)
{
    /// <summary>Most marks of <see cref="RoundMarks"/>.</summary>
    public const int MostMarks = 6;

    private static readonly double[] Rounds = [0.5, 1, 2, 5, 10, 20, 25, 50, 100, 200, 500, 1000, 5000, 20_000, 100_000];

    /// <summary>Refuses a cup that holds nothing.</summary>
    /// <exception cref="RefusedException">A size is not above 0.</exception>
    public void Check(string field)
    {
        Require.Positive(BaseMm, $"{field}.baseMm");
        Require.Positive(TopMm, $"{field}.topMm");
        Require.Positive(HeightMm, $"{field}.heightMm");
    }

    /// <summary>What it holds to the rim, ml.</summary>
    [JsonIgnore]
    public double BrimfulMl => Math.PI * HeightMm * ((BaseMm * BaseMm) + (BaseMm * TopMm) + (TopMm * TopMm)) / 12 / 1000;

    /// <summary>Marks to be drawn on it, at round amounts: at most <see cref="MostMarks"/>, none nearer to the rim than a tenth of its height.</summary>
    public IReadOnlyList<CupMark> RoundMarks()
    {
        const double under = 0.9;
        var most = BrimfulMl;
        var step = Rounds.FirstOrDefault(one => most / one <= MostMarks + 1, Rounds[^1]);
        return [.. Enumerable.Range(1, MostMarks).Select(i => (Ml: i * step, At: MarkMm(i * step))).Where(mark => mark.At <= HeightMm * under).Select(mark => new CupMark(mark.At!.Value, mark.Ml))];
    }

    /// <summary>
    /// Height of the surface of <paramref name="volumeMl"/> in the cup, mm:
    /// h(V) = ((12 s V/π + D₀³)^⅓ − D₀)/s, s = (D₁ − D₀)/H; a straight cup when s = 0 (models.md §5).
    /// Null when it stands above the rim.
    /// </summary>
    public double? MarkMm(double volumeMl)
    {
        var volume = volumeMl * 1000;
        var taper = (TopMm - BaseMm) / HeightMm;
        double mark;
        if (Math.Abs(taper) < 1e-9)
        {
            mark = 4 * volume / (Math.PI * BaseMm * BaseMm);
        }
        else
        {
            var cube = (12 * taper * volume / Math.PI) + (BaseMm * BaseMm * BaseMm);
            if (cube < 0) return null;
            mark = (Math.Cbrt(cube) - BaseMm) / taper;
        }

        return mark <= HeightMm * (1 + 1e-9) ? mark : null;
    }

    /// <summary>Area a volume in it gives heat off by, mm²: base, wetted wall and surface. A volume over the rim counts as brimful.</summary>
    public double WettedAreaMm2(double volumeMl)
    {
        var height = MarkMm(volumeMl) ?? HeightMm;
        var surface = BaseMm + ((TopMm - BaseMm) / HeightMm * height);
        var slant = Math.Sqrt((height * height) + ((surface - BaseMm) * (surface - BaseMm) / 4));
        return Math.PI * ((((BaseMm * BaseMm) + (surface * surface)) / 4) + ((BaseMm + surface) / 2 * slant));
    }
}
