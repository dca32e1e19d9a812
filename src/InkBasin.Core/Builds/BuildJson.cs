using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace InkBasin.Core.Builds;

/// <summary>How builds and edits are written wherever they are written: files, the store, the browser.</summary>
public static class BuildJson
{
    // The reader says what it misses, and what it has no place for, in its message alone.
    private const string Missed = "missing required properties including: '";
    private const string Unplaced = "could not be mapped to any .NET member";

    /// <summary>camelCase; numbers as numbers; unknown and missing fields refused; null only where it may be.</summary>
    public static JsonSerializerOptions Options { get; } = Made(indented: false);

    /// <summary>The same on many lines, for files people open.</summary>
    public static JsonSerializerOptions Indented { get; } = Made(indented: true);

    /// <summary>Has something that comes in kinds, such as an edit, refused as missing its kind where it does not say it: to the reader that is no complaint about what it reads but a fault.</summary>
    /// <param name="info">What is written of a type.</param>
    public static void KindIsRequired(JsonTypeInfo info)
    {
        ArgumentNullException.ThrowIfNull(info);
        if (info is { PolymorphismOptions.TypeDiscriminatorPropertyName: var kind, Type.IsAbstract: true, Kind: JsonTypeInfoKind.Object })
            info.CreateObject = () => throw new JsonException($"{info.Type.Name} is {Missed}{kind}'.");
    }

    /// <summary>A path as the reader tells it, with the field that is missing at its end: <c>edit.item.ink.mlPer100Ml</c>.</summary>
    /// <param name="under">Path of what was read; empty for the whole.</param>
    /// <param name="error">What the reader said.</param>
    public static string PathOf(string under, JsonException error)
    {
        ArgumentNullException.ThrowIfNull(error);
        var path = error.Path is { Length: > 1 } told ? told[1..].TrimStart('.') : "";

        // Its path is already the one within which the field is missing.
        if (error.Message.IndexOf(Missed, StringComparison.Ordinal) is >= 0 and var at)
        {
            var from = at + Missed.Length;
            var field = error.Message[from..error.Message.IndexOf('\'', from)];
            path = path.Length > 0 ? $"{path}.{field}" : field;
        }

        return under.Length == 0 ? path : path.Length == 0 ? under : path[0] == '[' ? under + path : $"{under}.{path}";
    }

    /// <summary>What the reader's complaint comes to, as a refusal of one field.</summary>
    public static RefusedException Refusal(string under, JsonException error)
    {
        var path = PathOf(under, error);
        if (path.Length == 0) return new RefusedException("request", "The request is not complete JSON of the kind this address takes.");
        if (error.Message.Contains(Missed, StringComparison.Ordinal)) return new RefusedException(path, $"{path} is missing.");
        return error.Message.Contains(Unplaced, StringComparison.Ordinal)
            ? NothingCalled(path)
            : new RefusedException(path, $"{path} is missing or not of its kind: check that numbers are numbers and words are among the known ones.");
    }

    /// <summary>A field that is not there, as a refusal: what is misspelt and let pass is a change nobody made.</summary>
    /// <param name="path">Where it was written.</param>
    internal static RefusedException NothingCalled(string path) => new(path, $"There is nothing called {path[(path.LastIndexOf('.') + 1)..]} here.");

    private static JsonSerializerOptions Made(bool indented) => new(JsonSerializerDefaults.Web)
    {
        // Said here, as fields are looked up before anything is written or read.
        TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { KindIsRequired } },
        WriteIndented = indented,
        NumberHandling = JsonNumberHandling.Strict,
        DefaultIgnoreCondition = JsonIgnoreCondition.Never,
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        AllowOutOfOrderMetadataProperties = true,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
    };
}
