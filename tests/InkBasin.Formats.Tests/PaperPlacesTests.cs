using InkBasin.Core.Days;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Formats.Papers;
using static InkBasin.Formats.Tests.Printed;

namespace InkBasin.Formats.Tests;

/// <summary>Where everything stands on a paper, mm from its left and top.</summary>
public class PaperPlacesTests
{
    private const double Margin = 14;
    private const double Leading = 1.38;

    public static TheoryData<string, string> All => [.. from name in new[] { "cups", "pours", "before", "days", "rescue", "record" } from paper in new[] { "A4", "Letter" } select (name, paper)];

    private static string Place(PdfRun run) => FormattableString.Invariant($"{run.XMm:0.0} {run.YMm:0.0} {run.HeightMm:0.0}{(run.Bold ? " bold" : "")} {string.Join(' ', run.Words.Split(' ').Take(3))}");

    private static bool Beside(PdfRun run, PdfStroke stroke) => run.Page == stroke.Page && run.XMm < stroke.RightMm && stroke.LeftMm < run.RightMm;

    private static bool IsBox(PdfStroke stroke) => Math.Abs(stroke.WidthMm - stroke.HeightMm) < 0.01 && stroke.WidthMm is > 3.7 and < 4.3;

    [Theory]
    [MemberData(nameof(All))]
    public void Nothing_lies_on_anything_else_or_outside_the_margins(string name, string paper)
    {
        var (words, strokes) = PdfRuns.Of(Print(name, paper));
        var size = Paper.Named(paper);
        foreach (var page in words.GroupBy(run => run.Page))
        {
            List<PdfRun> runs = [.. page];
            for (var i = 0; i < runs.Count; i++)
            {
                for (var j = i + 1; j < runs.Count; j++) Assert.True(runs[i].Over(runs[j]) < 0.1, $"“{runs[i].Words}” and “{runs[j].Words}” lie over each other");
            }
        }

        Assert.All(words, run => Assert.True(run.XMm > Margin - 0.01 && run.RightMm < size.WidthMm - Margin + 0.01 && run.YMm > Margin + (0.7 * run.HeightMm) && run.YMm < size.HeightMm - Margin, run.Words));

        // No rule goes through words; what stands under them is clear of them.
        foreach (var rule in strokes.Where(stroke => stroke.IsRule && stroke.WidthMm > 13 && name is not ("pours" or "record")))
            Assert.DoesNotContain(words, run => Beside(run, rule) && rule.TopMm > run.YMm - (0.7 * run.HeightMm) && rule.TopMm < run.YMm + 0.2);
    }

    // At its foot each page says what it is, and at the right which.
    [Theory]
    [MemberData(nameof(All))]
    public void Each_page_is_named_and_numbered_at_its_foot(string name, string paper)
    {
        var (words, strokes) = PdfRuns.Of(Print(name, paper));
        var size = Paper.Named(paper);
        var pages = words.Max(run => run.Page);
        for (var page = 1; page <= pages; page++)
        {
            List<PdfRun> foot = [.. words.Where(run => run.Page == page && Math.Abs(run.YMm - (size.HeightMm - 15)) < 0.02)];
            Assert.Equal(2, foot.Count);
            Assert.StartsWith("Sallow Quay · ", foot[0].Words, StringComparison.Ordinal);
            Assert.Equal($"printed Mon 1 Mar 2027 · page {page} of {pages}", foot[1].Words);
            Assert.Equal((Margin, size.WidthMm - Margin), (Math.Round(foot[0].XMm, 2), Math.Round(foot[1].RightMm, 1)));
            Assert.All(foot, run => Assert.Equal(2.8, run.HeightMm, 0.01));
            Assert.Contains(strokes, stroke => stroke.Page == page && stroke.IsRule && Math.Abs(stroke.TopMm - (size.HeightMm - 19)) < 0.02 && Math.Abs(stroke.LeftMm - Margin) < 0.02 && Math.Abs(stroke.RightMm - (size.WidthMm - Margin)) < 0.02);
        }
    }

