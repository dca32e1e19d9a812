using InkBasin.Core;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Water;
using InkBasin.Formats;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Builds;

/// <summary>A build on the shelf.</summary>
public sealed record BuildCard(Guid Id, string Name, double Scale, double WidthMm, double DepthMm, IReadOnlyList<string> Waters, DateTimeOffset ChangedAt, DateTimeOffset? BinnedAt);

/// <summary>A build with all that follows from it.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Version">To be named with the next change.</param>
/// <param name="Build">What the maker decided.</param>
/// <param name="Plan">What follows.</param>
/// <param name="GroundKey">Changes exactly when the ground does.</param>
/// <param name="UndoLabel">What undo would take back.</param>
/// <param name="RedoLabel">What redo would do again.</param>
/// <param name="ChangedAt">When it was last changed.</param>
public sealed record BuildAnswer(
    Guid Id,
    int Version,
    Build Build,
    BuildPlan Plan,
    string GroundKey,
    string? UndoLabel,
    string? RedoLabel,
    DateTimeOffset ChangedAt);

/// <summary>A plan of a build as it would be.</summary>
public sealed record PreviewAnswer(Build Build, BuildPlan Plan, string GroundKey);

/// <summary>A first waterline for a water put at a place, mm over the board.</summary>
public sealed record WaterlineAnswer(double WaterlineMm);

/// <summary>POST /api/builds.</summary>
public sealed record NewBuildRequest(string? Name, double Scale, double WidthMm, double DepthMm);

/// <summary>A change, with the version its writer saw.</summary>
public sealed record EditRequest(int Version, BuildEdit Edit);

/// <summary>Undo or redo, with the version its writer saw.</summary>
public sealed record VersionRequest(int Version);

/// <summary>A change that is only tried.</summary>
/// <param name="Edit">The change.</param>
/// <param name="Have">Key of a ground the browser has: the picture then holds only what differs from it.</param>
public sealed record PreviewRequest(BuildEdit Edit, string? Have = null);

/// <summary>Builds: the shelf, edits with undo and redo, the plan, the ground's picture.</summary>
internal static class BuildEndpoints
{
    public static void MapBuilds(this WebApplication app)
    {
        var builds = app.MapGroup("/api/builds").WithTags("builds")
            .ProducesValidationProblem().ProducesProblem(StatusCodes.Status404NotFound).ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        builds.MapGet("/", List);
        builds.MapPost("/", Create);
        builds.MapPost("/import", Import).Accepts<BuildDocument>("application/json");
        builds.MapGet("/{id:guid}", Get);
        builds.MapGet("/{id:guid}/file", File);
        builds.MapGet("/{id:guid}/ground.{format}", GroundFile).Produces<byte[]>(contentType: GroundPicture.ContentType);
        builds.MapGet("/{id:guid}/ground", Ground).Produces<byte[]>(contentType: GroundPicture.ContentType);
        builds.MapGet("/{id:guid}/waterline", Waterline);
        builds.MapPost("/{id:guid}/edits", Edit).ProducesProblem(StatusCodes.Status409Conflict);
        builds.MapPost("/{id:guid}/undo", Undo).ProducesProblem(StatusCodes.Status409Conflict);
        builds.MapPost("/{id:guid}/redo", Redo).ProducesProblem(StatusCodes.Status409Conflict);
        builds.MapPost("/{id:guid}/preview", Preview);
        builds.MapPost("/{id:guid}/preview/ground", PreviewGround).Produces<byte[]>(contentType: GroundPicture.ContentType);
        builds.MapPost("/{id:guid}/copy", Copy);
        builds.MapPost("/{id:guid}/restore", Restore);
        builds.MapDelete("/{id:guid}", Bin);
    }

    private static async Task<Ok<IReadOnlyList<BuildCard>>> List(BuildStore store, CancellationToken cancel, bool binned = false) =>
        TypedResults.Ok<IReadOnlyList<BuildCard>>([.. (await store.ListAsync(binned, cancel)).Select(Card)]);

    private static async Task<Created<BuildCard>> Create(NewBuildRequest request, BuildStore store, CancellationToken cancel)
    {
        var board = new Board(request.WidthMm, request.DepthMm, CellFor(request.WidthMm, request.DepthMm));
        var made = await store.CreateAsync(
            new Build
            {
                Name = Require.Name(request.Name, "name"),
                Scale = request.Scale,
                Board = board,
                Recipe = [new FoamSheet { Id = "foam", Name = "Foam sheet", ThicknessMm = 25 }],
            },
            cancel);
        return TypedResults.Created($"/api/builds/{made.Id}", Card(made));
    }

    private static async Task<Created<BuildCard>> Import(HttpRequest request, BuildStore store, CancellationToken cancel)
    {
        using var body = new MemoryStream();
        await request.Body.CopyToAsync(body, cancel);
        var made = await store.CreateAsync(BuildFile.Read(body.ToArray()).Build, cancel);
        return TypedResults.Created($"/api/builds/{made.Id}", Card(made));
    }

    private static async Task<Ok<BuildAnswer>> Get(Guid id, BuildStore store, GroundCache grounds, Core.Plan.Stores stores, CancellationToken cancel) =>
        TypedResults.Ok(Answer(await store.GetAsync(id, cancel), grounds, stores, cancel));

    private static async Task<FileContentHttpResult> File(Guid id, BuildStore store, TimeProvider time, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        return TypedResults.File(BuildFile.Write(build, DateOnly.FromDateTime(time.GetLocalNow().Date)), "application/json", $"{FileName(build)}.build.json");
    }

