using InkBasin.Core.Bench;
using InkBasin.Core.Dams;
using InkBasin.Core.Days;
using InkBasin.Core.Ground;
using InkBasin.Core.Materials;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
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
    /// <param name="elsewhere">What hands are busy with in other builds.</param>
    public static DaysPlan Of(BuildAnswers answers, DateTimeOffset now, TimetableSearch search, IReadOnlyList<ElsewhereWork>? elsewhere = null)
    {
        ArgumentNullException.ThrowIfNull(answers);
        var (zone, choice) = (answers.Bench.Zone, answers.Build.Days);
        var walks = Walk.Of(answers.Sessions.Is ?? []);
        var plan = DaysPlan.Of(StepsOf(answers, now), choice, Clock.On(now, zone), zone, search, elsewhere, pours => OneMixMin(answers, walks, pours), answers.Cancel);
        return plan with { Room = RoomOf(answers, now, plan.FinishAt ?? now.AddDays(7)), LeftOut = LeftOutOf(answers, now), Waits = [.. answers.Waters.SelectMany(water => StepsOfWater.Waits(water.Case, water.Layers.Is))] };
    }

    /// <summary>Its steps in working order.</summary>
    /// <param name="answers">What follows from the build.</param>
    /// <param name="now">Now.</param>
    public static IReadOnlyList<BuildStep> StepsOf(BuildAnswers answers, DateTimeOffset now) => StepsOf(answers, now, Require.Present(answers, "answers").Build.Days);

    private static IReadOnlyList<BuildStep> StepsOf(BuildAnswers answers, DateTimeOffset now, DaysChoice choice)
    {
        var kits = KitsOf(answers);
        return BuildSteps.Of(GroundOf(answers, now), [.. answers.Waters.Select((water, i) => WaterOf(answers, water, answers.Build.Waters[i], kits))], choice);
    }

    private static IReadOnlyList<LeftOutStep> LeftOutOf(BuildAnswers answers, DateTimeOffset now)
    {
        var out_ = answers.Build.Days.Notes.Where(note => note.LeftOut).Select(note => note.Id).ToHashSet();
        if (out_.Count == 0) return [];
        var all = StepsOf(answers, now, answers.Build.Days with { Notes = [.. answers.Build.Days.Notes.Select(note => note with { LeftOut = false })] });
        return [.. all.Where(step => out_.Contains(step.Id)).Select(step => new LeftOutStep(step.Id, step.Name))];
    }

    private static GroundSteps GroundOf(BuildAnswers answers, DateTimeOffset now)
    {
        var (drying, log) = (answers.Drying(now), answers.Build.Drying);
        var rocks = answers.Build.Recipe.OfType<RockGroup>().Where(group => group.Enabled).Sum(group => group.Count);
        if (log.PlasteredAt is not { } at) return new GroundSteps(answers.FoamMl, rocks, answers.PlasterMm2 / Dm2, null, drying.EstimateH, "by thickness, mix, coats and room");

        // Once its weighings say something, they count; what they call dry is ready.
        var (until, from) = drying switch
        {
            { IsDry: true } => (now, "dry, by its weighings"),
            { ForecastAt: { } forecast } => (forecast, "by its weighings"),
            { EstimatedAt: { } estimated } => (estimated, "by thickness, mix, coats and room"),
            _ => (at.AddHours(drying.EstimateH), "by thickness, mix, coats and room"),
        };
        return new GroundSteps(answers.FoamMl, rocks, answers.PlasterMm2 / Dm2, at, Math.Max(0, (until - at).TotalHours), from);
    }

    private static WaterSteps WaterOf(BuildAnswers answers, WaterAnswers water, Builds.Water chosen, ILookup<(string Water, int Layer), PourKit> kits)
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
            Enumerable.Range(0, plans?.Layers.Count ?? 0).Where(layer => kits.Contains((chosen.Id, layer))).ToDictionary(layer => layer, layer => Joined([.. kits[(chosen.Id, layer)]])));
    }

    // Several colours of one layer are mixed one after another, and none of them with another water's.
    private static PourKit Joined(PourKit[] kits) => kits is [var only] ? only : new PourKit(
        kits.Sum(kit => kit.WorkMin), [.. kits.SelectMany(kit => kit.LayOut).Distinct()], [.. kits.SelectMany(kit => kit.Missing).Distinct()], null, kits.Min(kit => kit.KeepsUntil), kits[0].Walk);

    // A layer's part of each session it is mixed in.
    private static ILookup<(string Water, int Layer), PourKit> KitsOf(BuildAnswers answers)
    {
        var shelf = new Dictionary<string, ShelfLife>(StringComparer.Ordinal);
        var kits = new List<((string Water, int Layer) Key, PourKit Kit)>();
        foreach (var (walk, session) in Walk.Of(answers.Sessions.Is ?? []).SelectMany(walk => walk.Sessions.Select(session => (walk.Number, session))).OrderBy(one => one.session.Number))
        {
            var batches = session.Cards.Select(card => card.Batch).ToList();
            if (!shelf.TryGetValue(session.ProductId, out var life)) shelf[session.ProductId] = life = new ShelfLife(answers.Stores.Sheet(session.ProductId)!, answers.Stores.Bottles);
            var keeps = life.Take(batches.Sum(batch => batch.AG), batches.Sum(batch => batch.BG));
            foreach (var pool in session.Pools)
            {
                var (layer, share) = (pool.Layer - 1, session.VolumeMl > 0 ? pool.VolumeMl / session.VolumeMl : 1);
                var cups = (int)Math.Ceiling((batches.Count * share) - 1e-9);
                var (one, two) = (batches.Sum(batch => batch.AG) * share, batches.Sum(batch => batch.BG) * share);
                var choice = answers.Of(pool.WaterId).Case.ChoiceOf(layer);
                kits.Add(((pool.WaterId, layer), new PourKit(
                    session.BenchMin * share,
                    [
                        $"{session.ProductName}, {(two > 0 ? $"{Said.Short(one)} + {Said.Short(two)} g" : $"{Said.Short(one)} g")} for {pool.Name}",
                        .. session.InkName is { } ink ? [ink] : Array.Empty<string>(),
                        cups == 1 ? "a cup, scale, sticks" : $"{cups} cups, scale, sticks",
                        "gloves, wipes, a cover against dust",
                    ],
                    session.Stock is { Enough: false } stock ? [$"{session.ProductName}: {string.Join(" and ", ShortOf(stock))}"] : [],
                    choice.Places.Count > 0 ? null : session.MixKey,
                    keeps,
                    walk)));
            }
        }

        return kits.ToLookup(one => one.Key, one => one.Kit);
    }

    // What is one walk at the bench takes what its cups take, whatever stops it. Of others it is asked whether one mix would do; by then there may be other bottles, and whether these suffice is told of each by itself.
    private static double? OneMixMin(BuildAnswers answers, IReadOnlyList<Walk> walks, IReadOnlyList<BuildStep> pours)
    {
        List<(string WaterId, int Layer)> layers = [.. pours.Select(step => (step.WaterId!, step.Layer!.Value))];
        return walks.FirstOrDefault(walk => walk.Layers.ToHashSet().SetEquals(layers)) is { } one ? one.Sessions.Sum(session => session.BenchMin)
            : MixSessions.Together(answers.Poured, answers.Stores.Bottles, layers) is { CanBeMixed: true } mix ? mix.BenchMin : null;
    }

    private static IEnumerable<string> ShortOf(StockDraw stock)
    {
        if (stock.OneShortG > 0) yield return $"{Said.Short(stock.OneShortG)} g of part one";
        if (stock.TwoShortG > 0) yield return $"{Said.Short(stock.TwoShortG)} g of part two";
    }

    // As it was read up to now, as it is planned from then on.
    private static DaysRoom RoomOf(BuildAnswers answers, DateTimeOffset now, DateTimeOffset finish)
    {
        var (room, zone) = (answers.Build.Room, answers.Bench.Zone);
        var from = now.AddDays(-1);
        List<RoomMoment> course = [.. answers.Build.RoomLog.Where(reading => reading.At >= from && reading.At <= now).OrderBy(reading => reading.At).DistinctBy(reading => reading.At).Select(reading => new RoomMoment(reading.At, reading.AirC))];
        var begins = course.Count > 0 ? course[^1].At : from;
        var local = Clock.On(from, zone);
        var night = room.NightC ?? room.AirC;
        for (var day = 0; day <= (finish - from).TotalDays + 2; day++)
        {
            foreach (var (hour, c) in new[] { (7.5, night), (8.5, room.AirC), (19.5, room.AirC), (20.5, night) })
            {
                var wall = local.Date.AddDays(day).AddHours(hour);
                var at = zone is null ? new DateTimeOffset(wall, local.Offset) : Clock.Wall(wall, zone);
                if (at > begins) course.Add(new RoomMoment(at, c));
            }
        }

        var least = answers.Waters.Where(water => water.Layers.Is is { Layers: var layers } && layers.Any(layer => layer.Poured is null)).Select(water => water.Case.Sheet?.WorkFromC).Max();
        return new DaysRoom(course, least);
    }
}
