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

/// <summary>A shallow place across a channel.</summary>
/// <param name="AlongShare">Where along the channel, 0…1.</param>
/// <param name="LengthMm">Length along the channel, mm, 1…500.</param>
/// <param name="RiseMm">How much the bed rises there, mm, 0…100.</param>
public sealed record Ford(double AlongShare, double LengthMm, double RiseMm);

/// <summary>Ground left standing in a channel.</summary>
/// <param name="AlongShare">Middle, along the channel, 0…1.</param>
/// <param name="AcrossShare">Middle, across it: −1 the left bank seen downstream, 0 the centre line, 1 the right bank.</param>
/// <param name="LengthMm">Length, mm, 1…500.</param>
/// <param name="WidthMm">Width, mm, 1…500.</param>
/// <param name="HeightMm">Height over the bed, mm, 0…200; never over the ground the channel is cut in.</param>
public sealed record Island(double AlongShare, double AcrossShare, double LengthMm, double WidthMm, double HeightMm);

/// <summary>A wall left standing across a channel, over which its water falls to the next reach.</summary>
/// <param name="AlongShare">Where along the channel, 0…1.</param>
/// <param name="CrestMm">Its top, mm over the board, −500…500; never over the ground the channel is cut in.</param>
/// <param name="ThickMm">Its thickness along the channel, mm, 0.5…200.</param>
public sealed record Weir(double AlongShare, double CrestMm, double ThickMm);

/// <summary>
/// A channel scooped along a smooth centre line. Its bed has the width given at each point (smooth between) and falls
/// in a straight grade from the first point to the last; the banks rise from the bed's edge at the bank angle until
/// they meet the ground. It only takes away. Beyond its ends it closes in a half round, so a channel that
/// is to run off the board has its last point outside.
/// </summary>
public sealed record Channel : ShapingStep
{
    private readonly Remembered<(IReadOnlyList<ChannelPoint> Points, double StepMm), SmoothLine> _line = new();

    /// <summary>Centre line, 2…200 points, with the bed's width at each.</summary>
    public required IReadOnlyList<ChannelPoint> Points { get; init; }

    /// <summary>Bed height on the centre line at the first point, mm over the board, −500…500.</summary>
    public required double BedStartMm { get; init; }

    /// <summary>Bed height on the centre line at the last point, mm over the board, −500…500.</summary>
    public required double BedEndMm { get; init; }

    /// <summary>Angle of the bank from the level, degrees, 10…90; 90 is a wall.</summary>
    public double BankAngleDeg { get; init; } = 45;

    /// <summary>How much higher the bed's edge lies than its centre line, mm, 0…100 (a parabola between).</summary>
    public double DishMm { get; init; }

    /// <summary>How much deeper the bed is scoured toward the outer bank of a sharp bend, mm, 0…100.</summary>
    public double OutsideDeepMm { get; init; }

    /// <summary>How far the bank's foot wanders in and out, mm, 0…100.</summary>
    public double RaggedMm { get; init; }

    /// <summary>Shallow places, at most 50.</summary>
    public IReadOnlyList<Ford> Fords { get; init; } = [];

    /// <summary>Islands, at most 50.</summary>
    public IReadOnlyList<Island> Islands { get; init; } = [];

