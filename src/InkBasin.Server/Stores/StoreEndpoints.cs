using InkBasin.Core.Stock;

namespace InkBasin.Server.Stores;

/// <summary>The product sheets and tints at hand.</summary>
internal static class StoreEndpoints
{
    public static void MapStores(this WebApplication app)
    {
        var stores = app.MapGroup("/api/stores").WithTags("stores");
        stores.MapGet("/products", (Core.Plan.Stores shelf) => TypedResults.Ok<IReadOnlyList<ProductSheet>>(shelf.Sheets));
        stores.MapGet("/tints", (Core.Plan.Stores shelf) => TypedResults.Ok<IReadOnlyList<Tint>>(shelf.Tints));
    }
}
