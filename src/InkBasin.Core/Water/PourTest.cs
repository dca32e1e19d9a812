using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>
/// Fill–Spill–Merge (Barnes, Callaghan &amp; Wickert 2021): liquid runs down the dry ground by steepest descent to a depression, fills
/// it, spills over its lowest saddle, merges with a neighbour that is full too, and leaves over an open edge (readings.md 13–20). Only
/// depressions that liquid reaches are looked at: each is grown from its bottom, cell by cell in order of height, up to where it would
/// spill, so a test costs what gets wet and not what the board holds. More can be poured at any time; the order of pours and their portions do
/// not matter.
/// </summary>
public sealed class PourTest
{
    // Less liquid than this is rounding, mm³.
    private const double NothingMm3 = 1e-9;
    private static readonly (int Column, int Row)[] Around = [(-1, -1), (0, -1), (1, -1), (-1, 0), (1, 0), (-1, 1), (0, 1), (1, 1)];

    private readonly HeightField _field;
    private readonly EdgeOutlets _outlets;
    private readonly double[] _heights;
    private readonly int[] _owner;
    private readonly int[] _queuedBy;
    private readonly List<Depression> _depressions = [];
    private readonly Dictionary<int, int> _byBottom = [];
    private readonly SortedDictionary<(int Side, int Index), double> _runOffMm3 = [];
    private readonly Stack<(int Cell, double VolumeMm3)> _running = new();

    /// <param name="field">The ground.</param>
    /// <param name="outlets">Where water leaves the board.</param>
    public PourTest(HeightField field, EdgeOutlets outlets)
    {
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(outlets);
        (_field, _outlets, _heights) = (field, outlets, field.HeightsMm);
        _owner = new int[_heights.Length];
        _queuedBy = new int[_heights.Length];
        Array.Fill(_owner, -1);
        Array.Fill(_queuedBy, -1);
    }

    /// <summary>Pours and lets everything come to rest.</summary>
    /// <param name="pour">Where and how much.</param>
    /// <param name="cancel">Looked at between depressions.</param>
    /// <exception cref="RefusedException">The place lies off the board, or the volume is negative.</exception>
    public void Add(Pour pour, CancellationToken cancel = default)
    {
        pour.At.Check("pours");
        Require.NotNegative(pour.VolumeMl, "volumeMl");
        var cell = _field.CellAt(pour.At);
        if (cell < 0) throw new RefusedException("pours", "Pour on the board: that place lies beside it.", RefusalKind.Impossible);
        if (pour.VolumeMl == 0) return;
        _running.Push((cell, pour.VolumeMl * 1000));
        while (_running.TryPop(out var next))
        {
            cancel.ThrowIfCancellationRequested();
            Settle(Descend(next.Cell), next.VolumeMm3);
        }
    }

    /// <summary>What stands where now.</summary>
    public PourOutcome Outcome()
    {
        var pools = new List<Pool>();
        for (var i = 0; i < _depressions.Count; i++)
        {
            var one = _depressions[i];
            if (one.Into >= 0 || one.VolumeMm3 < 1e-6) continue;
            var level = one.LevelFor(one.VolumeMm3 / _field.CellAreaMm2);
            pools.AddRange(Waters(one.Cells, level));
        }

        return new PourOutcome(
            [.. pools.Where(pool => pool.VolumeMl >= 1e-9).OrderByDescending(pool => pool.VolumeMl).ThenBy(pool => _field.CellAt(pool.LowestAt))],
            [.. _runOffMm3.Select(one => new RunOff((BoardSide)one.Key.Side, (one.Key.Index + 0.5) * _field.CellMm, one.Value / 1000)).OrderByDescending(one => one.VolumeMl)]);
    }

    // The waters of one depression: it is one, unless its parts only touch in a saddle that stands exactly at the level.
    private IEnumerable<Pool> Waters(List<int> taken, double level)
    {
        var wet = taken.Where(cell => _heights[cell] < level).ToHashSet();
        foreach (var start in taken)
        {
            if (!wet.Remove(start)) continue;
            var cells = new List<int> { start };
            for (var i = 0; i < cells.Count; i++)
            {
                foreach (var (next, _) in Near(cells[i]))
                {
                    if (wet.Remove(next)) cells.Add(next);
                }
            }

            cells.Sort();
            var lowest = cells.MinBy(cell => _heights[cell]);
            var depth = cells.Sum(cell => level - _heights[cell]);
            yield return new Pool(_field.CentreOf(lowest), level, depth * _field.CellAreaMm2 / 1000, cells.Count * _field.CellAreaMm2, level - _heights[lowest], [.. cells]);
        }
    }

