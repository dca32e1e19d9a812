namespace InkBasin.Core.Pours;

/// <summary>What hands and tools may do to the last layer, hours from its own pour: between firm and fully cured (rules of the bench).</summary>
/// <param name="GreenFromH">Firm: dams off, a raised rim is pared with a blade while it is still green.</param>
/// <param name="GreenToH">Past this it chips instead of cutting.</param>
/// <param name="SandFromH">Hard enough that paper does not clog.</param>
/// <param name="PolishFromH">Fully cured: polish takes.</param>
public sealed record Trimming(double GreenFromH, double GreenToH, double SandFromH, double PolishFromH)
{
    /// <summary>It stays green for this share of the way from firm to fully cured.</summary>
    public const double GreenShare = 0.25;

    /// <summary>It can be sanded from this share of the way on.</summary>
    public const double SandShare = 0.5;

    /// <summary>By when it is firm and when fully cured, h from its pour.</summary>
    public static Trimming Of(double firmH, double fullCureH)
    {
        var left = Math.Max(0, fullCureH - firmH);
        return new Trimming(firmH, firmH + (GreenShare * left), firmH + (SandShare * left), firmH + left);
    }
}
