using InkBasin.Core.Builds;
using InkBasin.Core.Plan;
using InkBasin.Core.Sight;
using SkiaSharp;

namespace InkBasin.Formats.Papers;

/// <summary>A build's record: the Sheet, what each water is, and its log from the first day on, with what was put right, how it turned out and its pictures.</summary>
public static class RecordPaper
{
    private const float PictureMm = 84;
    private const int PrintPx = 1000;

    /// <summary>Writes it.</summary>
    /// <param name="of">What for.</param>
    /// <param name="build">The build.</param>
    /// <param name="board">The Sheet.</param>
    /// <param name="waters">The waters.</param>
    /// <param name="log">Its log, read, in any order.</param>
    /// <param name="pictures">Pictures of the log by id, as they are kept; one that is missing is told in its place.</param>
    public static byte[] Write(PaperOf of, Build build, BoardDrawing board, IReadOnlyList<PouredWater> waters, IReadOnlyList<ReadEntry> log, IReadOnlyDictionary<string, byte[]> pictures)
    {
        ArgumentNullException.ThrowIfNull(of);
        ArgumentNullException.ThrowIfNull(build);
        ArgumentNullException.ThrowIfNull(log);
        ArgumentNullException.ThrowIfNull(pictures);
        return of.Write("Record", sheaf =>
        {
            sheaf.Text(FormattableString.Invariant($"1:{build.Scale:0.#}, a board of {build.Board.WidthMm:0.#} × {build.Board.DepthMm:0.#} mm."));
            sheaf.Gap(2);
            var picture = BoardPicture.Of(board, sheaf.Width, 110);
            sheaf.Figure((float)picture.HeightMm, (x, y) => PicturePage.Draw(sheaf, picture, x, y));
            sheaf.Gap(2);
            sheaf.Table(
                [new("water", 2), new("product", 2.4), new("waterline (mm)", 1.1, true), new("deepest (mm)", 1.1, true), new("volume (ml)", 1.1, true), new("layers", 0.8, true), new("poured", 0.8, true)],
                waters.Select(water => (IReadOnlyList<string>)
                [
                    water.Name, water.Product ?? "", PaperOf.Tenth(water.Plan.Level.WaterlineMm), PaperOf.Tenth(water.Plan.Level.MaxDepthMm), FormattableString.Invariant($"{water.Plan.Level.VolumeMl:0.#}"),
                    $"{water.Plan.Layers.Is?.Layers.Count ?? 0}", $"{water.Plan.Layers.Is?.Layers.Count(layer => layer.Poured is not null) ?? 0}",
                ]));
            if (log.Count == 0) sheaf.Text("Nothing is in its log yet.");
            foreach (var entry in log.Where(one => one.ShownAt is null).OrderBy(one => one.Entry.At)) Entry(of, sheaf, build, entry, pictures);
        });
    }

    private static void Entry(PaperOf of, Sheaf sheaf, Build build, ReadEntry entry, IReadOnlyDictionary<string, byte[]> pictures)
    {
        var lines = RecordWords.Of(build, entry);
        sheaf.Heading($"{of.Moment(entry.Entry.At)} · {lines.Title}", 8);
        foreach (var line in lines.Lines) sheaf.Text(line, 3.3f);
        foreach (var right in entry.Entry.Corrections) sheaf.Text(RecordWords.Right(of, right), 3.1f, ink: sheaf.Grey);
        if (entry.Entry.PhotoId is not { } id) return;
        if (PrintedPicture.Of(pictures.GetValueOrDefault(id), PrintPx) is not { } jpeg)
        {
            sheaf.Text(RecordWords.NoPicture, 3.1f, ink: sheaf.Grey);
            return;
        }

        using var data = SKData.CreateCopy(jpeg);
        using var packed = SKImage.FromEncodedData(data);
        var scale = Math.Min(Math.Min(sheaf.Width, PictureMm * 1.6f) / packed.Width, PictureMm / packed.Height);
        sheaf.Gap(1.5f);
        sheaf.Figure(packed.Height * scale, (x, y) => sheaf.Canvas.DrawImage(packed, new SKRect(x, y, x + (packed.Width * scale), y + (packed.Height * scale)), new SKSamplingOptions(SKCubicResampler.Mitchell)));
        sheaf.Gap(1.5f);
    }
}
