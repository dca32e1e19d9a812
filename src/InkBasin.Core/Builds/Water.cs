using InkBasin.Core.Water;
using System.Text.Json.Serialization;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Pours;

namespace InkBasin.Core.Builds;

/// <summary>A water on the board: where it stands, how high, and with what it is poured.</summary>
public sealed record Water
{
    /// <summary>Identity within the build; never reused.</summary>
    public required string Id { get; init; }

    /// <summary>The maker's name for it.</summary>
    public required string Name { get; init; }

    /// <summary>A place under the water: it covers what is joined to this place.</summary>
    public required PointMm Seed { get; init; }

    /// <summary>Level of the finished surface, mm over the board, −500…1000.</summary>
    public required double WaterlineMm { get; init; }

    /// <summary>Id of its product sheet.</summary>
    public required string ProductId { get; init; }

    /// <summary>How it is cut into layers.</summary>
    public LayerStrategy Strategy { get; init; } = LayerStrategy.EqualDepth;

    /// <summary>Depth of the seal pour, mm, 0.5…20.</summary>
    public double SealMm { get; init; } = 2;

    /// <summary>Tops of layers set by hand, mm over the board, rising; null leaves them to <see cref="Strategy"/>.</summary>
    public IReadOnlyList<double>? OwnTopsMm { get; init; }

    /// <summary>Depth of a thin last pour of its own that evens out what the others have shrunk, mm, 0…10; 0 for none.</summary>
    public double TopUpMm { get; init; }

    /// <summary>What keeps resin that dissolves polystyrene off the foam; null when nothing is logged.</summary>
    public FoamBarrier? Barrier { get; init; }

    /// <summary>Gloss gel on the surface; null for none.</summary>
    public GelCoat? Gel { get; init; }

    /// <summary>The wind over it.</summary>
    public Wind Wind { get; init; } = Wind.Light;

    /// <summary>How it flows.</summary>
    public Flow Flow { get; init; } = Flow.Standing;

    /// <summary>Its ink.</summary>
    public InkChoice Ink { get; init; } = new(null, 0);

    /// <summary>How its bed is painted.</summary>
    public BedPaint Paint { get; init; } = new();

    /// <summary>Strokes of paint on its bed, the first under all others.</summary>
    public IReadOnlyList<BedStroke> BedStrokes { get; init; } = [];

    /// <summary>When the first layer is to be poured; null while undecided.</summary>
    public DateTimeOffset? FirstPourAt { get; init; }

    /// <summary>How it is to be cut.</summary>
    [JsonIgnore]
    public Layering Layering => new(WaterlineMm, Strategy, SealMm, OwnTopsMm, TopUpMm);

    /// <summary>Refuses settings no water can have on <paramref name="board"/>.</summary>
    /// <exception cref="RefusedException">A setting is missing or out of range, or the seed lies off the board.</exception>
    public void Check(Board board, string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The water needs an id of at most 64 characters.");
        Require.Name(Name, $"{field}.name");
        Seed.Check($"{field}.seed");
        if (!(Seed.XMm >= 0 && Seed.YMm >= 0 && Seed.XMm < board.Columns * board.CellMm && Seed.YMm < board.Rows * board.CellMm))
            throw new RefusedException($"{field}.seed", $"The starting point of {Name} would lie off the board.", RefusalKind.Impossible);
        Require.Within(WaterlineMm, -500, 1000, $"{field}.waterlineMm");
        Require.Present(ProductId, $"{field}.productId");
        Require.Known(Strategy, $"{field}.strategy");
        Require.Known(Wind, $"{field}.wind");
        Require.Known(Flow, $"{field}.flow");
        Require.Within(SealMm, 0.5, 20, $"{field}.sealMm");
        Require.Present(Ink, $"{field}.ink");
        Ink.Check($"{field}.ink");
        Require.Present(Paint, $"{field}.paint").Check($"{field}.paint");
        if (Require.Present(BedStrokes, $"{field}.bedStrokes").Count > BedStroke.Most) throw new RefusedException($"{field}.bedStrokes", $"Keep a bed to {BedStroke.Most} strokes.");
        foreach (var (i, stroke) in BedStrokes.Index()) Require.Present(stroke, $"{field}.bedStrokes[{i}]").Check($"{field}.bedStrokes[{i}]");
        Require.Within(TopUpMm, 0, 10, $"{field}.topUpMm");
        if (FirstPourAt is { } first) Clock.Check(first, $"{field}.firstPourAt");
        if (OwnTopsMm is { } tops) CheckTops(tops, $"{field}.ownTopsMm");
        if (Barrier is { } barrier)
        {
            Require.Name(barrier.What, $"{field}.barrier.what");
            Clock.Check(barrier.At, $"{field}.barrier.at");
        }

        if (Gel is { } gel)
        {
            Require.Present(gel.ProductId, $"{field}.gel.productId");
            Require.Within(gel.Coats, 1, 20, $"{field}.gel.coats");
            Require.Within(gel.SharePercent, 1, 100, $"{field}.gel.sharePercent");
            if (gel.CoatMm is { } coat) Require.Within(coat, 0.1, 5, $"{field}.gel.coatMm");
        }
    }

    private static void CheckTops(IReadOnlyList<double> tops, string field)
    {
        if (tops.Count > 100) throw new RefusedException(field, "Set at most 100 layers by hand.");
        for (var i = 0; i < tops.Count; i++)
        {
            Require.Within(tops[i], -500, 1000, $"{field}[{i}]");
            if (i > 0 && tops[i] <= tops[i - 1]) throw new RefusedException($"{field}[{i}]", "The tops of the layers must rise.", RefusalKind.Impossible);
        }
    }
}
