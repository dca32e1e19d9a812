using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;

namespace InkBasin.Formats;

/// <summary>Writes tables (CSV, RFC 4180) with a unit in each head that has one.</summary>
internal static class CsvTable
{
    private static readonly CsvConfiguration Rules = new(CultureInfo.InvariantCulture) { NewLine = "\r\n" };

    /// <summary>Writes one.</summary>
    public static string Write(IReadOnlyList<string> heads, IEnumerable<IReadOnlyList<string>> rows)
    {
        using var text = new StringWriter();
        using (var table = new CsvWriter(text, Rules))
        {
            foreach (var row in rows.Prepend(heads))
            {
                foreach (var cell in row) table.WriteField(Plain(cell));
                table.NextRecord();
            }
        }

        return text.ToString();
    }

    // A cell that begins like a formula is taken for one by programs that open such tables; a number is what it is.
    private static string Plain(string cell) =>
        cell.Length > 0 && "=+-@\t\r".Contains(cell[0], StringComparison.Ordinal) && !double.TryParse(cell, NumberStyles.Float, CultureInfo.InvariantCulture, out _) ? $"'{cell}" : cell;

    /// <summary>A number to the last digit; empty for none.</summary>
    public static string Number(double? value) => value?.ToString("R", CultureInfo.InvariantCulture) ?? "";

    /// <summary>A number to so many decimals; nought has no sign.</summary>
    public static string Rounded(double? value, int decimals) =>
        value?.ToString($"0.{new string('#', decimals)}", CultureInfo.InvariantCulture) is { } text ? text == "-0" ? "0" : text : "";

    /// <summary>2027-03-04 19:30.</summary>
    public static string Moment(DateTimeOffset? at) => at?.ToString("yyyy-MM-dd HH:mm", CultureInfo.InvariantCulture) ?? "";
}
