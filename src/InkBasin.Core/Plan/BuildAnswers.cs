using System.Collections.Concurrent;
using InkBasin.Core.Builds;
using InkBasin.Core.Dams;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Materials;
using InkBasin.Core.Log;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Sight;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Plan;

/// <summary>
/// What follows from a build on its ground, where the subjects meet. Nothing is worked out before it is asked, and nothing twice: one who wants a single
/// answer pays for that one. Pure: no clock, no files; what is remembered from plan to plan is handed in.
/// </summary>
public sealed class BuildAnswers
{
    /// <summary>Hollows in a bank up to this deep are dimples, mm (readings.md 9, the application's value).</summary>
    public const double DimpleMm = 1;

    private const double FoamShowsMm = 0.1;

    private readonly CompiledGround _ground;
    private readonly PlanMemory _memory;
    private readonly Stores _stores;
    private readonly ConcurrentDictionary<(string WaterId, string ProductId), WaterAnswers> _mixedOf = [];
    private readonly Lazy<IReadOnlyList<StandingWater>> _standing;
    private readonly Lazy<IReadOnlyList<WaterAnswers>> _waters;
    private readonly Lazy<IReadOnlyList<DrownedPlan>> _drowned;
    private readonly Lazy<IReadOnlyList<DamPlan>> _dams;
    private readonly Lazy<IReadOnlyList<(PourCase Case, LayerPlans Plans)>> _poured;
    private readonly Lazy<Answer<IReadOnlyList<MixSession>>> _sessions;

    /// <param name="build">The build.</param>
    /// <param name="ground">Its ground.</param>
    /// <param name="stores">The stores.</param>
    /// <param name="memory">What is remembered from plan to plan.</param>
    /// <param name="cancel">Stops whatever is being worked out.</param>
    public BuildAnswers(Build build, CompiledGround ground, Stores stores, PlanMemory memory, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(build);
        ArgumentNullException.ThrowIfNull(ground);
        ArgumentNullException.ThrowIfNull(stores);
        ArgumentNullException.ThrowIfNull(memory);
        _stores = stores;
        stores = stores.Following(build.Learnt);
        (Build, _ground, _memory, Stores, Cancel) = (build, ground, memory, stores, cancel);
        Bench = new PourBench(build.Room, build.Care, MeasuringOf(build), build.RoomLog, Clock.Zone(build.TimeZone), memory.Cures);
        _standing = new(() => [.. build.Waters.Select(water => Stand(water, memory.Basins))]);
        _waters = new(() => [.. build.Waters.Zip(Standing).Select(pair => new WaterAnswers(this, pair.First, pair.Second))]);
        _drowned = new(() => [.. build.Drowned.Select(Drown)]);
        _dams = new(() => DamPlan.All(build.Dams, ground.Surface, Standing, build.Making.DamSheet));
        _poured = new(() => [.. Waters.Select(water => (water.Case, water.Layers.Is ?? new LayerPlans([], 0, 0, null, null, null, null)))]);
        _sessions = new(() => Answer.Of(() => MixSessions.Of(Poured, stores.Bottles)));
    }

    private static Measuring MeasuringOf(Build build) => build.Learnt.FirstOrDefault(one => one.Lesson.Kind == LessonKind.Residue)?.Lesson is { } lesson
        ? build.Measuring with { ResidueMl = Math.Clamp(lesson.Value, 0, 100), ResidueFrom = lesson.Count }
        : build.Measuring;

    internal Build Build { get; }

    internal Stores Stores { get; }

    internal CancellationToken Cancel { get; }

    internal PourBench Bench { get; }

    /// <summary>The finished ground.</summary>
    public HeightField Surface => _ground.Surface;

    /// <summary>True area under plaster, mm².</summary>
    internal double PlasterMm2 => _ground.Plaster.AreaMm2;

