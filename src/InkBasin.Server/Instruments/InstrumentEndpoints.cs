using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Instruments;

/// <summary>An instrument at hand.</summary>
public sealed record InstrumentCard(string Id, string Name, bool IsSimulated);

/// <summary>POST /api/instruments/laser-level/turn: raises its line by so much, mm.</summary>
public sealed record TurnRequest(double ByMm);

/// <summary>The instruments at hand, and reading them.</summary>
internal static class InstrumentEndpoints
{
    public static void AddInstruments(this WebApplicationBuilder builder)
    {
        builder.Services.AddSingleton<IKitchenScale>(services =>
        {
            var path = Path.Combine(AppContext.BaseDirectory, "demo", "kitchen-scale.trace.csv");
            var data = services.GetRequiredService<DataFile>();
            var begin = File.Exists(data.Path) ? new DateTimeOffset(File.GetCreationTimeUtc(data.Path)) : services.GetRequiredService<TimeProvider>().GetUtcNow();
            return new SimulatedKitchenScale(SimulatedKitchenScale.ReadTrace(File.ReadLines(path)), begin, services.GetRequiredService<TimeProvider>());
        });
        builder.Services.AddSingleton<ILaserLevel, SimulatedLaserLevel>();
        builder.Services.AddSingleton<IInstrument>(services => services.GetRequiredService<IKitchenScale>());
        builder.Services.AddSingleton<IInstrument>(services => services.GetRequiredService<ILaserLevel>());
    }

    public static void MapInstruments(this WebApplication app)
    {
        var instruments = app.MapGroup("/api/instruments").WithTags("instruments").ProducesValidationProblem();
        instruments.MapGet("/", (IEnumerable<IInstrument> all) => TypedResults.Ok<IReadOnlyList<InstrumentCard>>([.. all.Select(one => new InstrumentCard(one.Id, one.Name, one.IsSimulated))]));
        instruments.MapGet("/{instrumentId}/reading", Read).ProducesProblem(StatusCodes.Status404NotFound);
        instruments.MapPost("/laser-level/turn", Turn);
    }

    private static async Task<Results<Ok<InstrumentReading>, ProblemHttpResult>> Read(string instrumentId, IEnumerable<IInstrument> all, CancellationToken cancel) =>
        all.FirstOrDefault(one => one.Id == instrumentId) is { } instrument
            ? TypedResults.Ok(await instrument.ReadAsync(cancel))
            : TypedResults.Problem("There is no such instrument at hand.", statusCode: StatusCodes.Status404NotFound);

    private static async Task<Ok<InstrumentReading>> Turn(TurnRequest request, ILaserLevel laser, CancellationToken cancel)
    {
        await laser.TurnAsync(request.ByMm, cancel);
        return TypedResults.Ok(await laser.ReadAsync(cancel));
    }
}
