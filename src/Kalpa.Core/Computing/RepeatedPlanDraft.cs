using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;

namespace Kalpa.Core.Computing;

/// <summary>A plan drawn again and again under the hand: parts that are the same objects as the last time are not worked out again. For one thread.</summary>
public sealed class RepeatedPlanDraft
{
    private readonly RaisedParts known = new();

    public DraftAnswer Of(PlanFact plan)
    {
        var answer = ComputeServices.DraftOf(plan, PlanSolver.Solve(plan, known));
        known.Turn();
        return answer;
    }
}
