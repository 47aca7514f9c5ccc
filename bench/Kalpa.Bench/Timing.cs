using System.Diagnostics;

namespace Kalpa.Bench;

/// <summary>Medians of repeated runs after a warm-up.</summary>
internal static class Timing
{
    public static double MedianMilliseconds(int warmUps, int runs, Action action) =>
        MedianMilliseconds(
                warmUps,
                runs,
                () =>
                {
                    action();
                    return Task.CompletedTask;
                }
            )
            .GetAwaiter()
            .GetResult();

    public static async Task<double> MedianMilliseconds(int warmUps, int runs, Func<Task> action)
    {
        for (var i = 0; i < warmUps; i++)
        {
            await action();
        }
        var times = new List<double>();
        for (var i = 0; i < runs; i++)
        {
            var watch = Stopwatch.StartNew();
            await action();
            times.Add(watch.Elapsed.TotalMilliseconds);
        }
        times.Sort();
        return times[times.Count / 2];
    }

    public static async Task<string> Run(string program, params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true })!;
        var said = await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        return process.ExitCode == 0 ? said : throw new InvalidOperationException($"{program} ended with {process.ExitCode}");
    }
}
