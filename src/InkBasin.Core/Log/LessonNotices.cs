namespace InkBasin.Core.Log;

/// <summary>What is said of a lesson.</summary>
public static class LessonNotices
{
    /// <summary>A lesson in words, with how sure it is and on how much it rests.</summary>
    /// <param name="lesson">The lesson.</param>
    /// <param name="productName">The product's name; null for what is of the shop.</param>
    public static string Sentence(Lesson lesson, string? productName)
    {
        ArgumentNullException.ThrowIfNull(lesson);
        string Spread(string format, string unit) => $"{lesson.Value.ToString(format, System.Globalization.CultureInfo.InvariantCulture)}{unit} ({lesson.Low.ToString(format, System.Globalization.CultureInfo.InvariantCulture)} to {lesson.High.ToString(format, System.Globalization.CultureInfo.InvariantCulture)}, 95 % sure)";
        string By(string one, string many) => $"by {lesson.Count} {(lesson.Count == 1 ? one : many)}";
        return lesson.Kind switch
        {
            LessonKind.Residue => $"A cup and its stick keep {Spread("0.0", " ml")}, {By("cup", "cups")}; begun from 3 ml ± 2.",
            LessonKind.Volume => $"Beds here take {Spread("0.000", " times")} what is reckoned, {By("pour or test", "pours and tests")}; begun from 1 ± 5 %.",
            LessonKind.Gel => $"{productName} gels here in {Spread("0.00", " times")} the plan’s time, {By("layer", "layers")}; begun from 1, a quarter either way.",
            LessonKind.Firm => $"{productName} is firm here in {Spread("0.00", " times")} the plan’s time, {By("layer", "layers")}; begun from 1, a quarter either way.",
            _ => $"{productName} lasts {Spread("0.00", " times")} its reckoned time in the cup here, {By("cup", "cups")}; begun from 1, a quarter either way.",
        };
    }
}
