namespace InkBasin.Core.Days;

/// <summary>What the steps before any water follow from.</summary>
/// <param name="FoamMl">Foam as it stands, ml; 0 for none.</param>
/// <param name="Rocks">How many rocks are cast and set.</param>
/// <param name="PlasterDm2">Plaster on the ground, dm²; 0 for none.</param>
/// <param name="PlasteredAt">When it was put on; null while it is not.</param>
/// <param name="DryH">Hours it takes to dry, from then.</param>
/// <param name="DryFrom">Where that comes from.</param>
public sealed record GroundSteps(double FoamMl, int Rocks, double PlasterDm2, DateTimeOffset? PlasteredAt, double DryH, string DryFrom);

/// <summary>The steps of a build in working order, each with its minutes, its waits, what it comes after and why (models.md §9).</summary>
public static class BuildSteps
{
    private const string Board = "board";
    private const string Foam = "foam";
    private const string Skin = "skin";
    private const string Growth = "growth";
    private const double MlPerLitre = 1000;

    /// <summary>Makes them.</summary>
    /// <param name="ground">The ground.</param>
    /// <param name="waters">The waters.</param>
    /// <param name="choice">What the maker says of them.</param>
    public static IReadOnlyList<BuildStep> Of(GroundSteps ground, IReadOnlyList<WaterSteps> waters, DaysChoice choice)
    {
        ArgumentNullException.ThrowIfNull(ground);
        ArgumentNullException.ThrowIfNull(waters);
        ArgumentNullException.ThrowIfNull(choice);

        // Who has poured, or stood water in it, has long built the ground.
        var begun = waters.Any(water => water.Case.Begun.Count > 0);
        List<BuildStep> steps = [.. OfGround(ground, begun, begun || waters.Any(water => water.TestedAt is not null))];
        var dry = steps.Count > 0 ? new StepLink(new DayLink(steps[^1].Id), "paint and resin want dry ground") : null;
        var last = choice.WaterLast && !begun;
        List<(WaterSteps Of, IReadOnlyList<BuildStep> Before)> beds = [.. waters.Select(water => (water, (IReadOnlyList<BuildStep>)[.. StepsOfWater.BeforePour(water, dry, choice)]))];
        foreach (var (_, before) in beds) steps.AddRange(before);
        if (last && beds.Exists(bed => bed.Of.Pours))
            steps.Add(GrowthAfter([.. beds.Select(bed => bed.Before.Count > 0 ? bed.Before[^1] : null).OfType<BuildStep>().Select(step => new StepLink(new DayLink(step.Id), "its bed is proved, and gets wet no more"))]));
        foreach (var (water, before) in beds)
            steps.AddRange(StepsOfWater.From(water, [.. before.TakeLast(1).Select(step => StepsOfWater.Proved(step)), .. last ? [new StepLink(new DayLink(Growth), "water comes last, so that nothing falls on it")] : Array.Empty<StepLink>()]));
        List<StepLink> all = [.. waters.Select(water => steps.LastOrDefault(step => step.WaterId == water.Case.Water.Id)).OfType<BuildStep>().Select(step => new StepLink(new DayLink(step.Id), "its surface is touched no more before that"))];
        // Nothing falls on, or is glued beside, what is still soft; and its picture waits too.
        if (all.Count > 0 && waters.All(water => water.Case.Soft is null && water.Plans is not { HoursSpeak: false }))
        {
            if (!last) steps.Add(GrowthAfter(all));
            steps.Add(new("photograph", BuildStepKind.Photograph, null, "Photograph it", BenchMinutes.Photograph, 0, 0, last ? all : [new(new DayLink(Growth), "all is in its place")], "") { LayOut = ["camera", "a lamp from one side"] });
        }

        return StepNotes.On(steps, choice);
    }

    private static IEnumerable<BuildStep> OfGround(GroundSteps ground, bool begun, bool built)
    {
        var bare = ground.PlasteredAt is null && !built;
        string? before = null;
        StepLink[] After(string why) => before is null ? [] : [new(new DayLink(before), why)];
        if (bare && ground.FoamMl + ground.PlasterDm2 > 0)
        {
            yield return new(Board, BuildStepKind.Board, null, "Make the board", BenchMinutes.Board, BenchMinutes.BoardDry, 0, [], "its varnish dries (rule of the bench)") { LayOut = ["board, braces, saw, screws", "varnish against warping"] };
            before = Board;
        }

        if (bare && ground.FoamMl > 0)
        {
            yield return new(Foam, BuildStepKind.Foam, null, "Cut and glue the foam", BenchMinutes.Fives(BenchMinutes.Foam + (BenchMinutes.FoamALitre * ground.FoamMl / MlPerLitre)), BenchMinutes.FoamGlue, 0, After("it is glued on the board"), "the glue sets over night (rule of the bench)")
            {
                LayOut = ["foam and templates", "sharp knife or hot wire, in moving air", "foam glue and pins", "cutting mat, dust mask"],
            };
            before = Foam;
        }

        if (ground.PlasterDm2 > 0 && !begun)
        {
            yield return new(Skin, BuildStepKind.Skin, null, "Plaster the ground", BenchMinutes.Fives(BenchMinutes.Plaster + (BenchMinutes.PlasterADm2 * ground.PlasterDm2)), BenchMinutes.OfHours(ground.DryH), 0, After("what is glued bears the plaster"), ground.DryFrom)
            {
                DoneAt = ground.PlasteredAt,
                LayOut = ["plaster and water by weight", "bowl, spatula, wet brush", "dust mask"],
            };
            before = Skin;
        }

        if (ground.Rocks > 0 && !built)
            yield return new("rocks", BuildStepKind.Rocks, null, "Cast and set the rocks", BenchMinutes.Fives(BenchMinutes.Rocks + (BenchMinutes.RocksEach * ground.Rocks)), BenchMinutes.RocksDry, 0, After("they are bedded in dry ground"), "what beds them sets over night (rule of the bench)") { LayOut = ["moulds, plaster by weight", "filler to bed them in"] };
    }

    private static BuildStep GrowthAfter(IReadOnlyList<StepLink> after) =>
        new(Growth, BuildStepKind.Growth, null, "Growth, edges and veneer", BenchMinutes.Growth, BenchMinutes.GrowthDry, 0, after, "the glue dries over night (rule of the bench)") { LayOut = ["fibres, turf, tufts", "glue, tweezers", "a cover for the water"] };
}
