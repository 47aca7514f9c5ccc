using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.NewWork;
using Kalpa.Core.Rules;
using Kalpa.Server.Features.Links;
using Kalpa.Server.Features.Live;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Dossiers;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Kalpa.Store.Photos;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Punch;

/// <summary>What a crew may do by its link: see its own items, send a photo, say an item is fixed. A link that is wrong, over or revoked is not found.</summary>
public static class CrewEndpoints
{
    private const long MostRequestBytes = PhotoIntake.MostBytes + 1_000_000;

    public static void MapCrew(this IEndpointRouteBuilder app)
    {
        var crew = app.MapGroup("/api/crew/{secret}").AllowAnonymous();
        crew.MapGet("", List).WithName("getCrewList").ProducesProblem(StatusCodes.Status404NotFound);
        crew.MapPost("photos", TakePhoto)
            .WithName("sendCrewPhoto")
            .Accepts<byte[]>("application/octet-stream")
            .ProducesProblem(StatusCodes.Status404NotFound)
            .WithMetadata(new RequestSizeLimitAttribute(MostRequestBytes));
        crew.MapPost("items/{itemId:guid}/fixed", SayFixed)
            .WithName("sayFixed")
            .ProducesProblem(StatusCodes.Status404NotFound)
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        crew.MapGet("photos/{sha256:length(64)}", Photo).WithName("getCrewPhoto").ProducesProblem(StatusCodes.Status404NotFound);
    }

    private static async Task<Results<Ok<CrewList>, ProblemHttpResult>> List(
        string secret,
        SharedLinks links,
        CurrentFirm firm,
        KalpaDb db,
        DossierReader dossiers,
        CancellationToken cancel
    )
    {
        if (await Enter(secret, links, firm, cancel) is not { } link || await dossiers.Visit(link.VisitId, cancel) is not { } visit)
        {
            return NotFound();
        }
        var firmName = await db.Firms.Where(f => f.Id == link.FirmId).Select(f => f.Name).FirstAsync(cancel);
        return TypedResults.Ok(
            new CrewList(
                firmName,
                visit.Property.Name,
                link.ForWhom,
                new DateTimeOffset(link.ExpiresAtTicks, TimeSpan.Zero),
                Items(visit, link.ForWhom)
            )
        );
    }

    private static List<CrewItem> Items(VisitDossier visit, string crew) =>
        [.. visit.Roofs.SelectMany(roof => Items(roof, crew, visit.Roofs.Count > 1))];

    /// <summary>Of several roofs, each item's place says on which it is.</summary>
    private static IEnumerable<CrewItem> Items(RoofVisit roof, string crew, bool named)
    {
        var records = roof.Facts.Records!;
        return (roof.Assessment.NewWork?.Punch ?? [])
            .Where(item => item.Crew == crew)
            .Select(item => new CrewItem(
                named ? item with { Place = item.Place.Length > 0 ? $"{roof.Name}: {item.Place}" : roof.Name } : item,
                PhotosOf(item, records),
                RepliesOf(item, records)
            ));
    }

    private static List<string> PhotosOf(PunchAnswer item, VisitRecords records)
    {
        var findingId = records.PunchItems.First(p => p.Id == item.ItemId).FindingId;
        return [.. records.Photos.Where(p => findingId is not null && p.FindingId == findingId).Select(p => p.Sha256)];
    }

    private static List<string> RepliesOf(PunchAnswer item, VisitRecords records) =>
        [.. records.PunchReplies.Where(r => r.PunchItemId == item.ItemId).OrderBy(r => r.At).Select(r => r.Sha256)];

    private static async Task<Results<Ok<BlobAnswer>, ProblemHttpResult>> TakePhoto(
        string secret,
        HttpRequest request,
        SharedLinks links,
        CurrentFirm firm,
        PhotoIntake intake,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (await Enter(secret, links, firm, cancel) is not { } link)
        {
            return NotFound();
        }
        if (!await links.CountPhoto(link, cancel))
        {
            return Full();
        }
        var taken = await intake.Take(request.Body, SenderOf(link, clock), cancel);
        if (!taken.AlreadyHeld)
        {
            await links.CountBytes(link, taken.Bytes, cancel);
        }
        return TypedResults.Ok(taken);
    }

