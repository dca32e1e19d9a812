using System.Text.Json.Serialization;

namespace InkBasin.Core.Water;

/// <summary>The wind over a water, in words.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Wind>))]
public enum Wind
{
    /// <summary>None: smoke rises straight.</summary>
    [JsonStringEnumMemberName("calm")] Calm,

    /// <summary>Leaves rustle, 2.5 m/s.</summary>
    [JsonStringEnumMemberName("light")] Light,

    /// <summary>Twigs move, flags stand, 6 m/s.</summary>
    [JsonStringEnumMemberName("breeze")] Breeze,

    /// <summary>Branches move, it whistles, 12 m/s.</summary>
    [JsonStringEnumMemberName("strong")] Strong,

    /// <summary>Twigs break off, 19 m/s.</summary>
    [JsonStringEnumMemberName("gale")] Gale,
}

/// <summary>How a water flows, in words.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Flow>))]
public enum Flow
{
    /// <summary>It stands.</summary>
    [JsonStringEnumMemberName("standing")] Standing,

    /// <summary>A leaf goes by at a stroll, 0.4 m/s.</summary>
    [JsonStringEnumMemberName("slow")] Slow,

    /// <summary>At a walk, 1 m/s.</summary>
    [JsonStringEnumMemberName("lively")] Lively,

    /// <summary>At a run, 2.5 m/s.</summary>
    [JsonStringEnumMemberName("rapid")] Rapid,
}

/// <summary>Waves to scale (models.md §3): as the real water would have them, from its size, the wind over it and its flow.</summary>
/// <param name="HeightMm">From trough to crest on the model, mm; 0 when it lies like glass.</param>
/// <param name="LengthMm">From crest to crest on the model, mm; 0 when it lies like glass.</param>
/// <param name="RealHeightM">The same at full size, m.</param>
/// <param name="RealLengthM">The same at full size, m.</param>
/// <param name="FetchM">How far the wind runs over it at most, at full size, m.</param>
/// <param name="ByFlow">Whether they stand by its flow rather than run by the wind.</param>
public sealed record WaveScale(double HeightMm, double LengthMm, double RealHeightM, double RealLengthM, double FetchM, bool ByFlow)
{
    private const double Gravity = 9.80665;

    // A standing wave breaks at about a seventh of its length; in a stream it stands at half of that (rule of the bench).
    private const double StandingSteepness = 1.0 / 14;

    private static readonly double[] WindMPerS = [0, 2.5, 6, 12, 19];
    private static readonly double[] FlowMPerS = [0, 0.4, 1, 2.5];

    /// <summary>Reckons them.</summary>
    /// <param name="fetchMm">Greatest extent of the water on the model, mm, ≥ 0.</param>
    /// <param name="depthMm">Its mean depth, mm, ≥ 0.</param>
    /// <param name="scale">N of 1:N.</param>
    /// <param name="wind">Wind.</param>
    /// <param name="flow">Flow.</param>
    public static WaveScale Of(double fetchMm, double depthMm, double scale, Wind wind, Flow flow)
    {
        double fetch = fetchMm * scale / 1000, depth = depthMm * scale / 1000, u = WindMPerS[(int)wind], v = FlowMPerS[(int)flow];
        var (windHeight, windLength) = (0.0, 0.0);
        if (u > 0 && fetch > 0 && depth > 0)
        {
            // Growing with the fetch, no larger than a sea that has it all (Hasselmann et al. 1973; Pierson & Moskowitz 1964).
            var run = Gravity * fetch / (u * u);
            windHeight = Math.Min(0.0016 * Math.Sqrt(run), 0.243) * u * u / Gravity;
            windLength = LengthOf(Math.Min(0.286 * Math.Cbrt(run), 8.134) * u / Gravity, depth);
        }

        // Standing against the stream: as long as a wave that runs as fast as it flows; one that no depth lets run so fast does not stand.
        var flowLength = v > 0 && v * v < Gravity * depth ? StandingLength(v, depth) : v > 0 ? 2 * Math.PI * depth : 0;
        var flowHeight = Math.Min(flowLength * StandingSteepness, v * v / (2 * Gravity));
        var byFlow = flowHeight > windHeight;
        var (height, length) = byFlow ? (flowHeight, flowLength) : (windHeight, windLength);
        return new WaveScale(height * 1000 / scale, length * 1000 / scale, height, length, fetch, byFlow);
    }

    // ω² = g·k·tanh(k·d), from deep water on by Newton.
    private static double LengthOf(double periodS, double depthM)
    {
        var wanted = 4 * Math.PI * Math.PI / (periodS * periodS * Gravity);
        var k = wanted / Math.Sqrt(Math.Tanh(wanted * depthM));
        for (var i = 0; i < 20; i++)
        {
            double t = Math.Tanh(k * depthM), off = (k * t) - wanted;
            k -= off / (t + (k * depthM * (1 - (t * t))));
        }

        return 2 * Math.PI / k;
    }

    // v² = g/k·tanh(k·d) falls with k: halved down to it.
    private static double StandingLength(double speedMPerS, double depthM)
    {
        double low = 1e-6, high = Gravity / (speedMPerS * speedMPerS);
        for (var i = 0; i < 80; i++)
        {
            var k = (low + high) / 2;
            if (Gravity / k * Math.Tanh(k * depthM) > speedMPerS * speedMPerS) low = k;
            else high = k;
        }

        return 2 * Math.PI / high;
    }
}
