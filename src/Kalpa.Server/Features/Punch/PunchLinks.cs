using System.Security.Cryptography;
using System.Text;
using Kalpa.Contracts;
using Kalpa.Store;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Punch;

/// <summary>Links that let a crew see and answer its own punch list, and nothing else, without sign-in. The secret itself is not kept.</summary>
public sealed class PunchLinks(KalpaDb db, TimeProvider clock)
{
    private const int SecretBytes = 24;

    public const int MostDays = 120;

    /// <summary>A punch list has tens of items; some are refused and answered again.</summary>
    public const int MostReplies = 300;

    public const int MostPhotos = 300;
    public const long MostPhotoBytes = 1_500_000_000;

    public async Task<PunchLinkAnswer> Make(Guid visitId, PunchLinkRequest request, Sender sender, CancellationToken cancel)
    {
        var secret = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(SecretBytes));
        var link = new PunchLink
        {
            Id = Guid.CreateVersion7(sender.Now),
            FirmId = sender.FirmId,
            VisitId = visitId,
            MadeById = sender.PersonId,
            Crew = request.Crew.Trim(),
            SecretHash = Hash(secret),
            ExpiresAtTicks = sender.Now.AddDays(request.Days).UtcTicks,
        };
        db.PunchLinks.Add(link);
        await db.SaveChangesAsync(cancel);
        return Answer(link, $"/crew/{secret}");
    }

    public async Task<IReadOnlyList<PunchLinkAnswer>> Of(Guid visitId, CancellationToken cancel)
    {
        var links = await db.PunchLinks.AsNoTracking().Where(l => l.VisitId == visitId).OrderBy(l => l.Id).ToListAsync(cancel);
        return [.. links.Select(l => Answer(l, null))];
    }

    public async Task<bool> Revoke(Guid id, CancellationToken cancel) =>
        await db.PunchLinks.Where(l => l.Id == id).ExecuteUpdateAsync(set => set.SetProperty(l => l.Revoked, true), cancel) == 1;

    /// <summary>The link of a secret while it is good, whatever firm it is of; null otherwise.</summary>
    public async Task<PunchLink?> Find(string secret, CancellationToken cancel)
    {
        var hash = Hash(secret);
        var now = clock.GetUtcNow().UtcTicks;
        return await db
            .PunchLinks.IgnoreQueryFilters()
            .AsNoTracking()
            .FirstOrDefaultAsync(l => l.SecretHash == hash && !l.Revoked && l.ExpiresAtTicks > now, cancel);
    }

    /// <summary>Counts a photo that is about to come by a link; false when the link has had its fill.</summary>
    public async Task<bool> CountPhoto(PunchLink link, CancellationToken cancel) =>
        await db
            .PunchLinks.Where(l => l.Id == link.Id && l.Photos < MostPhotos && l.PhotoBytes < MostPhotoBytes)
            .ExecuteUpdateAsync(set => set.SetProperty(l => l.Photos, l => l.Photos + 1), cancel) == 1;

    public async Task CountBytes(PunchLink link, long bytes, CancellationToken cancel) =>
        await db
            .PunchLinks.Where(l => l.Id == link.Id)
            .ExecuteUpdateAsync(set => set.SetProperty(l => l.PhotoBytes, l => l.PhotoBytes + bytes), cancel);

    public async Task<bool> CountReply(PunchLink link, CancellationToken cancel) =>
        await db
            .PunchLinks.Where(l => l.Id == link.Id && l.Replies < MostReplies)
            .ExecuteUpdateAsync(set => set.SetProperty(l => l.Replies, l => l.Replies + 1), cancel) == 1;

    private static string Hash(string secret) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(secret)));

    private static PunchLinkAnswer Answer(PunchLink link, string? path) =>
        new(link.Id, link.Crew, new DateTimeOffset(link.ExpiresAtTicks, TimeSpan.Zero), link.Revoked, path);
}
