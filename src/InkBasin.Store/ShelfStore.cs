using System.Text.Json;
using InkBasin.Core;
using InkBasin.Core.Plan;
using InkBasin.Core.Stock;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store;

/// <summary>The shelf as it was last read: plans ask for it many times a second while something is dragged.</summary>
public sealed class ReadShelf
{
    private volatile Stores _stores = Stores.Examples;

    /// <summary>Sheets, tints and bottles.</summary>
    public Stores Current
    {
        get => _stores;
        set => _stores = value;
    }
}

/// <summary>The maker's own product sheets and the bottles at hand. The sheets that ship stand beside them and cannot be changed.</summary>
public sealed class ShelfStore(InkBasinContext context, ReadShelf read, TimeProvider time)
{
    private const int MostSheets = 200;
    private const int MostBottles = 500;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    /// <summary>Reads the shelf anew.</summary>
    public async Task LoadAsync(CancellationToken cancel = default)
    {
        var rows = await context.Sheets.AsNoTracking().Where(row => row.RemovedUtc == null).OrderBy(row => row.MadeUtc).ToListAsync(cancel);
        var bottles = await context.Bottles.AsNoTracking().OrderBy(row => row.MadeUtc).ToListAsync(cancel);
        read.Current = Stores.Examples with
        {
            // The maker's own come first: they are what is really in the cupboard.
            Sheets = [.. rows.Select(row => Draft(row).Complete(row.Id)), .. ExampleSheets.All],
            Bottles = [.. bottles.Select(BottleOf)],
        };
    }

    /// <summary>What was read off a label.</summary>
    /// <exception cref="RefusedException">The sheet is not one of the maker's own.</exception>
    public async Task<SheetDraft> DraftAsync(string id, CancellationToken cancel = default) => Draft(await RowAsync(id, cancel));

    /// <summary>Labels of the maker's own products a build is poured with, to go with its file.</summary>
    public async Task<IReadOnlyDictionary<string, SheetDraft>> LabelsOfAsync(Build build, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(build);
        string[] named = [.. build.Waters.SelectMany(water => new[] { water.ProductId, water.Gel?.ProductId }).OfType<string>().Distinct()];
        var rows = await context.Sheets.AsNoTracking().Where(row => named.Contains(row.Id)).OrderBy(row => row.Id).ToListAsync(cancel);
        return rows.ToDictionary(row => row.Id, Draft);
    }

    /// <summary>Keeps the labels that came with a build's file, where the shelf has none of that id; its own are never written over.</summary>
    /// <exception cref="RefusedException">One cannot be.</exception>
    public async Task KeepMissingAsync(IReadOnlyDictionary<string, SheetDraft>? labels, CancellationToken cancel = default)
    {
        if (labels is not { Count: > 0 }) return;
        foreach (var (id, label) in labels)
        {
            label.Complete(id);
            if (ExampleSheets.All.Any(sheet => sheet.Id == id)) continue;
            if (await context.Sheets.SingleOrDefaultAsync(row => row.Id == id, cancel) is { } known) known.RemovedUtc = null;
            else context.Sheets.Add(new SheetRow { Id = id, Draft = JsonSerializer.Serialize(label, Json), MadeUtc = Now() });
        }

        await SaveAsync(cancel);
    }

    /// <summary>Puts a sheet on the shelf.</summary>
    /// <exception cref="RefusedException">The label cannot be.</exception>
    public async Task<ProductSheet> AddAsync(SheetDraft draft, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(draft);
        var sheet = draft.Complete(Guid.CreateVersion7().ToString());
        if (await context.Sheets.CountAsync(row => row.RemovedUtc == null, cancel) >= MostSheets) throw new RefusedException("name", $"Keep the shelf to {MostSheets} sheets.");
        context.Sheets.Add(new SheetRow { Id = sheet.Id, Draft = JsonSerializer.Serialize(draft, Json), MadeUtc = Now() });
        await SaveAsync(cancel);
        return sheet;
    }

