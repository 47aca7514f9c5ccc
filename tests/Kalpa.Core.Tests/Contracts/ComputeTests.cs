using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Contracts;

public class ComputeTests
{
    [Theory]
    [InlineData("parse-measure", """{"text":"5 5/8\"","unit":"length"}""", """{"value":5.625,"printed":"5 5/8 in","problem":null}""")]
    [InlineData(
        "parse-measure",
        """{"text":"40","unit":"length","bareUnit":"foot"}""",
        """{"value":480,"printed":"40 ft","problem":null}"""
    )]
    [InlineData("parse-measure", """{"text":"18.435°","unit":"pitch"}""", """{"value":4,"printed":"4:12","problem":null}""")]
    public void Answers_json_with_json(string method, string input, string output) =>
        Compute.Run(method, input, RuleBook.Current).Json.ShouldBe(output);

    [Theory]
    [InlineData("verdict", "{", "compute.bad-json", "")]
    [InlineData("verdict", "null", "compute.bad-json", "not null")]
    [InlineData(
        "verdict",
        """{"condition":"boot-collar-torn","covering":null,"measure":null,"colour":"red"}""",
        "compute.bad-json",
        "colour"
    )]
    [InlineData("verdict", """{"covering":null,"measure":null}""", "compute.bad-json", "condition")]
    [InlineData("verdict", """{"condition":"x","covering":null,"measure":null}""", "compute.unknown-condition", "\"x\"")]
    [InlineData("parse-measure", """{"text":"1","unit":3}""", "compute.bad-json", "")] // an enum is its name, never a number
    [InlineData("weigh", "{}", "compute.unknown-method", "assess")]
    // The types do not refuse an empty entry, and what is made of them would break on it.
    [InlineData("order", """{"items":[null]}""", "compute.bad-json", "empty entry")]
    [InlineData("ladder", """{"landingFeet":1e13}""", "compute.bad-json", "out of bounds")]
    public void Bad_input_is_refused_with_the_field_at_fault(string method, string input, string code, string says)
    {
        var problem = Compute.Run(method, input, RuleBook.Current).Problem!;
        problem.Code.ShouldBe(code);
        problem.Text.ShouldContain(says);
    }

    [Fact]
    public void A_bad_fact_is_named_by_its_id()
    {
        var visit = new VisitGenerator(5).Visit(2, 3);
        var spoilt = visit with { Slopes = [visit.Slopes[0] with { Letter = "?" }, visit.Slopes[1]] };
        var problem = Compute.Run("assess", JsonSerializer.Serialize(spoilt, KalpaJson.Default.AssessInput), RuleBook.Current).Problem!;
        problem.Code.ShouldBe("slope.bad-letter");
        problem.Field.ShouldBe(visit.Slopes[0].Id.ToString());
    }

    [Fact]
    public void Facts_survive_a_round_trip_through_json()
    {
        foreach (var visit in new VisitGenerator(11).Visits(20))
        {
            var json = JsonSerializer.Serialize(visit, KalpaJson.Default.AssessInput);
            var back = JsonSerializer.Deserialize(json, KalpaJson.Default.AssessInput);
            JsonSerializer.Serialize(back!, KalpaJson.Default.AssessInput).ShouldBe(json);
        }
    }
}
