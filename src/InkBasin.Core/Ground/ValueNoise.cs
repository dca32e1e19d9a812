namespace InkBasin.Core.Ground;

/// <summary>
/// Repeatable value noise on whole numbers: random lattice values, smoothed between. Only + − × ÷ and wrapping 32-bit
/// integers, so every machine builds the same ground from the same seed.
/// </summary>
public static class ValueNoise
{
    /// <summary>A pseudo-random value in [0, 1) for the lattice point (x, y) of layer <paramref name="seed"/>.</summary>
    public static double Lattice(int x, int y, int seed)
    {
        unchecked
        {
            var h = ((uint)x * 0x9E3779B1u) + ((uint)y * 0x85EBCA77u) + ((uint)seed * 0xC2B2AE3Du);
            h ^= h >> 15;
            h *= 0x2C1B3C6Du;
            h ^= h >> 12;
            h *= 0x297A2D39u;
            h ^= h >> 15;
            return h / 4294967296.0;
        }
    }

    /// <summary>
    /// Noise in [0, 1) at whole (x, y) ≥ 0 with <paramref name="period"/> ≥ 1 steps between lattice points; smooth
    /// across (t²(3 − 2t)), bilinear between.
    /// </summary>
    public static double At(int x, int y, int period, int seed)
    {
        int cellX = x / period, cellY = y / period;
        double u = Smooth(x % period / (double)period), v = Smooth(y % period / (double)period);
        double p = Lattice(cellX, cellY, seed), q = Lattice(cellX, cellY + 1, seed);
        var a = p + ((Lattice(cellX + 1, cellY, seed) - p) * u);
        var b = q + ((Lattice(cellX + 1, cellY + 1, seed) - q) * u);
        return a + ((b - a) * v);
    }

    /// <summary>Adds <paramref name="share"/> × (<see cref="At"/> − ½) for a run of x, from <paramref name="firstX"/>, to the sums.</summary>
    public static void AddRow(Span<double> sums, double share, int firstX, int y, int period, int seed)
    {
        int cellY = y / period, cellX = -1;
        double v = Smooth(y % period / (double)period), p = 0, q = 0, r = 0, s = 0;
        for (var i = 0; i < sums.Length; i++)
        {
            var x = firstX + i;
            if (x / period != cellX)
            {
                cellX = x / period;
                (p, q) = (Lattice(cellX, cellY, seed), Lattice(cellX, cellY + 1, seed));
                (r, s) = (Lattice(cellX + 1, cellY, seed), Lattice(cellX + 1, cellY + 1, seed));
            }

            var u = Smooth(x % period / (double)period);
            double a = p + ((r - p) * u), b = q + ((s - q) * u);
            sums[i] += share * (a + ((b - a) * v) - 0.5);
        }
    }

    /// <summary>The smooth step t²(3 − 2t) on [0, 1].</summary>
    public static double Smooth(double t) => t * t * (3 - (2 * t));
}
