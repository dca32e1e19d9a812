using System.Text.Json;
using FsCheck.Xunit;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

/// <summary>What holds of every kind of step, whatever its settings.</summary>
public class EveryStepTests
{
    private static readonly Board Small = new(90, 60, 1.5);

    private static IReadOnlyList<GroundStep> Random(int seed) => RandomRecipe.EveryStep(new Random(seed), 130, 100);

    private static double[] Compile(IReadOnlyList<GroundStep> steps) => GroundRecipe.Compile(Small, steps, RandomRecipe.Grids).Surface.HeightsMm;

    [Property(MaxTest = 150)]
    public bool Any_recipe_that_passes_its_checks_compiles_to_finite_heights_and_plaster_not_below_nought(int seed)
    {
        var steps = Random(seed);
        for (var i = 0; i < steps.Count; i++) steps[i].Check($"[{i}]");
        var ground = GroundRecipe.Compile(Small, steps, RandomRecipe.Grids);
        return Array.TrueForAll(ground.Surface.HeightsMm, double.IsFinite) && Array.TrueForAll(ground.SkinMm, skin => skin >= 0 && double.IsFinite(skin));
    }

    [Property(MaxTest = 60)]
    public bool A_recipe_written_down_and_read_compiles_to_the_same_ground_to_the_last_bit(int seed)
    {
        var steps = Random(seed);
        var again = JsonSerializer.Deserialize<List<GroundStep>>(JsonSerializer.Serialize(steps))!;
        return Compile(steps).SequenceEqual(Compile(again));
    }

    // Only the cells of its footprint are compiled: what it would do farther out were cut off there, as straight as a knife.
    [Property(MaxTest = 40)]
    public bool No_step_reaches_beyond_its_footprint_nor_beyond_its_region(int seed)
    {
        var grid = CellGrid.Of(Small);
        GroundStep[] under = [new FoamSheet { Id = "0", Name = "Base", ThicknessMm = 14 }, new Ridge { Id = "00", Name = "Hill", Points = [new(40, 30)], HeightMm = 20, WidthMm = 90 }];
        foreach (var step in RandomRecipe.EveryStep(new Random(seed), 80, 50, 5, 5))
        {
            using var open = GroundWork.Bare(grid, grid.All, CancellationToken.None);
            foreach (var part in GroundChange.Parts(under, RandomRecipe.Grids)) open.Apply(part, CellRegion.None(grid).Join(grid.All));
            foreach (var part in GroundChange.Parts([step], RandomRecipe.Grids))
            {
                var before = open.HeightsMm.ToArray();
                part.Shape(open);
                if (!ChangesOnlyIn(part.Region(grid, open.Bounds), before, open.HeightsMm, grid)) return false;
            }

            if (!Compile([.. under, step]).SequenceEqual(open.HeightsMm.ToArray())) return false;
        }

        return true;
    }

    private static bool ChangesOnlyIn(CellRegion region, double[] before, ReadOnlySpan<double> after, CellGrid grid)
    {
        var may = new bool[before.Length];
        foreach (var box in region.All)
        {
            for (var row = box.Row0; row < box.Row1; row++) may.AsSpan((row * grid.Columns) + box.Column0, box.Columns).Fill(true);
        }

        for (var cell = 0; cell < before.Length; cell++)
        {
            if (before[cell] != after[cell] && !may[cell]) return false;
        }

        return true;
    }

    [Property(MaxTest = 60)]
    public bool Digging_steps_never_raise_and_building_steps_never_lower(int seed)
    {
        // With pits all over: a pond may be drawn over one that is deeper than its own bed.
        var steps = Random(seed);
        GroundStep[] under = [new FoamSheet { Id = "0", Name = "Base", ThicknessMm = 25 }, Pits, steps[0]];
        var before = Compile(under);
        foreach (var step in steps)
        {
            var sign = Digs(step);
            if (sign == 0) continue;
            var after = Compile([.. under, step]);
            for (var i = 0; i < before.Length; i++)
            {
                if (sign * (after[i] - before[i]) < -1e-9) return false;
            }
        }

        return true;
    }

    private static Strokes Pits { get; } = new()
    {
        Id = "pits",
        Name = "Pits",
        Items = [.. Enumerable.Range(0, 15).Select(i => new Stroke(StrokeKind.Scoop, [new PointMm(9 + (i % 5 * 18), 10 + (i / 5 * 20))], 12, 20))],
    };

    // A kind that is not named here has not been thought of.
    private static int Digs(GroundStep step) => step switch
    {
        Channel or Pond => -1,
        Ridge or RetainingWall or FillBlock or RockGroup or FoamSheet or PlasterSkin => 1,
        TrackBed or Pad or SurveyedBed or JugBed or ExistingGround or EdgeProfile or Strokes => 0,
        _ => throw new NotSupportedException($"Does {step.GetType().Name} dig, build, or both?"),
    };

    [Property(MaxTest = 40)]
    public bool Switching_every_step_off_bares_the_board(int seed) =>
        Array.TrueForAll(Compile([.. Random(seed).Select(step => step with { Enabled = false })]), height => height == 0);
}
