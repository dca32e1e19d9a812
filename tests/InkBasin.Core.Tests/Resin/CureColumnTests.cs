using FsCheck.Xunit;
using InkBasin.Core.Resin;

namespace InkBasin.Core.Tests.Resin;

public class CureColumnTests
{
    private static readonly ResinProperties Casting = new(GelH: 14, HeatJPerG: 210);

    // As good as no reaction: it would gel in a year and gives off no heat.
    private static readonly ResinProperties Inert = new(GelH: 9000, HeatJPerG: 0.001);

    private static readonly StackLayer[] Bed = [new(BedMaterial.Ply, 6), new(BedMaterial.Xps, 25), new(BedMaterial.Plaster, 3)];

    private static CureRun Run(double depthMm, double roomC = 22, IReadOnlyList<StackLayer>? stack = null, double hours = 96, double top = 9, double bottom = 6, ResinProperties? resin = null) =>
        CureColumn.Follow(new CureProblem(resin ?? Casting, depthMm, stack ?? Bed, RoomCourse.Constant(roomC), hours, top, bottom));

    [Theory]
    [InlineData(20, 9)]
    [InlineData(40, 9)]
    [InlineData(20, 200)]
    public void An_inert_slab_cools_as_the_series_says(double depthMm, double exchange)
    {
        // The room drops from 40 to 20 °C in four seconds; from then on it is a plane wall cooling on both faces (Carslaw & Jaeger 1959, §3.11).
        const double Drop = 0.001;
        var room = RoomCourse.Through([new(0, 40), new(Drop, 20)]);
        var run = CureColumn.Follow(new CureProblem(Inert, depthMm, [], room, 4, exchange, exchange));
        double half = depthMm / 2000, k = Thermal.ResinConductivity, diffusivity = k / (1100 * Thermal.ResinHeatCapacity), biot = exchange * half / k;
        foreach (var point in run.Series.Where(point => point.AtH > 0.3))
        {
            double sum = 0;
            for (var n = 0; n < 12; n++)
            {
                var root = Root(biot, n);
                sum += 4 * Math.Sin(root) / ((2 * root) + Math.Sin(2 * root)) * Math.Exp(-root * root * diffusivity * (point.AtH - (Drop / 2)) * 3600 / (half * half));
            }

            Assert.Equal(20 + (20 * sum), point.MaxC, 0.08);
        }
    }

    [Theory]
    [InlineData(2)]
    [InlineData(30)]
    public void Without_loss_it_warms_by_the_heat_of_its_cure(double depthMm)
    {
        var run = Run(depthMm, stack: [], top: 0, bottom: 0, hours: 60);
        Assert.Equal(22 + (210_000 / Thermal.ResinHeatCapacity * run.EndCure), run.Series[^1].MaxC, 1e-6);
        Assert.Equal(run.ReleasedJPerM2, run.StoredJPerM2, run.ReleasedJPerM2 * 1e-9);
        Assert.Equal(0, run.GivenOffJPerM2);
    }

    private static CureRun Covered(double depthMm, LateCover? cover, double hours = 96) =>
        CureColumn.Follow(new CureProblem(Casting, depthMm, Bed, RoomCourse.Constant(22), hours, 9, 6) { Cover = cover });

    [Theory]
    [InlineData(0.75)]
    [InlineData(6)]
    [InlineData(15)]
    public void Until_the_cover_goes_on_it_cures_in_the_open_and_heat_is_kept_account_of(double atH)
    {
        CureRun open = Covered(20, null), late = Covered(20, new LateCover(atH, 4));
        foreach (var (one, other) in open.Series.Zip(late.Series).Where(pair => pair.First.AtH <= atH)) Assert.Equal(one.MaxC, other.MaxC, 0.05);
        Assert.True(late.Series.Last(point => point.AtH > atH).MinCure > 0.5);
        Assert.Equal(late.ReleasedJPerM2, late.StoredJPerM2 + late.GivenOffJPerM2, late.ReleasedJPerM2 * 1e-4);
    }

    [Fact]
    public void A_cover_that_goes_on_at_once_or_never_is_the_one_or_the_other()
    {
        Assert.Equal(Run(20, top: 4).PeakC, Covered(20, new LateCover(0.001, 4)).PeakC, 0.02);
        Assert.Equal(Run(20, top: 4).PeakC, Covered(20, new LateCover(0, 4)).PeakC, 12);
        Assert.Equal(Run(20, top: 9).PeakC, Covered(20, new LateCover(96, 4)).PeakC, 9);
    }

