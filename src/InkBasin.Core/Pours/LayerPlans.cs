using InkBasin.Core.Ink;
using InkBasin.Core.Resin;
using InkBasin.Core.Stock;
using InkBasin.Core.Water;

namespace InkBasin.Core.Pours;

/// <summary>The layers of a water from the bed up: what is poured as it came out, the rest as it is to be.</summary>
/// <param name="Layers">The layers; empty when there is no product or nothing to pour.</param>
/// <param name="MixedMl">All resin still to be mixed, ml, with what cups and sticks keep.</param>
/// <param name="MixedG">The same, g.</param>
/// <param name="StripH">Hours from the first pour until the dams may be stripped; null without layers.</param>
/// <param name="FullCureH">Hours from the first pour to full cure; null without layers.</param>
/// <param name="StripAt">When the dams may be stripped; null without a date, and as long as a layer of it is noted as soft or the last one is of another product.</param>
/// <param name="FullCureAt">When it is fully cured; null likewise.</param>
public sealed record LayerPlans(IReadOnlyList<PlannedLayer> Layers, double MixedMl, double MixedG, double? StripH, double? FullCureH, DateTimeOffset? StripAt, DateTimeOffset? FullCureAt)
{
    /// <summary>What may be done to the last layer, and when; null where nothing sets by itself, and as long as a layer is noted as soft or the last one is of another product.</summary>
    public Trimming? Trim { get; init; }

    /// <summary>A poured layer that is noted as soft; null for none.</summary>
    public SoftLayer? Soft { get; init; }

    /// <summary>Whether the reckoned hours speak for what is poured: not while a layer is noted as soft, nor once all is poured and the last of it of another product.</summary>
    internal bool HoursSpeak { get; private init; } = true;

    /// <summary>The next layer to be poured; null when all are.</summary>
    internal PlannedLayer? Next => Layers.FirstOrDefault(layer => layer.Poured is null);

    /// <summary>Where the pools of the next layer stand; none where it is one.</summary>
    /// <param name="columns">Cells in a row of the ground.</param>
    public IReadOnlyList<PoolPlace> PlacesAhead(int columns) => Next is { Pools.Each: { Count: > 1 } each } next
        ? [.. each.Select((pool, i) => new PoolPlace(i + 1, next.FromMm, next.ToMm, pool.Stands?.WetRuns(columns) ?? []))]
        : [];

    /// <summary>Plans them.</summary>
    /// <param name="water">The water.</param>
    /// <param name="course">How its layers set; null without a product or water.</param>
    /// <param name="cut">How it is cut.</param>
    /// <param name="film">A thin film of its product in the room: when what is set in goes in. Null for what does not react by itself.</param>
    /// <exception cref="RefusedException">It cannot be mixed in that way.</exception>
    public static LayerPlans Of(PourCase water, LayerCourse? course, LayerCut cut, ThinFilm? film = null)
    {
        ArgumentNullException.ThrowIfNull(water);
        ArgumentNullException.ThrowIfNull(cut);
        var layers = water is { Sheet: { } sheet, Storage: { } storage } && course is not null ? Planned(water, storage, sheet, course, cut, film) : [];
        var last = layers.Count > 0 ? layers[^1] : null;

        // The later of the sheet and the model: what is still soft must not lose its dam.
        var stripH = last is null ? null : (double?)Math.Max(last.StripH, last.PourH + (last.Cure.FirmH ?? 0));
        var speak = water.Soft is null && !(last?.Poured is not null && water.LastIsOfAnother);
        var startAt = last is null || !speak ? null : layers[0].PourAt;
        var ahead = layers.Where(layer => layer.Poured is null).SelectMany(layer => layer.Mix.Batches).ToList();
        return new LayerPlans(
            layers,
            ahead.Sum(batch => batch.MixedMl),
            ahead.Sum(batch => batch.MixedG),
            stripH,
            last?.FullCureH,
            Clock.After(startAt, stripH),
            Clock.After(startAt, last?.FullCureH))
        {
            Soft = water.Soft,
            HoursSpeak = speak,
            Trim = last is not null && speak && water.Sheet is { Traits.IsOnePart: false } ? Trimming.Of(stripH!.Value - last.PourH, last.FullCureH - last.PourH) : null,
        };
    }

