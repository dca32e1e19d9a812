namespace InkBasin.Core.Bench;

/// <summary>A layer a session fills.</summary>
/// <param name="WaterId">The water.</param>
/// <param name="Name">Its name.</param>
/// <param name="Layer">Which layer, from 1.</param>
/// <param name="ToMm">Where it is to come to, mm over the board.</param>
/// <param name="VolumeMl">What it takes, ml.</param>
/// <param name="DepthMm">Its depth, mm.</param>
public sealed record BenchLayer(string WaterId, string Name, int Layer, double ToMm, double VolumeMl, double DepthMm);

/// <summary>
/// One mixing session as it will be walked through, with all numbers it needs: made when the session is opened, and kept with it. What is changed in the plan
/// afterwards does not move the ground under a maker with gloves on.
/// </summary>
/// <param name="Title">What is poured, in a few words.</param>
/// <param name="ProductId">The product.</param>
/// <param name="ProductName">Its name.</param>
/// <param name="InkName">Its tints; null when clear.</param>
/// <param name="Layers">The layers it fills.</param>
/// <param name="Mixes">How each cup is mixed, in order.</param>
/// <param name="ByScale">Weighed; otherwise by marks on the cup.</param>
/// <param name="WorkFromC">Least temperature of the sheet, °C.</param>
/// <param name="WorkToC">Greatest, °C.</param>
/// <param name="PeakC">Hottest the poured layers may become as planned, °C; null for what does not react by itself.</param>
/// <param name="Steps">What to do, in order.</param>
public sealed record BenchScript(
    string Title,
    string ProductId,
    string ProductName,
    string? InkName,
    IReadOnlyList<BenchLayer> Layers,
    IReadOnlyList<CupMix> Mixes,
    bool ByScale,
    double WorkFromC,
    double WorkToC,
    double? PeakC,
    IReadOnlyList<BenchStep> Steps)
{
    /// <summary>IANA name of the zone by whose clock it goes; null where none was noted.</summary>
    public string? TimeZone { get; init; }
}