    // From gel on the heat is made: a cover that waits for it cools nothing any more, one that goes on before holds the heat in.
    [Property(MaxTest = 12)]
    public bool The_later_the_cover_the_cooler_it_stays(byte first, byte second)
    {
        double early = Math.Min(first, second) / 8.0, late = Math.Max(first, second) / 8.0;
        return Covered(22, new LateCover(early, 4)).PeakC >= Covered(22, new LateCover(late, 4)).PeakC - 0.05;
    }

    [Fact]
    public void A_later_cover_lets_a_layer_be_deeper_but_no_deeper_than_in_the_open()
    {
        var sheet = ExampleSheets.All.First(one => one.Id == "deep-pour-epoxy") with { GreatestLayerMm = 80 };
        double Safe(CureCare care) => Curing.Over(Bed, new Core.Drying.Room(26), care, sheet, new CureMemory()).Safe()!.SafeMm;
        double at = Safe(new CureCare()), later = Safe(new CureCare(CoverAfterH: 6)), never = Safe(new CureCare(Covered: false));
        Assert.True(at < later - 0.2 && later < never - 0.2, $"{at} {later} {never}");
        Assert.Equal(never, Safe(new CureCare(Covered: false, CoverAfterH: 1)));
    }

    [Theory]
    [InlineData(-0.1, false)]
    [InlineData(0, true)]
    [InlineData(72, true)]
    [InlineData(72.1, false)]
    public void A_cover_after_days_is_refused(double afterH, bool fine) =>
        Assert.Equal(fine, Record.Exception(() => new CureCare(CoverAfterH: afterH).Check("care")) is not RefusedException);

    [Theory]
    [InlineData(6, 22)]
    [InlineData(20, 22)]
    [InlineData(20, 12)]
    [InlineData(26, 24)]
    public void Heat_released_is_heat_stored_and_given_off(double depthMm, double roomC)
    {
        var run = Run(depthMm, roomC);
        Assert.Equal(run.ReleasedJPerM2, run.StoredJPerM2 + run.GivenOffJPerM2, run.ReleasedJPerM2 * 1e-4);
        Assert.True(run.GivenOffJPerM2 > run.StoredJPerM2);
    }

    [Fact]
    public void A_film_held_at_the_rooms_temperature_gels_as_the_isothermal_integral_says()
    {
        var run = Run(0.02, 19, [], 60, 1000, 1000);
        Assert.Equal(new ThinFilm(Casting, 600, 19).GelH, run.GelH!.Value, 0.02);
        Assert.Equal(19, run.PeakC, 0.02);
    }

    [Property(MaxTest = 40)]
    public bool Deeper_warmer_or_better_insulated_is_never_cooler(byte a, byte b, byte c)
    {
        double depth = 2 + (a % 24), room = 10 + (b % 16), foam = 5 + (c % 40);
        StackLayer[] Over(double mm) => [new(BedMaterial.Ply, 6), new(BedMaterial.Xps, mm)];
        var run = Run(depth, room, Over(foam));
        const double Slack = 0.05;
        return Run(depth + 2, room, Over(foam)).PeakC >= run.PeakC - Slack
            && Run(depth, room + 2, Over(foam)).PeakC >= run.PeakC - Slack
            && Run(depth, room, Over(foam + 20)).PeakC >= run.PeakC - Slack
            && Run(depth, room, Over(foam), top: 4).PeakC >= run.PeakC - Slack;
    }

    [Property(MaxTest = 40)]
    public bool The_states_come_in_their_order_and_nothing_is_beyond_nature(byte a, byte b)
    {
        double depth = 1 + (a % 40), room = 8 + (b % 24);
        var run = Run(depth, room);
        var order = new[] { run.GelH, run.TackFreeH, run.StripH }.Where(h => h is not null).Select(h => h!.Value).ToList();
        return order.SequenceEqual(order.Order()) && run.EndCure is > 0 and < 1 && run.PeakC >= room - 1e-6 && run.PeakC < room + (210_000 / 1700.0)
            && run.FoamFacePeakC <= run.PeakC + 0.02 && run.PeakFromTopMm >= 0 && run.PeakFromTopMm <= depth
            && run.Series.Zip(run.Series.Skip(1)).All(pair => pair.Second.AtH > pair.First.AtH && pair.Second.MinCure >= pair.First.MinCure - 1e-9);
    }

    [Fact]
    public void A_colder_night_delays_it_and_the_course_of_the_room_is_followed()
    {
        var steady = Run(6);
        var nights = CureColumn.Follow(new CureProblem(Casting, 6, Bed, RoomCourse.DayAndNight(22, 12, 19, 96)));
        Assert.True(nights.GelH > steady.GelH);
        Assert.True(nights.PeakC < steady.PeakC);
        var course = RoomCourse.DayAndNight(22, 12, 19, 96);
        Assert.Equal((22, 12, 22), (course.AtC(0.2), course.AtC(5), course.AtC(14)));
        Assert.Equal(17, course.AtC(1), 9);
        Assert.Equal(-10, course.SlopeCPerH(1), 9);
    }

