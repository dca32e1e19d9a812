using System.Text.Json.Serialization;

namespace InkBasin.Core.Stock;

/// <summary>What a sheet's mix ratio counts.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<RatioBasis>))]
public enum RatioBasis
{
    /// <summary>ml of each part.</summary>
    [JsonStringEnumMemberName("volume")] Volume,

    /// <summary>g of each part.</summary>
    [JsonStringEnumMemberName("weight")] Weight,
}

/// <summary>Mix ratio: <paramref name="A"/> of part one to <paramref name="B"/> of part two.</summary>
public sealed record MixRatio(double A, double B, RatioBasis Basis);
