using InkBasin.Core.Ground;

namespace InkBasin.Core.Materials;

/// <summary>What is said of a false bed.</summary>
internal static class FillNotices
{
    public static Notice Honest(FillBlock block, InkedWater inked, double overMm, double? fadeMm) => fadeMm switch
    {
        null => Notice.Of("seen", Standing.Stop, $"{block.Name} will be seen: {inked.InkName ?? "clear resin"} colours {inked.Water.Name} but hides nothing at any depth. Paint the block as the bed, or add ochre, umber or a trace of white.", ("overMm", overMm)),
        { } fade when fade <= overMm => Notice.Of("hidden", Standing.Holds, $"{block.Name} is hidden: the ink of {inked.Water.Name} hides the bed from {fade:0.0} mm, and {overMm:0.0} mm lie over it.", ("overMm", overMm), ("fadeMm", fade)),
        { } fade => Notice.Of("mayBeSeen", Standing.Tight, $"{block.Name} may be seen: the ink of {inked.Water.Name} hides the bed from {fade:0.0} mm, and only {overMm:0.0} mm lie over it. Paint it as the bed.", ("overMm", overMm), ("fadeMm", fade)),
    };
}
