using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.RoofPlans.Skeletons;

namespace Kalpa.Core.Computing;

/// <summary>Asks for the slopes over a footprint: corners counter-clockwise, inches, each with the pitch of the edge that begins there.</summary>
public sealed record SkeletonRequest(IReadOnlyList<FootprintCorner> Corners);

/// <summary>Asks for the slopes of a plan and the classes of their edges.</summary>
public sealed record ClassifyRequest(PlanFact Plan);

public sealed record ClassifyAnswer(
    IReadOnlyList<PlanFacet> Facets,
    IReadOnlyList<PlanEdge> Edges,
    IReadOnlyList<Closing> Closings,
    IReadOnlyList<PlanProblem> Problems
);

/// <summary>Asks how far an ice dam of a height (inches) holds water back on the slopes of a plan.</summary>
public sealed record IceRequest(PlanFact Plan, double DamInches);

public sealed record IceAnswer(IReadOnlyList<IceReach> Reaches);

/// <summary>Asks which spot a place of the plan is (inches east and north).</summary>
public sealed record SpotRequest(PlanFact Plan, double X, double Y, Guid? PlanRevision = null);

/// <summary>The spot on the highest slope there; null beside the roof.</summary>
public sealed record SpotAnswer(Spot? Spot);

/// <summary>A roof's plan as everybody else's program reads it.</summary>
public sealed record PlanTextAnswer(string Text);

/// <summary>Asks for a plan as GeoJSON, with the letters of its slopes.</summary>
public sealed record PlanExportRequest(PlanRequest Plan, IReadOnlyList<SlopeFact> Slopes);

/// <summary>Asks for a plan as it looks under the hand, many times a second: shapes and classes, totals and take-off, and nothing else.</summary>
public sealed record DraftRequest(PlanFact Plan);

/// <summary>A slope while it is drawn: which way it falls in degrees; its label and its outline as x, y, x, y … in hundredths of an inch.</summary>
public sealed record DraftSlope(
    Guid SlopeId,
    Guid PartId,
    int Azimuth,
    int RiseHundredths,
    IReadOnlyList<int> Label,
    IReadOnlyList<int> Outline
);

/// <summary>A border while it is drawn: of slope number <paramref name="Slope"/>; its ends as x, y, x, y in hundredths of an inch; its true length in hundredths of a foot.</summary>
public sealed record DraftEdge(EdgeClass Class, int Slope, IReadOnlyList<int> Ends, int TrueHundredths);

public sealed record DraftAnswer(
    bool Measured,
    IReadOnlyList<DraftSlope> Slopes,
    IReadOnlyList<DraftEdge> Edges,
    IReadOnlyList<PlanProblem> Problems,
    double Squares,
    TakeOff TakeOff
);
