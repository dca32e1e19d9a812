using System.Text.Json.Serialization;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Ink;

/// <summary>A tint in a recipe.</summary>
/// <param name="TintId">Which.</param>
/// <param name="MlPer100Ml">ml of it in 100 ml of mixed resin, 0…20.</param>
public sealed record InkPart(string TintId, double MlPer100Ml);

/// <summary>The ink of a water, the same in every batch: the tint that leads, those that shade it, and places with a colour of their own.</summary>
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

    /// <summary>Places with a colour of their own; none for one colour throughout.</summary>
    public IReadOnlyList<InkPlace> Places { get; init; } = [];

    /// <summary>Over this width a place's colour goes over into the water's, mm, 1…500.</summary>
    public double BlendMm { get; init; } = 30;

    /// <summary>All of its tints at the recipe's strength; empty when clear.</summary>
    [JsonIgnore]
    public IReadOnlyList<InkPart> Parts => TintId is null ? [] : [new(TintId, MlPer100Ml), .. Shades];

    /// <summary>How many times the recipe's strength a layer has.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    public double TimesOf(int layer) => layer == 0 ? FirstTimes : 1;

    /// <summary>What a layer mixed of the water's own colour takes of each tint, ml.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    /// <param name="mixedMl">Resin mixed, ml.</param>
    public IEnumerable<(string TintId, double Ml)> MlOf(int layer, double mixedMl) => Parts.Where(part => part.MlPer100Ml > 0).Select(part => (part.TintId, part.MlPer100Ml * TimesOf(layer) * mixedMl / 100));

    /// <summary>Tints named in it anywhere.</summary>
    [JsonIgnore]
    public IEnumerable<string> TintIds => Parts.Concat(Places.SelectMany(place => place.Parts)).Select(part => part.TintId).Distinct();

    /// <summary>Whether two choices are one recipe: the same tints, each as strong, whatever their order, and the same in every place.</summary>
    public bool SameAs(InkChoice other) =>
        KeyOf(0) == Require.Present(other, "other").KeyOf(0) && KeyOf(1) == other.KeyOf(1) && Places.Count == other.Places.Count
        && (Places.Count == 0 || BlendMm == other.BlendMm)
        && Places.Zip(other.Places).All(pair => (pair.First.At, pair.First.ReachMm, pair.First.KeyOf(1)) == (pair.Second.At, pair.Second.ReachMm, pair.Second.KeyOf(1)));

    /// <summary>How much of each colour stands at a place: the water's own first, then that of each of <see cref="Places"/>; together 1.</summary>
    /// <param name="at">A place on the board.</param>
    /// <param name="shares">Filled: one more than there are places.</param>
    public void SharesAt(PointMm at, Span<double> shares)
    {
        var sum = 0.0;
        for (var i = 0; i < Places.Count; i++)
        {
            var place = Places[i];
            var beyond = Math.Clamp((Math.Sqrt(((at.XMm - place.At.XMm) * (at.XMm - place.At.XMm)) + ((at.YMm - place.At.YMm) * (at.YMm - place.At.YMm))) - place.ReachMm) / BlendMm, 0, 1);
            shares[i + 1] = 1 - (beyond * beyond * (3 - (2 * beyond)));
            sum += shares[i + 1];
        }

        // Where places overlap none of the water's own is left, and they share it out.
        shares[0] = Math.Max(0, 1 - sum);
        if (sum <= 1) return;
        for (var i = 1; i <= Places.Count; i++) shares[i] /= sum;
    }

    /// <summary>What a layer's ink goes by: layers of one key take the same cup.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    public string KeyOf(int layer) => KeyOf(Parts, TimesOf(layer));

    internal static string KeyOf(IReadOnlyList<InkPart> parts, double times) =>
        string.Join('|', parts.Where(part => part.MlPer100Ml > 0).OrderBy(part => part.TintId, StringComparer.Ordinal).Select(part => $"{part.TintId}={part.MlPer100Ml * times:R}"));

    /// <summary>Refuses a recipe nobody can mix.</summary>
    /// <exception cref="RefusedException">A number is out of range, a tint is in it twice, or there are too many.</exception>
    public void Check(string field)
    {
        Require.Within(MlPer100Ml, 0, MostMlPer100Ml, $"{field}.mlPer100Ml");
        Require.Within(FirstTimes, 1, 20, $"{field}.firstTimes");
        if (Require.Present(Shades, $"{field}.shades").Count >= MostTints) throw new RefusedException($"{field}.shades", $"Keep the recipe to {MostTints} tints.");
        if (TintId is null && Shades.Count > 0) throw new RefusedException($"{field}.tintId", "Choose the tint that leads before those that shade it.", RefusalKind.Impossible);
        CheckParts(Shades, $"{field}.shades", TintId is null ? [] : [TintId]);
        Require.Within(BlendMm, 1, 500, $"{field}.blendMm");
        if (Require.Present(Places, $"{field}.places").Count > InkPlace.Most) throw new RefusedException($"{field}.places", $"Keep a pour to {InkPlace.Most} colours besides the water's own.");
        var ids = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (i, place) in Places.Index())
        {
            Require.Present(place, $"{field}.places[{i}]").Check($"{field}.places[{i}]");
            if (!ids.Add(place.Id)) throw new RefusedException($"{field}.places[{i}].id", "Two places have the same id.", RefusalKind.Impossible);
        }
    }

    internal static void CheckParts(IReadOnlyList<InkPart> parts, string field, IEnumerable<string> taken)
    {
        var seen = new HashSet<string>(taken, StringComparer.Ordinal);
        foreach (var (i, part) in parts.Index())
        {
            var at = $"{field}[{i}]";
            Require.Present(part, at);
            Require.Present(part.TintId, $"{at}.tintId");
            Require.Within(part.MlPer100Ml, 0, MostMlPer100Ml, $"{at}.mlPer100Ml");
            if (!seen.Add(part.TintId)) throw new RefusedException($"{at}.tintId", "That tint is in the recipe already.", RefusalKind.Impossible);
        }
    }
}
