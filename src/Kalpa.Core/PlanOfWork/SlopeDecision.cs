using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// What was decided of one slope; <c>New</c>, <c>Layer</c> and <c>With</c> as <see cref="NewRoof"/> has them. <c>When</c> stands behind a verb: <c>within a year</c>, <c>about 2030 (2028–2033)</c>, <c>before the closing</c>; <c>Before</c> the same, of an array that the slope would not outlast;
/// <c>Asks</c>: what has to be done to the slope before anything can be decided on it.
/// </summary>
internal sealed record SlopeDecision(
    SlopeAssessment Slope,
    CoveringFamily? Family,
    RoofAction Action,
    string Why,
    UrgencyClass Urgency = UrgencyClass.WithReroof,
    DueYears? Due = null,
    string When = "",
    bool TooFlat = false,
    bool ByInspector = false,
    string Computed = "",
    string Who = "",
    bool InOption = false,
    string Before = "",
    string New = "",
    string Layer = "",
    bool Stainless = false,
    string With = "",
    string Asks = ""
)
{
    public bool Soon => Urgency >= UrgencyClass.WithinYear;

    public bool Renews => Action.Renews();

    /// <summary>Decided by what was found or by years, not by somebody's word or an option.</summary>
    public bool ByFacts => !ByInspector && !InOption;

    /// <summary>What one section has in common, whatever the plan says.</summary>
    public (RoofAction, CoveringFamily?, UrgencyClass?, bool, bool, (string, string, string, string), bool, bool) Kind =>
        Renews
            ? (Action, Family, ByFacts ? null : Urgency, TooFlat, ByInspector, (Who, Before, New, Layer), !ByFacts && Due is null, InOption)
            : (Action, null, Urgency, false, ByInspector, (Who, "", "", Asks), true, InOption);

    /// <summary>The same decision with what is laid.</summary>
    public SlopeDecision Laid(NewRoof roof) =>
        this with
        {
            Action = roof.Action,
            New = roof.Covering,
            Layer = roof.Layer,
            Stainless = roof.Stainless,
            With = roof.Words,
        };
}
