using System.Text.Json.Serialization;

namespace InkBasin.Core.Water;

/// <summary>What a dam is made of.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<DamMake>))]
public enum DamMake
{
    /// <summary>Tape backed with more tape and a bead of glue.</summary>
    [JsonStringEnumMemberName("tape")] Tape,

    /// <summary>Clear sheet set with hot glue.</summary>
    [JsonStringEnumMemberName("gluedSheet")] GluedSheet,

    /// <summary>Clear sheet set with silicone.</summary>
    [JsonStringEnumMemberName("siliconeSheet")] SiliconeSheet,

    /// <summary>Plastic-coated card, for a curve.</summary>
    [JsonStringEnumMemberName("coatedCard")] CoatedCard,

    /// <summary>Foam-core board glued on and clamped.</summary>
    [JsonStringEnumMemberName("foamCore")] FoamCore,
}