    /// <summary>Foam as it stands, ml.</summary>
    internal double FoamMl
    {
        get
        {
            double sum = 0;
            for (var cell = 0; cell < _ground.SkinMm.Length; cell++) sum += Math.Max(0, _ground.Surface.HeightsMm[cell] - _ground.SkinMm[cell]);
            return sum * _ground.Surface.CellAreaMm2 / 1000;
        }
    }

    /// <summary>The waters as they stand, in the build's order.</summary>
    public IReadOnlyList<StandingWater> Standing => _standing.Value;

    /// <summary>What follows for each water, in the build's order.</summary>
    public IReadOnlyList<WaterAnswers> Waters => _waters.Value;

    /// <summary>How each dam stands.</summary>
    public IReadOnlyList<DamPlan> Dams => _dams.Value;

    /// <summary>Panels of the dams that are cut from sheet, laid on it.</summary>
    /// <exception cref="RefusedException">A panel is higher than the sheet.</exception>
    public DamCut DamCut() => DamPlan.Cut(Build.Dams, Dams, Build.Making.DamSheet);

    /// <summary>A template for each of those panels.</summary>
    /// <exception cref="RefusedException">A panel is higher than the sheet.</exception>
    public IReadOnlyList<Template> PanelTemplates() => Core.Dams.PanelTemplates.Of(Build.Name, Surface, Build.Dams, Dams, DamCut(), Standing);

    /// <summary>How each drowned thing stands.</summary>
    public IReadOnlyList<DrownedPlan> Drowned => _drowned.Value;

    /// <summary>Mixing sessions ahead.</summary>
    public Answer<IReadOnlyList<MixSession>> Sessions => _sessions.Value;

    internal IReadOnlyList<(PourCase Case, LayerPlans Plans)> Poured => _poured.Value;

    /// <summary>What follows for a water.</summary>
    /// <exception cref="RefusedException">It is not there.</exception>
    public WaterAnswers Of(string waterId)
    {
        Build.WaterOf(waterId);
        return Waters[IndexOf(waterId)];
    }

    /// <summary>What follows for a water were it of the product that a layer of it was mixed of: what became of that layer is held against its own sheet.</summary>
    /// <exception cref="RefusedException">It is not there.</exception>
    internal WaterAnswers AsPoured(string waterId, int layer) =>
        Build.Begun.FirstOrDefault(pour => pour.WaterId == waterId && pour.Layer == layer)?.ProductId is { } of && of != Build.WaterOf(waterId).ProductId
            ? _mixedOf.GetOrAdd((waterId, of), one => new BuildAnswers(Build with { Waters = [.. Build.Waters.Select(water => water.Id == one.WaterId ? water with { ProductId = one.ProductId } : water)] }, _ground, _stores, _memory, Cancel).Of(waterId))
            : Of(waterId);

    /// <summary>How far the plaster has dried.</summary>
    /// <param name="now">Now.</param>
    public DryingPlan Drying(DateTimeOffset now) => DryingPlan.Of(Build.Drying, Build.Making.Plaster, Build.Room, _ground.SkinMm.Max(), now);

    /// <summary>What to cut and to mix.</summary>
    /// <param name="groundOf">Compiles the build's board with other steps.</param>
    /// <exception cref="RefusedException">The foam would take too many sheets or pieces.</exception>
    public MakingPlan Making(Func<IReadOnlyList<GroundStep>, CompiledGround> groundOf) => MakingPlan.Of(
        Build.Recipe,
        groundOf,
        Build.Making,
        Build.Room,
        Build.Drying.Coats,
        [.. Waters.Select(water => new InkedWater(water.Standing, water.Case.InkName, water.Case.InkOf(1)))],
        Build.Dams.Zip(Dams).Where(pair => pair.First.Make != DamMake.Tape).Sum(pair => pair.Second.SeamMm),
        Cancel);

