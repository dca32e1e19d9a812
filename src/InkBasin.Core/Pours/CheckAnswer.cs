using System.Text.Json.Serialization;

namespace InkBasin.Core.Pours;

/// <summary>What must be true before resin is opened.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<CheckItem>))]
public enum CheckItem
{
    /// <summary>Plaster and paste are dry.</summary>
    [JsonStringEnumMemberName("dry")] Dry,

    /// <summary>Bed, banks and drowned things are sealed.</summary>
    [JsonStringEnumMemberName("sealed")] Sealed,

    /// <summary>A dam stands at every open edge.</summary>
    [JsonStringEnumMemberName("dams")] Dams,

    /// <summary>It was tested for leaks.</summary>
    [JsonStringEnumMemberName("leaks")] Leaks,

    /// <summary>The board lies level.</summary>
    [JsonStringEnumMemberName("level")] Level,

    /// <summary>The room is within the product's range.</summary>
    [JsonStringEnumMemberName("room")] Room,

    /// <summary>The layer is safe: no deeper, hotter or darker than the product and the bed stand.</summary>
    [JsonStringEnumMemberName("layer")] Layer,

    /// <summary>The layer under it is neither too soft for another nor past its window.</summary>
    [JsonStringEnumMemberName("window")] Window,

    /// <summary>Enough of the product is at hand, and in date.</summary>
    [JsonStringEnumMemberName("stock")] Stock,

    /// <summary>There is a plan for bubbles.</summary>
    [JsonStringEnumMemberName("bubbles")] Bubbles,

    /// <summary>There is a cover against dust.</summary>
    [JsonStringEnumMemberName("dust")] Dust,

    /// <summary>What lies under the board catches what gets out.</summary>
    [JsonStringEnumMemberName("under")] Under,

    /// <summary>Gloves, eyes, air; the safety sheet read.</summary>
    [JsonStringEnumMemberName("safety")] Safety,
}

/// <summary>What the plan knows of a question by itself.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Known>))]
public enum Known
{
    /// <summary>It is so.</summary>
    [JsonStringEnumMemberName("yes")] Yes,

    /// <summary>It is not so.</summary>
    [JsonStringEnumMemberName("no")] No,

    /// <summary>Only the maker can say.</summary>
    [JsonStringEnumMemberName("ask")] Ask,
}

/// <summary>A maker's answer before a pour.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Item">The question.</param>
/// <param name="Overrides">False: it is so. True: it is not, or not known, and the pour goes on knowingly.</param>
/// <param name="Reason">Why it goes on; needed when it overrides.</param>
/// <param name="At">When it was answered.</param>
public sealed record CheckAnswer(string WaterId, CheckItem Item, bool Overrides, string? Reason, DateTimeOffset At)
{
    /// <summary>Refuses an override without a reason.</summary>
    /// <exception cref="RefusedException">A part is missing or too long.</exception>
    public void Check(string field)
    {
        Require.Present(WaterId, $"{field}.waterId");
        Require.Known(Item, $"{field}.item");
        Clock.Check(At, $"{field}.at");
        if (Overrides && string.IsNullOrWhiteSpace(Reason))
            throw new RefusedException($"{field}.reason", "Say why you go on all the same: the reason is kept with the pour.");
        if (Reason?.Length > 400) throw new RefusedException($"{field}.reason", "Keep the reason to 400 characters.");
    }
}
