using InkBasin.Core.Dams;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Materials;
using InkBasin.Core.Log;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>
/// What follows for one water. Each answer comes from its subject, is worked out when it is first asked and kept as long as this is; one that cannot be
/// given stops in its own place.
/// </summary>
public sealed class WaterAnswers
{
    private readonly BuildAnswers _build;
    private readonly Builds.Water _water;
    private readonly Lazy<WaterLevel> _level;
    private readonly Lazy<TestedWater> _tested;
    private readonly Lazy<WaterTakes> _takes;
    private readonly Lazy<PourCase> _case;
    private readonly Lazy<LayerCourse?> _course;
    private readonly Lazy<Answer<LayerCut>> _cut;
    private readonly Lazy<LayerCut> _stands;
    private readonly Lazy<ThinFilm?> _film;
    private readonly Lazy<Answer<LayerPlans>> _layers;
    private readonly Lazy<IReadOnlyList<Notice>> _pourNotices;

    internal WaterAnswers(BuildAnswers build, Builds.Water water, StandingWater standing)
    {
        _build = build;
        _water = water;
        Standing = standing;
        _level = new(() => WaterLevel.Of(standing, build.Standing, build.Build.Scale));
        _tested = new(() => TestedWater.Of(standing, build.Build.WaterTests.Where(test => test.WaterId == water.Id), level => build.BedMlAt(water.Seed, level)).Following(standing, build.Build.Learnt.Where(one => one.Lesson.Kind == LessonKind.Volume).Select(one => ((double Factor, int Pours)?)(one.Lesson.Value, one.Lesson.Count)).FirstOrDefault()));
        _takes = new(() => WaterTakes.Of(standing, _tested.Value, Cut.DisplacedMl, build.Build.Recipe.Where(step => step.Enabled).OfType<IMeasuredBed>()));
        _case = new(CaseOf);
        _course = new(() => Case.Course(build.Cancel));
        _cut = new(() => Answer.Of(() => LayerCut.Of(Case, _course.Value)));
        _stands = new(() => _cut.Value.Is ?? LayerCut.Whole(Case));
        _film = new(() => Case.Sheet is { Traits.IsOnePart: false } sheet ? new ThinFilm(ResinProperties.Of(sheet), sheet.MixedViscosityMPaS, build.Bench.Room.AirC) : null);
        _layers = new(() => _cut.Value is { Is: { } cut } ? Answer.Of(() => LayerPlans.Of(Case, _course.Value, cut, Film)) : new(null, _cut.Value.Stop));
        _pourNotices = new(() => [.. Layers.Stop is { } stop ? [stop] : Array.Empty<Notice>(), .. PourNotices.Of(Case, _course.Value, Safe, Planned, _build.Sessions.Is ?? [])]);
    }

    /// <summary>The water as it stands.</summary>
    public StandingWater Standing { get; }

    /// <summary>Where it stands and how well.</summary>
    public WaterLevel Level => _level.Value;

    /// <summary>Its tests, and what it takes.</summary>
    public WaterTakes Takes => _takes.Value;

    /// <summary>All it is poured by.</summary>
    public PourCase Case => _case.Value;

    /// <summary>How its layers set; null without a product or water.</summary>
    public LayerCourse? Course => _course.Value;

    /// <summary>Where its layers end and its things stand; as one layer where it cannot be cut as it is wished.</summary>
    internal LayerCut Cut => _stands.Value;

    /// <summary>A thin film of its product in the room; null for what does not react by itself.</summary>
    internal ThinFilm? Film => _film.Value;

    /// <summary>How deep a layer may be; null without a product or water, or where no layer is safe.</summary>
    public SafePlan? Safe => Course?.Safe();

    /// <summary>Its layers.</summary>
    public Answer<LayerPlans> Layers => _layers.Value;

    /// <summary>Its last layer while it sets.</summary>
    /// <exception cref="RefusedException">Nothing of it can be poured, or its product holds no ripples.</exception>
    public SurfacePlan Surface() =>
        SurfacePlan.Of(Case, Planned, Waves, _build.Cancel);

    private WaveScale Waves => WaveScale.Of(Standing.Region.ExtentMm, Standing.Region.MeanDepthMm, _build.Build.Scale, _water.Wind, _water.Flow);

