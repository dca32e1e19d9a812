using InkBasin.Core.Ink;

namespace InkBasin.Core.Pours;

/// <summary>The finished water over one bed, from nothing to its greatest depth.</summary>
/// <param name="Bed">Which bed.</param>
/// <param name="BedHex">Its colour; null where it changes with the depth.</param>
/// <param name="Colours">'#rrggbb' at each of <see cref="WaterLook.Shares"/> of the greatest depth.</param>
public sealed record InkLane(LaneBed Bed, string? BedHex, IReadOnlyList<string> Colours);

/// <summary>What the ink looks like in one place.</summary>
/// <param name="DepthMm">Looked at through so much of it, mm.</param>
/// <param name="Hex">'#rrggbb'.</param>
/// <param name="Darkness">How dark that is.</param>
public sealed record InkSample(double DepthMm, string Hex, Darkness Darkness);

/// <summary>One colour of a water as it is met before it stands in the bed.</summary>
/// <param name="PlaceId">The place with a colour of its own; null for the water's.</param>
/// <param name="Cup">In the cup of its first batch ahead, over its white base; null when nothing of it is to be mixed.</param>
/// <param name="Smear">A smear on white card.</param>
/// <param name="Puddle">A trial puddle on the earth.</param>
public sealed record InkInHand(string? PlaceId, InkSample? Cup, InkSample Smear, InkSample Puddle);

/// <summary>A drowned thing through the finished water.</summary>
/// <param name="ThingId">Which thing.</param>
/// <param name="Colours">'#rrggbb' where its top is so deep: one for each of <see cref="WaterLook.Shares"/> of the greatest depth.</param>
public sealed record DrownedLook(string ThingId, IReadOnlyList<string> Colours);

/// <summary>A line between two layers, seen through a clear side where it differs most.</summary>
/// <param name="UnderLayer">The layer under it, from 1.</param>
/// <param name="AtMm">Where, mm over the board.</param>
/// <param name="UnderHex">What the layer under it looks like through the side.</param>
/// <param name="OverHex">And the one over it.</param>
/// <param name="DeltaE">How different they look, CIEDE2000.</param>
public sealed record SideLine(int UnderLayer, double AtMm, string UnderHex, string OverHex, double DeltaE);

/// <summary>A colour for the middle of the bed that makes the water look deeper than it is.</summary>
/// <param name="LooksMm">It would look so deep, mm.</param>
/// <param name="Hex">The bed's colour, '#rrggbb'.</param>
/// <param name="DeltaE">How far that still is from water so deep, CIEDE2000.</param>
public sealed record DeepBed(double LooksMm, string Hex, double DeltaE);

