namespace InkBasin.Server.Hosting;

/// <summary>
/// Who may change anything, and what a page of ours may do. The server listens on the maker's own machine, where every page open in the same browser can
/// reach it: a change is taken only from our own pages, or from a program that is no browser.
/// </summary>
internal static class Door
{
    /// <summary>No script but the application's own files, no frame round it, nothing from elsewhere; pictures may also lie in the styles.</summary>
    public const string ContentPolicy =
        "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";

    /// <summary>Puts the headers on every answer and turns away changes from foreign pages.</summary>
    public static void UseDoor(this WebApplication app) => app.Use(async (context, next) =>
    {
        // Set as the answer begins: what answers a fault clears all headers before it.
        context.Response.OnStarting(() =>
        {
            var headers = context.Response.Headers;
            headers.ContentSecurityPolicy = ContentPolicy;
            headers.XContentTypeOptions = "nosniff";
            headers.XFrameOptions = "DENY";
            headers["Referrer-Policy"] = "no-referrer";
            headers["Cross-Origin-Opener-Policy"] = "same-origin";
            headers["Cross-Origin-Resource-Policy"] = "same-origin";
            return Task.CompletedTask;
        });
        if (Changes(context.Request.Method) && IsForeign(context.Request))
        {
            await TypedResults.Problem("Only Ink Basin’s own pages may change what it keeps. Nothing was changed.", statusCode: StatusCodes.Status403Forbidden, title: "From another page").ExecuteAsync(context);
            return;
        }

        await next(context);
    });

    private static bool Changes(string method) => !HttpMethods.IsGet(method) && !HttpMethods.IsHead(method) && !HttpMethods.IsOptions(method) && !HttpMethods.IsTrace(method);

    // Browsers say of every request whence it comes, and no page can make them lie; older ones send only the origin, other programs neither.
    private static bool IsForeign(HttpRequest request)
    {
        var site = request.Headers["Sec-Fetch-Site"];
        if (site.Count > 0 && site != "same-origin" && site != "none") return true;
        var origin = request.Headers.Origin;
        return origin.Count > 0 && !string.Equals(origin, $"{request.Scheme}://{request.Host}", StringComparison.OrdinalIgnoreCase);
    }
}
