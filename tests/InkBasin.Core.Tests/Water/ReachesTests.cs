using FsCheck.Xunit;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;
using InkBasin.Core.Plan;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests.Water;

public class ReachesTests
{
    private static StreamSection At(double along, double bed, double width = 20, double depth = 4) =>
        new(new PointMm(along, 50), along, 0, bed, new PointMm(along, 50), 0, bed + depth, width, width * depth);

    private static List<StreamSection> Slope(double from, double to, int count = 101) =>
        [.. Enumerable.Range(0, count).Select(i => At(i * 3, from + ((to - from) * i / (count - 1))))];

    [Fact]
    public void A_bed_that_falls_12_mm_at_8_deep_and_3_least_takes_three_reaches_of_equal_fall()
    {
        var reaches = Reaches.Propose(Slope(20, 8), 8, 3);
        Assert.Equal(3, reaches.Count);
        Assert.All(reaches, reach => Assert.InRange(reach.DeepestMm, 6.7, 7.1));
        Assert.Equal(23, reaches[0].LevelMm, 9);
        Assert.All(reaches.Zip(reaches.Skip(1)), pair => Assert.InRange(pair.First.LevelMm - pair.Second.LevelMm, 3.7, 4.3));
    }

    [Property(MaxTest = 100)]
    public bool None_is_deeper_than_wanted_or_drier_than_the_least_and_they_cover_the_stream(int seed)
    {
        var random = new Random(seed);
        var bed = 40.0;
        var sections = Enumerable.Range(0, 120).Select(i => At(i * 3, bed += (random.NextDouble() * 0.9) - 0.6)).ToList();
        double least = 1 + random.NextDouble(), deepest = least + 2.5 + (random.NextDouble() * 6);
        var reaches = Reaches.Propose(sections, deepest, least);
        foreach (var section in sections)
        {
            var reach = reaches.FirstOrDefault(r => section.AlongMm >= r.FromMm && section.AlongMm < r.ToMm) ?? reaches[^1];
            var depth = reach.LevelMm - section.BedMm;
            if (depth < least - 1e-9 || depth > deepest + 1e-6) return false;
        }

        return reaches[0].FromMm == 0 && reaches.Zip(reaches.Skip(1)).All(pair => pair.First.ToMm == pair.Second.FromMm);
    }

    [Fact]
    public void Depths_that_leave_no_room_are_refused()
    {
        Assert.Throws<RefusedException>(() => Reaches.Propose(Slope(20, 8), 3, 3));
        Assert.Throws<RefusedException>(() => Reaches.Propose(Slope(400, 8), 3.1, 3));
        Assert.Throws<RefusedException>(() => Reaches.Propose(Slope(20, 8, 1), 8, 3));
    }

    [Fact]
    public void A_fall_is_found_where_one_level_follows_another()
    {
        List<StreamSection> sections = [.. Slope(20, 20, 40), new(new PointMm(120, 50), 120, 0, 25, new PointMm(120, 50), -1, 25, 0, 0), .. Slope(15, 15, 40).Select(s => s with { AlongMm = s.AlongMm + 123, Water = 1 })];
        var fall = Assert.Single(WhiteWater.Falls(sections));
        Assert.Equal((24, 19, 5, 25, 120), (fall.FromMm, fall.ToMm, fall.HeightMm, fall.CrestMm, fall.AlongMm));
        Assert.Equal((0, 1), (fall.Upper, fall.Lower));
        Assert.Contains(WhiteWater.Of(sections, [fall]), place => place.Cause == WhiteCause.Drop);
    }

    [Fact]
    public void Narrows_and_shallows_run_white_and_an_even_stream_does_not()
    {
        List<StreamSection> even = [.. Enumerable.Range(0, 60).Select(i => At(i * 3, 10))];
        Assert.Empty(WhiteWater.Of(even, []));
        List<StreamSection> pinched = [.. even.Select((s, i) => i is >= 20 and < 24 ? At(s.AlongMm, 10, width: 8) : i is >= 40 and < 43 ? At(s.AlongMm, 12.5, depth: 1.5) : s)];
        var white = WhiteWater.Of(pinched, []);
        Assert.Equal([WhiteCause.Narrows, WhiteCause.Shallows], white.Select(place => place.Cause));
        Assert.Equal(2.5, white[0].Strength, 6);
        Assert.All(white, place => Assert.InRange(place.LengthMm, 5, 20));
    }

