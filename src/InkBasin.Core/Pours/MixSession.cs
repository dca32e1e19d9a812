using InkBasin.Core.Ground;
using InkBasin.Core.Ink;
using InkBasin.Core.Stock;

namespace InkBasin.Core.Pours;

/// <summary>A layer of a water that is filled in a session.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Name">Its name.</param>
/// <param name="Layer">Which layer, from 1.</param>
/// <param name="ToMm">Pour to here, mm over the board.</param>
/// <param name="DepthMm">Its depth, mm.</param>
/// <param name="VolumeMl">Resin on the model, ml.</param>
/// <param name="Parts">In how many places it is poured.</param>
public sealed record SessionPool(string WaterId, string Name, int Layer, double ToMm, double DepthMm, double VolumeMl, int Parts)
{
    /// <summary>The place of the water with a colour of its own it is for; null for the water's own colour.</summary>
    public string? PlaceId { get; init; }
}

/// <summary>One place a cup is poured out at.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Name">Its name.</param>
/// <param name="Layer">Which layer, from 1.</param>
/// <param name="Pool">Which pool of the layer, from 1; null when it stands in one, or for its puddles.</param>
/// <param name="Pools">In how many pools it stands.</param>
/// <param name="At">Where to pour; null for the puddles, all over the bed.</param>
/// <param name="VolumeMl">How much of this cup, ml.</param>
/// <param name="ToMm">The level that brings it to, mm; what is set into it afterwards lifts it to its layer's top.</param>
/// <param name="Finishes">Whether that place is full with it.</param>
/// <param name="LeftMl">What is left in the cup for the next place, ml.</param>
/// <param name="How">How to place it.</param>
public sealed record CardLine(
    string WaterId, string Name, int Layer, int? Pool, int Pools, PointMm? At, double VolumeMl, double ToMm, bool Finishes, double LeftMl, string How);

/// <summary>One cup: what goes in, and where it goes.</summary>
/// <param name="Number">Which one, from 1.</param>
/// <param name="Count">Of how many in the session.</param>
/// <param name="Batch">What to measure out.</param>
/// <param name="Ink">What goes in of each tint; null when clear.</param>
/// <param name="Lines">Where it is poured, in order: the largest first, so that little stays in the cup to heat.</param>
/// <param name="Things">What is put in or kept down beside it: before the first cup of its layer is mixed, or after the last is poured.</param>
public sealed record MixCard(int Number, int Count, Batch Batch, BatchInk? Ink, IReadOnlyList<CardLine> Lines, IReadOnlyList<ThingMoment> Things);

/// <summary>Resin mixed at one time for all the waters that take the same.</summary>
/// <param name="Number">Which session ahead, from 1.</param>
/// <param name="ProductId">The product.</param>
/// <param name="ProductName">Its name.</param>
/// <param name="InkName">Its tints; null when clear.</param>
/// <param name="MlPer100Ml">All of them together, ml in 100 ml.</param>
/// <param name="At">When; null while undecided.</param>
/// <param name="PourH">Hours from the first pour of its waters.</param>
/// <param name="Pools">The layers it fills.</param>
/// <param name="VolumeMl">Resin on the model, ml.</param>
/// <param name="MixedMl">Resin mixed, ml.</param>
/// <param name="LeastBatchMl">The least batch this device measures within the sheet's tolerance, ml mixed.</param>
/// <param name="StirMin">Minutes of stirring in the first cup.</param>
/// <param name="SecondStirMin">Minutes in the second.</param>
/// <param name="PotLifeMin">Out of the cup within this, minutes from the first touch of the parts; null where there is no such limit.</param>
/// <param name="WorkMin">What stirring and pouring take, minutes: of one cup, were all pools its own.</param>
/// <param name="LetDowns">What is let down before the cups are mixed.</param>
/// <param name="Cards">The cups.</param>
/// <param name="Stock">What it takes out of the bottles; null when none of the product is noted.</param>
/// <param name="Notices">What the maker should know, worst first.</param>
/// <param name="CouldJoin">Ids of waters that take the same product and ink at another time.</param>
/// <param name="Working">How the number of cups and their time came about.</param>
public sealed record MixSession(
    int Number,
    string ProductId,
    string ProductName,
    string? InkName,
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
    IReadOnlyList<LetDownCard> LetDowns,
    IReadOnlyList<MixCard> Cards,
    StockDraw? Stock,
    IReadOnlyList<Notice> Notices,
    IReadOnlyList<string> CouldJoin,
    Working Working)
{
    /// <summary>What stirring and pouring take for all its cups, one after another, minutes.</summary>
    public double BenchMin { get; init; }

    /// <summary>The product and its tints: layers that have the same may be of one mix.</summary>
    internal string MixKey { get; init; } = "";

    /// <summary>Whether hands can do it: it divides into cups, and each is out of its cup in time.</summary>
    internal bool CanBeMixed => !Notices.Any(notice => notice.Kind is MixNotices.Cannot or MixNotices.Turns);

    /// <summary>Names of the other waters it is for, each once.</summary>
    /// <param name="waterId">The water that is not named.</param>
    public IReadOnlyList<string> Others(string waterId) => [.. Pools.Where(pool => pool.WaterId != waterId).Select(pool => pool.Name).Distinct()];
}
