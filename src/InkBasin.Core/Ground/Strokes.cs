using System.Text.Json.Serialization;

namespace InkBasin.Core.Ground;

/// <summary>What a stroke of the hand does to the ground.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<StrokeKind>))]
public enum StrokeKind
{
    /// <summary>Adds Strength mm under the middle of the brush.</summary>
    [JsonStringEnumMemberName("rise")] Rise,

    /// <summary>Takes Strength mm away.</summary>
    [JsonStringEnumMemberName("scoop")] Scoop,

    /// <summary>Evens the ground out by the share Strength (0…1).</summary>
    [JsonStringEnumMemberName("smooth")] Smooth,

    /// <summary>Roughens it by up to ±½ Strength mm.</summary>
    [JsonStringEnumMemberName("roughen")] Roughen,

    /// <summary>Brings it to LevelMm by the share Strength (0…1).</summary>
    [JsonStringEnumMemberName("level")] Level,
}

/// <summary>
/// One stroke: a brush drawn along a path once. What it does at a place depends on the distance to the path alone, so a
/// slow hand does no more than a quick one.
/// </summary>
/// <param name="Kind">What it does.</param>
/// <param name="Path">1…2000 points, joined straight.</param>
/// <param name="BrushMm">Diameter of the brush, mm, 1…500.</param>
/// <param name="Strength">mm, 0…100; of those that take a share, 0…1.</param>
/// <param name="LevelMm">The level of <see cref="StrokeKind.Level"/>, mm over the board, −500…500.</param>
public sealed record Stroke(StrokeKind Kind, IReadOnlyList<PointMm> Path, double BrushMm, double Strength, double LevelMm = 0)
{
    /// <summary>Refuses a stroke that cannot be drawn.</summary>
    /// <exception cref="RefusedException">A number is missing or out of its range.</exception>
    public void Check(string field)
    {
        Require.Known(Kind, $"{field}.kind");
        Require.Present(Path, $"{field}.path");
        if (Path.Count is < 1 or > 2000) throw new RefusedException($"{field}.path", "A stroke has 1 to 2000 points.");
        PointMm.CheckAll(Path, $"{field}.path");
        Require.Within(BrushMm, 1, 500, $"{field}.brushMm");
        Require.Within(Strength, 0, Kind is StrokeKind.Smooth or StrokeKind.Level ? 1 : 100, $"{field}.strength");
        Require.Within(LevelMm, -500, 500, $"{field}.levelMm");
    }
}

/// <summary>Free strokes of the hand, in the order they were made.</summary>
public sealed record Strokes : GroundStep
{
    /// <summary>Most strokes in one step.</summary>
    public const int Most = 2000;

    private readonly Remembered<ValueTuple<IReadOnlyList<Stroke>>, StrokePart[]> _parts = new();

    /// <summary>The strokes.</summary>
    public IReadOnlyList<Stroke> Items { get; init; } = [];

    /// <inheritdoc/>
    protected override void CheckShape(string field)
    {
        Require.Present(Items, $"{field}.items");
        if (Items.Count > Most) throw new RefusedException($"{field}.items", $"Begin another set of strokes after {Most}.");
        for (var i = 0; i < Items.Count; i++) Require.Present(Items[i], $"{field}.items[{i}]").Check($"{field}.items[{i}]");
    }

    /// <inheritdoc/>
    internal override IEnumerable<IGroundPart> Parts(GroundGrids grids) =>
        _parts.Of(new(Items), () => [.. Items.Select((stroke, number) => new StrokePart(stroke, number))]);
}

/// <summary>One stroke of a set.</summary>
/// <param name="Stroke">The stroke.</param>
/// <param name="Number">Its place in the set, which seeds its roughness.</param>
internal sealed record StrokePart(Stroke Stroke, int Number) : IGroundPart
{
    private readonly Remembered<CellGrid, CellBox> _footprint = new();

    private double RadiusMm => Stroke.BrushMm / 2;

    /// <inheritdoc/>
    public CellBox Footprint(CellGrid grid, HeightBounds bounds) => _footprint.Of(grid, () => grid.Around([.. Stroke.Path], RadiusMm));

    /// <inheritdoc/>
    public CellRegion Region(CellGrid grid, HeightBounds bounds) => CellRegion.Along(grid, [.. Stroke.Path], RadiusMm);

    /// <inheritdoc/>
    public CellBox Spread(CellGrid grid, CellBox part)
    {
        if (Stroke.Kind != StrokeKind.Smooth) return CellBox.None;
        var reach = Evened.Reach(RadiusMm, grid.CellMm);
        return part.Grow(reach).Meet(Footprint(grid, default).Grow(reach));
    }

