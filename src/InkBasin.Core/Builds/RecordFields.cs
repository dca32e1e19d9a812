using System.Collections;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization.Metadata;

namespace InkBasin.Core.Builds;

/// <summary>
/// Records with some of their fields changed by name. A field that is a record itself takes the fields named in it and keeps the others; everything else,
/// lists too, is put in whole. What is not named stays the same object.
/// </summary>
public static class RecordFields
{
    /// <summary>A copy of a record with fields changed.</summary>
    /// <param name="record">The record.</param>
    /// <param name="fields">Fields by their written names.</param>
    /// <param name="path">Path of the record in the request, for refusals; empty for the build itself.</param>
    /// <param name="fixedNames">Names that are not changed this way at this place.</param>
    /// <returns>The copy, and the same fields as they were.</returns>
    /// <exception cref="RefusedException">A field is not there, is fixed, or its value is not of its kind.</exception>
    public static (T After, JsonObject Before) With<T>(T record, JsonObject fields, string path, IReadOnlySet<string> fixedNames)
        where T : class
    {
        ArgumentNullException.ThrowIfNull(record);
        ArgumentNullException.ThrowIfNull(fields);
        ArgumentNullException.ThrowIfNull(path);
        ArgumentNullException.ThrowIfNull(fixedNames);
        var (after, before) = Changed(record, fields, path, fixedNames);
        return ((T)after, before);
    }

    /// <summary>Reads a value of its kind.</summary>
    /// <exception cref="RefusedException">It is not of its kind.</exception>
    internal static object? Read(JsonNode? node, Type type, string path)
    {
        try
        {
            return node.Deserialize(type, BuildJson.Options);
        }
        catch (JsonException error)
        {
            throw BuildJson.Refusal(path, error);
        }
    }

    /// <summary>A list of a record with one entry more at its end, or its last taken out.</summary>
    /// <param name="record">The record.</param>
    /// <param name="field">The list's written name.</param>
    /// <param name="change">Makes the new entries of the old; given the kind of an entry.</param>
    /// <param name="path">Path of the record.</param>
    /// <exception cref="RefusedException">There is no such list.</exception>
    internal static T WithList<T>(T record, string field, Func<Type, IReadOnlyList<object>, IEnumerable<object>> change, string path)
        where T : class
    {
        var property = PropertyOf(record, field, path);
        if (property.Get?.Invoke(record) is not IEnumerable entries || property.PropertyType is not { IsGenericType: true } type || property.Set is not { } set)
            throw new RefusedException($"{path}.{field}", $"{field} is not a list one adds to.", RefusalKind.Impossible);
        var kind = type.GetGenericArguments()[0];
        object[] changed = [.. change(kind, [.. entries.Cast<object>()])];
        var list = Array.CreateInstance(kind, changed.Length);
        for (var i = 0; i < changed.Length; i++) list.SetValue(changed[i], i);
        var after = CloneOf(record);
        set(after, list);
        return (T)after;
    }

    private static (object After, JsonObject Before) Changed(object record, JsonObject fields, string path, IReadOnlySet<string> fixedNames)
    {
        var after = CloneOf(record);
        var before = new JsonObject();
        foreach (var (name, node) in fields)
        {
            var at = path.Length > 0 ? $"{path}.{name}" : name;
            if (fixedNames.Contains(at) || fixedNames.Contains(name)) throw new RefusedException(at, $"{at} is not changed this way.", RefusalKind.Impossible);
            var property = PropertyOf(record, name, path);
            if (property is not { Get: { } get, Set: { } set }) throw new RefusedException(at, $"{at} follows from other fields.", RefusalKind.Impossible);
            var value = get(record);
            if (node is JsonObject inner && value is not null && IsRecord(value.GetType()))
            {
                var (innerAfter, innerBefore) = Changed(value, inner, at, fixedNames);
                set(after, innerAfter);
                before[name] = innerBefore;
                continue;
            }

            before[name] = JsonSerializer.SerializeToNode(value, property.PropertyType, BuildJson.Options);
            if (node is null && !property.IsSetNullable) throw new RefusedException(at, $"{at} is missing.");
            set(after, Read(node is JsonObject part && value is not null && value.GetType().IsValueType ? Over(before[name], part) : node, property.PropertyType, at));
        }

        return (after, before);
    }

    // A place is a value, no record: the fields named go over those it has.
    private static JsonObject Over(JsonNode? value, JsonObject part)
    {
        var whole = (JsonObject)value!.DeepClone();
        foreach (var (name, node) in part) whole[name] = node?.DeepClone();
        return whole;
    }

    private static JsonPropertyInfo PropertyOf(object record, string name, string path) =>
        BuildJson.Options.GetTypeInfo(record.GetType()).Properties.FirstOrDefault(property => property.Name == name)
        ?? throw BuildJson.NothingCalled(path.Length > 0 ? $"{path}.{name}" : name);

    private static bool IsRecord(Type type) => CloneMethod(type) is not null;

    private static object CloneOf(object record) => CloneMethod(record.GetType())!.Invoke(record, null)!;

    // Every record has it; the compiler makes it.
    private static System.Reflection.MethodInfo? CloneMethod(Type type) => type.IsClass ? type.GetMethod("<Clone>$") : null;
}
