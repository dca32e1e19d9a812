using System.Text.Json;
using System.Text.Json.Nodes;
using InkBasin.Core.Days;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Joints;
using InkBasin.Core.Log;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Sight;
using InkBasin.Core.Water;

namespace InkBasin.Core.Builds;

/// <summary>The keyed lists of a build, one line each: where it lies, what its entries go by, and what is said when one changes.</summary>
internal static class BuildLists
{
    /// <summary>Pours that have begun: changed by edits of their own alone.</summary>
    public static BuildList<BegunPour> Begun { get; } = new("begun", b => b.Begun, (b, items) => b with { Begun = items }, pour => pour.Id, "That pour is not in the log any more.", new("", _ => "", _ => "", (_, _) => ""), ByHand: false);

    /// <summary>Answers before pours: the same.</summary>
    public static BuildList<CheckAnswer> Answers { get; } = new("answers", b => b.Answers, (b, items) => b with { Answers = items }, answer => $"{answer.WaterId}/{answer.Item}", "That answer is not there any more.", new("", _ => "", _ => "", (_, _) => ""), ByHand: false);

    /// <summary>The log: written into and put right by edits of their own alone.</summary>
    public static BuildList<LogEntry> Log { get; } = new("log", b => b.Log, (b, items) => b with { Log = items }, entry => entry.Id, "That entry is not in the log.", new("", _ => "", _ => "", (_, _) => ""), ByHand: false);

    private static readonly IReadOnlyList<BuildList> All =
    [
        new BuildList<GroundStep>("recipe", b => b.Recipe, (b, items) => b with { Recipe = items }, step => step.Id, "That step of the ground is not there any more.",
            new("step", step => $"Add {step.Name}", step => $"Remove {step.Name}", BuildLabels.OfStep)),
        new BuildList<Water>("waters", b => b.Waters, (b, items) => b with { Waters = items }, water => water.Id, "That water is not there any more.",
            new("water", water => $"Add {water.Name}", water => $"Remove {water.Name}", BuildLabels.OfWater)),
        new BuildList<StandIn>("standIns", b => b.StandIns, (b, items) => b with { StandIns = items }, thing => thing.Id, "That stand-in is not there any more.",
            new("stand-in", thing => $"Put down {thing.Name}", thing => $"Take up {thing.Name}", BuildLabels.OfStandIn)),
        new BuildList<DrownedThing>("drowned", b => b.Drowned, (b, items) => b with { Drowned = items }, thing => thing.Id, "That thing is not there any more.",
            new("thing", thing => $"Put {thing.Name} in", thing => $"Take {thing.Name} out", BuildLabels.OfDrowned)),
        new BuildList<Dam>("dams", b => b.Dams, (b, items) => b with { Dams = items }, dam => dam.Id, "That dam is not there any more.",
            new("dam", _ => "Put up a dam", _ => "Take down a dam", (_, _) => "Change a dam")),
        new BuildList<Neighbour>("neighbours", b => b.Neighbours, (b, items) => b with { Neighbours = items }, joint => joint.Id, "That joint is not there any more.",
            new("joint", _ => "Join a section", _ => "Part from a section", (_, _) => "Change a joint")),
        new BuildList<WaterTest>("waterTests", b => b.WaterTests, (b, items) => b with { WaterTests = items }, test => test.Id, "That water test is not there any more.",
            new("water test", _ => "Log a water test", _ => "Strike a water test out", (_, _) => "Change a water test")),
        new BuildList<TrialPuddle>("trials", b => b.Trials, (b, items) => b with { Trials = items }, trial => trial.Id, "That trial puddle is not there any more.",
            new("trial puddle", _ => "Log a trial puddle", _ => "Strike a trial puddle out", (_, _) => "Change a trial puddle")),
        new BuildList<LoggedWeighing>("drying.weighings", b => b.Drying.Weighings, (b, items) => b with { Drying = b.Drying with { Weighings = items } }, one => Time(one.At), "That weighing is not in the log any more.",
            new("weighing", _ => "Log a weighing", _ => "Strike a weighing out", (_, _) => "Change a weighing")),
        new BuildList<LoggedWetting>("drying.wettings", b => b.Drying.Wettings, (b, items) => b with { Drying = b.Drying with { Wettings = items } }, one => Time(one.At), "That wetting is not in the log any more.",
            new("wetting", _ => "Log a wetting", _ => "Strike a wetting out", (_, _) => "Change a wetting")),
        new BuildList<RoomReading>("roomLog", b => b.RoomLog, (b, items) => b with { RoomLog = items }, one => Time(one.At), "That reading is not in the log any more.",
            new("reading", _ => "Log the room’s temperature", _ => "Strike a reading of the room out", (_, _) => "Change a reading of the room")),
        new BuildList<StepNote>("days.notes", b => b.Days.Notes, (b, items) => b with { Days = b.Days with { Notes = items } }, note => note.Id, "Nothing is noted of that step any more.",
            new("note", BuildLabels.OfNote, _ => "Let a step be as it is reckoned", (_, note) => BuildLabels.OfNote(note))),
        new BuildList<OwnStep>("days.own", b => b.Days.Own, (b, items) => b with { Days = b.Days with { Own = items } }, step => step.Id, "That step is not there any more.",
            new("step of one’s own", step => $"Add {step.Name}", step => $"Remove {step.Name}", (_, step) => $"Change {step.Name}")),
        new BuildList<TakenLesson>("learnt", b => b.Learnt, (b, items) => b with { Learnt = items }, taken => Lesson.KeyOf(taken.Lesson.Kind, taken.Lesson.ProductId), "That lesson is not taken any more.",
            new("lesson", _ => "Take a lesson of the log", _ => "Let a lesson go", (_, _) => "Change a lesson")),
        Begun,
        Answers,
        Log,
    ];

