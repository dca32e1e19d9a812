namespace InkBasin.Core.Ground;

/// <summary>min ‖r(x)‖² over lower ≤ x ≤ upper by Levenberg (1944) and Marquardt (1963), with what stands at a bound and is pushed against it held there.</summary>
internal static class BoundedLeastSquares
{
    private const double MostDamping = 1e12;

    /// <summary>Writes the residuals of <paramref name="x"/> into <paramref name="r"/>.</summary>
    internal delegate void Residuals(ReadOnlySpan<double> x, Span<double> r);

    /// <summary>Goes down from a start to the nearest least.</summary>
    /// <param name="residuals">r(x); smooth enough to be differenced.</param>
    /// <param name="count">How many residuals there are.</param>
    /// <param name="x">The start within its bounds; on return the least.</param>
    /// <param name="lower">Bounds below.</param>
    /// <param name="upper">Bounds above, each above its lower.</param>
    /// <param name="rounds">Most rounds.</param>
    /// <returns>‖r‖² there.</returns>
    public static double Descend(Residuals residuals, int count, double[] x, double[] lower, double[] upper, int rounds = 60)
    {
        var n = x.Length;
        double[] r = new double[count], moved = new double[count], jacobian = new double[count * n], gradient = new double[n], tried = new double[n];
        var system = new double[n, n + 1];
        var free = new bool[n];
        residuals(x, r);
        var cost = SquaresOf(r);
        var damping = 1e-3;
        for (var round = 0; round < rounds && cost > 1e-24; round++)
        {
            for (var i = 0; i < n; i++)
            {
                var (kept, step) = (x[i], 1e-6 * Math.Max(Math.Abs(x[i]), 1e-3 * (Math.Min(upper[i], 10) - lower[i])));
                if (kept + step > upper[i]) step = -step;
                x[i] = kept + step;
                residuals(x, moved);
                x[i] = kept;
                gradient[i] = 0;
                for (var j = 0; j < count; j++)
                {
                    jacobian[(j * n) + i] = (moved[j] - r[j]) / step;
                    gradient[i] += jacobian[(j * n) + i] * r[j];
                }

                free[i] = !((kept <= lower[i] && gradient[i] > 0) || (kept >= upper[i] && gradient[i] < 0));
            }

            var better = false;
            while (!better && damping < MostDamping)
            {
                Step(system, jacobian, gradient, free, damping, count);
                var still = true;
                for (var i = 0; i < n; i++)
                {
                    tried[i] = free[i] ? Math.Clamp(x[i] + system[i, n], lower[i], upper[i]) : x[i];
                    still &= Math.Abs(tried[i] - x[i]) <= 1e-12 * (1e-6 + Math.Abs(x[i]));
                }

                if (still) return cost;
                residuals(tried, moved);
                var next = SquaresOf(moved);
                better = next < cost;
                if (!better)
                {
                    damping *= 5;
                    continue;
                }

                var gained = cost - next;
                Array.Copy(tried, x, n);
                Array.Copy(moved, r, count);
                (cost, damping) = (next, Math.Max(1e-14, damping / 5));
                if (gained < 1e-12 * cost) return cost;
            }

            if (!better) break;
        }

        return cost;
    }

    private static double SquaresOf(double[] r)
    {
        var sum = 0.0;
        foreach (var one in r) sum += one * one;
        return sum;
    }

    // (JᵀJ + λ·diag)·δ = −Jᵀr over the free ones, by elimination with pivots; the answer stands in the last column.
    private static void Step(double[,] system, double[] jacobian, double[] gradient, bool[] free, double damping, int count)
    {
        var n = gradient.Length;
        for (var i = 0; i < n; i++)
        {
            for (var j = 0; j < n; j++)
            {
                var sum = 0.0;
                if (free[i] && free[j])
                {
                    for (var k = 0; k < count; k++) sum += jacobian[(k * n) + i] * jacobian[(k * n) + j];
                }

                system[i, j] = i != j ? sum : free[i] ? (sum * (1 + damping)) + 1e-18 : 1;
            }

            system[i, n] = free[i] ? -gradient[i] : 0;
        }

        for (var i = 0; i < n; i++)
        {
            var pivot = i;
            for (var j = i + 1; j < n; j++)
            {
                if (Math.Abs(system[j, i]) > Math.Abs(system[pivot, i])) pivot = j;
            }

            if (pivot != i)
            {
                for (var j = i; j <= n; j++) (system[i, j], system[pivot, j]) = (system[pivot, j], system[i, j]);
            }

            for (var j = 0; j < n; j++)
            {
                if (j == i) continue;
                var by = system[j, i] / system[i, i];
                for (var k = i; k <= n; k++) system[j, k] -= by * system[i, k];
            }
        }

        for (var i = 0; i < n; i++) system[i, n] /= system[i, i];
    }
}
