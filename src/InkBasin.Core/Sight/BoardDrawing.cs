using InkBasin.Core.Foam;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Sight;

/// <summary>A water drawn from above.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Shores">Its shores, closed: outlines, and islands in them.</param>
/// <param name="At">Its deepest place.</param>
public sealed record DrawnWater(string Name, IReadOnlyList<IReadOnlyList<PointMm>> Shores, PointMm At);

/// <summary>A dam drawn from above.</summary>
/// <param name="Number">From 1.</param>
/// <param name="From">One end, on the board's edge.</param>
/// <param name="To">The other.</param>
public sealed record DrawnDam(int Number, PointMm From, PointMm To);

/// <summary>A board from above as lines: height lines, shores, dams. All closed lines are rings in mm on the board, without a grid's steps.</summary>
/// <param name="WidthMm">The board's width.</param>
/// <param name="DepthMm">Its depth.</param>
/// <param name="StepMm">From one height line to the next, mm.</param>
/// <param name="Heights">Height lines.</param>
/// <param name="Waters">The waters.</param>
/// <param name="Dams">The dams.</param>
public sealed record BoardDrawing(double WidthMm, double DepthMm, double StepMm, IReadOnlyList<IReadOnlyList<PointMm>> Heights, IReadOnlyList<DrawnWater> Waters, IReadOnlyList<DrawnDam> Dams)
{
    private const int MostLines = 12;

    private static readonly double[] Steps = [1, 2, 5, 10, 20, 50, 100, 200];

    /// <summary>Draws a board.</summary>
    /// <param name="field">The ground.</param>
    /// <param name="waters">The waters.</param>
    /// <param name="dams">The dams.</param>
    /// <param name="cancel">Looked at once a height line.</param>
    public static BoardDrawing Of(HeightField field, IReadOnlyList<StandingWater> waters, IReadOnlyList<Dam> dams, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(waters);
        ArgumentNullException.ThrowIfNull(dams);
        double width = field.Columns * field.CellMm, depth = field.Rows * field.CellMm;
        IReadOnlyList<PointMm> Smooth(PointMm[] ring) => SmoothRing.Of(ring, field.CellMm, width, depth);
        var (low, high) = Extremes.Of(field.HeightsMm);
        var step = Steps.FirstOrDefault(one => (high - low) / one <= MostLines, Steps[^1]);
        var heights = new List<IReadOnlyList<PointMm>>();
        for (var level = (Math.Floor(low / step) + 1) * step; level < high && heights.Count < 2000; level += step) heights.AddRange(LevelRings.Above(field, level, cancel).Select(Smooth));
        return new BoardDrawing(
            width,
            depth,
            step,
            heights,
            [.. waters.Where(water => water.DeepestCell >= 0).Select(water => new DrawnWater(
                water.Name, [.. LevelRings.Above(new HeightField(field.Columns, field.Rows, field.CellMm, [.. water.Wet.Select(wet => wet ? 1.0 : 0)]), 0.5, cancel).Select(Smooth)], field.CentreOf(water.DeepestCell)))],
            [.. dams.Select((dam, i) =>
            {
                PointMm On(double along) => dam.Side switch
                {
                    BoardSide.Back => new(along, 0),
                    BoardSide.Front => new(along, depth),
                    BoardSide.Left => new(0, along),
                    _ => new(width, along),
                };
                return new DrawnDam(i + 1, On(dam.FromMm), On(dam.ToMm));
            })]);
    }
}
