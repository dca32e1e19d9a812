using InkBasin.Core.Dams;
using InkBasin.Core.Ground;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Dams;

/// <summary>A panel's template against closed numbers: cells of 2 mm, ground at 18 with a hollow at 4 that opens to one side, the dam's top at 24, seating 5.</summary>
public class PanelTemplatesTests
{
    private static readonly DamStock Sheet = new(300, 200, 2, 5);

    // Columns 20…29 of 60, their middles from 41 to 59 mm; open to the front or to the back.
    private static HeightField Hollow(bool atBack) => Fields.From(60, 40, 2, (c, r) => c is >= 20 and < 30 && (atBack ? r < 20 : r >= 20) ? 4 : 18);

    private static IReadOnlyList<Template> Of(HeightField field, Dam dam, double? waterlineMm = null, DamStock? stock = null)
    {
        Dam[] dams = [dam];
        StandingWater[] waters = waterlineMm is { } level ? [new("w", "Tarn", new PointMm(50, 60), new BasinMemory().Measure(field, dams, new PointMm(50, 60), level, 0.5, CancellationToken.None))] : [];
        var plans = DamPlan.All(dams, field, waters, stock ?? Sheet);
        return PanelTemplates.Of("Test", field, dams, plans, DamPlan.Cut(dams, plans, stock ?? Sheet), waters);
    }

    private static Dam Front(double fromMm, double toMm) => new(BoardSide.Front, fromMm, toMm, 24) { Id = "a" };

    private static PointMm[] Bed(Template template) => [.. template.Paths.Single(path => path.Line == TemplateLine.Bed).Points];

    [Fact]
    public void Its_outline_its_ground_and_its_titles()
    {
        var panel = Assert.Single(Of(Hollow(atBack: false), Front(12, 108)));
        Assert.Equal((1, 96, 25), (panel.Number, panel.WidthMm, panel.DepthMm));
        Assert.Equal("Test, dam 1, front, from 12 to 108 mm, seen from outside", panel.Title);
        var outline = Assert.Single(panel.Paths, path => path.Line == TemplateLine.Cut);
        Assert.Equal([new(0, 0), new(96, 0), new(96, 25), new(0, 25)], outline.Points);
        Assert.True(outline.Closed);
        Assert.Equal([new(1, 6), new(27, 6), new(29, 20), new(47, 20), new(49, 6), new(95, 6)], Bed(panel));
        Assert.Equal("dam 1: 96 × 25 mm", Assert.Single(panel.Words).Words);
    }

    // From 13 to 107 the first and the last cell's middles lie right on its ends.
    [Fact]
    public void Ground_right_at_its_ends_is_drawn() =>
        Assert.Equal((new PointMm(0, 6), new PointMm(94, 6)), (Bed(Of(Hollow(atBack: false), Front(13, 107))[0])[0], Bed(Of(Hollow(atBack: false), Front(13, 107))[0])[^1]));

    [Fact]
    public void At_the_back_what_lies_left_is_drawn_right() =>
        Assert.Equal([new(1, 6), new(47, 6), new(49, 20), new(67, 20), new(69, 6), new(95, 6)], Bed(Assert.Single(Of(Hollow(atBack: true), new Dam(BoardSide.Back, 12, 108, 24) { Id = "a" }))));

    [Fact]
    public void Along_the_sides_the_back_is_left_of_the_left_one_and_right_of_the_right_one()
    {
        // Low along the back half, rows 0…19.
        var field = Fields.From(60, 40, 2, (c, r) => r < 20 ? 4 : 18);
        Assert.Equal([new(1, 20), new(39, 20), new(41, 6), new(79, 6)], Bed(Assert.Single(Of(field, new Dam(BoardSide.Left, 0, 80, 24) { Id = "a" }))));
        Assert.Equal([new(1, 6), new(39, 6), new(41, 20), new(79, 20)], Bed(Assert.Single(Of(field, new Dam(BoardSide.Right, 0, 80, 24) { Id = "a" }))));
    }