    [Fact]
    public void A_rock_in_the_water_is_found_and_a_bank_is_not()
    {
        var field = Fields.From(60, 40, 2, (c, r) => r is < 5 or > 34 ? 30 : (c - 30) * (c - 30) + (r - 20) * (r - 20) < 12 ? 18 : 5);
        var wet = new bool[field.HeightsMm.Length];
        foreach (var cell in WetRegion.Flood(field, field.CellAt(new PointMm(10, 40)), 15).Cells) wet[cell] = true;
        List<StreamSection> sections = [.. Enumerable.Range(0, 40).Select(i => At(i * 3, 5, 60, 10) with { At = new PointMm(i * 3, 40) })];
        var rock = Assert.Single(WhiteWater.Rocks(field, wet, sections));
        Assert.InRange(rock.At.DistanceMm(new PointMm(61, 41)), 0, 1);
        Assert.Equal(WhiteCause.Rock, rock.Cause);
    }

    [Fact]
    public void A_stream_beside_a_track_is_told_and_one_that_crosses_it_is_not()
    {
        var track = SmoothLine.Through([new(0, 90), new(300, 90)], 8);
        var beside = BesideTrack.Of(Slope(20, 8), [track]);
        Assert.True(beside!.IsLong);
        Assert.Equal(300, beside.LongestMm, 6);
        Assert.Equal(0, beside.MeanTurnDeg, 6);
        List<StreamSection> across = [.. Slope(20, 8).Select(s => s with { HeadingDeg = 70 })];
        Assert.Null(BesideTrack.Of(across, [track]));
        Assert.Null(BesideTrack.Of(Slope(20, 8), []));
    }

    private static IReadOnlyList<RunningWater> StreamsOf(Build build)
    {
        var all = Planner.Answers(build, Stores.Examples);
        return Streams.Of(build.Recipe, all.Surface, all.Standing, build.Scale);
    }

    [Fact]
    public void A_dropping_channel_is_proposed_weirs_that_hold_the_reaches_they_part()
    {
        var channel = new Channel { Id = "stream", Name = "Stream", Points = [new(-40, 100, 30), new(440, 100, 30)], BedStartMm = 24, BedEndMm = 10, BankAngleDeg = 60 };
        var build = new Build
        {
            Name = "Stream",
            Scale = 160,
            Board = new Board(400, 200, 2),
            Recipe = [new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 40 }, channel, new PlasterSkin { Id = "skin", Name = "Skin", ThicknessMm = 1.5 }],
        };
        var split = Streams.Split(channel, GroundRecipe.Compile(build.Board, build.Recipe), 8, 3);
        var waters = build.WatersFor(split, "coating-epoxy");
        Assert.Equal(waters.Count - 1, split.Channel.Weirs.Count);
        Assert.Equal(3, waters.Count);
        var made = build with
        {
            Recipe = [build.Recipe[0], split.Channel, build.Recipe[2]],
            Waters = waters,
            Dams = [new(BoardSide.Left, 60, 140, 45) { Id = "left" }, new(BoardSide.Right, 60, 140, 45) { Id = "right" }],
        };
        var plan = Planner.Plan(made, Stores.Examples);
        Assert.All(plan.Waters, water => Assert.Equal(Standing.Holds, water.Level.Standing));
        Assert.All(plan.Waters, water => Assert.InRange(water.Level.MaxDepthMm, 5, 8.1));
        Assert.All(plan.Waters, water => Assert.Empty(water.Level.JoinedWith));
        var stream = Assert.Single(StreamsOf(made));
        Assert.Equal(3, stream.Reaches.Count);
        Assert.Equal(2, stream.Falls.Count);
        Assert.All(stream.Falls, fall => Assert.InRange(fall.CrestOverMm, 2, 3));
        Assert.All(stream.Falls.Zip(plan.Waters.Zip(plan.Waters.Skip(1))), pair => Assert.Equal(pair.Second.First.Level.WaterlineMm - pair.Second.Second.Level.WaterlineMm, pair.First.HeightMm, 9));
        Assert.All(stream.Arrows, arrow => Assert.Equal(0, arrow.HeadingDeg, 6));

        // An arrow every 45 mm, the first half as far in, each at the next section that is wet: sections stand 3 mm apart, and a weir is 4 mm thick.
        double[] arrows = [.. stream.Arrows.Select(arrow => arrow.At.XMm)];
        Assert.InRange(arrows[0] - stream.Reaches[0].FromMm, 22.5 - 43, 22.5 + 12);
        Assert.All(arrows.Zip(arrows.Skip(1)), pair => Assert.InRange(pair.Second - pair.First, 45 - 1e-9, 45 + 12));
        Assert.Contains(arrows.Zip(arrows.Skip(1)), pair => pair.Second - pair.First < 48.1);
        Assert.InRange(arrows.Length, 7, 9);
        Assert.DoesNotContain(stream.Notices, notice => notice.Kind == "runsDown");

