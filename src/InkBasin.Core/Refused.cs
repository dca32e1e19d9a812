namespace InkBasin.Core;

/// <summary>Why a request cannot be answered.</summary>
public enum RefusalKind
{
    /// <summary>The value cannot be read as what it should be: missing, not a number, out of its range.</summary>
    Unreadable,

    /// <summary>The values read well but cannot all be true of one model.</summary>
    Impossible,
}

/// <summary>
/// A request the core will not answer, told in one sentence a maker understands. Thrown by the core's own checks
/// only; the server turns it into a problem answer and changes nothing.
/// </summary>
/// <param name="field">Path of the field at fault as the caller wrote it, for example <c>ratio.b</c>.</param>
/// <param name="sentence">What is wrong and what to do, in one sentence.</param>
/// <param name="kind">Unreadable or impossible.</param>
public sealed class RefusedException(string field, string sentence, RefusalKind kind = RefusalKind.Unreadable)
    : Exception(sentence)
{
    /// <summary>Path of the field at fault.</summary>
    public string Field { get; } = field;

    /// <summary>Unreadable or impossible.</summary>
    public RefusalKind Kind { get; } = kind;

    /// <summary>Other fields that have their part in it, each with its sentence, where no one of them is at fault alone.</summary>
    public IReadOnlyList<(string Field, string Sentence)> Others { get; init; } = [];
}

/// <summary>The checks every subject makes on what it is given.</summary>
public static class Require
{
    /// <summary>Beyond this no bench goes, in any unit; products of a few such numbers still are numbers.</summary>
    public const double Greatest = 1e12;

    /// <summary>Returns <paramref name="value"/> when it is a number within ±<see cref="Greatest"/>.</summary>
    /// <exception cref="RefusedException">It is NaN, infinite or beyond all measure.</exception>
    public static double Finite(double value, string field)
    {
        if (!double.IsFinite(value)) throw new RefusedException(field, $"{field} must be a number.");
        if (Math.Abs(value) > Greatest) throw new RefusedException(field, $"{field} is beyond all measure: check the unit.");
        return value;
    }

    /// <summary>Returns <paramref name="value"/> when it is a number above zero, at least 1/<see cref="Greatest"/>.</summary>
    /// <exception cref="RefusedException">It is not.</exception>
    public static double Positive(double value, string field) =>
        Finite(value, field) >= 1 / Greatest ? value : throw new RefusedException(field, $"{field} must be above zero.");

    /// <summary>Returns <paramref name="value"/> when it is finite and not below zero.</summary>
    /// <exception cref="RefusedException">It is not.</exception>
    public static double NotNegative(double value, string field) =>
        Finite(value, field) >= 0 ? value : throw new RefusedException(field, $"{field} must not be below zero.");

    /// <summary>Returns <paramref name="value"/> when it is finite and lies in [least, greatest].</summary>
    /// <exception cref="RefusedException">It does not.</exception>
    public static double Within(double value, double least, double greatest, string field) =>
        Finite(value, field) >= least && value <= greatest
            ? value
            : throw new RefusedException(field, $"{field} must lie between {least} and {greatest}.");

    /// <summary>Returns <paramref name="value"/> when it is there.</summary>
    /// <exception cref="RefusedException">It is null.</exception>
    public static T Present<T>(T? value, string field)
        where T : class => value ?? throw new RefusedException(field, $"{field} is missing.");

    /// <summary>Returns <paramref name="value"/> when it is one of the enumeration's own.</summary>
    /// <exception cref="RefusedException">It is not.</exception>
    public static T Known<T>(T value, string field)
        where T : struct, Enum =>
        Enum.IsDefined(value) ? value : throw new RefusedException(field, $"{field} is not one of the known words.");

    /// <summary>A name of 1 to 80 characters once trimmed.</summary>
    /// <exception cref="RefusedException">It is empty or too long.</exception>
    public static string Name(string? value, string field)
    {
        var trimmed = (value ?? "").Trim();
        if (trimmed.Length == 0) throw new RefusedException(field, "Give it a name.");
        if (trimmed.Length > 80) throw new RefusedException(field, "Keep the name to 80 characters.");
        return trimmed;
    }
}
