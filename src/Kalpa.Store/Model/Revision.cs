using Kalpa.Core.Facts;

namespace Kalpa.Store.Model;

/// <summary>One accepted change: a row of the append-only log. The ordinary tables are made from these and can be rebuilt.</summary>
public sealed class Revision
{
    /// <summary>Order of receipt.</summary>
    public long Sequence { get; set; }

    public Guid Id { get; set; }
    public Guid FirmId { get; set; }
    public Guid FactId { get; set; }
    public FactKind Kind { get; set; }
    public Guid? BaseId { get; set; }
    public Guid AuthorId { get; set; }
    public string Device { get; set; } = "";
    public long RecordedAtTicks { get; set; }
    public long ReceivedAtTicks { get; set; }
    public Guid RequestId { get; set; }
    public int ContractVersion { get; set; }
    public bool Deleted { get; set; }

    /// <summary>Other versions this one was chosen over: ids with a blank between.</summary>
    public string Settles { get; set; } = "";

    /// <summary>As sent, unknown fields and all.</summary>
    public string Payload { get; set; } = "";
}

/// <summary>A fact whose parent has not arrived yet.</summary>
public sealed class WaitingFact
{
    public Guid FactId { get; set; }
    public Guid FirmId { get; set; }
    public FactKind Kind { get; set; }
    public Guid ParentId { get; set; }
}

/// <summary>A picture's bytes, named by their SHA-256 within the firm.</summary>
public sealed class Blob
{
    public Guid FirmId { get; set; }
    public string Sha256 { get; set; } = "";
    public string MediaType { get; set; } = "";
    public long Bytes { get; set; }
    public int Width { get; set; }
    public int Height { get; set; }
    public long? TakenAtTicks { get; set; }
    public int? TakenOffsetMinutes { get; set; }
    public long ReceivedAtTicks { get; set; }

    /// <summary>False while only the report-size picture is here: the original trickles after.</summary>
    public bool OriginalHeld { get; set; } = true;

    /// <summary>The original was here and was found damaged or gone: it is asked for again from whatever device has it.</summary>
    public bool Damaged { get; set; }
}

/// <summary>A change that could not be taken in though nothing is known to be wrong with it: kept as sent, and tried again at the next start.</summary>
public sealed class SetAsideChange
{
    /// <summary>The change's request id.</summary>
    public Guid Id { get; set; }

    public Guid FirmId { get; set; }
    public Guid AuthorId { get; set; }
    public Guid FactId { get; set; }
    public FactKind Kind { get; set; }
    public long ReceivedAtTicks { get; set; }
    public string Reason { get; set; } = "";

    /// <summary>The whole change as sent.</summary>
    public string Change { get; set; } = "";
}
