using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Signing;

/// <summary>A firm's color on white paper, by WCAG 2.2 (success criterion 1.4.3, relative luminance and contrast ratio).</summary>
public sealed class ContrastTests
{
    [Theory]
    [InlineData("#000000", 21)]
    [InlineData("#ffffff", 1)]
    [InlineData("#ff0000", 3.998)]
    [InlineData("#0000ff", 8.592)]
    public void Contrast_is_as_the_standard_defines_it(string color, double ratio) => Contrast.OnWhite(color)!.Value.ShouldBe(ratio, 5e-4);

    [Theory]
    [InlineData("")]
    [InlineData("red")]
    [InlineData("#12345")]
    [InlineData("#1234567")]
    [InlineData("#12345G")]
    [InlineData("#fff}a{b")]
    public void What_is_no_color_has_none(string color) => Contrast.OnWhite(color).ShouldBeNull();

    /// <summary>#767676 is the lightest gray that passes.</summary>
    [Theory]
    [InlineData("#767676", "")]
    [InlineData("#777777", "letterhead.pale-color")]
    [InlineData("", "")]
    [InlineData("blue", "letterhead.bad-color")]
    public void A_letterhead_takes_a_color_that_is_read(string color, string code)
    {
        var letterhead = EveryKind.Facts.Select(f => f.Fact).OfType<LetterheadFact>().Single() with { Color = color };
        string[] codes = code.Length > 0 ? [code] : [];
        FactChecks.Of(letterhead, RuleBook.Current).Select(p => p.Code).ShouldBe(codes);
    }

    [Fact]
    public void A_letterhead_has_a_name_and_one_statement_a_purpose()
    {
        var letterhead = EveryKind.Facts.Select(f => f.Fact).OfType<LetterheadFact>().Single();
        string[] Codes(LetterheadFact fact) => [.. FactChecks.Of(fact, RuleBook.Current).Select(p => p.Code)];
        Codes(letterhead).ShouldBeEmpty();
        Codes(letterhead with { Name = " " }).ShouldBe(["letterhead.no-name"]);
        Codes(letterhead with { LogoSha256 = "x" }).ShouldBe(["letterhead.bad-logo"]);
        Codes(letterhead with { Statements = [.. letterhead.Statements, .. letterhead.Statements] }).ShouldBe(["letterhead.purpose-twice"]);
    }
}
