using System.Diagnostics;
using System.Globalization;
using System.Text.RegularExpressions;

namespace Kalpa.Bench;

/// <summary>
/// Changes the core one line at a time, in a copy of it, and runs the core's tests on each change: a test has to fail. What no test notices is printed, to be
/// given a test or a reason. A change that does not compile is none, and another is drawn. The browser's and the command line's own builds are left out: they
/// were made before the change, and would differ from anything.
/// </summary>
internal static partial class MutantBench
{
    private const double LeastCaught = 0.95;

    /// <summary>Well above what all tests take on a busy machine: only a change that never ends is to run into it.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(15);

    private static readonly string[] Copied =
    [
        "src/Kalpa.BookPacker",
        "src/Kalpa.Core",
        "src/Kalpa.Contracts",
        "tests/Kalpa.Core.Tests",
        "tests/Kalpa.Samples",
        "docs",
        "Directory.Build.props",
        "Directory.Packages.props",
        "global.json",
        ".editorconfig",
        "Kalpa.slnx",
    ];

    private static readonly string[] LeftOut =
    [
        "Kalpa.Core.Tests.ArchitectureTests",
        "Kalpa.Core.Tests.Contracts.BrowserParityTests",
        "Kalpa.Core.Tests.Contracts.CommandLineTests",
    ];

    /// <summary>The answers and texts held part by part notice most changes within a third of the time of all tests.</summary>
    private static readonly string[] Quick = ["Kalpa.Core.Tests.Answers.HeldAnswersTests", "Kalpa.Core.Tests.Answers.HeldTextsTests"];

    private sealed record Mutant(string File, int Line, string Kind, string Before, string After);

