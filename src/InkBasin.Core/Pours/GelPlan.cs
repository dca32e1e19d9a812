using InkBasin.Core.Drying;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Pours;

/// <summary>Gloss gel on the surface of a water: how much, how long.</summary>
/// <param name="VolumeMl">Gel for all coats, ml, with what the brush keeps.</param>
/// <param name="CoatMm">One coat as it is laid on, mm.</param>
/// <param name="CoatDryH">Hours until a coat is dry in this room.</param>
/// <param name="AllDryH">Hours until the last is.</param>
/// <param name="Sentence">In the maker's words.</param>
/// <param name="Working">How it came about.</param>
public sealed record GelPlan(double VolumeMl, double CoatMm, double CoatDryH, double AllDryH, string Sentence, Working Working)
{
    // A brush and the lid keep about a tenth (rule of the bench).
    private const double Kept = 1.1;

    /// <summary>A coat that takes longer than this is better laid on in several, h.</summary>
    public const double ThickH = 24;

    /// <summary>Reckons it; null when none is wanted or its sheet is not in the stores.</summary>
    /// <param name="gel">What is wanted; null for none.</param>
    /// <param name="sheet">Its sheet; null when it is not in the stores.</param>
    /// <param name="areaMm2">The surface, mm².</param>
    /// <param name="room">The air.</param>
    public static GelPlan? Of(GelCoat? gel, ProductSheet? sheet, double areaMm2, Room room)
    {
        ArgumentNullException.ThrowIfNull(room);
        if (gel is null || sheet is not { Drying: { } drying }) return null;
        var covered = areaMm2 * gel.SharePercent / 100;
        var coat = gel.CoatMm ?? drying.CoatMm;
        var volume = covered * coat / 1000 * gel.Coats * Kept;
        var dry = DryingCoats.Hours(drying, coat, room.HumidityPercent);
        return new GelPlan(
            volume,
            coat,
            dry,
            dry * gel.Coats,
            $"{Said.Short(volume)} ml of {sheet.Name} in {gel.Coats} {(gel.Coats == 1 ? "coat" : "coats")}. Stipple it up with a stiff brush, blow it with a straw along the stream: it can be shaped for 20 to 30 minutes. A coat of {coat:0.##} mm dries in {Said.Coarse(dry)} h, one twice as thick in four times that{(dry > ThickH ? $": two of half the thickness are dry in {Said.Coarse(dry / 2)} h together" : "")}; each dries before the next. It goes on cured resin alone: wash and scuff it first.",
            new Working(
                "Gloss gel",
                [
                    new("surface", areaMm2, "mm²"),
                    new("of it covered", gel.SharePercent, "%"),
                    new("one coat, wet", coat, "mm"),
                    new("coats", gel.Coats, ""),
                    new("a coat is dry after", dry, "h"),
                ],
                "Area × share × coat × coats, and a tenth more for brush and lid. A coat dries by the square of its depth and the room’s humidity.",
                sheet.Source));
    }
}