    // Puts liquid into the depression round a bottom; what is too much for it runs on.
    private void Settle(int bottom, double volumeMm3)
    {
        if (bottom < 0)
        {
            Leave(~bottom, _heights[~bottom], volumeMm3);
            return;
        }

        if (!_byBottom.TryGetValue(bottom, out var index))
        {
            index = _depressions.Count;
            _depressions.Add(new Depression());
            _byBottom.Add(bottom, index);
            _queuedBy[bottom] = index;
            _depressions[index].Rim.Push(_heights[bottom], bottom);
        }

        while (true)
        {
            index = Find(index);
            var one = _depressions[index];
            if (one.SpillCell < 0) Grow(index);
            var room = Math.Max(0, (one.Capacity * _field.CellAreaMm2) - one.VolumeMm3);
            if (volumeMm3 <= room + NothingMm3)
            {
                one.VolumeMm3 += volumeMm3;
                return;
            }

            one.VolumeMm3 += room;
            volumeMm3 -= room;
            if (one.SpillOut)
            {
                Leave(one.SpillCell, one.SpillMm, volumeMm3);
                return;
            }

            if (DownFrom(one.SpillCell, index, one.SpillMm) is { } down)
            {
                _running.Push((down, volumeMm3));
                return;
            }

            Merge(index);
        }
    }

    // From a saddle: the steepest way down that does not come round again at the same level through water as full as this.
    private int? DownFrom(int saddle, int index, double level)
    {
        int? best = null;
        double steepest = 0;
        foreach (var (cell, distance) in Near(saddle))
        {
            var slope = (_heights[saddle] - _heights[cell]) / distance;
            if (slope <= 0 || Owns(index, cell) || ComesRound(cell, index, saddle, level)) continue;
            if (slope > steepest || (slope == steepest && best is { } other && _heights[cell] < _heights[other])) (best, steepest) = (cell, slope);
        }

        return best;
    }

    // Whether liquid over that cell would only be handed on, from one full depression to the next at one level, back to where it came
    // from. Where it would be handed on elsewhere it takes that way, whether it comes at once or in portions.
    private bool ComesRound(int cell, int index, int saddle, double level)
    {
        for (var steps = 0; steps <= _depressions.Count; steps++)
        {
            var owner = _owner[cell] < 0 ? -1 : Find(_owner[cell]);
            if (owner == index) return true;
            if (owner < 0 || !Full(owner)) return false;
            var one = _depressions[owner];
            if (one.SpillOut || one.SpillMm < level) return false;
            if (one.SpillCell == saddle) return true;
            if (SteepestOut(one.SpillCell, owner) is not { } next) return false;
            cell = next;
        }

        return false;
    }

    private int? SteepestOut(int saddle, int index)
    {
        int? best = null;
        double steepest = 0;
        foreach (var (cell, distance) in Near(saddle))
        {
            var slope = (_heights[saddle] - _heights[cell]) / distance;
            if (slope > steepest && !Owns(index, cell)) (best, steepest) = (cell, slope);
        }

        return best;
    }

    private bool Full(int index)
    {
        var one = _depressions[index];
        return one.SpillCell >= 0 && one.VolumeMm3 >= (one.Capacity * _field.CellAreaMm2) - NothingMm3;
    }

    // All that meet full in a saddle are one from now on.
    private void Merge(int index)
    {
        var one = _depressions[index];
        var (saddle, level) = (one.SpillCell, one.SpillMm);
        one.PutSpillBack();
        foreach (var (cell, _) in Near(saddle))
        {
            if (_owner[cell] < 0 || _heights[cell] >= level) continue;
            var other = Find(_owner[cell]);
            if (other == index) continue;
            _depressions[other].PutSpillBack();
            (index, other) = _depressions[index].Cells.Count >= _depressions[other].Cells.Count ? (index, other) : (other, index);
            _depressions[index].TakeOver(_depressions[other]);
            _depressions[other].Into = index;
        }
    }

