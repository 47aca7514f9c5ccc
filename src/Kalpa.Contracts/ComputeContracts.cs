using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.GoingUp;
using Kalpa.Core.Life;
using Kalpa.Core.Measures;
using Kalpa.Core.NewWork;
using Kalpa.Core.Rules;

namespace Kalpa.Contracts;

/// <summary>Asks for a verdict on a measure (null: not measured) of a condition on a covering (null: none known).</summary>
public sealed record VerdictRequest(string Condition, CoveringKind? Covering, MeasureFact? Measure);

/// <summary>Asks what a typed measure reads as. A length typed without a unit is in <paramref name="BareUnit"/>.</summary>
public sealed record ParseMeasureRequest(string Text, QuantityUnit Unit, BareUnit BareUnit = BareUnit.Inch);

[JsonConverter(typeof(CamelCaseEnum<BareUnit>))]
public enum BareUnit
{
    Inch,
    Foot,
    Millimetre,
}

/// <summary>The value (inches, rise in 12, or a count) and how the trade prints it; or the problem.</summary>
public sealed record ParsedMeasure(double? Value, string? Printed, MeasureProblem? Problem);

/// <summary>Why a computation was refused: a stable code, the field at fault (a JSON path), and what to do.</summary>
public sealed record ComputeProblem(string Code, string? Field, string Text);

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
