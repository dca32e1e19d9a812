using InkBasin.Core.Dams;
using InkBasin.Core.Days;
using InkBasin.Core.Materials;
using InkBasin.Core.Pours;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>The days of a build: its steps, put together from what each subject answers, in the maker's bench hours.</summary>
public static class BuildDays
{
    private const double Dm2 = 10_000;

    /// <summary>Plans them from now on.</summary>
    /// <param name="answers">What follows from the build.</param>
    /// <param name="now">Now.</param>
    /// <param name="search">How long may be sought.</param>
    public static DaysPlan Of(BuildAnswers answers, DateTimeOffset now, TimetableSearch search)
    {
        ArgumentNullException.ThrowIfNull(answers);
        return DaysPlan.Of(StepsOf(answers, now), answers.Build.Days, Clock.On(now, answers.Bench.Zone), answers.Bench.Zone, search, answers.Cancel);
    }

    /// <summary>Its steps in working order.</summary>
    /// <param name="answers">What follows from the build.</param>
    /// <param name="now">Now.</param>
    public static IReadOnlyList<BuildStep> StepsOf(BuildAnswers answers, DateTimeOffset now)
    {
        ArgumentNullException.ThrowIfNull(answers);
        return BuildSteps.Of(GroundOf(answers, now), [.. answers.Waters.Select((water, i) => WaterOf(answers, water, answers.Build.Waters[i]))], answers.Build.Days);
    }

    private static GroundSteps GroundOf(BuildAnswers answers, DateTimeOffset now)
    {
        var (drying, log) = (answers.Drying(now), answers.Build.Drying);
        if (log.PlasteredAt is not { } at) return new GroundSteps(answers.PlasterMm2 / Dm2, null, drying.EstimateH, "by thickness, mix, coats and room");

        // Once its weighings say something, they count; what they call dry is ready.
        var (until, from) = drying switch
        {
            { IsDry: true } => (now, "dry, by its weighings"),
            { ForecastAt: { } forecast } => (forecast, "by its weighings"),
            { EstimatedAt: { } estimated } => (estimated, "by thickness, mix, coats and room"),
            _ => (at.AddHours(drying.EstimateH), "by thickness, mix, coats and room"),
        };
        return new GroundSteps(answers.PlasterMm2 / Dm2, at, Math.Max(0, (until - at).TotalHours), from);
    }

    private static WaterSteps WaterOf(BuildAnswers answers, WaterAnswers water, Builds.Water chosen)
    {
        List<(Dam Dam, DamPlan Plan)> dams = [.. answers.Build.Dams.Zip(answers.Dams).Where(pair => pair.Second.Holds.Contains(chosen.Id))];
        var glued = dams.Where(pair => pair.Dam.Make != DamMake.Tape).ToList();
        var plans = water.Layers.Is;
        var surface = Answer.Of(water.Surface).Is;
        var gel = GelPlan.Of(chosen.Gel, answers.Stores.Sheet(chosen.Gel?.ProductId), water.Standing.Region.AreaMm2, answers.Build.Room);
        return new WaterSteps(
            water.Case,
            plans,
            dams.Count,
            glued.Count,
            SealingPlan.Of(water.Standing.Region.AreaMm2, glued.Sum(pair => pair.Plan.SeamMm), answers.Build.Making.Sealing, answers.Build.Room).WaitH,
            answers.Build.WaterTests.Where(test => test.WaterId == chosen.Id).Max(test => (DateTimeOffset?)test.At),
            surface?.Waves ?? new WaveScale(0, 0, 0, 0, 0, false),
            surface?.Ripples,
            gel is null ? null : (gel, chosen.Gel!.Coats),
            WorkOf(answers, chosen.Id, plans));
    }

    // A layer's part of the session it is mixed in.
    private static Dictionary<int, double> WorkOf(BuildAnswers answers, string waterId, LayerPlans? plans)
    {
        var work = new Dictionary<int, double>();
        foreach (var session in answers.Sessions.Is ?? [])
        {
            foreach (var pool in session.Pools.Where(pool => pool.WaterId == waterId))
                work[pool.Layer - 1] = work.GetValueOrDefault(pool.Layer - 1) + (session.VolumeMl > 0 ? session.WorkMin * pool.VolumeMl / session.VolumeMl : session.WorkMin);
        }

        return plans is null ? [] : work;
    }
}
