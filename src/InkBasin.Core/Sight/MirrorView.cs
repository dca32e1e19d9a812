using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Sight;

/// <summary>What an eye sees of a peak in a water (models.md §10).</summary>
/// <param name="GroundSharePercent">Share of the water that mirrors ground, %.</param>
/// <param name="EyeMm">Level of the eye, mm over the board.</param>
/// <param name="PeakMm">Level of the peak, mm over the board.</param>
/// <param name="DistanceMm">Level distance from the eye to the peak, mm.</param>
/// <param name="ReflectMm">Distance from the eye at which the peak's top is mirrored, mm.</param>
/// <param name="ReflectAt">That place.</param>
/// <param name="WaterFromMm">Where water begins on the line of sight, in front of the peak's own bank, mm from the eye; null when none lies there.</param>
/// <param name="WaterToMm">Where that water ends at the far bank, mm from the eye.</param>
/// <param name="MissingMm">How much farther toward the eye the water would have to reach, mm; 0 when it does.</param>
/// <param name="HiddenAtMm">Where nearer ground stands between the mirrored place and the peak and is mirrored in its stead, mm from the eye; null when none does.</param>
public sealed record MirrorView(
    double GroundSharePercent,
    double EyeMm,
    double PeakMm,
    double DistanceMm,
    double ReflectMm,
    PointMm ReflectAt,
    double? WaterFromMm,
    double? WaterToMm,
    double MissingMm,
    double? HiddenAtMm)
{
    /// <summary>Looks from an eye over a water at a peak.</summary>
    /// <param name="region">The water, not dry.</param>
    /// <param name="eye">Where the eye is; may be off the board.</param>
    /// <param name="eyeMm">Level of the eye, mm, above the waterline.</param>
    /// <param name="peak">The peak, on the board.</param>
    /// <param name="cancel">Stops the look.</param>
    /// <exception cref="RefusedException">Nothing is wet, the eye is not above the water, or the peak is not on the board or not above the water.</exception>
    public static MirrorView Look(WetRegion region, PointMm eye, double eyeMm, PointMm peak, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(region);
        var share = Mirror.Look(region, eye, eyeMm, cancel).GroundSharePercent;
        var field = region.Field;
        peak.Check("peak");
        var at = field.CellAt(peak);
        if (at < 0) throw new RefusedException("peak", "Choose a peak on the board.", RefusalKind.Impossible);
        double top = field.HeightsMm[at], level = region.LevelMm, distance = eye.DistanceMm(peak);
        if (!(top > level)) throw new RefusedException("peak", "Choose ground above the water: that is under it.", RefusalKind.Impossible);
        if (distance < field.CellMm) throw new RefusedException("eye", "The eye stands on the peak: step back.", RefusalKind.Impossible);
        var reflect = Mirror.ReflectingPointMm(eyeMm - level, top - level, distance);
        PointMm Along(double mm) => new(eye.XMm + ((peak.XMm - eye.XMm) * mm / distance), eye.YMm + ((peak.YMm - eye.YMm) * mm / distance));

        // Back from the peak toward the eye: its own bank, the water before it, and the near bank.
        var wet = new bool[field.HeightsMm.Length];
        foreach (var cell in region.Cells) wet[cell] = true;
        bool Wet(double mm) => field.CellAt(Along(mm)) is >= 0 and var cell && wet[cell];
        var step = field.CellMm / 2;
        var to = distance;
        while (to > 0 && !Wet(to)) to -= step;
        var from = to;
        while (from - step > 0 && Wet(from - step)) from -= step;
        double? hidden = null;

        // Dry ground before the water would be dug for the mirror to reach that far: it hides nothing.
        for (var mm = Math.Max(reflect, from) + step; mm < distance - field.CellMm && hidden is null; mm += step)
        {
            var ray = level + ((top - level) * (mm - reflect) / (distance - reflect));
            if (field.CellAt(Along(mm)) is >= 0 and var cell && field.HeightsMm[cell] > ray + 1e-9) hidden = mm;
        }

        var any = to > 0;
        return new MirrorView(
            share, eyeMm, top, distance, reflect, Along(reflect), any ? from : null, any ? to : null, any ? Math.Max(0, from - reflect) : Math.Max(0, distance - reflect), hidden);
    }
}
