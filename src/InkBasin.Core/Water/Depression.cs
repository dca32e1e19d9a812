namespace InkBasin.Core.Water;

/// <summary>
/// A depression as far as it has been grown. Its cells up to the level of its last merging count as one sum; above that they come in
/// order of height, so that a level is found from a volume in one walk.
/// </summary>
internal sealed class Depression
{
    private readonly List<double> _above = [];
    private double _baseSum;
    private int _baseCount;
    private double _sum;

    public LevelHeap Rim { get; private set; } = new(64);

    public List<int> Cells { get; private set; } = [];

    public double VolumeMm3 { get; set; }

    /// <summary>The depression it is part of now; −1 while it is itself.</summary>
    public int Into { get; set; } = -1;

    /// <summary>Where it spills, once grown so far; −1 before.</summary>
    public int SpillCell { get; private set; } = -1;

    public double SpillMm { get; private set; }

    /// <summary>True when it spills off the board.</summary>
    public bool SpillOut { get; private set; }

    public void Take(int cell, double height)
    {
        Cells.Add(cell);
        _above.Add(height);
        _sum += height;
    }

    public void Spill(int cell, double level, bool out_) => (SpillCell, SpillMm, SpillOut) = (cell, level, out_);

    /// <summary>The spill goes back among what is to be looked at: after a merging it may no longer be one.</summary>
    public void PutSpillBack()
    {
        if (SpillCell < 0) return;
        Rim.Push(SpillMm, SpillOut ? ~SpillCell : SpillCell);
        SpillCell = -1;
    }

    /// <summary>Another depression, full to the same level, becomes part of this one.</summary>
    public void TakeOver(Depression other)
    {
        if (Rim.Count < other.Rim.Count) (Rim, other.Rim) = (other.Rim, Rim);
        Rim.TakeAll(other.Rim);
        Cells.AddRange(other.Cells);
        other.Cells = [];
        _baseCount += _above.Count + other._baseCount + other._above.Count;
        _baseSum = _sum += other._sum;
        _above.Clear();
        VolumeMm3 += other.VolumeMm3;
    }

    /// <summary>What it holds up to where it spills, in mm over cells of area one: no cell it has taken is higher.</summary>
    public double Capacity => ((_baseCount + _above.Count) * SpillMm) - _sum;

    /// <summary>The level at which it holds so much, in mm over cells of area one.</summary>
    public double LevelFor(double volume)
    {
        var (count, sum) = (_baseCount, _baseSum);
        foreach (var height in _above)
        {
            if (count > 0 && (count * height) - sum >= volume) break;
            count++;
            sum += height;
        }

        return (volume + sum) / count;
    }
}