    /// <summary>What it looks like from above, cell by cell.</summary>
    public WaterPicture Picture() => WaterPicture.Of(Case, Planned, _build.Cancel);

    private IReadOnlyList<PlannedLayer> Planned => Layers.Is?.Layers ?? [];

    /// <summary>What the list before its next pour is filled from.</summary>
    /// <param name="now">Now.</param>
    public PourQuestions Questions(DateTimeOffset now)
    {
        var next = Case.Begun.Count + 1;
        List<(Dam Dam, DamPlan Plan)> dams = [.. _build.Build.Dams.Zip(_build.Dams).Where(pair => pair.Second.Holds.Contains(_water.Id))];
        return new PourQuestions(
            Case,
            Layers.Is,
            [.. _pourNotices.Value.Where(notice => notice.Standing == Core.Standing.Stop)],
            Level,
            Takes,
            dams,

            // Of several colours side by side the one there is too little of speaks.
            MixSessions.Of(_build.Sessions.Is ?? [], _water.Id, next).OrderBy(session => session.Stock?.Enough ?? true).FirstOrDefault(),
            _build.Drying(now),
            SealingPlan.Of(Standing.Region.AreaMm2, dams.Where(dam => dam.Dam.Make != DamMake.Tape).Sum(dam => dam.Plan.SeamMm), _build.Build.Making.Sealing, _build.Build.Room),
            [.. _build.Build.Answers.Where(answer => answer.WaterId == _water.Id)],
            now);
    }

    /// <summary>All of it, put together.</summary>
    public WaterPlan Plan()
    {
        var edges = WaterEdges.Of(Standing);
        return new WaterPlan(
            _water.Id,
            Level,
            edges,
            Takes,
            Safe,
            Layers,
            WaterLook.Of(Case, Planned),
            WaterInk.Of(Case, Planned, Trials, _build.Sessions.Is ?? []),
            GelPlan.Of(_water.Gel, _build.Stores.Sheet(_water.Gel?.ProductId), Standing.Region.AreaMm2, _build.Build.Room),
            Answer.Of(() => Case.Sheet is { Traits.IsOnePart: false } sheet && Planned.Count > 0
                ? WaterEdges.SeepOf(Standing, _build.Build.Dams, Takes.Tests, Planned[0].ToMm, sheet, _build.Build.Room)
                : null),
            Answer.Of(() => AfterPour.Of(_build.IndexOf(_water.Id), _build.Poured)),
            LevelNotices.Of(Level, edges.Open).Concat(PourNotices.OfSoft(Case)).Concat(PourNotices.OfAnother(Case)).Concat(PourNotices.OfStores(Case)).Concat(_pourNotices.Value).WorstFirst(),
            new Dictionary<string, Working>(Takes.Workings(Standing).Concat(PourWorkings.Of(Case, Course, Safe, Planned, _build.Sessions.Is ?? []))))
        {
            Waves = Waves,
        };
    }

    private IReadOnlyList<TriedPuddle> Trials => [.. _build.Build.Trials.Where(trial => trial.WaterId == _water.Id).Select(trial => TriedPuddle.Of(trial, _build.Stores.Tints))];

    private IReadOnlyList<BegunPour> Begun => [.. _build.Build.Begun.Where(pour => pour.WaterId == _water.Id).OrderBy(pour => pour.Layer)];

    private PourCase CaseOf() => new()
    {
        Water = Standing,
        Layering = _water.Layering,
        Ink = _water.Ink,
        Sheet = _build.Stores.Sheet(_water.ProductId),
        Tints = [.. Begun.Select(pour => pour.Ink).Append(_water.Ink).OfType<InkChoice>().SelectMany(ink => ink.TintIds).Distinct().Select(_build.Stores.Tint).OfType<Tint>()],
        Paint = _water.Paint,
        Strokes = _water.BedStrokes,
        Barrier = _water.Barrier,
        FirstPourAt = _water.FirstPourAt,
        Begun = Begun,
        Soft = SoftLayers.Of(_water.Id, Begun, _build.Build.Log),
        Things = _build.ThingsIn(Standing),
        Storage = _tested.Value.Storage,
        Bed = _build.BedUnder(Standing),
        BedAt = _build.BedAt,
        Bench = _build.Bench,
    };
}
