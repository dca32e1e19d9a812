using InkBasin.Core.Pours;

namespace InkBasin.Core.Bench;

/// <summary>What is asked before a layer is poured.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Name">Its name.</param>
/// <param name="Layer">Which layer, from 1.</param>
/// <param name="Checks">The questions.</param>
public sealed record BenchList(string WaterId, string Name, int Layer, IReadOnlyList<PourCheck> Checks);

/// <summary>A mixing session as it could be walked through.</summary>
/// <param name="Number">Which, from 1: that of its first mixing session.</param>
/// <param name="Title">What is poured, in a few words.</param>
/// <param name="ProductName">The product.</param>
/// <param name="InkName">Its tints; null when clear.</param>
/// <param name="At">When it is planned; null while undecided.</param>
/// <param name="MixedG">What is mixed, g.</param>
/// <param name="Cups">In how many cups.</param>
/// <param name="IsNext">Whether its layers are the next of their waters: only then it can be poured.</param>
/// <param name="Lists">What is asked before each of its layers.</param>
/// <param name="Stop">Why it cannot be mixed as it is; null when it can.</param>
public sealed record BenchReady(
    int Number, string Title, string ProductName, string? InkName, DateTimeOffset? At, double MixedG, int Cups, bool IsNext, IReadOnlyList<BenchList> Lists, Notice? Stop)
{
    // What is asked of the board, the room, the mix or the maker, and not of one bed.
    private static readonly CheckItem[] OfTheBench = [CheckItem.Level, CheckItem.Room, CheckItem.Stock, CheckItem.Bubbles, CheckItem.Dust, CheckItem.Under, CheckItem.Safety];

    /// <summary>How many questions hold it back.</summary>
    public int Open => Lists.Index().Sum(list => list.Item.Checks.Count(check => !check.Settled && (list.Index == 0 || !OfAll.Contains(check.Item))));

    /// <summary>What is asked once for all its layers, see <see cref="AskedOnce"/>.</summary>
    public IReadOnlyList<CheckItem> OfAll { get; init; } = [];

    /// <summary>Numbers of others that are next too, and could be of one mix with it.</summary>
    public IReadOnlyList<int> CouldJoin { get; init; } = [];

    /// <summary>Of several layers' lists, what is asked of the bench in the same words, and answered alike so far.</summary>
    internal static IReadOnlyList<CheckItem> AskedOnce(IReadOnlyList<BenchList> lists) => lists.Count < 2 ? [] :
        [.. lists.SelectMany(list => list.Checks).Where(check => OfTheBench.Contains(check.Item)).GroupBy(check => check.Item).Where(same => same.Count() == lists.Count && same.Select(Said).Distinct().Count() == 1).Select(same => same.Key)];

    private static (string, Known, bool, bool?, string?) Said(PourCheck check) => (check.Because, check.Known, check.Settled, check.Answer?.Overrides, check.Answer?.Reason);
}
