using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Pours;

/// <summary>Joins the layers ahead of all waters into sessions and deals each out to its cups.</summary>
public static class MixSessions
{
    private const double DropperMl = 15;
    private const double NothingMl = 0.01;

    private sealed record Ahead(PourCase Case, PlannedLayer Layer, int Index, ProductSheet Sheet, StageStorage Storage, PlannedZone? Zone = null)
    {
        public double VolumeMl => Zone?.VolumeMl ?? Layer.VolumeMl;

        public BatchInk? Ink => Zone is null ? Layer.Ink : Zone.Ink;

        public string? InkName => Zone is null ? Case.InkName : Zone.InkName;

        // What its cups go by: the tints and their strength.
        private string Key => Zone?.Place is { } place ? place.KeyOf(Case.ChoiceOf(Index).TimesOf(Index)) : Case.ChoiceOf(Index).KeyOf(Index);

        public string MixKey => $"{Sheet.Id}|{Key}";

        public InkBatch? BatchOf(double mixedMl) => Case.BatchOf(Index, mixedMl, Layer.DepthMm, Zone?.Place);

        public double GivenMlPer100Ml => (Zone?.Place is { } place ? Case.RecipeOf(Index, place) : Case.RecipeOf(Index)).Sum(part => part.MlPer100Ml);

        public string Id => Case.Water.Id;

        /// <summary>The water's name; of a place with a colour of its own, with the number it has on the Sheet.</summary>
        public string Name => Zone?.Place is { } place
            ? $"{Case.Water.Name} (colour {1 + Case.ChoiceOf(Index).Places.Index().First(one => one.Item.Id == place.Id).Index})"
            : Case.Water.Name;

        /// <summary>The places it is poured at, in order: its pools, then what puddles there are.</summary>
        public IEnumerable<Place> Places()
        {
            var (each, lone) = (Layer.Pools.Each, Layer.Pools.Each.Count == 1);
            foreach (var (i, pool) in each.Index())
            {
                var share = Zone?.PoolShares[i] ?? 1;
                if (share <= 0) continue;

                // Colours come one after another into a pool, the water's own first.
                var before = Zone is null ? 0 : Layer.Zones.TakeWhile(zone => zone != Zone).Sum(zone => zone.PoolShares[i]);
                var at = Zone?.Place is { } place && Covers(pool, place.At) ? place.At : pool.At;
                yield return new Place(this, lone ? null : i + 1, at, pool.VolumeMl * share, before, before + share, pool.FilledShare, pool.LevelMm ?? Level);
            }

            if (Layer.Pools.Puddles > 0 && Zone?.Place is null) yield return new Place(this, null, null, Layer.Pools.PuddlesMl, 0, 1, 1, Level);
        }

        private bool Covers(PlannedPool pool, PointMm at) =>
            Case.Water.Region.Field.CellAt(at) is >= 0 and var cell && (pool.Stands?.Holds(cell) ?? (Case.Water.Covers(cell) && Case.Water.Region.Field.HeightsMm[cell] < Layer.ToMm));

        private double Level(double share)
        {
            double from = Storage.VolumeAt(Layer.FromMm), to = Storage.VolumeAt(Layer.ToMm);
            return Storage.LevelFor(from + ((to - from) * share));
        }
    }

    private sealed record Place(Ahead Of, int? Pool, PointMm? At, double VolumeMl, double FromShare, double ToShare, double FilledShare, Func<double, double> Level)
    {
        // A hair under the whole: colours of a pool add up to 1 by rounding only.
        private bool IsLast => ToShare > 1 - 1e-9;

        // Part of a pool: its share of the pool's ml on the ground, from the layer's underside up. What is set in afterwards is not there yet.
        public double LevelAfterMl(double ml) => Level(FilledShare * Math.Clamp(FromShare + ((ToShare - FromShare) * ml / VolumeMl), 0, 1));

        /// <summary>How high the last cup brings it, mm.</summary>
        public double LevelWhenFullMm => FilledShare < 1 || !IsLast ? LevelAfterMl(VolumeMl) : Of.Layer.ToMm;