    private static async Task<FileContentHttpResult> GroundFile(Guid id, string format, BuildStore store, GroundCache grounds, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var field = grounds.Of(build).Surface;
        var (file, type) = format switch
        {
            "asc" => (AsciiGrid.Write(field), "text/plain"),
            "png" => (GreyPicture.Write(field), "image/png"),
            "stl" => (GroundBody.Of(field, build.Board.ThicknessMm).ToStl(), "model/stl"),
            "obj" => (GroundBody.Of(field, build.Board.ThicknessMm).ToObj(), "model/obj"),
            _ => throw new RefusedException("format", "Ground goes out as asc, png, stl or obj."),
        };
        return TypedResults.File(file, type, $"{FileName(build)}.{format}");
    }

    private static string FileName(Build build) =>
        string.Concat(build.Name.Select(c => char.IsAsciiLetterOrDigit(c) ? char.ToLowerInvariant(c) : '-'));

    private static async Task<FileContentHttpResult> Ground(Guid id, BuildStore store, GroundCache grounds, CancellationToken cancel, string? have = null) =>
        Picture(grounds, (await store.GetAsync(id, cancel)).Build, have);

    private static async Task<Ok<WaterlineAnswer>> Waterline(Guid id, double xMm, double yMm, BuildStore store, GroundCache grounds, CancellationToken cancel)
    {
        var field = grounds.Of((await store.GetAsync(id, cancel)).Build).Surface;
        return TypedResults.Ok(new WaterlineAnswer(WaterlineProposal.Of(field, new PointMm(xMm, yMm), Planner.DimpleMm)));
    }

    private static async Task<Ok<BuildAnswer>> Edit(Guid id, EditRequest request, BuildStore store, GroundCache grounds, Core.Plan.Stores stores, CancellationToken cancel) =>
        TypedResults.Ok(Answer(await store.EditAsync(id, request.Version, request.Edit, cancel), grounds, stores, cancel));

    private static async Task<Ok<BuildAnswer>> Undo(Guid id, VersionRequest request, BuildStore store, GroundCache grounds, Core.Plan.Stores stores, CancellationToken cancel) =>
        TypedResults.Ok(Answer(await store.UndoAsync(id, request.Version, cancel), grounds, stores, cancel));

    private static async Task<Ok<BuildAnswer>> Redo(Guid id, VersionRequest request, BuildStore store, GroundCache grounds, Core.Plan.Stores stores, CancellationToken cancel) =>
        TypedResults.Ok(Answer(await store.RedoAsync(id, request.Version, cancel), grounds, stores, cancel));

    private static async Task<Ok<PreviewAnswer>> Preview(Guid id, PreviewRequest request, BuildStore store, GroundCache grounds, Core.Plan.Stores stores, CancellationToken cancel)
    {
        var build = request.Edit.Apply((await store.GetAsync(id, cancel)).Build).After;
        var key = GroundCache.KeyOf(build);
        return TypedResults.Ok(new PreviewAnswer(build, Planner.Plan(build, grounds.Of(build, key), stores, cancel), key));
    }

    private static async Task<FileContentHttpResult> PreviewGround(Guid id, PreviewRequest request, BuildStore store, GroundCache grounds, CancellationToken cancel) =>
        Picture(grounds, request.Edit.Apply((await store.GetAsync(id, cancel)).Build).After, request.Have);

    private static async Task<Created<BuildCard>> Copy(Guid id, BuildStore store, CancellationToken cancel)
    {
        var made = await store.CopyAsync(id, cancel);
        return TypedResults.Created($"/api/builds/{made.Id}", Card(made));
    }

    private static async Task<Ok<BuildCard>> Bin(Guid id, BuildStore store, CancellationToken cancel) =>
        TypedResults.Ok(Card(await store.BinAsync(id, binned: true, cancel)));

    private static async Task<Ok<BuildCard>> Restore(Guid id, BuildStore store, CancellationToken cancel) =>
        TypedResults.Ok(Card(await store.BinAsync(id, binned: false, cancel)));

    private static BuildAnswer Answer(StoredBuild stored, GroundCache grounds, Core.Plan.Stores stores, CancellationToken cancel)
    {
        var key = GroundCache.KeyOf(stored.Build);
        var plan = Planner.Plan(stored.Build, grounds.Of(stored.Build, key), stores, cancel);
        return new BuildAnswer(stored.Id, stored.Version, stored.Build, plan, key, stored.UndoLabel, stored.RedoLabel, stored.ChangedAt);
    }

    private static BuildCard Card(StoredBuild stored) => new(
        stored.Id,
        stored.Build.Name,
        stored.Build.Scale,
        stored.Build.Board.WidthMm,
        stored.Build.Board.DepthMm,
        [.. stored.Build.Waters.Select(water => water.Name)],
        stored.ChangedAt,
        stored.BinnedAt);

    // A picture against a ground that is not kept any more is the whole picture: the browser sees that by its box.
    private static FileContentHttpResult Picture(GroundCache grounds, Build build, string? have) =>
        TypedResults.File(GroundPicture.Write(grounds.Of(build), have is null ? null : grounds.Find(have)), GroundPicture.ContentType);

    // 1 mm on a small board, more on a large one, so that a new build has some tens of thousands of cells.
    private static double CellFor(double widthMm, double depthMm) => Math.Max(widthMm, depthMm) switch
    {
        <= 200 => 1,
        <= 1000 => 2,
        <= 2000 => 4,
        _ => 5,
    };
}