    // A box is of the words at its right, on their line, and lies under none.
    [Theory]
    [InlineData("cups", 3.8)]
    [InlineData("before", 4.2)]
    [InlineData("days", 4.2)]
    public void Each_box_stands_before_its_words(string name, double side)
    {
        var (words, strokes) = PdfRuns.Of(Print(name, "A4"));
        List<PdfStroke> boxes = [.. strokes.Where(IsBox)];
        Assert.NotEmpty(boxes);
        Assert.All(boxes, box =>
        {
            Assert.Equal(side, box.WidthMm, 0.01);
            Assert.Equal(0.4, box.PenMm, 0.01);
            Assert.DoesNotContain(words, run => Beside(run, box) && run.YMm > box.TopMm && run.YMm - (0.7 * run.HeightMm) < box.BottomMm);
            var own = words.Where(run => run.Page == box.Page && run.XMm > box.RightMm && run.YMm > box.TopMm && run.YMm < box.BottomMm + 0.5).MinBy(run => run.XMm)!;
            Assert.InRange(own.XMm - box.RightMm, 2, 3);
        });
    }

    [Fact]
    public void What_the_plan_knows_is_ticked_in_its_box_and_nothing_else()
    {
        var (_, strokes) = PdfRuns.Of(Print("before", "A4"));
        List<PdfStroke> boxes = [.. strokes.Where(IsBox)];
        List<bool> ticked = [.. boxes.Select(box =>
        {
            List<PdfStroke> within = [.. strokes.Where(stroke => stroke.Page == box.Page && stroke.LeftMm > box.LeftMm && stroke.RightMm < box.RightMm && stroke.TopMm > box.TopMm && stroke.BottomMm < box.BottomMm)];
            if (within.Count == 0) return false;

            // Down to the right, then up twice as far.
            Assert.Equal(
                [(0.84, 2.31, 1.76, 3.36), (1.76, 0.84, 3.57, 3.36)],
                within.Select(stroke => (Math.Round(stroke.LeftMm - box.LeftMm, 2), Math.Round(stroke.TopMm - box.TopMm, 2), Math.Round(stroke.RightMm - box.LeftMm, 2), Math.Round(stroke.BottomMm - box.TopMm, 2))));
            return true;
        })];
        Assert.Equal(BuildBench.Of(Answers, Now).Where(one => one.IsNext).SelectMany(one => one.Lists).SelectMany(list => list.Checks).Select(check => check.Settled), ticked);
        Assert.Contains(true, ticked);
        Assert.Contains(false, ticked);
    }

    [Fact]
    public void The_card_on_the_wall_is_read_from_a_step_away()
    {
        var (words, strokes) = PdfRuns.Of(RescuePaper.Write(Of("A4"), [Stores.Examples.Sheet("coating-epoxy")!, Stores.Examples.Sheet("deep-pour-epoxy")!]));
        Assert.Equal(
            [
                "14.0 21.0 7.0 bold When it goes", "14.0 27.9 4.2 Sallow Quay",
                "14.0 41.5 8.0 bold A dam gives",
                "14.0 52.7 6.2 bold 1", "24.0 52.7 6.2 Gloves stay on.",
                "14.0 63.7 6.2 bold 2", "24.0 63.7 6.2 Catch it: paper", "24.0 72.2 6.2 to wet resin,", "24.0 80.8 6.2 where it is",
                "14.0 91.7 6.2 bold 3", "24.0 91.7 6.2 Scoop what ran", "24.0 100.3 6.2 paper out thin,",
                "14.0 111.2 6.2 bold 4", "24.0 111.2 6.2 What is still", "24.0 119.8 6.2 stands, and the",
                "14.0 130.7 6.2 bold 5", "24.0 130.7 6.2 On skin or",
                "14.0 147.5 8.0 bold A cup turns",
                "24.0 158.7 6.2 It has turned,", "24.0 167.3 6.2 on, carry it", "24.0 175.9 6.2 away from people;",
                "14.0 189.2 5.0 bold Written here before",
                "14.0 202.9 2.8 Where the safety", "14.0 213.8 2.8 Who else is", "14.0 224.6 2.8 Emergency call and",
                "14.0 233.2 3.5 Poured here: Coating", "14.0 238.0 3.5 over this card.",
                "14.0 282.0 2.8 Sallow Quay ·", "151.1 282.0 2.8 printed Mon 1",
            ],
            words.Select(Place));

        // Room to write over each of the three.
        Assert.Equal([200.11, 210.97, 221.84, 278], strokes.Select(stroke => Math.Round(stroke.TopMm, 2)));
        Assert.StartsWith("Poured here: Coating epoxy (example), Deep-pour epoxy (example). The product’s safety sheet", words.Single(run => run.Words.StartsWith("Poured", StringComparison.Ordinal)).Words, StringComparison.Ordinal);
        Assert.Contains(PdfRuns.Of(RescuePaper.Write(Of("A4"), [])).Words, run => run.Words == "The product’s safety sheet and local rules stand over this card.");
    }

