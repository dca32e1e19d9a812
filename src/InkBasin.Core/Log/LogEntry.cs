using System.Text.Json.Serialization;
using InkBasin.Core.Bench;

namespace InkBasin.Core.Log;

/// <summary>How a poured layer turned out.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Outcome>))]
public enum Outcome
{
    /// <summary>Clear, as it was meant.</summary>
    [JsonStringEnumMemberName("clear")] Clear,

    /// <summary>Cloudy.</summary>
    [JsonStringEnumMemberName("cloudy")] Cloudy,

    /// <summary>Soft or tacky.</summary>
    [JsonStringEnumMemberName("soft")] Soft,

    /// <summary>Cracked, or yellowed by heat.</summary>
    [JsonStringEnumMemberName("cracked")] Cracked,

    /// <summary>Bubbles in it.</summary>
    [JsonStringEnumMemberName("bubbles")] Bubbles,

    /// <summary>A line between it and the layer under it.</summary>
    [JsonStringEnumMemberName("layerLine")] LayerLine,
}

/// <summary>A state of a layer that somebody saw come.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<SeenState>))]
public enum SeenState
{
    /// <summary>It no longer flows: a stick leaves its mark.</summary>
    [JsonStringEnumMemberName("gelled")] Gelled,

    /// <summary>Firm enough to strip the dams.</summary>
    [JsonStringEnumMemberName("firm")] Firm,

    /// <summary>A cup of it turned: thick, warm or stringy. Its time counts from when the parts met.</summary>
    [JsonStringEnumMemberName("turned")] Turned,
}

/// <summary>A figure of an entry put right afterwards. The first one stays, beside it.</summary>
/// <param name="At">When.</param>
/// <param name="Field">Which figure: one of <see cref="LogEntry.Fields"/>.</param>
/// <param name="Value">What it is now; null where nobody knows it any more.</param>
/// <param name="Text">Words in their place, for what is words.</param>
/// <param name="Why">Why.</param>
public sealed record LogCorrection(DateTimeOffset At, string Field, double? Value, string? Text, string Why)
{
    /// <summary>Refuses one without its reason.</summary>
    /// <exception cref="RefusedException">A part is missing or out of range.</exception>
    public void Check(string field)
    {
        Clock.Check(At, $"{field}.at");
        Require.Present(Field, $"{field}.field");
        if (Value is { } value) Require.Within(value, -1000, 1_000_000, $"{field}.value");
        if (Text?.Length > 400) throw new RefusedException($"{field}.text", "Keep it to 400 characters.");
        if (string.IsNullOrWhiteSpace(Why) || Why.Length > 400) throw new RefusedException($"{field}.why", "Say why it is put right, in at most 400 characters: the first figure stays beside it.");
    }
}

/// <summary>
/// An entry of a build's log. Nothing in it is changed: what was wrong is put right beside it, with its reason. It holds one of: a session, how a layer turned out,
/// a state that was seen, a reading of its surface, a photo, words.
/// </summary>
public sealed record LogEntry
{
    /// <summary>Identity within the build; never reused.</summary>
    public required string Id { get; init; }

    /// <summary>When it happened.</summary>
    public required DateTimeOffset At { get; init; }

    /// <summary>Words; null for none.</summary>
    public string? Text { get; init; }

    /// <summary>The water it is of; null for the build.</summary>
    public string? WaterId { get; init; }

    /// <summary>Which layer of it, from 1; null for none.</summary>
    public int? Layer { get; init; }

    /// <summary>A session at the bench.</summary>
    public SessionRecord? Session { get; init; }

    /// <summary>How the layer turned out.</summary>
    public Outcome? Outcome { get; init; }

    /// <summary>A state that was seen, at the entry's time.</summary>
    public SeenState? Seen { get; init; }

    /// <summary>The surface as it was read without touching it, °C.</summary>
    public double? SurfaceC { get; init; }

    /// <summary>How long after the pour, or for a cup after the parts met, that was, minutes; null where the entry's time says it.</summary>
    public double? AfterMin { get; init; }

    /// <summary>A photo, as it is kept.</summary>
    public string? PhotoId { get; init; }

    /// <summary>What was put right since, oldest first.</summary>
    public IReadOnlyList<LogCorrection> Corrections { get; init; } = [];

