using System.Text.Json.Nodes;
using InkBasin.Core;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Stores;

/// <summary>A label looked at before it is kept.</summary>
/// <param name="Sheet">The whole sheet, with what was assumed named in it.</param>
/// <param name="Doubts">Where it does not agree with itself.</param>
public sealed record SheetLook(ProductSheet Sheet, IReadOnlyList<SheetDoubt> Doubts);

/// <summary>A bottle on the shelf.</summary>
/// <param name="Bottle">The bottle.</param>
/// <param name="ProductName">Name of its product; null when its sheet is no longer there.</param>
/// <param name="KeepsUntil">The last day it keeps; null when nothing is known.</param>
/// <param name="IsStale">Whether that day is past.</param>
public sealed record BottleCard(Bottle Bottle, string? ProductName, DateOnly? KeepsUntil, bool IsStale);

/// <summary>Bottles to be put on the shelf, a kit at once.</summary>
/// <param name="ProductId">Their product.</param>
/// <param name="OneG">Part one, g; null for none.</param>
/// <param name="TwoG">Part two, g; null for none.</param>
/// <param name="BoughtOn">When they were bought.</param>
/// <param name="OpenedOn">When they were opened.</param>
/// <param name="Price">What they cost together, if they are new; null when nobody knows.</param>
public sealed record NewBottlesRequest(string ProductId, double? OneG = null, double? TwoG = null, DateOnly? BoughtOn = null, DateOnly? OpenedOn = null, double? Price = null);

/// <summary>The maker's own sheets, and the bottles.</summary>
internal static class ShelfEndpoints
{
    public static void MapShelf(this RouteGroupBuilder stores)
    {
        stores.MapGet("/kinds", () => TypedResults.Ok(KindTraits.All));
        stores.MapPost("/products/look", Look);
        stores.MapPost("/products", Add);
        stores.MapGet("/products/{productId}/label", Label);
        stores.MapPut("/products/{productId}", Replace);
        stores.MapDelete("/products/{productId}", Remove);
        stores.MapPost("/products/{productId}/restore", Restore);
        stores.MapGet("/bottles", Bottles);
        stores.MapPost("/bottles", AddBottles);
        stores.MapPut("/bottles/{bottleId}", ReplaceBottle);
        stores.MapPatch("/bottles/{bottleId}", ChangeBottle);
        stores.MapDelete("/bottles/{bottleId}", RemoveBottle);
        stores.MapGet("/draws", async (Guid buildId, BottleDraws draws, CancellationToken cancel) => TypedResults.Ok(await draws.DrawnAsync(buildId, cancel)));
        stores.MapGet("/troubles", (ReadShelf shelf) => TypedResults.Ok(shelf.Troubles));
    }

    private static Ok<SheetLook> Look(SheetDraft label)
    {
        var sheet = label.Complete("look");
        return TypedResults.Ok(new SheetLook(sheet, SheetDoubts.Of(sheet)));
    }

    private static async Task<Created<ProductSheet>> Add(SheetDraft label, ShelfStore shelf, CancellationToken cancel)
    {
        var sheet = await shelf.Sheets.AddAsync(label, cancel);
        return TypedResults.Created($"/api/stores/products/{sheet.Id}/label", sheet);
    }

    private static async Task<Ok<SheetDraft>> Label(string productId, ShelfStore shelf, CancellationToken cancel) => TypedResults.Ok(await shelf.Sheets.LabelAsync(productId, cancel));

    private static async Task<Ok<ProductSheet>> Replace(string productId, SheetDraft label, ShelfStore shelf, CancellationToken cancel) =>
        TypedResults.Ok(await shelf.Sheets.ReplaceAsync(productId, label, cancel));

    private static async Task<NoContent> Remove(string productId, ShelfStore shelf, CancellationToken cancel)
    {
        await shelf.Sheets.RemoveAsync(productId, removed: true, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> Restore(string productId, ShelfStore shelf, CancellationToken cancel)
    {
        await shelf.Sheets.RemoveAsync(productId, removed: false, cancel);
        return TypedResults.NoContent();
    }

    private static Ok<IReadOnlyList<BottleCard>> Bottles(Core.Plan.Stores shelf, TimeProvider time)
    {
        var today = DateOnly.FromDateTime(time.GetLocalNow().Date);
        return TypedResults.Ok<IReadOnlyList<BottleCard>>([.. shelf.Bottles.Select(bottle =>
        {
            var sheet = shelf.Sheets.FirstOrDefault(one => one.Id == bottle.ProductId);
            var keeps = sheet is null ? null : bottle.KeepsUntil(sheet);
            return new BottleCard(bottle, sheet?.Name, keeps, keeps < today);
        })]);
    }

    private static async Task<NoContent> AddBottles(NewBottlesRequest request, ShelfStore shelf, CancellationToken cancel)
    {
        // A closed bottle is full; what a kit cost is shared by its grams.
        var allG = (request.OneG ?? 0) + (request.TwoG ?? 0);
        double? Full(double g) => request.OpenedOn is null && g > 0 ? g : null;
        Bottle Of(Part part, double g) => new(Guid.CreateVersion7().ToString(), request.ProductId, part, g, request.BoughtOn, request.OpenedOn) { FullG = Full(g), Price = Full(g) is null || allG <= 0 ? null : request.Price * g / allG };
        List<Bottle> bottles = [.. new[] { (Part.One, request.OneG), (Part.Two, request.TwoG) }.Where(one => one.Item2 is not null).Select(one => Of(one.Item1, one.Item2!.Value))];
        if (bottles.Count == 0) throw new RefusedException("oneG", "Say how much is in the bottle.");
        await shelf.AddAsync(bottles, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> ReplaceBottle(string bottleId, Bottle bottle, ShelfStore shelf, CancellationToken cancel)
    {
        await shelf.ReplaceAsync(bottle with { Id = bottleId }, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> ChangeBottle(string bottleId, JsonObject fields, ShelfStore shelf, CancellationToken cancel)
    {
        await shelf.ChangeAsync(bottleId, fields, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> RemoveBottle(string bottleId, ShelfStore shelf, CancellationToken cancel)
    {
        await shelf.RemoveBottleAsync(bottleId, cancel);
        return TypedResults.NoContent();
    }
}
