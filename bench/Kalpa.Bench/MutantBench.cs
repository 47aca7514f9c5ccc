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
    private const string Tests = "Kalpa.Core.Tests";

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
        $"{Tests}.ArchitectureTests",
        $"{Tests}.Contracts.BrowserParityTests",
        $"{Tests}.Contracts.CommandLineTests",
    ];

    /// <summary>The answers and texts held part by part notice most changes within a third of the time of all tests.</summary>
    private static readonly string[] Quick = [$"{Tests}.Answers.HeldAnswersTests", $"{Tests}.Answers.HeldTextsTests"];

    /// <param name="within">Part of a path: only files that have it are changed; empty for all.</param>
    public static async Task<int> Run(string root, int count, int seed, string within = "")
    {
        using var work = new WorkFolder();
        foreach (var path in Copied)
        {
            Copy(Path.Combine(root, path), Path.Combine(work.Path, path));
        }
        var compiler = await CoreCompiler.Of(work.Path);
        var bin = Path.Combine(work.Path, "tests/Kalpa.Core.Tests/bin/Release/net10.0");
        // What is compiled here has to pass as long as nothing is changed: else everything would look noticed.
        var same = await compiler.Compile(true);
        File.Copy(compiler.Made, Path.Combine(bin, "Kalpa.Core.dll"), true);
        var already = same ? await Test(bin, LeftOut.SelectMany(name => new[] { "-class-", name })) : "it does not compile";
        if (already is not null)
        {
            Console.WriteLine($"The tests fail without any change: {already}");
            return 1;
        }
        var (caught, survivors) = (0, new List<CoreChange>());
        foreach (var change in CoreChanges.Drawn(Path.Combine(work.Path, "src/Kalpa.Core"), seed))
        {
            if (!change.File.Contains(within, StringComparison.Ordinal))
            {
                continue;
            }
            if (caught + survivors.Count >= count)
            {
                break;
            }
            var original = await File.ReadAllTextAsync(change.File);
            var lines = original.Split('\n');
            lines[change.Line] = change.After;
            await File.WriteAllTextAsync(change.File, string.Join('\n', lines));
            var clock = Stopwatch.StartNew();
            var compiles = await compiler.Compile(change.OfTheBook);
            if (compiles)
            {
                File.Copy(compiler.Made, Path.Combine(bin, "Kalpa.Core.dll"), true);
                var by = await Test(bin, Beside(work.Path, change));
                if (by is null)
                {
                    survivors.Add(change);
                }
                else
                {
                    caught++;
                }
                Console.WriteLine(
                    $"{caught + survivors.Count, 4} {clock.Elapsed.TotalSeconds, 4:0} s {by ?? "SURVIVED"} | {change.Kind} | {Place(work.Path, change)} | {change.After.Trim()}"
                );
            }
            await File.WriteAllTextAsync(change.File, original);
            if (change.OfTheBook)
            {
                // The packed book is a file of its own: the next change of the code is not to find this one in it.
                await compiler.Compile(true);
            }
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
            Console.WriteLine($"survived: {Place(work.Path, survivor)}");
            Console.WriteLine($"  - {survivor.Before.Trim()}");
            Console.WriteLine($"  + {survivor.After.Trim()}");
        }
        return share >= LeastCaught ? 0 : 1;
    }

    private static string Place(string root, CoreChange change) => $"{Path.GetRelativePath(root, change.File)}:{change.Line + 1}";

    /// <summary>The first test that fails, null when all pass: those that are quick, those of the folder that was changed, and then all others.</summary>
    private static async Task<string?> Test(string bin, string beside) =>
        await Test(bin, Quick.SelectMany(name => new[] { "-class", name }))
        ?? await Test(bin, ["-namespace", beside])
        ?? await Test(bin, LeftOut.Concat(Quick).SelectMany(name => new[] { "-class-", name }).Append("-namespace-").Append(beside));

    /// <summary>Tests lie in folders of the same names as what they test.</summary>
    private static string Beside(string root, CoreChange change) =>
        $"{Tests}.{Path.GetRelativePath(Path.Combine(root, "src/Kalpa.Core"), change.File).Split('/')[0]}";

    private static async Task<string?> Test(string bin, IEnumerable<string> filters)
    {
        string[] arguments = [Path.Combine(bin, $"{Tests}.dll"), "-noColor", "-stopOnFail", .. filters];
        var (code, said) = await Tool.Run(bin, "dotnet", arguments);
        return code == 0 ? null
            : Failed().Match(said) is { Success: true } failed ? failed.Groups["name"].Value
            : "ended badly";
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

    [GeneratedRegex(@"^\s+Kalpa\.Core\.Tests\.(?<name>\S+?)(?:\(.*)? \[FAIL\]", RegexOptions.Multiline)]
    private static partial Regex Failed();
}