    /// <summary>The figures of an entry that may be put right.</summary>
    /// <param name="entry">The entry.</param>
    public static IReadOnlySet<string> Fields(LogEntry entry)
    {
        ArgumentNullException.ThrowIfNull(entry);
        var fields = new HashSet<string>(StringComparer.Ordinal) { "text" };
        foreach (var cup in entry.Session?.Cups ?? []) fields.UnionWith([$"cup.{cup.Number}.oneG", $"cup.{cup.Number}.twoG", $"cup.{cup.Number}.overG", $"cup.{cup.Number}.leftG"]);
        foreach (var layer in entry.Session?.Poured ?? []) fields.Add($"layer.{layer.WaterId}.{layer.Layer}.reachedMm");
        if (entry.Session is not null) fields.UnionWith(["roomC", "humidityPercent", "hottestC"]);
        return fields;
    }

    /// <summary>The entry as it reads with all that was put right.</summary>
    public LogEntry Corrected()
    {
        var entry = this;
        foreach (var one in Corrections) entry = entry.With(one);
        return entry with { Corrections = Corrections };
    }

    /// <summary>Refuses an entry that says nothing, or too much.</summary>
    /// <exception cref="RefusedException">A part is missing or out of range.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The entry needs an id of at most 64 characters.");
        Clock.Check(At, $"{field}.at");
        if (Text?.Length > 400) throw new RefusedException($"{field}.text", "Keep a note to 400 characters.");
        if (string.IsNullOrWhiteSpace(Text) && Session is null && Outcome is null && Seen is null && SurfaceC is null && PhotoId is null) throw new RefusedException($"{field}.text", "An entry of the log has to say something.");
        Session?.Check($"{field}.session");
        if (Outcome is { } outcome) Require.Known(outcome, $"{field}.outcome");
        if (Seen is { } seen) Require.Known(seen, $"{field}.seen");
        if ((Outcome is not null || Seen is not null || SurfaceC is not null) && (WaterId is null || Layer is null)) throw new RefusedException($"{field}.layer", "Say of which layer of which water.");
        if (SurfaceC is { } surface) Require.Within(surface, -50, 400, $"{field}.surfaceC");
        if (AfterMin is { } after) Require.Within(after, 0.1, 100_000, $"{field}.afterMin");
        if (Seen == SeenState.Turned && AfterMin is null) throw new RefusedException($"{field}.afterMin", "Say how many minutes after the parts met it turned.");
        if (PhotoId is { } photo && (photo.Length is 0 or > 64)) throw new RefusedException($"{field}.photoId", "Name the photo.");
        if (Corrections.Count > 200) throw new RefusedException($"{field}.corrections", "Keep an entry to 200 corrections.");
        foreach (var (i, one) in Corrections.Index())
        {
            Require.Present(one, $"{field}.corrections[{i}]").Check($"{field}.corrections[{i}]");
            if (!Fields(this).Contains(one.Field)) throw new RefusedException($"{field}.corrections[{i}].field", "There is no such figure in that entry.", RefusalKind.Impossible);
        }
    }

    private LogEntry With(LogCorrection one)
    {
        var parts = one.Field.Split('.');
        return (parts[0], Session) switch
        {
            ("text", _) => this with { Text = one.Text },
            ("cup", { } session) => this with { Session = session with { Cups = [.. session.Cups.Select(cup => cup.Number.ToString(System.Globalization.CultureInfo.InvariantCulture) == parts[1] ? With(cup, parts[2], one.Value, session) : cup)] } },
            ("layer", { } session) => this with { Session = session with { Poured = [.. session.Poured.Select(layer => one.Field == $"layer.{layer.WaterId}.{layer.Layer}.reachedMm" ? layer with { ReachedMm = one.Value } : layer)] } },
            ("roomC", { } session) => this with { Session = session with { RoomC = one.Value } },
            ("humidityPercent", { } session) => this with { Session = session with { HumidityPercent = one.Value } },
            ("hottestC", { } session) => this with { Session = session with { HottestC = one.Value } },
            _ => this,
        };
    }

    // What follows from the weights follows again.
    private static BenchCup With(BenchCup cup, string figure, double? value, SessionRecord session)
    {
        var after = figure switch { "oneG" => cup with { OneG = value }, "twoG" => cup with { TwoG = value }, "overG" => cup with { OverG = value }, _ => cup with { LeftG = value } };
        var mix = session.Mixes[cup.Number - 1];
        double? off = mix.HasTwo && after is { OneG: > 0 and var one, TwoG: > 0 and var two } ? ((one / two / mix.OnePerTwoG) - 1) * 100 : null;
        return after with { RatioOffPercent = off, MixedMl = mix.MixedMl(after.OneG ?? mix.OneG, after.TwoG ?? mix.TwoG) };
    }
}
