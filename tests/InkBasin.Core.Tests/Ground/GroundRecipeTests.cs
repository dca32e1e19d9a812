using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

public class GroundRecipeTests
{
    private static readonly Board Small = new(200, 100, 1);

    private static readonly FoamSheet Base = new() { Id = "base", Name = "Base", ThicknessMm = 30 };

    private static double[] Heights(params GroundStep[] steps) => GroundRecipe.Compile(Small, steps).Surface.HeightsMm;

    private static Outline Box(double left, double back, double right, double front) =>
        new([new(left, back), new(right, back), new(right, front), new(left, front)]);

    [Fact]
    public void A_bare_board_is_flat_at_nought() => Assert.All(Heights(), h => Assert.Equal(0, h));

    [Fact]
    public void Sheets_stack()
    {
        var h = Heights(Base, new FoamSheet { Id = "b", Name = "Bank", ThicknessMm = 10, Outline = Box(0, 0, 100, 100) });
        Assert.Equal(40, h[(50 * 200) + 50]);
        Assert.Equal(30, h[(50 * 200) + 150]);
    }

    [Fact]
    public void A_sheet_carved_back_keeps_half_the_foam_of_its_margin()
    {
        // Along a straight edge the smooth slope holds half of what a square edge holds.
        var square = new FoamSheet { Id = "a", Name = "A", ThicknessMm = 10, Outline = Box(-300, -300, 100, 400) };
        var carved = square with { CarvedBackMm = 40 };
        Assert.Equal(10 * 40 * 100 / 2.0, Heights(square).Sum() - Heights(carved).Sum(), 0);
    }

    [Fact]
    public void A_straight_channel_takes_away_its_trapezoid()
    {
        // Width 20 at the bed, banks at 45° up 20 mm: (20 + 60)/2 × 20 mm² of section, 200 mm long, level bed.
        var channel = new Channel
        {
            Id = "c",
            Name = "Channel",
            Points = [new(-100, 50, 20), new(300, 50, 20)],
            BedStartMm = 10,
            BedEndMm = 10,
            BankAngleDeg = 45,
        };
        var taken = (30 * 200 * 100) - Heights(Base, channel).Sum();
        Assert.Equal(800.0 * 200, taken, 800.0 * 200 * 0.002);
    }

    [Fact]
    public void A_dished_bed_is_a_parabola()
    {
        var channel = new Channel
        {
            Id = "c",
            Name = "Channel",
            Points = [new(-100, 50, 40), new(300, 50, 40)],
            BedStartMm = 5,
            BedEndMm = 5,
            BankAngleDeg = 90,
            DishMm = 8,
        };
        var h = Heights(Base, channel);
        foreach (var row in new[] { 35, 42, 49, 60 })
        {
            var off = row + 0.5 - 50;
            Assert.Equal(5 + (8 * off * off / 400), h[(row * 200) + 100], 9);
        }

        Assert.Equal(30, h[(20 * 200) + 100]);
    }

    [Fact]
    public void The_bed_falls_in_a_straight_grade_along_its_length()
    {
        var channel = new Channel
        {
            Id = "c",
            Name = "Channel",
            Points = [new(0, 50, 30), new(200, 50, 30)],
            BedStartMm = 12,
            BedEndMm = 2,
            BankAngleDeg = 60,
        };
        var h = Heights(Base, channel);
        foreach (var column in new[] { 10, 60, 150, 190 }) Assert.Equal(12 - (10 * (column + 0.5) / 200), h[(49 * 200) + column], 6);
    }

    [Fact]
    public void A_channel_never_raises_ground()
    {
        var before = Heights(Base);
        var after = Heights(Base, new Channel { Id = "c", Name = "C", Points = [new(20, 20, 10), new(150, 80, 50)], BedStartMm = 45, BedEndMm = 3 });
        for (var i = 0; i < after.Length; i++) Assert.True(after[i] <= before[i]);
    }

    [Fact]
    public void A_dock_has_upright_walls_and_its_depth_counts_from_the_brim()
    {
        var h = Heights(Base, new Pond { Id = "d", Name = "Dock", Outline = Box(40, 20, 120, 70), DepthMm = 12, SlopeDeg = 90 });
        Assert.Equal(18, h[(21 * 200) + 41]);
        Assert.Equal(18, h[(45 * 200) + 80]);
        Assert.Equal(30, h[(19 * 200) + 41]);
        Assert.Equal((80 * 50 * 12) + 0.0, (30.0 * 200 * 100) - h.Sum(), 6);
    }

