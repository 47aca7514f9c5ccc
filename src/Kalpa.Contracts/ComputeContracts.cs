using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
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
