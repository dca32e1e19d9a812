using FsCheck.Xunit;
using InkBasin.Core.Ground;

namespace InkBasin.Core.Tests.Ground;

/// <summary>Compiling only what differs gives what compiling everything gives.</summary>
public class RecompileTests
{
    private static readonly Board Wide = new(400, 260, 4);

    [Property(MaxTest = 60)]
    public bool After_any_chain_of_edits_the_recompiled_ground_is_the_compiled_one_to_the_last_bit(int seed)
    {
        var random = new Random(seed);
        IReadOnlyList<GroundOperation> steps = [.. Local(random), .. Local(random), .. Local(random)];
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

    [Fact]
    public void A_channel_reaches_as_far_as_a_hill_raised_before_it_makes_it_reach()
    {
        GroundOperation foam = new FoamSheet { Id = "f", Name = "Foam", ThicknessMm = 20 };
        GroundOperation hill = new Ridge { Id = "h", Name = "Hill", Points = [new(200, 130)], HeightMm = 150, WidthMm = 300 };
        GroundOperation cut = new Channel { Id = "c", Name = "Cut", Points = [new(200, 20, 10), new(200, 240, 10)], BedStartMm = 5, BedEndMm = 5, BankAngleDeg = 30 };
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
        Assert.Equal(0, GroundRecipe.Differing(ground, [.. steps], RandomRecipe.Grids));
    }

    [Fact]
    public void One_more_stroke_is_one_part_that_differs()
    {
        var hand = new Strokes { Id = "s", Name = "Hand", Items = [Rise(10), Rise(20)] };
        var more = hand with { Items = [.. hand.Items, Rise(30)] };
        GroundOperation skin = new PlasterSkin { Id = "p", Name = "Skin", ThicknessMm = 2 };
        var ground = GroundRecipe.Compile(Wide, [hand, skin], RandomRecipe.Grids);
        Assert.Equal(1, GroundRecipe.Differing(ground, [more, skin]));
        Assert.Equal(2, GroundRecipe.Differing(ground, [more with { Enabled = false }, skin]));
    }

    private static Stroke Rise(double at) => new(StrokeKind.Rise, [new(at, at)], 12, 3);

    // Every kind of step, small and near one place, as a maker's steps are.
    private static IReadOnlyList<GroundOperation> Local(Random random)
    {
        double left = -20 + (random.NextDouble() * 340), back = -20 + (random.NextDouble() * 220);
        return [.. RandomRecipe.EveryStep(random, 90, 60, left, back).Select(step => step with { Id = random.Next().ToString(System.Globalization.CultureInfo.InvariantCulture) })];
    }

    private static List<GroundOperation> Edited(Random random, IReadOnlyList<GroundOperation> steps)
    {
        List<GroundOperation> edited = [.. steps];
        var at = random.Next(edited.Count);
        switch (random.Next(6))
        {
            case 0: edited[at] = edited[at] with { Enabled = !edited[at].Enabled }; break;
            case 1: edited.RemoveAt(at); break;
            case 2: edited.Insert(at, Local(random)[random.Next(11)]); break;
            case 3: (edited[at], edited[0]) = (edited[0], edited[at]); break;
            case 4: edited.Add(Local(random)[random.Next(11)]); break;
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
