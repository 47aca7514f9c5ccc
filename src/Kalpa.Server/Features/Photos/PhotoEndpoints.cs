using System.Security.Claims;
using Kalpa.Contracts;
using Kalpa.Server.SetUp;
using Kalpa.Store.Photos;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Kalpa.Server.Features.Photos;

/// <summary>Pictures' bytes, by their SHA-256: in, and out as original or rendition. A picture's bytes never change, so they may be kept.</summary>
public static class PhotoEndpoints
{
    private const string KeepForever = "private, max-age=31536000, immutable";

    /// <summary>Over the limit of the intake, so that its own message answers and not the server's.</summary>
    private const long MostRequestBytes = PhotoIntake.MostBytes + 1_000_000;

    public static void MapPhotos(this IEndpointRouteBuilder api)
    {
        api.MapPost("photos", Take)
            .WithName("sendPhoto")
            .Accepts<byte[]>("application/octet-stream")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity)
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(MostRequestBytes));
        api.MapGet("photos/{sha256:length(64)}/original", Original).WithName("getPhotoOriginal");
        api.MapGet("photos/{sha256:length(64)}/{rendition}", OfRendition).WithName("getPhoto");
    }

    private static async Task<Ok<BlobAnswer>> Take(
        HttpRequest request,
        ClaimsPrincipal person,
        PhotoIntake intake,
        TimeProvider clock,
        CancellationToken cancel
    ) => TypedResults.Ok(await intake.Take(request.Body, CurrentFirm.SenderOf(person, clock), cancel));

    private static async Task<Results<PhysicalFileHttpResult, ProblemHttpResult>> Original(
        string sha256,
        HttpContext http,
        PhotoIntake intake,
        CurrentFirm firm,
        CancellationToken cancel
    )
    {
        if (await intake.FindOriginal(firm.FirmId, sha256, cancel) is not { } found)
        {
            return Problems.NotFound("photo");
        }
        http.Response.Headers.CacheControl = KeepForever;
        return TypedResults.PhysicalFile(found.Path, found.MediaType);
    }

    private static async Task<Results<PhysicalFileHttpResult, ProblemHttpResult>> OfRendition(
        string sha256,
        string rendition,
        HttpContext http,
        PhotoIntake intake,
        CurrentFirm firm,
        CancellationToken cancel
    )
    {
        if (
            !Enum.TryParse<Rendition>(rendition, ignoreCase: true, out var wanted)
            || await intake.Find(firm.FirmId, sha256, wanted, cancel) is not { } path
        )
        {
            return Problems.NotFound("photo");
        }
        http.Response.Headers.CacheControl = KeepForever;
        return TypedResults.PhysicalFile(path, "image/jpeg");
    }
}
