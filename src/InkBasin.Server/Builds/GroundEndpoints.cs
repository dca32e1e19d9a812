using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Joints;
using InkBasin.Core.Plan;
using InkBasin.Core.Sight;
using InkBasin.Core.Water;
using InkBasin.Core;
using InkBasin.Formats;
using InkBasin.Server.Hosting;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Builds;

/// <summary>A first waterline for a water put at a place, mm over the board.</summary>
public sealed record WaterlineAnswer(double WaterlineMm);

/// <summary>Heights read from a file, and the step that would lay them down.</summary>
/// <param name="Columns">Cells from left to right.</param>
/// <param name="Rows">Cells from back to front.</param>
/// <param name="CellMm">What a cell takes on the board, mm.</param>
/// <param name="WidthMm">What all of it takes, mm.</param>
/// <param name="DepthMm">What all of it takes, mm.</param>
/// <param name="ReliefMm">Lowest to highest on the board, mm.</param>
/// <param name="Holes">Cells without a height: the ground there stays as it is.</param>
/// <param name="Step">The step, at true scale in the middle of the board.</param>
public sealed record ReadGridAnswer(int Columns, int Rows, double CellMm, double WidthMm, double DepthMm, double ReliefMm, int Holes, ExistingGround Step);

/// <summary>Where an eye is and which peak it looks for.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Eye">Where the eye is; may be off the board.</param>
/// <param name="EyeM">Its height at full size over where it stands, m: 1.6 for a person.</param>
/// <param name="Peak">The peak; null takes the highest ground.</param>
public sealed record LookRequest(string WaterId, PointMm Eye, double EyeM, PointMm? Peak = null);

/// <summary>What the eye sees.</summary>
/// <param name="View">What is mirrored.</param>
/// <param name="Peak">The peak it looks for.</param>
/// <param name="Notice">What it comes to, in words.</param>
public sealed record LookAnswer(MirrorView View, PointMm Peak, Notice Notice);

/// <summary>A joint with another section.</summary>
/// <param name="Neighbour">How they meet.</param>
/// <param name="Joint">How they lie against each other.</param>
public sealed record JointAnswer(Neighbour Neighbour, Answer<Joint> Joint);

/// <summary>The ground of a build: its picture, files in and out, sights and joints.</summary>
internal static partial class GroundEndpoints
{
    public static void MapGround(this RouteGroupBuilder builds)
    {
        builds.MapGet("/{id:guid}/ground.{format}", GroundFile).Produces<byte[]>(contentType: GroundPicture.ContentType);
        builds.MapGet("/{id:guid}/ground", Ground).Produces<byte[]>(contentType: GroundPicture.ContentType);
        builds.MapPost("/{id:guid}/preview/ground", PreviewGround).Produces<byte[]>(contentType: GroundPicture.ContentType);
        builds.MapGet("/{id:guid}/waterline", Waterline);
        builds.MapPost("/{id:guid}/grids", ReadGrid).Accepts<byte[]>(GroundPicture.ContentType);
        builds.MapPost("/{id:guid}/mirror", LookInto);
        builds.MapGet("/{id:guid}/joints", Joints);
    }

    private static async Task<FileContentHttpResult> GroundFile(Guid id, string format, BuildStore store, Grounds grounds, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var field = (await grounds.OfAsync(build, cancel)).Surface;
        var (file, type) = format switch
        {
            "asc" => (AsciiGrid.Write(field), "text/plain"),
            "png" => (GreyPicture.Write(field), "image/png"),
            "stl" => (GroundBody.Of(field, build.Board.ThicknessMm).ToStl(), "model/stl"),
            "obj" => (GroundBody.Of(field, build.Board.ThicknessMm).ToObj(), "model/obj"),
            _ => throw new RefusedException("format", "Ground goes out as asc, png, stl or obj."),
        };
        return TypedResults.File(file, type, $"{BuildEndpoints.FileName(build)}.{format}");
    }

    private static async Task<FileContentHttpResult> Ground(Guid id, BuildStore store, Grounds grounds, CancellationToken cancel, string? have = null) =>
        await PictureAsync(grounds, (await store.GetAsync(id, cancel)).Build, have, cancel);

    private static async Task<FileContentHttpResult> PreviewGround(Guid id, PreviewRequest request, BuildStore store, Grounds grounds, CancellationToken cancel) =>
        await PictureAsync(grounds, request.Edit.Apply((await store.GetAsync(id, cancel)).Build).After, request.Have, cancel);

    private static async Task<Ok<WaterlineAnswer>> Waterline(Guid id, double xMm, double yMm, BuildStore store, Grounds grounds, CancellationToken cancel)
    {
        var field = (await grounds.OfAsync((await store.GetAsync(id, cancel)).Build, cancel)).Surface;
        return TypedResults.Ok(new WaterlineAnswer(WaterlineProposal.Of(field, new PointMm(xMm, yMm), BuildAnswers.DimpleMm)));
    }

