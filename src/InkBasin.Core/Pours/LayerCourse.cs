using InkBasin.Core.Drying;
using InkBasin.Core.Ink;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Pours;

/// <summary>How the layers of a water set, whatever they are poured with: what depth is safe, how long they take, how each fares.</summary>
public abstract class LayerCourse
{
    /// <summary>No hand pours finer, mm.</summary>
    public const double HandMm = 0.05;

    // Nothing has to be scuffed between coats that dry or are flashed: no end of the window within any plan.
    private protected const double AnyTimeH = 10_000;

    /// <summary>All takes this many times as long as on the sheet.</summary>
    public abstract double Slowdown { get; }

    /// <summary>The model of heat and cure; null for what does not react by itself.</summary>
    public virtual Curing? Curing => null;

    /// <summary>Greatest depth of a layer once it has set; null where none is safe.</summary>
    public abstract SafePlan? Safe();

    /// <summary>The same over another bed of the water; null where none is safe.</summary>
    public virtual SafePlan? SafeOver(BedColumn bed) => Safe();

    /// <summary>How long a layer takes.</summary>
    /// <param name="depthMm">Its depth, mm.</param>
    /// <param name="room">The room as it was logged; null for the room of the plan.</param>
    public abstract LayerWaits WaitsOf(double depthMm, RoomCourse? room = null);

    /// <summary>How a layer fares on those asked for before it, from the bed up.</summary>
    /// <param name="depthMm">Its depth, mm.</param>
    /// <param name="untilNextH">Hours until the next one goes on.</param>
    /// <param name="room">The room as it was logged; null for the room of the plan.</param>
    public abstract LayerCure Next(double depthMm, double untilNextH, RoomCourse? room);

    /// <summary>The course of a water's product.</summary>
    /// <param name="water">The water.</param>
    /// <param name="sheet">Its product.</param>
    /// <param name="cancel">Stops whatever is followed.</param>
    public static LayerCourse For(PourCase water, ProductSheet sheet, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(water);
        ArgumentNullException.ThrowIfNull(sheet);
        var bench = water.Bench;
        return sheet.Traits switch
        {
            { IsOnePart: false } => new ReactingLayers(bed => Curing.Over(bed.Layers, bench.Room, bench.Care, sheet, bench.Memory, cancel), water.Bed, sheet),
            { Kind: ProductKind.UvResin } => new FlashedLayers(sheet, bench.Room, water.InkOf(0)),
            _ => new DryingLayers(sheet, bench.Room),
        };
    }

    /// <summary>No deeper than safe, to a twentieth of a millimetre: no hand pours finer.</summary>
    private protected static bool TooDeep(double depthMm, double? safeMm) => depthMm > (safeMm ?? 0) + HandMm;
}

/// <summary>Two parts that react and heat.</summary>
internal sealed class ReactingLayers : LayerCourse
{
    private const int MostFollowed = 8;

    private readonly Func<BedColumn, Curing> _over;
    private readonly Curing _curing;
    private readonly ProductSheet _sheet;
    private readonly ThinFilm _film;
    private readonly List<(double DepthMm, double Cure)> _under = [];
    private CureRun? _run;
    // Points of a course: as many as are drawn.
    private const int CoursePoints = 24;

    private SafePlan? _safe;
    private bool _asked;

    public ReactingLayers(Func<BedColumn, Curing> over, BedColumn bed, ProductSheet sheet)
    {
        (_over, _curing, _sheet) = (over, over(bed), sheet);
        _film = new ThinFilm(ResinProperties.Of(sheet), sheet.MixedViscosityMPaS, _curing.MeanC);
    }

    public override double Slowdown => _curing.Slowdown;

    public override Curing Curing => _curing;

    public override SafePlan? Safe()
    {
        if (!_asked) (_safe, _asked) = (_curing.Safe(), true);
        return _safe;
    }

    public override SafePlan? SafeOver(BedColumn bed) => _over(bed).Safe();

    public override LayerWaits WaitsOf(double depthMm, RoomCourse? room = null) =>
        room is null ? SheetTimes.Of(_sheet, _curing.Slowdown) : SheetTimes.In(room, _sheet);

