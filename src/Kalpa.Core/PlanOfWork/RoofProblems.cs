using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
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
/// Problems: each finding is in exactly one. Together are what is at one detail or pinned place, what is on one element or one flashing at one place by the same words, and what one
/// brings about in the other by the rule book's links, where it is plain which. The inspector splits one off, or puts it to another beside that.
/// </summary>
public static class RoofProblems
{
    /// <summary>Pins nearer than this, in inches along or up the slope, are one place (common practice: an arm's length either way).</summary>
    public const double OnePlaceInches = 48;

    /// <param name="leaks">Stains that are traced: one whose way in is settled goes with the finding there, whatever else could have brought it about.</param>
    public static IReadOnlyList<RoofProblem> Of(RuleBook book, IReadOnlyList<FindingFact> findings, IReadOnlyList<StainLeak>? leaks = null)
    {
        List<Placed> placed =
        [
            .. findings.OrderBy(f => f.Id).Select(f => new Placed(f, AsRecorded.Condition(book, f), Places.Plain(f.Place))),
        ];
        var groups = new Groups(placed.Count);
        for (var one = 0; one < placed.Count; one++)
        {
            for (var other = one + 1; other < placed.Count; other++)
            {
                if (Why(book, placed[one], placed[other]) is { } why)
                {
                    groups.Join(one, other, why);
                }
            }
        }
        var settled = Settled(placed, leaks ?? []);
        foreach (var (stain, entry) in Entered(placed, settled))
        {
            groups.Join(entry, stain, $"{placed[entry].Name} is where its water most likely enters");
        }
        foreach (var (cause, effect) in Linked(book, placed, settled, leaks ?? []))
        {
            groups.Join(cause, effect, $"{placed[cause].Name} can bring about {Sentences.Lower(placed[effect].Name)}");
        }
        var ways = (leaks ?? []).ToDictionary(
            l => l.FindingId,
            l => (IReadOnlySet<Guid>)l.Possible.Concat(l.EntryId is { } id ? [id] : []).ToHashSet()
        );
        return [.. groups.All().Select(members => Problem(book, [.. members.Select(m => placed[m])], groups.WhyOf(members[0]), ways))];
    }

    /// <summary>
    /// Stains whose way in is settled, with the finding there. Words that put the two at different places are of somebody who stood there: they go before a chance, not before a test or feet.
    /// </summary>
    private static Dictionary<Guid, Guid?> Settled(List<Placed> placed, IReadOnlyList<StainLeak> leaks)
    {
        string PlaceOf(Guid id) => placed.First(p => p.Finding.Id == id).Place;
        return leaks
            .Where(l => l.Settled && (l.Located || l.EntryId is not { } entry || !Places.AreTwo(PlaceOf(entry), PlaceOf(l.FindingId))))
            .ToDictionary(l => l.FindingId, l => l.EntryId);
    }

    /// <summary>Stains with the finding at which their water gets in, where the inspector has not put either elsewhere.</summary>
    private static IEnumerable<(int Stain, int Entry)> Entered(List<Placed> placed, Dictionary<Guid, Guid?> settled) =>
        from stain in placed.Index()
        where !stain.Item.Alone && settled.GetValueOrDefault(stain.Item.Finding.Id) is not null
        from entry in placed.Index()
        where !entry.Item.Alone && entry.Item.Finding.Id == settled[stain.Item.Finding.Id]
        select (stain.Index, entry.Index);

    /// <summary>A finding with what it is and where, made once for all pairs.</summary>
    private sealed record Placed(FindingFact Finding, Condition Condition, string Place)
    {
        public string Name => Condition.Name;

        /// <summary>Split off by the inspector: nothing is put to it but what the inspector puts.</summary>
        public bool Alone => Finding.Problem?.Id == Finding.Id;
    }

    /// <summary>What makes two findings one problem apart from a link; null where nothing does.</summary>
    private static string? Why(RuleBook book, Placed one, Placed other)
    {
        if (one.Finding.Problem?.Id == other.Finding.Id || other.Finding.Problem?.Id == one.Finding.Id)
        {
            return "The inspector joined them";
        }
        if (one.Alone || other.Alone)
        {
            return null;
        }
        var sameElement = one.Condition.Element is { Length: > 0 } element && element == other.Condition.Element;
        return one.Finding.DetailId is { } detail && detail == other.Finding.DetailId ? "They are at one detail of the plan"
            : !sameElement && !AreTogether(book, one, other) ? null
            : Pinned(one, other) == true ? "They are pinned at one place"
            : one.Finding.SlopeId != other.Finding.SlopeId || SamePlace(one, other) != true ? null
            : sameElement ? "They are on one element at one place"
            : "They are on flashing at one place";
    }

    /// <summary>The pieces of one flashing lap each other: nobody replaces one and leaves the next (common practice).</summary>
    private static bool AreTogether(RuleBook book, Placed one, Placed other) =>
        book.FindElement(one.Condition.Element)?.TogetherAs is { Length: > 0 } together
        && book.FindElement(other.Condition.Element)?.TogetherAs == together;

