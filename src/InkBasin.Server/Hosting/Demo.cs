using InkBasin.Core.Builds;
using InkBasin.Core.Stock;
using InkBasin.Formats;
using InkBasin.Store;

namespace InkBasin.Server.Hosting;

/// <summary>The demo builds, made relative to the day they are loaded.</summary>
internal static class Demo
{
    // The last one loaded leads the shelf.
    private static readonly string[] Files = ["the-drowned-pit", "three-weirs-at-ondry", "sallow-quay"];

    public static async Task LoadAsync(BuildStore store, ShelfStore shelf, TimeProvider time)
    {
        var today = DateOnly.FromDateTime(time.GetLocalNow().Date);
        foreach (var name in Files)
        {
            var path = Path.Combine(AppContext.BaseDirectory, "demo", $"{name}.build.json");
            var document = BuildFile.Read(await File.ReadAllBytesAsync(path));
            await store.CreateAsync(BuildDates.MadeIn(BuildFile.MovedTo(document, today), time.LocalTimeZone));
        }

        await shelf.AddAsync([
            new Bottle("demo-coating-one", "coating-epoxy", Part.One, 812, today.AddDays(-150), today.AddDays(-40)),
            new Bottle("demo-coating-two", "coating-epoxy", Part.Two, 655, today.AddDays(-150), today.AddDays(-40)),
            new Bottle("demo-casting-two", "casting-epoxy", Part.Two, 90, today.AddDays(-700), today.AddDays(-420)),
        ]);
    }
}
