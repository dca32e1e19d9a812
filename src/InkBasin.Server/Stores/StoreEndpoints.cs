using InkBasin.Core;
using InkBasin.Core.Dams;
using InkBasin.Core.Ink;
using InkBasin.Core.Resin;
using InkBasin.Core.Sight;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Server.Stores;

/// <summary>Marks of a cup that worked.</summary>
/// <param name="Marks">1…20 marks, in any order.</param>
/// <param name="HeightMm">Inner height to the rim, mm.</param>
internal sealed record MarkedCupRequest(IReadOnlyList<CupMark> Marks, double HeightMm);

/// <summary>The product sheets, tints and plasters at hand, and the catalogues of stand-ins, drowned things and dams.</summary>
internal static class StoreEndpoints
{
    public static void MapStores(this WebApplication app)
    {
        var stores = app.MapGroup("/api/stores").WithTags("stores");
        stores.MapGet("/products", (Core.Plan.Stores shelf) => TypedResults.Ok<IReadOnlyList<ProductSheet>>(shelf.Sheets));
        stores.MapGet("/products/{productId}/doubts", (string productId, Core.Plan.Stores shelf) => TypedResults.Ok(SheetDoubts.Of(
            shelf.Sheets.FirstOrDefault(sheet => sheet.Id == productId) ?? throw new RefusedException("productId", "That product sheet is not in the stores.", RefusalKind.Impossible))));
        stores.MapGet("/waters", () => TypedResults.Ok(StartingWater.All));
        stores.MapGet("/plasters", () => TypedResults.Ok(Plaster.Examples));
        stores.MapGet("/covers", () => TypedResults.Ok(GroundCover.Examples));
        stores.MapGet("/stand-ins", () => TypedResults.Ok(StandInCatalogue.All));
        stores.MapGet("/drowned", () => TypedResults.Ok(DrownedCatalogue.All));
        stores.MapGet("/dams", () => TypedResults.Ok(DamChoice.All));
        stores.MapPost("/cup", (MarkedCupRequest request) => TypedResults.Ok(MarkedCup.Of(request.Marks, request.HeightMm)));
        stores.MapShelf();
        stores.MapCupboard();
        stores.MapTints();
    }
}