    [Fact]
    public void A_pond_has_its_shelf_then_its_slope_then_its_depth()
    {
        var pond = new Pond { Id = "p", Name = "Pond", Outline = Box(40, 0, 160, 100), DepthMm = 15, ShelfDepthMm = 3, ShelfWidthMm = 10, SlopeDeg = 45 };
        var h = Heights(Base, pond);
        Assert.Equal(27, h[(50 * 200) + 45]);
        Assert.Equal(30 - 3 - 5.5, h[(50 * 200) + 55], 9);
        Assert.Equal(15, h[(50 * 200) + 100], 9);
    }

    [Fact]
    public void A_pond_is_dug_from_the_lowest_ground_on_its_shore()
    {
        var step = new FoamSheet { Id = "s", Name = "Step", ThicknessMm = 10, Outline = Box(-1, -1, 100, 101) };
        var h = Heights(Base, step, new Pond { Id = "p", Name = "Pond", Outline = Box(60, 30, 140, 70), DepthMm = 8, SlopeDeg = 90 });
        Assert.Equal(22, h[(50 * 200) + 70]);
        Assert.Equal(22, h[(50 * 200) + 130]);
    }

    [Fact]
    public void A_pad_cuts_and_fills_to_its_level_and_batters_the_ground_round_it()
    {
        var hill = new FoamSheet { Id = "h", Name = "Hill", ThicknessMm = 12, Outline = Box(-1, -1, 100, 101) };
        var h = Heights(Base, hill, new Pad { Id = "p", Name = "Yard", Outline = Box(80, 30, 120, 70), LevelMm = 34, BatterDeg = 45 });
        Assert.Equal(34, h[(50 * 200) + 90]);
        Assert.Equal(34, h[(50 * 200) + 110]);
        Assert.Equal(34 + 2.5, h[(50 * 200) + 77], 9);
        Assert.Equal(34 - 2.5, h[(50 * 200) + 122], 9);
        Assert.Equal(42, h[(50 * 200) + 20]);
        Assert.Equal(30, h[(50 * 200) + 180]);
    }

    [Fact]
    public void A_skin_adds_its_thickness_and_its_volume_is_true_area_times_thickness()
    {
        // A wedge at slope 1: every cell's true area is √2 of its plan.
        var board = new Board(100, 100, 1);
        var ground = new CompiledGround(Fields.From(100, 100, 1, (column, _) => column), [.. Enumerable.Repeat(2.0, 10_000)]);
        var (area, volume) = SkinVolume.Of(ground);
        Assert.Equal(10_000 * Math.Sqrt(2), area, 6);
        Assert.Equal(area * 2 / 1000, volume, 9);
        var flat = GroundRecipe.Compile(board, [new PlasterSkin { Id = "s", Name = "Skin", ThicknessMm = 2.5 }]);
        Assert.All(flat.Surface.HeightsMm, h => Assert.Equal(2.5, h));
        Assert.Equal(25, SkinVolume.Of(flat).VolumeMl, 9);
    }

    [Fact]
    public void Roughness_stays_within_its_height_and_keeps_the_mean()
    {
        var skin = new PlasterSkin { Id = "s", Name = "Skin", ThicknessMm = 3, RoughMm = 1.2, Seed = 5 };
        var h = Heights(skin);
        Assert.InRange(h.Min(), 2.4, 2.9);
        Assert.InRange(h.Max(), 3.1, 3.6);
        Assert.Equal(3, h.Average(), 0.1);
    }

    [Fact]
    public void Cutting_after_plastering_takes_the_plaster_first()
    {
        var ground = GroundRecipe.Compile(
            Small,
            [
                Base,
                new PlasterSkin { Id = "s", Name = "Skin", ThicknessMm = 3 },
                new Pond { Id = "p", Name = "Pond", Outline = Box(40, 20, 120, 70), DepthMm = 2, SlopeDeg = 90 },
            ]);
        Assert.Equal(1, ground.SkinMm[(50 * 200) + 80], 9);
        Assert.Equal(3, ground.SkinMm[(10 * 200) + 10], 9);
    }

