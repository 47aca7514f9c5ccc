using System.Security.Claims;
using Kalpa.Contracts;
using Kalpa.Server.Features.Signing;
using Kalpa.Server.SetUp;
using Kalpa.Store.Photos;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Net.Http.Headers;

namespace Kalpa.Server.Features.Photos;

/// <summary>
/// Pictures' bytes, by their SHA-256: in, and out as original or rendition. What is made from an original never changes and may be kept; what stands
/// in for one is asked for anew each time.
/// </summary>
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
        api.MapGet("photos/wanted", Wanted).WithName("getWantedPhotos");
        api.MapGet("photos/{sha256:length(64)}/state", State).WithName("getPhotoState");
        api.MapPut("photos/{sha256:length(64)}", Append)
            .WithName("sendPhotoPiece")
            .Accepts<byte[]>("application/octet-stream")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity)
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(MostRequestBytes));
        api.MapPut("photos/{sha256:length(64)}/report", TakeReport)
            .WithName("sendReportPicture")
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
        SigningSignal signing,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var taken = await intake.Take(request.Body, CurrentFirm.SenderOf(person, clock), cancel);
        signing.Raise();
        return TypedResults.Ok(taken);
    }

    /// <summary>A report that was signed may wait for this photo.</summary>
    private static BlobState Told(BlobState state, SigningSignal signing)
    {
        if (state.Whole || state.ReportHeld)
        {
            signing.Raise();
        }
        return state;
    }

    /// <summary>Originals that were found damaged or gone: a device that has one is to send it again.</summary>
    private static async Task<Ok<IReadOnlyList<string>>> Wanted(PhotoIntake intake, CancellationToken cancel) =>
        TypedResults.Ok(await intake.Wanted(cancel));

    private static async Task<Results<Ok<BlobState>, ProblemHttpResult>> State(
        string sha256,
        PhotoIntake intake,
        CurrentFirm firm,
        CancellationToken cancel
    ) => IsHash(sha256) ? TypedResults.Ok(await intake.State(firm.FirmId, sha256, cancel)) : BadPiece();

    private static async Task<Results<Ok<BlobState>, ProblemHttpResult>> Append(
        string sha256,
        long offset,
        long total,
        HttpRequest request,
        ClaimsPrincipal person,
        PhotoIntake intake,
        SigningSignal signing,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        IsHash(sha256) && offset >= 0 && total > 0
            ? TypedResults.Ok(
                Told(await intake.Append(sha256, offset, total, request.Body, CurrentFirm.SenderOf(person, clock), cancel), signing)
            )
            : BadPiece();

    private static async Task<Results<Ok<BlobState>, ProblemHttpResult>> TakeReport(
        string sha256,
        HttpRequest request,
        ClaimsPrincipal person,
        PhotoIntake intake,
        SigningSignal signing,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        IsHash(sha256)
            ? TypedResults.Ok(Told(await intake.TakeReport(sha256, request.Body, CurrentFirm.SenderOf(person, clock), cancel), signing))
            : BadPiece();

    private static bool IsHash(string sha256) => sha256.All(char.IsAsciiHexDigitLower);

    private static ProblemHttpResult BadPiece() =>
        Problems.Of(
            StatusCodes.Status422UnprocessableEntity,
            "photo.bad-piece",
            "That piece cannot be placed",
            "Name the bytes by their SHA-256 in lower-case hexadecimal, and give offset (0 or more) and total (1 or more)."
        );

    private static async Task<Results<PhysicalFileHttpResult, ProblemHttpResult>> Original(
        string sha256,
        HttpContext http,
        PhotoIntake intake,
        CurrentFirm firm,
        CancellationToken cancel
    )
    {
        if (!IsHash(sha256) || await intake.FindOriginal(firm.FirmId, sha256, cancel) is not { } found)
        {
            return IsHash(sha256) && (await intake.Wanted(cancel)).Contains(sha256)
                ? Problems.Of(
                    StatusCodes.Status404NotFound,
                    "photo.original-damaged",
                    "The original photo is damaged",
                    "It was put aside and is asked for again. Open Kalpa on the device that took it, or choose the file again."
                )
                : Problems.NotFound("photo");
        }
        http.Response.Headers.CacheControl = KeepForever;
        return TypedResults.PhysicalFile(found.Path, found.MediaType);
    }

    /// <param name="of">The photo whose edits are burnt in; without it the picture is shown as it was taken.</param>
    private static async Task<Results<PhysicalFileHttpResult, ProblemHttpResult>> OfRendition(
        string sha256,
        string rendition,
        Guid? of,
        HttpContext http,
        PhotoReader photos,
        CurrentFirm firm,
        CancellationToken cancel
    )
    {
        if (
            !IsHash(sha256)
            || RenditionOf(rendition) is not { } wanted
            || await photos.Find(firm.FirmId, sha256, wanted, await photos.EditsOf(of, sha256, cancel), cancel) is not { } found
        )
        {
            return Problems.NotFound("photo");
        }
        // Edits change under one address.
        http.Response.Headers.CacheControl = found.FromOriginal && of is null ? KeepForever : "private, no-cache";
        // Two contents of one address are told apart by their tags.
        var tag = new EntityTagHeaderValue($"\"{Path.GetFileName(found.Path)}\"");
        return TypedResults.PhysicalFile(found.Path, "image/jpeg", entityTag: tag);
    }

    /// <summary>A number would pass for a name otherwise.</summary>
    private static Rendition? RenditionOf(string word) =>
        word.All(char.IsAsciiLetter) && Enum.TryParse<Rendition>(word, ignoreCase: true, out var rendition) ? rendition : null;
}
