using Kalpa.Core.Assessing;
using Kalpa.Core.Coverage;
using Kalpa.Core.Facts;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// What nobody could look at and a purchase or a sale turns on: a limitation alone leaves the buyer with it, so its inspection is on the list (common practice). An attic is
/// there to be looked at where its station is excused or hidden; not one that the building does not have.
/// </summary>
internal static class NotInspected
{
    private const string Attic = "attic";

    private static readonly string[] Steps =
    [
        "Have access made, and the attic inspected from within",
        "Draw no conclusion on leaks, decay or ventilation there until then",
    ];

    public static IEnumerable<WorkItem> Of(AssessInput input)
    {
        var before = input.Visit?.Commission?.Purpose switch
        {
            CommissionPurpose.Buyer => "closing",
            CommissionPurpose.Sale => "the sale",
            _ => null,
        };
        var look = Coverages.LookAt(input.Looks, Attic, null);
        var unseen = look is { State: LookState.Hidden } or { State: LookState.Excused, Excuse: not ExcuseReason.NotThere };
        if (before is null || !unseen || UndersideLooks.Of(input.Looks).FromInside)
        {
            yield break;
        }
        yield return new WorkItem(
            0,
            WorkKind.Evaluate,
            $"Have the attic inspected before {before}",
            "Attic",
            UrgencyClass.ThisSeason,
            (int)UrgencyClass.ThisSeason,
            Urgencies.Words(UrgencyClass.ThisSeason),
            $"The attic was not inspected: {Coverages.Why(look!)}. Leaks, decay and ventilation there are unknown.",
            Steps,
            "",
            0,
            0,
            null,
            null
        );
    }
}
