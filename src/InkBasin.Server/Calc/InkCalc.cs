using InkBasin.Core.Ink;
using InkBasin.Core;

namespace InkBasin.Server.Calc;

/// <summary>A colour as on a screen, 0…255 a channel.</summary>
public sealed record ColourRequest(double? R = null, double? G = null, double? B = null)
{
    internal LinearRgb ToLight(string field)
    {
        double Channel(double? value, string name) => Require.Within(value ?? throw GridRequest.Missing($"{field}.{name}"), 0, 255, $"{field}.{name}");
        return LinearRgb.FromSrgb(Channel(R, "r"), Channel(G, "g"), Channel(B, "b"));
    }
}

/// <summary>Absorption and scatter of the three channels: of a resin 1/mm, of a tint 1/mm for 1 ml in 100 ml.</summary>
public sealed record LightRequest(IReadOnlyList<double>? K = null, IReadOnlyList<double>? S = null)
{
    internal InkLayer ToLayer(string field) => InkCalc.Layer(K, S, field);
}

/// <summary>A tint and how much of it is in the resin, ml in 100 ml.</summary>
public sealed record TintRequest(IReadOnlyList<double>? K = null, IReadOnlyList<double>? S = null, double? MlPer100Ml = null);

/// <summary>A layer of inked resin.</summary>
public sealed record InkLayerRequest(double? DepthMm = null, IReadOnlyList<TintRequest?>? Tints = null);

/// <summary>POST /api/calc/ink. Layers from the bottom up.</summary>
public sealed record InkRequest(
    ColourRequest? Bed = null,
    ColourRequest? LightBed = null,
    ColourRequest? DarkBed = null,
    LightRequest? Resin = null,
    double? TintLimitPercent = null,
    IReadOnlyList<InkLayerRequest?>? Layers = null);

/// <summary>A colour as on a screen; r, g and b 0…255 and not rounded.</summary>
public sealed record ColourAnswer(double R, double G, double B, string Hex)
{
    internal static ColourAnswer Of(LinearRgb colour)
    {
        var (r, g, b) = colour.ToSrgb();
        return new ColourAnswer(r, g, b, colour.ToHex());
    }
}

/// <summary>The colour of the water filled to a depth.</summary>
public sealed record InkStepAnswer(double DepthMm, string Hex);

/// <summary>The answer of /api/calc/ink.</summary>
/// <param name="Colour">Of the whole stack, from above.</param>
/// <param name="Linear">The same as linear light, not clamped.</param>
/// <param name="FadeDepthMm">Of the top layer's ink alone; null when it never hides the bed.</param>
/// <param name="DarkDepthMm">Where the top layer's ink alone goes dark over the light bed; null when it never does.</param>
/// <param name="Steps">From the bare bed up to the full stack.</param>
/// <param name="Warnings">What the maker should know.</param>
public sealed record InkAnswer(ColourAnswer Colour, double[] Linear, double? FadeDepthMm, double? DarkDepthMm, IReadOnlyList<InkStepAnswer> Steps, IReadOnlyList<string> Warnings);

/// <summary>A tint at hand.</summary>
public sealed record TintAtHandRequest(string? Id = null, IReadOnlyList<double>? K = null, IReadOnlyList<double>? S = null, double? MostMlPer100Ml = null);

/// <summary>POST /api/calc/ink-match.</summary>
public sealed record InkMatchRequest(
    ColourRequest? Bed = null,
    LightRequest? Resin = null,
    double? DepthMm = null,
    ColourRequest? Target = null,
    IReadOnlyList<TintAtHandRequest?>? Tints = null,
    double? TintLimitPercent = null);

/// <summary>The answer of /api/calc/ink-match.</summary>
public sealed record InkMatchAnswer(IReadOnlyList<MatchedDose> Doses, ColourAnswer Colour, double DeltaE, bool Reachable);

/// <summary>A colour read off a step wedge.</summary>
public sealed record WedgePatchRequest(double? DepthMm = null, ColourRequest? Bed = null, ColourRequest? Colour = null);

/// <summary>POST /api/calc/ink-calibrate.</summary>
public sealed record InkCalibrateRequest(LightRequest? Resin = null, double? MlPer100Ml = null, IReadOnlyList<WedgePatchRequest?>? Patches = null);

/// <summary>The answer of /api/calc/ink-calibrate.</summary>
public sealed record InkCalibrateAnswer(double[] K, double[] S, double FitDeltaE, IReadOnlyList<string> Warnings);

/// <summary>The calculation routes on the colour of water.</summary>
internal static class InkCalc
{
    private const int Steps = 48;

