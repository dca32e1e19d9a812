using InkBasin.Core.Builds;
using InkBasin.Core.Dams;
using InkBasin.Core.Days;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Log;
using InkBasin.Core.Plan;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Sight;
using InkBasin.Core.Water;

namespace InkBasin.Core.Tests;

internal static class Samples
{
    /// <summary>An alder on the back bank of the creek, whose branches hang over it.</summary>
    public static StandIn Alder { get; } = new()
    {
        Id = "alder",
        Name = "Alder",
        Centre = new PointMm(100, 20),
        LengthM = 0.76,
        WidthM = 0.76,
        HeightM = 7.6,
        OverhangM = 1.52,
        OverhangFromM = 0.38,
    };

    /// <summary>An evening in spring.</summary>
    public static DateTimeOffset Evening => new(2027, 3, 1, 19, 0, 0, TimeSpan.Zero);

    /// <summary>A water test that found just what the plan reckons: 96 ml, and lost none.</summary>
    public static WaterTest Test => new() { Id = "t", WaterId = "w", At = Evening.AddDays(-2), LevelMm = 20, ReckonedMl = 96, InMl = 96, OutMl = 95, StoodMin = 40, LostMl = 0 };

    /// <summary>A log of 40 × 5 × 5 mm on the bed of the creek, sealed: it floats.</summary>
    public static DrownedThing Log => new()
    {
        Id = "log",
        Name = "Log",
        At = new PointMm(100, 50),
        LengthMm = 40,
        WidthMm = 5,
        HeightMm = 5,
        DensityGPerMl = 0.6,
        Skin = Skin.Sealed,
    };

    /// <summary>A 200 × 100 board of 30 mm foam with a level creek 40 wide at bed 6 from left to right, dammed at both ends.</summary>
    public static Build Creek { get; } = new()
    {
        Name = "Creek board",
        Scale = 76,
        Board = new Board(200, 100, 2),
        Recipe =
        [
            new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 30 },
            new Channel { Id = "creek", Name = "Creek bed", Points = [new(-60, 50, 40), new(260, 50, 40)], BedStartMm = 6, BedEndMm = 6, BankAngleDeg = 90 },
            new PlasterSkin { Id = "skin", Name = "Skin", ThicknessMm = 2 },
            new Strokes { Id = "hand", Name = "By hand", Items = [new Stroke(StrokeKind.Scoop, [new(10, 10)], 8, 1)] },
        ],
        Waters =
        [
            new InkBasin.Core.Builds.Water
            {
                Id = "w",
                Name = "Creek",
                Seed = new PointMm(100, 50),
                WaterlineMm = 20,
                ProductId = "coating-epoxy",
                Ink = new InkChoice("blue-green", 0.2),
                FirstPourAt = new DateTimeOffset(2027, 3, 1, 19, 0, 0, TimeSpan.Zero),
            },
        ],
        StandIns = [Alder],
        Photo = new TracePhoto("sketch", 400, 200, new PointMm(100, 50), 0.5),
        Dams = [new Dam(BoardSide.Left, 0, 100, 25) { Id = "left" }, new Dam(BoardSide.Right, 0, 100, 25) { Id = "right" }],

        // At the sheets' own temperature and open to the air: their hours and depths hold as they stand.
        Room = new Room(23),
        Care = new CureCare(Covered: false),
    };

    /// <summary>The list before the next pour of a water.</summary>
    public static IReadOnlyList<PourCheck> ListOf(Build build, string waterId = "w", Stores? stores = null) =>
        BeforePour.Of(Planner.Answers(build, stores ?? Stores.Examples).Of(waterId).Questions(Evening));

    /// <summary>Dams as they are proposed, put up.</summary>
    public static IReadOnlyList<Dam> PutUp(IReadOnlyList<ProposedDam> proposed) =>
        [.. proposed.Select((dam, i) => new Dam(dam.Side, dam.FromMm, dam.ToMm, dam.TopMm) { Id = $"put-up-{i}" })];

    /// <summary>The same with a log in it, a water test, answers and a first layer begun.</summary>
    public static Build Furnished { get; } = Creek with
    {
        WaterTests = [Test],
        Trials = [new TrialPuddle { Id = "t", WaterId = "w", At = Evening, Ink = new InkChoice("blue-green", 0.2), DepthMm = 5, BedHex = "#8a6f52", SeenHex = "#4f6a58" }],
        Drowned = [Log],
        Answers = [new CheckAnswer("w", CheckItem.Sealed, false, null, Evening), new CheckAnswer("w", CheckItem.Level, false, null, Evening)],
        Begun = [new BegunPour("p", "w", 1, Evening, [])],
        Drying = new DryingLog { Weighings = [new LoggedWeighing(Evening, 950)] },
        RoomLog = [new RoomReading(Evening, 21)],
        Log = [new LogEntry { Id = "note", At = Evening, Text = "Clear so far." }],
        Days = new DaysChoice { Except = [new OtherDay(new DateOnly(2027, 3, 4), 600, 720)], Notes = [new StepNote("skin") { HandsOnMin = 45 }], Own = [new OwnStep("o", "Own work", 20, 0, ["skin"])] },
    };
}
