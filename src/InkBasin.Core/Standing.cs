using System.Text.Json.Serialization;

namespace InkBasin.Core;

/// <summary>How well something stands: told in a word and a shape, never by colour alone.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Standing>))]
public enum Standing
{
    /// <summary>Good as it is.</summary>
    [JsonStringEnumMemberName("holds")] Holds,

    /// <summary>It holds, and little more.</summary>
    [JsonStringEnumMemberName("tight")] Tight,

    /// <summary>Not like this.</summary>
    [JsonStringEnumMemberName("stop")] Stop,
}
