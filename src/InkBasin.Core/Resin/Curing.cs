using System.Globalization;
using InkBasin.Core.Drying;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Resin;

/// <summary>What a pour is followed in: bed, room, cover.</summary>
public sealed class Curing
{
    /// <summary>Nearer to a limit than this is tight, °C.</summary>
    public const double TightC = 8;

    private const double PlanSlack = 8;
    private const double GlassyBefore = 0.02;
    private const double EveningHour = 19;
    private const int MostUnder = 20;

    // Thinner than this the column is not cut.
    private const double LeastMm = 0.02;

    private const double HundredthsOfMm = 100;

    private readonly CureProblem _problem;
    private readonly ProductSheet _sheet;
    private readonly double _foamLimitC;
    private readonly string _key;
    private readonly CureMemory _memory;
    private readonly CancellationToken _cancel;

    private Curing(CureProblem problem, ProductSheet sheet, Room room, double slowdown, string key, CureMemory memory, CancellationToken cancel)
    {
        _memory = memory;
        _cancel = cancel;
        _problem = problem;
        _sheet = sheet;
        _foamLimitC = SafeDepth.FoamLimitOf(problem.Stack);
        _key = key;
        Slowdown = slowdown;
        MeanC = room.NightC is { } night ? (room.AirC + night) / 2 : room.AirC;
    }

    /// <summary>The sheet's hours take this many times as long in this room: k(T_ref)/k(T_room).</summary>
    public double Slowdown { get; }

    /// <summary>Mean temperature of the room, °C.</summary>
    public double MeanC { get; }

    /// <summary>A pour over a bed.</summary>
    /// <param name="bed">What lies under its deepest point, from the bottom up, thicknesses to a tenth of a millimetre.</param>
    /// <param name="room">The room.</param>
    /// <param name="care">How it is kept meanwhile.</param>
    /// <param name="sheet">The product, in two parts.</param>
    /// <param name="memory">What was followed before.</param>
    /// <param name="cancel">Stops whatever is followed.</param>
    public static Curing Over(IReadOnlyList<StackLayer> bed, Room room, CureCare care, ProductSheet sheet, CureMemory memory, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(bed);
        ArgumentNullException.ThrowIfNull(room);
        ArgumentNullException.ThrowIfNull(care);
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(memory);
        var resin = ResinProperties.Of(sheet);
        var kinetics = new CureKinetics(resin);
        double Speed(double celsius) => kinetics.RateConstant(Temperature.ToK(celsius));
        var speed = room.NightC is { } night ? (Speed(room.AirC) + Speed(night)) / 2 : Speed(room.AirC);
        var slowdown = Speed(sheet.ReferenceC) / speed;
        var hours = Math.Clamp(4 * sheet.GelH * slowdown, 48, 600);
        var course = room.NightC is { } cold ? RoomCourse.DayAndNight(room.AirC, cold, EveningHour, hours) : RoomCourse.Constant(room.AirC);
        var problem = new CureProblem(resin, sheet.GreatestLayerMm, bed, course, hours, care.TopWPerM2K, care.BottomWPerM2K)
        {
            Slack = PlanSlack,
            Cover = care.Cover,
            StripCure = Math.Min(0.85, CureKinetics.VitrifiedCure(Temperature.ToK(Math.Min(room.AirC, room.NightC ?? room.AirC))) - GlassyBefore),
        };
        var key = string.Create(CultureInfo.InvariantCulture, $"{resin}|{hours}|{room.AirC}|{room.NightC}|{care}|{string.Join(',', bed)}");
        return new Curing(problem, sheet, room, slowdown, key, memory, cancel);
    }

