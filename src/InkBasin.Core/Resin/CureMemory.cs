using System.Collections.Concurrent;

namespace InkBasin.Core.Resin;

/// <summary>
/// Columns, safe depths and pots followed before. A hand that drags a waterline asks the same of them again and again: whoever asks keeps a memory and
/// hands it in; without one in common every plan begins anew. Bounded, and safe to share between threads.
/// </summary>
public sealed class CureMemory
{
    private const int MostRemembered = 4000;

    private readonly ConcurrentDictionary<string, object> _answers = new(StringComparer.Ordinal);

    /// <summary>The answer under a key, worked out when it is not remembered.</summary>
    /// <typeparam name="T">What is remembered; always the same under one key.</typeparam>
    internal T Remember<T>(string key, Func<T> answer)
        where T : class
    {
        if (_answers.TryGetValue(key, out var known)) return (T)known;
        if (_answers.Count >= MostRemembered) _answers.Clear();
        var worked = answer();
        _answers[key] = worked;
        return worked;
    }
}
