using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>A hollow of the ground: one by itself, or several that have become one.</summary>
/// <param name="Number">From 1: the single ones by volume, largest first, then the joined ones.</param>
/// <param name="Of">Numbers of the hollows it is joined from; empty for a single one.</param>
/// <param name="LowestAt">Centre of its lowest cell.</param>
/// <param name="LowestMm">Its lowest ground, mm.</param>
/// <param name="SpillMm">Level at which it overflows, mm.</param>
/// <param name="SpillAt">Centre of the cell it overflows at.</param>
/// <param name="VolumeMl">Volume to that level, ml.</param>
/// <param name="Into">Number of the hollow it overflows into; null when it leaves the board.</param>
/// <param name="Over">The side it leaves over; null when it overflows into another hollow.</param>
/// <param name="OverAtMm">Where along that side, mm.</param>
public sealed record Hollow(
    int Number,
    IReadOnlyList<int> Of,
    PointMm LowestAt,
    double LowestMm,
    double SpillMm,
    PointMm SpillAt,
    double VolumeMl,
    int? Into,
    BoardSide? Over,
    double? OverAtMm);

/// <summary>
/// The depression hierarchy of a ground (Barnes, Callaghan &amp; Wickert 2020): which hollows there are, at which level each overflows and into
/// what, and which become one. Built by letting the water rise everywhere at once: cells come under in order of height, a union–find (Tarjan
/// 1975) tells which waters meet. Hollows that are mere roughness are passed over.
/// </summary>
public sealed class DepressionHierarchy
{
    private const double Diagonal = 0.7071067811865476;

    private readonly HeightField _field;
    private readonly double _leastDepthMm;
    private readonly double _leastSumMm;
    private readonly int[] _label;
    private readonly List<int> _joined = [];
    private readonly int[] _beside = new int[8];
    private readonly double[] _steep = new double[8];
    private readonly List<Rising> _rising = [];
    private readonly List<Node> _nodes = [];

    private DepressionHierarchy(HeightField field, double leastDepthMm, double leastMl)
    {
        _field = field;
        _leastDepthMm = leastDepthMm;
        _leastSumMm = leastMl * 1000 / field.CellAreaMm2;
        _label = new int[field.HeightsMm.Length];
        Array.Fill(_label, -1);
    }

    /// <summary>Finds the hollows.</summary>
    /// <param name="field">The ground.</param>
    /// <param name="outlets">Where water leaves the board.</param>
    /// <param name="leastDepthMm">Shallower ones are roughness, mm, ≥ 0.</param>
    /// <param name="leastMl">Smaller ones are passed over, ml, ≥ 0.</param>
    /// <param name="cancel">Looked at once every 65,536 cells.</param>
    public static IReadOnlyList<Hollow> Find(HeightField field, EdgeOutlets outlets, double leastDepthMm, double leastMl, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(field);
        ArgumentNullException.ThrowIfNull(outlets);
        Require.NotNegative(leastDepthMm, "leastDepthMm");
        Require.NotNegative(leastMl, "leastMl");
        var hierarchy = new DepressionHierarchy(field, leastDepthMm, leastMl);
        hierarchy.Rise(outlets, cancel);
        return hierarchy.Numbered();
    }