    /// <inheritdoc/>
    public void Shape(GroundWork work)
    {
        var stroke = Stroke;
        PointMm[] path = [.. stroke.Path];
        var radius = RadiusMm;
        var (row0, row1, column0, column1) = work.Window(path, radius);
        if (row0 >= row1 || column0 >= column1) return;
        var nearest = work.Distance2();
        if (path.Length == 1) NearestPiece.Visit(work, path[0], path[0], radius, nearest, [], [], 0);
        for (var i = 1; i < path.Length; i++) NearestPiece.Visit(work, path[i - 1], path[i], radius, nearest, [], [], 0);
        var evened = stroke.Kind == StrokeKind.Smooth ? Evened.Of(work, row0, row1, column0, column1, radius) : default;
        var beyond = radius * radius * 1.0001;
        for (var row = row0; row < row1; row++)
        {
            for (var column = column0; column < column1; column++)
            {
                var cell = (row * work.Columns) + column;
                if (nearest[cell] > beyond) continue;
                var off = Math.Sqrt(nearest[cell]) / radius;
                if (off >= 1) continue;

                // 1 on the path, smoothly to 0 at the brush's edge.
                var press = ValueNoise.Smooth(1 - off);
                var height = work.HeightsMm[cell];
                work.Set(cell, stroke.Kind switch
                {
                    StrokeKind.Rise => height + (stroke.Strength * press),
                    StrokeKind.Scoop => height - (stroke.Strength * press),
                    StrokeKind.Roughen => height + (stroke.Strength * press * (ValueNoise.Lattice(work.BoardColumn(column), work.BoardRow(row), Number + 17) - 0.5)),
                    StrokeKind.Level => height + ((stroke.LevelMm - height) * stroke.Strength * press),
                    _ => height + ((evened.At(row, column) - height) * stroke.Strength * press),
                });
            }
        }
    }

    /// <summary>
    /// Means of the ground over a square round each cell, from one summed-area table (Crow 1984). The sums are whole numbers of
    /// 2⁻²⁰ mm, so that a mean is the same to the last bit wherever its table begins.
    /// </summary>
    private readonly struct Evened
    {
        private const double Steps = 1 << 20;

        private readonly long[] _sums;
        private readonly int _width;
        private readonly (int Row0, int Row1, int Column0, int Column1) _outer;
        private readonly int _reach;

        private Evened(long[] sums, int width, (int Row0, int Row1, int Column0, int Column1) outer, int reach)
        {
            (_sums, _width, _outer, _reach) = (sums, width, outer, reach);
        }

        /// <summary>Half the side of the square, cells.</summary>
        public static int Reach(double radiusMm, double cellMm) => Math.Max(1, (int)Math.Round(radiusMm / 2 / cellMm));

        public static Evened Of(GroundWork work, int row0, int row1, int column0, int column1, double radiusMm)
        {
            var reach = Reach(radiusMm, work.CellMm);
            var outer = (
                Row0: Math.Max(0, row0 - reach),
                Row1: Math.Min(work.Rows, row1 + reach),
                Column0: Math.Max(0, column0 - reach),
                Column1: Math.Min(work.Columns, column1 + reach));
            var width = outer.Column1 - outer.Column0 + 1;
            var sums = new long[(outer.Row1 - outer.Row0 + 1) * width];
            for (var row = outer.Row0; row < outer.Row1; row++)
            {
                long along = 0;
                var at = ((row - outer.Row0 + 1) * width) + 1;
                for (var column = outer.Column0; column < outer.Column1; column++, at++)
                {
                    along += (long)Math.Round(work.HeightsMm[(row * work.Columns) + column] * Steps);
                    sums[at] = sums[at - width] + along;
                }
            }

            return new Evened(sums, width, outer, reach);
        }

        public double At(int row, int column)
        {
            int back = Math.Max(_outer.Row0, row - _reach) - _outer.Row0, front = Math.Min(_outer.Row1, row + _reach + 1) - _outer.Row0;
            int left = Math.Max(_outer.Column0, column - _reach) - _outer.Column0, right = Math.Min(_outer.Column1, column + _reach + 1) - _outer.Column0;
            var sum = _sums[(front * _width) + right] - _sums[(back * _width) + right] - _sums[(front * _width) + left] + _sums[(back * _width) + left];
            return sum / ((double)(front - back) * (right - left) * Steps);
        }
    }
}
