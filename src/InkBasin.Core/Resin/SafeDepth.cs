using System.Text.Json.Serialization;

namespace InkBasin.Core.Resin;

/// <summary>What limits a layer's depth.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<DepthLimit>))]
public enum DepthLimit
{
    /// <summary>The product's sheet.</summary>
    [JsonStringEnumMemberName("sheet")] Sheet,

    /// <summary>The resin would get too hot.</summary>
    [JsonStringEnumMemberName("resin heat")] ResinHeat,

    /// <summary>The foam under it would get too hot.</summary>
    [JsonStringEnumMemberName("foam heat")] FoamHeat,

    /// <summary>The ink keeps the lamp's light from going deeper.</summary>
    [JsonStringEnumMemberName("ink")] Ink,
}

/// <summary>How hot a layer of some depth would get.</summary>
/// <param name="DepthMm">Its depth, mm.</param>
/// <param name="PeakC">Hottest resin, °C.</param>
/// <param name="FoamFacePeakC">Hottest foam face, °C; null without foam.</param>
public readonly record struct DepthHeat(double DepthMm, double PeakC, double? FoamFacePeakC);

/// <summary>The greatest depth a layer may safely have over a bed in a room (models.md §3; readings.md, cure 14).</summary>
/// <param name="SafeMm">The depth, mm.</param>
/// <param name="LimitedBy">What forbids more.</param>
/// <param name="PeakC">Hottest resin at that depth, °C.</param>
/// <param name="Curve">Peak against depth: how near the cliff is.</param>
public sealed record SafeDepth(double SafeMm, DepthLimit LimitedBy, double PeakC, IReadOnlyList<DepthHeat> Curve)
{
    /// <summary>Resin hotter than this overheats, °C.</summary>
    public const double ResinLimitC = 60;

    /// <summary>Extruded foam hotter than this softens, °C.</summary>
    public const double XpsLimitC = 65;

    /// <summary>Expanded foam hotter than this softens, °C.</summary>
    public const double EpsLimitC = 60;

    private const double BracketMm = 0.1;
    private const int CurvePoints = 8;

    /// <summary>What the topmost foam of a stack stands, °C.</summary>
    public static double FoamLimitOf(IReadOnlyList<StackLayer> stack)
    {
        ArgumentNullException.ThrowIfNull(stack);
        return stack.LastOrDefault(layer => layer.Material is BedMaterial.Xps or BedMaterial.Eps)?.Material == BedMaterial.Eps ? EpsLimitC : XpsLimitC;
    }

    /// <summary>Finds it by bisection to 0.1 mm.</summary>
    /// <param name="problem">The pour, checked; its layer's depth does not matter.</param>
    /// <param name="sheetMaxMm">The sheet's greatest layer, mm, above 0.</param>
    /// <param name="resinLimitC">Greatest temperature of the resin, °C.</param>
    /// <param name="foamLimitC">Greatest temperature of the foam's face, °C.</param>
    /// <param name="withCurve">Whether the curve is wanted too.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">Even a film would be too hot: the room itself is.</exception>
    public static SafeDepth Of(CureProblem problem, double sheetMaxMm, double resinLimitC, double foamLimitC, bool withCurve = true, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(problem);
        Require.Within(sheetMaxMm, 0.1, 500, "sheetMaxMm");
        Temperature.Check(resinLimitC, "resinLimitC");
        Temperature.Check(foamLimitC, "foamLimitC");
        CureRun At(double depthMm, bool whole) => CureColumn.Follow(
            problem with { LayerMm = depthMm }, whole ? double.PositiveInfinity : resinLimitC, whole ? double.PositiveInfinity : foamLimitC, cancel);
        bool Passes(CureRun run) => run.PeakC <= resinLimitC && !(run.FoamFacePeakC > foamLimitC);
        var curve = withCurve ? Curved(sheetMaxMm, depth => At(depth, whole: true)) : [];
        var full = At(sheetMaxMm, whole: false);
        if (Passes(full)) return new SafeDepth(sheetMaxMm, DepthLimit.Sheet, full.PeakC, curve);
        double low = 0, high = sheetMaxMm;
        CureRun? best = null;
        var failed = full;
        while (high - low > BracketMm)
        {
            var middle = (low + high) / 2;
            var run = At(middle, whole: false);
            if (Passes(run)) (low, best) = (middle, run);
            else (high, failed) = (middle, run);
        }

        if (best is null) throw new RefusedException("roomC", "Even a film would be too hot: the room itself is over the limit, or the product is.", RefusalKind.Impossible);
        return new SafeDepth(low, failed.PeakC > resinLimitC ? DepthLimit.ResinHeat : DepthLimit.FoamHeat, best.PeakC, curve);
    }

    private static List<DepthHeat> Curved(double sheetMaxMm, Func<double, CureRun> at) =>
        [.. Enumerable.Range(1, CurvePoints).Select(k => sheetMaxMm * k / CurvePoints).Select(depth => at(depth) is var run ? new DepthHeat(depth, run.PeakC, run.FoamFacePeakC) : default)];
}