    private static readonly Dictionary<string, BuildList> ByName = All.ToDictionary(list => list.Name, StringComparer.Ordinal);

    /// <summary>Names of all lists, as paths from the build.</summary>
    public static IReadOnlySet<string> Names { get; } = ByName.Keys.ToHashSet(StringComparer.Ordinal);

    /// <summary>A list by its name.</summary>
    /// <exception cref="RefusedException">There is none of that name.</exception>
    public static BuildList Named(string name) =>
        ByName.GetValueOrDefault(Require.Present(name, "list")) ?? throw new RefusedException("list", $"There is no list called {name}: it is one of {string.Join(", ", ByName.Keys)}.");

    /// <summary>Refuses a build with two entries of one key in a list.</summary>
    public static void CheckKeys(Build build)
    {
        foreach (var list in All) list.CheckKeys(build);
    }

    /// <summary>A value as it is written in edits.</summary>
    public static JsonNode Written<T>(T value) => JsonSerializer.SerializeToNode(value, BuildJson.Options)!;

    // A reading is named by its moment, whatever offset it was noted in.
    private static string Time(DateTimeOffset at) => at.UtcDateTime.ToString("yyyy-MM-dd'T'HH:mm:ss.fff'Z'", System.Globalization.CultureInfo.InvariantCulture);
}

/// <summary>What is said when an entry of a list changes.</summary>
/// <param name="Noun">What an entry is called.</param>
/// <param name="Added">When it comes.</param>
/// <param name="Removed">When it goes.</param>
/// <param name="Changed">When it changes: before, after.</param>
internal sealed record ListWords<T>(string Noun, Func<T, string> Added, Func<T, string> Removed, Func<T, T, string> Changed);

/// <summary>A list of a build, whatever is in it.</summary>
internal abstract record BuildList(string Name)
{
    public abstract BuildChange Set(Build build, string id, JsonObject fields);

    public abstract BuildChange Add(Build build, JsonNode item, int? index);

    public abstract BuildChange Remove(Build build, string id);

    public abstract BuildChange Move(Build build, string id, int index);

    public abstract BuildChange Append(Build build, string id, string field, JsonNode item);

    public abstract BuildChange TakeLast(Build build, string id, string field);

    public abstract BuildChange Restore(Build build, JsonArray items);

    public abstract void CheckKeys(Build build);
}

