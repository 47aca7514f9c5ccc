using System.Globalization;
using System.Text.Json;
using Kalpa.Bench;
using Kalpa.Contracts;
using Kalpa.Core.Assessing;
using Kalpa.Core.Options;
using Kalpa.Core.Rules;
using Kalpa.Samples;

// Ratios in one run on one machine: ./kalpa bench. The last results are kept in docs/performance.md.
if (args is not [var root, ..])
{
    await Console.Error.WriteLineAsync(
        "usage: Kalpa.Bench ROOT [fuzz [REQUESTS] | kills [KILLS] | calibration [ROOFS [SEED]] | mutants [CHANGES [SEED [PATH-PART]]] | sync [VISITS] | growth [VISITS] | plan | report | review]"
    );
    return 1;
}
var many = args.Length > 2 && int.TryParse(args[2], CultureInfo.InvariantCulture, out var given) ? given : 0;
var seed = args.Length > 3 && int.TryParse(args[3], CultureInfo.InvariantCulture, out var drawn) ? drawn : 1;
switch (args.ElementAtOrDefault(1))
{
    case "fuzz":
        return await FuzzBench.Run(root, many > 0 ? many : 500_000);
    case "kills":
        return await KillBench.Run(root, many > 0 ? many : 200);
    case "calibration":
        return CalibrationBench.Run(many > 0 ? many : 24_000, seed);
    case "mutants":
        return await MutantBench.Run(root, many > 0 ? many : 120, seed, args.ElementAtOrDefault(4) ?? "");
    case "plan":
        using (var place = new WorkFolder())
        {
            await PlanBench.Run(root, Path.Combine(root, "artifacts/browser/wwwroot/_framework"), place.Path, Print);
            return 0;
        }
    case "report":
        await ReportBench.Run(Path.Combine(root, "demo/photos"), Print);
        return 0;
    case "review":
        await ReviewPage.Write(Path.Combine(root, ".kalpa/review.html"));
        return 0;
    case "sync":
        using (var place = new WorkFolder())
        {
            await SyncBench.Run(root, place.Path, many > 0 ? many : 10_000, Print);
            return 0;
        }
    case "growth":
        using (var place = new WorkFolder())
        {
            await GrowthBench.Run(root, place.Path, many > 0 ? [many] : [100, 1_000, 10_000], Print);
            return 0;
        }
}
const int Slopes = 4;
const int Findings = 40;
const int Seed = 4;
const int MostTried = 300;
Print("what", "ours", "beside", "ratio", "aim");

var visit = new VisitGenerator(Seed).Visit(Slopes, Findings);
var server = Timing.MedianMilliseconds(30, 60, () => Assessor.Assess(visit, RuleBook.Current));
Print("assessment of 40 findings on 4 slopes, server", $"{server:0.0} ms", "", "", "< 16 ms");
var first = Assessor.Assess(visit, RuleBook.Current);
var planning = Timing.MedianMilliseconds(30, 60, () => Assessor.PlanOfWork(RuleBook.Current, visit, first));
Print("of it the plan of work, from problems to costs", $"{planning:0.0} ms", "", "", "< 12 ms");

using var work = new WorkFolder();
var input = Path.Combine(work.Path, "visit.json");
await File.WriteAllTextAsync(input, JsonSerializer.Serialize(visit, KalpaJson.Default.AssessInput));
var framework = Path.Combine(root, "artifacts/browser/wwwroot/_framework");
var said = await Timing.Run("node", Path.Combine(root, "bench/browser-core.mjs"), Path.Combine(framework, "dotnet.js"), input);
var browser = JsonDocument.Parse(said).RootElement;
Print("the same in the browser core", $"{browser.GetProperty("assessMs").GetDouble():0.0} ms", "", "", "< 100 ms");
var owned = Enumerable
    .Range(1, MostTried)
    .Select(seed => new VisitGenerator(seed).Visit(Slopes, Findings))
    .First(v => RoofOptions.Of(RuleBook.Current, v, Assessor.Assess(v, RuleBook.Current)).Options.Count > 2);
var judged = Assessor.Assess(owned, RuleBook.Current);
var weighing = Timing.MedianMilliseconds(10, 30, () => RoofOptions.Of(RuleBook.Current, owned, judged));
Print("options of 40 findings on 4 slopes, server", $"{weighing:0.0} ms", "", "", "");
await File.WriteAllTextAsync(input, JsonSerializer.Serialize(owned, KalpaJson.Default.AssessInput));
said = await Timing.Run("node", Path.Combine(root, "bench/browser-core.mjs"), Path.Combine(framework, "dotnet.js"), input, "options");
var weighed = JsonDocument.Parse(said).RootElement;
Print("the same with its assessment in the browser core", $"{weighed.GetProperty("optionsMs").GetDouble():0.0} ms", "", "", "");
Print("boot of the browser core (Node)", $"{browser.GetProperty("bootMs").GetDouble():0} ms", "", "", "");
var size = Directory.GetFiles(framework, "*.br").Sum(f => new FileInfo(f).Length);
Print("size of the browser core, Brotli", $"{size / 1e6:0.00} MB", "", "", "");

BookBench.Run(root, Print);
await LifeBench.Run(root, framework, work.Path, Print);
await PlanBench.Run(root, framework, work.Path, Print);
await PhotoBench.Run(work.Path, Path.Combine(root, "demo/photos/boot-torn.jpg"), Print);
await ReportBench.Run(Path.Combine(root, "demo/photos"), Print);
await StartBench.Run(root, work.Path, Print);
await SyncBench.Run(root, work.Path, 10_000, Print);
return 0;

static void Print(string what, string ours, string beside, string ratio, string aim) =>
    Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"| {what, -52} | {ours, 10} | {beside, 24} | {ratio, 6} | {aim, 9} |"));
