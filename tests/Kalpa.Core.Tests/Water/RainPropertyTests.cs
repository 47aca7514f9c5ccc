using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.Tests.RoofPlans;
using Kalpa.Core.Water;

namespace Kalpa.Core.Tests.Water;

/// <summary>What holds on any roof: areas close, turning and mirroring change nothing, drops traced by small steps leave where the map says.</summary>
public sealed class RainPropertyTests
{
    private static readonly StarterForm[] Forms = Enum.GetValues<StarterForm>();

    private static PlanPart Any(Random random, StarterForm form, double x, int ids, double height = 120) =>
        PlanStarters
            .Of(
                new StarterRequest(
                    form,
                    random.Next(300, 900),
                    random.Next(240, 600),
                    random.Next(2, 14),
                    random.Next(0, 360),
                    x,
                    0,
                    height,
                    PartKind.House,
                    [.. Enumerable.Range(ids, 40).Select(Plans.Id)],
                    []
                )
            )
            .Part!;

    private static DetailFact Chimney(PlanPart part, Random random) =>
        new(
            Plans.Id(700),
            Plans.Id(9000),
            DetailKind.Chimney,
            new Spot(part.Corners[random.Next(part.Corners.Count)].SlopeId, random.Next(30, 280), random.Next(30, 160)),
            random.Next(12, 60),
            random.Next(12, 40)
        );

    /// <summary>Square feet of ground that any slope covers: the sky sees that much roof.</summary>
    private static double Union(PlanShape shape)
    {
        var loops = shape.Facets.Select(f => (IReadOnlyList<PlanPoint>)[.. f.Corners.Select(c => new PlanPoint(c.X, c.Y))]).ToList();
        List<PlanPoint> everywhere = [new(-1e5, -1e5), new(1e5, -1e5), new(1e5, 1e5), new(-1e5, 1e5)];
        return Polygons.CoveredArea(everywhere, loops) / 144;
    }

    [Fact]
    public void Areas_close_on_any_plan()
    {
        var random = new Random(20261130);
        var sound = 0;
        for (var i = 0; i < 200; i++)
        {
            var house = Any(random, Forms[i % Forms.Length], 0, 1000);
            // A second part of another height, beside the first, against it or over it.
            var other = Any(random, Forms[random.Next(Forms.Length)], random.Next(-300, 1200), 2000, random.Next(60, 260));
            var plan = Plans.Of(house, other);
            var shape = PlanSolver.Solve(plan);
            var answer = RainMaps.Of(new RainRequest(plan, [Chimney(house, random)], 4, Paths: true));
            answer.OutSquareFeet.ShouldBe(answer.RainSquareFeet, answer.RainSquareFeet * 1e-9);
            if (shape.Problems.Count > 0)
            {
                // Parts that run through each other at one height: the plan says so, and whose the rain is there is anybody's guess.
                continue;
            }
            sound++;
            var told =
                $"turn {i}: {Forms[i % Forms.Length]}, {answer.RainSquareFeet:0.00} rain, {answer.OutSquareFeet:0.00} out, {Union(shape):0.00} seen";
            answer.OutSquareFeet.ShouldBe(answer.RainSquareFeet, answer.RainSquareFeet * 1e-9, told);
            answer.RainSquareFeet.ShouldBe(Union(shape), Union(shape) * 0.001, told);
            answer.Paths.ShouldNotBeEmpty();
        }
        sound.ShouldBeGreaterThan(100);
    }

    [Fact]
    public void Turning_and_mirroring_change_nothing()
    {
        var random = new Random(7);
        for (var i = 0; i < 40; i++)
        {
            var house = Any(random, Forms[i % Forms.Length], 0, 1000);
            var plan = Plans.Of(house);
            var before = Shares(plan);
            var turned = Plans.Of(Moved(house, 0.7, mirror: false));
            Shares(turned).ShouldBe(before, tolerance: 0.05);
            Shares(Plans.Of(Moved(house, 0, mirror: true))).ShouldBe(before, tolerance: 0.05);
        }
    }

    /// <summary>Square feet over the eaves of each slope, by slope.</summary>
    private static List<double> Shares(PlanFact plan)
    {
        var answer = RainMaps.Of(new RainRequest(plan, [], 4));
        return
        [
            .. plan
                .Parts.SelectMany(p => p.Alone is { } alone ? [alone.SlopeId] : p.Corners.Select(c => c.SlopeId))
                .Order()
                .Select(id => answer.Outlets.Where(o => o.SlopeId == id && o.From != o.To).Sum(o => o.Area.RoofSquareFeet)),
        ];
    }

