using System.Text.Json.Serialization;
using Kalpa.Core.Water;

namespace Kalpa.Core.Facts;

[JsonConverter(typeof(CamelCaseEnum<PartKind>))]
public enum PartKind
{
    House,
    Addition,
    Porch,
    Dormer,
    Shed,
    Flat,
}

/// <summary>
/// What lies under a slope, a part of the roof or a zone of it: it decides the harm that water does, how visible a leak would be, and where an ice barrier is asked.
/// </summary>
[JsonConverter(typeof(CamelCaseEnum<Under>))]
public enum Under
{
    HeatedRoom,
    Attic,
    Garage,
    Overhang,
    Porch,
    OpenAir,
    ElectricalGear,

    /// <summary>A finished room with no attic between it and the roof.</summary>
    CathedralCeiling,
}

/// <summary>
/// A place on a slope, inches on plan in the slope's own frame: <paramref name="Along"/> its eave from its beginning (eave below, to the right), and
/// <paramref name="Up"/> from the eave. Turning or shifting the plan changes nothing of it. <paramref name="PlanRevision"/>: the plan it was put on.
/// </summary>
public sealed record Spot(Guid SlopeId, double Along, double Up, Guid? PlanRevision = null);

/// <summary>
/// A corner of a part and the edge from it to the next, counter-clockwise, inches to the east and north. The edge's id is the corner's; the slope that
/// rises from it keeps its id whatever becomes of its shape. <paramref name="OverhangInches"/> to the exterior wall's face;
/// <paramref name="ParapetInches"/> above the covering, zero where there is none.
/// </summary>
public sealed record PlanCorner(
    Guid Id,
    double X,
    double Y,
    Guid SlopeId,
    double RisePer12,
    bool Gable = false,
    double OverhangInches = 12,
    double ParapetInches = 0
);

/// <summary>A part that is one slope: its pitch and the way it falls, degrees from north towards east; its first corner lies on its eave.</summary>
public sealed record LoneSlope(Guid SlopeId, double RisePer12, double AzimuthDegrees);

/// <summary>
/// A part of the roof with an eave height of its own, inches above the ground. Its slopes rise from its edges, or it is one slope
/// (<paramref name="Alone"/>). A dormer or addition may stand on a slope of another part: it is cut off where it runs into it.
/// </summary>
public sealed record PlanPart(
    Guid Id,
    string Name,
    PartKind Kind,
    double HeightInches,
    IReadOnlyList<PlanCorner> Corners,
    LoneSlope? Alone = null,
    Guid? OnSlope = null,
    Under Under = Under.Attic
);

public sealed record ZonePoint(double X, double Y);

/// <summary>A place of the plan under which something else lies than under the rest of its part.</summary>
public sealed record PlanZone(Guid Id, Under Under, IReadOnlyList<ZonePoint> Corners);

/// <summary>
/// The plan of a roof. <paramref name="Sized"/> is false while its slopes are only lettered: then nothing is measured from it.
/// <paramref name="Source"/> says where the outline comes from. <paramref name="IceBarrierInches"/>: how far up the slope the barrier reaches from the
/// eave, null where nobody knows; <paramref name="IceBarrierAsked"/>: whether the local code asks for one.
/// </summary>
public sealed record PlanFact(
    Guid Id,
    Guid RoofId,
    bool Sized,
    string Source,
    IReadOnlyList<PlanPart> Parts,
    IReadOnlyList<PlanZone> Zones,
    double WallInches = 6,
    double? IceBarrierInches = null,
    bool IceBarrierAsked = true
) : IFact;

/// <summary>
/// A thing on or at a slope. Width runs along the eave, length up the slope, height above the covering; inches, null where not measured.
/// <paramref name="Cricket"/> and <paramref name="KickOut"/>: whether there is one, null where nobody has looked. Of what carries water away the sizes are those of
/// its opening: a downspout's width and length, a scupper's width and height, a drain's bowl as width and its pipe as <paramref name="PipeInches"/>;
/// <paramref name="Gutter"/>: the gutter that a downspout drains (its length comes from the plan).
/// </summary>
public sealed record DetailFact(
    Guid Id,
    Guid RoofId,
    string Kind,
    Spot Spot,
    double? WidthInches = null,
    double? LengthInches = null,
    double? HeightInches = null,
    bool? Cricket = null,
    bool? KickOut = null,
    string Name = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? PipeInches = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] GutterSize? Gutter = null
) : IFact;

/// <summary>
/// The inspector's word on something that the plan noticed by itself: waved off with a reason, or taken over as a finding.
/// <paramref name="Key"/> names what was noticed and where.
/// </summary>
public sealed record NoticeReplyFact(Guid Id, Guid VisitId, string Key, Guid? FindingId, string Reason = "", Guid? RoofId = null)
    : IRoofFact;
