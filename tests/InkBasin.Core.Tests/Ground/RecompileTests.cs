using System.Text.Json.Nodes;
using System.Text.Json;
using FsCheck.Xunit;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

/// <summary>Compiling only what differs gives what compiling everything gives.</summary>
public class RecompileTests
{
    private static readonly Board Wide = new(400, 260, 4);
    private static readonly Board Fine = new(120, 90, 1);

    [Property(MaxTest = 60)]
    public bool After_any_chain_of_edits_the_recompiled_ground_is_the_compiled_one_to_the_last_bit(int seed)
    {
        var random = new Random(seed);
        IReadOnlyList<GroundStep> steps = [.. Local(random), .. Local(random), .. Local(random)];
        var ground = GroundRecipe.Compile(Wide, steps, RandomRecipe.Grids);
        for (var k = 0; k < 8; k++)
        {
            var edited = Edited(random, steps);
            ground = GroundRecipe.Recompile(Wide, edited, ground, RandomRecipe.Grids);
            steps = edited;
            var whole = GroundRecipe.Compile(Wide, steps, RandomRecipe.Grids);
            if (!ground.Surface.HeightsMm.SequenceEqual(whole.Surface.HeightsMm) || !ground.SkinMm.SequenceEqual(whole.SkinMm)) return false;
        }

        return true;
    }

    // Far apart on a fine board: what differs and what is needed are then many boxes, each with steps across its border.
    [Property(MaxTest = 8)]
    public bool Changes_in_several_places_at_once_are_compiled_each_in_its_own(int seed)
    {
        var random = new Random(seed);
        var board = new Board(400, 260, 1);
        IReadOnlyList<GroundStep> steps = [.. Enumerable.Range(0, 4).SelectMany(_ => Local(random))];
        var ground = GroundRecipe.Compile(board, steps, RandomRecipe.Grids);
        for (var k = 0; k < 3; k++)
        {
            for (var edits = random.Next(1, 4); edits > 0; edits--) steps = Edited(random, steps);
            ground = GroundRecipe.Recompile(board, steps, ground, RandomRecipe.Grids);
            var whole = GroundRecipe.Compile(board, steps, RandomRecipe.Grids);
            if (!ground.Surface.HeightsMm.SequenceEqual(whole.Surface.HeightsMm) || !ground.SkinMm.SequenceEqual(whole.SkinMm)) return false;
        }

        return true;
    }

    // A dent of a few cells is moved about beside what a step is drawn by: it must carry as far as the step carries it, and no dent be left behind.
    [Property(MaxTest = 25)]
    public bool Whatever_step_comes_after_it_a_small_change_carries_as_far_as_it_does(int seed)
    {
        var random = new Random(seed);
        foreach (var step in RandomRecipe.EveryStep(random, 60, 50, 20, 15))
        {
            IReadOnlyList<PointMm> feet = [.. PlacesIn(JsonSerializer.SerializeToNode(step, BuildJson.Options)), new(random.Next(120), 0.5), new(random.Next(120), 89.5), new(0.5, random.Next(90)), new(119.5, random.Next(90))];
            var ground = GroundRecipe.Compile(Fine, Dented(step, random, feet), RandomRecipe.Grids);
            for (var k = 0; k < 8; k++)
            {
                var dented = Dented(step, random, feet);

                // The dent as it was and as it is: were more to differ, all would be compiled and nothing tried.
                Assert.InRange(Differing(ground, dented), 0, 2);
                ground = GroundRecipe.Recompile(Fine, dented, ground, RandomRecipe.Grids);
                var whole = GroundRecipe.Compile(Fine, dented, RandomRecipe.Grids);
                if (!ground.Surface.HeightsMm.SequenceEqual(whole.Surface.HeightsMm) || !ground.SkinMm.SequenceEqual(whole.SkinMm)) return false;
            }
        }

        return true;
    }

    [Fact]
    public void Every_kind_of_step_is_tried() => Assert.Equal(RandomRecipe.Kinds, RandomRecipe.EveryStep(new Random(1), 90, 60).Select(step => step.GetType()).ToHashSet());