    /// <summary>Weirs, at most 50: they split it into reaches, each a water of its own level.</summary>
    public IReadOnlyList<Weir> Weirs { get; init; } = [];

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
        Require.Within(OutsideDeepMm, 0, 100, $"{field}.outsideDeepMm");
        Require.Within(RaggedMm, 0, 100, $"{field}.raggedMm");
        CheckFords($"{field}.fords");
        CheckIslands($"{field}.islands");
        CheckWeirs($"{field}.weirs");
    }

    private void CheckWeirs(string field)
    {
        if (Require.Present(Weirs, field).Count > 50) throw new RefusedException(field, "Keep the weirs of a channel to 50.");
        for (var i = 0; i < Weirs.Count; i++)
        {
            var weir = Require.Present(Weirs[i], $"{field}[{i}]");
            Require.Within(weir.AlongShare, 0, 1, $"{field}[{i}].alongShare");
            Require.Within(weir.CrestMm, -500, 500, $"{field}[{i}].crestMm");
            Require.Within(weir.ThickMm, 0.5, 200, $"{field}[{i}].thickMm");
        }
    }

    private void CheckFords(string field)
    {
        if (Require.Present(Fords, field).Count > 50) throw new RefusedException(field, "Keep the fords of a channel to 50.");
        for (var i = 0; i < Fords.Count; i++)
        {
            var ford = Require.Present(Fords[i], $"{field}[{i}]");
            Require.Within(ford.AlongShare, 0, 1, $"{field}[{i}].alongShare");
            Require.Within(ford.LengthMm, 1, 500, $"{field}[{i}].lengthMm");
            Require.Within(ford.RiseMm, 0, 100, $"{field}[{i}].riseMm");
        }
    }

    private void CheckIslands(string field)
    {
        if (Require.Present(Islands, field).Count > 50) throw new RefusedException(field, "Keep the islands of a channel to 50.");
        for (var i = 0; i < Islands.Count; i++)
        {
            var island = Require.Present(Islands[i], $"{field}[{i}]");
            Require.Within(island.AlongShare, 0, 1, $"{field}[{i}].alongShare");
            Require.Within(island.AcrossShare, -1, 1, $"{field}[{i}].acrossShare");
            Require.Within(island.LengthMm, 1, 500, $"{field}[{i}].lengthMm");
            Require.Within(island.WidthMm, 1, 500, $"{field}[{i}].widthMm");
            Require.Within(island.HeightMm, 0, 200, $"{field}[{i}].heightMm");
        }
    }

    /// <summary>The centre line as pieces of at most about <paramref name="stepMm"/>. Kept for the next who asks: to be read only.</summary>
    public SmoothLine CentreLine(double stepMm) => _line.Of((Points, stepMm), () => SmoothLine.Through([.. Points.Select(p => p.Place)], stepMm));

    /// <inheritdoc/>
    internal override CellBox Footprint(CellGrid grid, HeightBounds bounds) =>
        grid.Around(CentreLine(grid.CellMm * 2.5).Points, ReachMm(grid.CellMm, bounds));

    /// <inheritdoc/>
    internal override CellRegion Region(CellGrid grid, HeightBounds bounds) =>
        CellRegion.Along(grid, CentreLine(grid.CellMm * 2.5).Points, ReachMm(grid.CellMm, bounds));

    /// <inheritdoc/>
    internal override void Shape(GroundWork work)
    {
        var line = CentreLine(work.CellMm * 2.5);
        var places = line.Points;
        var halfWidths = new double[places.Length];
        for (var i = 0; i < halfWidths.Length; i++) halfWidths[i] = WidthAt(line.Knot[i]) / 2;

        var tangent = BankAngleDeg >= 89.999 ? double.PositiveInfinity : Math.Tan(BankAngleDeg * Math.PI / 180);
        var bends = OutsideDeepMm > 0 ? Bends(line, halfWidths) : null;

        var nearest = NearestPiece.Lay(work, places, ReachMm(work.CellMm, work.Bounds));
        var length = line.LengthMm;
        Ford[] fords = [.. Fords];
        Island[] islands = [.. Islands];
        Weir[] weirs = [.. Weirs];
        for (var cell = 0; cell < work.Cells; cell++)
        {
            var to = nearest.Piece[cell];
            if (to == 0) continue;
            var along = nearest.Along[cell];
            var s = line.AlongMm[to - 1] + (along * (line.AlongMm[to] - line.AlongMm[to - 1]));
            var bed = BedStartMm + ((BedEndMm - BedStartMm) * (length > 0 ? s / length : 0));
            var half = halfWidths[to - 1] + (along * (halfWidths[to] - halfWidths[to - 1]));
            var distance = Math.Sqrt(nearest.Distance2[cell]);

            // Most cells in reach lie in banks over the ground whatever else the bed does there.
            if (distance > half + RaggedMm && bed - OutsideDeepMm + ((distance - half - RaggedMm) * tangent) >= work.HeightsMm[cell]) continue;
            var rightward = Side(places[to - 1], places[to], work.XMm(cell % work.Columns), work.YMm(cell / work.Columns));
            if (RaggedMm > 0) half = Math.Max(half * 0.2, half + (RaggedMm * Wander(s, rightward)));
            var target = bed + Rise(distance, half, tangent);
            if (bends is not null) target -= Scour(bends[to - 1] + (along * (bends[to] - bends[to - 1])), rightward * distance / half);
            foreach (var ford in fords) target += ford.RiseMm * Hump(Math.Abs(s - (ford.AlongShare * length)) * 2 / ford.LengthMm);
            foreach (var island in islands)
            {
                double ds = (s - (island.AlongShare * length)) * 2 / island.LengthMm;
                double dn = ((rightward * distance) - (island.AcrossShare * half)) * 2 / island.WidthMm;
                target = Math.Max(target, bed + (island.HeightMm * Hump(Math.Sqrt((ds * ds) + (dn * dn)))));
            }

            foreach (var weir in weirs)
            {
                if (Math.Abs(s - (weir.AlongShare * length)) * 2 <= weir.ThickMm) target = Math.Max(target, weir.CrestMm);
            }

            if (target < work.HeightsMm[cell]) work.Set(cell, target);
        }
    }

    // Farther out the banks are over the highest ground. Between two points no bed is wider than at the wider of them.
    private double ReachMm(double cellMm, HeightBounds bounds)
    {
        var lowestBed = Math.Min(BedStartMm, BedEndMm) - OutsideDeepMm;
        var bank = BankAngleDeg >= 89.999 ? 0 : Math.Max(0, bounds.HighestMm - lowestBed) / Math.Tan(BankAngleDeg * Math.PI / 180);
        return (Points.Max(p => p.WidthMm) / 2) + RaggedMm + bank + cellMm;
    }

    // 1 at the middle, smoothly 0 at the edge.
    private static double Hump(double off) => off < 1 ? ValueNoise.Smooth(1 - off) : 0;

    // 1 to the right of the line seen along it (rows run toward the viewer), −1 to the left.
    private static double Side(PointMm a, PointMm b, double x, double y) =>
        ((b.XMm - a.XMm) * (y - a.YMm)) - ((b.YMm - a.YMm) * (x - a.XMm)) >= 0 ? 1 : -1;

    // −1…1 along the bank, each bank on its own, in waves of some 20 mm and of some 7.
    private static double Wander(double s, double rightward)
    {
        int mm = (int)Math.Max(0, s), bank = rightward > 0 ? 311 : 977;
        return (1.4 * (ValueNoise.At(mm, 0, 20, bank) - 0.5)) + (0.6 * (ValueNoise.At(mm, 0, 7, bank + 1) - 0.5));
    }

    // Deeper toward the outer bank, nothing on the centre line and at the bank's foot: u(1 − u²), 1 at its greatest.
    private double Scour(double bend, double across)
    {
        var outward = -across * Math.Sign(bend);
        return outward is > 0 and < 1 ? OutsideDeepMm * Math.Abs(bend) * 2.598 * outward * (1 - (outward * outward)) : 0;
    }

    // How much the line turns over one bed width at each of its points: −1 sharply left … 1 sharply right (a radian or more).
    private static double[] Bends(SmoothLine line, double[] halfWidths)
    {
        var bends = new double[line.Points.Length];
        int from = 0, to = 0;
        for (var i = 0; i < bends.Length; i++)
        {
            while (from < i && line.AlongMm[i] - line.AlongMm[from] > halfWidths[i]) from++;
            while (to < bends.Length - 1 && line.AlongMm[to] - line.AlongMm[i] < halfWidths[i]) to++;
            var turn = Direction(line, to) - Direction(line, from);
            bends[i] = Math.Clamp(Math.IEEERemainder(turn, Math.Tau), -1, 1);
        }

        return bends;
    }

    private static double Direction(SmoothLine line, int i)
    {
        PointMm a = line.Points[Math.Max(0, i - 1)], b = line.Points[Math.Min(line.Points.Length - 1, i + 1)];
        return Math.Atan2(b.YMm - a.YMm, b.XMm - a.XMm);
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