    private void Rise(EdgeOutlets outlets, CancellationToken cancel)
    {
        var h = _field.HeightsMm;
        var keys = (double[])h.Clone();
        var order = new int[h.Length];
        for (var i = 0; i < order.Length; i++) order[i] = i;
        Array.Sort(keys, order);
        var gates = Gates(outlets);
        var atOwnHeight = gates.Where(gate => gate.LevelMm == h[gate.Cell]).DistinctBy(gate => gate.Cell).ToDictionary(gate => gate.Cell);
        var gate = 0;
        for (var i = 0; i < order.Length; i++)
        {
            if ((i & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();

            // A gate opens once its own cell and all cells as low are under.
            for (; gate < gates.Count && gates[gate].LevelMm < keys[i]; gate++) Open(gates[gate], Root(_label[gates[gate].Cell]));
            Drown(order[i], keys[i], atOwnHeight);
        }

        for (; gate < gates.Count; gate++) Open(gates[gate], Root(_label[gates[gate].Cell]));
    }

    // Where water leaves, lowest first; back, front, left, right and then along the side where levels are the same.
    private static List<Gate> Gates(EdgeOutlets outlets)
    {
        var gates = new List<Gate>();
        foreach (var side in EdgeOutlets.Sides)
        {
            for (var k = 0; k < outlets.CellsAlong(side); k++) gates.Add(new Gate(outlets.Over(side, k), outlets.CellOn(side, k), side, k));
        }

        return [.. gates.OrderBy(one => one.LevelMm)];
    }

    // A cell comes under: it joins the water its own liquid would run down to, and whatever else is beside it meets there.
    private void Drown(int cell, double level, Dictionary<int, Gate> atOwnHeight)
    {
        var (own, meets) = Join(cell, level);
        if (own < 0)
        {
            own = _rising.Count;
            _label[cell] = own;
            _joined.Add(own);
            _rising.Add(new Rising { LowestCell = cell, LowestMm = level });
        }
        else if (meets || atOwnHeight.ContainsKey(cell))
        {
            var beside = Beside(cell, level);

            // A water that has risen to an open edge cell leaves the board there, whatever lower ground lies beside.
            if (atOwnHeight.TryGetValue(cell, out var gate))
            {
                for (var k = 0; k < beside; k++) Open(gate, Root(_label[_beside[k]]));
            }

            if (meets) own = Meet(beside, cell, level);
        }

        var water = _rising[own];
        water.SumMm += level;
        water.Cells++;
    }

    // Gives a cell the label of the steepest of those beside it that are under already: the water it is in, −1 when there is none; and whether
    // others than that water are beside it.
    private (int Water, bool Meets) Join(int cell, double level)
    {
        int columns = _field.Columns, row = cell / columns, column = cell - (row * columns);
        int row1 = Math.Min(_field.Rows - 1, row + 1), column0 = Math.Max(0, column - 1), column1 = Math.Min(columns - 1, column + 1);
        var label = -1;
        var differ = false;
        for (var r = Math.Max(0, row - 1); r <= row1; r++)
        {
            for (var next = (r * columns) + column0; next <= (r * columns) + column1; next++)
            {
                var other = _label[next];
                if (other < 0) continue;
                differ |= label >= 0 && other != label;
                label = other;
            }
        }

        if (label < 0) return (-1, false);
        var own = Root(label);
        if (!differ)
        {
            _label[cell] = label;
            return (own, false);
        }

        // Most cells have one label beside them; only where it is several does the steepest way count.
        var beside = Beside(cell, level);
        _label[cell] = _label[_beside[0]];
        own = Root(_label[cell]);
        for (var k = 1; k < beside; k++)
        {
            if (Root(_label[_beside[k]]) != own) return (own, true);
        }

        return (own, false);
    }

    // How steeply a cell looks down on one beside it, mm a cell.
    private double Steep(int cell, double level, int next, bool otherRow)
    {
        var across = Math.Abs(next - cell);
        return (level - _field.HeightsMm[next]) * (otherRow && across != _field.Columns ? Diagonal : 1);
    }

    // The cells beside one that are under already, the steepest way down first; how many they are.
    private int Beside(int cell, double level)
    {
        int columns = _field.Columns, row = cell / columns, column = cell - (row * columns);
        int row1 = Math.Min(_field.Rows - 1, row + 1), column0 = Math.Max(0, column - 1), column1 = Math.Min(columns - 1, column + 1);
        var count = 0;
        for (var r = Math.Max(0, row - 1); r <= row1; r++)
        {
            for (var next = (r * columns) + column0; next <= (r * columns) + column1; next++)
            {
                if (_label[next] < 0 || next == cell) continue;
                var steep = Steep(cell, level, next, r != row);
                var at = count++;
                for (; at > 0 && _steep[at - 1] < steep; at--) (_steep[at], _beside[at]) = (_steep[at - 1], _beside[at - 1]);
                (_steep[at], _beside[at]) = (steep, next);
            }
        }

        return count;
    }

    // A water reaches a place where it leaves the board.
    private void Open(Gate gate, int root)
    {
        var water = _rising[root];
        if (water.Gate is not null) return;
        var sea = new Rising { LowestCell = gate.Cell, LowestMm = double.NegativeInfinity, Gate = (gate.Side, (gate.Index + 0.5) * _field.CellMm) };
        _rising.Add(sea);
        _joined.Add(_joined.Count);
        Close(water, _rising.Count - 1, gate.Cell, gate.LevelMm);
        water.Gate = sea.Gate;
    }

    // Waters meet over a cell: each that is full overflows down the steepest side that is not its own, and they go on as one.
    private int Meet(int beside, int cell, double level)
    {
        var roots = new List<int>(3);
        for (var k = 0; k < beside; k++)
        {
            var root = Root(_label[_beside[k]]);
            if (!roots.Contains(root)) roots.Add(root);
        }

        List<Rising> waters = [.. roots.Select(root => _rising[root])];
        List<bool> counts = [.. waters.Select(water => Counts(water, level))];

        // The water goes on as the one that drains off the board, else one that counts, else the deepest.
        var sea = waters.FindIndex(water => water.Gate is not null);
        var full = sea >= 0 || counts.Count(one => one) > 1;
        var kept = sea >= 0 ? sea : Enumerable.Range(0, waters.Count).MinBy(i => (counts[i] ? 0 : 1, waters[i].LowestMm));
        for (var i = 0; i < waters.Count; i++)
        {
            if (waters[i].Gate is null && (full || i != kept)) Close(waters[i], OtherLabel(beside, roots[i]), cell, level);
        }

        var water = waters[kept];
        if (sea < 0 && full) (water.Parts, water.Node, water.JoinedMm) = ([.. waters.Where((_, i) => counts[i]).SelectMany(Parts)], null, level);
        for (var i = 0; i < waters.Count; i++)
        {
            if (i == kept) continue;
            if (waters[i].LowestMm < water.LowestMm) (water.LowestMm, water.LowestCell) = (waters[i].LowestMm, waters[i].LowestCell);
            water.SumMm += waters[i].SumMm;
            water.Cells += waters[i].Cells;
            _joined[roots[i]] = roots[kept];
        }

        return roots[kept];
    }

    private int OtherLabel(int beside, int root)
    {
        var k = 0;
        while (k < beside - 1 && Root(_label[_beside[k]]) == root) k++;
        return _label[_beside[k]];
    }

    // Its node once closed, when it counts; what it was joined from otherwise.
    private static int[] Parts(Rising water) => water.Node is { } node ? [node] : water.Parts;

    private bool Counts(Rising water, double level) =>
        water.Gate is null && level - water.LowestMm > _leastDepthMm && (level * water.Cells) - water.SumMm >= _leastSumMm;

    // The water is full: it overflows at a cell into what carries a label.
    private void Close(Rising water, int into, int cell, double level)
    {
        water.Into = into;

        // Where three meet over one cell, the first two were never one by themselves.
        if (!Counts(water, level) || water.JoinedMm == level) return;
        _nodes.Add(new Node(water.LowestCell, level, cell, ((level * water.Cells) - water.SumMm) * _field.CellAreaMm2 / 1000, into, water.Parts));
        water.Node = _nodes.Count - 1;
        water.FirstNode ??= water.Node;
    }

    private List<Hollow> Numbered()
    {
        var byNumber = _nodes.Index().OrderBy(one => one.Item.Parts.Length > 0).ThenByDescending(one => one.Item.VolumeMl).Select(one => one.Index).ToList();
        var numberOf = new int[_nodes.Count];
        for (var i = 0; i < byNumber.Count; i++) numberOf[byNumber[i]] = i + 1;
        return [.. byNumber.Select(index =>
        {
            var node = _nodes[index];
            var (into, gate) = Whither(node.Into, index);
            return new Hollow(
                numberOf[index],
                [.. node.Parts.Select(part => numberOf[part]).Order()],
                _field.CentreOf(node.LowestCell),
                _field.HeightsMm[node.LowestCell],
                node.SpillMm,
                _field.CentreOf(node.SpillCell),
                node.VolumeMl,
                into is { } other ? numberOf[other] : null,
                gate?.Side,
                gate?.AtMm);
        })];
    }

    // What carries a label: a hollow that counts, or, through roughness passed over, the next one or the board's edge.
    private (int? Node, (BoardSide Side, double AtMm)? Gate) Whither(int label, int from)
    {
        for (var steps = 0; steps < _rising.Count; steps++)
        {
            var water = _rising[label];
            if (water.FirstNode is { } node && node != from) return (node, null);
            if (water.Into < 0) return (null, water.Gate);
            label = water.Into;
        }

        return (null, null);
    }

    // The water a label has become part of. There are far fewer labels than cells, so this stays in the cache.
    private int Root(int label)
    {
        var root = label;
        while (_joined[root] != root) root = _joined[root];
        while (_joined[label] != root) (_joined[label], label) = (root, _joined[label]);
        return root;
    }

    // A water on the rise, by the label of its first cell.
    private sealed class Rising
    {
        public int LowestCell { get; set; }

        public double LowestMm { get; set; }

        public double SumMm { get; set; }

        public int Cells { get; set; }

        // Where it drains off the board; null while it does not.
        public (BoardSide Side, double AtMm)? Gate { get; set; }

        // Label of what it overflows into; −1 while it has not.
        public int Into { get; set; } = -1;

        public int? Node { get; set; }

        public int? FirstNode { get; set; }

        public int[] Parts { get; set; } = [];

        // Level at which it was last joined from hollows that count.
        public double? JoinedMm { get; set; }
    }

    // Where water leaves the board: at which level, over which side.
    private readonly record struct Gate(double LevelMm, int Cell, BoardSide Side, int Index);

    private sealed record Node(int LowestCell, double SpillMm, int SpillCell, double VolumeMl, int Into, int[] Parts);
}
