using System.Text.Json.Serialization;

namespace InkBasin.Core.Ink;

/// <summary>What a tint is.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<TintKind>))]
public enum TintKind
{
    /// <summary>Pigment paste or liquid made for resin.</summary>
    [JsonStringEnumMemberName("resinPigment")] ResinPigment,

    /// <summary>Acrylic ink or thinned paint: water carries it.</summary>
    [JsonStringEnumMemberName("acrylicInk")] AcrylicInk,

    /// <summary>Dye in alcohol.</summary>
    [JsonStringEnumMemberName("alcoholInk")] AlcoholInk,

    /// <summary>Artists' oil paint: a smear on a stick.</summary>
    [JsonStringEnumMemberName("oilPaint")] OilPaint,

    /// <summary>Dry pigment or weathering powder.</summary>
    [JsonStringEnumMemberName("powder")] Powder,
}

/// <summary>What a tint is measured out in.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<TintUnit>))]
public enum TintUnit
{
    /// <summary>Drops.</summary>
    [JsonStringEnumMemberName("drop")] Drop,

    /// <summary>Milligrams on a fine scale.</summary>
    [JsonStringEnumMemberName("milligram")] Milligram,

    /// <summary>Millimetres of a bead along a graduated stick.</summary>
    [JsonStringEnumMemberName("stickMm")] StickMm,
}

/// <summary>How a tint is measured out.</summary>
/// <param name="Unit">In what.</param>
/// <param name="PerStep">How much of the unit the finest step is.</param>
/// <param name="MlPerStep">What that is, ml of tint, above 0.</param>
public readonly record struct TintMeasure(TintUnit Unit, double PerStep, double MlPerStep)
{
    /// <summary>What a fine scale shows, mg.</summary>
    public const double FineScaleMg = 1;

    /// <summary>What is read off a graduated stick, mm.</summary>
    public const double StickStepMm = 0.5;
}

/// <summary>What is usual for a kind of tint. The product sheet's own limit always holds besides.</summary>
/// <param name="Unit">What it is measured out in.</param>
/// <param name="UsualLimitPercent">More of it than this may keep a two-part resin soft or cloud it, ml in 100 ml.</param>
/// <param name="Caution">What to look out for.</param>
public sealed record TintTraits(TintUnit Unit, double UsualLimitPercent, string Caution)
{
    private static readonly Dictionary<TintKind, TintTraits> All = new()
    {
        [TintKind.ResinPigment] = new(TintUnit.Drop, 6, "Shake or stir the bottle first: it settles."),
        [TintKind.AcrylicInk] = new(TintUnit.Drop, 2, "It carries water: more than a little clouds the resin and keeps it soft. Stir it into part one until no thread is left."),
        [TintKind.AlcoholInk] = new(TintUnit.Drop, 3, "It carries alcohol: away from flames, with fresh air; it makes bubbles, and some fade in daylight. See its safety sheet."),
        [TintKind.OilPaint] = new(TintUnit.StickMm, 1, "The oil never hardens with the resin: a smear, no more. Rub it out in a little part one first."),
        [TintKind.Powder] = new(TintUnit.Milligram, 2, "Dust: no draught, and a mask, as its safety sheet says. Rub it out in a little part one, or it stays in grains and settles."),
    };

    /// <summary>What is usual for a kind.</summary>
    public static TintTraits Of(TintKind kind) => All[kind];
}
