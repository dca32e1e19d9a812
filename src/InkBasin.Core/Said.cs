using System.Globalization;

namespace InkBasin.Core;

/// <summary>Numbers in sentences.</summary>
internal static class Said
{
    /// <summary>To a tenth, without a nought behind the point: 3, 3.4.</summary>
    public static string Short(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);

    /// <summary>To a tenth, always with it: 3.0, 3.4.</summary>
    public static string Tenth(double value) => value.ToString("0.0", CultureInfo.InvariantCulture);

    /// <summary>A tenth under ten, whole from there: 3.4, 34.</summary>
    public static string Coarse(double value) => value.ToString(value < 9.95 ? "0.#" : "0", CultureInfo.InvariantCulture);
}
