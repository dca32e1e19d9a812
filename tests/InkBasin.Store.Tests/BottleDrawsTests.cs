using System.Text.Json.Nodes;
using InkBasin.Core;
using InkBasin.Core.Builds;
using InkBasin.Core.Ink;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store.Tests;

/// <summary>Bottles and tints that follow what is noted: out while the note stands, back when it goes, once and never more than a bottle holds.</summary>
public sealed class BottleDrawsTests : OverCupboard
{
    private const string Product = "coating-epoxy";
    private static readonly DateOnly Bought = new(2027, 5, 1);
    private static readonly DateTimeOffset Poured = new(2027, 5, 10, 20, 0, 0, TimeSpan.Zero);
    private static readonly DateOnly On = new(2027, 5, 10);

    private static Bottle BottleOf(string id, Part part, double g, DateOnly? bought = null, DateOnly? opened = null, double? full = 500) => new(id, Product, part, g, bought ?? Bought, opened) { FullG = full };

    private static BegunPour Pour(string id, int layer = 1, InkChoice? ink = null) => new(id, "race", layer, Poured.AddHours(layer - 1), []) { ToMm = 12 + layer, Ink = ink };

    private static LogPour Noted(string pour, double oneG, double twoG, bool fromBottles = true) => new(pour, new JsonObject
    {
        ["oneG"] = oneG,
        ["twoG"] = twoG,
        ["leftMl"] = null,
        ["reachedMm"] = null,
        ["roomC"] = null,
        ["note"] = null,
        ["at"] = "2027-05-10T21:00:00+00:00",
        ["fromBottles"] = fromBottles,
    });