    /// <summary>Puts another label in the place of a sheet's.</summary>
    /// <exception cref="RefusedException">The label cannot be, or the sheet is not one of the maker's own.</exception>
    public async Task<ProductSheet> ReplaceAsync(string id, SheetDraft draft, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(draft);
        var sheet = draft.Complete(id);
        (await RowAsync(id, cancel)).Draft = JsonSerializer.Serialize(draft, Json);
        await SaveAsync(cancel);
        return sheet;
    }

    /// <summary>Takes a sheet off the shelf, or puts it back.</summary>
    /// <exception cref="RefusedException">The sheet is not one of the maker's own.</exception>
    public async Task RemoveAsync(string id, bool removed, CancellationToken cancel = default)
    {
        (await RowAsync(id, cancel)).RemovedUtc = removed ? Now() : null;
        await SaveAsync(cancel);
    }

    /// <summary>Puts bottles on the shelf, a kit at once.</summary>
    /// <exception cref="RefusedException">One cannot be.</exception>
    public async Task AddAsync(IReadOnlyList<Bottle> bottles, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(bottles);
        if (await context.Bottles.CountAsync(cancel) + bottles.Count > MostBottles) throw new RefusedException("bottles", $"Keep the shelf to {MostBottles} bottles.");
        for (var i = 0; i < bottles.Count; i++)
        {
            Check(bottles[i], $"bottles[{i}]");
            context.Bottles.Add(Fill(new BottleRow { Id = bottles[i].Id, MadeUtc = Now() }, bottles[i]));
        }

        await SaveAsync(cancel);
    }

    /// <summary>Changes a bottle.</summary>
    /// <exception cref="RefusedException">It is not there or cannot be.</exception>
    public async Task ReplaceAsync(Bottle bottle, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(bottle);
        Check(bottle, "bottle");
        Fill(await BottleRowAsync(bottle.Id, cancel), bottle);
        await SaveAsync(cancel);
    }

    /// <summary>Takes a bottle off the shelf.</summary>
    /// <exception cref="RefusedException">It is not there.</exception>
    public async Task RemoveBottleAsync(string id, CancellationToken cancel = default)
    {
        context.Bottles.Remove(await BottleRowAsync(id, cancel));
        await SaveAsync(cancel);
    }

    /// <summary>
    /// Takes what was mixed for a pour out of the bottles of its product, what goes off first first. What the same pour took before goes back
    /// first, so that a note that is changed takes only the difference and nothing at all gives all of it back.
    /// </summary>
    /// <param name="buildId">The build.</param>
    /// <param name="pourId">The pour.</param>
    /// <param name="productId">The product.</param>
    /// <param name="oneG">Part one, g, ≥ 0.</param>
    /// <param name="twoG">Part two, g, ≥ 0.</param>
    /// <param name="on">The day.</param>
    /// <param name="cancel">Gives up; nothing is taken then.</param>
    /// <returns>What was taken and what was missing.</returns>
    /// <exception cref="RefusedException">No bottle of it is noted, its sheet is not there, or the build has no such pour.</exception>
    public async Task<StockDraw> TakeAsync(Guid buildId, string pourId, string productId, double oneG, double twoG, DateOnly on, CancellationToken cancel = default)
    {
        Require.Within(oneG, 0, 1_000_000, "oneG");
        Require.Within(twoG, 0, 1_000_000, "twoG");
        var sheet = read.Current.Sheets.FirstOrDefault(one => one.Id == productId) ?? throw new RefusedException("productId", "That product sheet is not in the stores.", RefusalKind.Impossible);
        if (string.IsNullOrWhiteSpace(pourId) || pourId.Length > 64) throw new RefusedException("pourId", "A pour has an id of at most 64 characters.");
        if (!await context.Builds.AnyAsync(build => build.Id == buildId, cancel)) throw new RefusedException("buildId", "That build is not on the shelf any more.", RefusalKind.Impossible);
        var draw = await context.Draws.SingleOrDefaultAsync(row => row.BuildId == buildId && row.PourId == pourId, cancel);
        if (draw is not null) await PutBackAsync(draw, cancel);

        // The rows put back into are the same ones: tracked, with what they have again.
        var rows = await context.Bottles.Where(row => row.ProductId == productId).ToListAsync(cancel);
        var stock = new RunDown(sheet, rows.Select(BottleOf));
        if (!stock.Known && oneG + twoG > 0) throw new RefusedException("productId", $"No bottle of {sheet.Name} is noted in Stores.", RefusalKind.Impossible);
        var told = stock.Take(oneG, twoG, on);
        var taken = new Dictionary<string, double>();
        foreach (var row in rows)
        {
            var left = stock.LeftG(row.Id);
            if (left >= row.LeftG) continue;
            taken[row.Id] = row.LeftG - left;
            row.LeftG = left;

            // What is poured from is open from that day on.
            row.OpenedOn ??= on;
        }

        if (draw is null) context.Draws.Add(draw = new DrawRow { BuildId = buildId, PourId = pourId });
        draw.Taken = JsonSerializer.Serialize(taken, Json);
        await SaveAsync(cancel);
        return told;
    }