        public string How(double ml) =>
            At is null ? $"{Of.Layer.Pools.Puddles} puddles of the bed: some drops into each, and to the bed’s edges with a stick."
            : Of.Sheet.Traits is { IsOnePart: true, LevelsItself: false } ? "Flow it on and coax it to the banks with a damp brush."
            : Of.Zone?.Place is not null ? $"At its own place, slowly; then draw it into the colour beside it over {Of.Case.ChoiceOf(Of.Index).BlendMm:0} mm with a stick."
            : ml < DropperMl ? "With a syringe or dropper, from the back."
            : Pool is not null ? "Slowly, at its deepest place: what you pour elsewhere does not reach it."
            : "Slowly, at the back or the middle; coax it to the banks with a stick.";
    }

    /// <summary>The sessions a layer of a water is mixed in: one for each of its colours, the water's own first. None once it is poured.</summary>
    /// <param name="sessions">All sessions ahead.</param>
    /// <param name="waterId">The water.</param>
    /// <param name="layer">Which layer, from 1.</param>
    public static IReadOnlyList<MixSession> Of(IReadOnlyList<MixSession> sessions, string waterId, int layer) =>
        [.. from session in sessions
            let mine = session.Pools.Where(pool => pool.WaterId == waterId && pool.Layer == layer).ToList()
            where mine.Count > 0
            orderby mine.Any(pool => pool.PlaceId is null) descending
            select session];

    /// <summary>All sessions ahead, in their order.</summary>
    /// <param name="waters">All waters, with their layers.</param>
    /// <param name="bottles">Bottles at hand.</param>
    public static IReadOnlyList<MixSession> Of(IReadOnlyList<(PourCase Case, LayerPlans Plans)> waters, IReadOnlyList<Bottle> bottles)
    {
        ArgumentNullException.ThrowIfNull(waters);
        ArgumentNullException.ThrowIfNull(bottles);
        var sessions = new List<MixSession>();
        var stock = new Dictionary<string, RunDown>(StringComparer.Ordinal);
        foreach (var group in AheadOf(waters).GroupBy(Key).OrderBy(group => group.First().Layer.PourAt ?? DateTimeOffset.MaxValue).ThenBy(group => group.First().Layer.PourH))
        {
            var sheet = group.First().Sheet;
            if (!stock.TryGetValue(sheet.Id, out var left)) stock[sheet.Id] = left = new RunDown(sheet, bottles);
            sessions.Add(Session(sessions.Count + 1, [.. group], waters, left));
        }

        return sessions;
    }

    /// <summary>Layers that are planned at different times, taken as one mix: what it would be.</summary>
    /// <param name="waters">All waters, with their layers.</param>
    /// <param name="bottles">Bottles at hand, all for this mix.</param>
    /// <param name="layers">Which layers, each by its water and from 1: all of them ahead, and of one <see cref="MixSession.MixKey"/>.</param>
    /// <returns>The mix, at the latest of their times; null where these layers are not of one.</returns>
    internal static MixSession? Together(IReadOnlyList<(PourCase Case, LayerPlans Plans)> waters, IReadOnlyList<Bottle> bottles, IReadOnlyCollection<(string WaterId, int Layer)> layers)
    {
        List<Ahead> asked = [.. AheadOf(waters).Where(one => layers.Contains((one.Id, one.Index + 1)))];
        return asked.Count == layers.Count && asked.DistinctBy(one => one.MixKey).Count() == 1 ? Session(1, asked, waters, new RunDown(asked[0].Sheet, bottles)) : null;
    }

    private static IEnumerable<Ahead> AheadOf(IReadOnlyList<(PourCase Case, LayerPlans Plans)> waters)
    {
        foreach (var (water, plans) in waters)
        {
            if (water is not { Sheet: { } sheet, Storage: { } storage }) continue;
            foreach (var (i, layer) in plans.Layers.Index())
            {
                if (layer.Poured is not null) continue;
                if (layer.Zones.Count == 0) yield return new Ahead(water, layer, i, sheet, storage);
                foreach (var zone in layer.Zones) yield return new Ahead(water, layer, i, sheet, storage, zone);
            }
        }
    }

    // The same product, ink and minute; without a date, the same hours from an undecided first pour.
    private static (string Mix, long At, bool Dated) Key(Ahead one) =>
        (one.MixKey, one.Layer.PourAt is { } at ? at.UtcTicks / TimeSpan.TicksPerMinute : (long)Math.Round(one.Layer.PourH * 60), one.Layer.PourAt is not null);

