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
            { "needs a name", Whole with { Name = " " } },
            { "needs what one sees", Whole with { Sees = "" } },
            { "needs a check", Whole with { Check = " " } },
            { "needs its meaning", Whole with { Meaning = "" } },
            { "needs a remedy", Whole with { Remedy = Whole.Remedy with { Title = "" } } },
            { "needs its remedy as steps a roofer can price", Whole with { Remedy = Whole.Remedy with { Steps = [] } } },
            { "needs its remedy as steps a roofer can price", Whole with { Remedy = Whole.Remedy with { Steps = ["Do it.", " "] } } },
            { "needs 4 words that people search by", Whole with { Words = ["a", "b", "c"] } },
            { "needs what it is taken for, and what tells it apart", Whole with { LookAlikes = [] } },
            { "needs its likely causes", Whole with { Causes = [] } },
            { "needs the photos due", Whole with { Shots = [] } },
            { "needs the element it is on", Whole with { Element = "no-such" } },
            { "needs stations of the rule book", Whole with { Stations = [] } },
            { "needs stations of the rule book", Whole with { Stations = ["no-such-station"] } },
            { "its quantity \"no-such\" has no limit", Whole with { Quantity = "no-such" } },
            { "needs a source class, a consequence and a progression", Whole with { SourceClass = (SourceClass)99 } },
            { "needs a source class, a consequence and a progression", Whole with { Consequence = (Consequence)99 } },
            { "needs a source class, a consequence and a progression", Whole with { Progression = (Progression)99 } },
            { "needs its likely causes", Whole with { Causes = null } },
            { "mixes what is seen with what is measured: make two conditions of it", Whole with { Name = "Drip edge loose at its lap" } },
            { "mixes what is seen with what is measured: make two conditions of it", Whole with { Name = "Drip edge short or bent" } },
            { "without a measure it is seen anyway", Whole with { Quantity = null, Seen = true } },
            { "needs coverings of the rule book", Whole with { Kinds = ["no-such"] } },
            { "a hazard to people has that as its consequence", Whole with { Hazard = Hazard.Dormant } },
            {
                "an immediate hazard, and no other, says by what it endangers people",
                Whole with
                {
                    Consequence = Consequence.LifeSafety,
                    Hazard = Hazard.Present,
                    Trade = "electrician",
                }
            },
            { "an immediate hazard, and no other, says by what it endangers people", Whole with { HazardBy = HazardKind.Fire } },
            { "needs the photos due", Whole with { Shots = null } },
            { "its quantity \"board-thickness\" has no limit", Whole with { Quantity = "board-thickness" } },
            {
                "is a danger: needs a caution, a trade or an engineer",
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

    private static Combination Together => Book.Combinations.First(c => c.Id == "fan-and-mold");

    public static TheoryData<string, Combination> Combinations =>
        new()
        {
            {
                "needs two things at least, one of them seen",
                Together with
                {
                    Needs = [Together.Needs[0]],
                    Causes = null,
                    RemedyOf = null,
                }
            },
            { "its causes are some of what it needs, and bring about another part of it", Together with { Causes = ["ponding"] } },
            { "its causes are some of what it needs, and bring about another part of it", Together with { Causes = [] } },
            { "needs what it means and what settles it", Together with { Means = " " } },
            { "needs what it means and what settles it", Together with { Settle = "" } },
            { "what its remedy is for is some of what it needs", Together with { RemedyOf = ["ponding"] } },
            { "what its remedy is for is some of what it needs", Together with { RemedyOf = [] } },
            { "what its remedy is for is some of what it needs", Together with { Remedy = "" } },
            { "there is no condition \"no-such\"", Together with { Needs = [.. Together.Needs, new Clause(Seen: ["no-such"])] } },
        };

    [Theory]
    [MemberData(nameof(Combinations))]
    public void A_combination(string fault, Combination spoilt) =>
        BookChecks.Combination(Book, spoilt).ShouldBe([$"combination fan-and-mold: {fault}"]);

    [Fact]
    public void Combinations_of_the_book_have_no_fault() =>
        Book.Combinations.SelectMany(c => BookChecks.Combination(Book, c)).ShouldBeEmpty();

    private static readonly RecipeMaterial Material = new("Screws", "each", MaterialRule.Each);

    public static TheoryData<bool, RecipeMaterial> Materials =>
        new()
        {
            { true, Material },
            { false, Material with { Item = "" } },
            { false, Material with { Unit = "" } },
            { false, Material with { Per = 0 } },
            { false, Material with { Pack = 0 } },
            { true, Material with { Waste = 0 } },
            { false, Material with { Waste = -0.01 } },
            { false, Material with { Rule = MaterialRule.Spaced, Spacing = 0 } },
            { true, Material with { Rule = MaterialRule.Spaced, Spacing = 0.1 } },
            { false, Material with { Rule = MaterialRule.Pieces, Piece = 2, Lap = 2 } },
            { true, Material with { Rule = MaterialRule.Pieces, Piece = 2.1, Lap = 2 } },
            { false, Material with { Rule = MaterialRule.Joints, Piece = 0 } },
            { true, Material with { Rule = MaterialRule.Joints, Piece = 0.1 } },
            { false, Material with { Rule = MaterialRule.Strip, Width = 0 } },
            { true, Material with { Rule = MaterialRule.Strip, Width = 0.1 } },
            { false, Material with { Rule = MaterialRule.Patch, Border = 0 } },
            { true, Material with { Rule = MaterialRule.Patch, Border = 0.1 } },
        };

    [Theory]
    [MemberData(nameof(Materials))]
    public void A_material_has_what_its_rule_counts_by(bool whole, RecipeMaterial material) => material.IsWhole.ShouldBe(whole);

    [Theory]
    [InlineData("Cover it", 1, 1, true)]
    [InlineData("Cover it", 0, 1, false)]
    [InlineData(" ", 1, 1, false)]
    [InlineData("Cover it", 1, 3, false)]
    public void What_holds_for_the_time_being_says_what_for_how_long_and_in_what_time(string words, int days, double low, bool whole) =>
        new TemporaryHold("h", words, days, [low, 2, 3]).IsWhole.ShouldBe(whole);

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

    public static TheoryData<Element, bool> Elements =>
        new()
        {
            {
                new Element(
                    "e",
                    "Eaves",
                    AmountKind.Length,
                    [
                        [1],
                        [2],
                        [3],
                    ]
                ),
                true
            },
            {
                new Element(
                    "e",
                    "Eaves",
                    AmountKind.Area,
                    [
                        [1, 1],
                        [2, 2],
                        [3, 3],
                    ]
                ),
                true
            },
            { new Element("e", "Eaves"), true },
            {
                new Element(
                    "e",
                    "Eaves",
                    AmountKind.Length,
                    [
                        [1],
                        [2],
                    ]
                ),
                false
            },
            {
                new Element(
                    "e",
                    "Eaves",
                    AmountKind.Length,
                    [
                        [1],
                        [2],
                        [0],
                    ]
                ),
                false
            },
            {
                new Element(
                    "e",
                    "Eaves",
                    AmountKind.Area,
                    [
                        [1],
                        [2],
                        [3],
                    ]
                ),
                false
            },
            { new Element("e", "Eaves", AmountKind.Count), false },
            {
                new Element(
                    "e",
                    "Eaves",
                    AmountKind.None,
                    [
                        [1],
                        [2],
                        [3],
                    ]
                ),
                false
            },
            { new Element("e", " "), false },
        };

    [Theory]
    [MemberData(nameof(Elements))]
    public void An_element_has_an_amount_to_assume_for_each_extent(Element element, bool whole) =>
        (BookChecks.Element(element).FirstOrDefault() is null).ShouldBe(whole);

    [Fact]
    public void Conditions_of_one_element_at_one_station_are_told_apart()
    {
        string[] Faults(IReadOnlyList<LookAlike> pairs) => [.. BookChecks.LookAlikes(Book, pairs)];
        Faults(Book.LookAlikes).ShouldBeEmpty();
        Faults([.. Book.LookAlikes, new LookAlike("x", ["wires-low", "wires-low"], "By eye.")])
            .ShouldBe(["look-alike x: needs two conditions of the rule book and the test that tells them apart"]);
        Faults([.. Book.LookAlikes, new LookAlike("x", ["wires-low", "no-such"], "By eye.")]).Length.ShouldBe(1);
        Faults([.. Book.LookAlikes, new LookAlike("x", ["wires-low", "mast-flashing"], " ")]).Length.ShouldBe(1);
        Faults([.. Book.LookAlikes.Where(p => !p.Conditions.Contains("wires-low"))])
            .ShouldContain("condition wires-low: needs the test that tells it from another of its element at its station");
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
                { "quantity drip-edge-lap: needs 6 likely values that read", Quantities(Lap with { Likely = [.. Lap.Likely.Skip(1)] }) },
                {
                    "quantity drip-edge-lap: needs 6 likely values that read",
                    Quantities(Lap with { Likely = [.. Lap.Likely.Skip(1), "a hand"] })
                },
                { "quantity drip-edge-lap: needs a name and how it is measured", Quantities(Lap with { Name = " " }) },
                { "quantity drip-edge-lap: needs a name and how it is measured", Quantities(Lap with { HowToMeasure = "" }) },
                { $"limit {Bound.Id}: needs a least, a most, or both in order", Limits(Bound with { Least = null, Most = null }) },
                { $"limit {Bound.Id}: needs a least, a most, or both in order", Limits(Bound with { Least = 3, Most = 2.9 }) },
                { $"limit {Bound.Id}: needs a least, a most, or both in order", Limits(Bound with { Tolerance = -0.1 }) },
                { $"limit {Bound.Id}: needs a source and a reason", Limits(Bound with { Source = " " }) },
                { $"limit {Bound.Id}: needs a source and a reason", Limits(Bound with { Why = "" }) },
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
                    $"decision {Matter.Key}: needs two views and two answers at least",
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
                    $"decision {Matter.Key}: needs both branches, a question and the test that settles it",
                    Decisions(Matter with { Settle = "look" })
                },
                {
                    $"decision {Matter.Key}: needs both branches, a question and the test that settles it",
                    Decisions(Matter with { Ask = " " })
                },
                {
                    $"decision {Matter.Key}: needs both branches, a question and the test that settles it",
                    Decisions(Matter with { By = [.. Matter.By.Take(1)] })
                },
                { $"decision {Matter.Key}: needs conditions of the rule book", Decisions(Matter with { Conditions = [] }) },
                { $"decision {Matter.Key}: needs conditions of the rule book", Decisions(Matter with { Conditions = ["no-such"] }) },
                {
                    $"decision {Matter.Key}: a weight is more than zero",
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

    public static TheoryData<string> Named =>
        [
            $"condition:{Whole.Code}",
            $"limit:{Bound.Id}",
            $"covering:{Book.Coverings[0].Kind}",
            $"decision:{Matter.Key}",
            $"combination:{Book.Combinations[0].Id}",
        ];

    /// <summary>What the newest edition says it added or changed is there: by its kind and its key.</summary>
    [Theory]
    [MemberData(nameof(Named))]
    public void An_edition_names_what_is_in_the_book(string key)
    {
        var newest = Book.Versions[0] with { Added = [key], Changed = [key] };
        BookChecks.Edition(Book, newest).ShouldBeEmpty();
        var unknown = $"{key}-no-such";
        BookChecks
            .Edition(Book, newest with { Changed = [unknown] })
            .ShouldBe([$"versions: {Book.Version} names {unknown}, which is not in the book"]);
        BookChecks
            .Edition(Book, newest with { Version = "2000.1.1" })
            .ShouldBe([$"versions: {Book.Version} is not told of; Kalpa.BookPacker --changes writes what it changes"]);
    }
}
