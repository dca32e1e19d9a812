using System.Text.Json.Serialization;

namespace InkBasin.Core.Log;

/// <summary>What planned against actual teaches.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<LessonKind>))]
public enum LessonKind
{
    /// <summary>What a cup and its stick keep back, ml.</summary>
    [JsonStringEnumMemberName("residue")] Residue,

    /// <summary>True over reckoned volume of a bed.</summary>
    [JsonStringEnumMemberName("volume")] Volume,

    /// <summary>Time to gel in this shop over that of the plan.</summary>
    [JsonStringEnumMemberName("gel")] Gel,

    /// <summary>Time to firm in this shop over that of the plan.</summary>
    [JsonStringEnumMemberName("firm")] Firm,

    /// <summary>Time in the cup in this shop over that of the plan.</summary>
    [JsonStringEnumMemberName("pot")] Pot,
}

/// <summary>A lesson: what is believed of a figure, and on how much that rests.</summary>
/// <param name="Kind">Which figure.</param>
/// <param name="ProductId">The product it is of; null for what is of the shop.</param>
/// <param name="Value">Most likely value: ml for what a cup keeps, a factor for the others.</param>
/// <param name="Low">With 95 % it lies over this.</param>
/// <param name="High">And under this.</param>
/// <param name="Count">On how many measurements it rests.</param>
public sealed record Lesson(LessonKind Kind, string? ProductId, double Value, double Low, double High, int Count)
{
    /// <summary>What it goes by.</summary>
    public static string KeyOf(LessonKind kind, string? productId) => productId is null ? $"{kind}" : $"{kind}/{productId}";
}

/// <summary>Something measured of a figure that is learnt.</summary>
/// <param name="Kind">Which figure.</param>
/// <param name="ProductId">The product it is of; null for what is of the shop.</param>
/// <param name="Value">ml kept by a cup; true over reckoned volume; observed over planned time.</param>
public sealed record LessonMeasure(LessonKind Kind, string? ProductId, double Value);

/// <summary>A lesson the maker has taken into a build: its figures follow it until it is let go.</summary>
/// <param name="Lesson">The lesson, as it was when it was taken.</param>
/// <param name="At">When.</param>
public sealed record TakenLesson(Lesson Lesson, DateTimeOffset At)
{
    // Beyond this nobody has learnt, but mistyped.
    private const double FurthestTimes = 5;

    /// <summary>Refuses a lesson nobody can have learnt.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Clock.Check(At, $"{field}.at");
        Require.Present(Lesson, $"{field}.lesson");
        Require.Known(Lesson.Kind, $"{field}.lesson.kind");
        if (Lesson.Kind == LessonKind.Residue) Require.Within(Lesson.Value, 0, 100, $"{field}.lesson.value");
        else Require.Within(Lesson.Value, 1 / FurthestTimes, FurthestTimes, $"{field}.lesson.value");
        Require.Within(Lesson.Count, 1, 1_000_000, $"{field}.lesson.count");
        Require.Finite(Lesson.Low, $"{field}.lesson.low");
        Require.Finite(Lesson.High, $"{field}.lesson.high");
        if (Lesson.Kind is LessonKind.Gel or LessonKind.Firm or LessonKind.Pot) Require.Present(Lesson.ProductId, $"{field}.lesson.productId");
    }
}

/// <summary>What is learnt from the logs: each figure with its prior, in closed form (<see cref="Learning"/>).</summary>
public static class Lessons
{
    // Before anything is measured (stated, and told with every lesson): a cup keeps 3 ml ± 2, by 1 ml from cup to cup; a bed takes what is reckoned ± 5 %, by 3 % from pour
    // to pour; a product is as fast as its sheet, within a quarter either way, by 15 % from time to time.
    private static readonly Prior ResidueMl = new(3, 4, 3, 2);
    private static readonly Prior VolumeRatio = new(1, 2.78, 3, 0.0018);
    private static readonly Prior LogTime = new(0, 2.78, 3, 0.045);

    /// <summary>What a figure's prior is.</summary>
    /// <param name="kind">Which figure; times by their logarithm.</param>
    public static Prior PriorOf(LessonKind kind) => kind switch { LessonKind.Residue => ResidueMl, LessonKind.Volume => VolumeRatio, _ => LogTime };

    /// <summary>What is learnt from all that was measured in a shop, by figure and product.</summary>
    /// <param name="measured">What was measured, in any order.</param>
    /// <exception cref="RefusedException">A time is nothing.</exception>
    public static IReadOnlyList<Lesson> Of(IEnumerable<LessonMeasure> measured) =>
    [
        .. measured.GroupBy(one => (one.Kind, one.ProductId)).OrderBy(one => one.Key.Kind).ThenBy(one => one.Key.ProductId, StringComparer.Ordinal)
            .Select(one => Of(one.Key.Kind, one.Key.ProductId, [.. one.Select(measure => measure.Value)])!),
    ];

    /// <summary>The lesson of a figure; null where nothing was measured.</summary>
    /// <param name="kind">Which figure.</param>
    /// <param name="productId">The product, for times.</param>
    /// <param name="measured">What was measured: ml kept by each cup; true over reckoned volume; observed over planned time, above 0.</param>
    /// <exception cref="RefusedException">A time is nothing.</exception>
    public static Lesson? Of(LessonKind kind, string? productId, IReadOnlyList<double> measured)
    {
        ArgumentNullException.ThrowIfNull(measured);
        Require.Known(kind, "kind");
        if (measured.Count == 0) return null;
        var isTime = kind is LessonKind.Gel or LessonKind.Firm or LessonKind.Pot;
        if (isTime && measured.Any(one => !(one > 0))) throw new RefusedException("measured", "A time must be above nought.");
        var belief = Learning.From(PriorOf(kind), [.. measured.Select(one => new Measured(1, isTime ? Math.Log(one) : one))]);
        return isTime
            ? new Lesson(kind, productId, Math.Exp(belief.Value), Math.Exp(belief.Low), Math.Exp(belief.High), belief.Count)
            : new Lesson(kind, productId, belief.Value, belief.Low, belief.High, belief.Count);
    }
}
