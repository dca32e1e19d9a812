using System.Text.Json;
using System.Text.Json.Serialization;
using InkBasin.Core;
using InkBasin.Core.Plan;
using InkBasin.Core.Stock;

namespace InkBasin.Formats;

/// <summary>What a build file holds.</summary>
/// <param name="Format">Always <see cref="BuildFile.FormatName"/>.</param>
/// <param name="FormatVersion">Version of the format, 1.</param>
/// <param name="WrittenOn">The day it was written; dates inside are read against it when a demo is moved to today.</param>
/// <param name="Build">The build.</param>
/// <param name="Attachments">Height grids and pictures the build lays down, in base64 by id; left out when there are none.</param>
/// <param name="Labels">Labels of the maker's own products the build is poured with, by the sheet's id; left out when there are none.</param>
public sealed record BuildDocument(
    string Format,
    int FormatVersion,
    DateOnly WrittenOn,
    Build Build,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyDictionary<string, byte[]>? Attachments = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyDictionary<string, SheetDraft>? Labels = null);

/// <summary>The build file: one build as JSON with units in its names (docs/build-file.md).</summary>
public static class BuildFile
{
    /// <summary>Name of the format in every file.</summary>
    public const string FormatName = "ink-basin-build";

    /// <summary>How builds are written wherever they are written: files, the store, the browser.</summary>
    public static JsonSerializerOptions Json { get; } = Options(indented: false);

    private static readonly JsonSerializerOptions Indented = Options(indented: true);

    /// <summary>Reads a build file and checks the build.</summary>
    /// <exception cref="RefusedException">It is not a build file, of a later version, or its build cannot be.</exception>
    public static BuildDocument Read(ReadOnlySpan<byte> file)
    {
        BuildDocument? document;
        try
        {
            document = JsonSerializer.Deserialize<BuildDocument>(file, Indented);
        }
        catch (Exception error) when (error is JsonException or NotSupportedException)
        {
            throw new RefusedException("file", $"This is not a build file, or it is damaged: {error.Message}");
        }

        if (document?.Format != FormatName || document.Build is null) throw new RefusedException("file", "This is not a build file.");
        if (document.FormatVersion != 1)
            throw new RefusedException("file", $"The file was written by a later version (format {document.FormatVersion}): it cannot be read here.");
        document.Build.Check();

        // A label that cannot be is told before anything of the file is kept.
        foreach (var (id, label) in document.Labels ?? new Dictionary<string, SheetDraft>()) Require.Present(label, $"labels.{id}").Complete(id);
        return document;
    }

    /// <summary>Writes a build as an indented file.</summary>
    public static byte[] Write(
        Build build, DateOnly writtenOn, IReadOnlyDictionary<string, byte[]>? attachments = null, IReadOnlyDictionary<string, SheetDraft>? labels = null) =>
        JsonSerializer.SerializeToUtf8Bytes(
            new BuildDocument(FormatName, 1, writtenOn, build, attachments is { Count: > 0 } ? attachments : null, labels is { Count: > 0 } ? labels : null),
            Indented);

    /// <summary>The document's build with every date moved by the days between its writing and <paramref name="today"/>.</summary>
    public static Build MovedTo(BuildDocument document, DateOnly today)
    {
        ArgumentNullException.ThrowIfNull(document);
        var days = today.DayNumber - document.WrittenOn.DayNumber;
        var build = document.Build;
        CheckAnswer Answer(CheckAnswer answer) => answer with { At = answer.At.AddDays(days) };
        return build with
        {
            Waters = [.. build.Waters.Select(water => water with
            {
                FirstPourAt = water.FirstPourAt?.AddDays(days),
                Barrier = water.Barrier is { } barrier ? barrier with { At = barrier.At.AddDays(days) } : null,
            })],
            RoomLog = [.. build.RoomLog.Select(reading => reading with { At = reading.At.AddDays(days) })],
            WaterTests = [.. build.WaterTests.Select(test => test with { At = test.At.AddDays(days) })],
            Drying = build.Drying with
            {
                PlasteredAt = build.Drying.PlasteredAt?.AddDays(days),
                Weighings = [.. build.Drying.Weighings.Select(one => one with { At = one.At.AddDays(days) })],
            },
            Answers = [.. build.Answers.Select(Answer)],
            Begun = [.. build.Begun.Select(pour => pour with
            {
                At = pour.At.AddDays(days),
                Answers = [.. pour.Answers.Select(Answer)],
                Result = pour.Result is { } result ? result with { At = result.At.AddDays(days) } : null,
            })],
        };
    }

    private static JsonSerializerOptions Options(bool indented) => new(JsonSerializerDefaults.Web)
    {
        WriteIndented = indented,
        NumberHandling = JsonNumberHandling.Strict,
        DefaultIgnoreCondition = JsonIgnoreCondition.Never,
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        AllowOutOfOrderMetadataProperties = true,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
    };
}
