using InkBasin.Core.Pours;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Plan;

/// <summary>A layer that has begun, with what went into it: as weighed, else as planned.</summary>
/// <param name="Name">Its water's name.</param>
/// <param name="Pour">The pour.</param>
/// <param name="Layer">The layer as it is planned now, of what it was mixed of.</param>
/// <param name="Sheet">Its product.</param>
/// <param name="OneG">Part one, g.</param>
/// <param name="TwoG">Part two, g.</param>
internal sealed record BegunLayer(string Name, BegunPour Pour, PlannedLayer Layer, ProductSheet Sheet, double OneG, double TwoG)
{
    /// <summary>All of a build whose water, product and layer are still there.</summary>
    public static IEnumerable<BegunLayer> Of(BuildAnswers answers)
    {
        foreach (var pour in answers.Build.Begun)
        {
            if (answers.Build.Waters.FirstOrDefault(water => water.Id == pour.WaterId) is not { } water) continue;
            var mixedOf = answers.AsPoured(water.Id, pour.Layer) is { Case.Sheet: not null } own ? own : answers.Of(water.Id);
            if (mixedOf is not { Case.Sheet: { } sheet, Layers.Is: { } plans } || pour.Layer > plans.Layers.Count) continue;
            var layer = plans.Layers[pour.Layer - 1];
            yield return new BegunLayer(water.Name, pour, layer, sheet, pour.Result?.OneG ?? layer.Mix.Batches.Sum(batch => batch.AG), pour.Result?.TwoG ?? layer.Mix.Batches.Sum(batch => batch.BG));
        }
    }
}
