using InkBasin.Server.Bench;
using InkBasin.Server.Builds;
using InkBasin.Server.Calc;
using InkBasin.Server.Hosting;
using InkBasin.Server.Instruments;
using InkBasin.Server.Stores;

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

var app = builder.Build();
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
app.MapApiRest();
app.MapWeb();

app.AnnounceAddress();
await app.PrepareDataAsync();
await app.RunAsync();

/// <summary>Named so that tests can start the server.</summary>
public partial class Program;
