using Kalpa.Samples;
using Kalpa.Samples.Servers;

namespace Kalpa.Server.Tests;

/// <summary>The server killed at any moment: what it acknowledged is there, once and whole.</summary>
public sealed class KillTests
{
    [Fact]
    public async Task Twenty_kills_lose_nothing_that_was_acknowledged()
    {
        const int Seed = 11;
        var result = await new Kills(Repository.Root, Seed).Run(kills: 15, inMigration: 5);
        result.Faults.ShouldBeEmpty();
        (result.Lost, result.Doubled, result.Damaged).ShouldBe((0, 0, 0));
        result.Facts.ShouldBeGreaterThanOrEqualTo(15);
        result.Photos.ShouldBeGreaterThanOrEqualTo(15 / Kills.PhotoEvery);
    }
}