    // A step that shapes nothing, such as a bed whose marks no water leaves, is right however little of it is compiled.
    [Fact]
    public void Every_kind_of_step_shapes_the_ground_mostly()
    {
        var shaped = RandomRecipe.Kinds.ToDictionary(kind => kind, _ => 0);
        foreach (var seed in Enumerable.Range(1, 20))
        {
            var random = new Random(seed);
            foreach (var step in RandomRecipe.EveryStep(random, 60, 50, 20, 15))
            {
                var steps = Dented(step, random, [new(50, 40)]);
                CompiledGround with = GroundRecipe.Compile(Fine, steps, RandomRecipe.Grids), without = GroundRecipe.Compile(Fine, [.. steps.SkipLast(1)], RandomRecipe.Grids);
                if (!with.Surface.HeightsMm.SequenceEqual(without.Surface.HeightsMm)) shaped[step.GetType()]++;
            }
        }

        Assert.All(shaped, one => Assert.True(one.Value >= 10, $"{one.Key.Name}: {one.Value} of 20"));
    }

    [Fact]
    public void A_channel_reaches_as_far_as_a_hill_raised_before_it_makes_it_reach()
    {
        GroundStep foam = new FoamSheet { Id = "f", Name = "Foam", ThicknessMm = 20 };
        GroundStep hill = new Ridge { Id = "h", Name = "Hill", Points = [new(200, 130)], HeightMm = 150, WidthMm = 300 };
        GroundStep cut = new Channel { Id = "c", Name = "Cut", Points = [new(200, 20, 10), new(200, 240, 10)], BedStartMm = 5, BedEndMm = 5, BankAngleDeg = 30 };
        var before = GroundRecipe.Compile(Wide, [foam], RandomRecipe.Grids);
        var after = GroundRecipe.Recompile(Wide, [foam, hill, cut], before, RandomRecipe.Grids);
        var moved = GroundRecipe.Recompile(Wide, [hill, cut, foam], after, RandomRecipe.Grids);
        Assert.Equal(GroundRecipe.Compile(Wide, [foam, hill, cut], RandomRecipe.Grids).Surface.HeightsMm, after.Surface.HeightsMm);
        Assert.Equal(GroundRecipe.Compile(Wide, [hill, cut, foam], RandomRecipe.Grids).Surface.HeightsMm, moved.Surface.HeightsMm);
    }

    [Fact]
    public void Nothing_changed_gives_the_ground_at_hand_itself()
    {
        var steps = Local(new Random(1));
        var ground = GroundRecipe.Compile(Wide, steps, RandomRecipe.Grids);
        Assert.Same(ground, GroundRecipe.Recompile(Wide, [.. steps], ground, RandomRecipe.Grids));
        Assert.Equal(0, Differing(ground, [.. steps]));
    }

    [Fact]
    public void One_more_stroke_is_one_part_that_differs()
    {
        var hand = new Strokes { Id = "s", Name = "Hand", Items = [Rise(10), Rise(20)] };
        var more = hand with { Items = [.. hand.Items, Rise(30)] };
        GroundStep skin = new PlasterSkin { Id = "p", Name = "Skin", ThicknessMm = 2 };
        var ground = GroundRecipe.Compile(Wide, [hand, skin], RandomRecipe.Grids);
        Assert.Equal(1, Differing(ground, [more, skin]));
        Assert.Equal(2, Differing(ground, [more with { Enabled = false }, skin]));
    }