    private static List<PlannedLayer> Planned(PourCase water, StageStorage storage, ProductSheet sheet, LayerCourse course, LayerCut among, ThinFilm? film)
    {
        var (begun, bench) = (water.Begun, water.Bench);
        var (levels, poured) = (among.LevelsMm, among.Poured);
        var cut = Pours.Layers.Through(storage, levels, sheet.ShrinkPercent, calibration: 1);
        var startAt = poured > 0 ? begun[0].At : water.FirstPourAt;
        var split = LayerPools.Under(water.Water.Region, [.. levels.Skip(1)]);
        var layers = new List<PlannedLayer>(cut.Count);
        double pourH = 0;
        for (var i = 0; i < cut.Count; i++)
        {
            var pools = PlannedPools.Of(water, cut[i], i + 1, among.Things, split[i], course, sheet.ShrinkPercent, i < poured);
            var volume = pools.Each.Sum(pool => pool.VolumeMl) + pools.PuddlesMl;
            var batches = Batches.Of(volume, sheet, bench, pools.Each.Count);
            var zones = PlannedZone.Of(water, i, pools, split[i], sheet);
            var mix = zones.Count == 0 ? batches.Mix : batches.Mix with
            {
                Batches = [.. zones.SelectMany(zone => zone.Mix.Batches)],
                Notices = [.. zones.SelectMany(zone => zone.Mix.Notices).DistinctBy(notice => notice.Kind)],
            };

            // What is poured is followed in the room it really had, and its hours are as long as that made them.
            var room = i < poured ? RoomLog.Course(bench.RoomLog, begun[i].At, begun[i].Result?.RoomC, bench.Room.AirC) : null;
            var waits = course.WaitsOf(cut[i].DepthMm, room);
            if (i < poured) pourH = (begun[i].At - begun[0].At).TotalHours;
            var nextH = i + 1 < poured ? (begun[i + 1].At - begun[0].At).TotalHours : pourH + waits.RecoatFromH;
            layers.Add(new PlannedLayer(
                cut[i].FromMm,
                cut[i].ToMm,
                cut[i].DepthMm,
                volume,
                mix,
                null,
                pourH,
                pourH + waits.RecoatFromH,
                pourH + waits.RecoatToH,
                Clock.After(startAt, pourH),
                Clock.After(startAt, pourH + waits.RecoatFromH),
                Clock.After(startAt, pourH + waits.RecoatToH),
                pourH + waits.StripH,
                pourH + waits.FullCureH,
                batches.PotLifeMin,
                course.Next(cut[i].DepthMm, Math.Max(0, nextH - pourH), room),
                i < poured ? begun[i] : null)
            {
                Pools = pools,
                Zones = zones,
                MixStop = batches.Stop,
                Things = [.. among.Things.SelectMany(thing => ThingMoment.Of(thing, i + 1, film, startAt, pourH, waits.RecoatFromH))],
            });
            pourH += waits.RecoatFromH;
        }

        return Inked(water, layers);
    }

    // What is poured and what is ahead are counted out each for itself, and each colour for itself: a cup of let-down is made for what is ahead.
    private static List<PlannedLayer> Inked(PourCase water, List<PlannedLayer> layers)
    {
        foreach (var together in layers.Index().GroupBy(one => one.Item.Poured is null).ToList())
        {
            var own = Counted(together.Select(one => (one.Index, Batch: water.BatchOf(one.Index, one.Item.Mix.Batches[0].MixedMl, one.Item.DepthMm))));
            foreach (var (index, ink) in own) layers[index] = layers[index] with { Ink = ink, Zones = [.. layers[index].Zones.Select(zone => zone.Place is null ? zone with { Ink = ink } : zone)] };
            foreach (var id in together.SelectMany(one => one.Item.Zones).Select(zone => zone.PlaceId).OfType<string>().Distinct().ToList())
            {
                var placed = Counted(together.SelectMany(one => one.Item.Zones.Where(zone => zone.PlaceId == id)
                    .Select(zone => (one.Index, Batch: water.BatchOf(one.Index, zone.Mix.Batches[0].MixedMl, one.Item.DepthMm, zone.Place)))));
                foreach (var (index, ink) in placed) layers[index] = layers[index] with { Zones = [.. layers[index].Zones.Select(zone => zone.PlaceId == id ? zone with { Ink = ink } : zone)] };
            }
        }

        return layers;
    }

    private static IEnumerable<(int Index, BatchInk Ink)> Counted(IEnumerable<(int Index, InkBatch? Batch)> wanted)
    {
        List<(int Index, InkBatch Batch)> batches = [.. wanted.Where(one => one.Batch is not null).Select(one => (one.Index, one.Batch!))];
        return batches.Select(one => one.Index).Zip(BatchInk.Together([.. batches.Select(one => one.Batch)]));
    }
}