    private static PlanPart Moved(PlanPart part, double turn, bool mirror)
    {
        PlanCorner At(PlanCorner c)
        {
            var (x, y) = mirror ? (-c.X, c.Y) : (c.X, c.Y);
            return c with { X = (x * Math.Cos(turn)) - (y * Math.Sin(turn)) + 55, Y = (x * Math.Sin(turn)) + (y * Math.Cos(turn)) - 31 };
        }
        var corners = part.Corners.Select(At).ToList();
        if (mirror)
        {
            // Counter-clockwise again: an edge belongs to the corner it begins at, which mirrored is its end.
            var edges = part.Corners;
            corners = [.. Enumerable.Range(0, edges.Count).Select(i => At(edges[(edges.Count - i) % edges.Count]) with { })];
            corners =
            [
                .. corners.Select(
                    (c, i) =>
                    {
                        var edge = edges[(2 * edges.Count - i - 1) % edges.Count];
                        return c with { SlopeId = edge.SlopeId, RisePer12 = edge.RisePer12, Gable = edge.Gable };
                    }
                ),
            ];
        }
        var azimuth = part.Alone?.AzimuthDegrees ?? 0;
        var around = mirror ? 360 - azimuth : azimuth - (turn * 180 / Math.PI);
        return part with
        {
            Corners = corners,
            Alone = part.Alone is { } alone ? alone with { AzimuthDegrees = ((around % 360) + 360) % 360 } : null,
        };
    }

    [Theory]
    [InlineData(StarterForm.Hip)]
    [InlineData(StarterForm.L)]
    [InlineData(StarterForm.T)]
    public void Drops_traced_by_small_steps_leave_where_the_map_says(StarterForm form)
    {
        var random = new Random(5);
        var plan = Plans.Of(Any(random, form, 0, 1000));
        var shape = PlanSolver.Solve(plan);
        var answer = RainMaps.Of(new RainRequest(plan, [], 4));
        const int Drops = 4000;
        var loops = shape.Facets.ToDictionary(f => f.SlopeId, f => f.Corners.Select(c => new PlanPoint(c.X, c.Y)).ToList());
        var (west, east) = (loops.Values.SelectMany(l => l).Min(p => p.X), loops.Values.SelectMany(l => l).Max(p => p.X));
        var (south, north) = (loops.Values.SelectMany(l => l).Min(p => p.Y), loops.Values.SelectMany(l => l).Max(p => p.Y));
        var gone = new Dictionary<Guid, int>();
        for (var fallen = 0; fallen < Drops; )
        {
            var at = new PlanPoint(west + (random.NextDouble() * (east - west)), south + (random.NextDouble() * (north - south)));
            if (Slope(at) is not { } on)
            {
                continue;
            }
            fallen++;
            for (PlanFacet? next = on; next is not null; next = Slope(at))
            {
                on = next;
                var downhill = on.AzimuthDegrees * Math.PI / 180;
                at += new PlanPoint(Math.Sin(downhill), Math.Cos(downhill)) * 0.5;
            }
            gone[on.SlopeId] = gone.GetValueOrDefault(on.SlopeId) + 1;
        }
        // Streams that end at a corner leave by either slope: they are told apart by their place only, so slopes are compared with what reaches their eaves.
        foreach (var (slope, count) in gone)
        {
            var share =
                answer.Outlets.Where(o => o.SlopeId == slope && o.From != o.To).Sum(o => o.Area.RoofSquareFeet) / answer.RainSquareFeet;
            var streams = answer.Outlets.Where(o => o.From == o.To).Sum(o => o.Area.RoofSquareFeet) / answer.RainSquareFeet;
            var error = 4 * Math.Sqrt(Math.Max(share, 0.01) * (1 - share) / Drops);
            ((double)count / Drops).ShouldBeInRange(share - error - 0.01, share + streams + error + 0.01, $"{form}");
        }

        PlanFacet? Slope(PlanPoint at) => shape.Facets.FirstOrDefault(f => Polygons.Contains(loops[f.SlopeId], at));
    }
}