    // Columns share the width; words stand at their left and numbers at their right, 1.2 mm from the edge, and a rule closes each row.
    [Theory]
    [InlineData("pours", 2.8, new[] { 0.7, 1, 0.9, 1.15, 0.6, 1.5, 1.05, 1.9, 2.5 }, "011111100")]
    [InlineData("record", 3.1, new[] { 2, 2.4, 1.1, 1.1, 1.1, 0.8, 0.8 }, "0011111")]
    public void Numbers_of_a_table_stand_under_each_other(string name, double height, double[] shares, string right)
    {
        var (words, strokes) = PdfRuns.Of(Print(name, "A4"));
        List<double> edges = [Margin];
        foreach (var share in shares) edges.Add(edges[^1] + (182 * share / shares.Sum()));
        var first = words.First(run => run.Bold && Math.Abs(run.HeightMm - height) < 0.01);
        var rows = 0;
        for (var line = first.YMm; ;)
        {
            // A row goes to the next rule under it.
            var rule = strokes.Where(stroke => stroke.Page == first.Page && stroke.IsRule && Math.Abs(stroke.WidthMm - 182) < 0.01 && stroke.TopMm > line).MinBy(stroke => stroke.TopMm)!;
            List<PdfRun> row = [.. words.Where(run => run.Page == first.Page && Math.Abs(run.HeightMm - height) < 0.01 && run.YMm > line - 0.02 && run.YMm < rule.TopMm)];
            if (row.Count == 0 || Math.Abs(row[0].YMm - line) > 0.02) break;
            Assert.All(row, run =>
            {
                var column = edges.FindLastIndex(edge => edge <= run.XMm);
                Assert.Equal(right[column] == '1' ? edges[column + 1] - 1.2 : edges[column] + 1.2, right[column] == '1' ? run.RightMm : run.XMm, 0.02);
                Assert.True(run.RightMm <= edges[column + 1] - 1.19, $"{run.Words} stays in its column");
                Assert.Equal(rows == 0, run.Bold);
                Assert.Equal(Math.Round((run.YMm - line) / (height * Leading)), (run.YMm - line) / (height * Leading), 0.01);
            });
            Assert.Equal(1.2, rule.TopMm - row.Max(run => run.YMm), 0.02);
            Assert.Equal(rows == 0 ? 0.4 : 0.15, rule.PenMm, 0.01);
            rows++;
            line = rule.TopMm + 1.2 + height;
        }

        Assert.Equal(name == "pours" ? 1 + Waters[0].Plan.Layers.Is!.Layers.Count : 1 + Waters.Count, rows);
    }

