using InkBasin.Core.Ink;

namespace InkBasin.Core.Stock;

/// <summary>A tint on the shelf.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">Name on the bottle.</param>
/// <param name="DropMl">Volume of one drop, ml.</param>
/// <param name="Colour">What 1 ml in 100 ml of mixed resin swallows and scatters, 1/mm.</param>
public sealed record Tint(string Id, string Name, double DropMl, InkLayer Colour);

/// <summary>The tints that ship: generic, with made-up plausible constants; they describe no product.</summary>
public static class ExampleTints
{
    /// <summary>A starting shelf; a drop is taken as 0.05 ml.</summary>
    public static IReadOnlyList<Tint> All { get; } =
    [
        new("transparent-blue", "Transparent blue", 0.05, new(new(1.1, 0.3, 0.04), new(0.02, 0.025, 0.035))),
        new("blue-green", "Blue-green", 0.05, new(new(1.0, 0.12, 0.16), new(0.02, 0.03, 0.03))),
        new("emerald", "Emerald", 0.05, new(new(0.9, 0.1, 0.5), new(0.02, 0.03, 0.02))),
        new("olive", "Olive", 0.05, new(new(0.45, 0.28, 1.1), new(0.06, 0.06, 0.04))),
        new("umber", "Umber", 0.05, new(new(0.5, 0.85, 1.5), new(0.08, 0.06, 0.04))),
        new("ochre", "Ochre", 0.05, new(new(0.1, 0.32, 1.2), new(0.5, 0.38, 0.18))),
        new("raw-sienna-wash", "Raw-sienna wash", 0.05, new(new(0.12, 0.42, 1.1), new(0.14, 0.09, 0.05))),
        new("yellow", "Yellow", 0.05, new(new(0.015, 0.06, 1.2), new(0.06, 0.05, 0.02))),
        new("orange", "Orange", 0.05, new(new(0.02, 0.45, 1.5), new(0.06, 0.035, 0.015))),
        new("red", "Red", 0.05, new(new(0.06, 1.3, 1.0), new(0.05, 0.02, 0.02))),
        new("black-ink", "Black ink", 0.05, new(new(2.6, 2.6, 2.6), new(0.03, 0.03, 0.03))),
        new("white-paste", "White pigment paste", 0.05, new(new(0.003, 0.004, 0.008), new(3.0, 3.1, 3.3))),
    ];
}
