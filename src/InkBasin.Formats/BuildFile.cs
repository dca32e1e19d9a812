using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using System.Text.Json;
using InkBasin.Core.Builds;
using InkBasin.Core.Ink;
using InkBasin.Core.Resin;
using InkBasin.Core;

namespace InkBasin.Formats;

/// <summary>What a build file holds.</summary>
/// <param name="Format">Always <see cref="BuildFile.FormatName"/>.</param>
/// <param name="FormatVersion">Version of the format, <see cref="BuildUpgrade.Current"/>; older ones are brought up to date as they are read.</param>
/// <param name="WrittenOn">The day it was written; dates inside are read against it when a demo is moved to today.</param>
/// <param name="Build">The build.</param>
/// <param name="Attachments">Height grids and pictures the build lays down, in base64 by id, as versions before the third have them; today's lie beside it in its zip (<see cref="BuildZip"/>).</param>
/// <param name="Tints">Labels of the maker's own tints named in the build, by the tint's id; left out when there are none.</param>
/// <param name="Labels">Labels of the maker's own products the build is poured with, by the sheet's id; left out when there are none.</param>
/// <param name="Files">Files beside it in its zip; left out when there are none.</param>
/// <param name="Id">The build's own id, by which other builds name it; files before the third version have none.</param>
public sealed record BuildDocument(
    string Format,
    int FormatVersion,
    DateOnly WrittenOn,
    Build Build,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyDictionary<string, byte[]>? Attachments = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyDictionary<string, SheetDraft>? Labels = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyDictionary<string, TintLabel>? Tints = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<BuildFileEntry>? Files = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Guid? Id = null);

/// <summary>The JSON of a build file: one build with units in its names (docs/build-file.md, docs/build-file.schema.json).</summary>
public static class BuildFile
{
    /// <summary>Name of the format in every file.</summary>
    public const string FormatName = "ink-basin-build";

    // A key given twice would let two readers see two builds.
    private static readonly JsonDocumentOptions Strict = new() { AllowDuplicateProperties = false, MaxDepth = 64 };

    /// <summary>Reads a build file of this version or an older one, and checks the build.</summary>
    /// <exception cref="RefusedException">It is not a build file, of a later version, or its build cannot be.</exception>
    public static BuildDocument Read(ReadOnlySpan<byte> file)
    {
        BuildDocument? document;
        try
        {
            var written = JsonNode.Parse(file, documentOptions: Strict) as JsonObject;
            if (written?["format"] is not JsonValue format || !format.TryGetValue(out string? name) || name != FormatName) throw new RefusedException("file", "This is not a build file.");
            if (written["formatVersion"] is not JsonValue number || !number.TryGetValue(out int version) || version < 1) throw new RefusedException("file", "The build file does not say its version.");
            if (version > BuildUpgrade.Current) throw new RefusedException("file", $"The file was written by a later version (format {version}): it cannot be read here.");
            BuildUpgrade.ToCurrent(written["build"], version);
            document = written.Deserialize<BuildDocument>(BuildJson.Options);
        }
        catch (Exception error) when (error is JsonException or NotSupportedException or FormatException)
        {
            var where = error is JsonException json ? BuildJson.PathOf("", json) : "";
            throw new RefusedException("file", $"This is not a build file, or it is damaged{(where.Length > 0 ? $" at {where}" : "")}.");
        }

        if (document?.Build is null) throw new RefusedException("file", "This is not a build file.");
        document.Build.Check();

        // A label that cannot be is told before anything of the file is kept.
        foreach (var (id, label) in document.Labels ?? new Dictionary<string, SheetDraft>()) Require.Present(label, $"labels.{id}").Complete(id);
        foreach (var (id, label) in document.Tints ?? new Dictionary<string, TintLabel>()) Require.Present(label, $"tints.{id}").Complete(id);
        return document;
    }

    /// <summary>Writes a build as an indented file.</summary>
    public static byte[] Write(
        Build build,
        DateOnly writtenOn,
        IReadOnlyDictionary<string, byte[]>? attachments = null,
        IReadOnlyDictionary<string, SheetDraft>? labels = null,
        IReadOnlyDictionary<string, TintLabel>? tints = null,
        IReadOnlyList<BuildFileEntry>? files = null,
        Guid? id = null)
    {
        static IReadOnlyDictionary<string, T>? Some<T>(IReadOnlyDictionary<string, T>? all) => all is { Count: > 0 } ? all : null;
        return JsonSerializer.SerializeToUtf8Bytes(
            new BuildDocument(FormatName, BuildUpgrade.Current, writtenOn, build, Some(attachments), Some(labels), Some(tints), files is { Count: > 0 } ? files : null, id), BuildJson.Indented);
    }

    /// <summary>The document's build with every date moved by the days between its writing and <paramref name="today"/>.</summary>
    public static Build MovedTo(BuildDocument document, DateOnly today)
    {
        ArgumentNullException.ThrowIfNull(document);
        return BuildDates.Moved(document.Build, today.DayNumber - document.WrittenOn.DayNumber);
    }
}
