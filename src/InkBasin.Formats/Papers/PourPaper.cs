using InkBasin.Core;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Water;

namespace InkBasin.Formats.Papers;

/// <summary>What the pour plan has of one water.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Product">What it is poured with; null while nothing is chosen.</param>
/// <param name="Plan">Its plan.</param>
/// <param name="Cut">The Cut through its deepest place; null where nothing stands.</param>
public sealed record PouredWater(string Name, string? Product, WaterPlan Plan, WaterCut? Cut)
{
    /// <summary>All mixing sessions ahead; empty where none can be planned.</summary>
    public IReadOnlyList<MixSession> Sessions { get; init; } = [];
}

/// <summary>The pour plan: each water with its layers as a table and in the Cut to scale, and what the plan warns of.</summary>
public static class PourPaper
{
    private static readonly PaperColumn[] Columns =
    [
        new("layer", 0.7), new("pour to (mm)", 1, true), new("deep (mm)", 0.9, true), new("on the model (ml)", 1.15, true), new("cups", 0.6, true), new("one + two, each cup (g)", 1.5, true), new("out of the cup in", 1.05, true),
        new("pour, earliest", 1.9), new("next layer from, to", 2.5),
    ];

    /// <summary>Writes it.</summary>
    /// <param name="of">What for.</param>
    /// <param name="waters">The waters, in the build's order.</param>
    public static byte[] Write(PaperOf of, IReadOnlyList<PouredWater> waters)
    {
        ArgumentNullException.ThrowIfNull(of);
        ArgumentNullException.ThrowIfNull(waters);
        if (waters.Count == 0) throw new RefusedException("paper", "There is no water to pour yet.", RefusalKind.Impossible);
        return of.Write("Pour plan", sheaf =>
        {
            sheaf.Text("Levels are in mm over the board. A layer’s hour is the earliest its window lets it be; the evenings are on the paper of the days. The product’s own sheet stands over what is reckoned here.", ink: sheaf.Grey);
            foreach (var water in waters) OfWater(of, sheaf, water);
        });
    }

    private static void OfWater(PaperOf of, Sheaf sheaf, PouredWater water)
    {
        var level = water.Plan.Level;
        sheaf.Heading(water.Name, 70);
        sheaf.Text(FormattableString.Invariant($"Waterline {level.WaterlineMm:0.0} mm, deepest {level.MaxDepthMm:0.0} mm, {level.VolumeMl:0.#} ml under it. {water.Product ?? "No product is chosen yet"}."));
        sheaf.Gap(2);
        IReadOnlyList<PlannedLayer> layers = water.Plan.Layers.Is?.Layers ?? [];
        if (water.Plan.Layers.Stop is { } stop) sheaf.Text($"Stop: {stop.Sentence}", bold: true);
        if (water.Cut is { } cut)
        {
            var picture = CutPicture.Of(cut, layers.Count > 0 ? [.. layers.Select(layer => layer.ToMm)] : [level.WaterlineMm], sheaf.Width, 70);
            sheaf.Figure((float)picture.HeightMm, (x, y) => PicturePage.Draw(sheaf, picture, x, y));
            sheaf.Gap(2);
        }

        if (layers.Count > 0) sheaf.Table(Columns, layers.Select((layer, i) => Row(of, i, layer, MixSessions.Of(water.Sessions, water.Plan.Id, i + 1))), 2.8f);
        foreach (var shared in Shared(water, layers.Count)) sheaf.Text(shared, 3.1f);
        foreach (var notice in water.Plan.Notices.Where(notice => notice.Standing != Standing.Holds)) sheaf.Text($"{(notice.Standing == Standing.Stop ? "Stop" : "Tight")}: {notice.Sentence}", 3.1f);
        foreach (var (i, layer) in layers.Index().Where(one => one.Item.Poured is null))
        {
            foreach (var thing in layer.Things) sheaf.Text($"Layer {i + 1}, {thing.Name}: {thing.How}", 3.1f);
        }
    }

    private static IEnumerable<string> Shared(PouredWater water, int layers) =>
        from layer in Enumerable.Range(1, layers)
        let others = string.Join(", ", MixSessions.Of(water.Sessions, water.Plan.Id, layer).SelectMany(session => session.Others(water.Plan.Id)).Distinct())
        where others.Length > 0
        group layer by others into alike
        select $"{(alike.Count() == 1 ? $"Layer {alike.First()} is" : $"Layers {string.Join(", ", alike)} are")} mixed with {alike.Key}: the cups are for all of them.";

    private static IReadOnlyList<string> Row(PaperOf of, int i, PlannedLayer layer, IReadOnlyList<MixSession> sessions)
    {
        // As it is mixed: a line for each colour, with what shares the cup. By itself where it is poured, or no session can be planned.
        List<(int Count, Batch? Batch, double? PotLifeMin)> cups = sessions.Count > 0
            ? [.. sessions.Select(session => (session.Cards.Count, session.Cards.Count > 0 ? session.Cards[0].Batch : null, session.PotLifeMin))]
            : [(layer.Mix.Batches.Count, layer.Mix.Batches.Count > 0 ? layer.Mix.Batches[0] : null, layer.PotLifeMin)];
        var after = layer.RecoatFromAt is { } from && layer.RecoatToAt is { } to ? $"{of.Moment(from)} to {of.Moment(to)}"
            : $"{PaperOf.Lasting(layer.RecoatFromH - layer.PourH)} to {PaperOf.Lasting(layer.RecoatToH - layer.PourH)} after";
        return
        [
            $"{i + 1}", PaperOf.Tenth(layer.ToMm), PaperOf.Tenth(layer.DepthMm), FormattableString.Invariant($"{layer.VolumeMl:0.#}"), string.Join('\n', cups.Select(one => one.Count)),
            string.Join('\n', cups.Select(one => one.Batch is not { } batch ? (layer.MixStop is null ? "" : "stop") : batch.BG > 0 ? $"{PaperOf.Tenth(batch.AG)} + {PaperOf.Tenth(batch.BG)}" : PaperOf.Tenth(batch.AG))),
            string.Join('\n', cups.Select(one => one.PotLifeMin is { } pot ? PaperOf.Within(pot) : "")),
            layer.Poured is { } poured ? $"poured {of.Moment(poured.At)}" : layer.PourAt is { } at ? of.Moment(at) : i == 0 ? "no day yet" : $"{PaperOf.Lasting(layer.PourH)} after the first",
            after,
        ];
    }
}
