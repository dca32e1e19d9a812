using InkBasin.Core.Dams;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Pours;
using InkBasin.Core.Sight;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>The ink of a water: one tint at one strength, the same in every batch.</summary>
/// <param name="TintId">The tint; null leaves the resin clear.</param>
/// <param name="MlPer100Ml">Strength, ml of tint in 100 ml of mixed resin, 0…20.</param>
/// <param name="FirstTimes">How many times as strong the first layer is, 1…20: most of the colour low down, clearer water over it.</param>
public sealed record InkChoice(string? TintId, double MlPer100Ml, double FirstTimes = 1)
{
    /// <summary>Strength of a layer, ml in 100 ml.</summary>
    /// <param name="layer">Which layer, from 0.</param>
    public double StrengthOf(int layer) => layer == 0 ? MlPer100Ml * FirstTimes : MlPer100Ml;
}

/// <summary>Something between resin that dissolves polystyrene and the foam.</summary>
/// <param name="What">What it is: sealed plaster, epoxy, acrylic varnish in so many coats.</param>
/// <param name="At">When it was logged.</param>
public sealed record FoamBarrier(string What, DateTimeOffset At);

/// <summary>Gloss gel on the cured surface.</summary>
/// <param name="ProductId">Its sheet.</param>
/// <param name="Coats">How many coats, 1…20.</param>
/// <param name="SharePercent">Share of the surface it goes on, %, 1…100.</param>
public sealed record GelCoat(string ProductId, int Coats, double SharePercent);

/// <summary>A water on the board: where it stands, how high, and with what it is poured.</summary>
public sealed record Water
{
    /// <summary>Identity within the build; never reused.</summary>
    public required string Id { get; init; }

    /// <summary>The maker's name for it.</summary>
    public required string Name { get; init; }

    /// <summary>A place under the water: it covers what is joined to this place.</summary>
    public required PointMm Seed { get; init; }

    /// <summary>Level of the finished surface, mm over the board.</summary>
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

    /// <summary>Its ink.</summary>
    public InkChoice Ink { get; init; } = new(null, 0);

    /// <summary>When the first layer is to be poured; null while undecided.</summary>
    public DateTimeOffset? FirstPourAt { get; init; }

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
        Require.Within(SealMm, 0.5, 20, $"{field}.sealMm");
        Require.Present(Ink, $"{field}.ink");
        Require.Within(Ink.MlPer100Ml, 0, 20, $"{field}.ink.mlPer100Ml");
        Require.Within(Ink.FirstTimes, 1, 20, $"{field}.ink.firstTimes");
        Require.Within(TopUpMm, 0, 10, $"{field}.topUpMm");
        if (OwnTopsMm is { } tops) CheckTops(tops, $"{field}.ownTopsMm");
        if (Barrier is { } barrier) Require.Name(barrier.What, $"{field}.barrier.what");
        if (Gel is { } gel)
        {
            Require.Present(gel.ProductId, $"{field}.gel.productId");
            Require.Within(gel.Coats, 1, 20, $"{field}.gel.coats");
            Require.Within(gel.SharePercent, 1, 100, $"{field}.gel.sharePercent");
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

/// <summary>How this maker measures resin.</summary>
/// <param name="Device">The device at hand.</param>
/// <param name="Cup">The cup the resin is mixed in.</param>
/// <param name="LossPercent">Share lost on sticks and walls, %, 0…50.</param>
/// <param name="ResidueMl">What a cup keeps back, ml, 0…100.</param>
public sealed record Measuring(MeasuringDevice Device, Cup Cup, double LossPercent = 5, double ResidueMl = 3)
{
    /// <summary>What a new build starts with: a pocket scale that shows 0.1 g, and a cup of about half a litre.</summary>
    public static Measuring Usual { get; } = new(new MeasuringDevice(DeviceKind.Scale, 0.1), new Cup(66, 88, 110));

    /// <summary>Refuses a measure that measures nothing.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Require.Present(Device, $"{field}.device");
        Require.Known(Device.Kind, $"{field}.device.kind");
        Require.Within(Device.Graduation, 0.001, 100, $"{field}.device.graduation");
        Require.Present(Cup, $"{field}.cup").Check($"{field}.cup");
        Require.Within(LossPercent, 0, 50, $"{field}.lossPercent");
        Require.Within(ResidueMl, 0, 100, $"{field}.residueMl");
    }
}

/// <summary>All a maker has decided about one scene. Everything else is computed from it.</summary>
public sealed record Build
{
    /// <summary>Name of the scene.</summary>
    public required string Name { get; init; }

    /// <summary>Scale ratio N of 1:N, 1…2000.</summary>
    public required double Scale { get; init; }

    /// <summary>The board.</summary>
    public required Board Board { get; init; }

