using InkBasin.Core.Pours;
using InkBasin.Formats.Papers;
using static InkBasin.Formats.Tests.Printed;

namespace InkBasin.Formats.Tests;

/// <summary>The cards of the cups: four to a page, every row in its place, what does not go on one on the next.</summary>
public class CupCardTests
{
    private static readonly double[] Sizes = [3.2, 2.9, 2.6];

    private static MixSession First => Answers.Sessions.Is![0] with { LetDowns = [], Cards = [Answers.Sessions.Is![0].Cards[0]] };

    private static MixSession With(Func<MixCard, MixCard> card) => First with { Cards = [card(First.Cards[0])] };

    private static List<(PdfStroke Frame, List<PdfRun> Words, List<PdfStroke> Strokes)> Cards(byte[] file)
    {
        var (words, strokes) = PdfRuns.Of(file);
        return [.. strokes.Where(stroke => stroke.WidthMm > 60 && stroke.HeightMm > 60).Select(frame => (
            frame,
            words.Where(run => run.Page == frame.Page && run.XMm > frame.LeftMm && run.XMm < frame.RightMm && run.YMm > frame.TopMm && run.YMm < frame.BottomMm).ToList(),
            strokes.Where(stroke => stroke.Page == frame.Page && stroke != frame && stroke.LeftMm > frame.LeftMm && stroke.RightMm < frame.RightMm && stroke.TopMm > frame.TopMm && stroke.BottomMm < frame.BottomMm).ToList()))];
    }

    [Theory]
    [InlineData("A4", 210, 297)]
    [InlineData("Letter", 215.9, 279.4)]
    public void They_share_the_page_by_four(string paper, double width, double height)
    {
        var cards = Cards(Print("cups", paper));
        Assert.True(cards.Count > 4);
        foreach (var (i, (frame, _, _)) in cards.Index())
        {
            // Under the title on the first page, from the margin on the others; to 2 mm over the foot.
            var (top, bottom) = (i < 4 ? 31.46 : 14, height - 24 - 2);
            var (left, row) = (14 + (i % 2 * (width - 28) / 2), (bottom - top) / 2);
            Assert.Equal(i / 4 + 1, frame.Page);
            Assert.Equal(
                [Math.Round(left, 1), Math.Round(left + ((width - 28) / 2), 1), Math.Round(top + (i / 2 % 2 * row), 1), Math.Round(top + (((i / 2 % 2) + 1) * row), 1)],
                new[] { frame.LeftMm, frame.RightMm, frame.TopMm, frame.BottomMm }.Select(at => Math.Round(at, 1)));
        }
    }

    [Fact]
    public void Each_row_has_its_box_its_words_and_at_the_right_how_much()
    {
        foreach (var (frame, words, strokes) in Cards(Print("cups", "A4")))
        {
            double left = frame.LeftMm + 4, right = frame.RightMm - 4;
            Assert.Equal((true, 4.6, Math.Round(left, 2), Math.Round(frame.TopMm + 9, 2)), (words[0].Bold, Math.Round(words[0].HeightMm, 2), Math.Round(words[0].XMm, 2), Math.Round(words[0].YMm, 2)));
            var title = words.TakeWhile(run => run.Bold).ToList();
            var under = words.Skip(title.Count).TakeWhile(run => Math.Abs(run.HeightMm - 2.9) < 0.01 && run.XMm < left + 0.02).ToList();
            Assert.NotEmpty(under);
            Assert.Equal(Enumerable.Range(1, under.Count).Select(k => Math.Round(title[^1].YMm + (4 * k), 1)), under.Select(run => Math.Round(run.YMm, 1)));
            var rows = words.Skip(title.Count + under.Count).ToList();
            var size = Sizes.Single(one => rows.Any(run => Math.Abs(run.HeightMm - one) < 0.01 && Math.Abs(run.XMm - left - 6) < 0.02));

            // Rows follow each other without a gap: as high as their lines, and no lower than a hand can write in.
            var y = under[^1].YMm + 2.5;
            var boxes = new List<double>();
            foreach (var row in Rows(rows, left, size))
            {
                var note = Math.Abs(row.Lines[0].HeightMm - (size * 0.9)) < 0.01;
                foreach (var (k, line) in row.Lines.Index()) Assert.Equal(y + (note ? size * 0.9 : size + 1) + (k * size * (note ? 1.25 : 1.3)), line.YMm, 0.02);
                if (!note) boxes.Add(y + 0.6);
                if (row.Amount is { } amount)
                {
                    Assert.Equal(y + 4.2, amount.YMm, 0.02);
                    Assert.Equal(right - (row.Gram is null ? 0 : 20) - 1, amount.RightMm, 0.02);
                    Assert.All(row.Lines, line => Assert.True(line.RightMm < amount.XMm - 1.9));
                }

                if (row.Gram is { } gram)
                {
                    Assert.Equal((Math.Round(right - 3, 1), Math.Round(y + 4.4, 1)), (Math.Round(gram.XMm, 1), Math.Round(gram.YMm, 1)));
                    var rule = Assert.Single(strokes, stroke => stroke.IsRule && Math.Abs(stroke.TopMm - (y + 4.8)) < 0.02);
                    Assert.Equal((Math.Round(right - 18, 1), Math.Round(right - 4, 1)), (Math.Round(rule.LeftMm, 1), Math.Round(rule.RightMm, 1)));
                }

                y += note ? (row.Lines.Count * size * 1.25) + 1 : Math.Max(6.2, (row.Lines.Count * size * 1.3) + 2);
            }

            Assert.True(y <= frame.BottomMm - 2 + 0.01);
            Assert.Equal(boxes.Select(at => Math.Round(at, 1)), strokes.Where(stroke => !stroke.IsRule).Select(box => Math.Round(box.TopMm, 1)));
            Assert.All(strokes.Where(stroke => !stroke.IsRule), box => Assert.Equal(left, box.LeftMm, 0.02));
        }
    }

