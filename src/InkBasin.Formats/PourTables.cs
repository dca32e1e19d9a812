using InkBasin.Core.Pours;
using InkBasin.Formats.Papers;

namespace InkBasin.Formats;

/// <summary>The layers and the cups of a build as tables (CSV, RFC 4180), units in their heads.</summary>
public static class PourTables
{
    private static readonly string[] LayerHeads =
    [
        "water", "layer", "product", "from (mm)", "to (mm)", "depth (mm)", "volume (ml)", "mixed (g)", "cups", "pools", "pour", "pour (h after the first)", "next layer from (h after the first)", "scuff after (h after the first)",
        "strip dams (h after the first)", "full cure (h after the first)", "out of the cup (min)", "peak (°C)", "gel (h)", "poured", "reached (mm)",
    ];

    private static readonly string[] CupHeads =
    [
        "session", "cup", "of", "pour", "product", "water", "layer", "pool", "part one (g)", "part two (g)", "part one (ml)", "part two (ml)", "mixed (ml)", "tints", "stir (min)", "out of the cup (min)", "poured here (ml)", "to (mm)", "left in the cup (ml)",
    ];

    /// <summary>A row for each layer of each water, the poured ones too.</summary>
    /// <param name="waters">The waters, in the build's order.</param>
    public static string Layers(IReadOnlyList<PouredWater> waters)
    {
        ArgumentNullException.ThrowIfNull(waters);
        return CsvTable.Write(LayerHeads, waters.SelectMany(water => (water.Plan.Layers.Is?.Layers ?? []).Select((layer, i) => (IReadOnlyList<string>)
        [
            water.Name, CsvTable.Number(i + 1), water.Product ?? "", CsvTable.Rounded(layer.FromMm, 3), CsvTable.Rounded(layer.ToMm, 3), CsvTable.Rounded(layer.DepthMm, 3), CsvTable.Rounded(layer.VolumeMl, 3),
            CsvTable.Rounded(layer.Mix.Batches.Sum(batch => batch.MixedG), 3), CsvTable.Number(layer.Mix.Batches.Count), CsvTable.Number(layer.Pools.Each.Count), CsvTable.Moment(layer.PourAt), CsvTable.Rounded(layer.PourH, 2),
            CsvTable.Rounded(layer.RecoatFromH, 2), CsvTable.Rounded(layer.RecoatToH, 2), CsvTable.Rounded(layer.StripH, 2), CsvTable.Rounded(layer.FullCureH, 2), CsvTable.Rounded(layer.PotLifeMin, 1),
            CsvTable.Rounded(layer.Cure.PeakC, 1), CsvTable.Rounded(layer.Cure.GelH, 2), CsvTable.Moment(layer.Poured?.At), CsvTable.Rounded(layer.Poured?.Result?.ReachedMm, 2),
        ])));
    }

    /// <summary>A row for each place a cup of the sessions ahead is poured out at.</summary>
    /// <param name="sessions">The sessions.</param>
    public static string Cups(IReadOnlyList<MixSession> sessions)
    {
        ArgumentNullException.ThrowIfNull(sessions);
        return CsvTable.Write(CupHeads, sessions.SelectMany(session => session.Cards.SelectMany(card => card.Lines.Select(line => (IReadOnlyList<string>)
        [
            CsvTable.Number(session.Number), CsvTable.Number(card.Number), CsvTable.Number(card.Count), CsvTable.Moment(session.At), session.ProductName, line.Name, CsvTable.Number(line.Layer), CsvTable.Number(line.Pool),
            CsvTable.Rounded(card.Batch.AG, 3), CsvTable.Rounded(card.Batch.BG, 3), CsvTable.Rounded(card.Batch.AMl, 3), CsvTable.Rounded(card.Batch.BMl, 3), CsvTable.Rounded(card.Batch.MixedMl, 3),
            string.Join("; ", (card.Ink?.Doses ?? []).Select(dose => $"{Core.Ink.TintDose.Words(dose.Amount, dose.Unit)} {dose.Name}{(dose.LetDown is { } thin ? $" let down 1 in {thin.PartsToOne + 1}" : "")}")),
            CsvTable.Rounded(session.StirMin + session.SecondStirMin, 1), CsvTable.Rounded(session.PotLifeMin, 1), CsvTable.Rounded(line.VolumeMl, 3), CsvTable.Rounded(line.ToMm, 3), CsvTable.Rounded(line.LeftMl, 3),
        ]))));
    }
}
