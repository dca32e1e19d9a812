using InkBasin.Core.Stock;

namespace InkBasin.Core.Resin;

/// <summary>The sheets that ship. Generic names and made-up plausible numbers; they describe no product.</summary>
public static class ExampleSheets
{
    /// <summary>One of each kind.</summary>
    public static IReadOnlyList<ProductSheet> All { get; } =
    [
        new("coating-epoxy", "Coating epoxy (example)", ProductKind.CoatingEpoxy, true, new MixRatio(1, 1, RatioBasis.Volume), 1.13, 1.01, 1, 6, 300, 25, 100, 6, 12, 36, 20, 72, 23, 18, 28, 900, 0.6, 3, 3, 3, KindTraits.Epoxy) { UnopenedMonths = 24, OpenedMonths = 12 },
        new("casting-epoxy", "Casting epoxy (example)", ProductKind.CastingEpoxy, true, new MixRatio(2, 1, RatioBasis.Volume), 1.12, 0.99, 2, 15, 900, 60, 200, 9, 18, 48, 30, 96, 23, 17, 28, 550, 0.8, 3, 4, 4, KindTraits.Epoxy) { UnopenedMonths = 24, OpenedMonths = 12 },
        new("deep-pour-epoxy", "Deep-pour epoxy (example)", ProductKind.DeepPourEpoxy, true, new MixRatio(100, 45, RatioBasis.Weight), 1.1, 0.98, 8, 40, 4000, 240, 500, 24, 24, 72, 72, 168, 23, 16, 27, 250, 1, 2, 4, 5, KindTraits.Epoxy) { UnopenedMonths = 24, OpenedMonths = 12 },
        new SheetDraft("Polyester casting resin (example)", ProductKind.Polyester).Complete("polyester", true),
        new SheetDraft("One-part water (example)", ProductKind.OnePartWater).Complete("one-part-water", true),
        new SheetDraft("UV resin (example)", ProductKind.UvResin).Complete("uv-resin", true),
        new SheetDraft("Gloss gel (example)", ProductKind.GlossGel).Complete("gloss-gel", true),
    ];
}
