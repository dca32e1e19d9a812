using InkBasin.Core.Sight;
using InkBasin.Core.Water;
using InkBasin.Formats.Papers;
using static InkBasin.Formats.Tests.Printed;

namespace InkBasin.Formats.Tests;

/// <summary>The Sheet and the Cut on paper: to their scale, each name where it belongs.</summary>
public class PaperPicturesTests
{
    private static double Round(double mm) => Math.Round(mm, 1);

    private static (IReadOnlyList<PdfRun> Words, IReadOnlyList<PdfStroke> Strokes) Record(BoardDrawing board)
    {
        var (words, strokes) = PdfRuns.Of(RecordPaper.Write(Printed.Of("A4"), Quay, board, [], [], Pictures));
        return (words, strokes);
    }

    private static BoardDrawing Small(double width = 600, double depth = 200) =>
        new(width, depth, 2.5, [], [new DrawnWater("Pool", [[new(100, 50), new(200, 50), new(200, 100)]], new(150, 75))], [new DrawnDam(3, new(0, 40), new(0, 80)), new DrawnDam(4, new(590, 199), new(600, 199))]);

    [Fact]
    public void The_sheet_fills_its_width_and_its_names_stand_where_they_belong()
    {
        var (words, strokes) = Record(Small());

        // 182 wide less 3 at each side: 176 over 600 mm.
        const double Scale = 176 / 600.0;
        var board = strokes.Single(stroke => Math.Abs(stroke.WidthMm - 176) < 0.02 && stroke.HeightMm > 1);
        Assert.Equal((17.0, Round(200 * Scale)), (Round(board.LeftMm), Round(board.HeightMm)));
        PdfRun Of(string said) => Assert.Single(words, run => run.Words == said);
        var pool = Of("Pool");
        Assert.Equal((Round(board.LeftMm + (150 * Scale)), Round(board.TopMm + (75 * Scale) + (0.35 * 2.8)), 2.8), (Round(pool.XMm + (pool.WidthMm / 2)), Round(pool.YMm), Round(pool.HeightMm)));
        var shore = strokes.Single(stroke => Math.Abs(stroke.LeftMm - (board.LeftMm + (100 * Scale))) < 0.02 && Math.Abs(stroke.WidthMm - (100 * Scale)) < 0.02);
        Assert.Equal((Round(board.TopMm + (50 * Scale)), Round(50 * Scale), 0.3), (Round(shore.TopMm), Round(shore.HeightMm), Round(shore.PenMm)));

        // A dam's name is brought onto the board.
        var (left, corner) = (Of("dam 3"), Of("dam 4"));
        Assert.Equal((Round(board.LeftMm + 6), Round(board.TopMm + (60 * Scale) + (0.35 * 2.38))), (Round(left.XMm + (left.WidthMm / 2)), Round(left.YMm)));
        Assert.Equal((Round(board.RightMm - 6), Round(board.BottomMm - 3 + (0.35 * 2.38))), (Round(corner.XMm + (corner.WidthMm / 2)), Round(corner.YMm)));
        var dam = strokes.Single(stroke => stroke.WidthMm < 0.01 && Math.Abs(stroke.HeightMm - (40 * Scale)) < 0.02);
        Assert.Equal((Round(board.LeftMm), Round(board.TopMm + (40 * Scale)), 1.0), (Round(dam.LeftMm), Round(dam.TopMm), Round(dam.PenMm)));

        // The bar: the longest round length within a third of it.
        var bar = strokes.Single(stroke => Math.Abs(stroke.TopMm - (board.BottomMm + 2.5)) < 0.02 && Math.Abs(stroke.HeightMm - 1) < 0.02);
        Assert.Equal((17.0, Round(200 * Scale)), (Round(bar.LeftMm), Round(bar.WidthMm)));
        var said = Of("200 mm; height lines each 2.5 mm");
        Assert.Equal((Round(bar.RightMm + 2), Round(board.BottomMm + 3.5 + (0.35 * 2.52)), 2.52), (Round(said.XMm), Round(said.YMm), Math.Round(said.HeightMm, 2)));

        // What comes after stands clear of it, and of the table of no waters.
        Assert.Equal(board.BottomMm + 3 + 6 + 2 + 2 + 3.5, words.Single(run => run.Words.StartsWith("Nothing is in", StringComparison.Ordinal)).YMm, 0.02);
    }

