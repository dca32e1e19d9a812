using InkBasin.Core.Water;

namespace InkBasin.Core.Dams;

/// <summary>How a make of dam is sealed and comes off.</summary>
/// <param name="Make">The make.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Seals">How it is sealed.</param>
/// <param name="Releases">How it comes off.</param>
/// <param name="ReleaseAgent">What goes on its face; null when it needs none.</param>
/// <param name="MostDepthMm">Deepest water it should be trusted with, mm; null without a limit of its own.</param>
public sealed record DamChoice(DamMake Make, string Name, string Seals, string Releases, string? ReleaseAgent, double? MostDepthMm)
{
    /// <summary>The choices there are. The depth limit of tape is a rule of thumb of the bench, not a reckoning.</summary>
    public static IReadOnlyList<DamChoice> All { get; } =
    [
        new(DamMake.Tape, "Tape", "Tape over the edge, a second tape across it, a bead of glue along the seam outside.", "Peels off once the resin is firm.", null, 12),
        new(DamMake.GluedSheet, "Clear sheet, hot glue", "A bead of hot glue along the whole seam, pressed on while it is soft.", "Snaps off with a knife behind the glue. Clean what released it off the resin’s face before veneer or paint.", "A thin coat of wax or release spray on the face", null),
        new(DamMake.SiliconeSheet, "Clear sheet, silicone", "A line of silicone along the seam, left a day to set.", "The silicone is cut with a thin blade, then the sheet slides off. Clean what released it off the resin’s face before veneer or paint.", "A thin coat of wax or release spray on the face", null),
        new(DamMake.CoatedCard, "Coated card, for a curve", "Bent round the edge, taped along its foot, a bead of glue inside.", "Peels off by its coating. Clean what released it off the resin’s face before veneer or paint.", "Packing tape or a thin coat of wax on the face, unless the coating is plastic", 15),
        new(DamMake.FoamCore, "Foam-core board", "Glued along the seam and clamped until it has set.", "Pulled off; its paper stays unless the face was taped.", "Packing tape over the whole face", null),
    ];

    /// <summary>The choice of a make.</summary>
    public static DamChoice Of(DamMake make) => All.First(choice => choice.Make == make);
}