    public static async Task<int> Run(string root, int count, int seed)
    {
        using var work = new WorkFolder();
        foreach (var path in Copied)
        {
            Copy(Path.Combine(root, path), Path.Combine(work.Path, path));
        }
        if (await Build(work.Path, "tests/Kalpa.Core.Tests") is { } failure)
        {
            Console.WriteLine(failure);
            return 1;
        }
        var tests = Path.Combine(work.Path, "tests/Kalpa.Core.Tests/bin/Release/net10.0");
        if (await Test(tests) is { } already)
        {
            Console.WriteLine($"The tests fail without any change: {already}");
            return 1;
        }
        var (caught, survivors) = (0, new List<Mutant>());
        foreach (var mutant in Drawn(Path.Combine(work.Path, "src/Kalpa.Core"), seed))
        {
            if (caught + survivors.Count >= count)
            {
                break;
            }
            var original = await File.ReadAllTextAsync(mutant.File);
            var lines = original.Split('\n');
            lines[mutant.Line] = mutant.After;
            await File.WriteAllTextAsync(mutant.File, string.Join('\n', lines));
            var compiles = await Build(work.Path, "src/Kalpa.Core", "--no-dependencies") is null;
            if (compiles)
            {
                File.Copy(
                    Path.Combine(work.Path, "src/Kalpa.Core/bin/Release/net10.0/Kalpa.Core.dll"),
                    Path.Combine(tests, "Kalpa.Core.dll"),
                    true
                );
                var by = await Test(tests);
                if (by is null)
                {
                    survivors.Add(mutant);
                }
                else
                {
                    caught++;
                }
                var at = $"{Path.GetRelativePath(work.Path, mutant.File)}:{mutant.Line + 1}";
                Console.WriteLine($"{caught + survivors.Count, 4} {by ?? "SURVIVED"} | {mutant.Kind} | {at} | {mutant.After.Trim()}");
            }
            await File.WriteAllTextAsync(mutant.File, original);
        }
        var share = (double)caught / Math.Max(1, caught + survivors.Count);
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"{caught} of {caught + survivors.Count} changes caught, {share:0.0 %} (aim {LeastCaught:0 %})"
            )
        );
        foreach (var survivor in survivors)
        {
            Console.WriteLine($"survived: {Path.GetRelativePath(work.Path, survivor.File)}:{survivor.Line + 1}");
            Console.WriteLine($"  - {survivor.Before.Trim()}");
            Console.WriteLine($"  + {survivor.After.Trim()}");
        }
        return share >= LeastCaught ? 0 : 1;
    }

    /// <summary>Changes in the order of a seed, the kinds taking turns, so that a short run has some of each.</summary>
    private static IEnumerable<Mutant> Drawn(string core, int seed)
    {
        var random = new Random(seed);
        var all = Directory
            .GetFiles(core, "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal) && !f.Contains("/bin/", StringComparison.Ordinal))
            .Order(StringComparer.Ordinal)
            .SelectMany(Changes)
            .ToArray();
        random.Shuffle(all);
        var queues = all.GroupBy(m => m.Kind).OrderBy(g => g.Key, StringComparer.Ordinal).Select(g => new Queue<Mutant>(g)).ToList();
        while (queues.Any(q => q.Count > 0))
        {
            foreach (var queue in queues.Where(q => q.Count > 0))
            {
                yield return queue.Dequeue();
            }
        }
    }

    private static IEnumerable<Mutant> Changes(string file)
    {
        var lines = File.ReadAllLines(file);
        for (var i = 0; i < lines.Length; i++)
        {
            var line = lines[i];
            if (line.TrimStart().StartsWith("//", StringComparison.Ordinal) || line.Contains("[Json", StringComparison.Ordinal))
            {
                continue;
            }
            foreach (var (kind, after) in Changed(line))
            {
                yield return new Mutant(file, i, kind, line, after);
            }
        }
    }

    private static IEnumerable<(string Kind, string After)> Changed(string line)
    {
        if (Constant().Match(line) is { Success: true } constant && Number(constant.Groups["number"].Value) is { } value && value != 0)
        {
            var whole = !constant.Value.Contains("double", StringComparison.Ordinal) && value == Math.Truncate(value);
            yield return ("constant", Put(line, constant.Groups["number"], value * 2));
            yield return ("constant", Put(line, constant.Groups["number"], whole ? value + 1 : value / 2));
        }
        foreach (var (from, to) in new[] { (" <= ", " < "), (" < ", " <= "), (" >= ", " > "), (" > ", " >= ") })
        {
            if (line.IndexOf(from, StringComparison.Ordinal) is >= 0 and var at)
            {
                yield return ("comparison", line[..at] + to + line[(at + from.Length)..]);
            }
        }
        foreach (
            var (from, to) in new[]
            {
                (" && ", " || "),
                (" || ", " && "),
                (" == ", " != "),
                (" != ", " == "),
                (" is null", " is not null"),
                (" is not null", " is null"),
            }
        )
        {
            if (line.IndexOf(from, StringComparison.Ordinal) is >= 0 and var at)
            {
                yield return ("branch", line[..at] + to + line[(at + from.Length)..]);
            }
        }
        if (Words().Match(line) is { Success: true } words)
        {
            yield return (
                "words",
                line[..words.Groups["word"].Index] + "xyz" + line[(words.Groups["word"].Index + words.Groups["word"].Length)..]
            );
        }
    }

    private static double? Number(string text) =>
        double.TryParse(text.Replace("_", "", StringComparison.Ordinal), NumberStyles.Float, CultureInfo.InvariantCulture, out var value)
            ? value
            : null;

    private static string Put(string line, Group group, double value) =>
        line[..group.Index] + value.ToString("R", CultureInfo.InvariantCulture) + line[(group.Index + group.Length)..];

    /// <summary>Null when it built; else the first error.</summary>
    private static async Task<string?> Build(string folder, string project, params string[] more)
    {
        var (code, said) = await Tool(
            folder,
            "dotnet",
            ["build", project, "-c", "Release", "-v", "q", "-p:RunAnalyzers=false", "-p:TreatWarningsAsErrors=false", .. more]
        );
        return code == 0 ? null : said.Split('\n').FirstOrDefault(l => l.Contains("error", StringComparison.Ordinal)) ?? said;
    }

    /// <summary>Null when all tests passed; else the first that failed.</summary>
    private static async Task<string?> Test(string bin) =>
        await Test(bin, [.. Quick.SelectMany(name => new[] { "-class", name })])
        ?? await Test(bin, [.. LeftOut.Concat(Quick).SelectMany(name => new[] { "-class-", name })]);

    private static async Task<string?> Test(string bin, string[] classes)
    {
        string[] arguments = [Path.Combine(bin, "Kalpa.Core.Tests.dll"), "-noColor", "-stopOnFail", .. classes];
        var (code, said) = await Tool(bin, "dotnet", arguments);
        return code == 0 ? null
            : Failed().Match(said) is { Success: true } failed ? failed.Groups["name"].Value
            : "ended badly";
    }

    private static async Task<(int Code, string Said)> Tool(string folder, string program, string[] arguments)
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

    private static void Copy(string from, string to)
    {
        if (File.Exists(from))
        {
            Directory.CreateDirectory(Path.GetDirectoryName(to)!);
            File.Copy(from, to);
            return;
        }
        foreach (var file in Directory.GetFiles(from, "*", SearchOption.AllDirectories))
        {
            var relative = Path.GetRelativePath(from, file);
            if (!relative.Split('/').Any(part => part is "obj" or "bin" or "screenshots"))
            {
                Copy(file, Path.Combine(to, relative));
            }
        }
    }

    [GeneratedRegex(@"\bconst (?:double|int) \w+ = (?<number>[\d_]+(?:\.\d+)?);|=> (?<number>\d[\d_]*(?:\.\d+)?),$")]
    private static partial Regex Constant();

    /// <summary>A text of at least two words; the word that is changed stands in no braces.</summary>
    [GeneratedRegex("\"(?<word>[A-Za-z]{3,})[ ,;:][^\"]*\"")]
    private static partial Regex Words();

    [GeneratedRegex(@"^\s+Kalpa\.Core\.Tests\.(?<name>\S+?)(?:\(.*)? \[FAIL\]", RegexOptions.Multiline)]
    private static partial Regex Failed();
}
