using System.Globalization;
using InkBasin.Core.Ink;
using InkBasin.Core.Pours;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Plan;

/// <summary>A layer of a water that is filled in a session.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Name">Its name.</param>
/// <param name="Layer">Which layer, from 1.</param>
/// <param name="ToMm">Pour to here, mm over the board.</param>
/// <param name="DepthMm">Its depth, mm.</param>
/// <param name="VolumeMl">Resin on the model, ml.</param>
public sealed record SessionPool(string WaterId, string Name, int Layer, double ToMm, double DepthMm, double VolumeMl);

/// <summary>One place a cup is poured out at.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Name">Its name.</param>
/// <param name="Layer">Which layer, from 1.</param>
/// <param name="VolumeMl">How much of this cup, ml.</param>
/// <param name="ToMm">The level that brings it to, mm.</param>
/// <param name="Finishes">Whether the layer is full with it.</param>
/// <param name="LeftMl">What is left in the cup for the next place, ml.</param>
/// <param name="How">How to place it.</param>
public sealed record CardLine(string WaterId, string Name, int Layer, double VolumeMl, double ToMm, bool Finishes, double LeftMl, string How);

/// <summary>One cup: what goes in, and where it goes.</summary>
/// <param name="Number">Which one, from 1.</param>
/// <param name="Count">Of how many in the session.</param>
/// <param name="Batch">What to measure out.</param>
/// <param name="Tint">Drops; null when clear.</param>
/// <param name="Lines">Where it is poured, in order: the largest first, so that little stays in the cup to heat.</param>
public sealed record MixCard(int Number, int Count, Batch Batch, TintDose? Tint, IReadOnlyList<CardLine> Lines);

/// <summary>Resin mixed at one time for all the waters that take the same.</summary>
/// <param name="Number">Which session ahead, from 1.</param>
/// <param name="ProductId">The product.</param>
/// <param name="ProductName">Its name.</param>
/// <param name="TintName">The tint; null when clear.</param>
/// <param name="MlPer100Ml">Its strength.</param>
/// <param name="At">When; null while undecided.</param>
/// <param name="PourH">Hours from the first pour of its waters.</param>
/// <param name="Pools">The layers it fills.</param>
/// <param name="VolumeMl">Resin on the model, ml.</param>
/// <param name="MixedMl">Resin mixed, ml.</param>
/// <param name="LeastBatchMl">The least batch this device measures within the sheet's tolerance, ml mixed.</param>
/// <param name="StirMin">Minutes of stirring in the first cup.</param>
/// <param name="SecondStirMin">Minutes in the second.</param>
/// <param name="PotLifeMin">Out of the cup within this, minutes from the first touch of the parts; null where there is no such limit.</param>
/// <param name="WorkMin">What stirring and pouring take, minutes.</param>
/// <param name="Cards">The cups.</param>
/// <param name="Stock">What it takes out of the bottles; null when none of the product is noted.</param>
/// <param name="Notices">What the maker should know, worst first.</param>
/// <param name="CouldJoin">Ids of waters that take the same product and ink at another time.</param>
/// <param name="Working">How the number of cups and their time came about.</param>
public sealed record MixSession(
    int Number,
    string ProductId,
    string ProductName,
    string? TintName,
    double MlPer100Ml,
    DateTimeOffset? At,
    double PourH,
    IReadOnlyList<SessionPool> Pools,
    double VolumeMl,
    double MixedMl,
    double LeastBatchMl,
    double StirMin,
    double SecondStirMin,
    double? PotLifeMin,
    double WorkMin,
    IReadOnlyList<MixCard> Cards,
    StockDraw? Stock,
    IReadOnlyList<Notice> Notices,
    IReadOnlyList<string> CouldJoin,
    Working Working);

/// <summary>Joins the layers ahead of all waters into sessions and deals each out to its cups.</summary>
internal static class MixSessions
{
    private const double DropperMl = 15;
    private const double NothingMl = 0.01;
    private const double MuchOffPercent = 10;

    private sealed record Ahead(Water Water, PlannedLayer Layer, int Index, ProductSheet Sheet, Tint? Tint, Func<double, double> LevelAfterMl);

