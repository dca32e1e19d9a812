using System.Text.Json.Serialization;

namespace InkBasin.Core.Resin;

/// <summary>What lies under a pour.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<BedMaterial>))]
public enum BedMaterial
{
    /// <summary>Plywood.</summary>
    [JsonStringEnumMemberName("ply")] Ply,

    /// <summary>Fibreboard.</summary>
    [JsonStringEnumMemberName("mdf")] Mdf,

    /// <summary>Extruded polystyrene.</summary>
    [JsonStringEnumMemberName("xps")] Xps,

    /// <summary>Expanded polystyrene.</summary>
    [JsonStringEnumMemberName("eps")] Eps,

    /// <summary>Plaster.</summary>
    [JsonStringEnumMemberName("plaster")] Plaster,

    /// <summary>Resin poured before, of the same product.</summary>
    [JsonStringEnumMemberName("curedResin")] CuredResin,
}

/// <summary>A sheet, skin or layer under a pour.</summary>
/// <param name="Material">What it is.</param>
/// <param name="ThicknessMm">Thickness, mm, 0.01…2000.</param>
/// <param name="Cure">Degree of cure it stopped at, 0…1; for resin poured before.</param>
public sealed record StackLayer(BedMaterial Material, double ThicknessMm, double Cure = 0.9)
{
    /// <summary>Refuses what nothing is.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Require.Known(Material, $"{field}.material");
        Require.Within(ThicknessMm, 0.01, 2000, $"{field}.thicknessMm");
        Require.Within(Cure, 0, 1, $"{field}.cure");
    }
}

/// <summary>How a material conducts and keeps heat.</summary>
/// <param name="ConductivityWPerMK">k, W/(m·K).</param>
/// <param name="DensityKgPerM3">ρ, kg/m³.</param>
/// <param name="HeatCapacityJPerKgK">c, J/(kg·K).</param>
public readonly record struct Thermal(double ConductivityWPerMK, double DensityKgPerM3, double HeatCapacityJPerKgK)
{
    /// <summary>c of resin, J/(kg·K).</summary>
    public const double ResinHeatCapacity = 1700;

    /// <summary>k of resin, W/(m·K).</summary>
    public const double ResinConductivity = 0.19;

    /// <summary>The usual values (models.md §3); resin takes its density from the product.</summary>
    public static Thermal Of(BedMaterial material, ResinProperties resin)
    {
        ArgumentNullException.ThrowIfNull(resin);
        return material switch
        {
            BedMaterial.Ply or BedMaterial.Mdf => new(0.13, 600, 1700),
            BedMaterial.Xps => new(0.033, 32, 1450),
            BedMaterial.Eps => new(0.036, 20, 1300),
            BedMaterial.Plaster => new(0.40, 1100, 1000),
            _ => new(ResinConductivity, resin.DensityGPerMl * 1000, ResinHeatCapacity),
        };
    }
}
