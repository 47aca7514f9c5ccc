using System.Security.Claims;
using Kalpa.Contracts;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Kalpa.Server.Features.Session;

/// <summary>Screens that broke, written to the server's log, where whoever runs it finds them.</summary>
public static class ClientFailureEndpoints
{
    private const int LongestText = 4_000;

    public static void MapClientFailures(this IEndpointRouteBuilder api) =>
        api.MapPost("client-failures", Take)
            .WithName("reportFailure")
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(20_000));

    private static NoContent Take(ClientFailure failure, ClaimsPrincipal person, ILogger<ClientFailure> log)
    {
        log.LogError(
            "A screen broke at {Path} for {Person}: {Message}\n{Stack}",
            Plain(failure.Path),
            person.Identity?.Name,
            Plain(failure.Message),
            Plain(failure.Stack)
        );
        return TypedResults.NoContent();
    }

    /// <summary>No control signs in the log: one line stays one line.</summary>
    private static string Plain(string text) => new([.. text.Take(LongestText).Select(c => char.IsControl(c) && c != '\n' ? ' ' : c)]);
}
