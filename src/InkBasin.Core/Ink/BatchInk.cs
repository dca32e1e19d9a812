using System.Text.Json.Serialization;

namespace InkBasin.Core.Ink;

/// <summary>Where the colour of a batch is judged.</summary>
/// <param name="Resin">The resin alone.</param>
/// <param name="Bed">What lies under it.</param>
/// <param name="LayerMm">Depth of the layer the batch is for, mm.</param>
/// <param name="WaterMm">Depth of all the water, mm: were every layer off as this one, the whole would look so.</param>
public sealed record InkSight(InkLayer Resin, LinearRgb Bed, double LayerMm, double WaterMm)
{
    /// <summary>How different two inks look, CIEDE2000: in the layer or in all the water, whichever is more.</summary>
    public double DeltaE(InkLayer one, InkLayer other)
    {
        ArgumentNullException.ThrowIfNull(one);
        ArgumentNullException.ThrowIfNull(other);
        return Math.Max(Lab.DeltaE(one.Over(Bed, LayerMm), other.Over(Bed, LayerMm)), Lab.DeltaE(one.Over(Bed, WaterMm), other.Over(Bed, WaterMm)));
    }
}

/// <summary>A batch that is to be inked.</summary>
/// <param name="Recipe">The tints, each with its wanted strength in ml per 100 ml of mixed resin, ≥ 0; at most 6.</param>
/// <param name="MixedMl">The batch, ml, above 0.</param>
/// <param name="Sight">Where its colour is judged.</param>
public sealed record InkBatch(IReadOnlyList<(Tint Tint, double MlPer100Ml)> Recipe, double MixedMl, InkSight Sight);

/// <summary>What a batch gets of every tint of its recipe, as it can really be measured out.</summary>
/// <param name="Doses">One for each tint, in the recipe's order.</param>
/// <param name="Ink">The resin with them in it.</param>
/// <param name="DeltaE">How far its colour is from the recipe's, CIEDE2000.</param>
public sealed record BatchInk(IReadOnlyList<TintDose> Doses, [property: JsonIgnore] InkLayer Ink, double DeltaE)
{
    /// <summary>A batch farther off than this is not poured as it is: what is too coarse is let down (models.md §6).</summary>
    public const double MostDeltaE = 2;

    // What is let down is to be no more than half of that off by itself.
    private const double OwnDeltaE = 1;

    // Other whole numbers than the nearest are counted out only where that is seen, and only while that is few to try.
    private const double WorthIt = 0.2;
    private const int MostTried = 4096;

    // The smallest batches are the hardest to count out: they speak for all when it is asked what has to be let down.
    private const int Speakers = 16;

    /// <summary>How far a tint may be let down, parts of part one to one of it.</summary>
    public static IReadOnlyList<int> Ratios { get; } = [4, 9, 19, 49, 99, 199, 499, 999];

    /// <summary>Tint in it, ml in 100 ml.</summary>
    public double GivenMlPer100Ml => Doses.Sum(dose => dose.GivenMlPer100Ml);

    /// <summary>How far each of its tints is let down, by the tint's id.</summary>
    [JsonIgnore]
    public IReadOnlyDictionary<string, int> LetDown => Doses.Where(dose => dose.LetDown is not null).ToDictionary(dose => dose.TintId, dose => dose.LetDown!.PartsToOne);

    /// <summary>The doses of a batch.</summary>
    /// <exception cref="RefusedException">A number out of range.</exception>
    public static BatchInk For(InkBatch batch) => Together([batch])[0];

    /// <summary>
    /// The doses of batches that go into one water: whole steps of each tint's measure, and where that would show in any of them the tint is let down, in all
    /// of them alike, so that one cup of it serves them all.
    /// </summary>
    /// <param name="batches">The batches.</param>
    /// <param name="letDown">What is let down already, by the tint's id; null for nothing.</param>
    /// <exception cref="RefusedException">A number out of range.</exception>
    public static IReadOnlyList<BatchInk> Together(IReadOnlyList<InkBatch> batches, IReadOnlyDictionary<string, int>? letDown = null)
    {
        ArgumentNullException.ThrowIfNull(batches);
        if (batches.Any(batch => batch.Recipe.Count > InkChoice.MostTints)) throw new RefusedException("recipe", $"Keep the recipe to {InkChoice.MostTints} tints.");
        var ratios = letDown is null ? new Dictionary<string, int>(StringComparer.Ordinal) : new(letDown, StringComparer.Ordinal);
        List<Mixing> mixings = [.. batches.Select(batch => new Mixing(batch, ratios))], small = [.. mixings.OrderBy(mixing => mixing.MixedMl).Take(Speakers)];
        for (var made = Counted(mixings); ; made = Counted(mixings))
        {
            if (made.All(batch => batch.DeltaE <= MostDeltaE) || !LetDownWorst(small, ratios)) return made;
        }
    }

