using System.Text.Json.Serialization;

namespace InkBasin.Core.Pours;

/// <summary>How a water is cut into layers (models.md §4).</summary>
[JsonConverter(typeof(JsonStringEnumConverter<LayerStrategy>))]
public enum LayerStrategy
{
    /// <summary>As deep as is safe from the bed up, the rest on top.</summary>
    [JsonStringEnumMemberName("fewest")] Fewest,

    /// <summary>The least number of equal rises.</summary>
    [JsonStringEnumMemberName("equalDepth")] EqualDepth,

    /// <summary>The least number of equal volumes whose rises are all safe.</summary>
    [JsonStringEnumMemberName("equalVolume")] EqualVolume,

    /// <summary>A thin pour that finds the leaks, then equal rises.</summary>
    [JsonStringEnumMemberName("sealFirst")] SealFirst,
}
