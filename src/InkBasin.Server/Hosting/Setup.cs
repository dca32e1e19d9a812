using System.Text.Json.Serialization.Metadata;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using System.Text.Json;
using InkBasin.Core.Builds;
using InkBasin.Core.Plan;
using InkBasin.Server.Bench;
using InkBasin.Server.Builds;
using InkBasin.Store;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.OpenApi;
using Serilog;

namespace InkBasin.Server.Hosting;

/// <summary>What the server is made of, in the order Program lists it.</summary>
internal static class Setup
{
    /// <summary>Largest body taken, bytes.</summary>
    public const long MaxBodyBytes = 64L * 1024 * 1024;

    public static void AddLogging(this WebApplicationBuilder builder) =>
        builder.Services.AddSerilog(log => log
            .ReadFrom.Configuration(builder.Configuration)
            .WriteTo.Console(formatProvider: System.Globalization.CultureInfo.InvariantCulture));

    public static void AddLimits(this WebApplicationBuilder builder) =>
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.Limits.MaxRequestBodySize = MaxBodyBytes;
            kestrel.AddServerHeader = false;
        });

    public static void AddJson(this WebApplicationBuilder builder)
    {
        builder.Services.ConfigureHttpJsonOptions(options =>
        {
            options.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
            options.SerializerOptions.AllowOutOfOrderMetadataProperties = true;
            options.SerializerOptions.RespectNullableAnnotations = true;
            options.SerializerOptions.RespectRequiredConstructorParameters = true;

            // What is said of a build is refused whole where a word of it is not known; the calculation routes may be sent more than they ask for.
            options.SerializerOptions.TypeInfoResolver = new DefaultJsonTypeInfoResolver
            {
                Modifiers =
                {
                    BuildJson.KindIsRequired,
                    info =>
                    {
                        if (info.Kind == JsonTypeInfoKind.Object && IsOfBuilds(info.Type)) info.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
                    },
                },
            };
        });
        builder.Services.AddOpenApi(options => options.AddSchemaTransformer((schema, context, _) =>
        {
            // What the server writes it writes whole; only the calculation requests may leave fields out.
            if (!context.JsonTypeInfo.Type.Name.EndsWith("Request", StringComparison.Ordinal) && schema.Properties is { } properties)
                schema.Required = new HashSet<string>(properties.Keys);

            // Fields by name, each of its own kind.
            if (context.JsonTypeInfo.Type == typeof(JsonObject)) schema.AdditionalProperties = new OpenApiSchema();

            // A word that a request may leave out is optional there; the list of words itself has no "nothing" in it.
            if (Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) is { IsEnum: true } && schema.Enum is { } words)
            {
                schema.Enum = [.. words.Where(word => word is not null && word.GetValueKind() != JsonValueKind.Null)];
                schema.Type = schema.Type & ~JsonSchemaType.Null;
            }

            return Task.CompletedTask;
        }));
    }

    private static bool IsOfBuilds(Type type) => typeof(BuildEdit).IsAssignableFrom(type) || (type.Namespace == typeof(EditRequest).Namespace && type.Name.EndsWith("Request", StringComparison.Ordinal));

    public static void AddProblems(this WebApplicationBuilder builder)
    {
        builder.Services.AddProblemDetails();
        builder.Services.AddExceptionHandler<Problems>();
        builder.Services.Configure<RouteHandlerOptions>(options => options.ThrowOnBadRequest = true);
    }

    public static void AddData(this WebApplicationBuilder builder)
    {
        var folder = builder.Configuration["data"];
        if (string.IsNullOrWhiteSpace(folder))
        {
            folder = Path.Combine(
                Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData, Environment.SpecialFolderOption.Create),
                "ink-basin");
        }

        var file = new DataFile(Path.GetFullPath(folder));
        builder.Services.AddSingleton(file);
        builder.Services.AddSingleton<DataHold>();
        builder.Services.AddSingleton(TimeProvider.System);
        builder.Services.AddDbContext<InkBasinContext>(file.Use);
        builder.Services.AddSingleton<ReadBuilds>();
        builder.Services.AddSingleton<ReadGrids>();
        builder.Services.AddScoped<BuildStore>();
        builder.Services.AddScoped<AttachmentStore>();
        builder.Services.AddSingleton<ReadShelf>();
        builder.Services.AddScoped<ShelfStore>();
        builder.Services.AddScoped<GoodDraws>();
        builder.Services.AddScoped<BottleDraws>();
        builder.Services.AddScoped<WorkDraws>();
        builder.Services.AddTransient(services => services.GetRequiredService<ReadShelf>().Current);
    }

    public static void AddGround(this WebApplicationBuilder builder)
    {
        builder.Services.AddSingleton<GroundCache>();
        builder.Services.AddScoped<Grounds>();
        builder.Services.AddSingleton<PlanMemory>();
        builder.Services.AddSingleton(typeof(BuildMemory<>));
        builder.Services.AddScoped<Answers>();
        builder.Services.AddScoped<IPlansWork, PlansWork>();
        builder.Services.AddSingleton<ShownDays>();
        builder.Services.AddScoped<BenchDays>();
        builder.Services.AddScoped<Desk>();
        builder.Services.AddHostedService<SolverAtHand>();
    }

    public static void UseProblems(this WebApplication app)
    {
        app.UseExceptionHandler();
        app.UseStatusCodePages();
    }

    public static void MapHealth(this WebApplication app)
    {
        app.MapOpenApi();
        app.MapGet("/api/health", () => TypedResults.Ok(new Health("ready"))).WithTags("health");
    }

    /// <summary>True when the build's OpenAPI writer has started this program only to read its routes.</summary>
    private static bool OnlyListsRoutes =>
        System.Reflection.Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";

    /// <summary>Prints the address once the server answers.</summary>
    public static void AnnounceAddress(this WebApplication app)
    {
        if (OnlyListsRoutes || !app.Configuration.GetValue("announce", true)) return;
        app.Lifetime.ApplicationStarted.Register(() =>
        {
            // A test host has no addresses of its own.
            var addresses = app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>();
            if (addresses is null) return;
            var lan = app.Configuration.GetValue("lan", false);
            var own = addresses.Addresses.Select(one => new Uri(one.Replace("//0.0.0.0", "//127.0.0.1", StringComparison.Ordinal)));
            if (lan) Lan.Announce(own.First().Port, app.Services.GetRequiredService<Pairing>(), Console.Out);
            Console.WriteLine($"Ink Basin is at {string.Join(", ", own.Select(one => one.ToString().TrimEnd('/')))}  (Ctrl-C stops it)");
        });
    }

    /// <summary>Brings the data file up to date and loads the demo into a new one.</summary>
    public static async Task PrepareDataAsync(this WebApplication app)
    {
        if (OnlyListsRoutes) return;
        app.Services.GetRequiredService<DataHold>();
        await using var scope = app.Services.CreateAsyncScope();
        var isNew = await scope.ServiceProvider.GetRequiredService<DataFile>()
            .PrepareAsync(scope.ServiceProvider.GetRequiredService<InkBasinContext>());
        app.Services.GetRequiredService<DataHold>().KeepOpen();
        var shelf = scope.ServiceProvider.GetRequiredService<ShelfStore>();
        await shelf.LoadAsync();
        if (isNew && app.Configuration.GetValue("demo", true))
            await Demo.LoadAsync(scope.ServiceProvider.GetRequiredService<BuildStore>(), shelf, app.Services.GetRequiredService<TimeProvider>());

        // What sessions at the bench had poured when the server was last ended in the middle.
        var told = scope.ServiceProvider.GetRequiredService<BenchTold>();
        foreach (var session in await scope.ServiceProvider.GetRequiredService<BenchStore>().UntoldAsync()) await told.TellAsync(session, CancellationToken.None);
    }
}

/// <summary>Held as long as the server goes on: its data is not pulled away under it.</summary>
internal sealed class DataHold(DataFile data) : IDisposable
{
    private readonly IDisposable _hold = data.Hold();
    private IDisposable? _open;

    /// <summary>Keeps the prepared file open beside the requests, which open it each by itself: the last to close it would write the log back into it every time.</summary>
    public void KeepOpen() => _open ??= data.OpenBeside();

    public void Dispose()
    {
        _open?.Dispose();
        _hold.Dispose();
    }
}

/// <summary>The answer of the health route.</summary>
/// <param name="Status">Always "ready" once it answers.</param>
public sealed record Health(string Status);
