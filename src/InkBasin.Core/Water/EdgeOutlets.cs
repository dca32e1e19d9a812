using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>
/// Where water can leave the board. Over side s it leaves edge cell i at max(ground, highest top of the dams on s that
/// hold i); a corner cell has two sides, a cell of a one-row grid three or four (readings.md 3–4).
/// </summary>
public sealed class EdgeOutlets
{
    private readonly HeightField _field;
    private readonly double[][] _levels;

    /// <param name="field">The ground.</param>
    /// <param name="dams">Checked dams, in any order; tops under the ground do nothing.</param>
    public EdgeOutlets(HeightField field, IReadOnlyList<Dam> dams)
    {
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(dams);
        _field = field;
        _levels = new double[4][];
        foreach (var side in Sides)
        {
            var levels = new double[CellsAlong(side)];
            for (var k = 0; k < levels.Length; k++) levels[k] = field.HeightsMm[CellOn(side, k)];
            foreach (var dam in dams)
            {
                if (dam.Side != side) continue;
                foreach (var k in Along(dam)) levels[k] = Math.Max(levels[k], dam.TopMm);
            }

            _levels[(int)side] = levels;
        }
    }

    /// <summary>The four sides in the order runs are listed.</summary>
    public static IReadOnlyList<BoardSide> Sides { get; } = [BoardSide.Back, BoardSide.Front, BoardSide.Left, BoardSide.Right];

    /// <summary>Number of cells along a side.</summary>
    public int CellsAlong(BoardSide side) => side is BoardSide.Back or BoardSide.Front ? _field.Columns : _field.Rows;

    /// <summary>The grid cell at place <paramref name="index"/> along a side.</summary>
    public int CellOn(BoardSide side, int index) => side switch
    {
        BoardSide.Back => index,
        BoardSide.Front => ((_field.Rows - 1) * _field.Columns) + index,
        BoardSide.Left => index * _field.Columns,
        _ => (index * _field.Columns) + _field.Columns - 1,
    };

    /// <summary>Places along its side that a dam holds: those whose centres lie in [from, to].</summary>
    public IEnumerable<int> Along(Dam dam)
    {
        ArgumentNullException.ThrowIfNull(dam);
        for (var k = 0; k < CellsAlong(dam.Side); k++)
        {
            var centre = (k + 0.5) * _field.CellMm;
            if (centre >= dam.FromMm && centre <= dam.ToMm) yield return k;
        }
    }

    /// <summary>Level at which water leaves over <paramref name="side"/> at place <paramref name="index"/>, mm.</summary>
    public double Over(BoardSide side, int index) => _levels[(int)side][index];

    /// <summary>Lowest level at which water leaves cell over any of its sides, mm; +∞ for a cell inside the board.</summary>
    public double Of(int cell)
    {
        int row = cell / _field.Columns, column = cell % _field.Columns;
        var level = double.PositiveInfinity;
        if (row == 0) level = Math.Min(level, _levels[(int)BoardSide.Back][column]);
        if (row == _field.Rows - 1) level = Math.Min(level, _levels[(int)BoardSide.Front][column]);
        if (column == 0) level = Math.Min(level, _levels[(int)BoardSide.Left][row]);
        if (column == _field.Columns - 1) level = Math.Min(level, _levels[(int)BoardSide.Right][row]);
        return level;
    }
}