    [Fact]
    public void The_same_recipe_gives_the_same_ground_to_the_last_bit()
    {
        GroundStep[] recipe =
        [
            Base,
            new Channel { Id = "c", Name = "C", Points = [new(-5, 20, 10), new(90, 80, 30), new(220, 40, 20)], BedStartMm = 9, BedEndMm = 2, DishMm = 2 },
            new PlasterSkin { Id = "s", Name = "Skin", ThicknessMm = 3, RoughMm = 1, Seed = 9 },
        ];
        Assert.Equal(Heights(recipe), Heights(recipe));
    }

    [Fact]
    public void A_step_switched_off_changes_nothing() =>
        Assert.Equal(Heights(Base), Heights(Base, new FoamSheet { Id = "x", Name = "Off", ThicknessMm = 9, Enabled = false }));

    [Fact]
    public void A_cancelled_compile_stops()
    {
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        Assert.Throws<OperationCanceledException>(() => GroundRecipe.Compile(Small, [Base, new PlasterSkin { Id = "s", Name = "S", ThicknessMm = 1 }], cancel: stop.Token));
    }

    public static TheoryData<GroundStep, string> Wrong => new()
    {
        { new FoamSheet { Id = "a", Name = "A", ThicknessMm = 0 }, "x.thicknessMm" },
        { new FoamSheet { Id = "a", Name = " ", ThicknessMm = 5 }, "x.name" },
        { new FoamSheet { Id = "a", Name = "A", ThicknessMm = double.NaN }, "x.thicknessMm" },
        { new Channel { Id = "a", Name = "A", Points = [new(0, 0, 5)], BedStartMm = 0, BedEndMm = 0 }, "x.points" },
        { new Channel { Id = "a", Name = "A", Points = [new(0, 0, 5), new(9, 9, 0)], BedStartMm = 0, BedEndMm = 0 }, "x.points[1].widthMm" },
        { new Pond { Id = "a", Name = "A", Outline = new([new(0, 0), new(5, 5)]), DepthMm = 4 }, "x.outline.points" },
        { new Pond { Id = "a", Name = "A", Outline = Box(0, 0, 9, 9), DepthMm = 4, ShelfDepthMm = 5 }, "x.shelfDepthMm" },
        { new Pad { Id = "a", Name = "A", Outline = Box(0, 0, 9, 9), LevelMm = double.PositiveInfinity }, "x.levelMm" },
        { new PlasterSkin { Id = "a", Name = "A", ThicknessMm = 1, RoughMm = 2 }, "x.roughMm" },
        { new Ridge { Id = "a", Name = "A", Points = [], HeightMm = 5, WidthMm = 20 }, "x.points" },
        { new TrackBed { Id = "a", Name = "A", Points = [new(0, 0)], StartMm = 5, EndMm = 5, WidthMm = 20 }, "x.points" },
        { new RetainingWall { Id = "a", Name = "A", Points = [new(0, 0), new(5, 5)], TopMm = double.NaN }, "x.topMm" },
        { new FillBlock { Id = "a", Name = "A", Outline = Box(0, 0, 9, 9), TopMm = 900 }, "x.topMm" },
        { new RockGroup { Id = "a", Name = "A", Outline = Box(0, 0, 9, 9), Count = 0, LeastMm = 4, GreatestMm = 8 }, "x.count" },
        { new RockGroup { Id = "a", Name = "A", Outline = Box(0, 0, 9, 9), Count = 2, LeastMm = 9, GreatestMm = 8 }, "x.greatestMm" },
        { new Channel { Id = "a", Name = "A", Points = [new(0, 0, 5), new(9, 9, 5)], BedStartMm = 0, BedEndMm = 0, Fords = [new Ford(2, 5, 5)] }, "x.fords[0].alongShare" },
        { new Channel { Id = "a", Name = "A", Points = [new(0, 0, 5), new(9, 9, 5)], BedStartMm = 0, BedEndMm = 0, Islands = [new Island(0.5, 3, 5, 5, 5)] }, "x.islands[0].acrossShare" },
        { new Pond { Id = "a", Name = "A", Outline = Box(0, 0, 9, 9), DepthMm = 4, RaggedMm = -1 }, "x.raggedMm" },
    };

    [Theory]
    [MemberData(nameof(Wrong))]
    public void Steps_no_ground_can_be_made_of_are_refused_by_field(GroundStep step, string field) =>
        Assert.Equal(field, Assert.Throws<RefusedException>(() => step.Check("x")).Field);
}