    // Cut in two, the second begins where the first ends; mirrored likewise.
    [Fact]
    public void The_second_part_of_a_butted_one_goes_on_where_the_first_ends()
    {
        var narrow = new DamStock(60, 50, 2, 5);
        var parts = Of(Hollow(atBack: false), Front(12, 108), stock: narrow);
        Assert.Equal([("Test, dam 1/1, front, from 12 to 60 mm, seen from outside", 1), ("Test, dam 1/2, front, from 60 to 108 mm, seen from outside", 2)], parts.Select(part => (part.Title, part.Number)));
        Assert.Equal([new(1, 6), new(27, 6), new(29, 20), new(47, 20)], Bed(parts[0]));
        Assert.Equal([new(1, 6), new(47, 6)], Bed(parts[1]));
        var behind = Of(Hollow(atBack: true), new Dam(BoardSide.Back, 12, 108, 24) { Id = "a" }, stock: narrow);
        Assert.Equal([new(1, 20), new(19, 20), new(21, 6), new(47, 6)], Bed(behind[0]));
    }

    // Both dams' parts counted by themselves.
    [Fact]
    public void Two_dams_have_each_their_own_parts()
    {
        var field = Hollow(atBack: false);
        Dam[] dams = [Front(12, 108), new(BoardSide.Back, 12, 108, 24) { Id = "b" }];
        var plans = DamPlan.All(dams, field, [], new DamStock(60, 50, 2, 5));
        var templates = PanelTemplates.Of("Test", field, dams, plans, DamPlan.Cut(dams, plans, new DamStock(60, 50, 2, 5)), []);
        Assert.Equal(
            ["dam 1/1, front, from 12 to 60", "dam 1/2, front, from 60 to 108", "dam 2/1, back, from 12 to 60", "dam 2/2, back, from 60 to 108"],
            templates.Select(template => template.Title["Test, ".Length..template.Title.IndexOf(" mm", StringComparison.Ordinal)]));
        Assert.Equal([1, 2, 3, 4], templates.Select(template => template.Number));
    }

    // So far under the top as it stands under it; named over the line, in the middle of the hollow, as large as there is room for.
    [Theory]
    [InlineData(20, 4, 3, 2)]
    [InlineData(16, 8, 3.4, 4.6)]
    public void A_water_is_drawn_at_its_level_and_named_over_it(double waterlineMm, double downMm, double highMm, double wordsAtMm)
    {
        var panel = Assert.Single(Of(Hollow(atBack: false), Front(12, 108), waterlineMm));
        Assert.Equal([new(0, downMm), new(96, downMm)], Assert.Single(panel.Paths, path => path.Line == TemplateLine.Waterline).Points);
        var level = panel.Words[1];
        Assert.Equal($"Tarn {waterlineMm}", level.Words);
        Assert.Equal((39, wordsAtMm, highMm), (level.At.XMm, level.At.YMm, level.HeightMm));
    }

    // Not so near its ends that the words would stand out over them: 15 % in.
    [Theory]
    [InlineData(44, 108, 9.6)]
    [InlineData(12, 50, 32.3)]
    public void Its_name_stays_on_the_panel(double fromMm, double toMm, double atMm) =>
        Assert.Equal(atMm, Of(Hollow(atBack: false), Front(fromMm, toMm), 20)[0].Words[1].At.XMm, 9);

    [Fact]
    public void The_title_stands_beside_the_name_of_the_water()
    {
        var words = Of(Hollow(atBack: false), Front(12, 108), 16)[0].Words;
        Assert.True(Math.Abs(words[0].At.XMm - words[1].At.XMm) > 12 || Math.Abs(words[0].At.YMm - words[1].At.YMm) > 4, $"{words[0]} on {words[1]}");
    }

    // One cell's ground is no line.
    [Fact]
    public void A_dam_of_one_cell_has_no_ground_drawn() =>
        Assert.DoesNotContain(Assert.Single(Of(Hollow(atBack: false), Front(40, 42))).Paths, path => path.Line == TemplateLine.Bed);

    [Theory]
    [InlineData(24)]
    [InlineData(26)]
    public void A_level_not_under_its_top_is_not_drawn_on_it(double waterlineMm) =>
        Assert.DoesNotContain(Of(Hollow(atBack: false), Front(12, 108), waterlineMm)[0].Paths, path => path.Line == TemplateLine.Waterline);
}