        // The upper water raised to just under the crest that holds it, and just over.
        Assert.Empty(StreamsOf(Raised(stream.Falls[0].CrestOverMm - 0.01)).Single().Notices);
        var over = Raised(stream.Falls[0].CrestOverMm + 0.01);
        Assert.All([over, over with { Waters = [.. over.Waters.Reverse()] }], build =>
        {
            var notices = StreamsOf(build).Single().Notices;
            Assert.All(notices, runs => Assert.Equal(("runsDown", Standing.Stop), (runs.Kind, runs.Standing)));
            Assert.Contains("reach 1", notices[0].Sentence, StringComparison.Ordinal);
            Assert.EndsWith("reach 2.", notices[0].Sentence, StringComparison.Ordinal);
        });
        Build Raised(double byMm) => made with { Waters = [made.Waters[0] with { WaterlineMm = made.Waters[0].WaterlineMm + byMm }, .. made.Waters.Skip(1)] };
    }

    [Fact]
    public void A_stream_laid_beside_the_track_is_told_with_the_reason()
    {
        var build = new Build
        {
            Name = "Ribbon",
            Scale = 160,
            Board = new Board(400, 200, 2),
            Recipe =
            [
                new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 40 },
                new TrackBed { Id = "track", Name = "Track", Points = [new(-20, 160), new(420, 160)], StartMm = 40, EndMm = 40, WidthMm = 24 },
                new Channel { Id = "stream", Name = "Stream", Points = [new(-40, 90, 30), new(440, 90, 30)], BedStartMm = 20, BedEndMm = 19, BankAngleDeg = 60 },
            ],
            Waters = [new Core.Builds.Water { Id = "w", Name = "Stream", Seed = new PointMm(200, 90), WaterlineMm = 26, ProductId = "coating-epoxy" }],
        };
        var notice = Assert.Single(Assert.Single(StreamsOf(build)).Notices);
        Assert.Equal(Standing.Tight, notice.Standing);
        Assert.Contains("it runs beside the track, within 0°. A river keeps its own course", notice.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_channel_drawn_upstream_is_read_downstream()
    {
        var channel = new Channel { Id = "stream", Name = "Stream", Points = [new(-40, 100, 30), new(440, 100, 30)], BedStartMm = 10, BedEndMm = 24, BankAngleDeg = 60 };
        var ground = GroundRecipe.Compile(new Board(400, 200, 2), [new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 40 }, channel]);
        var sections = Thalweg.Of(ground.Surface, channel, [], 3);
        Assert.True(sections[0].BedMm > sections[^1].BedMm);
        Assert.Equal(180, Math.Abs(sections[5].HeadingDeg), 6);
        Assert.True(sections[0].AlongMm < sections[^1].AlongMm);
    }

    [Fact]
    public void A_channel_drawn_upstream_is_parted_where_the_same_one_drawn_downstream_is()
    {
        var board = new Board(400, 200, 2);
        var down = new Channel { Id = "stream", Name = "Stream", Points = [new(-40, 100, 30), new(440, 100, 30)], BedStartMm = 24, BedEndMm = 10, BankAngleDeg = 60 };
        var up = down with { Points = [.. down.Points.Reverse()], BedStartMm = 10, BedEndMm = 24 };
        SplitChannel Split(Channel channel) => Streams.Split(channel, GroundRecipe.Compile(board, [new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 40 }, channel]), 8, 3);
        var (one, other) = (Split(down), Split(up));
        Assert.Equal(2, one.Channel.Weirs.Count);
        Assert.All(one.Channel.Weirs.Zip(other.Channel.Weirs), pair =>
        {
            Assert.Equal(1 - pair.First.AlongShare, pair.Second.AlongShare, 0.01);
            Assert.Equal(pair.First.CrestMm, pair.Second.CrestMm, 0.11);
            Assert.Equal(4, pair.Second.ThickMm);
        });
        Assert.Equal(one.Reaches.Select(reach => Math.Round(reach.LevelMm, 1)), other.Reaches.Select(reach => Math.Round(reach.LevelMm, 1)));
    }

    // A bed as good as level is a basin, not a stream, unless a weir parts waters at two levels in it.
    [Theory]
    [InlineData(0.4, false, 0)]
    [InlineData(0.5, false, 1)]
    [InlineData(0, true, 1)]
    public void A_level_channel_is_a_stream_only_where_it_falls(double fallMm, bool weir, int streams)
    {
        var channel = new Channel { Id = "stream", Name = "Stream", Points = [new(-40, 100, 30), new(440, 100, 30)], BedStartMm = 10, BedEndMm = 10 - fallMm, BankAngleDeg = 60, Weirs = weir ? [new Weir(0.5, 22, 4)] : [] };
        static Core.Builds.Water Water(string id, double x, double level) => new() { Id = id, Name = id, Seed = new PointMm(x, 100), WaterlineMm = level, ProductId = "coating-epoxy" };
        var build = new Build
        {
            Name = "Level",
            Scale = 160,
            Board = new Board(400, 200, 2),
            Recipe = [new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 40 }, channel],
            Waters = weir ? [Water("upper", 60, 20), Water("lower", 340, 16)] : [Water("only", 60, 16)],
            Dams = [new(BoardSide.Left, 60, 140, 45) { Id = "left" }, new(BoardSide.Right, 60, 140, 45) { Id = "right" }],
        };
        var found = StreamsOf(build);
        Assert.Equal(streams, found.Count);
        if (weir) Assert.Equal((4, "upper", "lower"), (Assert.Single(found[0].Falls).HeightMm, found[0].Falls[0].From, found[0].Falls[0].To));
    }

    // Cut square to its course, whichever way that runs: 30 mm wide from corner to corner of the board.
    [Theory]
    [InlineData(0, 0, 200, 200, 45)]
    [InlineData(0, 200, 200, 0, -45)]
    [InlineData(200, 0, 0, 200, 135)]
    [InlineData(100, 0, 100, 200, 90)]
    public void A_section_lies_square_to_its_course(double fromX, double fromY, double toX, double toY, double headingDeg)
    {
        var channel = new Channel { Id = "c", Name = "C", Points = [new(fromX, fromY, 30), new(toX, toY, 30)], BedStartMm = 5, BedEndMm = 4.9, BankAngleDeg = 90 };
        var field = Fields.From(200, 200, 1, (_, _) => 5);
        double ux = Math.Cos(headingDeg * Math.PI / 180), uy = Math.Sin(headingDeg * Math.PI / 180);
        var wet = Enumerable.Range(0, 200 * 200).Select(cell => Math.Abs((((cell % 200) + 0.5 - fromX) * uy) - (((cell / 200) + 0.5 - fromY) * ux)) <= 15).ToArray();
        var sections = Thalweg.Of(field, channel, [(wet, 10)], 3);
        var middle = sections[sections.Count / 2];
        Assert.Equal(headingDeg, middle.HeadingDeg, 6);
        Assert.InRange(middle.WidthMm, 28.9, 31.6);
    }

    // A channel 40 wide along y = 50 of flat ground at 5, its water at 10 where the mask says; cells of 1 mm, cut half a cell at a time.
    [Theory]
    [InlineData("30-70", 40)]
    [InlineData("30-45 55-70", 30)]
    [InlineData("52-60", 8)]
    [InlineData("52-60 33-38", 13)]
    [InlineData("52-60 22-28", 8)]
    [InlineData("40-45 55-60 75-80", 10)]
    [InlineData("62-70", 0)]
    public void A_section_is_as_wide_as_its_water_is_near_the_middle_of_its_bed(string wetRows, double widthMm)
    {
        var channel = new Channel { Id = "c", Name = "C", Points = [new(-40, 50, 40), new(240, 50, 40)], BedStartMm = 5, BedEndMm = 5, BankAngleDeg = 90 };
        var field = Fields.From(200, 100, 1, (_, _) => 5);
        var rows = wetRows.Split(' ').Select(run => run.Split('-').Select(int.Parse).ToArray()).ToList();
        var wet = Enumerable.Range(0, 200 * 100).Select(cell => rows.Any(run => cell / 200 >= run[0] && cell / 200 < run[1])).ToArray();
        var section = Thalweg.Of(field, channel, [(wet, 10)], 3)[30];
        Assert.Equal(widthMm, section.WidthMm, 0.51);
        Assert.Equal(widthMm * 5, section.SectionMm2, 2.6);
        Assert.Equal(widthMm > 0 ? 0 : -1, section.Water);
    }

    [Fact]
    public void A_section_has_the_width_and_area_of_the_channel()
    {
        // Upright banks 30 apart, bed 10, water to 16.
        var channel = new Channel { Id = "c", Name = "C", Points = [new(-40, 100, 30), new(440, 100, 30)], BedStartMm = 10, BedEndMm = 10, BankAngleDeg = 90 };
        var field = GroundRecipe.Compile(new Board(400, 200, 1), [new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 40 }, channel]).Surface;
        var wet = new bool[field.HeightsMm.Length];
        foreach (var cell in WetRegion.Flood(field, field.CellAt(new PointMm(200, 100)), 16).Cells) wet[cell] = true;
        var middle = Thalweg.Of(field, channel, [(wet, 16)], 3)[60];
        Assert.Equal(30, middle.WidthMm, 1.01);
        Assert.Equal(180, middle.SectionMm2, 7);
        Assert.Equal(6, middle.MeanDepthMm, 9);
    }
}
