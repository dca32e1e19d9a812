namespace InkBasin.Core;

/// <summary>
/// One aspect of a plan: what it comes to, or why it cannot be told. An aspect that is stopped stands in its own place; the others go on.
/// </summary>
/// <typeparam name="T">What it comes to.</typeparam>
/// <param name="Is">The answer; null when it is stopped, or when there is nothing to answer.</param>
/// <param name="Stop">Why there is none; null when there is one, or nothing to answer.</param>
public sealed record Answer<T>(T? Is, Notice? Stop)
    where T : class;

/// <summary>Asks for aspects.</summary>
public static class Answer
{
    /// <summary>Kind of the notice an aspect is stopped with.</summary>
    public const string StoppedKind = "stopped";

    /// <summary>Asks; a refusal becomes the stop of this aspect alone. Faults of ours are not caught.</summary>
    /// <param name="ask">Works the answer out; null is nothing to answer.</param>
    public static Answer<T> Of<T>(Func<T?> ask)
        where T : class
    {
        ArgumentNullException.ThrowIfNull(ask);
        try
        {
            return new Answer<T>(ask(), null);
        }
        catch (RefusedException refused)
        {
            return Stopped<T>(refused.Message);
        }
    }

    /// <summary>An aspect that is stopped.</summary>
    /// <param name="why">Why it cannot be told, in a sentence.</param>
    public static Answer<T> Stopped<T>(string why)
        where T : class => new(null, Notice.Of(StoppedKind, Standing.Stop, why));
}
