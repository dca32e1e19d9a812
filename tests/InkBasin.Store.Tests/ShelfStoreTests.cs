using System.Text.Json.Nodes;
using InkBasin.Core;
using InkBasin.Core.Ink;
using InkBasin.Core.Plan;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store.Tests;

/// <summary>The cupboard as it is kept: bottles, goods, sizes and labels of one's own.</summary>
public sealed class ShelfStoreTests : IDisposable
{
    private const string Product = "coating-epoxy";

    private readonly KeptFile _file = new();

    public void Dispose() => _file.Dispose();

    private static readonly ProductSheet OnePart = ExampleSheets.All.First(sheet => sheet.Traits.IsOnePart);

    private static Bottle BottleOf(string id, double g = 400) => new(id, Product, Part.One, g, new DateOnly(2027, 5, 1), null) { FullG = 500, Price = 20 };

    private static Good Sealer(string id, double left = 40) => new(id, GoodKind.Sealer, "Sealer", left) { Full = 50 };

    private KeptFile.Request Ask()
    {
        var ask = _file.Ask();
        ask.Shelf.LoadAsync().GetAwaiter().GetResult();
        return ask;
    }

    // What the plans are handed, and what a new start reads, are one.
    private IReadOnlyList<T> Kept<T>(Func<Stores, IReadOnlyList<T>> of)
    {
        var handed = of(_file.Shelf.Current);
        Ask().Dispose();
        Assert.Equal(handed, of(_file.Shelf.Current));
        return handed;
    }

    private IReadOnlyList<Bottle> Bottles => Kept(stores => stores.Bottles);

    private IReadOnlyList<Good> Goods => Kept(stores => stores.Goods);

    private IReadOnlyList<Pack> Packs => Kept(stores => stores.Packs);

    [Fact]
    public async Task Bottles_are_put_in_changed_and_taken_out()
    {
        using var ask = Ask();
        await ask.Shelf.AddAsync([BottleOf("a"), BottleOf("b", 300)]);
        Assert.Equal([BottleOf("a"), BottleOf("b", 300)], Bottles);
        await ask.Shelf.ReplaceAsync(BottleOf("a", 10) with { OpenedOn = new DateOnly(2027, 5, 3), Part = Part.Two, Price = null });
        Assert.Equal(10, Bottles[0].LeftG);
        await ask.Shelf.ChangeAsync("b", new JsonObject { ["leftG"] = 250.0 });
        Assert.Equal([BottleOf("a", 10) with { OpenedOn = new DateOnly(2027, 5, 3), Part = Part.Two, Price = null }, BottleOf("b", 250)], Bottles);
        await ask.Shelf.RemoveBottleAsync("a");
        Assert.Equal("b", Assert.Single(Bottles).Id);
        foreach (var act in new Func<Task>[] { () => ask.Shelf.RemoveBottleAsync("a"), () => ask.Shelf.ReplaceAsync(BottleOf("a")), () => ask.Shelf.ChangeAsync("a", new JsonObject { ["leftG"] = 1.0 }) })
        {
            var refused = await Assert.ThrowsAsync<RefusedException>(act);
            Assert.Equal(("id", RefusalKind.Impossible), (refused.Field, refused.Kind));
        }
    }

    [Fact]
    public async Task A_bottle_nobody_has_is_refused_by_its_place_and_none_of_a_kit_is_kept()
    {
        using var ask = Ask();
        foreach (var (wrong, field) in new[]
        {
            (BottleOf("b", -1), "bottles[1].leftG"),
            (BottleOf("b") with { ProductId = "none" }, "bottles[1].productId"),
            (BottleOf("b") with { ProductId = OnePart.Id, Part = Part.Two }, "bottles[1].part"),
        })
        {
            Assert.Equal(field, (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.AddAsync([BottleOf("a"), wrong]))).Field);
            ask.Context.ChangeTracker.Clear();
            Assert.Empty(Bottles);
        }

