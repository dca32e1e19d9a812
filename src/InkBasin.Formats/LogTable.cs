using InkBasin.Core.Builds;
using InkBasin.Core.Plan;
using InkBasin.Formats.Papers;

namespace InkBasin.Formats;

/// <summary>A build's log as a table (CSV, RFC 4180): a row for each cup of a session and for each other entry, as it reads with all that was put right.</summary>
public static class LogTable
{
    private static readonly string[] Heads =
    [
        "at", "kind", "water", "layer", "cup", "part one (g)", "part two (g)", "part one planned (g)", "part two planned (g)", "ratio off (%)", "stirred (min)", "out of the cup after (min)", "over (g)", "kept by the cup (g)", "room (°C)", "humidity (%)",
        "surface (°C)", "after the pour (min)", "words", "put right",
    ];

    /// <summary>Writes it.</summary>
    /// <param name="build">The build.</param>
    /// <param name="log">Its log, read.</param>
    public static string Write(Build build, IReadOnlyList<ReadEntry> log)
    {
        ArgumentNullException.ThrowIfNull(build);
        ArgumentNullException.ThrowIfNull(log);
        return CsvTable.Write(Heads, log.OrderBy(one => one.Entry.At).SelectMany(read => Rows(build, read)));
    }

    private static IEnumerable<IReadOnlyList<string>> Rows(Build build, ReadEntry read)
    {
        var entry = read.Corrected;
        var water = build.Waters.FirstOrDefault(one => one.Id == entry.WaterId)?.Name ?? entry.WaterId ?? "";
        var right = string.Join("; ", read.Entry.Corrections.Select(one => $"{RecordWords.FieldWords(one.Field)}: {one.Why}"));
        if (entry.Session is not { } session)
        {
            yield return
            [
                CsvTable.Moment(entry.At), RecordWords.Kind(entry), water, CsvTable.Number(entry.Layer), "", "", "", "", "", "", "", "", "", "", "", "", CsvTable.Rounded(entry.SurfaceC, 1), CsvTable.Rounded(entry.AfterMin, 1), entry.Text ?? "", right,
            ];
            yield break;
        }

        var poured = string.Join("; ", session.Planned.Select(layer => layer.Name).Distinct());
        var layers = string.Join("; ", session.Planned.Select(layer => layer.Layer).Distinct());
        foreach (var (cup, mix) in session.Cups.Zip(session.Mixes))
        {
            yield return
            [
                CsvTable.Moment(entry.At), session.Title, poured, layers, CsvTable.Number(cup.Number), CsvTable.Rounded(cup.OneG, 2), CsvTable.Rounded(cup.TwoG, 2), CsvTable.Rounded(mix.OneG, 2), CsvTable.Rounded(mix.TwoG, 2),
                CsvTable.Rounded(cup.RatioOffPercent, 2), CsvTable.Rounded(cup.StirredMin, 1), CsvTable.Rounded(cup is { MetAt: { } met, OutAt: { } outAt } ? (outAt - met).TotalMinutes : null, 1), CsvTable.Rounded(cup.OverG, 2), CsvTable.Rounded(cup.LeftG, 2),
                CsvTable.Rounded(session.RoomC, 1), CsvTable.Rounded(session.HumidityPercent, 0), CsvTable.Rounded(session.HottestC, 1), "", entry.Text ?? "", right,
            ];
        }
    }
}
