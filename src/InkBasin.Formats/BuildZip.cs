using System.IO.Compression;
using System.IO.Hashing;
using System.Security.Cryptography;
using InkBasin.Core;
using InkBasin.Core.Builds;
using InkBasin.Core.Ink;
using InkBasin.Core.Resin;
using SixLabors.ImageSharp;
using SixLabors.ImageSharp.Formats.Jpeg;

namespace InkBasin.Formats;

/// <summary>A file that lies beside the build in its zip.</summary>
/// <param name="Path">Its place in the zip: <c>heights/ID.asc</c> or <c>photos/ID.jpg</c>.</param>
/// <param name="Sha256">SHA-256 of its bytes, in lower-case hex.</param>
public sealed record BuildFileEntry(string Path, string Sha256);

/// <summary>
/// The build file as it goes out and comes in: a zip with <c>build.json</c> (docs/build-file.md), heights as ASCII grids and pictures as JPEG. What comes in is
/// read whole or refused whole; nothing in it names a place outside, and no more is unpacked than is written of it.
/// </summary>
public static class BuildZip
{
    /// <summary>Most bytes of everything in one, unpacked.</summary>
    public const long MostBytes = 512L << 20;

    /// <summary>Most files in one.</summary>
    public const int MostFiles = 3000;

    /// <summary>Longest side of a picture in one, pixels: as they are kept.</summary>
    public const int MostPicturePx = 3000;

    private const string BuildName = "build.json";
    private const int MostBuildBytes = 64 << 20;

    private static readonly Configuration Jpegs = new(new JpegConfigurationModule());

    /// <summary>Whether bytes begin as a zip does.</summary>
    public static bool IsZip(ReadOnlySpan<byte> file) => file.StartsWith("PK"u8);

    /// <summary>The id bytes are kept under: the first 16 bytes of their SHA-256, in hex.</summary>
    public static string IdOf(ReadOnlySpan<byte> data) => Convert.ToHexStringLower(SHA256.HashData(data).AsSpan(0, 16));

