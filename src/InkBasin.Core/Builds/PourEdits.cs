using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using InkBasin.Core.Pours;

namespace InkBasin.Core.Builds;

/// <summary>Answers a question asked before a pour, or takes the answer back.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Item">The question.</param>
/// <param name="Answer">The answer; null takes it back.</param>
public sealed record AnswerCheck(string WaterId, CheckItem Item, CheckAnswer? Answer) : BuildEdit
{
    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        build.WaterOf(WaterId);
        if (Answer is { } given && (given.WaterId != WaterId || given.Item != Item))
            throw new RefusedException("answer", "The answer is to another question.", RefusalKind.Impossible);
        var others = build.Answers.Where(answer => answer.WaterId != WaterId || answer.Item != Item);
        var label = Answer is null ? "Take an answer back" : Answer.Overrides ? "Override a check" : "Answer a check";
        return new(build with { Answers = Answer is null ? [.. others] : [.. others, Answer] }, BuildLists.Answers.Back(build), label);
    }
}

/// <summary>
/// Marks a pour as begun. The answers it was begun on are kept with it; those asked anew at each pour are used up. Whether it may begin is
/// the business of the gate before a pour, which needs the plan.
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
        var water = build.WaterOf(WaterId);
        if (build.Begun.Any(pour => pour.WaterId == WaterId && pour.Layer == Layer))
            throw new RefusedException("layer", $"Layer {Layer} of {water.Name} has begun already.", RefusalKind.Impossible);
        if (Layer > 1 && !build.Begun.Any(pour => pour.WaterId == WaterId && pour.Layer == Layer - 1))
            throw new RefusedException("layer", $"Layer {Layer - 1} of {water.Name} comes first.", RefusalKind.Impossible);
        var label = $"Begin layer {Layer} of {water.Name}";
        var own = build.Answers.Where(answer => answer.WaterId == WaterId).ToList();
        return new(
            build with
            {
                Begun = [.. build.Begun, new BegunPour(Id, WaterId, Layer, At, own) { ToMm = ToMm, Ink = water.Ink, ProductId = water.ProductId }],
                Answers = [.. build.Answers.Where(answer => answer.WaterId != WaterId || !BeforePour.AskedEachPour(answer.Item))],
            },
            new Together(label, [BuildLists.Begun.Back(build), BuildLists.Answers.Back(build)]),
            label);
    }
}

/// <summary>Notes what became of a pour, changes fields of the note, or strikes it out.</summary>
/// <param name="PourId">The pour.</param>
/// <param name="Fields">Fields of what became of it (<see cref="PourResult"/>); null strikes it out.</param>
public sealed record LogPour(string PourId, JsonObject? Fields) : BuildEdit
{
    private static readonly HashSet<string> Free = [];

    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var at = BuildLists.Begun.At(build, PourId);
        var pour = build.Begun[at];
        var (result, before) = Fields is null ? (null, pour.Result is null ? null : (JsonObject)BuildLists.Written(pour.Result))
            : pour.Result is null ? ((PourResult)RecordFields.Read(Fields, typeof(PourResult), "fields")!, null)
            : RecordFields.With(pour.Result, Fields, "fields", Free);
        var label = Fields is null ? "Strike out what became of a pour" : $"Note what became of layer {pour.Layer}";
        return new(build with { Begun = [.. build.Begun.Take(at), pour with { Result = result }, .. build.Begun.Skip(at + 1)] }, new LogPour(PourId, before), label);
    }
}

/// <summary>Puts right what a pour was mixed of: begun with the wrong product chosen, it is down as of that one. What lies in the bed is told by this sheet from then on, and what was weighed comes out of its bottles.</summary>
/// <param name="PourId">The pour.</param>
/// <param name="ProductId">The product; null only where undo takes a pour back that a file of an earlier version had brought without one.</param>
public sealed record PouredOf(string PourId, string? ProductId) : BuildEdit
{
    /// <inheritdoc/>
    [JsonIgnore]
    public override bool OnlyUndoes => ProductId is null;

    /// <inheritdoc/>
    protected override BuildChange Change(Build build)
    {
        var at = BuildLists.Begun.At(build, PourId);
        var pour = build.Begun[at];
        return new(
            build with { Begun = [.. build.Begun.Take(at), pour with { ProductId = ProductId }, .. build.Begun.Skip(at + 1)] },
            new PouredOf(PourId, pour.ProductId),
            $"Put right what layer {pour.Layer} was mixed of");
    }
}
