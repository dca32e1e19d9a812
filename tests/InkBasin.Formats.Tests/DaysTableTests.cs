using System.Globalization;
using CsvHelper;
using InkBasin.Core.Days;

namespace InkBasin.Formats.Tests;

/// <summary>The days as a table: line by line, and read back by its library.</summary>
public class DaysTableTests
{
    private static readonly DateTimeOffset Now = new(2027, 3, 1, 8, 0, 0, TimeSpan.FromHours(1));

    private static DayPlace Place(string id, string name, double startH, int work, int wait, params StepLink[] after)
    {
        var start = Now.AddHours(startH);
        return new(new BuildStep(id, BuildStepKind.Pour, "w", name, work, wait, 0, after, wait > 0 ? "the sheet, and this room" : ""), start, start.AddMinutes(work), start.AddMinutes(work + wait), false, false, false);
    }

    private static readonly DaysPlan Plan = new(
        [
            Place("a", "Seal \"Creek\"", 0, 30, 60) with { Step = Place("a", "Seal \"Creek\"", 0, 30, 60).Step with { DoneAt = Now } },
            Place("b", "=1+1", 10, 40, 0, new StepLink(new DayLink("a"), "sealed")) with { Scuffed = true },
        ],
        [], Now.AddHours(20), 1, true, null, [], null);

    [Fact]
    public void Each_step_is_a_row_with_units_in_the_heads()
    {
        var lines = DaysTable.Write(Plan).Split("\r\n");
        Assert.Equal("step,begins,hands free,ready,hands-on (min),stay near (min),wait (min),state,after,waits for", lines[0]);
        Assert.Equal("\"Seal \"\"Creek\"\"\",2027-03-01 08:00,2027-03-01 08:30,2027-03-01 09:30,30,0,60,done,,\"the sheet, and this room\"", lines[1]);

        // What begins like a formula is text.
        Assert.StartsWith("'=1+1,", lines[2], StringComparison.Ordinal);
        Assert.Equal(["", ""], [lines[3], string.Concat(lines.Skip(4))]);
    }

    [Fact]
    public void It_is_read_back()
    {
        using var table = new CsvReader(new StringReader(DaysTable.Write(Plan)), CultureInfo.InvariantCulture);
        Assert.True(table.Read() && table.ReadHeader());
        Assert.True(table.Read());
        Assert.Equal(("Seal \"Creek\"", 30, "done"), (table.GetField("step"), table.GetField<int>("hands-on (min)"), table.GetField("state")));
        Assert.True(table.Read());
        Assert.Equal(("after its window: scuff first", "Seal \"Creek\""), (table.GetField("state"), table.GetField("after")));
        Assert.False(table.Read());
    }
}
