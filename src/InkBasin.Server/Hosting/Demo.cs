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
            new Bottle("demo-coating-one", "coating-epoxy", Part.One, 812, today.AddDays(-150), today.AddDays(-40)) { FullG = 1500, Price = 29.5 },
            new Bottle("demo-coating-two", "coating-epoxy", Part.Two, 655, today.AddDays(-150), today.AddDays(-40)) { FullG = 1340, Price = 26.4 },
            new Bottle("demo-casting-two", "casting-epoxy", Part.Two, 90, today.AddDays(-700), today.AddDays(-420)) { FullG = 250 },
        ]);
        await shelf.Packs.AddAsync([
            new Pack("demo-casting-small", "casting-epoxy", 500, 250, 24.9),
            new Pack("demo-casting-large", "casting-epoxy", 2000, 1000, 79),
            new Pack("demo-coating-kit", "coating-epoxy", 1500, 1340, 55.9),
            new Pack("demo-deep-kit", "deep-pour-epoxy", 2400, 1080, 77),
        ]);
        Good Tint(string id, string name, double left, double price) => new($"demo-{id}", GoodKind.Tint, name, left) { TintId = id, Full = 30, Price = price, BoughtOn = today.AddDays(-200), OpenedOn = today.AddDays(-90) };
        await shelf.Goods.AddAsync([
            Tint("blue-green", "Blue-green", 21, 6.2),
            Tint("umber", "Umber", 14, 5.8),
            Tint("olive", "Olive", 27, 6.2),
            Tint("raw-sienna-wash", "Raw-sienna wash", 10, 4.6),
            Tint("transparent-blue", "Transparent blue", 12, 6.2),
            new Good("demo-plaster", GoodKind.Plaster, "Casting plaster", 3100) { Full = 5000, Price = 8.9, BoughtOn = today.AddDays(-120) },
            new Good("demo-glue", GoodKind.Glue, "White glue", 220) { Full = 500, Price = 5.5 },
            new Good("demo-varnish", GoodKind.Sealer, "Gloss varnish", 190) { Full = 250, Price = 7.8 },
            new Good("demo-sealant", GoodKind.Sealant, "Clear sealant", 150) { Full = 300, Price = 5.4, KeepsUntil = today.AddDays(200) },
            new Good("demo-fibres", GoodKind.Growth, "Fibres, 4 mm", 31) { Full = 100, Price = 4.2 },
            new Good("demo-foam", GoodKind.Foam, "Foam, 20 mm", 4) { ThicknessMm = 20, Full = 8, Price = 21 },
            new Good("demo-dam-sheet", GoodKind.DamSheet, "Clear sheet, 1 mm", 3) { ThicknessMm = 1, Full = 5, Price = 9 },
            new Good("demo-cups", GoodKind.Cup, "Mixing cup", 11) { Full = 50, Price = 7.5, Shape = new Cup(66, 88, 110) },
        ]);
    }
}
