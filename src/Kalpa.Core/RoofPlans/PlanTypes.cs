using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.RoofPlans.Skeletons;

namespace Kalpa.Core.RoofPlans;

/// <summary>Something wrong with a plan, at its place (inches; null for the plan as a whole). The rest of the plan stands.</summary>
public sealed record PlanProblem(string Code, string Text, Guid? PartId = null, Guid? CornerId = null, double? X = null, double? Y = null);

/// <summary>
/// A slope as it lies: corners counter-clockwise with heights above the ground, inches. <paramref name="EdgeId"/> is the edge it rises from, null for
/// a slope of its own. <paramref name="PlanSquareFeet"/> counts what shows, less <paramref name="CoveredSquareFeet"/> that dormers stand on.
/// </summary>
public sealed record PlanFacet(
    Guid SlopeId,
    Guid PartId,
    Guid? EdgeId,
    IReadOnlyList<RoofPoint> Corners,
    double RisePer12,
    double AzimuthDegrees,
    Facing Facing,
    double LabelX,
    double LabelY,
    double PlanSquareFeet,
    double CoveredSquareFeet,
    double TrueSquareFeet,
    double Squares,
    double LowInches,
    double HighInches,
    double SlopeFeet
)
{
    [JsonIgnore]
    internal Plane Plane { get; init; }

    [JsonIgnore]
    internal List<PlanPoint> Loop { get; init; } = [];

    [JsonIgnore]
    internal Frame Frame { get; init; }
}

/// <summary>A slope's plane: height at a place of the plan, inches. <paramref name="Gradient"/> points uphill, rise over run.</summary>
internal readonly record struct Plane(PlanPoint Gradient, double AtOrigin)
{
    public double Height(PlanPoint at) => AtOrigin + Gradient.Dot(at);

    public static Plane Through(PlanPoint at, double height, PlanPoint gradient) => new(gradient, height - gradient.Dot(at));
}

/// <summary>A slope's own frame on the plan: from the beginning of its eave along it, and up from it.</summary>
internal readonly record struct Frame(PlanPoint Origin, PlanPoint Along)
{
    public PlanPoint Place(Spot spot) => Origin + (Along * spot.Along) + (Along.Left * spot.Up);

    public (double Along, double Up) Of(PlanPoint at) => ((at - Origin).Dot(Along), (at - Origin).Dot(Along.Left));
}

/// <summary>The slopes of a plan, highest detail of all that is measured later; with what is wrong, part by part.</summary>
public sealed record PlanShape(IReadOnlyList<PlanFacet> Facets, IReadOnlyList<PlanProblem> Problems)
{
    internal PlanFacet? Facet(Guid slopeId) => Facets.FirstOrDefault(f => f.SlopeId == slopeId);
}

[JsonConverter(typeof(CamelCaseEnum<EdgeClass>))]
public enum EdgeClass
{
    Eave,
    Rake,
    Ridge,
    Hip,
    Valley,
    Headwall,
    Sidewall,
    PitchBreak,
    Step,

    /// <summary>Two slopes in one plane: a border on the plan, none on the roof.</summary>
    Seam,
}

/// <summary>
/// A stretch of a slope's border. <paramref name="TrueFeet"/> along the roof, <paramref name="PlanFeet"/> on plan; <paramref name="Fall"/> its own
/// rise over 12 of run; <paramref name="StepInches"/> the mean height of the wall above it (walls and steps only). A fold is listed once, with both
/// slopes.
/// </summary>
public sealed record PlanEdge(
    EdgeClass Class,
    Guid SlopeId,
    Guid? OtherSlopeId,
    RoofPoint From,
    RoofPoint To,
    double PlanFeet,
    double TrueFeet,
    double Fall,
    double StepInches,
    double OverhangInches,
    double ParapetInches
);