    /// <summary>
    /// Causes with what they bring about: all that are at its very place, or the only one that can be meant. Where several can, nobody knows which.
    /// </summary>
    private static IEnumerable<(int Cause, int Effect)> Linked(
        RuleBook book,
        List<Placed> placed,
        Dictionary<Guid, Guid?> settled,
        IReadOnlyList<StainLeak> leaks
    )
    {
        for (var effect = 0; effect < placed.Count; effect++)
        {
            var of = placed[effect];
            var leak = leaks.FirstOrDefault(l => l.FindingId == of.Finding.Id);
            if (of.Alone || settled.ContainsKey(of.Finding.Id))
            {
                continue;
            }
            var can = book.LinksTo(of.Condition.Code)
                .SelectMany(link =>
                    placed
                        .Index()
                        .Where(p =>
                            !p.Item.Alone
                            && p.Item.Condition.Code == link.Cause
                            && leak?.Unlikely.Contains(p.Item.Finding.Id) != true
                            && MayBeAt(p.Item, of, link.WholeRoof)
                        )
                )
                .Concat(placed.Index().Where(p => !p.Item.Alone && leak is not null && IsWayIn(p.Item, of, leak)))
                .Select(p => p.Index)
                .Distinct()
                .ToList();
            var near = can.Where(c => IsAt(placed[c], of)).ToList();
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

    /// <summary>An opening at the stain's very place needs no links and little chance; one elsewhere has to be likely.</summary>
    private static bool IsWayIn(Placed opening, Placed stain, StainLeak leak) =>
        MayBeAt(opening, stain)
        && (leak.Likely.Contains(opening.Finding.Id) || (leak.Possible.Contains(opening.Finding.Id) && IsPointedAt(opening, stain)));

    /// <summary>One thing of the plan, one pin, or words that name a thing.</summary>
    private static bool IsPointedAt(Placed one, Placed other) =>
        IsAt(one with { Place = "" }, other)
        || (SamePlace(one, other) == true && Places.NamesThing(one.Place) && Places.NamesThing(other.Place));

    private static bool MayBeAt(Placed cause, Placed effect, bool anywhereOnTheRoof = false) =>
        SameOrUnknown(cause.Finding.RoofId, effect.Finding.RoofId)
        && (
            anywhereOnTheRoof
            || (
                SameOrUnknown(cause.Finding.SlopeId, effect.Finding.SlopeId)
                && SameOrUnknown(cause.Finding.DetailId, effect.Finding.DetailId)
                && Pinned(cause, effect) != false
                && !Places.AreTwo(cause.Place, effect.Place)
            )
        );

    private static bool SameOrUnknown(Guid? one, Guid? other) => one is null || other is null || one == other;

    private static bool IsAt(Placed one, Placed other) =>
        (one.Finding.DetailId is { } detail && detail == other.Finding.DetailId)
        || Pinned(one, other) == true
        || SamePlace(one, other) == true;

    /// <summary>Whether two pins are one place; null where one of them is not pinned.</summary>
    private static bool? Pinned(Placed one, Placed other) =>
        one.Finding.Spot is not { } a || other.Finding.Spot is not { } b
            ? null
            : a.SlopeId == b.SlopeId && Math.Abs(a.Along - b.Along) < OnePlaceInches && Math.Abs(a.Up - b.Up) < OnePlaceInches;

    private static bool? SamePlace(Placed one, Placed other) => Places.Same(one.Place, other.Place);

    private static RoofProblem Problem(RuleBook book, List<Placed> members, string why, Dictionary<Guid, IReadOnlySet<Guid>> ways)
    {
        var parts = members
            .Select(m => new ProblemPart(m.Finding.Id, RoleOf(book, m, members, ways), m.Name))
            .OrderBy(p => p.Role)
            .ThenBy(p => p.FindingId)
            .ToList();
        var place = members.First(m => m.Finding.Id == parts[0].FindingId).Finding.Place.Trim();
        return new RoofProblem(
            members[0].Finding.Id,
            place.Length > 0 ? $"{parts[0].Name}, {place}" : parts[0].Name,
            parts,
            parts.Count == 1 ? "" : Sentences.Ended(why),
            members.Any(m => m.Finding.Problem is not null)
        );
    }

    private static ProblemRole RoleOf(RuleBook book, Placed of, List<Placed> members, Dictionary<Guid, IReadOnlySet<Guid>> ways)
    {
        // A stain tells of water; what stays wet out of sight is damaged.
        return of.Condition is { Shows: WaterEvidence.Stained, Consequence: not Consequence.HiddenWet } ? ProblemRole.Sign
            : of.Condition.Makeshift && members.Count > 1 ? ProblemRole.Makeshift
            : ways.GetValueOrDefault(of.Finding.Id) is { } entries && members.Any(m => entries.Contains(m.Finding.Id)) ? ProblemRole.Damage
            : book.LinksTo(of.Condition.Code).Any(l => members.Any(m => m.Condition.Code == l.Cause)) ? ProblemRole.Damage
            : ProblemRole.Cause;
    }

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
