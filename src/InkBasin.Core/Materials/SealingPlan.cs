using InkBasin.Core.Drying;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Materials;

/// <summary>What keeps resin in: sealer on all that will be under water, sealant along the dams, glue at their feet; how much, and how long each needs before resin meets it.</summary>
/// <param name="SealerMl">Sealer in all its coats, ml.</param>
/// <param name="SealerDryH">Hours from its first coat until resin may meet it.</param>
/// <param name="SealantMl">Sealant along the seams, ml.</param>
/// <param name="SealantCureH">Hours until it is through, from its depth.</param>
/// <param name="GlueMl">Glue under the dams' panels, ml.</param>
/// <param name="GlueDryH">Hours until it holds.</param>
/// <param name="WaitH">The longest of them that is used, h: done in one go, resin may come this long after.</param>
/// <param name="Working">How it came about.</param>
public sealed record SealingPlan(double SealerMl, double SealerDryH, double SealantMl, double SealantCureH, double GlueMl, double GlueDryH, double WaitH, Working Working)
{
    /// <summary>Sealant cures from its skin inward, about so far in the first day; twice as deep takes four times as long (rule of the bench).</summary>
    public const double SealantMmInADay = 3;

    private const double Mm2PerDm2 = 10_000;

    /// <summary>Reckons it.</summary>
    /// <param name="bedMm2">True area that will be under water, mm², ≥ 0.</param>
    /// <param name="seamMm">Seams of the dams, mm, ≥ 0.</param>
    /// <param name="sealing">What is used, checked.</param>
    /// <param name="room">The air: what dries by its water goes by how much the air still takes.</param>
    public static SealingPlan Of(double bedMm2, double seamMm, Sealing sealing, Room room)
    {
        ArgumentNullException.ThrowIfNull(sealing);
        ArgumentNullException.ThrowIfNull(room);
        var slower = new Room().VapourPressureDeficitPa / room.VapourPressureDeficitPa;
        var sealer = bedMm2 / Mm2PerDm2 * sealing.SealerMlPerDm2 * sealing.SealerCoats;
        var sealerH = bedMm2 > 0 ? sealing.SealerCoats * sealing.SealerCoatH * slower : 0;

        // A bead smoothed into the corner: half a square of its width.
        var sealant = seamMm * sealing.BeadMm * sealing.BeadMm / 2 / 1000;
        var deep = sealing.BeadMm / Math.Sqrt(2);
        var sealantH = seamMm > 0 ? 24 * Math.Pow(deep / SealantMmInADay, 2) : 0;
        var glue = seamMm * sealing.GlueMlPerM / 1000;
        var glueH = seamMm > 0 ? sealing.GlueH * slower : 0;
        return new SealingPlan(sealer, sealerH, sealant, sealantH, glue, glueH, Math.Max(sealerH, Math.Max(sealantH, glueH)), new Working(
            "Sealer, sealant and glue",
            [
                new("bed under water, true area", bedMm2, "mm²"),
                new("sealer a coat", sealing.SealerMlPerDm2, "ml/dm²"),
                new("coats", sealing.SealerCoats, ""),
                new("a coat dries in a usual room", sealing.SealerCoatH, "h"),
                new("seams of the dams", seamMm, "mm"),
                new("bead across", sealing.BeadMm, "mm"),
                new("glue", sealing.GlueMlPerM, "ml/m"),
                new("glue holds in a usual room", sealing.GlueH, "h"),
                new("longer by this air", slower, "×"),
            ],
            $"Sealer: area × coats. Sealant: seam × half the square of its bead; it cures from the skin inward, {SealantMmInADay:0} mm in a day and by the square of its depth. Glue: seam × what a metre takes. What gives off water takes longer as the air takes less.",
            "your own settings; the products’ labels come first"));
    }
}