    [Fact]
    public async Task What_is_weighed_out_is_out_while_its_note_stands_and_opens_the_bottle()
    {
        var id = await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400)], Pour("p"));
        var full = Bottles();
        await Edit(id, Noted("p", 60, 50));
        var drawn = Bottles();
        Assert.Equal((440, On), drawn["one"]);
        Assert.Equal((350, On), drawn["two"]);
        using (var ask = Kept.Ask())
        {
            Assert.Equal(["p"], await ask.Bottles.DrawnAsync(id));
            Assert.Empty(await ask.Bottles.DrawnAsync(Guid.NewGuid()));
        }

        // A change of other fields takes nothing again; of the grams, the difference.
        await Edit(id, new LogPour("p", new JsonObject { ["note"] = "A hair in it." }));
        Assert.Equal(drawn, Bottles());
        await Edit(id, new LogPour("p", new JsonObject { ["oneG"] = 80.0 }));
        Assert.Equal((420, On), Bottles()["one"]);
        await Undo(id);
        await Undo(id);
        Assert.Equal(drawn, Bottles());
        await Undo(id);
        Assert.Equal(full, Bottles());
        using (var ask = Kept.Ask()) Assert.Empty(await ask.Bottles.DrawnAsync(id));
        await Redo(id);
        Assert.Equal(drawn, Bottles());
        await Edit(id, new LogPour("p", null));
        Assert.Equal(full, Bottles());
        await Undo(id);
        await Edit(id, new LogPour("p", new JsonObject { ["fromBottles"] = false }));
        Assert.Equal(full, Bottles());
    }

    [Fact]
    public async Task Two_builds_and_two_pours_each_have_their_own()
    {
        var id = await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400)], Pour("p"), Pour("q", 2));
        var other = await Begin([], Pour("p"));
        await Edit(id, Noted("p", 60, 50));
        await Edit(id, Noted("q", 30, 25));
        await Edit(other, Noted("p", 6, 5));
        Assert.Equal((404, On), Bottles()["one"]);

        // The one that opened it is struck out: another has drawn since, so it stays open, and closes with the last of them.
        await Edit(id, new LogPour("p", null));
        Assert.Equal((464, On), Bottles()["one"]);
        await Edit(other, new LogPour("p", null));
        Assert.Equal((470, On), Bottles()["one"]);
        await Edit(id, new LogPour("q", null));
        Assert.Equal((500, null), Bottles()["one"]);
        Assert.Equal((400, null), Bottles()["two"]);
    }

    [Fact]
    public async Task What_was_open_before_stays_open()
    {
        var id = await Begin([BottleOf("one", Part.One, 500, opened: new(2027, 5, 3)), BottleOf("two", Part.Two, 400)], Pour("p"));
        await Edit(id, Noted("p", 60, 50));
        Assert.Equal((440, new DateOnly(2027, 5, 3)), Bottles()["one"]);
        await Undo(id);
        Assert.Equal((500, new DateOnly(2027, 5, 3)), Bottles()["one"]);
        Assert.Null(Bottles()["two"].OpenedOn);
    }

    // Weighed meanwhile, filled up or corrected: what comes back does not make it hold more than it did when new, which no bottle may.
    [Fact]
    public async Task Put_back_no_bottle_has_more_than_it_held_when_new()
    {
        var id = await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400, full: null)], Pour("p"));
        await Edit(id, Noted("p", 60, 50));
        using (var ask = Kept.Ask())
        {
            await ask.Shelf.ChangeAsync("one", new JsonObject { ["leftG"] = 470.0 });
            await ask.Shelf.ChangeAsync("two", new JsonObject { ["leftG"] = 400.0 });
        }

        await Edit(id, new LogPour("p", null));
        Assert.Equal(500, Bottles()["one"].LeftG);

        // Of this one nobody knows what it held.
        Assert.Equal(450, Bottles()["two"].LeftG);
        using (var ask = Kept.Ask()) await ask.Shelf.ChangeAsync("one", new JsonObject { ["price"] = 12.0 });
        Assert.Equal(12, Kept.Shelf.Current.Bottles.Single(bottle => bottle.Id == "one").Price);
    }

    // Of the two dates one is wrong; opened before it was bought, the bottle could not be changed any more.
    // Nobody plans it; but who pours it all the same has it in the bed, and not in the bottle.
    [Fact]
    public async Task What_is_past_its_date_is_taken_when_nothing_else_is_left()
    {
        var id = await Begin(
            [BottleOf("old", Part.One, 100, bought: new(2020, 1, 1), opened: new(2020, 1, 1)), BottleOf("new", Part.One, 40), BottleOf("two", Part.Two, 400)], Pour("p"), Pour("q", 2));
        Assert.True(Kept.Shelf.Current.Bottles.Single(bottle => bottle.Id == "old").KeepsUntil(ExampleSheets.All.Single(sheet => sheet.Id == Product)) < On);
        await Edit(id, Noted("p", 40, 30));
        Assert.Equal((100, 0), (Bottles()["old"].LeftG, Bottles()["new"].LeftG));
        await Edit(id, Noted("q", 30, 25));
        Assert.Equal((70, 0), (Bottles()["old"].LeftG, Bottles()["new"].LeftG));
        await Undo(id);
        Assert.Equal((100, 0), (Bottles()["old"].LeftG, Bottles()["new"].LeftG));
    }

    [Fact]
    public async Task A_pour_dated_before_its_bottle_was_bought_opens_it_on_the_day_it_was_bought()
    {
        var id = await Begin([BottleOf("one", Part.One, 500, bought: On.AddDays(2)), BottleOf("two", Part.Two, 400)], Pour("p"));
        await Edit(id, Noted("p", 60, 50));
        Assert.Equal((440, On.AddDays(2)), Bottles()["one"]);
        Assert.Equal((350, On), Bottles()["two"]);
        using (var ask = Kept.Ask()) await ask.Shelf.ChangeAsync("one", new JsonObject { ["price"] = 12.0 });
        await Undo(id);
        Assert.Equal((500, null), Bottles()["one"]);
    }

    [Fact]
    public async Task A_bottle_taken_off_the_shelf_has_nothing_to_go_back_into()
    {
        var id = await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400)], Pour("p"));
        await Edit(id, Noted("p", 60, 50));
        using (var ask = Kept.Ask()) await ask.Shelf.RemoveBottleAsync("one");
        await Undo(id);
        Assert.Equal((400, null), Bottles()["two"]);
        Assert.Single(Bottles());

        // Done again, what is there is taken.
        await Redo(id);
        Assert.Equal((350, On), Bottles()["two"]);
    }

    [Fact]
    public async Task Out_of_bottles_nobody_noted_nothing_is_taken_and_the_note_is_refused()
    {
        var id = await Begin([], Pour("p"));
        var refused = await Assert.ThrowsAsync<RefusedException>(() => Edit(id, Noted("p", 60, 50)));
        Assert.Equal(("fields.fromBottles", RefusalKind.Impossible), (refused.Field, refused.Kind));
        Assert.StartsWith("No bottle of ", refused.Message, StringComparison.Ordinal);
        Assert.Equal(1, (await Edit(id, Noted("p", 60, 50, fromBottles: false))).Build.Begun.Count(pour => pour.Result is not null));

        // Nothing weighed out needs no bottle; a gram does.
        await Edit(id, new LogPour("p", null));
        await Edit(id, Noted("p", 0, 0));
        await Edit(id, new LogPour("p", null));
        await Assert.ThrowsAsync<RefusedException>(() => Edit(id, Noted("p", 1, 0)));
    }

    // What was noted is put back as it was noted, whether its bottles still stand there or not.
    [Fact]
    public async Task Undone_and_made_again_nothing_is_refused_for_want_of_bottles()
    {
        var id = await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400)], Pour("p"));
        await Edit(id, Noted("p", 60, 50));
        await Edit(id, new LogPour("p", null));
        using (var ask = Kept.Ask()) foreach (var bottle in new[] { "one", "two" }) await ask.Shelf.RemoveBottleAsync(bottle);
        async Task<PourResult?> Note()
        {
            using var ask = Kept.Ask();
            return (await ask.Builds.GetAsync(id)).Build.Begun.Single().Result;
        }

        await Undo(id);
        Assert.Equal(60, (await Note())!.OneG);
        await Undo(id);
        Assert.Null(await Note());
        await Redo(id);
        Assert.Equal(60, (await Note())!.OneG);
        Assert.Empty(Bottles());
    }

    [Fact]
    public async Task Changed_to_another_product_it_is_redone_from_what_it_was_mixed_of()
    {
        var id = await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400)], Pour("p"));
        await Edit(id, Noted("p", 60, 50));
        await Undo(id);
        using (var ask = Kept.Ask()) await ask.Context.Builds.Where(row => row.Id == id).ExecuteUpdateAsync(set => set.SetProperty(row => row.Document, row => row.Document.Replace("coating-epoxy", "casting-epoxy")));
        Kept.Forget();
        await Redo(id);
        Assert.Equal((440, On), Bottles()["one"]);
    }

    // The next layer may be of another: what is put right of this one is not taken out of that.
    [Fact]
    public async Task Put_right_after_the_water_has_another_product_it_stays_with_what_it_was_mixed_of()
    {
        var id = await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400), BottleOf("other", Part.One, 300) with { ProductId = "casting-epoxy" }], Pour("p"));
        await Edit(id, Noted("p", 60, 50));
        await Edit(id, new SetFields("waters", "race", new JsonObject { ["productId"] = "casting-epoxy" }));
        await Edit(id, new LogPour("p", new JsonObject { ["oneG"] = 80.0 }));
        Assert.Equal((420, On), Bottles()["one"]);
        Assert.Equal((300, null), Bottles()["other"]);

        // Struck out and noted anew it is what the water is poured of by then, where nobody kept what it was begun with.
        await Edit(id, new LogPour("p", null));
        await Edit(id, Noted("p", 80, 0));
        Assert.Equal((500, null), Bottles()["one"]);
        Assert.Equal((220, On), Bottles()["other"]);
    }

    [Fact]
    public async Task Noted_anew_it_is_taken_out_of_what_it_was_begun_with()
    {
        var id = await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400), BottleOf("other", Part.One, 300) with { ProductId = "casting-epoxy" }], Pour("p") with { ProductId = Product });
        await Edit(id, new SetFields("waters", "race", new JsonObject { ["productId"] = "casting-epoxy" }));
        await Edit(id, Noted("p", 80, 0));
        Assert.Equal((420, On), Bottles()["one"]);
        Assert.Equal((300, null), Bottles()["other"]);
    }

    // Begun with the wrong product chosen: put right, the grams that were weighed go back into those bottles and come out of the others.
    [Fact]
    public async Task Put_right_what_it_was_mixed_of_the_other_bottles_give_it()
    {
        var id = await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400), BottleOf("other", Part.One, 300) with { ProductId = "casting-epoxy" }], Pour("p") with { ProductId = Product });
        await Edit(id, Noted("p", 60, 0));
        var noted = Bottles();
        await Edit(id, new PouredOf("p", "casting-epoxy"));
        Assert.Equal((500, null), Bottles()["one"]);
        Assert.Equal((240, On), Bottles()["other"]);
        await Undo(id);
        Assert.Equal(noted, Bottles());
        await Redo(id);
        Assert.Equal((240, On), Bottles()["other"]);
        await Edit(id, new LogPour("p", new JsonObject { ["oneG"] = 50.0 }));
        Assert.Equal((250, On), Bottles()["other"]);
        await Edit(id, new LogPour("p", null));
        Assert.Equal((300, null), Bottles()["other"]);
        Assert.Equal((500, null), Bottles()["one"]);
    }

    [Fact]
    public async Task Walked_back_past_a_strike_it_comes_out_of_what_it_was_of_then()
    {
        var id = await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400), BottleOf("other", Part.One, 300) with { ProductId = "casting-epoxy" }], Pour("p") with { ProductId = Product });
        await Edit(id, Noted("p", 60, 0));
        await Edit(id, new LogPour("p", null));
        await Edit(id, new PouredOf("p", "casting-epoxy"));
        await Edit(id, Noted("p", 50, 0));
        Assert.Equal((250, On), Bottles()["other"]);
        for (var back = 0; back < 3; back++) await Undo(id);
        Assert.Equal((440, On), Bottles()["one"]);
        Assert.Equal((300, null), Bottles()["other"]);
    }

    [Fact]
    public async Task Put_right_to_what_nobody_has_a_bottle_of_it_is_refused_and_stays_as_it_was()
    {
        var id = await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400)], Pour("p") with { ProductId = Product });
        await Edit(id, Noted("p", 60, 50));
        var noted = Bottles();
        var refused = await Assert.ThrowsAsync<RefusedException>(() => Edit(id, new PouredOf("p", "casting-epoxy")));
        Assert.StartsWith("No bottle of ", refused.Message, StringComparison.Ordinal);
        Assert.Equal(noted, Bottles());

        // Not taken out of bottles it is put right without them.
        await Edit(id, new LogPour("p", new JsonObject { ["fromBottles"] = false }));
        await Edit(id, new PouredOf("p", "casting-epoxy"));
        Assert.Equal((500, null), Bottles()["one"]);
    }

    // A file of an earlier version did not say what a pour was of: taken back, it is drawn again from where it had come.
    [Fact]
    public async Task Taken_back_to_not_known_it_comes_out_of_where_it_came_from()
    {
        var id = await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400), BottleOf("other", Part.One, 300) with { ProductId = "casting-epoxy" }], Pour("p"));
        await Edit(id, Noted("p", 60, 0));
        await Edit(id, new PouredOf("p", "casting-epoxy"));
        Assert.Equal((240, On), Bottles()["other"]);
        await Assert.ThrowsAsync<RefusedException>(() => Edit(id, new PouredOf("p", null)));
        await Undo(id);
        Assert.Equal((440, On), Bottles()["one"]);
        Assert.Equal((300, null), Bottles()["other"]);
    }

    [Fact]
    public async Task Another_who_draws_from_the_same_bottle_at_the_same_moment_loses_nothing()
    {
        var id = await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400)], Pour("p"));
        var g = 500.0;
        var beside = new Meanwhile(7, () =>
        {
            using var other = Kept.Ask();
            other.Shelf.ChangeAsync("one", new JsonObject { ["leftG"] = g -= 10 }).GetAwaiter().GetResult();
        });
        using (var ask = Kept.Ask(beside)) await ask.Builds.EditAsync(id, 1, Noted("p", 60, 50));
        Assert.Equal(8, beside.Saves);
        Assert.Equal((370, On), Bottles()["one"]);
        Assert.Equal((350, On), Bottles()["two"]);

        // It is not tried for ever, and then nothing of it is kept.
        await Undo(id);
        var busy = new Meanwhile(8, () =>
        {
            using var other = Kept.Ask();
            other.Shelf.ChangeAsync("one", new JsonObject { ["leftG"] = g -= 10 }).GetAwaiter().GetResult();
        });
        using (var ask = Kept.Ask(busy)) await Assert.ThrowsAsync<DbUpdateConcurrencyException>(() => ask.Builds.RedoAsync(id, 3));
        Assert.Equal(8, busy.Saves);
        using var after = Kept.Ask();
        Assert.Equal(3, (await after.Builds.GetAsync(id)).Version);
        Assert.Equal(400, Bottles()["two"].LeftG);
    }

    [Fact]
    public async Task A_build_that_comes_from_elsewhere_has_taken_nothing_out_of_these_bottles()
    {
        await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400)]);
        using var ask = Kept.Ask();
        var made = await ask.Builds.CreateAsync(Sample.Board() with { Begun = [Pour("p") with { Result = new PourResult(60, 50, null, null, null, null, Poured) { FromBottles = true } }] });
        var kept = (await ask.Builds.GetAsync(made.Id)).Build.Begun.Single().Result!;
        Assert.Equal((false, 60), (kept.FromBottles, kept.OneG));
        Assert.Equal(500, Bottles()["one"].LeftG);
    }

    [Fact]
    public async Task Its_tints_go_with_it_and_come_back_never_over_what_they_held()
    {
        var ink = new InkChoice("blue-green", 2);
        var id = await Begin([BottleOf("one", Part.One, 500), BottleOf("two", Part.Two, 400)], Pour("p", ink: ink));
        double Left()
        {
            using var ask = Kept.Ask();
            ask.Shelf.LoadAsync().GetAwaiter().GetResult();
            return Assert.Single(Kept.Shelf.Current.Goods).Left;
        }

        using (var ask = Kept.Ask()) await ask.Shelf.Goods.AddAsync([new Good("tint", GoodKind.Tint, "Blue-green", 28) { TintId = "blue-green", Full = 30 }]);
        await Edit(id, Noted("p", 60, 50));
        var mixed = ExampleSheets.All.Single(sheet => sheet.Id == Product).MixedMl(60, 50);
        Assert.Equal(28 - (0.02 * mixed), Left(), 9);
        using (var ask = Kept.Ask())
        {
            var taken = Assert.Single(await ask.Works.TakenAsync());
            Assert.Equal(("tint", id, "Mill race", "p", null, null), (taken.GoodId, taken.BuildId, taken.BuildName, taken.WorkId, taken.What, taken.On));
            Assert.Equal(0.02 * mixed, taken.Amount, 9);
        }

        await Undo(id);
        Assert.Equal(28, Left(), 9);
        await Redo(id);
        using (var ask = Kept.Ask()) await ask.Shelf.Goods.ChangeAsync("tint", new JsonObject { ["left"] = 29.5 });
        await Edit(id, new LogPour("p", null));
        Assert.Equal(30, Left());
        using (var ask = Kept.Ask()) Assert.Empty(await ask.Works.TakenAsync());
    }
}
