using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.Logging;
using Microsoft.Extensions.Time.Testing;

namespace InkBasin.Store.Tests;

/// <summary>A data file of its own, with its stores and no server over it.</summary>
internal sealed class KeptFile : IDisposable
{
    // Migrated once; every test begins from a copy.
    private static readonly Lazy<byte[]> Empty = new(() =>
    {
        var file = new DataFile(Directory.CreateTempSubdirectory("ink-basin-empty-").FullName);
        try
        {
            using (var context = Open(file)) file.PrepareAsync(context).GetAwaiter().GetResult();
            return File.ReadAllBytes(file.Path);
        }
        finally
        {
            Directory.Delete(file.Folder, recursive: true);
        }
    });

    public KeptFile()
    {
        File.WriteAllBytes(Data.Path, Empty.Value);
    }

    public DataFile Data { get; } = new(Directory.CreateTempSubdirectory("ink-basin-store-").FullName);

    public FakeTimeProvider Time { get; } = new(new DateTimeOffset(2027, 5, 14, 9, 30, 0, TimeSpan.Zero));

    public ReadBuilds Read { get; private set; } = new();

    public ReadShelf Shelf { get; } = new();

    public Planned Works { get; } = new();

    /// <summary>What was logged as a fault.</summary>
    public Told Told { get; } = new();

    /// <summary>A request: a context and its stores.</summary>
    public Request Ask(params IInterceptor[] beside) => new(this, Open(Data, beside));

    /// <summary>As after a new start: nothing of what was read is remembered.</summary>
    public void Forget() => Read = new();

    public void Dispose() => Directory.Delete(Data.Folder, recursive: true);

    private static InkBasinContext Open(DataFile file, params IInterceptor[] beside)
    {
        var options = new DbContextOptionsBuilder<InkBasinContext>();
        file.Use(options);
        return new(options.AddInterceptors(beside).Options);
    }

    internal sealed class Request : IDisposable
    {
        public Request(KeptFile file, InkBasinContext context)
        {
            Context = context;
            Shelf = new(context, file.Shelf, file.Time, new Logger<ShelfStore>(file.Told));
            var goods = new GoodDraws(context);
            Bottles = new(context, goods, file.Shelf);
            Works = new(context, goods, file.Works, new Logger<WorkDraws>(file.Told));
            Builds = new(context, file.Read, Bottles, Works, Shelf, file.Time, new Logger<BuildStore>(file.Told));
            Bench = new(context, file.Time);
            Attachments = new(context, Grids, new Logger<AttachmentStore>(file.Told));
        }

        public InkBasinContext Context { get; }

        public ShelfStore Shelf { get; }

        public BottleDraws Bottles { get; }

        public WorkDraws Works { get; }

        public BuildStore Builds { get; }

        public BenchStore Bench { get; }

        public ReadGrids Grids { get; } = new();

        public AttachmentStore Attachments { get; }

        public void Dispose() => Context.Dispose();
    }
}

/// <summary>Work as a test says it is planned.</summary>
internal sealed class Planned : IPlansWork
{
    /// <summary>The pieces of work of a build; null when it cannot be planned.</summary>
    public Func<Build, IReadOnlyList<Work>?> Of { get; set; } = _ => [];

    /// <summary>Whether amounts were asked, each time it was.</summary>
    public List<bool> Asked { get; } = [];

    public Task<IReadOnlyList<Work>?> OfAsync(Build build, bool withAmounts, CancellationToken cancel)
    {
        Asked.Add(withAmounts);
        return Task.FromResult(Of(build));
    }
}

/// <summary>Keeps what is logged.</summary>
internal sealed class Told : ILoggerFactory, ILogger
{
    public List<string> Sentences { get; } = [];

    public void AddProvider(ILoggerProvider provider)
    {
    }

    public ILogger CreateLogger(string categoryName) => this;

    public IDisposable? BeginScope<TState>(TState state)
        where TState : notnull => null;

    public bool IsEnabled(LogLevel logLevel) => true;

    public void Log<TState>(LogLevel logLevel, EventId eventId, TState state, Exception? exception, Func<TState, Exception?, string> formatter) => Sentences.Add(formatter(state, exception));

    public void Dispose()
    {
    }
}

/// <summary>Somebody else, who comes in between what a request has read and what it writes, so many times.</summary>
internal sealed class Meanwhile(int times, Action act) : SaveChangesInterceptor
{
    public int Saves { get; private set; }

    public override ValueTask<InterceptionResult<int>> SavingChangesAsync(DbContextEventData eventData, InterceptionResult<int> result, CancellationToken cancellationToken = default)
    {
        if (++Saves <= times) act();
        return base.SavingChangesAsync(eventData, result, cancellationToken);
    }
}

/// <summary>Builds to keep.</summary>
internal static class Sample
{
    public static Build Board(string name = "Mill race") => new()
    {
        Name = name,
        Scale = 76,
        Board = new Board(300, 200, 2),
        Recipe = [new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 30 }],
        Waters = [new InkBasin.Core.Builds.Water { Id = "race", Name = "Race", Seed = new PointMm(150, 100), WaterlineMm = 20, ProductId = "coating-epoxy" }],
    };
}
