using InkBasin.Core.Builds;
using InkBasin.Core.Resin;

namespace InkBasin.Core.Tests;

/// <summary>Days and nights go by the clock on the maker's wall. New Zealand's clocks go back an hour early on 2027-04-04, Berlin's forward on 2027-03-28.</summary>
public class ClockTests
{
    private static readonly TimeZoneInfo FarEast = TimeZoneInfo.FindSystemTimeZoneById("Pacific/Auckland");
    private static readonly TimeZoneInfo Middle = TimeZoneInfo.FindSystemTimeZoneById("Europe/Berlin");

    [Theory]
    [InlineData("Pacific/Auckland")]
    [InlineData("Europe/Berlin")]
    [InlineData("Asia/Kathmandu")]
    [InlineData("Etc/UTC")]
    public void A_log_written_in_universal_time_is_split_where_the_room_has_its_day(string id)
    {
        // Over both changes of the clocks: 20 °C from 8 to 20 on the wall, 9 °C else.
        var zone = TimeZoneInfo.FindSystemTimeZoneById(id);
        foreach (var start in new[] { new DateTimeOffset(2027, 3, 25, 0, 0, 0, TimeSpan.Zero), new DateTimeOffset(2027, 4, 1, 0, 0, 0, TimeSpan.Zero) })
        {
            var readings = Enumerable.Range(0, 24 * 6 * 2).Select(k => start.AddMinutes(30 * k)).Select(at => new RoomReading(at, TimeZoneInfo.ConvertTime(at, zone).Hour is >= 8 and < 20 ? 20 : 9)).ToList();
            var means = RoomLog.Means(readings, zone);
            Assert.Equal((20, 9), (means.DayC!.Value, means.NightC!.Value));
            if (id == "Pacific/Auckland") Assert.True(RoomLog.Means(readings, null).DayC < 12);
        }
    }

    [Fact]
    public void A_build_moved_over_a_change_of_the_clocks_keeps_its_evenings()
    {
        var evening = new DateTimeOffset(2027, 3, 20, 18, 0, 0, TimeSpan.Zero); // 19:00 in Berlin
        Assert.Equal(new DateTimeOffset(2027, 3, 30, 19, 0, 0, TimeSpan.FromHours(2)), Clock.AddDays(evening, 10, Middle));
        Assert.Equal(evening.AddDays(10), Clock.AddDays(evening, 10, null));
        var build = Samples.Creek with { TimeZone = "Europe/Berlin", Waters = [Samples.Creek.Waters[0] with { FirstPourAt = evening }] };
        Assert.Equal(19, Clock.On(BuildDates.Moved(build, 10).Waters[0].FirstPourAt!.Value, Middle).Hour);
    }

    [Fact]
    public void Seven_in_the_evening_is_seven_wherever_the_demo_is_opened()
    {
        var build = Samples.Creek with { Waters = [Samples.Creek.Waters[0] with { FirstPourAt = new DateTimeOffset(2027, 5, 14, 19, 0, 0, TimeSpan.Zero) }] };
        var there = BuildDates.MadeIn(build, FarEast);
        Assert.Equal(("Pacific/Auckland", new DateTimeOffset(2027, 5, 14, 19, 0, 0, TimeSpan.FromHours(12))), (there.TimeZone, there.Waters[0].FirstPourAt!.Value));

        // A time the clock skips is as much later: 2:30 on that morning is 3:30.
        Assert.Equal(new DateTimeOffset(2027, 3, 28, 3, 30, 0, TimeSpan.FromHours(2)), Clock.Wall(new DateTime(2027, 3, 28, 2, 30, 0), Middle));
    }

    [Theory]
    [InlineData("Europe/Berlin", true)]
    [InlineData("Etc/GMT+3", true)]
    [InlineData("Nowhere/On_Any-Map", true)] // this machine does not know it, another may
    [InlineData("", false)]
    [InlineData("<b>here</b>", false)]
    [InlineData("../../etc/passwd", false)]
    public void A_zone_is_a_name_and_one_not_known_here_leaves_times_as_written(string id, bool kept)
    {
        if (!kept)
        {
            Assert.Equal("timeZone", Assert.Throws<RefusedException>((Samples.Creek with { TimeZone = id }).Check).Field);
            return;
        }

        (Samples.Creek with { TimeZone = id }).Check();
        if (id.StartsWith('N')) Assert.Null(Clock.Zone(id));
    }
}
