using System.Security.Claims;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;

namespace Kalpa.Server.SetUp;

/// <summary>The firm of whoever is signed in; set once a request, from the cookie.</summary>
public sealed class CurrentFirm : IFirmScope
{
    public const string FirmClaim = "kalpa:firm";

    public Guid FirmId { get; set; }

    public static Guid? FirmOf(ClaimsPrincipal person) => Guid.TryParse(person.FindFirstValue(FirmClaim), out var id) ? id : null;

    public static Guid PersonOf(ClaimsPrincipal person) => Guid.Parse(person.FindFirstValue(ClaimTypes.NameIdentifier)!);

    public static Sender SenderOf(ClaimsPrincipal person, TimeProvider clock) =>
        new(FirmOf(person)!.Value, PersonOf(person), clock.GetUtcNow());
}
