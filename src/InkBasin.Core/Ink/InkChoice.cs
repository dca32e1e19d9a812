using System.Text.Json.Serialization;

namespace InkBasin.Core.Ink;

/// <summary>A tint in a recipe.</summary>
/// <param name="TintId">Which.</param>
/// <param name="MlPer100Ml">ml of it in 100 ml of mixed resin, 0…20.</param>
public sealed record InkPart(string TintId, double MlPer100Ml);

/// <summary>The ink of a water, the same in every batch: the tint that leads, and those that shade it.</summary>
/// <param name="TintId">The tint that leads; null leaves the resin clear.</param>
/// <param name="MlPer100Ml">Its strength, ml in 100 ml of mixed resin, 0…20.</param>
/// <param name="FirstTimes">How many times as strong the first layer is, 1…20: most of the colour low down, clearer water over it.</param>
public sealed record InkChoice(string? TintId, double MlPer100Ml, double FirstTimes = 1)
{
    /// <summary>No hand counts out more tints into a cup.</summary>
    public const int MostTints = 6;

    /// <summary>No sheet allows more, ml in 100 ml.</summary>
    public const double MostMlPer100Ml = 20;

    /// <summary>Tints that shade it, none of them twice; empty where <see cref="TintId"/> is null.</summary>
    public IReadOnlyList<InkPart> Shades { get; init; } = [];

    /// <summary>All of its tints at the recipe's strength; empty when clear.</summary>
    [JsonIgnore]
    public IReadOnlyList<InkPart> Parts => TintId is null ? [] : [new(TintId, MlPer100Ml), .. Shades];

    /// <summary>How many times the recipe's strength a layer has.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    public double TimesOf(int layer) => layer == 0 ? FirstTimes : 1;

    /// <summary>Whether two choices are one recipe: the same tints, each as strong, whatever their order.</summary>
    public bool SameAs(InkChoice other) => KeyOf(0) == Require.Present(other, "other").KeyOf(0) && KeyOf(1) == other.KeyOf(1);

    /// <summary>What a layer's ink goes by: layers of one key take the same cup.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    public string KeyOf(int layer) => string.Join('|', Parts.Where(part => part.MlPer100Ml > 0).OrderBy(part => part.TintId, StringComparer.Ordinal).Select(part => $"{part.TintId}={part.MlPer100Ml * TimesOf(layer):R}"));

    /// <summary>Refuses a recipe nobody can mix.</summary>
    /// <exception cref="RefusedException">A number is out of range, a tint is in it twice, or there are too many.</exception>
    public void Check(string field)
    {
        Require.Within(MlPer100Ml, 0, MostMlPer100Ml, $"{field}.mlPer100Ml");
        Require.Within(FirstTimes, 1, 20, $"{field}.firstTimes");
        if (Require.Present(Shades, $"{field}.shades").Count >= MostTints) throw new RefusedException($"{field}.shades", $"Keep the recipe to {MostTints} tints.");
        if (TintId is null && Shades.Count > 0) throw new RefusedException($"{field}.tintId", "Choose the tint that leads before those that shade it.", RefusalKind.Impossible);
        var seen = new HashSet<string>(StringComparer.Ordinal) { TintId ?? "" };
        foreach (var (i, part) in Shades.Index())
        {
            var at = $"{field}.shades[{i}]";
            Require.Present(part, at);
            Require.Present(part.TintId, $"{at}.tintId");
            Require.Within(part.MlPer100Ml, 0, MostMlPer100Ml, $"{at}.mlPer100Ml");
            if (!seen.Add(part.TintId)) throw new RefusedException($"{at}.tintId", "That tint is in the recipe already.", RefusalKind.Impossible);
        }
    }
}
