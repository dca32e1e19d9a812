using InkBasin.Core.Ink;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Stores;

/// <summary>The maker's own tints.</summary>
internal static class TintEndpoints
{
    public static void MapTints(this RouteGroupBuilder stores)
    {
        stores.MapGet("/tints", (Core.Plan.Stores shelf) => TypedResults.Ok<IReadOnlyList<Tint>>(shelf.Tints));
        stores.MapPost("/tints/look", (TintLabel label) => TypedResults.Ok(TintLook.Of(label)));
        stores.MapPost("/tints", Add);
        stores.MapGet("/tints/{tintId}/label", async (string tintId, ShelfStore shelf, CancellationToken cancel) => TypedResults.Ok(await shelf.Tints.LabelAsync(tintId, cancel)));
        stores.MapPut("/tints/{tintId}", async (string tintId, TintLabel label, ShelfStore shelf, CancellationToken cancel) => TypedResults.Ok(await shelf.Tints.ReplaceAsync(tintId, label, cancel)));
        stores.MapDelete("/tints/{tintId}", (string tintId, ShelfStore shelf, CancellationToken cancel) => Put(shelf, tintId, removed: true, cancel));
        stores.MapPost("/tints/{tintId}/restore", (string tintId, ShelfStore shelf, CancellationToken cancel) => Put(shelf, tintId, removed: false, cancel));
    }

    private static async Task<Created<Tint>> Add(TintLabel label, ShelfStore shelf, CancellationToken cancel)
    {
        var tint = await shelf.Tints.AddAsync(label, cancel);
        return TypedResults.Created($"/api/stores/tints/{tint.Id}/label", tint);
    }

    private static async Task<NoContent> Put(ShelfStore shelf, string tintId, bool removed, CancellationToken cancel)
    {
        await shelf.Tints.RemoveAsync(tintId, removed, cancel);
        return TypedResults.NoContent();
    }
}
