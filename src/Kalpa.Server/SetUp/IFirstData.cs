namespace Kalpa.Server.SetUp;

/// <summary>What an empty data folder begins with in demo mode. The server knows of no demo itself: who starts it brings one.</summary>
public interface IFirstData
{
    /// <summary>The firm it belongs to.</summary>
    Guid FirmId { get; }

    /// <summary>False where it has been settled before.</summary>
    Task<bool> Settle(CancellationToken cancel);
}
