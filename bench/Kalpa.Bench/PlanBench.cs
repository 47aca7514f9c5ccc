using System.Globalization;
using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Computing;
using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Core.Water;

namespace Kalpa.Bench;

/// <summary>A plan as a large house has it, measured whole: what one step of dragging a corner costs; and how that grows with the corners.</summary>
internal static class PlanBench
{
    private const int Corners = 40;
    private const int Slopes = 60;
    private const int Details = 80;
    private static readonly DateOnly Day = new(2026, 9, 14);

    public static async Task Run(string root, string framework, string folder, Action<string, string, string, string, string> print)
    {
        await WarmUp();
        var request = Request(Corners, Slopes, Details);
        var facets = PlanMeasures.Of(request, RuleBook.Current).Facets.Count;
        var server = Timing.MedianMilliseconds(20, 40, () => PlanMeasures.Of(request, RuleBook.Current));
        print($"plan of {Corners} corners, {facets} slopes, {Details} details", Text(server), "", "", "< 50 ms");

        foreach (var corners in new[] { 20, 40, 80, 120, 160, 200 })
        {
            var grown = Request(corners, 0, 0);
            var all = Timing.MedianMilliseconds(20, 25, () => PlanMeasures.Of(grown, RuleBook.Current));
            var skeleton = Timing.MedianMilliseconds(20, 25, () => PlanSolver.Solve(grown.Plan));
            print($"  footprint of {corners} corners: slopes; all", $"{Text(skeleton)}; {Text(all)}", "", "", "");
        }

        var browser = JsonDocument.Parse(await InBrowser(root, framework, folder, request)).RootElement;
        print("the same plan in the browser core, when let go", Text(browser.GetProperty("planMs").GetDouble()), "", "", "");
        var drag = JsonDocument.Parse(await Dragged(root, framework, folder, request)).RootElement;
        print("the same plan there, a drag step", Text(drag.GetProperty("plan-draftMs").GetDouble()), "", "", "< 33 ms");
        var small = JsonDocument.Parse(await Dragged(root, framework, folder, Request(8, 12, 0))).RootElement;
        print("a drag step of 8 corners and 12 slopes", Text(small.GetProperty("plan-draftMs").GetDouble()), "", "", "< 33 ms");
        await Rain(root, framework, folder, request, print);
        await Leak(root, framework, folder, print);
    }

    /// <summary>Rounds after which a server's code runs as it does for the rest of the day: the runtime compiles again what is called often.</summary>
    private const int UntilCompiled = 200;

    /// <summary>Where the rain goes on the same plan; what solving and classifying it costs is taken off.</summary>
    private static async Task Rain(
        string root,
        string framework,
        string folder,
        PlanRequest plan,
        Action<string, string, string, string, string> print
    )
    {
        var request = new RainRequest(plan.Plan, plan.Details, 6, Paths: true);
        var all = Timing.MedianMilliseconds(UntilCompiled, 40, () => RainMaps.Of(request));
        var solving = Timing.MedianMilliseconds(UntilCompiled, 40, () => PlanEdges.Classify(plan.Plan, PlanSolver.Solve(plan.Plan)));
        print("rain on the same plan, its solving taken off", Text(all - solving), "", "", "< 6 ms");
        var file = Path.Combine(folder, "rain.json");
        await File.WriteAllTextAsync(file, JsonSerializer.Serialize(request, KalpaJson.Default.RainRequest));
        var rain = await Browser(root, framework, file, "rain");
        await File.WriteAllTextAsync(file, JsonSerializer.Serialize(new ClassifyRequest(plan.Plan), KalpaJson.Default.ClassifyRequest));
        var classify = await Browser(root, framework, file, "classify");
        print("rain there in the browser core, its solving taken off", Text(rain - classify), "", "", "< 250 ms");
    }

    /// <summary>Ways in of a leak on a roof where a hundred findings lie above the stain.</summary>
    private static async Task Leak(string root, string framework, string folder, Action<string, string, string, string, string> print)
    {
        const int Found = 110;
        var conditions = RuleBook.Current.Conditions.Where(c => c.Consequence == Consequence.WaterIn).Select(c => c.Code).ToList();
        var request = new LeakRequest(
            "laminatedShingle",
            ["every-rain"],
            14,
            Shape: StainShape.Ring,
            Findings: [.. Enumerable.Range(0, Found).Select(i => new LeakFinding(conditions[i % conditions.Count], i % 15, (i % 13) - 6))]
        );
        var file = Path.Combine(folder, "leak.json");
        await File.WriteAllTextAsync(file, JsonSerializer.Serialize(request, KalpaJson.Default.LeakRequest));
        print("leak: 150 ways in ranked in the browser core", Text(await Browser(root, framework, file, "leak")), "", "", "< 50 ms");
    }

