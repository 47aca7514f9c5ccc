using System.Net;
using System.Text.RegularExpressions;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Server.Tests;

/// <summary>Each condition that a covering can have is recorded on it, sent, assessed and printed: by its name, and with no sentence left empty or broken.</summary>
public sealed partial class WholeBookReportTests
{
    [Theory]
    [InlineData(CoveringKind.LaminatedShingle)]
    [InlineData(CoveringKind.ClayTile)]
    [InlineData(CoveringKind.Slate)]
    [InlineData(CoveringKind.WoodShingle)]
    [InlineData(CoveringKind.MetalLapped)]
    [InlineData(CoveringKind.Tpo)]
    [InlineData(CoveringKind.Planted)]
    [InlineData(CoveringKind.Polycarbonate)]
    [InlineData(CoveringKind.Glass)]
    public async Task Every_condition_stands_in_the_report(string kind)
    {
        var book = RuleBook.Current;
        var roof = new TestRoof();
        List<FindingFact> findings =
        [
            .. book
                .Conditions.Where(c => c.AppliesTo(book.Covering(kind).Family) && c.Kinds?.Contains(kind) != false)
                .Select(
                    (c, i) =>
                        roof.Finding with
                        {
                            Id = Guid.CreateVersion7(),
                            Condition = c.Code,
                            Station = c.Stations[0],
                            Place = "",
                            Measure = null,
                            Extent = (Extent)(i % 3),
                            Evidence = (WaterEvidence)(i % Enum.GetValues<WaterEvidence>().Length),
                            Outcome = c.DefaultOutcome,
                        }
                ),
        ];
        findings.Count.ShouldBeGreaterThan(100);
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        await tess.Send([
            .. roof.Changes.Where(c => c.Kind is not (FactKind.Covering or FactKind.Finding)),
            Inspector.Change(FactKind.Covering, roof.Covering with { Kind = kind }),
            .. findings.Select(f => Inspector.Change(FactKind.Finding, f)),
        ]);
        var assessed = (await tess.Get<VisitDossier>($"/api/visits/{roof.Visit.Id}")).Roofs[0].Assessment;
        assessed.Findings.Count.ShouldBe(findings.Count);
        assessed.Problems.ShouldBeEmpty();
        var html = await tess.Http.GetStringAsync($"/api/visits/{roof.Visit.Id}/report");
        EmptyElement().Matches(html).Select(m => m.Value).ShouldBeEmpty();
        var body = html[html.IndexOf("<body", StringComparison.Ordinal)..];
        var text = WebUtility.HtmlDecode(Tag().Replace(WithinSentence().Replace(body, ""), " "));
        foreach (var finding in assessed.Findings)
        {
            text.ShouldContain(finding.Name);
        }
        Broken().Matches(text).Select(m => text.Substring(Math.Max(0, m.Index - 40), 60)).ShouldBeEmpty();
    }

    [GeneratedRegex(@"<(p|li|h\d|td|small|strong)[^>]*>\s*</\1>")]
    private static partial Regex EmptyElement();

    [GeneratedRegex("</?(strong|small|em|span|a)( [^>]*)?>")]
    private static partial Regex WithinSentence();

    [GeneratedRegex("<[^>]+>")]
    private static partial Regex Tag();

    /// <summary>Two stops, a stop after a colon, a mark after a blank, words of code.</summary>
    [GeneratedRegex(@"\.\.(?!\.)|: ?\.|,\.| ,|\bnull\b|\{|\}")]
    private static partial Regex Broken();
}
