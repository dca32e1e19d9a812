using System.Globalization;
using System.Text;
using System.Xml.Linq;
using CsvHelper;
using InkBasin.Core;
using InkBasin.Core.Builds;
using InkBasin.Core.Plan;
using InkBasin.Core.Sight;
using InkBasin.Core.Water;
using InkBasin.Formats.Papers;

namespace InkBasin.Formats.Tests;

/// <summary>Tables as other programs read them, and the page that is given away: all of it in one file that calls nothing.</summary>
public class ShareAndTablesTests
{
    private static readonly Build Quay = Laden.Build().Build with { Name = "Quay <\"&\u0007> at dusk" };

    private static readonly BuildAnswers Answers = Planner.Answers(Quay with { Recipe = [.. Quay.Recipe.Where(step => step.Enabled)] }, Stores.Examples);

    private static readonly IReadOnlyList<PouredWater> Waters = [.. Quay.Waters.Zip(Answers.Waters).Select(pair => new PouredWater(pair.First.Name, Stores.Examples.Sheet(pair.First.ProductId)?.Name, pair.Second.Plan(), WaterCut.Of(pair.Second.Standing)))];

    private static (string[] Heads, List<Dictionary<string, string>> Rows) Read(string table)
    {
        using var csv = new CsvReader(new StringReader(table), CultureInfo.InvariantCulture);
        csv.Read();
        csv.ReadHeader();
        var (heads, rows) = (csv.HeaderRecord!, new List<Dictionary<string, string>>());
        while (csv.Read()) rows.Add(heads.ToDictionary(head => head, head => csv.GetField(head)!));
        return (heads, rows);
    }

    private static double Number(string cell) => double.Parse(cell, CultureInfo.InvariantCulture);

    [Fact]
    public void Layers_have_a_row_each_and_add_up_to_their_waters()
    {
        var (heads, rows) = Read(PourTables.Layers(Waters));
        Assert.Contains("depth (mm)", heads);
        Assert.Equal(Waters.Sum(water => water.Plan.Layers.Is!.Layers.Count), rows.Count);
        foreach (var water in Waters)
        {
            var own = rows.Where(row => row["water"] == water.Name).ToList();
            Assert.Equal(water.Plan.Layers.Is!.Layers.Sum(layer => layer.VolumeMl), own.Sum(row => Number(row["volume (ml)"])), 0.01);
            Assert.All(own, row => Assert.Equal(Number(row["to (mm)"]) - Number(row["from (mm)"]), Number(row["depth (mm)"]), 0.002));
        }
    }

    [Fact]
    public void Cups_have_a_row_for_each_place_they_are_poured_at()
    {
        var (_, rows) = Read(PourTables.Cups(Answers.Sessions.Is!));
        Assert.Equal(Answers.Sessions.Is!.Sum(session => session.Cards.Sum(card => card.Lines.Count)), rows.Count);
        Assert.Equal(Answers.Sessions.Is!.Sum(session => session.VolumeMl), rows.Sum(row => Number(row["poured here (ml)"])), 0.05);
        Assert.All(rows, row => Assert.True(Number(row["part one (g)"]) > 0));
    }

    [Fact]
    public void The_log_reads_as_it_was_put_right_and_a_minus_stays_a_number()
    {
        var pit = BuildFile.Read(Laden.Demo("the-drowned-pit")).Build;
        var (_, rows) = Read(LogTable.Write(pit, BuildLog.Of(Planner.Answers(pit, Stores.Examples))));
        Assert.Equal(pit.Log.Count, rows.Count);
        Assert.Contains(rows, row => row["ratio off (%)"].StartsWith('-') && Number(row["ratio off (%)"]) < 0);
        Assert.Contains(rows, row => row["put right"].Contains("Measured again by day", StringComparison.Ordinal));
        Assert.Equal(rows.Select(row => row["at"]).Order(StringComparer.Ordinal), rows.Select(row => row["at"]));
    }

    [Fact]
    public void A_cell_that_would_be_a_formula_is_words()
    {
        var evil = Waters[0] with { Name = "=1+2" };
        Assert.Equal("'=1+2", Read(PourTables.Layers([evil])).Rows[0]["water"]);
        Assert.Equal("'-cmd", Read(PourTables.Layers([evil with { Name = "-cmd" }])).Rows[0]["water"]);
    }

    [Fact]
    public void The_page_holds_all_of_it_calls_nothing_and_runs_nothing()
    {
        var of = new PaperOf(Quay.Name, Clock.Zone(Quay.TimeZone), new DateTimeOffset(2027, 3, 1, 9, 0, 0, TimeSpan.Zero), Paper.A4);
        var log = BuildLog.Of(Answers);
        var text = Encoding.UTF8.GetString(SharePage.Write(of, new SharedBuild(Quay, BoardDrawing.Of(Answers.Surface, Answers.Standing, Quay.Dams), Waters, Answers.Sessions.Is!, log, Laden.Build().Attachments)));
        Assert.StartsWith("<!doctype html>", text, StringComparison.Ordinal);
        var page = XDocument.Parse(text[text.IndexOf("<html", StringComparison.Ordinal)..]);
        var elements = page.Descendants().ToList();
        Assert.DoesNotContain(elements, one => one.Name.LocalName is "script" or "link" or "iframe" or "object" or "form" or "a");
        Assert.All(elements.SelectMany(one => one.Attributes()).Where(one => one.Name.LocalName is "src" or "href"), one => Assert.StartsWith("data:", one.Value, StringComparison.Ordinal));
        Assert.DoesNotContain(elements.SelectMany(one => one.Attributes()), one => one.Name.LocalName.StartsWith("on", StringComparison.Ordinal));
        var policy = elements.Single(one => one.Attribute("http-equiv") is not null).Attribute("content")!.Value;
        Assert.StartsWith("default-src 'none'", policy, StringComparison.Ordinal);
        Assert.DoesNotContain("http", elements.Single(one => one.Name.LocalName == "style").Value, StringComparison.Ordinal);
        Assert.DoesNotContain("url(http", text, StringComparison.OrdinalIgnoreCase);

        // The Sheet and a Cut for each water, every layer, its picture, its words.
        Assert.Equal(1 + Waters.Count, elements.Count(one => one.Name.LocalName == "svg"));
        Assert.Single(elements, one => one.Name.LocalName == "img");
        Assert.Equal("Quay <\"&> at dusk", elements.Single(one => one.Name.LocalName == "h1").Value);
        foreach (var water in Waters) Assert.Contains(elements, one => one.Name.LocalName == "h2" && one.Value == water.Name);
        Assert.True(elements.Count(one => one.Name.LocalName == "tr") > Waters.Sum(water => water.Plan.Layers.Is!.Layers.Count));
        Assert.Contains("Before the skin went on", page.Root!.Value, StringComparison.Ordinal);
    }
}
