using System.Globalization;
using CsvHelper;
using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Plan;
using InkBasin.Core.Water;
using InkBasin.Formats.Papers;

namespace InkBasin.Formats.Tests;

/// <summary>Every cell of every table: its number is the plan's, to as many decimals as can be measured and no more.</summary>
public class TableCellsTests
{
    private static List<Dictionary<string, string>> Read(string table)
    {
        using var csv = new CsvReader(new StringReader(table), CultureInfo.InvariantCulture);
        csv.Read();
        csv.ReadHeader();
        var rows = new List<Dictionary<string, string>>();
        while (csv.Read()) rows.Add(csv.HeaderRecord!.ToDictionary(head => head, head => csv.GetField(head)!));
        return rows;
    }

    private static void Are(Dictionary<string, string> row, int decimals, params (string Head, double? Value)[] cells)
    {
        foreach (var (head, value) in cells)
        {
            var cell = row[head];
            if (value is not { } number)
            {
                Assert.True(cell.Length == 0, $"{head}: {cell}");
                continue;
            }

            Assert.True(Math.Abs(double.Parse(cell, CultureInfo.InvariantCulture) - number) <= (0.5 * Math.Pow(10, -decimals)) + 1e-9, $"{head}: {cell} of {number}");
            Assert.True((cell.Split('.') is [_, var after] ? after.Length : 0) <= decimals, $"{head}: {cell} to {decimals} decimals");
            Assert.NotEqual("-0", cell);
        }
    }

    private static string Moment(DateTimeOffset? at) => at is { } one ? $"{one.Year:0000}-{one.Month:00}-{one.Day:00} {one.Hour:00}:{one.Minute:00}" : "";

    // Sallow Quay with its creek's first layer poured and measured, and all three in a room of its own.
    private static readonly Build Quay = BuildFile.Read(Laden.Demo("sallow-quay")).Build;

    private static readonly BuildAnswers Answers = Planner.Answers(Quay, Stores.Examples);

    [Fact]
    public void Of_the_layers()
    {
        List<PouredWater> waters = [.. Quay.Waters.Zip(Answers.Waters).Select(pair => new PouredWater(pair.First.Name, Stores.Examples.Sheet(pair.First.ProductId)?.Name, pair.Second.Plan(), WaterCut.Of(pair.Second.Standing)))];
        var rows = Read(PourTables.Layers(waters));
        var expected = waters.SelectMany(water => water.Plan.Layers.Is!.Layers.Select((layer, i) => (Water: water, Number: i + 1, Layer: layer))).ToList();
        Assert.Equal(expected.Count, rows.Count);
        Assert.Contains(expected, one => one.Layer.Poured is not null);
        foreach (var ((water, number, layer), row) in expected.Zip(rows))
        {
            Assert.Equal((water.Name, water.Product, Moment(layer.PourAt), Moment(layer.Poured?.At)), (row["water"], row["product"], row["pour"], row["poured"]));
            Are(row, 0, ("layer", number), ("cups", layer.Mix.Batches.Count), ("pools", layer.Pools.Each.Count));
            Are(row, 3, ("from (mm)", layer.FromMm), ("to (mm)", layer.ToMm), ("depth (mm)", layer.DepthMm), ("volume (ml)", layer.VolumeMl), ("mixed (g)", layer.Mix.Batches.Sum(batch => batch.MixedG)));
            Are(
                row, 2, ("pour (h after the first)", layer.PourH), ("next layer from (h after the first)", layer.RecoatFromH), ("scuff after (h after the first)", layer.RecoatToH), ("strip dams (h after the first)", layer.StripH),
                ("full cure (h after the first)", layer.FullCureH), ("gel (h)", layer.Cure.GelH), ("reached (mm)", layer.Poured?.Result?.ReachedMm));
            Are(row, 1, ("out of the cup (min)", layer.PotLifeMin), ("peak (°C)", layer.Cure.PeakC));
        }
    }

    [Fact]
    public void Of_the_cups()
    {
        var sessions = Answers.Sessions.Is!;
        var rows = Read(PourTables.Cups(sessions));
        var expected = sessions.SelectMany(session => session.Cards.SelectMany(card => card.Lines.Select(line => (Session: session, Card: card, Line: line)))).ToList();
        Assert.Equal(expected.Count, rows.Count);
        Assert.Contains(expected, one => one.Card.Ink is not null);
        foreach (var ((session, card, line), row) in expected.Zip(rows))
        {
            Assert.Equal((Moment(session.At), session.ProductName, line.Name), (row["pour"], row["product"], row["water"]));
            Are(row, 0, ("session", session.Number), ("cup", card.Number), ("of", card.Count), ("layer", line.Layer), ("pool", line.Pool));
            Are(
                row, 3, ("part one (g)", card.Batch.AG), ("part two (g)", card.Batch.BG), ("part one (ml)", card.Batch.AMl), ("part two (ml)", card.Batch.BMl), ("mixed (ml)", card.Batch.MixedMl),
                ("poured here (ml)", line.VolumeMl), ("to (mm)", line.ToMm), ("left in the cup (ml)", line.LeftMl));
            Are(row, 1, ("stir (min)", session.StirMin + session.SecondStirMin), ("out of the cup (min)", session.PotLifeMin));
            Assert.Equal(card.Ink?.Doses.Count ?? 0, row["tints"].Split("; ", StringSplitOptions.RemoveEmptyEntries).Length);
        }
    }

