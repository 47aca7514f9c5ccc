using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Tests.Assessing;

/// <summary>Moved urgencies, opinions with history, words in two voices and their fairness.</summary>
public class JudgementTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly DateTimeOffset Now = new(2026, 9, 18, 12, 0, 0, TimeSpan.Zero);

    private static FindingAssessment Judge(FindingFact finding, FirmRulesFact? firm = null) =>
        Assessor.Assess(Roof.Input with { Findings = [finding], Firm = firm }, Book).Findings[0];

    [Fact]
    public void An_inspector_moves_an_item_with_a_reason_and_the_computed_stays_beside_it()
    {
        var finding = Roof.Finding("boot-collar-torn", "penetrations");
        var computed = Judge(finding).Urgency.Class;
        var moved = Judge(finding with { Moved = new(UrgencyClass.WithReroof, "The owner re-roofs in spring", "Marit", Now) }).Urgency;
        moved.Class.ShouldBe(UrgencyClass.WithReroof);
        moved.Moved!.Computed.ShouldBe(computed);
        moved.Why.ShouldContain(w => w.Contains("The owner re-roofs in spring"));
    }

    [Fact]
    public void What_can_hurt_someone_is_never_moved_down_and_says_so()
    {
        var tile = Roof.Finding("tile-slipped", "field") with
        {
            PeopleBelow = true,
            Moved = new(UrgencyClass.Watch, "It has hung so for years", "Marit", Now),
        };
        var urgency = Judge(tile).Urgency;
        urgency.Class.ShouldBe(UrgencyClass.MakeSafeNow);
        urgency.Moved!.Held.ShouldBeTrue();
        urgency.Why.ShouldContain(w => w.Contains("stays immediate"));
    }

    [Fact]
    public void A_move_without_a_reason_is_refused() =>
        FactChecks
            .Of(Roof.Finding("tile-slipped", "field") with { Moved = new(UrgencyClass.Watch, " ", "Marit", Now) }, Book)
            .ShouldContain(p => p.Code == "finding.moved-without-reason");

    [Fact]
    public void An_opinion_keeps_its_history_event_and_branch()
    {
        var opinion = new OpinionFact(
            Guid.CreateVersion7(),
            Roof.Visit.Id,
            Roof.A.Id,
            OpinionAction.HaveJudged,
            "a roofer",
            "The seals let go over a third of it",
            OpinionEvent.Winter,
            new DateOnly(2026, 11, 1),
            [new OpinionBranch("the roofer says no", OpinionAction.Monitor, "twice a year")],
            [new EarlierOpinion(OpinionAction.Monitor, "", "Some tabs lift", "More let go on the second walk", Now)],
            "Marit",
            Now
        );
        var input = Roof.With(Roof.Input, r => r with { SlopeOpinions = [opinion] });
        FactChecks.Of(opinion, Book).ShouldBeEmpty();
        var told = Assessor.Assess(input, Book).Opinions.Single();
        told.Of.ShouldBe("Slope A");
        told.Headline.ShouldBe("Have it evaluated by a roofer, before the winter, by November 1, 2026.");
        told.Branches.ShouldBe(["If the roofer says no: monitor, twice a year."]);
        told.History.Single().ShouldContain("monitor, because some tabs lift");
        FactChecks.Of(opinion with { Who = "" }, Book).ShouldContain(p => p.Code == "opinion.no-judge");
    }

    [Fact]
    public void An_opinion_of_an_earlier_visit_is_told_with_its_day()
    {
        OpinionFact Of(OpinionAction action) =>
            new(Guid.CreateVersion7(), Roof.Visit.Id, null, action, "", "Worn", OpinionEvent.None, null, [], [], "Marit", Now);
        var past = new PastVisit(Guid.CreateVersion7(), new DateOnly(2024, 5, 1), "Marit", [], [], [], [], [Of(OpinionAction.Monitor)]);
        var input = Roof.With(Roof.Input, r => r with { PastVisits = [past], SlopeOpinions = [Of(OpinionAction.Replace)] });
        Assessor.Assess(input, Book).Opinions.Single().History.Single().ShouldBe("On May 1, 2024: monitor, because worn.");
    }

    // Observed, inferred and suspected differ in data and in words.
    [Theory]
    [InlineData(Basis.Observed, "Slope A (south): The collar of the pipe boot was torn or cracked.")]
    [InlineData(Basis.Inferred, "Slope A (south): Torn pipe boot: inferred from what was seen, not observed directly.")]
    [InlineData(Basis.Suspected, "Slope A (south): Torn pipe boot: suspected. To confirm or rule it out: press")]
    public void How_it_is_known_is_said(Basis basis, string begins) =>
        Judge(Roof.Finding("boot-collar-torn", "penetrations") with { Basis = basis }).Observed.ShouldStartWith(begins);

    [Fact]
    public void Two_voices_tell_the_same_facts()
    {
        var lap = Roof.Finding("drip-edge-lap-short", "edges") with { Measure = new("1/8", 0.125, MeasuredHow.Tape) };
        var words = Judge(lap).Words;
        words.Plain.ShouldContain("Measured 1/8");
        words.Technical.ShouldContain("R905.2.8.5");
        var roofer = new FirmRulesFact(Guid.CreateVersion7(), [], [], Voice.Technical);
        Judge(lap, roofer).Observed.ShouldBe(words.Technical);
    }

    [Fact]
    public void Own_words_go_before_the_firms_phrase_and_that_before_the_composed()
    {
        var finding = Roof.Finding("boot-collar-torn", "penetrations");
        var firm = new FirmRulesFact(Guid.CreateVersion7(), [], [new FirmPhrase("boot-collar-torn", "The rubber has had its day.")]);
        Judge(finding).Words.By.ShouldBe(WordsBy.Composed);
        Judge(finding, firm).Means.ShouldBe("The rubber has had its day.");
        var own = Judge(finding with { OwnWords = new OwnWords("", "New boot, please.") }, firm);
        own.Means.ShouldBe("New boot, please.");
        own.Words.By.ShouldBe(WordsBy.Inspector);
        own.Words.ComposedMeans.ShouldBe("The rubber has had its day.");
        Judge(finding, firm).Words.ComposedMeans.ShouldBeNull();
    }

    /// <summary>Sentences typed by hand stand still while their facts move: what the composed ones said then is compared with what they say now.</summary>
    [Fact]
    public void Own_words_say_when_their_facts_have_changed()
    {
        var finding = Roof.Finding("boot-collar-torn", "penetrations");
        var words = Judge(finding).Words;
        var typed = finding with { OwnWords = new OwnWords("Split collar.", "New boot.", words.Plain, words.Means) };
        Judge(typed).Words.Outdated.ShouldBeNull();

        var leaking = typed with { Evidence = WaterEvidence.Active };
        var now = Judge(finding with { Evidence = WaterEvidence.Active }).Words;
        Judge(leaking)
            .Words.Outdated.ShouldBe([
                new OutdatedWords("Observed", words.Plain, now.Plain),
                new OutdatedWords("Meaning and recommendation", words.Means, now.Means),
            ]);
        // Read again and kept as they are.
        Judge(leaking with { OwnWords = typed.OwnWords with { OverObserved = now.Plain, OverMeans = now.Means } })
            .Words.Outdated.ShouldBeNull();
        // A sentence that is composed again follows by itself; one from before this was noted says nothing.
        Judge(leaking with { OwnWords = typed.OwnWords with { Observed = "" } })
            .Words.Outdated!.Select(o => o.Sentence)
            .ShouldBe(["Meaning and recommendation"]);
        Judge(leaking with { OwnWords = new OwnWords("Split collar.", "New boot.") }).Words.Outdated.ShouldBeNull();
        // Another voice of the firm tells the same facts.
        var roofer = new FirmRulesFact(Guid.CreateVersion7(), [], [], Voice.Technical);
        Judge(finding with { OwnWords = new OwnWords("Split collar.", "", words.Technical) }).Words.Outdated.ShouldBeNull();
        Judge(typed with { OwnWords = new OwnWords("Split collar.", "", words.Plain) }, roofer).Words.Outdated.ShouldBeNull();
    }

    /// <summary>The end of a meaning that a report may leave out where another finding of the job has asked it.</summary>
    [Fact]
    public void What_is_still_to_be_answered_ends_the_meaning()
    {
        var cricket = Judge(Roof.Found("cricket-missing"));
        cricket.Words.Open.ShouldNotBeNull().ShouldStartWith("Still to be answered: ");
        cricket.Means.ShouldEndWith($" {cricket.Words.Open}");
        Judge(Roof.Finding("boot-collar-torn", "penetrations")).Words.Open.ShouldBeNull();
        Judge(Roof.Found("cricket-missing") with { OwnWords = new OwnWords("", "Build one.") }).Words.Open.ShouldBeNull();
    }

    [Theory]
    [InlineData("A shoddy job by the last roofer.", "shoddy")]
    [InlineData("This was botched.", "botched")]
    [InlineData("It definitely will leak.", "definitely")]
    [InlineData("I guarantee ten years.", "guarantee")]
    public void Blame_and_false_certainty_are_pointed_out(string text, string word) =>
        Fairness.Doubts(text).ShouldContain(d => d.Contains(word, StringComparison.OrdinalIgnoreCase));

    [Fact]
    public void The_book_itself_blames_nobody_and_promises_nothing()
    {
        foreach (var condition in Book.Conditions)
        {
            var text = string.Join(
                ' ',
                [condition.Name, condition.Sees, condition.Meaning, condition.Remedy.Title, .. condition.Remedy.Steps]
            );
            Fairness.Doubts(text).ShouldBeEmpty(condition.Code);
        }
        foreach (var combination in Book.Combinations)
        {
            Fairness.Doubts(combination.Means).ShouldBeEmpty(combination.Id);
        }
    }

    [Fact]
    public void The_same_facts_give_the_same_words_and_order()
    {
        var findings = Book.Conditions.Take(40).Select(c => Roof.Finding(c.Code, c.Stations[0])).ToList();
        var once = Assessor.Assess(Roof.Input with { Findings = findings }, Book);
        var again = Assessor.Assess(Roof.Input with { Findings = [.. findings.AsEnumerable().Reverse()] }, Book);
        once.Findings.Select(f => f.Observed).ShouldBe(again.Findings.Select(f => f.Observed));
        once.Work.Select(w => w.AboveNext).ShouldBe(again.Work.Select(w => w.AboveNext));
    }

    [Fact]
    public void What_another_trade_mends_has_a_line_of_its_own()
    {
        var crown = Roof.Finding("crown-cracked", "walls") with { Outcome = FindingOutcome.OtherTrade };
        var work = Assessor.Assess(Roof.Input with { Findings = [crown] }, Book).Work.Single(w => w.FindingId == crown.Id);
        work.Trade.ShouldBe("chimney mason");
        work.Title.ShouldBe("Refer the crown to a mason");
    }

    [Theory]
    [InlineData(OpinionEvent.Closing, "before the closing")]
    [InlineData(OpinionEvent.Solar, "before the array goes on")]
    [InlineData(OpinionEvent.Winter, "before the winter")]
    [InlineData(OpinionEvent.Storm, "after the next storm")]
    public void An_opinion_says_what_it_waits_for(OpinionEvent waits, string said)
    {
        var opinion = new OpinionFact(
            Guid.CreateVersion7(),
            Roof.Visit.Id,
            null,
            OpinionAction.Monitor,
            "",
            "Worn",
            waits,
            null,
            [],
            [],
            "Marit",
            Now
        );
        Assessor
            .Assess(Roof.With(Roof.Input, r => r with { SlopeOpinions = [opinion] }), Book)
            .Opinions.Single()
            .Headline.ShouldBe($"Monitor, {said}.");
    }
}
