namespace InkBasin.Core.Resin;

/// <summary>The room's temperature at a time.</summary>
/// <param name="AtH">Hours from the pour.</param>
/// <param name="C">Temperature, °C.</param>
public readonly record struct RoomPoint(double AtH, double C);

/// <summary>The room's temperature in the course of time: linear between points, constant before the first and after the last (readings.md, cure 7).</summary>
public sealed class RoomCourse
{
    private readonly RoomPoint[] _points;

    private RoomCourse(RoomPoint[] points) => _points = points;

    /// <summary>The points it goes through, in order.</summary>
    public IReadOnlyList<RoomPoint> Points => _points;

    /// <summary>Times between which it changes evenly, h, rising.</summary>
    public IEnumerable<double> KnotsH => _points.Select(point => point.AtH);

    /// <summary>The same all the time.</summary>
    /// <exception cref="RefusedException">It is no temperature of a room.</exception>
    public static RoomCourse Constant(double celsius)
    {
        Temperature.Check(celsius, "roomC");
        return new RoomCourse([new(0, celsius)]);
    }

    /// <summary>Through points.</summary>
    /// <param name="points">One point or more, their times rising.</param>
    /// <exception cref="RefusedException">There is none, the times do not rise, or one is no temperature of a room.</exception>
    public static RoomCourse Through(IReadOnlyList<RoomPoint> points)
    {
        ArgumentNullException.ThrowIfNull(points);
        if (points.Count == 0) throw new RefusedException("roomC", "Give at least one temperature of the room.");
        for (var i = 0; i < points.Count; i++)
        {
            Require.Finite(points[i].AtH, $"roomC[{i}].atH");
            Temperature.Check(points[i].C, $"roomC[{i}].c");
            if (i > 0 && points[i].AtH <= points[i - 1].AtH) throw new RefusedException($"roomC[{i}].atH", "The room's times must rise.");
        }

        return new RoomCourse([.. points]);
    }

    /// <summary>Warm by day and cool by night: a half day each, with an hour to change, from a morning on.</summary>
    /// <param name="dayC">By day, °C.</param>
    /// <param name="nightC">By night, °C.</param>
    /// <param name="pouredAtHour">Hour of the day of the pour, 0…24; the day is from 8 to 20.</param>
    /// <param name="hours">How long it goes on, h.</param>
    public static RoomCourse DayAndNight(double dayC, double nightC, double pouredAtHour, double hours)
    {
        var points = new List<RoomPoint>();
        for (var day = -1; day <= (hours / 24) + 1; day++)
        {
            var morning = (day * 24) + 8 - pouredAtHour;
            points.AddRange([new(morning - 0.5, nightC), new(morning + 0.5, dayC), new(morning + 11.5, dayC), new(morning + 12.5, nightC)]);
        }

        return Through(points);
    }

    /// <summary>Temperature at a time, °C.</summary>
    public double AtC(double hours)
    {
        if (hours <= _points[0].AtH) return _points[0].C;
        for (var i = 1; i < _points.Length; i++)
        {
            if (hours > _points[i].AtH) continue;
            var share = (hours - _points[i - 1].AtH) / (_points[i].AtH - _points[i - 1].AtH);
            return _points[i - 1].C + (share * (_points[i].C - _points[i - 1].C));
        }

        return _points[^1].C;
    }

    /// <summary>How fast it changes just after a time, °C/h.</summary>
    public double SlopeCPerH(double hours)
    {
        for (var i = 1; i < _points.Length; i++)
        {
            if (hours >= _points[i - 1].AtH && hours < _points[i].AtH) return (_points[i].C - _points[i - 1].C) / (_points[i].AtH - _points[i - 1].AtH);
        }

        return 0;
    }
}