    // A table that goes on says its head again on each page, and no row is parted.
    [Fact]
    public void A_long_table_says_its_head_on_each_page()
    {
        var plan = Waters[0].Plan;
        var layers = plan.Layers.Is!.Layers;
        const int Many = 90;
        var (words, strokes) = PdfRuns.Of(PourPaper.Write(Of("A4"), [Waters[0] with { Plan = plan with { Layers = new(plan.Layers.Is with { Layers = [.. Enumerable.Range(0, Many).Select(i => layers[i % layers.Count] with { Things = [] })] }, null) } }]));
        var pages = words.Max(run => run.Page);
        Assert.InRange(pages, 4, 6);
        var numbers = words.Where(run => !run.Bold && Math.Abs(run.XMm - 15.2) < 0.02).ToList();
        Assert.Equal(Enumerable.Range(1, Many).Select(n => $"{n}"), numbers.Select(run => run.Words));
        foreach (var page in numbers.GroupBy(run => run.Page))
        {
            var head = Assert.Single(words, run => run.Page == page.Key && run.Bold && run.Words == "layer");
            Assert.All(page, run => Assert.True(run.YMm > head.YMm));
            Assert.True(page.Key == 1 || Math.Abs(head.YMm - (Margin + 1.2 + 2.8)) < 0.02);

            // It ends over the foot, where another row would not.
            var rules = strokes.Where(stroke => stroke.Page == page.Key && stroke.IsRule && Math.Abs(stroke.WidthMm - 182) < 0.01 && stroke.TopMm < 277 && stroke.TopMm > head.YMm).Select(stroke => stroke.TopMm).ToList();
            var row = rules[^1] - rules[^2];
            Assert.InRange(rules[^1], page.Key < pages ? 273 - row - (2.8 * (Leading - 1)) : 0, 273);

            // The second line of its window is on the page of its first.
            Assert.Equal(2 * page.Count(), words.Count(run => run.Page == page.Key && !run.Bold && Math.Abs(run.XMm - 156.93) < 0.02));
        }
    }

    // What is broken at an end of a page begins the next at its top.
    [Fact]
    public void A_page_is_filled_to_its_foot_and_no_further()
    {
        var (words, _) = PdfRuns.Of(Print("before", "A4"));
        var pages = words.Max(run => run.Page);
        Assert.True(pages > 1);
        for (var page = 1; page <= pages; page++)
        {
            List<PdfRun> own = [.. words.Where(run => run.Page == page && run.YMm < 282 - 1)];
            Assert.True(own.Max(run => run.YMm) <= 273);
            if (page < pages) Assert.True(own.Max(run => run.YMm) > 235, $"page {page} is not left half empty");
            if (page > 1) Assert.InRange(own.Min(run => run.YMm - run.HeightMm), Margin, Margin + 5);
        }
    }

    // However far the page is filled: a box, its words and the first of what stands under them are not parted.
    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    [InlineData(6)]
    [InlineData(7)]
    public void The_end_of_a_page_parts_no_box_from_its_words(int before)
    {
        var ready = BuildBench.Of(Answers, Now).First(one => one.IsNext);
        var question = new PourCheck(CheckItem.Dry, string.Join(' ', Enumerable.Repeat("Is it dry from one end to the other?", 4)), Known.Ask, string.Join(' ', Enumerable.Repeat("Weigh it twice.", 20)), null, false);
        PourCheck[] checks = [.. Enumerable.Repeat(question with { Question = "Short?", Because = "So." }, before), .. Enumerable.Repeat(question, 40)];
        WholeBoxes(BeforePaper.Write(Of("A4"), [ready with { Lists = [ready.Lists[0] with { Checks = checks }] }]), checks.Length, 3.5, 3.1);

        DayPlace Place(int i) => new(new BuildStep($"{i}", BuildStepKind.Pour, "w", i < before ? "Short" : string.Join(' ', Enumerable.Repeat("A step with a long name", 8)), 20, 0, i < before ? 0 : 30, [], ""), Now, Now.AddMinutes(20), Now.AddMinutes(20), false, false, false);
        WholeBoxes(WeekPaper.Write(Of("A4"), new DaysPlan([.. Enumerable.Range(0, 40).Select(Place)], [], null, 1, true, null, [], null)), 40, 3.3, null);
    }

    private static void WholeBoxes(byte[] file, int count, double height, double? under)
    {
        var (words, strokes) = PdfRuns.Of(file);
        List<PdfStroke> boxes = [.. strokes.Where(IsBox)];
        Assert.Equal(count, boxes.Count);
        Assert.True(boxes[^1].Page > 2);
        Assert.All(boxes, box =>
        {
            Assert.Contains(words, run => run.Page == box.Page && run.Bold && Math.Abs(run.HeightMm - height) < 0.01 && run.YMm > box.TopMm && run.YMm < box.BottomMm);
            if (under is { } small) Assert.Contains(words, run => run.Page == box.Page && Math.Abs(run.HeightMm - small) < 0.01 && run.YMm > box.BottomMm);
        });
        Assert.All(words.Where(run => run.YMm < 281), run => Assert.True(run.YMm < 273));
    }
}
