using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.RoofPlans;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Leaks;

/// <summary>A stain recorded on a visit is traced from the facts of that visit: answers, findings, details and the plan each change it.</summary>
public sealed class VisitLeakTests
{
    private static readonly PlanFact House = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3));
    private static readonly SlopeFact South = Roof.A with { Id = House.Parts[0].Corners[0].SlopeId, RoofId = House.RoofId };

    private static Spot At(double x, double y) => DetailPlaces.At(PlanSolver.Solve(House), x * 12, y * 12, null)!;

    private static FindingFact Found(string condition, string station, Spot? spot, WaterEvidence water = WaterEvidence.NotChecked) =>
        new(Guid.CreateVersion7(), Roof.Visit.Id, South.Id, station, condition, "", water, Extent.OnePlace, Spot: spot);

    private static AnswerFact Says(string question, string key) => new(Guid.CreateVersion7(), Roof.Visit.Id, question, null, [key]);

    private static LeakAnswer? Of(
        IReadOnlyList<FindingFact> findings,
        IReadOnlyList<AnswerFact>? answers = null,
        params DetailFact[] details
    ) =>
        Assessor
            .Assess(
                Roof.With(Roof.Input, r => r with { Answers = answers ?? [] }) with
                {
                    Slopes = [South],
                    Coverings = [new CoveringFact(Guid.CreateVersion7(), South.Id, "laminatedShingle", 2012, 2012, AgeSource.Permit)],
                    Findings = findings,
                    Plan = House,
                    Details = details,
                },
                RuleBook.Current
            )
            .Leaks?.Single()
            .Answer;

    [Fact]
    public void A_stain_below_a_split_boot_is_traced_to_it()
    {
        var stain = Found("ceiling-stain", "inside", At(20, 5));
        var boot = Found("boot-collar-torn", "penetrations", At(20, 8), WaterEvidence.Stained);
        var answer = Of([stain, boot], [Says("leak-when", "every-rain")])!;
        answer.Candidates[0].FindingId.ShouldBe(boot.Id);
        // 3 ft of plan up a slope of 6:12 are 3.35 ft along it.
        answer.Candidates[0].Down!.Value.ShouldBe(3.35, 0.01);
        answer.State.ShouldBe(LeakState.MostLikely);
    }

    [Fact]
    public void Without_a_stain_nothing_is_traced() => Of([Found("boot-collar-torn", "penetrations", At(20, 8))]).ShouldBeNull();

    [Fact]
    public void What_lies_far_aside_counts_less_and_what_the_owner_says_counts()
    {
        var stain = Found("ceiling-stain", "inside", At(20, 5));
        double Chance(Spot at, string when) =>
            Of([stain, Found("boot-collar-torn", "penetrations", at)], [Says("leak-when", when)])!
                .Candidates.Where(c => c.Kind == "pipe-boot")
                .Max(c => (double?)c.Chance)
            ?? 0;
        Chance(At(20, 8), "every-rain").ShouldBeGreaterThan(Chance(At(25, 8), "every-rain"));
        Chance(At(20, 8), "every-rain").ShouldBeGreaterThan(Chance(At(20, 8), "cold-dry"));
    }

    [Fact]
    public void A_chimney_on_the_plan_is_a_way_in_even_where_nothing_was_found()
    {
        var stain = Found("ceiling-stain", "inside", At(20, 5));
        var chimney = new DetailFact(Guid.CreateVersion7(), House.RoofId, DetailKind.Chimney, At(20, 8), 36, 24);
        var answer = Of([stain], [Says("leak-when", "every-rain")], chimney)!;
        answer.Candidates[0].DetailId.ShouldBe(chimney.Id);
        answer.Candidates[0].Against.ShouldContain("nothing wrong was recorded there", Case.Insensitive);
        Of([stain], [Says("leak-when", "every-rain")])!.Candidates[0].DetailId.ShouldBeNull();
    }
}
