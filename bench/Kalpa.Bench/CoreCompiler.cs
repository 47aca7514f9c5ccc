using System.Diagnostics;
using System.Text.Json;

namespace Kalpa.Bench;

/// <summary>
/// Compiles the core of a copy again and again. The build says once with which words it calls the compiler; after that only the compiler runs,
/// and a change costs seconds instead of half a minute.
/// </summary>
internal sealed class CoreCompiler
{
    private const string Core = "src/Kalpa.Core";
    private static readonly string[] Quiet = ["-c", "Release", "-v", "q", "-p:RunAnalyzers=false", "-p:TreatWarningsAsErrors=false"];

    /// <summary>A compiler of its own: one that other builds share would take their turns, too.</summary>
    private const string Shared = "/shared:kalpa-mutants";

    /// <summary>The compiler stays ready for the next change, and leaves after so many seconds without one.</summary>
    private const string Idle = "/keepalive:120";

    private readonly string _root;
    private readonly string _compiler;
    private readonly string _words;

    private CoreCompiler(string root, string compiler, string words) => (_root, _compiler, _words) = (root, compiler, words);

    /// <summary>Where the compiler puts what it made.</summary>
    public string Made => Path.Combine(_root, Core, "obj/Release/net10.0/Kalpa.Core.dll");

    /// <summary>Builds the tests with all they stand on. Throws with the first error where that fails.</summary>
    public static async Task<CoreCompiler> Of(string root)
    {
        var (built, said) = await Tool.Run(root, "dotnet", ["build", "tests/Kalpa.Core.Tests", .. Quiet]);
        Require(built == 0, said);
        var (asked, words) = await Tool.Run(
            root,
            "dotnet",
            [
                "msbuild",
                Core,
                "-p:Configuration=Release",
                "-p:RunAnalyzers=false",
                "-p:TreatWarningsAsErrors=false",
                "-t:Compile",
                "-p:ProvideCommandLineArgs=true",
                "-p:SkipCompilerExecution=true",
                "-p:NonExistentFile=always",
                "-p:BuildProjectReferences=false",
                "-getItem:CscCommandLineArgs",
            ]
        );
        Require(asked == 0, words);
        using var answer = JsonDocument.Parse(words);
        var arguments = answer
            .RootElement.GetProperty("Items")
            .GetProperty("CscCommandLineArgs")
            .EnumerateArray()
            .Select(a => a.GetProperty("Identity").GetString()!);
        var file = Path.Combine(root, "core.rsp");
        // Asked this way the build leaves the packed book out.
        var all = arguments.Where(a => a != "/noconfig").Append("/resource:obj/book.bin,book.bin");
        await File.WriteAllLinesAsync(file, all.Select(a => a.Contains(' ', StringComparison.Ordinal) ? $"\"{a}\"" : a));
        var (found, sdk) = await Tool.Run(root, "dotnet", ["--version"]);
        Require(found == 0, sdk);
        var compiler = Path.Combine(Path.GetDirectoryName(Environment.ProcessPath!)!, "sdk", sdk.Trim(), "Roslyn/bincore/csc.dll");
        return new CoreCompiler(root, compiler, file);
    }

    /// <summary>False where the change does not compile or the rule book cannot be packed.</summary>
    public async Task<bool> Compile(bool book)
    {
        if (book)
        {
            string[] pack =
            [
                "src/Kalpa.BookPacker/bin/Release/net10.0/Kalpa.BookPacker.dll",
                "src/Kalpa.Core/Knowledge",
                "src/Kalpa.Core/obj/book.bin",
            ];
            if ((await Tool.Run(_root, "dotnet", pack)).Code != 0)
            {
                return false;
            }
        }
        return (await Tool.Run(Path.Combine(_root, Core), "dotnet", [_compiler, "/noconfig", Shared, Idle, $"@{_words}"])).Code == 0;
    }

    private static void Require(bool done, string said)
    {
        if (!done)
        {
            throw new InvalidOperationException(
                said.Split('\n').FirstOrDefault(l => l.Contains("error", StringComparison.Ordinal)) ?? said
            );
        }
    }
}

/// <summary>Runs a program to its end.</summary>
internal static class Tool
{
    /// <summary>Well above what all tests take on a busy machine: only a change that never ends is to run into it.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(15);

    public static async Task<(int Code, string Said)> Run(string folder, string program, string[] arguments)
    {
        var start = new ProcessStartInfo(program, arguments)
        {
            WorkingDirectory = folder,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        using var process = Process.Start(start)!;
        using var limit = new CancellationTokenSource(Patience);
        var error = process.StandardError.ReadToEndAsync(limit.Token);
        try
        {
            var said = await process.StandardOutput.ReadToEndAsync(limit.Token);
            await process.WaitForExitAsync(limit.Token);
            return (process.ExitCode, said + await error);
        }
        catch (OperationCanceledException)
        {
            // A change that never ends is noticed by whoever waits.
            process.Kill(true);
            return (-1, "it did not end");
        }
    }
}
