using InkBasin.Core.Bench;
using InkBasin.Core.Plan;

namespace InkBasin.Core.Tests.Bench;

/// <summary>A maker who walks through a session of the creek, minute by minute.</summary>
internal sealed class BenchWalk
{
    private readonly List<BenchEvent> _events = [];
    private int _number;

    public BenchWalk(BenchScript script) => Script = script;

    public BenchScript Script { get; }

    public DateTimeOffset Now { get; private set; } = Samples.Evening;

    public IReadOnlyList<BenchEvent> Events => _events;

    public BenchState State => BenchSession.Of(Script, Samples.Evening, _events);

    /// <summary>The first session of the creek: two parts, one cup, a tint.</summary>
    public static BenchScript Creek { get; } = BuildBench.ScriptOf(Planner.Answers(Samples.Creek, Stores.Examples), 1);

    public BenchWalk Wait(double minutes)
    {
        Now = Now.AddMinutes(minutes);
        return this;
    }

    /// <summary>Does the open step, with all the time it takes.</summary>
    public BenchWalk Do(double? value = null, bool knowingly = false)
    {
        var state = State;
        if (!knowingly && state.Step!.Minutes is { } minutes) Wait(minutes);
        if (state.DueAt is { } due && due > Now) Now = due;
        return Take(new StepDone($"e{++_number}", Now, State.Step!.Id, value, null, knowingly));
    }

    /// <summary>Goes on to a step, everything as planned.</summary>
    public BenchWalk To(string stepId)
    {
        while (State.Step is { } step && step.Id != stepId) Do(step.TargetG);
        Assert.Equal(stepId, State.Step?.Id);
        return this;
    }

    public BenchWalk ToEnd()
    {
        while (State.Step is { } step) Do(step.TargetG);
        return this;
    }

    public BenchWalk Back() => Take(new StepBack($"e{++_number}", Now, State.Steps[State.At - 1].Id));

    public BenchWalk Take(BenchEvent one)
    {
        if (BenchSession.Take(Script, Samples.Evening, _events, one) is not null) _events.Add(one);
        return this;
    }

    public IReadOnlyList<Notice> Said => BenchNotices.Of(Script, State, Now).Notices;
}
