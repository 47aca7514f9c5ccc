using Kalpa.Contracts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Contracts;

/// <summary>What no input may hold, and where it is said to stand. JSON as RFC 8259 has it.</summary>
public sealed class JsonBoundsTests
{
    [Theory]
    [InlineData("""{"a":[1,2,{"b":"c"}],"d":null}""")]
    [InlineData("[]")]
    [InlineData("1000000000000")]
    [InlineData("-1e12")]
    [InlineData("\"\\u00e9\"")]
    [InlineData("null")]
    public void Sound(string json) => JsonBounds.Find(json).ShouldBeNull();

    [Theory]
    [InlineData("[null]", "$[0]")]
    [InlineData("""{"shares":[{"stage":1},null]}""", "$.shares[1]")]
    [InlineData("""{"a":{"b":[[1],[2,null]]}}""", "$.a.b[1][1]")]
    [InlineData("""{"x":1000000000001}""", "$.x")]
    [InlineData("""{"x":-1.1e12}""", "$.x")]
    [InlineData("""{"x":1e400}""", "$.x")]
    [InlineData("""{"x":[0,1e308]}""", "$.x[1]")]
    [InlineData("\"a\\u0000b\"", "$")]
    [InlineData("\"\\ud83c\"", "$")]
    [InlineData("{\"a\":", "$")]
    [InlineData("", "$")]
    public void Unsound(string json, string path) => JsonBounds.Find(json).ShouldNotBeNull().Path.ShouldBe(path);

    [Fact]
    public void A_list_has_at_most_so_many_entries()
    {
        static string List(int count) => $"{{\"list\":[{string.Join(',', Enumerable.Repeat("0", count))}]}}";
        JsonBounds.Find(List(JsonBounds.LongestList)).ShouldBeNull();
        JsonBounds.Find(List(JsonBounds.LongestList + 1))!.Path.ShouldBe($"$.list[{JsonBounds.LongestList}]");
    }

    [Fact]
    public void Nesting_without_end_is_refused() => JsonBounds.Find(new string('[', 100_000)).ShouldNotBeNull();

    // What an outsider's requests broke: each is now refused with its field, or computed.
    [Theory]
    [InlineData("interval", """{"wrong":1,"looked":2147483647}""", "$.looked")]
    [InlineData("interval", """{"wrong":1,"looked":100001}""", "$.looked")]
    [InlineData("interval", """{"wrong":3,"looked":2}""", "$.wrong")]
    [InlineData("interval", """{"wrong":-1,"looked":2}""", "$.wrong")]
    [InlineData("interval", """{"wrong":0,"looked":0}""", "$.looked")]
    [InlineData("sun", """{"latitude":44,"longitude":180.1,"slopes":[]}""", "$.longitude")]
    [InlineData("sun", """{"latitude":90.1,"slopes":[]}""", "$.latitude")]
    [InlineData("sun", """{"latitude":44,"slopes":[{"risePer12":24.1,"azimuthDegrees":0}]}""", "$.slopes")]
    [InlineData("going", """{"hour":null,"seen":[],"steepestRise":-1}""", "$.steepestRise")]
    [InlineData(
        "skeleton",
        """{"corners":[{"x":1e7,"y":0,"risePer12":6},{"x":1,"y":1,"risePer12":6},{"x":0,"y":1,"risePer12":6}]}""",
        "$.corners"
    )]
    [InlineData("plan-import", """{"text":"{}","risePer12":24.5}""", "$.risePer12")]
    public void Out_of_bounds(string method, string json, string field)
    {
        var result = Compute.Run(method, json, RuleBook.Current);
        result.Json.ShouldBeNull();
        result.Problem!.Field.ShouldBe(field);
        result.Problem.Text.ShouldNotBeNullOrWhiteSpace();
    }

    [Theory]
    [InlineData("interval", """{"wrong":1,"looked":100000}""")]
    [InlineData("interval", """{"wrong":2,"looked":2}""")]
    [InlineData("sun", """{"latitude":90,"longitude":180,"at":"2026-06-21T12:00:00Z","slopes":[{"risePer12":24,"azimuthDegrees":0}]}""")]
    public void At_the_bound(string method, string json) => Compute.Run(method, json, RuleBook.Current).Problem.ShouldBeNull();

    [Fact]
    public void Work_ends_when_its_caller_has_had_enough()
    {
        var asked = 0;
        using (WorkBudget.Begin(() => ++asked > 3))
        {
            Should.Throw<WorkStoppedException>(() => Compute.Run("interval", """{"wrong":5,"looked":1000}""", RuleBook.Current));
        }
        asked.ShouldBe(4);
        // Outside the scope nobody is asked.
        Compute.Run("interval", """{"wrong":5,"looked":1000}""", RuleBook.Current).Problem.ShouldBeNull();
        asked.ShouldBe(4);
    }

    [Theory]
    [InlineData(true, false)]
    [InlineData(false, true)]
    public void Work_within_work_ends_when_either_caller_has_had_enough(bool outer, bool inner)
    {
        using (WorkBudget.Begin(() => outer))
        using (WorkBudget.Begin(() => inner))
        {
            Should.Throw<WorkStoppedException>(WorkBudget.Check);
        }
        using (WorkBudget.Begin(() => false))
        using (WorkBudget.Begin(() => false))
        {
            Should.NotThrow(WorkBudget.Check);
        }
    }

    /// <summary>A life is asked for with at most a hundred facts of wear: the work grows with them.</summary>
    [Theory]
    [InlineData(100, true)]
    [InlineData(101, false)]
    public void So_many_facts_of_wear_are_taken(int count, bool taken)
    {
        var wear = string.Join(',', Enumerable.Repeat("""{"factor":"trees","option":"near","from":"said"}""", count));
        var json =
            $$"""{"kind":"slate","exposure":"ordinary","laidFrom":1990,"laidTo":1990,"ageSource":"permit","layers":1,"shares":null,"asOf":"2026-09-18","wear":[{{wear}}]}""";
        (Compute.Run("life", json, RuleBook.Current).Problem is null).ShouldBe(taken);
    }

    /// <summary>And with at most a hundred earlier ratings.</summary>
    [Theory]
    [InlineData(100, true)]
    [InlineData(101, false)]
    public void So_many_earlier_ratings_are_taken(int count, bool taken)
    {
        var earlier = string.Join(',', Enumerable.Repeat("""{"on":"2010-05-01","shares":[{"stage":0,"percent":100}]}""", count));
        var json =
            $$"""{"kind":"slate","exposure":"ordinary","laidFrom":1990,"laidTo":1990,"ageSource":"permit","layers":1,"shares":null,"asOf":"2026-09-18","earlier":[{{earlier}}]}""";
        (Compute.Run("life", json, RuleBook.Current).Problem is null).ShouldBe(taken);
    }
}
