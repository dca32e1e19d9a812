namespace InkBasin.Core.Water;

/// <summary>A volume with how well it is known.</summary>
/// <param name="ExpectedMl">What is expected, ml.</param>
/// <param name="DeviationMl">Its standard deviation, ml.</param>
/// <param name="LowMl">It is over this in 39 cases of 40, ml, ≥ 0.</param>
/// <param name="HighMl">It is under this in 39 cases of 40, ml.</param>
/// <param name="SureMl">It is enough in 19 cases of 20: mix this much to be 95 % sure, ml.</param>
public sealed record VolumeRange(double ExpectedMl, double DeviationMl, double LowMl, double HighMl, double SureMl)
{
    /// <summary>A waterline is read and marked to about so much, mm.</summary>
    public const double ReadToMm = 0.25;

    /// <summary>A bed carved by hand after a drawing lies off it by about so much as a whole, mm: a rule of the bench, gone once it is measured.</summary>
    public const double CarvedToMm = 0.6;

    /// <summary>A jug is read to about this share of what is in it.</summary>
    public const double JugShare = 0.01;

    /// <summary>And to no less than this, ml.</summary>
    public const double JugMl = 1;

    private const double TwoSided = 1.959964;
    private const double OneSided = 1.644854;

    /// <summary>Adds up what is not known: independent errors, so by their squares.</summary>
    /// <param name="expectedMl">What is expected, calibrated and less what is displaced, ml.</param>
    /// <param name="areaMm2">Wet area, mm².</param>
    /// <param name="bedMm">How far the mean bed may lie off the plan, mm; 0 when the water itself was measured.</param>
    /// <param name="soundingsMl">Band of the soundings, ml; 0 without.</param>
    /// <param name="measuredMl">What a water test measured, ml; null without one.</param>
    public static VolumeRange Of(double expectedMl, double areaMm2, double bedMm, double soundingsMl, double? measuredMl)
    {
        double reading = areaMm2 * ReadToMm / 1000, bed = areaMm2 * bedMm / 1000;
        var jug = measuredMl is { } ml ? Math.Max(JugMl, ml * JugShare) : 0;
        var deviation = Math.Sqrt((reading * reading) + (bed * bed) + (soundingsMl * soundingsMl) + (jug * jug));
        return new VolumeRange(
            expectedMl,
            deviation,
            Math.Max(0, expectedMl - (TwoSided * deviation)),
            expectedMl + (TwoSided * deviation),
            expectedMl + (OneSided * deviation));
    }

    /// <summary>
    /// How rough a bed is, mm: the root mean square of each cell's height over the mean of its four neighbours', all wet, less what such a mean itself
    /// wanders (its variance is a quarter of one cell's).
    /// </summary>
    public static double RoughnessMm(WetRegion region)
    {
        ArgumentNullException.ThrowIfNull(region);
        var field = region.Field;
        var h = field.HeightsMm;
        double squares = 0;
        var count = 0;
        foreach (var cell in region.Cells)
        {
            int row = cell / field.Columns, column = cell - (row * field.Columns);
            if (row == 0 || column == 0 || row == field.Rows - 1 || column == field.Columns - 1) continue;
            // A bank beside it is no roughness of the bed.
            if (Math.Max(Math.Max(h[cell - 1], h[cell + 1]), Math.Max(h[cell - field.Columns], h[cell + field.Columns])) >= region.LevelMm) continue;
            var off = h[cell] - ((h[cell - 1] + h[cell + 1] + h[cell - field.Columns] + h[cell + field.Columns]) / 4);
            squares += off * off;
            count++;
        }

        return count > 0 ? Math.Sqrt(squares / count * 0.8) : 0;
    }
}
