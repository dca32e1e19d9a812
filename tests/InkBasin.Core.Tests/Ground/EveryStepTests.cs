using System.Text.Json;
using FsCheck.Xunit;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

/// <summary>What holds of every kind of step, whatever its settings.</summary>
public class EveryStepTests
{
    private static readonly Board Small = new(90, 60, 1.5);

    // A recipe of every kind of step, with settings and places drawn at random; places may lie off the board.
    private static IReadOnlyList<GroundOperation> Random(int seed)
    {
        var random = new Random(seed);
        double Between(double least, double most) => Math.Round(least + ((most - least) * random.NextDouble()), 2);
        PointMm Place() => new(Between(-20, 110), Between(-20, 80));
        PointMm[] Places(int count) => [.. Enumerable.Range(0, count).Select(_ => Place())];
        Outline Shape() => new(Places(random.Next(3, 7)), random.Next(2) == 0);
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
            new FillBlock { Id = "8", Name = "Block", Outline = Shape(), TopMm = Between(0, 20) },
            new RockGroup { Id = "9", Name = "Rocks", Outline = Shape(), Count = random.Next(1, 20), LeastMm = Between(1, 5), GreatestMm = Between(5, 20), Seed = seed },
            new PlasterSkin { Id = "10", Name = "Skin", ThicknessMm = 2, Outline = random.Next(2) == 0 ? null : Shape(), RoughMm = Between(0, 2), Seed = seed },
            new Strokes { Id = "11", Name = "Hand", Items = [.. Enum.GetValues<StrokeKind>().Select(kind => new Stroke(kind, Places(random.Next(1, 5)), Between(1, 40), Between(0, 1), Between(0, 30)))] },
        ];
    }

    private static double[] Compile(IReadOnlyList<GroundOperation> steps) => GroundRecipe.Compile(Small, steps).Surface.HeightsMm;

    [Property(MaxTest = 150)]
    public bool Any_recipe_that_passes_its_checks_compiles_to_finite_heights_and_plaster_not_below_nought(int seed)
    {
        var steps = Random(seed);
        for (var i = 0; i < steps.Count; i++) steps[i].Check($"[{i}]");
        var ground = GroundRecipe.Compile(Small, steps);
        return Array.TrueForAll(ground.Surface.HeightsMm, double.IsFinite) && Array.TrueForAll(ground.SkinMm, skin => skin >= 0 && double.IsFinite(skin));
    }

    [Property(MaxTest = 60)]
    public bool A_recipe_written_down_and_read_compiles_to_the_same_ground_to_the_last_bit(int seed)
    {
        var steps = Random(seed);
        var again = JsonSerializer.Deserialize<List<GroundOperation>>(JsonSerializer.Serialize(steps))!;
        return Compile(steps).SequenceEqual(Compile(again));
    }

    [Property(MaxTest = 60)]
    public bool Digging_steps_never_raise_and_building_steps_never_lower(int seed)
    {
        var steps = Random(seed);
        GroundOperation[] under = [new FoamSheet { Id = "0", Name = "Base", ThicknessMm = 25 }, steps[0]];
        var before = Compile(under);
        foreach (var step in steps)
        {
            var sign = step switch { Channel or Pond => -1, Ridge or RetainingWall or FillBlock or RockGroup => 1, _ => 0 };
            if (sign == 0) continue;
            var after = Compile([.. under, step]);
            for (var i = 0; i < before.Length; i++)
            {
                if (sign * (after[i] - before[i]) < -1e-9) return false;
            }
        }

        return true;
    }

    [Property(MaxTest = 40)]
    public bool Switching_every_step_off_bares_the_board(int seed) =>
        Array.TrueForAll(Compile([.. Random(seed).Select(step => step with { Enabled = false })]), height => height == 0);
}