    /// <summary>The safe depth over the bare bed; null where even a film would be too hot.</summary>
    public SafePlan? Safe()
    {
        var limit = string.Create(CultureInfo.InvariantCulture, $"depth|{_key}|{_sheet.GreatestLayerMm}");

        // Where no layer is safe the plan goes on with the sheet's depth, and stops the pour.
        var depth = _memory.Remember(limit, () => Answer.Of(() => SafeDepth.Of(_problem, _sheet.GreatestLayerMm, SafeDepth.ResinLimitC, _foamLimitC, withCurve: false, _cancel))).Is;
        if (depth is null) return null;

        // Layers are followed to a hundredth of a millimetre: what is safe lies on one of those, or the layer would be followed deeper than it is.
        if (depth.LimitedBy != DepthLimit.Sheet) depth = depth with { SafeMm = Math.Max(LeastMm, Math.Floor((depth.SafeMm * HundredthsOfMm) + 1e-6) / HundredthsOfMm) };
        var words = depth.LimitedBy switch
        {
            DepthLimit.Sheet => $"The sheet’s {Said.Short(_sheet.GreatestLayerMm)} mm are safe over this bed: at most {depth.PeakC:0} °C.",
            DepthLimit.ResinHeat => $"The sheet allows {Said.Short(_sheet.GreatestLayerMm)} mm; over this bed and in this room more than {Said.Short(depth.SafeMm)} mm would pass {SafeDepth.ResinLimitC:0} °C and run away.",
            _ => $"The sheet allows {Said.Short(_sheet.GreatestLayerMm)} mm; more than {Said.Short(depth.SafeMm)} mm would soften the foam under it.",
        };
        return new SafePlan(depth.SafeMm, depth.LimitedBy, depth.PeakC, _sheet.GreatestLayerMm, words);
    }

    /// <summary>The curve of peak against depth.</summary>
    public IReadOnlyList<DepthHeat> Curve(double toMm, int points) =>
        [.. Enumerable.Range(1, points).Select(k => toMm * k / points).Select(depth =>
        {
            var run = CureColumn.Follow(_problem with { LayerMm = depth }, cancel: _cancel);
            return new DepthHeat(depth, run.PeakC, run.FoamFacePeakC);
        })];

    /// <summary>Follows a layer on what was poured before it.</summary>
    /// <param name="depthMm">Its depth, mm.</param>
    /// <param name="under">Layers under it, from the bed up: depth, mm, and the cure each had reached when this one goes on.</param>
    /// <param name="room">The room as it was logged, for a layer already poured; null for the room of the plan.</param>
    public CureRun Follow(double depthMm, IReadOnlyList<(double DepthMm, double Cure)> under, RoomCourse? room = null)
    {
        var depth = Math.Max(LeastMm, Math.Round(depthMm, 2));
        List<StackLayer> stack = [.. _problem.Stack, .. under.Select(one => new StackLayer(BedMaterial.CuredResin, Math.Max(LeastMm, Math.Round(one.DepthMm, 2)), Math.Round(one.Cure, 3)))];
        var key = string.Create(CultureInfo.InvariantCulture, $"run|{_key}|{depth}|{string.Join(',', stack.Skip(_problem.Stack.Count).Select(one => $"{one.ThicknessMm}:{one.Cure}"))}");
        if (room is not null) key += $"|{string.Join(',', room.Points)}";
        return _memory.Remember(key, () => CureColumn.Follow(_problem with { LayerMm = depth, Stack = stack, Room = room ?? _problem.Room }, cancel: _cancel));
    }

    /// <summary>How the top of the last of some layers sets; null when it does not gel in the time looked at.</summary>
    /// <param name="depthsMm">Depths of the layers, from the bed up, mm.</param>
    public SettingSurface? SurfaceOf(IReadOnlyList<double> depthsMm)
    {
        ArgumentNullException.ThrowIfNull(depthsMm);
        var under = new List<StackLayer>(_problem.Stack);
        foreach (var depth in depthsMm.SkipLast(1).TakeLast(MostUnder)) under.Add(new StackLayer(BedMaterial.CuredResin, Math.Max(LeastMm, depth)));
        return CureColumn.Follow(_problem with { LayerMm = Math.Max(LeastMm, depthsMm[^1]), Stack = under, SurfaceMPaS = _sheet.MixedViscosityMPaS, Slack = 1 }, cancel: _cancel).Surface;
    }

    /// <summary>How hot a layer is.</summary>
    public Standing StandingOf(CureRun run) =>
        run.PeakC > SafeDepth.ResinLimitC || run.FoamFacePeakC > _foamLimitC ? Standing.Stop
        : run.PeakC > SafeDepth.ResinLimitC - TightC || run.FoamFacePeakC > _foamLimitC - TightC ? Standing.Tight
        : Standing.Holds;
}
