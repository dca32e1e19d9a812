namespace InkBasin.Core.Ground;

/// <summary>
/// What a step has worked out of its own fields, kept for the next time it is asked: the same step is compiled again at every
/// frame of a drag. It takes no part in what a step is: any two are equal, and a step copied with other fields shares it but
/// asks with another key.
/// </summary>
internal sealed class Remembered<TKey, TValue>
    where TKey : struct, IEquatable<TKey>
{
    // Written whole by one reference, so that threads see an old pair or a new one.
    private Pair? _last;

    private sealed record Pair(TKey Key, TValue Value);

    /// <summary>The value for a key, made unless it was the last one asked.</summary>
    public TValue Of(TKey key, Func<TValue> make)
    {
        if (_last is { } last && last.Key.Equals(key)) return last.Value;
        var made = make();
        _last = new Pair(key, made);
        return made;
    }

    /// <inheritdoc/>
    public override bool Equals(object? obj) => obj is Remembered<TKey, TValue>;

    /// <inheritdoc/>
    public override int GetHashCode() => 0;
}
