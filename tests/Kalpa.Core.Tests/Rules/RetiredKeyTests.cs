using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Rules;

/// <summary>Successors of retired keys: everywhere or by family, along a chain, or none.</summary>
public class RetiredKeyTests
{
    private static RuleBook With(params RetiredKey[] retired) =>
        RuleBook.Current.Under(BookOverlay.Of("tested") with { Retired = retired });

    private static RetiredKey Retired(string key, params Successor[] successors) =>
        new(BookKeyKind.Condition, key, "2026.11.7", "tested", successors);

    [Fact]
    public void A_chain_is_followed_to_its_end()
    {
        var book = With(Retired("a", new Successor("b")), Retired("b", new Successor("boot-collar-torn")));
        book.CurrentKey(BookKeyKind.Condition, "a").ShouldBe("boot-collar-torn");
        book.FindCondition("a")!.Code.ShouldBe("boot-collar-torn");
        BookChecks.Of(book).ShouldBeEmpty();
    }

    [Fact]
    public void A_successor_may_hold_on_some_families_only()
    {
        var book = With(
            Retired("slipped", new Successor("tile-slipped", [CoveringFamily.Tile]), new Successor("slate-slipped", [CoveringFamily.Slate]))
        );
        book.CurrentKey(BookKeyKind.Condition, "slipped", CoveringFamily.Tile).ShouldBe("tile-slipped");
        book.CurrentKey(BookKeyKind.Condition, "slipped", CoveringFamily.Slate).ShouldBe("slate-slipped");
        // On any other covering, and where it is not known, the finding stands as recorded.
        book.CurrentKey(BookKeyKind.Condition, "slipped", CoveringFamily.Metal).ShouldBe("slipped");
        book.CurrentKey(BookKeyKind.Condition, "slipped").ShouldBe("slipped");
        book.FindCondition("slipped").ShouldBeNull();
    }

    [Fact]
    public void One_without_a_successor_stands_as_recorded() =>
        With(Retired("gone")).CurrentKey(BookKeyKind.Condition, "gone").ShouldBe("gone");

    [Fact]
    public void Another_kind_of_key_is_another_key() =>
        With(Retired("field", new Successor("boot-collar-torn"))).CurrentKey(BookKeyKind.Station, "field").ShouldBe("field");

    public static TheoryData<string, RetiredKey[]> Faults =>
        new()
        {
            { "in use again", [Retired("boot-collar-torn", new Successor("tab-unsealed"))] },
            { "leads to nothing", [Retired("a", new Successor("nowhere"))] },
            { "leads to nothing", [Retired("a", new Successor("b")), Retired("b", new Successor("a"))] },
            { "retired 2 times", [Retired("a"), Retired("a")] },
            { "needs its reason", [Retired("a") with { Reason = "" }] },
        };

    [Theory]
    [MemberData(nameof(Faults))]
    public void The_look_through_of_the_book_names_what_is_wrong(string fault, RetiredKey[] retired) =>
        BookChecks.Of(With(retired)).ShouldContain(f => f.Contains(fault));

    /// <summary>What was recorded under a key that is no longer given is judged as what it is called today, each kind of key.</summary>
    [Fact]
    public void Facts_of_old_keys_are_judged_as_their_successors()
    {
        RetiredKey Old(BookKeyKind kind, string key, string now) => new(kind, key, "2026.11.7", "tested", [new Successor(now)]);
        var book = With(
            Old(BookKeyKind.Condition, "old-boot", "boot-collar-torn"),
            Old(BookKeyKind.Covering, "oldShingle", "laminatedShingle"),
            Old(BookKeyKind.Component, "oldFelt", "heavy-underlayment"),
            Old(BookKeyKind.Question, "old-trees", "trees"),
            Old(BookKeyKind.Station, "old-attic", "attic")
        );
        string Judged(bool old)
        {
            string Key(string then, string now) => old ? then : now;
            var slope = Roof.A;
            var input = Roof.With(
                Roof.Input,
                r => r with { Answers = [new AnswerFact(slope.Id, Roof.Visit.Id, Key("old-trees", "trees"), slope.Id, ["over"])] }
            ) with
            {
                Slopes = [slope],
                Coverings = [new CoveringFact(Guid.Empty, slope.Id, Key("oldShingle", "laminatedShingle"), 2012, 2012, AgeSource.Permit)],
                Stages = [],
                Components =
                [
                    new ComponentFact(
                        slope.Id,
                        slope.Id,
                        Key("oldFelt", "heavy-underlayment"),
                        StackPlace.Under,
                        1,
                        2012,
                        2012,
                        AgeSource.Permit
                    ),
                ],
                Looks = [new LookFact(slope.Id, Roof.Visit.Id, Key("old-attic", "attic"), null, LookState.Looked)],
                Findings =
                [
                    Roof.Finding(Key("old-boot", "boot-collar-torn"), Key("old-attic", "attic")) with
                    {
                        Id = slope.Id,
                        SlopeId = slope.Id,
                    },
                ],
            };
            return JsonSerializer.Serialize(Assessor.Assess(input, book), KalpaJson.Default.Assessment);
        }
        Judged(old: true).ShouldBe(Judged(old: false));
    }
}
