using System.Text.Json.Serialization;
using Kalpa.Core.Coverage;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.NewWork;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Walking;

namespace Kalpa.Core.Assessing;

/// <summary>Everything that is known of one roof at one visit.</summary>
public sealed record AssessInput(
    Exposure Exposure,
    DateOnly AsOf,
    IReadOnlyList<SlopeFact> Slopes,
    IReadOnlyList<CoveringFact> Coverings,
    IReadOnlyList<LookFact> Looks,
    IReadOnlyList<StageFact> Stages,
    IReadOnlyList<FindingFact> Findings,
    VisitFact? Visit = null,
    VisitRecords? Records = null
);

/// <summary>What Kalpa concludes of one roof at one visit: a pure function of the facts, the rule book and the day.</summary>
public sealed record Assessment(
    string BookVersion,
    string BookHash,
    string MethodVersion,
    DateOnly AsOf,
    string Headline,
    IReadOnlyList<SlopeAssessment> Slopes,
    IReadOnlyList<FindingAssessment> Findings,
    IReadOnlyList<WorkItem> Work,
    CoverageAnswer Coverage,
    IReadOnlyList<string> Cautions,
    IReadOnlyList<FactProblem> Problems,
    Progress Progress,
    CommissionAnswer Commission,
    NewWorkAnswer? NewWork
);

/// <summary>What the commission decides for this visit, in the words of the report.</summary>
public sealed record CommissionAnswer(
    string Form,
    string Opening,
    bool Prices,
    IReadOnlyList<string> MayClaim,
    IReadOnlyList<string> Sections
);

public sealed record SlopeAssessment(
    Guid SlopeId,
    string Letter,
    Facing Facing,
    string PitchText,
    double PitchDegrees,
    string? CoveringText,
    SlopeSize? Size,
    Fitness? Fitness,
    LifeAnswer? Life
);

public sealed record FindingAssessment(
    Guid FindingId,
    Guid? SlopeId,
    string Name,
    Verdict Verdict,
    UrgencyAnswer Urgency,
    string Observed,
    string Means
);

[JsonConverter(typeof(CamelCaseEnum<WorkKind>))]
public enum WorkKind
{
    /// <summary>Mends a finding.</summary>
    Repair,

    /// <summary>A slope that is unfit as built.</summary>
    Rebuild,

    /// <summary>A covering at or near the end of its life.</summary>
    Reroof,
}

/// <summary>Something to do, in order of need; <paramref name="Number"/> counts from 1.</summary>
public sealed record WorkItem(
    int Number,
    WorkKind Kind,
    string Title,
    string Place,
    UrgencyClass Urgency,
    int Nails,
    string UrgencyWords,
    string Why,
    IReadOnlyList<string> Steps,
    string NotARepair,
    double LossLow,
    double LossHigh,
    Guid? FindingId,
    Guid? SlopeId
);

/// <summary>A fact that could not be judged, with what to do about it.</summary>
public sealed record FactProblem(Guid FactId, string Code, string Text);
