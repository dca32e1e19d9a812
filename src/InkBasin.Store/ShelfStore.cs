using System.Collections.Concurrent;
using System.Text.Json.Nodes;
using InkBasin.Core.Builds;
using InkBasin.Core.Ink;
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

    // What follows from a label, by its row: a wedge is fitted once, not with every bottle that is drawn from.
    internal ConcurrentDictionary<string, (string Draft, object Whole)> Completed { get; } = new(StringComparer.Ordinal);

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

/// <summary>A sheet, tint or bottle that is kept and cannot be read.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Sentence">What it is, in words.</param>
public sealed record ShelfTrouble(string Id, string Sentence);

/// <summary>The maker's own product sheets and tints, and the bottles at hand.</summary>
public sealed partial class ShelfStore
{
    private const int MostBottles = 500;

    private static readonly LabelKind<SheetDraft, ProductSheet> SheetKind = new(
        "The label of one of your sheets",
        "productId",
        "That product sheet is not in the stores.",
        "The sheets that ship stay as they are: enter your own beside them.",
        "sheets",
        id => ExampleSheets.All.Any(sheet => sheet.Id == id),
        (label, id) => label.Complete(id));

    private static readonly LabelKind<TintLabel, Tint> TintKind = new(
        "The label of one of your tints",
        "tintId",
        "That tint is not in the stores.",
        "The tints that ship stay as they are: enter your own beside them.",
        "tints",
        id => ExampleTints.All.Any(tint => tint.Id == id),
        (label, id) => label.Complete(id));

    private readonly InkBasinContext _context;
    private readonly ReadShelf _read;
    private readonly TimeProvider _time;
    private readonly ILogger<ShelfStore> _logger;

    /// <summary>A shelf in a data file.</summary>
    public ShelfStore(InkBasinContext context, ReadShelf read, TimeProvider time, ILogger<ShelfStore> logger)
    {
        (_context, _read, _time, _logger) = (context, read, time, logger);
        Sheets = new(context, SheetKind, read, time, SaveAsync);
        Tints = new(context, TintKind, read, time, SaveAsync);
        Goods = new(context, "That is not in the cupboard any more.", 500, time, (good, field) => good.Check(field), good => good.Id, SaveAsync);
        Packs = new(context, "That size is not noted any more.", 200, time, CheckPack, pack => pack.Id, SaveAsync);
    }

    /// <summary>Product sheets of the maker's own.</summary>
    public KeptLabels<SheetRow, SheetDraft, ProductSheet> Sheets { get; }

    /// <summary>Tints of the maker's own.</summary>
    public KeptLabels<TintRow, TintLabel, Tint> Tints { get; }

    /// <summary>Goods besides resin.</summary>
    public KeptItems<GoodRow, Good> Goods { get; }

    /// <summary>Sizes products are sold in.</summary>
    public KeptItems<PackRow, Pack> Packs { get; }

    /// <summary>Reads the shelf anew. A row that cannot be read is told, logged and kept, and the others are there.</summary>
    public async Task LoadAsync(CancellationToken cancel = default)
    {
        var troubles = new List<ShelfTrouble>();
        void Broken(string id, StoredDataException broken)
        {
            LogUnreadable(_logger, id, broken);
            troubles.Add(new ShelfTrouble(id, broken.Message));
        }

        var (sheets, tints) = (await Sheets.ReadAsync(Broken, cancel), await Tints.ReadAsync(Broken, cancel));
        var whole = new List<Bottle>();
        foreach (var row in await _context.Bottles.AsNoTracking().OrderBy(row => row.MadeUtc).ThenBy(row => row.Id).ToListAsync(cancel))
        {
            if (BottleOf(row) is { } bottle) whole.Add(bottle);
            else troubles.Add(new ShelfTrouble(row.Id, $"A bottle of {row.LeftG:0} g holds a part called {row.Part}, which there is not. It is kept as it is."));
        }

        var (goods, packs) = (await Goods.ReadAsync(Broken, cancel), await Packs.ReadAsync(Broken, cancel));
        _read.Troubles = troubles;
        _read.Current = new Stores(
            // The maker's own come first: they are what is really in the cupboard.
            [.. sheets, .. ExampleSheets.All],
            [.. tints, .. ExampleTints.All])
        {
            Bottles = whole,
            Goods = goods,
            Packs = packs,
        };
    }