    public override LayerCure Next(double depthMm, double untilNextH, RoomCourse? room)
    {
        // Higher up the bed hardly matters any more: the layers there are as hot as the last one looked at, unless one is deeper.
        if (_run is null || _under.Count < MostFollowed || room is not null || depthMm > _under[^1].DepthMm + HandMm)
        {
            _run = _curing.Follow(depthMm, _under.Count > MostFollowed ? _under[^MostFollowed..] : _under, room);
            _under.Add((depthMm, _run.MinCureAt(untilNextH)));
        }

        var heat = _curing.StandingOf(_run);

        // What is safe in today's room says nothing of a layer that had another: how hot that ran does.
        var depth = depthMm > _sheet.GreatestLayerMm + HandMm || (room is null && TooDeep(depthMm, Safe()?.SafeMm)) ? Standing.Stop : Standing.Holds;
        return new LayerCure(
            _run.PeakC,
            _run.PeakAtH,
            _run.FoamFacePeakC,
            _run.GelH,
            _run.TackFreeH,
            _run.StripH,
            TrappedBubbles.Of(_film, ResinProperties.Of(_sheet).DensityGPerMl, depthMm).LargestTrappedMm,
            heat > depth ? heat : depth)
        {
            Course = CourseOf(_run),
        };
    }

    // Close together at first, where most of it happens.
    private static CureMoment[] CourseOf(CureRun run)
    {
        var hours = run.Series[^1].AtH;
        return [.. Enumerable.Range(0, CoursePoints + 1).Select(k => hours * Math.Pow((double)k / CoursePoints, 2)).Select(at => new CureMoment(at, run.MinCureAt(at)))];
    }
}

/// <summary>Coats that dry.</summary>
internal sealed class DryingLayers(ProductSheet sheet, Room air) : LayerCourse
{
    private CoatDrying Drying => sheet.Drying!;

    public override double Slowdown => DryingCoats.Slowdown(Drying, air.HumidityPercent);

    public override SafePlan Safe()
    {
        var dry = sheet.GreatestLayerMm * (1 - (sheet.ShrinkPercent / 100));
        return new SafePlan(dry, DepthLimit.Sheet, air.AirC, sheet.GreatestLayerMm, $"The sheet’s coat of {sheet.GreatestLayerMm:0.0#} mm dries to {dry:0.0#} mm.");
    }

    public override LayerWaits WaitsOf(double depthMm, RoomCourse? room = null)
    {
        var dry = DryingCoats.Hours(Drying, DryingCoats.WetMm(depthMm, sheet.ShrinkPercent), air.HumidityPercent);
        return new LayerWaits(dry, AnyTimeH, dry, Math.Max(dry, sheet.FullCureH * Slowdown));
    }

    public override LayerCure Next(double depthMm, double untilNextH, RoomCourse? room) => new(
        air.AirC, 0, null, null, null, WaitsOf(depthMm).StripH, null, TooDeep(depthMm, Safe().SafeMm) ? Standing.Stop : Standing.Holds);
}

/// <summary>Layers hardened under a lamp.</summary>
internal sealed class FlashedLayers(ProductSheet sheet, Room air, InkLayer strongest) : LayerCourse
{
    public override double Slowdown => 1;

    /// <summary>Depth one flash hardens with the ink in it, mm: the strongest layer decides.</summary>
    public double FlashMm { get; } = FlashDepth.Mm(sheet.Flash!, BareResin.Layer, strongest);

    /// <summary>Whether the ink lets so little light through that no layer hardens.</summary>
    public bool TooDark => FlashMm < sheet.LeastLayerMm;

    public override SafePlan Safe()
    {
        // Cut as thin as the sheet allows where the ink lets nothing through: the plan is shown, and stopped.
        var depth = Math.Min(sheet.GreatestLayerMm, Math.Max(FlashMm, Math.Max(0.1, sheet.LeastLayerMm)));
        return FlashMm < sheet.GreatestLayerMm
            ? new SafePlan(depth, DepthLimit.Ink, air.AirC, sheet.GreatestLayerMm, $"A flash hardens {sheet.Flash!.DepthMm:0.0#} mm of the clear resin and {FlashMm:0.0#} mm with this ink.")
            : new SafePlan(depth, DepthLimit.Sheet, air.AirC, sheet.GreatestLayerMm, $"A flash hardens {sheet.Flash!.DepthMm:0.0#} mm.");
    }

    public override LayerWaits WaitsOf(double depthMm, RoomCourse? room = null) => new(sheet.RecoatFromH, AnyTimeH, sheet.DemouldH, sheet.FullCureH);

    public override LayerCure Next(double depthMm, double untilNextH, RoomCourse? room) => new(
        LampHeat.PeakC(depthMm, sheet.Flash!.Seconds, air.AirC), 0, null, null, null, sheet.DemouldH, null, TooDark || TooDeep(depthMm, FlashMm) ? Standing.Stop : Standing.Holds);
}