    /// <summary>Writes one. The same build on the same day is the same file to the last byte.</summary>
    /// <param name="id">The build's own id, by which others name it.</param>
    /// <param name="build">The build.</param>
    /// <param name="writtenOn">The day.</param>
    /// <param name="attachments">All it lays down, by id, as it is kept: packed grids and JPEGs.</param>
    /// <param name="labels">Labels of the maker's own products in it, by id.</param>
    /// <param name="tints">Labels of the maker's own tints in it, by id.</param>
    public static byte[] Write(
        Guid id,
        Build build,
        DateOnly writtenOn,
        IReadOnlyDictionary<string, byte[]>? attachments = null,
        IReadOnlyDictionary<string, SheetDraft>? labels = null,
        IReadOnlyDictionary<string, TintLabel>? tints = null)
    {
        ArgumentNullException.ThrowIfNull(build);
        attachments ??= new Dictionary<string, byte[]>();
        List<(string Path, byte[] Bytes)> beside =
        [
            .. BuildAttachments.GridIds(build).Where(attachments.ContainsKey).Select(grid => (GridPath(grid), AsciiGrid.Write(PackedGrid.Read(attachments[grid])))),
            .. BuildAttachments.PictureIds(build).Where(attachments.ContainsKey).Select(picture => (PicturePath(picture), attachments[picture])),
        ];
        var document = BuildFile.Write(build, writtenOn, labels: labels, tints: tints, files: [.. beside.Select(one => new BuildFileEntry(one.Path, Sha256(one.Bytes)))], id: id);
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (path, bytes) in beside.Prepend((BuildName, document)))
            {
                // A JPEG does not get smaller.
                var entry = zip.CreateEntry(path, path.EndsWith(".jpg", StringComparison.Ordinal) ? CompressionLevel.NoCompression : CompressionLevel.Optimal);
                entry.LastWriteTime = new DateTimeOffset(Math.Clamp(writtenOn.Year, 1980, 2107), writtenOn.Month, 1, 0, 0, 0, TimeSpan.Zero);
                using var to = entry.Open();
                to.Write(bytes);
            }
        }

        return file.ToArray();
    }

    /// <summary>Reads a build file: a zip, or the JSON alone as the versions before the third wrote it.</summary>
    /// <returns>The document with all it lays down in <see cref="BuildDocument.Attachments"/>, packed as it is kept.</returns>
    /// <exception cref="RefusedException">It is no build file, is damaged, or holds what no build file holds.</exception>
    public static BuildDocument Read(byte[] file)
    {
        ArgumentNullException.ThrowIfNull(file);
        if (!IsZip(file)) return Alone(file);
        try
        {
            using var zip = new ZipArchive(new MemoryStream(file, writable: false), ZipArchiveMode.Read);
            return Unpacked(zip);
        }
        catch (Exception error) when (error is InvalidDataException or EndOfStreamException or NotSupportedException or ArgumentException or IndexOutOfRangeException or OverflowException)
        {
            throw Damaged();
        }
    }

    private static BuildDocument Alone(byte[] file)
    {
        var document = BuildFile.Read(file);
        if (document.Files is { Count: > 0 }) throw new RefusedException("file", "The heights and pictures of this build lie beside it in its zip: bring in the whole zip.");
        foreach (var (id, data) in document.Attachments ?? new Dictionary<string, byte[]>())
        {
            if (IdOf(data) != id) throw new RefusedException("attachments", "Heights or a picture in the file are damaged.");
            if (data.AsSpan().StartsWith("IBHG"u8)) PackedGrid.Read(data);
            else CheckPicture(data);
        }

        return document;
    }

    private static BuildDocument Unpacked(ZipArchive zip)
    {
        if (zip.Entries.Count > MostFiles) throw new RefusedException("file", $"There are over {MostFiles} files in it: that is no build file.");
        if (zip.Entries.Select(entry => entry.FullName).Distinct(StringComparer.Ordinal).Count() != zip.Entries.Count) throw Damaged();
        if (zip.Entries.Sum(entry => Math.Max(0, entry.Length)) > MostBytes) throw new RefusedException("file", $"Unpacked it would be over {MostBytes >> 20} MB: too much for one build.");
        var document = BuildFile.Read(Bytes(zip.GetEntry(BuildName) ?? throw new RefusedException("file", "There is no build.json in this zip: it is no build file."), MostBuildBytes));
        if (document.Attachments is not null) throw new RefusedException("file", "This is not a build file: heights and pictures lie beside the build, not in it.");
        var files = document.Files ?? [];

        // Named by the build and by nothing else: a path that leads out of it is none of these.
        var grids = BuildAttachments.GridIds(document.Build).ToDictionary(GridPath);
        var pictures = BuildAttachments.PictureIds(document.Build).ToDictionary(PicturePath);
        var named = files.Select(one => one?.Path ?? "").ToHashSet(StringComparer.Ordinal);
        if (named.Count != files.Count || named.Any(path => !grids.ContainsKey(path) && !pictures.ContainsKey(path))) throw new RefusedException("file", "The build file names a file that the build does not lay down.");
        if (zip.Entries.FirstOrDefault(entry => entry.FullName != BuildName && !named.Contains(entry.FullName)) is { } stranger)
            throw new RefusedException("file", $"The zip holds a file that is none of the build’s: {Shown(stranger.FullName)}.");

        var (attachments, renamed) = (new SortedDictionary<string, byte[]>(StringComparer.Ordinal), new Dictionary<string, string>());
        foreach (var one in files)
        {
            var bytes = Bytes(zip.GetEntry(one.Path) ?? throw new RefusedException("file", $"{Shown(one.Path)} is missing from the zip."), MostBytes);
            if (Sha256(bytes) != one.Sha256) throw new RefusedException("file", $"{Shown(one.Path)} in the file is damaged.");
            if (grids.TryGetValue(one.Path, out var grid))
            {
                // Packed anew: what is kept goes by its own bytes, whatever packed it before.
                var packed = PackedGrid.Write(AsciiGrid.Read(bytes));
                renamed[grid] = IdOf(packed);
                attachments[renamed[grid]] = packed;
            }
            else
            {
                CheckPicture(bytes);
                if (IdOf(bytes) != pictures[one.Path]) throw new RefusedException("file", $"{Shown(one.Path)} is another picture than the build names.");
                attachments[pictures[one.Path]] = bytes;
            }
        }

        return document with { Build = BuildAttachments.WithGrids(document.Build, renamed), Attachments = attachments.Count > 0 ? attachments : null, Files = null };
    }

    // Looked at in full: what the shelf keeps can be shown and printed.
    private static void CheckPicture(byte[] jpeg)
    {
        try
        {
            var known = Image.Identify(Jpegs, new MemoryStream(jpeg)) ?? throw new RefusedException("file", "A picture in the file is no JPEG.");
            if (Math.Max(known.Width, known.Height) > MostPicturePx)
                throw new RefusedException("file", $"A picture in the file is {known.Width} × {known.Height} pixels: at most {MostPicturePx} a side are kept.");
            using var whole = Image.Load(Jpegs, jpeg);
        }
        catch (Exception error) when (error is ImageFormatException or InvalidDataException or EndOfStreamException or IndexOutOfRangeException or NotSupportedException or ArgumentException)
        {
            throw new RefusedException("file", "A picture in the file is damaged, or no JPEG.");
        }
    }

    // Never more than it says of itself, and what comes out is what went in.
    private static byte[] Bytes(ZipArchiveEntry entry, long most)
    {
        if (entry.Length < 0 || entry.Length > Math.Min(most, MostBytes)) throw new RefusedException("file", $"{Shown(entry.FullName)} in the file is too large.");
        var bytes = new byte[entry.Length];
        using var from = entry.Open();
        from.ReadExactly(bytes);
        if (from.ReadByte() >= 0 || Crc32.HashToUInt32(bytes) != entry.Crc32) throw Damaged();
        return bytes;
    }

    private static string Sha256(byte[] bytes) => Convert.ToHexStringLower(SHA256.HashData(bytes));

    private static string GridPath(string id) => $"heights/{id}.asc";

    private static string PicturePath(string id) => $"photos/{id}.jpg";

    private static string Shown(string path) => path.Length > 60 ? $"{path[..60]}…" : path;

    private static RefusedException Damaged() => new("file", "This is not a build file, or it is damaged. Nothing was brought in.");
}
