using InkBasin.Server.Bench;
using InkBasin.Server.Builds;
using InkBasin.Server.Calc;
using InkBasin.Server.Hosting;
using InkBasin.Server.Instruments;
using InkBasin.Server.Stores;

// Once; and once more each time a backup is to take the data's place, which only a server that has ended can let go of.
var restoring = new Restoring();
do
{
    // Settings lie beside the program, wherever it is started from.
    var builder = WebApplication.CreateBuilder(new WebApplicationOptions { Args = args, ContentRootPath = AppContext.BaseDirectory });
    builder.AddLogging();
    builder.AddLimits();
    builder.AddJson();
    builder.AddProblems();
    builder.AddData();
    builder.AddGround();
    builder.AddInstruments();
    builder.AddBench();
    builder.AddPairing();
    builder.AddBackups(restoring);

    var app = builder.Build();
    if (app.BackupOrRestore() is { } exit) return exit;

    app.UseDoor();
    app.UsePairing();
    app.UseProblems();
    app.MapHealth();
    app.MapCalc();
    app.MapBuilds();
    app.MapAfterCare();
    app.MapStores();
    app.MapPictures();
    app.MapInstruments();
    app.MapBench();
    app.MapPairing();
    app.MapBackups();
    app.MapApiRest();
    app.MapWeb();

    app.AnnounceAddress();
    await app.PrepareDataAsync();
    await app.RunAsync();
}
while (restoring.Settle());
return 0;

/// <summary>Named so that tests can start the server.</summary>
public partial class Program;