    private static ProblemHttpResult Full() =>
        Problems.Of(
            StatusCodes.Status429TooManyRequests,
            "punch.link-full",
            "This link has reached its limit",
            "Ask the inspector for a new link; what was sent is saved."
        );

    private static async Task<Results<Ok<ChangeReceipt>, ProblemHttpResult>> SayFixed(
        string secret,
        Guid itemId,
        CrewReply reply,
        SharedLinks links,
        CurrentFirm firm,
        DossierReader dossiers,
        KalpaDb db,
        FactLog log,
        LiveVisits live,
        RuleBook book,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (await Enter(secret, links, firm, cancel) is not { } link || await dossiers.Visit(link.VisitId, cancel) is not { } visit)
        {
            return NotFound();
        }
        if (Items(visit, link.ForWhom).All(i => i.Item.ItemId != itemId))
        {
            return Problems.NotFound("item");
        }
        if (!await db.Blobs.AnyAsync(b => b.Sha256 == reply.Sha256, cancel))
        {
            return Problems.Of(
                StatusCodes.Status422UnprocessableEntity,
                "punch.no-photo",
                "The photo is missing",
                "Send the photo first, then mark it as fixed."
            );
        }
        if (!await links.CountReply(link, SharedLinks.MostReplies, cancel))
        {
            return Full();
        }
        var fact = new PunchReplyFact(reply.RequestId, link.VisitId, itemId, reply.By, reply.Note, reply.Sha256, clock.GetUtcNow());
        var change = new FactChange(
            reply.RequestId,
            fact.Id,
            FactKind.PunchReply,
            null,
            clock.GetUtcNow(),
            "crew link",
            FactChange.CurrentContractVersion,
            false,
            JsonSerializer.SerializeToElement(fact, KalpaJson.Default.PunchReplyFact)
        );
        var changes = new FactChanges([change]);
        var receipts = await log.Accept(changes, SenderOf(link, clock), book, cancel);
        live.Tell(link.FirmId, changes, receipts, link.ForWhom, clock.GetUtcNow());
        return receipts.Receipts[0] is { Outcome: ChangeOutcome.Refused } refused
            ? Problems.Of(
                StatusCodes.Status422UnprocessableEntity,
                refused.Problems[0].Code,
                "The change was not recorded",
                refused.Problems[0].Text
            )
            : TypedResults.Ok(receipts.Receipts[0]);
    }

    /// <summary>Only pictures of the link's own items.</summary>
    private static async Task<Results<PhysicalFileHttpResult, ProblemHttpResult>> Photo(
        string secret,
        string sha256,
        SharedLinks links,
        CurrentFirm firm,
        DossierReader dossiers,
        PhotoReader photos,
        CancellationToken cancel
    )
    {
        if (
            await Enter(secret, links, firm, cancel) is not { } link
            || await dossiers.Visit(link.VisitId, cancel) is not { } visit
            || !Items(visit, link.ForWhom).Any(i => i.Photos.Contains(sha256) || i.ReplyPhotos.Contains(sha256))
            || await photos.Find(link.FirmId, sha256, Rendition.Report, EditsOf(visit, sha256), cancel) is not { } found
        )
        {
            return NotFound();
        }
        return TypedResults.PhysicalFile(found.Path, "image/jpeg");
    }

    /// <summary>What is blurred for the report is blurred for a crew.</summary>
    private static PhotoEdits? EditsOf(VisitDossier visit, string sha256) =>
        visit
            .Roofs.SelectMany(r => (r.Facts.Records ?? VisitRecords.None).Photos)
            .FirstOrDefault(p => p.Sha256 == sha256 && p.Edits is not null)
            ?.Edits;

    /// <summary>From here on the request sees the link's firm.</summary>
    private static async Task<SharedLink?> Enter(string secret, SharedLinks links, CurrentFirm firm, CancellationToken cancel)
    {
        var link = await links.Find(secret, LinkPurpose.PunchList, cancel);
        if (link is not null)
        {
            firm.FirmId = link.FirmId;
        }
        return link;
    }

    private static ProblemHttpResult NotFound() => Problems.NotFound("list");

    private static Sender SenderOf(SharedLink link, TimeProvider clock) => new(link.FirmId, link.MadeById, clock.GetUtcNow());
}
