using MathNet.Numerics.Distributions;

namespace InkBasin.Core.Log;

/// <summary>What is believed of a figure before anything was measured: a normal of its own noise, whose size is not known either.</summary>
/// <param name="Mean">Most likely value.</param>
/// <param name="Variance">How unsure that is, in squares of the noise.</param>
/// <param name="Shape">How sure the size of the noise is (shape of an inverse gamma), above 1.</param>
/// <param name="Scale">Scale of that inverse gamma, above 0: the noise's variance is about Scale/(Shape − 1).</param>
public sealed record Prior(double Mean, double Variance, double Shape, double Scale);

/// <summary>One thing measured: <paramref name="Y"/> is the figure times <paramref name="X"/>, and noise.</summary>
/// <param name="X">What the figure is multiplied by; 1 where it is measured itself.</param>
/// <param name="Y">What was measured.</param>
public readonly record struct Measured(double X, double Y);

/// <summary>What is believed of it afterwards.</summary>
/// <param name="Value">Most likely value.</param>
/// <param name="Low">With 95 % it lies over this.</param>
/// <param name="High">And under this.</param>
/// <param name="Count">On how many measurements that rests.</param>
public sealed record Belief(double Value, double Low, double High, int Count);

/// <summary>
/// A figure learnt from measurements: Bayesian linear regression through nought with a normal-inverse-gamma prior, in closed form (Murphy, Conjugate Bayesian analysis of
/// the Gaussian distribution, 2007; Bishop, Pattern Recognition and Machine Learning, 2006, exercise 3.12). The figure's own distribution is a Student's t.
/// </summary>
public static class Learning
{
    /// <summary>How sure the spread is said to be.</summary>
    public const double Sure = 0.95;

    /// <summary>Learns it.</summary>
    /// <param name="prior">What is believed before.</param>
    /// <param name="measured">What was measured.</param>
    /// <exception cref="RefusedException">The prior is none, or a measurement is no number.</exception>
    public static Belief From(Prior prior, IReadOnlyList<Measured> measured)
    {
        ArgumentNullException.ThrowIfNull(prior);
        ArgumentNullException.ThrowIfNull(measured);
        Require.Finite(prior.Mean, "prior.mean");
        Require.Within(prior.Variance, 1e-12, 1e12, "prior.variance");
        Require.Within(prior.Shape, 1.001, 1e6, "prior.shape");
        Require.Within(prior.Scale, 1e-12, 1e12, "prior.scale");
        foreach (var (i, one) in measured.Index())
        {
            Require.Finite(one.X, $"measured[{i}].x");
            Require.Finite(one.Y, $"measured[{i}].y");
        }

        var precision = (1 / prior.Variance) + measured.Sum(one => one.X * one.X);
        var mean = ((prior.Mean / prior.Variance) + measured.Sum(one => one.X * one.Y)) / precision;
        var shape = prior.Shape + (measured.Count / 2.0);

        // The sum of squares about the posterior mean, not a difference of large sums.
        var scale = prior.Scale + (0.5 * (measured.Sum(one => Math.Pow(one.Y - (mean * one.X), 2)) + (Math.Pow(mean - prior.Mean, 2) / prior.Variance)));
        var spread = Math.Sqrt(scale / shape / precision);
        var reach = spread * StudentT.InvCDF(0, 1, 2 * shape, 1 - ((1 - Sure) / 2));
        return new Belief(mean, mean - reach, mean + reach, measured.Count);
    }
}
