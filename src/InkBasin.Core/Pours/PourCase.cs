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

    /// <summary>Its tint; null when it is clear, or not in the stores.</summary>
    public required Tint? Tint { get; init; }

    /// <summary>What keeps resin that dissolves polystyrene off the foam; null when nothing is logged.</summary>
    public required FoamBarrier? Barrier { get; init; }

    /// <summary>When the first layer is to be poured; null while undecided.</summary>
    public required DateTimeOffset? FirstPourAt { get; init; }

    /// <summary>Its pours that have begun, by layer.</summary>
    public required IReadOnlyList<BegunPour> Begun { get; init; }

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

    /// <summary>Strength of the tint in a layer, ml in 100 ml; 0 when clear.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    public double StrengthOf(int layer) => Tint is null ? 0 : Ink.StrengthOf(layer);

    /// <summary>Its resin with the ink of a layer in it.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    public InkLayer InkOf(int layer) => Tint is null ? BareResin.Layer : InkLayer.Mixed(BareResin.Layer, (Tint.Colour, Ink.StrengthOf(layer)));

    /// <summary>How its layers set; null without a product or water.</summary>
    public LayerCourse? Course(CancellationToken cancel = default) => Sheet is { } sheet && Water.DeepestCell >= 0 ? LayerCourse.For(this, sheet, cancel) : null;
}
