using InkBasin.Core.Days;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Joints;
using InkBasin.Core.Log;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Sight;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Builds;

/// <summary>All a maker has decided about one scene. Everything else is computed from it.</summary>
public sealed record Build
{
    /// <summary>Name of the scene.</summary>
    public required string Name { get; init; }

    /// <summary>Scale ratio N of 1:N, 1…2000.</summary>
    public required double Scale { get; init; }

    /// <summary>Where it is built: IANA name of the time zone by whose clock its days, nights and evenings go. Null where none was noted.</summary>
    public string? TimeZone { get; init; }

    /// <summary>The board.</summary>
    public required Board Board { get; init; }

    /// <summary>The ground recipe, in order.</summary>
    public IReadOnlyList<GroundStep> Recipe { get; init; } = [];

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

    /// <summary>Trial puddles, oldest first.</summary>
    public IReadOnlyList<TrialPuddle> Trials { get; init; } = [];

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

    /// <summary>When the maker is at the bench, and what is said of single steps.</summary>
    public DaysChoice Days { get; init; } = new();

    /// <summary>The log, oldest first. Entries are only ever added, and put right beside themselves.</summary>
    public IReadOnlyList<LogEntry> Log { get; init; } = [];

    /// <summary>Lessons its figures follow, as the maker has taken them.</summary>
    public IReadOnlyList<TakenLesson> Learnt { get; init; } = [];

    /// <summary>Refuses a build that cannot be planned.</summary>
    /// <exception cref="RefusedException">The first thing found wrong.</exception>
    public void Check()
    {
        Require.Name(Name, "name");
        Require.Within(Scale, 1, 2000, "scale");
        Clock.CheckZone(TimeZone, "timeZone");
        Require.Present(Board, "board").Check("board");
        Require.Present(Measuring, "measuring").Check("measuring");
        Require.Present(Making, "making").Check("making");
        Require.Present(Room, "room").Check("room");
        Require.Present(Care, "care").Check("care");
        Photo?.Check("photo");
        CheckEach(Recipe, "recipe", 500, (step, field) => step.Check(field));
        CheckEach(Waters, "waters", 100, (water, field) => water.Check(Board, field));
        CheckEach(Dams, "dams", 200, CheckDam);
        CheckEach(StandIns, "standIns", 200, (thing, field) => thing.Check(field));
        CheckEach(Neighbours, "neighbours", 8, (neighbour, field) => neighbour.Check(field));
        CheckEach(WaterTests, "waterTests", 500, (test, field) => test.Check(field));
        CheckEach(Trials, "trials", 200, (trial, field) => trial.Check(field));
        CheckEach(Drowned, "drowned", 300, (thing, field) => thing.Check(field));
        Require.Present(Drying, "drying").Check("drying");
        CheckEach(Answers, "answers", 2000, (answer, field) => answer.Check(field));
        CheckEach(Begun, "begun", 2000, (pour, field) => pour.Check(field));
        CheckEach(RoomLog, "roomLog", Resin.RoomLog.MostReadings, (reading, field) => reading.Check(field));
        Require.Present(Days, "days").Check("days");
        CheckEach(Log, "log", 2000, (entry, field) => entry.Check(field));
        CheckEach(Learnt, "learnt", 100, (taken, field) => taken.Check(field));
        BuildLists.CheckKeys(this);
    }

    /// <summary>A water of it.</summary>
    /// <exception cref="RefusedException">It is not there.</exception>
    public Water WaterOf(string id) => Waters.FirstOrDefault(water => water.Id == id) ?? throw new RefusedException("id", "That water is not there any more.", RefusalKind.Impossible);

    /// <summary>Every tint named in it: by its waters, by what was poured and by its trial puddles.</summary>
    public IReadOnlyList<string> TintsNamed() =>
        [.. Waters.Select(water => water.Ink).Concat(Begun.Select(pour => pour.Ink)).Concat(Trials.Select(trial => trial.Ink)).OfType<InkChoice>().SelectMany(ink => ink.TintIds).Distinct()];

    /// <summary>A water for each reach of a split channel, inked as the last water is, with ids and names nobody has yet.</summary>
    public IReadOnlyList<Water> WatersFor(SplitChannel split, string productId)
    {
        ArgumentNullException.ThrowIfNull(split);
        var names = Waters.Select(water => water.Name).ToHashSet(StringComparer.Ordinal);
        var ids = Waters.Select(water => water.Id).ToHashSet(StringComparer.Ordinal);
        return [.. split.Reaches.Zip(split.Seeds).Select((reach, i) => new Water
        {
            Id = Unused(ids, $"{split.Channel.Id}-reach-", i + 1),
            Name = Unused(names, $"{split.Channel.Name}, reach ", i + 1),
            Seed = reach.Second,
            WaterlineMm = Math.Floor(reach.First.LevelMm * 10) / 10,
            ProductId = productId,
            Ink = Waters.Count > 0 ? Waters[^1].Ink with { Places = [] } : new InkChoice(null, 0),
        })];
    }

    private static string Unused(HashSet<string> taken, string stem, int number)
    {
        while (!taken.Add($"{stem}{number}")) number++;
        return $"{stem}{number}";
    }

    private static void CheckDam(Dam dam, string field)
    {
        if (string.IsNullOrWhiteSpace(dam.Id) || dam.Id.Length > 64) throw new RefusedException($"{field}.id", "The dam needs an id of at most 64 characters.");
        dam.Check(field);
    }

    private static void CheckEach<T>(IReadOnlyList<T> items, string field, int most, Action<T, string> check)
        where T : class
    {
        Require.Present(items, field);
        if (items.Count > most) throw new RefusedException(field, $"Keep {field} to {most}.");
        for (var i = 0; i < items.Count; i++) check(Require.Present(items[i], $"{field}[{i}]"), $"{field}[{i}]");
    }
}