    private static IEnumerable<(List<PdfRun> Lines, PdfRun? Amount, PdfRun? Gram)> Rows(List<PdfRun> runs, double left, double size)
    {
        (List<PdfRun> Lines, PdfRun? Amount, PdfRun? Gram)? row = null;
        foreach (var run in runs)
        {
            if (Math.Abs(run.XMm - left - 6) > 0.02) row = run.Bold ? row!.Value with { Amount = run } : row!.Value with { Gram = run };
            else if (row is { Amount: null, Gram: null } open && open.Lines[^1] is var before && Math.Abs(before.HeightMm - run.HeightMm) < 0.01 && Math.Abs(run.YMm - before.YMm - (size * (run.HeightMm < size - 0.01 ? 1.25 : 1.3))) < 0.02) open.Lines.Add(run);
            else
            {
                if (row is { } done) yield return done;
                row = ([run], null, null);
            }
        }

        if (row is { } last) yield return last;
    }

    [Fact]
    public void Letters_grow_smaller_before_a_card_goes_on_and_no_row_is_lost()
    {
        static double Size((PdfStroke, List<PdfRun> Words, List<PdfStroke>) card) => card.Words.First(run => run.Words == "Part one").HeightMm;
        var line = First.Cards[0].Lines[0];
        MixSession Of(int places) => With(card => card with { Lines = [.. Enumerable.Range(1, places).Select(n => line with { Name = $"Pool {n}", At = null, Pool = null, How = "Slowly." })] });
        var seen = new List<(double Size, int Cards)>();
        for (var places = 1; places <= 12; places++)
        {
            var cards = Cards(CupCards.Write(Printed.Of("A4"), [Of(places)]));
            seen.Add((Math.Round(Size(cards[0]), 1), cards.Count));
            var said = cards.SelectMany(card => card.Words).Where(run => run.Words.StartsWith("Pool ", StringComparison.Ordinal)).Select(run => run.Words.Split(',')[0]);
            Assert.Equal(Enumerable.Range(1, places).Select(n => $"Pool {n}"), said);
            if (cards.Count > 1) Assert.EndsWith(", go on", string.Join(' ', cards[1].Words.TakeWhile(run => run.Bold).Select(run => run.Words)), StringComparison.Ordinal);
        }

        // As large as they may be, smaller in turn, and only at the smallest a second card.
        Assert.Equal(seen.OrderByDescending(one => one.Size).ThenBy(one => one.Cards), seen);
        Assert.Equal(Sizes, seen.Select(one => one.Size).Distinct());
        Assert.Equal([1, 2], seen.Select(one => one.Cards).Distinct());
        Assert.All(seen.Where(one => one.Cards == 2), one => Assert.Equal(2.6, one.Size));
    }

    private static string Words(MixSession session) => string.Join(' ', Cards(CupCards.Write(Printed.Of("A4"), [session])).SelectMany(card => card.Words).Select(run => run.Words));

