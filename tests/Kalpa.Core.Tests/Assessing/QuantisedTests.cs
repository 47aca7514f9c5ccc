using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Assessing;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Assessing;

/// <summary>
/// Every number that leaves the core lies on a step (methods, "Steps"): the browser's runtime and the server's differ in the last bit, and a number that was not
/// put on a step would differ in print.
/// </summary>
public class QuantisedTests
{
    /// <summary>The finest step there is: a rate of things counted.</summary>
    private const int MostDecimals = 5;

    private static IEnumerable<string> Off(JsonElement element, string path) =>
        element.ValueKind switch
        {
            JsonValueKind.Object => element.EnumerateObject().SelectMany(p => Off(p.Value, $"{path}.{p.Name}")),
            JsonValueKind.Array => element.EnumerateArray().SelectMany(e => Off(e, $"{path}[]")),
            JsonValueKind.Number when Decimals(element.GetRawText()) > MostDecimals => [$"{path} = {element.GetRawText()}"],
            _ => [],
        };

    private static int Decimals(string number) =>
        number.Contains('E', StringComparison.Ordinal)
            ? int.MaxValue
            : number.Length - 1 - (number.IndexOf('.') is var dot and >= 0 ? dot : number.Length - 1);

    [Fact]
    public void Every_number_of_an_assessment_lies_on_a_step()
    {
        var off = Enumerable
            .Range(1, 60)
            .Select(seed => new VisitGenerator(seed).Visit(1 + seed % 5, seed % 21))
            .Select(visit => Assessor.Assess(visit, RuleBook.Current))
            .SelectMany(judged => Off(JsonSerializer.SerializeToElement(judged, KalpaJson.Default.Assessment), "$"))
            .GroupBy(fault => fault.Split(" = ")[0])
            .Select(group => group.First());
        off.ShouldBeEmpty();
    }

    [Theory]
    [InlineData("12", 0)]
    [InlineData("-0.5", 1)]
    [InlineData("1.00001", 5)]
    [InlineData("1.000001", 6)]
    [InlineData("1E-7", int.MaxValue)]
    public void Decimals_are_counted(string number, int decimals) => Decimals(number).ShouldBe(decimals);
}
