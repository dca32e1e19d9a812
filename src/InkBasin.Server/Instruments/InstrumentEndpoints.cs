using InkBasin.Core;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Instruments;

/// <summary>An instrument at hand.</summary>
/// <param name="Id">Identity in the routes.</param>
/// <param name="Name">What it is called.</param>
/// <param name="IsSimulated">True for a stand-in.</param>
/// <param name="IsPlayed">Whether it is played by hand.</param>
public sealed record InstrumentCard(string Id, string Name, bool IsSimulated, bool IsPlayed);

/// <summary>POST /api/instruments/laser-level/turn: raises its line by so much, mm.</summary>
public sealed record TurnRequest(double ByMm);

/// <summary>POST /api/instruments/{id}/play: what a stand-in is to show.</summary>
/// <param name="Put">So much is there at once.</param>
/// <param name="Add">So much more is there at once.</param>
/// <param name="PerSecond">So much more a second, until it is told otherwise.</param>
/// <param name="Replay">A recorded trace that ships, by its name.</param>
/// <param name="Silent">It falls silent, or answers again.</param>
public sealed record PlayRequest(double? Put = null, double? Add = null, double? PerSecond = null, string? Replay = null, bool? Silent = null);

/// <summary>The instruments at hand, reading and playing them.</summary>
internal static class InstrumentEndpoints
{
    /// <summary>Traces that ship, by name; those the bench may replay.</summary>
    private static readonly string[] Traces = ["cup", "surface"];

    public static void AddInstruments(this WebApplicationBuilder builder)
    {
        builder.Services.AddSingleton<IKitchenScale>(services =>
        {
            var data = services.GetRequiredService<DataFile>();
            var begin = File.Exists(data.Path) ? new DateTimeOffset(File.GetCreationTimeUtc(data.Path)) : services.GetRequiredService<TimeProvider>().GetUtcNow();
            return new SimulatedKitchenScale(StandIn.ReadTrace(File.ReadLines(TraceFile("kitchen-scale"))), begin, services.GetRequiredService<TimeProvider>());
        });
        builder.Services.AddSingleton<ICupScale, SimulatedCupScale>();
        builder.Services.AddSingleton<IRoomSensor, SimulatedRoomSensor>();
        builder.Services.AddSingleton<IContactFreeThermometer, SimulatedThermometer>();
        builder.Services.AddSingleton<ILaserLevel, SimulatedLaserLevel>();
        builder.Services.AddSingleton<IInstrument>(services => services.GetRequiredService<IKitchenScale>());
        builder.Services.AddSingleton<IInstrument>(services => services.GetRequiredService<ICupScale>());
        builder.Services.AddSingleton<IInstrument>(services => services.GetRequiredService<IRoomSensor>());
        builder.Services.AddSingleton<IInstrument>(services => services.GetRequiredService<IContactFreeThermometer>());
        builder.Services.AddSingleton<IInstrument>(services => services.GetRequiredService<ILaserLevel>());
        builder.Services.AddSingleton<BenchInstruments>();
        builder.Services.AddHostedService<InstrumentFeed>();
    }

    public static void MapInstruments(this WebApplication app)
    {
        var instruments = app.MapGroup("/api/instruments").WithTags("instruments").ProducesValidationProblem().ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        instruments.MapGet("/", (IEnumerable<IInstrument> all) => TypedResults.Ok<IReadOnlyList<InstrumentCard>>([.. all.Select(one => new InstrumentCard(one.Id, one.Name, one.IsSimulated, one is IPlayed))]));
        instruments.MapGet("/{instrumentId}/reading", Read).ProducesProblem(StatusCodes.Status404NotFound).ProducesProblem(StatusCodes.Status503ServiceUnavailable);
        instruments.MapPost("/{instrumentId}/tare", Tare).ProducesProblem(StatusCodes.Status404NotFound);
        instruments.MapPost("/{instrumentId}/play", Play).ProducesProblem(StatusCodes.Status404NotFound).ProducesProblem(StatusCodes.Status503ServiceUnavailable);
        instruments.MapPost("/laser-level/turn", Turn).ProducesProblem(StatusCodes.Status503ServiceUnavailable);
    }

    private static ProblemHttpResult None { get; } = TypedResults.Problem("There is no such instrument at hand.", statusCode: StatusCodes.Status404NotFound);

    private static string TraceFile(string name) => Path.Combine(AppContext.BaseDirectory, "demo", $"{name}.trace.csv");

    private static async Task<Results<Ok<InstrumentReading>, ProblemHttpResult>> ReadingOf(IInstrument instrument, CancellationToken cancel) =>
        await instrument.ReadAsync(cancel) is { } reading
            ? TypedResults.Ok(reading)
            : TypedResults.Problem($"The {instrument.Name.ToLowerInvariant()} does not answer: switch it on, or type the figure.", statusCode: StatusCodes.Status503ServiceUnavailable);

    private static async Task<Results<Ok<InstrumentReading>, ProblemHttpResult>> Read(string instrumentId, IEnumerable<IInstrument> all, CancellationToken cancel) =>
        all.FirstOrDefault(one => one.Id == instrumentId) is { } instrument ? await ReadingOf(instrument, cancel) : None;

    private static async Task<Results<NoContent, ProblemHttpResult>> Tare(string instrumentId, IEnumerable<IInstrument> all, CancellationToken cancel)
    {
        if (all.FirstOrDefault(one => one.Id == instrumentId) is not IScale scale) return None;
        await scale.TareAsync(cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Results<Ok<InstrumentReading>, ProblemHttpResult>> Play(string instrumentId, PlayRequest request, IEnumerable<IInstrument> all, CancellationToken cancel)
    {
        if (all.FirstOrDefault(one => one.Id == instrumentId) is not { } instrument) return None;
        if (instrument is not IPlayed { Plays: var standIn }) throw new RefusedException("instrumentId", $"The {instrument.Name.ToLowerInvariant()} is not played by hand.", RefusalKind.Impossible);
        if (request.Replay is { } trace && !Traces.Contains(trace)) throw new RefusedException("replay", $"The traces are {string.Join(" and ", Traces)}.");
        if (request.Silent is { } silent) standIn.Silence(silent);
        if (request.Put is { } put) standIn.Put(put);
        if (request.Add is { } add) standIn.Add(add);
        if (request.PerSecond is { } perS) standIn.Pour(perS);
        if (request.Replay is { } name) standIn.Replay(StandIn.ReadTrace(await File.ReadAllLinesAsync(TraceFile(name), cancel)));
        return await ReadingOf(instrument, cancel);
    }

    private static async Task<Results<Ok<InstrumentReading>, ProblemHttpResult>> Turn(TurnRequest request, ILaserLevel laser, CancellationToken cancel)
    {
        await laser.TurnAsync(request.ByMm, cancel);
        return await ReadingOf(laser, cancel);
    }
}
