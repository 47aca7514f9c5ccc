using System.Security.Claims;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Model;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Session;

/// <summary>
/// Sign-ins kept on the server: the cookie names one, and is worth something only while that one stands. Also remembers on which devices a person has
/// signed in before.
/// </summary>
public sealed class SignInSessions(KalpaDb db, SignInManager<Person> signIn, IDataProtectionProvider protection, TimeProvider clock)
{
    public const string SignInClaim = "kalpa:sign-in";

    private const string DeviceCookie = "kalpa-device";
    private const int LongestDevice = 160;

    /// <summary>When a sign-in was last used is noted no more often than this.</summary>
    private static readonly TimeSpan SeenEvery = TimeSpan.FromMinutes(15);

    private static readonly TimeSpan DeviceIsKnownFor = TimeSpan.FromDays(400);

    private readonly IDataProtector devices = protection.CreateProtector("kalpa.known-device");

    public static Guid? IdOf(ClaimsPrincipal person) => Guid.TryParse(person.FindFirstValue(SignInClaim), out var id) ? id : null;

    /// <summary>Signs a person in on this device and notes it.</summary>
    public async Task Begin(Person person, HttpContext http, CancellationToken cancel)
    {
        var now = clock.GetUtcNow();
        var row = new SignIn
        {
            Id = Guid.CreateVersion7(now),
            PersonId = person.Id,
            BeganAtTicks = now.UtcTicks,
            SeenAtTicks = now.UtcTicks,
            Device = DeviceOf(http),
        };
        db.SignIns.Add(row);
        await db.SaveChangesAsync(cancel);
        await signIn.SignInWithClaimsAsync(person, isPersistent: true, [new Claim(SignInClaim, row.Id.ToString())]);
        var device = KnownDevice(http, person.UserName ?? "") ?? Guid.CreateVersion7(now);
        http.Response.Cookies.Append(
            DeviceCookie,
            devices.Protect($"{device} {person.UserName?.ToUpperInvariant()}"),
            new CookieOptions
            {
                HttpOnly = true,
                SameSite = SameSiteMode.Strict,
                Secure = http.Request.IsHttps,
                MaxAge = DeviceIsKnownFor,
                IsEssential = true,
            }
        );
    }

    /// <summary>The device's id when this account has signed in on it before; null otherwise.</summary>
    public Guid? KnownDevice(HttpContext http, string account)
    {
        try
        {
            var parts = http.Request.Cookies[DeviceCookie] is { } cookie ? devices.Unprotect(cookie).Split(' ', 2) : [];
            return
                parts.Length == 2
                && string.Equals(parts[1], account.Trim(), StringComparison.OrdinalIgnoreCase)
                && Guid.TryParse(parts[0], out var id)
                ? id
                : null;
        }
        catch (System.Security.Cryptography.CryptographicException)
        {
            return null;
        }
    }

    /// <summary>Whether the sign-in that a cookie names still stands and is this person's, in the firm the cookie says.</summary>
    public async Task<bool> Stands(ClaimsPrincipal principal, CancellationToken cancel)
    {
        if (IdOf(principal) is not { } id || CurrentFirm.FirmOf(principal) is not { } firm)
        {
            return false;
        }
        var person = CurrentFirm.PersonOf(principal);
        var seen = await db
            .SignIns.Where(s => s.Id == id && s.PersonId == person && s.EndedAtTicks == null)
            .Join(db.Users.Where(u => u.FirmId == firm), s => s.PersonId, u => u.Id, (s, u) => (long?)s.SeenAtTicks)
            .FirstOrDefaultAsync(cancel);
        if (seen is null)
        {
            return false;
        }
        var now = clock.GetUtcNow().UtcTicks;
        if (now - seen > SeenEvery.Ticks)
        {
            await db.SignIns.Where(s => s.Id == id).ExecuteUpdateAsync(set => set.SetProperty(s => s.SeenAtTicks, now), cancel);
        }
        return true;
    }

    /// <summary>A person's sign-ins that stand, the one last used first.</summary>
    public async Task<IReadOnlyList<SignIn>> Of(Guid personId, CancellationToken cancel) =>
        await db
            .SignIns.AsNoTracking()
            .Where(s => s.PersonId == personId && s.EndedAtTicks == null)
            .OrderByDescending(s => s.SeenAtTicks)
            .ThenBy(s => s.Id)
            .ToListAsync(cancel);

    /// <summary>Ends a sign-in of this person; false when there is no such one. From its next request on that device is signed out.</summary>
    public async Task<bool> End(Guid id, Guid personId, CancellationToken cancel)
    {
        var now = clock.GetUtcNow().UtcTicks;
        return await db
                .SignIns.Where(s => s.Id == id && s.PersonId == personId && s.EndedAtTicks == null)
                .ExecuteUpdateAsync(set => set.SetProperty(s => s.EndedAtTicks, now), cancel) == 1;
    }

    private static string DeviceOf(HttpContext http)
    {
        var words = new string([.. http.Request.Headers.UserAgent.ToString().Where(c => !char.IsControl(c))]);
        return words.Length <= LongestDevice ? words : words[..LongestDevice];
    }
}
