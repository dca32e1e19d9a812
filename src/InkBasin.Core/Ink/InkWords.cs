using System.Text.Json.Serialization;

namespace InkBasin.Core.Ink;

/// <summary>How dark a colour is said to be.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Darkness>))]
public enum Darkness
{
    /// <summary>Nothing to be said of it.</summary>
    [JsonStringEnumMemberName("plain")] Plain,

    /// <summary>Very dark.</summary>
    [JsonStringEnumMemberName("veryDark")] VeryDark,

    /// <summary>Nearly black.</summary>
    [JsonStringEnumMemberName("nearlyBlack")] NearlyBlack,

    /// <summary>Black.</summary>
    [JsonStringEnumMemberName("black")] Black,
}

/// <summary>What a water is looked at over.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<LaneBed>))]
public enum LaneBed
{
    /// <summary>Its bed as it is painted.</summary>
    [JsonStringEnumMemberName("painted")] Painted,

    /// <summary>Its beach, or pale grit.</summary>
    [JsonStringEnumMemberName("pale")] Pale,

    /// <summary>Its earth.</summary>
    [JsonStringEnumMemberName("earth")] Earth,

    /// <summary>Its middle, or a dark wash.</summary>
    [JsonStringEnumMemberName("dark")] Dark,
}
