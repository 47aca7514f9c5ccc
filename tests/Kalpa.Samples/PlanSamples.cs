using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Measuring;

namespace Kalpa.Samples;

/// <summary>Made-up plans: a common form turned anyhow, a shed beside it, a chimney.</summary>
public static class PlanSamples
{
    public static PlanRequest Any(Random random)
    {
        var ids = 0;
        Guid Id() => new(++ids, 0, 0, [0, 0, 0, 0, 0, 0, 0, 0]);
        StarterAnswer Form(StarterForm form, double x, PartKind kind) =>
            PlanStarters.Of(
                new StarterRequest(
                    form,
                    random.Next(240, 700),
                    random.Next(200, 500),
                    random.Next(1, 14),
                    random.NextDouble() * 360,
                    x,
                    0,
                    120,
                    kind,
                    [.. Enumerable.Range(0, 17).Select(_ => Id())],
                    []
                )
            );
        var forms = Enum.GetValues<StarterForm>();
        var parts = new[]
        {
            Form(forms[random.Next(forms.Length)], 0, PartKind.House).Part!,
            Form(StarterForm.Shed, 3000, PartKind.Porch).Part!,
        };
        var plan = new PlanFact(Id(), Id(), true, "", parts, [], 6, 36);
        var spot = new Spot(parts[0].Corners[0].SlopeId, random.Next(0, 300), random.Next(0, 100));
        var chimney = new DetailFact(Id(), plan.RoofId, DetailKind.Chimney, spot, 36, 24);
        return new PlanRequest(plan, [chimney], [], new DateOnly(2026, 9, 14), null, random.Next(0, 18));
    }
}
