using InkBasin.Core.Stock;

namespace InkBasin.Core.Drying;

/// <summary>A place on the drying curve.</summary>
/// <param name="At">When.</param>
/// <param name="MassG">Mass, g.</param>
public sealed record DryingPoint(DateTimeOffset At, double MassG);

/// <summary>What wetted it last of each kind, and until when.</summary>
/// <param name="Kind">By what.</param>
/// <param name="At">When.</param>
/// <param name="DryAt">When that has dried off again, by the room.</param>
public sealed record DryingWetting(WettingKind Kind, DateTimeOffset At, DateTimeOffset DryAt);

/// <summary>How far a build has dried.</summary>
/// <param name="ThickestMm">Thickest plaster, mm.</param>
/// <param name="EstimateH">Hours it takes by thickness, mix, coats and room.</param>
/// <param name="EstimatedAt">When it is dry by that; null when nobody said when it was plastered.</param>
/// <param name="ForecastAt">When it is dry by its weighings; null before they say.</param>
/// <param name="FinalG">Its mass once dry, g; null before the weighings say.</param>
/// <param name="WhyNoForecast">Why the weighings say nothing yet; null when they do.</param>
/// <param name="Curve">The fitted curve from the first weighing until it is dry; empty without a forecast.</param>
/// <param name="IsDry">Whether it is dry now; null when nothing is known.</param>
/// <param name="WeighedAt">When it was last weighed; null when never.</param>
/// <param name="Wetted">What has wetted it since it was last weighed, the latest of each kind.</param>
/// <param name="Sentence">How it stands, in the maker's words.</param>
/// <param name="Workings">How the figures came about.</param>
public sealed record DryingPlan(
    double ThickestMm,
    double EstimateH,
    DateTimeOffset? EstimatedAt,
    DateTimeOffset? ForecastAt,
    double? FinalG,
    string? WhyNoForecast,
    IReadOnlyList<DryingPoint> Curve,
    bool? IsDry,
    DateTimeOffset? WeighedAt,
    IReadOnlyList<DryingWetting> Wetted,
    string Sentence,
    IReadOnlyDictionary<string, Working> Workings)
{
    /// <summary>A wash soaks in about so far, mm.</summary>
    public const double WashMm = 1;

    /// <summary>Wetting and thinned glue soak in about so far, mm.</summary>
    public const double GlueMm = 2.5;

    private const int CurvePoints = 40;

    /// <summary>Works it out.</summary>
    /// <param name="log">When it was plastered, what wetted it, and its weighings.</param>
    /// <param name="plaster">What it was plastered with.</param>
    /// <param name="room">The air it dries in.</param>
    /// <param name="thickestMm">Thickest plaster, mm, ≥ 0.</param>
    /// <param name="now">Now.</param>
    public static DryingPlan Of(DryingLog log, Plaster plaster, Room room, double thickestMm, DateTimeOffset now)
    {
        ArgumentNullException.ThrowIfNull(log);
        ArgumentNullException.ThrowIfNull(room);
        var hours = DryingEstimate.Of(thickestMm, room, plaster, log.Coats);
        var estimated = Clock.After(log.PlasteredAt, hours);
        var (forecast, why) = Forecast(log);
        DateTimeOffset? first = log.Weighings.Count > 0 ? log.Weighings.Min(one => one.At) : null;
        DateTimeOffset? weighedAt = log.Weighings.Count > 0 ? log.Weighings.Max(one => one.At) : null;
        var forecastAt = Clock.After(first, forecast?.DryAtH);
        var wetted = Wettings(log, room, thickestMm, weighedAt);
        var wet = wetted.Where(one => one.DryAt > now).MaxBy(one => one.DryAt);
        var driedAt = forecastAt ?? estimated;
        var still = now < driedAt;
        bool? dry = thickestMm <= 0 ? true : still || wet is not null ? false : driedAt is null ? null : true;
        return new DryingPlan(
            thickestMm,
            hours,
            estimated,
            forecastAt,
            forecast?.FinalG,
            why,
            forecast is null || first is null ? [] : Fitted(log.OnOneClock(), forecast, first.Value),
            dry,
            weighedAt,
            wetted,
            wet is not null && !still && thickestMm > 0 ? WettedAgain(wet.Kind == WettingKind.Wash ? "wash" : "gluing", wet.DryAt, now) : Told(thickestMm, log.Coats, plaster.Name, hours, dry, forecast is not null, estimated is not null),
            WorkingsOf(room, thickestMm, plaster, log.Coats, hours, forecast));
    }

    /// <summary>That it has become wet again, and for how long.</summary>
    internal static string WettedAgain(string by, DateTimeOffset dryAt, DateTimeOffset now) =>
        $"Its last {by} wetted it again: about {Math.Ceiling((dryAt - now).TotalHours):0} h more by the room, or weigh it until it stands still.";

    // Of each kind the latest, since it was last weighed.
    private static List<DryingWetting> Wettings(DryingLog log, Room room, double thickestMm, DateTimeOffset? weighedAt) =>
        [.. log.Wettings.Where(one => one.At > (weighedAt ?? DateTimeOffset.MinValue)).GroupBy(one => one.Kind).Select(kind => kind.MaxBy(one => one.At)!)
            .Select(one => new DryingWetting(one.Kind, one.At, Clock.After(one.At, DryingEstimate.Hours(Math.Min(thickestMm, one.Kind == WettingKind.Wash ? WashMm : GlueMm), room)) ?? DateTimeOffset.MaxValue))];

    private static (DryingForecast? Forecast, string? Why) Forecast(DryingLog log)
    {
        if (log.Weighings.Count == 0) return (null, "Nothing weighed yet.");
        try
        {
            return (DryingForecast.Of(log.OnOneClock()), null);
        }
        catch (RefusedException refused)
        {
            // Too few or too odd weighings are an answer here, and the maker is told it.
            return (null, refused.Message);
        }
    }

    private static List<DryingPoint> Fitted(IReadOnlyList<Weighing> weighings, DryingForecast forecast, DateTimeOffset first)
    {
        var until = Math.Max(forecast.DryAtH, weighings.Max(one => one.AtH)) * 1.1;
        var excess = weighings.Sum(one => (one.MassG - forecast.FinalG) * Math.Exp(-one.AtH / forecast.TimeConstantH)) / weighings.Sum(one => Math.Exp(-2 * one.AtH / forecast.TimeConstantH));
        return [.. Enumerable.Range(0, CurvePoints + 1).Select(k => until * k / CurvePoints)
            .Select(h => new DryingPoint(Clock.After(first, h) ?? DateTimeOffset.MaxValue, forecast.FinalG + (excess * Math.Exp(-h / forecast.TimeConstantH))))];
    }

    private static string Told(double thickestMm, int coats, string plaster, double hours, bool? dry, bool weighed, bool dated) =>
        thickestMm <= 0 ? "There is no plaster to dry."
        : dry is true ? (weighed ? "Dry, by its weighings." : "Dry, by the estimate. Weigh it to be sure.")
        : dry is false ? (weighed ? "Not dry yet, by its weighings." : "Not dry yet, by the estimate. Weighings tell it better.")
        : dated ? "" : $"{thickestMm:0.#} mm of {plaster}{(coats > 1 ? $" in {coats} coats" : "")} take about {hours:0} h in this room. Say when it went on, or weigh the piece.";

    private static Dictionary<string, Working> WorkingsOf(Room room, double thickestMm, Plaster plaster, int coats, double hours, DryingForecast? forecast)
    {
        var workings = new Dictionary<string, Working>
        {
            ["estimate"] = new(
                "Drying by thickness, mix, coats and room",
                [new("thickest plaster", thickestMm, "mm"), new("water to powder", plaster.WaterPerPowder, ""), new("by the mix", DryingEstimate.MixFactor(plaster), "×"), new("coats", coats, ""), new("by the coats", DryingEstimate.CoatsFactor(coats), "×"), new("room", room.AirC, "°C"), new("humidity", room.HumidityPercent, "%"), new("drying", hours, "h")],
                $"24 h for each 5 mm at 20 °C and 50 % humidity, longer as the air takes less vapour, as more of the mix is water that does not set with the powder ({DryingEstimate.BoundShare:0.00} of the powder does), and {DryingEstimate.CoatShare:0%} for each coat over the first.",
                "A rule of the bench, scaled by the vapour pressure deficit (Alduchov & Eskridge 1996)"),
        };
        if (forecast is null) return workings;
        workings["forecast"] = new(
            "Drying by weighing",
            [new("dry mass", forecast.FinalG, "g"), new("time constant", forecast.TimeConstantH, "h"), new("dry after the first weighing", forecast.DryAtH, "h"), new("scatter of the weighings", forecast.RmseG, "g")],
            "A curve that slows down as it nears the dry mass, laid through the weighings by least squares. Dry when a day takes off no more than 0.1 %.",
            "First-order drying; variable projection (Golub & Pereyra 1973)");
        return workings;
    }
}
