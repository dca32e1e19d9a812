using InkBasin.Core.Stock;

namespace InkBasin.Core.Skins;

/// <summary>Plaster to be mixed, in as many mixes as can each be placed before it goes off (models.md §1a).</summary>
/// <param name="VolumeMl">Wet volume of all, ml.</param>
/// <param name="PowderG">Powder in all, g.</param>
/// <param name="WaterG">Water in all, g (or ml).</param>
/// <param name="Mixes">How many mixes.</param>
/// <param name="EachMl">Wet volume of one, ml.</param>
/// <param name="EachPowderG">Powder in one, g.</param>
/// <param name="EachWaterG">Water in one, g (or ml).</param>
public sealed record PlasterMixes(double VolumeMl, double PowderG, double WaterG, int Mixes, double EachMl, double EachPowderG, double EachWaterG)
{
    /// <summary>Equal mixes: number = volume ÷ (rate of work × working time), rounded up; masses by the wet density and the water's share.</summary>
    /// <param name="volumeMl">Wet volume wanted, ml, ≥ 0.</param>
    /// <param name="plaster">The plaster, checked.</param>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public static PlasterMixes Of(double volumeMl, Plaster plaster)
    {
        ArgumentNullException.ThrowIfNull(plaster);
        Require.NotNegative(volumeMl, "volumeMl");
        plaster.Check("plaster");
        var mass = volumeMl * plaster.WetDensity;
        var powder = mass / (1 + plaster.WaterPerPowder);
        var water = mass - powder;
        var mixes = volumeMl > 0 ? (int)Math.Max(1, Math.Ceiling((volumeMl / (plaster.MlPerMin * plaster.WorkingMin)) - 1e-9)) : 0;
        var share = mixes > 0 ? 1.0 / mixes : 0;
        return new PlasterMixes(volumeMl, powder, water, mixes, volumeMl * share, powder * share, water * share);
    }
}

/// <summary>Texture, glue and wetting spray for an area of ground.</summary>
/// <param name="AreaMm2">True area, mm².</param>
/// <param name="TextureMl">Sand, grit or earth, ml.</param>
/// <param name="GlueMl">White glue, ml.</param>
/// <param name="GlueWaterMl">Water to thin it, ml.</param>
/// <param name="SprayMl">Wetting spray, ml.</param>
public sealed record CoverAmounts(double AreaMm2, double TextureMl, double GlueMl, double GlueWaterMl, double SprayMl)
{
    private const double Mm2PerDm2 = 10_000;

    /// <summary>Amounts by area; the glue mix is split by its parts.</summary>
    /// <param name="areaMm2">True area, mm², ≥ 0.</param>
    /// <param name="cover">How thick and how wet, checked.</param>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public static CoverAmounts Of(double areaMm2, GroundCover cover)
    {
        ArgumentNullException.ThrowIfNull(cover);
        Require.NotNegative(areaMm2, "areaMm2");
        cover.Check("cover");
        var mix = areaMm2 / Mm2PerDm2 * cover.GlueMlPerDm2;
        var glue = mix * cover.GlueParts / (cover.GlueParts + cover.WaterParts);
        return new CoverAmounts(areaMm2, areaMm2 * cover.TextureMm / 1000, glue, mix - glue, areaMm2 / Mm2PerDm2 * cover.SprayMlPerDm2);
    }
}
