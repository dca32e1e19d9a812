using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Formats.Papers;

/// <summary>
/// The Cut: ground and layers through a water's deepest place. Lengths and heights each to a round scale of their own, written beside it; heights at full size wherever they fit, so that the layers can be held to a stick.
/// </summary>
internal static class CutPicture
{
    private const double WordsMm = 2.6;
    private const double FootMm = 8;
    private const double NamesMm = 32;

    private static readonly double[] Scales = [2, 1, 0.5, 0.4, 0.25, 0.2, 0.1, 0.05, 0.02, 0.01];

    /// <summary>Draws it.</summary>
    /// <param name="cut">The cut.</param>
    /// <param name="topsMm">Tops of the layers, from the bed up, mm over the board.</param>
    /// <param name="widthMm">The width it has.</param>
    /// <param name="mostHeightMm">As high as it may be.</param>
    /// <param name="printed">Whether it stays as large as it is drawn; a page that is as wide as its window says only how heights go to lengths.</param>
    public static Picture Of(WaterCut cut, IReadOnlyList<double> topsMm, double widthMm, double mostHeightMm, bool printed = true)
    {
        double left = cut.Ground[0].AtMm, right = cut.Ground[^1].AtMm, depth = cut.LevelMm - cut.LowestMm;

        // High banks go out of the picture where they would press the water flat: it is the water that is looked at.
        var top = Math.Min(Math.Max(cut.LevelMm + 3, cut.Ground.Max(one => one.HeightMm)), cut.LevelMm + Math.Max(8, depth));
        var bottom = cut.Ground.Min(one => one.HeightMm) - 5;
        double along = Fitting((right - left) / (widthMm - NamesMm)), over = Math.Min(1, Fitting((top - bottom) / (mostHeightMm - FootMm)));
        along = Math.Min(along, over);
        var height = (top - bottom) * over;
        PointMm At(double alongMm, double overMm) => new((alongMm - left) * along, height - ((overMm - bottom) * over));
        List<PointMm> ground = [.. cut.Ground.Select(one => At(one.AtMm, one.HeightMm))];
        List<PictureShape> shapes = [new(Stroke.Ground, [[.. ground, new(ground[^1].XMm, height), new(ground[0].XMm, height)]], true)];
        foreach (var wet in cut.Wet)
        {
            List<(double AtMm, double HeightMm)> bed = [.. cut.Ground.Where(one => one.AtMm > wet.FromMm && one.AtMm < wet.ToMm)];
            if (bed.Count == 0) continue;
            shapes.Add(new(Stroke.Water, [[At(wet.FromMm, cut.LevelMm), .. bed.Select(one => At(one.AtMm, Math.Min(one.HeightMm, cut.LevelMm))), At(wet.ToMm, cut.LevelMm)]], true));
            foreach (var layer in topsMm.SkipLast(1)) shapes.Add(new(Stroke.Layer, [.. Under(bed, layer).Select(one => (IReadOnlyList<PointMm>)[At(one.FromMm, layer), At(one.ToMm, layer)])], false));
            shapes.Add(new(Stroke.Waterline, [[At(wet.FromMm, cut.LevelMm), At(wet.ToMm, cut.LevelMm)]], false));
        }

        shapes.Add(new(Stroke.GroundLine, [ground], false));
        var bar = new[] { 200.0, 100, 50, 20, 10, 5 }.First(one => one * along <= 60 || one == 5);
        shapes.Add(new(Stroke.Measure, [[new(0, height + 2.5), new(0, height + 3.5), new(bar * along, height + 3.5), new(bar * along, height + 2.5)]], false));
        List<PictureWords> words =
        [
            new(
                new PointMm((bar * along) + 2, height + 3.5),
                FormattableString.Invariant($"{bar:0} mm; {(printed ? $"lengths {Ratio(along)}, heights {Ratio(over)}" : Against(over / along))}; cut {(cut.AlongBoard ? "along" : "across")} the board, {cut.AtMm:0} mm from its {(cut.AlongBoard ? "back" : "left")}"),
                WordsMm,
                -1),
        ];
        Names(cut, topsMm, (right - left) * along, level => At(0, level).YMm, shapes, words);
        return new Picture(widthMm, height + FootMm, shapes, words);
    }

    private static double Fitting(double mmPerMm) => Scales.FirstOrDefault(one => mmPerMm <= 1 / one, Scales[^1]);

    // Where the bed lies under a level.
    private static IEnumerable<WetStretch> Under(List<(double AtMm, double HeightMm)> bed, double levelMm)
    {
        for (var i = 0; i < bed.Count; i++)
        {
            if (bed[i].HeightMm >= levelMm) continue;
            var from = i;
            while (i + 1 < bed.Count && bed[i + 1].HeightMm < levelMm) i++;
            if (i > from) yield return new WetStretch(bed[from].AtMm, bed[i].AtMm);
        }
    }

    // Each layer's top beside the cut, over the lowest bed.
    private static void Names(WaterCut cut, IReadOnlyList<double> topsMm, double rightMm, Func<double, double> y, List<PictureShape> shapes, List<PictureWords> words)
    {
        var x = rightMm + 3;
        shapes.Add(new(Stroke.Measure, [[new(x, y(cut.LowestMm)), new(x, y(cut.LevelMm))], [new(x - 1, y(cut.LowestMm)), new(x + 1, y(cut.LowestMm))]], false));
        var free = double.NegativeInfinity;
        foreach (var (i, top) in topsMm.Index().Reverse())
        {
            shapes.Add(new(i == topsMm.Count - 1 ? Stroke.Waterline : Stroke.Layer, [[new(x - 1, y(top)), new(x + 1, y(top))]], false));

            // Thin layers' names would lie on each other: the uppermost speaks.
            if (y(top) < free) continue;
            words.Add(new(new PointMm(x + 2, y(top)), FormattableString.Invariant($"{i + 1}: {top - cut.LowestMm:0.0} mm deep"), WordsMm * 0.9, -1));
            free = y(top) + WordsMm;
        }
    }

    private static string Against(double times) => times == 1 ? "heights as lengths" : FormattableString.Invariant($"heights {times:0.#} times as large as lengths");

    private static string Ratio(double scale) => scale == 1 ? "full size" : scale > 1 ? FormattableString.Invariant($"{scale:0.#} to 1") : FormattableString.Invariant($"1 to {1 / scale:0.#}");
}
