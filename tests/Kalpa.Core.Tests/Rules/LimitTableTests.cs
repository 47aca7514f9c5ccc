using System.Globalization;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Rules;

/// <summary>The table of all limits at the end of docs/rulebook.md is what the book holds. A change that is meant is taken over with KALPA_APPROVE=1.</summary>
public class LimitTableTests
{
    private const string Begin = "<!-- limits: begin -->";
    private const string End = "<!-- limits: end -->";
    private static readonly RuleBook Book = RuleBook.Current;

    [Fact]
    public void The_table_of_limits_is_what_the_book_holds()
    {
        var file = Path.Combine(Repository.Root, "docs/rulebook.md");
        var page = File.ReadAllText(file);
        var (from, to) = (page.IndexOf(Begin, StringComparison.Ordinal) + Begin.Length, page.IndexOf(End, StringComparison.Ordinal));
        var table = $"\n{Table()}\n";
        if (Environment.GetEnvironmentVariable("KALPA_APPROVE") is { Length: > 0 })
        {
            File.WriteAllText(file, page[..from] + table + page[to..]);
            return;
        }
        page[from..to].ShouldBe(table);
    }

    private static string Table() =>
        string.Join(
            '\n',
            new[] { "| what is measured | limit | where it holds | source | who confirms |", "|---|---|---|---|---|" }.Concat(
                Book.Limits.Select(Row)
            )
        );

    private static string Row(Limit limit)
    {
        var quantity = Book.FindQuantity(limit.Quantity)!;
        string?[] where =
        [
            limit.Kinds is { } kinds ? string.Join(", ", kinds.Select(Name)) : null,
            limit.NotOn is { } notOn ? $"not on {string.Join(", ", notOn.Select(Name))}" : null,
            (limit.PitchFrom, limit.PitchBelow, limit.PitchOver, limit.PitchTo) switch
            {
                ({ } from, { } below, _, _) => Pitch($"{from} to under {below}:12"),
                ({ } from, null, _, _) => Pitch($"from {from}:12"),
                (null, { } below, _, _) => Pitch($"under {below}:12"),
                (_, _, { } over, { } to) => Pitch($"over {over} to {to}:12"),
                (_, _, { } over, null) => Pitch($"over {over}:12"),
                (_, _, null, { } to) => Pitch($"to {to}:12"),
                _ => null,
            },
            limit.Codes switch
            {
                null => null,
                { Count: 0 } => "where the jurisdiction asks",
                [CodeFamily.Residential] => "houses",
                _ => "commercial buildings",
            },
            limit.Where is { } fact ? $"where: {Words(fact)}" : null,
            limit.Unless is { } exception ? $"unless: {Words(exception)}" : null,
        ];
        return $"| {quantity.Name} | {Verdicts.LimitText(quantity, limit)} | {string.Join("; ", where.OfType<string>())} | {limit.Source} | {Confirms(limit)} |";
    }

    private static string Name(string kind) => Book.Covering(kind).Name;

    private static string Pitch(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);

    private static string Words(DecidingFact fact) =>
        string.Join(
            " or ",
            Book.FindDecision(fact.Decision)!.Options.Where(o => fact.Is.Contains(o.Key)).Select(o => o.Words.ToLowerInvariant())
        );

    /// <summary>A code is adopted, or not, by a building department; a handbook or a military standard is not.</summary>
    private static readonly string[] Codes = ["IRC", "IBC", "IFGC", "IMC", "IECC", "FBC"];

    private static string Confirms(Limit limit) =>
        limit.SourceClass switch
        {
            SourceClass.Published when !Codes.Any(c => limit.Source.StartsWith(c, StringComparison.Ordinal)) =>
                "the published standard itself",
            SourceClass.Published => "local building department: adopted edition",
            SourceClass.MakersInstruction => "the manufacturer’s instructions",
            _ => "the firm: practice",
        };
}
