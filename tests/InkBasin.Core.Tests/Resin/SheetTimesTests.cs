using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;

namespace InkBasin.Core.Tests.Resin;

/// <summary>The sheet's hours in a room that changes.</summary>
public class SheetTimesTests
{
    private static readonly Core.Stock.ProductSheet Sheet = Stores.Examples.Sheet("coating-epoxy")!;

    private static double Slower(double celsius)
    {
        var kinetics = new CureKinetics(ResinProperties.Of(Sheet));
        return kinetics.RateConstant(Temperature.ToK(Sheet.ReferenceC)) / kinetics.RateConstant(Temperature.ToK(celsius));
    }

    [Theory]
    [InlineData(8)]
    [InlineData(23)]
    [InlineData(31)]
    public void In_a_steady_room_they_are_scaled_once(double celsius)
    {
        var (scaled, followed) = (SheetTimes.Of(Sheet, Slower(celsius)), SheetTimes.In(RoomCourse.Constant(celsius), Sheet));
        Assert.Equal(scaled.RecoatFromH, followed.RecoatFromH, 9);
        Assert.Equal(scaled.RecoatToH, followed.RecoatToH, 9);
        Assert.Equal(scaled.StripH, followed.StripH, 9);
        Assert.Equal(scaled.FullCureH, followed.FullCureH, 9);
    }

    // Two hours warm count as so many of the sheet's, the rest goes at the cold's pace.
    [Fact]
    public void After_a_jump_the_rest_goes_at_the_new_pace()
    {
        var room = RoomCourse.Through([new(0, 30), new(2, 30), new(2.0001, 10)]);
        var wanted = 2 + ((Sheet.RecoatFromH - (2 / Slower(30))) * Slower(10));
        Assert.Equal(wanted, SheetTimes.In(room, Sheet).RecoatFromH, 2);
    }

    // Against half a million small steps.
    [Fact]
    public void A_room_that_runs_up_and_down_is_summed_as_it_runs()
    {
        var room = RoomCourse.DayAndNight(24, 9, 19, 300);
        double at = 0, left = Sheet.FullCureH;
        const double Step = 1e-3;
        while (left > 0)
        {
            left -= Step / Slower(room.AtC(at + (Step / 2)));
            at += Step;
        }

        Assert.Equal(at, SheetTimes.In(room, Sheet).FullCureH, 1e-2);
    }

    // A layer that is poured had the room it had: the next one waits by that, and what is ahead by the plan's.
    [Fact]
    public void A_cold_night_in_the_log_puts_the_next_layer_off()
    {
        var begun = Samples.Creek with { Begun = [new BegunPour("p", "w", 1, Samples.Evening, [])] };
        PlannedLayer First(Core.Builds.Build build) => Planner.Answers(build, Stores.Examples).Waters[0].Layers.Is!.Layers[0];
        var cold = First(begun with { RoomLog = [new(Samples.Evening.AddMinutes(5), 8)] });
        Assert.Equal(Sheet.RecoatFromH * Slower(8), cold.RecoatFromH, 6);
        Assert.Equal(Samples.Evening.AddHours(cold.RecoatFromH), cold.RecoatFromAt!.Value, TimeSpan.FromSeconds(31));
        Assert.Equal(Sheet.RecoatFromH, First(begun).RecoatFromH, 6);
        Assert.Equal(Sheet.RecoatFromH, First(Samples.Creek with { RoomLog = [new(Samples.Evening.AddMinutes(5), 8)] }).RecoatFromH, 6);
    }
}