/// <summary>A list of a build.</summary>
/// <param name="Name">Its path from the build.</param>
/// <param name="Get">Reads it.</param>
/// <param name="Put">Puts another in its place.</param>
/// <param name="Key">What an entry goes by.</param>
/// <param name="Gone">Said when an entry is not there.</param>
/// <param name="Words">Said when one changes.</param>
/// <param name="ByHand">Whether entries are put in, changed and taken out by hand.</param>
internal sealed record BuildList<T>(
    string Name, Func<Build, IReadOnlyList<T>> Get, Func<Build, IReadOnlyList<T>, Build> Put, Func<T, string> Key, string Gone, ListWords<T> Words, bool ByHand = true) : BuildList(Name)
    where T : class
{
    private static readonly HashSet<string> Fixed = ["id"];

    /// <summary>Place of an entry.</summary>
    /// <exception cref="RefusedException">It is not there.</exception>
    public int At(Build build, string id)
    {
        Require.Present(id, "id");
        var items = Get(build);
        for (var i = 0; i < items.Count; i++)
        {
            if (Key(items[i]) == id) return i;
        }

        throw new RefusedException("id", Gone, RefusalKind.Impossible);
    }

    /// <summary>The edit that puts the list back as it is in a build.</summary>
    public Restore Back(Build build) => new(Name, new JsonArray([.. Get(build).Select(item => BuildLists.Written(item))]));

    public override BuildChange Set(Build build, string id, JsonObject fields)
    {
        CheckByHand();
        var (items, at) = (Get(build), At(build, id));
        var (after, before) = RecordFields.With(items[at], fields, $"{Name}[{at}]", Fixed);
        return new(Put(build, [.. items.Take(at), after, .. items.Skip(at + 1)]), new SetFields(Name, Key(after), before), Words.Changed(items[at], after));
    }

    public override BuildChange Add(Build build, JsonNode item, int? index)
    {
        CheckByHand();
        var entry = (T?)RecordFields.Read(item, typeof(T), "item") ?? throw new RefusedException("item", "item is missing.");
        return new(Put(build, Inserted(Get(build), index, entry)), new RemoveItem(Name, Key(entry)), Words.Added(entry));
    }

    public override BuildChange Remove(Build build, string id)
    {
        CheckByHand();
        var (items, at) = (Get(build), At(build, id));
        return new(Put(build, Without(items, at)), new AddItem(Name, BuildLists.Written(items[at]), at), Words.Removed(items[at]));
    }

    public override BuildChange Move(Build build, string id, int index)
    {
        CheckByHand();
        var (items, at) = (Get(build), At(build, id));
        return new(Put(build, Inserted(Without(items, at), index, items[at])), new MoveItem(Name, id, at), BuildLabels.OfMove(items[at], Words.Noun));
    }

    public override BuildChange Append(Build build, string id, string field, JsonNode item)
    {
        CheckByHand();
        var (items, at) = (Get(build), At(build, id));
        object? added = null;
        var after = RecordFields.WithList(items[at], field, (kind, entries) => [.. entries, added = RecordFields.Read(item, kind, "item")!], $"{Name}[{at}]");
        return new(Put(build, [.. items.Take(at), after, .. items.Skip(at + 1)]), new TakeLast(Name, id, field), BuildLabels.OfAppended(items[at], added));
    }

    public override BuildChange TakeLast(Build build, string id, string field)
    {
        CheckByHand();
        var (items, at) = (Get(build), At(build, id));
        object? last = null;
        var after = RecordFields.WithList(
            items[at],
            field,
            (_, entries) =>
            {
                if (entries.Count == 0) throw new RefusedException("id", "There is nothing to take back.", RefusalKind.Impossible);
                last = entries[^1];
                return entries.SkipLast(1);
            },
            $"{Name}[{at}]");
        return new(Put(build, [.. items.Take(at), after, .. items.Skip(at + 1)]), new Append(Name, id, field, JsonSerializer.SerializeToNode(last, last!.GetType(), BuildJson.Options)!), BuildLabels.OfTakenBack(items[at], last));
    }

    public override BuildChange Restore(Build build, JsonArray items)
    {
        var read = items.Select((item, i) => (T)(RecordFields.Read(item, typeof(T), $"items[{i}]") ?? throw new RefusedException($"items[{i}]", "It is missing."))).ToList();
        return new(Put(build, read), Back(build), $"Put {Name} back");
    }

    public override void CheckKeys(Build build)
    {
        var seen = new HashSet<string>(StringComparer.Ordinal);
        foreach (var item in Get(build))
        {
            var key = Key(item);
            if (string.IsNullOrWhiteSpace(key)) throw new RefusedException(Name, $"Every entry of {Name} needs an id.");
            if (!seen.Add(key)) throw new RefusedException(Name, $"Two entries of {Name} have the id {key}.");
        }
    }

    private void CheckByHand()
    {
        if (!ByHand) throw new RefusedException("list", $"{Name} is not changed entry by entry.", RefusalKind.Impossible);
    }

    private static IReadOnlyList<T> Inserted(IReadOnlyList<T> list, int? index, T item)
    {
        var at = index ?? list.Count;
        if (at < 0 || at > list.Count) throw new RefusedException("index", $"The place must lie between 0 and {list.Count}.");
        return [.. list.Take(at), item, .. list.Skip(at)];
    }

    private static IReadOnlyList<T> Without(IReadOnlyList<T> list, int at) => [.. list.Take(at), .. list.Skip(at + 1)];
}