    public static InkAnswer Ink(InkRequest request)
    {
        var bed = Require.Present(request.Bed, "bed").ToLight("bed");
        var light = Require.Present(request.LightBed, "lightBed").ToLight("lightBed");
        var dark = Require.Present(request.DarkBed, "darkBed").ToLight("darkBed");
        var resin = Require.Present(request.Resin, "resin").ToLayer("resin");
        if (request.TintLimitPercent is { } most) Require.NotNegative(most, "tintLimitPercent");
        var asked = Require.Present(request.Layers, "layers");
        if (asked.Count == 0) throw new RefusedException("layers", "Give at least one layer.");
        var layers = new List<(double DepthMm, InkLayer Ink)>(asked.Count);
        var warnings = new List<string>();
        for (var i = 0; i < asked.Count; i++)
        {
            var field = $"layers[{i}]";
            var layer = asked[i] ?? throw GridRequest.Missing(field);
            var depth = Require.NotNegative(layer.DepthMm ?? throw GridRequest.Missing($"{field}.depthMm"), $"{field}.depthMm");
            List<(InkLayer Tint, double MlPer100Ml)> tints = [.. (layer.Tints ?? []).Select((tint, j) => Tint(tint, $"{field}.tints[{j}]"))];
            layers.Add((depth, InkLayer.Mixed(resin, tints)));
            var given = tints.Sum(tint => tint.MlPer100Ml);
            if (request.TintLimitPercent is { } limit && given > limit)
                warnings.Add($"Layer {i + 1} has {given:0.##} % of tint in it, over the sheet’s limit of {limit:0.##} %: the resin may stay soft.");
        }

        var column = new InkColumn(layers);
        var steps = column.Filling(bed, Steps);
        var (colour, top) = (steps[^1].Colour, layers[^1].Ink);
        return new InkAnswer(
            ColourAnswer.Of(colour),
            [colour.R, colour.G, colour.B],
            top.FadeDepthMm(light, dark),
            top.DarkDepthMm(light),
            [.. steps.Select(step => new InkStepAnswer(step.DepthMm, step.Colour.ToHex()))],
            warnings);
    }

    public static InkMatchAnswer Match(InkMatchRequest request, CancellationToken cancel)
    {
        var wanted = new WantedLook(
            Require.Present(request.Resin, "resin").ToLayer("resin"),
            Require.Present(request.Bed, "bed").ToLight("bed"),
            Require.Positive(request.DepthMm ?? throw GridRequest.Missing("depthMm"), "depthMm"),
            Require.Present(request.Target, "target").ToLight("target"));
        if (request.TintLimitPercent is { } limit) wanted = wanted with { TintLimitPercent = Require.NotNegative(limit, "tintLimitPercent") };
        var match = InkMatch.Of(wanted, [.. Require.Present(request.Tints, "tints").Select((tint, i) => AtHand(tint, $"tints[{i}]"))], cancel);
        return new InkMatchAnswer(match.Doses, ColourAnswer.Of(match.Colour), match.DeltaE, match.Reachable);
    }

    public static InkCalibrateAnswer Calibrate(InkCalibrateRequest request)
    {
        var fit = InkCalibration.Of(
            Require.Present(request.Resin, "resin").ToLayer("resin"),
            request.MlPer100Ml ?? throw GridRequest.Missing("mlPer100Ml"),
            [.. Require.Present(request.Patches, "patches").Select((patch, i) => Patch(patch, $"patches[{i}]"))]);
        var (k, s) = (fit.Tint.Absorption, fit.Tint.Scatter);
        return new InkCalibrateAnswer([k.R, k.G, k.B], [s.R, s.G, s.B], fit.FitDeltaE, [.. fit.Warnings.Select(warning => warning.Sentence)]);
    }

    internal static InkLayer Layer(IReadOnlyList<double>? k, IReadOnlyList<double>? s, string field) => new(Channels(k, $"{field}.k"), Channels(s, $"{field}.s"));

    private static (InkLayer Tint, double MlPer100Ml) Tint(TintRequest? tint, string field)
    {
        if (tint is null) throw GridRequest.Missing(field);
        return (Layer(tint.K, tint.S, field), Require.NotNegative(tint.MlPer100Ml ?? throw GridRequest.Missing($"{field}.mlPer100Ml"), $"{field}.mlPer100Ml"));
    }

    private static TintAtHand AtHand(TintAtHandRequest? tint, string field)
    {
        if (tint is null) throw GridRequest.Missing(field);
        if (string.IsNullOrEmpty(tint.Id)) throw GridRequest.Missing($"{field}.id");
        return new TintAtHand(tint.Id, Layer(tint.K, tint.S, field), tint.MostMlPer100Ml is { } most ? Require.NotNegative(most, $"{field}.mostMlPer100Ml") : null);
    }

    private static WedgePatch Patch(WedgePatchRequest? patch, string field)
    {
        if (patch is null) throw GridRequest.Missing(field);
        return new WedgePatch(
            Require.NotNegative(patch.DepthMm ?? throw GridRequest.Missing($"{field}.depthMm"), $"{field}.depthMm"),
            Require.Present(patch.Bed, $"{field}.bed").ToLight($"{field}.bed"),
            Require.Present(patch.Colour, $"{field}.colour").ToLight($"{field}.colour"));
    }

    private static LinearRgb Channels(IReadOnlyList<double>? values, string field)
    {
        if (values is null) throw GridRequest.Missing(field);
        if (values.Count != 3) throw new RefusedException(field, $"{field} needs three numbers: red, green and blue.");
        return new LinearRgb(Require.NotNegative(values[0], $"{field}[0]"), Require.NotNegative(values[1], $"{field}[1]"), Require.NotNegative(values[2], $"{field}[2]"));
    }
}