    /// <summary>The ground recipe, in order.</summary>
    public IReadOnlyList<GroundOperation> Recipe { get; init; } = [];

    /// <summary>The waters, in the maker's order.</summary>
    public IReadOnlyList<Water> Waters { get; init; } = [];

    /// <summary>Dams standing along the board's edges.</summary>
    public IReadOnlyList<Dam> Dams { get; init; } = [];

    /// <summary>How the resin is measured.</summary>
    public Measuring Measuring { get; init; } = Measuring.Usual;

    /// <summary>Stand-ins for what will be put on the board.</summary>
    public IReadOnlyList<StandIn> StandIns { get; init; } = [];

    /// <summary>A photo or sketch to trace from; null for none.</summary>
    public TracePhoto? Photo { get; init; }

    /// <summary>Sections that meet this one along a side.</summary>
    public IReadOnlyList<Neighbour> Neighbours { get; init; } = [];

    /// <summary>What the ground is built of.</summary>
    public Making Making { get; init; } = Making.Usual;

    /// <summary>The air the model dries and cures in.</summary>
    public Room Room { get; init; } = new();

    /// <summary>How it is kept while resin cures.</summary>
    public CureCare Care { get; init; } = new();

    /// <summary>Water tests, oldest first; those of waters taken off the board stay.</summary>
    public IReadOnlyList<WaterTest> WaterTests { get; init; } = [];

    /// <summary>What will be under water.</summary>
    public IReadOnlyList<DrownedThing> Drowned { get; init; } = [];

    /// <summary>How the plaster dries.</summary>
    public DryingLog Drying { get; init; } = new();

    /// <summary>What was answered before a pour, for the next one of each water.</summary>
    public IReadOnlyList<CheckAnswer> Answers { get; init; } = [];

    /// <summary>Pours that have begun, oldest first, each with the answers it was begun on.</summary>
    public IReadOnlyList<BegunPour> Begun { get; init; } = [];

    /// <summary>Readings of the room's thermometer, oldest first.</summary>
    public IReadOnlyList<RoomReading> RoomLog { get; init; } = [];

    /// <summary>Refuses a build that cannot be planned.</summary>
    /// <exception cref="RefusedException">The first thing found wrong.</exception>
    public void Check()
    {
        Require.Name(Name, "name");
        Require.Within(Scale, 1, 2000, "scale");
        Require.Present(Board, "board").Check("board");
        Require.Present(Measuring, "measuring").Check("measuring");
        Require.Present(Making, "making").Check("making");
        Require.Present(Room, "room").Check("room");
        Require.Present(Care, "care");
        Photo?.Check("photo");
        CheckEach(Recipe, "recipe", 500, (step, field) => step.Check(field));
        CheckEach(Waters, "waters", 100, (water, field) => water.Check(Board, field));
        CheckEach(Dams, "dams", 200, (dam, field) => dam.Check(field));
        CheckEach(StandIns, "standIns", 200, (thing, field) => thing.Check(field));
        CheckEach(Neighbours, "neighbours", 8, (neighbour, field) => neighbour.Check(field));
        CheckEach(WaterTests, "waterTests", 500, (test, field) => test.Check(field));
        CheckEach(Drowned, "drowned", 300, (thing, field) => thing.Check(field));
        Require.Present(Drying, "drying").Check("drying");
        CheckEach(Answers, "answers", 2000, (answer, field) => answer.Check(field));
        CheckEach(Begun, "begun", 2000, (pour, field) => pour.Check(field));
        CheckEach(RoomLog, "roomLog", Plan.RoomLog.MostReadings, (reading, field) => reading.Check(field));
        Unique(WaterTests.Select(test => test.Id), "waterTests");
        Unique(Drowned.Select(thing => thing.Id), "drowned");
        Unique(Begun.Select(pour => pour.Id), "begun");
        Unique(StandIns.Select(thing => thing.Id), "standIns");
        Unique(Recipe.Select(step => step.Id), "recipe");
        Unique(Waters.Select(water => water.Id), "waters");
    }

    private static void CheckEach<T>(IReadOnlyList<T> items, string field, int most, Action<T, string> check)
        where T : class
    {
        Require.Present(items, field);
        if (items.Count > most) throw new RefusedException(field, $"Keep {field} to {most}.");
        for (var i = 0; i < items.Count; i++) check(Require.Present(items[i], $"{field}[{i}]"), $"{field}[{i}]");
    }

    private static void Unique(IEnumerable<string> ids, string field)
    {
        var seen = new HashSet<string>(StringComparer.Ordinal);
        foreach (var id in ids)
        {
            if (!seen.Add(id)) throw new RefusedException(field, $"Two entries of {field} have the id {id}.");
        }
    }
}