    [Theory]
    [InlineData(200, 400, 98 / 400.0, 50)]
    [InlineData(30, 20, 98 / 20.0, 10)]
    [InlineData(2000, 300, 176 / 2000.0, 500)]
    public void A_deep_board_is_as_high_as_there_is_room(double width, double depth, double scale, double bar)
    {
        var (words, strokes) = Record(Small(width, depth) with { Waters = [], Dams = [] });
        Assert.Contains(strokes, stroke => Math.Abs(stroke.WidthMm - (width * scale)) < 0.02 && Math.Abs(stroke.HeightMm - (depth * scale)) < 0.02);
        Assert.Contains(words, run => run.Words == $"{bar:0} mm; height lines each 2.5 mm");
    }

    private static (IReadOnlyList<PdfRun> Words, IReadOnlyList<PdfStroke> Strokes, PdfStroke Ground) Cut(WaterCut cut, params double[] topsMm)
    {
        var layers = Waters[0].Plan.Layers.Is!;
        var plan = Waters[0].Plan with { Notices = [], Layers = new(layers with { Layers = [.. topsMm.Select(top => layers.Layers[0] with { ToMm = top, Things = [] })] }, null) };
        var (words, strokes) = PdfRuns.Of(PourPaper.Write(Printed.Of("A4"), [Waters[0] with { Plan = plan, Cut = cut }]));
        return (words, strokes, strokes.First(stroke => Math.Abs(stroke.PenMm - 0.45) < 0.01));
    }

    // A trough 100 long with banks of 30 at its ends, level ground of 10 between them, water to 20.
    private static readonly WaterCut Trough = new(true, 42.4, [(0, 30), (20, 30), (21, 10), (50, 10), (79, 10), (80, 30), (100, 30)], [new(20.5, 79.5)], 20, 10);

    [Fact]
    public void The_cut_has_its_heights_at_full_size_and_names_each_layer()
    {
        var (words, strokes, ground) = Cut(Trough, 12, 14, 20);

        // 100 in the 150 there are beside the names: full size both ways; 5 mm more than its banks are cut away under it.
        Assert.Equal((14.0, 100.0, 20.0), (Round(ground.LeftMm), Round(ground.WidthMm), Round(ground.HeightMm)));
        var level = strokes.Single(stroke => stroke.IsRule && Math.Abs(stroke.WidthMm - 59) < 0.02);
        Assert.Equal((34.5, Round(ground.TopMm + 10), 0.35), (Round(level.LeftMm), Round(level.TopMm), Math.Round(level.PenMm, 2)));

        // Two layers lie under the waterline, as long as the bed between its banks.
        Assert.Equal([Round(ground.TopMm + 16), Round(ground.TopMm + 18)], strokes.Where(stroke => stroke.IsRule && Math.Abs(stroke.LeftMm - 35) < 0.02 && Math.Abs(stroke.WidthMm - 58) < 0.02).Select(stroke => Round(stroke.TopMm)).Order());

        // The staff beside it: from the bed to the waterline, a tick and a depth for each layer; the lower of two too near each other says nothing.
        var staff = strokes.Single(stroke => stroke.WidthMm < 0.01 && Math.Abs(stroke.HeightMm - 10) < 0.02);
        Assert.Equal((117.0, Round(ground.TopMm + 10)), (Round(staff.LeftMm), Round(staff.TopMm)));
        Assert.Equal([10.0, 16, 18, 20], strokes.Where(stroke => stroke.IsRule && Math.Abs(stroke.WidthMm - 2) < 0.01 && Math.Abs(stroke.LeftMm - 116) < 0.02).Select(stroke => Round(stroke.TopMm - ground.TopMm)).Order());
        List<PdfRun> names = [.. words.Where(run => run.Words.EndsWith("mm deep", StringComparison.Ordinal))];
        Assert.Equal(["3: 10.0 mm deep", "2: 4.0 mm deep"], names.Select(run => run.Words));
        Assert.All(names, run => Assert.Equal((119.0, 2.34), (Round(run.XMm), Math.Round(run.HeightMm, 2))));
        Assert.Equal([Round(10 + (0.35 * 2.34)), Round(16 + (0.35 * 2.34))], names.Select(run => Round(run.YMm - ground.TopMm)));
        Assert.Equal(["3: 10.0 mm deep", "2: 5.0 mm deep", "1: 2.0 mm deep"], Cut(Trough, 12, 15, 20).Words.Where(run => run.Words.EndsWith("mm deep", StringComparison.Ordinal)).Select(run => run.Words));

        // Under it the bar and what it is to.
        var bar = strokes.Single(stroke => Math.Abs(stroke.HeightMm - 1) < 0.02 && Math.Abs(stroke.WidthMm - 50) < 0.02);
        Assert.Equal((14.0, Round(ground.TopMm + 25 + 2.5)), (Round(bar.LeftMm), Round(bar.TopMm)));
        var said = Assert.Single(words, run => run.Words == "50 mm; lengths full size, heights full size; cut along the board, 42 mm from its back");
        Assert.Equal((66.0, Round(ground.TopMm + 25 + 3.5 + (0.35 * 2.6)), 2.6), (Round(said.XMm), Round(said.YMm), Round(said.HeightMm)));
    }