    [Fact]
    public void What_a_card_says()
    {
        var (card, line) = (First.Cards[0], First.Cards[0].Lines[0]);
        var one = With(_ => card with { Batch = card.Batch with { BG = 0 } }) with { InkName = null, At = null, StirMin = 3, SecondStirMin = 1.5, PotLifeMin = null };
        Assert.Contains($"{one.ProductName}, clear", Words(one), StringComparison.Ordinal);
        Assert.Contains("cup 1 of 1 · no day yet · ", Words(one), StringComparison.Ordinal);
        Assert.Contains("Resin ", Words(one), StringComparison.Ordinal);
        Assert.DoesNotContain("Part ", Words(one), StringComparison.Ordinal);
        Assert.Contains("Stir, slowly 3 min", Words(one), StringComparison.Ordinal);
        Assert.DoesNotContain("Out of the cup", Words(one), StringComparison.Ordinal);

        var two = First with { StirMin = 3, SecondStirMin = 1.5, PotLifeMin = 47.9, InkName = "Umber" };
        Assert.Contains($"{two.ProductName}, Umber", Words(two), StringComparison.Ordinal);
        Assert.Contains("3 + 1.5 min", Words(two), StringComparison.Ordinal);
        Assert.Contains("47 min", Words(two), StringComparison.Ordinal);
        Assert.Contains("into a clean cup and stir again 3 min", Words(two with { SecondStirMin = 0 }), StringComparison.Ordinal);
        Assert.DoesNotContain("Stir", Words(two with { StirMin = 0 }), StringComparison.Ordinal);

        MixSession At(CardLine what) => With(_ => card with { Lines = [what] });
        Assert.Contains("Bay, layer 2, pool 3 of 4 at 5 from the left, 8", Words(At(line with { Name = "Bay", Layer = 2, Pool = 3, Pools = 4, At = new(5.2, 7.7), Finishes = true })), StringComparison.Ordinal);
        Assert.DoesNotContain("not full yet", Words(At(line with { Finishes = true })), StringComparison.Ordinal);
        Assert.Contains("not full yet", Words(At(line with { Finishes = false })), StringComparison.Ordinal);

        MixSession Rough(bool ok) => With(_ => card with { Batch = card.Batch with { Ok = ok, WorstRatioErrorPercent = 4.26 } });
        Assert.Contains("This measure may put the ratio 4.3 % off:", Words(Rough(false)), StringComparison.Ordinal);
        Assert.DoesNotContain("This measure", Words(Rough(true)), StringComparison.Ordinal);

        // What is set in before stands first, what comes after it last but for what is left in the cup.
        ThingMoment Thing(string name, bool after) => new(name, name, new(1, 1), 1, default, true, after, 0, null, null, null, 0, 0, null, null, "So.");
        var things = Words(With(_ => card with { Things = [Thing("Stake", false), Thing("Punt", true)] }));
        int Where(string words) => things.IndexOf(words, StringComparison.Ordinal);
        Assert.True(Where("Stake: So.") > 0 && Where("Stake: So.") < Where("Part one") && Where("Part one") < Where("Punt: So.") && Where("Punt: So.") < Where("Left in the cup"));
    }

    [Fact]
    public void What_is_let_down_has_a_card_before_the_cups()
    {
        var session = Answers.Sessions.Is!.First(one => one.LetDowns.Count > 0);
        var thin = session.LetDowns[0] with { PartsToOne = 9, NeedsMl = 0.456, ThinnerMl = 1.234 };
        var cards = Cards(CupCards.Write(Printed.Of("A4"), [session with { LetDowns = [thin] }]));
        var words = string.Join(' ', cards[0].Words.Select(run => run.Words));
        Assert.StartsWith("Let down for ", words, StringComparison.Ordinal);
        Assert.Contains($"{thin.Name}: into a small cup", words, StringComparison.Ordinal);
        Assert.Contains($"with {thin.Thinner}, stirred until even 1.23 ml", words, StringComparison.Ordinal);
        Assert.Contains("That is 1 in 10; the cups take 0.46 ml of it in all.", words, StringComparison.Ordinal);
        Assert.Equal(session.Cards.Count + 1, cards.Count);
        Assert.Contains(cards.Skip(1).SelectMany(card => card.Words), run => run.Words.Contains(", let down 1 in ", StringComparison.Ordinal));
    }
}
