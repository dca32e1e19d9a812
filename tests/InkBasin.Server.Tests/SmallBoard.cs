using InkBasin.Core.Bench;
using InkBasin.Core.Builds;
using InkBasin.Core.Days;
using InkBasin.Core.Drying;
using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Joints;
using InkBasin.Core.Log;
using InkBasin.Core.Pours;
using InkBasin.Core.Resin;
using InkBasin.Core.Sight;
using InkBasin.Core.Water;

namespace InkBasin.Server.Tests;

/// <summary>A small board with one of everything on it: what is not on it is never changed by those who change whatever there is.</summary>
internal static class SmallBoard
{
    private static DateTimeOffset Evening => new(2027, 3, 1, 19, 0, 0, TimeSpan.Zero);

    /// <summary>The board.</summary>
    public static Build Furnished { get; } = new()
    {
        Name = "Small board",
        Scale = 76,
        Board = new Board(160, 90, 3),
        Recipe =
        [
            new FoamSheet { Id = "foam", Name = "Foam", ThicknessMm = 30 },
            new Channel { Id = "creek", Name = "Creek bed", Points = [new(-60, 45, 30), new(220, 45, 30)], BedStartMm = 6, BedEndMm = 6, BankAngleDeg = 80, Weirs = [new Weir(0.5, 8, 3)], Fords = [new Ford(0.3, 10, 2)] },
            new Ridge { Id = "hill", Name = "Hill", Points = [new(30, 10)], HeightMm = 5, WidthMm = 40 },
            new RockGroup { Id = "rocks", Name = "Rocks", Outline = new Outline([new(20, 20), new(50, 20), new(40, 35)], true), Count = 5, LeastMm = 2, GreatestMm = 6 },
            new TrackBed { Id = "track", Name = "Track", Points = [new(0, 85), new(160, 85)], StartMm = 33, EndMm = 33, WidthMm = 8, BatterDeg = 60 },
            new Pond { Id = "pond", Name = "Pond", Outline = new Outline([new(100, 4), new(130, 4), new(130, 18), new(100, 18)]), DepthMm = 8, ShelfDepthMm = 2, ShelfWidthMm = 3 },
            new PlasterSkin { Id = "skin", Name = "Skin", ThicknessMm = 2, RoughMm = 0.5 },
            new Strokes { Id = "hand", Name = "By hand", Items = [new Stroke(StrokeKind.Scoop, [new(10, 10), new(20, 12)], 8, 1)] },
        ],
        Waters =
        [
            new Water { Id = "w", Name = "Creek", Seed = new PointMm(100, 45), WaterlineMm = 20, ProductId = "coating-epoxy", Ink = new InkChoice("blue-green", 0.2), FirstPourAt = Evening },
            new Water { Id = "p", Name = "Pond", Seed = new PointMm(115, 11), WaterlineMm = 29, ProductId = "casting-epoxy", Strategy = LayerStrategy.EqualVolume, Ink = new InkChoice("umber", 0.3) },
        ],
        Dams = [new Dam(BoardSide.Left, 0, 90, 25) { Id = "left" }, new Dam(BoardSide.Right, 0, 90, 25) { Id = "right" }],
        StandIns = [new StandIn { Id = "alder", Name = "Alder", Centre = new PointMm(100, 20), LengthM = 0.76, WidthM = 0.76, HeightM = 7.6, OverhangM = 1.5, OverhangFromM = 0.4 }],
        Drowned = [new DrownedThing { Id = "log", Name = "Log", At = new PointMm(60, 45), LengthMm = 20, WidthMm = 4, HeightMm = 4, DensityGPerMl = 0.6, Skin = Skin.Sealed }],
        WaterTests = [new WaterTest { Id = "t", WaterId = "w", At = Evening.AddDays(-2), LevelMm = 20, ReckonedMl = 55, InMl = 55, OutMl = 54, StoodMin = 40, LostMl = 0 }],
        Begun = [new BegunPour("b", "w", 1, Evening, []) { ToMm = 14, Result = new PourResult(30, 27, 1, 13.9, 20, null, Evening.AddHours(1)) }],
        Answers = [new CheckAnswer("w", CheckItem.Sealed, false, null, Evening)],
        Drying = new DryingLog { PlasteredAt = Evening.AddDays(-4), Weighings = [new LoggedWeighing(Evening, 950)] },
        RoomLog = [new RoomReading(Evening, 21)],
        Trials = [new TrialPuddle { Id = "puddle", WaterId = "w", At = Evening, Ink = new InkChoice("blue-green", 0.2), DepthMm = 5, BedHex = "#8a6f52", SeenHex = "#4f6a58" }],
        Neighbours = [new Neighbour(Guid.Parse("00000000-0000-0000-0000-000000000007"), BoardSide.Right, BoardSide.Left) { Id = "n" }],
        Days = new DaysChoice { Except = [new OtherDay(new DateOnly(2027, 3, 4), 600, 720)], Notes = [new StepNote("skin") { HandsOnMin = 45 }], Own = [new OwnStep("o", "Own work", 20, 0, ["skin"])] },
        Learnt = [new TakenLesson(new Lesson(LessonKind.Volume, null, 1.1, 1, 1.2, 4), Evening)],
        Log =
        [
            new LogEntry { Id = "session", At = Evening, WaterId = "w", Layer = 1, Session = Session, Corrections = [new LogCorrection(Evening.AddDays(1), "cup.1.oneG", 31, null, "Misread")] },
            new LogEntry { Id = "turned", At = Evening, WaterId = "w", Layer = 1, Seen = SeenState.Turned, AfterMin = 40 },
            new LogEntry { Id = "gelled", At = Evening.AddHours(9), WaterId = "w", Layer = 1, Seen = SeenState.Gelled },
            new LogEntry { Id = "surface", At = Evening.AddHours(5), WaterId = "w", Layer = 1, SurfaceC = 27 },
            new LogEntry { Id = "outcome", At = Evening.AddDays(2), WaterId = "w", Layer = 1, Outcome = Outcome.Cloudy, Text = "A veil by the weir." },
        ],
    };

    /// <summary>A session of two cups, the second of them spread out.</summary>
    private static SessionRecord Session => new(
        "Creek, layer 1", "coating-epoxy", "Coating epoxy", "Blue-green", Evening, Evening.AddHours(1), true,
        [new BenchLayer("w", "Creek", 1, 14, 48, 8)],
        [new CupMix(1.2, 15, 12.5, 1.1, 1, 2, 100, 0.1, [new CupTime(27.5, 35), new CupTime(40, 30)]), new CupMix(1.2, 15, 12.5, 1.1, 1, 2, 100, 0.1, [])],
        3, 18, 30, 41,
        [
            new BenchCup(1, 15, 12.5, 12.5, 0, 26, Evening.AddMinutes(5), Evening.AddMinutes(40), Evening.AddMinutes(20), 3, 4, 3),
            new BenchCup(2, 15, 12.5, 12.4, 0.8, 26, Evening.AddMinutes(25), Evening.AddMinutes(60), null, 3, null, null, Evening.AddMinutes(50), Evening.AddMinutes(48)),
        ],
        [new PouredLayer("w", 1, Evening.AddMinutes(20), 15, 12.5, 13.9, false)],
        [new BenchLeak(Evening.AddMinutes(22), Evening.AddMinutes(26), 3, "Film")],
        20.5, 52, 26, new BubbleLooks(2, 3), 4)
    {
        Surface = [new SurfaceReading(Evening.AddMinutes(50), 24)],
        PouredShares = [1, 0],
    };
}
