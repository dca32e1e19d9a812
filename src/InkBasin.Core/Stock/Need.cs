namespace InkBasin.Core.Stock;

/// <summary>What a session ahead takes of its product.</summary>
/// <param name="BuildName">The build.</param>
/// <param name="Title">What is poured.</param>
/// <param name="ProductId">The product.</param>
/// <param name="OneG">Part one, g.</param>
/// <param name="TwoG">Part two, g.</param>
/// <param name="OnModelMl">What of it comes onto the model, ml.</param>
/// <param name="On">The day by the build's clock; null while undecided.</param>
public sealed record ResinNeed(string BuildName, string Title, string ProductId, double OneG, double TwoG, double OnModelMl, DateOnly? On);

/// <summary>What the work ahead takes of another good.</summary>
/// <param name="BuildName">The build.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Name">What it is called.</param>
/// <param name="TintId">Which tint; null for other goods.</param>
/// <param name="ThicknessMm">Thickness of foam, mm; null for other goods.</param>
/// <param name="Amount">How much, in the unit of its kind.</param>
/// <param name="On">The day; null while undecided.</param>
public sealed record GoodNeed(string BuildName, GoodKind Kind, string Name, string? TintId, double? ThicknessMm, double Amount, DateOnly? On)
{
    /// <summary>Whether a good serves it.</summary>
    public bool Takes(Good good)
    {
        ArgumentNullException.ThrowIfNull(good);
        return good.Kind == Kind && Kind switch
        {
            GoodKind.Tint => good.TintId == TintId,
            GoodKind.Foam => good.ThicknessMm == ThicknessMm,
            GoodKind.Cup or GoodKind.Sealer or GoodKind.Sealant or GoodKind.Glue or GoodKind.DamSheet => true,
            _ => string.Equals(good.Name, Name, StringComparison.OrdinalIgnoreCase),
        };
    }
}