    [Fact]
    public void Of_the_log()
    {
        var pit = BuildFile.Read(Laden.Demo("the-drowned-pit")).Build;
        var log = BuildLog.Of(Planner.Answers(pit, Stores.Examples)).OrderBy(one => one.Entry.At).ToList();
        var rows = Read(LogTable.Write(pit, log)).ToLookup(row => row["at"]);
        foreach (var read in log)
        {
            var (entry, own) = (read.Corrected, rows[Moment(read.Corrected.At)].ToList());
            Assert.NotEmpty(own);
            if (entry.Session is not { } session)
            {
                var row = own.Single(row => row["words"] == (entry.Text ?? ""));
                Assert.Equal(pit.Waters.FirstOrDefault(water => water.Id == entry.WaterId)?.Name ?? "", row["water"]);
                Are(row, 1, ("surface (°C)", entry.SurfaceC), ("after the pour (min)", entry.AfterMin));
                Are(row, 0, ("layer", entry.Layer));
                continue;
            }

            Assert.Equal(session.Cups.Count, own.Count);
            foreach (var ((cup, mix), row) in session.Cups.Zip(session.Mixes).Zip(own))
            {
                Assert.Equal(session.Title, row["kind"]);
                Are(
                    row, 2, ("part one (g)", cup.OneG), ("part two (g)", cup.TwoG), ("part one planned (g)", mix.OneG), ("part two planned (g)", mix.TwoG), ("ratio off (%)", cup.RatioOffPercent), ("over (g)", cup.OverG), ("kept by the cup (g)", cup.LeftG));
                Are(row, 1, ("stirred (min)", cup.StirredMin), ("out of the cup after (min)", (cup.OutAt - cup.MetAt)?.TotalMinutes), ("room (°C)", session.RoomC), ("surface (°C)", session.HottestC));
                Are(row, 0, ("cup", cup.Number), ("humidity (%)", session.HumidityPercent));
            }
        }
    }

    [Theory]
    [InlineData(-0.0004, "0")]
    [InlineData(0.0005, "0.001")]
    [InlineData(-1.5, "-1.5")]
    [InlineData(2, "2")]
    [InlineData(1234.56789, "1234.568")]
    public void A_number_is_rounded_and_nought_has_no_sign(double value, string cell)
    {
        var session = Answers.Sessions.Is![0];
        var card = session.Cards[0];
        Assert.Equal(cell, Assert.Single(Read(PourTables.Cups([session with { Cards = [card with { Lines = [card.Lines[0] with { ToMm = value }] }] }])))["to (mm)"]);
    }

    [Fact]
    public void Of_the_days_each_state_has_its_words()
    {
        var now = new DateTimeOffset(2027, 3, 1, 8, 5, 0, TimeSpan.FromHours(1));
        DayPlace Place(string id) => new(new BuildStep(id, BuildStepKind.Pour, "w", $"Step {id}", 30, 45, 20, [], "gel"), now, now.AddMinutes(30), now.AddMinutes(75), false, false, false);
        DayPlace[] places =
        [
            Place("a"),
            Place("b") with { Step = Place("b").Step with { DoneAt = now } },
            Place("c") with { Scuffed = true },
            Place("d") with { OutOfHours = true },
            Place("e") with { Stale = true },
            Place("f") with { Step = Place("f").Step with { MixedWith = "a" } },
            Place("g") with { Step = Place("g").Step with { PinnedAt = now, After = [new StepLink(new DayLink("a", LinkFrom.Start, 0, null), "dry", false), new StepLink(new DayLink("gone", LinkFrom.Start, 0, null), "dry", false)] } },
        ];
        var rows = Read(DaysTable.Write(new DaysPlan(places, [], now.AddHours(1), 1, true, null, [], null)));
        Assert.Equal(["", "done", "after its window: scuff first", "outside bench hours", "bottles past their date", "in one mix", "held"], rows.Select(row => row["state"]));
        Assert.All(rows, row => Assert.Equal(
            ("2027-03-01 08:05", "2027-03-01 08:35", "2027-03-01 09:20", "30", "20", "45", "gel"),
            (row["begins"], row["hands free"], row["ready"], row["hands-on (min)"], row["stay near (min)"], row["wait (min)"], row["waits for"])));
        Assert.Equal("Step a; gone", rows[^1]["after"]);
    }
}
