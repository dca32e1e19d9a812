using InkBasin.Core.Builds;
using InkBasin.Core.Foam;
using InkBasin.Core.Materials;
using InkBasin.Core.Stock;
using InkBasin.Core;
using InkBasin.Formats;
using InkBasin.Server.Hosting;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Builds;

/// <summary>A picture made ready to be traced from, or kept in a log.</summary>
/// <param name="PictureId">What it is kept under.</param>
/// <param name="WidthPx">Its width, pixels.</param>
/// <param name="HeightPx">Its height, pixels.</param>
/// <param name="TakenOn">When it was taken, by the camera's own clock; null when it did not say.</param>
public sealed record PictureAnswer(string PictureId, int WidthPx, int HeightPx, DateTime? TakenOn);

/// <summary>What is made from a build's ground: cutting and mixing, templates; and the pictures it is traced from.</summary>
internal static class MakingEndpoints
{
    public static void MapMaking(this RouteGroupBuilder builds)
    {
        builds.MapGet("/{id:guid}/making", Making);
        builds.MapGet("/{id:guid}/templates/{sheet:int}.svg", Svg).Produces<string>(contentType: "image/svg+xml");
        builds.MapGet("/{id:guid}/templates/{sheet:int}.dxf", Dxf).Produces<byte[]>(contentType: "image/vnd.dxf");
        builds.MapGet("/{id:guid}/templates.pdf", Pdf).Produces<byte[]>(contentType: "application/pdf");
        builds.MapGet("/{id:guid}/dams/{panel:int}.svg", PanelSvg).Produces<string>(contentType: "image/svg+xml");
        builds.MapGet("/{id:guid}/dams/{panel:int}.dxf", PanelDxf).Produces<byte[]>(contentType: "image/vnd.dxf");
        builds.MapGet("/{id:guid}/dams.pdf", PanelPdf).Produces<byte[]>(contentType: "application/pdf");
    }

    public static void MapPictures(this WebApplication app)
    {
        var pictures = app.MapGroup("/api/pictures").WithTags("pictures").ProducesValidationProblem();
        pictures.MapPost("/", Keep).Accepts<byte[]>(GroundPicture.ContentType);
        pictures.MapGet("/{pictureId}", Picture).Produces<byte[]>(contentType: "image/jpeg").ProducesProblem(StatusCodes.Status404NotFound);
    }

    private static async Task<Ok<MakingPlan>> Making(Guid id, BuildStore store, Grounds grounds, Answers answers, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        return TypedResults.Ok((await answers.OfAsync(build, cancel)).Making(await grounds.CompilerAsync(build, cancel)));
    }

    private static async Task<FileContentHttpResult> Svg(Guid id, int sheet, BuildStore store, Grounds grounds, CancellationToken cancel) => Drawn(await TemplatesAsync(id, store, grounds, cancel), sheet, "sheet", dxf: false);

    private static async Task<FileContentHttpResult> Dxf(Guid id, int sheet, BuildStore store, Grounds grounds, CancellationToken cancel) => Drawn(await TemplatesAsync(id, store, grounds, cancel), sheet, "sheet", dxf: true);

    private static async Task<FileContentHttpResult> PanelSvg(Guid id, int panel, BuildStore store, Answers answers, CancellationToken cancel) => Drawn(await PanelsAsync(id, store, answers, cancel), panel, "dam", dxf: false);

    private static async Task<FileContentHttpResult> PanelDxf(Guid id, int panel, BuildStore store, Answers answers, CancellationToken cancel) => Drawn(await PanelsAsync(id, store, answers, cancel), panel, "dam", dxf: true);

    private static async Task<FileContentHttpResult> Pdf(Guid id, BuildStore store, Grounds grounds, CancellationToken cancel, string paper = "A4") => Printed(await TemplatesAsync(id, store, grounds, cancel), "templates", paper);

    private static async Task<FileContentHttpResult> PanelPdf(Guid id, BuildStore store, Answers answers, CancellationToken cancel, string paper = "A4") => Printed(await PanelsAsync(id, store, answers, cancel), "dams", paper);

    private static FileContentHttpResult Drawn((Build Build, IReadOnlyList<Template> Templates) made, int number, string noun, bool dxf)
    {
        var template = made.Templates.FirstOrDefault(one => one.Number == number)
            ?? throw new RefusedException(noun, $"There are {made.Templates.Count} to cut, counted from 1.", RefusalKind.Impossible);
        var name = $"{BuildEndpoints.FileName(made.Build)}-{noun}-{number}";
        return dxf ? TypedResults.File(TemplateDxf.Write(template), "image/vnd.dxf", $"{name}.dxf") : TypedResults.File(TemplateSvg.Write(template), "image/svg+xml", $"{name}.svg");
    }

    private static FileContentHttpResult Printed((Build Build, IReadOnlyList<Template> Templates) made, string noun, string paper)
    {
        var on = Paper.Named(paper);
        return TypedResults.File(TemplatePdf.Write(made.Templates, on), "application/pdf", $"{BuildEndpoints.FileName(made.Build)}-{noun}-{on.Name}.pdf");
    }

    private static async Task<(Build Build, IReadOnlyList<Template> Templates)> PanelsAsync(Guid id, BuildStore store, Answers answers, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var panels = (await answers.OfAsync(build, cancel)).PanelTemplates();
        if (panels.Count == 0) throw new RefusedException("dam", "There is no dam to cut from sheet.", RefusalKind.Impossible);
        return (build, panels);
    }

    private static async Task<(Build Build, IReadOnlyList<Template> Templates)> TemplatesAsync(Guid id, BuildStore store, Grounds grounds, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var foam = (await grounds.CompilerAsync(build, cancel))(MakingPlan.FoamSteps(build.Recipe)).Surface;
        var cut = FoamCut.Of(foam, build.Making.Foam, cancel);
        if (cut.Layers.Count == 0) throw new RefusedException("sheet", "There is no foam to cut: the ground does not rise over the board.", RefusalKind.Impossible);
        return (build, FoamTemplates.Of(build.Name, foam, cut, [.. build.Waters.Select(water => (water.Name, water.WaterlineMm, water.Seed))]));
    }

    private static async Task<Ok<PictureAnswer>> Keep(HttpRequest request, AttachmentStore attachments, CancellationToken cancel)
    {
        var file = await Bodies.ReadAsync(request, cancel);
        if (file.Length == 0) throw new RefusedException("file", "The file is empty.");
        var picture = TracePicture.Read(file);
        return TypedResults.Ok(new PictureAnswer(await attachments.KeepAsync(picture.Jpeg, cancel), picture.WidthPx, picture.HeightPx, picture.TakenOn));
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Picture(string pictureId, HttpResponse response, AttachmentStore attachments, CancellationToken cancel)
    {
        // Only pictures: a grid kept beside them is no business of the browser.
        if (await attachments.FindAsync(pictureId, cancel) is not { } data || !data.AsSpan().StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8]))
            return TypedResults.Problem("That picture is not kept here.", statusCode: StatusCodes.Status404NotFound);

        response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return TypedResults.File(data, "image/jpeg");
    }
}
