using System.Text.Json;
using System.Text.Json.Nodes;
using InkBasin.Core;
using InkBasin.Core.Builds;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;
using Microsoft.EntityFrameworkCore;

namespace InkBasin.Store.Tests;

/// <summary>Whatever is noted, put right, struck out, undone and redone, in whatever order and in two builds at once: no gram is lost and none is made.</summary>
public sealed class BottlesKeepCountTests : OverCupboard
{
    private const string Product = "coating-epoxy";
    private const string Another = "casting-epoxy";
    private static readonly DateTimeOffset Poured = new(2027, 5, 10, 20, 0, 0, TimeSpan.Zero);

    // Small ones, so that they run out; one is bought after some of the pours.
    private static readonly Bottle[] Full =
    [
        new("one-a", Product, Part.One, 120, new(2027, 5, 1), null) { FullG = 120 },
        new("one-b", Product, Part.One, 90, new(2027, 5, 12), null) { FullG = 200 },
        new("two-a", Product, Part.Two, 100, new(2027, 5, 1), new(2027, 5, 2)) { FullG = 150 },
        new("two-b", Product, Part.Two, 60, null, null) { FullG = 60 },
        new("one-c", Another, Part.One, 150, new(2027, 5, 1), null) { FullG = 150 },
        new("two-c", Another, Part.Two, 80, null, null) { FullG = 90 },
    ];

    private static LogPour Noted(string pour, Random random) => new(pour, new JsonObject
    {
        ["oneG"] = Math.Round(random.NextDouble() * 90, 1),
        ["twoG"] = random.Next(6) == 0 ? null : Math.Round(random.NextDouble() * 70, 1),
        ["leftMl"] = null,
        ["reachedMm"] = null,
        ["roomC"] = null,
        ["note"] = null,
        ["at"] = "2027-05-10T21:00:00+00:00",
        ["fromBottles"] = random.Next(4) > 0,
    });

    private static BuildEdit AnyEdit(Random random, BegunPour pour) => pour.Result is null && random.Next(4) > 0 ? Noted(pour.Id, random) : random.Next(pour.Result is null ? 1 : 5) switch
    {
        0 => new PouredOf(pour.Id, random.Next(2) == 0 ? Product : Another),
        1 => new LogPour(pour.Id, null),
        2 => new LogPour(pour.Id, new JsonObject { ["fromBottles"] = random.Next(2) == 0 }),
        3 => new LogPour(pour.Id, new JsonObject { ["note"] = $"{random.Next(9)}" }),
        _ => new LogPour(pour.Id, new JsonObject { ["oneG"] = Math.Round(random.NextDouble() * 90, 1) }),
    };

    private async Task Do(Guid id, Random random)
    {
        using var ask = Kept.Ask();
        var stored = await ask.Builds.GetAsync(id);
        try
        {
            await (random.Next(5) switch
            {
                0 => ask.Builds.UndoAsync(id, stored.Version),
                1 => ask.Builds.RedoAsync(id, stored.Version),
                _ => ask.Builds.EditAsync(id, stored.Version, AnyEdit(random, stored.Build.Begun[random.Next(stored.Build.Begun.Count)])),
            });
        }
        catch (RefusedException refused) when (refused.Message is "There is nothing to undo." or "There is nothing to redo.")
        {
            // Nothing was to be done.
        }
    }

    private async Task<(List<Bottle> Bottles, List<(BegunPour? Pour, Dictionary<string, double> Taken)> Draws)> Look(Guid[] builds)
    {
        using var ask = Kept.Ask();
        await ask.Shelf.LoadAsync();
        var pours = new Dictionary<(Guid, string), BegunPour>();
        foreach (var id in builds)
            foreach (var pour in (await ask.Builds.GetAsync(id)).Build.Begun) pours[(id, pour.Id)] = pour;
        var draws = await ask.Context.Draws.AsNoTracking().ToListAsync();
        return ([.. Kept.Shelf.Current.Bottles], [.. draws.Select(row => (pours.GetValueOrDefault((row.BuildId, row.PourId)), JsonSerializer.Deserialize<Dictionary<string, double>>(row.Taken)!))]);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public async Task No_gram_is_lost_and_none_is_made(int seed)
    {
        var random = new Random(seed);
        BegunPour[] pours = [.. Enumerable.Range(1, 3).Select(layer => new BegunPour($"p{layer}", "race", layer, Poured.AddDays(layer), []) { ToMm = 12 + layer, ProductId = layer == 1 ? null : Product })];
        Guid[] builds = [await Begin(Full, pours), await Begin([], pours)];
        for (var step = 0; step < 60; step++)
        {
            await Do(builds[random.Next(2)], random);
            var (bottles, draws) = await Look(builds);
            foreach (var full in Full)
            {
                var bottle = bottles.Single(one => one.Id == full.Id);
                bottle.Check("bottle");
                var taken = draws.Select(draw => draw.Taken.GetValueOrDefault(full.Id)).ToList();
                Assert.Equal(full.LeftG, bottle.LeftG + taken.Sum(), 6);

                // Open exactly while something is out of it, or since before.
                Assert.Equal(full.OpenedOn is not null || taken.Any(g => g > 0), bottle.OpenedOn is not null);
            }

            foreach (var (pour, taken) in draws)
            {
                var (one, two) = (taken.Where(each => each.Key.StartsWith("one", StringComparison.Ordinal)).Sum(each => each.Value), taken.Where(each => each.Key.StartsWith("two", StringComparison.Ordinal)).Sum(each => each.Value));
                if (pour?.ProductId is { } of) Assert.All(taken.Keys, id => Assert.Equal(of, Full.Single(bottle => bottle.Id == id).ProductId));
                if (pour?.Result is not { FromBottles: true } result) Assert.Equal((0, 0), (one, two));
                else
                {
                    Assert.InRange(one, 0, (result.OneG ?? 0) + 1e-9);
                    Assert.InRange(two, 0, (result.TwoG ?? 0) + 1e-9);

                    // What took nothing is not kept as taken from.
                    Assert.All(taken, each => Assert.True(each.Value > 0));
                }
            }
        }

        foreach (var id in builds)
        {
            using var ask = Kept.Ask();
            for (var version = (await ask.Builds.GetAsync(id)).Version; (await ask.Builds.UndoListAsync(id)).UndoLabel is not null; version++) await ask.Builds.UndoAsync(id, version);
        }

        Assert.Equal(Full.OrderBy(one => one.Id), (await Look(builds)).Bottles.Select(one => one with { LeftG = Math.Round(one.LeftG, 6) }).OrderBy(one => one.Id));
    }
}
