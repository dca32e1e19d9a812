using InkBasin.Core.Ground;

namespace InkBasin.Core.Joints;

/// <summary>Another build that meets this one along a side.</summary>
/// <param name="BuildId">The other build.</param>
/// <param name="Side">The side of this board.</param>
/// <param name="TheirSide">The side of the other board.</param>
/// <param name="OffsetMm">How much higher the other board's top lies than this one's, mm, −500…500.</param>
/// <param name="SlipMm">How far the other's side is slid along this one, mm, −3000…3000: to the right (back, front) or forward (left, right).</param>
public sealed record Neighbour(Guid BuildId, BoardSide Side, BoardSide TheirSide, double OffsetMm = 0, double SlipMm = 0)
{
    /// <summary>Identity within the build; never reused.</summary>
    public string Id { get; init; } = "";

    /// <summary>Refuses a neighbour no board can meet.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Id) || Id.Length > 64) throw new RefusedException($"{field}.id", "The joint needs an id of at most 64 characters.");
        Require.Known(Side, $"{field}.side");
        Require.Known(TheirSide, $"{field}.theirSide");
        Require.Within(OffsetMm, -500, 500, $"{field}.offsetMm");
        Require.Within(SlipMm, -3000, 3000, $"{field}.slipMm");
    }
}
