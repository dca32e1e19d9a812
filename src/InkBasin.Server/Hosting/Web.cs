using Microsoft.Extensions.FileProviders;
using Microsoft.Net.Http.Headers;

namespace InkBasin.Server.Hosting;

/// <summary>The web application's files.</summary>
internal static class Web
{
    /// <summary>An address under /api that nothing answers is a 404, never the application's page.</summary>
    public static void MapApiRest(this WebApplication app) =>
        app.Map("/api/{**rest}", (HttpRequest request) =>
            // A route that takes JSON is passed over when something else is sent, and ends here.
            HttpMethods.IsPost(request.Method) && !request.HasJsonContentType()
                ? TypedResults.Problem("Send the request as application/json.", statusCode: StatusCodes.Status415UnsupportedMediaType)
                : TypedResults.Problem("There is nothing at this address.", statusCode: StatusCodes.Status404NotFound))
            .ExcludeFromDescription();

    /// <summary>Serves the built web application; any other address is a stage of it.</summary>
    public static void MapWeb(this WebApplication app)
    {
        var dist = app.Configuration["web"] ?? Path.Combine(AppContext.BaseDirectory, "web");
        if (!Directory.Exists(dist)) return;
        var files = new StaticFileOptions
        {
            FileProvider = new PhysicalFileProvider(Path.GetFullPath(dist)),
            OnPrepareResponse = context => context.Context.Response.Headers[HeaderNames.CacheControl] =
                context.Context.Request.Path.StartsWithSegments("/assets") ? "public,max-age=31536000,immutable" : "no-cache",
        };
        app.UseStaticFiles(files);
        app.MapFallbackToFile("index.html", files);
    }
}