    /// <summary>All sessions ahead, in their order.</summary>
    /// <param name="build">The build.</param>
    /// <param name="waters">Its waters, planned.</param>
    /// <param name="stores">Sheets, tints and bottles.</param>
    /// <param name="levelAfter">The level a water's layer stands at when so many ml of it are poured, mm.</param>
    public static IReadOnlyList<MixSession> Of(Build build, IReadOnlyList<WaterPlan> waters, Stores stores, Func<int, PlannedLayer, double, double> levelAfter)
    {
        var ahead = new List<Ahead>();
        for (var w = 0; w < waters.Count; w++)
        {
            var water = build.Waters[w];
            if (stores.Sheets.FirstOrDefault(one => one.Id == water.ProductId) is not { } sheet) continue;
            var tint = stores.Tints.FirstOrDefault(one => one.Id == water.Ink.TintId);
            for (var i = 0; i < waters[w].Layers.Count; i++)
            {
                var (at, layer) = (w, waters[w].Layers[i]);
                if (layer.Poured is null) ahead.Add(new Ahead(water, layer, i, sheet, tint, ml => levelAfter(at, layer, ml)));
            }
        }

        var sessions = new List<MixSession>();
        var stock = new Dictionary<string, RunDown>(StringComparer.Ordinal);
        foreach (var group in ahead.GroupBy(Key).OrderBy(group => group.First().Layer.PourAt ?? DateTimeOffset.MaxValue).ThenBy(group => group.First().Layer.PourH))
        {
            var sheet = group.First().Sheet;
            if (!stock.TryGetValue(sheet.Id, out var bottles)) stock[sheet.Id] = bottles = new RunDown(sheet, stores.Bottles);
            sessions.Add(Session(sessions.Count + 1, [.. group], build, waters, bottles));
        }

        return sessions;
    }

    // The same product, ink and minute; without a date, the same hours from an undecided first pour.
    private static (string Product, string? Tint, double Strength, long At, bool Dated) Key(Ahead one) =>
        (one.Sheet.Id, one.Tint?.Id, one.Tint is null ? 0 : one.Water.Ink.StrengthOf(one.Index),
            one.Layer.PourAt is { } at ? at.UtcTicks / TimeSpan.TicksPerMinute : (long)Math.Round(one.Layer.PourH * 60), one.Layer.PourAt is not null);

    private static MixSession Session(int number, List<Ahead> layers, Build build, IReadOnlyList<WaterPlan> waters, RunDown bottles)
    {
        // The largest first: what is spread out on the model heats no more, and little stays in the cup.
        layers = [.. layers.OrderByDescending(one => one.Layer.VolumeMl)];
        var (first, sheet) = (layers[0], layers[0].Sheet);
        var volume = layers.Sum(one => one.Layer.VolumeMl);
        var batches = Batches.Of(volume, sheet, build.Measuring, build.Room.AirC, layers.Count);
        var (mix, batch) = (batches.Mix, batches.Mix.Batches[0]);
        var strength = first.Tint is null ? 0 : first.Water.Ink.StrengthOf(first.Index);
        var dose = first.Tint is { } tint ? TintDose.For(strength, batch.MixedMl, tint.DropMl) : null;
        var draw = bottles.Known
            ? bottles.Take(mix.Batches.Sum(one => one.AG), mix.Batches.Sum(one => one.BG), first.Layer.PourAt is { } at ? DateOnly.FromDateTime(at.DateTime) : null)
            : null;
        return new MixSession(
            number,
            sheet.Id,
            sheet.Name,
            first.Tint?.Name,
            strength,
            first.Layer.PourAt,
            first.Layer.PourH,
            [.. layers.Select(one => new SessionPool(one.Water.Id, one.Water.Name, one.Index + 1, one.Layer.ToMm, one.Layer.DepthMm, one.Layer.VolumeMl))],
            volume,
            mix.Batches.Sum(one => one.MixedMl),
            mix.LeastBatchMl,
            sheet.StirMin,
            sheet.StirMin * Batches.SecondStir,
            batches.PotLifeMin,
            batches.WorkMin,
            Deal(layers, mix, dose, build.Measuring),
            draw,
            Notices(batches, draw, sheet, mix, dose, layers),
            CouldJoin(first, layers, build, waters),
            WorkingOf(build, sheet, layers.Count, volume, batches));
    }

