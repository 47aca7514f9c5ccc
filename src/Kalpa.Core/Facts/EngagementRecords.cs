using System.Text.Json.Serialization;

namespace Kalpa.Core.Facts;

/// <summary>When the fee of an inspection is due.</summary>
[JsonConverter(typeof(CamelCaseEnum<FeeDue>))]
public enum FeeDue
{
    BeforeInspection,
    OnDelivery,
    Within15Days,
    Within30Days,
}

/// <summary>How a signed report reached its reader.</summary>
[JsonConverter(typeof(CamelCaseEnum<DeliveredBy>))]
public enum DeliveredBy
{
    Email,
    Link,
    Printed,
}

/// <summary>
/// What inspector and client agree on before the climb: <paramref name="Scope"/> and <paramref name="Limits"/> in words, for the <paramref name="Purpose"/> the visit had
/// then; the <paramref name="Fee"/> in US dollars (null: none stated) and when it is due and was paid. Agreed once <paramref name="AgreedAt"/> is set, by
/// <paramref name="Client"/>, by name or with a <paramref name="Drawing"/> (as in a signature under a report). A visit has one.
/// </summary>
public sealed record EngagementFact(
    Guid Id,
    Guid VisitId,
    CommissionPurpose Purpose,
    string Scope,
    string Limits,
    double? Fee = null,
    FeeDue FeeDue = FeeDue.OnDelivery,
    string Client = "",
    string Drawing = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] DateTimeOffset? AgreedAt = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] DateOnly? PaidOn = null
) : IVisitFact;

/// <summary>A signed report handed over: which version (<paramref name="SignatureId"/>), to whom, how and when.</summary>
public sealed record ReportDeliveryFact(
    Guid Id,
    Guid VisitId,
    Guid SignatureId,
    string To,
    DeliveredBy How,
    DateTimeOffset At,
    string By = ""
) : IVisitFact;