    // Keeps the heights but changes no build: the step is laid down by an edit of its own, which can be undone.
    private static async Task<Ok<ReadGridAnswer>> ReadGrid(
        Guid id,
        string format,
        string length,
        HttpRequest request,
        BuildStore store,
        AttachmentStore attachments,
        CancellationToken cancel,
        double? low = null,
        double? high = null,
        double? cell = null)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var mmPerLength = length switch
        {
            "m" => 1000 / build.Scale,
            "mm" => 1.0,
            _ => throw new RefusedException("length", "Lengths in the file are in m (of the real place) or mm (on the model)."),
        };
        var file = await Bodies.ReadAsync(request, cancel);
        if (file.Length == 0) throw new RefusedException("file", "The file is empty.");
        var grid = format switch
        {
            "asc" => AsciiGrid.Read(file),
            "png" => GreyPicture.Read(file, low, high, cell),
            "stl" => ScannedBody.Read(file, cell ?? build.Board.CellMm / mmPerLength),
            _ => throw new RefusedException("format", "Ground comes in as asc, png or stl."),
        };
        var gridId = BuildZip.IdOf(PackedGrid.Write(grid));
        var step = ExistingGround.Proposed(gridId, grid, build.Board, mmPerLength, real: length == "m");
        await attachments.KeepAsync(grid, cancel);
        var (width, depth) = step.Lies(grid);
        return TypedResults.Ok(new ReadGridAnswer(
            grid.Columns, grid.Rows, step.CellMm(grid), width, depth, ((double)grid.Highest - grid.Lowest) * mmPerLength, grid.Holes, step));
    }

    private static async Task<Ok<LookAnswer>> LookInto(Guid id, LookRequest request, BuildStore store, Grounds grounds, CancellationToken cancel)
    {
        var build = (await store.GetAsync(id, cancel)).Build;
        var water = build.Waters.FirstOrDefault(w => w.Id == request.WaterId)
            ?? throw new RefusedException("waterId", "That water is not there any more.", RefusalKind.Impossible);
        Require.Within(request.EyeM, 0.05, 500, "eyeM");
        request.Eye.Check("eye");
        var field = (await grounds.OfAsync(build, cancel)).Surface;
        var stands = field.CellAt(request.Eye) is >= 0 and var foot ? Math.Max(field.HeightsMm[foot], water.WaterlineMm) : water.WaterlineMm;
        var peak = request.Peak ?? field.CentreOf(Array.IndexOf(field.HeightsMm, field.HeightsMm.Max()));
        var region = WetRegion.Flood(field, field.CellAt(water.Seed), water.WaterlineMm, cancel);
        var view = MirrorView.Look(region, request.Eye, stands + (request.EyeM * 1000 / build.Scale), peak, cancel);
        return TypedResults.Ok(new LookAnswer(view, peak, MirrorNotices.Of(view, water.Name)));
    }

    private static async Task<Ok<IReadOnlyList<JointAnswer>>> Joints(Guid id, BuildStore store, Answers answers, ILogger<JointAnswer> logger, CancellationToken cancel)
    {
        var mine = (await store.GetAsync(id, cancel)).Build;
        var here = await SectionAsync(mine, answers, cancel);
        var joints = new List<JointAnswer>();
        foreach (var neighbour in mine.Neighbours)
        {
            try
            {
                var theirs = await SectionAsync((await store.GetAsync(neighbour.BuildId, cancel)).Build, answers, cancel);
                joints.Add(new JointAnswer(neighbour, Answer.Of(() => Joint.Of(neighbour, here, theirs))));
            }
            catch (Exception missing) when (missing is BuildNotFoundException or StoredDataException or RefusedException)
            {
                // The other section is gone from the shelf, or has no ground: told at its joint, and the others are laid all the same.
                if (missing is StoredDataException) LogUnreadable(logger, neighbour.BuildId, missing);
                joints.Add(new JointAnswer(neighbour, Answer.Stopped<Joint>(missing.Message)));
            }
        }

        return TypedResults.Ok<IReadOnlyList<JointAnswer>>(joints);
    }

    private static async Task<Section> SectionAsync(Build build, Answers answers, CancellationToken cancel)
    {
        var all = await answers.OfAsync(build, cancel);
        return new Section(build.Name, build.Scale, all.Surface, all.Standing);
    }

    // A picture against a ground that is not kept any more is the whole picture: the browser sees that by its box.
    private static async Task<FileContentHttpResult> PictureAsync(Grounds grounds, Build build, string? have, CancellationToken cancel) =>
        TypedResults.File(GroundPicture.Write(await grounds.OfAsync(build, cancel), have is null ? null : grounds.Find(have)), GroundPicture.ContentType);

    [LoggerMessage(Level = LogLevel.Error, Message = "Build {Id} cannot be read, nor laid against its neighbour")]
    private static partial void LogUnreadable(ILogger logger, Guid id, Exception broken);
}