    private static Working WorkingOf(Build build, ProductSheet sheet, int pools, double volumeMl, Batches batches)
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
            return new Working("Cups", inputs, "Loss and what a cup keeps are added once for all pools of the session.", $"The sheet of {sheet.Name}");
        inputs.AddRange(
        [
            new("greatest batch of the sheet", sheet.MaxBatchG, "g"),
            new($"pot life of the sheet, for {sheet.PotLifeMassG:0} g", sheet.PotLifeMin, "min"),
            new("room", build.Room.AirC, "°C"),
            new("pot life of this cup", batches.PotLifeMin ?? 0, "min"),
            new("stirring, the first cup", sheet.StirMin, "min"),
            new("stirring, the second", sheet.StirMin * Batches.SecondStir, "min"),
            new("stirring and pouring in all", batches.WorkMin, "min"),
        ]);
        return new Working(
            "Cups and their time",
            inputs,
            "Equal cups, as few as the greatest batch allows and as many as it takes to be out of each before it turns: a mass in a cup heats by itself, the sooner the larger and the warmer. Pouring is taken as a minute a pool and one for every 100 ml. The largest pool comes first, so that little stays in the cup.",
            $"The sheet of {sheet.Name}; its pot life carried over to this mass, cup and room by a lumped heat balance");
    }

    private static List<MixCard> Deal(List<Ahead> layers, MixAnswer mix, TintDose? dose, Measuring measuring)
    {
        var count = mix.Batches.Count;
        var usable = layers.Sum(one => one.Layer.VolumeMl) / count;

        // What rounding up to whole graduations gives over is told as left.
        var over = Math.Max(0, mix.Batches[0].MixedMl - (usable * (1 + (measuring.LossPercent / 100))) - measuring.ResidueMl);
        var cards = new List<MixCard>(count);
        int at = 0;
        double poured = 0;
        for (var k = 0; k < count; k++)
        {
            var left = usable;
            var lines = new List<CardLine>();
            while (at < layers.Count && left > NothingMl)
            {
                var layer = layers[at];
                var wants = layer.Layer.VolumeMl - poured;

                // The last cup takes the last of it, whatever the arithmetic leaves over.
                var gives = Math.Min(left, wants);
                var finishes = wants - gives <= NothingMl;
                poured += gives;
                left -= gives;
                lines.Add(new CardLine(
                    layer.Water.Id,
                    layer.Water.Name,
                    layer.Index + 1,
                    gives,
                    finishes ? layer.Layer.ToMm : layer.LevelAfterMl(poured),
                    finishes,
                    Math.Max(0, left) + over,
                    How(layer, gives)));
                if (!finishes) break;
                (at, poured) = (at + 1, 0);
            }

            cards.Add(new MixCard(k + 1, count, mix.Batches[k], dose, lines));
        }

        return cards;
    }

    private static string How(Ahead layer, double ml) =>
        layer.Sheet.Traits is { IsOnePart: true, LevelsItself: false } ? "Flow it on and coax it to the banks with a damp brush."
        : ml < DropperMl ? "With a syringe or dropper, from the back."
        : "Slowly, at the back or the middle; coax it to the banks with a stick.";

    private static List<Notice> Notices(Batches batches, StockDraw? draw, ProductSheet sheet, MixAnswer mix, TintDose? dose, List<Ahead> layers)
    {
        var notices = new List<Notice>();
        if (!batches.InTime)
            notices.Add(new Notice(Standing.Stop, $"A cup turns after {batches.PotLifeMin:0} min, and stirring and pouring take about {batches.WorkMin:0}: mix for fewer pools at once, in a cooler room, or take a slower product."));
        if (draw is { Enough: false })
        {
            string[] missing = [.. new[] { (draw.OneShortG, sheet.Traits.IsOnePart ? "" : " of part one"), (draw.TwoShortG, " of part two") }.Where(one => one.Item1 > 0).Select(one => $"{Math.Ceiling(one.Item1).ToString("0", CultureInfo.InvariantCulture)} g{one.Item2}")];
            notices.Add(new Notice(Standing.Stop, $"Short of {sheet.Name} for it: {string.Join(" and ", missing)}{(draw.StaleG > 0 ? $"; {draw.StaleG:0} g on the shelf are past their date" : "")}. Get it before the day."));
        }

        foreach (var warning in mix.Warnings) notices.Add(new Notice(Standing.Tight, warning));
        if (dose is { Drops: 0, ExactMl: > 0 })
            notices.Add(new Notice(Standing.Tight, $"The cup is too small for even one whole drop: thin the tint in {Thinner(sheet)} first, or mix more at once."));
        else if (dose is not null && Math.Abs(dose.OffPercent) > MuchOffPercent)
            notices.Add(new Notice(Standing.Tight, $"Whole drops put this cup {Math.Abs(dose.OffPercent):0} % {(dose.OffPercent > 0 ? "over" : "under")} the wanted tint: thin the tint in {Thinner(sheet)} first."));
        if (layers.Count > 1)
            notices.Add(new Notice(Standing.Holds, $"One mix for {string.Join(", ", layers.Select(one => one.Water.Name))}: the same drops in every cup, or they do not match."));
        return [.. notices.OrderByDescending(notice => notice.Standing)];
    }

    /// <summary>What a tint is thinned in before it goes into a cup of a product.</summary>
    public static string Thinner(ProductSheet sheet) => sheet.Traits.IsOnePart ? "a little of it" : "part one";

    // Only before anything of them is poured: a first pour that has been is not moved.
    private static List<string> CouldJoin(Ahead first, List<Ahead> layers, Build build, IReadOnlyList<WaterPlan> waters) =>
        first.Index > 0 || layers.Exists(one => one.Index > 0)
            ? []
            : [.. build.Waters.Where((other, w) =>
                layers.TrueForAll(one => one.Water.Id != other.Id)
                && other.ProductId == first.Water.ProductId
                && other.Ink == first.Water.Ink
                && waters[w].Layers.Count > 0
                && waters[w].Layers[0].Poured is null
                && other.FirstPourAt != first.Water.FirstPourAt).Select(other => other.Id)];
}
