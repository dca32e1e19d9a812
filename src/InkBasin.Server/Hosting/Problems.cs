using System.Text.Json;
using InkBasin.Core.Builds;
using InkBasin.Core;
using InkBasin.Store;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;

namespace InkBasin.Server.Hosting;

/// <summary>
/// Every refusal as application/problem+json: a status, one sentence a maker understands, and <c>errors</c> keyed by the
/// field's path. What is not a refusal stays a fault: logged, and answered without its inside.
/// </summary>
internal sealed partial class Problems(IProblemDetailsService problems, ILogger<Problems> logger) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        if (exception is OperationCanceledException && httpContext.RequestAborted.IsCancellationRequested)
        {
            httpContext.Response.StatusCode = StatusCodes.Status499ClientClosedRequest;
            return true;
        }

        var problem = Describe(exception);
        if (problem.Status == StatusCodes.Status500InternalServerError) LogFault(logger, exception, httpContext.Request.Path);
        httpContext.Response.StatusCode = problem.Status!.Value;
        return await problems.TryWriteAsync(new ProblemDetailsContext { HttpContext = httpContext, ProblemDetails = problem, Exception = exception });
    }

    private static ProblemDetails Describe(Exception exception) => exception switch
    {
        RefusedException refused => Refusal(
            refused.Kind == RefusalKind.Impossible ? StatusCodes.Status422UnprocessableEntity : StatusCodes.Status400BadRequest,
            refused.Field,
            refused.Message,
            refused.Others),
        BuildNotFoundException missing => new ProblemDetails { Status = StatusCodes.Status404NotFound, Title = "Not there", Detail = missing.Message },
        SessionNotFoundException gone => new ProblemDetails { Status = StatusCodes.Status404NotFound, Title = "Not there", Detail = gone.Message },
        BuildChangedException changed => new ProblemDetails
        {
            Status = StatusCodes.Status409Conflict,
            Title = "Changed in another window",
            Detail = changed.Message,
            Extensions = { ["current"] = changed.Current, ["changes"] = changed.Changes },
        },
        BadHttpRequestException bad => Unreadable(bad),
        StoredDataException stored => new ProblemDetails { Status = StatusCodes.Status500InternalServerError, Title = "Kept, but not readable", Detail = stored.Message },
        _ => new ProblemDetails
        {
            Status = StatusCodes.Status500InternalServerError,
            Title = "A fault of ours",
            Detail = "Something went wrong in the application. Nothing was changed; try again, and restart it if that does not help.",
        },
    };

    private static ProblemDetails Unreadable(BadHttpRequestException bad) => bad switch
    {
        { InnerException: JsonException json } => Json(json),
        { StatusCode: StatusCodes.Status413PayloadTooLarge } =>
            new ProblemDetails { Status = bad.StatusCode, Title = "Too large", Detail = "The request is over 64 MB: send less at once." },
        { StatusCode: StatusCodes.Status415UnsupportedMediaType } =>
            new ProblemDetails { Status = bad.StatusCode, Title = "Not JSON", Detail = "Send the request as application/json." },
        _ => Refusal(bad.StatusCode, "request", "The request could not be read: something in it is missing or not of its kind."),
    };

    private static ProblemDetails Json(JsonException json)
    {
        var refusal = BuildJson.Refusal("", json);
        return Refusal(StatusCodes.Status400BadRequest, refusal.Field, refusal.Message);
    }

    private static ProblemDetails Refusal(int status, string field, string sentence, IReadOnlyList<(string Field, string Sentence)>? others = null) => new()
    {
        Status = status,
        Title = status == StatusCodes.Status422UnprocessableEntity ? "Cannot be" : "Cannot be read",
        Detail = sentence,
        Extensions = { ["errors"] = new[] { (Field: field, Sentence: sentence) }.Concat(others ?? []).GroupBy(one => one.Field).ToDictionary(one => one.Key, one => one.Select(each => each.Sentence).ToArray()) },
    };

    [LoggerMessage(Level = LogLevel.Error, Message = "A fault while answering {Path}")]
    private static partial void LogFault(ILogger logger, Exception exception, string path);
}