    private static MixSession Session(int number, List<Ahead> layers, IReadOnlyList<(PourCase Case, LayerPlans Plans)> waters, RunDown bottles)
    {
        // The largest first: what is spread out on the model heats no more, and little stays in the cup.
        layers = [.. layers.OrderByDescending(one => one.VolumeMl)];
        var (first, sheet, bench) = (layers[0], layers[0].Sheet, layers[0].Case.Bench);
        var volume = layers.Sum(one => one.VolumeMl);
        var (at, pourH) = (layers.Max(one => one.Layer.PourAt), layers.Max(one => one.Layer.PourH));
        var places = layers.SelectMany(one => one.Places()).ToList();
        var batches = Batches.Of(volume, sheet, bench, places.Count);
        var (mix, batch) = (batches.Mix, batches.Mix.Batches[0]);
        var ink = first.BatchOf(batch.MixedMl) is { } wanted ? BatchInk.Together([wanted], first.Ink?.LetDown)[0] : null;
        var draw = bottles.Known
            ? bottles.Take(mix.Batches.Sum(one => one.AG), mix.Batches.Sum(one => one.BG), at is { } day ? DateOnly.FromDateTime(Clock.On(day, bench.Zone).DateTime) : null)
            : null;
        return new MixSession(
            number,
            sheet.Id,
            sheet.Name,
            first.InkName,
            first.GivenMlPer100Ml,
            at,
            pourH,
            [.. layers.Select(one => new SessionPool(one.Id, one.Name, one.Index + 1, one.Layer.ToMm, one.Layer.DepthMm, one.VolumeMl, one.Layer.Pools.Each.Count) { PlaceId = one.Zone?.PlaceId })],
            volume,
            mix.Batches.Sum(one => one.MixedMl),
            mix.LeastBatchMl,
            sheet.StirMin,
            sheet.StirMin * Batches.SecondStir,
            batches.PotLifeMin,
            batches.WorkMin,
            ink is null ? [] : LetDownCard.Of(ink, first.Case.Tints, mix.Batches.Count, sheet.Traits.IsOnePart ? sheet.Name : "part one"),
            Deal(places, mix, ink, bench.Measuring),
            draw,
            NoticesOf(batches, draw, sheet, ink, layers),
            CouldJoin(first, layers, waters),
            WorkingOf(bench, sheet, places.Count, volume, batches))
        { BenchMin = batches.BenchMin, MixKey = first.MixKey };
    }

    private static Working WorkingOf(PourBench bench, ProductSheet sheet, int pools, double volumeMl, Batches batches)
    {
        var batch = batches.Mix.Batches[0];
        List<WorkingInput> inputs =
        [
            new("resin on the model", volumeMl, "ml"),
            new("pools", pools, ""),
            new("cups", batches.Mix.Batches.Count, ""),
            new("mixed in each", batch.MixedG, "g"),
        ];
        if (sheet.Traits.IsOnePart)
            return new Working("Cups", inputs, "Loss and what a cup keeps are added once for all pools of the session.", sheet.Source);
        inputs.AddRange(
        [
            new("greatest batch of the sheet", sheet.MaxBatchG, "g"),
            new($"pot life of the sheet, for {sheet.PotLifeMassG:0} g", sheet.PotLifeMin, "min"),
            new("room", bench.Room.AirC, "°C"),
            new("pot life of this cup", batches.PotLifeMin ?? 0, "min"),
            new("stirring, the first cup", sheet.StirMin, "min"),
            new("stirring, the second", sheet.StirMin * Batches.SecondStir, "min"),
            new("stirring and pouring in all", batches.WorkMin, "min"),
        ]);
        return new Working(
            "Cups and their time",
            inputs,
            "Equal cups, as few as the greatest batch allows and as many as it takes to be out of each before it turns: a mass in a cup heats by itself, the sooner the larger and the warmer. Pouring is taken as a minute a pool and one for every 100 ml. The largest pool comes first, so that little stays in the cup.",
            $"{sheet.Source}; its pot life carried over to this mass, cup and room by a lumped heat balance");
    }

