using System.Globalization;
using Kalpa.Samples.Fuzzing;
using Kalpa.Samples.Servers;

namespace Kalpa.Bench;

/// <summary>Many more fuzzed requests than the tests send, against the server as a process of its own. Each thousand is printed; memory is watched.</summary>
internal static class FuzzBench
{
    private const int AtOnce = 5_000;

    public static async Task<int> Run(string root, int requests)
    {
        var faults = 0;
        var statuses = new Dictionary<int, int>();
        var slowest = TimeSpan.Zero;
        // A fresh folder now and then: facts of the run pile up on four visits, and a roof of thousands of findings is not what is tried here.
        for (var (sent, seed) = (0, 1); sent < requests; seed++)
        {
            var data = Directory.CreateTempSubdirectory("kalpa-fuzz").FullName;
            await using (var server = await ServerProcess.Start(root, data))
            {
                await server.SignIn();
                var result = await new Fuzzer(server.Http, root, seed).Run(Math.Min(AtOnce, requests - sent));
                sent += result.Requests;
                faults += result.Faults.Count;
                foreach (var (status, count) in result.Statuses)
                {
                    statuses[status] = statuses.GetValueOrDefault(status) + count;
                }
                slowest = result.Slowest > slowest ? result.Slowest : slowest;
                Console.WriteLine(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{sent} requests, {faults} faults, slowest {result.Slowest.TotalSeconds:0.00} s ({result.SlowestRequest}), memory {server.WorkingSetBytes / 1e6:0} MB"
                    )
                );
                foreach (var fault in result.Faults)
                {
                    Console.WriteLine($"  seed {seed}, request {fault.Number}: {fault.Request}\n  {fault.Body}\n  {fault.Answer}");
                }
            }
            Directory.Delete(data, true);
        }
        Console.WriteLine(
            $"by status: {string.Join(", ", statuses.OrderBy(s => s.Key).Select(s => $"{s.Key}: {s.Value}"))}; slowest {slowest.TotalSeconds:0.00} s"
        );
        return faults == 0 ? 0 : 1;
    }
}
