using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>What a finding is within its problem.</summary>
[JsonConverter(typeof(CamelCaseEnum<ProblemRole>))]
public enum ProblemRole
{
    Cause,
    Damage,

    /// <summary>A sign that water was there: a stain.</summary>
    Sign,

    /// <summary>Something put over the cause that repairs nothing.</summary>
    Makeshift,
}

/// <summary>A finding of a problem. <paramref name="Name"/> as the finding is called.</summary>
public sealed record ProblemPart(Guid FindingId, ProblemRole Role, string Name);

/// <summary>
/// Findings of one cause at one place. <paramref name="Id"/> is that of its first finding by age; <paramref name="Parts"/> stand cause first;
/// <paramref name="Why"/> says what puts them together, empty for a finding alone; <paramref name="Chosen"/>: by the inspector.
/// </summary>
public sealed record RoofProblem(Guid Id, string Title, IReadOnlyList<ProblemPart> Parts, string Why, bool Chosen);

/// <summary>
/// Problems: each finding is in exactly one. Together are what is at one detail or pinned place, what is on one element at one place by the same words, and what one
/// brings about in the other by the rule book's links, where it is plain which; the inspector's own joining and splitting goes before.
/// </summary>
public static class RoofProblems
{
    /// <summary>Pins nearer than this, in inches along or up the slope, are one place (common practice: an arm's length either way).</summary>
    public const double OnePlaceInches = 48;

    public static IReadOnlyList<RoofProblem> Of(RuleBook book, IReadOnlyList<FindingFact> findings)
    {
        var ordered = findings.OrderBy(f => f.Id).ToList();
        var groups = new Groups(ordered.Count);
        for (var one = 0; one < ordered.Count; one++)
        {
            for (var other = one + 1; other < ordered.Count; other++)
            {
                if (Why(book, ordered[one], ordered[other]) is { } why)
                {
                    groups.Join(one, other, why);
                }
            }
        }
        foreach (var (cause, effect) in Linked(book, ordered))
        {
            groups.Join(cause, effect, $"{Name(book, ordered[cause])} can bring about {Sentences.Lower(Name(book, ordered[effect]))}");
        }
        return [.. groups.All().Select(members => Problem(book, [.. members.Select(m => ordered[m])], groups.WhyOf(members[0])))];
    }

    /// <summary>What makes two findings one problem apart from a link; null where nothing does.</summary>
    private static string? Why(RuleBook book, FindingFact one, FindingFact other)
    {
        if (one.Problem is not null || other.Problem is not null)
        {
            return Anchor(one) == Anchor(other) ? "The inspector joined them" : null;
        }
        return one.DetailId is { } detail && detail == other.DetailId ? "They are at one detail of the plan"
            : Pinned(one, other) == true && SameElement(book, one, other) ? "They are pinned at one place"
            : one.SlopeId == other.SlopeId && SamePlace(one, other) == true && SameElement(book, one, other)
                ? "They are on one element at one place"
            : null;
    }

    /// <summary>The problem that the inspector put a finding into; its own where nobody did.</summary>
    private static Guid Anchor(FindingFact finding) => finding.Problem?.Id ?? finding.Id;

    /// <summary>
    /// Causes with what they bring about: all that are at its very place, or the only one that can be meant. Where several can, nobody knows which.
    /// </summary>
    private static IEnumerable<(int Cause, int Effect)> Linked(RuleBook book, List<FindingFact> ordered)
    {
        for (var effect = 0; effect < ordered.Count; effect++)
        {
            var of = ordered[effect];
            if (of.Problem is not null)
            {
                continue;
            }
            var can = book.LinksTo(of.Condition)
                .SelectMany(link => ordered.Index().Where(f => f.Item.Condition == link.Cause && MayBeAt(f.Item, of, link)))
                .Where(f => f.Item.Problem is null && f.Index != effect)
                .Select(f => f.Index)
                .Distinct()
                .ToList();
            var near = can.Where(c => IsAt(ordered[c], of)).ToList();
            foreach (
                var cause in near.Count > 0 ? near
                : can.Count == 1 ? can
                : []
            )
            {
                yield return (cause, effect);
            }
        }
    }

    private static bool MayBeAt(FindingFact cause, FindingFact effect, CauseEffect link) =>
        (cause.RoofId is null || effect.RoofId is null || cause.RoofId == effect.RoofId)
        && (link.WholeRoof || MayBeOnePlace(cause, effect));

