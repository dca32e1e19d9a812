using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests;

/// <summary>Grounds that tests are read against.</summary>
internal static class Fields
{
    /// <summary>A field from rows of numbers, back edge first.</summary>
    public static HeightField Of(double cellMm, params double[][] rows) =>
        new(rows[0].Length, rows.Length, cellMm, [.. rows.SelectMany(row => row)]);

    /// <summary>A field from a height at each cell's column and row.</summary>
    public static HeightField From(int columns, int rows, double cellMm, Func<int, int, double> height)
    {
        var heights = new double[columns * rows];
        for (var i = 0; i < heights.Length; i++) heights[i] = height(i % columns, i / columns);
        return new HeightField(columns, rows, cellMm, heights);
    }

    /// <summary>Rough random ground, heights on a 0.5 mm raster so that ties and flats occur.</summary>
    public static HeightField Random(int seed, int columns = 17, int rows = 13, double cellMm = 2)
    {
        var random = new Random(seed);
        return From(columns, rows, cellMm, (_, _) => Math.Round(random.NextDouble() * 40) / 2);
    }

    /// <summary>Dams on random stretches of random sides.</summary>
    public static IReadOnlyList<Dam> RandomDams(int seed, HeightField field)
    {
        var random = new Random(seed * 7919);
        var dams = new List<Dam>();
        for (var k = random.Next(5); k > 0; k--)
        {
            var side = (BoardSide)random.Next(4);
            var length = field.CellMm * (side is BoardSide.Back or BoardSide.Front ? field.Columns : field.Rows);
            double a = random.NextDouble() * length, b = random.NextDouble() * length;
            dams.Add(new Dam(side, Math.Min(a, b), Math.Max(a, b), Math.Round(random.NextDouble() * 60) / 2));
        }

        return dams;
    }
}
