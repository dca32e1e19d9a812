using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

public class StrokesTests
{
    private static readonly Board Small = new(120, 80, 1);

    private static readonly GroundStep[] Hill =
    [
        new FoamSheet { Id = "base", Name = "Base", ThicknessMm = 20 },
        new Ridge { Id = "hill", Name = "Hill", Points = [new(60, 40)], HeightMm = 10, WidthMm = 50 },
    ];

    private static double[] After(params Stroke[] strokes) =>
        GroundRecipe.Compile(Small, [.. Hill, new Strokes { Id = "s", Name = "Hand", Items = strokes }]).Surface.HeightsMm;

    private static Stroke Line(StrokeKind kind, double strength, double levelMm = 0) =>
        new(kind, [new(20, 20), new(100, 20)], 20, strength, levelMm);

    private static double At(double[] h, int column, int row) => h[(row * 120) + column];

    [Fact]
    public void Rise_and_scoop_do_their_mm_under_the_brush_and_undo_each_other()
    {
        double[] bare = After(), raised = After(Line(StrokeKind.Rise, 3));
        Assert.Equal(At(bare, 50, 19) + 3, At(raised, 50, 19), 0.05);
        Assert.Equal(At(bare, 50, 31), At(raised, 50, 31));
        var back = After(Line(StrokeKind.Rise, 3), Line(StrokeKind.Scoop, 3));
        for (var i = 0; i < bare.Length; i++) Assert.Equal(bare[i], back[i], 9);
    }

    [Fact]
    public void A_slow_hand_does_no_more_than_a_quick_one()
    {
        PointMm[] slow = [.. Enumerable.Range(0, 81).Select(k => new PointMm(20 + k, 20))];
        var quick = After(Line(StrokeKind.Rise, 3));
        var slowly = After(new Stroke(StrokeKind.Rise, slow, 20, 3));
        for (var i = 0; i < quick.Length; i++) Assert.Equal(quick[i], slowly[i], 9);
    }

    [Fact]
    public void Level_brings_the_ground_to_its_height()
    {
        var h = After(new Stroke(StrokeKind.Level, [new(60.5, 40.5)], 40, 1, 26));
        Assert.Equal(26, At(h, 60, 40), 9);
        Assert.Equal(At(After(), 60, 70), At(h, 60, 70));
    }

    [Fact]
    public void Smooth_lowers_crests_and_leaves_a_plane_a_plane()
    {
        Assert.True(At(After(new Stroke(StrokeKind.Smooth, [new(60.5, 40.5)], 30, 1)), 60, 40) < At(After(), 60, 40));
        var flat = GroundRecipe.Compile(Small, [Hill[0], new Strokes { Id = "s", Name = "S", Items = [Line(StrokeKind.Smooth, 1)] }]).Surface.HeightsMm;
        Assert.All(flat, h => Assert.Equal(20, h, 9));
    }

    [Fact]
    public void Roughen_stays_within_half_its_strength()
    {
        double[] bare = After(), rough = After(Line(StrokeKind.Roughen, 2));
        Assert.NotEqual(bare, rough);
        for (var i = 0; i < bare.Length; i++) Assert.InRange(rough[i] - bare[i], -1, 1);
    }

    [Fact]
    public void A_stroke_off_the_board_does_nothing() =>
        Assert.Equal(After(), After(new Stroke(StrokeKind.Rise, [new(-90, -90), new(-50, -60)], 20, 5)));

    public static TheoryData<Stroke, string> Wrong => new()
    {
        { new Stroke(StrokeKind.Rise, [], 10, 1), "x.path" },
        { new Stroke(StrokeKind.Rise, [new(double.NaN, 1)], 10, 1), "x.path[0].xMm" },
        { new Stroke(StrokeKind.Rise, [new(1, 1)], 0, 1), "x.brushMm" },
        { new Stroke(StrokeKind.Smooth, [new(1, 1)], 10, 2), "x.strength" },
        { new Stroke((StrokeKind)9, [new(1, 1)], 10, 1), "x.kind" },
    };

    [Theory]
    [MemberData(nameof(Wrong))]
    public void A_stroke_that_cannot_be_drawn_is_refused(Stroke stroke, string field) =>
        Assert.Equal(field, Assert.Throws<RefusedException>(() => stroke.Check("x")).Field);
}