    [Theory]
    [InlineData(6, 22)]
    [InlineData(20, 22)]
    [InlineData(25, 24)]
    public void What_a_plan_is_followed_with_differs_by_less_than_a_tenth_of_a_degree_and_half_a_percent(double depthMm, double roomC)
    {
        var exact = Run(depthMm, roomC);
        var quick = CureColumn.Follow(new CureProblem(Casting, depthMm, Bed, RoomCourse.Constant(roomC)) { Slack = 8 });
        Assert.Equal(exact.PeakC, quick.PeakC, 0.1);
        Assert.Equal(exact.GelH!.Value, quick.GelH!.Value, exact.GelH.Value * 0.005);
        Assert.Equal(exact.StripH!.Value, quick.StripH!.Value, exact.StripH.Value * 0.005);
        Assert.True(quick.Steps < exact.Steps * 0.6);
    }

    [Fact]
    public void A_cover_or_a_bench_under_it_costs_depth()
    {
        double Safe(double top, double bottom) => SafeDepth.Of(new CureProblem(Casting, 1, Bed, RoomCourse.Constant(22), 96, top, bottom), 40, 60, 65, withCurve: false).SafeMm;
        var open = Safe(9, 6);
        Assert.True(Safe(4, 6) < open && Safe(9, 3) < open);
        Assert.InRange(Safe(4, 6) / open, 0.5, 0.85);
    }

    [Property(MaxTest = 15)]
    public bool Safe_depth_is_safe_just_so_and_never_over_the_sheet(byte a, byte b)
    {
        double sheet = 5 + (a % 50), room = 16 + (b % 12);
        var problem = new CureProblem(Casting, 1, Bed, RoomCourse.Constant(room));
        var safe = SafeDepth.Of(problem, sheet, 60, 65, withCurve: false);
        if (safe.SafeMm > sheet || CureColumn.Follow(problem with { LayerMm = safe.SafeMm }).PeakC > 60.01) return false;
        return safe.LimitedBy == DepthLimit.Sheet ? safe.SafeMm == sheet : CureColumn.Follow(problem with { LayerMm = safe.SafeMm + 0.15 }).PeakC > 60;
    }

    [Fact]
    public void Impossible_pours_are_refused()
    {
        Assert.Throws<RefusedException>(() => new CureProblem(Casting, 0, Bed, RoomCourse.Constant(20)).Check());
        Assert.Throws<RefusedException>(() => new CureProblem(Casting, 5, [new(BedMaterial.Ply, -1)], RoomCourse.Constant(20)).Check());
        Assert.Throws<RefusedException>(() => RoomCourse.Through([new(2, 20), new(1, 20)]));
        Assert.Throws<RefusedException>(() => RoomCourse.Through([]));
        Assert.Throws<RefusedException>(() => RoomCourse.Constant(-300));
        Assert.Throws<RefusedException>(() => SafeDepth.Of(new CureProblem(Casting, 1, Bed, RoomCourse.Constant(70)), 10, 60, 65));
    }

    // The n-th root of ζ·tan ζ = Bi.
    private static double Root(double biot, int n)
    {
        double low = (n * Math.PI) + 1e-9, high = (n * Math.PI) + (Math.PI / 2) - 1e-9;
        for (var i = 0; i < 80; i++)
        {
            var middle = (low + high) / 2;
            if (middle * Math.Tan(middle) < biot) low = middle;
            else high = middle;
        }

        return low;
    }

    [Fact]
    public void The_time_loop_allocates_nothing_but_the_course_it_answers()
    {
        // A finer tolerance takes more steps over the same column: only the points of the course may take more room.
        // Of several runs the one that took least: what the runtime makes for itself once, whenever it comes to it, is not the loop's.
        (int Steps, long Bytes) Cost(double slack)
        {
            var problem = new CureProblem(Casting, 40, Bed, RoomCourse.Constant(22)) { Slack = slack };
            return Enumerable.Range(0, 6).Select(_ =>
            {
                var before = GC.GetAllocatedBytesForCurrentThread();
                var run = CureColumn.Follow(problem);
                return (run.Steps, GC.GetAllocatedBytesForCurrentThread() - before);
            }).ToList().MinBy(one => one.Item2);
        }

        var (few, cheap) = Cost(10);
        var (many, dear) = Cost(1);
        Assert.True(many > few + 50);

        // 24 bytes a point, twice while a list grows by doubling and once more where it is handed over.
        Assert.InRange(dear - cheap, 0, (many - few) * 24 * 4);
    }
}
