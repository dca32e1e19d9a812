using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>A water as it stands on the ground at its waterline, for everything that has to do with more than one of them.</summary>
/// <param name="id">Its id in the build.</param>
/// <param name="name">The maker's name for it.</param>
/// <param name="seed">A place under it, on the board.</param>
/// <param name="basin">What it is at its waterline.</param>
public sealed class StandingWater(string id, string name, PointMm seed, Basin basin)
{
    private readonly Lazy<bool[]> _wet = new(() =>
    {
        var wet = new bool[basin.Region.Field.HeightsMm.Length];
        foreach (var cell in basin.Region.Cells) wet[cell] = true;
        return wet;
    });

    /// <summary>Its id in the build.</summary>
    public string Id { get; } = id;

    /// <summary>The maker's name for it.</summary>
    public string Name { get; } = name;

    /// <summary>A place under it.</summary>
    public PointMm Seed { get; } = seed;

    /// <summary>What it is at its waterline.</summary>
    public Basin Basin { get; } = basin;

    /// <summary>Its wet cells with volume, area and depths.</summary>
    public WetRegion Region => Basin.Region;

    /// <summary>Its waterline, mm over the board.</summary>
    public double WaterlineMm => Region.LevelMm;

    /// <summary>Whether a cell of the ground is under it; false for −1, beside the board.</summary>
    public bool Covers(int cell) => cell >= 0 && _wet.Value[cell];

    /// <summary>Which cells of the ground are under it, row-major.</summary>
    public bool[] Wet => _wet.Value;

    /// <summary>Its deepest cell, the first of several; −1 when nothing is wet.</summary>
    public int DeepestCell => Region.DeepestCell;
}
