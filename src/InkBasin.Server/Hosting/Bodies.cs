namespace InkBasin.Server.Hosting;

/// <summary>Files sent as the body of a request.</summary>
internal static class Bodies
{
    /// <summary>The whole body; one over the server's limit is refused on the way.</summary>
    public static async Task<byte[]> ReadAsync(HttpRequest request, CancellationToken cancel)
    {
        using var body = new MemoryStream();
        await request.Body.CopyToAsync(body, cancel);
        return body.ToArray();
    }
}
