using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Rules;

/// <summary>Whoever adds to the rule book is told what an entry lacks, by its name and in these words.</summary>
public class BookFaultTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly Condition Whole = Book.FindCondition("drip-edge-lap-short")!;
    private static readonly Limit Bound = Book.LimitsOn("drip-edge-lap")[0];
    private static readonly Quantity Lap = Book.FindQuantity("drip-edge-lap")!;
    private static readonly Decision Matter = Book.Decisions.First(d => d is { From: KnownFrom.Asked, Kinds: null, StainsSay: "" });

    public static TheoryData<string, Condition> Conditions =>
        new()
        {
            { "wants a name", Whole with { Name = " " } },
            { "wants what one sees", Whole with { Sees = "" } },
            { "wants a check", Whole with { Check = " " } },
            { "wants its meaning", Whole with { Meaning = "" } },
            { "wants a remedy", Whole with { Remedy = Whole.Remedy with { Title = "" } } },
            { "wants its remedy as steps a roofer can price", Whole with { Remedy = Whole.Remedy with { Steps = [] } } },
            { "wants its remedy as steps a roofer can price", Whole with { Remedy = Whole.Remedy with { Steps = ["Do it.", " "] } } },
            { "wants words that people search by", Whole with { Words = [] } },
            { "wants what it is taken for, and what tells it apart", Whole with { LookAlikes = [] } },
            { "wants its likely causes", Whole with { Causes = [] } },
            { "wants the photos due", Whole with { Shots = [] } },
            { "wants stations of the rule book", Whole with { Stations = [] } },
            { "wants stations of the rule book", Whole with { Stations = ["no-such-station"] } },
            { "its quantity \"no-such\" has no limit", Whole with { Quantity = "no-such" } },
            { "wants a source class, a consequence and a progression", Whole with { SourceClass = (SourceClass)99 } },
            { "wants a source class, a consequence and a progression", Whole with { Consequence = (Consequence)99 } },
            { "wants a source class, a consequence and a progression", Whole with { Progression = (Progression)99 } },
            { "wants its likely causes", Whole with { Causes = null } },
            { "mixes what is seen with what is measured: make two conditions of it", Whole with { Name = "Drip edge loose at its lap" } },
            { "mixes what is seen with what is measured: make two conditions of it", Whole with { Name = "Drip edge short or bent" } },
            { "without a measure it is seen anyway", Whole with { Quantity = null, Seen = true } },
            { "wants coverings of the rule book", Whole with { Kinds = ["no-such"] } },
            { "a hazard to people has that as its consequence", Whole with { Hazard = Hazard.Dormant } },
            { "wants the photos due", Whole with { Shots = null } },
            { "its quantity \"board-thickness\" has no limit", Whole with { Quantity = "board-thickness" } },
            {
                "is a danger: wants a caution, a trade or an engineer",
                Whole with
                {
                    Consequence = Consequence.LifeSafety,
                    Caution = "",
                    CanFall = false,
                }
            },
        };

    [Theory]
    [MemberData(nameof(Conditions))]
    public void A_condition(string fault, Condition spoilt) =>
        BookChecks.Condition(Book, spoilt).ShouldBe([$"condition drip-edge-lap-short: {fault}"]);

    [Fact]
    public void A_danger_needs_one_of_the_three()
    {
        var danger = Whole with { Consequence = Consequence.LifeSafety, Caution = "", CanFall = false };
        BookChecks.Condition(Book, danger with { Caution = "Keep off." }).ShouldBeEmpty();
        BookChecks.Condition(Book, danger with { CanFall = true }).ShouldBeEmpty();
        BookChecks.Condition(Book, danger with { Trade = "an electrician" }).ShouldBeEmpty();
        BookChecks.Condition(Book, danger with { Remedy = new Remedy("Shore it", ["Ask an engineer."]) }).ShouldBeEmpty();
        BookChecks.Condition(Book, danger with { Consequence = Consequence.WaterIn }).ShouldBeEmpty();
    }

    public static TheoryData<string, BookOverlay> Entries
    {
        get
        {
            var own = BookOverlay.Of("tested");
            BookOverlay Limits(Limit limit) => own with { Limits = [limit] };
            BookOverlay Quantities(Quantity quantity) => own with { Quantities = [quantity] };
            BookOverlay Decisions(Decision decision) => own with { Decisions = [decision] };
            return new()
            {
                { "quantity drip-edge-lap: wants 6 likely values that read", Quantities(Lap with { Likely = [.. Lap.Likely.Skip(1)] }) },
                {
                    "quantity drip-edge-lap: wants 6 likely values that read",
                    Quantities(Lap with { Likely = [.. Lap.Likely.Skip(1), "a hand"] })
                },
                { "quantity drip-edge-lap: wants a name and how it is measured", Quantities(Lap with { Name = " " }) },
                { "quantity drip-edge-lap: wants a name and how it is measured", Quantities(Lap with { HowToMeasure = "" }) },
                { $"limit {Bound.Id}: wants a least, a most, or both in order", Limits(Bound with { Least = null, Most = null }) },
                { $"limit {Bound.Id}: wants a least, a most, or both in order", Limits(Bound with { Least = 3, Most = 2.9 }) },
                { $"limit {Bound.Id}: wants a least, a most, or both in order", Limits(Bound with { Tolerance = -0.1 }) },
                { $"limit {Bound.Id}: wants a source and a reason", Limits(Bound with { Source = " " }) },
                { $"limit {Bound.Id}: wants a source and a reason", Limits(Bound with { Why = "" }) },
                {
                    $"limit {Bound.Id}: hangs on a question that is not asked, or on an answer that it has not",
                    Limits(Bound with { Where = new DecidingFact("no-such", ["yes"]) })
                },
                {
                    $"limit {Bound.Id}: hangs on a question that is not asked, or on an answer that it has not",
                    Limits(Bound with { Unless = new DecidingFact(Matter.Key, ["no such answer"]) })
                },
                {
                    $"limit {Bound.Id}: hangs on a question that is not asked, or on an answer that it has not",
                    Limits(Bound with { Where = new DecidingFact(Matter.Key, []) })
                },
                {
                    $"decision {Matter.Key}: wants two views and two answers at least",
                    Decisions(
                        Matter with
                        {
                            Views = [Matter.View(Matter.Firm)],
                            By = [.. Matter.By.Select(b => b with { View = Matter.Firm })],
                        }
                    )
                },
                {
                    $"decision {Matter.Key}: a rule names a view or an answer that is not there",
                    Decisions(Matter with { Firm = "no-such" })
                },
                {
                    $"decision {Matter.Key}: a rule names a view or an answer that is not there",
                    Decisions(Matter with { By = [Matter.By[0] with { View = "no-such" }, .. Matter.By.Skip(1)] })
                },
                {
                    $"decision {Matter.Key}: a rule names a view or an answer that is not there",
                    Decisions(Matter with { By = [Matter.By[0] with { Is = ["no-such"] }, .. Matter.By.Skip(1)] })
                },
                {
                    $"decision {Matter.Key}: the covering or stains give an answer that is not there",
                    Decisions(Matter with { StainsSay = "no-such" })
                },
                {
                    $"decision {Matter.Key}: wants both branches, a question and the test that settles it",
                    Decisions(Matter with { Settle = "look" })
                },
                {
                    $"decision {Matter.Key}: wants both branches, a question and the test that settles it",
                    Decisions(Matter with { Ask = " " })
                },
                {
                    $"decision {Matter.Key}: wants both branches, a question and the test that settles it",
                    Decisions(Matter with { By = [.. Matter.By.Take(1)] })
                },
                { $"decision {Matter.Key}: wants conditions of the rule book", Decisions(Matter with { Conditions = [] }) },
                { $"decision {Matter.Key}: wants conditions of the rule book", Decisions(Matter with { Conditions = ["no-such"] }) },
                {
                    $"decision {Matter.Key}: a weight is more than nought",
                    Decisions(Matter with { Views = [.. Matter.Views.Select(v => v with { Weight = 0 })] })
                },
            };
        }
    }

    [Theory]
    [MemberData(nameof(Entries))]
    public void An_entry_of_another_kind(string fault, BookOverlay own) => BookChecks.Of(Book.Under(own)).ShouldContain(fault);

    [Fact]
    public void Two_entries_of_one_key()
    {
        var twice = BookOverlay.Of("tested") with { Conditions = [Whole with { Code = "own" }, Whole with { Code = "own" }] };
        BookChecks.Of(Book.Under(twice)).ShouldContain("condition own: used 2 times");
    }
}
