using InkBasin.Core.Ground;

namespace InkBasin.Core.Water;

/// <summary>
/// A dam standing on the outer side of the edge cells whose centres lie in [FromMm, ToMm] along its side. It does not
/// raise the ground: water stands on the cell's own ground up to the dam's top (readings.md, Ground, edges, dams 3–5).
/// </summary>
/// <param name="Side">The side of the board it stands on.</param>
/// <param name="FromMm">Where it begins, mm from the left (back, front) or from the back (left, right).</param>
/// <param name="ToMm">Where it ends, mm, not before <paramref name="FromMm"/>.</param>
/// <param name="TopMm">Height of its top over the board, mm.</param>
public sealed record Dam(BoardSide Side, double FromMm, double ToMm, double TopMm)
{
    /// <summary>Identity within the build; never reused. Empty outside of one.</summary>
    public string Id { get; init; } = "";

    /// <summary>What it is made of.</summary>
    public DamMake Make { get; init; } = DamMake.GluedSheet;

    /// <summary>Whether its face has release agent on it.</summary>
    public bool Released { get; init; }

    /// <summary>Refuses a dam that cannot stand.</summary>
    /// <exception cref="RefusedException">A number is missing, or it ends before it begins.</exception>
    public void Check(string field)
    {
        Require.Known(Side, $"{field}.side");
        Require.Finite(FromMm, $"{field}.fromMm");
        Require.Finite(ToMm, $"{field}.toMm");
        Require.Finite(TopMm, $"{field}.topMm");
        Require.Known(Make, $"{field}.make");
        if (FromMm > ToMm) throw new RefusedException($"{field}.toMm", "The dam ends before it begins: swap from and to.", RefusalKind.Impossible);
    }
}
