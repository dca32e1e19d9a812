using System.Numerics;

namespace InkBasin.Core.Ground;

/// <summary>The least and the greatest of many numbers.</summary>
internal static class Extremes
{
    /// <returns>The least and the greatest; +∞ and −∞ of none.</returns>
    public static (double Least, double Greatest) Of(ReadOnlySpan<double> values)
    {
        double least = double.PositiveInfinity, greatest = double.NegativeInfinity;
        if (values.Length >= Vector<double>.Count)
        {
            Vector<double> low = new(values), high = low;
            var i = 0;
            for (; i <= values.Length - Vector<double>.Count; i += Vector<double>.Count)
            {
                var next = new Vector<double>(values[i..]);
                (low, high) = (Vector.Min(low, next), Vector.Max(high, next));
            }

            for (var k = 0; k < Vector<double>.Count; k++) (least, greatest) = (Math.Min(least, low[k]), Math.Max(greatest, high[k]));
            values = values[i..];
        }

        foreach (var value in values) (least, greatest) = (Math.Min(least, value), Math.Max(greatest, value));
        return (least, greatest);
    }
}
