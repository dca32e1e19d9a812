using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Plan;

namespace InkBasin.Core.Tests.Days;

/// <summary>A creek whose first pour nobody has dated, its steps and its days.</summary>
public abstract class CreekDays
{
    // A Monday afternoon, five hours before Samples.Evening.
    protected static readonly DateTimeOffset Now = Samples.Evening.AddHours(-5);

    protected static readonly TimetableSearch Search = new(TimeSpan.FromSeconds(20));

    // Nobody has said yet when its first layer is poured.
    protected static readonly Build Creek = Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { FirstPourAt = null }] };

    protected static BuildAnswers Answers(Build build) => Planner.Answers(build, Stores.Examples);

    protected static IReadOnlyList<BuildStep> Steps(Build build) => BuildDays.StepsOf(Answers(build), Now);

    protected static DaysPlan Days(Build build) => BuildDays.Of(Answers(build), Now, Search);

    protected static Build Noted(Build build, params StepNote[] notes) => build with { Days = build.Days with { Notes = notes } };

    protected static DayPlace Of(DaysPlan days, string id) => days.Places.Single(place => place.Step.Id == id);
}
