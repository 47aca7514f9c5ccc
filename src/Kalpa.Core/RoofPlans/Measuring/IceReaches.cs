using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.RoofPlans.Measuring;

[JsonConverter(typeof(CamelCaseEnum<IceVerdict>))]
public enum IceVerdict
{
    /// <summary>The water stays over the barrier.</summary>
    Inside,

    /// <summary>The water reaches past the barrier.</summary>
    Past,

    /// <summary>Nobody has recorded how far the barrier reaches.</summary>
    Unknown,
}

/// <summary>
/// Water behind an ice dam on one slope, inches: how far it reaches level and along the slope; how wide the code wants the barrier along the slope
/// (null where none is asked), in whole courses; the barrier that is there; and strips of the plan under water and under barrier.
/// </summary>
public sealed record IceReach(
    Guid SlopeId,
    double ReachPlanInches,
    double ReachSlopeInches,
    bool UnderCourse,
    double? RequiredInches,
    int Courses,
    double? BarrierInches,
    IceVerdict Verdict,
    string Words,
    IReadOnlyList<ZonePoint> Water,
    IReadOnlyList<ZonePoint> Barrier
);

/// <summary>
/// How far a dam of ice holds water back (methods, section 4): level from the dam's top to the slope, h · 12 / r on plan. The barrier: IRC 2021
/// R905.1.2, to 24 in inside the exterior wall line, on 8:12 and steeper at least 36 in along the slope.
/// </summary>
public static class IceReaches
{
    public const double InsideWallInches = 24;
    public const double SteepRise = 8;
    public const double SteepLeastInches = 36;

    /// <summary>Width of a roll and the lap of one course over the one below, inches (common practice; the lap from memory).</summary>
    public const double RollInches = 36;

    private const double RollLapInches = 4;

    /// <summary>Real dams stand 4 to 12 in; the slider goes to half as much again.</summary>
    public const double HighestDamInches = 18;

    /// <summary>Water this far up stands behind the second course of 5 in with 2 in of headlap: exposure and headlap, inches (common practice).</summary>
    private const double UnderCourseInches = 7;

    public static double ReachInches(double damInches, double risePer12) => damInches * Pitch.Run / risePer12;

    /// <summary>Width of barrier along the slope, inches.</summary>
    public static double RequiredInches(double overhangInches, double wallInches, double risePer12)
    {
        var toInside = (overhangInches + wallInches + InsideWallInches) * new Pitch(risePer12).SlopeFactor;
        return risePer12 >= SteepRise ? Math.Max(toInside, SteepLeastInches) : toInside;
    }

    /// <summary>Whole courses of a roll that cover a width, each lapping the one below.</summary>
    public static int Courses(double widthInches) =>
        widthInches <= RollInches ? 1 : 1 + (int)Math.Ceiling((widthInches - RollInches) / (RollInches - RollLapInches));

    public static IReadOnlyList<IceReach> Of(PlanFact plan, PlanShape shape, IReadOnlyList<PlanEdge> edges, double damInches)
    {
        var parts = plan.Parts.ToDictionary(p => p.Id);
        var overhangs = Overhangs(edges);
        return
        [
            .. shape
                .Facets.Where(f => f.RisePer12 > 0 && overhangs.ContainsKey(f.SlopeId))
                .Select(f => OfSlope(plan, f, overhangs[f.SlopeId], damInches, Heated(parts[f.PartId].Under))),
        ];
    }

    /// <summary>Courses of barrier that the code asks on the slopes where it asks any.</summary>
    internal static Dictionary<Guid, int> CoursesAsked(PlanFact plan, PlanShape shape, IReadOnlyList<PlanEdge> edges)
    {
        var parts = plan.Parts.ToDictionary(p => p.Id);
        var overhangs = Overhangs(edges);
        return shape
            .Facets.Where(f => plan.IceBarrierAsked && f.RisePer12 > 0 && overhangs.ContainsKey(f.SlopeId) && Heated(parts[f.PartId].Under))
            .ToDictionary(f => f.SlopeId, f => Courses(RequiredInches(overhangs[f.SlopeId], plan.WallInches, f.RisePer12)));
    }

    /// <summary>The widest overhang along the eaves of each slope that has any.</summary>
    private static Dictionary<Guid, double> Overhangs(IReadOnlyList<PlanEdge> edges)
    {
        var widest = new Dictionary<Guid, double>();
        foreach (var eave in edges.Where(e => e.Class == EdgeClass.Eave))
        {
            widest[eave.SlopeId] = Math.Max(widest.GetValueOrDefault(eave.SlopeId), eave.OverhangInches);
        }
        return widest;
    }

    /// <summary>Heat from below makes the dam; a porch or a shed has none.</summary>
    internal static bool Heated(Under under) => under is Under.HeatedRoom or Under.Attic or Under.CathedralCeiling;

    private static IceReach OfSlope(PlanFact plan, PlanFacet facet, double overhang, double damInches, bool heated)
    {
        var factor = new Pitch(facet.RisePer12).SlopeFactor;
        var reach = ReachInches(damInches, facet.RisePer12);
        var asked = plan.IceBarrierAsked && heated;
        var required = asked ? RequiredInches(overhang, plan.WallInches, facet.RisePer12) : (double?)null;
        var barrier = plan.IceBarrierInches;
        var verdict =
            barrier is null ? IceVerdict.Unknown
            : reach * factor <= barrier ? IceVerdict.Inside
            : IceVerdict.Past;
        return new IceReach(
            facet.SlopeId,
            Quantise.Measure(reach),
            Quantise.Measure(reach * factor),
            reach * factor > UnderCourseInches,
            required is null ? null : Quantise.Measure(required.Value),
            required is null ? 0 : Courses(required.Value),
            barrier,
            verdict,
            Words(reach * factor, barrier, verdict),
            Strip(facet, reach),
            barrier is { } wide ? Strip(facet, wide / factor) : []
        );
    }

    private static string Words(double along, double? barrier, IceVerdict verdict)
    {
        var text = new Length(along).ToTradeText();
        return verdict switch
        {
            IceVerdict.Inside => $"{text} up the slope: over the barrier.",
            IceVerdict.Past => $"{text} up the slope: {new Length(along - barrier!.Value).ToTradeText()} past the barrier.",
            _ => $"{text} up the slope; how far the barrier reaches is not recorded.",
        };
    }

    /// <summary>The slope's ground within a run of its eave.</summary>
    private static List<ZonePoint> Strip(PlanFacet facet, double runInches)
    {
        var up = facet.Frame.Along.Left;
        var eave = facet.Loop.Min(up.Dot);
        return
        [
            .. Polygons
                .Clip(facet.Loop, up * -1, -(eave + runInches))
                .Select(p => new ZonePoint(Quantise.Measure(p.X), Quantise.Measure(p.Y))),
        ];
    }
}
