using InkBasin.Core;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Formats;
using InkBasin.Server.Hosting;
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

/// <summary>POST /api/builds.</summary>
public sealed record NewBuildRequest(string? Name, double Scale, double WidthMm, double DepthMm);

/// <summary>A change, with the version its writer saw.</summary>
/// <param name="Version">The version.</param>
/// <param name="Edit">The change.</param>
/// <param name="Mark">The writer's own mark for this request, at most 64 characters: sent again with the same one, it is not made twice.</param>
public sealed record EditRequest(int Version, BuildEdit Edit, string? Mark = null);

/// <summary>Undo or redo, with the version its writer saw.</summary>
/// <param name="Version">The version.</param>
/// <param name="Mark">As for an edit.</param>
public sealed record VersionRequest(int Version, string? Mark = null);

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
        builds.MapPost("/{id:guid}/edits", Edit).ProducesProblem(StatusCodes.Status409Conflict);
        builds.MapPost("/{id:guid}/undo", Undo).ProducesProblem(StatusCodes.Status409Conflict);
        builds.MapPost("/{id:guid}/redo", Redo).ProducesProblem(StatusCodes.Status409Conflict);
        builds.MapPost("/{id:guid}/preview", Preview);
        builds.MapPost("/{id:guid}/copy", Copy);
        builds.MapPost("/{id:guid}/restore", Restore);
        builds.MapDelete("/{id:guid}", Bin);
        builds.MapGround();
        builds.MapMaking();
        builds.MapPour();
        builds.MapWaterStage();
        builds.MapBeforePour();
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

    private static async Task<Created<BuildCard>> Import(HttpRequest request, BuildStore store, AttachmentStore attachments, ShelfStore shelf, CancellationToken cancel)
    {
        var document = BuildFile.Read(await Bodies.ReadAsync(request, cancel));
        await shelf.KeepMissingAsync(document.Labels, cancel);
        await attachments.KeepAllAsync(document.Attachments, cancel);
        var made = await store.CreateAsync(document.Build, cancel);
        return TypedResults.Created($"/api/builds/{made.Id}", Card(made));
    }

    private static async Task<Ok<BuildAnswer>> Get(Guid id, BuildStore store, Grounds grounds, Core.Plan.Stores stores, CancellationToken cancel) =>
        TypedResults.Ok(await AnswerAsync(await store.GetAsync(id, cancel), grounds, stores, cancel));

    private static async Task<FileContentHttpResult> File(Guid id, BuildStore store, AttachmentStore attachments, ShelfStore shelf, TimeProvider time, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var file = BuildFile.Write(build, DateOnly.FromDateTime(time.GetLocalNow().Date), await attachments.OfAsync(build, cancel), await shelf.LabelsOfAsync(build, cancel));
        return TypedResults.File(file, "application/json", $"{FileName(build)}.build.json");
    }

    /// <summary>A build's name as a file's.</summary>
    public static string FileName(Build build) =>
        string.Concat(build.Name.Select(c => char.IsAsciiLetterOrDigit(c) ? char.ToLowerInvariant(c) : '-'));

    private static async Task<Ok<BuildAnswer>> Edit(Guid id, EditRequest request, BuildStore store, Grounds grounds, Core.Plan.Stores stores, TimeProvider time, CancellationToken cancel)
    {
        await BeforePourEndpoints.GateAsync(id, request, store, grounds, stores, time, cancel);
        return TypedResults.Ok(await AnswerAsync(await store.EditAsync(id, request.Version, request.Edit, request.Mark, cancel), grounds, stores, cancel));
    }

    private static async Task<Ok<BuildAnswer>> Undo(Guid id, VersionRequest request, BuildStore store, Grounds grounds, Core.Plan.Stores stores, CancellationToken cancel) =>
        TypedResults.Ok(await AnswerAsync(await store.UndoAsync(id, request.Version, request.Mark, cancel), grounds, stores, cancel));

    private static async Task<Ok<BuildAnswer>> Redo(Guid id, VersionRequest request, BuildStore store, Grounds grounds, Core.Plan.Stores stores, CancellationToken cancel) =>
        TypedResults.Ok(await AnswerAsync(await store.RedoAsync(id, request.Version, request.Mark, cancel), grounds, stores, cancel));

    private static async Task<Ok<PreviewAnswer>> Preview(Guid id, PreviewRequest request, BuildStore store, Grounds grounds, Core.Plan.Stores stores, CancellationToken cancel)
    {
        var build = request.Edit.Apply((await store.GetAsync(id, cancel)).Build).After;
        var key = GroundCache.KeyOf(build);
        return TypedResults.Ok(new PreviewAnswer(build, Planner.Plan(build, await grounds.OfAsync(build, key, cancel), stores, cancel), key));
    }

    private static async Task<Created<BuildCard>> Copy(Guid id, BuildStore store, CancellationToken cancel)
    {
        var made = await store.CopyAsync(id, cancel);
        return TypedResults.Created($"/api/builds/{made.Id}", Card(made));
    }

    private static async Task<Ok<BuildCard>> Bin(Guid id, BuildStore store, CancellationToken cancel) =>
        TypedResults.Ok(Card(await store.BinAsync(id, binned: true, cancel)));

    private static async Task<Ok<BuildCard>> Restore(Guid id, BuildStore store, CancellationToken cancel) =>
        TypedResults.Ok(Card(await store.BinAsync(id, binned: false, cancel)));

    private static async Task<BuildAnswer> AnswerAsync(StoredBuild stored, Grounds grounds, Core.Plan.Stores stores, CancellationToken cancel)
    {
        var key = GroundCache.KeyOf(stored.Build);
        var plan = Planner.Plan(stored.Build, await grounds.OfAsync(stored.Build, key, cancel), stores, cancel);
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

    // 1 mm on a small board, more on a large one, so that a new build has some tens of thousands of cells.
    private static double CellFor(double widthMm, double depthMm) => Math.Max(widthMm, depthMm) switch
    {
        <= 200 => 1,
        <= 1000 => 2,
        <= 2000 => 4,
        _ => 5,
    };
}
