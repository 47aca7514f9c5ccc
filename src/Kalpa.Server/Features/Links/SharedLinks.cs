using System.Security.Cryptography;
using System.Text;
using Kalpa.Store;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Links;

/// <summary>What a link is to open, for whom and for how many days. <paramref name="SignatureId"/>: the signed report it opens.</summary>
public sealed record LinkWanted(Guid VisitId, LinkPurpose Purpose, string ForWhom, int Days, Guid? SignatureId = null);

/// <summary>
/// Links that open one thing without sign-in, and nothing else: a crew its punch list, a client a signed report. They expire, can be revoked, and take a bounded
/// number of replies. The secret itself is not saved.
/// </summary>
public sealed class SharedLinks(KalpaDb db, TimeProvider clock)
{
    private const int SecretBytes = 24;

    /// <summary>A punch list has tens of items; some are refused and answered again.</summary>
    public const int MostReplies = 300;

    public const int MostPhotos = 300;
    public const long MostPhotoBytes = 1_500_000_000;

    /// <summary>The secret is in the answer, and nowhere else.</summary>
    public async Task<(SharedLink Link, string Secret)> Make(LinkWanted wanted, Sender sender, CancellationToken cancel)
    {
        var secret = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(SecretBytes));
        var link = new SharedLink
        {
            Id = Guid.CreateVersion7(sender.Now),
            FirmId = sender.FirmId,
            VisitId = wanted.VisitId,
            Purpose = wanted.Purpose,
            SignatureId = wanted.SignatureId,
            MadeById = sender.PersonId,
            MadeAtTicks = sender.Now.UtcTicks,
            ForWhom = wanted.ForWhom.Trim(),
            SecretHash = Hash(secret),
            ExpiresAtTicks = sender.Now.AddDays(wanted.Days).UtcTicks,
        };
        db.SharedLinks.Add(link);
        await db.SaveChangesAsync(cancel);
        return (link, secret);
    }

    public Task<List<SharedLink>> Of(Guid visitId, LinkPurpose purpose, CancellationToken cancel) =>
        db.SharedLinks.AsNoTracking().Where(l => l.VisitId == visitId && l.Purpose == purpose).OrderBy(l => l.Id).ToListAsync(cancel);

    public async Task<bool> Revoke(Guid id, LinkPurpose purpose, CancellationToken cancel) =>
        await db
            .SharedLinks.Where(l => l.Id == id && l.Purpose == purpose)
            .ExecuteUpdateAsync(set => set.SetProperty(l => l.Revoked, true), cancel) == 1;

    /// <summary>The link of a secret while it is good, whatever firm it is of; null otherwise.</summary>
    public async Task<SharedLink?> Find(string secret, LinkPurpose purpose, CancellationToken cancel)
    {
        var hash = Hash(secret);
        var now = clock.GetUtcNow().UtcTicks;
        return await db
            .SharedLinks.IgnoreQueryFilters()
            .AsNoTracking()
            .FirstOrDefaultAsync(l => l.SecretHash == hash && l.Purpose == purpose && !l.Revoked && l.ExpiresAtTicks > now, cancel);
    }

    /// <summary>Counts a photo that is about to come by a link; false when the link has had its fill.</summary>
    public async Task<bool> CountPhoto(SharedLink link, CancellationToken cancel) =>
        await db
            .SharedLinks.Where(l => l.Id == link.Id && l.Photos < MostPhotos && l.PhotoBytes < MostPhotoBytes)
            .ExecuteUpdateAsync(set => set.SetProperty(l => l.Photos, l => l.Photos + 1), cancel) == 1;

    public async Task CountBytes(SharedLink link, long bytes, CancellationToken cancel) =>
        await db
            .SharedLinks.Where(l => l.Id == link.Id)
            .ExecuteUpdateAsync(set => set.SetProperty(l => l.PhotoBytes, l => l.PhotoBytes + bytes), cancel);

    /// <summary>Counts what is about to be said by a link; false when the link has had its fill.</summary>
    public async Task<bool> CountReply(SharedLink link, int most, CancellationToken cancel) =>
        await db
            .SharedLinks.Where(l => l.Id == link.Id && l.Replies < most)
            .ExecuteUpdateAsync(set => set.SetProperty(l => l.Replies, l => l.Replies + 1), cancel) == 1;

    public async Task CountOpened(SharedLink link, CancellationToken cancel)
    {
        var now = clock.GetUtcNow().UtcTicks;
        await db
            .SharedLinks.Where(l => l.Id == link.Id)
            .ExecuteUpdateAsync(set => set.SetProperty(l => l.Opened, l => l.Opened + 1).SetProperty(l => l.OpenedAtTicks, now), cancel);
    }

    private static string Hash(string secret) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(secret)));
}
