using Microsoft.AspNetCore.Identity;

namespace Kalpa.Store.Model;

/// <summary>A survey firm: every row carries its firm.</summary>
public sealed class Firm
{
    public Guid Id { get; set; }
    public string Name { get; set; } = "";
}

public sealed class Person : IdentityUser<Guid>
{
    public Guid FirmId { get; set; }
    public string DisplayName { get; set; } = "";

    /// <summary>Made up, and open to one tap: exists in demo mode only.</summary>
    public bool IsDemo { get; set; }

    public string Role { get; set; } = "";
}

/// <summary>Whose rows are seen. Nobody signed in: no rows.</summary>
public interface IFirmScope
{
    Guid FirmId { get; }
}

public sealed class FixedFirm(Guid firmId) : IFirmScope
{
    public Guid FirmId { get; } = firmId;
}

/// <summary>One signing-in on one device. Ended here, its cookie is worth nothing from the next request on.</summary>
public sealed class SignIn
{
    public Guid Id { get; set; }
    public Guid PersonId { get; set; }
    public long BeganAtTicks { get; set; }
    public long SeenAtTicks { get; set; }
    public long? EndedAtTicks { get; set; }

    /// <summary>What the browser says of itself, shortened: by it a person knows the device again.</summary>
    public string Device { get; set; } = "";
}
