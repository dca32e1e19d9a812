using System.Text.Json.Serialization;

namespace InkBasin.Core.Ground;

/// <summary>A point of a channel's centre line with the width of the bed there, mm.</summary>
[method: JsonConstructor]
public readonly record struct ChannelPoint(double XMm, double YMm, double WidthMm)
{
    /// <summary>The place without the width.</summary>
    [JsonIgnore]
    public PointMm Place => new(XMm, YMm);
}

/// <summary>
/// A channel scooped along a smooth centre line. Its bed has the width given at each point (smooth between) and falls
/// in a straight grade from the first point to the last; the banks rise from the bed's edge at the bank angle until
/// they meet the ground. It only takes away. Beyond its ends it closes in a half round, so a channel that
/// is to run off the board has its last point outside.
/// </summary>
public sealed record Channel : GroundOperation
{
    /// <summary>Centre line, 2…200 points, with the bed's width at each.</summary>
    public required IReadOnlyList<ChannelPoint> Points { get; init; }

    /// <summary>Bed height on the centre line at the first point, mm over the board.</summary>
    public required double BedStartMm { get; init; }

    /// <summary>Bed height on the centre line at the last point, mm over the board.</summary>
    public required double BedEndMm { get; init; }

    /// <summary>Angle of the bank from the level, degrees, 10…90; 90 is a wall.</summary>
    public double BankAngleDeg { get; init; } = 45;

    /// <summary>How much higher the bed's edge lies than its centre line, mm, 0…100 (a parabola between).</summary>
    public double DishMm { get; init; }

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        Require.Present(Points, $"{field}.points");
        if (Points.Count is < 2 or > 200) throw new RefusedException($"{field}.points", "A channel needs 2 to 200 points.");
        for (var i = 0; i < Points.Count; i++)
        {
            Points[i].Place.Check($"{field}.points[{i}]");
            Require.Within(Points[i].WidthMm, 0.5, 2000, $"{field}.points[{i}].widthMm");
        }

        Require.Within(BedStartMm, -500, 500, $"{field}.bedStartMm");
        Require.Within(BedEndMm, -500, 500, $"{field}.bedEndMm");
        Require.Within(BankAngleDeg, 10, 90, $"{field}.bankAngleDeg");
        Require.Within(DishMm, 0, 100, $"{field}.dishMm");
    }

    /// <summary>The centre line as pieces of at most about <paramref name="stepMm"/>.</summary>
    public SmoothLine CentreLine(double stepMm) => SmoothLine.Through([.. Points.Select(p => p.Place)], stepMm);

    /// <inheritdoc/>
    internal override void Shape(GroundWork work)
    {
        var line = CentreLine(work.CellMm * 2.5);
        var places = line.Points;
        var halfWidths = new double[places.Length];
        var widest = 0.0;
        for (var i = 0; i < halfWidths.Length; i++)
        {
            halfWidths[i] = WidthAt(line.Knot[i]) / 2;
            widest = Math.Max(widest, halfWidths[i]);
        }

        var tangent = BankAngleDeg >= 89.999 ? double.PositiveInfinity : Math.Tan(BankAngleDeg * Math.PI / 180);
        var highest = work.HeightsMm.Max();
        var lowestBed = Math.Min(BedStartMm, BedEndMm);
        var bank = double.IsPositiveInfinity(tangent) ? 0 : Math.Max(0, highest - lowestBed) / tangent;
        var reach = widest + bank + work.CellMm;

        var nearest = NearestPiece.Lay(work, places, reach);
        var length = line.LengthMm;
        for (var cell = 0; cell < work.HeightsMm.Length; cell++)
        {
            var to = nearest.Piece[cell];
            if (to == 0) continue;
            var along = nearest.Along[cell];
            var s = line.AlongMm[to - 1] + (along * (line.AlongMm[to] - line.AlongMm[to - 1]));
            var bed = BedStartMm + ((BedEndMm - BedStartMm) * (length > 0 ? s / length : 0));
            var half = halfWidths[to - 1] + (along * (halfWidths[to] - halfWidths[to - 1]));
            var target = bed + Rise(Math.Sqrt(nearest.Distance2[cell]), half, tangent);
            if (target < work.HeightsMm[cell]) work.Set(cell, target);
        }
    }

    private double WidthAt(double knot)
    {
        var i = Math.Min((int)knot, Points.Count - 2);
        return Points[i].WidthMm + ((Points[i + 1].WidthMm - Points[i].WidthMm) * ValueNoise.Smooth(knot - i));
    }

    private double Rise(double distance, double halfWidth, double tangent)
    {
        if (distance <= halfWidth) return DishMm * (distance / halfWidth) * (distance / halfWidth);
        return double.IsPositiveInfinity(tangent) ? tangent : DishMm + ((distance - halfWidth) * tangent);
    }
}
