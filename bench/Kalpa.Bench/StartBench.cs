using System.Diagnostics;

namespace Kalpa.Bench;

/// <summary>From nothing running to the first answer, on a data folder that exists already.</summary>
internal static class StartBench
{
    private const int Port = 5178;

    public static async Task Run(string root, string folder, Action<string, string, string, string, string> print)
    {
        var data = Path.Combine(folder, "data");
        await Start(root, data);
        var warm = await Timing.MedianMilliseconds(0, 3, () => Start(root, data));
        print("warm start of the server to its first answer", $"{warm:0} ms", "", "", "");
    }

    private static async Task Start(string root, string data)
    {
        var start = new ProcessStartInfo(
            "dotnet",
            [Path.Combine(root, "src/Kalpa.Server/bin/Release/net10.0/Kalpa.Server.dll"), "--urls", $"http://127.0.0.1:{Port}"]
        )
        {
            RedirectStandardOutput = true,
        };
        start.Environment["Kalpa__DataFolder"] = data;
        start.Environment["ASPNETCORE_CONTENTROOT"] = Path.Combine(root, "src/Kalpa.Server");
        using var server = Process.Start(start)!;
        using var http = new HttpClient();
        for (var answered = false; !answered; )
        {
            await Task.Delay(20);
            try
            {
                answered = (await http.GetAsync($"http://127.0.0.1:{Port}/health")).IsSuccessStatusCode;
            }
            catch (HttpRequestException) when (!server.HasExited)
            {
                // Not listening yet.
            }
        }
        server.Kill();
        await server.WaitForExitAsync();
    }
}
