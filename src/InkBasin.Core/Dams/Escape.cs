using System.Text.Json.Serialization;
using InkBasin.Core.Ground;
using InkBasin.Core.Water;

namespace InkBasin.Core.Dams;

/// <summary>How liquid got off the board.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Escape>))]
public enum Escape
{
    /// <summary>Where no dam is near.</summary>
    [JsonStringEnumMemberName("openEdge")] OpenEdge,

    /// <summary>Over a dam's top.</summary>
    [JsonStringEnumMemberName("overTop")] OverTop,

    /// <summary>Past a dam's end, or between two.</summary>
    [JsonStringEnumMemberName("pastEnd")] PastEnd,
}

/// <summary>What a place where liquid left says of the dams.</summary>
public static class Escapes
{
    // A dam overlaps its opening by 10 mm; what leaves within twice that of its end has found the gap beside it.
    private const double NearMm = 20;

    /// <summary>How liquid left at a place of an edge.</summary>
    /// <param name="dams">The dams.</param>
    /// <param name="side">The side.</param>
    /// <param name="atMm">Centre of the cell it left over, mm along the side.</param>
    public static Escape Of(IReadOnlyList<Dam> dams, BoardSide side, double atMm)
    {
        ArgumentNullException.ThrowIfNull(dams);
        var here = dams.Where(dam => dam.Side == side).ToList();
        if (here.Exists(dam => atMm >= dam.FromMm && atMm <= dam.ToMm)) return Escape.OverTop;
        return here.Exists(dam => atMm >= dam.FromMm - NearMm && atMm <= dam.ToMm + NearMm) ? Escape.PastEnd : Escape.OpenEdge;
    }
}
