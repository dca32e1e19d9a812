namespace InkBasin.Core.Resin;

/// <summary>A cover that goes on some time after the pour.</summary>
/// <param name="AtH">When, hours from the pour, ≥ 0.</param>
/// <param name="TopWPerM2K">Exchange with the room at the top from then on, 0…1000.</param>
public readonly record struct LateCover(double AtH, double TopWPerM2K);

/// <summary>A pour to be followed while it cures.</summary>
/// <param name="Resin">The resin, fresh and poured before.</param>
/// <param name="LayerMm">Depth of the fresh layer, mm, 0.01…500.</param>
/// <param name="Stack">What lies under it, from the bottom up; may be empty.</param>
/// <param name="Room">The room.</param>
/// <param name="Hours">How long it is followed, h, 0.01…5000.</param>
/// <param name="TopWPerM2K">Exchange with the room at the top: 9, under a dust cover 4.</param>
/// <param name="BottomWPerM2K">The same at the bottom, 0…1000: 6, flat on a bench 3.</param>
public sealed record CureProblem(
    ResinProperties Resin,
    double LayerMm,
    IReadOnlyList<StackLayer> Stack,
    RoomCourse Room,
    double Hours = 96,
    double TopWPerM2K = 9,
    double BottomWPerM2K = 6)
{
    /// <summary>Degree of cure at which dams may be stripped: 0.85, less in the cold, where it is glassy earlier.</summary>
    public double StripCure { get; init; } = 0.85;

    /// <summary>A cover that goes on later; null when the top stays as it is.</summary>
    public LateCover? Cover { get; init; }

    /// <summary>Viscosity of the fresh mix at its reference temperature, mPa·s, when the setting of the top is wanted too.</summary>
    public double? SurfaceMPaS { get; init; }

    /// <summary>How many times the usual error of a step is allowed: 1 for an answer, up to 10 while a hand drags and a tenth of a degree is plenty.</summary>
    public double Slack { get; init; } = 1;

    /// <summary>Refuses a pour that cannot be followed.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check()
    {
        Resin.Check("product");
        Require.Within(LayerMm, 0.01, 500, "layerMm");
        Require.Within(Hours, 0.01, 5000, "hours");
        Require.Within(TopWPerM2K, 0, 1000, "topWPerM2K");
        Require.Within(BottomWPerM2K, 0, 1000, "bottomWPerM2K");
        if (Cover is { } cover)
        {
            Require.NotNegative(cover.AtH, "cover.atH");
            Require.Within(cover.TopWPerM2K, 0, 1000, "cover.topWPerM2K");
        }

        if (Require.Present(Stack, "stack").Count > 100) throw new RefusedException("stack", "Keep the stack to 100 layers.");
        for (var i = 0; i < Stack.Count; i++) Require.Present(Stack[i], $"stack[{i}]").Check($"stack[{i}]");
        if (Stack.Sum(layer => layer.ThicknessMm) > 3000) throw new RefusedException("stack", "The stack is over three metres: check the unit.", RefusalKind.Impossible);
    }
}

/// <summary>How a pour stands at a time.</summary>
/// <param name="AtH">Hours from the pour.</param>
/// <param name="MaxC">Hottest resin, °C.</param>
/// <param name="MinCure">Least cure in the fresh layer.</param>
public readonly record struct CurePoint(double AtH, double MaxC, double MinCure);

/// <summary>How a pour cured.</summary>
/// <param name="PeakC">Hottest the resin became, fresh or old, °C.</param>
/// <param name="PeakAtH">When, h.</param>
/// <param name="PeakFromTopMm">Where, mm under the fresh surface.</param>
/// <param name="FoamFacePeakC">Hottest the upper face of the topmost foam became, °C; null without foam.</param>
/// <param name="GelH">When the slowest point of the fresh layer gelled, h; null when it did not.</param>
/// <param name="TackFreeH">When it was tack-free.</param>
/// <param name="StripH">When it was firm enough to strip dams.</param>
/// <param name="EndCure">Its cure at the end.</param>
/// <param name="Series">Its course, from 0 to the end.</param>
/// <param name="ReleasedJPerM2">Heat the resin has given up, J/m².</param>
/// <param name="StoredJPerM2">Heat the column holds over what it began with, J/m².</param>
/// <param name="GivenOffJPerM2">Heat it has given off to the room, J/m².</param>
/// <param name="Steps">How many steps in time it took.</param>
public sealed record CureRun(
    double PeakC,
    double PeakAtH,
    double PeakFromTopMm,
    double? FoamFacePeakC,
    double? GelH,
    double? TackFreeH,
    double? StripH,
    double EndCure,
    IReadOnlyList<CurePoint> Series,
    double ReleasedJPerM2,
    double StoredJPerM2,
    double GivenOffJPerM2,
    int Steps)
{
    /// <summary>How the top of the fresh layer flowed until it gelled; null when that was not wanted, or it did not gel.</summary>
    public SettingSurface? Surface { get; init; }

    /// <summary>Cure of the slowest point of the layer so many hours after its pour, between two places of its course.</summary>
    public double MinCureAt(double hours)
    {
        var before = Series[0];
        foreach (var point in Series)
        {
            if (point.AtH >= hours) return point.AtH > before.AtH ? before.MinCure + ((point.MinCure - before.MinCure) * (hours - before.AtH) / (point.AtH - before.AtH)) : point.MinCure;
            before = point;
        }

        return before.MinCure;
    }
}
