using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>A cross-section of a stream.</summary>
/// <param name="At">On the centre line.</param>
/// <param name="AlongMm">Length along the centre line from the upper end, mm.</param>
/// <param name="HeadingDeg">Which way it runs, degrees clockwise from the board's right.</param>
/// <param name="BedMm">Lowest ground across, mm over the board.</param>
/// <param name="BedAt">Where that is.</param>
/// <param name="Water">Index of the water that stands there; −1 when it is dry.</param>
/// <param name="LevelMm">Its level, mm; the bed when dry.</param>
/// <param name="WidthMm">Wet width, mm.</param>
/// <param name="SectionMm2">Wet cross-section, mm².</param>
public readonly record struct StreamSection(
    PointMm At, double AlongMm, double HeadingDeg, double BedMm, PointMm BedAt, int Water, double LevelMm, double WidthMm, double SectionMm2)
{
    /// <summary>Mean depth across, mm; 0 when dry.</summary>
    public double MeanDepthMm => WidthMm > 0 ? SectionMm2 / WidthMm : 0;

    /// <summary>Greatest depth across, mm.</summary>
    public double DepthMm => Math.Max(0, LevelMm - BedMm);
}

/// <summary>A stream cut across at equal steps from its upper end to its lower one, along a channel's centre line.</summary>
public static class Thalweg
{
    /// <summary>Cuts a channel across, downstream.</summary>
    /// <param name="field">The finished ground.</param>
    /// <param name="channel">The channel.</param>
    /// <param name="waters">Waters: the mask of the cells each covers and its level, mm.</param>
    /// <param name="stepMm">Distance of two sections, mm, above 0.</param>
    /// <returns>The sections on the board, from the upper end; empty when the channel lies off the board.</returns>
    public static IReadOnlyList<StreamSection> Of(HeightField field, Channel channel, IReadOnlyList<(bool[] Wet, double LevelMm)> waters, double stepMm)
    {
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(channel);
        ArgumentNullException.ThrowIfNull(waters);
        Require.Positive(stepMm, "stepMm");
        var line = channel.CentreLine(stepMm);
        var downstream = channel.BedStartMm >= channel.BedEndMm;
        var widest = channel.Points.Max(p => p.WidthMm);
        var sections = new List<StreamSection>(line.Points.Length);
        for (var k = 0; k < line.Points.Length; k++)
        {
            var i = downstream ? k : line.Points.Length - 1 - k;
            var at = line.Points[i];
            if (field.CellAt(at) < 0) continue;
            PointMm before = line.Points[Math.Max(0, i - 1)], after = line.Points[Math.Min(line.Points.Length - 1, i + 1)];
            double dx = after.XMm - before.XMm, dy = after.YMm - before.YMm, length = Math.Sqrt((dx * dx) + (dy * dy));
            if (length <= 0) continue;
            if (!downstream) (dx, dy) = (-dx, -dy);
            var along = downstream ? line.AlongMm[i] : line.LengthMm - line.AlongMm[i];
            sections.Add(Cut(field, at, along, dx / length, dy / length, waters, widest));
        }

        return sections;
    }

    // Walks out from the centre line to both sides, half a cell at a time, as far as the same water or the bed goes.
    private static StreamSection Cut(HeightField field, PointMm at, double along, double ux, double uy, IReadOnlyList<(bool[] Wet, double LevelMm)> waters, double widestMm)
    {
        var step = field.CellMm / 2;
        var water = WaterNear(field, at, ux, uy, waters, widestMm / 4);
        var level = water >= 0 ? waters[water].LevelMm : double.NaN;
        double bed = double.PositiveInfinity, width = 0, section = 0;
        var bedAt = at;
        foreach (var sign in (ReadOnlySpan<double>)[1, -1])
        {
            var wetYet = false;
            for (var d = sign > 0 ? 0 : step; d <= widestMm * 2; d += step)
            {
                var place = new PointMm(at.XMm - (sign * d * uy), at.YMm + (sign * d * ux));
                var cell = field.CellAt(place);
                if (cell < 0) break;
                var ground = field.HeightsMm[cell];
                if (water >= 0)
                {
                    var wet = waters[water].Wet[cell];
                    if (!wet && (wetYet || d > widestMm / 2)) break;
                    if (!wet) continue;
                    wetYet = true;
                    width += step;
                    section += (level - ground) * step;
                }
                else if (d > widestMm / 3)
                {
                    break;
                }

                if (ground < bed) (bed, bedAt) = (ground, place);
            }
        }

        var heading = Math.Atan2(uy, ux) * 180 / Math.PI;
        if (double.IsPositiveInfinity(bed)) bed = field.HeightsMm[field.CellAt(at)];
        return new StreamSection(at, along, heading, bed, bedAt, water, water >= 0 ? level : bed, width, section);
    }

    // The water on the centre line, or a little beside it where a rock or an island parts it.
    private static int WaterNear(HeightField field, PointMm at, double ux, double uy, IReadOnlyList<(bool[] Wet, double LevelMm)> waters, double reachMm)
    {
        for (var d = 0.0; d <= reachMm; d += field.CellMm)
        {
            foreach (var sign in (ReadOnlySpan<double>)[1, -1])
            {
                var cell = field.CellAt(new PointMm(at.XMm - (sign * d * uy), at.YMm + (sign * d * ux)));
                if (cell < 0) continue;
                // Where one runs down into the next both stand: there it is the lower, however they are listed.
                var lowest = -1;
                for (var w = 0; w < waters.Count; w++)
                {
                    if (waters[w].Wet[cell] && (lowest < 0 || waters[w].LevelMm < waters[lowest].LevelMm)) lowest = w;
                }

                if (lowest >= 0) return lowest;
            }
        }

        return -1;
    }
}
