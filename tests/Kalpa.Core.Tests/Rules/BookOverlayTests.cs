using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Rules;

/// <summary>What a firm lays over the shipped book, and that the shipped book stays as it is.</summary>
public class BookOverlayTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static readonly Condition Shipped = Book.FindCondition("boot-collar-torn")!;

    private static RuleBook With(params Condition[] own) => Book.Under(BookOverlay.Of("tested") with { Conditions = own });

    [Fact]
    public void An_entry_of_a_shipped_key_takes_its_place_in_the_order()
    {
        var book = With(Shipped with { Name = "Collar gone" });
        book.FindCondition(Shipped.Code)!.Name.ShouldBe("Collar gone");
        book.Conditions.Select(c => c.Code).ShouldBe(Book.Conditions.Select(c => c.Code));
        book.ConditionsAt(Shipped.Stations[0], null).ShouldContain(c => c.Name == "Collar gone");
        book.ConditionsAt(Shipped.Stations[0], null).ShouldNotContain(c => c.Name == Shipped.Name);
        Book.FindCondition(Shipped.Code)!.Name.ShouldBe(Shipped.Name);
    }

    [Fact]
    public void The_first_entry_of_all_is_taken_the_place_of_like_any_other()
    {
        var first = Book.Conditions[0];
        var book = With(first with { Name = "Another name" });
        book.Conditions.Count.ShouldBe(Book.Conditions.Count);
        book.Conditions[0].Name.ShouldBe("Another name");
    }

    [Fact]
    public void A_new_entry_comes_after_and_is_met_at_its_station()
    {
        var book = With(Shipped with { Code = "own-collar", Element = "covering" });
        book.Conditions[^1].Code.ShouldBe("own-collar");
        book.Conditions.Count.ShouldBe(Book.Conditions.Count + 1);
        book.ConditionsAt(Shipped.Stations[0], null).Last().Code.ShouldBe("own-collar");
        BookChecks.Of(book).ShouldBeEmpty();
    }

    [Fact]
    public void A_limit_and_a_matter_are_found_by_what_they_bear_on()
    {
        var limit = Book.Limits[0] with { Id = "own-limit", Quantity = "drip-edge-lap" };
        var matter = Book.Decisions[0] with { Key = "own-matter", Conditions = [Shipped.Code] };
        var book = Book.Under(BookOverlay.Of("tested") with { Limits = [limit], Decisions = [matter] });
        book.LimitsOn("drip-edge-lap")[^1].Id.ShouldBe("own-limit");
        book.DecisionsOf(Shipped.Code)[^1].Key.ShouldBe("own-matter");
    }

    [Fact]
    public void The_hash_tells_one_state_of_the_overlay_from_another()
    {
        string[] hashes = [Book.Hash, With(Shipped).Hash, Book.Under(BookOverlay.Of("later") with { Conditions = [Shipped] }).Hash];
        hashes.ShouldBeUnique();
        hashes.ShouldAllBe(hash => hash.Length == 16);
    }

    [Fact]
    public void An_entry_is_one_object_whoever_asks()
    {
        var met = new Condition[64];
        Parallel.For(0, met.Length, i => met[i] = Book.FindCondition("tab-unsealed")!);
        met.ShouldAllBe(c => ReferenceEquals(c, met[0]));
        Book.Conditions.Single(c => c.Code == "tab-unsealed").ShouldBeSameAs(met[0]);
    }
}
