using System.IO.Compression;
using System.Net.Http.Headers;
using System.Text.Json.Nodes;

namespace InkBasin.Server.Tests;

/// <summary>Build files as a maker's other programs would open and change them.</summary>
internal static class BuildZips
{
    public static async Task<string> Document(this HttpClient client, string at) => Document(await client.GetByteArrayAsync($"{at}/file"));

    public static string Document(byte[] file)
    {
        using var zip = new ZipArchive(new MemoryStream(file));
        using var text = new StreamReader(zip.GetEntry("build.json")!.Open());
        return text.ReadToEnd();
    }

    /// <summary>The same zip with one of its files changed, or left out.</summary>
    public static byte[] Changed(byte[] file, string path, Func<string, string?> change)
    {
        using var changed = new MemoryStream();
        changed.Write(file);
        using (var zip = new ZipArchive(changed, ZipArchiveMode.Update, leaveOpen: true))
        {
            var entry = zip.GetEntry(path)!;
            string text;
            using (var from = new StreamReader(entry.Open(), System.Text.Encoding.Latin1)) text = from.ReadToEnd();
            entry.Delete();
            if (change(text) is { } after)
            {
                using var to = zip.CreateEntry(path).Open();
                to.Write(System.Text.Encoding.Latin1.GetBytes(after));
            }
        }

        return changed.ToArray();
    }

    public static async Task<(HttpResponseMessage Response, JsonNode Body)> Import(this HttpClient client, byte[] file, bool copy = false)
    {
        using var content = new ByteArrayContent(file);
        content.Headers.ContentType = new MediaTypeHeaderValue("application/zip");
        var response = await client.PostAsync($"/api/builds/import?copy={(copy ? "true" : "false")}", content);
        var text = await response.Content.ReadAsStringAsync();
        return (response, JsonNode.Parse(text.Length > 0 ? text : "{}")!);
    }
}
