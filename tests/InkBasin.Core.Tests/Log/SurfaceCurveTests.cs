using InkBasin.Core.Bench;
using InkBasin.Core.Log;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Tests.Bench;

namespace InkBasin.Core.Tests.Log;

/// <summary>How warm a pour became: read at the bench, and written into the log for the hours after it.</summary>
public class SurfaceCurveTests
{
    private static readonly SessionRecord Session = Walked();

    private static DateTimeOffset Poured => Session.Poured.Max(layer => layer.At);

    private static SessionRecord Walked()
    {
        var walk = new BenchWalk(BenchWalk.Creek).To("1-pour-1");
        walk.Take(new SurfaceRead("before", walk.Now, 60)).Wait(1).Do().Wait(4);
        walk.Take(new SurfaceRead("a", walk.Now, 22.5)).Wait(6).Take(new SurfaceRead("b", walk.Now, 24)).ToEnd();
        return SessionRecord.Of(walk.Script, Samples.Evening, walk.Events);
    }

    private static LogEntry Read(double surfaceC, double? afterMin = null, DateTimeOffset? at = null, int layer = 1) => new() { Id = $"s{surfaceC}", At = at ?? Samples.Evening.AddDays(1), WaterId = "w", Layer = layer, SurfaceC = surfaceC, AfterMin = afterMin };

    [Fact]
    public void Readings_of_the_bench_and_of_the_log_are_one_curve_from_the_pour_on()
    {
        var curve = SurfaceCurve.Of(Session, [Read(31, 240), Read(26, at: Poured.AddHours(9)), Read(99, 60, layer: 2)])!;
        Assert.Equal([22.5, 24, 31, 26], curve.Points.Select(point => point.SurfaceC));
        Assert.Equal([4 / 60.0, 10 / 60.0, 4, 9], curve.Points.Select(point => Math.Round(point.AfterH, 9)), (one, other) => Math.Abs(one - other) < 1e-6);
        Assert.Equal(new CurvePoint(4, 31), curve.Peak);
        Assert.Equal(Session.PeakC, curve.PlannedPeakC);
    }

    [Fact]
    public void Its_peak_counts_as_past_only_once_it_was_read_cooler()
    {
        Assert.False(SurfaceCurve.Of(Session, [Read(31, 240)])!.Falls);
        Assert.False(SurfaceCurve.Of(Session, [Read(31, 240), Read(30.1, 300)])!.Falls);
        Assert.True(SurfaceCurve.Of(Session, [Read(31, 240), Read(30, 300)])!.Falls);
    }

    [Fact]
    public void Nobody_read_it()
    {
        Assert.Null(SurfaceCurve.Of(Session with { Surface = [] }, []));
        Assert.Null(SurfaceCurve.Of(Session with { Surface = [], Poured = [] }, [Read(30)]));
    }

    [Fact]
    public void The_log_shows_a_reading_in_its_sessions_curve_and_its_peak_speaks_for_a_crack()
    {
        var hot = Session.PeakC!.Value + 3;
        var build = Samples.Creek with
        {
            Begun = [new BegunPour("p", "w", 1, Poured, []) { ToMm = 14 }],
            Log =
            [
                new LogEntry { Id = "session", At = Samples.Evening, WaterId = "w", Layer = 1, Session = Session },
                Read(hot, 200),
                new LogEntry { Id = "cracked", At = Samples.Evening.AddDays(2), WaterId = "w", Layer = 1, Outcome = Outcome.Cracked },
            ],
        };
        var read = BuildLog.Of(Planner.Answers(build, Stores.Examples));
        Assert.Equal(hot, read.Single(one => one.Entry.Id == "session").Surface!.Peak.SurfaceC);
        Assert.Equal("session", read.Single(one => one.Entry.SurfaceC is not null).ShownAt);
        Assert.Contains(read.Single(one => one.Entry.Id == "cracked").Causes, cause => cause is { Kind: "hot", Evidence: Evidence.Measured });
    }

    [Fact]
    public void A_reading_names_its_layer_and_stays_within_a_thermometer()
    {
        Read(30).Check("entry");
        Assert.Throws<RefusedException>(() => (Read(30) with { WaterId = null }).Check("entry"));
        Assert.Throws<RefusedException>(() => Read(500).Check("entry"));
    }
}
