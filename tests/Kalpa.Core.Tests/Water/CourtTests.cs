using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Tests.RoofPlans;
using Kalpa.Core.Water;

namespace Kalpa.Core.Tests.Water;

/// <summary>Roofs around a court, drawn as parts that meet: mitered wings that shed into it or away from it (plane geometry; areas in square feet on plan).</summary>
public sealed class CourtTests
{
    private const double Exact = 1e-6;

    /// <summary>Four mitered wings around a court, feet; turned about the corner of the whole by degrees, counter-clockwise.</summary>
    private static PlanFact Around(double width, double courtWide, double courtDeep, double rise, bool inward, double turned = 0)
    {
        var (x, y) = (courtWide + (2 * width), courtDeep + (2 * width));
        (double X, double Y)[] outer = [(0, 0), (x, 0), (x, y), (0, y)];
        (double X, double Y)[] inner = [(width, width), (x - width, width), (x - width, y - width), (width, y - width)];
        (double X, double Y) Turned((double X, double Y) at)
        {
            var (sine, cosine) = Math.SinCos(turned * Math.PI / 180);
            return ((at.X * cosine) - (at.Y * sine), (at.X * sine) + (at.Y * cosine));
        }
        var parts = Enumerable
            .Range(0, 4)
            .Select(i =>
            {
                var next = (i + 1) % 4;
                // The first edge is the eave: along the court for what falls inward, else along the outside.
                (double X, double Y)[] corners = inward
                    ? [inner[next], inner[i], outer[i], outer[next]]
                    : [outer[i], outer[next], inner[next], inner[i]];
                // South wing first: outward it falls to the south.
                var azimuth = ((180 - (90 * i)) + (inward ? 180 : 0) - turned + 720) % 360;
                var part = Plans.Part(i + 1, [.. corners.Select(Turned)], 0);
                return part with { Kind = PartKind.Addition, Alone = new LoneSlope(part.Corners[0].SlopeId, rise, azimuth) };
            });
        return Plans.Of([.. parts]);
    }

    private static RainAnswer Rain(PlanFact plan) => RainMaps.Of(new RainRequest(plan, [], 6));

    /// <summary>40 by 40 ft around 20 by 20: each valley gathers two triangles of 50, each eave of 20 ft has 10 ft above it.</summary>
    [Fact]
    public void What_sheds_into_a_court_gathers_in_its_valleys()
    {
        var answer = Rain(Around(10, 20, 20, 4, inward: true));
        answer.RainSquareFeet.ShouldBe(1200, Exact);
        answer.OutSquareFeet.ShouldBe(1200, Exact);
        answer.Notes.ShouldBeEmpty();
        answer.Channels.Count.ShouldBe(4);
        answer.Channels.ShouldAllBe(c => c.Kind == ChannelKind.Valley && Math.Abs(c.Area.RoofSquareFeet - 100) < Exact);
        answer.Eaves.Sum(e => e.SquareFeet).ShouldBe(800, Exact);
        answer.Eaves.ShouldAllBe(e => Math.Abs(e.PerFootFrom - 10) < 1e-4 && Math.Abs(e.PerFootTo - 10) < 1e-4);
        // At the court's corner ends a valley.
        answer.Channels.ShouldContain(c => Math.Abs(c.To.X - 120) < 0.01 && Math.Abs(c.To.Y - 120) < 0.01);
    }

    [Fact]
    public void What_sheds_away_from_a_court_gathers_nowhere()
    {
        var answer = Rain(Around(10, 20, 20, 4, inward: false));
        answer.OutSquareFeet.ShouldBe(1200, Exact);
        answer.Channels.ShouldBeEmpty();
        answer.Outlets.GroupBy(o => o.SlopeId).Select(g => Math.Round(g.Sum(o => o.Area.RoofSquareFeet), 4)).ShouldBe([300, 300, 300, 300]);
        answer.Outlets.ShouldAllBe(o => o.Kind == OutletKind.Eave);
    }

    /// <summary>Any width, court and pitch, turned anyhow: nothing is lost, and the whole is the ring.</summary>
    [Fact]
    public void Areas_close_around_any_court()
    {
        var random = new Random(20261201);
        for (var i = 0; i < 60; i++)
        {
            var (width, wide, deep) = (random.Next(6, 20), random.Next(8, 40), random.Next(8, 40));
            var (rise, inward) = (random.Next(2, 12), i % 2 == 0);
            var ring = ((wide + (2.0 * width)) * (deep + (2.0 * width))) - (wide * deep);
            var straight = Rain(Around(width, wide, deep, rise, inward));
            straight.RainSquareFeet.ShouldBe(ring, ring * 1e-6, $"{i}");
            straight.OutSquareFeet.ShouldBe(ring, ring * 1e-6, $"{i}");
            var turned = Rain(Around(width, wide, deep, rise, inward, random.Next(1, 359)));
            turned.OutSquareFeet.ShouldBe(ring, ring * 1e-3, $"{i} turned");
            turned
                .Channels.Sum(c => c.Area.RoofSquareFeet)
                .ShouldBe(straight.Channels.Sum(c => c.Area.RoofSquareFeet), ring * 1e-3, $"{i} turned");
        }
    }

    /// <summary>A house of U shape 40 by 30 ft with wings of 12 ft; a lower flat roof closes its court to 16 by 10 ft.</summary>
    [Fact]
    public void A_court_between_two_heights_closes()
    {
        var house = Plans.Part(1, [(0, 0), (40, 0), (40, 30), (28, 30), (28, 12), (12, 12), (12, 30), (0, 30)], 6);
        var link = Plans.OneSlope(2, 12, 22, 16, 8, 0.25, 0, 8);
        var answer = Rain(Plans.Of(house, link));
        answer.RainSquareFeet.ShouldBe((40 * 30) - (16 * 18) + (16 * 8), 1e-3);
        answer.OutSquareFeet.ShouldBe(answer.RainSquareFeet, 1e-3);
    }
}
