using InkBasin.Core.Bench;
using InkBasin.Core.Builds;
using InkBasin.Core.Ink;
using InkBasin.Core.Log;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;

namespace InkBasin.Store.Tests;

/// <summary>What a session mixed and poured nowhere is out of the bottles, as its record says, and stays so when a pour of it is taken back.</summary>
public sealed class SpentDrawsTests : OverCupboard
{
    private const string Product = "coating-epoxy";
    private static readonly DateTimeOffset At = new(2027, 5, 10, 20, 0, 0, TimeSpan.Zero);
    private static readonly DateOnly On = new(2027, 5, 10);

    private static Bottle[] Kit => [new("one", Product, Part.One, 500, null, null) { FullG = 500 }, new("two", Product, Part.Two, 400, null, null) { FullG = 400 }];

    private static LogEntry Session(double oneG = 60, double twoG = 50, double share = 0, string id = "s") => new()
    {
        Id = id,
        At = At,
        WaterId = "race",
        Layer = 1,
        Session = new SessionRecord(
            "Race, layer 1", Product, "Coating epoxy", null, At, At.AddHours(1), true, [], [new CupMix(1.2, oneG, twoG, 1.1, 1, 2, 500, 0.1, [])], 3, 18, 30, null,
            [new BenchCup(1, oneG, twoG, twoG, 0, 100, At.AddMinutes(5), null, null, 3, null, null, At.AddMinutes(30))], [], [], null, null, null, new BubbleLooks(0, 3), 0)
        {
            PouredShares = [share],
        },
    };

    private static CorrectLog Right(double? oneG) => new("s", new LogCorrection(At.AddDays(1), "cup.1.oneG", oneG, null, "Misread"));

    [Fact]
    public async Task It_is_out_once_and_opens_the_bottle()
    {
        var id = await Begin(Kit);
        await Edit(id, new WriteLog(Session()));
        Assert.Equal((440, On), Bottles()["one"]);
        Assert.Equal((350, On), Bottles()["two"]);
        using (var ask = Kept.Ask()) Assert.Empty(await ask.Bottles.DrawnAsync(id));
        await Edit(id, new WriteLog(new LogEntry { Id = "n", At = At, Text = "It smoked." }));
        await Edit(id, new WriteLog(Session(6, 5, share: 1, id: "poured")));
        Assert.Equal((440, On), Bottles()["one"]);
        await Edit(id, new WriteLog(Session(12, 10, share: 0.5, id: "half")));
        Assert.Equal((434, 345), (Bottles()["one"].LeftG, Bottles()["two"].LeftG));
    }

    [Fact]
    public async Task Put_right_it_is_taken_anew()
    {
        var id = await Begin(Kit);
        await Edit(id, new WriteLog(Session()));
        await Edit(id, Right(80));
        Assert.Equal((420, 350), (Bottles()["one"].LeftG, Bottles()["two"].LeftG));
        await Edit(id, Right(null));
        Assert.Equal((500, 350), (Bottles()["one"].LeftG, Bottles()["two"].LeftG));
    }

    // A pour and a record may bear the same id.
    [Fact]
    public async Task It_is_no_pours_and_stays_when_one_is_taken_back()
    {
        var id = await Begin(Kit, new BegunPour("s", "race", 1, At, []));
        await Edit(id, new WriteLog(Session()));
        await Edit(id, new LogPour("s", new System.Text.Json.Nodes.JsonObject { ["oneG"] = 30.0, ["twoG"] = 25.0, ["at"] = "2027-05-10T21:00:00+00:00", ["fromBottles"] = true, ["leftMl"] = null, ["reachedMm"] = null, ["roomC"] = null, ["note"] = null }));
        Assert.Equal(410, Bottles()["one"].LeftG);
        await Undo(id);
        Assert.Equal((440, On), Bottles()["one"]);
    }

    [Fact]
    public async Task Of_what_no_bottle_is_noted_nothing_is_missed()
    {
        var id = await Begin([]);
        await Edit(id, new WriteLog(Session()));
        Assert.Empty(Bottles());
        await Begin(Kit);
        Assert.Equal((500, null), Bottles()["one"]);
        var short_ = await Begin([]);
        await Edit(short_, new WriteLog(Session(700, 50)));
        Assert.Equal((0, 350), (Bottles()["one"].LeftG, Bottles()["two"].LeftG));
    }

    [Fact]
    public async Task What_came_with_a_build_was_taken_out_of_other_bottles()
    {
        using var ask = Kept.Ask();
        await Begin(Kit);
        var id = (await ask.Builds.CreateAsync(Sample.Board() with { Log = [Session()] })).Id;
        await Edit(id, Right(80));
        Assert.Equal(500, Bottles()["one"].LeftG);
    }

    [Fact]
    public async Task Its_tint_is_gone_with_it()
    {
        using (var ask = Kept.Ask()) await ask.Shelf.LoadAsync();
        using (var ask = Kept.Ask()) await ask.Shelf.Goods.AddAsync([new Good("tint", GoodKind.Tint, "Blue-green", 28) { TintId = "blue-green", Full = 30 }]);
        var id = await Begin(Kit);
        await Edit(id, new SetFields("waters", "race", new System.Text.Json.Nodes.JsonObject { ["ink"] = System.Text.Json.JsonSerializer.SerializeToNode(new InkChoice("blue-green", 2), BuildJson.Options) }));
        await Edit(id, new WriteLog(Session()));
        var mixed = ExampleSheets.All.Single(sheet => sheet.Id == Product).MixedMl(60, 50);
        Assert.Equal(28 - (0.02 * mixed), Assert.Single(Kept.Shelf.Current.Goods).Left, 9);
    }
}
