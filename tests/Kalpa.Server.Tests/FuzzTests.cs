using Kalpa.Samples;
using Kalpa.Samples.Fuzzing;

namespace Kalpa.Server.Tests;

/// <summary>Requests of fixed seeds over every operation: none is answered by a 500, none hangs, none breaks what is read afterwards.</summary>
public sealed class FuzzTests
{
    [Theory]
    [InlineData(20261127)]
    [InlineData(7)]
    public async Task No_request_breaks_the_server(int seed)
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        var result = await new Fuzzer(marit.Http, Repository.Root, seed).Run(1_500);
        result.Faults.Select(f => $"seed {seed}, request {f.Number}: {f.Request}\n{f.Body}\n{f.Answer}").ShouldBeEmpty();
        // A fuzzer whose requests are all refused at the door would prove nothing.
        result.Statuses.GetValueOrDefault(200).ShouldBeGreaterThan(300);
    }
}
