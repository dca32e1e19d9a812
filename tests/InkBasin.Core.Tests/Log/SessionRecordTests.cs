using InkBasin.Core.Bench;
using InkBasin.Core.Log;
using InkBasin.Core.Tests.Bench;

namespace InkBasin.Core.Tests.Log;

/// <summary>A record is kept only as a session can have left it: what is read of it later goes by that.</summary>
public class SessionRecordTests
{
    private static readonly SessionRecord Walked = SessionRecord.Of(BenchWalk.Creek, Samples.Evening, new BenchWalk(BenchWalk.Creek).ToEnd().Events);
    private static readonly DateTimeOffset Never = new(3000, 1, 1, 0, 0, 0, TimeSpan.Zero);

    private static BenchCup Cup => Walked.Cups[0];

    private static CupMix Mix => Walked.Mixes[0];

    private static PouredLayer Layer => Walked.Poured[0];

    public static TheoryData<SessionRecord, string> Impossible => new()
    {
        { Walked with { OpenedAt = Never }, "openedAt" },
        { Walked with { EndedAt = Never }, "endedAt" },
        { Walked with { StirMin = 2e9 }, "stirMin" },
        { Walked with { RoomC = -2e9 }, "roomC" },
        { Walked with { Planned = [null!] }, "planned[0]" },
        { Walked with { Planned = [Walked.Planned[0] with { ToMm = double.NaN }] }, "planned[0].toMm" },
        { Walked with { Mixes = [null!] }, "mixes[0]" },
        { Walked with { Mixes = [Mix with { DensityOne = 0 }] }, "mixes[0].densityOne" },
        { Walked with { Mixes = [Mix with { DensityTwo = 0 }] }, "mixes[0].densityTwo" },
        { Walked with { Mixes = [Mix with { Times = [null!] }] }, "mixes[0].times[0]" },
        { Walked with { Mixes = [Mix, Mix] }, "cups" },
        { Walked with { Cups = [] }, "cups" },
        { Walked with { Cups = [Cup with { Number = 2 }] }, "cups" },
        { Walked with { Cups = [null!] }, "cups[0]" },
        { Walked with { Cups = [Cup with { OneG = 2e9 }] }, "cups[0].oneG" },
        { Walked with { Cups = [Cup with { GivenUpAt = Never }] }, "cups[0].givenUpAt" },
        { Walked with { Poured = [null!] }, "poured[0]" },
        { Walked with { Poured = [Layer with { At = Never }] }, "poured[0].at" },
        { Walked with { Poured = [Layer with { ReachedMm = 2e9 }] }, "poured[0].reachedMm" },
        { Walked with { Poured = [Layer with { Layer = 2 }] }, "poured[0].layer" },
        { Walked with { Poured = [Layer with { WaterId = "x" }] }, "poured[0].layer" },
        { Walked with { Leaks = [null!] }, "leaks[0]" },
        { Walked with { Leaks = [new BenchLeak(Never, null, null, null)] }, "leaks[0].from" },
        { Walked with { Leaks = [new BenchLeak(Samples.Evening, Never, null, null)] }, "leaks[0].until" },
        { Walked with { Leaks = [new BenchLeak(Samples.Evening, null, 2e9, null)] }, "leaks[0].lostMl" },
        { Walked with { Surface = [null!] }, "surface[0]" },
        { Walked with { Surface = [new SurfaceReading(Never, 20)] }, "surface[0].at" },
        { Walked with { Surface = [new SurfaceReading(Samples.Evening, 2e9)] }, "surface[0].surfaceC" },
        { Walked with { PouredShares = [1, 1] }, "pouredShares" },
        { Walked with { PouredShares = [1.1] }, "pouredShares[0]" },
        { Walked with { PouredShares = [-0.1] }, "pouredShares[0]" },
    };

    [Theory]
    [MemberData(nameof(Impossible), DisableDiscoveryEnumeration = true)]
    public void What_no_session_leaves_is_refused_where_it_stands(SessionRecord record, string field)
    {
        var entry = new LogEntry { Id = "s", At = Samples.Evening, Session = record };
        Assert.Equal($"log[3].session.{field}", Assert.Throws<RefusedException>(() => entry.Check("log[3]")).Field);
    }

    [Fact]
    public void What_was_walked_is_kept_also_as_earlier_versions_wrote_it_and_of_one_part()
    {
        Walked.Check("session");
        (Walked with { PouredShares = [] }).Check("session");
        (Walked with { Mixes = [Mix with { OnePerTwoG = 0, DensityTwo = 0 }] }).Check("session");
        (Walked with { PouredShares = [0], Surface = [new SurfaceReading(Samples.Evening, 1e9)] }).Check("session");
    }
}