    [Theory]
    [InlineData(1, 1, "50 mm; lengths full size, heights full size")]
    [InlineData(1.5, 1, "50 mm; lengths full size, heights full size")]
    [InlineData(1.51, 1, "100 mm; lengths 1 to 2, heights full size")]
    [InlineData(5, 1, "200 mm; lengths 1 to 4, heights full size")]
    [InlineData(30, 1, "200 mm; lengths 1 to 20, heights full size")]
    [InlineData(1, 4, "100 mm; lengths 1 to 2, heights 1 to 2")]
    public void Scales_are_round(double longer, double higher, string says)
    {
        var cut = Trough with { Ground = [.. Trough.Ground.Select(one => (one.AtMm * longer, 10 + ((one.HeightMm - 10) * higher)))], Wet = [new(20.5 * longer, 79.5 * longer)], LevelMm = 10 + (10 * higher) };
        Assert.Contains(Cut(cut, cut.LevelMm).Words, run => run.Words.StartsWith($"{says}; cut along", StringComparison.Ordinal));
    }

    [Fact]
    public void High_banks_do_not_press_the_water_flat()
    {
        // Banks of 200: the picture ends as far over the water as it is deep, and no less than 8 mm over it.
        var steep = Trough with { Ground = [.. Trough.Ground.Select(one => (one.AtMm, one.HeightMm > 10 ? 200 : 10.0))] };
        var (words, strokes, _) = Cut(steep, 20);
        var level = strokes.Single(stroke => stroke.IsRule && Math.Abs(stroke.WidthMm - 59) < 0.02);
        var bar = strokes.Single(stroke => Math.Abs(stroke.HeightMm - 1) < 0.02 && Math.Abs(stroke.WidthMm - 50) < 0.02);
        Assert.Equal(10 + 5 + 2.5, bar.TopMm - level.TopMm, 0.02);
        static double Over(IReadOnlyList<PdfRun> said, PdfStroke line) => line.TopMm - said.Single(run => run.Words.StartsWith("Waterline", StringComparison.Ordinal)).YMm - (3.5 * 0.38) - 2;
        Assert.Equal(10, Over(words, level), 0.02);
        var (told, drawn, _) = Cut(steep with { LevelMm = 14, Wet = [new(20.2, 79.8)] }, 14);
        Assert.Equal(8, Over(told, drawn.Single(stroke => stroke.IsRule && Math.Abs(stroke.WidthMm - 59.6) < 0.02)), 0.02);
        var heading = PdfRuns.Of(PourPaper.Write(Printed.Of("A4"), [Waters[0] with { Cut = Trough with { AlongBoard = false, AtMm = 7.6 } }])).Words;
        Assert.Contains(heading, run => run.Words.EndsWith("cut across the board, 8 mm from its left", StringComparison.Ordinal));
    }
}
