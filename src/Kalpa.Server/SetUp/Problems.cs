using Kalpa.Core;
using Kalpa.Reports.Printing;
using Kalpa.Store.Photos;
using Kalpa.Store.Writing;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Kalpa.Server.SetUp;

/// <summary>RFC 9457 problem details with a stable code and the request's id.</summary>
public static class Problems
{
    private const string CodeField = "code";

    public static ProblemHttpResult Of(int status, string code, string title, string? detail = null) =>
        TypedResults.Problem(
            detail,
            statusCode: status,
            title: title,
            type: $"urn:kalpa:{code}",
            extensions: new Dictionary<string, object?> { [CodeField] = code }
        );

    public static ProblemHttpResult NotFound(string what) => Of(StatusCodes.Status404NotFound, "not-found", $"There is no such {what}");

    public static void AddKalpaProblems(this IServiceCollection services)
    {
        services.AddProblemDetails(options =>
            options.CustomizeProblemDetails = context => Complete(context.HttpContext, context.ProblemDetails)
        );
        services.AddExceptionHandler<KnownFailures>();
    }

    private static void Complete(HttpContext http, ProblemDetails problem)
    {
        problem.Extensions["requestId"] = http.TraceIdentifier;
        if (!problem.Extensions.ContainsKey(CodeField))
        {
            var code = problem.Status switch
            {
                StatusCodes.Status400BadRequest => "request.bad",
                StatusCodes.Status401Unauthorized => "session.none",
                StatusCodes.Status403Forbidden => "session.not-allowed",
                StatusCodes.Status404NotFound => "not-found",
                StatusCodes.Status405MethodNotAllowed => "request.bad-method",
                StatusCodes.Status413PayloadTooLarge => "request.too-large",
                StatusCodes.Status415UnsupportedMediaType => "request.bad-type",
                _ => "server.failed",
            };
            problem.Extensions[CodeField] = code;
            problem.Type = $"urn:kalpa:{code}";
        }
    }
}

/// <summary>Failures that are expected get their own code; anything else is logged and answered without its insides.</summary>
internal sealed class KnownFailures : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext http, Exception exception, CancellationToken cancel)
    {
        var answer = exception switch
        {
            PhotoException photo => Problems.Of(
                photo.Code == PhotoException.BusyCode ? StatusCodes.Status503ServiceUnavailable : StatusCodes.Status422UnprocessableEntity,
                photo.Code,
                "The photo was not accepted",
                photo.Message
            ),
            PrintingException printing => Problems.Of(
                StatusCodes.Status503ServiceUnavailable,
                "report.not-printed",
                "The PDF was not printed",
                printing.Message
            ),
            WorkStoppedException stopped => Problems.Of(
                StatusCodes.Status503ServiceUnavailable,
                "compute.too-long",
                "The work was stopped",
                stopped.Message
            ),
            _ when StoreException.Of(exception) is { } store => Of(http, store),
            BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge } => Problems.Of(
                StatusCodes.Status413PayloadTooLarge,
                "request.too-large",
                "The request is too large"
            ),
            BadHttpRequestException bad => Problems.Of(
                bad.StatusCode,
                "request.bad-json",
                "The request cannot be read",
                bad.InnerException?.Message ?? bad.Message
            ),
            _ => null,
        };
        if (answer is null)
        {
            return false;
        }
        await answer.ExecuteAsync(http);
        return true;
    }

    /// <summary>How long a client waits before it asks a busy store again, seconds.</summary>
    private const int RetryAfterSeconds = 2;

    private static ProblemHttpResult Of(HttpContext http, StoreException store)
    {
        if (store.Failure == StoreFailure.Busy)
        {
            http.Response.Headers.RetryAfter = $"{RetryAfterSeconds}";
        }
        return store.Failure switch
        {
            StoreFailure.Busy => Problems.Of(
                StatusCodes.Status503ServiceUnavailable,
                "store.busy",
                "The server is busy saving",
                store.Message
            ),
            StoreFailure.Full => Problems.Of(
                StatusCodes.Status507InsufficientStorage,
                "store.full",
                "The server's disk is full",
                store.Message
            ),
            StoreFailure.Shut => Problems.Of(StatusCodes.Status503ServiceUnavailable, "store.shut", "Saving is stopped", store.Message),
            _ => Problems.Of(StatusCodes.Status503ServiceUnavailable, "store.damaged", "The server's database fails", store.Message),
        };
    }
}
