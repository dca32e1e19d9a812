using InkBasin.Core.Builds;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;

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
