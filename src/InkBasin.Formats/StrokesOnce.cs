using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Serialization;
using InkBasin.Core.Builds;
using InkBasin.Core.Ground;

namespace InkBasin.Formats;

/// <summary>
/// Writes each stroke of the hand down once in its life. A build with hand work is mostly strokes, they never change, and it is written again, to the store
/// and to the browser, with every one that is added.
/// </summary>
public sealed class StrokesOnce : JsonConverter<Stroke>
{
    private static readonly ConditionalWeakTable<Stroke, byte[]> Written = [];

    private StrokesOnce()
    {
    }

    /// <summary>The same options, writing strokes this way. What they write is the same.</summary>
    public static JsonSerializerOptions On(JsonSerializerOptions options) => new(options) { Converters = { new StrokesOnce() } };

    /// <inheritdoc/>
    public override Stroke? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        JsonSerializer.Deserialize<Stroke>(ref reader, BuildJson.Options);

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, Stroke value, JsonSerializerOptions options)
    {
        ArgumentNullException.ThrowIfNull(writer);
        writer.WriteRawValue(Written.GetValue(value, stroke => JsonSerializer.SerializeToUtf8Bytes(stroke, BuildJson.Options)), skipInputValidation: true);
    }
}