    private static async Task<double> Browser(string root, string framework, string file, string method)
    {
        var ran = await Timing.Run(
            "node",
            Path.Combine(root, "bench/browser-core.mjs"),
            Path.Combine(framework, "dotnet.js"),
            file,
            method
        );
        return JsonDocument.Parse(ran).RootElement.GetProperty($"{method}Ms").GetDouble();
    }

    /// <summary>The compiler optimises behind one's back what runs often: without this the sizes measured last would look the quickest.</summary>
    private static async Task WarmUp()
    {
        const int Rounds = 4;
        for (var round = 0; round < Rounds; round++)
        {
            Timing.MedianMilliseconds(0, 60, () => PlanMeasures.Of(Request(80, 100, 40), RuleBook.Current));
            await Task.Delay(TimeSpan.FromMilliseconds(400));
        }
    }

    private static async Task<string> InBrowser(string root, string framework, string folder, PlanRequest request)
    {
        var file = Path.Combine(folder, "plan.json");
        await File.WriteAllTextAsync(file, JsonSerializer.Serialize(request, KalpaJson.Default.PlanRequest));
        return await Timing.Run("node", Path.Combine(root, "bench/browser-core.mjs"), Path.Combine(framework, "dotnet.js"), file, "plan");
    }

    private static async Task<string> Dragged(string root, string framework, string folder, PlanRequest request)
    {
        var file = Path.Combine(folder, "draft.json");
        await File.WriteAllTextAsync(file, JsonSerializer.Serialize(new DraftRequest(request.Plan), KalpaJson.Default.DraftRequest));
        return await Timing.Run(
            "node",
            Path.Combine(root, "bench/browser-core.mjs"),
            Path.Combine(framework, "dotnet.js"),
            file,
            "plan-draft"
        );
    }

    private static string Text(double ms) => ms.ToString("0.0", CultureInfo.InvariantCulture) + " ms";

    /// <summary>A long house whose front steps in and out, hipped; and low roofs of one slope along its back.</summary>
    internal static PlanRequest Request(int corners, int slopes, int details)
    {
        var random = new Random(7);
        var ids = 0;
        Guid Id() => new(++ids, 0, 0, [0, 0, 0, 0, 0, 0, 0, 0]);
        PlanCorner Corner(double x, double y, double rise) => new(Id(), x, y, Id(), rise);
        var bays = (corners - 2) / 2;
        List<PlanCorner> outline = [Corner(0, 0, 6)];
        var front = new List<(double X, double Y)>();
        for (var i = 0; i < bays; i++)
        {
            var y = 300 + (60 * (i % 3)) + (12 * random.Next(0, 4));
            front.Add((i * 100, y));
            front.Add(((i + 1) * 100, y));
        }
        outline.Add(Corner(bays * 100, 0, 6));
        outline.AddRange(Enumerable.Reverse(front).Select(p => Corner(p.X, p.Y, 6)));
        List<PlanPart> parts = [new PlanPart(Id(), "house", PartKind.House, 200, outline)];
        for (var i = 0; i < slopes - outline.Count; i++)
        {
            var x = i * 85.0;
            parts.Add(
                new PlanPart(
                    Id(),
                    "",
                    PartKind.Porch,
                    90,
                    [Corner(x, -90, 0), Corner(x + 80, -90, 0), Corner(x + 80, 12, 0), Corner(x, 12, 0)],
                    new LoneSlope(Id(), 2, 180),
                    null,
                    Under.Porch
                )
            );
        }
        var plan = new PlanFact(Id(), Id(), true, "", parts, [], 6, 36);
        var facets = PlanSolver.Solve(plan).Facets;
        List<DetailFact> things =
        [
            .. Enumerable
                .Range(0, details)
                .Select(i => facets[i % facets.Count])
                .Select(f => (f.SlopeId, Spot: DetailPlaces.At(new PlanShape(facets, []), f.LabelX, f.LabelY, null)!))
                .Select(f => new DetailFact(Id(), plan.RoofId, DetailKind.Boot, f.Spot)),
        ];
        return new PlanRequest(plan, things, [], Day, null, 6);
    }
}