        await ask.Shelf.AddAsync([BottleOf("a"), BottleOf("b") with { ProductId = OnePart.Id }, BottleOf("c") with { Part = Part.Two }]);
        Assert.Equal("bottle.leftG", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.ReplaceAsync(BottleOf("a", 501)))).Field);
        Assert.Equal("bottle.leftG", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.ChangeAsync("a", new JsonObject { ["leftG"] = 501.0 }))).Field);
        Assert.Equal("bottle.part", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.ChangeAsync("b", new JsonObject { ["part"] = "two" }))).Field);
        Assert.Equal(400, Bottles[0].LeftG);

        // What it is known by stays.
        await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.ChangeAsync("a", new JsonObject { ["id"] = "z" }));
    }

    [Fact]
    public async Task No_more_than_five_hundred_bottles_and_as_many_goods_stand_in_it()
    {
        using var ask = Ask();
        await ask.Shelf.AddAsync([.. Enumerable.Range(0, 499).Select(number => BottleOf($"{number}"))]);
        Assert.Equal("bottles", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.AddAsync([BottleOf("a"), BottleOf("b")]))).Field);
        Assert.Equal("file", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.TakeAsync([new(1, BottleOf("a"), null), new(2, BottleOf("b"), null)]))).Field);

        // One that is there already takes no place.
        await ask.Shelf.TakeAsync([new(1, BottleOf("a"), null), new(2, BottleOf("7", 3), null)]);
        Assert.Equal(500, Bottles.Count);
        await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.AddAsync([BottleOf("b")]));
        await ask.Shelf.AddAsync([]);

        await ask.Shelf.Goods.AddAsync([.. Enumerable.Range(0, 499).Select(number => Sealer($"{number}"))]);
        Assert.Equal("items", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.Goods.AddAsync([Sealer("a"), Sealer("b")]))).Field);
        Assert.Equal("file", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.TakeAsync([new(1, null, Sealer("a")), new(2, null, Sealer("b"))]))).Field);
        await ask.Shelf.TakeAsync([new(1, null, Sealer("a"))]);
        Assert.Equal(500, Goods.Count);
        await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.Goods.AddAsync([Sealer("b")]));
    }

    [Fact]
    public async Task A_list_is_taken_in_whole_or_not_at_all_and_what_it_does_not_name_stays()
    {
        using var ask = Ask();
        await ask.Shelf.AddAsync([BottleOf("a"), BottleOf("stays")]);
        await ask.Shelf.Goods.AddAsync([Sealer("tin")]);
        await ask.Shelf.TakeAsync([new(1, BottleOf("a", 5), null), new(2, BottleOf("new"), null), new(3, null, Sealer("tin", 4)), new(4, null, Sealer("second"))]);
        Assert.Equal([("a", 5), ("new", 400), ("stays", 400)], Bottles.Select(one => (one.Id, one.LeftG)).Order());
        Assert.Equal([("second", 40), ("tin", 4)], Goods.Select(one => (one.Id, one.Left)).Order());
        await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.TakeAsync([new(1, BottleOf("a", 6), null), new(2, BottleOf("b", -1), null)]));
        Assert.Equal(5, Bottles.Single(one => one.Id == "a").LeftG);

        // The same again changes no version: nobody who draws beside it has to try anew.
        async Task<List<int>> Versions() => [.. await ask.Context.Bottles.AsNoTracking().OrderBy(row => row.Id).Select(row => row.Version).ToListAsync(), .. await ask.Context.Goods.AsNoTracking().OrderBy(row => row.Id).Select(row => row.Version).ToListAsync()];
        var before = await Versions();
        await ask.Shelf.TakeAsync([new(1, BottleOf("a", 5), null), new(2, null, Sealer("tin", 4))]);
        Assert.Equal(before, await Versions());
    }

    [Fact]
    public async Task Goods_and_sizes_are_put_in_changed_and_taken_out()
    {
        using var ask = Ask();
        await ask.Shelf.Goods.AddAsync([Sealer("tin"), Sealer("other")]);
        _file.Time.Advance(TimeSpan.FromSeconds(1));
        await ask.Shelf.Goods.AddAsync([Sealer("early")]);
        Assert.Equal(["other", "tin", "early"], Goods.Select(one => one.Id));
        await ask.Shelf.Goods.ReplaceAsync(Sealer("tin", 3));
        Assert.Equal(3, Goods[1].Left);
        await ask.Shelf.Goods.ChangeAsync("other", new JsonObject { ["price"] = 7.5 });
        Assert.Equal([Sealer("other") with { Price = 7.5 }, Sealer("tin", 3), Sealer("early")], Goods);
        await ask.Shelf.Goods.RemoveAsync("early");
        Assert.Equal(2, Goods.Count);
        Assert.Equal("items[1].left", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.Goods.AddAsync([Sealer("x"), Sealer("y", 51)]))).Field);
        ask.Context.ChangeTracker.Clear();
        Assert.Equal("items[0]", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.Goods.AddAsync([null!]))).Field);
        Assert.Equal("item.left", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.Goods.ReplaceAsync(Sealer("tin", 51)))).Field);
        Assert.Equal("item.left", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.Goods.ChangeAsync("tin", new JsonObject { ["left"] = 51.0 }))).Field);
        Assert.Equal(["other", "tin"], Goods.Select(one => one.Id));
        foreach (var act in new Func<Task>[] { () => ask.Shelf.Goods.RemoveAsync("early"), () => ask.Shelf.Goods.ReplaceAsync(Sealer("early")), () => ask.Shelf.Goods.ChangeAsync("early", new JsonObject { ["left"] = 1.0 }) })
            Assert.Equal("That is not in the cupboard any more.", (await Assert.ThrowsAsync<RefusedException>(act)).Message);

        await ask.Shelf.Packs.AddAsync([new Pack("kit", Product, 500, 250, 30)]);
        Assert.Equal(new Pack("kit", Product, 500, 250, 30), Assert.Single(Packs));
        await ask.Shelf.Packs.RemoveAsync("kit");
        Assert.Equal("That size is not noted any more.", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.Packs.RemoveAsync("kit"))).Message);
    }

    [Fact]
    public async Task A_size_nobody_sells_is_refused_and_a_product_has_eight()
    {
        using var ask = Ask();
        async Task<string> Refused(Pack pack)
        {
            var refused = await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.Packs.AddAsync([pack]));
            ask.Context.ChangeTracker.Clear();
            return refused.Field;
        }

        Assert.Equal("items[0].oneG", await Refused(new("p", Product, 0, 0)));
        Assert.Equal("items[0].productId", await Refused(new("p", "none", 500, 250)));
        Assert.Equal("items[0].twoG", await Refused(new("p", OnePart.Id, 500, 1)));
        await ask.Shelf.Packs.AddAsync([new("one", OnePart.Id, 500, 0)]);
        for (var number = 1; number <= PackChoice.MostSizes; number++) await ask.Shelf.Packs.AddAsync([new($"{number}", Product, number * 100, 50)]);
        Assert.Equal("items[0].productId", await Refused(new("9", Product, 900, 50)));

        // One of the eight can be changed, and another product has its own.
        await ask.Shelf.Packs.ReplaceAsync(new("8", Product, 850, 50));
        await ask.Shelf.Packs.AddAsync([new("two", OnePart.Id, 1000, 0)]);
        Assert.Equal(10, Packs.Count);
    }

    // Seven times somebody else is quicker, and each time what he wrote in another field stays.
    [Fact]
    public async Task Two_who_change_one_thing_at_once_both_keep_their_fields()
    {
        using (var ask = Ask())
        {
            await ask.Shelf.AddAsync([BottleOf("a")]);
            await ask.Shelf.Goods.AddAsync([Sealer("tin")]);
        }

        var price = 1.0;
        void Others()
        {
            using var other = _file.Ask();
            price += 1;
            other.Shelf.ChangeAsync("a", new JsonObject { ["price"] = price }).GetAwaiter().GetResult();
            other.Shelf.Goods.ChangeAsync("tin", new JsonObject { ["price"] = price }).GetAwaiter().GetResult();
        }

        foreach (var change in new Func<ShelfStore, double, Task>[] { (shelf, left) => shelf.ChangeAsync("a", new JsonObject { ["leftG"] = left }), (shelf, left) => shelf.Goods.ChangeAsync("tin", new JsonObject { ["left"] = left }) })
        {
            var beside = new Meanwhile(7, Others);
            using (var ask = _file.Ask(beside)) await change(ask.Shelf, 30);
            Assert.Equal(8, beside.Saves);

            // It is not tried for ever.
            var busy = new Meanwhile(8, Others);
            using (var ask = _file.Ask(busy)) await Assert.ThrowsAsync<DbUpdateConcurrencyException>(() => change(ask.Shelf, 20));
            Assert.Equal(8, busy.Saves);
        }

        Assert.Equal((30, price), (Bottles.Single().LeftG, Bottles.Single().Price));
        Assert.Equal((30, price), (Goods.Single().Left, Goods.Single().Price));
    }

    // A pour draws from it, or another window changes it, between the reading and the writing: whoever says the whole thing, or takes it out, is served all the same.
    [Fact]
    public async Task What_is_changed_whole_stands_whatever_comes_between()
    {
        using (var ask = Ask())
        {
            await ask.Shelf.AddAsync([BottleOf("a")]);
            await ask.Shelf.Goods.AddAsync([Sealer("tin")]);
        }

        Task Weigh(ShelfStore shelf) => shelf.ChangeAsync("a", new JsonObject { ["leftG"] = 111.0 });
        Task Pour(ShelfStore shelf) => shelf.Goods.ChangeAsync("tin", new JsonObject { ["left"] = 11.0 });
        async Task Twice(Func<ShelfStore, Task> change, Func<ShelfStore, Task> other)
        {
            var beside = new Meanwhile(1, () =>
            {
                using var ask = _file.Ask();
                other(ask.Shelf).GetAwaiter().GetResult();
            });
            using var ask = _file.Ask(beside);
            await change(ask.Shelf);
            Assert.Equal(2, beside.Saves);
        }

        await Twice(shelf => shelf.ReplaceAsync(BottleOf("a", 77)), Weigh);
        await Twice(shelf => shelf.Goods.ReplaceAsync(Sealer("tin", 7)), Pour);
        Assert.Equal((77, 7), (Bottles.Single().LeftG, Goods.Single().Left));
        await Twice(shelf => shelf.TakeAsync([new(1, BottleOf("a", 88), null), new(2, null, Sealer("tin", 8))]), Weigh);
        Assert.Equal((88, 8), (Bottles.Single().LeftG, Goods.Single().Left));
        await Twice(shelf => shelf.TakeAsync([new(1, BottleOf("a", 99), null), new(2, null, Sealer("tin", 9))]), Pour);
        Assert.Equal((99, 9), (Bottles.Single().LeftG, Goods.Single().Left));
        await Twice(shelf => shelf.RemoveBottleAsync("a"), Weigh);
        await Twice(shelf => shelf.Goods.RemoveAsync("tin"), Pour);
        Assert.Empty(Bottles);
        Assert.Empty(Goods);
    }

    [Fact]
    public async Task What_cannot_be_read_is_told_and_hides_none_of_the_others()
    {
        using var ask = Ask();
        await ask.Shelf.AddAsync([BottleOf("a"), BottleOf("b"), BottleOf("c")]);
        await ask.Shelf.Goods.AddAsync([Sealer("tin"), Sealer("other")]);
        await ask.Shelf.Packs.AddAsync([new("kit", Product, 500, 250), new("large", Product, 1000, 500)]);
        await ask.Context.Bottles.Where(row => row.Id == "a").ExecuteUpdateAsync(set => set.SetProperty(row => row.Part, "Three"));
        await ask.Context.Bottles.Where(row => row.Id == "c").ExecuteUpdateAsync(set => set.SetProperty(row => row.Part, "7"));
        await ask.Context.Goods.Where(row => row.Id == "tin").ExecuteUpdateAsync(set => set.SetProperty(row => row.Item, "null"));
        await ask.Context.Packs.Where(row => row.Id == "kit").ExecuteUpdateAsync(set => set.SetProperty(row => row.Item, "{"));
        await ask.Shelf.LoadAsync();
        Assert.Equal("b", Assert.Single(Bottles).Id);
        Assert.Equal("other", Assert.Single(Goods).Id);
        Assert.Equal("large", Assert.Single(Packs).Id);
        Assert.Equal(
            [("a", "A bottle of 400 g holds a part called Three, which there is not. It is kept as it is."), ("c", "A bottle of 400 g holds a part called 7, which there is not. It is kept as it is."), ("kit", "Something in the cupboard cannot be read. It is kept as it is."), ("tin", "Something in the cupboard cannot be read. It is kept as it is.")],
            _file.Shelf.Troubles.Select(one => (one.Id, one.Sentence)).Order());
        Assert.Contains("Label tin cannot be read from the data file", _file.Told.Sentences);
        ask.Context.ChangeTracker.Clear();
        Assert.Equal("That bottle cannot be read: take it out and note it anew.", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.ChangeAsync("a", new JsonObject { ["leftG"] = 1.0 }))).Message);
        await ask.Shelf.RemoveBottleAsync("a");
        Assert.Equal(["c", "kit", "tin"], _file.Shelf.Troubles.Select(one => one.Id).Order());
    }

    private static SheetDraft Draft(string name) => new(name, ProductKind.CastingEpoxy) { Ratio = new MixRatio(2, 1, RatioBasis.Volume), GreatestLayerMm = 12, GelH = 8, FullCureH = 96 };

    [Fact]
    public async Task Labels_of_ones_own_come_first_are_changed_taken_off_and_put_back()
    {
        using var ask = Ask();
        var made = await ask.Shelf.Sheets.AddAsync(Draft("Mine"));
        Assert.Equal((made.Id, "Mine"), (_file.Shelf.Current.Sheets[0].Id, _file.Shelf.Current.Sheets[0].Name));
        Assert.Equal(1 + ExampleSheets.All.Count, Kept(stores => stores.Sheets).Count);
        Assert.Equal(12, (await ask.Shelf.Sheets.LabelAsync(made.Id)).GreatestLayerMm);
        await ask.Shelf.Sheets.ReplaceAsync(made.Id, Draft("Mine") with { GreatestLayerMm = 9 });
        Assert.Equal(9, Kept(stores => stores.Sheets)[0].GreatestLayerMm);
        await ask.Shelf.Sheets.RemoveAsync(made.Id, true);
        Assert.Equal(ExampleSheets.All.Count, Kept(stores => stores.Sheets).Count);
        await ask.Shelf.Sheets.RemoveAsync(made.Id, false);
        Assert.Equal(made.Id, Kept(stores => stores.Sheets)[0].Id);

        var refused = await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.Sheets.ReplaceAsync(Product, Draft("Theirs")));
        Assert.Equal(("productId", "The sheets that ship stay as they are: enter your own beside them."), (refused.Field, refused.Message));
        Assert.Equal("That product sheet is not in the stores.", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.Sheets.LabelAsync("none"))).Message);
        Assert.Equal("The tints that ship stay as they are: enter your own beside them.", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.Tints.RemoveAsync(ExampleTints.All[0].Id, true))).Message);
        var none = await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.Tints.LabelAsync("none"));
        Assert.Equal(("tintId", "That tint is not in the stores."), (none.Field, none.Message));
    }

    [Fact]
    public async Task No_more_than_two_hundred_labels_are_kept_and_those_taken_off_take_no_place()
    {
        using var ask = Ask();
        var first = await ask.Shelf.Sheets.AddAsync(Draft("0"));
        for (var number = 1; number < 200; number++) ask.Context.Sheets.Add(new SheetRow { Id = $"{number}", Draft = (await ask.Context.Sheets.AsNoTracking().FirstAsync()).Draft });
        await ask.Context.SaveChangesAsync();
        Assert.Equal("Keep the shelf to 200 sheets: take one off first.", (await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.Sheets.AddAsync(Draft("201")))).Message);
        await ask.Shelf.Sheets.RemoveAsync(first.Id, true);
        using (var file = Ask())
        {
            var brought = await Assert.ThrowsAsync<RefusedException>(() => file.Shelf.LayDownAsync(new Dictionary<string, SheetDraft> { ["a"] = Draft("A"), [first.Id] = Draft("0") }, null));
            Assert.Equal("Keep the shelf to 200 sheets: the file brings 2 more.", brought.Message);
        }

        await ask.Shelf.LayDownAsync(new Dictionary<string, SheetDraft> { [first.Id] = Draft("0"), ["1"] = Draft("1") }, null);
        await ask.Context.SaveChangesAsync();
        await ask.Shelf.Sheets.RemoveAsync(first.Id, true);
        await ask.Shelf.Sheets.AddAsync(Draft("201"));
    }

    [Fact]
    public async Task Labels_that_come_with_a_build_are_kept_where_there_are_none()
    {
        using var ask = Ask();
        var made = await ask.Shelf.Sheets.AddAsync(Draft("Mine"));
        await ask.Shelf.Sheets.RemoveAsync(made.Id, true);
        var with = await ask.Shelf.LayDownAsync(new Dictionary<string, SheetDraft> { [made.Id] = Draft("Theirs"), ["new"] = Draft("New"), [Product] = Draft("Shipped") }, null);
        Assert.DoesNotContain(Kept(stores => stores.Sheets), sheet => sheet.Id == made.Id || sheet.Id == "new");
        await ask.Context.SaveChangesAsync();
        await ask.Shelf.LoadAsync();
        Assert.Equal(Kept(stores => stores.Sheets).Select(sheet => (sheet.Id, sheet.Name)).Order(), with.Sheets.Select(sheet => (sheet.Id, sheet.Name)).Order());

        // Its own is put back and never written over; what ships needs no keeping.
        Assert.Equal(["Mine", "New"], Kept(stores => stores.Sheets).Where(sheet => sheet.Id == made.Id || sheet.Id == "new").Select(sheet => sheet.Name).Order());
        Assert.Equal(2 + ExampleSheets.All.Count, Kept(stores => stores.Sheets).Count);
        Assert.Equal([made.Id, "new"], (await ask.Shelf.Sheets.OfAsync([made.Id, null, "new", "new", Product, "none"])).Keys.Order());
        await Assert.ThrowsAsync<RefusedException>(() => ask.Shelf.LayDownAsync(new Dictionary<string, SheetDraft> { ["bad"] = Draft("") }, null));
        Assert.Same(Kept(stores => stores.Sheets)[0], (await ask.Shelf.LayDownAsync(null, null)).Sheets[0]);

        // With a build goes what it is poured of, and what of it was poured before of another.
        var build = Sample.Board() with { Begun = [new("p", "race", 1, DateTimeOffset.UnixEpoch.AddYears(57), []) { ProductId = made.Id }] };
        Assert.Equal([made.Id], (await ask.Shelf.SheetsOfAsync(build)).Keys);
        Assert.Equal(["new"], (await ask.Shelf.SheetsOfAsync(Sample.Board() with { Waters = [Sample.Board().Waters[0] with { ProductId = "new" }] })).Keys);
        Assert.Equal(2, await ask.Context.Sheets.CountAsync());
    }

    [Fact]
    public async Task A_label_that_cannot_be_read_is_told_and_hides_none_of_the_others()
    {
        using var ask = Ask();
        var (broken, whole) = (await ask.Shelf.Sheets.AddAsync(Draft("Broken")), await ask.Shelf.Sheets.AddAsync(Draft("Whole")));
        await ask.Context.Sheets.Where(row => row.Id == broken.Id).ExecuteUpdateAsync(set => set.SetProperty(row => row.Draft, "{"));
        await ask.Shelf.LoadAsync();
        Assert.Equal([whole.Id, .. ExampleSheets.All.Select(sheet => sheet.Id)], Kept(stores => stores.Sheets).Select(sheet => sheet.Id));
        Assert.Equal((broken.Id, "The label of one of your sheets cannot be read. It is kept as it is."), (_file.Shelf.Troubles.Single().Id, _file.Shelf.Troubles.Single().Sentence));

        // Nor does it keep a build from being saved as a file.
        Assert.Equal([whole.Id], (await ask.Shelf.Sheets.OfAsync([broken.Id, whole.Id])).Keys);
    }
}
