using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Pours;

/// <summary>All that one water is poured by. Small and immutable: what is worked out from it is worked out from nothing else.</summary>
public sealed record PourCase
{
    /// <summary>The water as it stands.</summary>
    public required StandingWater Water { get; init; }

    /// <summary>How it is to be cut into layers.</summary>
    public required Layering Layering { get; init; }

    /// <summary>Its ink.</summary>
    public required InkChoice Ink { get; init; }

    /// <summary>Its product; null when that is not in the stores.</summary>
    public required ProductSheet? Sheet { get; init; }

    /// <summary>The tints of its ink, and of what is poured of it already, as far as they are in the stores.</summary>
    public required IReadOnlyList<Tint> Tints { get; init; }

    /// <summary>How its bed is painted.</summary>
    public required BedPaint Paint { get; init; }

    /// <summary>Strokes of paint on its bed, the first under all others.</summary>
    public IReadOnlyList<BedStroke> Strokes { get; init; } = [];

    /// <summary>What keeps resin that dissolves polystyrene off the foam; null when nothing is logged.</summary>
    public required FoamBarrier? Barrier { get; init; }

    /// <summary>When the first layer is to be poured; null while undecided.</summary>
    public required DateTimeOffset? FirstPourAt { get; init; }

    /// <summary>Its pours that have begun, by layer.</summary>
    public required IReadOnlyList<BegunPour> Begun { get; init; }

    /// <summary>A layer of it that the log says stayed soft; null for none.</summary>
    public SoftLayer? Soft { get; init; }

    /// <summary>Whether its last poured layer was mixed of another product than the water has now: hours by this one's sheet are not its own.</summary>
    public bool LastIsOfAnother => Sheet is { } sheet && Begun.Count > 0 && Begun[^1].ProductId is { } mixedOf && mixedOf != sheet.Id;

    /// <summary>What will stand in it, with the bed at its place, mm.</summary>
    public required IReadOnlyList<(DrownedThing Thing, double BedMm)> Things { get; init; }

    /// <summary>Its curve as its water tests have it; null when nothing is wet.</summary>
    public required StageStorage? Storage { get; init; }

    /// <summary>What lies under its deepest point.</summary>
    public required BedColumn Bed { get; init; }

    /// <summary>What lies under any of its cells, foam reckoned no thinner than it is.</summary>
    public required Func<int, BedColumn> BedAt { get; init; }

    /// <summary>The bench.</summary>
    public required PourBench Bench { get; init; }

    /// <summary>Names of its tints, the leading one first; null when it is clear.</summary>
    public string? InkName => RecipeOf(1) is { Count: > 0 } recipe ? string.Join(", ", recipe.Select(part => part.Tint.Name)) : null;

    /// <summary>The recipe a layer is mixed by: what is poured keeps the one it was begun with.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    public InkChoice ChoiceOf(int layer) => layer < Begun.Count && Begun[layer].Ink is { } kept ? kept : Ink;

    /// <summary>The tints of a layer, each with its strength in ml in 100 ml; empty when clear.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    public IReadOnlyList<(Tint Tint, double MlPer100Ml)> RecipeOf(int layer) => Known(ChoiceOf(layer).Parts, ChoiceOf(layer).TimesOf(layer));

    /// <summary>The same of a place with a colour of its own.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    /// <param name="place">The place.</param>
    public IReadOnlyList<(Tint Tint, double MlPer100Ml)> RecipeOf(int layer, InkPlace place) => Known(Require.Present(place, "place").Parts, ChoiceOf(layer).TimesOf(layer));

    private List<(Tint Tint, double MlPer100Ml)> Known(IReadOnlyList<InkPart> parts, double times) =>
        [.. parts.Select(part => (Tint: Tints.FirstOrDefault(tint => tint.Id == part.TintId), part.MlPer100Ml)).Where(part => part.Tint is not null).Select(part => (part.Tint!, part.MlPer100Ml * times))];

    /// <summary>Its resin with the ink of a layer in it.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    public InkLayer InkOf(int layer) => InkLayer.Mixed(BareResin.Layer, RecipeOf(layer).Select(part => (part.Tint.Colour, part.MlPer100Ml)));

    /// <summary>The same of a place with a colour of its own.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    /// <param name="place">The place.</param>
    public InkLayer InkOf(int layer, InkPlace place) => InkLayer.Mixed(BareResin.Layer, RecipeOf(layer, place).Select(part => (part.Tint.Colour, part.MlPer100Ml)));

    /// <summary>The same at a place, where colours stand side by side.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    /// <param name="at">A place on the board.</param>
    public InkLayer InkAt(int layer, PointMm at)
    {
        var choice = ChoiceOf(layer);
        Span<double> shares = stackalloc double[InkPlace.Most + 1];
        choice.SharesAt(at, shares);
        List<(InkLayer, double)> parts = [.. RecipeOf(layer).Select(part => (part.Tint.Colour, part.MlPer100Ml))];
        for (var i = 0; i < parts.Count; i++) parts[i] = (parts[i].Item1, parts[i].Item2 * shares[0]);
        foreach (var (i, place) in choice.Places.Index())
        {
            foreach (var (tint, ml) in RecipeOf(layer, place)) parts.Add((tint.Colour, ml * shares[i + 1]));
        }

        return InkLayer.Mixed(BareResin.Layer, parts);
    }

    /// <summary>A batch for a layer, as it is to be inked; null when it is clear.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    /// <param name="mixedMl">The batch, ml.</param>
    /// <param name="layerMm">Depth of the layer, mm.</param>
    /// <param name="place">The place with a colour of its own it is for; null for the water's.</param>
    public InkBatch? BatchOf(int layer, double mixedMl, double layerMm, InkPlace? place = null) => (place is null ? RecipeOf(layer) : RecipeOf(layer, place)) is { Count: > 0 } recipe
        ? new InkBatch(recipe, mixedMl, new InkSight(BareResin.Layer, Paint.At(Water.Region.MaxDepthMm), layerMm, Water.Region.MaxDepthMm))
        : null;

    /// <summary>A pale and a dark patch of its bed: where they cannot be told apart it has faded.</summary>
    public (LinearRgb Pale, LinearRgb Dark) Patches => (
        Paint.Beach is null ? UsualBed.Light : LinearRgb.FromHex(Paint.Beach, "beach"),
        Paint.Middle is null ? UsualBed.Dark : LinearRgb.FromHex(Paint.Middle, "middle"));

    /// <summary>How its layers set; null without a product or water.</summary>
    public LayerCourse? Course(CancellationToken cancel = default) => Sheet is { } sheet && Water.DeepestCell >= 0 ? LayerCourse.For(this, sheet, cancel) : null;
}
