using System.Text.Json.Nodes;
using System.Text.Json;
using InkBasin.Core.Builds;
using InkBasin.Core;
using InkBasin.Formats;

namespace InkBasin.Store;

/// <summary>Something kept here cannot be read: a fault in the data file, never in what was asked.</summary>
/// <param name="what">What it is, for the one who asked.</param>
/// <param name="inner">What its reader said.</param>
public sealed class StoredDataException(string what, Exception inner) : Exception($"{what} cannot be read. It is kept as it is.", inner);

/// <summary>JSON as it is kept: with the version it was written in, and brought up to date as it is read.</summary>
internal static class Written
{
    private static readonly JsonSerializerOptions Builds = StrokesOnce.On(BuildJson.Options);

    private static readonly JsonSerializerOptions Labels = new(JsonSerializerDefaults.Web);

    private sealed record WrittenBuild(int Version, Build Build);

    private sealed record WrittenEdit(int Version, BuildEdit Edit);

    public static string Of(Build build) => JsonSerializer.Serialize(new WrittenBuild(BuildUpgrade.Current, build), Builds);

    public static string Of(BuildEdit edit) => JsonSerializer.Serialize(new WrittenEdit(BuildUpgrade.Current, edit), BuildJson.Options);

    public static string OfLabel<T>(T label) => JsonSerializer.Serialize(label, Labels);

    /// <exception cref="StoredDataException">It cannot be read.</exception>
    public static Build ReadBuild(string document) => Read("The record of this build", () =>
    {
        var (version, build) = Unwrapped("build", document);
        BuildUpgrade.ToCurrent(build, version);
        return build.Deserialize<Build>(BuildJson.Options);
    });

    /// <exception cref="StoredDataException">It cannot be read.</exception>
    public static BuildEdit ReadEdit(string edit) => Read("The record of what was done last", () =>
    {
        var (version, written) = Unwrapped("edit", edit);
        return BuildUpgrade.EditToCurrent(written, version).Deserialize<BuildEdit>(BuildJson.Options);
    });

    /// <exception cref="StoredDataException">It cannot be read.</exception>
    public static T ReadLabel<T>(string what, string label)
        where T : class => Read(what, () => JsonSerializer.Deserialize<T>(label, Labels));

    /// <summary>Reads something kept.</summary>
    /// <exception cref="StoredDataException">It cannot be read.</exception>
    public static T Read<T>(string what, Func<T?> read)
        where T : class
    {
        try
        {
            return read() ?? throw new InvalidDataException("It is empty.");
        }
        catch (Exception error) when (error is JsonException or NotSupportedException or FormatException or InvalidDataException or ArgumentException or InvalidOperationException or RefusedException)
        {
            throw new StoredDataException(what, error);
        }
    }

    // What was written before versions were is of the first.
    private static (int Version, JsonNode? Node) Unwrapped(string name, string written)
    {
        var node = JsonNode.Parse(written);
        return node is JsonObject wrapped && wrapped["version"] is JsonValue version && wrapped.ContainsKey(name) ? (version.GetValue<int>(), wrapped[name]) : (1, node);
    }
}
