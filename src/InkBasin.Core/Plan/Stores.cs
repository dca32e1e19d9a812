using InkBasin.Core.Ink;
using InkBasin.Core.Log;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Plan;

/// <summary>The product sheets, tints and bottles a plan draws on.</summary>
public sealed record Stores(IReadOnlyList<ProductSheet> Sheets, IReadOnlyList<Tint> Tints)
{
    /// <summary>Bottles at hand.</summary>
    public IReadOnlyList<Bottle> Bottles { get; init; } = [];

    /// <summary>Other goods at hand: tints, plaster, sheets, cups.</summary>
    public IReadOnlyList<Good> Goods { get; init; } = [];

    /// <summary>The sizes products are sold in.</summary>
    public IReadOnlyList<Pack> Packs { get; init; } = [];

    /// <summary>Without tints' light: what a cupboard is made of.</summary>
    public AtHand AtHand => new(Sheets, Bottles, Goods, Packs);

    /// <summary>What ships with the product.</summary>
    public static Stores Examples { get; } = new(ExampleSheets.All, ExampleTints.All);

    /// <summary>A sheet by its id; null when it is not in the stores.</summary>
    public ProductSheet? Sheet(string? id) => id is null ? null : Sheets.FirstOrDefault(sheet => sheet.Id == id);

    /// <summary>The same, with the times of products as a build has taken them from its log.</summary>
    /// <param name="taken">Lessons taken.</param>
    public Stores Following(IReadOnlyList<TakenLesson> taken)
    {
        ArgumentNullException.ThrowIfNull(taken);
        var times = taken.Where(one => one.Lesson is { ProductId: not null, Kind: LessonKind.Gel or LessonKind.Firm or LessonKind.Pot }).ToLookup(one => one.Lesson.ProductId);
        return times.Count == 0 ? this : this with { Sheets = [.. Sheets.Select(sheet => times.Contains(sheet.Id) ? Following(sheet, [.. times[sheet.Id].Select(one => one.Lesson)]) : sheet)] };
    }

    private static ProductSheet Following(ProductSheet sheet, List<Lesson> lessons)
    {
        double Of(LessonKind kind) => lessons.Find(one => one.Kind == kind)?.Value ?? 1;
        var firm = Of(LessonKind.Firm);
        return sheet with
        {
            GelH = sheet.GelH * Of(LessonKind.Gel),
            RecoatFromH = sheet.RecoatFromH * firm,
            RecoatToH = sheet.RecoatToH * firm,
            DemouldH = sheet.DemouldH * firm,
            FullCureH = sheet.FullCureH * firm,
            PotLifeMin = sheet.PotLifeMin * Of(LessonKind.Pot),
            Learnt = string.Join(", ", lessons.Select(one => $"{(one.Kind == LessonKind.Gel ? "gel time" : one.Kind == LessonKind.Firm ? "times to recoat and firm" : "pot life")} × {one.Value:0.00} as learnt here from {one.Count}")),
        };
    }

    /// <summary>A tint by its id; null when it is not in the stores.</summary>
    public Tint? Tint(string? id) => id is null ? null : Tints.FirstOrDefault(tint => tint.Id == id);
}