    private static List<MixCard> Deal(List<Place> places, MixAnswer mix, BatchInk? ink, Measuring measuring)
    {
        var count = mix.Batches.Count;
        var usable = places.Sum(one => one.VolumeMl) / count;

        // What rounding up to whole graduations gives over is told as left.
        var over = Math.Max(0, mix.Batches[0].MixedMl - (usable * (1 + (measuring.LossPercent / 100))) - measuring.ResidueMl);
        var cards = new List<MixCard>(count);
        int at = 0;
        double poured = 0;
        for (var k = 0; k < count; k++)
        {
            var left = usable;
            var lines = new List<CardLine>();
            while (at < places.Count && left > NothingMl)
            {
                var place = places[at];
                var wants = place.VolumeMl - poured;

                // The last cup takes the last of it, whatever the arithmetic leaves over.
                var gives = Math.Min(left, wants);
                var finishes = wants - gives <= NothingMl;
                poured += gives;
                left -= gives;
                lines.Add(new CardLine(
                    place.Of.Id,
                    place.Of.Name,
                    place.Of.Index + 1,
                    place.Pool,
                    place.Of.Layer.Pools.Each.Count,
                    place.At,
                    gives,
                    finishes ? place.LevelWhenFullMm : place.LevelAfterMl(poured),
                    finishes,
                    Math.Max(0, left) + over,
                    place.How(gives)));
                if (!finishes) break;
                (at, poured) = (at + 1, 0);
            }

            cards.Add(new MixCard(k + 1, count, mix.Batches[k], ink, lines, []));
        }

        return WithThings(cards, places);
    }

    // What stands in a layer is in place before its first cup is mixed; what goes into it, or on it, comes after its last.
    private static List<MixCard> WithThings(List<MixCard> cards, List<Place> places)
    {
        foreach (var layer in places.Select(place => place.Of).Distinct())
        {
            // Of several colours side by side the first is poured before all others, and the last after them.
            if (layer.Layer.Things.Count == 0) continue;
            bool opens = layer.Zone is null || layer.Zone == layer.Layer.Zones[0], closes = layer.Zone is null || layer.Zone == layer.Layer.Zones[^1];
            bool Fills(MixCard card) => card.Lines.Any(line => line.WaterId == layer.Id && line.Layer == layer.Index + 1);
            int first = cards.FindIndex(Fills), last = cards.FindLastIndex(Fills);
            cards[first] = With(cards[first], layer.Layer.Things.Where(thing => opens && !thing.AfterPour));
            cards[last] = With(cards[last], layer.Layer.Things.Where(thing => closes && thing.AfterPour));
        }

        return cards;
    }

    private static MixCard With(MixCard card, IEnumerable<ThingMoment> things) => card with { Things = [.. card.Things, .. things] };

    private static IReadOnlyList<Notice> NoticesOf(Batches batches, StockDraw? draw, ProductSheet sheet, BatchInk? ink, List<Ahead> layers)
    {
        var notices = new List<Notice>();
        if (batches.Stop is { } stop) notices.Add(stop);
        if (!batches.InTime) notices.Add(MixNotices.TurnsInTheCup(batches));
        if (draw is { Enough: false }) notices.Add(MixNotices.Short(draw, sheet));
        notices.AddRange(batches.Mix.Notices);
        if (ink is not null) notices.AddRange(MixNotices.OfInk(ink, sheet));
        if (layers.Select(one => one.Name).Distinct().Count() > 1) notices.Add(MixNotices.OneMix(layers.Select(one => one.Name).Distinct()));
        if (layers.Find(one => one.Zone is not null) is { } beside && InkNotices.SideBySide(beside.Case, [beside.Layer]) is { } told) notices.Add(told);
        return notices.WorstFirst();
    }

    // Only before anything of them is poured: a first pour that has been is not moved.
    private static IReadOnlyList<string> CouldJoin(Ahead first, List<Ahead> layers, IReadOnlyList<(PourCase Case, LayerPlans Plans)> waters) =>
        first.Index > 0 || layers.Exists(one => one.Index > 0)
            ? []
            : [.. waters.Where(other =>
                layers.TrueForAll(one => one.Id != other.Case.Water.Id)
                && other.Case.Sheet?.Id == first.Sheet.Id
                && other.Case.Ink.SameAs(first.Case.Ink)
                && other.Plans.Layers.Count > 0
                && other.Plans.Layers[0].Poured is null
                && other.Case.FirstPourAt != first.Case.FirstPourAt).Select(other => other.Case.Water.Id)];
}
