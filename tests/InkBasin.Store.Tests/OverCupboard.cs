using InkBasin.Core.Builds;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store.Tests;

/// <summary>A build over a cupboard.</summary>
public abstract class OverCupboard : IDisposable
{
    private protected KeptFile Kept { get; } = new();

    public void Dispose()
    {
        Kept.Dispose();
        GC.SuppressFinalize(this);
    }

    // Read from the file; what the plans have been handed is the same.
    protected Dictionary<string, (double LeftG, DateOnly? OpenedOn)> Bottles()
    {
        using var ask = Kept.Ask();
        var kept = ask.Context.Bottles.AsNoTracking().ToDictionary(row => row.Id, row => (Math.Round(row.LeftG, 6), row.OpenedOn));
        Assert.Equal(kept, Kept.Shelf.Current.Bottles.ToDictionary(bottle => bottle.Id, bottle => (Math.Round(bottle.LeftG, 6), bottle.OpenedOn)));
        return kept;
    }

    protected async Task<Guid> Begin(Bottle[] bottles, params BegunPour[] pours)
    {
        using var ask = Kept.Ask();
        await ask.Shelf.LoadAsync();
        if (bottles.Length > 0) await ask.Shelf.AddAsync(bottles);
        return (await ask.Builds.CreateAsync(Sample.Board() with { Begun = pours })).Id;
    }

    protected async Task<StoredBuild> Edit(Guid id, BuildEdit edit)
    {
        using var ask = Kept.Ask();
        return await ask.Builds.EditAsync(id, (await ask.Builds.GetAsync(id)).Version, edit);
    }

    protected async Task Undo(Guid id)
    {
        using var ask = Kept.Ask();
        await ask.Builds.UndoAsync(id, (await ask.Builds.GetAsync(id)).Version);
    }

    protected async Task Redo(Guid id)
    {
        using var ask = Kept.Ask();
        await ask.Builds.RedoAsync(id, (await ask.Builds.GetAsync(id)).Version);
    }
}