    /// <summary>Lays down the labels that came with a build's file, to be written with the build: what is refused leaves nothing on the shelf.</summary>
    /// <param name="sheets">Labels of products, by id; null for none.</param>
    /// <param name="tints">Labels of tints, by id; null for none.</param>
    /// <param name="cancel">Gives up.</param>
    /// <returns>The shelf as it will be with them.</returns>
    /// <exception cref="RefusedException">One cannot be, or the shelf has no room for them.</exception>
    public async Task<Stores> LayDownAsync(IReadOnlyDictionary<string, SheetDraft>? sheets, IReadOnlyDictionary<string, TintLabel>? tints, CancellationToken cancel = default)
    {
        var (moreSheets, moreTints) = (await Sheets.LayDownAsync(sheets ?? new Dictionary<string, SheetDraft>(), cancel), await Tints.LayDownAsync(tints ?? new Dictionary<string, TintLabel>(), cancel));
        var shelf = _read.Current;
        return shelf with { Sheets = [.. moreSheets, .. shelf.Sheets], Tints = [.. moreTints, .. shelf.Tints] };
    }

    /// <summary>Labels of the maker's own products a build is poured with, or was, to go with its file.</summary>
    public Task<IReadOnlyDictionary<string, SheetDraft>> SheetsOfAsync(Build build, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(build);
        return Sheets.OfAsync(build.Waters.SelectMany(water => new[] { water.ProductId, water.Gel?.ProductId }).Concat(build.Begun.Select(pour => pour.ProductId)), cancel);
    }

    /// <summary>Labels of the maker's own tints a build is inked with, or was when a layer was poured, to go with its file.</summary>
    public Task<IReadOnlyDictionary<string, TintLabel>> TintsOfAsync(Build build, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(build);
        return Tints.OfAsync(build.TintsNamed(), cancel);
    }

    /// <summary>Puts bottles on the shelf, a kit at once.</summary>
    /// <exception cref="RefusedException">One cannot be.</exception>
    public async Task AddAsync(IReadOnlyList<Bottle> bottles, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(bottles);
        if (await _context.Bottles.CountAsync(cancel) + bottles.Count > MostBottles) throw new RefusedException("bottles", $"Keep the shelf to {MostBottles} bottles.");
        for (var i = 0; i < bottles.Count; i++)
        {
            Check(bottles[i], $"bottles[{i}]");
            _context.Bottles.Add(Fill(new BottleRow { Id = bottles[i].Id, MadeUtc = Now() }, bottles[i]));
        }

        await SaveAsync(cancel);
    }

    /// <summary>Takes a list into the cupboard: all of it or nothing. What it does not name stays.</summary>
    /// <exception cref="RefusedException">A line cannot be; its number is told.</exception>
    public Task TakeAsync(IReadOnlyList<StockLine> lines, CancellationToken cancel = default) => ChangedBeside.TryAsync(_context, async () =>
    {
        var changes = StockList.Changes(lines, _read.Current.AtHand);
        var added = lines.Zip(changes).Where(one => one.Second.Kind == StockChangeKind.New).Select(one => one.First).ToList();
        if (_read.Current.Bottles.Count + added.Count(line => line.Bottle is not null) > MostBottles || _read.Current.Goods.Count + added.Count(line => line.Good is not null) > MostBottles)
            throw new RefusedException("file", $"Keep the cupboard to {MostBottles} bottles and as many other goods.", RefusalKind.Impossible);
        foreach (var (line, change) in lines.Zip(changes).Where(one => one.Second.Kind != StockChangeKind.Same))
        {
            if (line.Good is { } good) await Goods.PutAsync(good, cancel);
            else if (change.Kind == StockChangeKind.New) _context.Bottles.Add(Fill(new BottleRow { Id = line.Bottle!.Id, MadeUtc = Now() }, line.Bottle));
            else Fill(await BottleRowAsync(line.Bottle!.Id, cancel), line.Bottle);
        }

        await SaveAsync(cancel);
    });

    /// <summary>Changes a bottle.</summary>
    /// <exception cref="RefusedException">It is not there or cannot be.</exception>
    public Task ReplaceAsync(Bottle bottle, CancellationToken cancel = default) => ChangedBeside.TryAsync(_context, async () =>
    {
        ArgumentNullException.ThrowIfNull(bottle);
        Check(bottle, "bottle");
        Fill(await BottleRowAsync(bottle.Id, cancel), bottle);
        await SaveAsync(cancel);
    });