    /// <summary>Ids of a build's pours that have something out of the bottles.</summary>
    public async Task<IReadOnlyList<string>> DrawnAsync(Guid buildId, CancellationToken cancel = default) =>
        await context.Draws.AsNoTracking().Where(row => row.BuildId == buildId && row.Taken != "{}").Select(row => row.PourId).OrderBy(id => id).ToListAsync(cancel);

    private async Task PutBackAsync(DrawRow draw, CancellationToken cancel)
    {
        foreach (var (id, g) in JsonSerializer.Deserialize<Dictionary<string, double>>(draw.Taken, Json)!)
        {
            // A bottle taken off the shelf since has nothing to go back into.
            if (await context.Bottles.SingleOrDefaultAsync(row => row.Id == id, cancel) is { } bottle) bottle.LeftG += g;
        }
    }

    private void Check(Bottle bottle, string field)
    {
        Require.Present(bottle, field).Check(field);
        var sheet = read.Current.Sheets.FirstOrDefault(one => one.Id == bottle.ProductId) ?? throw new RefusedException($"{field}.productId", "That product sheet is not in the stores.", RefusalKind.Impossible);
        if (bottle.Part == Part.Two && sheet.Traits.IsOnePart) throw new RefusedException($"{field}.part", $"{sheet.Name} is one part: it has no part two.", RefusalKind.Impossible);
    }

    private async Task SaveAsync(CancellationToken cancel)
    {
        await context.SaveChangesAsync(cancel);
        await LoadAsync(cancel);
    }

    private async Task<SheetRow> RowAsync(string id, CancellationToken cancel) =>
        await context.Sheets.SingleOrDefaultAsync(row => row.Id == id, cancel)
        ?? throw new RefusedException(
            "productId",
            ExampleSheets.All.Any(sheet => sheet.Id == id) ? "The sheets that ship stay as they are: enter your own beside them." : "That product sheet is not in the stores.",
            RefusalKind.Impossible);

    private async Task<BottleRow> BottleRowAsync(string id, CancellationToken cancel) =>
        await context.Bottles.SingleOrDefaultAsync(row => row.Id == id, cancel) ?? throw new RefusedException("id", "That bottle is not on the shelf any more.", RefusalKind.Impossible);

    private static SheetDraft Draft(SheetRow row) => JsonSerializer.Deserialize<SheetDraft>(row.Draft, Json)!;

    private static Bottle BottleOf(BottleRow row) => new(row.Id, row.ProductId, Enum.Parse<Part>(row.Part), row.LeftG, row.BoughtOn, row.OpenedOn);

    private static BottleRow Fill(BottleRow row, Bottle bottle)
    {
        (row.ProductId, row.Part, row.LeftG, row.BoughtOn, row.OpenedOn) = (bottle.ProductId, bottle.Part.ToString(), bottle.LeftG, bottle.BoughtOn, bottle.OpenedOn);
        return row;
    }

    private DateTime Now() => time.GetUtcNow().UtcDateTime;
}
