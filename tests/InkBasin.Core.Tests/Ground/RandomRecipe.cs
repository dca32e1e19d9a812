using System.Reflection;
using System.Text.Json.Serialization;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

/// <summary>Recipes for the properties that hold of all.</summary>
internal static class RandomRecipe
{
    /// <summary>The grids those recipes lay down: one, with a hole in it.</summary>
    public static GroundGrids Grids { get; } = new(new Dictionary<string, HeightGrid>
    {
        ["scan"] = new(9, 7, 2.5, [.. Enumerable.Range(0, 63).Select(i => i == 31 ? float.NaN : (float)(5 + (8 * Math.Sin(i * 0.7))))]),
    });

    /// <summary>Every kind of step there is, by the table that names them for files.</summary>
    public static IReadOnlySet<Type> Kinds { get; } = typeof(GroundStep).GetCustomAttributes<JsonDerivedTypeAttribute>().Select(kind => kind.DerivedType).ToHashSet();

    /// <summary>
    /// A recipe of every kind of step, with settings drawn at random and the places of each within a box of the given size that
    /// begins up to 20 mm outside the board.
    /// </summary>
    public static IReadOnlyList<GroundStep> EveryStep(Random random, double widthMm, double depthMm, double leftMm = -20, double backMm = -20)
    {
        double Between(double least, double most) => Math.Round(least + ((most - least) * random.NextDouble()), 2);
        PointMm Place() => new(leftMm + Between(0, widthMm), backMm + Between(0, depthMm));
        PointMm[] Places(int count) => [.. Enumerable.Range(0, count).Select(_ => Place())];
        Outline Shape() => new(Places(random.Next(3, 7)), random.Next(2) == 0);

        // Marks that its shore can hold, mostly: each of so much of what straight banks would.
        JugBed Jugged()
        {
            var (shore, deepestMm) = (Shape(), Between(1, 20));
            var straightMl = Math.Abs(Rings.AreaMm2([.. shore.Ring(1)])) * deepestMm / 1000;
            var marks = random.Next(1, 5);
            var share = Between(0.2, 0.7);
            return new JugBed
            {
                Id = "15",
                Name = "Jugged bed",
                Outline = shore,
                WaterlineMm = Between(-5, 25),
                Deepest = Place(),
                DeepestMm = random.Next(6) == 0 ? null : deepestMm,
                Marks = [.. Enumerable.Range(1, marks).Select(i => new JugMark(deepestMm * i / marks, Math.Max(0.001, straightMl * share * i * i / (marks * marks))))],
            };
        }

        return
        [
            new FoamSheet { Id = "1", Name = "Foam", ThicknessMm = Between(5, 30), Outline = random.Next(2) == 0 ? null : Shape(), CarvedBackMm = Between(0, 30) },
            new Ridge { Id = "2", Name = "Ridge", Points = Places(random.Next(1, 4)), HeightMm = Between(1, 30), WidthMm = Between(5, 80) },
            new TrackBed { Id = "3", Name = "Track", Points = Places(random.Next(2, 4)), StartMm = Between(0, 30), EndMm = Between(0, 30), WidthMm = Between(4, 20), BatterDeg = Between(10, 90) },
            new Channel
            {
                Id = "4",
                Name = "Channel",
                Points = [.. Places(random.Next(2, 6)).Select(p => new ChannelPoint(p.XMm, p.YMm, Between(2, 30)))],
                BedStartMm = Between(0, 10),
                BedEndMm = Between(0, 10),
                BankAngleDeg = Between(10, 90),
                DishMm = Between(0, 4),
                OutsideDeepMm = Between(0, 4),
                RaggedMm = Between(0, 5),
                Fords = [new Ford(random.NextDouble(), Between(1, 40), Between(0, 8))],
                Islands = [new Island(random.NextDouble(), Between(-1, 1), Between(1, 40), Between(1, 20), Between(0, 30))],
            },
            new Pond { Id = "5", Name = "Pond", Outline = Shape(), DepthMm = Between(4, 12), ShelfDepthMm = Between(0, 4), ShelfWidthMm = Between(0, 9), SlopeDeg = Between(5, 90), RaggedMm = Between(0, 5) },
            new Pad { Id = "6", Name = "Pad", Outline = Shape(), LevelMm = Between(0, 30), BatterDeg = Between(10, 90) },
            new RetainingWall { Id = "7", Name = "Wall", Points = Places(random.Next(2, 4)), TopMm = Between(0, 40), ThicknessMm = Between(0.5, 8) },
            new FillBlock { Id = "8", Name = "Block", Outline = Shape(), TopMm = Between(0, 60) },
            new RockGroup { Id = "9", Name = "Rocks", Outline = Shape(), Count = random.Next(1, 20), LeastMm = Between(1, 5), GreatestMm = Between(5, 20), Seed = random.Next(100) },
            new ExistingGround { Id = "12", Name = "Scan", GridId = "scan", LeftMm = leftMm + Between(0, widthMm / 2), BackMm = backMm + Between(0, depthMm / 2), WidthMm = Between(10, 60), LowestMm = Between(0, 20), Exaggeration = Between(0.5, 3), QuarterTurns = random.Next(4) },
            Survey(Math.Max(1, leftMm) + Between(0, widthMm / 2), Math.Max(1, backMm) + Between(0, depthMm / 2), Between(12, 40), Between(5, 20)),
            Jugged(),
            new EdgeProfile { Id = "14", Name = "Joint", Side = (BoardSide)random.Next(4), Profile = [new(0, Between(0, 20)), new(Between(20, 90), Between(0, 20)), new(200, Between(0, 20))], BlendMm = Between(0, 30) },
            new PlasterSkin { Id = "10", Name = "Skin", ThicknessMm = 2, Outline = random.Next(2) == 0 ? null : Shape(), RoughMm = Between(0, 2), Seed = random.Next(100) },
            new Strokes { Id = "11", Name = "Hand", Items = [.. Enum.GetValues<StrokeKind>().Select(kind => new Stroke(kind, Places(random.Next(1, 5)), Between(1, 40), Between(0, 1), Between(0, 30)))] },
        ];
    }

    private static SurveyedBed Survey(double left, double back, double size, double waterline) => new()
    {
        Id = "13",
        Name = "Measured bed",
        Outline = new Outline([new(left, back), new(left + size, back), new(left + size, back + size), new(left, back + size)], true),
        WaterlineMm = waterline,
        Soundings = [new(new(left + (size / 2), back + (size / 2)), size / 4), new(new(left + (size / 3), back + (size / 2)), size / 6)],
    };
}
