using System.Text.Json.Serialization;

namespace InkBasin.Core.Stock;

/// <summary>What the parts are measured with.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<DeviceKind>))]
public enum DeviceKind
{
    /// <summary>A graduated cup or syringe: ml.</summary>
    [JsonStringEnumMemberName("cup")] Cup,

    /// <summary>A scale: g.</summary>
    [JsonStringEnumMemberName("scale")] Scale,
}

/// <summary>A measuring device with the value of one graduation, ml for a cup and g for a scale.</summary>
public sealed record MeasuringDevice(DeviceKind Kind, double Graduation);

/// <summary>How this maker measures resin.</summary>
/// <param name="Device">The device at hand.</param>
/// <param name="Cup">The cup the resin is mixed in.</param>
/// <param name="LossPercent">Share lost on sticks and walls, %, 0…50.</param>
/// <param name="ResidueMl">What a cup keeps back, ml, 0…100.</param>
public sealed record Measuring(MeasuringDevice Device, Cup Cup, double LossPercent = 5, double ResidueMl = 3)
{
    /// <summary>What a new build starts with: a pocket scale that shows 0.1 g, and a cup of about half a litre.</summary>
    public static Measuring Usual { get; } = new(new MeasuringDevice(DeviceKind.Scale, 0.1), new Cup(66, 88, 110));

    /// <summary>From how many cups <see cref="ResidueMl"/> was learnt; null where it was set by hand.</summary>
    [JsonIgnore]
    public int? ResidueFrom { get; init; }

    /// <summary>What <see cref="ResidueMl"/> is called in a working.</summary>
    [JsonIgnore]
    internal string ResidueCalled => ResidueFrom is { } cups ? $"kept back by each cup, as learnt here from {cups}" : "kept back by each cup";

    /// <summary>Refuses a measure that measures nothing.</summary>
    /// <exception cref="RefusedException">A number is out of range.</exception>
    public void Check(string field)
    {
        Require.Present(Device, $"{field}.device");
        Require.Known(Device.Kind, $"{field}.device.kind");
        Require.Within(Device.Graduation, 0.001, 100, $"{field}.device.graduation");
        Require.Present(Cup, $"{field}.cup");
        Require.Within(Cup.BaseMm, 1, 1000, $"{field}.cup.baseMm");
        Require.Within(Cup.TopMm, 1, 1000, $"{field}.cup.topMm");
        Require.Within(Cup.HeightMm, 1, 1000, $"{field}.cup.heightMm");
        Require.Within(LossPercent, 0, 50, $"{field}.lossPercent");
        Require.Within(ResidueMl, 0, 100, $"{field}.residueMl");
    }
}
