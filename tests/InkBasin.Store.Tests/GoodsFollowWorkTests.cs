using System.Text.Json.Nodes;
using InkBasin.Core.Builds;
using InkBasin.Core.Plan;
using InkBasin.Core.Stock;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store.Tests;

/// <summary>Goods that follow the work: out while it is noted as done, back when it is not, and no note is held back for them.</summary>
public sealed class GoodsFollowWorkTests : OverCupboard
{
    private static SetFields Done(string step) => new("days.notes", step, new JsonObject { ["doneAt"] = "2027-05-10T23:30:00+00:00" });

    private async Task<(Guid Id, Func<Task<Dictionary<string, double>>> Left)> Shelved(params Good[] goods)
    {
        var id = await Begin([]);
        using (var ask = Kept.Ask()) await ask.Shelf.Goods.AddAsync(goods);
        return (id, async () =>
        {
            using var ask = Kept.Ask();
            await ask.Shelf.LoadAsync();
            return Kept.Shelf.Current.Goods.ToDictionary(good => good.Id, good => Math.Round(good.Left, 6));
        }
        );
    }

    // Plaster is taken by its step, as the day's note says it is done.
    private static IReadOnlyList<Work> WorkOf(Build build, bool reckoned = true) =>
    [
        new("skin", "Lay the skin", build.Days.Notes.FirstOrDefault(note => note.Id == "skin")?.DoneAt, reckoned ? [new GoodNeed("", GoodKind.Plaster, "plaster", null, null, 120, null)] : []),
        new("seal", "Seal it", build.Days.Notes.FirstOrDefault(note => note.Id == "seal")?.DoneAt, [new GoodNeed("", GoodKind.Sealer, "", null, null, 15, null)]),
    ];

    private static AddItem AddNote(string step, string? doneAt = "2027-05-10T23:30:00+00:00") => new("days.notes", new JsonObject { ["id"] = step, ["doneAt"] = doneAt });

    [Fact]
    public async Task Goods_follow_the_work_that_is_noted_as_done()
    {
        var (id, left) = await Shelved(new Good("bag", GoodKind.Plaster, "Plaster", 1000), new Good("tin", GoodKind.Sealer, "Sealer", 40) { Full = 50 });
        Kept.Works.Of = build => WorkOf(build);
        await Edit(id, new SetFields(null, null, new JsonObject { ["timeZone"] = "Europe/Helsinki" }));
        Assert.Empty(Kept.Works.Asked);
        await Edit(id, AddNote("skin"));
        Assert.Equal(880, (await left())["bag"]);
        Assert.Equal(40, (await left())["tin"]);

        // By the build's clock it is the next day.
        using (var ask = Kept.Ask())
            Assert.Equal(new TakenGood("bag", id, "Mill race", "skin", "Lay the skin", 120, new DateOnly(2027, 5, 11)), Assert.Single(await ask.Works.TakenAsync()));
        await Edit(id, AddNote("seal"));
        Assert.Equal((880, 25), ((await left())["bag"], (await left())["tin"]));
        await Undo(id);
        Assert.Equal((880, 40), ((await left())["bag"], (await left())["tin"]));
        await Redo(id);
        using (var ask = Kept.Ask())
        {
            await ask.Shelf.Goods.ChangeAsync("tin", new JsonObject { ["left"] = 48.0 });
            Assert.Equal(["seal", "skin"], (await ask.Works.TakenAsync()).Select(one => one.WorkId));
        }

        await Edit(id, new SetFields("days.notes", "seal", new JsonObject { ["doneAt"] = null }));
        Assert.Equal((880, 50), ((await left())["bag"], (await left())["tin"]));
        await Edit(id, new SetFields("days.notes", "skin", new JsonObject { ["doneAt"] = null }));
        Assert.Equal(1000, (await left())["bag"]);
        using (var ask = Kept.Ask()) Assert.Empty(await ask.Context.WorkDraws.ToListAsync());
    }

    [Fact]
    public async Task Amounts_are_asked_only_where_a_piece_has_none()
    {
        var (id, left) = await Shelved(new Good("bag", GoodKind.Plaster, "Plaster", 1000), new Good("tin", GoodKind.Sealer, "Sealer", 40));
        var asked = 0;
        Kept.Works.Of = build => WorkOf(build, reckoned: Kept.Works.Asked[^1]);
        await Edit(id, AddNote("seal"));
        Assert.Equal([false, false], Kept.Works.Asked.Skip(asked));
        asked = Kept.Works.Asked.Count;
        await Edit(id, AddNote("skin"));
        Assert.Equal([false, false, true], Kept.Works.Asked.Skip(asked));
        Assert.Equal((880, 25), ((await left())["bag"], (await left())["tin"]));
    }

    [Fact]
    public async Task What_cannot_be_planned_takes_nothing_and_holds_no_note_back()
    {
        var (id, left) = await Shelved(new Good("bag", GoodKind.Plaster, "Plaster", 1000));
        Kept.Works.Of = _ => null;
        await Edit(id, AddNote("skin"));
        Kept.Works.Of = build => build.Days.Notes.Count > 0 ? null : WorkOf(build);
        await Edit(id, new RemoveItem("days.notes", "skin"));
        await Edit(id, AddNote("skin"));
        Assert.Equal(1000, (await left())["bag"]);
        using var ask = Kept.Ask();
        Assert.Empty(await ask.Context.WorkDraws.ToListAsync());
    }

    // What nobody noted is not missed; what is not enough is taken to its end.
    [Fact]
    public async Task No_more_is_taken_than_there_is()
    {
        var (id, left) = await Shelved(new Good("bag", GoodKind.Plaster, "PLASTER", 100));
        Kept.Works.Of = build => WorkOf(build);
        await Edit(id, AddNote("skin"));
        await Edit(id, AddNote("seal"));
        Assert.Equal(0, (await left())["bag"]);
        using var ask = Kept.Ask();
        Assert.Equal(100, Assert.Single(await ask.Works.TakenAsync()).Amount);
    }

    [Fact]
    public async Task A_good_that_cannot_be_read_is_told_and_nothing_is_taken_of_it()
    {
        var (id, left) = await Shelved(new Good("bag", GoodKind.Plaster, "Plaster", 1000), new Good("other", GoodKind.Plaster, "Plaster", 500));
        Kept.Works.Of = build => WorkOf(build);
        using (var ask = Kept.Ask()) await ask.Context.Goods.Where(row => row.Id == "other").ExecuteUpdateAsync(set => set.SetProperty(row => row.Item, "no JSON"));
        await Edit(id, AddNote("skin"));
        Assert.Equal(["bag"], (await left()).Keys);
        Assert.Equal(880, (await left())["bag"]);
        Assert.Equal("other", Assert.Single(Kept.Shelf.Troubles).Id);

        // And a draw that cannot be read hides none of the others.
        await Edit(id, AddNote("seal"));
        using var again = Kept.Ask();
        await again.Shelf.Goods.AddAsync([new Good("tin", GoodKind.Sealer, "Sealer", 40)]);
        await Edit(id, new SetFields("days.notes", "seal", new JsonObject { ["doneAt"] = null }));
        await Edit(id, Done("seal"));
        await again.Context.WorkDraws.Where(row => row.WorkId == "skin").ExecuteUpdateAsync(set => set.SetProperty(row => row.Taken, "no JSON"));
        Assert.Equal("tin", Assert.Single(await again.Works.TakenAsync()).GoodId);
        Assert.Contains(Kept.Told.Sentences, told => told == $"What a piece of work of build {id} took out of the cupboard cannot be read");
    }
}
