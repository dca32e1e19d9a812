using System.Text.Json.Serialization;

namespace InkBasin.Core.Ground;

/// <summary>A side of the board, in the order runs along the sides are listed.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<BoardSide>))]
public enum BoardSide
{
    /// <summary>Row 0; positions run from the left.</summary>
    [JsonStringEnumMemberName("back")] Back,

    /// <summary>The last row; positions run from the left.</summary>
    [JsonStringEnumMemberName("front")] Front,

    /// <summary>Column 0; positions run from the back.</summary>
    [JsonStringEnumMemberName("left")] Left,

    /// <summary>The last column; positions run from the back.</summary>
    [JsonStringEnumMemberName("right")] Right,
}
