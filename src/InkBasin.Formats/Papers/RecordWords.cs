using InkBasin.Core.Builds;
using InkBasin.Core.Log;
using InkBasin.Core.Plan;

namespace InkBasin.Formats.Papers;

/// <summary>An entry of a log in words: on the record, in its table, on the page that is given away.</summary>
/// <param name="Title">What it is.</param>
/// <param name="Lines">What is told of it.</param>
internal sealed record RecordWords(string Title, IReadOnlyList<string> Lines)
{
    /// <summary>Said in the place of a picture that is none.</summary>
    public const string NoPicture = "Its picture is not kept here any more, or cannot be read.";

    public static RecordWords Of(Build build, ReadEntry read)
    {
        var entry = read.Corrected;
        var lines = new List<string>();
        if (entry.Session is { } session)
        {
            lines.Add($"{session.ProductName}{(session.InkName is { } ink ? $", {ink}" : ", clear")}.{(session.RoomC is { } room ? FormattableString.Invariant($" Room {room:0.#} °C.") : "")}{(session.HottestC is { } hottest ? FormattableString.Invariant($" Hottest surface {hottest:0.#} °C.") : "")}{(session.EndedEarly ? " Ended before its last step." : "")}");
            lines.AddRange(read.Review);
            if (read.Surface is { Points.Count: > 0 } curve)
                lines.Add(FormattableString.Invariant($"Its surface was read {curve.Points.Count} times and was hottest, {curve.Peak.SurfaceC:0.#} °C, {PaperOf.Lasting(curve.Peak.AfterH)} after it was poured."));
        }

        if (entry.SurfaceC is { } surface) lines.Add(FormattableString.Invariant($"Surface {surface:0.#} °C."));
        if (entry.AfterMin is { } after) lines.Add($"Seen {PaperOf.Lasting(after / 60)} after.");
        if (read.Causes.Count > 0) lines.Add($"Likeliest cause: {read.Causes[0].What}. {read.Causes[0].Because} Next time: {read.Causes[0].Next}");
        if (entry.Text is { Length: > 0 } text) lines.Add(text);
        var place = entry.WaterId is { } id && build.Waters.FirstOrDefault(water => water.Id == id) is { } water ? $"{water.Name}{(entry.Layer is { } layer ? $", layer {layer}" : "")}" : null;
        return new RecordWords(entry.Session is null && place is not null ? $"{place}: {Kind(entry)}" : Kind(entry), lines);
    }

    /// <summary>A figure that was put right, by its field: see <see cref="LogEntry.Fields"/>.</summary>
    public static string FieldWords(string field)
    {
        var parts = field.Split('.');
        return parts switch
        {
            ["cup", var cup, "oneG"] => $"part one of cup {cup} (g)",
            ["cup", var cup, "twoG"] => $"part two of cup {cup} (g)",
            ["cup", var cup, "overG"] => $"what was over of cup {cup} (g)",
            ["cup", var cup, "leftG"] => $"what cup {cup} kept (g)",
            ["layer", .., var layer, "reachedMm"] => $"where layer {layer} came to (mm)",
            ["roomC"] => "the room (°C)",
            ["humidityPercent"] => "humidity (%)",
            ["hottestC"] => "the hottest surface (°C)",
            _ => "the words",
        };
    }

    /// <summary>What was put right, in a sentence.</summary>
    public static string Right(PaperOf of, LogCorrection right) =>
        $"Put right {of.Moment(right.At)}, {FieldWords(right.Field)}: {Sentence(right.Text ?? right.Value?.ToString("0.##", System.Globalization.CultureInfo.InvariantCulture) ?? "nobody knows it any more")} {right.Why}";

    // A maker's words may end as a sentence does.
    private static string Sentence(string words) => words.TrimEnd() is { Length: > 0 } said && ".!?…".Contains(said[^1]) ? said : $"{words.TrimEnd()}.";

    /// <summary>What kind of entry it is.</summary>
    public static string Kind(LogEntry entry) => entry switch
    {
        { Session: { } session } => $"poured {session.Title}",
        { Outcome: { } outcome } => outcome switch
        {
            Outcome.Clear => "turned out clear",
            Outcome.Cloudy => "turned out cloudy",
            Outcome.Soft => "stayed soft",
            Outcome.Cracked => "cracked or yellowed",
            Outcome.Bubbles => "has bubbles",
            _ => "shows a line between layers",
        },
        { Seen: { } seen } => seen switch
        {
            SeenState.Gelled => "gelled",
            SeenState.Firm => "firm",
            _ => "a cup turned",
        },
        { SurfaceC: not null } => "surface",
        { PhotoId: not null } => "picture",
        _ => "note",
    };
}
