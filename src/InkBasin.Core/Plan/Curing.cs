using System.Collections.Concurrent;
using System.Globalization;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Plan;

/// <summary>How a build is kept while its resin cures.</summary>
/// <param name="Covered">Under a cover against dust: nearly everyone does, and it costs about a third of the safe depth.</param>
/// <param name="FlatOnBench">The board lies flat on the bench instead of raised.</param>
public sealed record CureCare(bool Covered = true, bool FlatOnBench = false);

/// <summary>How a planned layer will cure at its own place in the stack.</summary>
/// <param name="PeakC">Hottest it becomes, °C.</param>
/// <param name="PeakAtH">When, hours after its pour.</param>
/// <param name="FoamFacePeakC">Hottest the foam's face becomes, °C; null without foam.</param>
/// <param name="GelH">Gelled, hours after its pour; null when not within the time looked at.</param>
/// <param name="TackFreeH">Tack-free.</param>
/// <param name="FirmH">Firm enough to strip dams.</param>
/// <param name="LargestBubbleMm">Largest bubble from its bed that stays in it, mm; null where nothing rises.</param>
/// <param name="Standing">How hot and how deep that is: holds, tight within 8 °C of the limit, stop over it or over the safe depth.</param>
public sealed record LayerCure(
    double PeakC,
    double PeakAtH,
    double? FoamFacePeakC,
    double? GelH,
    double? TackFreeH,
    double? FirmH,
    double? LargestBubbleMm,
    Standing Standing);

/// <summary>How deep a layer of a water may be.</summary>
/// <param name="SafeMm">The depth, mm.</param>
/// <param name="LimitedBy">What forbids more.</param>
/// <param name="PeakC">Hottest resin at that depth, °C.</param>
/// <param name="SheetMm">The sheet's greatest layer, mm.</param>
/// <param name="Sentence">In the maker's words.</param>
public sealed record SafePlan(double SafeMm, DepthLimit LimitedBy, double PeakC, double SheetMm, string Sentence);

/// <summary>What a pour of a build is followed in: bed, room, cover.</summary>
internal sealed class Curing
{
    private const double CoveredTop = 4;
    private const double OpenTop = 9;
    private const double FlatBottom = 3;
    private const double RaisedBottom = 6;
    private const double TightC = 8;
    private const double PlanSlack = 8;
    private const double GlassyBefore = 0.02;
    private const double EveningHour = 19;
    private const int MostRemembered = 4000;
    private const int MostUnder = 20;

    // The same question has the same answer: dragging a waterline asks most of them again and again.
    private static readonly ConcurrentDictionary<string, CureRun> Runs = new(StringComparer.Ordinal);
    private static readonly ConcurrentDictionary<string, SafeDepth?> Depths = new(StringComparer.Ordinal);

    private readonly CureProblem _problem;
    private readonly ProductSheet _sheet;
    private readonly double _foamLimitC;
    private readonly string _key;

