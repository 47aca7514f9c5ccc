using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Bench;

/// <summary>Remaining life: one slope, a large building, and every roof of a large firm judged anew in the background.</summary>
internal static class LifeBench
{
    private const int Slopes = 60;
    private const int Roofs = 1_000;
    private static readonly DateOnly Day = new(2026, 9, 14);

    public static async Task Run(string root, string framework, string folder, Action<string, string, string, string, string> print)
    {
        WarmUp();
        print("life of one shingled slope", Text(One(Shingle())), "", "", "< 2 ms");
        print("life of one tiled slope, tile and underlayment rated", Text(One(Tile())), "", "", "< 2 ms");
        print("  the same with the cost of factors and what narrows", Text(One(Tile() with { Deep = true })), "", "", "");
        var building = Building();
        var all = Timing.MedianMilliseconds(3, 9, () => Assessor.Assess(building, RuleBook.Current));
        print($"a building of {Slopes} slopes, half of them tile, whole", Text(all), "", "", "< 150 ms");
        print("life of one tiled slope in the browser core", Text(await InBrowser(root, framework, folder, Tile())), "", "", "");
        await Background(print);
    }

    private static void WarmUp()
    {
        for (var round = 0; round < 4; round++)
        {
            Timing.MedianMilliseconds(0, 100, () => RemainingLife.Of(RuleBook.Current, Tile()));
            Thread.Sleep(300);
        }
    }

    private static double One(LifeFacts facts) => Timing.MedianMilliseconds(20, 60, () => RemainingLife.Of(RuleBook.Current, facts));

    private static LifeFacts Shingle() =>
        new(
            CoveringKind.LaminatedShingle,
            WeatherExposure.Ordinary,
            2010,
            2012,
            AgeSource.Owner,
            1,
            [new StageShare(1, 85), new StageShare(2, 15)],
            Day,
            Wear: [new WearFact("ventilation", "short", ""), new WearFact("trees", "over", "")],
            SunRatio: 1.2,
            Earlier: [new EarlierLook(new DateOnly(2020, 5, 1), [new StageShare(0, 100)])]
        );

    private static LifeFacts Tile() =>
        Shingle() with
        {
            Kind = CoveringKind.ClayTile,
            LaidFrom = 1998,
            LaidTo = 2002,
            CoveringShares = [new StageShare(1, 80), new StageShare(2, 20)],
        };

    private static AssessInput Building()
    {
        var visit = new VisitGenerator(11).Visit(Slopes, 60);
        return visit with
        {
            AsOf = Day,
            Latitude = 44.3,
            Coverings =
            [
                .. visit.Slopes.Select(
                    (s, i) =>
                        new CoveringFact(
                            Guid.CreateVersion7(),
                            s.Id,
                            i % 2 == 0 ? CoveringKind.ClayTile : CoveringKind.LaminatedShingle,
                            2000,
                            2003,
                            AgeSource.Owner
                        )
                ),
            ],
        };
    }

    private static async Task<double> InBrowser(string root, string framework, string folder, LifeFacts facts)
    {
        var file = Path.Combine(folder, "life.json");
        await File.WriteAllTextAsync(file, JsonSerializer.Serialize(facts, KalpaJson.Default.LifeFacts));
        var said = await Timing.Run(
            "node",
            Path.Combine(root, "bench/browser-core.mjs"),
            Path.Combine(framework, "dotnet.js"),
            file,
            "life"
        );
        return JsonDocument.Parse(said).RootElement.GetProperty("lifeMs").GetDouble();
    }

    /// <summary>All cores but one, as a server would that goes on answering; progress as it goes.</summary>
    private static async Task Background(Action<string, string, string, string, string> print)
    {
        var roofs = new VisitGenerator(23).Visits(Roofs).ToList();
        var done = 0;
        var clock = Stopwatch.StartNew();
        var work = Task.Run(() =>
            Parallel.ForEach(
                roofs,
                new ParallelOptions { MaxDegreeOfParallelism = Math.Max(1, Environment.ProcessorCount - 1) },
                roof =>
                {
                    Assessor.Assess(roof, RuleBook.Current);
                    Interlocked.Increment(ref done);
                }
            )
        );
        while (await Task.WhenAny(work, Task.Delay(TimeSpan.FromSeconds(2))) != work)
        {
            await Console.Error.WriteLineAsync($"  {done} of {Roofs} roofs judged anew, {clock.Elapsed.TotalSeconds:0} s");
        }
        await work;
        print($"{Roofs} roofs judged anew in the background", $"{clock.Elapsed.TotalSeconds:0.0} s", "", "", "");
    }

    private static string Text(double ms) => ms.ToString("0.00", CultureInfo.InvariantCulture) + " ms";
}