    // Takes cells in order of height until one lets liquid out: over the board's edge, or down to ground that is not its own.
    private void Grow(int index)
    {
        var one = _depressions[index];
        while (one.Rim.Count > 0)
        {
            var level = one.Rim.Pop(out var cell);
            if (cell < 0)
            {
                // The top of a dam, or of the ground under it.
                one.Spill(~cell, level, out_: true);
                return;
            }

            if (_owner[cell] >= 0 && Find(_owner[cell]) == index) continue;
            var outlet = _outlets.Of(cell);
            if (outlet <= level)
            {
                one.Spill(cell, level, out_: true);
                return;
            }

            var lower = false;
            foreach (var (next, _) in Near(cell)) lower |= _heights[next] < level && !Owns(index, next);
            if (lower)
            {
                one.Spill(cell, level, out_: false);
                return;
            }

            // A cell that another depression took as its own rim stays that one's: it is dry in both.
            if (_owner[cell] < 0)
            {
                _owner[cell] = index;
                one.Take(cell, level);
                if (!double.IsPositiveInfinity(outlet)) one.Rim.Push(outlet, ~cell);
            }

            foreach (var (next, _) in Near(cell))
            {
                if (_queuedBy[next] == index || Owns(index, next)) continue;
                _queuedBy[next] = index;
                one.Rim.Push(_heights[next], next);
            }
        }

        // Every board has an edge, and every edge an outlet: even a dam has a top.
        throw new InvalidOperationException("A depression without a way out.");
    }

    private bool Owns(int index, int cell) => _owner[cell] >= 0 && Find(_owner[cell]) == index;

    // Down the dry ground: a bottom's first cell, or ~ the edge cell it leaves the board over.
    private int Descend(int cell)
    {
        while (true)
        {
            if (Steepest(cell) is { } down)
            {
                cell = down;
                continue;
            }

            if (_outlets.Of(cell) <= _heights[cell]) return ~cell;
            var on = AcrossFlat(cell);
            if (on.Cell is not { } next) return on.First;
            cell = next;
        }
    }

    private int? Steepest(int cell)
    {
        int? best = null;
        double steepest = 0;
        foreach (var (next, distance) in Near(cell))
        {
            var slope = (_heights[cell] - _heights[next]) / distance;
            if (slope > steepest || (slope == steepest && slope > 0 && best is { } other && _heights[next] < _heights[other])) (best, steepest) = (next, slope);
        }

        return best;
    }

    // Over level ground to the nearest cell that looks down or is open; none: the level ground is a bottom, known by its first cell.
    private (int? Cell, int First) AcrossFlat(int from)
    {
        var seen = new HashSet<int> { from };
        var queue = new Queue<int>([from]);
        var first = from;
        while (queue.TryDequeue(out var cell))
        {
            first = Math.Min(first, cell);
            foreach (var (next, _) in Near(cell))
            {
                if (_heights[next] != _heights[from] || !seen.Add(next)) continue;
                if (Steepest(next) is not null || _outlets.Of(next) <= _heights[next]) return (next, first);
                queue.Enqueue(next);
            }
        }

        return (null, first);
    }

    private void Leave(int cell, double level, double volumeMm3)
    {
        foreach (var side in EdgeOutlets.Sides)
        {
            int column = cell % _field.Columns, row = cell / _field.Columns;
            var (on, index) = side switch
            {
                BoardSide.Back => (row == 0, column),
                BoardSide.Front => (row == _field.Rows - 1, column),
                BoardSide.Left => (column == 0, row),
                _ => (column == _field.Columns - 1, row),
            };
            if (!on || _outlets.Over(side, index) > level) continue;
            var key = ((int)side, index);
            _runOffMm3[key] = _runOffMm3.GetValueOrDefault(key) + volumeMm3;
            return;
        }
    }

    private int Find(int index)
    {
        while (_depressions[index].Into >= 0)
        {
            var into = _depressions[index].Into;
            if (_depressions[into].Into >= 0) _depressions[index].Into = _depressions[into].Into;
            index = into;
        }

        return index;
    }

    private NearCells Near(int cell) => new(_field, cell);

    /// <summary>The up to eight cells round one, with how far their centres lie, in cells.</summary>
    private readonly struct NearCells(HeightField grid, int cell)
    {
        public Walk GetEnumerator() => new(grid, cell);

        public struct Walk(HeightField grid, int cell)
        {
            private readonly int _column = cell % grid.Columns;
            private readonly int _row = cell / grid.Columns;
            private int _at = -1;

            public readonly (int Cell, double Distance) Current
            {
                get
                {
                    var (dx, dy) = Around[_at];
                    return (((_row + dy) * grid.Columns) + _column + dx, dx != 0 && dy != 0 ? Math.Sqrt(2) : 1);
                }
            }

            public bool MoveNext()
            {
                while (++_at < Around.Length)
                {
                    var (dx, dy) = Around[_at];
                    if (_column + dx >= 0 && _column + dx < grid.Columns && _row + dy >= 0 && _row + dy < grid.Rows) return true;
                }

                return false;
            }
        }
    }
}
