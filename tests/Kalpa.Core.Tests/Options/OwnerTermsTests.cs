using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Options;

/// <summary>What an owner's terms may be: at the bounds and either side.</summary>
public class OwnerTermsTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    [Theory]
    [InlineData(0, 5, 4, 50, "terms.years")]
    [InlineData(1, 0, 0, 0, null)]
    [InlineData(60, 30, 30, 100, null)]
    [InlineData(61, 5, 4, 50, "terms.years")]
    [InlineData(20, -1, 4, 50, "terms.interest")]
    [InlineData(20, 30.5, 4, 50, "terms.interest")]
    [InlineData(20, double.NaN, 4, 50, "terms.interest")]
    [InlineData(20, 5, 31, 50, "terms.growth")]
    [InlineData(20, 5, 4, 101, "terms.worth")]
    public void Terms_that_cannot_be_are_refused(int years, double interest, double growth, double worth, string? code)
    {
        var visit = Roof.Visit with
        {
            Commission = new Commission(CommissionPurpose.Condition, Terms: new OwnerTerms(years, interest, growth, worth)),
        };
        FactChecks.Of(visit, Book).Select(p => p.Code).ShouldBe(code is null ? [] : [code]);
    }

    [Theory]
    [InlineData(0, 100, null)]
    [InlineData(-1, null, "terms.warranty")]
    [InlineData(101, null, "terms.warranty")]
    [InlineData(null, -1, "terms.warranty")]
    [InlineData(null, 101, "terms.warranty")]
    public void Years_of_warranty_that_cannot_be_are_refused(int? workmanship, int? manufacturer, string? code)
    {
        var terms = new OwnerTerms(WorkmanshipYears: workmanship, ManufacturerYears: manufacturer);
        var visit = Roof.Visit with { Commission = new Commission(CommissionPurpose.Condition, Terms: terms) };
        FactChecks.Of(visit, Book).Select(p => p.Code).ShouldBe(code is null ? [] : [code]);
    }
}
