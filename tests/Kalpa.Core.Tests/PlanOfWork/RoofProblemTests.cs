using FsCheck.Xunit;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>One cause at one place is one problem. What brings about what, and what is plainly one, is common practice.</summary>
public class RoofProblemTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    public static TheoryData<string, string, bool> Links => [.. Book.Links.Select(l => (l.Cause, l.Effect, l.WholeRoof))];

    [Fact]
    public void The_book_links_many_causes_with_what_they_bring_about() => Book.Links.Count.ShouldBeGreaterThanOrEqualTo(60);

    /// <summary>
    /// A stain goes with the way in that its answers lead to, where nobody who stood there put the two at different places; a test or feet on the plan go before such words.
    /// </summary>
    [Theory]
    [InlineData("kitchen", LeakState.MostLikely, true)]
    [InlineData("", LeakState.MostLikely, true)]
    [InlineData("garage", LeakState.MostLikely, false)]
    [InlineData("garage", LeakState.Found, true)]
    [InlineData("kitchen", LeakState.Open, false)]
    public void A_stain_goes_with_its_most_likely_way_in(string place, LeakState state, bool together)
    {
        // The rule book links the two by nothing else.
        var (entry, stain) = (Cases.At("gutter-clogged", place), Cases.At("ceiling-stain", "kitchen"));
        var leak = new StainLeak(stain.Id, new LeakAnswer(state, "", [], [], []), entry.Id);
        RoofProblems.Of(Book, [entry, stain], [leak]).Count.ShouldBe(together ? 1 : 2);
    }

    /// <summary>Each link with a case that it holds for, and near misses: another slope, and another place in words on the same slope.</summary>
    [Theory]
    [MemberData(nameof(Links))]
    public void Cause_and_effect_on_one_slope_are_one_problem(string cause, string effect, bool wholeRoof)
    {
        var (first, then) = (On(Roof.A, cause), On(Roof.A, effect));
        var problem = Of(first, then).ShouldHaveSingleItem();
        problem.Parts[0].FindingId.ShouldBe(Role(problem, first) == ProblemRole.Makeshift ? then.Id : first.Id);
        problem.Why.ShouldNotBeEmpty();
        Of(first, then with { SlopeId = Roof.B.Id }).Count.ShouldBe(wholeRoof ? 1 : 2);
        Of(first with { Place = "north corner" }, then with { Place = "kitchen" }).Count.ShouldBe(wholeRoof ? 1 : 2);
    }

    [Fact]
    public void Each_part_has_its_role()
    {
        var (boot, cement, stain) = (On(Roof.A, "boot-flange-buried"), On(Roof.A, "cement-all-round"), On(Roof.A, "ceiling-stain"));
        var problem = Of(stain, cement, boot).ShouldHaveSingleItem();
        problem
            .Parts.Select(p => (p.FindingId, p.Role))
            .ShouldBe([(boot.Id, ProblemRole.Cause), (stain.Id, ProblemRole.Sign), (cement.Id, ProblemRole.Makeshift)]);
        problem.Title.ShouldBe("Boot flange under the lower course");
        var (kickout, siding) = (On(Roof.A, "kickout-missing"), On(Roof.A, "siding-decayed"));
        Role(Of(kickout, siding)[0], siding).ShouldBe(ProblemRole.Damage);
        // A makeshift repair without what it hides is a finding like any other.
        Role(Of(cement)[0], cement).ShouldBe(ProblemRole.Cause);
    }

    [Fact]
    public void A_stain_that_several_may_have_made_is_put_to_none_until_the_place_says_which()
    {
        var (one, other) = (On(Roof.A, "boot-collar-torn"), On(Roof.A, "valley-cracked") with { Place = "east valley" });
        var stain = On(Roof.A, "attic-stain");
        Of(one, other, stain).Count.ShouldBe(3);
        var told = Of(one, other, stain with { Place = "below the east valley" });
        told.Count.ShouldBe(2);
        told.Single(p => p.Parts.Count == 2).Parts.Select(p => p.FindingId).ShouldBe([other.Id, stain.Id]);
    }

    [Theory]
    [InlineData("kitchen chimney", "chimney", 1)]
    [InlineData("the chimney", "Chimney.", 1)]
    [InlineData("east chimney", "west chimney", 2)]
    [InlineData("chimney", "chimneys", 2)]
    [InlineData("", "chimney", 2)]
    public void One_element_at_one_place_in_words_is_one_problem(string one, string other, int problems) =>
        Of(On(Roof.A, "crown-cracked") with { Place = one }, On(Roof.A, "chimney-short") with { Place = other }).Count.ShouldBe(problems);

    /// <summary>Two elements at one place are two problems unless one brings about the other.</summary>
    [Fact]
    public void Two_elements_at_one_place_stay_apart() =>
        Of(On(Roof.A, "crown-cracked") with { Place = "chimney" }, On(Roof.A, "granules-lost") with { Place = "chimney" })
            .Count.ShouldBe(2);

    [Theory]
    [InlineData(47, 0, 1)]
    [InlineData(0, 47, 1)]
    [InlineData(48, 0, 2)]
    [InlineData(0, 48, 2)]
    public void Pins_within_four_feet_are_one_place(double along, double up, int problems)
    {
        FindingFact At(string condition, double x, double y) => On(Roof.A, condition) with { Spot = new Spot(Roof.A.Id, x, y) };
        Of(At("tab-unsealed", 100, 100), At("nail-pop", 100 + along, 100 + up)).Count.ShouldBe(problems);
        Of(At("shingle-missing", 100, 100), At("deck-soft", 100 + along, 100 + up)).Count.ShouldBe(problems);
    }

    [Fact]
    public void What_is_at_one_detail_is_one_problem()
    {
        var detail = Guid.CreateVersion7();
        var (one, other) = (On(Roof.A, "boot-collar-torn") with { DetailId = detail }, On(Roof.A, "vent-short") with { DetailId = detail });
        Of(one, other).ShouldHaveSingleItem().Why.ShouldBe("They are at one detail of the plan.");
        Of(one, other with { DetailId = Guid.CreateVersion7() }).Count.ShouldBe(2);
    }

    [Fact]
    public void The_inspector_splits_one_off_and_joins_two_problems()
    {
        var (kickout, siding, moss) = (On(Roof.A, "kickout-missing"), On(Roof.A, "siding-decayed"), On(Roof.B, "moss-grown"));
        Of(kickout, siding, moss).Count.ShouldBe(2);
        Of(kickout, siding with { Problem = new ChosenProblem(siding.Id) }, moss).Count.ShouldBe(3);
        Of(kickout with { Problem = new ChosenProblem(kickout.Id) }, siding, moss).Count.ShouldBe(3);
        // Put to any finding of a problem, the whole of both is one; what Kalpa put together stays together.
        foreach (var of in new[] { kickout, siding })
        {
            var problem = Of(kickout, siding, moss with { Problem = new ChosenProblem(of.Id, "One storm") }).ShouldHaveSingleItem();
            problem.Chosen.ShouldBeTrue();
            problem.Parts.Count.ShouldBe(3);
        }
        // One that was split off is joined all the same where the inspector says so.
        var alone = siding with
        {
            Problem = new ChosenProblem(siding.Id),
        };
        Of(kickout, alone, moss with { Problem = new ChosenProblem(siding.Id) }).Count.ShouldBe(2);
        // What it was put to is gone: it stands as Kalpa puts it.
        Of(kickout, siding with { Problem = new ChosenProblem(Guid.CreateVersion7()) }).Count.ShouldBe(1);
    }

    [Property(MaxTest = 300)]
    public void Each_finding_is_in_exactly_one_problem_whatever_the_order(int seed)
    {
        var findings = new VisitGenerator(seed).Visit().Findings;
        var problems = RoofProblems.Of(Book, findings);
        problems.SelectMany(p => p.Parts).Select(p => p.FindingId).Order().ShouldBe(findings.Select(f => f.Id).Order());
        problems.Select(p => p.Id).Distinct().Count().ShouldBe(problems.Count);
        problems.ShouldAllBe(p => p.Title.Length > 0 && p.Parts.Any(x => x.FindingId == p.Id));
        var again = RoofProblems.Of(Book, [.. findings.Reverse()]);
        again.Select(p => (p.Id, p.Title, p.Why, p.Parts.Count)).ShouldBe(problems.Select(p => (p.Id, p.Title, p.Why, p.Parts.Count)));
    }

    private static FindingFact On(SlopeFact slope, string condition) =>
        Roof.Finding(condition, Book.FindCondition(condition)!.Stations[0]) with
        {
            SlopeId = slope.Id,
            Place = "",
        };

    private static IReadOnlyList<RoofProblem> Of(params FindingFact[] findings) => RoofProblems.Of(Book, findings);

    private static ProblemRole Role(RoofProblem problem, FindingFact finding) => problem.Parts.Single(p => p.FindingId == finding.Id).Role;
}
