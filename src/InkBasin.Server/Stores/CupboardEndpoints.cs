using System.Text.Json.Nodes;
using System.Text;
using InkBasin.Core;
using InkBasin.Core.Builds;
using InkBasin.Core.Plan;
using InkBasin.Core.Stock;
using InkBasin.Formats;
using InkBasin.Server.Builds;
using InkBasin.Server.Hosting;
using InkBasin.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace InkBasin.Server.Stores;

/// <summary>The cupboard as the page shows it.</summary>
/// <param name="Cupboard">What stands in it, what the work ahead leaves, what is to be bought.</param>
/// <param name="Costs">What the water of each build costs.</param>
/// <param name="Packs">The sizes products are sold in.</param>
/// <param name="Unplanned">Builds that could not be looked into, in words.</param>
/// <param name="Taken">What the work of all builds has out of the goods.</param>
public sealed record CupboardView(Cupboard Cupboard, IReadOnlyList<BuildCost> Costs, IReadOnlyList<Pack> Packs, IReadOnlyList<string> Unplanned, IReadOnlyList<TakenGood> Taken);

/// <summary>The cupboard over all builds; goods besides resin, and the sizes products are sold in.</summary>
internal static class CupboardEndpoints
{
    public static void MapCupboard(this RouteGroupBuilder stores)
    {
        stores.MapGet("/cupboard", Look);
        stores.MapGet("/stock.csv", (Core.Plan.Stores shelf) => TypedResults.File(Encoding.UTF8.GetBytes(StockTable.Write(shelf.AtHand)), "text/csv; charset=utf-8", "cupboard.csv")).Produces<string>(contentType: "text/csv");
        stores.MapPost("/stock.csv/look", LookAtList).Accepts<byte[]>(GroundPicture.ContentType);
        stores.MapPost("/stock.csv", TakeList).Accepts<byte[]>(GroundPicture.ContentType);
        stores.MapPost("/goods", AddGood);
        stores.MapPut("/goods/{goodId}", ReplaceGood);
        stores.MapPatch("/goods/{goodId}", ChangeGood);
        stores.MapDelete("/goods/{goodId}", RemoveGood);
        stores.MapPost("/packs", AddPack);
        stores.MapPut("/packs/{packId}", ReplacePack);
        stores.MapDelete("/packs/{packId}", RemovePack);
    }

    private static async Task<Ok<CupboardView>> Look(BuildStore builds, Grounds grounds, Answers answers, BuildMemory<Needs> memory, Core.Plan.Stores shelf, WorkDraws works, TimeProvider time, CancellationToken cancel, bool standing = false)
    {
        var (needs, costs, unplanned) = (new List<Needs>(), new List<BuildCost>(), new List<string>());
        var shelved = await builds.ListAsync(false, cancel);
        memory.Keep(shelved);

        // What stands there is known at once; what the builds take of it takes as long as they are many.
        foreach (var one in standing ? [] : shelved)
        {
            if (one.Build is null)
            {
                unplanned.Add($"{one.Name} cannot be read.");
                continue;
            }

            try
            {
                needs.Add(await memory.OfAsync(one, shelf, build => NeedsOf(build, answers, grounds, time.GetUtcNow(), cancel)));
                costs.Add(BuildCost.Of(one.Name, needs[^1], shelf.AtHand));
            }
            catch (Exception refused) when (refused is RefusedException or StoredDataException)
            {
                // One build that cannot be planned does not hide the cupboard.
                unplanned.Add($"{one.Name}: {refused.Message}");
            }
        }

        return TypedResults.Ok(new CupboardView(
            Cupboard.Of(shelf.AtHand, [.. needs.SelectMany(need => need.Resin)], [.. needs.SelectMany(need => need.Goods)], DateOnly.FromDateTime(time.GetLocalNow().Date)),
            [.. costs.Where(cost => cost.OnModelMl > 0)],
            shelf.Packs,
            unplanned,
            await works.TakenAsync(cancel)));
    }

    private static async Task<Needs> NeedsOf(Build build, Answers answers, Grounds grounds, DateTimeOffset now, CancellationToken cancel)
    {
        var of = await answers.OfAsync(build, cancel);
        var compile = await grounds.CompilerAsync(build, cancel);

        // A ground that cannot be cut as it is takes what the rest of it takes.
        return Needs.Of(of).With(BuildWork.Of(of, Answer.Of(() => of.Making(compile)).Is, now));
    }

    private static async Task<IReadOnlyList<StockLine>> ReadListAsync(HttpRequest request, AtHand atHand, CancellationToken cancel) => StockTable.Read(await Bodies.ReadAsync(request, cancel), atHand, () => Guid.CreateVersion7().ToString());

    private static async Task<Ok<IReadOnlyList<StockChange>>> LookAtList(HttpRequest request, Core.Plan.Stores shelf, CancellationToken cancel) =>
        TypedResults.Ok(StockList.Changes(await ReadListAsync(request, shelf.AtHand, cancel), shelf.AtHand));

    private static async Task<NoContent> TakeList(HttpRequest request, ShelfStore shelf, Core.Plan.Stores stores, CancellationToken cancel)
    {
        await shelf.TakeAsync(await ReadListAsync(request, stores.AtHand, cancel), cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Created<Good>> AddGood(Good good, ShelfStore shelf, CancellationToken cancel)
    {
        var made = good with { Id = Guid.CreateVersion7().ToString() };
        await shelf.Goods.AddAsync([made], cancel);
        return TypedResults.Created($"/api/stores/goods/{made.Id}", made);
    }

    private static async Task<NoContent> ReplaceGood(string goodId, Good good, ShelfStore shelf, CancellationToken cancel)
    {
        await shelf.Goods.ReplaceAsync(good with { Id = goodId }, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> ChangeGood(string goodId, JsonObject fields, ShelfStore shelf, CancellationToken cancel)
    {
        await shelf.Goods.ChangeAsync(goodId, fields, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> RemoveGood(string goodId, ShelfStore shelf, CancellationToken cancel)
    {
        await shelf.Goods.RemoveAsync(goodId, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Created<Pack>> AddPack(Pack pack, ShelfStore shelf, CancellationToken cancel)
    {
        var made = pack with { Id = Guid.CreateVersion7().ToString() };
        await shelf.Packs.AddAsync([made], cancel);
        return TypedResults.Created($"/api/stores/packs/{made.Id}", made);
    }

    private static async Task<NoContent> ReplacePack(string packId, Pack pack, ShelfStore shelf, CancellationToken cancel)
    {
        await shelf.Packs.ReplaceAsync(pack with { Id = packId }, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> RemovePack(string packId, ShelfStore shelf, CancellationToken cancel)
    {
        await shelf.Packs.RemoveAsync(packId, cancel);
        return TypedResults.NoContent();
    }
}
