using System.Net.Mime;
using Kalpa.Contracts;
using Kalpa.Core;
using Kalpa.Core.Assessing;
using Kalpa.Core.Rules;
using Kalpa.Server.SetUp;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Kalpa.Server.Features.Compute;

/// <summary>The core over HTTP: the same methods and the same JSON as the command line and the browser.</summary>
public static class ComputeEndpoints
{
    public static void MapCompute(this IEndpointRouteBuilder api)
    {
        foreach (var method in ComputeMethods.All)
        {
            Map(api, method);
        }
    }

    // The body is read as text and goes through the one call, so that a refusal reads the same on every way in.
    private static void Map(IEndpointRouteBuilder api, ComputeMethod method) =>
        api.MapPost(
                $"compute/{method.Name}",
                (HttpRequest request, RuleBook book, ILogger<ComputeResult> log, CancellationToken cancel) =>
                    Run(method.Name, request, book, log, cancel)
            )
            .WithMetadata(new RequestSizeLimitAttribute(MostBytes))
            .WithName($"compute-{method.Name}")
            .Accepts(method.Input, MediaTypeNames.Application.Json)
            .Produces(StatusCodes.Status200OK, method.Output, MediaTypeNames.Application.Json)
            .ProducesProblem(StatusCodes.Status400BadRequest);

    /// <summary>The largest roof that the bounds allow takes a fraction of this; a caller who leaves ends the work at once.</summary>
    private static readonly TimeSpan LongestWork = TimeSpan.FromSeconds(15);

    private const long MostBytes = 5_000_000;

    private static async Task<IResult> Run(
        string method,
        HttpRequest request,
        RuleBook book,
        ILogger<ComputeResult> log,
        CancellationToken cancel
    )
    {
        using var reader = new StreamReader(request.Body);
        var json = await reader.ReadToEndAsync(cancel);
        try
        {
            using var budget = WorkBudget.Begin(TimeBudget.Within(LongestWork, cancel));
            var result = Contracts.Compute.Run(method, json, book);
            if (result.Problem is { } problem)
            {
                var where = problem.Field is null ? "" : $" (at {problem.Field})";
                return Refused(problem.Code, problem.Text + where);
            }
            // A page whose own core is still starting takes the answer only if that would give the same.
            request.HttpContext.Response.Headers[JudgesBy] = $"{book.Hash} {Assessor.MethodVersion}";
            return TypedResults.Content(result.Json, MediaTypeNames.Application.Json);
        }
        catch (Exception exception) when (exception is not WorkStoppedException)
        {
            // Within the bounds nothing should break; what does is logged for whoever runs the server, and refused in words.
            log.LogError(exception, "The method {Method} broke on an input of {Length} characters", method, json.Length);
            return Problems.Of(
                StatusCodes.Status422UnprocessableEntity,
                NotComputable,
                "This cannot be calculated",
                "Something in the input breaks the computation. Leave parts out until it answers, and report what broke it."
            );
        }
    }

    /// <summary>The header that names what the answer was judged by: the hash of the rule book and the version of the method.</summary>
    public const string JudgesBy = "X-Kalpa-Judges-By";

    /// <summary>The code of an input that broke a method: a fault of ours.</summary>
    public const string NotComputable = "compute.not-computable";

    private static ProblemHttpResult Refused(string code, string text) =>
        Problems.Of(StatusCodes.Status400BadRequest, code, "The input was refused", text);
}