    private static List<BatchInk> Counted(List<Mixing> mixings) => [.. mixings.Select(mixing => mixing.Counted(MostTried / mixings.Count))];

    // The tint whose own rounding shows most in any batch, as far as it takes for all of them; false when none can be thinner.
    private static bool LetDownWorst(List<Mixing> mixings, Dictionary<string, int> ratios)
    {
        double Shows(string tintId) => mixings.Max(mixing => mixing.OwnOff(tintId));
        var worst = mixings.SelectMany(mixing => mixing.TintIds).Distinct().Where(id => ratios.GetValueOrDefault(id) != Ratios[^1]).MaxBy(Shows);
        if (worst is null) return false;
        foreach (var ratio in Ratios.Where(ratio => ratio > ratios.GetValueOrDefault(worst)).ToList())
        {
            ratios[worst] = ratio;
            if (Shows(worst) <= OwnDeltaE) break;
        }

        return true;
    }

    private sealed class Mixing
    {
        private readonly IReadOnlyList<(Tint Tint, double MlPer100Ml)> _recipe;
        private readonly double _mixedMl;
        private readonly InkSight _sight;
        private readonly InkLayer _wanted;
        private readonly Dictionary<string, int> _ratios;

        public Mixing(InkBatch batch, Dictionary<string, int> ratios)
        {
            (_recipe, _mixedMl, _sight, _ratios) = (batch.Recipe, batch.MixedMl, batch.Sight, ratios);
            _wanted = InkLayer.Mixed(_sight.Resin, _recipe.Select(part => (part.Tint.Colour, part.MlPer100Ml)));
        }

        public double MixedMl => _mixedMl;

        public IEnumerable<string> TintIds => _recipe.Select(part => part.Tint.Id);

        /// <summary>Whole steps of each tint: the nearest, unless others beside them look more like the recipe.</summary>
        public BatchInk Counted(int mostTried)
        {
            long[] nearest = [.. _recipe.Select((part, i) => TintDose.StepsFor(part.MlPer100Ml, _mixedMl, StepMl(i)))];
            var (best, least) = (nearest, _sight.DeltaE(Made(nearest), _wanted));
            var atNearest = least;
            for (var other = 1; other < 1 << _recipe.Count && 1 << _recipe.Count <= mostTried && _recipe.Count > 1 && atNearest >= WorthIt; other++)
            {
                var tried = (long[])nearest.Clone();
                for (var i = 0; i < tried.Length; i++)
                {
                    if ((other >> i & 1) == 0) continue;
                    tried[i] += _recipe[i].MlPer100Ml * _mixedMl / 100 / StepMl(i) >= tried[i] ? 1 : -1;
                }

                if (tried.Any(steps => steps < 0)) continue;
                var off = _sight.DeltaE(Made(tried), _wanted);
                if (off < Math.Min(least, atNearest - WorthIt)) (best, least) = (tried, off);
            }

            return new BatchInk([.. _recipe.Select((_, i) => DoseOf(i, best[i]))], Made(best), least);
        }

        /// <summary>How far the colour would be off were this tint alone rounded.</summary>
        public double OwnOff(string tintId)
        {
            var i = _recipe.Index().Where(one => one.Item.Tint.Id == tintId).Select(one => (int?)one.Index).FirstOrDefault();
            if (i is not { } at) return 0;
            var given = Given(at, TintDose.StepsFor(_recipe[at].MlPer100Ml, _mixedMl, StepMl(at)));
            return _sight.DeltaE(InkLayer.Mixed(_sight.Resin, _recipe.Select((part, j) => (part.Tint.Colour, j == at ? given : part.MlPer100Ml))), _wanted);
        }

        private InkLayer Made(long[] steps) => InkLayer.Mixed(_sight.Resin, _recipe.Select((part, i) => (part.Tint.Colour, Given(i, steps[i]))));

        private TintDose DoseOf(int i, long steps)
        {
            var ((tint, wanted), given, ratio) = (_recipe[i], Given(i, steps), RatioOf(i));
            var measure = tint.Measure;
            return new TintDose(
                tint.Id,
                tint.Name,
                ratio == 0 ? measure.Unit : TintUnit.Drop,
                wanted,
                wanted * _mixedMl / 100,
                ratio == 0 ? steps * measure.PerStep : steps,
                given,
                wanted > 0 ? ((given / wanted) - 1) * 100 : 0,
                ratio == 0 ? null : new LetDown(ratio, steps * tint.DropMl, steps * tint.DropMl * ratio / (ratio + 1)));
        }

        private int RatioOf(int i) => _ratios.GetValueOrDefault(_recipe[i].Tint.Id);

        private double Given(int i, long steps) => steps * StepMl(i) * 100 / _mixedMl;

        // ml of tint a step brings in.
        private double StepMl(int i) => RatioOf(i) is > 0 and var ratio ? _recipe[i].Tint.DropMl / (ratio + 1) : _recipe[i].Tint.Measure.MlPerStep;
    }
}
