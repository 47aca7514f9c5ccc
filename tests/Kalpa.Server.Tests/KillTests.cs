using Kalpa.Samples;
using Kalpa.Samples.Servers;

namespace Kalpa.Server.Tests;

/// <summary>The server killed at any moment: what it acknowledged is there, once and whole.</summary>
public sealed class KillTests
{
    [Fact]
    public async Task Kills_lose_nothing_that_was_acknowledged()
    {
        const int Seed = 11;
        const int UnderWay = 8;
        var result = await new Kills(Repository.Root, Seed).Run(kills: UnderWay, inMigration: 3);
        result.Faults.ShouldBeEmpty();
        (result.Lost, result.Doubled, result.Damaged).ShouldBe((0, 0, 0));
        result.Facts.ShouldBeGreaterThanOrEqualTo(UnderWay);
        result.Photos.ShouldBeGreaterThanOrEqualTo(UnderWay / Kills.PhotoEvery);
    }
}
