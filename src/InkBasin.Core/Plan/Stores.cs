using InkBasin.Core.Ink;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Plan;

/// <summary>The product sheets, tints and bottles a plan draws on.</summary>
public sealed record Stores(IReadOnlyList<ProductSheet> Sheets, IReadOnlyList<Tint> Tints)
{
    /// <summary>Bottles at hand.</summary>
    public IReadOnlyList<Bottle> Bottles { get; init; } = [];

    /// <summary>What ships with the product.</summary>
    public static Stores Examples { get; } = new(ExampleSheets.All, ExampleTints.All);

    /// <summary>A sheet by its id; null when it is not in the stores.</summary>
    public ProductSheet? Sheet(string? id) => id is null ? null : Sheets.FirstOrDefault(sheet => sheet.Id == id);

    /// <summary>A tint by its id; null when it is not in the stores.</summary>
    public Tint? Tint(string? id) => id is null ? null : Tints.FirstOrDefault(tint => tint.Id == id);
}
