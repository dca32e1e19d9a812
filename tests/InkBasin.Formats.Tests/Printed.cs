using InkBasin.Core;
using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Plan;
using InkBasin.Core.Sight;
using InkBasin.Core.Water;
using InkBasin.Formats.Papers;

namespace InkBasin.Formats.Tests;

/// <summary>The demo's quay on paper: what the tests of papers read.</summary>
internal static class Printed
{
    public static readonly DateTimeOffset Now = new(2027, 3, 1, 9, 0, 0, TimeSpan.Zero);

    public static readonly Build Quay = Logged();

    public static readonly BuildAnswers Answers = Planner.Answers(Quay with { Recipe = [.. Quay.Recipe.Where(step => step.Enabled)] }, Stores.Examples);

    public static readonly IReadOnlyList<PouredWater> Waters = [.. Quay.Waters.Zip(Answers.Waters).Select(pair => new PouredWater(pair.First.Name, Stores.Examples.Sheet(pair.First.ProductId)?.Name, pair.Second.Plan(), WaterCut.Of(pair.Second.Standing)))];

    public static readonly IReadOnlyDictionary<string, byte[]> Pictures = Laden.Build().Attachments;

    // With a picture in its log, which is 3 px wide for each 6 high.
    private static Build Logged() => Laden.Build().Build;

    public static PaperOf Of(string paper) => new(Quay.Name, Clock.Zone(Quay.TimeZone), Now, Paper.Named(paper));

    public static BoardDrawing Board => BoardDrawing.Of(Answers.Surface, Answers.Standing, Quay.Dams);

    public static DaysPlan Days => BuildDays.Of(Answers, Now, new TimetableSearch(TimeSpan.FromSeconds(4)), []);

    public static byte[] Print(string name, string paper) => name switch
    {
        "cups" => CupCards.Write(Of(paper), Answers.Sessions.Is!),
        "pours" => PourPaper.Write(Of(paper), Waters),
        "before" => BeforePaper.Write(Of(paper), BuildBench.Of(Answers, Now)),
        "days" => WeekPaper.Write(Of(paper), Days),
        "rescue" => RescuePaper.Write(Of(paper), [Stores.Examples.Sheet("coating-epoxy")!]),
        _ => RecordPaper.Write(Of(paper), Quay, Board, Waters, BuildLog.Of(Answers), Pictures),
    };
}
