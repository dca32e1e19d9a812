namespace InkBasin.Core;

/// <summary>
/// Something the maker should know: what kind of thing, how much it matters, and its numbers. Each subject makes the sentences of its notices in one file;
/// nothing reads a sentence back.
/// </summary>
/// <param name="Kind">What it is about, as one word of the subject: <c>freeboard</c>, <c>tooDeep</c>.</param>
/// <param name="Standing">How much it matters.</param>
/// <param name="Sentence">What it is, in the maker's words.</param>
/// <param name="Numbers">Its numbers, units in their names; empty where it has none.</param>
public sealed record Notice(string Kind, Standing Standing, string Sentence, IReadOnlyDictionary<string, double> Numbers)
{
    private static readonly IReadOnlyDictionary<string, double> NoNumbers = new Dictionary<string, double>();

    /// <summary>A notice with its numbers by name.</summary>
    public static Notice Of(string kind, Standing standing, string sentence, params ReadOnlySpan<(string Name, double Value)> numbers)
    {
        if (numbers.IsEmpty) return new Notice(kind, standing, sentence, NoNumbers);
        var named = new Dictionary<string, double>(numbers.Length);
        foreach (var (name, value) in numbers) named[name] = value;
        return new Notice(kind, standing, sentence, named);
    }
}

/// <summary>Lists of notices.</summary>
public static class Notices
{
    /// <summary>Worst first; those that matter alike stay in their order.</summary>
    public static IReadOnlyList<Notice> WorstFirst(this IEnumerable<Notice> notices) => [.. notices.OrderByDescending(notice => notice.Standing)];

    /// <summary>The worst of them; <see cref="Standing.Holds"/> without any.</summary>
    public static Standing Worst(this IEnumerable<Notice> notices) => notices.Select(notice => notice.Standing).DefaultIfEmpty(Standing.Holds).Max();
}
