using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Costs;
using Kalpa.Core.Facts;
using Kalpa.Core.GoingUp;
using Kalpa.Core.Life;
using Kalpa.Core.Measures;
using Kalpa.Core.NewWork;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Quantities;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.Computing;

/// <summary>
/// Asks for a verdict on a measure (null: not measured) of a condition on a covering (null: none known), at a pitch (rise in 12), under local rules, with
/// the deciding facts recorded and by the firm's own values, where known.
/// </summary>
public sealed record VerdictRequest(
    string Condition,
    string? Covering,
    MeasureFact? Measure,
    double? RisePer12 = null,
    LocalProfileFact? Local = null,
    IReadOnlyList<DecidingAnswer>? Deciding = null,
    IReadOnlyList<LocalLimit>? Firm = null
);

/// <summary>Everything that means something only together.</summary>
public sealed record CombinationsAnswer(IReadOnlyList<CombinationAnswer> Combinations);

/// <summary>The findings put together by cause and place.</summary>
public sealed record ProblemsAnswer(IReadOnlyList<RoofProblem> Problems);

/// <summary>The decision on each section of slopes, and all of it as one statement.</summary>
public sealed record DecideAnswer(IReadOnlyList<RoofDecision> Decisions, string Statement);

/// <summary>Jobs in order of need, and findings that ask for none.</summary>
public sealed record JobsAnswer(IReadOnlyList<WorkItem> Jobs, IReadOnlyList<FindingWithoutJob> WithoutJob);

/// <summary>What a job takes; null where nothing tells: no recipe, or somebody else has to look first.</summary>
public sealed record QuantitiesOfJob(
    int Number,
    string Title,
    string Place,
    JobQuantities? Quantities,
    InterimProtection? Interim,
    IReadOnlyList<string> Photos
);

/// <summary>What every job of a roof takes, in order of need.</summary>
public sealed record QuantitiesAnswer(IReadOnlyList<QuantitiesOfJob> Jobs);

/// <summary>What a job is likely to cost; null where nothing tells what it takes.</summary>
public sealed record CostOfJob(int Number, string Title, string Place, JobCost? Cost);

/// <summary>What the jobs of a roof are likely to cost, in order of need, and together; both null where the commission gives no prices.</summary>
public sealed record CostAnswer(IReadOnlyList<CostOfJob> Jobs, WorkCost? Cost);

/// <summary>Asks for the words of one finding on a covering (null: none known), under local rules and in the firm's defaults where known.</summary>
public sealed record WordingRequest(
    FindingFact Finding,
    SlopeFact? Slope,
    string? Covering,
    LocalProfileFact? Local = null,
    FirmRulesFact? Firm = null
);

/// <summary>Asks for the order of need of several findings.</summary>
public sealed record OrderRequest(IReadOnlyList<UrgencyFacts> Items);

/// <summary><paramref name="Index"/> counts the request's items from 0; <paramref name="AboveNext"/>: why it stands above the next one.</summary>
public sealed record OrderedItem(int Index, UrgencyAnswer Urgency, string AboveNext);

public sealed record OrderAnswer(IReadOnlyList<OrderedItem> Items);

/// <summary>Asks whether two metals get on.</summary>
public sealed record GalvanicRequest(RoofMetal A, RoofMetal B);

[JsonConverter(typeof(CamelCaseEnum<RuleKind>))]
public enum RuleKind
{
    Condition,
    Combination,
    Limit,
}

/// <summary>Asks for the logic of a condition, a combination or a limit in words; a limit may bear the name of a condition, so its kind can be said.</summary>
public sealed record LogicRequest(string Id, RuleKind? Kind = null);

/// <summary>
/// Asks what a typed measure reads as. A length typed without a unit is in <paramref name="BareUnit"/>; <paramref name="Covering"/> is the covering whose pitch it
/// is: on a membrane a bare fraction is inches per foot.
/// </summary>
public sealed record ParseMeasureRequest(string Text, QuantityUnit Unit, BareUnit BareUnit = BareUnit.Inch, string? Covering = null);

[JsonConverter(typeof(CamelCaseEnum<BareUnit>))]
public enum BareUnit
{
    Inch,
    Foot,
    Millimetre,
}

/// <summary>
/// The value (inches, rise in 12, or a count) and how the trade prints it; or the problem. <paramref name="ReadAs"/>: the text in full where it was read by what it
/// is typed for, to be kept in its place; null where it says all itself.
/// </summary>
public sealed record ParsedMeasure(
    double? Value,
    string? Printed,
    MeasureProblem? Problem,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? ReadAs = null
);

/// <summary>Why a computation was refused: a stable code, the field at fault (a JSON path), and what to do.</summary>
public sealed record ComputeProblem(string Code, string? Field, string Text);

/// <summary>An answer, or why there is none.</summary>
public readonly record struct Outcome<T>(T? Value, ComputeProblem? Problem)
    where T : class
{
    public static implicit operator Outcome<T>(T value) => new(value, null);

    public static implicit operator Outcome<T>(ComputeProblem problem) => new(null, problem);
}

/// <summary>The stack of a slope, each component with its own years, and the one that governs.</summary>
public sealed record AssemblyAnswer(string Governing, IReadOnlyList<ComponentAnswer> Components)
{
    public static AssemblyAnswer Of(LifeAnswer life) => new(life.Governing, life.Components);
}

/// <summary>Asks for the 95 % interval of a share: wrong of looked.</summary>
public sealed record IntervalRequest(int Wrong, int Looked);

/// <summary>Asks for a ladder to a landing, in feet above the ladder's foot.</summary>
public sealed record LadderRequest(double LandingFeet);

/// <summary>Asks whether to go up: an hour's weather (null: none known), keys tapped on site, the steepest slope's rise in 12, limits (null: the usual ones).</summary>
public sealed record GoingRequest(WeatherHour? Hour, IReadOnlyList<string> Seen, double SteepestRise, WeatherLimitsFact? Limits = null);

/// <summary>Asks which courses of a slope to look at.</summary>
public sealed record PicksRequest(Guid VisitId, Guid SlopeId, int Courses, int Count = CoursePicks.Usual);

public sealed record PicksAnswer(IReadOnlyList<int> Courses);