    /// <summary>All of it, put together.</summary>
    public BuildPlan Plan() => new(
        GroundPlan.Of(Build, _ground),
        [.. Waters.Select(water =>
        {
            Cancel.ThrowIfCancellationRequested();
            return water.Plan();
        })],
        [.. Build.StandIns.Select(thing => StandInPlan.Of(thing, Build.Board, Build.Scale, _ground.Surface, Standing))],
        Dams,
        _drowned.Value,
        Sessions,
        RoomLog.Means(Build.RoomLog, Bench.Zone));

    internal int IndexOf(string waterId) => Build.Waters.Index().First(one => one.Item.Id == waterId).Index;

    /// <summary>What will stand in a water, with the bed at its place, mm.</summary>
    internal IReadOnlyList<(DrownedThing Thing, double BedMm)> ThingsIn(StandingWater water) =>
        [.. Build.Drowned.Where(thing => ReferenceEquals(WaterAt(thing), water)).Select(thing => (thing, _ground.Surface.HeightsMm[_ground.Surface.CellAt(thing.At)]))];

    /// <summary>What lies under the deepest point of a water: board, foam, plaster, to a tenth of a millimetre, as finer makes no difference to heat.</summary>
    internal BedColumn BedUnder(StandingWater water)
    {
        if (water.DeepestCell < 0) return ColumnOf(0, 0, false);
        double Foam(int cell) => _ground.Surface.HeightsMm[cell] - _ground.SkinMm[cell];
        return ColumnOf(
            Math.Round(Foam(water.DeepestCell), 1), Math.Round(_ground.SkinMm[water.DeepestCell], 1), Array.Exists(water.Region.Cells, cell => Foam(cell) > FoamShowsMm));
    }

    internal double BedMlAt(PointMm seed, double levelMm) => _memory.Basins.BedMlAt(_ground.Surface, seed, levelMm);

    // Foam insulates: reckoned thicker than it is, to the next doubling, it makes no layer look safer, and most cells of a bed are one column.
    internal BedColumn BedAt(int cell)
    {
        var foam = _ground.Surface.HeightsMm[cell] - _ground.SkinMm[cell];
        return ColumnOf(foam > FoamShowsMm ? Math.Pow(2, Math.Ceiling(Math.Log2(foam))) : 0, Math.Round(_ground.SkinMm[cell]), foam > FoamShowsMm);
    }

    private BedColumn ColumnOf(double foamMm, double skinMm, bool onFoam)
    {
        List<StackLayer> stack = [new(Build.Board.Material == "mdf" ? BedMaterial.Mdf : BedMaterial.Ply, Build.Board.ThicknessMm)];
        if (foamMm > FoamShowsMm) stack.Add(new StackLayer(Build.Making.Foam.Kind == FoamKind.Expanded ? BedMaterial.Eps : BedMaterial.Xps, foamMm));
        if (skinMm > FoamShowsMm) stack.Add(new StackLayer(BedMaterial.Plaster, skinMm));
        return new BedColumn(stack, onFoam);
    }

    private StandingWater Stand(Builds.Water water, BasinMemory basins) =>
        new(water.Id, water.Name, water.Seed, basins.Measure(_ground.Surface, Build.Dams, water.Seed, water.WaterlineMm, DimpleMm, Cancel));

    private StandingWater? WaterAt(DrownedThing thing)
    {
        var cell = _ground.Surface.CellAt(thing.At);
        return Standing.FirstOrDefault(one => one.Covers(cell));
    }

    private DrownedPlan Drown(DrownedThing thing)
    {
        var cell = _ground.Surface.CellAt(thing.At);
        if (WaterAt(thing) is not { } standing) return DrownedPlan.Dry(thing, cell >= 0 ? _ground.Surface.HeightsMm[cell] : null);
        var water = Waters[IndexOf(standing.Id)];
        return DrownedPlan.Of(water.Cut.Things.First(placed => placed.Thing.Id == thing.Id), standing.Id, water.Cut.LevelsMm, water.Case.Sheet, water.Film);
    }
}
