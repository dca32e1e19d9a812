using System.Text.Json;
using System.Text.Json.Nodes;
using InkBasin.Core.Builds;

namespace InkBasin.Core.Tests.Builds;

/// <summary>Edits as a browser sends them.</summary>
internal static class Edits
{
    public static SetFields Set(object fields) => new(null, null, Fields(fields));

    public static SetFields Set(string list, string id, object fields) => new(list, id, Fields(fields));

    public static AddItem Add<T>(string list, T item, int? index = null) => new(list, JsonSerializer.SerializeToNode(item, BuildJson.Options)!, index);

    public static Append Append<T>(string id, string field, T item) => new("recipe", id, field, JsonSerializer.SerializeToNode(item, BuildJson.Options)!);

    public static LogPour Note(string pourId, object? fields) => new(pourId, fields is null ? null : Fields(fields));

    private static JsonObject Fields(object fields) => (JsonObject)JsonSerializer.SerializeToNode(fields, fields.GetType(), BuildJson.Options)!;
}
