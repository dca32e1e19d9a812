using InkBasin.Core;

namespace InkBasin.Formats;

/// <summary>A sheet of paper, mm upright.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="WidthMm">Width, mm.</param>
/// <param name="HeightMm">Height, mm.</param>
public sealed record Paper(string Name, double WidthMm, double HeightMm)
{
    /// <summary>ISO 216.</summary>
    public static Paper A4 { get; } = new("A4", 210, 297);

    /// <summary>ANSI A.</summary>
    public static Paper Letter { get; } = new("Letter", 215.9, 279.4);

    /// <summary>A paper by name.</summary>
    /// <exception cref="RefusedException">It is neither.</exception>
    public static Paper Named(string name) => name.ToUpperInvariant() switch
    {
        "A4" => A4,
        "LETTER" => Letter,
        _ => throw new RefusedException("paper", "Templates are printed on A4 or Letter."),
    };
}