    /// <summary>Changes fields of a bottle by name; what is not named stays as it is by then, whoever draws from it meanwhile.</summary>
    /// <exception cref="RefusedException">It is not there, or cannot be so.</exception>
    public Task ChangeAsync(string id, JsonObject fields, CancellationToken cancel = default) => ChangedBeside.TryAsync(_context, async () =>
    {
        var row = await BottleRowAsync(id, cancel);
        var before = BottleOf(row) ?? throw new RefusedException("id", "That bottle cannot be read: take it out and note it anew.", RefusalKind.Impossible);
        var (bottle, _) = RecordFields.With(before, fields, "", KeptItems.Fixed);
        Check(bottle, "bottle");
        Fill(row, bottle);
        await SaveAsync(cancel);
    });

    /// <summary>Takes a bottle off the shelf.</summary>
    /// <exception cref="RefusedException">It is not there.</exception>
    public Task RemoveBottleAsync(string id, CancellationToken cancel = default) => ChangedBeside.TryAsync(_context, async () =>
    {
        _context.Bottles.Remove(await BottleRowAsync(id, cancel));
        await SaveAsync(cancel);
    });

    private void Check(Bottle bottle, string field)
    {
        Require.Present(bottle, field).Check(field);
        var sheet = _read.Current.Sheets.FirstOrDefault(one => one.Id == bottle.ProductId) ?? throw new RefusedException($"{field}.productId", "That product sheet is not in the stores.", RefusalKind.Impossible);
        if (bottle.Part == Part.Two && sheet.Traits.IsOnePart) throw new RefusedException($"{field}.part", $"{sheet.Name} is one part: it has no part two.", RefusalKind.Impossible);
    }

    private void CheckPack(Pack pack, string field)
    {
        pack.Check(field);
        var sheet = _read.Current.Sheets.FirstOrDefault(one => one.Id == pack.ProductId) ?? throw new RefusedException($"{field}.productId", "That product sheet is not in the stores.", RefusalKind.Impossible);
        if (pack.TwoG > 0 && sheet.Traits.IsOnePart) throw new RefusedException($"{field}.twoG", $"{sheet.Name} is one part: it has no part two.", RefusalKind.Impossible);
        if (_read.Current.Packs.Count(other => other.ProductId == pack.ProductId && other.Id != pack.Id) >= PackChoice.MostSizes) throw new RefusedException($"{field}.productId", $"Keep a product to {PackChoice.MostSizes} sizes.", RefusalKind.Impossible);
    }

    private async Task SaveAsync(CancellationToken cancel)
    {
        await _context.SaveChangesAsync(cancel);
        await LoadAsync(cancel);
    }

    private async Task<BottleRow> BottleRowAsync(string id, CancellationToken cancel) =>
        await _context.Bottles.SingleOrDefaultAsync(row => row.Id == id, cancel) ?? throw new RefusedException("id", "That bottle is not on the shelf any more.", RefusalKind.Impossible);

    /// <summary>A bottle as it is kept; null when its part is none there is (a number parses whether it is one or not).</summary>
    internal static Bottle? BottleOf(BottleRow row) => Enum.TryParse<Part>(row.Part, out var part) && Enum.IsDefined(part) ? new(row.Id, row.ProductId, part, row.LeftG, row.BoughtOn, row.OpenedOn) { FullG = row.FullG, Price = row.Price } : null;

    [LoggerMessage(Level = LogLevel.Error, Message = "Label {Id} cannot be read from the data file")]
    private static partial void LogUnreadable(ILogger logger, string id, Exception exception);

    private static BottleRow Fill(BottleRow row, Bottle bottle)
    {
        row.Version++;
        (row.ProductId, row.Part, row.LeftG, row.BoughtOn, row.OpenedOn) = (bottle.ProductId, bottle.Part.ToString(), bottle.LeftG, bottle.BoughtOn, bottle.OpenedOn);
        (row.FullG, row.Price) = (bottle.FullG, bottle.Price);
        return row;
    }

    private DateTime Now() => _time.GetUtcNow().UtcDateTime;
}
