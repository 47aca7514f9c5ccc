using System.IO.Compression;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Bench;

/// <summary>The rule book: verdicts, combinations and the size of what is packed.</summary>
internal static class BookBench
{
    private const int Findings = 200;

    public static void Run(string root, Action<string, string, string, string, string> print)
    {
        var book = RuleBook.Current;
        var visit = new VisitGenerator(6).Visit(4, Findings);
        var place = new VerdictPlace(CoveringKind.LaminatedShingle, 6, visit.Local);
        var conditions = visit.Findings.Select(f => (Finding: f, Condition: AsRecorded.Condition(book, f))).ToList();
        var verdicts = Timing.MedianMilliseconds(
            40,
            60,
            () =>
            {
                foreach (var (finding, condition) in conditions)
                {
                    Verdicts.Of(book, condition, place, finding.Measure);
                }
            }
        );
        print("verdicts of 200 findings, server", $"{verdicts:0.00} ms", "", "", "< 20 ms");
        var combined = Timing.MedianMilliseconds(40, 60, () => Assessor.Combined(visit, book));
        print("combinations among them", $"{combined:0.00} ms", "", "", "");
        var whole = Timing.MedianMilliseconds(20, 30, () => Assessor.Assess(visit, book));
        print("the whole assessment of them on 4 slopes", $"{whole:0.0} ms", "", "", "");
        var files = Directory.GetFiles(Path.Combine(root, "src/Kalpa.Core/Knowledge"), "*.json", SearchOption.AllDirectories);
        using var packed = new MemoryStream();
        using (var brotli = new BrotliStream(packed, CompressionLevel.SmallestSize, leaveOpen: true))
        {
            foreach (var file in files.Order(StringComparer.Ordinal))
            {
                brotli.Write(File.ReadAllBytes(file));
            }
        }
        print("the catalogue, packed (Brotli)", $"{packed.Length / 1e3:0} kB", "", "", "< 200 kB");
    }
}
