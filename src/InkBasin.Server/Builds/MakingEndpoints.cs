using InkBasin.Core.Builds;
using InkBasin.Core.Foam;
using InkBasin.Core.Materials;
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
        builds.MapGet("/{id:guid}/templates.pdf", Pdf).Produces<byte[]>(contentType: "application/pdf");
    }

    public static void MapPictures(this WebApplication app)
    {
        var pictures = app.MapGroup("/api/pictures").WithTags("pictures").ProducesValidationProblem();
        pictures.MapPost("/", Keep).Accepts<byte[]>(GroundPicture.ContentType);
        pictures.MapGet("/{pictureId}", Picture).Produces<byte[]>(contentType: "image/jpeg");
    }

    private static async Task<Ok<MakingPlan>> Making(Guid id, BuildStore store, Grounds grounds, Answers answers, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        return TypedResults.Ok((await answers.OfAsync(build, cancel)).Making(await grounds.CompilerAsync(build, cancel)));
    }

    private static async Task<FileContentHttpResult> Svg(Guid id, int sheet, BuildStore store, Grounds grounds, CancellationToken cancel)
    {
        var (build, templates) = await TemplatesAsync(id, store, grounds, cancel);
        var template = templates.FirstOrDefault(t => t.Number == sheet)
            ?? throw new RefusedException("sheet", $"The stack has {templates.Count} sheets.", RefusalKind.Impossible);
        return TypedResults.File(TemplateSvg.Write(template), "image/svg+xml", $"{BuildEndpoints.FileName(build)}-sheet-{sheet}.svg");
    }

    private static async Task<FileContentHttpResult> Pdf(Guid id, BuildStore store, Grounds grounds, CancellationToken cancel, string paper = "A4")
    {
        var on = Paper.Named(paper);
        var (build, templates) = await TemplatesAsync(id, store, grounds, cancel);
        return TypedResults.File(TemplatePdf.Write(templates, on), "application/pdf", $"{BuildEndpoints.FileName(build)}-templates-{on.Name}.pdf");
    }

    private static async Task<(Build Build, IReadOnlyList<Template> Templates)> TemplatesAsync(Guid id, BuildStore store, Grounds grounds, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var foam = (await grounds.CompilerAsync(build, cancel))(MakingPlan.FoamSteps(build.Recipe)).Surface;
        var cut = FoamCut.Of(foam, build.Making.Foam, cancel);
        if (cut.Layers.Count == 0) throw new RefusedException("sheet", "There is no foam to cut: the ground does not rise over the board.", RefusalKind.Impossible);
        return (build, Template.Of(build.Name, foam, cut, [.. build.Waters.Select(water => (water.Name, water.WaterlineMm, water.Seed))]));
    }

    private static async Task<Ok<PictureAnswer>> Keep(HttpRequest request, AttachmentStore attachments, CancellationToken cancel)
    {
        var file = await Bodies.ReadAsync(request, cancel);
        if (file.Length == 0) throw new RefusedException("file", "The file is empty.");
        var picture = TracePicture.Read(file);
        return TypedResults.Ok(new PictureAnswer(await attachments.KeepAsync(picture.Jpeg, cancel), picture.WidthPx, picture.HeightPx, picture.TakenOn));
    }

    private static async Task<Results<FileContentHttpResult, NotFound>> Picture(string pictureId, HttpResponse response, AttachmentStore attachments, CancellationToken cancel)
    {
        // Only pictures: a grid kept beside them is no business of the browser.
        if (await attachments.FindAsync(pictureId, cancel) is not { } data || !data.AsSpan().StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8])) return TypedResults.NotFound();
        response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return TypedResults.File(data, "image/jpeg");
    }
}
