using System.Text.Json.Serialization;

namespace InkBasin.Core.Stock;

/// <summary>What a list from elsewhere would do to one thing of the cupboard.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<StockChangeKind>))]
public enum StockChangeKind
{
    /// <summary>It is put in.</summary>
    [JsonStringEnumMemberName("new")] New,

    /// <summary>It is there and would be changed.</summary>
    [JsonStringEnumMemberName("changed")] Changed,

    /// <summary>It is there as the list has it.</summary>
    [JsonStringEnumMemberName("same")] Same,
}

/// <summary>A line of a list of the cupboard: a bottle of resin or another good.</summary>
/// <param name="Line">Which line of the list, from 2: the first holds the heads.</param>
/// <param name="Bottle">The bottle; null for another good.</param>
/// <param name="Good">The good; null for a bottle.</param>
public sealed record StockLine(int Line, Bottle? Bottle, Good? Good);

/// <summary>What a line would do.</summary>
/// <param name="Line">Which line of the list.</param>
/// <param name="Kind">What it would do.</param>
/// <param name="Name">What it is about.</param>
/// <param name="Fields">What would be changed, each as "left 812 → 790"; empty unless it is changed.</param>
public sealed record StockChange(int Line, StockChangeKind Kind, string Name, IReadOnlyList<string> Fields);

/// <summary>A list of the cupboard held against what is at hand. What it does not name stays as it is.</summary>
public static class StockList
{
    /// <summary>What a list would do, line by line.</summary>
    /// <param name="lines">The list.</param>
    /// <param name="atHand">What is at hand.</param>
    /// <exception cref="RefusedException">A line cannot be; its number is told, and nothing of the list is taken.</exception>
    public static IReadOnlyList<StockChange> Changes(IReadOnlyList<StockLine> lines, AtHand atHand)
    {
        ArgumentNullException.ThrowIfNull(lines);
        ArgumentNullException.ThrowIfNull(atHand);
        var seen = new HashSet<string>(StringComparer.Ordinal);
        return [.. lines.Select(line =>
        {
            try
            {
                if ((line.Bottle?.Id ?? line.Good?.Id) is { } id && !seen.Add(id)) throw new RefusedException("id", "It names the same thing as a line before it.");
                return line.Bottle is { } bottle ? Of(line.Line, bottle, atHand) : Of(line.Line, Require.Present(line.Good, "good"), atHand);
            }
            catch (RefusedException refused)
            {
                throw new RefusedException("file", $"Line {line.Line}: {refused.Message}");
            }
        })];
    }

    private static StockChange Of(int line, Bottle bottle, AtHand atHand)
    {
        bottle.Check("bottle");
        var sheet = atHand.Sheet(bottle.ProductId) ?? throw new RefusedException("product", $"There is no product sheet {bottle.ProductId} in the stores: enter it first.");
        if (bottle.Part == Part.Two && sheet.Traits.IsOnePart) throw new RefusedException("part", $"{sheet.Name} is one part: it has no part two.");
        var name = $"{sheet.Name}, part {(bottle.Part == Part.One ? "one" : "two")}";
        if (atHand.Bottles.FirstOrDefault(one => one.Id == bottle.Id) is not { } had) return new StockChange(line, StockChangeKind.New, name, []);
        return Changed(line, name, [
            ("product", had.ProductId, bottle.ProductId), ("part", had.Part, bottle.Part), ("left", had.LeftG, bottle.LeftG), ("full", had.FullG, bottle.FullG), ("price", had.Price, bottle.Price),
            ("bought", had.BoughtOn, bottle.BoughtOn), ("opened", had.OpenedOn, bottle.OpenedOn),
        ]);
    }

    private static StockChange Of(int line, Good good, AtHand atHand)
    {
        good.Check("good");
        if (atHand.Goods.FirstOrDefault(one => one.Id == good.Id) is not { } had) return new StockChange(line, StockChangeKind.New, good.Name, []);
        return Changed(line, good.Name, [
            ("what", had.Kind, good.Kind), ("name", had.Name, good.Name), ("left", had.Left, good.Left), ("full", had.Full, good.Full), ("price", had.Price, good.Price), ("bought", had.BoughtOn, good.BoughtOn),
            ("opened", had.OpenedOn, good.OpenedOn), ("keeps until", had.KeepsUntil, good.KeepsUntil), ("tint", had.TintId, good.TintId), ("thickness", had.ThicknessMm, good.ThicknessMm),
            ("cup base", had.Shape?.BaseMm, good.Shape?.BaseMm), ("cup rim", had.Shape?.TopMm, good.Shape?.TopMm), ("cup height", had.Shape?.HeightMm, good.Shape?.HeightMm),
        ]);
    }

    private static StockChange Changed(int line, string name, (string Field, object? Was, object? Is)[] fields)
    {
        static string Said(object? value) => value switch
        {
            null => "nothing",
            DateOnly day => day.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
            IFormattable number => number.ToString(null, System.Globalization.CultureInfo.InvariantCulture),
            _ => value.ToString() ?? "",
        };
        List<string> changed = [.. fields.Where(field => !Equals(field.Was, field.Is)).Select(field => $"{field.Field} {Said(field.Was)} → {Said(field.Is)}")];
        return new StockChange(line, changed.Count == 0 ? StockChangeKind.Same : StockChangeKind.Changed, name, changed);
    }
}