    private static bool MayBeOnePlace(FindingFact cause, FindingFact effect) =>
        (cause.SlopeId is null || effect.SlopeId is null || cause.SlopeId == effect.SlopeId)
        && (cause.DetailId is null || effect.DetailId is null || cause.DetailId == effect.DetailId)
        && Pinned(cause, effect) != false
        && SamePlace(cause, effect) != false;

    private static bool IsAt(FindingFact one, FindingFact other) =>
        (one.DetailId is { } detail && detail == other.DetailId) || Pinned(one, other) == true || SamePlace(one, other) == true;

    /// <summary>Whether two pins are one place; null where one of them is not pinned.</summary>
    private static bool? Pinned(FindingFact one, FindingFact other) =>
        one.Spot is not { } a || other.Spot is not { } b
            ? null
            : a.SlopeId == b.SlopeId && Math.Abs(a.Along - b.Along) < OnePlaceInches && Math.Abs(a.Up - b.Up) < OnePlaceInches;

    /// <summary>Whether two places in words are one: the same, or one within the other ("chimney", "kitchen chimney"); null where one has none.</summary>
    private static bool? SamePlace(FindingFact one, FindingFact other)
    {
        var (a, b) = (Plain(one.Place), Plain(other.Place));
        return a.Length == 0 || b.Length == 0
            ? null
            : $" {a} ".Contains($" {b} ", StringComparison.Ordinal) || $" {b} ".Contains($" {a} ", StringComparison.Ordinal);
    }

    private static string Plain(string place) =>
        string.Join(
            ' ',
            place.ToLowerInvariant().Split([' ', ',', '.', ';'], StringSplitOptions.RemoveEmptyEntries).Where(w => w != "the")
        );

    private static bool SameElement(RuleBook book, FindingFact one, FindingFact other) =>
        AsRecorded.Condition(book, one).Element is { Length: > 0 } element && element == AsRecorded.Condition(book, other).Element;

    private static RoofProblem Problem(RuleBook book, List<FindingFact> members, string why)
    {
        var parts = members
            .Select(f => new ProblemPart(f.Id, RoleOf(book, f, members), Name(book, f)))
            .OrderBy(p => p.Role)
            .ThenBy(p => p.FindingId)
            .ToList();
        var first = members.First(f => f.Id == parts[0].FindingId);
        var place = first.Place.Trim();
        return new RoofProblem(
            members[0].Id,
            place.Length > 0 ? $"{parts[0].Name}, {place}" : parts[0].Name,
            parts,
            parts.Count == 1 ? "" : Sentences.Ended(why),
            members.Any(f => f.Problem is not null)
        );
    }

    private static ProblemRole RoleOf(RuleBook book, FindingFact finding, List<FindingFact> members)
    {
        var condition = AsRecorded.Condition(book, finding);
        // A stain tells of water; what stays wet out of sight is damaged.
        return condition is { Shows: WaterEvidence.Stained, Consequence: not Consequence.HiddenWet } ? ProblemRole.Sign
            : condition.Makeshift && members.Count > 1 ? ProblemRole.Makeshift
            : book.LinksTo(finding.Condition).Any(l => members.Any(m => m.Condition == l.Cause)) ? ProblemRole.Damage
            : ProblemRole.Cause;
    }

    private static string Name(RuleBook book, FindingFact finding) => AsRecorded.Condition(book, finding).Name;

    /// <summary>Sets that grow together, with what joined them first.</summary>
    private sealed class Groups(int count)
    {
        private readonly int[] headOf = [.. Enumerable.Range(0, count)];
        private readonly string[] whyOf = [.. Enumerable.Repeat("", count)];

        public void Join(int one, int other, string why)
        {
            var (a, b) = (Math.Min(Head(one), Head(other)), Math.Max(Head(one), Head(other)));
            if (a == b)
            {
                return;
            }
            headOf[b] = a;
            whyOf[a] =
                whyOf[a].Length > 0 ? whyOf[a]
                : whyOf[b].Length > 0 ? whyOf[b]
                : why;
        }

        public string WhyOf(int member) => whyOf[Head(member)];

        public IEnumerable<List<int>> All() => Enumerable.Range(0, headOf.Length).GroupBy(Head).Select(g => g.ToList());

        private int Head(int member)
        {
            while (headOf[member] != member)
            {
                member = headOf[member];
            }
            return member;
        }
    }
}
