using InkBasin.Core.Drying;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>Several edits as one: made together, taken back together.</summary>
/// <param name="Label">What they come to, in words.</param>
/// <param name="Edits">The edits in order, 1…200.</param>
public sealed record Together(string Label, IReadOnlyList<BuildEdit> Edits) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Name(Label, "label");
        if (Require.Present(Edits, "edits").Count is < 1 or > 200) throw new RefusedException("edits", "Make 1 to 200 edits at once.");
        var inverses = new List<BuildEdit>(Edits.Count);
        var after = build;
        for (var i = 0; i < Edits.Count; i++)
        {
            var change = ChangeOf(Require.Present(Edits[i], $"edits[{i}]"), after);
            inverses.Add(change.Inverse);
            after = change.After;
        }

        inverses.Reverse();
        return new(after, new Together(Label, inverses), Label);
    }
}

/// <summary>Sets how the build is kept while resin cures.</summary>
public sealed record SetCare(CureCare Care) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build) =>
        new(build with { Care = Require.Present(Care, "care") }, new SetCare(build.Care), Care.Covered == build.Care.Covered ? "Change where the board lies" : Care.Covered ? "Cover it while it cures" : "Leave it open while it cures");
}

/// <summary>Logs a water test.</summary>
public sealed record AddWaterTest(WaterTest Test, int Index) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(Test, "test");
        return new(build with { WaterTests = Lists.Insert(build.WaterTests, Index, Test) }, new RemoveWaterTest(Test.Id), "Log a water test");
    }
}

/// <summary>Strikes a water test out of the log.</summary>
public sealed record RemoveWaterTest(string Id) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var at = Lists.TestAt(build, Id);
        return new(build with { WaterTests = Lists.Remove(build.WaterTests, at) }, new AddWaterTest(build.WaterTests[at], at), "Strike a water test out");
    }
}

/// <summary>Puts a thing under water.</summary>
public sealed record AddDrowned(DrownedThing Thing, int Index) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(Thing, "thing");
        return new(build with { Drowned = Lists.Insert(build.Drowned, Index, Thing) }, new RemoveDrowned(Thing.Id), $"Put {Thing.Name} in");
    }
}

/// <summary>Takes a thing out of the water.</summary>
public sealed record RemoveDrowned(string Id) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var at = Lists.DrownedAt(build, Id);
        return new(build with { Drowned = Lists.Remove(build.Drowned, at) }, new AddDrowned(build.Drowned[at], at), $"Take {build.Drowned[at].Name} out");
    }
}

/// <summary>Puts a changed drowned thing in the place of the one with its id.</summary>
public sealed record ReplaceDrowned(DrownedThing Thing) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Require.Present(Thing, "thing");
        var at = Lists.DrownedAt(build, Thing.Id);
        var before = build.Drowned[at];
        var label = before.At != Thing.At ? $"Move {Thing.Name}" : before.Skin != Thing.Skin ? $"Change how {Thing.Name} is sealed" : $"Change {Thing.Name}";
        return new(build with { Drowned = Lists.Replace(build.Drowned, at, Thing) }, new ReplaceDrowned(before), label);
    }
}

/// <summary>Sets the drying log.</summary>
public sealed record SetDrying(DryingLog Drying) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var more = Require.Present(Drying, "drying").Weighings.Count - build.Drying.Weighings.Count;
        var label = more > 0 ? "Log a weighing" : more < 0 ? "Strike a weighing out" : "Change when it was plastered";
        return new(build with { Drying = Drying }, new SetDrying(build.Drying), label);
    }
}

/// <summary>Answers a question asked before a pour, or takes the answer back.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Item">The question.</param>
/// <param name="Answer">The answer; null takes it back.</param>
public sealed record AnswerCheck(string WaterId, CheckItem Item, CheckAnswer? Answer) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        Lists.WaterAt(build, WaterId);
        if (Answer is { } given && (given.WaterId != WaterId || given.Item != Item))
            throw new RefusedException("answer", "The answer is to another question.", RefusalKind.Impossible);
        var others = build.Answers.Where(answer => answer.WaterId != WaterId || answer.Item != Item);
        var label = Answer is null ? "Take an answer back" : Answer.Overrides ? "Override a check" : "Answer a check";
        return new(build with { Answers = Answer is null ? [.. others] : [.. others, Answer] }, new RestorePours(build.Begun, build.Answers), label);
    }
}

/// <summary>
/// Marks a pour as begun. The answers it was begun on are kept with it; those asked anew at each pour are used up. Whether it may begin is
/// the business of <see cref="BeforePour.Gate"/>, which needs the plan.
/// </summary>
/// <param name="Id">Identity of the pour.</param>
/// <param name="WaterId">The water.</param>
/// <param name="Layer">Which layer, from 1.</param>
/// <param name="At">When.</param>
/// <param name="ToMm">Where it is meant to come to, mm; null when not known.</param>
public sealed record BeginPour(string Id, string WaterId, int Layer, DateTimeOffset At, double? ToMm = null) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var water = build.Waters[Lists.WaterAt(build, WaterId)];
        if (build.Begun.Any(pour => pour.WaterId == WaterId && pour.Layer == Layer))
            throw new RefusedException("layer", $"Layer {Layer} of {water.Name} has begun already.", RefusalKind.Impossible);
        if (Layer > 1 && !build.Begun.Any(pour => pour.WaterId == WaterId && pour.Layer == Layer - 1))
            throw new RefusedException("layer", $"Layer {Layer - 1} of {water.Name} comes first.", RefusalKind.Impossible);
        var own = build.Answers.Where(answer => answer.WaterId == WaterId).ToList();
        return new(
            build with
            {
                Begun = [.. build.Begun, new BegunPour(Id, WaterId, Layer, At, own) { ToMm = ToMm }],
                Answers = [.. build.Answers.Where(answer => answer.WaterId != WaterId || !BeforePour.AskedEachPour(answer.Item))],
            },
            new RestorePours(build.Begun, build.Answers),
            $"Begin layer {Layer} of {water.Name}");
    }
}

/// <summary>Puts begun pours and answers back as they were: what takes those edits back.</summary>
public sealed record RestorePours(IReadOnlyList<BegunPour> Begun, IReadOnlyList<CheckAnswer> Answers) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build) =>
        new(
            build with { Begun = Require.Present(Begun, "begun"), Answers = Require.Present(Answers, "answers") },
            new RestorePours(build.Begun, build.Answers),
            "Put pours and answers back");
}

/// <summary>Notes what became of a pour, or strikes the note out.</summary>
/// <param name="PourId">The pour.</param>
/// <param name="Result">What became of it; null strikes it out.</param>
public sealed record LogPour(string PourId, PourResult? Result) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var at = Lists.PourAt(build, PourId);
        var before = build.Begun[at];
        var label = Result is null ? "Strike out what became of a pour" : $"Note what became of layer {before.Layer}";
        return new(build with { Begun = Lists.Replace(build.Begun, at, before with { Result = Result }) }, new LogPour(PourId, before.Result), label);
    }
}
