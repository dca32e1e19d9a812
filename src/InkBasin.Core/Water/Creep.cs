namespace InkBasin.Core.Water;

/// <summary>
/// How far resin climbs a bank by itself: the meniscus at a wetted wall, h = √(2γ/(ρg)·(1 − sin θ)) (models.md §2; Batchelor 1967,
/// §1.9).
/// </summary>
public static class Creep
{
    private const double Gravity = 9.80665;

    /// <summary>Height, mm.</summary>
    /// <param name="surfaceTensionNPerM">Surface tension γ, N/m.</param>
    /// <param name="densityGPerMl">Density ρ, g/ml.</param>
    /// <param name="contactDeg">Contact angle θ, degrees, 0…90.</param>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public static double HeightMm(double surfaceTensionNPerM = 0.035, double densityGPerMl = 1.1, double contactDeg = 20)
    {
        Require.Within(surfaceTensionNPerM, 0.001, 1, "surfaceTensionNPerM");
        Require.Within(densityGPerMl, 0.1, 10, "densityGPerMl");
        Require.Within(contactDeg, 0, 90, "contactDeg");
        return 1000 * Math.Sqrt(2 * surfaceTensionNPerM / (densityGPerMl * 1000 * Gravity) * (1 - Math.Sin(contactDeg * Math.PI / 180)));
    }

    /// <summary>
    /// The dry cells it reaches: ground no more than the height over the waterline, and no farther from the water than on a bank of one in
    /// three, which is about where a meniscus runs out.
    /// </summary>
    /// <param name="region">The water.</param>
    /// <param name="heightMm">How far it climbs, mm, ≥ 0.</param>
    /// <returns>Cells in row-major order.</returns>
    public static int[] Band(WetRegion region, double heightMm)
    {
        ArgumentNullException.ThrowIfNull(region);
        Require.NotNegative(heightMm, "heightMm");
        var field = region.Field;
        var reach = Math.Max(1, (int)Math.Ceiling(3 * heightMm / field.CellMm));
        var seen = new bool[field.HeightsMm.Length];
        foreach (var cell in region.Cells) seen[cell] = true;
        var band = new List<int>();
        IReadOnlyList<int> rim = region.Cells;
        for (var ring = 0; ring < reach && rim.Count > 0; ring++)
        {
            var next = new List<int>();
            foreach (var cell in rim)
            {
                int row = cell / field.Columns, column = cell - (row * field.Columns);
                for (var r = Math.Max(0, row - 1); r <= Math.Min(field.Rows - 1, row + 1); r++)
                {
                    for (var c = Math.Max(0, column - 1); c <= Math.Min(field.Columns - 1, column + 1); c++)
                    {
                        var beside = (r * field.Columns) + c;
                        if (seen[beside] || field.HeightsMm[beside] > region.LevelMm + heightMm) continue;
                        seen[beside] = true;
                        next.Add(beside);
                    }
                }
            }

            band.AddRange(next);
            rim = next;
        }

        band.Sort();
        return [.. band];
    }
}
