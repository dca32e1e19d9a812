namespace InkBasin.Core.Stock;

/// <summary>A tint on the shelf. Its colour constants come with the ink model; here it is a name and a drop.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">Name on the bottle.</param>
/// <param name="DropMl">Volume of one drop, ml.</param>
public sealed record Tint(string Id, string Name, double DropMl);

/// <summary>The tints that ship: generic and made up.</summary>
public static class ExampleTints
{
    /// <summary>A starting shelf; a drop is taken as 0.05 ml.</summary>
    public static IReadOnlyList<Tint> All { get; } =
    [
        new("transparent-blue", "Transparent blue", 0.05),
        new("blue-green", "Blue-green", 0.05),
        new("emerald", "Emerald", 0.05),
        new("olive", "Olive", 0.05),
        new("umber", "Umber", 0.05),
        new("ochre", "Ochre", 0.05),
        new("raw-sienna-wash", "Raw-sienna wash", 0.05),
        new("yellow", "Yellow", 0.05),
        new("orange", "Orange", 0.05),
        new("red", "Red", 0.05),
        new("black-ink", "Black ink", 0.05),
        new("white-paste", "White pigment paste", 0.05),
    ];
}