    private Curing(CureProblem problem, ProductSheet sheet, Room room, double slowdown, string key)
    {
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

    /// <summary>The bed under the deepest point of a water, as its first layer meets it.</summary>
    /// <param name="build">The build.</param>
    /// <param name="ground">Its ground.</param>
    /// <param name="cell">The deepest cell.</param>
    /// <param name="sheet">The product.</param>
    public static Curing Under(Build build, CompiledGround ground, int cell, ProductSheet sheet)
    {
        var resin = ResinProperties.Of(sheet);
        var kinetics = new CureKinetics(resin);
        double Speed(double celsius) => kinetics.RateConstant(Temperature.ToK(celsius));
        var room = build.Room;
        var speed = room.NightC is { } night ? (Speed(room.AirC) + Speed(night)) / 2 : Speed(room.AirC);
        var slowdown = Speed(sheet.ReferenceC) / speed;

        // To a tenth of a millimetre: finer makes no difference to the heat, and the same answers are remembered.
        double skin = Math.Round(ground.SkinMm[cell], 1), foam = Math.Round(ground.Surface.HeightsMm[cell] - ground.SkinMm[cell], 1);
        var stack = new List<StackLayer> { new(build.Board.Material == "mdf" ? BedMaterial.Mdf : BedMaterial.Ply, build.Board.ThicknessMm) };
        if (foam > 0.1) stack.Add(new StackLayer(build.Making.Foam.Kind == FoamKind.Expanded ? BedMaterial.Eps : BedMaterial.Xps, foam));
        if (skin > 0.1) stack.Add(new StackLayer(BedMaterial.Plaster, skin));
        var hours = Math.Clamp(4 * sheet.GelH * slowdown, 48, 600);
        var course = room.NightC is { } cold ? RoomCourse.DayAndNight(room.AirC, cold, EveningHour, hours) : RoomCourse.Constant(room.AirC);
        var problem = new CureProblem(
            resin, sheet.GreatestLayerMm, stack, course, hours, build.Care.Covered ? CoveredTop : OpenTop, build.Care.FlatOnBench ? FlatBottom : RaisedBottom)
        {
            Slack = PlanSlack,
            StripCure = Math.Min(0.85, CureKinetics.VitrifiedCure(Temperature.ToK(Math.Min(room.AirC, room.NightC ?? room.AirC))) - GlassyBefore),
        };
        var key = string.Create(CultureInfo.InvariantCulture, $"{resin}|{hours}|{room.AirC}|{room.NightC}|{build.Care}|{string.Join(',', stack)}");
        return new Curing(problem, sheet, room, slowdown, key);
    }

    /// <summary>The safe depth over the bare bed; null where even a film would be too hot.</summary>
    public SafePlan? Safe()
    {
        var limit = string.Create(CultureInfo.InvariantCulture, $"{_key}|{_sheet.GreatestLayerMm}");
        var depth = Remember(Depths, limit, () =>
        {
            try
            {
                return SafeDepth.Of(_problem, _sheet.GreatestLayerMm, SafeDepth.ResinLimitC, _foamLimitC, withCurve: false);
            }
            catch (RefusedException)
            {
                // Told as "no layer is safe": the plan goes on with the sheet's depth and stops the pour.
                return null;
            }
        });
        if (depth is null) return null;
        var words = depth.LimitedBy switch
        {
            DepthLimit.Sheet => $"The sheet’s {Mm(_sheet.GreatestLayerMm)} mm are safe over this bed: at most {depth.PeakC:0} °C.",
            DepthLimit.ResinHeat => $"The sheet allows {Mm(_sheet.GreatestLayerMm)} mm; over this bed and in this room more than {Mm(depth.SafeMm)} mm would pass {SafeDepth.ResinLimitC:0} °C and run away.",
            _ => $"The sheet allows {Mm(_sheet.GreatestLayerMm)} mm; more than {Mm(depth.SafeMm)} mm would soften the foam under it.",
        };
        return new SafePlan(depth.SafeMm, depth.LimitedBy, depth.PeakC, _sheet.GreatestLayerMm, words);
    }

    /// <summary>The curve of peak against depth.</summary>
    public IReadOnlyList<DepthHeat> Curve(double toMm, int points, CancellationToken cancel) =>
        [.. Enumerable.Range(1, points).Select(k => toMm * k / points).Select(depth =>
        {
            var run = CureColumn.Follow(_problem with { LayerMm = depth }, cancel: cancel);
            return new DepthHeat(depth, run.PeakC, run.FoamFacePeakC);
        })];

    /// <summary>Follows a layer on what was poured before it.</summary>
    /// <param name="depthMm">Its depth, mm.</param>
    /// <param name="under">Layers under it, from the bed up: depth, mm, and the cure each had reached when this one goes on.</param>
    /// <param name="room">The room as it was logged, for a layer already poured; null for the room of the plan.</param>
    public CureRun Follow(double depthMm, IReadOnlyList<(double DepthMm, double Cure)> under, RoomCourse? room = null)
    {
        var depth = Math.Max(0.02, Math.Round(depthMm, 2));
        List<StackLayer> stack = [.. _problem.Stack, .. under.Select(one => new StackLayer(BedMaterial.CuredResin, Math.Max(0.02, Math.Round(one.DepthMm, 2)), Math.Round(one.Cure, 3)))];
        var key = string.Create(CultureInfo.InvariantCulture, $"{_key}|{depth}|{string.Join(',', stack.Skip(_problem.Stack.Count).Select(one => $"{one.ThicknessMm}:{one.Cure}"))}");
        if (room is not null) key += $"|{string.Join(',', room.Points)}";
        return Remember(Runs, key, () => CureColumn.Follow(_problem with { LayerMm = depth, Stack = stack, Room = room ?? _problem.Room }));
    }

    /// <summary>How the top of the last of some layers sets; null when it does not gel in the time looked at.</summary>
    public SettingSurface? SurfaceOf(IReadOnlyList<PlannedLayer> layers, CancellationToken cancel)
    {
        var under = new List<StackLayer>(_problem.Stack);
        foreach (var layer in layers.SkipLast(1).TakeLast(MostUnder)) under.Add(new StackLayer(BedMaterial.CuredResin, Math.Max(0.02, layer.DepthMm)));
        return CureColumn.Follow(_problem with { LayerMm = layers[^1].DepthMm, Stack = under, SurfaceMPaS = _sheet.MixedViscosityMPaS, Slack = 1 }, cancel: cancel).Surface;
    }

    /// <summary>How hot a layer is.</summary>
    public Standing StandingOf(CureRun run) =>
        run.PeakC > SafeDepth.ResinLimitC || run.FoamFacePeakC > _foamLimitC ? Standing.Stop
        : run.PeakC > SafeDepth.ResinLimitC - TightC || run.FoamFacePeakC > _foamLimitC - TightC ? Standing.Tight
        : Standing.Holds;

    private static T Remember<T>(ConcurrentDictionary<string, T> book, string key, Func<T> answer)
    {
        if (book.TryGetValue(key, out var known)) return known;
        if (book.Count > MostRemembered) book.Clear();
        return book[key] = answer();
    }

    private static string Mm(double mm) => mm.ToString("0.#", CultureInfo.InvariantCulture);
}
