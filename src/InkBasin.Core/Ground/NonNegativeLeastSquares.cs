namespace InkBasin.Core.Ground;

/// <summary>min ‖A·x − b‖ over x ≥ 0, by the active sets of Lawson &amp; Hanson, Solving Least Squares Problems (1974), chapter 23.</summary>
public static class NonNegativeLeastSquares
{
    /// <summary>Solves it.</summary>
    /// <param name="rows">Rows of A, all of one length; some tens of unknowns.</param>
    /// <param name="wanted">b, one a row.</param>
    /// <param name="cancel">Looked at in every round.</param>
    /// <returns>x; no element negative.</returns>
    public static double[] Solve(IReadOnlyList<double[]> rows, IReadOnlyList<double> wanted, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(rows);
        ArgumentNullException.ThrowIfNull(wanted);
        var n = rows[0].Length;
        var (x, free, gram, right) = (new double[n], new bool[n], new double[n, n], new double[n]);
        for (var r = 0; r < rows.Count; r++)
        {
            for (var i = 0; i < n; i++)
            {
                right[i] += rows[r][i] * wanted[r];
                for (var j = 0; j < n; j++) gram[i, j] += rows[r][i] * rows[r][j];
            }
        }

        var size = 0.0;
        for (var i = 0; i < n; i++) size = Math.Max(size, Math.Abs(right[i]));

        // Every round frees one unknown or ends; freed ones may be bound again, so that rounds are bounded by more than the unknowns.
        for (var round = 0; round < 10 * n; round++)
        {
            cancel.ThrowIfCancellationRequested();
            var next = -1;
            var steepest = 1e-11 * size;
            for (var i = 0; i < n; i++)
            {
                if (free[i]) continue;
                var slope = right[i];
                for (var j = 0; j < n; j++) slope -= gram[i, j] * x[j];
                if (slope > steepest) (next, steepest) = (i, slope);
            }

            if (next < 0) break;
            free[next] = true;
            for (var inner = 0; inner <= n; inner++)
            {
                var tried = Least(gram, right, free);
                var share = 1.0;
                for (var i = 0; i < n; i++)
                {
                    if (free[i] && tried[i] <= 0) share = Math.Min(share, x[i] <= tried[i] ? 0 : x[i] / (x[i] - tried[i]));
                }

                if (share >= 1)
                {
                    x = tried;
                    break;
                }

                for (var i = 0; i < n; i++)
                {
                    if (!free[i]) continue;
                    x[i] += share * (tried[i] - x[i]);
                    if (tried[i] > 0 || x[i] > 1e-12 * Math.Max(1, Math.Abs(tried[i]))) continue;
                    (x[i], free[i]) = (0, false);
                }
            }
        }

        return x;
    }

    // Of the free unknowns alone, by Cholesky; a touch on the diagonal keeps what is nearly the same apart.
    private static double[] Least(double[,] gram, double[] right, bool[] free)
    {
        int[] own = [.. Enumerable.Range(0, free.Length).Where(i => free[i])];
        var (m, lower, y) = (own.Length, new double[own.Length, own.Length], new double[own.Length]);
        for (var i = 0; i < m; i++)
        {
            for (var j = 0; j <= i; j++)
            {
                var sum = gram[own[i], own[j]];
                if (i == j) sum *= 1 + 1e-13;
                for (var k = 0; k < j; k++) sum -= lower[i, k] * lower[j, k];
                lower[i, j] = i == j ? Math.Sqrt(Math.Max(sum, 1e-14 * gram[own[i], own[i]])) : sum / lower[j, j];
            }

            y[i] = right[own[i]];
            for (var k = 0; k < i; k++) y[i] -= lower[i, k] * y[k];
            y[i] /= lower[i, i];
        }

        var x = new double[free.Length];
        for (var i = m - 1; i >= 0; i--)
        {
            for (var k = i + 1; k < m; k++) y[i] -= lower[k, i] * x[own[k]];
            x[own[i]] = y[i] / lower[i, i];
        }

        return x;
    }
}
