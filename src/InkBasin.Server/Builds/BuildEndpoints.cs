using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core;
using InkBasin.Formats;
using InkBasin.Server.Hosting;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace InkBasin.Server.Builds;

/// <summary>A build on the shelf; one whose record cannot be read has its trouble told, and no sizes.</summary>
public sealed record BuildCard(Guid Id, string Name, double Scale, double WidthMm, double DepthMm, IReadOnlyList<string> Waters, DateTimeOffset ChangedAt, DateTimeOffset? BinnedAt, string? Trouble);

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
/// <param name="Build">The build; without its recipe where that ground was said to be there.</param>
/// <param name="Plan">What would follow.</param>
/// <param name="GroundKey">Key of its ground.</param>
public sealed record PreviewAnswer(Build Build, BuildPlan Plan, string GroundKey);

/// <summary>POST /api/builds.</summary>
/// <param name="Name">Name of the scene.</param>
/// <param name="Scale">Scale ratio N of 1:N.</param>
/// <param name="WidthMm">The board's width, mm.</param>
/// <param name="DepthMm">Its depth, mm.</param>
/// <param name="TimeZone">IANA name of the zone by whose clock it goes: the browser knows it.</param>
public sealed record NewBuildRequest(string? Name, double Scale, double WidthMm, double DepthMm, string? TimeZone = null);

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
/// <param name="Have">Key of a ground the browser has: the picture then holds only what differs from it, and a build on the same ground is told without its recipe.</param>
public sealed record PreviewRequest(BuildEdit Edit, string? Have = null);

/// <summary>Builds: the shelf, edits with undo and redo, the plan, the ground's picture.</summary>
internal static class BuildEndpoints
{
    // A log's pictures come with it.
    private const int MostFileBytes = 256 << 20;

