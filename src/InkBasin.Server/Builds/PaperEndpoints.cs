using System.Text;
using InkBasin.Core;
using InkBasin.Core.Builds;
using InkBasin.Core.Plan;
using InkBasin.Core.Sight;
using InkBasin.Core.Water;
using InkBasin.Formats;
using InkBasin.Formats.Papers;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Builds;

/// <summary>A build on paper, as tables, and as one page to give away.</summary>
internal static class PaperEndpoints
{
    public static void MapPapers(this RouteGroupBuilder builds)
    {
        void Paper(string name, Delegate write) => builds.MapGet($"/{{id:guid}}/papers/{name}.pdf", write).Produces<byte[]>(contentType: "application/pdf");
        void Table(string name, Delegate write) => builds.MapGet($"/{{id:guid}}/{name}.csv", write).Produces<string>(contentType: "text/csv");
        Paper("cups", (Guid id, Desk desk, CancellationToken cancel, string paper = "A4") => desk.PrintAsync(id, paper, "cups", on => CupCards.Write(on.Of, on.Sessions), cancel));
        Paper("pours", (Guid id, Desk desk, CancellationToken cancel, string paper = "A4") => desk.PrintAsync(id, paper, "pours", on => PourPaper.Write(on.Of, on.Waters), cancel));
        Paper("before", (Guid id, Desk desk, CancellationToken cancel, string paper = "A4") => desk.PrintAsync(id, paper, "before", on => BeforePaper.Write(on.Of, BuildBench.Of(on.Answers, on.Of.PrintedAt)), cancel));
        Paper("rescue", (Guid id, Desk desk, CancellationToken cancel, string paper = "A4") => desk.PrintAsync(id, paper, "rescue", on => RescuePaper.Write(on.Of, on.Sheets), cancel));
        Paper("days", Days);
        Paper("record", Record);
        Table("layers", async (Guid id, Desk desk, CancellationToken cancel) => Csv(PourTables.Layers((await desk.OnAsync(id, "A4", cancel)).Waters)));
        Table("cups", async (Guid id, Desk desk, CancellationToken cancel) => Csv(PourTables.Cups((await desk.OnAsync(id, "A4", cancel)).Sessions)));
        Table("log", async (Guid id, Desk desk, CancellationToken cancel) => await desk.OnAsync(id, "A4", cancel) is var on ? Csv(LogTable.Write(on.Build, BuildLog.Of(on.Answers))) : null);
        builds.MapGet("/{id:guid}/share.html", Share).Produces<string>(contentType: "text/html");
    }

    private static ContentHttpResult Csv(string table) => TypedResults.Text(table, "text/csv", Encoding.UTF8);

    private static async Task<FileContentHttpResult> Days(Guid id, Desk desk, BenchDays bench, CancellationToken cancel, string paper = "A4")
    {
        var days = await bench.OfAsync(id, cancel);
        return await desk.PrintAsync(id, paper, "days", on => WeekPaper.Write(on.Of, days), cancel);
    }

    private static async Task<FileContentHttpResult> Record(Guid id, Desk desk, AttachmentStore attachments, CancellationToken cancel, string paper = "A4")
    {
        var on = await desk.OnAsync(id, paper, cancel);
        return on.Print("record", RecordPaper.Write(on.Of, on.Build, on.Board(cancel), on.Waters, BuildLog.Of(on.Answers), await attachments.PicturesOfAsync(on.Build, cancel)));
    }

    private static async Task<FileContentHttpResult> Share(Guid id, Desk desk, AttachmentStore attachments, CancellationToken cancel)
    {
        var on = await desk.OnAsync(id, "A4", cancel);
        var page = SharePage.Write(on.Of, new SharedBuild(on.Build, on.Board(cancel), on.Waters, on.Sessions, BuildLog.Of(on.Answers), await attachments.PicturesOfAsync(on.Build, cancel)));
        return TypedResults.File(page, "text/html; charset=utf-8", $"{BuildEndpoints.FileName(on.Build)}.html");
    }
}

/// <summary>A build laid out for its papers.</summary>
/// <param name="Build">The build.</param>
/// <param name="Answers">What follows from it.</param>
/// <param name="Of">What the paper is made for.</param>
internal sealed record OnPaper(Build Build, BuildAnswers Answers, PaperOf Of, Core.Plan.Stores Stores)
{
    /// <summary>The waters as they are printed.</summary>
    public IReadOnlyList<PouredWater> Waters { get; } =
        [.. Build.Waters.Zip(Answers.Waters).Select(pair => new PouredWater(pair.First.Name, Stores.Sheet(pair.First.ProductId)?.Name, pair.Second.Plan(), WaterCut.Of(pair.Second.Standing)) { Sessions = Answers.Sessions.Is ?? [] })];

    /// <summary>The mixing sessions ahead.</summary>
    /// <exception cref="RefusedException">They cannot be planned.</exception>
    public IReadOnlyList<Core.Pours.MixSession> Sessions => Answers.Sessions is { Is: { } sessions } ? sessions : throw new RefusedException("paper", Answers.Sessions.Stop?.Sentence ?? "Nothing is mixed.", RefusalKind.Impossible);

    /// <summary>Sheets of the products it is poured with, each once.</summary>
    public IReadOnlyList<Core.Stock.ProductSheet> Sheets => [.. Build.Waters.Select(water => water.ProductId).Distinct().Select(Stores.Sheet).OfType<Core.Stock.ProductSheet>()];

    /// <summary>A paper of it as a file.</summary>
    public FileContentHttpResult Print(string name, byte[] file) => TypedResults.File(file, "application/pdf", $"{BuildEndpoints.FileName(Build)}-{name}-{Of.Paper.Name}.pdf");

    /// <summary>The Sheet.</summary>
    public BoardDrawing Board(CancellationToken cancel) => BoardDrawing.Of(Answers.Surface, Answers.Standing, Build.Dams, cancel);
}

/// <summary>Lays builds out for their papers.</summary>
internal sealed class Desk(BuildStore store, Answers answers, Core.Plan.Stores stores, TimeProvider time)
{
    /// <summary>A build on the shelf.</summary>
    public async Task<OnPaper> OnAsync(Guid id, string paper, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        return new OnPaper(build, await answers.OfAsync(build, cancel), new PaperOf(build.Name, Clock.Zone(build.TimeZone), time.GetUtcNow(), Formats.Paper.Named(paper)), stores);
    }

    /// <summary>Prints one.</summary>
    public async Task<FileContentHttpResult> PrintAsync(Guid id, string paper, string name, Func<OnPaper, byte[]> write, CancellationToken cancel)
    {
        var on = await OnAsync(id, paper, cancel);
        return on.Print(name, write(on));
    }
}