    [Fact]
    public void A_hill_dragged_far_goes_on_from_where_it_was_a_moment_ago()
    {
        GroundStep foam = new FoamSheet { Id = "f", Name = "Foam", ThicknessMm = 20 };
        GroundStep[] At(double x) => [foam, new Ridge { Id = "h", Name = "Hill", Points = [new(x, 40)], HeightMm = 6, WidthMm = 30 }];
        CompiledGround Ground(GroundStep[] steps) => GroundRecipe.Compile(Wide, steps);
        var wanted = At(132);
        CompiledGround takenUp = Ground(At(20)), before = Ground(At(130)), bare = Ground([wanted[1]]);
        Assert.Same(before, GroundRecipe.Nearest(Wide, wanted, [takenUp, before]));
        Assert.Same(before, GroundRecipe.Nearest(Wide, wanted, [before, takenUp]));

        // Of equals the first; and one part that differs goes before two, however wide it lies.
        Assert.Same(takenUp, GroundRecipe.Nearest(Wide, At(20), [takenUp, Ground(At(20))]));
        Assert.Same(bare, GroundRecipe.Nearest(Wide, wanted, [before, bare, takenUp]));
        Assert.Same(bare, GroundRecipe.Nearest(Wide, At(20), [bare]));
        Assert.Null(GroundRecipe.Nearest(Wide, wanted, []));
    }

    private static int Differing(CompiledGround ground, IReadOnlyList<GroundStep> steps) =>
        GroundChange.Unshared(ground.Parts, GroundChange.Parts(steps, RandomRecipe.Grids));

    // The same objects each time: a step made anew has lists of its own and counts as changed, and this one reaches over the whole board.
    private static readonly GroundStep[] Rolling =
    [
        new FoamSheet { Id = "under", Name = "Under", ThicknessMm = 14 },
        new Ridge { Id = "hill", Name = "Hill", Points = [new(50, 40)], HeightMm = 6, WidthMm = 160 },
    ];

    private static IReadOnlyList<GroundStep> Dented(GroundStep step, Random random, IReadOnlyList<PointMm> feet)
    {
        var foot = feet[random.Next(feet.Count)];
        PointMm at = new(foot.XMm + (random.NextDouble() * 8) - 4, foot.YMm + (random.NextDouble() * 8) - 4);
        return
        [
            .. Rolling,
            new Strokes { Id = "dent", Name = "Dent", Items = [new Stroke(random.Next(3) == 0 ? StrokeKind.Rise : StrokeKind.Scoop, [at], 5, 1 + (random.NextDouble() * 20))] },
            step,
        ];
    }

    private static IEnumerable<PointMm> PlacesIn(JsonNode? node) => node switch
    {
        JsonObject place when place.ContainsKey("xMm") => [new(place["xMm"]!.GetValue<double>(), place["yMm"]!.GetValue<double>())],
        JsonObject whole => whole.SelectMany(field => PlacesIn(field.Value)),
        JsonArray list => list.SelectMany(PlacesIn),
        _ => [],
    };

    private static Stroke Rise(double at) => new(StrokeKind.Rise, [new(at, at)], 12, 3);

    // Every kind of step, small and near one place, as a maker's steps are.
    private static IReadOnlyList<GroundStep> Local(Random random)
    {
        double left = -20 + (random.NextDouble() * 340), back = -20 + (random.NextDouble() * 220);
        return [.. RandomRecipe.EveryStep(random, 90, 60, left, back).Select(step => step with { Id = random.Next().ToString(System.Globalization.CultureInfo.InvariantCulture) })];
    }

    private static GroundStep OneOf(Random random, IReadOnlyList<GroundStep> steps) => steps[random.Next(steps.Count)];

    private static List<GroundStep> Edited(Random random, IReadOnlyList<GroundStep> steps)
    {
        List<GroundStep> edited = [.. steps];
        var at = random.Next(edited.Count);
        switch (random.Next(6))
        {
            case 0: edited[at] = edited[at] with { Enabled = !edited[at].Enabled }; break;
            case 1: edited.RemoveAt(at); break;
            case 2: edited.Insert(at, OneOf(random, Local(random))); break;
            case 3: (edited[at], edited[0]) = (edited[0], edited[at]); break;
            case 4: edited.Add(OneOf(random, Local(random))); break;
            default:
                var hand = edited.FindIndex(step => step is Strokes { Items.Count: > 0 });
                if (hand < 0) break;
                var strokes = (Strokes)edited[hand];
                var one = ((Strokes)Local(random)[^1]).Items[random.Next(5)];
                edited[hand] = strokes with { Items = random.Next(2) == 0 ? [.. strokes.Items, one] : [.. strokes.Items.SkipLast(1)] };
                break;
        }

        return edited;
    }
}