    private static readonly JsonSerializerOptions Strokewise = new(StrokesOnce.On(BuildJson.Options)) { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    public static void MapBuilds(this WebApplication app)
    {
        var builds = app.MapGroup("/api/builds").WithTags("builds")
            .ProducesValidationProblem().ProducesProblem(StatusCodes.Status404NotFound).ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        builds.MapGet("/", List);
        builds.MapPost("/", Create);
        builds.MapPost("/import", Import).Accepts<byte[]>(GroundPicture.ContentType, "application/zip", "application/json").WithMetadata(new RequestSizeLimitAttribute(MostFileBytes));
        builds.MapGet("/{id:guid}", Get).Produces<BuildAnswer>();
        builds.MapGet("/{id:guid}/file", File).Produces<byte[]>(contentType: "application/zip");
        builds.MapGet("/{id:guid}/undo-list", UndoList);
        builds.MapPost("/{id:guid}/edits", Edit).Produces<BuildAnswer>().ProducesProblem(StatusCodes.Status409Conflict);
        builds.MapPost("/{id:guid}/undo", Undo).Produces<BuildAnswer>().ProducesProblem(StatusCodes.Status409Conflict);
        builds.MapPost("/{id:guid}/redo", Redo).Produces<BuildAnswer>().ProducesProblem(StatusCodes.Status409Conflict);
        builds.MapPost("/{id:guid}/preview", Preview).Produces<PreviewAnswer>();
        builds.MapPost("/{id:guid}/copy", Copy);
        builds.MapPost("/{id:guid}/restore", Restore);
        builds.MapDelete("/{id:guid}", Bin);
        builds.MapGround();
        builds.MapMaking();
        builds.MapPour();
        builds.MapWaterStage();
        builds.MapBeforePour();
        builds.MapDays();
        builds.MapLog();
        builds.MapPapers();
    }

    private static async Task<Ok<IReadOnlyList<BuildCard>>> List(BuildStore store, CancellationToken cancel, bool binned = false) =>
        TypedResults.Ok<IReadOnlyList<BuildCard>>([.. (await store.ListAsync(binned, cancel)).Select(Card)]);

    private static async Task<Created<BuildCard>> Create(NewBuildRequest request, BuildStore store, Answers answers, CancellationToken cancel)
    {
        var board = new Board(request.WidthMm, request.DepthMm, CellFor(request.WidthMm, request.DepthMm));
        var build = new Build
        {
            Name = Require.Name(request.Name, "name"),
            Scale = request.Scale,
            TimeZone = request.TimeZone,
            Board = board,
            Recipe = [new FoamSheet { Id = "foam", Name = "Foam sheet", ThicknessMm = 25 }],
        };
        await ProveAsync(build, answers, cancel);
        return Made(await store.CreateAsync(build, cancel: cancel));
    }

    // With its own id where nothing here bears it, so that builds that name it find it; as a copy under a name and an id of its own.
    private static async Task<Created<BuildCard>> Import(
        HttpRequest request, BuildStore store, Answers answers, AttachmentStore attachments, ShelfStore shelf, CancellationToken cancel, bool copy = false)
    {
        var document = BuildZip.Read(await Bodies.ReadAsync(request, cancel));
        await attachments.KeepAllAsync(document.Attachments, cancel);
        return Made(await store.TakeInAsync(document, copy, shelf, (build, stores) => ProveAsync(build, answers.On(stores), cancel), cancel));
    }

    // Planned before it is kept: what stands on the shelf can be opened.
    private static async Task ProveAsync(Build build, Answers answers, CancellationToken cancel)
    {
        build.Check();
        (await answers.OfAsync(build, cancel)).Plan();
    }

    private static Created<BuildCard> Made(StoredBuild made) => TypedResults.Created($"/api/builds/{made.Id}", Card(made));

    private static async Task<JsonHttpResult<BuildAnswer>> Get(Guid id, BuildStore store, Grounds grounds, Answers answers, CancellationToken cancel)
    {
        var stored = await store.GetAsync(id, cancel);
        return Said(Answered(stored, await PlannedAsync(stored.Build, grounds, answers, cancel)));
    }

    private static async Task<Ok<UndoList>> UndoList(Guid id, BuildStore store, CancellationToken cancel) => TypedResults.Ok(await store.UndoListAsync(id, cancel));

    private static async Task<FileContentHttpResult> File(Guid id, BuildStore store, AttachmentStore attachments, ShelfStore shelf, TimeProvider time, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var file = BuildZip.Write(
            id, build, DateOnly.FromDateTime(time.GetLocalNow().Date), await attachments.OfAsync(build, cancel), await shelf.SheetsOfAsync(build, cancel), await shelf.TintsOfAsync(build, cancel));
        return TypedResults.File(file, "application/zip", $"{FileName(build)}.build.zip");
    }

    /// <summary>A build's name as a file's: letters and figures of any script, with the marks that go with them; all else is a dash.</summary>
    public static string FileName(Build build) => string.Concat(build.Name.EnumerateRunes().Select(one => IsOfWord(one) ? Rune.ToLowerInvariant(one).ToString() : "-"));

    private static bool IsOfWord(Rune one) => Rune.IsLetterOrDigit(one) || Rune.GetUnicodeCategory(one) is UnicodeCategory.NonSpacingMark or UnicodeCategory.SpacingCombiningMark;

    private static async Task<JsonHttpResult<BuildAnswer>> Edit(Guid id, EditRequest request, BuildStore store, Grounds grounds, Answers answers, TimeProvider time, CancellationToken cancel)
    {
        Planned? planned = null;
        var stored = await store.EditAsync(
            id,
            request.Version,
            request.Edit,
            request.Mark,
            async (before, after) =>
            {
                await BeforePourEndpoints.GateAsync(before, after, answers, time, cancel);

                // Planned before it is kept: what cannot be planned is not written down.
                planned = await PlannedAsync(after, grounds, answers, cancel);
            },
            cancel);
        return Said(Answered(stored, planned is { } ready && ReferenceEquals(ready.Build, stored.Build) ? ready : await PlannedAsync(stored.Build, grounds, answers, cancel)));
    }

    private static async Task<JsonHttpResult<BuildAnswer>> Undo(Guid id, VersionRequest request, BuildStore store, Grounds grounds, Answers answers, CancellationToken cancel)
    {
        var stored = await store.UndoAsync(id, request.Version, request.Mark, cancel);
        return Said(Answered(stored, await PlannedAsync(stored.Build, grounds, answers, cancel)));
    }

    private static async Task<JsonHttpResult<BuildAnswer>> Redo(Guid id, VersionRequest request, BuildStore store, Grounds grounds, Answers answers, CancellationToken cancel)
    {
        var stored = await store.RedoAsync(id, request.Version, request.Mark, cancel);
        return Said(Answered(stored, await PlannedAsync(stored.Build, grounds, answers, cancel)));
    }

    private static async Task<JsonHttpResult<PreviewAnswer>> Preview(Guid id, PreviewRequest request, BuildStore store, Grounds grounds, Answers answers, CancellationToken cancel)
    {
        var planned = await PlannedAsync(request.Edit.Apply((await store.GetAsync(id, cancel)).Build).After, grounds, answers, cancel);
        // The recipe may be most of a build: whoever has its ground has it too.
        var build = request.Have == planned.Key ? planned.Build with { Recipe = [] } : planned.Build;
        return Said(new PreviewAnswer(build, planned.Plan, planned.Key));
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

    private static JsonHttpResult<T> Said<T>(T answer) => TypedResults.Json(answer, Strokewise);

    private sealed record Planned(Build Build, BuildPlan Plan, string Key);

    private static async Task<Planned> PlannedAsync(Build build, Grounds grounds, Answers answers, CancellationToken cancel)
    {
        var key = GroundCache.KeyOf(build);
        return new Planned(build, answers.OnGround(build, await grounds.OfAsync(build, key, cancel), cancel).Plan(), key);
    }

    private static BuildAnswer Answered(StoredBuild stored, Planned planned) =>
        new(stored.Id, stored.Version, stored.Build, planned.Plan, planned.Key, stored.UndoLabel, stored.RedoLabel, stored.ChangedAt);

    private static BuildCard Card(StoredBuild stored) => Card(new ShelvedBuild(stored.Id, stored.Build.Name, stored.Build, stored.ChangedAt, stored.BinnedAt, stored.Version));

    private static BuildCard Card(ShelvedBuild shelved) => new(
        shelved.Id,
        shelved.Name,
        shelved.Build?.Scale ?? 0,
        shelved.Build?.Board.WidthMm ?? 0,
        shelved.Build?.Board.DepthMm ?? 0,
        [.. shelved.Build?.Waters.Select(water => water.Name) ?? []],
        shelved.ChangedAt,
        shelved.BinnedAt,
        shelved.Build is null ? "Its record cannot be read. It is kept as it is." : null);

    // 1 mm on a small board, more on a large one, so that a new build has some tens of thousands of cells.
    private static double CellFor(double widthMm, double depthMm) => Math.Max(widthMm, depthMm) switch
    {
        <= 200 => 1,
        <= 1000 => 2,
        <= 2000 => 4,
        _ => 5,
    };
}
