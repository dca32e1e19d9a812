using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Water;

namespace InkBasin.Core.Materials;

/// <summary>A water with the ink one looks through it by.</summary>
/// <param name="Water">The water.</param>
/// <param name="InkName">Name of its tint; null when clear.</param>
/// <param name="Ink">Its resin with the ink in it.</param>
public sealed record InkedWater(StandingWater Water, string? InkName, InkLayer Ink);

/// <summary>What a false bed saves, and whether it can be told.</summary>
/// <param name="StepId">The fill block.</param>
/// <param name="WaterId">The water over it.</param>
/// <param name="SavedMl">Volume before − after, ml.</param>
/// <param name="OverItMm">Water over its top, mm.</param>
/// <param name="FadeDepthMm">Depth at which the water's ink hides the bed, mm; null when it never does.</param>
/// <param name="Notice">Whether it is honest.</param>
public sealed record FillSaving(string StepId, string WaterId, double SavedMl, double OverItMm, double? FadeDepthMm, Notice Notice)
{
    private const double NothingMl = 0.005;

    /// <summary>Every false bed of a recipe with every water it saves resin in (models.md §1c).</summary>
    internal static IEnumerable<FillSaving> Of(
        IReadOnlyList<GroundStep> recipe, HeightField with, Func<IReadOnlyList<GroundStep>, CompiledGround> groundOf, IReadOnlyList<InkedWater> waters, CancellationToken cancel)
    {
        foreach (var block in recipe.OfType<FillBlock>().Where(block => block.Enabled))
        {
            cancel.ThrowIfCancellationRequested();
            var without = groundOf([.. recipe.Where(step => step.Id != block.Id)]).Surface;
            foreach (var inked in waters)
            {
                var water = inked.Water;
                var saved = WetRegion.Flood(without, with.CellAt(water.Seed), water.WaterlineMm, cancel).VolumeMl - water.Region.VolumeMl;
                if (saved <= NothingMl) continue;
                var fade = inked.Ink.FadeDepthMm(UsualBed.Light, UsualBed.Dark);
                var over = water.WaterlineMm - block.TopMm;
                yield return new FillSaving(block.Id, water.Id, saved, over, fade, FillNotices.Honest(block, inked, over, fade));
            }
        }
    }
}
