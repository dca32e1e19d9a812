using System.Text.RegularExpressions;
using InkBasin.Core;
using InkBasin.Core.Bench;
using InkBasin.Core.Plan;
using InkBasin.Formats.Papers;
using UglyToad.PdfPig;
using UglyToad.PdfPig.DocumentLayoutAnalysis.TextExtractor;
using static InkBasin.Formats.Tests.Printed;

namespace InkBasin.Formats.Tests;

/// <summary>Papers as a reader of somebody else's takes them: page sizes, whole sentences, lengths to a tenth of a mm.</summary>
public partial class PaperTests
{
    // All words of a paper in the order they were set, as one line: where a line of it ends is nobody's business.
    private static string Words(byte[] file)
    {
        using var pdf = PdfDocument.Open(file);
        return Gaps().Replace(string.Join(' ', pdf.GetPages().Select(page => ContentOrderTextExtractor.GetText(page))), " ");
    }

    private static void Says(string words, string sentence) => Assert.Contains(Gaps().Replace(sentence, " ").Trim(), words, StringComparison.Ordinal);

    public static TheoryData<string, string> All =>
        [.. from name in new[] { "cups", "pours", "before", "days", "rescue", "record" } from paper in new[] { "A4", "Letter" } select (name, paper)];

    [Theory]
    [MemberData(nameof(All))]
    public void Pages_are_as_large_as_their_paper_numbered_named_and_their_faces_are_in_the_file(string name, string paper)
    {
        var file = Print(name, paper);
        using var pdf = PdfDocument.Open(file);
        var (size, count) = (Paper.Named(paper), pdf.NumberOfPages);
        foreach (var page in pdf.GetPages())
        {
            Assert.Equal(size.WidthMm, page.Width * 25.4 / 72, 0.1);
            Assert.Equal(size.HeightMm, page.Height * 25.4 / 72, 0.1);
            Assert.All(page.Letters, letter => Assert.Contains("Atkinson", letter.FontName, StringComparison.Ordinal));

            // Nothing runs off it.
            Assert.All(page.Letters.Where(letter => letter.Value.Trim().Length > 0), letter => Assert.True(letter.StartBaseLine.X >= 0 && letter.EndBaseLine.X <= page.Width && letter.StartBaseLine.Y >= 0 && letter.StartBaseLine.Y <= page.Height));
            var words = Gaps().Replace(ContentOrderTextExtractor.GetText(page), " ");
            Says(words, $"page {page.Number} of {count}");
            Says(words, "printed Mon 1 Mar 2027");
            Says(words, Quay.Name);
        }

        var written = System.Text.Encoding.Latin1.GetString(file);
        Assert.Contains("/FontFile2", written, StringComparison.Ordinal);
        Assert.DoesNotContain("/Type3", written, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("A4")]
    [InlineData("Letter")]
    public void Every_sentence_of_the_plan_is_whole_on_its_paper(string paper)
    {
        var pours = Words(Print("pours", paper));
        foreach (var water in Waters)
        {
            Says(pours, water.Name);
            foreach (var notice in water.Plan.Notices.Where(one => one.Standing != Standing.Holds)) Says(pours, notice.Sentence);
            foreach (var layer in water.Plan.Layers.Is!.Layers) Says(pours, $"{layer.Mix.Batches[0].AG:0.0} + {layer.Mix.Batches[0].BG:0.0}");
        }

        var before = Words(Print("before", paper));
        foreach (var check in BuildBench.Of(Answers, Now).Where(one => one.IsNext).SelectMany(one => one.Lists).SelectMany(list => list.Checks))
        {
            Says(before, check.Question);
            Says(before, check.Because);
        }

        var rescue = Words(Print("rescue", paper));
        foreach (var step in GivesWay.Steps) Says(rescue, step);
        Says(rescue, BenchNotices.Away.Turned);

        var days = Words(Print("days", paper));
        var plan = Days;
        Assert.True(plan.Places.Count(place => place.Step.DoneAt is null) > 5);
        foreach (var place in plan.Places.Where(place => place.Step is { DoneAt: null, MixedWith: null })) Says(days, place.Step.Name);

        var record = Words(Print("record", paper));
        Says(record, "Before the skin went on");
        foreach (var water in Waters) Says(record, water.Name);
    }

    [Theory]
    [InlineData("A4")]
    [InlineData("Letter")]
    public void Cups_stand_four_to_a_page_with_what_goes_in_and_a_box_for_each(string paper)
    {
        var sessions = Answers.Sessions.Is!;
        var cards = sessions.Sum(session => session.Cards.Count + (session.LetDowns.Count > 0 ? 1 : 0));
        using var pdf = PdfDocument.Open(Print("cups", paper));
        Assert.True(pdf.NumberOfPages >= (cards + 3) / 4 && pdf.NumberOfPages <= (cards + 7) / 4);
        var words = Words(Print("cups", paper));
        foreach (var card in sessions.SelectMany(session => session.Cards))
        {
            Says(words, $"{card.Batch.AG:0.0} g");
            foreach (var line in card.Lines) Says(words, line.How);
        }
    }

    [Theory]
    [InlineData("A4")]
    [InlineData("Letter")]
    public void The_cut_is_to_scale_and_its_layers_lie_as_far_apart_as_they_are_deep(string paper)
    {
        var page = PdfReader.Pages(Print("pours", paper))[0];
        var creek = Waters[0];
        var layers = creek.Plan.Layers.Is!.Layers;

        // Heights are at full size: from one layer's line to the next is its depth, wherever the cut stands on the page.
        List<double> levels = [.. page.Lines.Where(line => !line.Closed && line.Points.Count == 2 && Math.Abs(line.Points[0].YMm - line.Points[1].YMm) < 0.01 && line.LengthMm > 3).Select(line => line.Points[0].YMm)];
        foreach (var layer in layers.Skip(1))
            Assert.Contains(levels, below => levels.Any(above => Math.Abs(below - above - layer.DepthMm) < 0.1));

        // The bar says how long it is: its level part is drawn at the scale written beside it.
        var words = Words(Print("pours", paper));
        var said = Scale().Match(words);
        Assert.True(said.Success);
        var (bar, ratio) = (double.Parse(said.Groups[1].Value), double.Parse(said.Groups[2].Value));
        Assert.Contains(page.Lines, line => line.Points.Count == 4 && Math.Abs(line.Points[1].DistanceMm(line.Points[2]) - (bar / ratio)) < 0.1);

        // And so is the ground, as long as the cut is.
        var cut = creek.Cut!;
        Assert.Contains(page.Lines, line => Math.Abs(line.Points.Max(p => p.XMm) - line.Points.Min(p => p.XMm) - ((cut.Ground[^1].AtMm - cut.Ground[0].AtMm) / ratio)) < 0.1 && line.Points.Count > 20);
    }

    [Fact]
    public void A_record_has_its_pictures_and_says_where_one_is_gone()
    {
        using (var pdf = PdfDocument.Open(Print("record", "A4")))
        {
            var pictures = pdf.GetPages().SelectMany(page => page.GetImages()).ToList();
            var one = Assert.Single(pictures);
            Assert.Equal(2, one.BoundingBox.Height / one.BoundingBox.Width, 0.01);
        }

        Says(Words(RecordPaper.Write(Of("A4"), Quay, Board, Waters, BuildLog.Of(Answers), new Dictionary<string, byte[]>())), "Its picture is not kept here any more, or cannot be read.");
    }

    [Fact]
    public void Long_names_and_foreign_letters_stay_on_the_page_and_whole()
    {
        const string Long = "Żółta zatoka pod Wzgórzem, w której stoi woda aż po próg młyna i jeszcze trochę dalej, niż ktokolwiek by pomyślał";
        var of = Of("A4") with { Build = Long[..80] };
        var words = Words(PourPaper.Write(of, [Waters[0] with { Name = Long[..80] }]));
        Says(words, "Żółta zatoka");
    }

    [Fact]
    public void A_word_wider_than_its_line_is_broken_within_and_no_letter_of_it_is_lost()
    {
        const int Count = 399;
        var entry = Quay.Log[0] with { Id = "long", Text = $"x{new string('m', Count)}", PhotoId = null, Session = null };
        using var pdf = PdfDocument.Open(RecordPaper.Write(Of("A4"), Quay with { Log = [] }, Board, Waters, BuildLog.Of(Planner.Answers(Quay with { Log = [entry] }, Stores.Examples)), Pictures));
        var width = pdf.GetPage(1).Width;
        using var without = PdfDocument.Open(RecordPaper.Write(Of("A4"), Quay with { Log = [] }, Board, Waters, BuildLog.Of(Planner.Answers(Quay with { Log = [entry with { Text = "x" }] }, Stores.Examples)), Pictures));
        List<UglyToad.PdfPig.Content.Letter> Letters(PdfDocument of) => [.. of.GetPages().SelectMany(page => page.Letters)];
        Assert.Equal(Count, Letters(pdf).Count - Letters(without).Count);
        Assert.All(Letters(pdf), one => Assert.True(one.BoundingBox.Right <= width - (10 * 72 / 25.4)));
    }

    [Theory]
    [InlineData("Причал у старой мельницы")]
    [InlineData("Παλιά προβλήτα του μύλου")]
    public void Greek_and_Cyrillic_names_are_letters_and_no_boxes(string name)
    {
        var paper = PourPaper.Write(Of("A4") with { Build = name }, [Waters[0] with { Name = name }]);
        Says(Words(paper), name);
        using var pdf = PdfDocument.Open(paper);
        var letters = pdf.GetPages().SelectMany(page => page.Letters).Where(letter => letter.Value.Any(c => char.IsLetter(c) && c > 0x36F)).ToList();
        Assert.NotEmpty(letters);
        Assert.All(letters, letter => Assert.True(letter.FontName!.Contains("Noto", StringComparison.Ordinal) && letter.Width > 0));
    }

    [Fact]
    public void What_there_is_nothing_of_is_refused_in_a_sentence()
    {
        Assert.EndsWith(".", Assert.Throws<RefusedException>(() => CupCards.Write(Of("A4"), [])).Message, StringComparison.Ordinal);
        Assert.EndsWith(".", Assert.Throws<RefusedException>(() => PourPaper.Write(Of("A4"), [])).Message, StringComparison.Ordinal);
        Assert.EndsWith(".", Assert.Throws<RefusedException>(() => BeforePaper.Write(Of("A4"), [])).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void The_card_on_the_wall_says_what_the_screen_says()
    {
        var at = new DirectoryInfo(AppContext.BaseDirectory);
        while (at is not null && !File.Exists(Path.Combine(at.FullName, "InkBasin.slnx"))) at = at.Parent;
        var screen = Gaps().Replace(File.ReadAllText(Path.Combine(at!.FullName, "src", "web", "src", "slip", "GivesWay.tsx")), " ");
        foreach (var step in GivesWay.Steps) Says(screen, step);
    }

    [GeneratedRegex("\\s+")]
    private static partial Regex Gaps();

    [GeneratedRegex("([0-9]+) mm; lengths 1 to ([0-9.]+), heights full size")]
    private static partial Regex Scale();
}
