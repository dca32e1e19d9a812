using System.Text.Json;
using InkBasin.Core.Stock;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store;

/// <summary>Takes amounts out of the goods of the cupboard and puts them back. Nothing is saved here: it is written with the change it belongs to.</summary>
public sealed class GoodDraws(InkBasinContext context)
{
    /// <summary>Nothing taken, as it is kept.</summary>
    public const string None = "{}";

    private static readonly JsonSerializerOptions Web = new(JsonSerializerDefaults.Web);

    /// <summary>Takes what work needs. A good nobody has noted is not missed: it is no reason to hold the log back.</summary>
    /// <param name="needs">What is needed.</param>
    /// <param name="on">The day it is used.</param>
    /// <param name="cancel">Gives up.</param>
    /// <returns>What was taken, amounts by the good's id, as it is kept.</returns>
    public async Task<string> TakeAsync(IEnumerable<GoodNeed> needs, DateOnly on, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(needs);
        var taken = new SortedDictionary<string, double>(StringComparer.Ordinal);
        var rows = await context.Goods.ToListAsync(cancel);
        foreach (var need in needs)
        {
            var goods = rows.Select(row => (Row: row, Good: GoodOf(row))).Where(one => one.Good is { } good && need.Takes(good)).ToDictionary(one => one.Row.Id, one => (one.Row, Good: one.Good!));
            foreach (var (id, part) in GoodsRunDown.Take(goods.Values.Select(one => one.Good), need.Amount, on, pastToo: true))
            {
                Put(goods[id].Row, goods[id].Good with { Left = goods[id].Good.Left - part });
                taken[id] = taken.GetValueOrDefault(id) + part;
            }
        }

        return JsonSerializer.Serialize(taken);
    }

    /// <summary>Puts it back.</summary>
    /// <param name="taken">What was taken, as it is kept.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="StoredDataException">It cannot be read.</exception>
    public async Task PutBackAsync(string taken, CancellationToken cancel)
    {
        foreach (var (id, amount) in Read(taken))
        {
            // A good taken out of the cupboard since has nothing to go back into.
            if (await context.Goods.SingleOrDefaultAsync(row => row.Id == id, cancel) is { } row && GoodOf(row) is { } good)
                Put(row, good with { Left = Refilled(good.Left, amount, good.Full) });
        }
    }

    /// <summary>What was taken, amounts by the good's id.</summary>
    /// <param name="taken">As it is kept.</param>
    /// <exception cref="StoredDataException">It cannot be read.</exception>
    public static IReadOnlyDictionary<string, double> Read(string taken) => Written.Read("What was taken out of the cupboard", () => JsonSerializer.Deserialize<Dictionary<string, double>>(taken));

    /// <summary>What is in something after an amount went back into it. It may have been filled up or corrected since: never more than it held when new, where that is known.</summary>
    internal static double Refilled(double left, double amount, double? full) => full is { } most ? Math.Max(left, Math.Min(most, left + amount)) : left + amount;

    private static Good? GoodOf(GoodRow row)
    {
        try
        {
            return Written.Read("Something in the cupboard", () => JsonSerializer.Deserialize<Good>(row.Item, Web));
        }
        catch (StoredDataException)
        {
            // Told where the cupboard is read; nothing is taken out of it.
            return null;
        }
    }

    private static void Put(GoodRow row, Good good)
    {
        row.Item = JsonSerializer.Serialize(good, Web);
        row.Version++;
    }
}
