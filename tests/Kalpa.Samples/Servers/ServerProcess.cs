using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Kalpa.Samples.Servers;

/// <summary>The built server as a process of its own, on a port that the system picks, with the demo's data in a given folder.</summary>
public sealed partial class ServerProcess : IAsyncDisposable
{
    private readonly Process process;
    private readonly StringBuilder said;

    private ServerProcess(Process process, StringBuilder said, Uri address)
    {
        (this.process, this.said) = (process, said);
        Http = new HttpClient(new HttpClientHandler { CookieContainer = new CookieContainer() })
        {
            BaseAddress = address,
            Timeout = TimeSpan.FromMinutes(2),
        };
    }

    /// <summary>Signed in after <see cref="SignIn"/>.</summary>
    public HttpClient Http { get; }

    public long WorkingSetBytes
    {
        get
        {
            process.Refresh();
            return process.WorkingSet64;
        }
    }

    /// <summary>Everything the server has printed.</summary>
    public string Said
    {
        get
        {
            lock (said)
            {
                return said.ToString();
            }
        }
    }

    /// <summary>Begins a server; it may be killed before it answers.</summary>
    public static Process Begin(string root, string data, StringBuilder said)
    {
        var start = new ProcessStartInfo(
            "dotnet",
            [Path.Combine(root, "demo/Kalpa.Demo/bin/Release/net10.0/Kalpa.Demo.dll"), "--urls", "http://127.0.0.1:0"]
        )
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        // What another test sets for a server of its own, in this very process, is none of this one's business.
        foreach (var name in start.Environment.Keys.Where(n => n.StartsWith("Kalpa__", StringComparison.Ordinal)).ToList())
        {
            start.Environment.Remove(name);
        }
        start.Environment["Kalpa__DataFolder"] = data;
        start.Environment["Kalpa__Demo"] = "true";
        start.Environment["Kalpa__DemoPhotos"] = Path.Combine(root, "demo/photos");
        start.Environment["Kalpa__Today"] = "2026-09-18";
        start.Environment["Kalpa__BackupFolder"] = "";
        start.Environment["ASPNETCORE_CONTENTROOT"] = Path.Combine(root, "src/Kalpa.Server");
        start.Environment["ASPNETCORE_ENVIRONMENT"] = "Production";
        var process = Process.Start(start)!;
        void Note(object sender, DataReceivedEventArgs line)
        {
            lock (said)
            {
                said.AppendLine(line.Data);
            }
        }
        process.OutputDataReceived += Note;
        process.ErrorDataReceived += Note;
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        return process;
    }

    /// <summary>Starts a server and waits for it as long as it lives.</summary>
    public static async Task<ServerProcess> Start(string root, string data)
    {
        var said = new StringBuilder();
        var process = Begin(root, data, said);
        while (true)
        {
            string text;
            lock (said)
            {
                text = said.ToString();
            }
            if (Listening().Match(text) is { Success: true } found)
            {
                return new ServerProcess(process, said, new Uri(found.Groups[1].Value));
            }
            if (process.HasExited)
            {
                throw new InvalidOperationException($"The server ended with {process.ExitCode}:\n{text}");
            }
            await Task.Delay(20);
        }
    }

    /// <summary>Signs the first of the demo's people in.</summary>
    public async Task SignIn()
    {
        await TakeToken();
        var people = (await Http.GetFromJsonAsync<JsonArray>("/api/demo/people"))!;
        using var answer = await Http.PostAsync($"/api/demo/people/{people[0]!["id"]}/sign-in", null);
        answer.EnsureSuccessStatusCode();
        await TakeToken();
    }

    /// <summary>As the power failing ends it.</summary>
    public async Task Kill()
    {
        process.Kill();
        await process.WaitForExitAsync();
    }

    public async ValueTask DisposeAsync()
    {
        if (!process.HasExited)
        {
            await Kill();
        }
        Http.Dispose();
        process.Dispose();
    }

    private async Task TakeToken()
    {
        var session = (await Http.GetFromJsonAsync<JsonObject>("/api/session"))!;
        Http.DefaultRequestHeaders.Remove("X-Kalpa-Token");
        Http.DefaultRequestHeaders.Add("X-Kalpa-Token", (string)session["antiForgeryToken"]!);
    }

    [GeneratedRegex("Now listening on: \"?(http://127\\.0\\.0\\.1:[0-9]+)")]
    private static partial Regex Listening();
}
