namespace InkBasin.Core.Ground;

/// <summary>Bounds no height of the ground has left so far, mm over the board.</summary>
internal readonly record struct HeightBounds(double LowestMm, double HighestMm)
{
    public HeightBounds Join(HeightBounds other) => new(Math.Min(LowestMm, other.LowestMm), Math.Max(HighestMm, other.HighestMm));

    /// <summary>Greatest distance a height within the bounds may have from a level, mm.</summary>
    public double FarthestMm(double levelMm) => Math.Max(Math.Abs(LowestMm - levelMm), Math.Abs(HighestMm - levelMm));
}

/// <summary>
/// The smallest thing a ground is made of: a step, or one stroke of a set. What it tells about itself lets a recipe be
/// compiled again only where it changed.
/// </summary>
internal interface IGroundPart
{
    /// <summary>The cells it may change on ground within the bounds: at least those it does change.</summary>
    CellBox Footprint(CellGrid grid, HeightBounds bounds);

    /// <summary>The same cells, closer: what is drawn along a slanting line fills little of the box round it.</summary>
    CellRegion Region(CellGrid grid, HeightBounds bounds) => CellRegion.None(grid).Join(Footprint(grid, bounds));

    /// <summary>
    /// How far it carries a difference. Where the ground before it differs only within <paramref name="part"/>, the ground
    /// after it differs only there and within the answer; and to make <paramref name="part"/> right after it, that and the answer
    /// must be right before it. Most parts work cell by cell and carry nothing.
    /// </summary>
    CellBox Spread(CellGrid grid, CellBox part);

    /// <summary>Changes the ground; reads nothing but <paramref name="work"/> and itself.</summary>
    void Shape(GroundWork work);
}
