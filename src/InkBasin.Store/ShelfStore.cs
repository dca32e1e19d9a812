using InkBasin.Core.Builds;
using InkBasin.Core.Plan;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;
using InkBasin.Core;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Logging;

namespace InkBasin.Store;

/// <summary>The shelf as it was last read: plans ask for it many times a second while something is dragged.</summary>
public sealed class ReadShelf
{
    private volatile Stores _stores = Stores.Examples;
    private volatile IReadOnlyList<ShelfTrouble> _troubles = [];

    /// <summary>Sheets, tints and bottles.</summary>
    public Stores Current
    {
        get => _stores;
        set => _stores = value;
    }

    /// <summary>What of it could not be read.</summary>
    public IReadOnlyList<ShelfTrouble> Troubles
    {
        get => _troubles;
        set => _troubles = value;
    }
}

/// <summary>A sheet or bottle that is kept and cannot be read.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Sentence">What it is, in words.</param>
public sealed record ShelfTrouble(string Id, string Sentence);

/// <summary>The maker's own product sheets and the bottles at hand. The sheets that ship stand beside them and cannot be changed.</summary>
public sealed partial class ShelfStore(InkBasinContext context, ReadShelf read, TimeProvider time, ILogger<ShelfStore> logger)
{
    private const int MostSheets = 200;
    private const int MostBottles = 500;

    /// <summary>Reads the shelf anew. A row that cannot be read is told, logged and kept, and the others are there.</summary>
    public async Task LoadAsync(CancellationToken cancel = default)
    {
        var rows = await context.Sheets.AsNoTracking().Where(row => row.RemovedUtc == null).OrderBy(row => row.MadeUtc).ToListAsync(cancel);
        var bottles = await context.Bottles.AsNoTracking().OrderBy(row => row.MadeUtc).ToListAsync(cancel);
        var troubles = new List<ShelfTrouble>();
        var sheets = new List<ProductSheet>();
        foreach (var row in rows)
        {
            try
            {
                sheets.Add(Written.Read("The label of one of your sheets", () => Draft(row).Complete(row.Id)));
            }
            catch (StoredDataException broken)
            {
                LogUnreadable(logger, row.Id, broken);
                troubles.Add(new ShelfTrouble(row.Id, broken.Message));
            }
        }

        var whole = new List<Bottle>();
        foreach (var row in bottles)
        {
            if (BottleOf(row) is { } bottle) whole.Add(bottle);
            else troubles.Add(new ShelfTrouble(row.Id, $"A bottle of {row.LeftG:0} g holds a part called {row.Part}, which there is not. It is kept as it is."));
        }

        read.Troubles = troubles;
        read.Current = Stores.Examples with
        {
            // The maker's own come first: they are what is really in the cupboard.
            Sheets = [.. sheets, .. ExampleSheets.All],
            Bottles = whole,
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
            else context.Sheets.Add(new SheetRow { Id = id, Draft = Written.Of(label), MadeUtc = Now() });
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
        context.Sheets.Add(new SheetRow { Id = sheet.Id, Draft = Written.Of(draft), MadeUtc = Now() });
        await SaveAsync(cancel);
        return sheet;
    }

    /// <summary>Puts another label in the place of a sheet's.</summary>
    /// <exception cref="RefusedException">The label cannot be, or the sheet is not one of the maker's own.</exception>
    public async Task<ProductSheet> ReplaceAsync(string id, SheetDraft draft, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(draft);
        var sheet = draft.Complete(id);
        (await RowAsync(id, cancel)).Draft = Written.Of(draft);
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

    private static SheetDraft Draft(SheetRow row) => Written.ReadLabel(row.Draft);

    /// <summary>A bottle as it is kept; null when its part is none there is.</summary>
    internal static Bottle? BottleOf(BottleRow row) => Enum.TryParse<Part>(row.Part, out var part) ? new(row.Id, row.ProductId, part, row.LeftG, row.BoughtOn, row.OpenedOn) : null;

    [LoggerMessage(Level = LogLevel.Error, Message = "Sheet {Id} cannot be read from the data file")]
    private static partial void LogUnreadable(ILogger logger, string id, Exception exception);

    private static BottleRow Fill(BottleRow row, Bottle bottle)
    {
        row.Version++;
        (row.ProductId, row.Part, row.LeftG, row.BoughtOn, row.OpenedOn) = (bottle.ProductId, bottle.Part.ToString(), bottle.LeftG, bottle.BoughtOn, bottle.OpenedOn);
        return row;
    }

    private DateTime Now() => time.GetUtcNow().UtcDateTime;
}