/// <summary>What the ink of a water does.</summary>
/// <param name="DeepestMm">Greatest depth, mm.</param>
/// <param name="Lanes">The finished water over its bed as painted, and over a pale, the earth's and a dark patch of it.</param>
/// <param name="FalseBedDeltaE">At each of the shares: how different earth so deep would look from the deepest place, CIEDE2000.</param>
/// <param name="FadeMm">From here on a pale and a dark patch cannot be told apart, mm; null when they always can.</param>
/// <param name="DarkMm">From here on even a pale patch looks black, mm; null when it never does.</param>
/// <param name="InHand">Each of its colours in the cup, as a smear and as a puddle; its own first, then its places'.</param>
/// <param name="Drowned">What stands in it, through the finished water.</param>
/// <param name="SideLines">Lines between the layers where the water meets the board's edge, so a dam or a cut side; empty where it meets none.</param>
/// <param name="DeepBeds">Colours of the middle that make it look twice and three times as deep; none where it hides its bed so well that nobody would see the difference.</param>
/// <param name="Trials">What its trial puddles say, oldest first.</param>
/// <param name="Cautions">What to look out for with its tints.</param>
public sealed record WaterInk(
    double DeepestMm,
    IReadOnlyList<InkLane> Lanes,
    IReadOnlyList<double> FalseBedDeltaE,
    double? FadeMm,
    double? DarkMm,
    IReadOnlyList<InkInHand> InHand,
    IReadOnlyList<DrownedLook> Drowned,
    IReadOnlyList<SideLine> SideLines,
    IReadOnlyList<DeepBed> DeepBeds,
    IReadOnlyList<TriedPuddle> Trials,
    IReadOnlyList<string> Cautions)
{
    /// <summary>A smear on card is about so thick, mm.</summary>
    public const double SmearMm = 0.2;

    /// <summary>A trial puddle is poured so deep, mm.</summary>
    public const double PuddleMm = 5;

    /// <summary>So far one looks into the water through a clear side, mm.</summary>
    public const double IntoSideMm = 60;

    // Card and the bases of mixing cups are white, but give back no more than this.
    private const double WhiteShare = 0.85;

    private static readonly LinearRgb White = new(WhiteShare, WhiteShare, WhiteShare);

    /// <summary>Looks at a water's ink.</summary>
    /// <param name="water">The water.</param>
    /// <param name="layers">Its layers; none where it cannot be cut.</param>
    /// <param name="trials">What its trial puddles say.</param>
    /// <param name="sessions">The mixing sessions ahead, of all waters.</param>
    public static WaterInk Of(PourCase water, IReadOnlyList<PlannedLayer> layers, IReadOnlyList<TriedPuddle> trials, IReadOnlyList<MixSession> sessions)
    {
        ArgumentNullException.ThrowIfNull(water);
        ArgumentNullException.ThrowIfNull(layers);
        ArgumentNullException.ThrowIfNull(sessions);
        var (deepest, paint) = (water.Water.Region.MaxDepthMm, water.Paint);
        var (earth, ink, column) = (LinearRgb.FromHex(paint.Earth, "earth"), water.InkOf(1), new LayerColumn(water, layers));
        var (pale, dark) = water.Patches;
        var (top, last) = (column.TopsMm[^1], column.TopsMm.Count - 1);
        var (shares, painted) = (WaterLook.Squared, paint.Colours());
        LinearRgb Seen(LinearRgb bed, double depthMm) => column.Seen(bed, top - depthMm, last);
        InkLane Lane(LaneBed bed, LinearRgb colour) => new(bed, colour.ToHex(), [.. shares.Select(share => Seen(colour, share * deepest).ToHex())]);
        InkInHand InHandOf(string? placeId, InkLayer inked) => new(
            placeId,
            NextBatchMl(water, layers, placeId, sessions) is { } ml ? Sample(inked, White, water.Bench.Measuring.Cup.MarkMm(ml) ?? water.Bench.Measuring.Cup.HeightMm) : null,
            Sample(inked, White, SmearMm),
            Sample(inked, earth, PuddleMm));
        var bottom = Lab.Of(Seen(painted(deepest), deepest));
        return new WaterInk(
            deepest,
            [
                new(LaneBed.Painted, null, [.. shares.Select(share => Seen(painted(share * deepest), share * deepest).ToHex())]),
                Lane(LaneBed.Pale, pale),
                Lane(LaneBed.Earth, earth),
                Lane(LaneBed.Dark, dark),
            ],
            [.. shares.Select(share => Lab.DeltaE(Lab.Of(Seen(earth, share * deepest)), bottom))],
            ink.FadeDepthMm(pale, dark),
            ink.DarkDepthMm(pale),
            [InHandOf(null, ink), .. water.Ink.Places.Select(place => InHandOf(place.Id, water.InkOf(1, place)))],
            [.. water.Things.Select(one => new DrownedLook(one.Thing.Id, Lane(LaneBed.Painted, LinearRgb.FromHex(one.Thing.Colour, "colour")).Colours))],
            [.. SideLinesOf(water, column, earth)],
            deepest > 0 ? [.. DeepBedsOf(ink, earth, deepest)] : [],
            trials,
            [.. CautionsOf([.. water.RecipeOf(1).Where(part => part.MlPer100Ml > 0).Select(part => part.Tint)])]);
    }

    private static IEnumerable<string> CautionsOf(IReadOnlyList<Tint> tints)
    {
        foreach (var caution in tints.Select(tint => tint.Traits.Caution).Distinct()) yield return caution;
        foreach (var tint in tints.Where(tint => tint.LooksLike is not null))
            yield return $"{tint.Name} has no wedge yet: its colour is taken to be that of {tint.LooksLike}. Pour one, or a trial puddle, before the first cup.";
        foreach (var tint in tints.Where(tint => tint.FitDeltaE > InkCalibration.PoorFitDeltaE))
            yield return $"The wedge of {tint.Name} was read with a difference of {tint.FitDeltaE:0.0}: pour a trial puddle before the first cup.";
    }

    private static InkSample Sample(InkLayer ink, LinearRgb bed, double depthMm)
    {
        var colour = ink.Over(bed, depthMm);
        return new InkSample(depthMm, colour.ToHex(), DarknessOf(colour));
    }

    /// <summary>How dark a colour is said to be, by its lightness L*.</summary>
    public static Darkness DarknessOf(LinearRgb colour) => Lab.Of(colour).L switch
    {
        < 8 => Darkness.Black,
        < 18 => Darkness.NearlyBlack,
        < 32 => Darkness.VeryDark,
        _ => Darkness.Plain,
    };

    // What the next cup of a colour holds, with what shares it; null when none is ahead.
    private static double? NextBatchMl(PourCase water, IReadOnlyList<PlannedLayer> layers, string? placeId, IReadOnlyList<MixSession> sessions)
    {
        foreach (var (i, layer) in layers.Index().Where(one => one.Item.Poured is null))
        {
            if (sessions.Count > 0)
            {
                if (sessions.FirstOrDefault(one => one.Pools.Any(pool => pool.WaterId == water.Water.Id && pool.Layer == i + 1 && pool.PlaceId == placeId)) is { } session) return session.Cards[0].Batch.MixedMl;
                continue;
            }

            // Where no session can be planned, by itself.
            var mix = layer.Zones.Count == 0 ? (placeId is null ? layer.Mix : null) : layer.Zones.FirstOrDefault(zone => zone.PlaceId == placeId)?.Mix;
            if (mix is not null) return mix.Batches[0].MixedMl;
        }

        return null;
    }

    private static IEnumerable<SideLine> SideLinesOf(PourCase water, LayerColumn column, LinearRgb behind)
    {
        var field = water.Water.Region.Field;
        List<int> edge = [.. water.Water.Region.Cells.Where(cell => field.IsOnEdge(cell)).OrderBy(cell => field.HeightsMm[cell])];
        for (var i = 0; i + 1 < column.TopsMm.Count; i++)
        {
            SideLine? worst = null;

            // Only where the lower layer reaches the side there is a line; without places it is one everywhere.
            foreach (var cell in edge.TakeWhile(cell => field.HeightsMm[cell] < column.TopsMm[i]).Take(column.Blends ? int.MaxValue : 1))
            {
                var at = field.CentreOf(cell);
                var (under, over) = (column.InkAt(i, at).Over(behind, IntoSideMm), column.InkAt(i + 1, at).Over(behind, IntoSideMm));
                var deltaE = Lab.DeltaE(under, over);
                if (worst is null || deltaE > worst.DeltaE) worst = new SideLine(i + 1, column.TopsMm[i], under.ToHex(), over.ToHex(), deltaE);
            }

            if (worst is not null) yield return worst;
        }
    }

    private static IEnumerable<DeepBed> DeepBedsOf(InkLayer ink, LinearRgb earth, double deepestMm)
    {
        var last = ink.Over(earth, deepestMm);
        foreach (var times in new[] { 2.0, 3.0 })
        {
            var wanted = ink.Over(earth, deepestMm * times);
            if (Lab.DeltaE(wanted, last) < InkMatch.JustSeen) yield break;
            var hex = ink.BedFor(wanted, deepestMm).ToHex();
            last = wanted;
            yield return new DeepBed(deepestMm * times, hex, Lab.DeltaE(ink.Over(LinearRgb.FromHex(hex, "bed"), deepestMm), wanted));
        }
    }
}
